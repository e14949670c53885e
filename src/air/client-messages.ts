// What is said to the server. Apart from what it says, as that alone is read by what draws: commands need all that carries them out.
import { z } from 'zod';
import { commandSchema } from '../core/playout';
import { handSchema, outputReportSchema } from './messages';

export const clientMessageSchema = z.discriminatedUnion('type', [
  z.strictObject({
    type: z.literal('hello'),
    version: z.number().int(),
    role: z.enum(['operator', 'output']),
    name: z.string().max(60),
    channel: z.string().max(60).nullable(),
    key: z.string().max(200).optional(),
    station: z.string().max(64).optional(),
    group: z.string().max(60).optional(),
    /** Wants to be told what happens, event by event. */
    events: z.boolean().optional(),
  }),
  z.strictObject({ type: z.literal('hand'), hand: handSchema.nullable() }),
  z.strictObject({ type: z.literal('name'), name: z.string().max(60) }),
  z.strictObject({ type: z.literal('ping'), sent: z.number() }),
  /** An output that is closed on purpose: it is not lost. */
  z.strictObject({ type: z.literal('leave') }),
  z.strictObject({ type: z.literal('command'), id: z.string().min(1).max(64), command: commandSchema }),
  z.strictObject({ type: z.literal('report'), report: outputReportSchema }),
]);
export type ClientMessage = z.infer<typeof clientMessageSchema>;
