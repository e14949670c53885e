import { z } from 'zod';
import { problem } from '../../problem';
import { fieldBase, notOffered, offered, offersShape, plainValue, usualField, type FieldKind } from './base';

export const textFieldSchema = fieldBase.extend({
  kind: z.literal('text'),
  default: z.string().max(10_000),
  /** The most characters it takes; null: no limit but the schema's. */
  maxLength: z.number().int().min(1).max(10_000).nullable(),
  /** The characters it takes, as the inside of a character class such as `A-Z0-9 `; empty: all. */
  allowed: z.string().max(200),
  /** Words are put in capitals as they are entered. */
  upper: z.boolean(),
  /** Spaces at the ends, and doubled ones, are taken out as it is entered. */
  trim: z.boolean(),
  lines: z.boolean(),
  ...offersShape,
});

/** Field properties of a text field nobody has limited. */
export const openText = { maxLength: null, allowed: '', upper: false, trim: false, lines: false };

export const newTextField = (
  id: string,
  name: string,
  value: string,
  given: Partial<z.infer<typeof textFieldSchema>> = {},
): z.infer<typeof textFieldSchema> => ({
  id,
  kind: 'text',
  name,
  group: '',
  help: '',
  default: value,
  ...openText,
  ...given,
});

/** The characters of a class that a text field takes, or null where the class cannot be read. */
export function allowedPattern(allowed: string): RegExp | null {
  try {
    return new RegExp(`^[${allowed.replace(/[\\\]^[]/g, '\\$&')}]$`, 'u');
  } catch {
    return null;
  }
}

export type TextField = z.infer<typeof textFieldSchema>;

export const textField = {
  ...usualField,
  kind: 'text',
  label: 'Text',
  schema: textFieldSchema,
  plain: () => ({ kind: 'text', default: '', ...openText }),
  from: (_, value) => {
    const words = String(plainValue(value) ?? '');
    return { kind: 'text', default: words, ...openText, lines: words.includes('\n') };
  },
  isSample: (field) => field.default.trim() !== '',
  check: ({ maxLength }) => (maxLength === null ? null : { is: 'length', most: maxLength }),
  accept: (field, raw) => {
    let value = raw === null ? '' : String(raw).replace(/\r\n?/g, '\n');
    if (field.trim) value = value.trim().replace(/[^\S\n]+/g, ' ');
    if (field.onlyOffers && field.offers?.length) {
      const own = offered(field.offers, value);
      return own === null ? notOffered(field.name, field.offers, value) : { value: own };
    }
    if (field.upper) value = value.toLocaleUpperCase('en');
    const pattern = field.allowed === '' ? null : allowedPattern(field.allowed);
    const strange = pattern && [...value].find((character) => !pattern.test(character));
    if (strange !== null && strange !== undefined) {
      return {
        problem: problem(
          'not-allowed',
          `${field.name} takes only ${field.allowed}; “${strange}” is not among them.`,
          field.name,
        ),
      };
    }
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
} as const satisfies FieldKind<TextField>;
