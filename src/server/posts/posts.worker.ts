// Keeps the posts of shows and what was decided of them, aside from the air server's thread: reads what services give,
// carries out what people ask, and writes it down before it answers.
import { parentPort, workerData } from 'node:worker_threads';
import {
  airWords,
  longestMs,
  isPollOpen,
  pollRows,
  PostRoom,
  readPolls,
  postRows,
  readPage,
  type Judge,
  type Post,
  type PostAct,
  type PostEntry,
  type PostService,
  type PostSeen,
  type PollStanding,
  type PostSettings,
  type ServicePoll,
} from '../../core/post';
import { problem, ProblemError, type Problem } from '../../core/problem';
import { jsonOf, type Read, type Source } from '../../core/source';
import { AppendLog } from '../disk';
import { initialOf, noPicture } from './picture-names';

export type PollSource = Extract<Source, { kind: 'poll' }>;

/** A picture that rows need: its address, and the part of it that is shown. */
export interface WantedPicture {
  readonly url: string;
  readonly crop: { x: number; y: number; width: number; height: number } | null;
}
export const pictureName = ({ url, crop }: WantedPicture): string =>
  crop ? `${url} ${JSON.stringify(crop)}` : url;

export interface PageTaken {
  readonly next: string | null;
  /** Posts of it that were not known. */
  readonly fresh: number;
  readonly notes: readonly string[];
  readonly problem: Problem | null;
}
/** What of a room has changed: told a moment after it has. */
export interface RoomChange {
  readonly room: string;
  readonly version: number;
  /** Posts on air that are not fit for it any more, and why. */
  readonly unfit: readonly { readonly key: string; readonly why: string }[];
  /** Pictures that are needed and were not given yet. */
  readonly pictures: readonly WantedPicture[];
}

interface Open {
  readonly room: PostRoom;
  readonly log: AppendLog;
  readonly damaged: number;
  settings: PostSettings;
  polls: readonly PollSource[];
  /** What services said of their polls last. */
  readonly served: Map<string, readonly ServicePoll[]>;
  /** Pictures by their names: what renderers find them by. */
  readonly pictures: Map<string, string>;
  /** Counts as they were when a post came on air. */
  readonly stills: Map<string, Pick<Post, 'likes' | 'shares' | 'answers'>>;
}

const { folder } = workerData as { folder: string };
const rooms = new Map<string, Open>();
const tellMs = 30;
/** A log of more lines is written anew at a start, where most of it counts no more. */
const manyLines = 5000;
const againMs = 60_000;
const changed = new Set<string>();
let teller: NodeJS.Timeout | null = null;

const fileOf = (room: string): string => `${folder}/${encodeURIComponent(room)}.log`;

function tell(id: string): void {
  changed.add(id);
  teller ??= setTimeout(() => {
    teller = null;
    const all = [...changed].flatMap((one) => changeOf(one) ?? []);
    changed.clear();
    parentPort?.postMessage({ event: { rooms: all } });
  }, tellMs);
}

function changeOf(id: string): RoomChange | null {
  const open = rooms.get(id);
  if (!open) return null;
  const { room, pictures } = open;
  const cleared = room.cleared();
  const fit = new Set(cleared.filter(({ state, post }) => state === 'cleared' && !post.isGone).map(({ post }) => post.key));
  const unfit = room.onAirNow().flatMap((seen) => (fit.has(seen.post.key) ? [] : [{ key: seen.post.key, why: whyUnfit(seen) }]));
  const wanted = cleared.flatMap(picturesOf).filter((picture) => !pictures.has(pictureName(picture)));
  return { room: id, version: room.version, unfit, pictures: wanted };
} // prettier-ignore

const whyUnfit = ({ post, judged, rule }: PostSeen): string => {
  const { text, name } = airWords(post, judged.fix);
  const words = `${name}, “${text.length > 60 ? `${text.slice(0, 59).trimEnd()}…` : text}”`;
  if (post.isGone) return `Taken down by its author: ${words}.`;
  if (rule !== '') return `Refused, as ${rule}: ${words}.`;
  return `${judged.verdict?.by || 'Someone'} takes back that it is cleared: ${words}.`;
};

const picturesOf = ({ post, judged }: PostSeen): WantedPicture[] => [
  { url: initialOf(post.author.name), crop: null },
  { url: noPicture, crop: null },
  ...(post.author.portrait === '' ? [] : [{ url: post.author.portrait, crop: null }]),
  ...(post.pictures[0] && !judged.fix?.withoutPicture
    ? [{ url: post.pictures[0].url, crop: judged.fix?.crop ?? null }]
    : []),
];

