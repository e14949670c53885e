import { z } from 'zod';
import { idSchema } from '../value';

const words = z.string().max(10_000);
const moment = z.number().nullable();

/** What a source says of an item. */
export const cameSchema = z.object({
  /** As the source tells its items apart. */
  key: z.string().max(500),
  words,
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
  /** Words put in place of those that came, and the words that stood there then. */
  edit: z.object({ words, over: words }).nullable(),
  pinned: z.boolean(),
  urgent: z.enum(['no', 'next', 'now']),
  /** Seconds of the air clock; null: at once, and never. */
  holdUntil: moment,
  dropAt: moment,
  /** It goes when it was shown so often; null: never for that. */
  dropAfter: z.number().int().min(1).nullable(),
  /** How often it was shown. */
  shown: z.number().int().min(0),
});
export type TickerItem = z.infer<typeof tickerItemSchema>;

/** What an item says on air. */
export const wordsOf = ({ edit, came }: TickerItem): string => edit?.words ?? came.words;

/** Whether what came has changed since it was edited: one of both is to be chosen. */
export const isContested = ({ edit, came }: TickerItem): boolean => edit !== null && edit.over !== came.words;

/** Whether an item may be played at a moment. */
export const isPlayable = (item: TickerItem, at: number): boolean =>
  item.state === 'in' &&
  wordsOf(item) !== '' &&
  (item.holdUntil === null || item.holdUntil <= at) &&
  (item.dropAt === null || item.dropAt > at) &&
  (item.dropAfter === null || item.shown < item.dropAfter);

export const newItem = (given: Pick<TickerItem, 'id' | 'strand' | 'came' | 'since'> & Partial<TickerItem>): TickerItem => ({
  source: null,
  isGone: false,
  state: 'incoming',
  by: 'rule',
  edit: null,
  pinned: false,
  urgent: 'no',
  holdUntil: null,
  dropAt: null,
  dropAfter: null,
  shown: 0,
  ...given,
}); // prettier-ignore
