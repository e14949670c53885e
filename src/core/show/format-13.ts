// From format 12 to 13: a show has clocks and scores of its own, which clock elements may show.

import { withElements, type Json } from './format-elements';

const element = (own: Json): Json =>
  own['kind'] === 'clock'
    ? { clock: '', pattern: '[h:]m:ss', reading: 'now', below: 'minus', room: 600, ...own }
    : own['kind'] === 'crawl'
      ? { pageStays: 6, pageMoves: 0.6, ...own }
      : own;

/** The templates of a show or a release; those of format 13 stay as they are. */
export const templatesToFormat13 = (templates: unknown): unknown => withElements(templates, element);

export const toFormat13 = (document: Json): Json => ({
  clocks: {},
  scores: {},
  ...document,
  templates: templatesToFormat13(document['templates']),
});
