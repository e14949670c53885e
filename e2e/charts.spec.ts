// Charts: one made in Build from a file that is saved, on air as it is saved again; and the pixels of each kind.
import { expect, test } from '@playwright/test';
import { copyFileSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chartForms, makeRelease, newChange, newElement, newPhase, newShow, newTemplate, newTie, usualLanes, type ChartElement, type RowList } from '../src/core/show'; // prettier-ignore
import { beside } from './beside';
import { near, Picture } from './pixels';
import { TestServer } from './server';

const folder = mkdtempSync(join(tmpdir(), 'jorvan-charts-'));
for (const name of readdirSync('demo/data')) copyFileSync(join('demo/data', name), join(folder, name));
const server = new TestServer({ JORVAN_DATA: folder });
test.beforeAll(() => server.start());
test.afterAll(async () => {
  await server.dispose();
  rmSync(folder, { recursive: true, force: true });
});

test('a file that is saved grows a bar on air: a chart from rows, another kind and back, released, taken', async ({
  page,
}) => {
  const save = (ox: number): void =>
    writeFileSync(join(folder, 'results.csv'), `Team,Score\nSkerry,90\nOx,${ox}\nTern,30\n`);
  save(30);
  await page.goto(`${server.url}/data/results`);
  await expect(page.getByRole('grid')).toContainText('Skerry');
  await page.goto(`${server.url}/build/notice-strip`);
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByText('Nothing drawn yet.')).toBeVisible();
  await page.getByRole('button', { name: 'From rows' }).click();
  await page.getByRole('option', { name: 'Results (source)' }).click();
  await page.getByRole('button', { name: /^Bar chart .*A bar of Score for each Team/ }).click();
  await expect(page.getByLabel('What Results reads')).toHaveText('3 rows, one series: Score by Team.');
  // Another kind keeps what fits, and is one step back.
  await page.getByLabel('Kind', { exact: true }).selectOption('Pie or ring');
  await expect(page.getByRole('textbox', { name: 'Hole' })).toBeVisible();
  await expect(page.getByLabel('Names', { exact: true }).first()).toHaveValue('Team');
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Kind', { exact: true })).toHaveValue('bars');
  await page.getByRole('textbox', { name: 'Colour 1' }).fill('#ff00ff');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Release…' }).click();
  await page.getByRole('button', { name: 'Release', exact: true }).click();
  await expect(page.getByText('is released')).toBeVisible();
  const template = new URL(page.url()).pathname.split('/').at(-1);
  const out = await beside(page, 1920, 1080);
  await out.goto(`${server.url}/out/main`);
  await server.command({ do: 'cue', channel: 'main', template });
  await server.command({ do: 'take', channel: 'main' });
  /** Px of the row of a picture that has most of the bars' colour, for the longest, the middle and the shortest bar. */
  const lengths = async (): Promise<number[]> => {
    const picture = await Picture.of(out);
    const found: number[] = [];
    let run = 0;
    for (let y = 0; y < picture.height; y += 4) {
      let count = 0;
      for (let x = 0; x < picture.width; x += 4) if (near(picture.at(x, y), '#ff00ff', 40)) count += 4;
      if (count > run) run = count;
      if (count === 0 && run > 0) {
        found.push(run);
        run = 0;
      }
    }
    return found;
  };
  await expect.poll(async () => (await server.air()).onAir['main']?.[0]?.phase).toBe('hold');
  await expect.poll(async () => (await lengths()).length).toBe(3);
  const [first = 0, second = 0, third = 0] = await lengths();
  expect(second / first).toBeCloseTo(1 / 3, 1);
  expect(third).toBe(second);
  save(60);
  await expect.poll(async () => ((await lengths())[1] ?? 0) / first).toBeGreaterThan(0.62);
  await expect.poll(async () => (await server.air()).onAir['main']?.[0]?.phase).toBe('hold');
  expect((await lengths())[1]).toBeGreaterThan(second * 1.9);
});

