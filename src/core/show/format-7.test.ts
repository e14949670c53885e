import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease } from './index';
import { sourcesToFormat7 } from './format-7';

/** A show as it was kept in format 6. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-6.json', 'utf8')) as {
  sources: Record<string, object>;
};

test('a show of format 6 opens whole, and its sources get the care that is usual for their kind', () => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  const { sources } = read.show;
  expect(Object.keys(sources)).toEqual(Object.keys(kept.sources));
  for (const [id, source] of Object.entries(sources)) {
    expect(source).toMatchObject(kept.sources[id] ?? {});
    expect(source.whenStale).toEqual({ do: 'mark' });
    expect(source.staleAfter === null).toBe(!('every' in source));
    expect(source.mostLost).toBe(source.kind === 'folder' ? 50 : null);
  }
  const { format: _, ...release } = { ...makeRelease(read.show), format: read.show.format };
  expect(openRelease({ ...release, sources: kept.sources }).sources).toEqual(sourcesToFormat7(kept.sources));
  expect(openRelease(release)).toEqual(release);
});
