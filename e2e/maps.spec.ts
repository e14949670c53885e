// Maps: dropped in Build, given a table of its regions, coloured by what is typed; typed from elsewhere straight to air.
import { expect, test, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { near, Picture } from './pixels';
import { TestServer } from './server';
import { drop, row } from './stage';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

/** Pixels of a page that have a colour. */
async function inked(page: Page, colour: string): Promise<number> {
  const picture = await Picture.of(page);
  let count = 0;
  for (let y = 0; y < picture.height; y += 2)
    for (let x = 0; x < picture.width; x += 2) if (near(picture.at(x, y), colour, 6)) count += 1;
  return count;
}

test('a map is dropped, a table of its regions made, a winner picked in it: the region takes its colour, and undo takes it back', async ({
  page,
}) => {
  await page.goto(`${server.url}/build/name-line`);
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
  await drop(page, 'shore.geojson', readFileSync('demo/data/districts.geojson'));
  const bring = page.getByRole('dialog', { name: 'Bring in a map' });
  await expect(bring.getByLabel('Named by')).toHaveValue('name');
  await bring.getByRole('radio', { name: 'Mercator' }).click();
  await bring.getByRole('button', { name: 'Bring it in' }).click();
  await expect(row(page, 'Map')).toBeVisible();
  await expect.poll(() => inked(page, '#2c6e7c')).toBeGreaterThan(500);

  await page.getByRole('button', { name: 'Make a table of its regions…' }).click();
  const table = page.getByRole('dialog', { name: 'Make a table of its regions' });
  await table.getByLabel('Name of the table').fill('Shore');
  await table.getByLabel('Who has it, picked from').selectOption({ label: 'Kites' });
  await table.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByLabel('What Map reads')).toHaveText('9 regions of 9 by “Region”, colours from “Colour”, choices from “Kite”.'); // prettier-ignore
  expect(await inked(page, '#8f78c8')).toBe(0);

  await page.getByRole('link', { name: 'Data' }).click();
  await page
    .getByRole('button', { name: /^Shore/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Entry form' }).click();
  const form = page.getByRole('form', { name: 'Row 1 of Shore' });
  await form.getByLabel('Kite').fill('Marram Star');
  await page.keyboard.press('Enter');
  await form.getByLabel('State').fill('Declared');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'Build' }).click();
  await expect(row(page, 'Map')).toBeVisible();
  await expect.poll(() => inked(page, '#8f78c8')).toBeGreaterThan(100);
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => inked(page, '#8f78c8')).toBe(0);

  // What is no map is said plainly, and nothing is there of it.
  await drop(page, 'broken.geojson', Buffer.from('{"type":"FeatureCollection","features":[{'));
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
    'broken.geojson breaks off at line 1',
  );
});

test('results typed on other machines are on air at once, seen by all who type, put back by anyone, and come into the draft', async ({
  page,
  browser,
}) => {
  const output = await page.context().newPage();
  await output.setViewportSize({ width: 1920, height: 1080 });
  await output.goto(`${server.url}/out/main`);
  await server.command({ do: 'take', channel: 'main', number: '811' });
  const open = async (name: string): Promise<Page> => {
    const own = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await own.addInitScript((given) => localStorage.setItem('jorvan.name', given), name);
    await own.goto(`${server.url}/typing`);
    await expect(own.getByRole('option', { name: /^Marram/ })).toBeVisible();
    return own;
  };
  const [ida, bea] = [await open('Ida'), await open('Bea')];
  const seen = async (): Promise<boolean> => near((await Picture.of(output)).at(1216, 300), '#8fb4c4', 10);
  expect(await seen()).toBe(false);

  await ida.getByRole('option', { name: /^Marram/ }).click();
  await ida.getByRole('radio', { name: 'Grey Heron' }).click();
  await ida.getByRole('radio', { name: 'Declared' }).click();
  await ida.getByRole('form').getByLabel('Votes').fill('1,234');
  await ida.keyboard.press('Enter');
  // Enter has gone on to the next district; a number is held to the checks of its column.
  await expect(ida.getByRole('form')).not.toHaveAccessibleName('Marram');
  await ida.getByRole('form').getByLabel('Votes').fill('999999999');
  await ida.keyboard.press('Tab');
  await expect(ida.getByRole('form').getByRole('alert')).toContainText('Votes takes 0 to');
  await expect.poll(seen, { timeout: 15_000 }).toBe(true);

  // The other sees it, with who did it, and puts it back.
  const typed = bea.getByRole('region', { name: 'What was typed' });
  await expect(typed).toContainText('Marram · Kite');
  await expect(typed).toContainText('Ida');
  await bea.getByRole('button', { name: 'Put Marram · Kite back to nothing' }).click();
  await expect.poll(seen, { timeout: 15_000 }).toBe(false);
  await ida.reload();
  await expect(ida.getByRole('region', { name: 'What was typed' })).toContainText('Bea');

  // Whoever designs the show has it in the draft as soon as it is open.
  await page.goto(`${server.url}/data/vote-districts`);
  await expect(page.getByRole('grid')).toContainText('1234');
  await page.getByRole('button', { name: 'Opened to typists…' }).click();
  await expect(page.getByRole('dialog').getByLabel('Opened to typists, with the next release')).toBeChecked();
});
