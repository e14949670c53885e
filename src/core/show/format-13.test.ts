import { expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { makeRelease, openDocument, openRelease, showFormat } from './index';
import { templatesToFormat16 } from './format-16';
import { templatesToFormat18 } from './format-18';
import { templatesToFormat19 } from './format-19';
import { lookToFormat20 } from './format-20';
import { lookToFormat17, tablesToFormat17 } from './format-17';

/** A show as it was kept in format 12. */
const kept = JSON.parse(readFileSync('src/core/show/fixtures/format-12.json', 'utf8')) as Record<
  string,
  unknown
>;

test('a show of format 12 opens whole, with no clocks and scores yet, and so does its release', () => {
  const read = openDocument(kept);
  if ('problem' in read) throw new Error(read.problem.message);
  expect(read.show).toEqual({
    ...kept,
    format: showFormat,
    look: lookToFormat20(lookToFormat17(kept['look'])),
    tables: tablesToFormat17(kept['tables']),
    templates: templatesToFormat19(templatesToFormat18(templatesToFormat16(kept.templates))),
    clocks: {},
    scores: {},
    tickers: {},
  });
  const { clocks: _clocks, scores: _scores, ...older } = makeRelease(read.show);
  expect(openRelease(older)).toEqual({ ...older, clocks: {}, scores: {}, tickers: {} });
});
