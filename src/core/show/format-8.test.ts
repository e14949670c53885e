import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease } from './index';

interface Kept {
  readonly channels: object[];
  readonly templates: Record<string, { elements: Record<string, object> }>;
}
/** A show as it was kept in format 7. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-7.json', 'utf8')) as Kept;

test('a show of format 7 opens whole: lines keep how they end, wipes their straight edges, handovers their moments', () => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  const { show } = read;
  expect(Object.keys(show.templates)).toEqual(Object.keys(kept.templates));
  for (const [id, template] of Object.entries(show.templates))
    for (const [key, element] of Object.entries(template.elements)) {
      const { roundEnds, ...rest } = kept.templates[id]?.elements[key] as { roundEnds?: boolean };
      expect(element).toMatchObject({ ...rest, wipeEdge: 'line', wipeAngle: 0, wipeSoft: 0, rides: null });
      if (roundEnds !== undefined) expect('cap' in element && element.cap).toBe(roundEnds ? 'round' : 'butt');
    }
  expect(show.templates['notice-strip']?.handover).toEqual({ of: 'end', frames: -15 });
  expect(show.channels[0]?.lanes[1]?.handover).toEqual({ of: 'begin', frames: 0 });
  const release = makeRelease(show);
  expect(openRelease({ ...release, templates: kept.templates, channels: kept.channels })).toEqual(release);
  expect(openRelease(release)).toEqual(release);
});
