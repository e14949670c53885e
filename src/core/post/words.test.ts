import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { messageOf, people } from '../../standins';
import { privateMarks } from './private-data';
import { wordMarks, type WatchWord } from './words';

const word = (words: string, more: Partial<WatchWord> = {}): WatchWord => ({ words, does: 'bar', forms: true, whole: true, language: '', ...more }); // prettier-ignore
const found = (text: string, words: WatchWord[], language = 'en'): string[] =>
  wordMarks(text, language, words).map(({ from, to }) => text.slice(from, to));

describe('words that bar or warn', () => {
  test.each([
    ['What a CLOWN!', 'clown', 'CLOWN'],
    ['a bunch of clowns', 'clown', 'clowns'],
    ['cheating numpties', 'numpty', 'numpties'],
    ['baking', 'bake', 'baking'],
    ['cl0wn', 'clown', 'cl0wn'],
    ['c.l.o.w.n', 'clown', 'c.l.o.w.n'],
    ['clooooown', 'clown', 'clooooown'],
    ['𝐜𝐥𝐨𝐰𝐧', 'clown', '𝐜𝐥𝐨𝐰𝐧'],
    ['сlоwn in other letters', 'clown', 'сlоwn'],
    ['so clöwn', 'clown', 'clöwn'],
    ['complete twit.', 'twit', 'twit'],
    ['you blind  fool', 'blind fool', 'blind  fool'],
  ])('“%s” has %s', (text, of, marked) => expect(found(text, [word(of)])).toEqual([marked]));
  test.each([
    ['she twitched an ear', 'twit'],
    ['a classic', 'ass'],
    ['blindfold', 'blind'],
  ])('“%s” has no %s', (text, of) => expect(found(text, [word(of)])).toEqual([]));
  test('a word within others is found where it is asked for, and where words have no spaces', () => {
    expect(found('blindfold', [word('blind', { whole: false, forms: false })])).toEqual(['blind']);
    expect(found('今日は馬鹿みたい', [word('馬鹿')], 'ja')).toEqual(['馬鹿']);
  });
  test('forms are those of its language, and a word of one language is no word of another', () => {
    expect(found('Idioten', [word('Idiot', { language: 'de' })], 'de')).toEqual(['Idioten']);
    expect(found('idiots', [word('idiot', { forms: false })])).toEqual([]);
    expect(found('a gift', [word('Gift', { language: 'de' })], 'en')).toEqual([]);
    expect(found('a gift', [word('Gift', { language: 'de' })], '')).toEqual(['gift']);
  });
  test('marks lie within the text, whatever it is, and a word is found wherever it stands', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), fc.string({ unit: 'grapheme', maxLength: 40 }), (before, after) => {
        const text = `${before} numpty ${after}`;
        const marks = wordMarks(text, '', [word('numpty')]);
        for (const { from, to } of marks) expect(from >= 0 && from < to && to <= text.length).toBe(true);
        expect(marks.some(({ from, to }) => text.slice(from, to).includes('numpty'))).toBe(true);
      }),
    );
  }); // prettier-ignore
});

describe('private data', () => {
  const marked = (text: string): string[] => privateMarks(text).map(({ from, to }) => text.slice(from, to));
  test.each([
    ['please ring 0555 014 277', '0555 014 277'],
    ['+44 (0)1632 960 983 anytime', '+44 (0)1632 960 983'],
    ['call 555-0147-22!', '555-0147-22'],
    ['mail fen@pier.example now', 'fen@pier.example'],
    ['at 14 Saltings Lane, bring lamps', '14 Saltings Lane'],
    ['Mrs Roke, 3 Pier Cottages', '3 Pier Cottages'],
    ['kommt in die Hafenstraße 12', 'Hafenstraße 12'],
    ['rendez-vous au 12 rue du Port', '12 rue du Port'],
    ['GB82 WEST 1234 5698 7654 32 please', 'GB82 WEST 1234 5698 7654 32'],
    ['4111 1111 1111 1111', '4111 1111 1111 1111'],
    ['we are at 50.12345, -5.54321', '50.12345, -5.54321'],
  ])('“%s”: %s', (text, part) => expect(marked(text)).toEqual([part]));
  test.each([
    '61 kites on one line',
    'Final score 21-15, 21-18',
    'on 2026-08-14 at 19:45',
    'won by 1,250,000 votes',
    'twenty to 3 on the way home',
    'the year 2026 was better than 2025',
    'I saw 3 lovely red kites on the hill',
  ])('nothing in “%s”', (text) => expect(marked(text)).toEqual([]));
  test('every private message of the wall is marked, and hardly any other', () => {
    let wrong = 0;
    for (let n = 0; n < 3000; n += 1) {
      const message = messageOf(n, people[n % people.length] as (typeof people)[number], 'day');
      const isMarked = marked(message.text).length > 0;
      if (message.unfit === 'number' || message.unfit === 'address') expect(isMarked).toBe(true);
      else if (isMarked) wrong += 1;
    }
    expect(wrong).toBe(0);
  });
});
