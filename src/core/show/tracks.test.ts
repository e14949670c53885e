import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  copyKeys,
  eases,
  makeTrack,
  mirrored,
  mirrorEnter,
  moveKeys,
  movableOf,
  movablesOf,
  newCascade,
  newChange,
  newElement,
  newPhase,
  newTemplate,
  newTextField,
  openDocument,
  newShow,
  pasteKeys,
  phasesOf,
  removeField,
  removeKeys,
  removePhase,
  reverseKeys,
  setKey,
  stretchKeys,
  usualLanes,
  type KeyPlace,
  type Phase,
  type Template,
} from './index';

let count = 0;
const newId = (): string => `n${(count += 1)}`;
const empty = (): Template =>
  newTemplate('t', 'T', {
    phases: { enter: newPhase(20), idle: newPhase(0), exit: newPhase(20) },
    elements: {
      e: newElement('rect', 'e', 'Bar'),
      w: newElement('text', 'w', 'Words'),
      g: newElement('group', 'g', 'Group', { children: [] }),
    },
    order: ['e', 'w', 'g'],
  });
const at = (element: string, property: string) => ({ element, property });
const keysOf = (t: Template, ref: 'enter' | 'exit', index = 0): [number, number | string][] =>
  t.phases[ref].tracks[index]?.keys.map((key) => [key.frame, key.value]) ?? [];
const places = (t: Template, ref: 'enter' | 'exit', ...frames: number[]): KeyPlace[] =>
  frames.map((frame) => ({ phase: ref, track: t.phases[ref].tracks[0]?.id ?? '', frame }));

describe('keys in hand', () => {
  test('a key makes its track, keeps the order, replaces its like, and lengthens the phase', () => {
    const t = empty();
    setKey(t, 'enter', at('e', 'x'), { frame: 30, value: 0 }, newId);
    setKey(t, 'enter', at('e', 'x'), { frame: 0, value: -9 }, newId);
    setKey(t, 'enter', at('e', 'x'), { frame: 0, value: -60, ease: 'gentle' }, newId);
    expect(t.phases.enter.tracks).toHaveLength(1);
    expect(t.phases.enter.tracks[0]?.keys.map((k) => [k.frame, k.value, k.ease])).toEqual([
      [0, -60, 'gentle'],
      [30, 0, 'strong-out'],
    ]);
    expect(t.phases.enter.frames).toBe(30);
  });
  test('a track meets rest as is usual for what it moves', () => {
    const t = empty();
    for (const property of ['opacity', 'x', 'fill'])
      setKey(t, 'exit', at('e', property), { frame: 0, value: 0 }, newId);
    expect(t.phases.exit.tracks.map((track) => track.mode)).toEqual(['factor', 'offset', 'value']);
  });
  test('keys never land on each other or before the start: then none moves', () => {
    const t = empty();
    for (const frame of [0, 10, 20]) setKey(t, 'exit', at('e', 'x'), { frame, value: frame }, newId);
    expect(moveKeys(t, places(t, 'exit', 0), 10)).toBe(false);
    expect(moveKeys(t, places(t, 'exit', 0), -1)).toBe(false);
    expect(stretchKeys(t, places(t, 'exit', 0, 10, 20), 0, 0.04)).toBe(false);
    expect(keysOf(t, 'exit')).toEqual([
      [0, 0],
      [10, 10],
      [20, 20],
    ]);
    expect(moveKeys(t, places(t, 'exit', 0, 10), 5)).toBe(true);
    expect(moveKeys(t, places(t, 'exit', 20), 20)).toBe(true);
    expect([keysOf(t, 'exit').map(([frame]) => frame), t.phases.exit.frames]).toEqual([[5, 15, 40], 40]);
  });
  test('stretched they spread from the one that stands; reversed they run the other way between their ends', () => {
    const t = empty();
    for (const frame of [0, 5, 20])
      setKey(t, 'enter', at('e', 'x'), { frame, value: frame, ease: 'strong-in' }, newId);
    expect(stretchKeys(t, places(t, 'enter', 0, 5, 20), 0, 2)).toBe(true);
    expect(keysOf(t, 'enter')).toEqual([
      [0, 0],
      [10, 5],
      [40, 20],
    ]);
    const turned = reverseKeys(t, places(t, 'enter', 0, 10, 40));
    expect(keysOf(t, 'enter')).toEqual([
      [0, 20],
      [30, 5],
      [40, 0],
    ]);
    expect(turned.map((key) => key.frame).sort((a, b) => a - b)).toEqual([0, 30, 40]);
    expect(t.phases.enter.tracks[0]?.keys[0]?.ease).not.toBe('strong-in');
  });
  test('copied keys go to other elements as far as these have what moves, and replace what stands there', () => {
    const t = empty();
    setKey(t, 'enter', at('w', 'tracking'), { frame: 4, value: 9 }, newId);
    setKey(t, 'enter', at('w', 'y'), { frame: 6, value: 40, ease: { kind: 'spring', swing: 0.5 } }, newId, {
      unit: 'own',
      cascade: newCascade('word'),
    });
    const all = t.phases.enter.tracks.map((track) => ({
      phase: 'enter',
      track: track.id,
      frame: track.keys[0]?.frame ?? 0,
    }));
    const clip = copyKeys(t, all);
    setKey(t, 'exit', at('e', 'y'), { frame: 12, value: 1 }, newId);
    expect(pasteKeys(t, 'exit', clip, 10, ['e'], newId)).toHaveLength(1);
    expect(t.phases.exit.tracks).toHaveLength(1);
    expect(keysOf(t, 'exit')).toEqual([[12, 40]]);
    expect(pasteKeys(t, 'exit', clip, 0, [], newId)).toHaveLength(2);
    expect(
      t.phases.exit.tracks.find((track) => track.element === 'w' && track.property === 'y'),
    ).toMatchObject({
      unit: 'own',
      cascade: { by: 'word' },
      keys: [{ frame: 2, ease: { kind: 'spring' } }],
    });
    expect(pasteKeys(t, 'nowhere', clip, 0, [], newId)).toEqual([]);
  });
  test('a track goes with its last key', () => {
    const t = empty();
    setKey(t, 'enter', at('e', 'x'), { frame: 4, value: 1 }, newId);
    removeKeys(t, places(t, 'enter', 4));
    expect(t.phases.enter.tracks).toEqual([]);
  });
});

