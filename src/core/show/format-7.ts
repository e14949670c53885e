import { usualCare } from '../source';

// From format 6 to 7: sources say after which time they are stale, what happens then, and how
// many rows may be gone at once; clocks know time zones by their names;
// pictures may follow a file of the watched folder.

type Json = Record<string, unknown>;

/** The sources of a show or a release; those of format 7 stay as they are. */
export const sourcesToFormat7 = (sources: unknown): unknown =>
  typeof sources === 'object' && sources !== null
    ? Object.fromEntries(
        Object.entries(sources).map(([id, source]) => {
          const { kind, every } = source as Json;
          return [
            id,
            { ...usualCare(String(kind), typeof every === 'number' ? every : null), ...(source as Json) },
          ];
        }),
      )
    : sources;

/** The templates of a show or a release: clocks know zones by name. Those of format 7 stay as they are. */
export const templatesToFormat7 = (templates: unknown): unknown =>
  typeof templates === 'object' && templates !== null
    ? Object.fromEntries(
        Object.entries(templates).map(([id, template]) => {
          const { elements } = template as { elements?: Record<string, Json> };
          if (!elements) return [id, template];
          return [
            id,
            {
              ...(template as Json),
              elements: Object.fromEntries(
                Object.entries(elements).map(([key, element]) => [
                  key,
                  element['kind'] === 'clock' ? { zone: '', ...element } : element,
                ]),
              ),
            },
          ];
        }),
      )
    : templates;

/** The assets of a show or a release: pictures may follow a file of the watched folder. Those of format 7 stay as they are. */
export const assetsToFormat7 = (assets: unknown): unknown =>
  typeof assets === 'object' && assets !== null
    ? Object.fromEntries(
        Object.entries(assets).map(([id, asset]) => [id, { watched: null, ...(asset as Json) }]),
      )
    : assets;

export const toFormat7 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat7(document['templates']),
  sources: sourcesToFormat7(document['sources']),
  assets: assetsToFormat7(document['assets']),
});
