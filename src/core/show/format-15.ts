// From format 14 to 15: an item of a ticker may have a look by its strand and its kind, a second line and a kind;
// channels play in step or each by itself.
import type { Json } from './format-elements';

const none = { words: null, more: null, strand: null, category: null, colour: null, urgent: null };

function ticker({ template = null, fields = {}, ...own }: Json): Json {
  const strands = (own['strands'] ?? []) as Json[];
  return {
    inStep: true,
    look: { template, fields: { ...none, ...(fields as Json) } },
    ...own,
    strands: strands.map((strand) => ({
      looks: [],
      ...strand,
      from: ((strand['from'] ?? []) as Json[]).map((from) => ({ more: '', kind: '', ...from })),
    })),
  };
}

/** The tickers of a show or a release; those of format 15 stay as they are. */
export const tickersToFormat15 = (tickers: unknown): unknown =>
  Object.fromEntries(
    Object.entries((tickers ?? {}) as Record<string, Json>).map(([id, own]) => [id, ticker(own)]),
  );

export const toFormat15 = (document: Json): Json => ({ ...document, tickers: tickersToFormat15(document['tickers']) }); // prettier-ignore
