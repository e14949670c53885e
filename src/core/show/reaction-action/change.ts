import { z } from 'zod';
import { fieldValueSchema } from '../../value';
import type { ReactionActionKind } from './kind';

/** New values, by the names of fields; fields that a graphic does not have are passed over. */
const schema = z.object({ do: z.literal('change'), values: z.record(z.string().max(100), fieldValueSchema) });

export const change: ReactionActionKind<typeof schema> = {
  schema,
  label: 'changes a field',
  first: () => ({ do: 'change', values: {} }),
  words: () => 'changes',
  causes: () => 'change',
};
