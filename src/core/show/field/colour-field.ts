import { z } from 'zod';
import { problem } from '../../problem';
import { scalar } from '../../binding';
import { colourSchema, coloursOf, isRowList } from '../../value';
import {
  fieldBase,
  notOffered,
  offered,
  offersShape,
  usualField,
  type FieldKind,
  type PropertyValue,
} from './base';

export const colourFieldSchema = fieldBase.extend({
  kind: z.literal('colour'),
  default: colourSchema,
  ...offersShape,
});

const firstColour = (value: PropertyValue): string => {
  const isPaint =
    typeof value === 'string' || (typeof value === 'object' && value !== null && !isRowList(value));
  return (isPaint ? coloursOf(value) : [])[0] ?? '#808080';
};

export type ColourField = z.infer<typeof colourFieldSchema>;

export const colourField = {
  ...usualField,
  kind: 'colour',
  label: 'Colour',
  schema: colourFieldSchema,
  type: scalar('colour'),
  plain: () => ({ kind: 'colour', default: '#808080' }),
  from: (_, value) => ({ kind: 'colour', default: firstColour(value) }),
  accept: (field, raw) => {
    const text = String(raw ?? '').trim();
    const own = offered(field.offers ?? [], text);
    if (own !== null) return { value: own };
    if (field.onlyOffers && field.offers?.length) return notOffered(field.name, field.offers, text);
    const value = text.startsWith('@') ? text : (text.startsWith('#') ? text : `#${text}`).toLowerCase();
    if (!colourSchema.safeParse(value).success) {
      return {
        problem: problem(
          'not-a-colour',
          `${field.name} takes a colour such as #d8a748; “${text}” is none.`,
          field.name,
        ),
      };
    }
    return { value };
  },
} as const satisfies FieldKind<ColourField>;
