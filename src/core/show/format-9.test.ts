import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease } from './index';

/** A show as it was kept in format 8. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-8.json', 'utf8')) as {
  readonly templates: Record<string, { elements: Record<string, object> }>;
};

test('a show of format 8 opens whole and looks as it did: no iris, no soft head, no shade', () => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  const { show } = read;
  let shades = 0;
  let heads = 0;
  for (const [id, template] of Object.entries(show.templates))
    for (const [key, element] of Object.entries(template.elements)) {
      expect(element).toMatchObject({
        ...kept.templates[id]?.elements[key],
        irisSoft: 0,
        irisX: 0.5,
        irisY: 0.5,
      });
      if ('shade' in element) {
        shades += 1;
        expect(element.shade).toBe('#00000000');
      }
      if ('drawSoft' in element) {
        heads += 1;
        expect(element.drawSoft).toBe(0);
      }
    }
  expect(shades).toBeGreaterThan(2);
  expect(heads).toBeGreaterThan(2);
  const release = makeRelease(show);
  expect(openRelease({ ...release, templates: kept.templates })).toEqual(release);
  expect(openRelease(release)).toEqual(release);
});
