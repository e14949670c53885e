import { expect, test } from '@jest/globals';
import { makeRelease, newShow, openDocument, openRelease, usualLanes } from './index';

test('a show of format 19, and its release, open with words in the order of English', () => {
  const show = newShow('show', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  const { locale: _, ...look } = show.look;
  const read = openDocument({ ...show, format: 19, look });
  if ('problem' in read) throw new Error(read.problem.message);
  expect(read.show.look.locale).toBe('en');
  const release = makeRelease(read.show);
  expect(openRelease({ ...release, look })).toEqual(release);
  expect(openRelease({ ...release, look: { ...look, locale: 'sv' } }).look.locale).toBe('sv');
  const wrong = openDocument({ ...read.show, look: { ...look, locale: 'no tag' } });
  expect(wrong).toMatchObject({ problem: { path: 'look.locale' } });
});
