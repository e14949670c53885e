import { z } from 'zod';
import { airStateSchema, commandSchema } from '../core/playout';

/** Raised when a message changes in a way that older pages cannot read; such a page loads itself again. */
export const wireVersion = 1;

const problemSchema = z.object({ code: z.string(), message: z.string(), path: z.string() });

/** How an output is doing, told once a second. Times in ms. */
export const outputReportSchema = z.object({
  /** Half the round trip to the server. */
  lagMs: z.number().min(0).max(1e6),
  /** Frames of the channel that were due in the last second and were not drawn. */
  dropped: z.number().int().min(0).max(1e6),
  width: z.number().int().min(0).max(100_000),
  height: z.number().int().min(0).max(100_000),
});
export type OutputReport = z.infer<typeof outputReportSchema>;

/** How a source is doing. Times in air clock seconds. */
export const feedStatusSchema = z.object({
  feed: z.string(),
  /** `stale`: the last good value stands, and newer ones fail; `failed`: none has ever come. */
  state: z.enum(['waiting', 'fresh', 'stale', 'failed']),
  /** Since when it is in this state; while fresh, when what came last differed. */
  since: z.number(),
  /** When it was last known to be good; null: never. */
  good: z.number().nullable(),
  version: z.number().int(),
  rows: z.number().int(),
  columns: z.number().int(),
  notes: z.array(z.string()).readonly(),
  encoding: z.string().nullable(),
  problem: problemSchema.nullable(),
});
export type FeedStatus = z.infer<typeof feedStatusSchema>;

export const presentSchema = z.object({
  id: z.string(),
  role: z.enum(['operator', 'output']),
  name: z.string(),
  channel: z.string().nullable(),
  address: z.string(),
  report: outputReportSchema.nullable(),
});
/** Someone or something connected to the server. */
export type Present = z.infer<typeof presentSchema>;

export const clientMessageSchema = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('hello'),
    version: z.number().int(),
    role: z.enum(['operator', 'output']),
    name: z.string().max(60),
    channel: z.string().max(60).nullable(),
    key: z.string().max(200).optional(),
  }),
  z.strictObject({ type: z.literal('ping'), sent: z.number() }),
  z.strictObject({ type: z.literal('command'), id: z.string().min(1).max(64), command: commandSchema }),
  z.strictObject({ type: z.literal('report'), report: outputReportSchema }),
]);
export type ClientMessage = z.infer<typeof clientMessageSchema>;

const patchSchema = z.object({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.union([z.string(), z.number()])),
  value: z.unknown(),
});

export const serverMessageSchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('welcome'),
    version: z.number().int(),
    state: airStateSchema,
    time: z.number(),
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
  /** Sources that changed their state, and graphics whose data cannot be had; to operators. */
  z.object({
    type: z.literal('data'),
    feeds: z.array(feedStatusSchema),
    faults: z.array(z.object({ key: z.string(), problems: z.array(problemSchema) })),
  }),
  z.object({ type: z.literal('refused'), problem: problemSchema }),
]);
export type ServerMessage = z.infer<typeof serverMessageSchema>;
