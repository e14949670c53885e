// Data in the real interface: what producers save and type reaches the picture, and each word tells where it is from.
import { expect, test, type Page } from '@playwright/test';
import Excel from 'exceljs';
import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { Picture } from './pixels';
import { TestServer } from './server';

const folder = mkdtempSync(join(tmpdir(), 'jorvan-folder-'));
copyFileSync('demo/data/results.csv', join(folder, 'results.csv'));
const server = new TestServer({ JORVAN_DATA: folder });
test.beforeAll(() => server.start());
test.afterAll(async () => {
  await server.dispose();
  rmSync(folder, { recursive: true, force: true });
});

const cell = (page: Page, row: number, column: string) =>
  page.getByRole('grid').getByRole('row').nth(row).getByRole('gridcell').nth(['', 'Pilot', 'Club', 'Round', 'Mark', 'Flown', 'Time'].indexOf(column)); // prettier-ignore

test('cells are typed, picked, filled down, pasted from a spreadsheet, marked where wrong, and taken back', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'], { origin: server.url });
  await page.goto(`${server.url}/data/heats`);
  await cell(page, 5, 'Pilot').click();
  await page.keyboard.type('lucia vareiro\n');
  await expect(cell(page, 5, 'Pilot')).toHaveText('Lúcia Vareiro');
  await expect(cell(page, 5, 'Club')).toHaveText('Dunlin Aerobats');
  await cell(page, 5, 'Mark').click();
  await page.keyboard.type('11\n');
  await expect(cell(page, 5, 'Mark')).toContainText('⚠');
  await expect(
    page.getByRole('button', { name: /1 cell is not right: Mark takes 0.00 to 10.00/ }),
  ).toBeVisible();
  // Several cells at once, by the keyboard.
  await cell(page, 1, 'Round').click();
  for (let i = 0; i < 4; i += 1) await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+d');
  await expect(cell(page, 5, 'Round')).toHaveText('Ballet');
  await page.evaluate(() => navigator.clipboard.writeText('Train\t9,5\nNight-glow\t8.25'));
  await cell(page, 2, 'Round').click();
  await page.keyboard.press('Control+v');
  await expect(cell(page, 3, 'Round')).toHaveText('Night-glow');
  await expect(cell(page, 2, 'Mark')).toHaveText('9.50');
  await page.keyboard.press('Control+c');
  await expect
    .poll(() => page.evaluate(() => navigator.clipboard.readText()))
    .toBe('Train\t9.5\nNight-glow\t8.25');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(cell(page, 5, 'Round')).toHaveText('Train');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /not right/ })).toHaveCount(0);
  // Out as a file, changed there, and in again by the names of columns.
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  const csv = readFileSync(await file.path(), 'utf8');
  expect(csv.split('\r\n')[1]).toBe('Ox,Skerry Flyers,Ballet,9.15,yes,118.2');
  await page.getByLabel('Rows for Heats').setInputFiles({
    name: 'heats.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(csv.replace('9.15', '7.75')),
  });
  await expect(cell(page, 1, 'Mark')).toHaveText('7.75');
  await expect(cell(page, 1, 'Pilot')).toHaveText('Ox');
  // A row that others pick is not deleted without asking.
  await page.getByRole('button', { name: /^People/ }).click();
  await page.getByRole('grid').getByRole('row').nth(2).getByRole('gridcell').nth(1).click();
  await page.getByRole('button', { name: 'Delete the rows of the chosen cells' }).click();
  await expect(page.getByRole('dialog')).toContainText('1 cell of Heats');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('grid').getByRole('row').nth(2)).toContainText('Ox');
});

