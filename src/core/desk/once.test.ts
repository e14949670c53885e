import { expect, test } from '@jest/globals';
import { usualPostSettings } from '../post';
import { newView } from '../show';
import { newSource } from '../source';
import { card } from '../playout/trial';
import { footOf } from './index';
import { Gallery, show } from './gallery';

/** A release with a card of a post, one of the same post through a view, and one of a row of a table of results. */
function gallery(): Gallery {
  const release = show(undefined, [
    card('501', '501', 'name', { row: { of: 'posts', key: 'wall 1' } }),
    card('502', '502', 'name', { row: { of: 'best', key: 'wall 1' } }),
    card('503', '503', 'name', { row: { of: 'results', key: '1' } }),
    card('301', '301', 'strip', { values: { 'f-name': 'strip' } }),
  ]);
  return new Gallery(
    {
      ...release,
      sources: {
        posts: newSource('posts', 'Posts', { kind: 'posts', ...usualPostSettings }),
        results: newSource('results', 'Results', { kind: 'folder', path: 'results.csv' }),
      },
      views: { best: newView('best', 'Best', 'posts') },
    },
    ['Ana', 'Bo'],
    true,
  );
}

test('what goes to air once is asked for before it is shown again, also through a view; other rows are not', () => {
  const g = gallery();
  const { Ana } = g.desks;
  const take = (number: string): void => {
    g.call(Ana, number);
    g.press(Ana, 'take');
  };
  take('501');
  expect(g.up().map(({ number }) => number)).toEqual(['501']);
  take('503');
  expect(g.up().map(({ number }) => number)).toEqual(['503']);
  take('502');
  expect(g.up().map(({ number }) => number)).toEqual(['503']);
  expect(Ana.desk.said?.words).toContain('it was on air before, and would be shown again');
  expect(footOf(g.view(Ana), 0).take.words).toContain('502');
  g.press(Ana, 'take');
  expect(g.up().map(({ number }) => number)).toEqual(['502']);
  // While it is up, it is corrected and taken without a question; and results come as often as they are wanted.
  take('501');
  expect(g.up().map(({ number }) => number)).toEqual(['501']);
  take('503');
  expect(g.up().map(({ number }) => number)).toEqual(['503']);
});
