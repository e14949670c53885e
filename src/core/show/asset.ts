import { z } from 'zod';
import { assetIdSchema } from './values';

export const pictureTypes = ['image/png', 'image/jpeg', 'image/svg+xml'] as const;
export type PictureType = (typeof pictureTypes)[number];

/** What the document knows of an asset; its bytes are kept beside the document, under its id. */
export const assetSchema = z.object({
  id: assetIdSchema,
  name: z.string().min(1).max(255),
  type: z.enum(pictureTypes),
  bytes: z.number().int().min(0),
  /** Size in px as it is shown, after any turn that its EXIF asks for. */
  width: z.number().int().min(1),
  height: z.number().int().min(1),
});
export type Asset = z.infer<typeof assetSchema>;

export const assetExtension: Readonly<Record<PictureType, string>> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/svg+xml': 'svg',
};
