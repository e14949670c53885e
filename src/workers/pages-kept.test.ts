import { describe, expect, test } from '@jest/globals';
import { answerOf, cacheOf, isFetchedAhead, outlived } from './pages-kept';

describe('what is kept of the application', () => {
  const answer = (path: string, mode = 'navigate', method = 'GET') => answerOf({ path, mode, method });

  test('answers for its own pages and files, never for what is on air or what the server says', () => {
    for (const path of ['/', '/shows', '/build/notice-strip', '/desk/main', '/pad', '/typing'])
      expect(answer(path)).toBe('page');
    for (const path of [
      '/out/main',
      '/out/',
      '/frame',
      '/api/health',
      '/air',
      '/demo/marram-bay.jorvan',
      '/mark.svg2.txt',
    ])
      expect(answer(path)).toBeNull();
    expect(answer('/outputs')).toBe('page');
    expect(answer('/assets/main-x.js', 'cors')).toBe('file');
    expect(answer('/shows', 'cors')).toBeNull();
    expect(answer('/shows', 'navigate', 'POST')).toBeNull();
  });

  test('the version before stays, those before it go, and caches of others are left alone', () => {
    const names = ['theirs', cacheOf('1'), cacheOf('2'), cacheOf('3')];
    expect(outlived(names, '3')).toEqual([cacheOf('1')]);
    expect(outlived(names.slice(0, 2), '1')).toEqual([]);
    // One that was built again is in use: it is not the oldest.
    expect(outlived(names, '1')).toEqual([cacheOf('2')]);
  });

  test('letters of far scripts and what only outputs need are fetched when they are asked for', () => {
    const ahead = ['index.html', 'out.html', 'assets/a.js', 'assets/f-latin-400.woff2', 'assets/f-vietnamese-400.woff2']; // prettier-ignore
    expect(ahead.filter(isFetchedAhead)).toEqual(['index.html', 'assets/a.js', 'assets/f-latin-400.woff2']);
  });
});
