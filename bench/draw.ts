// frame.draw.peer.ratio: what a frame of 40 words, 40 boxes and 4 masks, all moving, takes at 1920x1080 until a pixel of it
// has been read, over what a general 2D WebGL library takes for the same in the same browser.
// frame.draw.calls.40, frame.targets.40: draw calls of such a frame, and changes of target.
// text.count.minute.textures: what a stopwatch of tenths draws anew in a minute, after its first second.
import { buildSync } from 'esbuild';
import { openBrowser } from './running';

interface Drawn {
  readonly own: number;
  readonly peer: number;
  readonly counts: { readonly draws: number; readonly targets: number };
  readonly minute: number;
}

export async function drawFigures(): Promise<Record<string, number>> {
  const bundle = buildSync({
    entryPoints: ['bench/draw-page.ts'],
    bundle: true,
    format: 'iife',
    write: false,
    // Scripts that come late, and a library of fonts: not wanted here.
    external: ['*?inline', 'opentype.js'],
  });
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 400, height: 300 } });
  await page.goto('about:blank');
  await page.addScriptTag({ content: bundle.outputFiles[0]?.text ?? '' });
  const { own, peer, counts, minute } = await page.evaluate(() =>
    (globalThis as unknown as { drawFigures(): Promise<Drawn> }).drawFigures(),
  );
  await browser.close();
  return {
    'frame.draw.peer.ratio': own / peer,
    'frame.draw.calls.40': counts.draws,
    'frame.targets.40': counts.targets,
    'text.count.minute.textures': minute,
  };
}
