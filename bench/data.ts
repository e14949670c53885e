// data.*: reading, views, steps and bindings, and from a saved file to the frame that shows it.
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Excel from 'exceljs';
import {
  fixed,
  stepKinds,
  traceBinding,
  scalar,
  type BindingStep,
  type Surroundings,
} from '../src/core/binding';
import { Resolver, tableRowset, viewRows } from '../src/core/data';
import { newColumn, newTable, newTemplate, newView } from '../src/core/show';
import { formats, newSource, readBytes } from '../src/core/source';
import { openBrowser } from './running';

const median = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1] ?? 0;
async function timed(runs: number, work: () => unknown): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return median(times);
}

async function reading(): Promise<Record<string, number>> {
  const line = (r: number): string =>
    `Team ${r},${(r * 7) % 100}.${r % 10},Skerry,"a, b",2026-08-14,${r},yes,word ${r % 50},x,${r * 3}`;
  const csv = new TextEncoder().encode(
    `${Array.from({ length: 10 }, (_, i) => `Column ${i}`).join(',')}\n${Array.from({ length: 100_000 }, (_, r) => line(r)).join('\n')}\n`,
  );
  const xml = new TextEncoder().encode(
    `<day>${Array.from({ length: 9000 }, (_, r) => `<flight at="14:${r % 60}" n="${r}"><team>Team ${r}</team><score>${(r * 7) % 100}.${r % 10}</score><club>Skerry</club></flight>`).join('')}</day>`,
  );
  const book = new Excel.Workbook();
  const sheet = book.addWorksheet('S');
  for (let r = 0; r < 10_000; r += 1)
    sheet.addRow(Array.from({ length: 10 }, (_, c) => (c % 2 ? `word ${r} ${c}` : (r * c) / 3)));
  const xlsx = new Uint8Array(await book.xlsx.writeBuffer());
  return {
    'data.csv.1Mcells.ms': await timed(3, () => readBytes(csv, 'a.csv', null)),
    'data.xml.1MB.ms': await timed(3, () => readBytes(xml, 'a.xml', null)),
    'data.xlsx.100kcells.ms': await timed(3, () => readBytes(xlsx, 'a.xlsx', formats.xlsx.plain)),
  };
}

const bigTable = (rows: number) =>
  newTable('t', 'T', {
    columns: [newColumn('a', 'Team'), newColumn('b', 'Score', 'number'), newColumn('c', 'Club')],
    rows: Array.from({ length: rows }, (_, r) => ({
      id: `r${r}`,
      cells: { a: `Team ${r}`, b: String((r * 7919) % 10_007), c: `Club ${r % 97}` },
    })),
  });

async function resolving(): Promise<Record<string, number>> {
  const rowset = tableRowset({}, bigTable(100_000));
  const view = newView('v', 'V', 't', {
    filter: { join: 'and', parts: [{ column: 'b', test: 'at-least', than: '2000' }] },
    sort: [
      { column: 'b', down: true },
      { column: 'a', down: false },
    ],
    page: { size: 20, at: 3 },
  });
  const step = <K extends keyof typeof stepKinds>(kind: K, given: object = {}): BindingStep =>
    ({ ...stepKinds[kind].plain, ...given }) as BindingStep;
  const chain = [
    step('arithmetic', { by: fixed(2) }),
    step('rescale', { high: fixed(500) }),
    step('round', { places: 2 }),
    step('if', { test: 'greater', than: fixed(0.2) }),
    step('number-format', { after: ' pt' }),
    step('case'),
    step('trim'),
    step('affix', { after: fixed('!') }),
  ];
  const around = {
    locale: 'en',
    named: () => ({ value: 12.5, type: scalar('number') }),
    typeNamed: () => scalar('number'),
    idOf: () => null,
    nameOf: (id: string) => id,
    data: () => null,
    valueOf: () => undefined,
    scoreOf: () => null,
    countedTo: () => null,
    sheetsOf: () => null,
    columnsOf: () => null,
    hand: null,
    find: () => -1,
  } satisfies Surroundings;
  const chains = 2000;
  const chainMs = await timed(5, () => {
    for (let i = 0; i < chains; i += 1)
      traceBinding({ from: { kind: 'field', field: 'it' }, steps: chain }, around);
  });
  // A thousand bindings on the cells of a hundred rows; one row changes.
  const table = bigTable(100);
  const bindings = Array.from({ length: 1000 }, (_, i) => ({
    id: `b${i}`,
    name: `B${i}`,
    from: {
      kind: 'cell' as const,
      data: 't',
      row: { by: 'name' as const, column: 'a', is: fixed(`Team ${i % 100}`) },
      column: 'b',
      take: 'value' as const,
    },
    steps: [step('arithmetic', { by: fixed(2) }), step('number-format')],
  }));
  const resolver = new Resolver();
  resolver.setShow({ locale: 'en', tables: { t: table }, views: {}, assets: {}, sources: {} });
  resolver.open('u', { template: newTemplate('x', 'X', { bindings }), typed: {}, row: null });
  let touched = 0;
  let score = 0;
  const changeMs = await timed(9, () => {
    score += 1;
    const before = resolver.evaluated;
    resolver.setTable({
      ...table,
      rows: table.rows.map((row, i) =>
        i === 42 ? { ...row, cells: { ...row.cells, b: String(score) } } : row,
      ),
    });
    touched = resolver.evaluated - before;
  });
  // The same by hand: plain objects, filtered, sorted and cut.
  const bare = bigTable(100_000).rows.map(({ cells }) => ({ a: cells['a'] ?? '', b: Number(cells['b']) }));
  const { compare } = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });
  const byHand = (): unknown =>
    bare
      .filter(({ b }) => b >= 2000)
      .sort((x, y) => y.b - x.b || compare(x.a, y.a))
      .slice(40, 60);
  const viewMs = await timed(5, () => viewRows(rowset, view, 'en').rows.text(0, 0));
  return {
    'data.view.100krows.ms': viewMs,
    'data.view.100krows.sort.ratio': viewMs / (await timed(5, byHand)),
    'data.step.ns': (chainMs * 1e6) / (chains * chain.length),
    'data.bindings.1000.ms': changeMs,
    'data.bindings.touched': touched,
  };
}

