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

/** Seconds from one frame that is drawn to the next, of those that only count textures. */
const apart = 0.1;

/**
 * How many textures a minute of Hold makes, after a first pass of so many seconds in which everything is drawn once:
 * what runs, counts and turns by itself goes on meanwhile.
 */
export function texturesInAMinute(
  scene: Scene,
  renderer: Renderer,
  size: { readonly width: number; readonly height: number },
  pass: number,
): number {
  const view = renderer.newView();
  renderer.reserve(size.width, size.height);
  let before = 0;
  for (let age = 0; age < pass + 60; age += apart) {
    if (age < pass) before = renderer.texturesMade();
    const moment = { ...momentIn(scene.template, 'hold', 0, age, false), age };
    view.draw([evaluate(scene, moment)], {
      ...size,
      pixelWidth: size.width,
      pixelHeight: size.height,
      mode: 'full',
      placeholders: false,
    });
  }
  view.dispose();
  return renderer.texturesMade() - before;
}
