import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { isLike, makeRelease, openDocument, openRelease } from './index';

/** A show as it was kept in format 5. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-5.json', 'utf8')) as {
  cards: Record<string, object>;
  templates: Record<string, object>;
};

const opened = (): ReturnType<typeof makeRelease> & { format: number } => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  return { ...makeRelease(read.show), format: read.show.format };
};

test('a show of format 5 opens whole: modes of matching become names with *, channels are named, moves stay away as they did', () => {
  const { templates, cards } = opened();
  expect(cards).toEqual(kept.cards);
  expect(templates['notice-strip']?.reactions).toMatchObject([
    { channels: [], whose: { by: 'template', template: 'bug' }, does: { do: 'move', stays: true } },
    { channels: [], on: 'exit', does: { do: 'back', move: 'Tuck away' } },
    { channels: ['*'], whose: { by: 'name', name: 'Station clock' } },
    { channels: [], whose: { by: 'name', name: 'Station*' } },
    { channels: [], whose: { by: 'name', name: '*clock*' } },
  ]);
});

test('a release that was made in format 5 is read alike, and one of today as it is', () => {
  const { format: _, ...release } = opened();
  expect(openRelease({ ...release, templates: kept.templates }).templates).toEqual(release.templates);
  expect(openRelease(release)).toEqual(release);
});

test.each<[string, string, boolean]>([
  ['Station clock', 'station CLOCK', true],
  ['Station*', 'Station clock two', true],
  ['*clock*', 'The clock', true],
  ['*', '', true],
  ['a*c', 'abd', false],
  ['1.5 (live)', '1x5 (live)', false],
  ['1.5 (live)', '1.5 (LIVE)', true],
])('“%s” means “%s”: %s', (wanted, name, is) => {
  expect(isLike(wanted, name)).toBe(is);
});
