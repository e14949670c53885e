import { z } from 'zod';
import { handoverSchema } from './handover';
import { idSchema } from '../value';

/** Size in px and frames a second. Rates such as 59.94 stand for 60000/1001; see `exactRate`. */
export const formatSchema = z.object({
  width: z.number().int().min(16).max(8192),
  height: z.number().int().min(16).max(8192),
  rate: z.number().min(1).max(240),
});
export type Format = z.infer<typeof formatSchema>;

export const laneSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(60),
  /** What a take does that finds it held, unless the template says otherwise; absent: after the exit. */
  handover: handoverSchema.optional(),
});
export type Lane = z.infer<typeof laneSchema>;

export const followsSchema = z.object({
  channel: z.string().min(1).max(40),
  without: z.array(idSchema).max(64),
});
export type Follows = z.infer<typeof followsSchema>;

export const channelSchema = z.object({
  /** Also its place in addresses: /out/main. */
  id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'small letters, figures and hyphens'),
  name: z.string().min(1).max(60),
  format: formatSchema,
  /** Back to front. */
  lanes: z.array(laneSchema).min(1).max(64),
  /** Shows what another channel shows, but for these lanes of it; absent: its own alone. */
  follows: followsSchema.optional(),
});
export type Channel = z.infer<typeof channelSchema>;

export const usualFormats: readonly Format[] = [
  { width: 1920, height: 1080, rate: 50 },
  { width: 1920, height: 1080, rate: 59.94 },
  { width: 1920, height: 1080, rate: 25 },
  { width: 1920, height: 1080, rate: 29.97 },
  { width: 1280, height: 720, rate: 50 },
  { width: 3840, height: 2160, rate: 50 },
  { width: 1080, height: 1920, rate: 50 },
];

export const formatWords = (format: Format): string => `${format.width}×${format.height} ${format.rate}p`;

/** A name as it stands in an address; falls back to `fallback` where no letter or figure is left. */
export const slug = (name: string, fallback: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40)
    .replace(/-+$/, '') || fallback;
