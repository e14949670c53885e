import { z } from 'zod';
import { problem } from '../../problem';
import { assetIdSchema } from '../values';
import { fieldBase, type FieldKind } from './base';

export const pictureFieldSchema = fieldBase.extend({
  kind: z.literal('picture'),
  default: assetIdSchema.nullable(),
});

export const pictureField: FieldKind<z.infer<typeof pictureFieldSchema>> = {
  kind: 'picture',
  label: 'Picture',
  accept: (field, raw) => {
    if (raw === null || raw === '') return { value: null };
    if (assetIdSchema.safeParse(raw).success) return { value: raw };
    return {
      problem: problem(
        'unknown-picture',
        `${field.name} takes a picture of this show; “${String(raw)}” is none. Add the file to the show first.`,
        field.name,
      ),
    };
  },
};
