import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  eases,
  mirrorEnter,
  moveKeys,
  removeKeys,
  setKey,
  trackProperties,
  type Key,
  type Phase,
  type Template,
  type Track,
  type TrackProperty,
} from '../show';
import {
  addPose,
  compileTrack,
  easeCurve,
  easeValue,
  phaseEnd,
  poseLength,
  restPose,
  sampleTrack,
  trackIndex,
  trackKinds,
} from './index';

const track = (property: TrackProperty, ...keys: [number, number, Key['ease']?][]): Track => ({
  id: 'k',
  element: 'e',
  property,
  unit: 'px',
  keys: keys.map(([frame, value, ease]) => ({ frame, value, ease: ease ?? 'linear' })),
});
const phase = (frames: number, ...tracks: Track[]): Phase => ({ frames, tracks });
const sample = (t: Track, name: 'enter' | 'exit', frames: number, at: number): number =>
  sampleTrack(compileTrack(t, name, phase(frames, t)), at);

describe('curves', () => {
  test('begin at nothing and end at all of the way; Hold jumps at the end', () => {
    for (const ease of eases)
      expect([easeValue(ease, 0), easeValue(ease, 1), easeValue(ease, -3), easeValue(ease, 7)]).toEqual([
        0, 1, 0, 1,
      ]);
    expect(easeValue('hold', 0.999)).toBe(0);
    expect(easeValue('linear', 0.25)).toBe(0.25);
  });
  test('lie on their cubic, as a search for the same abscissa by halving finds it', () => {
    const bezier = (a: number, b: number, t: number): number =>
      3 * (1 - t) ** 2 * t * a + 3 * (1 - t) * t * t * b + t ** 3;
    fc.assert(
      fc.property(
        fc.constantFrom(...eases.filter((e) => easeCurve(e))),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        (ease, x) => {
          const [x1, y1, x2, y2] = easeCurve(ease) as readonly [number, number, number, number];
          let [low, high] = [0, 1];
          for (let i = 0; i < 60; i += 1) {
            const middle = (low + high) / 2;
            if (bezier(x1, x2, middle) < x) low = middle;
            else high = middle;
          }
          expect(easeValue(ease, x)).toBeCloseTo(bezier(y1, y2, low), 4);
        },
      ),
    );
  });
  test('a strong stop is ahead of even, a strong start behind; past the mark goes past it', () => {
    expect(easeValue('strong-out', 0.3)).toBeGreaterThan(0.6);
    expect(easeValue('strong-in', 0.7)).toBeLessThan(0.4);
    expect(Math.max(...Array.from({ length: 50 }, (_, i) => easeValue('overshoot', i / 50)))).toBeGreaterThan(
      1.02,
    );
  });
});

describe('tracks', () => {
  test('hold their first value before it and their last behind it, so that nothing flashes up', () => {
    const t = track('opacity', [10, 0], [20, 1]);
    expect([0, 10, 15, 20, 99].map((frame) => sample(t, 'enter', 25, frame))).toEqual([0, 0, 0.5, 1, 1]);
  });
  test('find the right pair of keys among many', () => {
    const t = track('x', ...Array.from({ length: 100 }, (_, i): [number, number] => [i * 3, i * i]));
    for (const i of [0, 1, 49, 97])
      expect(sample(t, 'exit', 300, i * 3 + 1.5)).toBeCloseTo((i * i + (i + 1) ** 2) / 2);
  });
  test('values out of bounds are brought back into them', () => {
    expect(sample(track('wipeRight', [0, 5], [10, -3]), 'enter', 10, 0)).toBe(1);
    expect(sample(track('opacity', [0, -2], [10, 1]), 'enter', 10, 0)).toBe(0);
  });

  const keys = fc
    .uniqueArray(
      fc.record({
        frame: fc.nat(60),
        value: fc.double({ min: -500, max: 500, noNaN: true }),
        ease: fc.constantFrom(...eases),
      }),
      { minLength: 1, maxLength: 8, selector: (k) => k.frame },
    )
    .map((list) => [...list].sort((a, b) => a.frame - b.frame));

  test('whatever the keys: Enter ends at rest, Exit begins there, and nothing is ever not a number', () => {
    fc.assert(
      fc.property(keys, fc.constantFrom(...trackProperties), fc.nat(60), (list, property, frames) => {
        const t: Track = { ...track(property), keys: list };
        const own = phase(frames, t);
        const enter = compileTrack(t, 'enter', own);
        const exit = compileTrack(t, 'exit', own);
        expect(Math.abs(sampleTrack(enter, phaseEnd(own)) - trackKinds[property].neutral)).toBe(0);
        expect(Math.abs(sampleTrack(exit, 0) - trackKinds[property].neutral)).toBe(0);
        for (let frame = -1; frame < 62; frame += 0.5) {
          expect(Number.isFinite(sampleTrack(enter, frame))).toBe(true);
          expect(Number.isFinite(sampleTrack(exit, frame))).toBe(true);
        }
      }),
      { numRuns: 150 },
    );
  });
});

