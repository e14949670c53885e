// From format 2 to 3: motion of every property, cascades, changes, moves, steps and the idle loop. What format 2 did
// not know gets the values under which everything moves as it did.

type Json = Record<string, unknown>;

const each = (value: unknown, change: (item: Json) => Json): unknown =>
  Array.isArray(value)
    ? value.map((item) => change(item as Json))
    : typeof value === 'object' && value !== null
      ? Object.fromEntries(Object.entries(value).map(([key, item]) => [key, change(item as Json)]))
      : value;

const track = (old: Json): Json => ({
  mode: old['property'] === 'scale' || old['property'] === 'opacity' ? 'factor' : 'offset',
  side: 'whole',
  cascade: null,
  ...old,
});

const phase = (old: Json): Json => ({ markers: [], ...old, tracks: each(old['tracks'], track) });

const template = (old: Json): Json =>
  'changes' in old
    ? old
    : {
        changes: [],
        moves: [],
        steps: [],
        ...old,
        phases: {
          idle: { frames: 0, tracks: [], markers: [] },
          ...(each(old['phases'], phase) as Json),
        },
      };

/** The templates of a show or a release; those of format 3 stay as they are. */
export const templatesToFormat3 = (templates: unknown): unknown => each(templates, template);

export const toFormat3 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat3(document['templates']),
});