/** From the end of a save to the frame of an output page that has the new words in it; also beside a source without end. */
async function fileToAir(besideEndless: boolean): Promise<Record<string, number>> {
  const home = mkdtempSync(join(tmpdir(), 'jorvan-bench-'));
  const folder = mkdtempSync(join(tmpdir(), 'jorvan-bench-folder-'));
  const save = (n: number): void =>
    writeFileSync(join(folder, 'results.csv'), `Team,Score\nTeam ${n},${90 + n / 100}\nOx,80\nIda,70\n`);
  save(0);
  const server = spawn(process.execPath, ['dist/server.mjs'], {
    env: { ...process.env, JORVAN_HOME: home, JORVAN_PORT: '0', JORVAN_DATA: folder },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const port = await new Promise<number>((resolve) => {
    let log = '';
    server.stdout.on('data', (data: Buffer) => {
      log += data.toString();
      const found = /Application\s+http:\/\/localhost:(\d+)/.exec(log)?.[1];
      if (found && log.includes('Stop with')) resolve(Number(found));
    });
  });
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 720 } });
  await page.goto(`http://localhost:${port}/out/main`);
  await page.waitForSelector('html[data-connected="true"]', { state: 'attached' });
  await fetch(`http://localhost:${port}/api/air/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ do: 'take', channel: 'main', number: '601' }),
  });
  let endless: ReturnType<typeof setInterval> | null = null;
  if (besideEndless) {
    writeFileSync(join(folder, 'endless.json'), '{"a": 1}');
    const read = { ...formats.json.plain, query: '($f := function($n) { $f($n + 1) }; $f(1))' };
    const draft = newSource('draft', 'Draft', { kind: 'folder', path: 'endless.json', read: read as never });
    const json = { method: 'POST', headers: { 'content-type': 'application/json' } };
    const opened = await fetch(`http://localhost:${port}/api/data/sources`, {
      ...json,
      body: JSON.stringify([draft]),
    });
    const { feed } = ((await opened.json()) as Record<string, { feed: string }>)['draft'] ?? { feed: '' };
    // As soon as it is ended it begins again.
    endless = setInterval(
      () =>
        void fetch(`http://localhost:${port}/api/data/sources/${feed}/again`, { method: 'POST' }).catch(
          () => undefined,
        ),
      1000,
    );
  }
  await page.waitForTimeout(3000);
  const times: number[] = [];
  for (let n = 1; n <= 40; n += 1) {
    const shown = page.evaluate(
      () =>
        new Promise<number>((resolve) =>
          addEventListener('jorvan-evaluated', () => resolve(Date.now()), { once: true }),
        ),
    );
    // The listener must be there before the file is.
    await page.waitForTimeout(60);
    save(n);
    const saved = Date.now();
    times.push((await shown) - saved);
    await page.waitForTimeout(900);
  }
  if (endless) clearInterval(endless);
  await browser.close();
  server.kill('SIGKILL');
  rmSync(home, { recursive: true, force: true });
  rmSync(folder, { recursive: true, force: true });
  times.sort((a, b) => a - b);
  const [p95, p50] = [times[Math.floor(times.length * 0.95)] ?? 0, times[times.length >> 1] ?? 0];
  return besideEndless
    ? { 'data.source.isolation.ms': p95, 'data.source.isolation.p50.ms': p50 }
    : { 'data.file.to.air.ms': p95, 'data.file.to.air.p50.ms': p50 };
}

export const dataFigures = async (): Promise<Record<string, number>> => ({
  ...(await reading()),
  ...(await resolving()),
  ...(await fileToAir(false)),
  ...(await fileToAir(true)),
});
