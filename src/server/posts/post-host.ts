import type { Read, Source } from '../../core/source';
import {
  addressBelow,
  pageAddress,
  type readPage,
  type Judge,
  type Post,
  type PostAct,
  type PostService,
  type ServiceStatus,
  type PostSettings,
} from '../../core/post';
import { problem, type Problem } from '../../core/problem';
import { askAddress, type Answered } from '../sources/address';
import type { Keys } from '../sources/keys';
import { wallKey } from '../sources/post-wall';
import type { WorkerLine } from '../sources/worker-line';
import type { PostPictures } from './post-pictures';
import type { PageTaken, PollSource, RoomChange, WantedPicture } from './posts.worker';

export type PostsSource = Extract<Source, { kind: 'posts' }>;

interface Gathered {
  service: PostService;
  status: ServiceStatus;
  timer: NodeJS.Timeout | null;
  failures: number;
  isFirst: boolean;
  /** Ms since 1970 until which it asks to be left alone. */
  waitsUntil: number;
}
interface RoomHosted {
  readonly id: string;
  source: PostsSource;
  polls: PollSource[];
  isOnAir: boolean;
  leaseEnd: number;
  readonly services: Map<string, Gathered>;
  version: number;
  /** How often a watched post was asked for. */
  turn: number;
  onAir: string;
}

const leaseMs = 90_000;
/** The first look goes back so many pages, later ones until they meet what is known. */
const [firstPages, laterPages] = [20, 8];
const watchMs = 3000;
/** Posts that are looked at one by one each time: those on air, and others in turn. */
const [watchedOnAir, watchedOthers] = [2, 1];
const longestBackoffS = 60;
/** What stands for this server where its own stand-ins are meant (RFC 2606). */
export const standInOrigin = 'http://jorvan.invalid';
const standInKey = 'post-wall';

export interface PostHostParts {
  readonly keys: Keys;
  readonly allowed: ReadonlySet<string>;
  readonly worker: () => WorkerLine;
  readonly port: () => number;
  readonly pictures: PostPictures;
  /** The rows of a source may be others than before. */
  readonly onRows: (source: string) => void;
  readonly onChange: (rooms: readonly { readonly room: string; readonly version: number }[]) => void;
  /** Lines of the log of a source were not what they were: what they said is lost. */
  readonly onDamaged: (source: PostsSource, lines: number) => void;
  /** Posts on air that are not fit for it any more; none: all are. */
  readonly onUnfit: (source: PostsSource, unfit: RoomChange['unfit']) => void;
}

/** Gathers the posts of shows from their services. What is read and decided is the worker's; here are the ways out. */
export class PostHost {
  private readonly rooms = new Map<string, RoomHosted>();
  private readonly beats: NodeJS.Timeout[] = [];

  constructor(private readonly parts: PostHostParts) {}

  begin(): void {
    this.beats.push(
      setInterval(() => this.sweep(), 10_000),
      setInterval(() => this.watch(), watchMs),
      // How long ago something was is said anew.
      setInterval(() => this.rooms.forEach(({ id }) => this.parts.onRows(id)), 30_000),
    );
    for (const beat of this.beats) beat.unref();
  }

  close(): void {
    for (const beat of this.beats) clearInterval(beat);
    for (const room of this.rooms.values()) this.stop(room);
    this.rooms.clear();
  }

  /** The sources of the release on air; others are gathered for as long as someone has them open. */
  setAir(sources: readonly PostsSource[], polls: readonly PollSource[]): void {
    for (const room of this.rooms.values()) room.isOnAir = false;
    for (const source of sources) {
      const room = this.want(source, true);
      room.isOnAir = true;
      room.polls = polls.filter(({ posts }) => posts === source.id);
      this.tellSettings(room);
    }
  }

  /** The rows of a poll; null while nothing is known of it. One of a draft is taken up for as long as its posts are. */
  async pollRows(poll: PollSource): Promise<Read | null> {
    const room = this.rooms.get(poll.posts);
    if (!room) return null;
    const known = room.polls.find(({ id }) => id === poll.id);
    if (!known || (!room.isOnAir && JSON.stringify(known) !== JSON.stringify(poll))) {
      room.polls = [...room.polls.filter(({ id }) => id !== poll.id), poll];
      this.tellSettings(room);
    }
    return this.parts.worker().ask<Read | null>({ do: 'poll-rows', room: room.id, poll: poll.id });
  }

  private tellSettings({ id, source, polls }: RoomHosted): void {
    void this.parts
      .worker()
      .ask<{ damaged: number }>({ do: 'open', room: id, settings: settingsOf(source), polls })
      .then(({ damaged }) => damaged > 0 && this.parts.onDamaged(source, damaged))
      .catch(() => undefined);
  }

