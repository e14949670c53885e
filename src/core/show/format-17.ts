// From format 16 to 17: a show has maps, and a table may be opened to typists.

import type { Json } from './format-elements';

/** The look of a show or a release; that of format 17 stays as it is. */
export const lookToFormat17 = (look: unknown): unknown => ({ maps: {}, ...(look as Json) });

/** The tables of a show or a release; those of format 17 stay as they are. */
export const tablesToFormat17 = (tables: unknown): unknown =>
  Object.fromEntries(
    Object.entries((tables ?? {}) as Record<string, Json>).map(([id, table]) => [
      id,
      { typing: null, ...table },
    ]),
  );

export const toFormat17 = (document: Json): Json => ({
  ...document,
  look: lookToFormat17(document['look']),
  tables: tablesToFormat17(document['tables']),
});
