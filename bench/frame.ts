// frame.eval.500.us: the median time to evaluate one frame of a template with 500 animated elements.
// frame.eval.peer.ratio: the same with three moves each, beside a general animation library that seeks as many values.
import { createTimeline } from 'animejs';
import { evaluate, prepareScene } from '../src/core/frame';
import { makeTrack, newElement, newPhase, newTemplate, type Template, type Track } from '../src/core/show';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};

function template(count: number): Template {
  const ids = Array.from({ length: count }, (_, i) => `e${i}`);
  const track = (element: string, property: string, from: number, to: number): Track =>
    makeTrack(`${element} ${property}`, element, property, [
      [0, from],
      [50, to],
    ]);
  return newTemplate('t', 'Bench', {
    elements: Object.fromEntries(
      ids.map((id, i) => [id, newElement('rect', id, id, { x: (i * 37) % 1800, y: (i * 53) % 1000 })]),
    ),
    order: ids,
    phases: {
      enter: {
        ...newPhase(50),
        tracks: ids.flatMap((id) => [
          track(id, 'x', -100, 0),
          track(id, 'opacity', 0, 1),
          track(id, 'wipeRight', 1, 0),
        ]),
      },
      idle: newPhase(0),
      exit: newPhase(0),
    },
  });
}

/** The median time of a frame in us, of 50 that come one after another. */
export function frameTime(draw: (frame: number) => void): number {
  const times: number[] = [];
  for (let i = 0; i < 3000; i += 1) {
    const start = process.hrtime.bigint();
    draw(i % 50);
    const took = Number(process.hrtime.bigint() - start) / 1000;
    if (i >= 1000) times.push(took);
  }
  times.sort((a, b) => a - b);
  return times[times.length >> 1] ?? 0;
}

/** What a general animation library takes to seek 500 tweens of three values, which it writes and no more. */
function peerTime(): number {
  const timeline = createTimeline({ autoplay: false });
  for (let i = 0; i < 500; i += 1)
    timeline.add(
      { x: -90, opacity: 0, wipe: 1 },
      { x: 0, opacity: 1, wipe: 0, duration: 1000, ease: 'outExpo' },
      0,
    );
  return frameTime((frame) => void timeline.seek(frame * 20));
}

export function frameFigures(): Record<string, number> {
  const scene = prepareScene(template(500), {}, measure);
  const own = (): number =>
    frameTime((frame) => void evaluate(scene, { phase: 'enter', frame, enterFrame: null, time: 0 }));
  // Turn and turn about, so that both have the machine as it is.
  const pairs = Array.from({ length: 3 }, () => [own(), peerTime()] as const);
  const [least, peer] = [Math.min(...pairs.map(([a]) => a)), Math.min(...pairs.map(([, b]) => b))];
  return { 'frame.eval.500.us': least, 'frame.eval.peer.ratio': least / peer };
}
