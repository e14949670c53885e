// Contact sheets: npm run sheet -- --template NAME [--package ID] [--text longest] [--backdrop beach] [--channel tall] [--crop] [--to FOLDER]
// Draws a template of the demo show, or of a package of the library, at moments of all its phases. Needs a build.
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { addFromLibrary, makeRelease, newShow, usualLanes } from '../src/core/show';
import { openBrowser, Running } from '../bench/running';
import { packages } from '../library';

const { values: given } = parseArgs({
  options: {
    template: { type: 'string' },
    package: { type: 'string' },
    text: { type: 'string', default: 'all' },
    backdrop: { type: 'string', default: 'all' },
    channel: { type: 'string' },
    cell: { type: 'string', default: '384' },
    columns: { type: 'string', default: '5' },
    crop: { type: 'boolean', default: false },
    to: { type: 'string', default: 'sheets' },
  },
});

const server = new Running();
await server.start();
const url = `http://localhost:${server.port}`;
const browser = await openBrowser();

/** A show of one package of the library, released to the server of this run. */
async function releasePackage(id: string): Promise<string[]> {
  const pack = packages.find((one) => one.id === id || one.name.toLowerCase() === id.toLowerCase());
  if (!pack)
    throw new Error(`sheet: no package ${id}; there are ${packages.map((one) => one.id).join(', ')}`);
  const show = newShow('sheet', pack.name, [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
    { id: 'tall', name: 'Tall', format: { width: 1080, height: 1920, rate: 50 }, lanes: usualLanes() },
  ]);
  let count = 0;
  const added = addFromLibrary(
    show,
    pack,
    pack.items.map((item) => item.template.id),
    () => `s${(count += 1)}`,
  );
  const send = async (path: string, type: string, body: string): Promise<unknown> => {
    const answer = await fetch(`${url}${path}`, { method: 'POST', headers: { 'content-type': type }, body });
    if (!answer.ok) throw new Error(`sheet: ${path} was refused: ${await answer.text()}`);
    return answer.json();
  };
  const { hash } = (await send(
    '/api/releases',
    'application/octet-stream',
    JSON.stringify(makeRelease(show)),
  )) as { hash: string };
  await send('/api/air/commands', 'application/json', JSON.stringify({ do: 'release', release: hash }));
  return added.map((one) => show.templates[one]?.name ?? '');
}

async function templatesOnAir(): Promise<string[]> {
  const get = async (path: string): Promise<unknown> => (await fetch(`${url}${path}`)).json();
  const { state } = (await get('/api/air')) as { state: { release: string } };
  const { templates } = (await get(`/api/releases/${state.release}`)) as {
    templates: Record<string, { name: string }>;
  };
  return Object.values(templates).map(({ name }) => name);
}

try {
  mkdirSync(given.to, { recursive: true });
  const all = given.package ? await releasePackage(given.package) : await templatesOnAir();
  const wanted = given.template ? [given.template] : all;
  const width = Number(given.columns) * (Number(given.cell) + 8) + 24;
  const page = await browser.newPage({ viewport: { width, height: 120 } });
  for (const template of wanted) {
    const query = new URLSearchParams({
      template,
      sheet: 'yes',
      text: given.text,
      backdrop: given.backdrop,
      cell: given.cell,
      columns: given.columns,
      ...(given.channel ? { channel: given.channel } : {}),
      ...(given.crop ? { crop: 'yes' } : {}),
    });
    await page.goto(`${url}/frame?${query.toString()}`);
    await page.locator('html[data-ready=true]').waitFor({ timeout: 120_000 });
    const wrong = await page.evaluate(() => document.documentElement.dataset['error'] ?? null);
    if (wrong) throw new Error(`sheet: ${template}: ${(await page.textContent('p')) ?? wrong}`);
    const path = join(given.to, `${template.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}.png`);
    await page.screenshot({ path, fullPage: true });
    console.log(path);
    const found = await page.evaluate(() => document.documentElement.dataset['findings'] ?? '');
    for (const line of found.split('\n').filter(Boolean)) console.log(`  ${line}`);
  }
} finally {
  await browser.close();
  await server.dispose();
}
