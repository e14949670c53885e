import { expect, type Page } from '@playwright/test';

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Where a point of the template's canvas is on the screen. */
export async function onScreen(page: Page, at: Point): Promise<Point> {
  const stage = page.locator('[data-stage]');
  const box = await stage.boundingBox();
  const place = await stage.evaluate((element) => ({
    zoom: Number(element.dataset['zoom']),
    x: Number(element.dataset['x']),
    y: Number(element.dataset['y']),
  }));
  return { x: (box?.x ?? 0) + place.x + at.x * place.zoom, y: (box?.y ?? 0) + place.y + at.y * place.zoom };
}

export async function clickStage(
  page: Page,
  at: Point,
  options: { shift?: boolean; double?: boolean } = {},
): Promise<void> {
  const point = await onScreen(page, at);
  if (options.shift) await page.keyboard.down('Shift');
  if (options.double) await page.mouse.dblclick(point.x, point.y);
  else await page.mouse.click(point.x, point.y);
  if (options.shift) await page.keyboard.up('Shift');
}

/** Drags with the mouse between two points of the canvas; `keys` are held meanwhile. */
export async function dragStage(
  page: Page,
  from: Point,
  to: Point,
  keys: readonly string[] = [],
): Promise<void> {
  const [a, b] = [await onScreen(page, from), await onScreen(page, to)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  for (const key of keys) await page.keyboard.down(key);
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 3 });
  await page.mouse.move(b.x, b.y, { steps: 3 });
  await page.mouse.up();
  for (const key of keys) await page.keyboard.up(key);
}

export const tool = (page: Page, name: string) =>
  page.getByRole('toolbar', { name: 'Stage' }).getByRole('button', { name }).click();

/** The row of an element in the outline. */
export const row = (page: Page, name: string) => page.getByRole('treeitem', { name, exact: true });

export const choose = (page: Page, name: string) =>
  row(page, name).getByRole('button', { name, exact: true }).click();

export async function rename(page: Page, from: string, to: string): Promise<void> {
  await row(page, from).getByRole('button', { name: from, exact: true }).dblclick();
  await page.getByLabel('Name of the element').first().fill(to);
  await page.keyboard.press('Enter');
  await expect(row(page, to)).toBeVisible();
}

/** Types exact values into the inspector, by label. */
export async function setNumbers(page: Page, values: Record<string, number | string>): Promise<void> {
  const panel = page.getByRole('tabpanel', { name: 'Properties' });
  for (const [label, value] of Object.entries(values)) {
    await panel.getByLabel(label, { exact: true }).fill(String(value));
    await page.keyboard.press('Enter');
  }
}

export const number = async (page: Page, label: string): Promise<number> =>
  Number(
    await page.getByRole('tabpanel', { name: 'Properties' }).getByLabel(label, { exact: true }).inputValue(),
  );

/** Drops a file on the middle of the stage. */
export async function drop(page: Page, name: string, bytes: Buffer): Promise<void> {
  const data = await page.evaluateHandle(
    ([fileName, base64]) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], fileName));
      return transfer;
    },
    [name, bytes.toString('base64')] as const,
  );
  const point = await onScreen(page, { x: 960, y: 540 });
  await page
    .getByRole('application')
    .dispatchEvent('drop', { dataTransfer: data, clientX: point.x, clientY: point.y });
}