type Message =
  | { do: 'open'; room: string; settings: PostSettings; polls: readonly PollSource[] }
  | { do: 'try'; service: PostService; bytes: Uint8Array; base: string }
  | { do: 'page'; room: string; service: string; bytes: Uint8Array; page: string | null; base: string }
  | { do: 'one'; room: string; service: string; bytes: Uint8Array; base: string }
  | { do: 'act'; room: string; act: PostAct; judge: Judge }
  | { do: 'polls'; room: string; service: string; bytes: Uint8Array }
  | { do: 'poll-rows'; room: string; poll: string }
  | { do: 'on-air'; room: string; keys: string[] }
  | { do: 'watched'; room: string }
  | { do: 'pictures-of'; room: string; post: string }
  | { do: 'picture'; room: string; picture: WantedPicture; name: string }
  | { do: 'since'; room: string; version: number }
  | { do: 'log'; room: string }
  | { do: 'rows'; room: string; locale: string };

/** How a poll stands; null while its service has said nothing of it. */
function standingOf({ room, served }: Open, { id, counts }: PollSource): PollStanding | null {
  if (counts.by === 'service')
    return served.get(counts.service)?.find((poll) => poll.id === counts.poll) ?? null;
  const times = room.pollTimes(id);
  return { question: counts.question, isOpen: isPollOpen(times), answers: room.votes(counts, times) };
}

/** What is said of a file that breaks off, said of an answer. */
const brokenOff = (wrong: Problem, name: string): Problem =>
  wrong.code === 'half-written'
    ? problem(
        wrong.code,
        `The answer of ${name} breaks off in its midst. What came before stands; it is asked again.`,
        name,
      )
    : wrong;

/** A line of the log on disk before anyone sees it; where the disk refuses, the act is refused. */
function kept({ log }: Open, entry: PostEntry | null): void {
  if (entry && entry.changes.length > 0) log.append([JSON.stringify(entry)]);
}

/** What of a log still counts: all of the last week, and what was said of authors and words. */
const recent = (lines: readonly PostEntry[]): PostEntry[] => {
  const since = Date.now() - longestMs;
  return lines.filter(
    ({ at, changes }) => at > since || changes.some(({ of }) => of === 'author' || of === 'words'),
  );
};

function open(id: string, settings: PostSettings, polls: readonly PollSource[]): Open {
  const known = rooms.get(id);
  if (known) {
    known.polls = polls;
    if (JSON.stringify(known.settings) !== JSON.stringify(settings)) {
      known.settings = settings;
      known.room.setSettings(settings);
    }
    return known;
  }
  const room = new PostRoom();
  room.setSettings(settings);
  const log = new AppendLog(fileOf(id));
  const { lines, damaged } = log.read();
  const kept = recent(lines.map((line) => JSON.parse(line) as PostEntry));
  if (lines.length > manyLines && kept.length < lines.length / 2)
    log.replace(kept.map((line) => JSON.stringify(line)));
  for (const line of kept) room.restore(line);
  const made: Open = {
    room,
    log,
    damaged,
    settings,
    polls,
    served: new Map(),
    pictures: new Map(),
    stills: new Map(),
  };
  rooms.set(id, made);
  return made;
}

