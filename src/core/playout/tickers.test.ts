import { describe, expect, test } from '@jest/globals';
import {
  newStrand,
  newTemplate,
  newTextField,
  newTicker,
  plainLook,
  usualLanes,
  type Release,
  type ShowTicker,
} from '../show';
import type { Came } from '../ticker';
import { apply, emptyAir, nextDueTime } from './apply';
import type { Command } from './command';
import type { AirEvent } from './event';
import type { AirState, AirTicker } from './state';

const came = (...all: readonly string[]): Came[] => all.map((words) => ({ key: words, words, category: '', kind: '', at: null })); // prettier-ignore
const ticker = (given: Partial<ShowTicker> = {}): ShowTicker => ({
  ...newTicker('t', 'News', ['main', 'beach']),
  template: 'strip',
  fields: { words: 'words', strand: 'label', colour: null },
  strands: ['a', 'b'].map((id) => ({ ...newStrand(id, `Strand ${id}`, '#f2b632'), from: [], rules: { ...newStrand(id, id, '#000000').rules, takes: 'all' } })),
  ...given,
}); // prettier-ignore
const release = (own = ticker()): Release => ({
  show: { id: 'show', name: 'Show' },
  channels: ['main', 'beach'].map((id) => ({ id, name: id, format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() })),
  look: plainLook,
  templates: { strip: newTemplate('strip', 'Strip', { lane: 'lower', fields: [newTextField('label', 'Label', ''), { ...newTextField('words', 'Words', ''), maxLength: 60 }] }) },
  cards: {}, rundowns: [], pads: [], clocks: {}, scores: {}, tickers: { [own.id]: own }, assets: {}, sources: {}, tables: {}, views: {},
}) as never; // prettier-ignore

class Air {
  state: AirState = emptyAir();
  events: AirEvent[] = [];
  readonly all: Record<string, Release> = {};
  constructor(first = release()) {
    this.all['one'] = first;
    this.give({ do: 'release', release: 'one' }, 1000);
    this.items('a', 'A1', 'A2');
    this.items('b', 'B1');
  }
  items(strand: string, ...all: readonly string[]): void {
    this.give({ do: 'items', ticker: 't', strand, data: 'feed', came: came(...all) }, 1000);
  }
  /** What it was refused with; empty: it was done. */
  give(command: Command, at: number): string {
    for (let due = nextDueTime(this.state); due <= at; due = nextDueTime(this.state))
      this.one({ do: 'tick' }, due - 0.05);
    return this.one(command, at);
  }
  private one(command: Command, at: number): string {
    const done = apply(this.state, command, at, (hash) => this.all[hash]);
    if ('problem' in done) return done.problem.message;
    this.state = JSON.parse(JSON.stringify(done.state)) as AirState;
    this.events.push(...done.events);
    return '';
  }
  tell(given: object, at: number): string {
    return this.give({ do: 'ticker', ticker: 'News', ...given } as Command, at);
  }
  get own(): AirTicker {
    return this.state.tickers['t'] as AirTicker;
  }
  id(words: string): string {
    return this.own.standing.items.find(({ came: { words: own } }) => own === words)?.id ?? '';
  }
  now(at: number): string | null {
    this.give({ do: 'tick' }, at);
    return this.own.standing.now?.words ?? null;
  }
  up(channel: string): unknown {
    return this.state.air[channel]?.graphics.find(({ exitAt }) => exitAt === null)?.values['words'];
  }
}
const dwell = { ...ticker().dwell, by: 'fixed' as const, fixed: 5 };
const fixed = (): Air => new Air(release(ticker({ dwell })));

