// From format 4 to 5: playout. Rundowns get rows with channels and times, templates tags, handover, reactions and
// layouts, the show pads. What format 4 did not know is empty, so that everything plays as it did.

type Json = Record<string, unknown>;

/** Clocks told the time of day alone, live video was of cameras. */
const elementsToFormat5 = (elements: unknown): unknown =>
  typeof elements === 'object' && elements !== null
    ? Object.fromEntries(
        Object.entries(elements).map(([id, element]) => [
          id,
          (element as Json)['kind'] === 'clock'
            ? { shows: 'time', counted: '0', length: 60, ...(element as Json) }
            : (element as Json)['kind'] === 'camera'
              ? { source: 'camera', ...(element as Json) }
              : element,
        ]),
      )
    : elements;

/** The templates of a show or a release; those of format 5 stay as they are. */
export const templatesToFormat5 = (templates: unknown): unknown =>
  typeof templates === 'object' && templates !== null
    ? Object.fromEntries(
        Object.entries(templates).map(([id, template]) => [
          id,
          {
            tags: [],
            handover: null,
            stays: null,
            reactions: [],
            layouts: [],
            ...(template as Json),
            elements: elementsToFormat5((template as Json)['elements']),
          },
        ]),
      )
    : templates;

const firstChannel = (channels: unknown): unknown =>
  Array.isArray(channels) ? (channels[0] as Json)?.['id'] : '';

/** Rows of a plain list of cards. */
export const rowsOf = (cards: unknown): unknown =>
  Array.isArray(cards)
    ? cards.map((card, i) => ({ id: `row-${i + 1}`, card, channels: [], start: { by: 'hand' }, lasts: null }))
    : cards;

/** A release's or an air state's one list of cards as its rundowns. */
export const rundownsOf = (document: Json): Json => {
  const { rundown, ...rest } = document;
  return 'rundowns' in document
    ? document
    : {
        ...rest,
        rundowns: [
          {
            id: 'rundown',
            name: 'Rundown',
            channel: firstChannel(document['channels']) ?? 'main',
            rows: rowsOf(rundown ?? []),
            loop: null,
          },
        ],
      };
};

export const toFormat5 = (document: Json): Json => ({
  pads: [],
  ...document,
  templates: templatesToFormat5(document['templates']),
  rundowns: Array.isArray(document['rundowns'])
    ? (document['rundowns'] as Json[]).map(({ cards, ...rundown }) => ({
        channel: firstChannel(document['channels']),
        loop: null,
        rows: rowsOf(cards),
        ...rundown,
      }))
    : document['rundowns'],
});
