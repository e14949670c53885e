// A second artist's test: a shipped template of the demo, made again from nothing with the interface alone, gives the same frame.
import { expect, test, type Page } from '@playwright/test';
import { gustAlarm } from '../demo/templates';
import {
  elementKinds,
  paintOrder,
  type Element,
  type PatternPaint,
  type Property,
  type Template,
} from '../src/core/show';
import { Picture } from './pixels';
import { TestServer } from './server';
import { clickStage, choose, rename, setNumbers, tool } from './stage';

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

type Bag = Record<string, unknown>;

async function add(page: Page, element: Element): Promise<void> {
  if (element.kind === 'text') await tool(page, 'Text');
  else if (element.kind === 'rect') await tool(page, 'Rectangle');
  else {
    await tool(page, 'Shape');
    await page.getByRole('menuitem', { name: elementKinds[element.kind].label, exact: true }).click();
  }
  await rename(page, elementKinds[element.kind].label, element.name);
}

async function set(page: Page, property: Property, value: unknown): Promise<void> {
  const panel = page.getByRole('tabpanel', { name: 'Properties' });
  const section = panel.getByRole('button', { name: property.section, exact: true });
  if ((await section.getAttribute('aria-expanded')) === 'false') await section.click();
  const control = panel.getByLabel(property.label, { exact: true });
  switch (property.type) {
    case 'number':
      return setNumbers(page, { [property.label]: String(value) });
    case 'colour':
    case 'paint':
      if (typeof value === 'object' && value !== null)
        return setPattern(page, property, value as PatternPaint);
      await control.fill(String(value));
      return page.keyboard.press('Enter');
    case 'text':
      await control.fill(String(value));
      return page.keyboard.press('Enter');
    case 'yes-no':
      return control.setChecked(Boolean(value));
    default:
      await control.selectOption(String(value));
  }
}

async function setPattern(page: Page, { label }: Property, paint: PatternPaint): Promise<void> {
  await page.getByRole('button', { name: `${label}: gradients, patterns and pictures` }).click();
  const box = page.getByRole('dialog', { name: `${label} in full` });
  await box.getByLabel('Kind').selectOption('pattern');
  await box.getByLabel('Pattern', { exact: true }).selectOption(paint.pattern);
  for (const [name, value] of [
    ['Size', paint.size],
    ['Angle', paint.angle],
    ['Pattern colour', paint.ink],
    ['On', paint.base],
  ] as const) {
    await box.getByLabel(name, { exact: true }).fill(String(value));
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
}

/** Sets what of an element is not as it is usually. */
async function setAll(page: Page, element: Element): Promise<void> {
  const kind = elementKinds[element.kind];
  for (const property of kind.properties) {
    const value = (element as unknown as Bag)[property.key];
    const isPlaced = property.key === 'x' || property.key === 'y';
    if (isPlaced || JSON.stringify(value) !== JSON.stringify(kind.defaults[property.key]))
      await set(page, property, value);
  }
}

/** Makes a template in the interface, property by property, from what is written of it. */
async function rebuild(page: Page, wanted: Template): Promise<void> {
  // A low window has a small stage, which is quickly drawn: all is typed here, nothing is dragged.
  await page.setViewportSize({ width: 1280, height: 640 });
  await page.goto(`${server.url}/build/name-line`);
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
  await page.getByLabel('Name of the template').fill('Made again');
  await page.keyboard.press('Enter');
  for (const element of paintOrder(wanted)) {
    await add(page, element);
    await setAll(page, element);
  }
  const nameOf = (id: string | null): string => (id === null ? 'Canvas' : (wanted.elements[id]?.name ?? ''));
  const counts = new Map<string, number>();
  for (const tether of wanted.tethers) {
    await choose(page, nameOf(tether.element));
    const index = (counts.get(tether.element) ?? 0) + 1;
    counts.set(tether.element, index);
    await page.getByRole('button', { name: 'Add a tether' }).click();
    if (tether.to === null) await clickStage(page, { x: 5, y: 5 });
    else await choose(page, nameOf(tether.to));
    const group = page.getByRole('group', { name: `Tether ${index}` });
    await group.getByLabel('Own edge').selectOption(tether.edge);
    await group.getByLabel('Followed edge').selectOption(tether.toEdge);
    await group.getByLabel('Offset').fill(String(tether.offset));
    await page.keyboard.press('Enter');
  }
}

async function frameOf(page: Page, template: string): Promise<Picture> {
  await page.goto(`${server.url}/frame?template=${encodeURIComponent(template)}&width=960&height=540`);
  await page.waitForSelector('html[data-ready]', { state: 'attached' });
  expect(await page.locator('html').getAttribute('data-error')).toBeNull();
  return Picture.of(page);
}

/** Releases the show and compares the frame of what was made with that of the shipped one. */
async function compare(page: Page, shipped: string): Promise<void> {
  await page.getByRole('button', { name: 'Release…' }).click();
  // The show on air is that of the test before: this draft began earlier, and says so.
  const over = page.getByLabel('Release over it: what is listed is lost on air');
  await expect(page.getByRole('dialog')).toBeVisible();
  if (await over.isVisible()) await over.check();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Release/ })
    .click();
  await expect(page.getByText('Draft is as released')).toBeVisible();
  const frames = await page.context().newPage();
  await frames.setViewportSize({ width: 960, height: 540 });
  const theirs = await frameOf(frames, shipped);
  const ours = await frameOf(frames, 'Made again');
  expect(ours.inked()).toEqual(theirs.inked());
  expect(ours.differs(theirs)).toBe(0);
  await frames.close();
}

test('the gust alarm, of cloth with a weave, with its tethers', async ({ page }) => {
  await rebuild(page, gustAlarm());
  await compare(page, 'Gust alarm');
});
