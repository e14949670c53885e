import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease, showFormat } from './index';

/** A show with a chart as it was kept in format 13. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-13.json', 'utf8')) as object;

test('a chart of format 13 opens with all of its axis to be seen, and so does its release', () => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  const chart = read.show.templates['wind-hour']?.elements['chart'];
  expect(chart).toMatchObject({
    kind: 'chart',
    window: 3600,
    seenFrom: '',
    seenTo: '',
    zoom: 1,
    isMirrored: false,
  });
  expect(read.show.format).toBe(showFormat);
  const release = makeRelease(read.show);
  const older = JSON.parse(
    JSON.stringify(release, (key, value: unknown) =>
      ['seenFrom', 'seenTo', 'zoom', 'isMirrored'].includes(key) ? undefined : value,
    ),
  ) as object;
  expect(openRelease(older)).toEqual(release);
});