function answer(message: Message): unknown {
  if (message.do === 'open') {
    const { damaged } = open(message.room, message.settings, message.polls);
    tell(message.room);
    return { damaged };
  }
  if (message.do === 'try') {
    const { service, bytes, base } = message;
    try {
      return readPage(jsonOf(bytes, service.name), service.adapter, service.id, base, null);
    } catch (error) {
      if (error instanceof ProblemError) return { problem: error.problem };
      throw error;
    }
  }
  const own = rooms.get(message.room);
  if (!own) throw new ProblemError(problem('no-room', 'The posts of this show are not gathered. Put their source on air, or open it in Data.'));
  const { room, settings } = own;
  const adapterOf = (id: string): PostSettings['services'][number] | undefined => settings.services.find((service) => service.id === id);
  const now = Date.now();
  switch (message.do) {
    case 'page': {
      const service = adapterOf(message.service);
      if (!service) return { next: null, fresh: 0, notes: [], problem: null } satisfies PageTaken;
      try {
        const read = readPage(jsonOf(message.bytes, service.name), service.adapter, service.id, message.base, message.page);
        if ('problem' in read) return { next: null, fresh: 0, notes: [], problem: read.problem } satisfies PageTaken;
        const fresh = read.posts.filter(({ key }) => room.seen(key) === null).length;
        const before = room.version;
        kept(own, room.take(read.posts, now));
        if (service.adapter.missingIsGone && read.posts.length > 1) kept(own, room.miss(service.id, read.posts, now));
        if (room.version !== before) tell(message.room);
        return { next: read.next, fresh, notes: read.notes, problem: null } satisfies PageTaken;
      } catch (error) {
        if (error instanceof ProblemError)
          return { next: null, fresh: 0, notes: [], problem: brokenOff(error.problem, service.name) } satisfies PageTaken;
        throw error;
      }
    }
    case 'one': {
      const service = adapterOf(message.service);
      if (!service) return null;
      // Read like a page of one.
      const json = jsonOf(message.bytes, service.name);
      const read = readPage([json], { ...service.adapter, posts: '' }, service.id, message.base, null);
      const before = room.version;
      if (!('problem' in read)) kept(own, room.take(read.posts, now));
      if (room.version !== before) tell(message.room);
      return null;
    }
    case 'act': {
      const before = room.version;
      const done = room.act(message.act, message.judge, now, (entry) => kept(own, entry));
      if (room.version !== before) tell(message.room);
      return 'problem' in done ? done : { n: done.n, posts: done.changes.flatMap((change) => ('post' in change ? [change.post] : [])) };
    }
    case 'polls': {
      const service = adapterOf(message.service);
      const read = service ? readPolls(jsonOf(message.bytes, service.name), service.adapter) : null;
      if (!read || 'problem' in read) return read?.problem ?? null;
      const isSame = JSON.stringify(own.served.get(message.service)) === JSON.stringify(read.polls);
      own.served.set(message.service, read.polls);
      if (!isSame) tell(message.room);
      return null;
    }
    case 'poll-rows': {
      const poll = own.polls.find(({ id }) => id === message.poll);
      const standing = poll ? standingOf(own, poll) : null;
      return standing ? pollRows(standing) : null;
    }
    case 'on-air': {
      const keys = new Set(message.keys);
      for (const key of own.stills.keys()) if (!keys.has(key)) own.stills.delete(key);
      for (const key of keys) {
        const post = room.seen(key)?.post;
        if (post && !own.stills.has(key)) own.stills.set(key, post);
      }
      const entry = room.onAir(keys, now);
      kept(own, entry);
      if (entry) tell(message.room);
      return null;
    }
    case 'watched':
      return room.watched();
    case 'pictures-of': {
      const post = room.seen(message.post)?.post;
      return post ? { portrait: post.author.portrait, pictures: post.pictures.map(({ url }) => url) } : null;
    }
    case 'picture':
      own.pictures.set(pictureName(message.picture), message.name);
      // One that was not to be had is asked for again.
      if (message.name === '') setTimeout(() => own.pictures.delete(pictureName(message.picture)) && tell(message.room), againMs).unref();
      tell(message.room);
      return null;
    case 'since': {
      const { version, commonVersion, droppedVersion } = room;
      const isWhole = message.version < droppedVersion || message.version > version;
      const body = {
        version,
        /** All that there is, or what changed. */
        whole: isWhole,
        posts: room.since(isWhole ? -1 : message.version),
        pictures: [...own.pictures],
        polls: own.polls.map((poll) => ({ id: poll.id, name: poll.name, by: poll.counts.by, standing: standingOf(own, poll) })),
        offered: [...own.served].flatMap(([service, list]) => list.map(({ id, question }) => ({ service, id, question }))),
        ...(isWhole || message.version < commonVersion
          ? { common: { authors: room.authorsNow(), added: room.addedWords, settings } }
          : {}),
      };
      return new TextEncoder().encode(JSON.stringify(body));
    }
    case 'log':
      return new TextEncoder().encode(JSON.stringify(room.lines));
    case 'rows': {
      const serviceName = (id: string): string => adapterOf(id)?.name ?? id;
      // A post comes with its pictures, or when it is known that they are not to be had.
      const isReady = (seen: PostSeen): boolean =>
        seen.judged.aired?.isOn === true ||
        picturesOf(seen).every((picture) => own.pictures.has(pictureName(picture)));
      const ready = room.cleared().filter(isReady);
      const found = (url: string, crop: WantedPicture['crop']): string =>
        own.pictures.get(pictureName({ url, crop })) ?? own.pictures.get(url) ?? '';
      return postRows(ready, {
        now,
        locale: message.locale,
        serviceName,
        portrait: ({ author: { portrait, name } }) => found(portrait, null) || found(initialOf(name), null),
        picture: (url, crop) => (url === '' ? '' : found(url, crop)) || found(noPicture, null),
        counts: ({ post }) => (settings.countsMove ? post : (own.stills.get(post.key) ?? post)),
      }) satisfies Read;
    }
  }
} // prettier-ignore

parentPort?.on('message', (message: Message & { id?: number }) => {
  try {
    const value = answer(message);
    if (message.id !== undefined) parentPort?.postMessage({ id: message.id, value });
  } catch (error) {
    if (message.id !== undefined)
      parentPort?.postMessage({ id: message.id, error: (error as Error).message });
  }
});
