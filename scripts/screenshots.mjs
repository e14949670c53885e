// Takes docs/screenshots from the demo show on a server of its own: node scripts/screenshots.mjs [name …]
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const wanted = process.argv.slice(2);
const home = mkdtempSync(join(tmpdir(), 'jorvan-shots-'));
const server = spawn(process.execPath, ['dist/server.mjs'], {
  env: { ...process.env, JORVAN_HOME: home, JORVAN_PORT: '0' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
const url = await new Promise((resolve) => {
  let log = '';
  server.stdout.on('data', (data) => {
    log += data;
    const found = /Application\s+(http:\/\/localhost:\d+)\//.exec(log)?.[1];
    if (found && log.includes('Stop with')) resolve(found);
  });
});
const browser = await chromium.launch({
  executablePath: process.env.JORVAN_CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    '--ignore-gpu-blocklist',
    '--disable-background-networking',
    '--disable-gpu-compositing',
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.addInitScript(() => localStorage.setItem('jorvan.name', 'Ana'));
const shoot = async (name, steps) => {
  if (wanted.length > 0 && !wanted.includes(name)) return;
  await steps();
  await page.screenshot({ path: join('docs', 'screenshots', `${name}.png`) });
};
const settle = (ms = 1500) => page.waitForTimeout(ms);

await shoot('shows', async () => {
  await page.goto(`${url}/shows`);
  await settle(2500);
  // Small pictures are drawn one after another.
  await page.waitForFunction(
    () => [...document.querySelectorAll('canvas')].every((own) => own.dataset.drawn === 'true'),
    null,
    { timeout: 60_000 },
  );
});
await shoot('rows', async () => {
  await page.goto(`${url}/build/leaders`);
  await settle(3500);
  await page.getByRole('treeitem', { name: 'Places', exact: true }).click();
  await page.getByRole('tab', { name: 'Data' }).click();
  await page
    .getByRole('list', { name: 'Bindings of Leaders' })
    .getByRole('button', { name: /^Places/ })
    .click();
  await page.getByRole('button', { name: /^New places\b.*frames?/ }).click();
  await page.getByRole('region', { name: 'Rows of the score' }).focus();
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('tab', { name: 'Data' }).click();
  await settle();
});
await shoot('build', async () => {
  await page.goto(`${url}/build/round-score`);
  await settle(2500);
  await page.getByRole('button', { name: /^Another team\b.*frames?/ }).click();
  await page.getByLabel('Find in the score').fill('Team');
  await page.getByRole('button', { name: /^Team Y · new: 0.9 at Another team/ }).click();
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Escape');
  await page.getByRole('region', { name: 'Rows of the score' }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.getByRole('button', { name: /^Team Y · new: 0.9 at Another team/ }).click();
  await settle(600);
});
await shoot('library', async () => {
  await page.goto(`${url}/build/name-line`);
  await settle(1500);
  await page.getByRole('button', { name: 'Library of templates' }).click();
  await page.getByRole('heading', { name: 'Lantern' }).scrollIntoViewIfNeeded();
  await settle(3500);
});
await shoot('space', async () => {
  await page.goto(`${url}/build/kites-in-depth`);
  await settle(4000);
  const wind = page.getByRole('treeitem', { name: 'Wind on the pier', exact: true });
  await wind.getByRole('button', { name: 'Wind on the pier', exact: true }).click();
  await page.getByRole('button', { name: 'Space view' }).click();
  await settle(3000);
});
await shoot('data', async () => {
  await page.goto(`${url}/data/heats`);
  await page.getByRole('gridcell', { name: 'Ballet' }).first().click();
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowRight');
  await settle(2000);
});
await shoot('clocks', async () => {
  await page.goto(`${url}/data/duel-clock`);
  await settle(2500);
});
await shoot('checker', async () => {
  await page.goto(`${url}/data/checker/wind-gauge`);
  await page.getByRole('button', { name: /^Bar length/ }).click();
  await settle(2500);
});
const command = (body) =>
  fetch(`${url}/api/air/commands`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
const midShow = async () => {
  for (const number of ['101', '111', '201', '403']) await command({ do: 'take', channel: 'main', number });
  await command({ do: 'count', channel: 'main', lane: 'clock', field: 'Time', act: 'start' });
  await command({ do: 'add', channel: 'main', lane: 'clock', field: 'Loops', amount: 3 });
  await command({ do: 'take', channel: 'tall', number: '402' });
  await command({ do: 'take', channel: 'tall', number: '101' });
  await command({ do: 'note', card: 'card-406', note: 'Only if the wind drops', colour: 'kelp' });
  await command({ do: 'run', rundown: 'beach-loop', act: 'start', zone: 0 });
};
await shoot('desk', async () => {
  await midShow();
  await page.goto(`${url}/desk/main`);
  await settle(2500);
  await page.keyboard.type('601');
  await page.keyboard.press('Enter');
  await page.getByLabel('Rundown in hand').selectOption({ label: 'Beach screen loop' });
  await settle(2500);
});
await shoot('outputs', async () => {
  await command({ do: 'take', channel: 'main', number: '403' });
  const output = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
  await output.goto(`${url}/out/main?name=Switcher%20input%203&group=gallery`);
  const wall = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
  await wall.goto(`${url}/out/beach?name=Sand%20display`);
  await page.goto(`${url}/outputs`);
  await settle(2500);
  await wall.close();
  await settle(2500);
  await output.close();
});
await shoot('mixer', async () => {
  await command({ do: 'take', channel: 'main', number: '403' });
  await page.goto(`${url}/mixer`);
  await settle(1500);
  await page.getByRole('button', { name: 'Key it in' }).first().click();
  await page.getByLabel('Tells the Desk what is on program (tally)').click();
  await settle(3000);
});
await shoot('as-run', async () => {
  await midShow();
  await command({ do: 'clear', channel: 'main', lane: 'full', by: 'Ana' });
  await page.goto(`${url}/as-run`);
  await settle(2500);
});
await shoot('pad', async () => {
  await midShow();
  await command({ do: 'cue', channel: 'main', number: '405' });
  await page.goto(`${url}/pad/pier`);
  await settle(3000);
});
await shoot('on-air', async () => {
  await page.setViewportSize({ width: 1920, height: 1080 });
  await page.goto(`${url}/frame?card=405&backdrop=beach`);
  await page.waitForSelector('html[data-ready]', { state: 'attached' });
  await settle(500);
});
await shoot('standings', async () => {
  await page.setViewportSize({ width: 1920, height: 1080 });
  const take = (number) =>
    fetch(`${url}/api/air/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ do: 'take', channel: 'main', number }),
    });
  await page.goto(`${url}/out/main?background=7f9db5`);
  await settle(2500);
  await take('631');
  await settle(1200);
  await take('321');
  await settle(7000);
});
await shoot('maps', async () => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${url}/build/vote-map`);
  await settle(3500);
  await page.getByRole('treeitem', { name: 'Map', exact: true }).click();
  await page.getByRole('tab', { name: 'Data' }).click();
  await page
    .getByRole('list', { name: 'Bindings of Vote map' })
    .getByRole('button', { name: /^Rows/ })
    .click();
  await settle(1500);
});
await shoot('ticker', async () => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${url}/ticker`);
  await settle(6000);
  await page.request.post(`${url}/api/air/commands`, { data: { do: 'clear', channel: 'main', all: true } });
  await page.getByRole('button', { name: 'Start' }).click();
  await settle(9000);
  for (const key of ['ArrowDown', 'ArrowRight', 'ArrowRight', 'Enter', 'Enter', 'p'])
    await page.keyboard.press(key);
  await settle(1500);
});
await shoot('posts', async () => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${url}/posts`);
  await settle(5000);
  for (const key of ['ArrowDown', 'x', 'w', 'c', 'c', 'w', 'c']) {
    await page.keyboard.press(key);
    await settle(500);
  }
  await settle(3000);
  await page.keyboard.press('ArrowUp');
  await settle(2500);
});
await shoot('charts', async () => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${url}/build/vote-bars`);
  await settle(3500);
  await page.getByRole('treeitem', { name: 'Chart', exact: true }).click();
  const names = page.getByLabel('Several series', { exact: true });
  await names.evaluate((own) => own.scrollIntoView({ block: 'start' }));
  await settle(1200);
});
await browser.close();
server.kill('SIGKILL');
rmSync(home, { recursive: true, force: true });
