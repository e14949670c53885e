import { z } from 'zod';
import { assetIdSchema } from '../value';

export const pictureTypes = ['image/png', 'image/jpeg', 'image/webp', 'image/gif', 'image/svg+xml'] as const;
export type PictureType = (typeof pictureTypes)[number];
export const videoTypes = ['video/webm', 'video/mp4'] as const;
export type VideoType = (typeof videoTypes)[number];
export const fontTypes = ['font/ttf', 'font/otf', 'font/woff2'] as const;
export type FontType = (typeof fontTypes)[number];
/** A file of data, whatever its format: a source says how it is read. */
export const dataType = 'application/octet-stream';
export const assetTypes = [...pictureTypes, ...videoTypes, ...fontTypes, dataType] as const;
export type AssetType = (typeof assetTypes)[number];

/** What the document knows of an asset; its bytes are kept beside the document, under its id. */
export const assetSchema = z.object({
  id: assetIdSchema,
  name: z.string().min(1).max(255),
  /** The folder of the shelf it lies in; empty is the shelf itself. */
  folder: z.string().max(200),
  type: z.enum(assetTypes),
  bytes: z.number().int().min(0),
  /** Size in px as it is shown, after any turn that its EXIF asks for; 0 for fonts. */
  width: z.number().int().min(0),
  height: z.number().int().min(0),
  /** Whether any of it can be seen through. */
  alpha: z.boolean(),
  /** Length of a video in seconds; 0 for all else. */
  seconds: z.number().min(0),
  /** The family a font file is known by; empty for all else. */
  family: z.string().max(100),
  /** The picture of the watched folder that it follows: by its path, and the hash of what that held. */
  watched: z.object({ path: z.string().min(1).max(500), hash: assetIdSchema }).nullable(),
});
export type Asset = z.infer<typeof assetSchema>;

export const assetExtension: Readonly<Record<AssetType, string>> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/webp': 'webp',
  'image/gif': 'gif',
  'image/svg+xml': 'svg',
  'video/webm': 'webm',
  'video/mp4': 'mp4',
  'font/ttf': 'ttf',
  'font/otf': 'otf',
  'font/woff2': 'woff2',
  [dataType]: 'data',
};

const within = (types: readonly AssetType[]) => (asset: Pick<Asset, 'type'>) => types.includes(asset.type);
export const isPicture = within(pictureTypes);
export const isVideo = within(videoTypes);
export const isFont = within(fontTypes);

/** What an asset is taken for until it is looked at: a still picture on the shelf itself. */
export const newAsset = (given: Pick<Asset, 'id' | 'name' | 'type' | 'bytes'> & Partial<Asset>): Asset => ({
  folder: '',
  width: 0,
  height: 0,
  alpha: given.type !== 'image/jpeg',
  seconds: 0,
  watched: null,
  family: '',
  ...given,
});
