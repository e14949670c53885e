import { z } from 'zod';
import { sourceBase } from './base';

/** A file in the watched folder, by its path below it; read again each time it is saved. */
export const folderSourceSchema = sourceBase.extend({
  kind: z.literal('folder'),
  path: z
    .string()
    .min(1)
    .max(500)
    .refine(
      (path) => !/^([/\\]|[a-z]:)/i.test(path) && !path.split(/[/\\]/).includes('..'),
      'a path below the watched folder',
    ),
});
