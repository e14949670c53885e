import { beforeEach, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  makeTrack,
  newChange,
  newElement,
  newPhase,
  newTemplate,
  newTextField,
  newTie,
  plainLook,
  type Release,
  type Template,
  type Values,
} from '../show';
import {
  airStateSchema,
  apply,
  commandSchema,
  emptyAir,
  graphicsOnAir,
  shownAt,
  type AirState,
  type Graphic,
} from './index';

const rate = 50;
const phases = { enter: newPhase(25), idle: newPhase(100), exit: newPhase(20) };
const template: Template = newTemplate('name', 'Name line', {
  lane: 'lower',
  elements: { e: newElement('text', 'e', 'E') },
  order: ['e'],
  fields: [newTextField('n', 'Name', 'none'), newTextField('r', 'Role', 'none')],
  phases,
  changes: [
    newChange('role', 'Only the role', { frames: 10, when: [{ is: 'only', field: 'r' }] }),
    newChange('all', 'All', { frames: 40 }),
  ],
  moves: [
    {
      id: 'tuck',
      name: 'Tuck away',
      ...newPhase(20),
      tracks: [
        makeTrack('k', 'e', 'x', [
          [0, 0],
          [20, 300],
        ]),
      ],
    },
    {
      id: 'nod',
      name: 'Nod',
      ...newPhase(20),
      tracks: [
        makeTrack('k', 'e', 'y', [
          [0, 0],
          [10, 9],
          [20, 0],
        ]),
      ],
    },
  ],
  steps: [
    { id: 's1', name: 'One', ...newPhase(10) },
    { id: 's2', name: 'Two', ...newPhase(10) },
  ],
});
const release: Release = {
  show: { id: 's', name: 'Show' },
  look: plainLook,
  channels: [
    {
      id: 'main',
      name: 'Main',
      format: { width: 1920, height: 1080, rate },
      lanes: [
        { id: 'lower', name: 'Lower' },
        { id: 'bug', name: 'Bug' },
      ],
    },
  ],
  templates: {
    name: template,
    plain: newTemplate('plain', 'Plain', { lane: 'bug', phases, fields: template.fields }),
    // It has no Change: what it shows has.
    frame: newTemplate('frame', 'Frame', {
      lane: 'bug',
      phases,
      elements: { i: newElement('inset', 'i', 'Inset', { template: 'name' }) },
      order: ['i'],
      fields: template.fields,
      ties: [newTie('i', 'values.n', 'n')],
    }),
  },
  cards: { a: { id: 'a', number: '1', template: 'name', values: { n: 'Ida', r: 'Pilot' } } },
  rundowns: [],
  pads: [],
  assets: {},
  sources: {},
  tables: {},
  views: {},
  clocks: {},
  tickers: {},
  scores: {},
};
const hash = '1'.repeat(64);
let state: AirState;
const go = (command: object, at: number): string => {
  const applied = apply(state, commandSchema.parse({ channel: 'main', ...command }), at, () => release);
  if ('problem' in applied) return applied.problem.code;
  state = applied.state;
  return 'done';
};
const send = (values: Values, at: number, more: object = {}): string =>
  go({ do: 'change', values, ...more }, at);
/** Name, role, and the Change with its frame at a time. */
const seen = (at: number): unknown => {
  const [own] = graphicsOnAir(state, 'main', at);
  if (!own) return null;
  const { values, changing } = own;
  return [
    values['n'],
    values['r'],
    changing && [changing.ref, Math.round(changing.frame), changing.from['n']],
  ];
};

beforeEach(() => {
  state = emptyAir();
  const applied = apply(state, commandSchema.parse({ do: 'release', release: hash }), 0, () => release);
  if ('state' in applied) state = applied.state;
  go({ do: 'take', number: '1' }, 10);
});

