import { z } from 'zod';
import { postSettingsSchema } from '../../post';
import { sourceBase } from './base';

/** Viewers' posts of services, judged by people; its rows are those that are cleared for air. */
export const postsSourceSchema = sourceBase.extend({
  kind: z.literal('posts'),
  ...postSettingsSchema.shape,
});
