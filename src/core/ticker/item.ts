import { z } from 'zod';
import { idSchema } from '../value';

const words = z.string().max(10_000);
const moment = z.number().nullable();

/** What a source says of an item. */
export const cameSchema = z.object({
  /** As the source tells its items apart. */
  key: z.string().max(500),
  words,
  /** A second line. */
  more: z.string().max(2000).default(''),
  category: z.string().max(200),
  kind: z.string().max(200),
  /** Ms since 1970; null: it says none. */
  at: moment,
});
export type Came = z.infer<typeof cameSchema>;

/** An item of a strand: what came, and what was decided of it. */
export const tickerItemSchema = z.object({
  id: idSchema,
  strand: idSchema,
  /** The source that brought it; null: it was typed. */
  source: idSchema.nullable(),
  came: cameSchema,
  /** Seconds of the air clock at which it was first there. */
  since: z.number(),
  /** Its source has it no more. */
  isGone: z.boolean(),
  /** Only what is in is ever played. */
  state: z.enum(['incoming', 'in', 'out']),
  /** Who decided that. */
  by: z.enum(['hand', 'rule']),
  /** Why a rule did not take it, as the end of a sentence; empty: none speaks against it. */
  barred: z.string().max(400),
  /** Words put in place of those that came, and the words that stood there then. */
  edit: z.object({ words, over: words }).nullable(),
  pinned: z.boolean(),
  /** Seconds of the air clock; null: at once, and never. `oldAt`: what a rule took in goes when it is too old. */
  holdUntil: moment,
  dropAt: moment,
  oldAt: moment,
  /** It goes when it was shown so often; null: never for that. */
  dropAfter: z.number().int().min(1).nullable(),
  /** How wide its words are in their template, px, and which words that were; null: none has measured them. */
  width: z.object({ px: z.number().min(0), words }).nullable(),
});
export type TickerItem = z.infer<typeof tickerItemSchema>;

/** What an item says on air. */
export const wordsOf = ({ edit, came }: Pick<TickerItem, 'edit' | 'came'>): string =>
  edit?.words ?? came.words;

/** Whether what came has changed since it was edited: one of both is to be chosen. */
export const isContested = ({ edit, came }: TickerItem): boolean => edit !== null && edit.over !== came.words;

/** Whether an item may be played at a moment, in air clock seconds. `shown`: how often it was. */
export const isPlayable = (item: TickerItem, at: number, shown: number): boolean =>
  item.state === 'in' &&
  wordsOf(item) !== '' &&
  (item.holdUntil === null || item.holdUntil <= at) &&
  (item.dropAt === null || item.dropAt > at) &&
  (item.oldAt === null || item.by === 'hand' || item.oldAt > at) &&
  (item.dropAfter === null || shown < item.dropAfter);

/** Why an item that is in does not come now, as a sentence; empty: it may. */
export function waitsFor(item: TickerItem, at: number, shown: number): string {
  if (item.state !== 'in' || isPlayable(item, at, shown)) return '';
  if (item.holdUntil !== null && item.holdUntil > at) return 'It waits for its time.';
  if (item.dropAfter !== null && shown >= item.dropAfter)
    return shown === 1 ? 'It was shown once, as it should.' : `It was shown ${shown} times, as it should.`;
  return wordsOf(item) === '' ? 'It has no words.' : 'Its time is over.';
}

export const newItem = (given: Pick<TickerItem, 'id' | 'strand' | 'came' | 'since'> & Partial<TickerItem>): TickerItem => ({
  source: null,
  isGone: false,
  state: 'incoming',
  by: 'rule',
  barred: '',
  edit: null,
  pinned: false,
  holdUntil: null,
  dropAt: null,
  oldAt: null,
  dropAfter: null,
  width: null,
  ...given,
}); // prettier-ignore

/** The items of a strand, by their ids, and the order in which they stand. */
export const strandItemsSchema = z.object({
  items: z.record(idSchema, tickerItemSchema),
  order: z.array(idSchema),
});
export type StrandItems = z.infer<typeof strandItemsSchema>;
export const noItems: StrandItems = { items: {}, order: [] };

const listed = new WeakMap<StrandItems, readonly TickerItem[]>();
/** The items of a strand in their order; the same array as long as nothing of them has changed. */
export function itemsOf(strand: StrandItems): readonly TickerItem[] {
  const known = listed.get(strand);
  if (known) return known;
  const found = strand.order.flatMap((id) => strand.items[id] ?? []);
  listed.set(strand, found);
  return found;
}

/** Items of a strand from a list of them. */
export const strandItems = (items: readonly TickerItem[]): StrandItems => ({
  items: Object.fromEntries(items.map((item) => [item.id, item])),
  order: items.map(({ id }) => id),
});
