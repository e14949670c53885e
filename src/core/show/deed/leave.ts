import { z } from 'zod';
import type { DeedKind } from './kind';

const schema = z.object({ do: z.literal('leave') });

export const leave: DeedKind<typeof schema> = {
  schema,
  label: 'leaves',
  first: () => ({ do: 'leave' }),
  words: () => 'leaves',
  causes: () => 'exit',
};
