import { z } from 'zod';
import { idSchema, nameSchema } from '../../show';
import { ticker } from '../tickers';
import type { CommandKind } from './kind';
import { meta } from './shapes';

/** What a ticker is told: how it plays, and what becomes of an item. */
export const tickerActs = [
  'start',
  'stop',
  'out',
  'next',
  'back',
  'hold',
  'go',
  'take-in',
  'leave-out',
  'edit',
  'take-came',
  'keep-edit',
  'add',
  'remove',
  'pin',
  'urgent',
  'limits',
  'move',
  'strand',
  'width',
] as const;
export type TickerAct = (typeof tickerActs)[number];

const seconds = z.number().min(0).max(1e12).nullable().optional();

export const schema = z.strictObject({
  do: z.literal('ticker'),
  /** By name or id. */
  ticker: nameSchema(64),
  act: z.enum(tickerActs),
  /** The item that is meant; `start`: where it begins. */
  item: idSchema.optional(),
  /** `add`, `strand`: the strand, by name or id. */
  strand: nameSchema(64).optional(),
  words: z.string().max(10_000).optional(),
  /** `urgent`, and of `add` whether it is: next, at once, or no more; `holds`: the ticker then stands on it. */
  urgent: z.enum(['no', 'next', 'now']).optional(),
  holds: z.boolean().optional(),
  /** `pin`: whether it comes in every round; not given: the other way round. */
  isPinned: z.boolean().optional(),
  /** `add`: the kind of the item. */
  kind: z.string().max(200).optional(),
  /** Playing: the channel that is meant, where each has its own place in the round; not given: all. */
  channel: nameSchema(60).optional(),
  /** `width`: how wide the words are in their template. */
  px: z.number().min(0).max(1e6).optional(),
  /** `move`: the item before which it then stands; null: at the end. */
  before: idSchema.nullable().optional(),
  /** `strand`: whether it is in the round; not given: the other way round. */
  isIn: z.boolean().optional(),
  /** `limits`: seconds of the air clock, and times shown; null: none. */
  holdUntil: seconds,
  dropAt: seconds,
  dropAfter: z.number().int().min(1).nullable().optional(),
  ...meta,
});

/** Tells a ticker of the show what to play, or what becomes of one of its items. */
export const tickerCommand = {
  words:
    'A ticker: start, stop, next, back, hold; its items: take in, leave out, edit, add, pin, urgent, move',
  schema,
  givenBy: 'produce',
  isOfTheMoment: true,
  apply: ticker,
} as const satisfies CommandKind<z.infer<typeof schema>>;
