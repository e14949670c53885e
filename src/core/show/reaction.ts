import { z } from 'zod';
import { fieldValueSchema, idSchema } from './values';

/** Which of the graphics that are up are meant. */
export const reactionTargetSchema = z.discriminatedUnion('by', [
  z.object({
    by: z.literal('name'),
    match: z.enum(['is', 'begins', 'contains']),
    text: z.string().min(1).max(200),
  }),
  z.object({ by: z.literal('tag'), tag: z.string().min(1).max(60) }),
  z.object({ by: z.literal('template'), template: idSchema }),
  z.object({ by: z.literal('lane'), lane: idSchema }),
]);
export type ReactionTarget = z.infer<typeof reactionTargetSchema>;

/** What is done to them. */
export const reactionDeedSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('move'), move: z.string().min(1).max(100) }),
  /** Back from a move, by its name; null: from all. */
  z.object({ do: z.literal('back'), move: z.string().min(1).max(100).nullable() }),
  /** New values, by the names of fields; fields that a graphic does not have are passed over. */
  z.object({ do: z.literal('change'), values: z.record(z.string().max(100), fieldValueSchema) }),
  z.object({ do: z.literal('leave') }),
]);
export type ReactionDeed = z.infer<typeof reactionDeedSchema>;

/** When a graphic enters, changes, reaches a marker or leaves, what others do. */
export const reactionSchema = z.object({
  id: idSchema,
  on: z.enum(['enter', 'change', 'exit', 'marker']),
  /** The name of the marker; only for `marker`. */
  marker: z.string().max(100).nullable(),
  whose: reactionTargetSchema,
  where: z.enum(['this', 'all']),
  does: reactionDeedSchema,
});
export type Reaction = z.infer<typeof reactionSchema>;

export const newReaction = (id: string): Reaction => ({
  id,
  on: 'enter',
  marker: null,
  whose: { by: 'lane', lane: 'bug' },
  where: 'this',
  does: { do: 'leave' },
});

export const folded = (text: string): string => text.trim().toLocaleLowerCase();

/** Whether a name is meant, in whatever case. */
export function nameMatches(target: Extract<ReactionTarget, { by: 'name' }>, name: string): boolean {
  const [own, wanted] = [folded(name), folded(target.text)];
  if (target.match === 'is') return own === wanted;
  return target.match === 'begins' ? own.startsWith(wanted) : own.includes(wanted);
}

/** Whether a graphic of this template, name and lane is meant. */
export function isTarget(
  target: ReactionTarget,
  template: { readonly id: string; readonly tags: readonly string[] },
  name: string,
  lane: string,
): boolean {
  switch (target.by) {
    case 'name':
      return nameMatches(target, name);
    case 'tag':
      return template.tags.some((tag) => folded(tag) === folded(target.tag));
    case 'template':
      return template.id === target.template;
    case 'lane':
      return lane === target.lane;
  }
}
