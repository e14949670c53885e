// ticker.*: ten minutes of a round planned again after an edit among 10 000 items; the work of the Ticker's page while
// its columns scroll, with 20 strands of 500 items on air; two outputs that show the same item.
import { newColumn, newStrand, newStrandSource, newTable, newTicker } from '../src/core/show';
import { newItem, newPlay, newTickerStanding, planOf, strandItems, usualDwell } from '../src/core/ticker';
import { openBrowser, part, Running } from './running';

const [strands, each] = [20, 500];
const words = (i: number): string =>
  `Item ${i}: ${'the tide turns and kites go up again '.repeat(1 + (i % 4)).trim()}`;

/** µs to plan ten minutes after one item was edited. */
function plans(): number {
  const ids = Array.from({ length: strands }, (_, s) => `s${s}`);
  const ticker = { strands: ids.map((id) => ({ id, isIn: true, gives: 3 })), dwell: usualDwell };
  let standing = {
    ...newTickerStanding(),
    strands: Object.fromEntries(
      ids.map((id) => [
        id,
        strandItems(
          Array.from({ length: each }, (_, i) =>
            newItem({
              id: `${id}-${i}`,
              strand: id,
              since: 0,
              state: 'in',
              came: { key: '', words: words(i), more: '', category: '', kind: '', at: null },
            }),
          ),
        ),
      ]),
    ),
  };
  const times: number[] = [];
  for (let n = 0; n < 300; n += 1) {
    const id = `s${n % strands}`;
    const strand = standing.strands[id];
    const item = strand?.items[`${id}-${n}`];
    if (!strand || !item) continue;
    const edited = { ...item, edit: { words: `Edited ${n}`, over: item.came.words } };
    standing = {
      ...standing,
      strands: { ...standing.strands, [id]: { ...strand, items: { ...strand.items, [item.id]: edited } } },
    };
    const start = performance.now();
    planOf(ticker, standing, newPlay(), 0, 600, () => null);
    times.push((performance.now() - start) * 1000);
  }
  return part(
    times.sort((a, b) => a - b),
    0.5,
  );
}

declare global {
  interface Window {
    longTasks: number[];
    turned: [string, number][];
  }
}

export async function tickerFigures(): Promise<Record<string, number>> {
  const running = new Running();
  await running.start();
  const table = newTable('bench-items', 'Items', {
    columns: [newColumn('c-words', 'Words'), newColumn('c-category', 'Category')],
    rows: Array.from({ length: strands * each }, (_, i) => ({
      id: `r${i}`,
      cells: { 'c-words': words(i), 'c-category': `S${i % strands}` },
    })),
  });
  await running.release((release) => {
    const own = release.tickers['news'] ?? newTicker('news', 'News', ['main']);
    const all = Array.from({ length: strands }, (_, s) => {
      const strand = newStrand(`s${s}`, `S${s}`, '#f2b632');
      strand.gives = 3;
      strand.rules = { ...strand.rules, takes: 'all', barSame: false };
      strand.from = [
        {
          ...newStrandSource('bench-items'),
          words: 'Words',
          category: 'Category',
          only: `S${s}`,
          key: 'Words',
        },
      ];
      return strand;
    });
    return {
      ...release,
      tables: { ...release.tables, 'bench-items': table },
      tickers: {
        news: { ...own, strands: all, dwell: { ...own.dwell, by: 'fixed' as const, fixed: 0.8 } },
      },
    };
  });
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript({
    content: `localStorage.setItem('jorvan.name', 'Bench'); window.longTasks = [];
      new PerformanceObserver((list) => { for (const one of list.getEntries()) window.longTasks.push(one.duration); }).observe({ type: 'longtask' });`,
  });
  await page.goto(`http://localhost:${running.port}/ticker/news`);
  await page.getByText('500 in').first().waitFor({ timeout: 60_000 });
  await running.command({ do: 'ticker', ticker: 'news', act: 'start' });
  await page.waitForTimeout(2000);
  await page.evaluate(() => void (window.longTasks = []));
  const list = page.getByRole('list', { name: 'Items of S0' });
  await list.hover();
  for (let i = 0; i < 60; i += 1) {
    await page.mouse.wheel(0, 400);
    await page.waitForTimeout(50);
  }
  const scroll = await page.evaluate(() => Math.max(0, ...window.longTasks));
  await page.close();
  const context = await browser.newContext({ viewport: { width: 640, height: 360 } });
  const pages = [await context.newPage(), await context.newPage()];
  for (const output of pages) {
    await output.goto(`http://localhost:${running.port}/out/main`);
    await output.waitForSelector('html[data-connected="true"]', { state: 'attached' });
  }
  await pages[0]?.waitForTimeout(2500);
  for (const output of pages)
    await output.evaluate(() => {
      window.turned = [];
      (
        globalThis as unknown as { jorvanFrames: (f: (frame: number, at: number) => void) => void }
      ).jorvanFrames((frame, at) => void window.turned.push([String(frame), at]));
    });
  await pages[0]?.waitForTimeout(8000);
  const [one, two] = await Promise.all(pages.map((output) => output.evaluate(() => window.turned)));
  await browser.close();
  await running.dispose();
  const there = new Map(two);
  const apart = (one ?? []).flatMap(([frame, at]) => {
    const other = there.get(frame);
    return other === undefined ? [] : [Math.abs(other - at) * 1000];
  });
  const skew = part(
    apart.sort((a, b) => a - b),
    0.99,
  );
  return {
    'ticker.plan.10k.us': plans(),
    'ticker.scroll.ms': scroll,
    'ticker.skew.frames': skew / 20,
  };
}
