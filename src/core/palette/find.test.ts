import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { findEntries, mostUsed, withUsed, type Entry } from './index';

const entry = (name: string, kind = 'Action'): Entry => ({ id: `${kind} ${name}`, name, kind });
const all = [
  entry('Outputs', 'Area'),
  entry('New template'),
  entry('Notice strip', 'Template'),
  entry('Duel strip', 'Template'),
  entry('Group'),
  entry('Ungroup'),
  entry('Overall standings', 'View'),
];
const found = (typed: string, used: string[] = []) =>
  findEntries(all, typed, used, 5).map(({ name }) => name);

describe('what is found by a few letters', () => {
  test('what begins with them comes first, then what has a word that does, then initials, then what has them inside', () => {
    expect(found('group')).toEqual(['Group', 'Ungroup']);
    expect(found('strip').slice(0, 2)).toEqual(['Notice strip', 'Duel strip']);
    expect(found('nt')[0]).toBe('New template');
    expect(found('ostand')[0]).toBe('Overall standings');
    expect(found('zzz')).toEqual([]);
  });
  test('words may come in any order, and what a thing is helps', () => {
    expect(found('strip not')[0]).toBe('Notice strip');
    expect(found('template duel')[0]).toBe('Duel strip');
  });
  test('what was used goes before what fits as well, not before what fits far better', () => {
    expect(found('strip', ['Template Duel strip'])[0]).toBe('Duel strip');
    expect(found('group', ['Action Ungroup'])[0]).toBe('Group');
    expect(found('', ['View Overall standings'])[0]).toBe('Overall standings');
  });
  test('every entry is found by its own name, whatever it is', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 30 }), (name) => {
        fc.pre(name.trim() !== '');
        const own = entry(name);
        expect(findEntries([...all, own], name, [], 50)).toContain(own);
      }),
    );
  });
  test('what was used is kept once each, the latest first, and not without end', () => {
    expect(withUsed(['a', 'b'], 'b')).toEqual(['b', 'a']);
    const many = Array.from({ length: 100 }, (_, i) => String(i)).reduce(withUsed, [] as string[]);
    expect(many).toHaveLength(mostUsed);
    expect(many[0]).toBe('99');
  });
});
