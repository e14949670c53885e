import type { Cell, Read, ScalarType } from '../source';
import { airWords } from './fix';
import type { PostSeen } from './judge';

/** What a cleared post is as a row: the columns that fields and bindings take by name. */
export const postColumns = {
  Text: 'text',
  Author: 'text',
  Handle: 'text',
  Portrait: 'picture',
  Picture: 'picture',
  Translation: 'text',
  Likes: 'number',
  Shares: 'number',
  Answers: 'number',
  Time: 'date',
  Ago: 'text',
  Place: 'text',
  Service: 'text',
  Tags: 'text',
  Line: 'text',
} as const satisfies Readonly<Record<string, ScalarType>>;
export type PostColumn = keyof typeof postColumns;

/** Minutes and hours at which it is said anew how long ago something was: what is on air does not change every minute. */
const steps = [1, 2, 3, 5, 10, 15, 20, 30, 45, 60, 120, 180, 240, 300, 360, 480, 600, 720, 1440];

/** How long ago something was, in round words of a language (ECMA-402); `now` and `at`: ms since 1970. */
export function agoWords(at: number, now: number, locale: string): string {
  const minutes = (now - at) / 60_000;
  const whole = steps.findLast((step) => step <= minutes) ?? 0;
  const format = new Intl.RelativeTimeFormat(locale, { numeric: 'auto', style: 'long' });
  return whole === 0
    ? format.format(0, 'second')
    : whole < 60
      ? format.format(-whole, 'minute')
      : format.format(-Math.round(whole / 60), 'hour');
}

export interface RowMaking {
  readonly now: number;
  readonly locale: string;
  readonly serviceName: (id: string) => string;
  /** A portrait, and a picture by its address, as renderers find them; empty: not to be had. `crop`: the part that is shown. */
  readonly portrait: (post: PostSeen['post']) => string;
  readonly picture: (
    url: string,
    crop: { x: number; y: number; width: number; height: number } | null,
  ) => string;
  /** Of a post on air whose counts stand still: as they were when it came. */
  readonly counts: (seen: PostSeen) => Pick<PostSeen['post'], 'likes' | 'shares' | 'answers'>;
}

/** Cleared posts as rows, told apart by their keys, in the order given. */
export function postRows(
  list: readonly PostSeen[],
  { now, locale, serviceName, portrait, picture, counts }: RowMaking,
): Read {
  const names = Object.keys(postColumns) as PostColumn[];
  const rows = list.map((seen): Cell[] => {
    const { post, judged } = seen;
    const { text, name, place, translation } = airWords(post, judged.fix);
    const { likes, shares, answers } = counts(seen);
    const [first] = post.pictures;
    const cells: Readonly<Record<PostColumn, Cell>> = {
      Text: text,
      Author: name,
      Handle: post.author.handle,
      Portrait: portrait(post),
      Picture: picture(first && !judged.fix?.withoutPicture ? first.url : '', judged.fix?.crop ?? null),
      Translation: translation,
      Likes: likes,
      Shares: shares,
      Answers: answers,
      Time: new Date(post.at).toISOString(),
      Ago: agoWords(post.at, now, locale),
      Place: place,
      Service: serviceName(post.service),
      Tags: post.tags.map((tag) => `#${tag}`).join(' '),
      // For a line of a ticker.
      Line: `${name}: ${text.replace(/\s*\n\s*/g, ' ')}`,
    };
    return names.map((column) => cells[column]);
  });
  return {
    columns: names.map((column) => ({ name: column, type: postColumns[column] })),
    rows,
    keys: list.map(({ post }) => post.key),
    value: null,
    notes: [],
    encoding: null,
    offers: [],
    facets: {},
  };
}
