import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  newElement,
  newStrand,
  newTemplate,
  newTextField,
  newTicker,
  newTie,
  plainLook,
  usualLanes,
  type Release,
  type RowList,
  type ShowTicker,
  type Template,
} from '../show';
import { emptyList } from '../value';
import { dwellOf, isContested, itemWords, itemsOf, type Came, type Play, type TickerItem } from '../ticker';
import { apply, nextDueTime } from './apply';
import type { Command } from './command';
import type { AirEvent } from './event';
import { emptyAir, type AirState, type AirTicker } from './state';

const came = (...all: readonly string[]): Came[] => all.map((words) => ({ key: words, words, more: '', category: '', kind: '', at: null })); // prettier-ignore
const ticker = (given: Partial<ShowTicker> = {}): ShowTicker => ({
  ...newTicker('t', 'News', ['main', 'beach']),
  look: { template: 'strip', fields: { ...newTicker('', '', []).look.fields, words: 'words', strand: 'label' } },
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
  /** Whether the state is written and read again at each step, as by a server that falls. */
  keepsAll = true;
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
  /** The same after a silence: what fell due meanwhile is only told of now. */
  late(at: number): void {
    this.one({ do: 'tick' }, at);
  }
  private one(command: Command, at: number): string {
    const done = apply(this.state, command, at, (hash) => this.all[hash]);
    if ('problem' in done) return done.problem.message;
    this.state = this.keepsAll ? (JSON.parse(JSON.stringify(done.state)) as AirState) : done.state;
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
    return this.item(words)?.id ?? '';
  }
  item(words: string): TickerItem | undefined {
    return Object.values(this.own.standing.strands).flatMap(itemsOf).find((own) => own.came.words === words); // prettier-ignore
  }
  play(channel = ''): Play {
    return this.own.standing.plays[channel] as Play;
  }
  now(at: number): string | null {
    this.give({ do: 'tick' }, at);
    return this.play().now?.words ?? null;
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
      .filter(({ what, channel }) => (what === 'take' || what === 'item-up') && channel === 'main')
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
    air.give({ do: 'next', channel: 'main' }, 1062.2);
    expect(air.now(1062.3)).toBe('B1');
    air.tell({ act: 'back' }, 1062.4);
    air.tell({ act: 'back' }, 1062.5);
    expect(air.now(1063)).toBe('A1');
    air.tell({ act: 'stop' }, 1064);
    expect([air.now(1066), air.now(1070)]).toEqual(['A1', null]);
    expect(air.play().state).toBe('stopped');
    air.tell({ act: 'start', item: air.id('B1') }, 1080);
    expect(air.up('main')).toBe('B1');
    air.tell({ act: 'out' }, 1081);
    expect([air.up('main'), air.play().now]).toEqual([undefined, null]);
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
    expect([air.now(1007), air.play().state]).toEqual([null, 'stopped']);
    air.tell({ act: 'pin', item: air.id('A1') }, 1010);
    air.all['two'] = release(ticker({ dwell, name: 'News' }));
    air.give({ do: 'release', release: 'two' }, 1011);
    expect(air.item('A1')?.pinned).toBe(true);
  });
  test('channels with places of their own each go round by themselves, and are told apart', () => {
    const air = new Air(release(ticker({ dwell, inStep: false })));
    expect(air.tell({ act: 'start', channel: 'main' }, 1001)).toBe('');
    expect([air.up('main'), air.up('beach')]).toEqual(['A1', undefined]);
    air.tell({ act: 'start', channel: 'beach' }, 1003);
    air.give({ do: 'tick' }, 1006.5);
    expect([air.up('main'), air.up('beach')]).toEqual(['A2', 'A1']);
    air.tell({ act: 'next', channel: 'beach' }, 1007);
    air.tell({ act: 'hold', channel: 'main' }, 1007);
    air.give({ do: 'tick' }, 1012.5);
    expect([air.up('main'), air.up('beach')]).toEqual(['A2', 'B1']);
    expect(air.tell({ act: 'next', channel: 'tall' }, 1013)).toBe('“News” does not play on “tall”. Choose one of its channels.');
  }); // prettier-ignore
  test('what is urgent may hold; the round goes on from where it was; from a chosen item it goes on behind that', () => {
    const air = fixed();
    air.tell({ act: 'start', item: air.id('A2') }, 1001);
    expect([air.now(1002), air.now(1006.5)]).toEqual(['A2', 'B1']);
    air.tell({ act: 'urgent', item: air.id('A1'), urgent: 'now', holds: true }, 1008);
    expect([air.now(1009), air.now(1090), air.play().state]).toEqual(['A1', 'A1', 'held']);
    air.tell({ act: 'next' }, 1091);
    expect([air.now(1092), air.now(1096.5)]).toEqual(['A1', 'A2']);
  });
  test('an item goes by hand or by a rule: by time, after so many rounds, when too old, and comes when it may', () => {
    const air = fixed();
    air.tell({ act: 'limits', item: air.id('A1'), dropAfter: 1 }, 1000.5);
    air.tell({ act: 'limits', item: air.id('A2'), dropAt: 1016 }, 1000.5);
    air.tell({ act: 'limits', item: air.id('B1'), holdUntil: 1012 }, 1000.5);
    air.tell({ act: 'start' }, 1001);
    expect([1002, 1006.5, 1011.5, 1016.5, 1021.5].map((at) => air.now(at))).toEqual(['A1', 'A2', 'A2', 'B1', 'B1']);
    air.tell({ act: 'limits', item: air.id('B1'), holdUntil: 1040 }, 1022);
    expect([air.now(1027), air.play().state, air.now(1039), air.now(1040.2)]).toEqual([null, 'running', null, 'B1']);
  }); // prettier-ignore
  test('an item of another kind brings its own template, which takes the place of the one before', () => {
    const own = ticker({ dwell });
    own.strands[1]?.looks.push({ ...own.look, kind: 'Result', template: 'board' });
    const made = release(own);
    made.templates['board'] = { ...(made.templates['strip'] as Template), id: 'board', name: 'Board' };
    const air = new Air(made);
    air.give({ do: 'items', ticker: 't', strand: 'b', data: 'feed', came: came('B1').map((one) => ({ ...one, kind: 'result' })) }, 1000.5);
    const up = (): unknown => air.state.air['main']?.graphics.find(({ exitAt }) => exitAt === null)?.template;
    air.tell({ act: 'start' }, 1001);
    expect([air.now(1006.5), up(), air.now(1011.5), up(), air.up('main')]).toEqual(['A2', 'strip', 'B1', 'board', 'B1']);
    expect([air.now(1016.5), up(), air.up('main')]).toEqual(['A1', 'strip', 'A1']);
  }); // prettier-ignore
  test('an edit stands beside the words that come; where those change one of both is chosen', () => {
    const air = fixed();
    const say = (words: string): void => air.give({ do: 'items', ticker: 't', strand: 'a', data: 'feed', came: [{ ...came(words)[0], key: 'A1' } as Came] }, 1001) as never;
    const item = (): TickerItem => Object.values(air.own.standing.strands['a']?.items ?? {}).find(({ came: { key } }) => key === 'A1') as TickerItem;
    air.tell({ act: 'edit', item: item().id, words: 'Mine' }, 1001);
    say('A1, told anew');
    expect([itemWords(item()), isContested(item()), item().came.words]).toEqual(['Mine', true, 'A1, told anew']);
    air.tell({ act: 'keep-edit', item: item().id }, 1002);
    expect([itemWords(item()), isContested(item())]).toEqual(['Mine', false]);
    say('A1, told a third time');
    air.tell({ act: 'take-came', item: item().id }, 1003);
    expect([itemWords(item()), item().edit]).toEqual(['A1, told a third time', null]);
    // What a person took in waits again where its source says what is barred.
    air.tell({ act: 'take-in', item: item().id }, 1004);
    say('x'.repeat(70));
    expect(item()).toMatchObject({ state: 'incoming', barred: expect.stringMatching(/^its words have changed, and .*60 characters/) });
  }); // prettier-ignore
  test('a release with other rules judges anew what rules decided, and nothing that a person did', () => {
    const air = fixed();
    air.items('a', 'A1', 'A2', 'Buy this');
    air.tell({ act: 'leave-out', item: air.id('A2') }, 1001);
    const own = ticker({ dwell });
    const rules = own.strands[0]?.rules;
    if (rules) rules.barWords = ['buy'];
    air.all['two'] = release(own);
    air.give({ do: 'release', release: 'two' }, 1002);
    expect(air.item('Buy this')).toMatchObject({ state: 'out', barred: 'it has the word “buy”' });
    expect([air.item('A1')?.state, air.item('A2')]).toEqual(['in', expect.objectContaining({ state: 'out', by: 'hand' })]); // prettier-ignore
  });
  test('the log tells how long each item was on air, also of the one that was cleared', () => {
    const air = fixed();
    air.tell({ act: 'start' }, 1001);
    air.now(1011.5);
    air.give({ do: 'clear', channel: 'main', lane: 'lower' }, 1013);
    const told = air.events
      .filter(({ what, channel }) => what === 'item' && channel === 'main')
      .map(({ values, at, until }) => [values['words'], Math.round(at), Math.round((until ?? 0) - at)]);
    expect(told).toEqual([['A1', 1001, 5], ['A2', 1006, 5], ['B1', 1011, 2]]); // prettier-ignore
  });
  test('after any silence of the server it is where it would have been', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 1, maxLength: 12 }), (gaps) => {
        const [steady, fallen] = [fixed(), fixed()];
        for (const air of [steady, fallen]) air.tell({ act: 'start' }, 1001);
        let at = 1001;
        for (const gap of gaps) {
          at += gap / 10;
          steady.now(at);
          // It hears of nothing until it is there again.
          fallen.late(at);
          expect(fallen.play()).toEqual(steady.play());
        }
      }),
      { numRuns: 12 },
    );
  });
  test('through a whole day, with edits at any time, each is on air as long as its words ask, without gap or overlap', () => {
    const own = ticker({ channels: ['main'] });
    own.dwell.points = own.dwell.points.map((point) => ({ ...point, seconds: point.seconds + 6 }));
    const air = new Air(release(own));
    air.keepsAll = false;
    air.items('a', ...Array.from({ length: 12 }, (_, i) => `Item ${i} ${'words '.repeat(i % 7)}`.trim()));
    air.tell({ act: 'start' }, 1001);
    for (let hour = 1; hour <= 24; hour += 1) {
      const at = 1001 + hour * 3600;
      const item = Object.values(air.own.standing.strands['a']?.items ?? {})[hour % 12] as TickerItem;
      air.tell({ act: 'edit', item: item.id, words: `Edited at ${hour}${' again'.repeat(hour % 6)}` }, at);
      air.tell({ act: hour % 3 === 0 ? 'pin' : hour % 3 === 1 ? 'leave-out' : 'urgent', item: item.id, urgent: 'next' }, at + 3);
      if (hour % 3 === 1) air.tell({ act: 'take-in', item: item.id }, at + 600);
    }
    const played = air.events.filter(({ what }) => what === 'item');
    expect(played.length).toBeGreaterThan(5000);
    const far = played.filter(({ at, until, values }) => Math.abs((until ?? 0) - at - dwellOf(own.dwell, String(values['words']))) > 0.02);
    expect(far.map(({ values, at }) => [values, at])).toEqual([]);
    expect(played.slice(1).filter(({ at }, i) => at !== played[i]?.until)).toEqual([]);
  }); // prettier-ignore
  test('what was left out comes in no other way either: from another strand, under another key, or said a little otherwise', () => {
    const air = fixed();
    const words = 'Ox lead the ballet after four flights';
    air.items('a', words, 'A1');
    air.items('b', words, 'B1');
    air.tell({ act: 'leave-out', item: air.id(words) }, 1001);
    for (const said of [words, `${words}!`, 'OX lead the ballet after four flights']) {
      air.give({ do: 'items', ticker: 't', strand: 'b', data: 'other', came: came(said, 'B1').map((one, i) => ({ ...one, key: `${said}-${i}` })) }, 1002);
      air.give({ do: 'items', ticker: 't', strand: 'a', data: 'third', came: came(said, 'A1') }, 1002);
    }
    air.tell({ act: 'start' }, 1003);
    const seen = new Set(Array.from({ length: 24 }, (_, i) => air.now(1004 + i * 5)));
    expect([...seen].filter((own) => own?.toLowerCase().startsWith('ox'))).toEqual([]);
  }); // prettier-ignore
  test('words from outside are called at once in one command, with what is urgent told to the template', () => {
    const air = fixed();
    air.tell({ act: 'start' }, 1001);
    expect(air.tell({ act: 'add', strand: 'Strand b', words: 'Flying stops', urgent: 'now', holds: true }, 1002)).toBe('');
    expect([air.now(1002.1), air.now(1030), air.play().now?.isUrgent]).toEqual(['Flying stops', 'Flying stops', true]);
  }); // prettier-ignore
  test('in a line that runs each item follows those before, and stays until the next may come behind it', () => {
    const line = { ...ticker({ dwell: { ...dwell, by: 'width' } }) };
    line.look = { template: 'line', fields: { ...line.look.fields, words: 'items', strand: null } };
    const made = release(line);
    const items = { ...newTextField('items', 'Items', ''), kind: 'rows' as const, default: emptyList };
    const words = newElement('text', 'words', 'Words', { size: 100 });
    const crawl = newElement('crawl', 'crawl', 'Crawl', { children: ['words'], looks: [{ id: 'one', value: '', child: 'words', across: 1, before: 0, after: 0 }], gap: 40, speed: 150 });
    made.templates['line'] = newTemplate('line', 'Line', { lane: 'lower', fields: [items], elements: { words, crawl }, order: ['crawl'], ties: [newTie('crawl', 'list', 'items')] });
    const air = new Air(made);
    air.tell({ act: 'start' }, 1001);
    // Two characters of half their size and the gap, at 150 px a second.
    expect((air.play().now?.until ?? 0) - 1001).toBeCloseTo((2 * 52 + 40) / 150);
    expect(air.tell({ act: 'width', item: air.id('A2'), words: 'A2', px: 248 }, 1001.5)).toBe('');
    air.now(1002.2);
    const rows = air.state.air['main']?.graphics[0]?.values['items'] as RowList;
    expect(rows.order.map((key) => rows.cells[key]?.slice(0, 3))).toEqual([['A1', 'A1', ''], ['A2', 'A2', '']]);
    expect((air.play().now?.until ?? 0) - (air.play().now?.since ?? 0)).toBeCloseTo((248 + 40) / 150);
    // The last one runs through before the line leaves.
    air.tell({ act: 'stop' }, 1002.5);
    expect((air.play().now?.until ?? 0) - (air.play().now?.since ?? 0)).toBeCloseTo((248 + 40 + 1920) / 150);
  }); // prettier-ignore
  test('words that its template does not take are refused with what to do', () => {
    const air = fixed();
    air.give({ do: 'items', ticker: 't', strand: 'a', data: 'other', came: came('x'.repeat(70)) }, 1001);
    const id = air.id('x'.repeat(70));
    air.tell({ act: 'leave-out', item: id }, 1001);
    expect(air.tell({ act: 'take-in', item: id }, 1002)).toMatch(
      /Words takes 60 characters; this has 70. Shorten it. Edit it first/,
    );
    expect(air.tell({ act: 'start', item: 'nothing' }, 1003)).toBe('“News” has no such item any more.');
    expect(air.tell({ act: 'strand', strand: 'No' }, 1003)).toBe(
      '“News” has no strand “No”. It has: Strand a, Strand b.',
    );
  });
});
