import { z } from 'zod';
import { problem, type Problem } from '../problem';
import { fieldValueSchema, idSchema } from '../value';

const base = {
  id: idSchema,
  /** What stands on it; empty: what it is for. */
  label: z.string().max(60),
  /** Columns of four that it takes. */
  span: z.number().int().min(1).max(4),
};

/** A thing on a pad that can be touched. */
export const padItemSchema = z.discriminatedUnion('kind', [
  /** Takes the card, or clears it where it is up. */
  z.object({ ...base, kind: z.literal('card'), card: idSchema }),
  /** The next row of a rundown. */
  z.object({ ...base, kind: z.literal('next-row'), rundown: idSchema }),
  /** A field of a card that is up, to be corrected; a lone card's own field where it is not. */
  z.object({ ...base, kind: z.literal('field'), card: idSchema, field: idSchema }),
  /** Adds to a number of a card that is up. */
  z.object({
    ...base,
    kind: z.literal('add'),
    card: idSchema,
    field: idSchema,
    by: z.number().min(-1e6).max(1e6),
  }),
  /** Sets a field of a card that is up. */
  z.object({ ...base, kind: z.literal('set'), card: idSchema, field: idSchema, to: fieldValueSchema }),
  /** Starts, stops and sets back the count of a card that is up. */
  z.object({ ...base, kind: z.literal('count'), card: idSchema, field: idSchema }),
  /** Starts and stops a clock of the show; wide, it is also set back. */
  z.object({ ...base, kind: z.literal('clock'), clock: idSchema }),
  /** Adds to a score of the show. */
  z.object({ ...base, kind: z.literal('score'), score: idSchema, by: z.number().min(-1e6).max(1e6) }),
  /** What a ticker plays: its keys, what waits to be taken in, and words to call at once. */
  z.object({ ...base, kind: z.literal('ticker'), ticker: idSchema }),
  /** A named move there and back. */
  z.object({ ...base, kind: z.literal('move'), card: idSchema, move: z.string().min(1).max(100) }),
  /** The next step of a card that is up. */
  z.object({ ...base, kind: z.literal('step'), card: idSchema }),
  z.object({ ...base, kind: z.literal('clear-lane'), lane: idSchema }),
]);
export type PadItem = z.infer<typeof padItemSchema>;

/** A touch page for a phone or tablet. */
export const padSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(60),
  channel: z.string().min(1).max(40),
  items: z.array(padItemSchema).max(100),
});
export type Pad = z.infer<typeof padSchema>;

export const newPad = (id: string, name: string, channel: string): Pad => ({ id, name, channel, items: [] });

/** What of a pad points at something that the show does not have. */
export function padProblems(
  pad: Pad,
  of: {
    readonly channels: readonly { id: string }[];
    readonly cards: Readonly<Record<string, unknown>>;
    readonly rundowns: readonly { id: string }[];
    readonly clocks: Readonly<Record<string, unknown>>;
    readonly scores: Readonly<Record<string, unknown>>;
    readonly tickers: Readonly<Record<string, unknown>>;
  },
): Problem[] {
  const gone = (what: string, path: string): Problem =>
    problem('missing-reference', `The pad “${pad.name}” names ${what} that the show does not have.`, path);
  const found: Problem[] = [];
  if (!of.channels.some(({ id }) => id === pad.channel)) found.push(gone('a channel', 'channel'));
  pad.items.forEach((item, index) => {
    if ('card' in item && !of.cards[item.card]) found.push(gone('a card', `items[${index}]`));
    if (item.kind === 'clock' && !of.clocks[item.clock]) found.push(gone('a clock', `items[${index}]`));
    if (item.kind === 'score' && !of.scores[item.score]) found.push(gone('a score', `items[${index}]`));
    if (item.kind === 'ticker' && !of.tickers[item.ticker]) found.push(gone('a ticker', `items[${index}]`));
    if (item.kind === 'next-row' && !of.rundowns.some(({ id }) => id === item.rundown))
      found.push(gone('a rundown', `items[${index}]`));
  });
  return found;
}
