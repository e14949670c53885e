import { watch, type FSWatcher } from 'chokidar';
import { readdir, stat } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import type { FeedStatus } from '../../air';
import { problem, type Problem } from '../../core/problem';
import { fileNameOf, type Source, type StandInStream } from '../../core/source';
import { feedAnswer, startStreams, steer, type StreamState } from '../../standins';
import { askAddress } from './address';
import { feedOf } from './feed';
import { insideOf } from './inside';
import type { Keys } from './keys';
import type { QueryDone, QueryJob } from './query.worker';
import type { ReadDone, ReadJob } from './reader.worker';
import { WorkerLine } from './worker-line';

interface Feed {
  readonly id: string;
  readonly source: Source;
  status: FeedStatus;
  /** Who wants it: `air`, or `desk` until a moment in ms. */
  isOnAir: boolean;
  leaseEnd: number;
  timer: NodeJS.Timeout | null;
  failures: number;
  etag: string | null;
  modified: string | null;
  /** Of its file: which, when and how large, at the last look. */
  seen: string;
  isBusy: boolean;
  /** Asked for while it was busy. */
  isDue: boolean;
}

const leaseMs = 90_000;
const lookMs = 100;
const longestBackoffS = 60;
/** A file that breaks off is looked at again so many times before that is told. */
const secondLooks = 8;

export interface SourceHostOptions {
  readonly folder: string;
  readonly keys: Keys;
  /** Hosts on this machine that addresses may reach all the same. */
  readonly allowed: ReadonlySet<string>;
  readonly workers: URL;
  /** Where the bytes of an asset of a release lie. */
  readonly assetPath: (id: string) => string;
  readonly now: () => number;
  readonly onStatus: (status: readonly FeedStatus[]) => void;
}

/** Fetches, watches and asks; what comes is read in a worker. A source that fails keeps its last good value. */
export class SourceHost {
  private readonly feeds = new Map<string, Feed>();
  private readonly reader: WorkerLine;
  private readonly queries: WorkerLine;
  private watcher: FSWatcher | null = null;
  private readonly streams = startStreams();
  private readonly began: number;
  private changed = new Set<string>();
  private teller: NodeJS.Timeout | null = null;
  private readonly beats: NodeJS.Timeout[] = [];
  private isLooking = false;
  private toData: (() => void) | null = null;

  constructor(private readonly options: SourceHostOptions) {
    this.began = options.now();
    this.reader = new WorkerLine(
      new URL('reader.worker.mjs', options.workers),
      () => undefined,
      () => {
        this.toData?.();
        for (const feed of this.feeds.values()) this.look(feed);
      },
    );
    this.queries = new WorkerLine(
      new URL('query.worker.mjs', options.workers),
      () => undefined,
      () => undefined,
      15_000,
    );
  }

  /** Begins to watch the folder and to look at what is due. */
  begin(): void {
    const { folder } = this.options;
    this.watcher = watch(folder, {
      ignoreInitial: true,
      depth: 8,
      followSymlinks: false,
      ignored: (path) => /(^|[/\\])(\.|~\$|node_modules)/.test(relative(folder, path)),
    });
    this.watcher.on('all', (_event, path) => this.onFile(path));
    this.watcher.on('error', () => undefined);
    this.beats.push(
      setInterval(() => this.sweep(), 10_000),
      setInterval(() => void this.lookForSaves(), lookMs),
    );
    for (const beat of this.beats) beat.unref();
  }

  /** Joins the reader to the worker that resolves, so that what is read never passes this thread. */
  connect(line: () => WorkerLine): void {
    this.toData = () => {
      const { port1, port2 } = new MessageChannel();
      this.reader.tell({ do: 'port', port: port1 }, [port1]);
      line().tell({ do: 'port', port: port2 }, [port2]);
    };
    this.toData();
  }

  /** The sources of the release on air. */
  setAir(sources: readonly Source[]): void {
    const wanted = new Set(sources.map(feedOf));
    for (const feed of this.feeds.values()) feed.isOnAir = wanted.has(feed.id);
    for (const source of sources) this.want(source).isOnAir = true;
    this.sweep();
  }

  /** Sources that someone looks at for a while. Gives their states by the sources' ids. */
  open(sources: readonly Source[]): Record<string, FeedStatus> {
    return Object.fromEntries(
      sources.map((source) => {
        const feed = this.want(source);
        feed.leaseEnd = Date.now() + leaseMs;
        return [source.id, feed.status];
      }),
    );
  }

  statuses = (): FeedStatus[] => [...this.feeds.values()].map(({ status }) => status);

  written = (feed: string, since: number): Promise<Uint8Array | null> =>
    this.reader.ask({ do: 'written', feed, since });

  /** Looks again at once, at the wish of a person. */
  again(feed: string): boolean {
    const found = this.feeds.get(feed);
    if (!found) return false;
    found.failures = 0;
    found.etag = found.modified = null;
    this.look(found);
    return true;
  }