test('the row one sees is the row one keeps, whatever is found or sorted', async ({ page }) => {
  await page.goto(`${server.url}/data`);
  await page.getByRole('button', { name: /^People/ }).click();
  const grid = page.getByRole('grid');
  const fill = page.getByRole('complementary', { name: 'Filling' });
  const row = (at: number) => grid.getByRole('row').nth(at);
  await row(2).getByRole('gridcell').nth(1).click();
  const second = await row(2).getByRole('gridcell').nth(1).innerText();
  await expect(fill.getByLabel('Row in hand', { exact: true })).toContainText(second);
  // The same place, another row.
  await page.getByLabel('Find in People').fill('a');
  await page.getByRole('button', { name: /^Name/ }).click();
  await page.getByRole('button', { name: /^Name/ }).click();
  await expect(row(2).getByRole('gridcell').nth(1)).not.toHaveText(second);
  await row(2).getByRole('gridcell').nth(1).click();
  const seen = await row(2).getByRole('gridcell').nth(1).innerText();
  expect(seen).not.toBe(second);
  await expect(fill.getByLabel('Row in hand', { exact: true })).toContainText(seen);
  await fill.getByLabel('Call number').fill('871');
  await fill.getByRole('button', { name: 'Keep this row' }).click();
  await expect(page.getByText('Kept under 871.')).toBeVisible();
  // A series goes by what is seen, in its order.
  const first = await row(1).getByRole('gridcell').nth(1).innerText();
  const count = (await grid.getByRole('row').count()) - 1;
  await fill.getByLabel('Call number').fill('880');
  await fill.getByRole('button', { name: `Keep all ${count} found` }).click();
  const words = async (number: string): Promise<string> => {
    const take = () =>
      fetch(`${server.url}/api/air/commands`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ do: 'take', channel: 'main', number }),
      });
    await expect.poll(async () => (await take()).status).toBe(200);
    return (await fetch(`${server.url}/api/air`)).text();
  };
  expect(await words('871')).toContain(seen);
  expect(await words('880')).toContain(first);
});

test('a file is shown before it is kept: sheet, letters, types', async ({ page }) => {
  await page.goto(`${server.url}/data`);
  await expect(page.getByLabel('Name of the table')).toHaveValue('Flights');
  const book = new Excel.Workbook();
  book.addWorksheet('Notes').addRow(['none of it']);
  book.addWorksheet('Heats').addRows([
    ['Pilot', 'Day', 'Start', 'Code'],
    ['Ida', new Date(Date.UTC(1999, 1, 28)), '19:45', '007'],
  ]);
  await page.getByLabel('File for a table').setInputFiles({
    name: 'heats.xlsx',
    mimeType: '',
    buffer: Buffer.from(await book.xlsx.writeBuffer()),
  });
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Sheet').selectOption('Heats');
  await expect(dialog.getByRole('cell', { name: '1999-02-28', exact: true })).toBeVisible();
  await expect(dialog.getByLabel('Type of Day')).toHaveValue('date');
  await expect(dialog.getByLabel('Type of Start')).toHaveValue('time');
  await expect(dialog.getByLabel('Type of Code')).toHaveValue('text');
  await dialog.getByRole('button', { name: 'Keep 1 row as a table' }).click();
  const grid = page.getByRole('grid', { name: 'Cells of heats' });
  await expect(grid.getByRole('row').nth(1)).toContainText('Ida1999-02-2819:45007');
  // The caret is in a new row; one match is enough.
  await page.getByRole('button', { name: 'Row', exact: true }).click();
  await expect(grid.getByRole('textbox')).toBeFocused();
  await page.keyboard.type('Ox\n');
  await expect(grid.getByRole('row').nth(2)).toContainText('Ox');
  await page.getByRole('button', { name: 'Delete the table heats' }).click();
  await expect(dialog).toContainText('Nothing takes from it.');
  await dialog.getByRole('button', { name: 'Delete' }).click();
  await expect(grid).toHaveCount(0);
  // Letters that could be read in more than one way are asked about, with both readings.
  await page.getByLabel('File for a table').setInputFiles({
    name: 'odd.csv',
    mimeType: '',
    buffer: Buffer.from([0x61, 0x2c, 0x62, 0x0a, 0x31, 0x2c, 0xd0, 0xe1, 0x0a]),
  });
  await expect(dialog.getByRole('alert')).toContainText('Choose its encoding.');
  await dialog
    .getByRole('button', { name: /^Read as/ })
    .first()
    .click();
  await expect(dialog.getByRole('button', { name: 'Keep 1 row as a table' })).toBeEnabled();
});

