// From format 11 to 12: a show has sets of pictures, and elements may be tables, crawls and rolls.

import type { Json } from './format-elements';

/** The named styles of a show, or of a release, with sets of pictures beside them. */
export const lookToFormat12 = (look: unknown): unknown =>
  typeof look === 'object' && look !== null && !('sets' in look) ? { ...look, sets: [] } : look;

export const toFormat12 = (document: Json): Json => ({
  ...document,
  look: lookToFormat12(document['look']),
});
