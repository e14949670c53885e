import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { callNumberSchema, compareNumbers, numberAfter, parseCallNumber, sameNumber } from './index';

const parse = (typed: string): string => {
  const parsed = parseCallNumber(typed);
  return 'number' in parsed ? parsed.number : parsed.problem.code;
};

test('what is typed becomes a call number, in whatever spelling', () => {
  expect(['31.25', ' 031,25 ', '7', '007', '31.', '31.50'].map(parse)).toEqual([
    '31.25',
    '31.25',
    '7',
    '7',
    '31',
    '31.50',
  ]);
  expect(['', 'abc', '31.25.1', '-4', '12345678', '1.23456'].map(parse)).toEqual(
    Array.from({ length: 6 }, () => 'bad-number'),
  );
});

test('the refusal says what was typed and what to do', () => {
  const parsed = parseCallNumber('thirty');
  expect('problem' in parsed && parsed.problem.message).toBe(
    '“thirty” is not a call number. Use up to seven figures and up to four after a point, such as 401 or 405.1.',
  );
});

test('31.5 and 31.50 are one number; nothing is the number of nothing', () => {
  expect(sameNumber('31.5', '31.50')).toBe(true);
  expect(sameNumber('31.5', '31.05')).toBe(false);
  expect(sameNumber(null, null)).toBe(false);
});

test('rows count on in the last place', () => {
  expect(numberAfter('31.25', 1)).toBe('31.26');
  expect(numberAfter('31.09', 1)).toBe('31.10');
  expect(numberAfter('31.99', 2)).toBe('32.01');
  expect(numberAfter('7', 3)).toBe('10');
});

test('any whole and part make a number that is kept as typed and orders by size', () => {
  const typed = fc
    .tuple(fc.integer({ min: 0, max: 9_999_999 }), fc.integer({ min: 0, max: 9999 }))
    .map(([a, b]) => `${a}.${b}`);
  fc.assert(
    fc.property(typed, typed, (a, b) => {
      expect(parse(a)).toBe(a);
      expect(callNumberSchema.safeParse(parse(a)).success).toBe(true);
      expect(Math.sign(compareNumbers(a, b))).toBe(Math.sign(Number(a) - Number(b)));
    }),
  );
});