test('a workbook saved on disk changes the words in program, and each word leads back to it', async ({
  page,
  context,
}) => {
  const save = async (first: string): Promise<void> => {
    const book = new Excel.Workbook();
    book.addWorksheet('Results').addRows([
      ['Team', 'Score'],
      [first, 95.5],
      ['Ox', 91.2],
      ['Tern & Sons', 84],
    ]);
    writeFileSync(join(folder, 'results.xlsx'), new Uint8Array(await book.xlsx.writeBuffer()));
  };
  await save('Ox');
  // The server has read the file before its answer to who asks for it is here.
  await page.route('**/api/data/sources', async (route) => {
    const answer = await route.fetch();
    await new Promise((done) => setTimeout(done, 700));
    await route.fulfill({ response: answer });
  });
  // The producer's workbook in the place of the CSV that the demo looks at.
  await page.goto(`${server.url}/data/results`);
  await page.getByLabel('File in the watched folder').selectOption('results.xlsx');
  // Another file is read as what it is; nothing of the old one is left.
  await expect(page.getByLabel('Format')).toHaveValue('xlsx');
  await page.getByLabel('Cells').selectOption('As they are stored');
  await expect(page.getByRole('grid')).toContainText('95.5');
  await page.getByRole('button', { name: 'Release…' }).click();
  await page.getByRole('button', { name: 'Release', exact: true }).click();
  await expect(page.getByText('is released')).toBeVisible();
  const output = await context.newPage();
  await output.setViewportSize({ width: 1100, height: 800 });
  await output.goto(`${server.url}/out/main`);
  await page.bringToFront();
  await page.goto(`${server.url}/desk/main`);
  await expect(page.locator('[role=option]').first()).toBeVisible();
  await page.keyboard.type('601');
  await page.keyboard.press('Enter');
  await expect(page.getByText('601 is in preview.')).toBeVisible();
  await page.keyboard.press('Space');
  const shown = async (): Promise<string> => {
    const air = (await (await fetch(`${server.url}/api/air`)).json()) as {
      onAir: Record<
        string,
        { values: Record<string, { order: string[]; cells: Record<string, unknown[]> }>; phase: string }[]
      >;
    };
    const [own] = air.onAir['main'] ?? [];
    const list = own?.values['b-places'];
    return `${own?.phase} ${list?.order.join(', ')}: ${list?.cells[list.order[0] ?? '']?.at(-1)}`;
  };
  await expect.poll(shown).toBe('hold Ox, Ox #2, Tern & Sons: 95.50');
  await expect.poll(async () => (await Picture.of(output)).inked(), { timeout: 20_000 }).not.toBeNull();
  const before = await Picture.of(output);
  await save('Shingle Street');
  await expect.poll(shown).toBe('hold Shingle Street, Ox, Tern & Sons: 95.50');
  await expect.poll(async () => (await Picture.of(output)).differs(before)).toBeGreaterThan(200);
  // The file is gone: the picture stands.
  rmSync(join(folder, 'results.xlsx'));
  await expect.poll(shown).toBe('hold Shingle Street, Ox, Tern & Sons: 95.50');
  const monitor = page.getByRole('img', { name: 'Main program' });
  const box = await monitor.boundingBox();
  await monitor.click({ position: { x: (box?.width ?? 0) * 0.16, y: (box?.height ?? 0) * 0.72 } });
  await page.keyboard.press('Alt+w');
  await expect(page.getByRole('dialog')).toContainText('Shingle Street');
  await page.getByRole('button', { name: 'Go to Standings, Team' }).click();
  await expect(page.getByLabel('Name of the view')).toHaveValue('Standings');
  await page.getByRole('button', { name: /^Results/ }).click();
  await expect(page.getByRole('alert')).toContainText('results.xlsx is not in the watched folder');
  await output.close();
});