  /** The files of the watched folder that could be sources. */
  async files(): Promise<{ path: string; bytes: number; changed: number }[]> {
    const { folder } = this.options;
    const found: { path: string; bytes: number; changed: number }[] = [];
    const names = await readdir(folder, { recursive: true }).catch(() => [] as string[]);
    for (const name of names.slice(0, 5000)) {
      if (
        /(^|[/\\])(\.|~\$)/.test(name) ||
        !/\.(csv|tsv|txt|xlsx|json|geojson|xml|rss|atom|rdf)$/i.test(name)
      )
        continue;
      // A link that leads out tells nothing of what is there.
      const real = await insideOf(folder, name);
      const at = 'full' in real ? await stat(real.full).catch(() => null) : null;
      if (at?.isFile())
        found.push({ path: name.split(sep).join('/'), bytes: at.size, changed: at.mtimeMs / 1000 });
    }
    return found.sort((a, b) => a.path.localeCompare(b.path));
  }

  databases = async (): Promise<string[]> => {
    const names = await readdir(this.options.folder, { recursive: true }).catch(() => [] as string[]);
    return [
      ...names.filter((name) => /\.(sqlite3?|db)$/i.test(name)).map((name) => name.split(sep).join('/')),
      ...this.options.keys.names().databases,
    ].sort();
  };

  /** A statement on a database of the folder or one that the server was told of. */
  async query(database: string, statement: string, parameters: QueryJob['parameters']): Promise<QueryDone> {
    const postgres = this.options.keys.database(database);
    const isFile = (await this.databases()).includes(database) && postgres === null;
    if (postgres === null && !isFile)
      return { problem: problem('no-database', `The server knows no database “${database}”.`, 'database') };
    const found = postgres === null ? await insideOf(this.options.folder, database) : null;
    if (found && 'problem' in found) return found;
    const job: QueryJob = {
      ...(postgres ? { postgres } : { sqlite: found?.full ?? '' }),
      statement,
      parameters,
    };
    try {
      return await this.queries.ask<QueryDone>(job);
    } catch (error) {
      return { problem: problem('query-failed', (error as Error).message, 'statement') };
    }
  }

  // The stand-ins.
  stand = (stream: StandInStream): StreamState => this.streams[stream];
  answer = (stream: StandInStream): ReturnType<typeof feedAnswer> =>
    feedAnswer(stream, this.streams[stream], this.options.now() - this.began);
  steer(stream: StandInStream, change: Partial<Pick<StreamState, 'mode' | 'speed'>>): StreamState {
    return (this.streams[stream] = steer(this.streams[stream], change, this.options.now() - this.began));
  }

  async close(): Promise<void> {
    for (const beat of this.beats) clearInterval(beat);
    if (this.teller) clearTimeout(this.teller);
    for (const feed of this.feeds.values()) if (feed.timer) clearTimeout(feed.timer);
    this.feeds.clear();
    await Promise.all([this.watcher?.close(), this.reader.close(), this.queries.close()]);
  }

  private want(source: Source): Feed {
    const id = feedOf(source);
    const known = this.feeds.get(id);
    if (known) return known;
    const feed: Feed = {
      id,
      source,
      status: {
        feed: id,
        state: 'waiting',
        since: this.options.now(),
        good: null,
        version: 0,
        rows: 0,
        columns: 0,
        notes: [],
        encoding: null,
        problem: null,
      },
      isOnAir: false,
      leaseEnd: Date.now() + leaseMs,
      timer: null,
      failures: 0,
      etag: null,
      modified: null,
      seen: '',
      isBusy: false,
      isDue: false,
    };
    this.feeds.set(id, feed);
    this.look(feed);
    return feed;
  }

  private sweep(): void {
    const now = Date.now();
    for (const feed of this.feeds.values()) {
      if (feed.isOnAir || feed.leaseEnd > now) continue;
      if (feed.timer) clearTimeout(feed.timer);
      this.feeds.delete(feed.id);
      this.reader.tell({ do: 'drop', feed: feed.id });
    }
  }

  private onFile(path: string): void {
    const name = relative(this.options.folder, path).split(sep).join('/');
    for (const feed of this.feeds.values()) {
      const { source } = feed;
      if (
        (source.kind === 'folder' && source.path === name) ||
        (source.kind === 'query' && source.database === name)
      )
        this.look(feed);
    }
  }

  /** Saves that no event tells of: on network drives, and by programs that put a new file in place of the old. */
  private async lookForSaves(): Promise<void> {
    if (this.isLooking) return;
    this.isLooking = true;
    for (const feed of this.feeds.values()) {
      const { source } = feed;
      const name = source.kind === 'folder' ? source.path : source.kind === 'query' ? source.database : null;
      const at = name === null ? null : await stat(join(this.options.folder, name)).catch(() => null);
      const seen = at ? `${at.ino} ${at.mtimeMs} ${at.size}` : '';
      const isNew = name !== null && seen !== feed.seen;
      feed.seen = seen;
      if (isNew && (at || feed.status.good !== null)) this.look(feed);
    }
    this.isLooking = false;
  }