test('each kind has its marks where its rows say, at rest and half way to new ones', async ({ page }) => {
  const rows = (...values: readonly number[]): RowList => ({
    kind: 'rows',
    columns: [{ key: 'n', name: 'Name', type: 'text' }, { key: 'v', name: 'Value', type: 'number' }, { key: 'w', name: 'Other', type: 'number' }],
    order: values.map((_, i) => `k${i}`),
    cells: Object.fromEntries(values.map((value, i) => [`k${i}`, [`N${i}`, value, 2]])),
  }); // prettier-ignore
  const sample = rows(80, 40);
  const show = newShow('charts', 'Charts', [
    { id: 'main', name: 'Main', format: { width: 800, height: 400, rate: 50 }, lanes: usualLanes() },
  ]);
  const columns = (series: string[]) => ({ ...newElement('chart', 'c', 'C').columns, name: 'n', series });
  const given: Readonly<Record<ChartElement['form'], Partial<ChartElement>>> = {
    bars: { thickness: 1 },
    lines: { lineW: 20, dot: 0 },
    areas: { lineW: 0, dot: 0 },
    points: { dot: 60 },
    pie: {},
    seats: { hole: 0.3 },
    gauge: { sweep: 180, ends: 'fixed', least: 0, greatest: 160, lines: '#00000000', thickness: 1 },
    pieces: { piece: 'square', pieceWorth: 20, direction: 'lying', thickness: 1 },
    bracket: { columns: { ...columns(['v', 'w']), other: 'n' } },
  };
  for (const form of chartForms)
    show.templates[form] = newTemplate(form, form, {
      width: 800,
      height: 400,
      elements: {
        chart: newElement('chart', 'chart', 'Chart', {
          x: 0, y: 0, w: 800, h: 400, form, names: 'none', values: 'none', legend: 'none', lines: '#00000000',
          colours: ['#ff0000', '#0000ff'], columns: columns(['v']), look: { size: 20 }, ...given[form],
        }),
      },
      order: ['chart'],
      fields: [{ id: 'rows', kind: 'rows', name: 'Rows', group: '', help: '', default: sample }],
      ties: [newTie('chart', 'list', 'rows')],
      phases: { enter: newPhase(0), idle: newPhase(0), exit: newPhase(0) },
      changes: [newChange('c', 'Rows', { frames: 20, swap: null, carryFrom: 0, carryTo: 20, carryEase: 'linear' })],
    }); // prettier-ignore
  const added = await fetch(`${server.url}/api/releases`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(makeRelease(show)) }); // prettier-ignore
  const { hash } = (await added.json()) as { hash: string };
  expect((await server.command({ do: 'release', release: hash })).status).toBe(200);
  await page.setViewportSize({ width: 800, height: 400 });
  const drawn = async (form: string, half: boolean): Promise<Picture> => {
    const query = new URLSearchParams({ template: form, values: JSON.stringify({ Rows: rows(40, 80) }) });
    if (half) query.set('phase', 'c');
    if (half) query.set('frame', '10');
    if (half) query.set('before', JSON.stringify({ Rows: sample }));
    else query.set('values', JSON.stringify({ Rows: sample }));
    await page.goto(`${server.url}/frame?${query.toString()}`);
    await expect(page.locator('html')).toHaveAttribute('data-ready', 'true');
    return Picture.of(page);
  };
  const red = '#ff0000';
  /** Where each kind has its first colour, and where it has none, by hand: at rest, and where both rows are 60. */
  const places: Readonly<Record<ChartElement['form'], { rest: { on: number[][]; off: number[][] }; half: { on: number[][]; off: number[][] } }>> = {
    // 400 px for 80: half of it for 40, three quarters for both half way.
    bars: { rest: { on: [[200, 10], [600, 210]], off: [[600, 190]] }, half: { on: [[200, 110], [600, 110]], off: [[200, 90], [600, 90]] } },
    lines: { rest: { on: [[400, 105]], off: [[400, 60], [400, 160]] }, half: { on: [[200, 105], [600, 105]], off: [[20, 20]] } },
    areas: { rest: { on: [[20, 60], [780, 250]], off: [[780, 150]] }, half: { on: [[200, 110], [600, 110]], off: [[200, 85], [600, 85]] } },
    points: { rest: { on: [[200, 30], [600, 200]], off: [[600, 100]] }, half: { on: [[200, 116], [600, 116]], off: [[200, 30]] } },
    // Two thirds of the round from the top at rest; half of it half way.
    pie: { rest: { on: [[500, 200], [400, 350], [320, 250]], off: [[320, 110]] }, half: { on: [[500, 200]], off: [[300, 200]] } },
    seats: { rest: { on: [[210, 350]], off: [[590, 350]] }, half: { on: [[210, 350]], off: [[590, 350]] } },
    gauge: { rest: { on: [[100, 330]], off: [[700, 330]] }, half: { on: [[100, 330]], off: [[700, 330]] } },
    // Four pieces of twenty and two.
    pieces: { rest: { on: [[60, 100], [60, 300]], off: [[760, 300]] }, half: { on: [[60, 100]], off: [] } },
    bracket: { rest: { on: [[20, 180]], off: [] }, half: { on: [], off: [] } },
  }; // prettier-ignore
  for (const form of chartForms)
    for (const half of [false, true]) {
      const picture = await drawn(form, half);
      const { on, off } = places[form][half ? 'half' : 'rest'];
      const is = ([x = 0, y = 0]: number[]): boolean =>
        near(picture.at(x, y), red, 30) && picture.at(x, y)[3] > 200;
      expect([form, half, on.filter((at) => !is(at)), off.filter(is)]).toEqual([form, half, [], []]);
    }
});
