import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  makeTrack,
  newCascade,
  newChange,
  newElement,
  newPhase,
  newTemplate,
  newTether,
  newTextField,
  newTie,
  type Change,
  type Element,
  type Template,
  type Track,
  type Values,
} from '../show';
import type { TextMeasure } from '../text';
import { countOf } from './count';
import { pieceLength, type DisplayNode, type GroupNode } from '../display';
import {
  evaluate,
  holdMoment,
  looksSame,
  momentIn,
  posedValue,
  prepareScene,
  type Moment,
  type Scene,
} from './index';

const measure: TextMeasure = {
  width: (text, face) => text.length * face.size * 0.5,
  metrics: (face) => ({ ascent: face.size, descent: 0 }),
};
type Keys = readonly (readonly [number, number | string])[];
const track = (element: string, property: string, keys: Keys, given: Partial<Track> = {}): Track =>
  makeTrack(
    `${element} ${property} ${given.side ?? ''}`,
    element,
    property,
    keys.map(([frame, value]) => [frame, value, 'linear']),
    given,
  );
const rect = (id: string, given: Partial<Extract<Element, { kind: 'rect' }>> = {}): Element =>
  newElement('rect', id, id, { x: 100, y: 100, w: 200, h: 100, ...given });
const text = (id: string, words: string, given: Partial<Extract<Element, { kind: 'text' }>> = {}): Element =>
  newElement('text', id, id, {
    x: 100,
    y: 100,
    w: 800,
    h: 40,
    size: 40,
    text: words,
    vertical: 'top',
    ...given,
  });

const template = (elements: Element[], order: string[], given: Partial<Template> = {}): Template =>
  newTemplate('t', 'T', {
    width: 1000,
    height: 500,
    elements: Object.fromEntries(elements.map((e) => [e.id, e])),
    order,
    ...given,
  });
const phases = (
  enter: Track[],
  exit: Track[] = [],
  idle: Track[] = [],
  idleFrames = 0,
): Template['phases'] => ({
  enter: { ...newPhase(20), tracks: enter },
  idle: { ...newPhase(idleFrames), tracks: idle },
  exit: { ...newPhase(20), tracks: exit },
});
const scene = (t: Template, change?: { change: Change; from: Values }, to: Values = {}): Scene =>
  prepareScene(t, to, measure, { change });
const at = (phase: Moment['phase'], frame: number, given: Partial<Moment> = {}): Moment => ({
  phase,
  frame,
  enterFrame: null,
  time: 0,
  ...given,
});

function findAll(root: GroupNode): Map<string, DisplayNode> {
  const found = new Map<string, DisplayNode>();
  const walk = (node: DisplayNode): void => {
    found.set(node.key.slice(2), node);
    if (node.kind === 'group') node.children.forEach(walk);
  };
  root.children.forEach(walk);
  return found;
}
const node = (s: Scene, moment: Moment, id: string): DisplayNode => {
  const found = findAll(evaluate(s, moment)).get(id);
  if (!found) throw new Error(`no node ${id}`);
  return found;
};
/** Where the top left of a node is seen. */
const seen = (n: DisplayNode): number[] =>
  [n.matrix[12] ?? NaN, n.matrix[13] ?? NaN].map((v) => Math.round(v * 1e6) / 1e6);
/** Everything of a tree that a picture depends on, as words. */
const told = (root: GroupNode): string =>
  JSON.stringify(
    [...findAll(root)].map(([id, n]) => [
      id,
      n.visible,
      n.opacity,
      [...n.matrix],
      n.clipCount,
      n.clips.slice(0, n.clipCount).map((c) => [c.left, c.top, c.right, c.bottom]),
      n.effects,
      n.kind === 'rect' ? [n.w, n.h, n.fill, n.radii] : null,
      n.kind === 'text'
        ? [n.layout.lines.map((l) => l.text), n.colour, n.pieces ? [...n.pieces.state] : null]
        : null,
      n.kind === 'shape' ? n.drawing : null,
    ]),
  );

