import { z } from 'zod';
import { allAt, parsePath, type Json, type PathStep } from '../json';
import { counted, problem, ProblemError, type Problem } from '../problem';
import { markupText } from './markup';
import { keyOfPost, type Post } from './post';

// How a service's answers become posts: described in data, so that anyone can describe their own service.

/** How what is at a path is taken. */
export const takes = {
  text: 'As it is',
  markup: 'Text out of markup',
  'before-brackets': 'What stands before < >',
  'in-brackets': 'What stands in < >',
  iso: 'ISO 8601',
  seconds: 'Seconds since 1970',
  milliseconds: 'Milliseconds since 1970',
} as const;
export type Take = keyof typeof takes;
const takeNames = Object.keys(takes) as [Take, ...Take[]];

/** Our fields, with what they are called and how they are usually taken. */
export const adapterFields = {
  id: { label: 'Id', as: 'text' },
  at: { label: 'Time', as: 'iso' },
  text: { label: 'Text', as: 'text' },
  language: { label: 'Language', as: 'text' },
  author: { label: 'Author’s id', as: 'text' },
  name: { label: 'Author’s name', as: 'text' },
  handle: { label: 'Handle', as: 'text' },
  portrait: { label: 'Portrait', as: 'text' },
  place: { label: 'Place', as: 'text' },
  tags: { label: 'Tags', as: 'text' },
  pictures: { label: 'Pictures', as: 'text' },
  captions: { label: 'Their captions', as: 'text' },
  links: { label: 'Links', as: 'text' },
  answerTo: { label: 'Answers the post', as: 'text' },
  likes: { label: 'Likes', as: 'text' },
  shares: { label: 'Shares', as: 'text' },
  answers: { label: 'Answers', as: 'text' },
  removed: { label: 'Taken down', as: 'text' },
} as const satisfies Record<string, { label: string; as: Take }>;
export type AdapterField = keyof typeof adapterFields;
const fieldNames = Object.keys(adapterFields) as [AdapterField, ...AdapterField[]];

const path = z.string().max(300);
const parameter = z.string().min(1).max(100);

export const fieldPathSchema = z.object({
  /** Within one post; with `[*]` all members of a list, of which counts are added up. */
  path,
  as: z.enum(takeNames),
  /** Of the members of its list only those that have one of these words at a path. */
  where: z.object({ path, is: z.array(z.string().max(100)).max(30) }).nullable(),
});
export type FieldPath = z.infer<typeof fieldPathSchema>;

export const adapterSchema = z.object({
  /** Where posts are to be had, below the service's address. */
  list: z.string().max(500),
  /** Where the list of posts stands in an answer. */
  posts: path,
  /** How the next page is asked for: with the cursor that a page gives, by its number as long as there is more, or never. */
  paging: z.discriminatedUnion('by', [
    z.object({ by: z.literal('none') }),
    z.object({ by: z.literal('cursor'), parameter, next: path }),
    z.object({ by: z.literal('page'), parameter, first: z.number().int().min(0).max(1), more: path }),
  ]),
  /** How many a page is asked to have; null: as many as it has. */
  size: z.object({ parameter, count: z.number().int().min(1).max(500) }).nullable(),
  /** Where one post is to be had, with {id}, below the service's address; empty: nowhere. */
  one: z.string().max(500),
  /** A post that is missing from where it stood was taken down; else only one that says so. */
  missingIsGone: z.boolean(),
  fields: z.partialRecord(z.enum(fieldNames), fieldPathSchema),
  polls: z
    .object({
      /** Below the service's address; with {id} where one poll is meant. */
      list: z.string().max(500),
      polls: path,
      id: path,
      question: path,
      open: path,
      answers: path,
      answer: path,
      votes: path,
      acts: z.object({ open: z.string().max(500), close: z.string().max(500), reset: z.string().max(500) }),
    })
    .nullable(),
});
export type Adapter = z.infer<typeof adapterSchema>;

const at = (where: string, as: Take = 'text', filter: FieldPath['where'] = null): FieldPath => ({
  path: where,
  as,
  where: filter,
});

