import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clockWords, countAfter, countAt, formatClock } from './index';

const clock = (shows: 'time' | 'up' | 'down', counted: string, format = 'm:ss') => ({
  format,
  zone: '',
  offset: 0,
  shows,
  counted,
  length: 90,
});

test('a clock knows zones by name with their summer time, and half days as people write them', () => {
  const at = (zone: string, iso: string, format: Parameters<typeof clockWords>[0]['format']): string =>
    clockWords({ ...clock('time', '0'), zone, format }, Date.parse(iso) / 1000);
  // The clocks of Europe go forward on the last Sunday of March at 01:00 UTC.
  expect([
    at('Europe/Oslo', '2026-03-29T00:59:59Z', 'H:mm:ss'),
    at('Europe/Oslo', '2026-03-29T01:00:00Z', 'H:mm:ss'),
    at('America/St_Johns', '2026-01-10T12:00:00Z', 'h:mm a'),
    at('Europe/Oslo', '2026-11-28T18:05:00Z', 'h:mm A'),
    at('UTC', '2026-11-28T00:05:30Z', 'h:mm a.m.'),
    at('UTC', '2026-11-28T13:05:30Z', 'h:mm:ss a'),
    at('Nowhere/Atall', '2026-11-28T13:05:30Z', 'HH:mm'),
  ]).toEqual(['1:59:59', '3:00:00', '8:30 am', '7:05 PM', '12:05 a.m.', '1:05:30 pm', '13:05']);
});

test('a count runs from where it was started, stands where it was stopped, and says so in words', () => {
  expect([clockWords(clock('up', '>100'), 175.9), clockWords(clock('up', '83.4'), 5000)]).toEqual([
    '1:15',
    '1:23',
  ]);
  expect(clockWords(clock('up', '>100', 'H:mm:ss'), 100 + 3725)).toBe('1:02:05');
  // Down it shows its last second until it is over, and then nothing less than nothing.
  const down = (time: number) => clockWords(clock('down', '>100'), time);
  expect([down(100), down(100.5), down(189.5), down(190), down(500)]).toEqual([
    '1:30',
    '1:30',
    '0:01',
    '0:00',
    '0:00',
  ]);
});

test('what cannot be read as a count stands at zero', () => {
  expect([countAt('', 50), countAt('soon', 50), countAt('> x', 50)]).toEqual([0, 0, 0]);
});

test('started and stopped any number of times, it has counted just the times between', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(100), fc.nat(100)), { maxLength: 8 }), (spans) => {
      let [text, time, sum] = ['0', 1000, 0];
      for (const [rests, runs] of spans) {
        time += rests;
        text = countAfter(text, 'start', time);
        time += runs;
        sum += runs;
        expect(countAt(text, time)).toBeCloseTo(sum, 6);
        text = countAfter(text, 'stop', time);
      }
      expect(countAt(text, time + 77)).toBeCloseTo(sum, 6);
      expect(countAfter(text, 'reset', time)).toBe('0');
    }),
  );
});

test('the time of day, by offset and format, around midnight and before 1970', () => {
  const nine = 9 * 3600 + 5 * 60 + 30;
  expect(['HH:mm', 'HH:mm:ss', 'H:mm', 'hh:mm a'].map((f) => formatClock(nine, f, 0))).toEqual([
    '09:05',
    '09:05:30',
    '9:05',
    '09:05 am',
  ]);
  expect(formatClock(0, 'HH:mm', -60)).toBe('23:00');
  expect(formatClock(86_399.9, 'HH:mm:ss', 0)).toBe('23:59:59');
  expect(formatClock(-1, 'HH:mm:ss', 0)).toBe('23:59:59');
  expect([0, 12 * 3600, 13 * 3600].map((t) => formatClock(t, 'hh:mm a', 0))).toEqual([
    '12:00 am',
    '12:00 pm',
    '01:00 pm',
  ]);
});