describe('what a track counts in', () => {
  const way = (
    box: Partial<Extract<Element, { kind: 'rect' }>>,
    unit: Track['unit'],
    value: number,
  ): number[] =>
    seen(
      node(
        scene(
          template([rect('a', box)], ['a'], {
            phases: phases([
              track(
                'a',
                'x',
                [
                  [0, value],
                  [20, 0],
                ],
                { unit },
              ),
            ]),
          }),
        ),
        at('enter', 0),
        'a',
      ),
    );
  test('its own sizes, those of the canvas, and ways out of the picture, so that long and short both just clear it', () => {
    expect(way({}, 'own', -1.5)).toEqual([-200, 100]);
    expect(way({}, 'canvas', 0.5)).toEqual([600, 100]);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 900 }), fc.integer({ min: 0, max: 900 }), (w, x) => {
        expect(way({ w, x }, 'clear', -1)[0]).toBe(-w);
        expect(way({ w, x }, 'clear', 1)[0]).toBe(1000);
      }),
    );
  });
  test('what clears the picture takes its shadow and its turn along', () => {
    expect(way({ shadow: true, shadowX: 0, shadowY: 0, shadowBlur: 20 }, 'clear', -1)[0]).toBe(-230);
    const turned = scene(
      template([rect('a', { rotation: 90 })], ['a'], {
        phases: phases([
          track(
            'a',
            'x',
            [
              [0, -1],
              [20, 0],
            ],
            { unit: 'clear' },
          ),
        ]),
      }),
    );
    // A box of 200 by 100 about (200, 150): turned it reaches from 150 to 250.
    expect(posedNow(turned, at('enter', 0), 'a', 'x')).toBe(100 - 250);
  });
  const posedNow = (s: Scene, moment: Moment, id: string, key: string): number => {
    evaluate(s, moment);
    return posedValue(s, id, key)?.now ?? NaN;
  };
  test('sizes of the group around it, else of the canvas', () => {
    const inside = template(
      [newElement('group', 'g', 'g', { children: ['a', 'b'] }), rect('a'), rect('b', { x: 500 })],
      ['g'],
      {
        phases: phases([
          track(
            'a',
            'x',
            [
              [0, 1],
              [20, 0],
            ],
            { unit: 'parent' },
          ),
        ]),
      },
    );
    expect(seen(node(scene(inside), at('enter', 0), 'a'))).toEqual([700, 100]);
  });
});

describe('any property moves', () => {
  test('corners, sizes about the pivot, colours; and all is at rest again when it holds', () => {
    const t = template([rect('a', { radiusTopLeft: 10, fill: '#000000', pivotX: 1 })], ['a'], {
      phases: phases([
        track('a', 'radiusTopLeft', [
          [0, 30],
          [20, 0],
        ]),
        track('a', 'w', [
          [0, 0.5],
          [20, 1],
        ]),
        track('a', 'fill', [
          [0, '#ffffff'],
          [20, '#000000'],
        ]),
      ]),
    });
    const s = scene(t);
    const early = node(s, at('enter', 0), 'a');
    if (early.kind !== 'rect') throw new Error('a rectangle is drawn as one');
    expect([early.radii[0], early.w, early.fill, seen(early)[0]]).toEqual([40, 100, '#ffffff', 200]);
    const held = node(s, holdMoment(0), 'a');
    expect(held).toMatchObject({ w: 200, fill: '#000000', radii: [10, 0, 0, 0] });
  });
  test('an outline is drawn as far as it has come; a gradient’s stops and angle go; blur makes a sheet only while it lasts', () => {
    const fill = {
      kind: 'linear',
      angle: 0,
      stops: [
        { at: 0, colour: '#000000' },
        { at: 1, colour: '#ffffff' },
      ],
    } as const;
    const t = template([rect('a', { outlineWidth: 4, fill: structuredClone(fill) as never })], ['a'], {
      phases: phases([
        track('a', 'drawEnd', [
          [0, 0],
          [20, 1],
        ]),
        track('a', 'fill.angle', [
          [0, 90],
          [20, 0],
        ]),
        track('a', 'fill.stops.1.at', [
          [0, -0.5],
          [20, 0],
        ]),
        track('a', 'blur', [
          [0, 20],
          [20, 0],
        ]),
      ]),
    });
    const s = scene(t);
    const half = node(s, at('enter', 10), 'a');
    expect(half.kind === 'shape' && half.drawing).toMatchObject({
      drawn: { from: 0, to: 0.5 },
      fill: { angle: 45, stops: [{ at: 0 }, { at: 0.75 }] },
    });
    expect(half.effects).toMatchObject({ blur: 10 });
    const held = node(s, holdMoment(0), 'a');
    expect([held.effects, held.kind === 'shape' && held.drawing.drawn]).toEqual([null, null]);
    expect(held.kind === 'shape' && held.drawing.fill).toEqual(fill);
  });
  test('a property that has gone under its track moves nothing, and nothing breaks', () => {
    const t = template([rect('a')], ['a'], {
      phases: phases([
        track('a', 'fill.angle', [
          [0, 90],
          [20, 0],
        ]),
        track('a', 'tracking', [
          [0, 90],
          [20, 0],
        ]),
        track('a', 'nothing', [[0, 1]]),
      ]),
    });
    const held = told(evaluate(scene(t), holdMoment(0)));
    expect(told(evaluate(scene(t), at('enter', 5)))).toBe(held);
  });
});