describe('two motions at once', () => {
  const pose = new Float64Array(poseLength);
  test('offsets add, factors multiply, wipes cover what the other left', () => {
    restPose(pose);
    for (const [property, a, b] of [
      ['x', 10, -4],
      ['scale', 0.5, 0.5],
      ['opacity', 0.5, 0.4],
      ['wipeLeft', 0.5, 0.5],
    ] as const) {
      addPose(pose, trackIndex[property], a);
      addPose(pose, trackIndex[property], b);
    }
    expect(pose[trackIndex.x]).toBe(6);
    expect(pose[trackIndex.scale]).toBe(0.25);
    expect(pose[trackIndex.opacity]).toBeCloseTo(0.2);
    expect(pose[trackIndex.wipeLeft]).toBe(0.75);
  });
});

describe('keys in hand', () => {
  const empty = (): Template => ({ phases: { enter: phase(20), exit: phase(20) } }) as unknown as Template;
  let count = 0;
  const newId = (): string => `n${(count += 1)}`;

  test('a key makes its track, keeps the order, replaces its like, and lengthens the phase', () => {
    const t = empty();
    setKey(t, 'enter', 'e', 'x', { frame: 30, value: 0 }, newId);
    setKey(t, 'enter', 'e', 'x', { frame: 0, value: -9 }, newId);
    setKey(t, 'enter', 'e', 'x', { frame: 0, value: -60, ease: 'gentle' }, newId);
    expect(t.phases.enter.tracks).toHaveLength(1);
    expect(t.phases.enter.tracks[0]?.keys.map((k) => [k.frame, k.value, k.ease])).toEqual([
      [0, -60, 'gentle'],
      [30, 0, 'strong-out'],
    ]);
    expect(t.phases.enter.frames).toBe(30);
  });
  test('keys never land on each other or before the start: then none moves', () => {
    const t = empty();
    for (const frame of [0, 10, 20]) setKey(t, 'exit', 'e', 'x', { frame, value: 0 }, newId);
    const id = t.phases.exit.tracks[0]?.id ?? '';
    const frames = (): number[] => t.phases.exit.tracks[0]?.keys.map((k) => k.frame) ?? [];
    expect(moveKeys(t, 'exit', [{ track: id, frame: 0 }], 10)).toBe(false);
    expect(moveKeys(t, 'exit', [{ track: id, frame: 0 }], -1)).toBe(false);
    expect(frames()).toEqual([0, 10, 20]);
    expect(
      moveKeys(
        t,
        'exit',
        [
          { track: id, frame: 0 },
          { track: id, frame: 10 },
        ],
        5,
      ),
    ).toBe(true);
    expect(moveKeys(t, 'exit', [{ track: id, frame: 20 }], 20)).toBe(true);
    expect([frames(), t.phases.exit.frames]).toEqual([[5, 15, 40], 40]);
  });
  test('a track goes with its last key', () => {
    const t = empty();
    setKey(t, 'enter', 'e', 'x', { frame: 4, value: 1 }, newId);
    removeKeys(t, 'enter', [{ track: t.phases.enter.tracks[0]?.id ?? '', frame: 4 }]);
    expect(t.phases.enter.tracks).toEqual([]);
  });
  test('mirrored, Exit is Enter backwards: what came last leaves first', () => {
    const t = empty();
    t.phases.enter = phase(
      30,
      track('wipeRight', [5, 1, 'strong-out'], [25, 0]),
      track('opacity', [0, 0], [8, 1]),
    );
    mirrorEnter(t, newId);
    const { enter, exit } = t.phases;
    for (let i = 0; i < enter.tracks.length; i += 1) {
      const [a, b] = [enter.tracks[i] as Track, exit.tracks[i] as Track];
      for (let frame = 0; frame <= 30; frame += 5) {
        if (i === 1)
          expect(sampleTrack(compileTrack(b, 'exit', exit), 30 - frame)).toBeCloseTo(
            sampleTrack(compileTrack(a, 'enter', enter), frame),
          );
      }
      expect(b.keys.map((k) => k.frame)).toEqual(a.keys.map((k) => 30 - k.frame).reverse());
    }
    expect(exit.tracks[0]?.keys[0]?.ease).toBe('strong-in');
  });
});
