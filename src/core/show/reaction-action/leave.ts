import { z } from 'zod';
import type { ReactionActionKind } from './kind';

const schema = z.object({ do: z.literal('leave') });

export const leave: ReactionActionKind<typeof schema> = {
  schema,
  label: 'leaves',
  first: () => ({ do: 'leave' }),
  words: () => 'leaves',
  causes: () => 'exit',
};
