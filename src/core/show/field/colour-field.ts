import { z } from 'zod';
import { problem } from '../../problem';
import { colourSchema } from '../values';
import { fieldBase, notOffered, offered, offersShape, type FieldKind } from './base';

export const colourFieldSchema = fieldBase.extend({
  kind: z.literal('colour'),
  default: colourSchema,
  ...offersShape,
});

export const colourField: FieldKind<z.infer<typeof colourFieldSchema>> = {
  kind: 'colour',
  label: 'Colour',
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
};
