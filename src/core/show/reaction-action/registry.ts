import { z } from 'zod';
import { back } from './back';
import { change } from './change';
import type { ReactionActionKind } from './kind';
import { leave } from './leave';
import { move } from './move';

/** What is done to others on account of a graphic. */
export const reactionActionSchema = z.discriminatedUnion('do', [
  move.schema,
  back.schema,
  change.schema,
  leave.schema,
]);
export type ReactionAction = z.infer<typeof reactionActionSchema>;
export type ReactionActionName = ReactionAction['do'];

const kinds = { leave, move, back, change } satisfies Record<ReactionActionName, unknown>;

/** Every kind of action, by name. */
export const reactionActionKinds: Readonly<
  Record<ReactionActionName, ReactionActionKind<z.ZodType<ReactionAction>>>
> = kinds as never;
export const reactionActionKind = (action: ReactionAction): ReactionActionKind<z.ZodType<ReactionAction>> =>
  reactionActionKinds[action.do];
