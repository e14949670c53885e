// From format 9 to 10: a light may travel along a stroke; tracks may take their curve and delay from a motion style.

type Json = Record<string, unknown>;

const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** No light is seen at first, and no track has a style. */
const element = (own: Json): Json => ({
  ...('outlineWidth' in own || own['kind'] === 'line' ? { lightColour: '#ffffff', lightLength: 0 } : {}),
  ...own,
});

/** The templates of a show or a release; those of format 10 stay as they are. */
export const templatesToFormat10 = (templates: unknown): unknown =>
  isJson(templates)
    ? Object.fromEntries(
        Object.entries(templates).map(([id, template]) => [
          id,
          isJson(template) && isJson(template['elements'])
            ? {
                ...template,
                elements: Object.fromEntries(
                  Object.entries(template['elements']).map(([key, own]) => [
                    key,
                    isJson(own) ? element(own) : own,
                  ]),
                ),
              }
            : template,
        ]),
      )
    : templates;

export const toFormat10 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat10(document['templates']),
});
