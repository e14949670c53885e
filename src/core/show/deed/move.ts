import { z } from 'zod';
import { folded } from '../folded';
import type { DeedKind } from './kind';

const schema = z.object({
  do: z.literal('move'),
  move: z.string().min(1).max(100),
  /** Whether they stay away when the graphic that sent them has left; else they come back by themselves. */
  stays: z.boolean(),
});

export const move: DeedKind<typeof schema> = {
  schema,
  label: 'does a move',
  first: (moves) => ({ do: 'move', move: moves[0] ?? 'Tuck away', stays: false }),
  words: (deed) => `does “${deed.move}”`,
  causes: (deed) => `move ${folded(deed.move)}`,
};
