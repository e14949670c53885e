import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { acceptCell, checkCell, newColumn, showCell, type Checks, type Column } from '../index';

const typed = (column: Column, text: string): string => {
  const accepted = acceptCell(column, text);
  return 'text' in accepted ? accepted.text : `! ${accepted.problem.code}`;
};
const knots: Column = { ...newColumn('k', 'Gust', 'number'), type: 'number', unit: 'kn', decimals: 1 };
const rounds: Column = { ...newColumn('r', 'Round', 'choice'), type: 'choice', choices: ['Ballet', 'Train'] };

describe('cells', () => {
  test('what people type becomes what is kept, and is shown as the column wants it', () => {
    expect([typed(knots, '31,25 kn'), typed(knots, ' 1 200 '), typed(knots, 'NaN')]).toEqual([
      '31.25',
      '1200',
      '! not-a-number',
    ]);
    expect([showCell(knots, '31.25'), showCell(knots, 'calm')]).toEqual(['31.3\u202fkn', 'calm']);
    expect([
      typed(newColumn('d', 'Day', 'date'), '14.8.2026 14:05'),
      typed(newColumn('d', 'Day', 'date'), '2026-02-30'),
    ]).toEqual(['2026-08-14T14:05:00', '! not-a-date']);
    expect([
      typed(newColumn('t', 'Time', 'duration'), '2:03.5'),
      showCell(newColumn('t', 'Time', 'duration'), '123.5'),
    ]).toEqual(['123.5', '2:03.5']);
    expect([
      typed(newColumn('c', 'Colour', 'colour'), '#D8A'),
      typed(newColumn('c', 'Colour', 'colour'), 'brass'),
    ]).toEqual(['#dd88aa', '! not-a-colour']);
    expect([
      typed(newColumn('y', 'Up', 'yes-no'), 'X'),
      typed(newColumn('y', 'Up', 'yes-no'), 'maybe'),
    ]).toEqual(['yes', '! not-yes-no']);
    expect([typed(rounds, 'ballet'), typed(rounds, 'Duel')]).toEqual(['Ballet', '! not-a-choice']);
  });
  test('kept once, a cell is kept as it is again', () => {
    const columns = [
      knots,
      newColumn('d', 'D', 'date'),
      newColumn('t', 'T', 'duration'),
      newColumn('c', 'C', 'colour'),
      newColumn('y', 'Y', 'yes-no'),
      newColumn('x', 'X'),
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...columns),
        fc.oneof(
          fc.string(),
          fc.double().map(String),
          fc.date({ noInvalidDate: true, min: new Date(0), max: new Date(4e12) }).map((d) => d.toISOString()),
        ),
        (column, text) => {
          const once = acceptCell(column, text);
          if ('text' in once) expect(typed(column, once.text)).toBe(once.text);
        },
      ),
    );
  });
});

describe('checks', () => {
  const wrong = (column: Column, checks: Partial<Checks>, text: string, twice = false): string | null =>
    checkCell({ ...column, checks: { ...column.checks, ...checks } }, text, () => twice)?.code ?? null;
  test('needed, range, pattern, unique, and the type itself', () => {
    expect([wrong(knots, { needed: true }, ' '), wrong(knots, {}, ''), wrong(knots, {}, 'calm')]).toEqual([
      'needed',
      null,
      'not-a-number',
    ]);
    expect([wrong(knots, { low: 0, high: 60 }, '61'), wrong(knots, { low: 0, high: 60 }, '60')]).toEqual([
      'out-of-range',
      null,
    ]);
    expect([
      wrong(newColumn('x', 'Code'), { pattern: '[A-Z]{2}\\d' }, 'OX1'),
      wrong(newColumn('x', 'Code'), { pattern: '[A-Z]{2}\\d' }, 'OX12'),
    ]).toEqual([null, 'no-match']);
    expect([
      wrong(newColumn('x', 'Code'), { unique: true }, 'a', true),
      wrong(newColumn('x', 'Code'), { unique: true }, 'a'),
    ]).toEqual(['twice', null]);
    expect(wrong(newColumn('x', 'Code'), { pattern: '(' }, 'a')).toBeNull();
  });
});