describe('words in parts', () => {
  const rising = (by: 'character' | 'word' | 'line', given: Partial<Track['cascade']> = {}): Scene =>
    scene(
      template([text('a', 'Two words')], ['a'], {
        phases: phases([
          track(
            'a',
            'y',
            [
              [0, 1],
              [20, 0],
            ],
            { unit: 'own', cascade: { ...newCascade(by), overlap: 0, ...given } },
          ),
        ]),
      }),
    );
  const states = (s: Scene, frame: number): { x: number; y: number; opacity: number }[] => {
    const own = node(s, at('enter', frame), 'a');
    if (own.kind !== 'text' || !own.pieces) throw new Error('it is not in pieces');
    const { state, list } = own.pieces;
    return list.map((_, i) => ({
      opacity: state[i * pieceLength] ?? NaN,
      x: state[i * pieceLength + 5] ?? NaN,
      y: Math.round((state[i * pieceLength + 6] ?? NaN) * 1e6) / 1e6,
    }));
  };
  test('one after another, by their own height; spaces are no part; at rest it is one again', () => {
    const s = rising('word');
    expect(states(s, 0).map((p) => p.y)).toEqual([40, 40]);
    expect(states(s, 10).map((p) => p.y)).toEqual([0, 40]);
    expect(states(s, 15).map((p) => p.y)).toEqual([0, 20]);
    expect(states(rising('character'), 0)).toHaveLength(8);
    const held = node(s, holdMoment(0), 'a');
    expect(held.kind === 'text' && held.pieces).toBeNull();
    // Where each piece lies at rest is where the whole has it.
    expect(states(s, 20).map((p) => p.x)).toEqual([0, 80]);
  });
  test('about each part’s middle it grows where it stands, about the whole it comes from the element’s pivot', () => {
    const grown = (pivot: 'part' | 'whole'): Scene =>
      scene(
        template([text('a', 'ab')], ['a'], {
          phases: phases([
            track(
              'a',
              'scale',
              [
                [0, 0.5],
                [20, 1],
              ],
              { cascade: { ...newCascade('character'), overlap: 1, pivot } },
            ),
          ]),
        }),
      );
    // Two letters of 20 px: middles at 10 and 30, the pivot at 20.
    expect(states(grown('part'), 0).map((p) => p.x)).toEqual([5, 25]);
    expect(states(grown('whole'), 0).map((p) => p.x)).toEqual([10, 20]);
  });
  test('tracking spreads letters from where the line is aligned', () => {
    const spread = (align: 'left' | 'centre'): number[] =>
      states(
        scene(
          template([text('a', 'abc', { align })], ['a'], {
            phases: phases([
              track('a', 'tracking', [
                [0, 500],
                [20, 0],
              ]),
            ]),
          }),
        ),
        0,
      ).map((p) => p.x);
    expect(spread('left')).toEqual([0, 40, 80]);
    expect(spread('centre')).toEqual([-20, 20, 60]);
  });
  test('letters take a colour one after another', () => {
    const t = template([text('a', 'ab', { colour: '#000000' })], ['a'], {
      phases: phases([
        track(
          'a',
          'colour',
          [
            [0, '#ffffff'],
            [20, '#000000'],
          ],
          {
            cascade: { ...newCascade('character'), overlap: 0 },
          },
        ),
      ]),
    });
    const own = node(scene(t), at('enter', 10), 'a');
    if (own.kind !== 'text' || !own.pieces) throw new Error('it is not in pieces');
    const tints = [0, 1].map((i) => [
      ...(own.pieces?.state.slice(i * pieceLength + 11, i * pieceLength + 16) ?? []),
    ]);
    expect(tints.map((tint) => tint.map((v) => Math.round(v * 1e3) / 1e3))).toEqual([
      [1, 0, 0, 0, 1],
      [1, 1, 1, 1, 1],
    ]);
  });
  test('the parts of a group take its motion in turn, hidden ones left out', () => {
    const t = template(
      [
        newElement('group', 'g', 'g', { children: ['a', 'h', 'b'] }),
        rect('a'),
        rect('h', { hidden: true }),
        rect('b', { x: 400 }),
      ],
      ['g'],
      {
        phases: phases([
          track(
            'g',
            'y',
            [
              [0, 50],
              [20, 0],
            ],
            { cascade: { ...newCascade('child'), overlap: 0 } },
          ),
        ]),
      },
    );
    const s = scene(t);
    evaluate(s, at('enter', 10));
    expect([
      posedValue(s, 'a', 'y')?.now,
      posedValue(s, 'b', 'y')?.now,
      posedValue(s, 'g', 'y')?.now,
    ]).toEqual([100, 150, 100]);
  });
});

