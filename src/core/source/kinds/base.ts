import { z } from 'zod';
import { formatSchema } from '../formats/schemas';
import { keepsSchema } from '../keep';
import { scalarTypes } from '../read';
import { careSchema } from './care';

/** What every source has. */
export const sourceBase = careSchema.extend({
  id: z.string().min(1).max(64),
  name: z.string().min(1).max(200),
  /** How its bytes are read; null: by its name and how it begins. */
  read: formatSchema.nullable(),
  /** What columns are taken for, by name, where the guess is not right. */
  types: z.record(z.string().max(200), z.enum(scalarTypes)),
  /** Of sources that are asked again and again: what came is kept for a while; absent: only the last is there. */
  keeps: keepsSchema.optional(),
});

/** Seconds between two looks at an address. */
export const intervalSchema = z.number().min(0.2).max(86_400);