describe('mirrored', () => {
  const phase: fc.Arbitrary<Phase> = fc
    .array(
      fc.record({
        property: fc.constantFrom('x', 'opacity', 'wipeTop'),
        by: fc.option(fc.constantFrom('forward', 'backward', 'centre', 'edges', 'random')),
        keys: fc.uniqueArray(
          fc.tuple(fc.nat(40), fc.integer({ min: -50, max: 50 }), fc.constantFrom(...eases)),
          { minLength: 1, maxLength: 6, selector: ([frame]) => frame },
        ),
      }),
      { maxLength: 4 },
    )
    .map((list) => ({
      frames: 40,
      markers: [{ id: 'm', frame: 12, name: 'Bell' }],
      tracks: list.map(({ property, by, keys }, i) =>
        makeTrack(
          `k${i}`,
          'e',
          property,
          [...keys].sort((a, b) => a[0] - b[0]),
          {
            cascade: by === null ? null : { ...newCascade('character'), order: by as 'forward' },
          },
        ),
      ),
    }));
  test('twice, a phase is what it was', () => {
    fc.assert(
      fc.property(phase, (own) => {
        const twice = mirrored(mirrored(own, newId), newId);
        expect({ ...twice, tracks: twice.tracks.map(({ id: _, ...rest }) => rest) }).toEqual({
          ...own,
          tracks: own.tracks.map(({ id: _, ...rest }) => rest),
        });
      }),
    );
  });
  test('once, what came last leaves first, as fast as it came', () => {
    const t = empty();
    t.phases.enter = {
      ...newPhase(30),
      tracks: [
        makeTrack('a', 'e', 'wipeRight', [
          [5, 1, 'strong-out'],
          [25, 0],
        ]),
        makeTrack(
          'b',
          'w',
          'opacity',
          [
            [0, 0],
            [8, 1],
          ],
          { cascade: newCascade('character') },
        ),
      ],
    };
    t.phases.exit.markers = [{ id: 'm', frame: 3, name: 'Gone' }];
    mirrorEnter(t, newId);
    expect(t.phases.exit.frames).toBe(30);
    expect(keysOf(t, 'exit')).toEqual([
      [5, 0],
      [25, 1],
    ]);
    expect(keysOf(t, 'exit', 1)).toEqual([
      [22, 1],
      [30, 0],
    ]);
    expect(t.phases.exit.tracks[1]?.cascade?.order).toBe('backward');
    expect(t.phases.exit.markers).toEqual([{ id: 'm', frame: 3, name: 'Gone' }]);
  });
  test('keys behind the end lengthen it, and none lands on another', () => {
    const turned = mirrored(
      {
        ...newPhase(10),
        tracks: [
          makeTrack('a', 'e', 'x', [
            [12, 1],
            [15, 2],
          ]),
        ],
      },
      newId,
    );
    expect([turned.frames, turned.tracks[0]?.keys.map((key) => key.frame)]).toEqual([15, [0, 3]]);
  });
});