describe('numbers that count', () => {
  test('keep their marks, decimals and leading noughts, and end as the very words', () => {
    const written = (words: string, part: number, before: string | null = null): string => {
      const count = countOf(words, before);
      return count ? count.write(count.from + (count.to - count.from) * part) : 'none';
    };
    expect(written('87.4 points', 0.5)).toBe('43.7 points');
    expect(written('1,250', 0.5)).toBe('625');
    expect(written('12 500 m', 0.9)).toBe('11 250 m');
    expect(written('007', 0.5)).toBe('004');
    expect(written('−8', 0.5)).toBe('−4');
    expect(written('3,5 %', 0.5)).toBe('1,8 %');
    expect(written('20', 0.5, '10')).toBe('15');
    expect(written('8', 0.5, '9.5')).toBe('8.8');
    expect([written('Total: 87.4', 1), written('none here', 0), written('5', 0, 'words')]).toEqual([
      'Total: 87.4',
      'none',
      'none',
    ]);
  });
  test('a count track writes them, and right-aligned words keep their right edge', () => {
    const t = template([text('a', '100', { align: 'right' })], ['a'], {
      phases: phases([
        track('a', 'count', [
          [0, 0],
          [20, 1],
        ]),
      ]),
    });
    const s = scene(t);
    const shown = (frame: number): [string | undefined, number] => {
      const own = node(s, at('enter', frame), 'a');
      if (own.kind !== 'text') throw new Error('no words');
      return [own.layout.lines[0]?.text, (seen(own)[0] ?? 0) + own.layout.w];
    };
    expect([shown(0), shown(10), shown(20)]).toEqual([
      ['0', 900],
      ['50', 900],
      ['100', 900],
    ]);
  });
});

