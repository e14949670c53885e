import { z } from 'zod';
import { problem, type Problem } from '../problem';
import { fieldValueSchema, idSchema } from './values';

/** As stored: no leading zeros, no trailing zeros after the point, so that 31.5 and 31.50 are one number. */
export const callNumberSchema = z.string().regex(/^(0|[1-9]\d{0,6})(\.\d{0,3}[1-9])?$/, 'a call number such as 31.25');

export const cardSchema = z.object({
  id: idSchema,
  number: callNumberSchema,
  template: idSchema,
  /** By field id; a field that is absent holds its default. */
  values: z.record(idSchema, fieldValueSchema),
});
export type Card = z.infer<typeof cardSchema>;

export const rundownSchema = z.object({ id: idSchema, name: z.string().min(1).max(100), cards: z.array(idSchema) });
export type Rundown = z.infer<typeof rundownSchema>;

/** What was typed, as a call number in its one spelling; or what is wrong with it. */
export function parseCallNumber(typed: string): { number: string } | { problem: Problem } {
  const match = /^\s*(\d{1,7})(?:[.,](\d{0,4}))?\s*$/.exec(typed);
  if (!match) {
    const said = typed.trim() === '' ? 'Nothing was typed' : `“${typed.trim()}” is not a call number`;
    return {
      problem: problem('bad-number', `${said}. Use up to seven figures and up to four after a point, such as 31.25.`, 'number'),
    };
  }
  const whole = (match[1] ?? '').replace(/^0+(?=\d)/, '');
  const part = (match[2] ?? '').replace(/0+$/, '');
  return { number: part ? `${whole}.${part}` : whole };
}

/** Orders call numbers as numbers. */
export const compareNumbers = (a: string, b: string): number => Number(a) - Number(b);

/** The call number `steps` after this one, counted in its last place: 31.25 -> 31.26, 7 -> 8. */
export function numberAfter(number: string, steps: number): string {
  const places = number.includes('.') ? number.length - number.indexOf('.') - 1 : 0;
  const unit = 10 ** places;
  const next = Math.round(Number(number) * unit) + steps;
  const text = (next / unit).toFixed(places);
  return places ? text.replace(/\.?0+$/, '') : text;
}
