import { z } from 'zod';
import { folded } from '../folded';
import type { ReactionActionKind } from './kind';

const schema = z.object({
  do: z.literal('move'),
  move: z.string().min(1).max(100),
  /** Whether they stay away when the graphic that sent them has left; else they come back by themselves. */
  stays: z.boolean(),
});

export const move: ReactionActionKind<typeof schema> = {
  schema,
  label: 'does a move',
  first: (moves) => ({ do: 'move', move: moves[0] ?? 'Tuck away', stays: false }),
  words: (action) => `does “${action.move}”`,
  causes: (action) => `move ${folded(action.move)}`,
};
