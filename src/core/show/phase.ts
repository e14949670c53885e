import { z } from 'zod';
import { easeSchema } from './ease';
import { trackSchema } from './track';
import { idSchema, scalarSchema } from '../value';

/** A moment of a phase with a name: a sound, or what others wait for. */
export const markerSchema = z.object({
  id: idSchema,
  frame: z.number().int().min(0).max(100_000),
  name: z.string().min(1).max(100),
});
export type Marker = z.infer<typeof markerSchema>;

const phaseShape = {
  /** Length in frames of the template's rate. */
  frames: z.number().int().min(0).max(100_000),
  tracks: z.array(trackSchema).max(5000),
  markers: z.array(markerSchema).max(200),
};
export const phaseSchema = z.object(phaseShape);
export type Phase = z.infer<typeof phaseSchema>;

export const newPhase = (frames: number): Phase => ({ frames, tracks: [], markers: [] });

const named = { id: idSchema, name: z.string().min(1).max(100), ...phaseShape };

/** What must be true of the old and the new values for a Change to run. */
export const changeRuleSchema = z.discriminatedUnion('is', [
  z.object({ is: z.literal('changed'), field: idSchema }),
  /** This field, and no other. */
  z.object({ is: z.literal('only'), field: idSchema }),
  /** From one value to another; null: any. */
  z.object({
    is: z.literal('from-to'),
    field: idSchema,
    from: scalarSchema,
    to: scalarSchema,
  }),
  z.object({ is: z.literal('greater'), field: idSchema }),
  z.object({ is: z.literal('less'), field: idSchema }),
  /** Of a list of rows: one came, one left, or those that stayed stand in another order. */
  z.object({ is: z.literal('row-came'), field: idSchema }),
  z.object({ is: z.literal('row-left'), field: idSchema }),
  z.object({ is: z.literal('reordered'), field: idSchema }),
  /** The number of a column rose, or fell, in a row that stayed. */
  z.object({ is: z.literal('rose'), field: idSchema, column: z.string().max(200) }),
  z.object({ is: z.literal('fell'), field: idSchema, column: z.string().max(200) }),
]);
export type ChangeRule = z.infer<typeof changeRuleSchema>;
export const changeRules = ['changed', 'only', 'from-to', 'greater', 'less'] as const;
/** Those that are asked of lists of rows. */
export const rowRules = ['row-came', 'row-left', 'reordered', 'rose', 'fell'] as const;

/** How a graphic goes from old words to new ones. Of several the first whose rules all hold is run. */
export const changeSchema = z.object({
  ...named,
  when: z.array(changeRuleSchema).max(20),
  /** The frame at which the new words take the place of the old; null: both are there from beginning to end. */
  swap: z.number().int().min(0).max(100_000).nullable(),
  /** What has not changed plays no part in it. */
  sparesTheSame: z.boolean(),
  /** Numbers, colours and sizes that differ go smoothly from old to new between these frames. */
  carryFrom: z.number().int().min(0).max(100_000),
  carryTo: z.number().int().min(0).max(100_000),
  carryEase: easeSchema,
});
export type Change = z.infer<typeof changeSchema>;

export const newChange = (id: string, name: string, given: Partial<Change> = {}): Change => ({
  id,
  name,
  ...newPhase(30),
  when: [],
  swap: 12,
  sparesTheSame: true,
  carryFrom: 6,
  carryTo: 28,
  carryEase: 'strong',
  ...given,
});

/** A motion to another pose and back, called by its name, such as tucking away. */
export const moveSchema = z.object(named);
export type Move = z.infer<typeof moveSchema>;

/** A further rest pose, taken by “next”: what it brings in is not seen before it. */
export const stepSchema = z.object(named);
export type Step = z.infer<typeof stepSchema>;

/** A phase of a template by its name: `enter`, `idle`, `exit`, or the id of a change, a move or a step. */
export type PhaseRef = string;
export type PhaseKind = 'enter' | 'step' | 'idle' | 'change' | 'exit' | 'move';
