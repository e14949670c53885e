import { z } from 'zod';
import { problem } from '../../problem';
import { assetIdSchema } from '../../value';
import { scalar } from '../../binding';
import { fieldBase, plainValue, usualField, type FieldKind } from './base';

export const videoFieldSchema = fieldBase.extend({
  kind: z.literal('video'),
  default: assetIdSchema.nullable(),
});

export type VideoField = z.infer<typeof videoFieldSchema>;

export const videoField = {
  ...usualField,
  kind: 'video',
  label: 'Video',
  schema: videoFieldSchema,
  type: scalar('any'),
  empty: null,
  media: 'video/',
  plain: () => ({ kind: 'video', default: null }),
  from: (_, value) => {
    const asset = plainValue(value);
    return { kind: 'video', default: asset === null ? null : String(asset) };
  },
  named: (field) => ({ assets: [field.default], words: [] }),
  check: (_, files) => ({ is: 'list', values: files }),
  accept: (field, raw) => {
    const text = String(raw ?? '').trim();
    if (text === '') return { value: null };
    if (assetIdSchema.safeParse(text).success) return { value: text };
    return {
      problem: problem(
        'unknown-video',
        `${field.name} takes a video of the show; “${text}” is none of them.`,
        field.name,
      ),
    };
  },
} as const satisfies FieldKind<VideoField>;