describe('a ticker on air', () => {
  test('goes through its strands by itself, on all of its channels in step, each item for its time', () => {
    const air = fixed();
    expect(air.tell({ act: 'start' }, 1001)).toBe('');
    expect([air.up('main'), air.up('beach')]).toEqual(['A1', 'A1']);
    expect([1004, 1006.5, 1011.5, 1016.5].map((at) => air.now(at))).toEqual(['A1', 'A2', 'B1', 'A1']);
    expect([air.up('main'), air.up('beach')]).toEqual(['A1', 'A1']);
    const times = air.events
      .filter(({ what, channel }) => (what === 'take' || what === 'next') && channel === 'main')
      .map(({ at }) => at);
    times.slice(1).forEach((at, i) => expect(at - (times[i] as number)).toBeCloseTo(5, 1));
    expect(air.state.air['main']?.graphics[0]?.values).toMatchObject({ label: 'Strand a' });
  });
  test('stands where it is held, goes on, ends after its item, and is off at once', () => {
    const air = fixed();
    air.tell({ act: 'start' }, 1001);
    air.tell({ act: 'hold' }, 1002);
    expect(air.now(1060)).toBe('A1');
    air.tell({ act: 'go' }, 1060);
    expect(air.now(1062)).toBe('A2');
    air.tell({ act: 'back' }, 1062.5);
    expect(air.now(1063)).toBe('A1');
    air.tell({ act: 'stop' }, 1064);
    expect([air.now(1066), air.now(1070)]).toEqual(['A1', null]);
    expect(air.own.standing.state).toBe('stopped');
    air.tell({ act: 'start', item: air.id('B1') }, 1080);
    expect(air.up('main')).toBe('B1');
    air.tell({ act: 'out' }, 1081);
    expect([air.up('main'), air.own.standing.now]).toEqual([undefined, null]);
  });
  test('what is urgent comes next, or at once; what goes on air stays as it was when it is edited or left out', () => {
    const air = fixed();
    air.tell({ act: 'start' }, 1001);
    air.tell({ act: 'urgent', item: air.id('B1'), urgent: 'next' }, 1002);
    expect([air.now(1003), air.now(1006.5)]).toEqual(['A1', 'B1']);
    air.tell({ act: 'edit', item: air.id('B1'), words: 'Other words' }, 1007);
    air.tell({ act: 'leave-out', item: air.id('B1') }, 1007.5);
    expect([air.now(1008), air.up('main')]).toEqual(['B1', 'B1']);
    air.tell({ act: 'urgent', item: air.id('A2'), urgent: 'now' }, 1009);
    expect(air.now(1009.2)).toBe('A2');
  });
  test('an item that was left out reaches air by no other way', () => {
    const air = fixed();
    const id = air.id('A2');
    air.tell({ act: 'leave-out', item: id }, 1000.5);
    for (const given of [
      { act: 'pin' },
      { act: 'edit', words: 'New' },
      { act: 'urgent', urgent: 'now' },
      { act: 'start' },
      { act: 'limits', holdUntil: null },
      { act: 'move', before: null },
      { act: 'take-came' },
    ])
      air.tell({ ...given, item: id }, 1001);
    air.items('a', 'A1', 'A2', 'A3');
    air.tell({ act: 'start' }, 1002);
    const seen = Array.from({ length: 20 }, (_, i) => air.now(1003 + i * 5));
    expect(new Set(seen)).toEqual(new Set(['A1', 'A3', 'B1']));
    expect(air.tell({ act: 'take-in', item: id }, 1200)).toBe('');
    expect(Array.from({ length: 8 }, (_, i) => air.now(1203 + i * 5))).toContain('A2');
  });
  test('stops where someone cleared it, goes on with what is new where it had nothing, and keeps all over a release', () => {
    const air = fixed();
    air.tell({ act: 'start' }, 1001);
    expect(air.give({ do: 'clear', channel: 'main', lane: 'lower' }, 1002)).toBe('');
    air.give({ do: 'clear', channel: 'beach', lane: 'lower' }, 1002);
    expect([air.now(1007), air.own.standing.state]).toEqual([null, 'stopped']);
    air.tell({ act: 'pin', item: air.id('A1') }, 1010);
    air.all['two'] = release(ticker({ dwell, name: 'News' }));
    air.give({ do: 'release', release: 'two' }, 1011);
    expect(air.own.standing.items.find(({ came: { words } }) => words === 'A1')?.pinned).toBe(true);
  });
  test('words that its template does not take are refused with what to do', () => {
    const air = fixed();
    air.give({ do: 'items', ticker: 't', strand: 'a', data: 'other', came: came('x'.repeat(70)) }, 1001);
    const id = air.id('x'.repeat(70));
    air.tell({ act: 'leave-out', item: id }, 1001);
    expect(air.tell({ act: 'take-in', item: id }, 1002)).toMatch(
      /The template does not take .* Edit it first/,
    );
    expect(air.tell({ act: 'start', item: 'nothing' }, 1003)).toBe('“News” has no such item any more.');
    expect(air.tell({ act: 'strand', strand: 'No' }, 1003)).toBe(
      '“News” has no strand “No”. It has: Strand a, Strand b.',
    );
  });
});
