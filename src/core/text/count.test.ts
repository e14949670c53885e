import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clockWords, countAfter, countAt } from './index';

const clock = (shows: 'time' | 'up' | 'down', counted: string, format: 'm:ss' | 'H:mm:ss' = 'm:ss') => ({
  format,
  offset: 0,
  shows,
  counted,
  length: 90,
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
