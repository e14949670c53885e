import { z } from 'zod';
import {
  assetIdSchema,
  cardSchema,
  channelSchema,
  fieldValueSchema,
  followsSchema,
  idSchema,
  valueKeySchema,
  rowListSchema,
  rundownSchema,
  rundownsOf,
  showClockSchema,
  showScoreSchema,
  showTickerSchema,
  clocksToFormat21,
  tickersToFormat15,
} from '../show';
import { standingSchema } from '../clock';
import { newTickerStanding, tickerStandingSchema } from '../ticker';
import { runSchema } from './run-state';

const valuesSchema = z.record(valueKeySchema, fieldValueSchema);

/** Where what runs was at a moment: see `Anchor` in core/crawl. */
export const anchorSchema = z.object({
  at: z.number(),
  next: z.number().min(-1e7).max(1e7),
  last: z.string().max(200),
  live: z.array(z.object({ key: z.string().max(200), come: z.number().min(-1e7).max(1e7) })).max(500),
});

/** A card, or a template filled by hand, in preview. */
export const cueSchema = z.object({
  card: idSchema.nullable(),
  number: z.string().nullable(),
  template: idSchema,
  values: valuesSchema,
  /** Ids of the fields that were typed by hand: data leaves them alone. */
  hand: z.array(idSchema).default([]),
  /** The row that it is kept in step with. */
  row: z.object({ of: idSchema, key: z.string() }).nullable().default(null),
  /** Whether new data waits on air until it is sent. */
  waits: z.boolean().default(false),
  /** Tells one cue from the next of the same card. */
  cue: z.string().default(''),
  /** Who cued it; of what is up, who took it. */
  by: z.string().default(''),
  /** The Desk that put it there, by its id; empty: from outside. */
  desk: z.string().default(''),
  /** Tells one filling by hand from the next. */
  edit: z.string().default(''),
});
export type Cue = z.infer<typeof cueSchema>;

/** New values on their way: the Change that brings them, when it begins, and what they are. */
export const sentSchema = z.object({
  /** Null where none fits: the new values are there at once. */
  change: idSchema.nullable(),
  at: z.number(),
  /** Length in frames of the template's rate. */
  frames: z.number().int().min(0),
  from: valuesSchema,
  to: valuesSchema,
});
export type Sent = z.infer<typeof sentSchema>;

/** A named move that is away from rest, on its way there or back: at `at` it was at frame `from`. */
export const calledMoveSchema = z.object({
  ref: idSchema,
  at: z.number(),
  from: z.number(),
  back: z.boolean(),
  frames: z.number().int().min(0),
  /** What keeps it away: ids of graphics whose reactions sent it, or `byHand`. When none is left it comes back. */
  holds: z.array(z.string()).default([]),
});
export type CalledMove = z.infer<typeof calledMoveSchema>;

/**
 * One graphic's life in a lane. Times are air clock seconds on frame boundaries of the channel; lengths are frames of
 * the template's rate. It waits until `enterAt`; leaves from `exitAt`, null while it is to stay.
 */
export const graphicSchema = cueSchema.extend({
  id: z.string(),
  lane: idSchema,
  name: z.string(),
  release: z.string(),
  rate: z.number().positive(),
  enterFrames: z.number().int().min(0),
  exitFrames: z.number().int().min(0),
  enterAt: z.number(),
  exitAt: z.number().nullable(),
  /** The frame of Enter at which it was told to leave, or null where it had come to rest. */
  exitFrom: z.number().nullable(),
  /** What has been sent to it and has not come to its end, in order; `values` is the last of it. */
  changes: z.array(sentSchema).default([]),
  /** Data that has come while it waits to be sent. */
  pending: valuesSchema.default({}),
  moves: z.array(calledMoveSchema).default([]),
  /** Lengths of its steps, and when each of those taken was taken. */
  stepFrames: z.array(z.number().int().min(0)).default([]),
  steps: z.array(z.number()).default([]),
  /** When it leaves by itself; null: it stays. */
  leaveAt: z.number().nullable().default(null),
  /** When its page of rows turns by itself; null: it does not. */
  turnAt: z.number().nullable().default(null),
  /** The lists that run through its crawls, by what gives them, each from its moment on. */
  lists: z.record(idSchema, z.array(z.object({ at: z.number(), list: rowListSchema }))).default({}),
  /** Where the first of those lists was, where older ones are not kept any more. */
  anchors: z.record(idSchema, anchorSchema).default({}),
  /** What was told to what runs in it. */
  stops: z.array(z.object({ at: z.number(), act: z.enum(['stop', 'go', 'out']) })).default([]),
  /** The row that took it, where a rundown did. */
  run: z.object({ rundown: idSchema, row: idSchema }).nullable().default(null),
  /** The ticker whose items it shows. */
  ticker: idSchema.nullable().default(null),
  /** What the last send replaced, to be taken back in one step. */
  before: z
    .object({
      values: valuesSchema,
      hand: z.array(idSchema),
      typing: z.boolean(),
      /** Tells one send from the next. */
      send: z.string().default(''),
      /** What the card said, where it was corrected too; null: the card did not have the field. */
      card: z.record(idSchema, fieldValueSchema.nullable()).nullable().default(null),
    })
    .nullable()
    .default(null),
});
export type Graphic = z.infer<typeof graphicSchema>;