  /** Opens, closes or empties a poll of a service, as its adapter says. */
  async steerPoll(id: string, poll: string, to: 'open' | 'close' | 'reset'): Promise<Problem | null> {
    const room = this.rooms.get(id);
    const found = room?.polls.find((own) => own.id === poll);
    if (!room || found?.counts.by !== 'service') return problem('not-found', 'There is no such poll.', 'poll');
    const { counts } = found;
    const service = room.services.get(counts.service)?.service;
    const url = service?.adapter.polls ? addressBelow(baseOf(service.url), service.adapter.polls.acts[to], counts.poll) : null;
    if (!service || url === null) return problem('no-polls', 'The adapter of its service does not say how a poll is steered.', 'polls');
    const answered = await this.ask(service, url, 'POST');
    if ('problem' in answered) return answered.problem;
    await this.lookAtPolls(room);
    return null;
  } // prettier-ignore

  /** What services say of polls that are looked at. */
  private async lookAtPolls(room: RoomHosted): Promise<void> {
    const wanted = new Set(room.polls.flatMap(({ counts }) => (counts.by === 'service' ? [counts.service] : [])));
    for (const [id, { service, waitsUntil }] of room.services) {
      // Those that are not looked at are asked now and then, to be chosen from.
      const isDue = wanted.has(id) ? room.turn % 2 === 1 : room.turn % 10 === 1;
      if (!service.adapter.polls || !isDue || waitsUntil > Date.now()) continue;
      const url = addressBelow(baseOf(service.url), service.adapter.polls.list);
      const answered = url === null ? null : await this.ask(service, url);
      if (answered && 'bytes' in answered) await this.parts.worker().ask({ do: 'polls', room: room.id, service: id, bytes: answered.bytes }).catch(() => null);
    }
  } // prettier-ignore

  /** Someone looks at a source of a draft for a while. Where air has it, air's settings count. */
  lease(source: PostsSource): void {
    const room = this.want(source, false);
    room.leaseEnd = Date.now() + leaseMs;
  }

  private want(source: PostsSource, isOnAir: boolean): RoomHosted {
    const known = this.rooms.get(source.id);
    if (known) {
      const isNew = JSON.stringify(known.source) !== JSON.stringify(source);
      if (isNew && (isOnAir || !known.isOnAir)) this.settle(known, source);
      return known;
    }
    const room: RoomHosted = { id: source.id, source, polls: [], isOnAir, leaseEnd: Date.now() + leaseMs, services: new Map(), version: 0, turn: 0, onAir: '' };
    this.rooms.set(source.id, room);
    this.settle(room, source);
    return room;
  } // prettier-ignore

  private settle(room: RoomHosted, source: PostsSource): void {
    room.source = source;
    this.tellSettings(room);
    const wanted = new Set(source.services.map(({ id }) => id));
    for (const [id, gathered] of room.services)
      if (!wanted.has(id)) {
        if (gathered.timer) clearTimeout(gathered.timer);
        room.services.delete(id);
      }
    for (const service of source.services) {
      const known = room.services.get(service.id);
      if (known && JSON.stringify(known.service) === JSON.stringify(service)) continue;
      if (known?.timer) clearTimeout(known.timer);
      const status: ServiceStatus = { id: service.id, name: service.name, state: 'waiting', problem: null, good: known?.status.good ?? null, notes: [] };
      const made: Gathered = { service, status, timer: null, failures: 0, isFirst: true, waitsUntil: 0 };
      room.services.set(service.id, made);
      this.plan(room, made, 0);
    }
  } // prettier-ignore

  /** Everything that a worker that starts anew must know. */
  restart(): void {
    for (const room of this.rooms.values()) {
      this.tellSettings(room);
      room.onAir = '';
      for (const gathered of room.services.values()) gathered.isFirst = true;
    }
  }

  private sweep(): void {
    for (const room of this.rooms.values()) {
      if (room.isOnAir || room.leaseEnd > Date.now()) continue;
      this.stop(room);
      this.rooms.delete(room.id);
    }
  }
  private stop(room: RoomHosted): void {
    for (const { timer } of room.services.values()) if (timer) clearTimeout(timer);
  }

  private plan(room: RoomHosted, gathered: Gathered, seconds: number): void {
    if (gathered.timer) clearTimeout(gathered.timer);
    gathered.timer = setTimeout(() => {
      void this.look(room, gathered).finally(() => {
        if (!this.isCurrent(room, gathered)) return;
        const { every } = gathered.service;
        const usual = gathered.failures === 0 ? every : Math.min(Math.max(longestBackoffS, every), every * 2 ** Math.min(8, gathered.failures));
        this.plan(room, gathered, Math.max(usual, (gathered.waitsUntil - Date.now()) / 1000));
      });
    }, seconds * 1000);
    gathered.timer.unref();
  } // prettier-ignore

