import { z } from 'zod';
import type { ReactionActionKind } from './kind';

/** Back from a move, by its name; null: from all. */
const schema = z.object({ do: z.literal('back'), move: z.string().min(1).max(100).nullable() });

export const back: ReactionActionKind<typeof schema> = {
  schema,
  label: 'comes back',
  first: () => ({ do: 'back', move: null }),
  words: () => 'comes back',
  causes: () => null,
};
