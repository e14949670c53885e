import { expect, test } from '@jest/globals';
import { makeRelease, newColumn, newShow, newTable, openDocument, openRelease, usualLanes } from './index';

test('a show of format 16, and its release, open whole: without maps, its tables opened to nobody', () => {
  const show = newShow('show', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  const { typing: _, ...table } = newTable('t', 'Votes', { columns: [newColumn('c', 'Kite')] });
  const { maps: __, ...look } = show.look;
  const read = openDocument({ ...show, format: 16, look, tables: { t: table } });
  if ('problem' in read) throw new Error(read.problem.message);
  expect([read.show.look.maps, read.show.tables['t']?.typing]).toEqual([{}, null]);
  const release = makeRelease(read.show);
  expect(openRelease({ ...release, look, tables: { t: table } })).toEqual({ ...release, tables: read.show.tables }); // prettier-ignore
});
