import { z } from 'zod';
import { problem } from '../../problem';
import { assetIdSchema } from '../../value';
import { scalar } from '../../binding';
import { fieldBase, plainValue, usualField, type FieldKind } from './base';

export const pictureFieldSchema = fieldBase.extend({
  kind: z.literal('picture'),
  default: assetIdSchema.nullable(),
});

export type PictureField = z.infer<typeof pictureFieldSchema>;

export const pictureField = {
  ...usualField,
  kind: 'picture',
  label: 'Picture',
  schema: pictureFieldSchema,
  type: scalar('picture'),
  empty: null,
  media: 'image/',
  plain: () => ({ kind: 'picture', default: null }),
  from: (_, value) => {
    const asset = plainValue(value);
    return { kind: 'picture', default: asset === null ? null : String(asset) };
  },
  named: (field) => ({ assets: [field.default], words: [] }),
  check: (_, files) => ({ is: 'list', values: files }),
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
} as const satisfies FieldKind<PictureField>;
