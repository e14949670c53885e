// What goes wrong with the server itself, as people see it: clocks that are set, releases that are gone, keys, damage.
import { expect, test } from '@playwright/test';
import { framed } from '../src/server/disk';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { Picture } from './pixels';
import { TestServer } from './server';

test('the machine’s clock was set back: what is on air stands, every screen says so, and clocks follow when told', async ({
  page,
}) => {
  const server = new TestServer();
  await server.start();
  await server.command({ do: 'take', channel: 'main', number: '101' });
  const clock = join(server.home, 'clock.json');
  await expect.poll(() => existsSync(clock)).toBe(true);
  await server.kill();
  // As if the clock had been two hours ahead until now.
  const text = readFileSync(clock, 'utf8');
  const mark = JSON.parse(text.slice(text.indexOf('{'))) as { at: number };
  writeFileSync(clock, framed(JSON.stringify({ ...mark, at: mark.at + 7200 })));
  await server.start();
  expect((await server.air()).onAir['main']).toMatchObject([{ number: '101', phase: 'hold' }]);
  await page.goto(`${server.url}/desk`);
  const band = page.getByRole('alert').filter({ hasText: 'was set back by 2 hours' });
  await expect(band).toBeVisible();
  const minutesOff = async (): Promise<number> => {
    const [h, m] = ((await page.getByRole('timer', { name: 'Time of day with frames' }).textContent()) ?? '')
      .split(':')
      .map(Number);
    const now = await page.evaluate(() => new Date().getHours() * 60 + new Date().getMinutes());
    return ((((h ?? 0) * 60 + (m ?? 0) - now) % 1440) + 1440) % 1440;
  };
  expect(Math.abs((await minutesOff()) - 120)).toBeLessThanOrEqual(1);
  await page.goto(`${server.url}/pad/pier`);
  await expect(band).toBeVisible();
  await page.getByRole('button', { name: 'Follow the machine’s clock' }).click();
  await expect(band).toHaveCount(0);
  await page.goto(`${server.url}/desk`);
  await expect
    .poll(async () => Math.min(await minutesOff(), 1440 - (await minutesOff())))
    .toBeLessThanOrEqual(1);
  expect((await server.air()).onAir['main']).toMatchObject([{ number: '101', phase: 'hold' }]);
  await server.dispose();
});

test('a release that the server has lost comes back from a page that has it; the output’s picture stands all the while', async ({
  page,
  browser,
}) => {
  const server = new TestServer();
  await server.start();
  await server.command({ do: 'take', channel: 'main', number: '401' });
  const output = await browser.newPage({ viewport: { width: 1920, height: 1080 } });
  await output.goto(`${server.url}/out/main`);
  await expect.poll(async () => (await Picture.of(output)).inked()).not.toBeNull();
  await expect.poll(async () => (await server.air()).onAir['main']?.[0]?.phase).toBe('hold');
  const before = await Picture.of(output);
  const { release } = (await server.air()).state;
  await server.kill();
  const files = ['releases', 'copies'].flatMap((folder) =>
    readdirSync(join(server.home, folder)).map((name) => join(server.home, folder, name)),
  );
  for (const path of files) writeFileSync(path, '{"torn');
  await server.start();
  // The output gives it back without a hand.
  const health = async () => (await (await fetch(`${server.url}/api/health`)).json()) as { status: string };
  await expect.poll(async () => (await health()).status).toBe('ok');
  expect((await Picture.of(output)).differs(before)).toBe(0);
  expect((await server.air()).state.release).toBe(release);
  expect((await server.command({ do: 'take', channel: 'main', number: '301' })).status).toBe(200);
  await page.goto(`${server.url}/desk`);
  await expect(page.getByRole('list', { name: 'Troubles of the server' })).toHaveCount(0);
  await output.close();
  await server.dispose();
});

test('a journal with a corrupt line: what can be saved is, every screen says what is missing until it is seen', async ({
  page,
}) => {
  const server = new TestServer();
  await server.start();
  for (const number of ['101', '401', '301']) await server.command({ do: 'take', channel: 'main', number });
  await server.kill();
  const folder = join(server.home, 'journal');
  const name =
    readdirSync(folder)
      .filter((own) => own.endsWith('.log'))
      .sort()
      .at(-1) ?? '';
  const lines = readFileSync(join(folder, name), 'utf8').split('\n');
  const at = lines.findIndex((line) => line.includes('"do":"take"') && line.includes('"number":"401"'));
  lines[at] = (lines[at] ?? '').replace('"take"', '"tame"');
  writeFileSync(join(folder, name), lines.join('\n'));
  await server.start();
  const air = (await server.air()).onAir['main']?.map(({ number }) => number);
  expect(air).toContain('101');
  expect(air).toContain('301');
  await page.goto(`${server.url}/build`);
  const troubles = page.getByRole('list', { name: 'Troubles of the server' });
  await expect(troubles).toContainText(`is damaged in line ${at + 1}`);
  await expect(troubles).toContainText('cannot be read from the journal');
  expect(readdirSync(join(folder, 'damaged'))).toContain(name);
  while ((await troubles.getByRole('button', { name: 'Seen' }).count()) > 0) {
    const left = await troubles.getByRole('button', { name: 'Seen' }).count();
    await troubles.getByRole('button', { name: 'Seen' }).first().click();
    await expect(troubles.getByRole('button', { name: 'Seen' })).toHaveCount(left - 1);
  }
  await expect(troubles).toHaveCount(0);
  await server.dispose();
});

test('keys are made at the machine and shown once; a link brings its key and leaves no trace of it', async ({
  page,
  browser,
}) => {
  const server = new TestServer();
  await server.start(['--lan']);
  await page.goto(`${server.url}/outputs`);
  await page.getByRole('button', { name: 'Access keys' }).click();
  await page
    .getByRole('list', { name: 'Roles' })
    .getByRole('listitem')
    .filter({ hasText: 'operate' })
    .getByRole('button', { name: 'New key' })
    .click();
  const key = (await page.getByRole('status', { name: 'Key' }).textContent()) ?? '';
  expect(key.length).toBeGreaterThan(20);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Access keys' }).click();
  await expect(page.getByText(key)).toHaveCount(0);
  const address = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .find(({ family, internal }) => family === 'IPv4' && !internal)?.address;
  if (address) {
    const other = await browser.newContext();
    await other.addInitScript(() => localStorage.setItem('jorvan.name', 'Phone'));
    const phone = await other.newPage();
    await phone.goto(`http://${address}:${server.port}/desk`);
    await expect(phone.getByText('This needs an access key.')).toBeVisible();
    await phone.goto('about:blank');
    await phone.goto(`http://${address}:${server.port}/desk#key=${key}`);
    await expect(phone.getByText('Server answers')).toBeVisible();
    expect(phone.url()).not.toContain(key);
    await phone.getByRole('button', { name: /people are here/ }).click();
    await expect(phone.getByText('You may operate here.')).toBeVisible();
    // The key that it keeps lets it operate from there, and no more than that.
    const status = (command: object) =>
      phone.evaluate(
        async (body) =>
          (
            await fetch('/api/air/commands', {
              method: 'POST',
              headers: {
                'content-type': 'application/json',
                authorization: `Bearer ${localStorage.getItem('jorvan.key')}`,
              },
              body: JSON.stringify(body),
            })
          ).status,
        command,
      );
    expect(await status({ do: 'take', channel: 'main', number: '401' })).toBe(200);
    expect(await status({ do: 'release', release: 'a'.repeat(64) })).toBe(403);
    await other.close();
  }
  await server.dispose();
});
