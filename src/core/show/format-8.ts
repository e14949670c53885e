import { exactRate } from './rate';

// From format 7 to 8: lines have a cap and a join, wipes an edge of their own, elements ride on edges, and a handover is
// a number of frames from the begin or the end of the exit.

type Json = Record<string, unknown>;

const isJson = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** `roundEnds`, wherever it is said: of an element, or in a layout for another shape. */
function lines(own: Json): Json {
  if (!('roundEnds' in own)) return own;
  const { roundEnds, ...rest } = own;
  const word = roundEnds === true ? 'round' : null;
  return own['kind'] === 'line'
    ? { ...rest, cap: word ?? 'butt' }
    : { ...rest, cap: word ?? 'butt', join: word ?? 'miter', miterLimit: 4 };
}

/** A straight upright edge is what all wipes had. */
const element = (own: Json): Json => ({
  wipeEdge: 'line',
  wipeAngle: 0,
  wipeSoft: 0,
  rides: null,
  ...lines(own),
});

const every = (values: unknown, change: (value: Json) => Json): unknown =>
  isJson(values)
    ? Object.fromEntries(
        Object.entries(values).map(([key, value]) => [key, isJson(value) ? change(value) : value]),
      )
    : values;

/** A handover by its mode and seconds, as frames of a rate. */
function handover(value: unknown, rate: number): unknown {
  if (!isJson(value) || !('mode' in value)) return value;
  const frames = Math.round(Number(value['seconds'] ?? 0) * exactRate(rate));
  return value['mode'] === 'together'
    ? { of: 'begin', frames: 0 }
    : { of: 'end', frames: value['mode'] === 'offset' ? frames : 0 };
}

function template(own: Json): Json {
  const layouts = own['layouts'];
  const ties = own['ties'];
  return {
    ...own,
    elements: every(own['elements'], element),
    ...(Array.isArray(layouts)
      ? { layouts: (layouts as Json[]).map((one) => ({ ...one, values: every(one['values'], lines) })) }
      : {}),
    // A field of yes and no is neither a cap nor a join.
    ...(Array.isArray(ties)
      ? { ties: (ties as Json[]).filter(({ property }) => property !== 'roundEnds') }
      : {}),
    handover: handover(own['handover'] ?? null, Number(own['rate'])),
  };
}

/** The templates of a show or a release; those of format 8 stay as they are. */
export const templatesToFormat8 = (templates: unknown): unknown => every(templates, template);

/** The channels of a show or a release; those of format 8 stay as they are. */
export const channelsToFormat8 = (channels: unknown): unknown =>
  Array.isArray(channels)
    ? (channels as Json[]).map((channel) => ({
        ...channel,
        lanes: (channel['lanes'] as Json[]).map((lane) =>
          lane['handover']
            ? {
                ...lane,
                handover: handover(lane['handover'], Number((channel['format'] as Json)['rate'])),
              }
            : lane,
        ),
      }))
    : channels;

export const toFormat8 = (document: Json): Json => ({
  ...document,
  templates: templatesToFormat8(document['templates']),
  channels: channelsToFormat8(document['channels']),
});
