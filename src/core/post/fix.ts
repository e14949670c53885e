import { z } from 'zod';
import type { Post } from './post';

/** What is put in place of what came, for air; what came stands beside it. */
export const fixSchema = z.object({
  /** Null: as it came. */
  text: z.string().max(2000).nullable(),
  name: z.string().max(200).nullable(),
  place: z.string().max(200).nullable(),
  /** In the show's own language, beside its text. */
  translation: z.string().max(2000),
  withoutEmoji: z.boolean(),
  withoutPicture: z.boolean(),
  /** The part of its picture that is shown, in parts of it from 0 to 1; null: all. */
  crop: z.object({ x: z.number().min(0).max(1), y: z.number().min(0).max(1), width: z.number().min(0.05).max(1), height: z.number().min(0.05).max(1) }).nullable(),
}); // prettier-ignore
export type Fix = z.infer<typeof fixSchema>;

export const noFix: Fix = { text: null, name: null, place: null, translation: '', withoutEmoji: false, withoutPicture: false, crop: null }; // prettier-ignore
export const isNoFix = (fix: Fix): boolean => JSON.stringify({ ...noFix, ...fix }) === JSON.stringify(noFix);

/** Signs that are pictures by themselves (UTS #51), with what joins and colours them. */
const emoji =
  /(?:\p{RI}\p{RI}|\p{Emoji_Presentation}|\p{Emoji}\ufe0f)(?:\p{EMod}|\ufe0f|\u20e3|\u200d(?:\p{Emoji_Presentation}|\p{Emoji}\ufe0f?)\p{EMod}?)*/gu;
/** A text without its emoji, and without the gaps that they leave. */
export const withoutEmoji = (text: string): string =>
  text
    .replace(emoji, '')
    .replace(/[ \t]{2,}/g, ' ')
    .replace(/ +([,.!?…])/g, '$1')
    .replace(/^ +| +$/gm, '')
    .trim();

/** What a post says on air. */
export function airWords(post: Post, fix: Fix | null): { text: string; name: string; place: string; translation: string } {
  const text = fix?.text ?? post.text;
  const bare = fix?.withoutEmoji ? withoutEmoji : (words: string): string => words;
  return { text: bare(text), name: bare(fix?.name ?? post.author.name), place: fix?.place ?? post.place, translation: fix?.translation ?? '' };
} // prettier-ignore

/** A text without what was marked of it: three points stand where words are missing within it. */
export function cutOut(text: string, from: number, to: number): string {
  const before = text.slice(0, from).trimEnd();
  const after = text.slice(to).trimStart();
  if (before === '' || after === '') return (before || after).trim();
  return `${before} … ${after}`;
}
