import { z } from 'zod';
import { addressSourceSchema } from './address';
import { usualCare } from './care';
import { fileSourceSchema } from './file';
import { folderSourceSchema } from './folder';
import { pollSourceSchema } from './poll';
import { postsSourceSchema } from './posts';
import { querySourceSchema } from './query';
import { scorerSourceSchema } from './scorer';
import { standInSourceSchema, type StandInStream } from './stand-in';

export const sourceSchema = z.discriminatedUnion('kind', [
  fileSourceSchema,
  folderSourceSchema,
  addressSourceSchema,
  querySourceSchema,
  standInSourceSchema,
  scorerSourceSchema,
  postsSourceSchema,
  pollSourceSchema,
]);
/** Data from outside the show, and how it is read. */
export type Source = z.infer<typeof sourceSchema>;
export type SourceKindName = Source['kind'];

export const standInNames: Readonly<Record<StandInStream, string>> = {
  wind: 'Wind on the pier',
  'wind-log': 'Wind of the last hour',
  scores: "Judges' scores",
  votes: 'Votes by district',
  timetable: 'Timetable',
  'strand-results': 'Strand: Field',
  'strand-tide': 'Strand: Tide and travel',
  'strand-bay': 'Strand: Round the bay',
  posts: "Viewers' posts",
};

/** A source of a kind with the care that is usual for it. */
export function newSource(
  id: string,
  name: string,
  given: Partial<Source> & { readonly kind: SourceKindName },
): Source {
  const every = 'every' in given && typeof given.every === 'number' ? given.every : null;
  return { id, name, read: null, types: {}, ...usualCare(given.kind, every), ...given } as Source;
}

interface SourceKind<S> {
  readonly label: string;
  /** Where it comes from, in words. */
  readonly from: (source: S) => string;
  /** It brings bytes that are read in a format; else it has rows of its own. */
  readonly isRead: boolean;
  /** Air has it also where nothing takes values from it. */
  readonly isAlwaysOnAir?: true;
  /** A row of it goes to air once, unless more is asked for. */
  readonly airsOnce?: true;
}

/** Every kind of source, by name: the one table a new kind is added to. */
export const sourceKinds: { readonly [K in SourceKindName]: SourceKind<Extract<Source, { kind: K }>> } = {
  file: { isRead: true, label: 'File in the show', from: (source) => source.fileName },
  folder: { isRead: true, label: 'Watched folder', from: (source) => source.path },
  address: { isRead: true, label: 'Address', from: (source) => `${source.url}, every ${source.every} s` },
  query: { isRead: true, label: 'Database', from: (source) => `${source.database}, every ${source.every} s` },
  scorer: {
    isRead: false,
    label: 'Scorer',
    from: ({ by, port }) =>
      by === 'http' ? 'lines over HTTP' : `lines over ${by.toUpperCase()}, port ${port}`,
    // What it says reaches clocks and scores also where nothing shows its rows.
    isAlwaysOnAir: true,
  },
  posts: {
    isRead: false,
    label: 'Posts',
    from: ({ services }) =>
      services.length === 0 ? 'no service yet' : services.map(({ name }) => name).join(', '),
    // Cards of posts are made while the release is on air.
    isAlwaysOnAir: true,
    airsOnce: true,
  },
  poll: {
    isRead: false,
    label: 'Poll',
    from: ({ counts }) => (counts.by === 'service' ? 'votes of a service' : 'votes by words in posts'),
    // It is opened and closed while the release is on air.
    isAlwaysOnAir: true,
  },
  'stand-in': {
    isRead: true,
    label: 'Stand-in',
    from: (source) => `${standInNames[source.stream]}, every ${source.every} s`,
  },
};

export const fromWhere = (source: Source): string => sourceKinds[source.kind].from(source as never);

/** The name of the file or answer that a source's bytes come under. */
export const fileNameOf = (source: Source): string =>
  source.kind === 'file' ? source.fileName : source.kind === 'folder' ? source.path : source.name;
