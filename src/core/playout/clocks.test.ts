import { describe, expect, test } from '@jest/globals';
import { clockOf, clocksIn } from './clocks';
import { apply, nextDueTime } from './apply';
import type { Command } from './command';
import type { AirEvent } from './event';
import { emptyAir, type AirState } from './state';
import { newTemplate, plainLook, usualLanes, type Release, type ShowClock, type Template } from '../show';
import { readClock } from '../clock';

const template = (id: string, lane: string): Template => {
  const own = newTemplate(id, `Template ${id}`, { lane });
  return {
    ...own,
    moves: [{ id: `${id}-tuck`, name: 'Tuck away', frames: 10, tracks: [], markers: [] }],
  } as Template;
};
const card = (id: string, number: string, of: string) => ({ id, number, template: of, values: {} });
const clock = (id: string, given: Partial<ShowClock>): ShowClock => ({
  id,
  name: id,
  counts: { by: 'down', length: 10 },
  marks: [],
  ...given,
});

const release = (clocks: readonly ShowClock[]): Release => ({
  show: { id: 'show', name: 'Show' },
  tickers: {},
  channels: ['main', 'beach'].map((id) => ({
    id,
    name: id,
    format: { width: 1920, height: 1080, rate: 50 },
    lanes: usualLanes(),
  })),
  look: plainLook,
  templates: { bug: template('bug', 'bug'), strip: template('strip', 'lower') },
  cards: { c1: card('c1', '1', 'bug'), c2: card('c2', '2', 'strip') },
  rundowns: [{ id: 'r', name: 'R', channel: 'main', rows: [], loop: null }] as never,
  pads: [],
  clocks: Object.fromEntries(clocks.map((own) => [own.id, own])),
  scores: { home: { id: 'home', name: 'Home', start: 0, steps: [1, 2], least: 0 } },
  assets: {},
  sources: {},
  tables: {},
  views: {},
});

/** A made-up air: commands at times, ticks when something falls due. */
class Air {
  state: AirState = emptyAir();
  events: AirEvent[] = [];
  readonly all: Record<string, Release> = {};
  constructor(first: Release) {
    this.all['one'] = first;
    this.give({ do: 'release', release: 'one' }, 1000);
  }
  give(command: Command, at: number): string {
    for (let due = nextDueTime(this.state); due <= at; due = nextDueTime(this.state))
      this.one({ do: 'tick' }, due - 0.05);
    return this.one(command, at);
  }
  private one(command: Command, at: number): string {
    const done = apply(this.state, command, at, (hash) => this.all[hash]);
    if ('problem' in done) return done.problem.code;
    this.state = done.state;
    this.events.push(...done.events);
    return '';
  }
  shown(id: string, at: number): number | null {
    const own = this.state.clocks[id];
    return own ? readClock(clockOf(own), at, this.state.dayOffset) : null;
  }
  /** Lets time go by. */
  until(at: number): void {
    this.give({ do: 'tick' }, at);
  }
  up = (channel: string): string[] =>
    (this.state.air[channel]?.graphics ?? []).filter((g) => g.exitAt === null).map((g) => g.number ?? '');
}