test('a property is bound in Build: steps with their values, what does not fit, and the words on the stage', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/notice-strip`);
  await page.getByRole('treeitem', { name: 'Line' }).click();
  await page.getByRole('button', { name: /^Line Text/ }).click();
  await page.getByRole('menuitem', { name: 'Bind to data…' }).click();
  await page.getByLabel('Comes from').selectOption('Rows');
  await page.getByLabel('Which').selectOption({ label: 'Standings (view)' });
  await expect(page.getByText(/Text takes a text; the binding brings rows/)).toBeVisible();
  for (const step of ['Lists: Column', 'Lists: Slice', 'Text: List to text'])
    await page.getByLabel('Add a step').selectOption({ label: step });
  await expect(page.getByLabel('After Slice')).toHaveCount(0);
  await page.getByRole('button', { name: /^Column the column/ }).click();
  await page.getByLabel('Column', { exact: true }).selectOption('Club');
  await expect(page.getByLabel('After List to text')).toContainText(' and ');
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/There is no column/).first()).toBeVisible();
});

test('what is chosen stands once for each row: bound by itself, another column by the knot, none as chosen, and back in one step', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/notice-strip`);
  await page.getByRole('button', { name: 'Text', exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('treeitem', { name: 'Text', exact: true }).click();
  const before = await Picture.of(page);
  await page.getByRole('button', { name: 'For each row…' }).click();
  await page.getByRole('menuitem', { name: 'Standings (view)', exact: true }).click();
  await expect(page.getByRole('treeitem', { name: 'Rows' })).toHaveAttribute('aria-selected', 'true');
  await expect(page.getByRole('status', { name: 'Rows' })).toContainText('From “Standings”');
  await expect.poll(async () => (await Picture.of(page)).differs(before)).toBeGreaterThan(300);
  // Its words are those of the first column that fits; another is taken by the knot.
  await page.getByRole('treeitem', { name: 'Text', exact: true }).click();
  await page.getByRole('button', { name: /^Text Text: from the column Team of Rows/ }).click();
  await page.getByRole('menuitem', { name: 'Club', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Text Text: from the column Club of Rows/ })).toBeVisible();
  // The binding is seen as a small table after each step.
  await page.getByRole('tab', { name: 'Data' }).click();
  await page.getByRole('button', { name: /^Standings/ }).click();
  await expect(page.getByRole('table', { name: 'Rows after Rows' }).getByRole('row')).toHaveCount(7);
  await page.getByLabel('Add a step').selectOption({ label: 'Rows: Filter rows' });
  await page.getByLabel('Column', { exact: true }).selectOption('Club');
  await page.getByLabel('This', { exact: true }).fill('nobody');
  await page.keyboard.press('Tab');
  await expect(page.getByLabel('After Filter rows')).toContainText('0 rows');
  const empty = await Picture.of(page);
  await page.getByRole('tab', { name: 'Properties' }).click();
  await page.getByRole('treeitem', { name: 'Rows' }).click();
  await page.getByLabel('When there are none').selectOption('Text');
  await expect.poll(async () => (await Picture.of(page)).differs(empty)).toBeGreaterThan(50);
  for (let i = 0; i < 8; i += 1) await page.keyboard.press('Control+z');
  await expect(page.getByRole('treeitem', { name: 'Rows' })).toHaveCount(0);
});

