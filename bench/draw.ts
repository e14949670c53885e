// frame.draw.peer.ratio: what a frame of 40 words, 40 boxes and 4 masks, all moving, takes at 1920x1080 until a pixel of it
// has been read, over what a general 2D WebGL library takes for the same in the same browser.
// frame.draw.calls.40, frame.targets.40: draw calls of such a frame, and changes of target.
// text.count.minute.textures: what a stopwatch of tenths draws anew in a minute, after its first second.
import { figuresOfPage } from './running';

interface Drawn {
  readonly own: number;
  readonly peer: number;
  readonly counts: { readonly draws: number; readonly targets: number };
  readonly minute: number;
}

export async function drawFigures(): Promise<Record<string, number>> {
  const { own, peer, counts, minute } = await figuresOfPage<Drawn>('bench/draw-page.ts', 'drawFigures');
  return {
    'frame.draw.peer.ratio': own / peer,
    'frame.draw.calls.40': counts.draws,
    'frame.targets.40': counts.targets,
    'text.count.minute.textures': minute,
  };
}
