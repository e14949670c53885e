import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newRundown, newRundownRow, type RundownRow } from '../show';
import { momentOfDay, nextDueTime, sumOfTimes, timeline, type Command } from './index';
import { card, made, released, Trial } from './trial';

const cards = [card('a', '1', 'x'), card('b', '2', 'y'), card('c', '3', 'x'), card('lost', '9', 'gone')];
const trial = (rows: RundownRow[], loop: { from: string; to: string } | null = null): Trial =>
  new Trial(
    released([made('x', 'lower'), made('y', 'full')], cards, {
      rundowns: [{ ...newRundown('r', 'Loop', 'main'), rows, loop }],
    }),
  );
const row = newRundownRow;
const run = (act: Extract<Command, { do: 'run' }>['act'], given: object = {}): Command => ({
  do: 'run',
  rundown: 'r',
  act,
  ...given,
});
/** What went up, by card, and when. */
const taken = (t: Trial): [string, number][] =>
  t.events
    .filter(({ what }) => what === 'take')
    .map(({ card: id, at }) => [id, Math.round(at * 1000) / 1000]);

describe('a rundown runs by itself', () => {
  test('rows go with, after and at the end of the one before; the first goes at once', () => {
    const t = trial([
      row('1', 'a', { lasts: 4 }),
      row('2', 'b', { start: { by: 'with' }, lasts: 6 }),
      row('3', 'c', { start: { by: 'end' }, lasts: 2 }),
      row('4', 'b', { start: { by: 'after', seconds: 1 } }),
    ]);
    t.go(run('start'), 100);
    t.pass(100, 112);
    expect(taken(t)).toEqual([
      ['a', 100],
      ['b', 100],
      ['c', 106],
      ['b', 107],
    ]);
    // The first has left after its four seconds, and the loop's last row stays, as it has no length.
    expect(t.up().map((g) => g.card)).toEqual(['b']);
  });

  test('a row that waits for a hand is taken by hand, and the next goes on from there', () => {
    const t = trial([
      row('1', 'a', { lasts: 2 }),
      row('2', 'b'),
      row('3', 'c', { start: { by: 'after', seconds: 3 } }),
    ]);
    t.go(run('start'), 100);
    t.pass(100, 140, 1);
    expect(nextDueTime(t.state)).toBe(Infinity);
    t.go(run('next'), 150);
    t.pass(150, 154);
    expect(taken(t)).toEqual([
      ['a', 100],
      ['b', 150],
      ['c', 153],
    ]);
  });

  test('its times are those of the plan, however late the clock is looked at', () => {
    const t = trial([
      row('1', 'a', { lasts: 2 }),
      row('2', 'b', { start: { by: 'end' }, lasts: 3 }),
      row('3', 'c', { start: { by: 'end' } }),
    ]);
    t.go(run('start'), 100);
    t.go({ do: 'tick' }, 160);
    expect(taken(t)).toEqual([
      ['a', 100],
      ['b', 102],
      ['c', 105],
    ]);
    expect(t.events.filter(({ why }) => why === 'run').map(({ planned }) => planned)).toEqual([
      100, 102, 105,
    ]);
  });

  test('a part is gone round until it is stopped; what is up then stays', () => {
    const t = trial(
      [
        row('1', 'a', { lasts: 1 }),
        row('2', 'c', { start: { by: 'end' }, lasts: 2 }),
        row('3', 'b', { start: { by: 'end' }, lasts: 1 }),
      ],
      { from: '2', to: '3' },
    );
    t.go(run('start'), 100);
    t.pass(100, 107.5);
    expect(
      taken(t)
        .map(([id]) => id)
        .join(''),
    ).toBe('acbcbc');
    t.go(run('stop'), 107.6);
    t.pass(107.7, 120);
    expect(t.state.runs).toEqual({});
    expect(t.up()).toHaveLength(1);
  });

  test('a loop that takes no time stands still and says so', () => {
    const t = trial([row('1', 'a', { start: { by: 'with' } }), row('2', 'b', { start: { by: 'with' } })], {
      from: '1',
      to: '2',
    });
    t.go(run('start'), 100);
    expect(t.state.runs['r']?.wrong).toContain('no time');
    expect(t.state.runs['r']?.pausedAt).not.toBeNull();
    expect(t.up()).toHaveLength(2);
  });

  test('a row whose template is gone is passed over and said; the others go on', () => {
    const t = trial([
      row('1', 'a', { lasts: 1 }),
      row('2', 'lost', { start: { by: 'end' }, lasts: 2 }),
      row('3', 'c', { start: { by: 'end' } }),
    ]);
    t.go(run('start'), 100);
    t.pass(100, 102);
    expect(t.state.runs['r']?.wrong).toContain('Row 9 was passed over');
    t.pass(102, 104);
    expect(taken(t)).toEqual([
      ['a', 100],
      ['c', 103],
    ]);
  });

  test('rows go to several channels', () => {
    const t = trial([row('1', 'a', { channels: ['main', 'beach'], lasts: 2 })]);
    t.go(run('start'), 100);
    expect([t.up('main').length, t.up('beach').length]).toEqual([1, 1]);
    t.pass(100, 103);
    expect([t.up('main').length, t.up('beach').length]).toEqual([0, 0]);
  });
});

