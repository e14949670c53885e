// How long the frames of a phase take: evaluated, drawn at full size and read back, as the figures of the bench want it.
import { evaluate, momentIn, type Scene } from '../core/frame';
import { phaseEnd } from '../core/motion';
import type { PhasePlace } from '../core/show';
import type { Renderer } from '../render';

/** Frames from one that is drawn to the next. */
const step = 4;

/** The mean of a frame in ms, over a phase; once before that, to compile and raster what it shows. */
export function drawTimes(
  scene: Scene,
  { ref, phase }: Pick<PhasePlace, 'ref' | 'phase'>,
  renderer: Renderer,
  size: { readonly width: number; readonly height: number },
): number {
  const view = renderer.newView();
  renderer.reserve(size.width, size.height);
  const frames = phaseEnd(phase) + 1;
  let mean = 0;
  for (let pass = 0; pass < 2; pass += 1) {
    const start = performance.now();
    let count = 0;
    for (let frame = 0; frame < frames; frame += step) {
      count += 1;
      const moment = momentIn(scene.template, ref, frame, 0, false);
      view.draw([evaluate(scene, moment)], {
        ...size,
        pixelWidth: size.width,
        pixelHeight: size.height,
        mode: 'full',
        placeholders: false,
      });
      // What is read back has been drawn.
      renderer.readCells(16, 16, 1, 1);
    }
    mean = (performance.now() - start) / count;
  }
  view.dispose();
  return mean;
}
