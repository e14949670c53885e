// From format 3 to 4: data. Columns get types and checks, templates bindings, the show sources and views. What format 3
// did not know is empty, so that everything fills as it did.

type Json = Record<string, unknown>;

const each = (value: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(value)
    ? value.map((item) => change(item as Json))
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(Object.entries(value).map(([key, item]) => [key, change(item as Json)]))
      : value;

const column = (old: Json): Json => ({
  type: 'text',
  checks: { needed: false, unique: false, low: null, high: null, pattern: '' },
  ...old,
});

/** The templates of a show or a release; those of format 4 stay as they are. */
export const templatesToFormat4 = (templates: unknown): unknown =>
  each(templates, (template) => ({ bindings: [], bound: {}, matches: {}, ...template }));

export const toFormat4 = (document: Json): Json => ({
  sources: {},
  views: {},
  ...document,
  templates: templatesToFormat4(document['templates']),
  tables: each(document['tables'], (table) => ({
    flow: 'at-once',
    ...table,
    columns: each(table['columns'], column),
  })),
});