/** Adapters that ship with the product, by their names. */
export const shippedAdapters: Readonly<Record<string, Adapter>> = {
  'Post wall': {
    list: '/posts',
    posts: 'posts',
    paging: { by: 'cursor', parameter: 'cursor', next: 'next' },
    size: { parameter: 'limit', count: 100 },
    one: '/posts/{id}',
    missingIsGone: false,
    fields: {
      id: at('id'),
      at: at('created', 'iso'),
      text: at('text'),
      language: at('lang'),
      author: at('author.id'),
      name: at('author.name'),
      handle: at('author.handle'),
      portrait: at('author.avatar'),
      place: at('place'),
      tags: at('tags[*]'),
      pictures: at('media[*].url', 'text', { path: 'type', is: ['image'] }),
      captions: at('media[*].alt', 'text', { path: 'type', is: ['image'] }),
      links: at('links[*]'),
      answerTo: at('answer_to'),
      likes: at('counts.likes'),
      shares: at('counts.shares'),
      answers: at('counts.answers'),
      removed: at('removed'),
    },
    polls: {
      list: '/polls',
      polls: 'polls',
      id: 'id',
      question: 'question',
      open: 'open',
      answers: 'answers',
      answer: 'text',
      votes: 'votes',
      acts: { open: '/polls/{id}/open', close: '/polls/{id}/close', reset: '/polls/{id}/reset' },
    },
  },
  Jetty: {
    list: '/feed',
    posts: 'items',
    paging: { by: 'page', parameter: 'page', first: 1, more: 'meta.has_more' },
    size: { parameter: 'size', count: 50 },
    one: '',
    missingIsGone: true,
    fields: {
      id: at('message_id'),
      at: at('written_at', 'seconds'),
      text: at('body_html', 'markup'),
      name: at('from.display', 'before-brackets'),
      handle: at('from.display', 'in-brackets'),
      portrait: at('from.face'),
      place: at('where.district'),
      pictures: at('attachments[*].href'),
      answerTo: at('thread.root'),
      likes: at('reactions[*].n', 'text', { path: 'kind', is: ['heart', 'kite'] }),
      shares: at('reactions[*].n', 'text', { path: 'kind', is: ['passed_on'] }),
      answers: at('thread.replies'),
    },
    polls: null,
  },
};

/** An adapter with its paths read once. */
type Ready = (post: Json) => Json[];
const readers = new WeakMap<FieldPath, Ready>();
function readerOf(field: FieldPath): Ready {
  const known = readers.get(field);
  if (known) return known;
  const steps = parsePath(field.path);
  const list = steps.findLastIndex((step) => 'all' in step);
  const { where } = field;
  const made: Ready =
    where === null || list < 0
      ? (post) => allAt(post, steps)
      : filtered(steps.slice(0, list + 1), steps.slice(list + 1), parsePath(where.path), new Set(where.is));
  readers.set(field, made);
  return made;
}
const filtered =
  (list: PathStep[], rest: PathStep[], where: PathStep[], is: ReadonlySet<string>): Ready =>
  (post) =>
    allAt(post, list)
      .filter((member) => allAt(member, where).some((found) => is.has(String(found))))
      .flatMap((member) => allAt(member, rest));

const longestId = 120;

const isWord = (value: Json | undefined): value is string | number | boolean =>
  typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean';

function taken(value: Json | undefined, as: Take): string {
  if (!isWord(value)) return '';
  const text = String(value);
  switch (as) {
    case 'markup':
      return markupText(text);
    case 'before-brackets':
      return text.replace(/\s*<[^<>]*>\s*$/, '').trim();
    case 'in-brackets':
      return (/<([^<>]*)>\s*$/.exec(text)?.[1] ?? '').trim();
    default:
      return text;
  }
}

function moment(value: Json | undefined, as: Take): number | null {
  if (!isWord(value)) return null;
  const ms =
    as === 'seconds'
      ? Number(value) * 1000
      : as === 'milliseconds'
        ? Number(value)
        : typeof value === 'string'
          ? Date.parse(value)
          : NaN;
  // The years that ISO 8601 writes with four figures.
  return Number.isFinite(ms) && ms > 0 && ms < 253_402_300_800_000 ? Math.round(ms) : null;
}

/** Controls, and signs that nobody sees and that turn what follows around (UAX #9): no part of what was written. */
const unseen = /[\u0000-\u0008\u000b-\u001f\u007f\u2028\u2029\u202a-\u202e\u2060\u2066-\u2069\ufeff]/g;
const clean = (text: string, most: number): string => {
  const bare = text.replace(/\r\n?/g, '\n').replace(unseen, '').normalize('NFC').trim();
  if (bare.length <= most) return bare;
  // Never within a sign of two halves.
  return bare.slice(0, most - 1).replace(/[\ud800-\udbff]$/, '') + '…';
};

