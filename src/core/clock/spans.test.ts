import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { dayWords, readDay, readSpan, runningWords, spanWords, wallWords } from './index';

describe('a span of seconds', () => {
  test('is said as short as it can be', () => {
    expect([0, 8, 8.25, 59.96, 65, 3750].map(spanWords)).toEqual(['0 s', '8 s', '8.3 s', '1:00', '1:05', '1:02:30']); // prettier-ignore
    expect(spanWords(-4)).toBe('0 s');
  });
  test('reads as it is said, and as people type it', () => {
    fc.assert(fc.property(fc.nat(200_000), (seconds) => expect(readSpan(spanWords(seconds))).toBe(seconds)));
    expect([readSpan(' 8,5 '), readSpan('90s'), readSpan('1:05.5')]).toEqual([8.5, 90, 65.5]);
    expect(['', 'soon', '-3', '1:2:3:4'].map(readSpan)).toEqual([null, null, null, null]);
  });
});

test('a running time has minutes from the first second', () => {
  expect([-1, 0, 7.9, 750, 3750].map(runningWords)).toEqual(['0:00', '0:00', '0:07', '12:30', '1:02:30']);
});

describe('a time of day', () => {
  test('reads as it is said', () => {
    fc.assert(fc.property(fc.nat(86_399), (seconds) => expect(readDay(dayWords(seconds))).toBe(seconds)));
    expect(readDay(' 9:05 ')).toBe(9 * 3600 + 5 * 60);
  });
  test('is none where the hour or minute is none', () => {
    expect(['24:00', '12:60', '12', '12:5', 'noon'].map(readDay)).toEqual([null, null, null, null, null]);
  });
  test('goes round midnight, both ways', () => {
    expect([dayWords(86_400), dayWords(-1)]).toEqual(['00:00:00', '23:59:59']);
    expect([wallWords(23 * 3600, 120), wallWords(3600, -120)]).toEqual(['01:00:00', '23:00:00']);
  });
});
