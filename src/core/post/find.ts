import { z } from 'zod';
import { verdicts, type PostSeen, type Verdict } from './judge';

const some = z.string().max(200);

/** What is looked for among posts; what is not given does not matter. */
export const searchSchema = z.object({
  /** Words that it has all of; in quotation marks: as they stand; with a minus before it: not. */
  words: some.default(''),
  tag: some.default(''),
  /** A name or a handle, or part of one. */
  author: some.default(''),
  place: some.default(''),
  language: some.default(''),
  service: some.default(''),
  /** Not older than so many minutes. */
  within: z.number().min(1).nullable().default(null),
  /** Written not before, and not after; ms since 1970. */
  since: z.number().nullable().default(null),
  until: z.number().nullable().default(null),
  picture: z.enum(['any', 'yes', 'no']).default('any'),
  links: z.enum(['any', 'yes', 'no']).default('any'),
  /** Null: any. */
  state: z
    .enum([...verdicts, 'on-air', 'was-on-air'])
    .nullable()
    .default(null),
  /** Only what this person has not had in hand. */
  unseen: z.boolean().default(false),
  sort: z.enum(['newest', 'oldest', 'most-liked']).default('newest'),
});
export type PostSearch = z.infer<typeof searchSchema>;
export type PostState = Verdict | 'on-air' | 'was-on-air';
export const anyPost: PostSearch = searchSchema.parse({});

/** What a post is, as it is listed: on air and was on air before what was decided. */
export const listedState = ({ state, judged }: Pick<PostSeen, 'state' | 'judged'>): PostState =>
  judged.aired?.isOn ? 'on-air' : judged.aired && state === 'cleared' ? 'was-on-air' : state;

const bare = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
const haystacks = new WeakMap<PostSeen['post'], string>();
/** All that words are looked for in; made once for each post. */
function haystack({ post }: PostSeen): string {
  const known = haystacks.get(post);
  if (known !== undefined) return known;
  const made = bare(
    `${post.text}\n${post.author.name}\n${post.author.handle}\n${post.tags.map((tag) => `#${tag}`).join(' ')}`,
  );
  haystacks.set(post, made);
  return made;
}

/** The parts of what was typed: words and phrases, and which of them are not to be there. */
export const searchParts = (words: string): { readonly text: string; readonly isNot: boolean }[] =>
  [...words.matchAll(/(-?)(?:["“]([^"”]+)["”]?|(\S+))/g)]
    .map(([, minus, phrase, word]) => ({ text: bare(phrase ?? word ?? ''), isNot: minus === '-' }))
    .filter(({ text }) => text !== '');

const yesNo = (wanted: PostSearch['picture'], is: boolean): boolean =>
  wanted === 'any' || (wanted === 'yes') === is;

/** Whether a post is what is looked for. `now`: ms since 1970. */
export function fitsSearch(search: PostSearch): (seen: PostSeen, now: number, isUnseen: (key: string) => boolean) => boolean {
  const parts = searchParts(search.words);
  const [tag, author, place, language] = [search.tag.replace(/^#/, ''), search.author.replace(/^@/, ''), search.place, search.language].map(bare) as [string, string, string, string];
  return (seen, now, isUnseen) => {
    const { post } = seen;
    if (search.state !== null && listedState(seen) !== search.state) return false;
    if (search.service !== '' && post.service !== search.service) return false;
    if (search.within !== null && now - post.at > search.within * 60_000) return false;
    if (post.at < (search.since ?? -Infinity) || post.at > (search.until ?? Infinity)) return false;
    if (!yesNo(search.picture, post.pictures.length > 0) || !yesNo(search.links, post.links.length > 0)) return false;
    if (tag !== '' && !post.tags.some((own) => bare(own) === tag)) return false;
    if (author !== '' && !bare(`${post.author.name} ${post.author.handle}`).includes(author)) return false;
    if (place !== '' && !bare(post.place).includes(place)) return false;
    if (language !== '' && bare(post.language).split('-')[0] !== language) return false;
    if (search.unseen && !isUnseen(post.key)) return false;
    const text = parts.length > 0 ? haystack(seen) : '';
    return parts.every((part) => text.includes(part.text) !== part.isNot);
  };
} // prettier-ignore

const order: Readonly<Record<PostSearch['sort'], (a: PostSeen, b: PostSeen) => number>> = {
  newest: (a, b) => b.post.at - a.post.at,
  oldest: (a, b) => a.post.at - b.post.at,
  'most-liked': (a, b) => b.post.likes - a.post.likes || b.post.at - a.post.at,
};
/** How what is found is ordered: what is cleared by its place in the queue. */
export const inSearchOrder = ({ sort, state }: PostSearch): ((a: PostSeen, b: PostSeen) => number) =>
  state === 'cleared' && sort === 'newest' ? (a, b) => a.judged.place - b.judged.place : order[sort];
