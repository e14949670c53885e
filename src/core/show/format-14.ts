// From format 13 to 14: a chart may look at a stretch of its axis, and be read from right to left; a show has tickers.

import { withElements, type Json } from './format-elements';

const element = (own: Json): Json =>
  own['kind'] === 'chart' ? { seenFrom: '', seenTo: '', zoom: 1, isMirrored: false, ...own } : own;

/** The templates of a show or a release; those of format 14 stay as they are. */
export const templatesToFormat14 = (templates: unknown): unknown => withElements(templates, element);

export const toFormat14 = (document: Json): Json => ({
  tickers: {},
  ...document,
  templates: templatesToFormat14(document['templates']),
});
