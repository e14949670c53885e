import { describe, expect, test } from '@jest/globals';
import { converter, parse } from 'culori';
import fc from 'fast-check';
import {
  eases,
  makeTrack,
  newCascade,
  newChange,
  newTextField,
  poseKeys,
  poseMovables,
  trackModes,
  turnedEase,
  type CascadeOrder,
  type Ease,
  type Key,
  type PhaseKind,
  type PoseKey,
  type Track,
} from '../show';
import {
  addPose,
  chooseChange,
  coasted,
  coastFrames,
  compileColour,
  compileTrack,
  easeCurve,
  easeLabel,
  easeValue,
  endsAtRest,
  mixLab,
  neutralAt,
  phaseEnd,
  poseIndex,
  poseLength,
  restPose,
  roundOf,
  sampleColour,
  sampleTrack,
  timingOf,
  turnsOf,
  writeLab,
} from './index';

const anyEase: fc.Arbitrary<Ease> = fc.oneof(
  fc.constantFrom(...eases),
  fc.record({
    kind: fc.constant('curve' as const),
    x1: fc.double({ min: 0, max: 1, noNaN: true }),
    y1: fc.double({ min: -5, max: 5, noNaN: true }),
    x2: fc.double({ min: 0, max: 1, noNaN: true }),
    y2: fc.double({ min: -5, max: 5, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('spring' as const),
    swing: fc.double({ min: 0, max: 0.9, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('bounce' as const),
    times: fc.integer({ min: 1, max: 8 }),
    height: fc.double({ min: 0, max: 0.9, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('steps' as const),
    count: fc.integer({ min: 1, max: 20 }),
    first: fc.boolean(),
  }),
);

const compiled = (track: Track, kind: PhaseKind, frames: number, base = 0) => {
  const key = track.property as PoseKey;
  return compileTrack(track, kind, frames, poseMovables[key], poseIndex[key], base);
};
const at = (track: Track, kind: PhaseKind, frames: number, frame: number): number =>
  sampleTrack(compiled(track, kind, frames), frame);

describe('curves', () => {
  test('whatever the curve: nothing is gone before it, all of it after it, and it is always a number', () => {
    fc.assert(
      fc.property(anyEase, fc.double({ min: -1, max: 2, noNaN: true }), (ease, t) => {
        expect([easeValue(ease, 0), easeValue(ease, 1), easeValue(ease, -3), easeValue(ease, 7)]).toEqual([
          0, 1, 0, 1,
        ]);
        expect(Number.isFinite(easeValue(ease, t))).toBe(true);
        expect(easeValue(ease, NaN)).toBe(0);
        expect(easeLabel(ease)).not.toBe('');
      }),
    );
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
  test('a hold jumps at the end, steps jump on their way, a strong stop is ahead of even', () => {
    expect(easeValue('hold', 0.999)).toBe(0);
    expect([0.1, 0.3, 0.9].map((t) => easeValue({ kind: 'steps', count: 4, first: false }, t))).toEqual([
      0, 0.25, 0.75,
    ]);
    expect([0.1, 0.9].map((t) => easeValue({ kind: 'steps', count: 4, first: true }, t))).toEqual([0.25, 1]);
    expect(easeValue('strong-out', 0.3)).toBeGreaterThan(0.6);
    expect(easeValue('strong-in', 0.7)).toBeLessThan(0.4);
  });
  const crossings = (ease: Ease): number => {
    let count = 0;
    for (let i = 1; i < 400; i += 1)
      if (easeValue(ease, i / 400) > 1 !== easeValue(ease, (i - 1) / 400) > 1) count += 1;
    return count;
  };
  test('a spring swings past the mark and back, more with more swing; without swing never past it', () => {
    expect(crossings({ kind: 'spring', swing: 0 })).toBe(0);
    expect(crossings({ kind: 'spring', swing: 0.4 })).toBeGreaterThan(0);
    expect(crossings({ kind: 'spring', swing: 0.85 })).toBeGreaterThan(
      crossings({ kind: 'spring', swing: 0.4 }),
    );
  });
  test('a bounce touches the mark as often as it says, and comes back as high as it says', () => {
    const ease = { kind: 'bounce', times: 2, height: 0.25 } as const;
    const values = Array.from({ length: 2001 }, (_, i) => easeValue(ease, i / 2000));
    expect(Math.max(...values)).toBeLessThanOrEqual(1);
    const touches = values.filter(
      (v, i) => v > 0.998 && v >= (values[i - 1] ?? 0) && v > (values[i + 1] ?? 0),
    );
    // The fall itself, and each of the two after it.
    expect(touches).toHaveLength(3);
    // The whole lasts 1 + 2·0.5 + 2·0.25: the first bounce is highest at 1.5 of these 2.5.
    expect(easeValue(ease, 1.5 / 2.5)).toBeCloseTo(0.75, 5);
  });
  test('turned twice, every curve is itself; turned once it is the same way backwards', () => {
    fc.assert(
      fc.property(anyEase, fc.double({ min: 0.02, max: 0.98, noNaN: true }), (ease, t) => {
        const twice = turnedEase(turnedEase(ease));
        expect(easeValue(twice, t)).toBeCloseTo(easeValue(ease, t), 3);
        const hasNoBackward = typeof ease === 'object' && (ease.kind === 'spring' || ease.kind === 'bounce');
        const isJumpy = ease === 'hold' || (typeof ease === 'object' && ease.kind === 'steps');
        if (!hasNoBackward && !isJumpy)
          expect(easeValue(turnedEase(ease), 1 - t)).toBeCloseTo(1 - easeValue(ease, t), 3);
      }),
    );
    expect(turnedEase(turnedEase('hold'))).toBe('hold');
    expect(turnedEase('strong-in')).not.toBe('strong-in');
  });
});

describe('tracks', () => {
  test('hold their first value before it and their last behind it, so that nothing flashes up', () => {
    const t = makeTrack('k', 'e', 'opacity', [
      [10, 0, 'linear'],
      [20, 1],
    ]);
    expect([0, 10, 15, 20, 99].map((frame) => at(t, 'enter', 25, frame))).toEqual([0, 0, 0.5, 1, 1]);
  });
  test('find the right pair of keys among many', () => {
    const keys = Array.from({ length: 100 }, (_, i): [number, number, Ease] => [i * 3, i * i, 'linear']);
    const t = makeTrack('k', 'e', 'x', keys);
    for (const i of [0, 1, 49, 97])
      expect(at(t, 'exit', 300, i * 3 + 1.5)).toBeCloseTo((i * i + (i + 1) ** 2) / 2);
  });
  test('values out of bounds are brought back into them; two keys on one frame: the later holds', () => {
    expect(
      at(
        makeTrack('k', 'e', 'wipeRight', [
          [0, 5],
          [10, -3],
        ]),
        'enter',
        10,
        0,
      ),
    ).toBe(1);
    expect(
      at(
        makeTrack('k', 'e', 'opacity', [
          [0, -2],
          [10, 1],
        ]),
        'enter',
        10,
        0,
      ),
    ).toBe(0);
    const doubled = makeTrack('k', 'e', 'x', [
      [0, 0, 'linear'],
      [10, 5, 'linear'],
      [10, 50, 'linear'],
      [20, 50],
    ]);
    expect(at(doubled, 'exit', 20, 10)).toBe(50);
    expect(at(doubled, 'exit', 20, 5)).toBe(25);
  });
  test('own values are told as what they add to rest, factors of sizes too', () => {
    const value = makeTrack(
      'k',
      'e',
      'x',
      [
        [0, 500, 'linear'],
        [10, 100],
      ],
      { mode: 'value' },
    );
    expect(sampleTrack(compiled(value, 'enter', 10, 100), 0)).toBe(400);
    expect(sampleTrack(compiled(value, 'enter', 10, 100), 10)).toBe(0);
    const grow = makeTrack('k', 'e', 'w', [
      [0, 0, 'linear'],
      [10, 1],
    ]);
    expect(sampleTrack(compiled(grow, 'enter', 10, 300), 5)).toBe(-150);
  });
  test('an offset counts in its unit, which may be worth more to one side than to the other', () => {
    const t = makeTrack(
      'k',
      'e',
      'x',
      [
        [0, -1, 'linear'],
        [10, 1],
      ],
      { unit: 'clear' },
    );
    const own = compileTrack(t, 'step', 10, poseMovables.x, poseIndex.x, 0, { forward: 500, back: 120 });
    expect([0, 2.5, 5, 7.5, 10].map((frame) => sampleTrack(own, frame))).toEqual([-120, -60, 0, 250, 500]);
  });

  const keys = fc
    .uniqueArray(
      fc.record({
        frame: fc.nat(60),
        value: fc.double({ min: -500, max: 500, noNaN: true }),
        ease: anyEase,
      }),
      { minLength: 1, maxLength: 8, selector: (k) => k.frame },
    )
    .map((list): Key[] => [...list].sort((a, b) => a.frame - b.frame));

  test('whatever the keys: what enters ends at rest, what leaves begins there, a loop does both, and all are numbers', () => {
    const ends: Record<string, readonly [start: boolean, end: boolean]> = {
      enter: [false, true],
      exit: [true, false],
      move: [true, false],
      idle: [true, true],
      change: [true, true],
      step: [false, false],
    };
    fc.assert(
      fc.property(
        keys,
        fc.constantFrom(...poseKeys),
        fc.constantFrom(...trackModes),
        fc.constantFrom(...(Object.keys(ends) as PhaseKind[])),
        fc.nat(60),
        fc.constantFrom(0, 1, 100),
        (list, property, mode, kind, frames, base) => {
          const t: Track = { ...makeTrack('k', 'e', property, [], { mode }), keys: list };
          const own = compiled(t, kind, frames, base);
          const neutral = neutralAt(poseIndex[property]);
          const rests = (value: number): boolean =>
            Math.abs(value - neutral) < 1e-6 ||
            Math.abs(value % (roundOf(property, kind) ?? Infinity)) < 1e-6;
          const [start, end] = ends[kind] as readonly [boolean, boolean];
          if (start && property !== 'count') expect(rests(sampleTrack(own, 0))).toBe(true);
          if (end) expect(rests(sampleTrack(own, phaseEnd({ frames, tracks: [t] })))).toBe(true);
          for (let frame = -1; frame < 62; frame += 0.5)
            expect(Number.isFinite(sampleTrack(own, frame))).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
  test('a turn that has come round in a loop need not come back', () => {
    const t = makeTrack('k', 'e', 'rotation', [
      [0, 0, 'linear'],
      [50, 720],
    ]);
    expect(at(t, 'idle', 50, 25)).toBe(360);
  });
});

describe('colours on their way', () => {
  const toLab = converter('oklab');
  const hex = fc
    .tuple(fc.nat(255), fc.nat(255), fc.nat(255))
    .map((rgb) => `#${rgb.map((n) => n.toString(16).padStart(2, '0')).join('')}`);
  test('are what culori takes for OKLab, and come back as they were', () => {
    const lab = new Float64Array(4);
    fc.assert(
      fc.property(hex, (colour) => {
        writeLab(lab, 0, colour);
        const { l, a, b } = toLab(parse(colour)) as { l: number; a: number; b: number };
        expect(
          [lab[0], lab[1], lab[2]].map((n, i) => Math.abs((n ?? 9) - ([l, a, b][i] ?? 0)) < 2e-4),
        ).toEqual([true, true, true]);
        expect(mixLab(lab, 0, 0, 0)).toBe(colour);
      }),
    );
  });
  test('halfway lies halfway in OKLab, with the opacity between them; ends are exact', () => {
    const t = makeTrack('k', 'e', 'fill', [
      [0, '#ff000080', 'linear'],
      [10, '#0000ff'],
    ]);
    const own = compileColour(t, 'enter', 10, '#0000ff');
    expect([0, 10].map((frame) => sampleColour(own, frame))).toEqual(['#ff000080', '#0000ff']);
    // Björn Ottosson's example of the two: a purple, not the dark one of display values.
    expect(sampleColour(own, 5)).toMatch(/^#8c53a2c0$|^#8c53a[0-9a-f]c0$/);
    const off = compileColour(makeTrack('k', 'e', 'fill', [[0, '#00ff00']]), 'enter', 10, '#0000ff');
    expect(sampleColour(off, 10)).toBe('#0000ff');
  });
});

describe('cascades', () => {
  const orders: CascadeOrder[] = ['forward', 'backward', 'centre', 'edges', 'random'];
  test('whatever the overlap, the delay and the order: the first begins with the whole, the last ends with it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...orders),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 200 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.option(fc.nat(20)),
        fc.nat(99),
        (order, count, span, overlap, delay, seed) => {
          const { shifts, pace } = timingOf(
            { ...newCascade('character'), order, overlap, delay, seed },
            count,
            span,
          );
          expect(shifts).toHaveLength(count);
          expect(Math.min(...shifts)).toBe(0);
          expect(Math.max(...shifts) + span / pace).toBeCloseTo(span, 6);
          expect(pace).toBeGreaterThanOrEqual(1 - 1e-9);
        },
      ),
    );
  });
  test('overlap 0: each begins when the one before has ended; 1: all at once; a delay that has room is kept', () => {
    const none = timingOf({ ...newCascade('word'), overlap: 0 }, 5, 50);
    expect([...none.shifts].map((shift) => Math.round(shift * 1e6) / 1e6)).toEqual([0, 10, 20, 30, 40]);
    expect(none.pace).toBeCloseTo(5);
    const all = timingOf({ ...newCascade('word'), overlap: 1 }, 5, 50);
    expect([[...all.shifts], all.pace]).toEqual([[0, 0, 0, 0, 0], 1]);
    expect([...timingOf({ ...newCascade('word'), delay: 3 }, 4, 50).shifts]).toEqual([0, 3, 6, 9]);
    // Too many for it: each keeps a quarter of the whole.
    expect(timingOf({ ...newCascade('word'), delay: 30 }, 40, 100).pace).toBeCloseTo(4);
  });
  test('orders run as they say; random is the same for the same seed and another for another', () => {
    const of = (order: CascadeOrder, count: number, seed = 1): number[] => [
      ...turnsOf({ order, seed }, count),
    ];
    expect(of('forward', 4)).toEqual([0, 1, 2, 3]);
    expect(of('backward', 4)).toEqual([3, 2, 1, 0]);
    expect(of('centre', 5)).toEqual([2, 1, 0, 1, 2]);
    expect(of('edges', 5)).toEqual([0, 1, 2, 1, 0]);
    expect(of('edges', 4)).toEqual([0, 1, 1, 0]);
    const shuffled = of('random', 30);
    expect([...shuffled].sort((a, b) => a - b)).toEqual(of('forward', 30));
    expect(of('random', 30)).toEqual(shuffled);
    expect(of('random', 30, 2)).not.toEqual(shuffled);
  });
});

describe('motions at once', () => {
  const pose = new Float64Array(poseLength + 1);
  test('offsets add, factors multiply, wipes cover what the other left, and what is an element’s own adds', () => {
    restPose(pose);
    for (const [property, a, b] of [
      ['x', 10, -4],
      ['scale', 0.5, 0.5],
      ['opacity', 0.5, 0.4],
      ['wipeLeft', 0.5, 0.5],
    ] as const) {
      addPose(pose, poseIndex[property], a);
      addPose(pose, poseIndex[property], b);
    }
    addPose(pose, poseLength, 3);
    addPose(pose, poseLength, 4);
    expect([pose[poseIndex.x], pose[poseIndex.scale], pose[poseIndex.wipeLeft], pose[poseLength]]).toEqual([
      6, 0.25, 0.75, 7,
    ]);
    expect(pose[poseIndex.opacity]).toBeCloseTo(0.2);
  });
  test('called off, a motion slows evenly to a stop and never turns back', () => {
    expect(coasted(10, 0)).toBe(10);
    expect(coasted(10, 1) - 10).toBeGreaterThan(0.9);
    expect(coasted(10, coastFrames)).toBe(coasted(10, 500));
    for (let i = 0; i < 20; i += 0.5) expect(coasted(10, i + 0.5)).toBeGreaterThanOrEqual(coasted(10, i));
  });
  test('a move ends at rest when its last keys leave everything as it is', () => {
    const nod = makeTrack('a', 'e', 'y', [
      [0, 0],
      [5, 20],
      [10, 0],
    ]);
    const tuck = makeTrack('b', 'e', 'scale', [
      [0, 1],
      [10, 0.5],
    ]);
    expect([endsAtRest({ tracks: [nod] }), endsAtRest({ tracks: [nod, tuck] })]).toEqual([true, false]);
  });
});

describe('which Change runs', () => {
  const template = {
    ties: [],
    elements: {},
    bindings: [],
    fields: [newTextField('name', 'Name', 'Ida'), newTextField('score', 'Score', '0')],
    changes: [
      newChange('from', 'From A to B', { when: [{ is: 'from-to', field: 'name', from: 'A', to: 'B' }] }),
      newChange('up', 'More points', {
        when: [
          { is: 'only', field: 'score' },
          { is: 'greater', field: 'score' },
        ],
      }),
      newChange('less', 'Fewer points', { when: [{ is: 'less', field: 'score' }] }),
      newChange('named', 'Another name', { when: [{ is: 'changed', field: 'name' }] }),
      newChange('rest', 'All else'),
    ],
  };
  const chosen = (from: Record<string, string>, to: Record<string, string>, changes = template.changes) =>
    chooseChange({ ...template, changes }, from, to)?.id;
  test('the first whose rules all hold; the one without a rule for all that is left; none where nothing differs', () => {
    expect(chosen({ name: 'A' }, { name: 'B' })).toBe('from');
    expect(chosen({ score: '3' }, { score: '12,5' })).toBe('up');
    expect(chosen({ score: '3', name: 'A' }, { score: '12', name: 'C' })).toBe('named');
    expect(chosen({ score: '1 200' }, { score: '999' })).toBe('less');
    expect(chosen({ name: 'A' }, { name: 'C' })).toBe('named');
    expect(chosen({ score: 'x' }, { score: 'y' })).toBe('rest');
    // What is left out is the field's default.
    expect(chosen({}, { name: 'Ida' })).toBeUndefined();
    expect(chosen({ name: 'A' }, { name: 'C' }, template.changes.slice(0, 3))).toBeUndefined();
  });
});
