import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  momentIn,
  occurrencesOf,
  newStanding,
  readClock,
  shownWords,
  standingAfter,
  targetAt,
  targetOf,
  whenShown,
  type Clock,
  type ClockAct,
  type Counts,
} from './index';

const at = (iso: string): number => Date.parse(iso) / 1000;
const clock = (counts: Counts, given: Partial<Clock> = {}): Clock => ({
  counts,
  standing: newStanding(1000),
  holds: [],
  ...given,
});
const told = (own: Clock, act: ClockAct, time: number, seconds?: number): Clock => ({
  ...own,
  standing: standingAfter(own, act, time, seconds) ?? own.standing,
});

describe('words', () => {
  const words = (seconds: number, format: string, isDown = false, below: 'minus' | 'plus' | 'none' = 'minus') =>
    shownWords(seconds, format, isDown, below);
  test('leading parts are left away while they are zero, and what stands behind one that shows has two figures', () => {
    expect([5, 65, 3605, 86_405].map((seconds) => words(seconds, '[h:]m:ss'))).toEqual(['0:05', '1:05', '1:00:05', '24:00:05']);
    expect([5, 65, 3605].map((seconds) => words(seconds, '[h:][m:]s'))).toEqual(['5', '1:05', '1:00:05']);
    expect([300, 33_000, 198_300].map((seconds) => words(seconds, "[d' d '][h' h ']m' min'"))).toEqual(['5 min', '9 h 10 min', '2 d 07 h 05 min']);
  });
  test('parts of a second are cut, never rounded up; down, whole seconds last until they are over', () => {
    expect([words(59.999, 'm:ss.S'), words(9.3, 'm:ss.SS'), words(61.05, '[m:]s.SSS')]).toEqual(['0:59.9', '0:09.30', '1:01.050']);
    expect([words(0.2, 'm:ss', true), words(0, 'm:ss', true), words(0.2, 'm:ss.S', true)]).toEqual(['0:01', '0:00', '0:00.2']);
  });
  test('what is below zero is written as it is wished, and not before a whole second of it is over', () => {
    expect([-0.5, -1, -75].map((seconds) => words(seconds, 'm:ss', true))).toEqual(['0:00', '\u22120:01', '\u22121:15']);
    expect([words(-12.34, 'm:ss.S', true, 'plus'), words(-12, 'm:ss', true, 'none')]).toEqual(['+0:12.3', '0:12']);
  });
}); // prettier-ignore

describe('run by hand', () => {
  test('told anything in any order, it shows the time that it ran and what was set and added', () => {
    const acts = fc.array(
      fc.record({
        wait: fc.integer({ min: 0, max: 5000 }),
        act: fc.constantFrom<ClockAct>('start', 'stop', 'reset', 'set', 'add', 'lap'),
        seconds: fc.integer({ min: -50, max: 500 }),
      }),
      { maxLength: 12 },
    );
    fc.assert(
      fc.property(acts, fc.boolean(), (list, isDown) => {
        let own = clock(isDown ? { by: 'down', length: 90 } : { by: 'up' });
        let [now, shown, runs] = [1000, isDown ? 90 : 0, false];
        for (const { wait, act, seconds } of list) {
          now += wait / 100;
          if (runs) shown += (isDown ? -1 : 1) * (wait / 100);
          expect(readClock(own, now, 0)).toBeCloseTo(shown, 2);
          own = told(own, act, now, seconds);
          if (act === 'start') runs = true;
          if (act === 'stop') runs = false;
          if (act === 'set') shown = seconds;
          if (act === 'add') shown += seconds;
          if (act === 'reset') [shown, runs] = [isDown ? 90 : 0, false];
        }
        expect(own.standing.isRunning).toBe(runs);
      }),
    );
  });
  test('it stands still where it is to, also before anyone has told, and goes on from there', () => {
    let own = told(clock({ by: 'down', length: 10 }, { holds: [5, 0] }), 'start', 1000);
    expect([1003, 1005, 1007].map((time) => readClock(own, time, 0))).toEqual([7, 5, 5]);
    own = told(told(own, 'stop', 1008), 'start', 1010);
    expect([1012, 1015, 1100].map((time) => readClock(own, time, 0))).toEqual([3, 0, 0]);
    const half = told(clock({ by: 'up' }, { holds: [45] }), 'start', 1000);
    expect([readClock(half, 1044, 0), readClock(half, 2000, 0)]).toEqual([44, 45]);
  });
  test('when it comes to a value is known while it runs, once, and not of what is behind it', () => {
    const own = told(clock({ by: 'down', length: 60 }), 'start', 1000);
    expect([whenShown(own, 30, 0), whenShown(own, 0, 0), whenShown(own, 60, 0)]).toEqual([1030, 1060, Infinity]);
    const done = { ...own, standing: { ...own.standing, done: 1030 } };
    expect([whenShown(done, 30, 0), whenShown(done, 0, 0)]).toEqual([Infinity, 1060]);
    expect(whenShown(told(own, 'stop', 1010), 0, 0)).toBe(Infinity);
  });
  test('laps are kept as it showed them, and go when it is set back', () => {
    let own = told(clock({ by: 'up' }), 'start', 1000);
    own = told(told(own, 'lap', 1012.5), 'lap', 1031.25);
    expect(own.standing.laps).toEqual([12.5, 31.25]);
    expect(told(own, 'reset', 1040).standing).toMatchObject({ laps: [], isRunning: false, counted: 0 });
  });
}); // prettier-ignore

