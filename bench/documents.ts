// data.cell.100k.*, data.open.100k.ms: a table of 100 000 rows in the browser. show.save.*: what one changed property writes.
import { readFileSync } from 'node:fs';
import {
  asKept,
  edit,
  freshParts,
  layoutOf,
  newColumn,
  newShow,
  newTable,
  openDraft,
  packShow,
  toKeep,
  unpackShow,
  usualLanes,
} from '../src/core/show';
import { openBrowser, Running } from './running';

const rows = 100_000;
const cells = 12;

/** A show of one table, as a file. */
function longTable(): Buffer {
  const names = ['name', 'team', 'points', 'time', 'place', 'note'];
  const columns = names.map((name) =>
    newColumn(name, name.toUpperCase(), name === 'points' ? 'number' : 'text'),
  );
  const show = newShow('long', 'Long table', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ] as Parameters<typeof newShow>[2]);
  show.tables['t'] = newTable('t', 'Long', {
    columns,
    rows: Array.from({ length: rows }, (_, i) => ({
      id: `r${i}`,
      cells: Object.fromEntries(names.map((name, k) => [name, name === 'points' ? String((i * 7919) % 1000) : `${name} ${i % (97 + k)}`])), // prettier-ignore
    })),
  });
  return Buffer.from(packShow(show, new Map()));
}

/** Characters that keeping a draft writes after one property of one element has changed, steps and all. */
function savedBytes(): Record<string, number> {
  const demo = unpackShow(readFileSync('dist/demo/marram-bay.jorvan'));
  if ('problem' in demo) throw new Error(demo.problem.message);
  const draft = openDraft(demo.show);
  const plan = toKeep(draft, null);
  const kept = asKept(
    plan,
    freshParts(plan).map((_, i) => ({ key: i + 1, size: 0 })),
  );
  const next = edit(draft, 'Fill', (show) => {
    const element = Object.values(Object.values(show.templates)[0]?.elements ?? {})[0];
    if (element) element.x += 1;
  });
  const change = toKeep(next, kept);
  const texts = freshParts(change).map(({ members }) => JSON.stringify(members));
  const layout = JSON.stringify(layoutOf(kept));
  return {
    'show.save.bytes': texts.reduce((sum, text) => sum + text.length, layout.length),
    'show.save.whole.bytes': JSON.stringify(draft.show).length,
  };
}

export async function documentFigures(): Promise<Record<string, number>> {
  const server = new Running();
  await server.start();
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://localhost:${server.port}/shows`);
  await page.getByLabel('Show file').setInputFiles({ name: 'long.jorvan', mimeType: 'application/zip', buffer: longTable() }); // prettier-ignore
  await page.getByText('“Long table” is here.').waitFor({ timeout: 60_000 });
  await page.evaluate(() => localStorage.setItem('jorvan.show', 'long'));
  const since = Date.now();
  await page.goto(`http://localhost:${server.port}/data/t`);
  const cell = page.getByRole('gridcell').filter({ hasText: 'name 5' }).first();
  await cell.waitFor({ timeout: 60_000 });
  const open = Date.now() - since;
  await cell.click();
  const times: number[] = [];
  for (let i = 0; i < cells; i += 1) {
    await page.keyboard.type(`typed ${i}`);
    const drawn = page.evaluate(
      (words) =>
        new Promise<number>((done) => {
          addEventListener(
            'keydown',
            () => {
              const pressed = performance.now();
              const look = (): void => {
                const found = [...document.querySelectorAll('[role="gridcell"]')].some((own) => own.textContent === words); // prettier-ignore
                if (found) setTimeout(() => done(performance.now() - pressed));
                else requestAnimationFrame(look);
              };
              requestAnimationFrame(look);
            },
            { capture: true, once: true },
          );
        }),
      `typed ${i}`,
    );
    await page.waitForTimeout(50);
    await page.keyboard.press('Enter');
    times.push(await drawn);
    // What is kept of it is behind it then.
    await page.waitForTimeout(1500);
  }
  await browser.close();
  await server.dispose();
  times.sort((a, b) => a - b);
  return {
    'data.cell.100k.ms': times[times.length >> 1] as number,
    'data.open.100k.ms': open,
    ...savedBytes(),
  };
}
