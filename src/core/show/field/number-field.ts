import { z } from 'zod';
import { problem } from '../../problem';
import { scalar } from '../../binding';
import { fieldBase, plainValue, usualField, type FieldKind } from './base';

export const numberFieldSchema = fieldBase.extend({
  kind: z.literal('number'),
  default: z.number(),
  min: z.number().nullable(),
  max: z.number().nullable(),
});

export type NumberField = z.infer<typeof numberFieldSchema>;

export const numberField = {
  ...usualField,
  kind: 'number',
  label: 'Number',
  schema: numberFieldSchema,
  type: scalar('number'),
  plain: () => ({ kind: 'number', default: 0, min: null, max: null }),
  from: ({ min = null, max = null }, value) => ({
    kind: 'number',
    default: Number(plainValue(value) ?? 0),
    min,
    max,
  }),
  check: ({ min, max }) => ({ is: 'number', low: min, high: max }),
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
} as const satisfies FieldKind<NumberField>;
