import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease } from './index';

/** A show as it was kept in format 10. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-10.json', 'utf8')) as {
  readonly templates: Record<string, { elements: Record<string, object>; ties: object[] }>;
};

test('a show of format 10 opens whole, and its elements and ties are what they were', () => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  const { show } = read;
  for (const [id, template] of Object.entries(show.templates)) {
    expect(template.elements).toMatchObject(kept.templates[id]?.elements ?? {});
    expect(template.ties).toEqual(kept.templates[id]?.ties);
  }
  const release = makeRelease(show);
  expect(openRelease({ ...release, templates: kept.templates })).toEqual(release);
});
