import { beforeEach, describe, expect, test } from '@jest/globals';
import {
  makeList,
  newChange,
  newElement,
  newPhase,
  newTemplate,
  newTie,
  plainLook,
  type Release,
  type RowList,
} from '../show';
import { mostLists } from './running';
import { apply, commandSchema, emptyAir, type AirState } from './index';

const listOf = (...keys: string[]): RowList => {
  const made = makeList('News', [{ key: 'text', name: 'Text', type: 'text' }], keys.map((key) => ({ key, cells: [key] })));
  if ('code' in made) throw new Error(made.message);
  return made.list;
}; // prettier-ignore

const crawl = newElement('crawl', 'crawl', 'News');
const template = newTemplate('t', 'Crawl', {
  elements: { crawl, title: newElement('text', 'title', 'Title') },
  order: ['crawl', 'title'],
  bindings: ['b', 'c'].map((id) => ({ id, name: id, from: { kind: 'words', text: '' }, steps: [] })),
  ties: [newTie('crawl', 'list', 'b'), newTie('title', 'text', 'c')],
  phases: { enter: newPhase(20), idle: newPhase(0), exit: newPhase(20) },
  changes: [newChange('any', 'Any', { frames: 50 })],
});
const release: Release = {
  show: { id: 's', name: 'Show' },
  look: plainLook,
  channels: [{ id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: [{ id: 'lower', name: 'Lower' }] }],
  templates: { t: template },
  cards: { a: { id: 'a', number: '1', template: 't', values: {} } },
  rundowns: [], pads: [], assets: {}, sources: {}, tables: {}, views: {}, clocks: {}, tickers: {}, scores: {},
}; // prettier-ignore
let state: AirState;
function go(command: object, at: number): string {
  const applied = apply(state, commandSchema.parse({ channel: 'main', ...command }), at, () => release);
  if ('problem' in applied) return applied.problem.code;
  state = applied.state;
  return 'done';
}
const up = () => state.air['main']!.graphics[0]!;
const bring = (values: object, at: number): string => go({ do: 'data', graphic: up().id, values }, at);
const lists = () => (up().lists['b'] ?? []).map(({ at, list }) => [at, list.order.join('')]);

beforeEach(() => {
  state = emptyAir();
  const applied = apply(state, commandSchema.parse({ do: 'release', release: '1'.repeat(64) }), 0, () => release);
  if ('state' in applied) state = applied.state;
  go({ do: 'take', number: '1' }, 10);
  bring({ b: listOf('x', 'y') }, 10);
}); // prettier-ignore

describe('what runs through a crawl', () => {
  test('is kept list by list from the moment on that each came, and needs no Change', () => {
    bring({ b: listOf('x', 'y', 'z') }, 20);
    expect(lists()).toEqual([[10, 'xy'], [20, 'xyz']]); // prettier-ignore
    expect(up().changes).toEqual([]);
    // The same again is no new list; what comes beside it has its Change.
    bring({ b: listOf('x', 'y', 'z'), c: 'Now' }, 30);
    expect(lists()).toHaveLength(2);
    expect(up().changes).toMatchObject([{ change: 'any', at: 30 }]);
  });

  test('that comes late begins when it comes', () => {
    go({ do: 'clear', lane: 'lower' }, 40);
    go({ do: 'take', number: '1' }, 50);
    const late = state.air['main']?.graphics.at(-1);
    go({ do: 'data', graphic: late?.id, values: { b: listOf('x') } }, 58);
    expect(state.air['main']?.graphics.at(-1)?.lists['b']?.[0]?.at).toBe(58);
  });

  test('keeps no anchor of a list that it does not keep', () => {
    go({ do: 'anchor', graphic: up().id, list: 'b', anchor: { at: 11, next: 1, last: 'x', live: [] } }, 12);
    expect(up().anchors['b']).toBeDefined();
    for (let i = 0; i < mostLists; i += 1) bring({ b: listOf(`n${i}`) }, 20 + i);
    expect([lists().length, up().anchors['b']]).toEqual([mostLists, undefined]);
  });

  test('stops, goes on and runs out by command; nothing else does', () => {
    expect(go({ do: 'crawl', act: 'stop' }, 21)).toBe('done');
    expect(go({ do: 'crawl', act: 'out' }, 25)).toBe('done');
    expect(up().stops).toEqual([{ at: 21, act: 'stop' }, { at: 25, act: 'out' }]); // prettier-ignore
  });

  test('an anchor takes the place of the lists before it; one that does not hold is refused', () => {
    bring({ b: listOf('x', 'z') }, 20);
    bring({ b: listOf('z', 'w') }, 30);
    const told = (anchor: object): string =>
      go({ do: 'anchor', graphic: up().id, list: 'b', anchor: { at: 25, next: 12, last: 'z', live: [{ key: 'z', come: 40 }], ...anchor } }, 31); // prettier-ignore
    expect(told({ last: 'w' })).toBe('not-there');
    expect(told({ live: [{ key: 'y', come: 1 }] })).toBe('not-there');
    expect(told({ at: 99 })).toBe('not-there');
    expect(told({})).toBe('done');
    expect(lists()).toEqual([[20, 'xz'], [30, 'zw']]); // prettier-ignore
    expect(up().anchors['b']).toMatchObject({ at: 25, last: 'z' });
    expect(told({ at: 24 })).toBe('not-there');
  });
});