describe('what moves', () => {
  test('depends on the element: words track and count, boxes grow, outlines are drawn, gradients have stops', () => {
    const keys = (kind: 'rect' | 'text' | 'group' | 'picture', given = {}): string[] =>
      movablesOf(newElement(kind, 'x', 'X', given)).map(({ key }) => key);
    expect(keys('text')).toEqual(expect.arrayContaining(['tracking', 'count', 'size', 'colour']));
    expect(keys('text')).not.toContain('w');
    expect(keys('rect')).toEqual(
      expect.arrayContaining(['w', 'drawEnd', 'radiusTopLeft', 'fill', 'outlineWidth']),
    );
    expect(keys('picture')).toEqual(expect.arrayContaining(['cutLeft', 'focusX']));
    expect(keys('group')).not.toContain('fill');
    const fill = {
      kind: 'linear',
      angle: 0,
      stops: [
        { at: 0, colour: '#000000' },
        { at: 1, colour: '#ffffff' },
      ],
    };
    expect(keys('rect', { fill })).toEqual(
      expect.arrayContaining(['fill.angle', 'fill.stops.0.colour', 'fill.stops.1.at']),
    );
    expect(keys('rect', { masks: [{ by: 'y', inverted: false, soft: 0 }] })).toContain('maskSoft');
    for (const kind of ['rect', 'text', 'group', 'picture'] as const) {
      const own = keys(kind);
      expect(new Set(own).size).toBe(own.length);
    }
    expect(movableOf(newElement('rect', 'x', 'X'), 'fill.angle')).toBeUndefined();
  });
});

describe('further phases', () => {
  test('stand on the ruler in the order of a life, and go with all that is in them', () => {
    const t = empty();
    t.changes.push(newChange('c', 'Change'));
    t.moves.push({ id: 'm', name: 'Tuck', ...newPhase(10) });
    t.steps.push({ id: 's', name: 'Next', ...newPhase(10) });
    expect(phasesOf(t).map(({ ref }) => ref)).toEqual(['enter', 'idle', 's', 'c', 'exit', 'm']);
    for (const ref of ['c', 'm', 's', 'enter']) removePhase(t, ref);
    expect(phasesOf(t).map(({ ref }) => ref)).toEqual(['enter', 'idle', 'exit']);
  });
  test('a rule goes with its field', () => {
    const t = { ...empty(), fields: [newTextField('f', 'Name', '')] };
    t.changes.push(newChange('c', 'Change', { when: [{ is: 'changed', field: 'f' }] }));
    removeField(t, 'f');
    expect(t.changes[0]?.when).toEqual([]);
  });
  test('a curve out of its bounds in a file is refused with its place', () => {
    const show = newShow('s', 'S', [
      { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
    ]);
    const t = empty();
    t.phases.enter.tracks = [
      makeTrack('k', 'e', 'x', [[0, 0, { kind: 'curve', x1: 1.4, y1: 0, x2: 0, y2: 1 }]]),
    ];
    show.templates['t'] = t;
    expect(openDocument(JSON.parse(JSON.stringify(show)))).toMatchObject({
      problem: {
        code: 'damaged-show',
        path: expect.stringContaining('templates.t.phases.enter.tracks.0.keys.0.ease'),
      },
    });
  });
});