describe('it is steered by hand at any time', () => {
  const three = (): RundownRow[] => [
    row('1', 'a', { lasts: 4 }),
    row('2', 'b', { start: { by: 'end' }, lasts: 4 }),
    row('3', 'c', { start: { by: 'end' }, lasts: 4 }),
  ];
  test('paused, its clock stands, and what is up stays', () => {
    const t = trial(three());
    t.go(run('start'), 100);
    t.go(run('pause'), 103);
    t.pass(103, 150, 1);
    expect(t.up().map((g) => g.card)).toEqual(['a']);
    t.go(run('go-on'), 150);
    t.pass(150, 152);
    expect(taken(t)).toEqual([
      ['a', 100],
      ['b', 151],
    ]);
  });
  test('held, a row stays past its end, and the next goes when it is let go', () => {
    const t = trial(three());
    t.go(run('start'), 100);
    t.go(run('hold'), 101);
    t.pass(101, 120, 1);
    expect(t.up().map((g) => g.card)).toEqual(['a']);
    t.go(run('let-go'), 120);
    t.pass(120, 120.5);
    expect(t.up().map((g) => g.card)).toEqual(['b']);
  });
  test('a row is skipped; taken over by hand nothing goes by itself until it is given back', () => {
    const t = trial(three());
    t.go(run('start'), 100);
    t.go(run('skip'), 101);
    t.go(run('by-hand'), 102);
    t.pass(102, 130, 1);
    expect(t.up().map((g) => g.card)).toEqual(['a']);
    t.go(run('give-back'), 130);
    t.pass(130, 136);
    expect(taken(t)).toEqual([
      ['a', 100],
      ['c', 134.4],
    ]);
  });
  test('what cannot be done is refused in words', () => {
    const t = trial(three());
    expect(t.go(run('pause'), 100)).toBe('not-running');
    expect(t.go(run('start', { from: 'nowhere' }), 100)).toBe('no-row');
    t.go(run('start', { from: '3' }), 100);
    expect(t.go(run('next'), 101)).toBe('at-the-end');
    expect(t.go({ do: 'run', rundown: 'other', act: 'start' }, 101)).toBe('unknown-rundown');
  });
});