describe('a Change', () => {
  const fields = [newTextField('f', 'Name', 'Ida'), newTextField('g', 'Role', 'Pilot')];
  const lower = (change: Partial<Change>): Template =>
    template(
      [rect('bar', { fill: '#101010' }), text('name', 'Ida'), text('role', 'Pilot', { y: 200 })],
      ['bar', 'name', 'role'],
      {
        fields,
        ties: [newTie('name', 'text', 'f'), newTie('role', 'text', 'g')],
        tethers: [
          newTether('x', 'bar', 'left', 'name', 'left', -10),
          newTether('y', 'bar', 'right', 'name', 'right', 10),
        ],
        changes: [
          newChange('c', 'Change', {
            frames: 20,
            swap: 10,
            carryFrom: 0,
            carryTo: 20,
            carryEase: 'linear',
            ...change,
          }),
        ],
      },
    );
  const during = (t: Template, to: Values, frame: number): Map<string, DisplayNode> =>
    findAll(
      evaluate(scene(t, { change: t.changes[0] as Change, from: {} }, to), at('hold', 0, { change: frame })),
    );
  const words = (n: DisplayNode | undefined): string | null =>
    n?.visible && n.kind === 'text' ? (n.layout.lines[0]?.text ?? null) : null;

  test('old words until the swap, new ones from it on; what follows them goes smoothly from old to new', () => {
    const t = lower({});
    const to = { f: 'Philippa' };
    for (const [frame, old, now, width] of [
      [0, 'Ida', null, 80],
      [9, 'Ida', null, 80 + 100 * 0.45],
      [10, null, 'Philippa', 130],
      [20, null, 'Philippa', 180],
    ] as const) {
      const nodes = during(t, to, frame);
      expect([words(nodes.get('name~')), words(nodes.get('name'))]).toEqual([old, now]);
      const bar = nodes.get('bar');
      expect(bar?.kind === 'rect' && bar.w).toBeCloseTo(width);
      expect(seen(bar as DisplayNode)[0]).toBeCloseTo(90);
    }
  });
  test('tracks of the old and of the new move each alone; what has not changed stands still', () => {
    const t = lower({
      tracks: [
        track(
          'name',
          'y',
          [
            [0, 0],
            [10, -40],
          ],
          { side: 'old' },
        ),
        track(
          'name',
          'y',
          [
            [10, 40],
            [20, 0],
          ],
          { side: 'new' },
        ),
        track(
          'role',
          'y',
          [
            [0, 0],
            [10, -40],
          ],
          { side: 'old' },
        ),
      ],
    });
    const nodes = during(t, { f: 'Philippa' }, 5);
    expect(seen(nodes.get('name~') as DisplayNode)[1]).toBe(80);
    expect(seen(nodes.get('role') as DisplayNode)[1]).toBe(200);
    expect(nodes.has('role~')).toBe(false);
    const all = lower({ tracks: t.changes[0]?.tracks ?? [], sparesTheSame: false });
    expect(seen(during(all, { f: 'Philippa' }, 5).get('role~') as DisplayNode)[1]).toBe(180);
  });
  test('without a swap old and new are both there from beginning to end', () => {
    const t = lower({
      swap: null,
      tracks: [
        track(
          'name',
          'opacity',
          [
            [0, 1],
            [20, 0],
          ],
          { side: 'old' },
        ),
        track(
          'name',
          'opacity',
          [
            [0, 0],
            [20, 1],
          ],
          { side: 'new' },
        ),
      ],
    });
    const nodes = during(t, { f: 'Philippa' }, 5);
    expect([nodes.get('name~')?.opacity, nodes.get('name')?.opacity]).toEqual([0.75, 0.25]);
  });
  test('colours, numbers and counts go from the old value to the new', () => {
    const t = template([rect('bar', { fill: '#000000' }), text('points', '10')], ['bar', 'points'], {
      fields: [
        { id: 'c', kind: 'colour', name: 'Colour', group: '', help: '', default: '#000000' },
        { id: 'n', kind: 'number', name: 'Points', group: '', help: '', default: 10, min: null, max: null },
      ],
      ties: [
        newTie('bar', 'fill', 'c'),
        newTie('points', 'text', 'n'),
        { ...newTie('bar', 'w', 'n'), factor: 10 },
      ],
      changes: [
        newChange('c', 'Change', {
          frames: 20,
          carryFrom: 0,
          carryTo: 20,
          carryEase: 'linear',
          tracks: [
            track('points', 'count', [
              [0, 0],
              [20, 1],
            ]),
          ],
        }),
      ],
    });
    const half = during(t, { c: '#ffffff', n: 30 }, 10);
    const bar = half.get('bar');
    if (bar?.kind !== 'rect') throw new Error('no bar');
    expect([bar.w, words(half.get('points')), half.has('points~')]).toEqual([200, '20', false]);
    // Halfway in OKLab between black and white.
    expect(bar.fill).toBe('#636363');
    expect(words(during(t, { c: '#ffffff', n: 30 }, 20).get('points'))).toBe('30');
  });
  test('whatever it does, it begins as the old picture and ends as the new one', () => {
    const sides = fc.constantFrom('old', 'new', 'whole') as fc.Arbitrary<Track['side']>;
    const tracks = fc.array(
      fc.record({
        element: fc.constantFrom('name', 'role', 'bar'),
        property: fc.constantFrom('x', 'y', 'scale', 'rotation', 'opacity', 'wipeTop'),
        side: sides,
        value: fc.double({ min: 0, max: 1, noNaN: true }),
        frame: fc.integer({ min: 1, max: 19 }),
      }),
      { maxLength: 6 },
    );
    fc.assert(
      fc.property(tracks, fc.constantFrom(null, 0, 10), (list, swap) => {
        const t = lower({
          swap,
          tracks: list.map(({ element, property, side, value, frame }, i) => ({
            ...track(element, property, [[frame, value]], { side }),
            id: `k${i}`,
          })),
        });
        const to = { f: 'Philippa', g: 'Pilot' };
        const look = (nodes: Map<string, DisplayNode>, old: boolean): unknown =>
          ['bar', 'name', 'role'].map((id) => {
            const n = nodes.get(old ? `${id}~` : id) ?? nodes.get(id);
            return (
              n && [
                Math.round(n.opacity * 1e6),
                [...n.matrix].map((v) => Math.round(v * 1e4) + 0),
                n.clipCount,
                words(n),
              ]
            );
          });
        const rest = (values: Values): unknown =>
          look(findAll(evaluate(scene(t, undefined, values), holdMoment(0))), false);
        expect(look(during(t, to, 20), false)).toEqual(rest(to));
        if (swap !== 0) expect(look(during(t, to, 0), true)).toEqual(rest({}));
      }),
      { numRuns: 60 },
    );
  });
});

