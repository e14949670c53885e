// motion.*: what one frame of motion costs: many tracks, a cascade over many letters, the check for flashes, and memory.
import { evaluate, prepareScene, type Scene } from '../src/core/frame';
import { flashes, flashGrid } from '../src/core/preflight';
import {
  makeTrack,
  newCascade,
  newElement,
  newPhase,
  newTemplate,
  type Template,
  type Track,
} from '../src/core/show';

const measure = {
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};

const withTracks = (elements: Template['elements'], tracks: Track[]): Template =>
  newTemplate('t', 'Bench', {
    elements,
    order: Object.keys(elements),
    phases: { enter: { ...newPhase(50), tracks }, idle: newPhase(0), exit: newPhase(0) },
  });

/** 400 elements with five tracks of five keys each. */
function manyTracks(): Scene {
  const ids = Array.from({ length: 400 }, (_, i) => `e${i}`);
  const ways = { x: [-90, 0], y: [40, 0], scale: [0.5, 1], rotation: [-20, 0], opacity: [0, 1] } as const;
  const tracks = ids.flatMap((id) =>
    Object.entries(ways).map(([property, [from, to]]) =>
      makeTrack(
        `${id} ${property}`,
        id,
        property,
        [0, 12, 24, 36, 50].map((frame, k) => [frame, from + ((to - from) * k) / 4]),
      ),
    ),
  );
  const elements = ids.map((id, i) => newElement('rect', id, id, { x: (i * 37) % 1800, y: (i * 53) % 1000 }));
  return prepareScene(withTracks(Object.fromEntries(elements.map((e) => [e.id, e])), tracks), {}, measure);
}

/** A text of 500 letters, each with its own way in: height, turn and opacity. */
function manyLetters(): Scene {
  const words = Array.from({ length: 100 }, (_, i) => `kite${i % 10}`).join(' ');
  const cascade = { ...newCascade('character'), order: 'random' as const };
  const way = (property: string, from: number, to: number): Track =>
    makeTrack(
      property,
      't',
      property,
      [
        [0, from],
        [50, to],
      ],
      { cascade },
    );
  const text = newElement('text', 't', 'Words', { text: words, fit: 'wrap', w: 1800, h: 1000, size: 30 });
  return prepareScene(
    withTracks({ t: text }, [way('y', 30, 0), way('rotation', -40, 0), way('opacity', 0, 1)]),
    {},
    measure,
  );
}

const median = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1] ?? 0;

function frameTime(scene: Scene): number {
  const times: number[] = [];
  for (let i = 0; i < 1500; i += 1) {
    const start = process.hrtime.bigint();
    evaluate(scene, { phase: 'enter', frame: i % 50, enterFrame: null, time: 0 });
    if (i >= 500) times.push(Number(process.hrtime.bigint() - start) / 1000);
  }
  return median(times);
}

/** Bytes that evaluating a frame leaves behind, the moment itself not counted. */
function allocated(scene: Scene): number {
  const moments = Array.from(
    { length: 50 },
    (_, frame) => ({ phase: 'enter', frame, enterFrame: null, time: 0 }) as const,
  );
  const run = (count: number): void => {
    for (let i = 0; i < count; i += 1) evaluate(scene, moments[i % 50] as (typeof moments)[number]);
  };
  run(3000);
  const rounds = Array.from({ length: 9 }, () => {
    const before = process.memoryUsage().heapUsed;
    run(400);
    return Math.max(0, (process.memoryUsage().heapUsed - before) / 400);
  });
  return median(rounds);
}

/** The check for flashes over a second of motion, in ms. */
function flashTime(): number {
  const cells = flashGrid.columns * flashGrid.rows;
  const frames = Array.from({ length: 50 }, (_, frame) =>
    Uint8ClampedArray.from({ length: cells * 4 }, (_, i) => (i % 4 === 3 ? 255 : (frame * 37 + i) % 256)),
  );
  const times: number[] = [];
  for (let i = 0; i < 60; i += 1) {
    const start = process.hrtime.bigint();
    flashes(frames, 50, 0);
    flashes(frames, 50, 235);
    if (i >= 10) times.push(Number(process.hrtime.bigint() - start) / 1e6);
  }
  return median(times);
}

export function motionFigures(): Record<string, number> {
  const [tracks, letters] = [manyTracks(), manyLetters()];
  return {
    'motion.eval.2000tracks.us': frameTime(tracks),
    'motion.cascade.500chars.us': frameTime(letters),
    'motion.alloc.bytes.per.frame': allocated(tracks),
    'motion.flash.check.ms': flashTime(),
  };
}
