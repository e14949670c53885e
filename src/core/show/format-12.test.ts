import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease } from './index';
import { templatesToFormat16 } from './format-16';
import { templatesToFormat18 } from './format-18';
import { templatesToFormat19 } from './format-19';

/** A show as it was kept in format 11. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-11.json', 'utf8')) as {
  readonly look: object;
  readonly templates: object;
};

test('a show of format 11 opens whole, with sets of pictures to be filled, and so does its release', () => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  expect(read.show.look).toEqual({ ...kept.look, sets: [], maps: {}, locale: 'en' });
  expect(read.show.templates).toEqual(
    templatesToFormat19(templatesToFormat18(templatesToFormat16(kept.templates))),
  );
  const release = makeRelease(read.show);
  expect(openRelease({ ...release, look: kept.look })).toEqual(release);
});
