import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease } from './index';

/** A show as it was kept in format 3. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-3.json', 'utf8')) as {
  tables: Record<string, { columns: object[]; rows: object[] }>;
  templates: Record<string, object>;
};

test('a show of format 3 opens whole: columns are of text, nothing is bound, every cell is what it was', () => {
  const opened = openDocument(kept);
  if ('problem' in opened) throw new Error(opened.problem.message);
  const { show } = opened;
  for (const [id, old] of Object.entries(kept.tables)) {
    expect(show.tables[id]?.rows).toEqual(old.rows);
    expect(show.tables[id]?.columns).toMatchObject(
      old.columns.map((column) => ({ ...column, type: 'text' })),
    );
  }
  // What later formats call otherwise is left out.
  const told = (template: object): object =>
    JSON.parse(JSON.stringify(template).replace(/"roundEnds":(true|false),?/g, '')) as object;
  for (const [id, old] of Object.entries(kept.templates))
    expect(show.templates[id]).toMatchObject({ bindings: [], bound: {}, matches: {}, ...told(old) });
  expect([show.sources, show.views]).toEqual([{}, {}]);
  // A release that was made of it has no data yet.
  const { sources: _s, views: _v, tables: _t, ...release } = makeRelease(show);
  expect(openRelease({ ...release, templates: kept.templates })).toEqual({
    ...release,
    templates: show.templates,
    sources: {},
    views: {},
    tables: {},
  });
});