describe('to a time', () => {
  const byTime = (time: string, zone: string): Clock => {
    const target = targetOf(time);
    return clock(
      { by: 'time', time, zone },
      { standing: { ...newStanding(0), targets: target ? [target] : [] } },
    );
  };
  test('times of day and dates as people write them', () => {
    expect([targetOf('19:30'), targetOf('7:30 pm'), targetOf('2026-03-29 03:00')]).toMatchObject([
      { at: 70_200, is: 'time-of-day' },
      { at: 70_200, is: 'time-of-day' },
      { at: at('2026-03-29T03:00:00Z'), is: 'wall' },
    ]);
    expect(targetOf('2026-03-29T03:00:00+02:00')).toMatchObject({ at: at('2026-03-29T01:00:00Z'), is: 'moment' });
    expect([targetOf('soon'), targetOf('25:00'), targetOf('')]).toEqual([null, null, null]);
  });
  test('over the night in which clocks go forward, and back, it is exact', () => {
    // The clocks of Europe go from 02:00 to 03:00 on 29 March 2026, and from 03:00 to 02:00 on 25 October.
    const spring = byTime('06:00', 'Europe/Oslo');
    expect(readClock(spring, at('2026-03-28T22:00:00Z'), 0)).toBe(6 * 3600);
    expect(readClock(spring, at('2026-03-29T00:59:59Z'), 0)).toBe(3 * 3600 + 1);
    const autumn = byTime('06:00', 'Europe/Oslo');
    expect(readClock(autumn, at('2026-10-24T22:00:00Z'), 0)).toBe(7 * 3600);
  });
  test('over the leap day, and to a date', () => {
    expect(readClock(byTime('2028-03-01 00:00', 'UTC'), at('2028-02-28T00:00:00Z'), 0)).toBe(2 * 86_400);
    expect(readClock(byTime('01:00', 'UTC'), at('2028-02-28T23:00:00Z'), 0)).toBe(7200);
  });
  test('one that is gone counts as gone for some hours, then that of the next day is meant', () => {
    const own = byTime('10:00', 'UTC');
    const day = at('2026-11-28T00:00:00Z');
    expect([9, 11, 15].map((hour) => readClock(own, day + hour * 3600, 0))).toEqual([3600, -3600, -5 * 3600]);
    expect(readClock({ ...own, holds: [0] }, day + 11 * 3600, 0)).toBe(0);
    expect(readClock(own, day + 17 * 3600, 0)).toBe(17 * 3600);
  });
  test('what the time of day is ahead of the air clock counts', () => {
    expect(readClock(byTime('10:00', 'UTC'), at('2026-11-28T08:00:00Z'), 3600)).toBe(3600);
  });
  test('a wall clock’s moment leads back to what the wall showed, but for the hour that is left out', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: at('2026-01-01T00:00:00Z'), max: at('2027-12-31T00:00:00Z') }),
        fc.constantFrom('Europe/Oslo', 'America/St_Johns', 'Asia/Tokyo', 'Australia/Lord_Howe', 'UTC'),
        (moment, zone) => {
          const parts = Object.fromEntries(
            new Intl.DateTimeFormat('en', { timeZone: zone, hourCycle: 'h23', year: 'numeric', month: 'numeric', day: 'numeric', hour: 'numeric', minute: 'numeric', second: 'numeric' })
              .formatToParts(moment * 1000).map(({ type, value }) => [type, Number(value)]),
          );
          const wall = Date.UTC(parts['year']!, parts['month']! - 1, parts['day'], parts['hour'], parts['minute'], parts['second']) / 1000;
          // An hour that is there twice has two moments; the first is meant.
          expect([0, 1800, 3600]).toContain(moment - momentIn(zone, wall));
        },
      ),
      { numRuns: 300 },
    );
  });
  test('the next of several rows is counted to, stays at zero for a while, and the last stands when all are gone', () => {
    const day = at('2026-11-28T00:00:00Z');
    const targets = ['10:00', '11:00', '09:00'].map((time) => targetOf(`2026-11-28 ${time}`, `at ${time}`)!);
    const own = clock(
      { by: 'rows', data: 'd', time: 't', name: 'n', zone: 'UTC', stays: 60 },
      { holds: [0], standing: { ...newStanding(day), targets } },
    );
    const seen = (hour: number): unknown => [targetAt(own, day + hour * 3600)?.target.name, readClock(own, day + hour * 3600, 0)];
    expect([8, 9.5, 10 + 30 / 3600, 10 + 61 / 3600, 12].map(seen)).toEqual([
      ['at 09:00', 3600],
      ['at 10:00', 1800],
      ['at 10:00', 0],
      ['at 11:00', 3539],
      ['at 11:00', 0],
    ]);
    expect(whenShown(own, 0, 0)).toBe(day + 9 * 3600);
expect(occurrencesOf(targets, 'UTC', day).map((one) => one.target.name)).toEqual(['at 09:00', 'at 10:00', 'at 11:00']);
  });
}); // prettier-ignore