/** What a lane held last, to be put back. */
export const lastUpSchema = cueSchema.extend({ name: z.string() });

export const channelAirSchema = z.object({
  /** The preview that all share. */
  preview: cueSchema.nullable(),
  /** Previews of single Desks, by the Desk's id. */
  own: z.record(z.string(), cueSchema).default({}),
  graphics: z.array(graphicSchema),
  /** By lane. */
  last: z.record(idSchema, lastUpSchema).default({}),
  /** The lane that was left last. */
  lastLane: idSchema.nullable().default(null),
  follows: followsSchema.nullable().default(null),
});
export type ChannelAir = z.infer<typeof channelAirSchema>;

/** `kept` at the Desk since the release that is on air; the release does not have it yet. */
export const airCardSchema = cardSchema.extend({ kept: z.boolean() });
export type AirCard = z.infer<typeof airCardSchema>;

/** A clock of the show on air: as the release says, and how it stands. */
export const airClockSchema = showClockSchema.extend({ standing: standingSchema });
export type AirClock = z.infer<typeof airClockSchema>;
export const airScoreSchema = showScoreSchema.extend({ value: z.number() });
export type AirScore = z.infer<typeof airScoreSchema>;

/** A ticker of the show on air: as the release says, and how it stands. */
export const airTickerSchema = showTickerSchema.extend({
  standing: tickerStandingSchema,
  /** By template: how words run through it. */
  runs: z.record(
    idSchema,
    z.object({ speed: z.number(), gap: z.number(), room: z.number(), character: z.number() }),
  ),
});
export type AirTicker = z.infer<typeof airTickerSchema>;

/** What is to happen to others when a graphic comes to a moment of its life. */
export const dueSchema = z.object({
  at: z.number(),
  channel: z.string(),
  graphic: z.string(),
  on: z.enum(['enter', 'change', 'exit', 'marker']),
  marker: z.string().nullable(),
});
export type Due = z.infer<typeof dueSchema>;

/** Raised when the state changes in a way that one kept before must be brought up from. */
export const stateFormat = 1;

/** The whole on-air state; plain JSON. */
export const airStateSchema = z.object({
  /** Counts the commands that made it. */
  sequence: z.number().int().min(0),
  /** The hash of the release that cues and takes play from. */
  release: z.string().nullable(),
  show: z.object({ id: idSchema, name: z.string() }).nullable(),
  channels: z.array(channelSchema),
  air: z.record(z.string(), channelAirSchema),
  cards: z.record(idSchema, airCardSchema),
  rundowns: z.array(rundownSchema),
  /** Rundowns that were changed at a Desk since the release that is on air. */
  changedRundowns: z.array(idSchema).default([]),
  /** Rundowns that run, by their id. */
  runs: z.record(idSchema, runSchema).default({}),
  /** Clocks and scores of the show, which go on over releases. */
  clocks: z.record(idSchema, airClockSchema).default({}),
  scores: z.record(idSchema, airScoreSchema).default({}),
  tickers: z.record(idSchema, airTickerSchema).default({}),
  /** Cards that were on air at least once, and when last. */
  aired: z.record(idSchema, z.number()).default({}),
  /** Rows that go to air once, by their source and key: when each was taken last. */
  rowsAired: z.record(idSchema, z.record(z.string(), z.number())).default({}),
  due: z.array(dueSchema).default([]),
  /** What the time of day is ahead of the air clock, in seconds: the air clock never jumps, the time of day may. */
  dayOffset: z.number().default(0),
  /** Pictures of releases that were saved anew since: by their id what is drawn in their place. */
  pictures: z.record(assetIdSchema, assetIdSchema).default({}),
});
export type AirState = z.infer<typeof airStateSchema>;

/** Tickers that were kept as they stood before they had plays begin anew; what their sources have comes by itself. */
const tickersOf = (value: Record<string, unknown>): Record<string, unknown> => {
  const own = Object.entries((value['tickers'] ?? {}) as Record<string, Record<string, unknown>>);
  if (own.every(([, ticker]) => 'runs' in ticker)) return value;
  const tickers = tickersToFormat15(value['tickers']) as Record<string, object>;
  return {
    ...value,
    tickers: Object.fromEntries(
      Object.entries(tickers).map(([id, ticker]) => [
        id,
        { ...ticker, standing: newTickerStanding(), runs: {} },
      ]),
    ),
  };
};

/** What marks of clocks do as it is called now. */
const withClocks = (value: Record<string, unknown>): Record<string, unknown> =>
  'clocks' in value ? { ...value, clocks: clocksToFormat21(value['clocks']) } : value;

/** A state from its JSON, also of one that was kept before rundowns had rows; throws a ZodError where it is damaged. */
export const openAirState = (value: unknown): AirState =>
  airStateSchema.parse(
    typeof value === 'object' && value !== null
      ? withClocks(tickersOf(rundownsOf(value as Record<string, unknown>)))
      : value,
  );

/** Nothing is on air, and no show is released. */
export const emptyAir = (): AirState => ({
  sequence: 0,
  release: null,
  show: null,
  channels: [],
  air: {},
  cards: {},
  rundowns: [],
  changedRundowns: [],
  runs: {},
  clocks: {},
  tickers: {},
  scores: {},
  aired: {},
  rowsAired: {},
  due: [],
  dayOffset: 0,
  pictures: {},
});