describe('idle, steps and moves', () => {
  const idle = template([rect('a')], ['a'], {
    phases: phases(
      [],
      [
        track('a', 'x', [
          [0, 0],
          [20, 500],
        ]),
      ],
      [
        track('a', 'y', [
          [0, 0],
          [10, 40],
          [20, 0],
        ]),
      ],
      20,
    ),
  });
  const height = (s: Scene, moment: Moment): number => seen(node(s, moment, 'a'))[1] ?? NaN;
  test('the loop begins and ends at rest and runs on without a jump while it leaves', () => {
    const s = scene(idle);
    expect([0, 5, 10, 20, 25].map((held) => height(s, at('hold', held, { held })))).toEqual([
      100, 120, 140, 100, 120,
    ]);
    expect(height(s, at('exit', 0, { held: 25 }))).toBe(height(s, at('hold', 25, { held: 25 })));
    expect(height(s, at('exit', 3, { held: 28 }))).toBe(132);
  });
  test('what a step brings is not seen before it and stays after it; Build sees the rest pose whole', () => {
    const t = template([rect('a')], ['a'], {
      steps: [
        {
          id: 's',
          name: 'One',
          ...newPhase(20),
          tracks: [
            track('a', 'opacity', [
              [5, 0],
              [20, 1],
            ]),
          ],
        },
      ],
    });
    const s = scene(t);
    const shown = (moment: Moment): boolean => node(s, moment, 'a').visible;
    expect(shown(momentIn(t, 'enter', 0, 0, true))).toBe(false);
    expect(shown(momentIn(t, 'hold', 0, 0, true))).toBe(false);
    expect(shown(momentIn(t, 's', 5, 0, true))).toBe(false);
    expect(node(s, momentIn(t, 's', 20, 0, true), 'a').opacity).toBe(1);
    expect(shown(momentIn(t, 'exit', 0, 0, true))).toBe(true);
    expect(shown(momentIn(t, 'hold', 0, 0, false))).toBe(true);
  });
  test('a move goes away from rest as far as it has come', () => {
    const t = template([rect('a')], ['a'], {
      moves: [
        {
          id: 'm',
          name: 'Tuck',
          ...newPhase(10),
          tracks: [
            track('a', 'x', [
              [0, 0],
              [10, 300],
            ]),
          ],
        },
      ],
    });
    expect([0, 5, 10].map((frame) => seen(node(scene(t), momentIn(t, 'm', frame, 0, true), 'a'))[0])).toEqual(
      [100, 250, 400],
    );
  });
  test('two moments look the same where only time has gone by, unless it idles', () => {
    const still = scene(template([rect('a')], ['a']));
    const [a, b] = [at('hold', 3, { held: 3 }), at('hold', 4, { held: 4 })];
    expect([looksSame(still, a, b), looksSame(scene(idle), a, b)]).toEqual([true, false]);
    expect(looksSame(still, a, { ...a, moves: [{ ref: 'm', frame: 1 }] })).toBe(false);
    expect(looksSame(still, { ...a, steps: [1] }, { ...a, steps: [2] })).toBe(false);
  });
});

