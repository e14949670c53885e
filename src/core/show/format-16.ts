// From format 15 to 16: rows may be shown page by page; posts may be a source.

import { withElements, type Json } from './format-elements';

const element = (own: Json): Json =>
  own['kind'] === 'rows' ? { page: 1, turns: 'none', turnAfter: 8, ...own } : own;

/** The templates of a show or a release; those of format 16 stay as they are. */
export const templatesToFormat16 = (templates: unknown): unknown => withElements(templates, element);

export const toFormat16 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat16(document['templates']),
});
