import { z } from 'zod';

/** A number, word or answer that a step needs: fixed, or the value of a field or another binding by its id. */
export const operandSchema = z.union([
  z.object({ fixed: z.union([z.string().max(10_000), z.number(), z.boolean(), z.null()]) }),
  z.object({ from: z.string().min(1).max(64) }),
]);
export type Operand = z.infer<typeof operandSchema>;

export const fixed = (value: string | number | boolean | null): Operand => ({ fixed: value });

export const operandWords = (operand: Operand, nameOf: (id: string) => string): string =>
  'from' in operand
    ? nameOf(operand.from)
    : operand.fixed === '' || operand.fixed === null
      ? 'nothing'
      : typeof operand.fixed === 'string'
        ? `“${operand.fixed}”`
        : String(operand.fixed);