  private isCurrent = (room: RoomHosted, gathered: Gathered): boolean =>
    this.rooms.get(room.id) === room && room.services.get(gathered.service.id) === gathered;

  /** Newest pages first, until they meet what is known. */
  private async look(room: RoomHosted, gathered: Gathered): Promise<void> {
    const { service } = gathered;
    const base = baseOf(service.url);
    const notes = new Set<string>();
    let page: string | null = null;
    try {
      for (let pages = gathered.isFirst ? firstPages : laterPages; pages > 0; pages -= 1) {
        const answered = await this.ask(service, pageAddress(base, service.adapter, service.asks, page));
        if ('problem' in answered) return this.failed(gathered, answered.problem, answered.waitS);
        if ('same' in answered) break;
        const { bytes } = answered;
        const taken: PageTaken = await this.parts
          .worker()
          .ask<PageTaken>({ do: 'page', room: room.id, service: service.id, bytes, page, base }, [bytes.buffer as ArrayBuffer]);
        if (taken.problem) return this.failed(gathered, taken.problem);
        for (const note of taken.notes) notes.add(note);
        page = taken.next;
        if (page === null || (taken.fresh === 0 && !gathered.isFirst)) break;
        if (!this.isCurrent(room, gathered)) return;
      }
    } catch (error) {
      return this.failed(gathered, problem('reader-failed', (error as Error).message, service.name));
    }
    gathered.isFirst = false;
    gathered.failures = 0;
    gathered.status = { ...gathered.status, state: 'running', problem: null, good: Date.now(), notes: [...notes] };
  } // prettier-ignore

  private failed(gathered: Gathered, wrong: Problem, waitS = 0): void {
    gathered.failures += 1;
    gathered.waitsUntil = Date.now() + waitS * 1000;
    gathered.status = { ...gathered.status, state: 'failed', problem: wrong };
  }

  /** What a service's first page gives, read by an adapter that is being written; nothing of it is kept. */
  async attempt(service: PostService): Promise<{ posts: Post[]; notes: readonly string[]; json: string } | { problem: Problem; json: string }> {
    const base = baseOf(service.url);
    let json = '';
    try {
      const answered = await this.ask(service, pageAddress(base, service.adapter, service.asks, null));
      if ('problem' in answered) return { problem: answered.problem, json };
      if ('same' in answered) return { posts: [], notes: [], json };
      json = new TextDecoder().decode(answered.bytes).slice(0, 20_000);
      const read = await this.parts.worker().ask<ReturnType<typeof readPage>>({ do: 'try', service, bytes: answered.bytes, base });
      return 'problem' in read ? { problem: read.problem, json } : { posts: read.posts.slice(0, 5), notes: read.notes, json };
    } catch (error) {
      return { problem: problem('bad-address', `“${service.url}” cannot be asked: ${(error as Error).message}.`, 'url'), json };
    }
  } // prettier-ignore

  private async ask(service: PostService, url: string, method: 'GET' | 'POST' = 'GET'): Promise<Answered> {
    const key = service.key === null ? null : (this.parts.keys.key(service.key) ?? (service.key === standInKey ? wallKey : null)); // prettier-ignore
    if (service.key !== null && key === null)
      return { problem: problem('no-key', `The server keeps no key “${service.key}”. Give it one.`, 'key') };
    return this.fetch(url, service.patience, key === null ? {} : { authorization: `Bearer ${key}` }, method);
  }

  /** Asks an address; one of a stand-in is this server's own. */
  private fetch(
    url: string,
    patience: number,
    headers: Record<string, string> = {},
    method: 'GET' | 'POST' = 'GET',
  ): Promise<Answered> {
    const own = url.startsWith(`${standInOrigin}/services/`) ? `localhost:${this.parts.port()}` : null;
    const asked = own === null ? url : url.replace(standInOrigin, `http://${own}`);
    return askAddress(
      { url: asked, patienceMs: patience * 1000, headers, method, etag: null, modified: null },
      own === null ? this.parts.allowed : new Set([own]),
    );
  }

  /** Looks at posts one by one that matter most: those on air each time, others in turn. */
  private watch(): void {
    for (const room of this.rooms.values()) {
      void this.lookAtPolls(room).catch(() => undefined);
      void this.watchRoom(room).catch(() => undefined);
    }
  } // prettier-ignore