  private look(feed: Feed, looks = 0): void {
    if (feed.isBusy) {
      feed.isDue = true;
      return;
    }
    if (feed.timer) clearTimeout(feed.timer);
    feed.timer = null;
    feed.isBusy = true;
    feed.isDue = false;
    void this.fetch(feed, looks)
      .catch((error: Error) => this.failed(feed, problem('reader-failed', error.message)))
      .finally(() => {
        feed.isBusy = false;
        if (!this.feeds.has(feed.id)) return;
        if (feed.isDue) this.look(feed);
        else if (!feed.timer) this.plan(feed);
      });
  }

  /** The next look at what must be asked: later after each failure. */
  private plan(feed: Feed): void {
    const { source } = feed;
    if (!('every' in source)) return;
    const seconds =
      feed.failures === 0
        ? source.every
        : Math.min(Math.max(longestBackoffS, source.every), source.every * 2 ** Math.min(10, feed.failures));
    feed.timer = setTimeout(() => this.look(feed), seconds * 1000);
    feed.timer.unref();
  }

  private async fetch(feed: Feed, looks: number): Promise<void> {
    const { source } = feed;
    const job = (from: ReadJob['from']): ReadJob => ({
      do: 'read',
      feed: feed.id,
      name: fileNameOf(source),
      format: source.read,
      from,
    });
    const read = async (from: ReadJob['from']): Promise<void> => {
      const done = await this.reader.ask<ReadDone>(
        job(from),
        'bytes' in from ? [from.bytes.buffer as ArrayBuffer] : [],
      );
      if (done.again && looks < secondLooks && 'path' in from) {
        // Someone is writing it: what was there stands, and it is looked at again in a moment.
        feed.timer = setTimeout(() => this.look(feed, looks + 1), 25 * 2 ** Math.min(4, looks));
        return;
      }
      if (done.problem) return this.failed(feed, done.problem);
      const { version, rows, columns, notes, encoding } = done;
      feed.failures = 0;
      const now = this.options.now();
      this.tell(feed, {
        state: 'fresh',
        since: feed.status.version === version && feed.status.state === 'fresh' ? feed.status.since : now,
        good: now,
        version,
        rows,
        columns,
        notes,
        encoding,
        problem: null,
      });
    };
    switch (source.kind) {
      case 'file': {
        const path = this.options.assetPath(source.asset);
        return read({ root: join(path, '..'), path: relative(join(path, '..'), path) });
      }
      case 'folder':
        return read({ root: this.options.folder, path: source.path });
      case 'stand-in': {
        const answer = this.answer(source.stream);
        return answer
          ? read({ bytes: new TextEncoder().encode(answer.body) })
          : this.failed(feed, problem('silent', 'The stand-in is silent.', source.stream));
      }
      case 'query': {
        const done = await this.query(source.database, source.statement, source.parameters);
        if ('problem' in done) return this.failed(feed, done.problem);
        const rows = done.rows.map((row) =>
          Object.fromEntries(done.columns.map((column, i) => [column, row[i] ?? null])),
        );
        return read({ bytes: new TextEncoder().encode(JSON.stringify(rows)) });
      }
      case 'address': {
        const key = source.key === null ? null : this.options.keys.key(source.key);
        if (source.key !== null && key === null)
          return this.failed(
            feed,
            problem('no-key', `The server keeps no key “${source.key}”. Give it one.`, 'key'),
          );
        const headers = {
          ...Object.fromEntries(source.headers.map(({ name, value }) => [name, value])),
          ...(key ? { authorization: `Bearer ${key}` } : {}),
        };
        const answered = await askAddress(
          {
            url: source.url,
            patienceMs: source.patience * 1000,
            headers,
            etag: feed.etag,
            modified: feed.modified,
          },
          this.options.allowed,
        );
        if ('problem' in answered) return this.failed(feed, answered.problem);
        if ('same' in answered) {
          feed.failures = 0;
          return this.tell(feed, { state: 'fresh', good: this.options.now(), problem: null });
        }
        await read({ bytes: answered.bytes });
        // Only what could be read may be answered with “not changed” the next time.
        const isGood = feed.status.state === 'fresh';
        feed.etag = isGood ? answered.etag : null;
        feed.modified = isGood ? answered.modified : null;
      }
    }
  }

  private failed(feed: Feed, wrong: Problem): void {
    feed.failures += 1;
    const { status } = feed;
    const state = status.good === null ? 'failed' : 'stale';
    this.tell(feed, {
      state,
      since: status.state === state ? status.since : this.options.now(),
      problem: wrong,
    });
  }

  private tell(feed: Feed, change: Partial<FeedStatus>): void {
    feed.status = { ...feed.status, ...change };
    this.changed.add(feed.id);
    this.teller ??= setTimeout(() => {
      this.teller = null;
      const list = [...this.changed].flatMap((id) => this.feeds.get(id)?.status ?? []);
      this.changed = new Set();
      this.options.onStatus(list);
    }, 20);
  }
}
