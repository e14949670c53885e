import { z } from 'zod';
import { problem, type Problem } from '../problem';
import { fieldValueSchema, idSchema } from '../value';

/** As it was kept: 405.50 stays so to the eye, though it is one number with 405.5; see `sameNumber`. */
export const callNumberSchema = z
  .string()
  .regex(/^(0|[1-9]\d{0,6})(\.\d{1,4})?$/, 'a call number such as 401 or 405.1');

/** Marks for the eye, by name, so that each view may draw them as it can. */
export const cardColours = ['sand', 'kelp', 'heather', 'slate', 'clay'] as const;
export type CardColour = (typeof cardColours)[number];

export const cardSchema = z.object({
  id: idSchema,
  number: callNumberSchema,
  template: idSchema,
  /** By field id; a field that is absent holds its default. */
  values: z.record(idSchema, fieldValueSchema),
  /** The row it is filled from while it is kept in step with it; absent where it was typed or is frozen. */
  row: z.object({ of: idSchema, key: z.string().min(1).max(200) }).optional(),
  /** On air, new data waits until it is sent; absent: it follows at once. */
  waits: z.literal(true).optional(),
  /** By which reactions and people find it; absent: its template's name. */
  name: z.string().min(1).max(100).optional(),
  /** For the eyes of operators. */
  note: z.string().min(1).max(500).optional(),
  colour: z.enum(cardColours).optional(),
});
export type Card = z.infer<typeof cardSchema>;

/** What was typed, as a call number without leading zeros; or what is wrong with it. */
export function parseCallNumber(typed: string): { number: string } | { problem: Problem } {
  const match = /^\s*(\d{1,7})(?:[.,](\d{0,4}))?\s*$/.exec(typed);
  if (!match) {
    const said = typed.trim() === '' ? 'Nothing was typed' : `“${typed.trim()}” is not a call number`;
    return {
      problem: problem(
        'bad-number',
        `${said}. Use up to seven figures and up to four after a point, such as 401 or 405.1.`,
        'number',
      ),
    };
  }
  const whole = (match[1] ?? '').replace(/^0+(?=\d)/, '');
  const part = match[2] ?? '';
  return { number: part ? `${whole}.${part}` : whole };
}

/** Whether two spellings are one call number: 405.5 and 405.50 are. */
export const sameNumber = (a: string | null, b: string | null): boolean =>
  a !== null && b !== null && Number(a) === Number(b);

/** Orders call numbers as numbers. */
export const compareNumbers = (a: string, b: string): number => Number(a) - Number(b);

/** The call number `steps` after this one, counted in its last place: 405.25 -> 405.26, 7 -> 8. */
export function numberAfter(number: string, steps: number): string {
  const places = number.includes('.') ? number.length - number.indexOf('.') - 1 : 0;
  const unit = 10 ** places;
  const next = Math.round(Number(number) * unit) + steps;
  return (next / unit).toFixed(places);
}
