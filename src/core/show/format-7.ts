import { usualCare } from '../source';

// From format 6 to 7: sources say after which time they are stale, what happens then, and how many rows may be gone at once.

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

export const toFormat7 = (document: Json): Json => ({
  ...document,
  sources: sourcesToFormat7(document['sources']),
});
