// Two services over the same wall, as unlike as services are: what each would answer, as JSON. `origin` is the wall's
// second 0 in ms since 1970.
import { countsOf, postByNumber, searchWall, type Wave, type WallPost, type WallSearch } from './wall';

/** How the services behave: slow, wrong (a fault of theirs), gone (no answer), half a page, or a message twice. */
export const wallModes = ['running', 'slow', 'wrong', 'gone', 'half', 'twice'] as const;
export type WallMode = (typeof wallModes)[number];

export interface WallMoment {
  readonly now: number;
  readonly origin: number;
  readonly waves: readonly Wave[];
}

const mostOnPage = 100;
/** A page size from what was asked for. */
export const pageSize = (asked: number | undefined, usual: number): number =>
  Math.max(1, Math.min(mostOnPage, Math.floor(asked ?? usual) || usual));

const idOf = (number: number): string => `w${(number + 1_000_000).toString(36)}`;
/** A post's number from its id; null: it is none. */
export function numberOf(id: string): number | null {
  const read = /^w([0-9a-z]{1,9})$/.exec(id)?.[1];
  return read === undefined ? null : parseInt(read, 36) - 1_000_000;
}

function wallPost(post: WallPost, { now, origin }: WallMoment, base: string): object {
  const { author, number } = post;
  return {
    id: idOf(number),
    created: new Date(origin + post.at * 1000).toISOString(),
    text: post.text,
    lang: post.language,
    author: { id: author.id, name: author.name, handle: author.handle, avatar: `${base}/portraits/${author.id.slice(1)}.svg`, followers: author.followers },
    place: post.place,
    tags: post.tags,
    media: post.picture === null ? [] : [{ type: 'image', url: `${base}/pictures/${number}.svg`, alt: 'A picture' }],
    links: post.link === null ? [] : [post.link],
    answer_to: post.answers === null ? null : idOf(post.answers),
    counts: countsOf(post, now),
    removed: post.removedAt !== null && post.removedAt <= now,
  };
} // prettier-ignore

/** The wall's own search: `{posts, next}`, the next page by a cursor. */
export function wallPage(search: WallSearch, moment: WallMoment, cursor: string | undefined, limit: number, base: string): object {
  const from = cursor === undefined ? null : search.sort === 'most-liked' ? Math.max(0, Number(cursor) || 0) : numberOf(cursor);
  const { posts, next } = searchWall(search, moment.now, moment.waves, from, limit);
  return {
    posts: posts.map((post) => wallPost(post, moment, base)),
    next: next === null ? null : search.sort === 'most-liked' ? String(next) : idOf(next),
  };
} // prettier-ignore

/** One post by its id, also one that was taken down, which then says only so; null: there is none. */
export function wallOne(id: string, moment: WallMoment, base: string): object | null {
  const number = numberOf(id);
  const post = number === null ? null : postByNumber(number, moment.now, moment.waves);
  if (!post) return null;
  const isRemoved = post.removedAt !== null && post.removedAt <= moment.now;
  return isRemoved ? { id, removed: true } : wallPost(post, moment, base);
}

const markup = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/\n/g, '<br>');

/** The jetty's feed: pages by number, messages as markup with reactions by kind, answers in threads, times in seconds. */
export function jettyPage(moment: WallMoment, page: number, size: number, base: string): object {
  const { now, origin, waves } = moment;
  const found = searchWall({}, now, waves, null, size * page + 1).posts;
  const own = found.slice(size * (page - 1), size * page);
  const entry = (post: WallPost): object => {
    const { likes, shares, answers } = countsOf(post, now);
    return {
      message_id: 700_000_000 + post.number,
      written_at: Math.round(origin / 1000 + post.at),
      from: { display: `${post.author.name} <${post.author.handle.slice(1)}@jetty>`, face: `${base}/portraits/${post.author.id.slice(1)}.svg` },
      body_html: `<p>${markup(post.text)}</p>`,
      where: { district: post.place },
      reactions: [
        { kind: 'heart', n: Math.ceil(likes * 0.7) },
        { kind: 'kite', n: Math.floor(likes * 0.3) },
        { kind: 'passed_on', n: shares },
      ],
      attachments: post.picture === null ? [] : [{ mime: 'image/svg+xml', href: `${base}/pictures/${post.number}.svg` }],
      thread: { root: post.answers === null ? null : 700_000_000 + post.answers, replies: answers },
    };
  };
  return { meta: { page, size, has_more: found.length > size * page }, items: own.map(entry) };
} // prettier-ignore

/** An answer as a service gives it that is not well; `twice` repeats its first message under another id. */
export function spoiled(body: object, mode: WallMode): string {
  const text = JSON.stringify(body);
  if (mode === 'half') return text.slice(0, Math.floor(text.length * 0.55));
  if (mode !== 'twice') return text;
  const again = <T extends object>(list: readonly T[], key: string, id: string | number): T[] => {
    const [first] = list;
    return first ? [{ ...first, [key]: id }, ...list] : [];
  };
  if ('posts' in body) return JSON.stringify({ ...body, posts: again(body.posts as object[], 'id', 'wdouble') });
  return JSON.stringify({ ...body, ...('items' in body ? { items: again(body.items as object[], 'message_id', 1) } : {}) });
} // prettier-ignore
