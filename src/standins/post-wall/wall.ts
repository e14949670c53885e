// The wall itself: which posts there are at a moment, what of them is counted, and what a search finds. The same moment
// always gives the same answer. Times are seconds since the wall began.
import { chance } from '../chance';
import { authorOf, messageOf, type Message, type Topic } from './messages';
import { places, type Person } from './people';

export interface WallPost extends Message {
  readonly number: number;
  readonly at: number;
  readonly author: Person;
  readonly topic: Topic;
  readonly place: string;
  /** The number of its picture; null: it has none. */
  readonly picture: number | null;
  /** The post that it answers; null: none. */
  readonly answers: number | null;
  /** When its author took it down; null: never. */
  readonly removedAt: number | null;
}

/** A wave that was called by hand: what it is about, and when it began. */
export interface Wave {
  readonly topic: Exclude<Topic, 'day'>;
  readonly at: number;
}

/** How many posts a minute has at most; a post’s number is a thousand times its minute and its place in it. */
const perMinute = 1000;
const [calm, high] = [7, 38];

/** What a minute is about, and how many posts it has. A wave rises at once and sinks over three minutes. */
function minuteOf(minute: number, waves: readonly Wave[]): { topic: Topic; count: number } {
  const calls = waves.map(({ topic, at }) => [topic, minute - Math.floor(at / 60)] as const);
  const own: (readonly [Exclude<Topic, 'day'>, number])[] = [
    ...calls,
    ['line', (minute + 4) % 9],
    ['squall', (minute + 9) % 14],
  ];
  const wave = own.filter(([, age]) => age >= 0 && age < 3).sort((a, b) => a[1] - b[1])[0];
  if (!wave) return { topic: 'day', count: calm + Math.floor(chance(minute * 41 + 7) * 5) };
  return { topic: wave[0], count: Math.round(high / (1 + wave[1])) };
} // prettier-ignore

function postOf(minute: number, place: number, count: number, topic: Topic): WallPost {
  const number = minute * perMinute + place;
  const n = Math.abs(minute * 61 + place * 7);
  const at = minute * 60 + (60 * (place + chance(number + 5) * 0.8)) / count;
  const author = authorOf(n);
  // In a wave not all speak of it.
  const spoken: Topic = topic !== 'day' && chance(n + 23) < 0.75 ? topic : 'day';
  const message = messageOf(n, author, spoken);
  const isDoubtful = message.unfit === 'picture';
  return {
    ...message,
    number,
    at,
    author,
    topic: spoken,
    place: chance(n + 29) < 0.7 ? author.place : (places[n % places.length] as string),
    picture: isDoubtful || chance(n + 31) < 0.28 ? n : null,
    answers: place > 2 && chance(n + 37) < 0.16 ? number - 1 - Math.floor(chance(n + 41) * 2) : null,
    removedAt: n % 29 === 11 ? at + 90 + chance(n + 43) * 400 : null,
  };
}

/** The posts of a minute that are there at a moment, the oldest first. */
export function postsOfMinute(minute: number, now: number, waves: readonly Wave[] = []): WallPost[] {
  if (minute < -historyMinutes) return [];
  const { topic, count } = minuteOf(minute, waves);
  return Array.from({ length: count }, (_, place) => postOf(minute, place, count, topic)).filter(({ at }) => at <= now);
} // prettier-ignore

/** What was there before the wall began, in minutes. */
export const historyMinutes = 120;

/** A post by its number at a moment; null: there is none, or not yet. */
export const postByNumber = (number: number, now: number, waves: readonly Wave[] = []): WallPost | null =>
  postsOfMinute(Math.floor(number / perMinute), now, waves).find((post) => post.number === number) ?? null;

export interface Counts {
  readonly likes: number;
  readonly shares: number;
  readonly answers: number;
}

