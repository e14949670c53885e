import { z } from 'zod';
import { problem } from '../../problem';
import { fieldBase, type FieldKind } from './base';

export const numberFieldSchema = fieldBase.extend({
  kind: z.literal('number'),
  default: z.number(),
  min: z.number().nullable(),
  max: z.number().nullable(),
});

export const numberField: FieldKind<z.infer<typeof numberFieldSchema>> = {
  kind: 'number',
  label: 'Number',
  accept: (field, raw) => {
    const value = typeof raw === 'number' ? raw : Number(String(raw ?? '').trim() || 'x');
    if (!Number.isFinite(value)) {
      return {
        problem: problem(
          'not-a-number',
          `${field.name} takes a number; “${String(raw)}” is none.`,
          field.name,
        ),
      };
    }
    const { min, max } = field;
    if ((min !== null && value < min) || (max !== null && value > max)) {
      const range = `${min ?? 'any'} to ${max ?? 'any'}`;
      return {
        problem: problem('out-of-range', `${field.name} takes ${range}; ${value} is outside.`, field.name),
      };
    }
    return { value };
  },
};