/** Text of tags within a message, where its service names none. */
const tagsIn = (text: string): string[] =>
  [...text.matchAll(/(?<![\p{L}\p{N}&])#([\p{L}\p{N}_]{2,60})/gu)].map(([, tag]) => tag as string);
const linksIn = (text: string): string[] => text.match(/https?:\/\/[^\s<>"]+/g) ?? [];

/**
 * One post out of a service's JSON, or what it lacks. `base`: the address that pictures stand relative to.
 * @throws ProblemError `bad-path` for a path that cannot be read.
 */
export function readPost(json: Json, adapter: Adapter, service: string, base: string): Post | string {
  const all = (field: AdapterField): Json[] => {
    const own = adapter.fields[field];
    return own ? readerOf(own)(json) : [];
  };
  const one = (field: AdapterField, most = 300): string => clean(taken(all(field)[0], adapter.fields[field]?.as ?? 'text'), most);
  const list = (field: AdapterField, most = 300): string[] => all(field).flatMap((value) => (isWord(value) ? [clean(taken(value, adapter.fields[field]?.as ?? 'text'), most)] : [])).filter((text) => text !== '');
  const count = (field: AdapterField): number => all(field).reduce<number>((sum, value) => sum + Math.max(0, Math.round(Number(isWord(value) ? value : 0)) || 0), 0);
  const absolute = (url: string): string => {
    try {
      const full = new URL(url, base);
      return full.protocol === 'https:' || full.protocol === 'http:' ? full.href : '';
    } catch {
      return '';
    }
  };
  const id = one('id');
  if (id === '') return 'no id';
  // Its key names a row, and is to stay short.
  if (id.length > longestId) return 'an id of more than 120 characters';
  const [gone] = all('removed');
  const isGone = gone === true || gone === 1 || (typeof gone === 'string' && /^(true|yes|1|removed|deleted)$/i.test(gone));
  const when = moment(all('at')[0], adapter.fields.at?.as ?? 'iso');
  // One that was taken down may say nothing else.
  if (when === null && !isGone) return 'no time';
  const text = one('text', 10_000);
  const captions = list('captions');
  const pictures = list('pictures', 2000).slice(0, 20).flatMap((url, i) => {
    const full = absolute(url);
    return full === '' ? [] : [{ url: full, alt: captions[i] ?? '' }];
  });
  if (text === '' && pictures.length === 0 && !isGone) return 'neither text nor picture';
  const handle = one('handle');
  const tags = adapter.fields.tags ? list('tags').map((tag) => tag.replace(/^#/, '')) : tagsIn(text);
  return {
    key: keyOfPost(service, id),
    service,
    id,
    at: when ?? 0,
    text,
    language: one('language'),
    author: { id: one('author') || handle, name: one('name') || handle || 'Unnamed', handle, portrait: absolute(one('portrait', 2000)) },
    place: one('place'),
    tags: [...new Set(tags)].slice(0, 50),
    pictures,
    links: (adapter.fields.links ? list('links', 2000) : linksIn(text)).slice(0, 50),
    answerTo: one('answerTo'),
    likes: count('likes'),
    shares: count('shares'),
    answers: count('answers'),
    isGone,
  };
} // prettier-ignore

export interface PageRead {
  readonly posts: readonly Post[];
  /** The value of the parameter that asks for the next page; null: there is none. */
  readonly next: string | null;
  /** Posts that could not be read, and why, in sentences. */
  readonly notes: readonly string[];
}

/** A page of a service's answer; `page`: the value that asked for it. */
export function readPage(json: Json, adapter: Adapter, service: string, base: string, page: string | null): PageRead | { readonly problem: Problem } {
  try {
    const found = allAt(json, parsePath(adapter.posts));
    const items = found.length === 1 && Array.isArray(found[0]) ? found[0] : found;
    if (found.length === 0)
      return { problem: problem('path-not-found', `The answer has no posts at “${adapter.posts}”. Look at what it gives, and correct the path.`, 'posts') };
    const posts: Post[] = [];
    const why = new Map<string, number>();
    for (const item of items) {
      const read = readPost(item, adapter, service, base);
      if (typeof read === 'string') why.set(read, (why.get(read) ?? 0) + 1);
      else posts.push(read);
    }
    if (posts.length === 0 && items.length > 0)
      return { problem: problem('no-posts', `None of the ${items.length} posts of the answer can be read: ${[...why.keys()].join(', ')}. Correct the paths of the adapter.`, 'fields') };
    const notes = [...why].map(([reason, many]) => `${counted(many, 'post')} left out: ${reason}.`);
    return { posts, next: nextPage(json, adapter, page), notes };
  } catch (error) {
    if (error instanceof ProblemError) return { problem: error.problem };
    throw error;
  }
} // prettier-ignore

function nextPage(json: Json, { paging }: Adapter, page: string | null): string | null {
  if (paging.by === 'none') return null;
  if (paging.by === 'cursor') {
    const [next] = allAt(json, parsePath(paging.next));
    return isWord(next) && next !== false && next !== '' ? String(next) : null;
  }
  const [more] = allAt(json, parsePath(paging.more));
  return more === true || more === 'true' ? String(Number(page ?? paging.first) + 1) : null;
}

/** The addresses of a service: of a page, of one post, of its polls. `asks`: parameters that it is always asked with. */
export function pageAddress(url: string, { list, paging, size }: Adapter, asks: readonly { readonly name: string; readonly value: string }[], page: string | null): string {
  const address = new URL(url.replace(/\/$/, '') + list);
  for (const { name, value } of asks) address.searchParams.set(name, value);
  if (size) address.searchParams.set(size.parameter, String(size.count));
  if (page !== null && paging.by !== 'none') address.searchParams.set(paging.parameter, page);
  return address.href;
} // prettier-ignore

/** An address below a service's own, with an id in it; null where it has none. */
export const addressBelow = (base: string, template: string, id = ''): string | null =>
  template === ''
    ? null
    : new URL(base.replace(/\/$/, '') + template.replace('{id}', encodeURIComponent(id))).href;