/** What of a post is counted at a moment: it rises quickly and then slower. */
export function countsOf({ number, at, topic, author }: WallPost, now: number): Counts {
  const n = Math.abs(number);
  const far = (author.followers / 9000) * 400 + chance(n + 51) ** 3 * 600 + (topic === 'day' ? 4 : 30);
  const part = 1 - Math.exp(-Math.max(0, now - at) / (120 + chance(n + 53) * 600));
  const likes = Math.floor(far * part);
  return { likes, shares: Math.floor(likes * 0.11 * chance(n + 57)), answers: Math.floor(likes * 0.08 * chance(n + 59)) };
} // prettier-ignore

/** What is searched for; what is not given does not matter. */
export interface WallSearch {
  /** Words that it has all of, in whatever case; in quotation marks: as they stand. */
  readonly q?: string | undefined;
  readonly tag?: string | undefined;
  /** A handle. */
  readonly author?: string | undefined;
  readonly place?: string | undefined;
  readonly language?: string | undefined;
  readonly picture?: boolean | undefined;
  readonly links?: boolean | undefined;
  readonly since?: number | undefined;
  readonly until?: number | undefined;
  readonly sort?: 'newest' | 'most-liked' | undefined;
}

const bare = (text: string): string => text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();

/** The parts of a search: phrases in quotation marks, and words. */
const partsOf = (q: string): string[] =>
  [...q.matchAll(/["“]([^"”]+)["”]|(\S+)/g)].map((match) => bare(match[1] ?? match[2] ?? ''));

function fits(post: WallPost, { q, tag, author, place, language, picture, links }: WallSearch): boolean {
  const text = bare(post.text);
  return (
    (q === undefined || partsOf(q).every((part) => text.includes(part))) &&
    (tag === undefined || post.tags.some((own) => bare(own) === bare(tag.replace(/^#/, '')))) &&
    (author === undefined || bare(post.author.handle) === bare(author.startsWith('@') ? author : `@${author}`)) &&
    (place === undefined || bare(post.place) === bare(place)) &&
    (language === undefined || post.language === language) &&
    (picture === undefined || (post.picture !== null) === picture) &&
    (links === undefined || (post.link !== null) === links)
  );
} // prettier-ignore

export interface Found {
  readonly posts: readonly WallPost[];
  /** Where the next page begins; null: there is none. */
  readonly next: number | null;
}

/** A page of what a search finds at a moment, without what was taken down: `from` is where it begins. */
export function searchWall(search: WallSearch, now: number, waves: readonly Wave[], from: number | null, limit: number): Found {
  const { since = -Infinity, until = now, sort = 'newest' } = search;
  const first = Math.max(-historyMinutes, Number.isFinite(since) ? Math.floor(since / 60) : -historyMinutes);
  const isOpen = (post: WallPost): boolean => post.at >= since && post.at <= until && (post.removedAt === null || post.removedAt > now) && fits(post, search);
  const found: WallPost[] = [];
  if (sort === 'newest') {
    // A page begins behind a number, so that what comes meanwhile moves nothing.
    for (let minute = Math.floor(Math.min(now, until) / 60); minute >= first && found.length <= limit; minute -= 1)
      for (const post of postsOfMinute(minute, now, waves).reverse())
        if ((from === null || post.number < from) && isOpen(post)) found.push(post);
    const posts = found.slice(0, limit);
    return { posts, next: found.length > limit ? (posts.at(-1)?.number ?? null) : null };
  }
  for (let minute = Math.floor(Math.min(now, until) / 60); minute >= first; minute -= 1) found.push(...postsOfMinute(minute, now, waves).filter(isOpen));
  const liked = found.map((post) => ({ post, likes: countsOf(post, now).likes })).sort((a, b) => b.likes - a.likes || b.post.number - a.post.number);
  const start = from ?? 0;
  return { posts: liked.slice(start, start + limit).map(({ post }) => post), next: start + limit < liked.length ? start + limit : null };
} // prettier-ignore
