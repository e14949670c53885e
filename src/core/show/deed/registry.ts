import { z } from 'zod';
import { back } from './back';
import { change } from './change';
import type { DeedKind } from './kind';
import { leave } from './leave';
import { move } from './move';

/** What is done to others on account of a graphic. */
export const reactionDeedSchema = z.discriminatedUnion('do', [
  move.schema,
  back.schema,
  change.schema,
  leave.schema,
]);
export type ReactionDeed = z.infer<typeof reactionDeedSchema>;
export type DeedName = ReactionDeed['do'];

const kinds = { leave, move, back, change } satisfies Record<DeedName, unknown>;

/** Every kind of deed, by name. */
export const deedKinds: Readonly<Record<DeedName, DeedKind<z.ZodType<ReactionDeed>>>> = kinds as never;
export const deedKind = (deed: ReactionDeed): DeedKind<z.ZodType<ReactionDeed>> => deedKinds[deed.do];