describe('new words for what is up', () => {
  test('come by the Change whose rules fit, and stand when it is over', () => {
    expect(send({ r: 'Judge' }, 20)).toBe('done');
    expect(seen(20.1)).toEqual(['Ida', 'Judge', ['role', 5, 'Ida']]);
    expect(seen(20.2)).toEqual(['Ida', 'Judge', null]);
    send({ n: 'Ox' }, 30);
    expect(seen(30.4)).toEqual(['Ox', 'Judge', ['all', 20, 'Ida']]);
    expect(graphicsOnAir(state, 'main', 30.4)[0]?.moment.change).toBeCloseTo(20);
    expect(seen(31)).toEqual(['Ox', 'Judge', null]);
  });
  test('a graphic without a Change stands by while that of its inset runs, if what is new reaches it', () => {
    go({ do: 'take', template: 'frame', values: { n: 'Ida', r: 'Pilot' } }, 40);
    const frame = (at: number) =>
      graphicsOnAir(state, 'main', at).find(({ graphic }) => graphic.template === 'frame');
    const to = (values: Values, at: number): void =>
      void go({ do: 'change', values, graphic: frame(at)?.graphic.id }, at);
    to({ n: 'Ox' }, 42);
    expect(frame(42.4)?.changing).toMatchObject({ ref: 'inset-change:40', frame: 20, from: { n: 'Ida' } });
    expect(frame(42.9)?.changing ?? null).toBeNull();
    // Nothing of the inset takes the role.
    to({ r: 'Judge' }, 44);
    expect(frame(44.1)?.changing ?? null).toBeNull();
    expect(frame(44.1)?.values['r']).toBe('Judge');
  });
  test('sent while a Change runs they wait for its end; of what waits the last word holds', () => {
    send({ n: 'A' }, 20);
    send({ n: 'B' }, 20.2);
    send({ n: 'C' }, 20.4);
    expect(seen(20.7)).toEqual(['A', 'Pilot', ['all', 35, 'Ida']]);
    expect(seen(20.9)).toEqual(['C', 'Pilot', ['all', 5, 'A']]);
    expect(seen(22)).toEqual(['C', 'Pilot', null]);
  });
  test('sent back while they wait, they never were', () => {
    send({ n: 'A' }, 20);
    send({ n: 'B' }, 20.2);
    send({ n: 'A' }, 20.4);
    expect(seen(20.9)).toEqual(['A', 'Pilot', null]);
  });
  test('without motion they are there at once, even in the midst of a Change', () => {
    send({ n: 'A' }, 20);
    send({ n: 'B' }, 20.2, { motion: false });
    expect(seen(20.2)).toEqual(['B', 'Pilot', null]);
  });
  test('in mid-Enter they change while it goes on; before Enter they are simply there', () => {
    send({ n: 'A' }, 10.2);
    expect(seen(10.3)).toEqual(['A', 'Pilot', ['all', 5, 'Ida']]);
    expect(graphicsOnAir(state, 'main', 10.3)[0]?.moment).toMatchObject({ phase: 'enter', frame: 15 });
    go({ do: 'clear', all: true }, 20);
    go({ do: 'take', number: '1' }, 20.1);
    send({ n: 'B' }, 20.2);
    expect(seen(20.5)).toEqual(['B', 'Pilot', null]);
  });
  test('a clear in mid-Change lets it go on while the graphic leaves; what waited is not begun', () => {
    send({ n: 'A' }, 20);
    send({ n: 'B' }, 20.1);
    go({ do: 'clear', lane: 'lower' }, 20.2);
    expect(seen(20.3)).toEqual(['A', 'Pilot', ['all', 15, 'Ida']]);
    expect(graphicsOnAir(state, 'main', 20.3)[0]?.moment).toMatchObject({ phase: 'exit', frame: 5 });
    expect(send({ n: 'C' }, 20.3)).toBe('is-leaving');
    expect(seen(20.7)).toBeNull();
  });
  test('a template without Changes cuts', () => {
    go({ do: 'take', template: 'plain', values: { Name: 'X' } }, 20);
    send({ n: 'Y' }, 25, { lane: 'bug' });
    const own = graphicsOnAir(state, 'main', 25).find(({ graphic }) => graphic.lane === 'bug');
    expect([own?.values['n'], own?.changing]).toEqual(['Y', null]);
  });
  test('whatever is sent when: it ends with the last word, and what is shown never jumps back', () => {
    const sends = fc.array(
      fc.record({ n: fc.constantFrom('A', 'B', 'C'), after: fc.integer({ min: 0, max: 60 }) }),
      {
        minLength: 1,
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(sends, (list) => {
        let own = apply(emptyAir(), commandSchema.parse({ do: 'release', release: hash }), 0, () => release);
        const put = (command: object, at: number): void => {
          if (!('state' in own)) throw new Error('refused');
          own = apply(own.state, commandSchema.parse({ channel: 'main', ...command }), at, () => release);
        };
        put({ do: 'take', number: '1' }, 10);
        let at = 20;
        for (const { n, after } of list) {
          at += after / rate;
          put({ do: 'change', values: { n } }, at);
        }
        if (!('state' in own)) throw new Error('refused');
        const graphic = own.state.air['main']?.graphics[0] as Graphic;
        expect(shownAt(graphic, at + 10).values['n']).toBe(list.at(-1)?.n);
        // Each Change begins from what the one before it came to.
        graphic.changes.forEach((sent, i) => {
          const before = graphic.changes[i - 1];
          if (!before) return;
          expect(sent.from).toEqual(before.to);
          expect(sent.at).toBeGreaterThanOrEqual(before.at + before.frames / rate - 1e-6);
        });
      }),
      { numRuns: 80 },
    );
  });
});

describe('next', () => {
  const steps = (at: number): readonly number[] | undefined =>
    graphicsOnAir(state, 'main', at)[0]?.moment.steps;
  test('takes a template from one rest pose to the next, and says when there is none', () => {
    expect(steps(15)).toEqual([-1, -1]);
    expect(go({ do: 'next' }, 20)).toBe('done');
    expect(steps(20.1)?.map(Math.round)).toEqual([5, -1]);
    expect(go({ do: 'next', lane: 'lower' }, 20.1)).toBe('done');
    expect(steps(21)).toEqual([10, 10]);
    expect(go({ do: 'next' }, 22)).toBe('no-next-step');
    go({ do: 'clear', all: true }, 23);
    expect(go({ do: 'next' }, 23.1)).toBe('is-leaving');
  });
  test('where several are up, the one with steps left is meant', () => {
    go({ do: 'take', template: 'plain' }, 15);
    expect(go({ do: 'next' }, 20)).toBe('done');
    expect(go({ do: 'next', lane: 'bug' }, 20)).toBe('no-next-step');
  });
});

describe('named moves', () => {
  const moved = (at: number): unknown =>
    graphicsOnAir(state, 'main', at)[0]?.moment.moves?.map(({ ref, frame }) => [ref, Math.round(frame)]);
  test('go there and back, and turn round on their way from where they are', () => {
    expect(go({ do: 'move', move: 'tuck away' }, 20)).toBe('done');
    expect(moved(20.2)).toEqual([['tuck', 10]]);
    expect(moved(30)).toEqual([['tuck', 20]]);
    go({ do: 'move', move: 'tuck', back: true }, 30);
    expect(moved(30.2)).toEqual([['tuck', 10]]);
    go({ do: 'move', move: 'tuck' }, 30.2);
    expect(moved(30.3)).toEqual([['tuck', 15]]);
    go({ do: 'move', move: 'tuck', back: true }, 40);
    expect(moved(41)).toEqual([]);
  });
  test('one that ends at rest begins anew; a name that is not there is told with those that are', () => {
    go({ do: 'move', move: 'Nod' }, 20);
    go({ do: 'move', move: 'Nod' }, 30);
    expect(moved(30.1)).toEqual([['nod', 5]]);
    expect(go({ do: 'move', move: 'Jump' }, 31)).toBe('unknown-move');
  });
});

test('the idle loop counts from the end of Enter and runs on while it leaves', () => {
  expect(graphicsOnAir(state, 'main', 12)[0]?.moment).toMatchObject({ phase: 'hold', held: 75 });
  go({ do: 'clear', all: true }, 12);
  expect(graphicsOnAir(state, 'main', 12.1)[0]?.moment).toMatchObject({ phase: 'exit', held: 80 });
});

test('a state kept before there were Changes is read as one without', () => {
  send({ n: 'A' }, 20);
  const kept = JSON.parse(JSON.stringify(state)) as AirState;
  for (const graphic of kept.air['main']?.graphics ?? [])
    for (const key of ['changes', 'moves', 'steps', 'stepFrames'])
      delete (graphic as unknown as Record<string, unknown>)[key];
  expect(airStateSchema.parse(kept).air['main']?.graphics[0]).toMatchObject({ changes: [], steps: [] });
});
