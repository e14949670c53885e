import { describe, expect, test } from '@jest/globals';
import { byName, graphemes, isLocale, looseWordOrder, wordOrder } from './index';

describe('words in the order of a language', () => {
  test('each language has its own', () => {
    const words = ['Zebra', 'Öre', 'Oase', 'Ås', 'Apa'];
    expect([...words].sort(wordOrder('sv'))).toEqual(['Apa', 'Oase', 'Zebra', 'Ås', 'Öre']);
    expect([...words].sort(wordOrder('de'))).toEqual(['Apa', 'Ås', 'Oase', 'Öre', 'Zebra']);
  });
  test('numbers go by their size, and names with them', () => {
    const named = ['Heat 10', 'Heat 9', 'heat 1'].map((name) => ({ name }));
    expect(named.sort(byName('en')).map(({ name }) => name)).toEqual(['heat 1', 'Heat 9', 'Heat 10']);
  });
  test('case and marks can be passed over, where the language takes the letters for one', () => {
    expect(looseWordOrder('en')('LÚCIA', 'lucia')).toBe(0);
    expect(wordOrder('en')('LÚCIA', 'lucia')).not.toBe(0);
    expect(looseWordOrder('sv')('ö', 'o')).not.toBe(0);
  });
  test('what is no language is told, and orders as the usual one', () => {
    expect(['en', 'pt-BR', 'sr-Latn'].every(isLocale)).toBe(true);
    expect(['', 'EN', 'not a tag', 'xx-yy-zz-qq'].some(isLocale)).toBe(false);
    expect(['b', 'a'].sort(wordOrder('not a tag'))).toEqual(['a', 'b']);
  });
});

test('characters are counted as a reader does', () => {
  expect([...graphemes('e\u0301👨‍👩‍👧x')].map(({ segment }) => segment)).toEqual(['e\u0301', '👨‍👩‍👧', 'x']);
});
