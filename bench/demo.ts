// crawl.minute.textures: how many textures a minute of the beach crawl makes once it has come round.
// demo.frame.draw.ratio: what a frame of the Enter of the demo's dearest template takes, over one of a plain name line (a
// square, a bar, two lines, wipes); by template as demo.draw.<id>.ratio. Both in one browser, drawn at 1920x1080.
import { readFileSync } from 'node:fs';
import { openDocument, type Release } from '../src/core/show';
import { openBrowser, Running } from './running';

const plainId = 'plain-name-line';

/** The name line of the first shows. */
function plainNameLine(): Release['templates'][string] {
  const read = openDocument(JSON.parse(readFileSync('src/core/show/fixtures/format-2.json', 'utf8')));
  const found = 'show' in read ? read.show.templates['name-line'] : undefined;
  if (!found) throw new Error('bench: the old name line is not in its fixture');
  // Its picture is in no show of today.
  for (const element of Object.values(found.elements)) if (element.kind === 'picture') element.asset = null;
  for (const field of found.fields) if (field.kind === 'picture') field.default = null;
  return { ...found, id: plainId, name: 'Plain name line' };
}

export async function demoFigures(): Promise<Record<string, number>> {
  const server = new Running();
  await server.start();
  const ids: string[] = [];
  await server.release((release) => {
    ids.push(...Object.keys(release.templates));
    return { ...release, templates: { ...release.templates, [plainId]: plainNameLine() } };
  });
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 400, height: 300 } });
  const time = async (id: string): Promise<number> => {
    await page.goto(`http://localhost:${server.port}/frame?template=${id}&phase=enter&times=yes`);
    const html = page.locator('html');
    await page.locator('html[data-times], html[data-error]').waitFor({ state: 'attached', timeout: 240_000 });
    const wrong = await html.getAttribute('data-error');
    if (wrong !== null) throw new Error(`bench: ${id} is not drawn: ${wrong}`);
    return Number(await html.getAttribute('data-times'));
  };
  /** Textures that a minute of the crawl makes once it has come round. */
  const minuteOf = async (number: string): Promise<number> => {
    await page.goto(`http://localhost:${server.port}/frame?card=${number}&minute=60`);
    const html = page.locator('html');
    await page
      .locator('html[data-minute], html[data-error]')
      .waitFor({ state: 'attached', timeout: 240_000 });
    return Number(await html.getAttribute('data-minute'));
  };
  const figures: Record<string, number> = {};
  const minute = await minuteOf('321');
  const plain = await time(plainId);
  for (const id of ids) figures[`demo.draw.${id}.ratio`] = (await time(id)) / plain;
  await browser.close();
  await server.dispose();
  return {
    'crawl.minute.textures': minute,
    'demo.frame.draw.ratio': Math.max(...Object.values(figures)),
    ...figures,
  };
}
