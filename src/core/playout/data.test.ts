import { beforeEach, describe, expect, test } from '@jest/globals';
import { fixed } from '../binding';
import {
  makeTrack,
  newChange,
  newElement,
  newPhase,
  newTemplate,
  newTextField,
  plainLook,
  type Release,
} from '../show';
import { apply, commandSchema, emptyAir, graphicsOnAir, type AirState } from './index';

const template = newTemplate('wind', 'Wind', {
  elements: { e: newElement('text', 'e', 'E') },
  order: ['e'],
  fields: [newTextField('place', 'Place', 'Pier'), newTextField('knots', 'Knots', '–')],
  bindings: [
    {
      id: 'gust',
      name: 'Gust',
      from: { kind: 'cell', data: 'w', row: { by: 'place', at: fixed(1) }, column: 'Gust', take: 'value' },
      steps: [],
    },
  ],
  bound: { knots: 'gust' },
  phases: { enter: { ...newPhase(10), tracks: [makeTrack('a', 'e', 'opacity', [[0, 0], [10, 1]])] }, idle: newPhase(0), exit: { ...newPhase(10), tracks: [makeTrack('b', 'e', 'opacity', [[0, 1], [10, 0]])] } }, // prettier-ignore
  changes: [newChange('all', 'All', { frames: 40 })],
});
const release: Release = {
  show: { id: 's', name: 'Show' },
  look: plainLook,
  channels: [
    {
      id: 'main',
      name: 'Main',
      format: { width: 1920, height: 1080, rate: 50 },
      lanes: [{ id: 'lower', name: 'Lower' }],
    },
  ],
  templates: { wind: template },
  cards: {
    a: { id: 'a', number: '1', template: 'wind', values: {} },
    b: {
      id: 'b',
      number: '2',
      template: 'wind',
      values: { place: 'Outer bar' },
      row: { of: 'w', key: 'r1' },
      waits: true,
    },
  },
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
let state: AirState;
const go = (command: object, at: number): string => {
  const applied = apply(state, commandSchema.parse({ channel: 'main', ...command }), at, () => release);
  if ('problem' in applied) return applied.problem.code;
  state = applied.state;
  return 'done';
};
const up = () => state.air['main']!.graphics[0]!;
const shown = (at: number) => graphicsOnAir(state, 'main', at)[0]?.values;
const bring = (values: object, at: number): string => go({ do: 'data', graphic: up().id, values }, at);

beforeEach(() => {
  state = emptyAir();
  const applied = apply(
    state,
    commandSchema.parse({ do: 'release', release: '1'.repeat(64) }),
    0,
    () => release,
  );
  if ('state' in applied) state = applied.state;
});

describe('what data brings', () => {
  test('is there from the first frame, follows at once by the Change, and bursts are merged so that none is cut short', () => {
    go({ do: 'take', number: '1', live: { gust: 21, knots: '21', nonsense: 5 } }, 10);
    expect(shown(10.5)).toEqual({ gust: 21, knots: '21' });
    for (const [i, knots] of [22, 25, 31].entries())
      bring({ gust: knots, knots: String(knots) }, 20 + i / 10);
    expect(up().changes.map(({ change, to }) => [change, to['gust']])).toEqual([
      ['all', 22],
      ['all', 31],
    ]);
    expect([shown(20.5)?.['gust'], shown(20.9)?.['gust'], shown(22)?.['gust']]).toEqual([22, 31, 31]);
  });
  test('in preview follows too', () => {
    go({ do: 'cue', number: '1', live: { gust: 21 } }, 10);
    expect(go({ do: 'data', values: { gust: 30 } }, 11)).toBe('done');
    expect(state.air['main']?.preview?.values).toEqual({ gust: 30 });
  });
  test('leaves what was typed by hand alone until the field is given back', () => {
    go({ do: 'take', number: '1', live: { gust: 21, knots: '21' } }, 10);
    go({ do: 'change', values: { knots: 'calm' } }, 11);
    bring({ gust: 30, knots: '30' }, 13);
    expect(shown(15)).toEqual({ gust: 30, knots: 'calm' });
    go({ do: 'change', values: {}, follow: ['Knots'] }, 16);
    bring({ knots: '33' }, 17);
    expect(shown(19)?.['knots']).toBe('33');
  });
  test('waits by card until it is sent; what went back to what it was waits for nothing', () => {
    go({ do: 'take', number: '2', live: { gust: 21 } }, 10);
    expect([up().row, up().waits, up().values]).toEqual([
      { of: 'w', key: 'r1' },
      true,
      { place: 'Outer bar', gust: 21 },
    ]);
    bring({ gust: 30 }, 11);
    bring({ gust: 34 }, 12);
    expect([shown(13)?.['gust'], up().pending]).toEqual([21, { gust: 34 }]);
    go({ do: 'change', values: {} }, 14);
    expect([shown(15)?.['gust'], up().pending]).toEqual([34, {}]);
    bring({ gust: 40 }, 16);
    bring({ gust: 34 }, 17);
    expect(up().pending).toEqual({});
    bring({ gust: 41 }, 18);
    go({ do: 'hold', waits: false }, 19);
    expect([shown(20)?.['gust'], up().pending]).toEqual([41, {}]);
  });
  test('comes too late for what is leaving, and never changes what it does not name', () => {
    go({ do: 'take', number: '1', live: { gust: 21 } }, 10);
    expect(go({ do: 'data', graphic: 'gone', values: { gust: 1 } }, 11)).toBe('nothing-on-air');
    const { id } = up();
    go({ do: 'clear', lane: 'lower' }, 12);
    expect(go({ do: 'data', graphic: id, values: { gust: 1 } }, 12.1)).toBe('is-leaving');
    expect(shown(12.1)?.['gust']).toBe(21);
  });
});
