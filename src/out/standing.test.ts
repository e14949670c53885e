import { describe, expect, test } from '@jest/globals';
import { mayStand, Standing } from './standing';

describe('a copy of the picture', () => {
  test('is taken at most twice a second while the picture changes', () => {
    const standing = new Standing();
    const taken = Array.from({ length: 101 }, (_, frame) => frame / 50).filter(
      (now) => standing.frame(1000 + now, true) === 'take',
    );
    expect(taken).toEqual([0, 0.5, 1, 1.5, 2]);
  });

  test('is taken once more of a picture that has come to rest, and then no more', () => {
    const standing = new Standing();
    expect(standing.frame(10, true)).toBe('take');
    expect(standing.frame(10.1, true)).toBe('none');
    expect(standing.frame(10.2, false)).toBe('none');
    expect(standing.frame(10.6, false)).toBe('draw');
    expect(standing.frame(10.62, true)).toBe('take');
    for (const now of [10.64, 11.5, 60]) expect(standing.frame(now, false)).toBe('none');
  });

  test('goes on after the clock was set back', () => {
    const standing = new Standing();
    standing.frame(5000, true);
    expect(standing.frame(100, true)).toBe('take');
  });

  test('holds the graphics it was begun with, from when it has come', () => {
    const standing = new Standing();
    standing.beginsWith(['a']);
    standing.hasCome();
    standing.beginsWith(['a', 'b']);
    expect(standing.graphics).toEqual(['a']);
    standing.hasCome();
    expect(standing.graphics).toEqual(['a', 'b']);
  });

  test('may stand as long as nothing in it has been taken off air', () => {
    expect(mayStand(['a', 'b'], ['a', 'b', 'c'])).toBe(true);
    expect(mayStand(['a', 'b'], ['b'])).toBe(false);
    expect(mayStand([], ['b'])).toBe(true);
  });
});
