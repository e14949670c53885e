import { z } from 'zod';
import { idSchema } from '../value';
import { staysFor, type Dwell, type Run } from './dwell';
import {
  isPlayable,
  itemsOf,
  noItems,
  strandItemsSchema,
  wordsOf,
  type StrandItems,
  type TickerItem,
} from './item';
import {
  nextItem,
  planRound,
  placeSchema,
  pressingSchema,
  type Next,
  type Planned,
  type Pressing,
  type Round,
  type RoundStrand,
} from './round';

/** What is on air, with the words that it went there with. Times in air clock seconds. */
const nowSchema = z.object({
  item: idSchema,
  strand: idSchema,
  words: z.string(),
  isUrgent: z.boolean(),
  since: z.number(),
  until: z.number(),
});

/** How a ticker plays on a channel, or on all of its channels in step. */
export const playSchema = z.object({
  place: placeSchema,
  /** `ending`: it stops when what is on air has had its time. */
  state: z.enum(['stopped', 'running', 'held', 'ending']),
  now: nowSchema.nullable(),
  /** Where nothing may be played now: when something may again; null: nothing that is known of. */
  wakeAt: z.number().nullable(),
  /** What was on air before, the last behind. */
  before: z.array(idSchema).max(100),
  /** How often each item was shown. */
  shown: z.record(idSchema, z.number().int().min(0)),
  /** What breaks in, in its order. */
  pressing: z.array(pressingSchema).max(100),
  /** Items that have been put on air. */
  turns: z.number().int().min(0),
});
export type Play = z.infer<typeof playSchema>;
export const newPlay = (): Play => ({
  place: { strand: null, given: [], after: {}, rounds: 0 },
  state: 'stopped',
  now: null,
  wakeAt: null,
  before: [],
  shown: {},
  pressing: [],
  turns: 0,
});

/** The play of all channels in step. */
export const inStep = '';

/** How a ticker stands on air: the items of its strands, and how it plays. */
export const tickerStandingSchema = z.object({
  /** By strand. */
  strands: z.record(idSchema, strandItemsSchema),
  /** By channel, or one for all in step. */
  plays: z.record(z.string(), playSchema),
  /** Strands that were put in or taken out by hand. */
  turned: z.record(idSchema, z.boolean()),
});
export type TickerStanding = z.infer<typeof tickerStandingSchema>;
export const newTickerStanding = (): TickerStanding => ({ strands: {}, plays: {}, turned: {} });

/** What of a ticker its round depends on. */
export interface Rounded {
  readonly strands: readonly RoundStrand[];
  readonly dwell: Dwell;
}
/** How the words of an item run through their template; null: they stand. */
export type RunOf = (item: TickerItem) => Run | null;

/** The strands of a round, with those that were put in or taken out by hand. */
export const strandsNow = (
  { strands }: Pick<Rounded, 'strands'>,
  { turned }: Pick<TickerStanding, 'turned'>,
): RoundStrand[] => strands.map(({ id, isIn, gives }) => ({ id, isIn: turned[id] ?? isIn, gives }));

const roundOf = (ticker: Pick<Rounded, 'strands'>, standing: TickerStanding, play: Play): Round => ({
  strands: strandsNow(ticker, standing),
  items: standing.strands,
  shown: (id) => play.shown[id] ?? 0,
});

/** An item of a standing, by its id. */
export function findItem({ strands }: Pick<TickerStanding, 'strands'>, id: string): TickerItem | undefined {
  for (const { items } of Object.values(strands)) if (Object.hasOwn(items, id)) return items[id];
  return undefined;
}

/** What comes next. */
export const nextOf = (
  ticker: Pick<Rounded, 'strands'>,
  standing: TickerStanding,
  play: Play,
  at: number,
): Next | null => nextItem(roundOf(ticker, standing, play), play.place, play.pressing, at);

const mostBefore = 30;

/** A play with an item on air: it counts as shown, and stays as long as it should. */
export function putOn(play: Play, item: TickerItem, next: { readonly place: Play['place']; readonly pressing: readonly Pressing[]; readonly pressed: Pressing | null }, at: number, seconds: number): Play {
  return {
    ...play,
    place: next.place,
    pressing: [...next.pressing],
    state: next.pressed?.holds ? 'held' : play.state === 'stopped' ? 'running' : play.state,
    wakeAt: null,
    before: play.now ? [...play.before, play.now.item].slice(-mostBefore) : play.before,
    now: { item: item.id, strand: item.strand, words: wordsOf(item), isUrgent: next.pressed !== null, since: at, until: at + seconds },
    shown: { ...play.shown, [item.id]: (play.shown[item.id] ?? 0) + 1 },
    turns: play.turns + 1,
  };
} // prettier-ignore

/** When something may be played again where nothing may now: the first time that an item waits for. */
export function wakeTime({ strands }: TickerStanding, play: Play, at: number): number | null {
  let first: number | null = null;
  for (const strand of Object.values(strands))
    for (const item of itemsOf(strand))
      if (item.holdUntil !== null && item.holdUntil > at && item.holdUntil < (first ?? Infinity) && isPlayable(item, item.holdUntil, play.shown[item.id] ?? 0))
        first = item.holdUntil;
  return first;
} // prettier-ignore

/** What a play will bring from what is on air on, for so many seconds, and so many items at most. */
export function planOf(ticker: Rounded, standing: TickerStanding, play: Play, at: number, seconds: number, runOf: RunOf, most = Infinity): Planned[] {
  const { now, state } = play;
  const from = now && state !== 'stopped' ? Math.max(at, now.until) : at;
  return planRound(roundOf(ticker, standing, play), play.place, play.pressing, from, seconds, (item) => staysFor(ticker.dwell, item, runOf(item)), ({ length }) => length < most);
} // prettier-ignore

/** The seconds that a round takes as it stands: all that comes until each strand has been visited once; null: nothing may come. */
export function roundLength(ticker: Rounded, standing: TickerStanding, play: Play, at: number, runOf: RunOf): { readonly seconds: number; readonly items: number } | null {
  const place: Play['place'] = { strand: null, given: [], after: play.place.after, rounds: 0 };
  const planned = planRound(roundOf(ticker, standing, play), place, [], at, Infinity, (item) => staysFor(ticker.dwell, item, runOf(item)), (_, next) => next.rounds === 0);
  const last = planned.at(-1);
  return last ? { seconds: last.to - at, items: planned.length } : null;
} // prettier-ignore

/** Strands of a standing, each with items even where nothing has come. */
export const strandOf = (standing: Pick<TickerStanding, 'strands'>, id: string): StrandItems =>
  standing.strands[id] ?? noItems;
