import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { parseFeedDate } from './feed-date';
import { guessType, isPlainNumber, parseDate, parseTime, timeText } from './values';

const typeOf = (...cells: string[]): string =>
  guessType(
    cells.map((cell) => [cell]),
    0,
  );

describe('what a column is taken for unasked', () => {
  test.each([
    [['1', '2.50', '-3'], 'number'],
    [['0', '0.5'], 'number'],
    [['+3', '-1'], 'text'],
    [['12,50', '3,20'], 'text'],
    [['1,234', '2,000'], 'text'],
    [['007', '008'], 'text'],
    [['90071992547409931'], 'text'],
    [['12 %'], 'text'],
    [['19:45', '7:05'], 'time'],
    [['7:45 pm'], 'time'],
    [['62:03', '3:05'], 'duration'],
    [['2:03.5'], 'duration'],
    [['1999-02-28'], 'date'],
    [['05/20 7:03 am'], 'text'],
  ])('%j is %s', (cells, type) => expect(typeOf(...cells)).toBe(type));
  test('a number that is taken for one is written again as it was', () => {
    fc.assert(
      fc.property(fc.stringMatching(/^-?\d{1,18}(\.\d{1,18})?$/), (text) => {
        if (!isPlainNumber(text)) return;
        const [whole = '', part = ''] = text.split('.');
        const bare = part.replace(/0+$/, '');
        const again = Number(text);
        const plain = `${whole}${bare ? `.${bare}` : ''}`;
        expect(Math.abs(again) < 1e-6 || String(again) === plain || (plain === '-0' && again === 0)).toBe(
          true,
        );
      }),
    );
  });
});

describe('dates and times', () => {
  test('times of day as people write them', () => {
    expect(['19:45', '7:45 pm', '12 am', '12:30 p.m.', '7.05', '23:59:59.5'].map(parseTime)).toEqual([
      71_100, 71_100, 0, 45_000, 25_500, 86_399.5,
    ]);
    expect(['24:00', '13 pm', '7', '7:60', '7:4', 'pm', '0 am'].map(parseTime)).toEqual(Array(7).fill(null));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 86_399 }), (seconds) => parseTime(timeText(seconds)) === seconds),
    );
  });
  test('dates of feeds by what they say, never by the zone of the machine', () => {
    const before = process.env['TZ'];
    const read = (): (string | null)[] =>
      [
        'Thu, 22 Dec 2005 15:22:05 +0000',
        'Wed,  7 Dec 2005 11:19:46 EST',
        '6 Jan 06 09:00 GMT',
        '2005-5-28 16:05:36',
        '2004-12-27T11:30:00',
        '2005-10-21T08:11:00+08:00',
        '05/20 7:03 am',
        'Tue, 27 Dec 2005 13:30:33+0900',
        'Wed, 30 Feb 2005 10:00:00 GMT',
        '2005-02-30',
        'Mon, 02 Jan 2006 14:35:32 XYZ',
      ].map((text) => {
        const ms = parseFeedDate(text);
        return ms === null ? null : new Date(ms).toISOString().slice(0, 19);
      });
    const inZone = (zone: string): (string | null)[] => {
      process.env['TZ'] = zone;
      return read();
    };
    const expected = [
      '2005-12-22T15:22:05',
      '2005-12-07T16:19:46',
      '2006-01-06T09:00:00',
      '2005-05-28T16:05:36',
      '2004-12-27T11:30:00',
      '2005-10-21T00:11:00',
      null,
      null,
      null,
      null,
      null,
    ];
    try {
      expect(inZone('Asia/Tokyo')).toEqual(expected);
      expect(inZone('America/St_Johns')).toEqual(expected);
      expect(parseDate('Wed, 07 Dec 2005 11:19:46')).toBe(Date.UTC(2005, 11, 7, 11, 19, 46));
    } finally {
      if (before === undefined) delete process.env['TZ'];
      else process.env['TZ'] = before;
    }
  });
});