describe('a clock of the show', () => {
  test('is one for all, by name or id, in the log with who and when, and the same after a new release', () => {
    const air = new Air(release([clock('duel', { name: 'Duel clock' })]));
    expect(air.give({ do: 'timer', clock: 'duel clock', act: 'start', by: 'Jo' }, 1010)).toBe('');
    expect(air.give({ do: 'timer', clock: 'duel', act: 'add', seconds: -2 }, 1013)).toBe('');
    expect(air.shown('duel', 1014)).toBeCloseTo(4);
    air.all['two'] = release([clock('duel', { name: 'Duel clock', marks: [{ id: 'm', at: 0, does: { do: 'hold' } }] })]);
    air.give({ do: 'release', release: 'two' }, 1015);
    expect(air.shown('duel', 1016)).toBeCloseTo(2);
    expect(air.events.filter(({ what }) => what === 'clock').map(({ name, by, detail, at }) => [name, by, detail, at])).toEqual([
      ['Duel clock', 'Jo', 'starts, 0:10.00', 1010],
      ['Duel clock', '', 'is corrected by -2 s, 0:05.00', 1013],
    ]);
    expect(clocksIn(air.state.clocks)).toBe(clocksIn(air.state.clocks));
  });
  test('what cannot be done to it is refused with a word: an unknown one, no seconds, one by the time of day, one at its end', () => {
    const air = new Air(release([clock('duel', { marks: [{ id: 'm', at: 0, does: { do: 'hold' } }] }), clock('next', { counts: { by: 'time', time: '19:30', zone: 'UTC' } })]));
    expect(air.give({ do: 'timer', clock: 'lunch', act: 'start' }, 1001)).toBe('unknown-clock');
    expect(air.give({ do: 'timer', clock: 'duel', act: 'set' }, 1001)).toBe('no-seconds');
    expect(air.give({ do: 'timer', clock: 'next', act: 'stop' }, 1001)).toBe('clock-by-time');
    air.give({ do: 'timer', clock: 'duel', act: 'set', seconds: 0 }, 1001);
    expect(air.give({ do: 'timer', clock: 'duel', act: 'start' }, 1002)).toBe('clock-ended');
    expect(air.give({ do: 'timer', clock: 'duel', act: 'set', seconds: 8, running: true }, 1003)).toBe('');
    expect(air.shown('duel', 1005)).toBeCloseTo(6);
  });
  test('at zero it holds to the frame, is told to stand just after, and takes a card, moves others and lets one leave at their times', () => {
    const marks: ShowClock['marks'] = [
      { id: 'a', at: 6, does: { do: 'take', number: '2', channel: 'beach' } },
      { id: 'b', at: 4, does: { do: 'react', whose: { by: 'lane', lane: 'bug' }, channels: [], action: { do: 'move', move: 'Tuck away', stays: true } } },
      { id: 'c', at: 0, does: { do: 'react', whose: { by: 'lane', lane: 'bug' }, channels: ['main'], action: { do: 'leave' } } },
      { id: 'd', at: 0, does: { do: 'hold' } },
    ];
    const air = new Air(release([clock('duel', { marks })]));
    air.give({ do: 'take', channel: 'main', number: '1' }, 1001);
    air.give({ do: 'take', channel: 'beach', number: '1' }, 1001);
    air.give({ do: 'timer', clock: 'duel', act: 'start' }, 1010);
    air.until(1013.5);
    expect([air.up('main'), air.up('beach')]).toEqual([['1'], ['1']]);
    air.until(1014);
    expect(air.up('beach')).toEqual(['1', '2']);
    expect(air.state.air['beach']?.graphics.at(-1)?.enterAt).toBe(1014);
    air.until(1017);
    const away = (channel: string) => air.state.air[channel]?.graphics.find(({ number }) => number === '1')?.moves.map(({ at }) => at);
    expect([away('main'), away('beach')]).toEqual([[1016], [1016]]);
    air.until(1019.98);
    expect(air.shown('duel', 1019.98)).toBeCloseTo(0.02);
    air.until(1021);
    expect([air.shown('duel', 1020), air.shown('duel', 1021)]).toEqual([0, 0]);
    expect(air.state.clocks['duel']?.standing).toMatchObject({ isRunning: false, counted: 10 });
    expect([air.up('main'), air.up('beach')]).toEqual([[], ['1', '2']]);
    expect(air.events.at(-1)).toMatchObject({ what: 'clock', why: 'clock', detail: 'stands at 0:00.00' });
    expect(nextDueTime(air.state)).toBe(Infinity);
  });
  test('what it was to do while the server was away is not made up for long after, and is in the log', () => {
    const marks: ShowClock['marks'] = [{ id: 'a', at: 0, does: { do: 'take', number: '1', channel: 'main' } }];
    const air = new Air(release([clock('duel', { marks })]));
    air.give({ do: 'timer', clock: 'duel', act: 'start' }, 1010);
    // Away from 1012 to 2000: nothing ticks meanwhile.
    const done = apply(air.state, { do: 'tick' }, 2000, (hash) => air.all[hash]);
    if ('problem' in done) throw new Error(done.problem.message);
    expect(done.state.air['main']?.graphics).toEqual([]);
    expect(done.events.map(({ detail }) => detail)).toEqual(['at 0:00.00: too late, passed over']);
    expect(nextDueTime(done.state)).toBe(Infinity);
  });
  test('a timetable of a thousand rows costs the air thread nothing to speak of', () => {
    const counts = { by: 'rows', data: 'd', time: 't', name: '', zone: 'Europe/Oslo', stays: 1 } as const;
    const marks: ShowClock['marks'] = [5, 0].map((at) => ({ id: `m${at}`, at, does: { do: 'take', number: '1', channel: 'main' } }));
    const air = new Air(release([clock('next', { counts, marks }), clock('duel', {})]));
    const targets = Array.from({ length: 1000 }, (_, i) => ({ at: 40_000 + i, is: 'time-of-day' as const, name: '' }));
    air.give({ do: 'times', clock: 'next', targets }, 1001);
    const due = nextDueTime(air.state);
    expect(due).toBe(40_000 - 3600 - 5);
    // The other clock is told something: what this one waits for is not looked for again.
    const { clocks } = air.state;
    air.give({ do: 'timer', clock: 'duel', act: 'start' }, 1002);
    expect(air.state.clocks['next']).toBe(clocks['next']);
    expect(nextDueTime(air.state)).toBe(due);
  });
  test('one that names a card that is gone does nothing, and goes on', () => {
    const marks: ShowClock['marks'] = [{ id: 'a', at: 6, does: { do: 'take', number: '77', channel: 'main' } }];
    const air = new Air(release([clock('duel', { marks })]));
    air.give({ do: 'timer', clock: 'duel', act: 'start' }, 1010);
    air.until(1020);
    expect([air.up('main'), air.shown('duel', 1020), nextDueTime(air.state)]).toEqual([[], 0, Infinity]);
  });
  test('times of rows come from data alone, and each of them does what is to happen', () => {
    const marks: ShowClock['marks'] = [{ id: 'a', at: 5, does: { do: 'take', number: '1', channel: 'main' } }];
    const counts = { by: 'rows', data: 'd', time: 't', name: '', zone: 'UTC', stays: 1 } as const;
    const air = new Air(release([clock('next', { counts, marks })]));
    expect(air.shown('next', 1001)).toBeNull();
    const targets = [1020, 1040].map((at) => ({ at, is: 'moment' as const, name: '' }));
    air.give({ do: 'times', clock: 'next', targets }, 1002);
    expect(air.shown('next', 1010)).toBe(10);
    air.until(1016);
    expect(air.up('main')).toEqual(['1']);
    expect(air.give({ do: 'clear', channel: 'main', all: true }, 1017)).toBe('');
    air.until(1034);
    expect([air.up('main'), air.shown('next', 1030)]).toEqual([[], 10]);
    air.until(1036);
    expect(air.up('main')).toEqual(['1']);
  });
}); // prettier-ignore

test('a score is added to by several at once, never goes below its least, and is in the log', () => {
  const air = new Air(release([]));
  air.give({ do: 'score', score: 'home', add: 2 }, 1001);
  air.give({ do: 'score', score: 'Home', add: 0.1 }, 1001);
  air.give({ do: 'score', score: 'home', add: 0.2 }, 1001);
  expect(air.state.scores['home']?.value).toBe(2.3);
  air.give({ do: 'score', score: 'home', add: -9 }, 1002);
  expect(air.state.scores['home']?.value).toBe(0);
  expect(air.give({ do: 'score', score: 'home' }, 1003)).toBe('no-amount');
  expect(air.give({ do: 'score', score: 'away', add: 1 }, 1003)).toBe('unknown-score');
  expect(air.events.filter(({ what }) => what === 'score').map(({ detail }) => detail)).toEqual([
    '2 (+2)',
    '2.1 (+0.1)',
    '2.3 (+0.2)',
    '0 (\u22122.3)',
  ]);
});
