import { z } from 'zod';
import type { Problem } from '../problem';

import { adapterSchema, shippedAdapters, type Adapter } from './adapter';
import { searchSchema } from './find';
import { watchWordSchema } from './words';

const named = z.string().min(1).max(60);

/** A service whose posts are gathered. */
export const postServiceSchema = z.object({
  id: z.string().min(1).max(64),
  name: named,
  /** Where its posts are to be had; one that begins with / is a stand-in of the server itself. */
  url: z.string().min(1).max(2000),
  /** The name of a key that the server keeps, sent as `Authorization: Bearer`; null: it wants none. */
  key: z.string().max(100).nullable(),
  /** Seconds between two looks. */
  every: z.number().min(0.2).max(3600),
  /** Seconds until an answer is given up. */
  patience: z.number().min(0.5).max(60),
  /** What it is always asked with. */
  asks: z.array(z.object({ name: z.string().min(1).max(100), value: z.string().max(500) })).max(20),
  adapter: adapterSchema,
});
export type PostService = z.infer<typeof postServiceSchema>;

/** How a service is doing. Times are ms since 1970. */
export interface ServiceStatus {
  readonly id: string;
  readonly name: string;
  readonly state: 'waiting' | 'running' | 'failed';
  readonly problem: Problem | null;
  /** When it gave something last. */
  readonly good: number | null;
  readonly notes: readonly string[];
}

/** Who may clear a post. */
export const clearers = {
  anyone: 'Anyone who may judge',
  another: 'Another person than the one who wanted it',
  produce: 'Producers and designers only',
  design: 'Designers only',
} as const;
export type Clearer = keyof typeof clearers;

/** How a show's posts are gathered and judged. */
export const postSettingsSchema = z.object({
  services: z.array(postServiceSchema).max(8),
  words: z.array(watchWordSchema).max(2000),
  clears: z.enum(Object.keys(clearers) as [Clearer, ...Clearer[]]),
  /** What becomes of a post on air that its author took down, or that is refused. */
  whenGone: z.enum(['leave', 'stay']),
  /** Likes, shares and answers of what is on air move. */
  countsMove: z.boolean(),
  /** Posts of trusted authors are wanted as they come. */
  wantsTrusted: z.boolean(),
  /** Hours after which a post that nobody wanted is forgotten. */
  keepsHours: z.number().int().min(1).max(72),
  searches: z.array(z.object({ id: z.string().min(1).max(64), name: named, search: searchSchema })).max(50),
});
export type PostSettings = z.infer<typeof postSettingsSchema>;

export const newPostService = (id: string, name: string, url: string, adapter: Adapter = structuredClone(shippedAdapters['Post wall'] as Adapter)): PostService => ({
  id,
  name,
  url,
  key: null,
  every: 5,
  patience: 10,
  asks: [],
  adapter,
}); // prettier-ignore

export const usualPostSettings: PostSettings = {
  services: [],
  words: [],
  clears: 'anyone',
  whenGone: 'leave',
  countsMove: true,
  wantsTrusted: true,
  keepsHours: 12,
  searches: [],
};

/** The stand-ins of viewers' posts that ship with the server. */
export const standInServices = (newId: () => string): PostService[] => [
  { ...newPostService(newId(), 'Post wall', '/services/wall/v1', structuredClone(shippedAdapters['Post wall'] as Adapter)), key: 'post-wall' },
  { ...newPostService(newId(), 'Jetty', '/services/jetty', structuredClone(shippedAdapters['Jetty'] as Adapter)), every: 10 },
]; // prettier-ignore
