// What steps from one format to the next have in common.

export type Json = Record<string, unknown>;

const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const mapValues = (value: Json, change: (own: Json) => Json): Json =>
  Object.fromEntries(Object.entries(value).map(([key, own]) => [key, isJson(own) ? change(own) : own]));

/** The templates of a show or a release with each of their elements changed; what is none stays as it is. */
export const withElements = (templates: unknown, change: (element: Json) => Json): unknown =>
  isJson(templates)
    ? mapValues(templates, (template) =>
        isJson(template['elements'])
          ? { ...template, elements: mapValues(template['elements'], change) }
          : template,
      )
    : templates;
