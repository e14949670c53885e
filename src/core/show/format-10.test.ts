import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease } from './index';

/** A show as it was kept in format 9. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-9.json', 'utf8')) as {
  readonly templates: Record<string, { elements: Record<string, object> }>;
};

test('a show of format 9 opens whole and looks as it did: no light on its strokes', () => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  const { show } = read;
  let strokes = 0;
  for (const [id, template] of Object.entries(show.templates))
    for (const [key, element] of Object.entries(template.elements)) {
      expect(element).toMatchObject(kept.templates[id]?.elements[key] ?? {});
      if (!('drawSoft' in element)) continue;
      strokes += 1;
      expect(element.lightLength).toBe(0);
    }
  expect(strokes).toBeGreaterThan(5);
  const release = makeRelease(show);
  expect(openRelease({ ...release, templates: kept.templates })).toEqual(release);
});
