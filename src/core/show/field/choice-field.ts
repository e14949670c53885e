import { z } from 'zod';
import { problem } from '../../problem';
import { assetIdSchema } from '../values';
import { fieldBase, type FieldKind } from './base';

const choice = z.object({
  value: z.union([z.string().max(200), z.number()]),
  label: z.string().min(1).max(200),
  picture: assetIdSchema.nullable(),
});

export const choiceFieldSchema = fieldBase.extend({
  kind: z.literal('choice'),
  default: z.union([z.string(), z.number()]),
  choices: z.array(choice).min(1).max(1000),
});

export const choiceField: FieldKind<z.infer<typeof choiceFieldSchema>> = {
  kind: 'choice',
  label: 'Choice',
  accept: (field, raw) => {
    const wanted = String(raw ?? '')
      .trim()
      .toLowerCase();
    const found = field.choices.find((c) =>
      [String(c.value), c.label].some((word) => word.toLowerCase() === wanted),
    );
    if (found) return { value: found.value };
    const words = field.choices.map((c) => c.label).join(', ');
    return {
      problem: problem(
        'not-a-choice',
        `${field.name} takes one of: ${words}; “${String(raw)}” is none.`,
        field.name,
      ),
    };
  },
};
