import { z } from 'zod';
import { problem } from '../../problem';
import { fieldBase, type FieldKind } from './base';

export const textFieldSchema = fieldBase.extend({
  kind: z.literal('text'),
  default: z.string().max(10_000),
  /** The most characters it takes; null: no limit but the schema's. */
  maxLength: z.number().int().min(1).max(10_000).nullable(),
});

export const textField: FieldKind<z.infer<typeof textFieldSchema>> = {
  kind: 'text',
  label: 'Text',
  accept: (field, raw) => {
    const value = raw === null ? '' : String(raw).replace(/\r\n?/g, '\n');
    const limit = field.maxLength ?? 10_000;
    if ([...value].length > limit) {
      return {
        problem: problem(
          'too-long',
          `${field.name} takes ${limit} characters; this has ${[...value].length}. Shorten it.`,
          field.name,
        ),
      };
    }
    return { value };
  },
};