describe('a picture is a function of its moment', () => {
  const letters = { ...newCascade('character'), order: 'random' as const };
  const busy = template([rect('a', { outlineWidth: 2 }), text('b', 'Flight 12')], ['a', 'b'], {
    phases: phases(
      [
        track('a', 'radiusTopLeft', [
          [0, 40],
          [15, 0],
        ]),
        track('a', 'fill', [
          [0, '#ff0000'],
          [18, '#1d4e5a'],
        ]),
        track('a', 'blur', [
          [0, 9],
          [12, 0],
        ]),
        track('a', 'drawEnd', [
          [2, 0],
          [20, 1],
        ]),
        track(
          'b',
          'rotation',
          [
            [0, 90],
            [20, 0],
          ],
          { cascade: letters },
        ),
        track(
          'b',
          'opacity',
          [
            [0, 0],
            [20, 1],
          ],
          { cascade: letters },
        ),
      ],
      [
        track('b', 'tracking', [
          [0, 0],
          [20, 300],
        ]),
        track('a', 'w', [
          [0, 1],
          [20, 0],
        ]),
      ],
      [
        track('a', 'rotation', [
          [0, 0],
          [30, 360],
        ]),
      ],
      30,
    ),
  });
  test('moments in any order give what each gives by itself', () => {
    const moments = fc.array(
      fc.record({
        phase: fc.constantFrom('enter', 'hold', 'exit') as fc.Arbitrary<Moment['phase']>,
        frame: fc.integer({ min: 0, max: 21 }),
        enterFrame: fc.option(fc.integer({ min: 0, max: 19 })),
        held: fc.option(fc.integer({ min: 0, max: 70 })),
      }),
      { minLength: 2, maxLength: 8 },
    );
    fc.assert(
      fc.property(moments, (list) => {
        const shared = scene(busy);
        const one = list.map((m) => told(evaluate(shared, { ...m, time: 0 })));
        const each = list.map((m) => told(evaluate(scene(busy), { ...m, time: 0 })));
        expect(one).toEqual(each);
        expect(one.join()).not.toContain('NaN');
      }),
      { numRuns: 40 },
    );
  });
  test('called off in mid-Enter it begins to leave from the very picture it was, and goes on without a jolt', () => {
    const t = template([rect('a')], ['a'], {
      phases: phases([
        track('a', 'x', [
          [0, -200],
          [20, 0],
        ]),
      ]),
    });
    const s = scene(t);
    const place = (moment: Moment): number => seen(node(s, moment, 'a'))[0] ?? NaN;
    expect(place(at('exit', 0, { enterFrame: 10 }))).toBe(place(at('enter', 10)));
    // 10 px a frame on the way in: the first frame of leaving is nearly as fast, the last ones stand.
    const steps = [1, 2, 3, 8, 9].map(
      (frame) =>
        place(at('exit', frame, { enterFrame: 10 })) - place(at('exit', frame - 1, { enterFrame: 10 })),
    );
    expect(steps[0]).toBeGreaterThan(9);
    expect(steps.every((step, i) => i === 0 || step <= (steps[i - 1] ?? 0))).toBe(true);
    expect(steps.at(-1)).toBe(0);
  });
  test('a phase of no length, with keys in it, is simply over', () => {
    const t = template([rect('a')], ['a'], {
      phases: {
        ...phases([track('a', 'x', [[0, -200]])]),
        enter: { ...newPhase(0), tracks: [track('a', 'x', [[0, -200]])] },
      },
    });
    expect(seen(node(scene(t), at('enter', 0), 'a'))).toEqual([100, 100]);
  });
});
