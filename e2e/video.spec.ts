// Videos and cameras on the stage.
import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import config from '../playwright.config';
import { alpha, pixel } from './pixels';
import { TestServer } from './server';
import { drop, row, setNumbers, tool } from './stage';

// A browser of its own: one that has drawn a hundred pages in software may stop decoding.
test.use({ launchOptions: { ...config.use?.launchOptions, slowMo: 1 } });

const server = new TestServer();
test.beforeAll(() => server.start());
test.afterAll(() => server.dispose());

test('a video stands where its seconds say; without a camera the stand-in shows', async ({ page }) => {
  await page.goto(`${server.url}/build/name-line`);
  await page.getByRole('button', { name: 'New template' }).click();
  await expect(page.getByLabel('Name of the template')).toHaveValue('New template');
  await drop(page, 'flag.webm', readFileSync('e2e/fixtures/red-then-blue.webm'));
  await row(page, 'flag').waitFor();
  await setNumbers(page, { X: 600, Y: 300, W: 640, H: 360, Speed: 0, From: 0.1 });
  await expect.poll(async () => ((await pixel(page, 900, 450))[0] ?? 0) > 180).toBe(true);
  // Over its end, where it does not loop, its last picture stays.
  await page.getByLabel('Loops', { exact: true }).uncheck();
  await setNumbers(page, { From: 60 });
  await expect.poll(async () => ((await pixel(page, 900, 450))[2] ?? 0) > 180).toBe(true);
  await page.keyboard.press('Control+a');
  await tool(page, 'Picture');
  await page.getByRole('menuitem', { name: 'Live camera' }).click();
  await setNumbers(page, { X: 100, Y: 700, W: 320, H: 180 });
  await expect.poll(() => alpha(page, 200, 800)).toBe(255);
});