  private async watchRoom(room: RoomHosted): Promise<void> {
    const all = await this.parts.worker().ask<Post[]>({ do: 'watched', room: room.id });
    const watched = all.filter(({ service }) => room.services.get(service)?.service.adapter.one);
    const keys = new Set(room.onAir.split('\n'));
    const [onAir, others] = [watched.filter(({ key }) => keys.has(key)), watched.filter(({ key }) => !keys.has(key))];
    const turn = room.turn++;
    const some = (list: Post[], count: number): Post[] => {
      const first = (turn * count) % Math.max(1, list.length);
      return [...list.slice(first), ...list.slice(0, first)].slice(0, count);
    };
    for (const post of [...some(onAir, watchedOnAir), ...some(others, watchedOthers)]) {
      const gathered = room.services.get(post.service);
      if (!gathered || gathered.waitsUntil > Date.now()) continue;
      const url = addressBelow(baseOf(gathered.service.url), gathered.service.adapter.one, post.id);
      if (url === null) continue;
      const answered = await this.ask(gathered.service, url);
      if ('problem' in answered) {
        if (answered.waitS) gathered.waitsUntil = Date.now() + answered.waitS * 1000;
        continue;
      }
      if ('same' in answered) continue;
      const { bytes } = answered;
      // What cannot be read of one keeps no other from being looked at; its service says what is wrong with its pages.
      await this.parts.worker().ask({ do: 'one', room: room.id, service: post.service, bytes, base: baseOf(gathered.service.url) }, [bytes.buffer as ArrayBuffer]).catch(() => null);
    }
  } // prettier-ignore

  /** What the worker says has changed. */
  changed(list: readonly RoomChange[]): void {
    for (const { room: id, version, unfit, pictures } of list) {
      const room = this.rooms.get(id);
      if (!room) continue;
      room.version = version;
      this.parts.onRows(id);
      this.parts.onUnfit(room.source, unfit);
      for (const picture of pictures) void this.bring(id, picture);
    }
    this.parts.onChange(list.map(({ room, version }) => ({ room, version })));
  }

  /** A picture that rows need, kept for renderers under its hash. */
  private async bring(room: string, picture: WantedPicture): Promise<void> {
    const name = await this.parts.pictures.keep(picture, (url) => this.fetch(url, 15));
    this.parts.worker().tell({ do: 'picture', room, picture, name: name ?? '' });
  }

  /** A picture of a post to be looked at: its portrait, or one of its pictures. */
  async picture(room: string, post: string, which: 'portrait' | number): Promise<Uint8Array | null> {
    if (!this.rooms.has(room)) return null;
    const found = await this.parts
      .worker()
      .ask<{ portrait: string; pictures: string[] } | null>({ do: 'pictures-of', room, post });
    const url = which === 'portrait' ? found?.portrait : found?.pictures[which];
    return url ? this.parts.pictures.look(url, (asked) => this.fetch(asked, 15)) : null;
  }

  /** Which posts are on air now, by the rooms' ids. */
  onAir(keys: ReadonlyMap<string, ReadonlySet<string>>): void {
    for (const room of this.rooms.values()) {
      const own = [...(keys.get(room.id) ?? [])].sort();
      const words = own.join('\n');
      if (words === room.onAir) continue;
      room.onAir = words;
      this.parts.worker().tell({ do: 'on-air', room: room.id, keys: own });
    }
  }

  has = (room: string): boolean => this.rooms.has(room);
  list = (): { id: string; name: string; isOnAir: boolean; version: number }[] =>
    [...this.rooms.values()].map(({ id, source, isOnAir, version }) => ({
      id,
      name: source.name,
      isOnAir,
      version,
    }));
  statuses = (room: string): ServiceStatus[] => [...(this.rooms.get(room)?.services.values() ?? [])].map(({ status }) => status); // prettier-ignore

  act(
    room: string,
    act: PostAct,
    judge: Judge,
  ): Promise<{ n: number; posts: string[] } | { problem: Problem }> {
    return this.parts
      .worker()
      .ask<{ n: number; posts: string[] } | { problem: Problem }>({ do: 'act', room, act, judge })
      .catch((error: Error) => ({
        problem: problem('store-unwritable', `That was not kept, and nothing has changed: ${error.message}.`),
      }));
  }
  /** What changed since a version. Whoever asks keeps the room open for a while. */
  since(id: string, version: number): Promise<Uint8Array> {
    const room = this.rooms.get(id);
    if (room) room.leaseEnd = Math.max(room.leaseEnd, Date.now() + leaseMs);
    return this.parts.worker().ask({ do: 'since', room: id, version });
  }
  log = (room: string): Promise<Uint8Array> => this.parts.worker().ask({ do: 'log', room });
  rows = (source: PostsSource, locale: string): Promise<Read> =>
    this.parts.worker().ask({ do: 'rows', room: source.id, locale });
}

const settingsOf = (source: PostsSource): PostSettings => {
  const { services, words, clears, whenGone, countsMove, wantsTrusted, keepsHours, searches } = source;
  return { services, words, clears, whenGone, countsMove, wantsTrusted, keepsHours, searches };
};

/** The address that a service's answers stand at. */
const baseOf = (url: string): string => (url.startsWith('/') ? standInOrigin + url : url);