test('a picture of the watched folder stands on the shelf, and is new in Build and on air when it is saved anew', async ({
  page,
  context,
}) => {
  const flag = (red: number, blue: number): Buffer => {
    const made = new PNG({ width: 400, height: 400 });
    for (let i = 0; i < made.data.length; i += 4) made.data.set([red, 0, blue, 255], i);
    return PNG.sync.write(made);
  };
  const file = join(folder, 'flag.png');
  writeFileSync(file, flag(255, 0));
  await page.goto(`${server.url}/build/bug`);
  await expect(page.getByLabel('Name of the template')).toHaveValue('Bug with clock');
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
  await page.getByRole('tab', { name: 'Shelf' }).click();
  await page.getByRole('button', { name: 'Take flag.png onto the shelf' }).click();
  await page.getByRole('button', { name: 'flag.png: more' }).click();
  await page.getByRole('menuitem', { name: 'Put on the stage' }).click();
  await page.getByRole('button', { name: 'Release…' }).click();
  // What another has released since this profile's draft began is released over only when one says so.
  const over = page.getByLabel(/Release over it/);
  await expect(async () => {
    if (await over.isVisible()) await over.check();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: 'Release', exact: true })
      .click({ timeout: 2000 });
  }).toPass();
  await expect(page.getByText('is released')).toBeVisible();
  const give = (body: object) =>
    fetch(`${server.url}/api/air/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ channel: 'main', ...body }),
    });
  await give({ do: 'clear', all: true });
  await expect.poll(async () => (await give({ do: 'take', template: 'New template' })).status).toBe(200);
  const output = await context.newPage();
  await output.setViewportSize({ width: 1100, height: 800 });
  await output.goto(`${server.url}/out/main`);
  const middle = async (): Promise<string> => {
    const [red = 0, , blue = 0] = (await Picture.of(output)).at(900, 500);
    return red > 200 ? 'red' : blue > 200 ? 'blue' : 'neither';
  };
  await expect.poll(middle, { timeout: 20_000 }).toBe('red');
  // Half of a picture is none.
  const blue = flag(0, 255);
  writeFileSync(file, blue.subarray(0, blue.length - 20));
  await output.waitForTimeout(1200);
  expect(await middle()).toBe('red');
  writeFileSync(file, blue);
  const seen: string[] = [];
  await expect
    .poll(async () => {
      seen.push(await middle());
      return seen.at(-1);
    })
    .toBe('blue');
  expect(seen).not.toContain('neither');
  // The draft follows too, as a step that can be taken back; a page that comes anew shows the same.
  await expect(page.getByLabel('Follows flag.png of the watched folder')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled();
  await output.reload();
  await expect.poll(middle, { timeout: 20_000 }).toBe('blue');
  await output.close();
});

test('a feed that falls silent says since when, and is fresh again when it comes back', async ({ page }) => {
  await page.goto(`${server.url}/data/wind`);
  await expect(page.getByRole('grid')).toContainText('Pier head');
  const steer = (mode: string) =>
    fetch(`${server.url}/api/data/stand-ins/wind`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ mode }),
    });
  const desk = await page.context().newPage();
  await desk.goto(`${server.url}/desk/main`);
  await fetch(`${server.url}/api/air/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ do: 'take', channel: 'main', number: '501' }),
  });
  await expect(desk.getByRole('button', { name: /Take 501/ })).toBeVisible();
  await steer('silent');
  await expect(page.getByRole('alert')).toContainText('The stand-in is silent. What came');
  await expect(page.getByRole('grid')).toContainText('Pier head');
  // Where it is on air it is seen, with its source and its age.
  await expect(desk.getByRole('alert', { name: 'Data' })).toContainText(
    /Wind on the pier is stale, \d+ s old: 501 Wind gauge/,
  );
  await expect(desk.getByRole('table', { name: 'Lane board' })).toContainText('⚠ stale');
  await steer('running');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(desk.getByText(/Wind on the pier is stale/)).toHaveCount(0);
  await desk.close();
});
