import { z } from 'zod';
import { airEventSchema, airStateSchema, roleSchema } from '../core/playout';
import { testCards } from './test-card';

/** The mixer as it stands: what its buses show, and the mix that is under way. Times in air clock seconds. */
export const mixerSchema = z.object({
  sources: z.array(z.string()),
  program: z.number().int(),
  preview: z.number().int(),
  /** Since when the mix runs, and how long it takes in seconds; null while none does. */
  mix: z.object({ from: z.number().int(), at: z.number(), seconds: z.number() }).nullable(),
  mixSeconds: z.number(),
  /** Channels whose fill and key lie over program, and since when. */
  keyers: z.record(z.string(), z.object({ isOn: z.boolean(), at: z.number() })),
  isAttached: z.boolean(),
});
export type Mixer = z.infer<typeof mixerSchema>;

const problemSchema = z.object({ code: z.string(), message: z.string(), path: z.string() });

/** How an output is doing, told once a second. Times in ms. */
export const outputReportSchema = z.object({
  /** Half the round trip to the server. */
  lagMs: z.number().min(0).max(1e6),
  /** Frames of the channel that were due in the last second and were not drawn. */
  dropped: z.number().int().min(0).max(1e6),
  width: z.number().int().min(0).max(100_000),
  height: z.number().int().min(0).max(100_000),
  /** The frame of the channel that was drawn last, counted from 1970-01-01 UTC, and how many it was behind the clock. */
  frame: z.number().int().min(0).default(0),
  behind: z.number().int().min(0).max(1e9).default(0),
  /** Fonts and pictures that it has been waiting for. */
  missing: z.array(z.string().max(120)).max(20).default([]),
  /** Parts of its picture that are drawn with fewer px than they should, as its machine can hold no more. */
  coarse: z.number().int().min(0).max(1e6).default(0),
  /** What it leaves out as its machine cannot keep up: 1 insets at half the rate, 2 and at half the size, 3 and no blur. */
  relief: z.number().int().min(0).max(3).default(0),
  /** What the pictures, words and surfaces that it draws with take, bytes; null: it has not said. */
  memory: z.number().min(0).max(1e12).nullable().default(null),
  /** Why it draws nothing at all. */
  trouble: z.enum(['none', 'no-webgl', 'lost-webgl']).default('none'),
  testCard: z.enum(testCards).default('none'),
});
export type OutputReport = z.infer<typeof outputReportSchema>;

/** How a source is doing. Times in air clock seconds. */
export const feedStatusSchema = z.object({
  feed: z.string(),
  /** `stale`: the last good value stands, and nothing newer has come in time; `failed`: none has ever come. */
  state: z.enum(['waiting', 'fresh', 'stale', 'failed']),
  /** Since when it is in this state; while fresh, when what came last differed. */
  since: z.number(),
  /** When something new or the same came last; null: never. */
  good: z.number().nullable(),
  version: z.number().int(),
  rows: z.number().int(),
  columns: z.number().int(),
  notes: z.array(z.string()).readonly(),
  encoding: z.string().nullable(),
  problem: problemSchema.nullable(),
  /** Where its letters can be read in more than one way: how, the likelier first. */
  readings: z.array(z.object({ encoding: z.string(), sample: z.string() })).readonly(),
  /** Places of a file that could be read where the one that is wanted cannot. */
  offers: z.array(z.object({ path: z.string(), what: z.string() })).readonly(),
});
export type FeedStatus = z.infer<typeof feedStatusSchema>;

/** What a person has in hand at the Desk. */
export const handSchema = z.object({
  area: z.string().max(40),
  /** The id of the Desk of the window, where it has one. */
  desk: z.string().max(64).default(''),
  channel: z.string().max(60).nullable(),
  card: z.string().max(64).nullable(),
  graphic: z.string().max(100).nullable(),
  /** Fields that are being edited, by id. */
  fields: z.array(z.string().max(64)).max(200),
});
export type Hand = z.infer<typeof handSchema>;

/** What an output is told: by its id, or all of a channel, of a group, or all. */
export const outputCommandSchema = z.object({
  do: z.enum(['identify', 'reload', 'test-card', 'forget']),
  output: z.string().max(64).optional(),
  channel: z.string().max(60).optional(),
  group: z.string().max(60).optional(),
  card: z.enum(testCards).optional(),
});
export type OutputCommand = z.infer<typeof outputCommandSchema>;

export const presentSchema = z.object({
  id: z.string(),
  role: z.enum(['operator', 'output']),
  name: z.string(),
  channel: z.string().nullable(),
  address: z.string(),
  report: outputReportSchema.nullable(),
  /** Outputs: which of several it is, the same when it comes again. */
  station: z.string().default(''),
  group: z.string().default(''),
  /** What a person may do. */
  may: roleSchema.default('design'),
  hand: handSchema.nullable().default(null),
  /** Seconds of the air clock at which it was lost; null while it is there. */
  lostAt: z.number().nullable().default(null),
});
/** Someone or something connected to the server. */
export type Present = z.infer<typeof presentSchema>;

const patchSchema = z.object({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string(), z.number()])),
  /** Absent where something is removed. */
  value: z.unknown().optional(),
});

export const serverMessageSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('welcome'),
    version: z.number().int(),
    state: airStateSchema,
    time: z.number(),
    /** Who one is here, and what one may do. */
    id: z.string().default(''),
    may: roleSchema.default('watch'),
  }),
  z.object({ type: z.literal('patches'), sequence: z.number().int(), patches: z.array(patchSchema) }),
  z.object({
    type: z.literal('answer'),
    id: z.string(),
    problem: problemSchema.nullable(),
    sequence: z.number().int(),
  }),
  z.object({ type: z.literal('pong'), sent: z.number(), time: z.number() }),
  z.object({ type: z.literal('present'), present: z.array(presentSchema) }),
  /** Who has come or is not as before, and who has gone, by their ids. */
  z.object({ type: z.literal('present-change'), came: z.array(presentSchema), gone: z.array(z.string()) }),
  /** What is wrong with the server, and which releases and assets it has lost and would take from anyone. */
  z.object({
    type: z.literal('trouble'),
    troubles: z.array(problemSchema),
    missing: z.object({ releases: z.array(z.string()), assets: z.array(z.string()) }),
  }),
  /** Sources that changed their state, and graphics whose data cannot be had; to operators. */
  z.object({
    type: z.literal('data'),
    feeds: z.array(feedStatusSchema),
    faults: z.array(z.object({ key: z.string(), problems: z.array(problemSchema) })),
    /** Pictures of the watched folder that have come or were saved anew, whole. */
    pictures: z
      .array(z.object({ path: z.string(), hash: z.string(), bytes: z.number().int() }))
      .readonly()
      .default([]),
    /** Sources of posts of which something changed, with the version that they have now. */
    rooms: z.array(z.object({ room: z.string(), version: z.number().int() })).default([]),
    /** What typists see is another. */
    isTyped: z.boolean().default(false),
  }),
  z.object({
    type: z.literal('events'),
    sequence: z.number().int(),
    events: z.array(airEventSchema),
  }),
  /** To outputs. */
  z.object({ type: z.literal('output'), command: outputCommandSchema }),
  /** The mixer stand-in; null while none is attached. */
  z.object({ type: z.literal('mixer'), mixer: mixerSchema.nullable() }),
  z.object({ type: z.literal('refused'), problem: problemSchema }),
]);
export type ServerMessage = z.infer<typeof serverMessageSchema>;
