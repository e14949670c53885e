import { z } from 'zod';
import { reactionActionKinds, reactionActionSchema } from './reaction-action/registry';
import { folded } from './folded';
import { idSchema } from '../value';

/** Which of the graphics that are up are meant. */
export const reactionTargetSchema = z.discriminatedUnion('by', [
  /** A name in whatever case, in which * stands for anything. */
  z.object({ by: z.literal('name'), name: z.string().min(1).max(200) }),
  z.object({ by: z.literal('tag'), tag: z.string().min(1).max(60) }),
  z.object({ by: z.literal('template'), template: idSchema }),
  z.object({ by: z.literal('lane'), lane: idSchema }),
]);
export type ReactionTarget = z.infer<typeof reactionTargetSchema>;

/** When a graphic enters, changes, reaches a marker or leaves, what others do. */
export const reactionSchema = z.object({
  id: idSchema,
  on: z.enum(['enter', 'change', 'exit', 'marker']),
  /** The name of the marker; only for `marker`. */
  marker: z.string().max(100).nullable(),
  whose: reactionTargetSchema,
  /** On which channels, by their names, in which * stands for anything; none: on its own. */
  channels: z.array(z.string().min(1).max(60)).max(64),
  does: reactionActionSchema,
});
export type Reaction = z.infer<typeof reactionSchema>;

export const newReaction = (id: string): Reaction => ({
  id,
  on: 'enter',
  marker: null,
  whose: { by: 'lane', lane: 'bug' },
  channels: [],
  does: reactionActionKinds.leave.first([]),
});

/** Whether a name is like another in which * stands for anything, in whatever case. */
export function isLike(wanted: string, name: string): boolean {
  const parts = folded(wanted)
    .split('*')
    .map((part) => part.replace(/[.+?^${}()|[\]\\]/g, '\\$&'));
  return new RegExp(`^${parts.join('.*')}$`, 'su').test(folded(name));
}

/** Whether a reaction is about a channel. `own`: whether it is the channel of the graphic that is reacted to. */
export const isOnChannel = (
  { channels }: Pick<Reaction, 'channels'>,
  channel: { readonly name: string },
  own: boolean,
): boolean => (channels.length === 0 ? own : channels.some((wanted) => isLike(wanted, channel.name)));

/** Whether a graphic of this template, name and lane is meant. */
export function isTarget(
  target: ReactionTarget,
  template: { readonly id: string; readonly tags: readonly string[] },
  name: string,
  lane: string,
): boolean {
  switch (target.by) {
    case 'name':
      return isLike(target.name, name);
    case 'tag':
      return template.tags.some((tag) => folded(tag) === folded(target.tag));
    case 'template':
      return template.id === target.template;
    case 'lane':
      return lane === target.lane;
  }
}
