import { z } from 'zod';
import { problem } from '../../problem';
import { assetIdSchema } from '../values';
import { fieldBase, type FieldKind } from './base';

export const videoFieldSchema = fieldBase.extend({
  kind: z.literal('video'),
  default: assetIdSchema.nullable(),
});

export const videoField: FieldKind<z.infer<typeof videoFieldSchema>> = {
  kind: 'video',
  label: 'Video',
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
};
