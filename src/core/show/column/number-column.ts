import { z } from 'zod';
import { problem } from '../../problem';
import { parseNumber } from '../../source';
import { columnBase, type ColumnKind } from './base';

export const numberColumnSchema = columnBase.extend({
  type: z.literal('number'),
  unit: z.string().max(20),
  /** Places that are shown; null: as many as there are. */
  decimals: z.number().int().min(0).max(9).nullable(),
});

const isPlain = /^-?(0|[1-9]\d*)(\.\d+)?$/;

export const numberColumn: ColumnKind<z.infer<typeof numberColumnSchema>> = {
  label: 'Number',
  accept(column, typed) {
    const bare =
      column.unit && typed.trim().endsWith(column.unit) ? typed.trim().slice(0, -column.unit.length) : typed;
    const value = parseNumber(bare);
    return value === null
      ? {
          problem: problem('not-a-number', `${column.name} takes a number; “${typed}” is none.`, column.name),
        }
      : // What is plain keeps its digits, also those that come to nothing.
        { text: isPlain.test(bare.trim()) ? bare.trim() : String(value) };
  },
  show(column, text) {
    const value = parseNumber(text);
    if (value === null) return text;
    return `${column.decimals === null ? (isPlain.test(text.trim()) ? text.trim() : String(value)) : value.toFixed(column.decimals)}${column.unit ? `\u202f${column.unit}` : ''}`;
  },
  scalar: 'number',
};