describe('times of day', () => {
  const noon = 1_800_014_400 - (1_800_014_400 % 86_400) + 43_200;
  const at = (time: number): RundownRow['start'] => ({ by: 'time', time });
  test('a row goes at its time, by the wall where the operator sits', () => {
    const t = trial([row('1', 'a'), row('2', 'b', { start: at(14 * 3600 + 60) })]);
    t.go(run('start', { zone: 120 }), noon);
    t.pass(noon + 50, noon + 61, 1);
    expect(taken(t)[1]).toEqual(['b', noon + 60]);
  });
  test('a time that is past when its turn comes is said, and nothing changes', () => {
    const t = trial([row('1', 'a'), row('2', 'b', { start: at(12 * 3600 - 600) })]);
    t.go(run('start'), noon);
    t.pass(noon, noon + 5, 1);
    expect(t.state.runs['r']?.wrong).toContain('11:50:00, which is past');
    expect(t.up().map((g) => g.card)).toEqual(['a']);
    const first = trial([row('1', 'b', { start: at(12 * 3600 - 600) })]);
    expect(first.go(run('start'), noon)).toBe('time-past');
  });
  test('the moment that is meant lies within twelve hours, over midnight too', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 86_399 }),
        fc.integer({ min: 0, max: 3e9 }),
        fc.integer({ min: -14, max: 14 }),
        (time, now, zone) => {
          const moment = momentOfDay(time, now, zone * 60);
          expect(Math.abs(moment - now)).toBeLessThanOrEqual(43_200);
          expect((((moment + zone * 3600) % 86_400) + 86_400) % 86_400).toBe(time);
        },
      ),
    );
  });
});

describe('the time line', () => {
  const rundown = (rows: RundownRow[]) => ({ ...newRundown('r', 'R', 'main'), rows });
  test('tells what comes and when, and what waits for a hand', () => {
    const planned = timeline(
      rundown([
        row('1', 'a', { lasts: 4 }),
        row('2', 'b', { start: { by: 'end' } }),
        row('3', 'c', { start: { by: 'after', seconds: 5 } }),
        row('4', 'a'),
      ]),
      null,
      100,
      0,
    );
    expect(planned.map(({ at, until }) => [at, until])).toEqual([
      [100, 104],
      [104, null],
      [109, null],
      [null, null],
    ]);
  });
  test('warns where what comes before runs over a time of day', () => {
    const [, second] = timeline(
      rundown([row('1', 'a', { lasts: 90 }), row('2', 'b', { start: { by: 'time', time: 60 } })]),
      null,
      86_400,
      0,
    );
    expect(second?.late).toBe(30);
  });
  test('agrees with what then happens', () => {
    const starts = fc.oneof(
      fc.constant({ by: 'end' as const }),
      fc.constant({ by: 'with' as const }),
      fc.record({ by: fc.constant('after' as const), seconds: fc.integer({ min: 1, max: 9 }) }),
    );
    fc.assert(
      fc.property(
        fc.array(fc.tuple(starts, fc.integer({ min: 1, max: 9 })), { minLength: 1, maxLength: 8 }),
        (list) => {
          const rows = list.map(([start, lasts], i) =>
            row(`${i}`, ['a', 'b', 'c'][i % 3] as string, { start, lasts }),
          );
          const planned = timeline(rundown(rows), null, 100, 0).map(({ at }) => at);
          const t = trial(rows);
          t.go(run('start'), 100);
          t.pass(100, 190, 0.5);
          const begun = t.events
            .filter(({ what, why }) => what === 'take' && why === 'run')
            .map(({ planned: at }) => at);
          // Where a row is told to go at the end of one whose graphic another has replaced, it goes then already.
          const isPlain = rows.every((own) => own.start.by !== 'after');
          if (isPlain) expect(begun).toEqual(planned);
          else expect(begun).toHaveLength(planned.length);
        },
      ),
      { seed: 7, numRuns: 60 },
    );
  });
  test('sums the times of rows, and counts those that say nothing', () => {
    expect(
      sumOfTimes([
        row('1', 'a', { lasts: 4 }),
        row('2', 'b', { start: { by: 'with' }, lasts: 6 }),
        row('3', 'c'),
      ]),
    ).toEqual({ seconds: 6, open: 1 });
  });
});
