import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease } from './index';

/** A show as it was kept in format 4. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-4.json', 'utf8')) as {
  channels: { id: string }[];
  rundowns: { id: string; cards: string[] }[];
  cards: Record<string, object>;
  templates: Record<string, { elements: Record<string, { kind: string }> }>;
};

test('a show of format 4 opens whole: its list of cards becomes rows that wait for a hand, nothing reacts', () => {
  const opened = openDocument(kept);
  if ('problem' in opened) throw new Error(opened.problem.message);
  const { show } = opened;
  expect(show.rundowns[0]).toMatchObject({
    id: kept.rundowns[0]?.id,
    channel: kept.channels[0]?.id,
    loop: null,
  });
  expect(show.rundowns[0]?.rows.map(({ card }) => card)).toEqual(kept.rundowns[0]?.cards);
  expect(show.rundowns[0]?.rows.every(({ start, lasts }) => start.by === 'hand' && lasts === null)).toBe(
    true,
  );
  expect(show.cards).toEqual(kept.cards);
  expect(
    Object.values(show.templates).map(({ reactions, handover }) => [reactions.length, handover]),
  ).toEqual(Object.keys(kept.templates).map(() => [0, null]));
  const clocks = Object.values(show.templates['bug']?.elements ?? {}).filter(({ kind }) => kind === 'clock');
  expect(clocks).toMatchObject([{ shows: 'time' }]);
});

test('a release that was made before rundowns had rows is read with its list as the one rundown', () => {
  const opened = openDocument(kept);
  if ('problem' in opened) throw new Error(opened.problem.message);
  const { rundowns: _r, pads: _p, ...release } = makeRelease(opened.show);
  const cards = kept.rundowns[0]?.cards ?? [];
  const read = openRelease({ ...release, templates: kept.templates, rundown: cards });
  expect(read.rundowns.map(({ rows }) => rows.map(({ card }) => card))).toEqual([cards]);
  expect(read.templates).toEqual(release.templates);
  expect(read.pads).toEqual([]);
});
