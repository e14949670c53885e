import { z } from 'zod';
import { idSchema } from '../value';
import { dwellOf, type Dwell } from './dwell';
import { tickerItemSchema, wordsOf, type TickerItem } from './item';
import {
  byStrand,
  nextItem,
  planRound,
  placeSchema,
  type Place,
  type Planned,
  type RoundStrand,
} from './round';

/** How a ticker stands on air: its items, and what it plays. Times in air clock seconds. */
export const tickerStandingSchema = z.object({
  /** Of all strands, each strand's in its order. */
  items: z.array(tickerItemSchema),
  place: placeSchema,
  /** `ending`: it stops when what is on air has had its time. */
  state: z.enum(['stopped', 'running', 'held', 'ending']),
  /** What is on air, with the words that it went there with; null: nothing. */
  now: z
    .object({
      item: idSchema,
      strand: idSchema,
      words: z.string(),
      since: z.number(),
      until: z.number(),
    })
    .nullable(),
  /** What was on air before, the last behind. */
  before: z.array(idSchema).max(100),
  /** Strands that were put in or taken out by hand. */
  turned: z.record(idSchema, z.boolean()),
});
export type TickerStanding = z.infer<typeof tickerStandingSchema>;

export const newTickerStanding = (): TickerStanding => ({
  items: [],
  place: { strand: null, given: [], after: {}, rounds: 0 },
  state: 'stopped',
  now: null,
  before: [],
  turned: {},
});

/** What of a ticker its round depends on. */
export interface Rounded {
  readonly strands: readonly (RoundStrand & { readonly id: string })[];
  readonly dwell: Dwell;
}

/** The strands of a round, with those that were put in or taken out by hand. */
export const strandsNow = ({ strands }: Rounded, { turned }: Pick<TickerStanding, 'turned'>): RoundStrand[] =>
  strands.map(({ id, isIn, gives }) => ({ id, isIn: turned[id] ?? isIn, gives }));

/** What comes next. */
export function nextOf(ticker: Rounded, standing: TickerStanding, at: number): { readonly item: TickerItem; readonly place: Place } | null {
  return nextItem(strandsNow(ticker, standing), byStrand(standing.items), standing.place, at);
} // prettier-ignore

const mostBefore = 100;

/** Puts an item on air: it counts as shown, and stays as long as its words ask. */
export function putOn(ticker: Rounded, standing: TickerStanding, item: TickerItem, place: Place, at: number): TickerStanding {
  const words = wordsOf(item);
  const before = standing.now ? [...standing.before, standing.now.item].slice(-mostBefore) : standing.before;
  return {
    ...standing,
    place,
    before,
    now: { item: item.id, strand: item.strand, words, since: at, until: at + dwellOf(ticker.dwell, words) },
    items: standing.items.map((own) => (own.id === item.id ? { ...own, shown: own.shown + 1, urgent: 'no' as const } : own)),
  };
} // prettier-ignore

/** What is planned from what is on air on, for so many seconds. */
export function planOf(ticker: Rounded, standing: TickerStanding, at: number, seconds: number): Planned[] {
  const { now, state } = standing;
  const from = now && state !== 'stopped' ? Math.max(at, now.until) : at;
  return planRound(strandsNow(ticker, standing), byStrand(standing.items), standing.place, from, seconds, (item) => dwellOf(ticker.dwell, wordsOf(item)));
} // prettier-ignore
