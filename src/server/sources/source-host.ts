import { usualLocale, wordOrder } from '../../core/locale';
import { watch, type FSWatcher } from 'chokidar';
import { readdir, stat } from 'node:fs/promises';
import { join, relative, sep } from 'node:path';
import { MessageChannel, type Worker } from 'node:worker_threads';
import type { FeedStatus } from '../../air';
import { problem, ProblemError, type Problem } from '../../core/problem';
import { feedOf, needsOf, type Needs } from '../../core/data';
import type { Release } from '../../core/show';
import { fileNameOf, type Read, type ScorerLine, type Source, type StandInStream } from '../../core/source';
import { feedAnswer, startStreams, steer, type StreamState } from '../../standins';
import { askAddress } from './address';
import { insideOf } from './inside';
import type { Keys } from './keys';
import type { QueryDone, QueryJob } from './query.worker';
import type { Keeping } from './feed-keeper';
import type { Handed, ReadDone, ReadJob, TransformJob } from './reader.worker';
import type { WorkerLine } from './worker-line';
import { Scorers } from './scorers';
import { quietMs, quietWhileWrittenMs } from './stillness';
import { WorkerPool } from './worker-pool';

type PostsSource = Extract<Source, { kind: 'posts' }>;
type PollSource = Extract<Source, { kind: 'poll' }>;

interface Feed {
  readonly id: string;
  readonly source: Source;
  /** What air needs of it. */
  needs: Needs;
  status: FeedStatus;
  /** When something new came of it last, in air clock seconds. */
  newAt: number | null;
  /** What was read last. */
  was: ReadJob['was'];
  /** Someone has said that what is there is right, although rows are gone. */
  isAccepted: boolean;
  /** When its file was seen to have changed, lately, in ms. */
  saves: number[];
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
const nothingRead: ReadJob['was'] = { hash: '', endsLine: false, bytes: 0 };
const nothingNeeded: Needs = { columns: [], fields: [] };
/** Saves that come so close together are one file being written. */
const writtenWithinMs = 400;
const readers = 3;
const longestReadMs = 20_000;
const longestQueryMs = 10_000;
const readerMemoryMb = 1024;
const staleLookMs = 250;

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
  /** Addresses of other machines whose score boxes may send. */
  readonly scorers: readonly string[];
  /** What the scorer of a source on air says of clocks and scores. */
  readonly onScorer: (source: Source, line: ScorerLine) => void;
  /** The rows of posts that are cleared. */
  readonly posts: (source: PostsSource, isOpened: boolean) => Promise<Read>;
  /** The answers of a poll with their votes; null while nothing is known of it. */
  readonly poll: (source: PollSource) => Promise<Read | null>;
  /** A feed has become stale, or is not any more. */
  readonly onStale: (feed: string, isStale: boolean) => void;
}

const problemOf = (error: Error): Problem =>
  error instanceof ProblemError ? error.problem : problem('reader-failed', error.message);

/** Fetches, watches and asks; what comes is read in a worker. A source that fails keeps its last good value. */
export class SourceHost {
  private readonly feeds = new Map<string, Feed>();
  private readonly readers: WorkerPool;
  private readonly queries: WorkerPool;
  /** Reads on their way to the worker that keeps them, by their number. */
  private readonly handed = new Map<number, (keeping: Keeping | null) => void>();
  private nextJob = 1;
  private watcher: FSWatcher | null = null;
  readonly scorers: Scorers;
  private readonly streams = startStreams();
  private readonly began: number;
  private changed = new Set<string>();
  private teller: NodeJS.Timeout | null = null;
  private readonly beats: NodeJS.Timeout[] = [];
  private isLooking = false;
  private data: (() => WorkerLine) | null = null;

  constructor(private readonly options: SourceHostOptions) {
    this.began = options.now();
    this.scorers = new Scorers({
      from: options.scorers,
      onLine: (id, line) => this.heard(id, line),
      onProblem: (id, wrong) => {
        const feed = this.feeds.get(id);
        if (feed) this.failed(feed, wrong);
      },
    });
    this.readers = new WorkerPool({
      file: new URL('reader.worker.mjs', options.workers),
      size: readers,
      memoryMb: readerMemoryMb,
      onStart: (worker) => this.join(worker),
    });
    this.queries = new WorkerPool({
      file: new URL('query.worker.mjs', options.workers),
      size: 2,
      memoryMb: readerMemoryMb,
    });
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
      setInterval(() => this.lookForStale(), staleLookMs),
      setInterval(() => void this.lookForSaves(), lookMs),
    );
    for (const beat of this.beats) beat.unref();
  }

  /** Joins the readers to the worker that keeps and resolves, so that what is read never passes this thread. */
  connect(line: () => WorkerLine): void {
    this.data = line;
    // One that was started anew has nothing of what was read.
    for (const done of this.handed.values()) done(null);
    this.handed.clear();
    this.readers.warm();
    for (const worker of this.readers.running) this.join(worker);
    for (const feed of this.feeds.values()) {
      feed.was = nothingRead;
      if (feed.status.version > 0) this.look(feed);
      if (feed.status.state === 'stale') this.options.onStale(feed.id, true);
    }
  }

  private join(worker: Worker): void {
    if (!this.data) return;
    const { port1, port2 } = new MessageChannel();
    worker.postMessage({ do: 'port', port: port1 }, [port1]);
    this.data().tell({ do: 'port', port: port2 }, [port2]);
  }

  /** What the worker that keeps them says of a read. */
  kept(keeping: Keeping): void {
    this.handed.get(keeping.job)?.(keeping);
    this.handed.delete(keeping.job);
  }

  /** The sources of the release on air. */
  setAir(release: Pick<Release, 'sources' | 'templates' | 'views' | 'cards'> | null): void {
    const sources = Object.values(release?.sources ?? {});
    const wanted = new Set(sources.map(feedOf));
    for (const feed of this.feeds.values()) {
      feed.isOnAir = wanted.has(feed.id);
      feed.needs = nothingNeeded;
    }
    for (const source of sources) {
      const needs = release ? needsOf(release, source.id) : nothingNeeded;
      const feed = this.want(source, needs);
      feed.isOnAir = true;
      feed.needs = {
        columns: [...new Set([...feed.needs.columns, ...needs.columns])],
        fields: [...new Set([...feed.needs.fields, ...needs.fields])],
      };
    }
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

  /** The state of the feed that a source shares. */
  statusOf = (source: Source): FeedStatus | null => this.feeds.get(feedOf(source))?.status ?? null;

  written = (feed: string, since: number): Promise<Uint8Array | null> =>
    this.data ? this.data().ask({ do: 'written', feed, since }) : Promise.resolve(null);

  /** What a stylesheet of a draft makes of XML, within bounds of its own. */
  transform(xml: string, stylesheet: string): Promise<{ made: string } | { problem: Problem }> {
    const job: TransformJob = { do: 'transform', xml, stylesheet };
    return this.readers
      .ask<{ made: string } | { problem: Problem }>(job, { isUrgent: false, longestMs: longestReadMs })
      .catch((error: Error) => ({ problem: problemOf(error) }));
  }

  /** Looks again at once, at the wish of a person. */
  again(feed: string): boolean {
    const found = this.feeds.get(feed);
    if (!found) return false;
    found.failures = 0;
    found.etag = found.modified = null;
    this.look(found);
    return true;
  }

  /** Takes what is there although rows of it are gone, or it seems to break off: someone has seen it. */
  accept(feed: string): boolean {
    const found = this.feeds.get(feed);
    if (!found) return false;
    found.isAccepted = true;
    return this.again(feed);
  }

  /** The files of the watched folder that could be sources. */
  async files(): Promise<{ path: string; bytes: number; changed: number }[]> {
    const { folder } = this.options;
    const found: { path: string; bytes: number; changed: number }[] = [];
    const names = await readdir(folder, { recursive: true }).catch(() => [] as string[]);
    for (const name of names.slice(0, 5000)) {
      if (
        /(^|[/\\])(\.|~\$)/.test(name) ||
        !/\.(csv|tsv|tab|txt|xlsx|xlsm|xlsb|xls|ods|json|geojson|ndjson|jsonl|xml|rss|atom|rdf)$/i.test(name)
      )
        continue;
      // A link that leads out tells nothing of what is there.
      const real = await insideOf(folder, name);
      const at = 'full' in real ? await stat(real.full).catch(() => null) : null;
      if (at?.isFile())
        found.push({ path: name.split(sep).join('/'), bytes: at.size, changed: at.mtimeMs / 1000 });
    }
    return found.sort((a, b) => wordOrder(usualLocale)(a.path, b.path));
  }

  databases = async (): Promise<string[]> => {
    const names = await readdir(this.options.folder, { recursive: true }).catch(() => [] as string[]);
    return [
      ...names.filter((name) => /\.(sqlite3?|db)$/i.test(name)).map((name) => name.split(sep).join('/')),
      ...this.options.keys.names().databases,
    ].sort();
  };

  /** The tables and views of a database with their columns. */
  async tablesOf(
    database: string,
  ): Promise<{ tables: { table: string; columns: string[] }[] } | { problem: Problem }> {
    const done = await this.query(
      database,
      this.options.keys.database(database) === null
        ? `SELECT m.name, p.name FROM sqlite_master m JOIN pragma_table_info(m.name) p WHERE m.type IN ('table', 'view') AND m.name NOT LIKE 'sqlite_%' ORDER BY m.name, p.cid`
        : `SELECT table_name, column_name FROM information_schema.columns WHERE table_schema NOT IN ('pg_catalog', 'information_schema') ORDER BY table_name, ordinal_position`,
      {},
    );
    if ('problem' in done) return done;
    const tables = new Map<string, string[]>();
    for (const [table, column] of done.rows) {
      const list = tables.get(String(table)) ?? [];
      list.push(String(column));
      tables.set(String(table), list);
    }
    return { tables: [...tables].map(([table, columns]) => ({ table, columns })) };
  }

  /** A statement on a database of the folder or one that the server was told of. */
  async query(
    database: string,
    statement: string,
    parameters: QueryJob['parameters'],
    isUrgent = false,
  ): Promise<QueryDone> {
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
      return await this.queries.ask<QueryDone>(job, { isUrgent, longestMs: longestQueryMs });
    } catch (error) {
      return { problem: problem('query-failed', (error as Error).message, 'statement') };
    }
  }

  // The stand-ins.
  stand = (stream: StandInStream): StreamState => this.streams[stream];
  answer = (stream: StandInStream): ReturnType<typeof feedAnswer> =>
    feedAnswer(stream, this.streams[stream], this.options.now() - this.began, this.began);
  steer(stream: StandInStream, change: Partial<Pick<StreamState, 'mode' | 'speed'>>): StreamState {
    return (this.streams[stream] = steer(this.streams[stream], change, this.options.now() - this.began));
  }

  async close(): Promise<void> {
    for (const beat of this.beats) clearInterval(beat);
    if (this.teller) clearTimeout(this.teller);
    for (const feed of this.feeds.values()) if (feed.timer) clearTimeout(feed.timer);
    this.scorers.close();
    this.feeds.clear();
    for (const done of this.handed.values()) done(null);
    await Promise.all([this.watcher?.close(), this.readers.close(), this.queries.close()]);
  }

  private want(source: Source, needs = nothingNeeded): Feed {
    const id = feedOf(source);
    const known = this.feeds.get(id);
    if (known) return known;
    const feed: Feed = {
      id,
      source,
      needs,
      newAt: null,
      was: nothingRead,
      isAccepted: false,
      saves: [],
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
        readings: [],
        offers: [],
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
    if (source.kind === 'scorer') this.scorers.want(id, source);
    else this.look(feed);
    return feed;
  }

  private sweep(): void {
    const now = Date.now();
    for (const feed of this.feeds.values()) {
      if (feed.isOnAir || feed.leaseEnd > now) continue;
      if (feed.timer) clearTimeout(feed.timer);
      this.feeds.delete(feed.id);
      this.scorers.drop(feed.id);
      this.data?.().tell({ do: 'drop', feed: feed.id });
    }
  }

  /** A line of a scorer: its row is read anew, and what it says of clocks and scores is done where air has it. */
  private heard(id: string, line: ScorerLine): void {
    const feed = this.feeds.get(id);
    if (!feed) return;
    if (feed.isOnAir) this.options.onScorer(feed.source, line);
    this.look(feed);
  }

  private onFile(path: string): void {
    const name = relative(this.options.folder, path).split(sep).join('/');
    for (const feed of this.feeds.values()) {
      const { source } = feed;
      if (
        (source.kind === 'folder' && source.path === name) ||
        (source.kind === 'query' && source.database === name)
      ) {
        this.noteSave(feed);
        this.look(feed);
      }
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
      if (!isNew || (!at && feed.status.good === null)) continue;
      this.noteSave(feed);
      this.look(feed);
    }
    this.isLooking = false;
  }

  /** One save shows itself more than once; what comes close together is one. */
  private noteSave(feed: Feed): void {
    const now = Date.now();
    feed.saves = feed.saves.filter((at) => now - at < writtenWithinMs);
    if (now - (feed.saves.at(-1) ?? 0) > lookMs + quietMs) feed.saves.push(now);
  }

  /** Sources of which nothing has come for longer than they may be silent. */
  private lookForStale(): void {
    const now = this.options.now();
    for (const feed of this.feeds.values()) {
      const { staleAfter } = feed.source;
      const { status } = feed;
      if (staleAfter === null || feed.newAt === null || status.state !== 'fresh') continue;
      if (now - feed.newAt <= staleAfter) continue;
      this.tell(feed, {
        state: 'stale',
        since: feed.newAt + staleAfter,
        problem:
          status.problem ??
          problem('silent', `Nothing new has come of it for more than ${staleAfter} s.`, feed.source.name),
      });
    }
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
      .catch((error: Error) => this.failed(feed, problemOf(error)))
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
      job: this.nextJob++,
      was: feed.was,
      quietMs: feed.saves.length > 1 ? quietWhileWrittenMs : quietMs,
      check: { ...feed.needs, mostLost: source.mostLost, isAccepted: feed.isAccepted },
      kept: source.keeps && 'every' in source ? { keeps: source.keeps, at: this.options.now() * 1000 } : null,
    });
    const read = async (from: ReadJob['from']): Promise<void> => {
      const asked = job(from);
      const keeping = new Promise<Keeping | null>((resolve) => this.handed.set(asked.job, resolve));
      const done = await this.readers
        .ask<ReadDone>(asked, {
          isUrgent: feed.isOnAir,
          longestMs: longestReadMs,
          transfer: 'bytes' in from ? [from.bytes.buffer as ArrayBuffer] : [],
        })
        .catch((error: unknown) => {
          this.handed.delete(asked.job);
          throw error;
        });
      // Only of what is handed over anything is told.
      if (!done.isHanded) this.handed.delete(asked.job);
      if (done.again && looks < secondLooks && 'path' in from) {
        // Someone is writing it: what was there stands, and it is looked at again in a moment.
        feed.timer = setTimeout(() => this.look(feed, looks + 1), 25 * 2 ** Math.min(4, looks));
        return;
      }
      if (done.problem) return this.failed(feed, done.problem, done);
      const kept = done.isHanded ? await keeping : null;
      if (done.isHanded && !kept) return;
      if (!kept?.problem) feed.was = done.was;
      // A file that is looked at again is not new; an answer that is given again is.
      this.took(feed, kept, !('path' in from));
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
      case 'posts':
        return this.take(feed, await this.options.posts(source, feed.leaseEnd > Date.now() && !feed.isOnAir));
      case 'poll': {
        const read = await this.options.poll(source);
        const words = 'Nothing is known of this poll: look at its posts, its service and its id there.';
        return read ? this.take(feed, read) : this.failed(feed, problem('no-poll', words, source.name));
      }
      case 'scorer': {
        const bytes = this.scorers.bytes(feed.id);
        if (bytes) return read({ bytes });
        // It has steered clocks and scores, and has no row of its own.
        feed.newAt = this.options.now();
        feed.failures = 0;
        return this.tell(feed, { state: 'fresh', good: feed.newAt, problem: null });
      }
      case 'query': {
        const done = await this.query(source.database, source.statement, source.parameters, feed.isOnAir);
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
          feed.newAt = this.options.now();
          return this.tell(feed, { state: 'fresh', good: feed.newAt, problem: null });
        }
        await read({ bytes: answered.bytes });
        // Only what could be read may be answered with “not changed” the next time.
        const isGood = feed.status.state === 'fresh';
        feed.etag = isGood ? answered.etag : null;
        feed.modified = isGood ? answered.modified : null;
      }
    }
  }

  /** What was read is kept, or was the same as before. */
  private took(feed: Feed, kept: Keeping | null, isNew: boolean): void {
    if (kept?.problem) return this.failed(feed, kept.problem);
    feed.isAccepted = false;
    feed.failures = 0;
    const now = this.options.now();
    if (kept || isNew || feed.newAt === null) feed.newAt = now;
    const { version, rows, columns, notes, encoding } = kept ?? feed.status;
    this.tell(feed, {
      state: 'fresh',
      since: feed.status.version === version && feed.status.state === 'fresh' ? feed.status.since : now,
      good: feed.newAt,
      version,
      rows,
      columns,
      notes,
      encoding,
      problem: null,
      readings: [],
      offers: [],
    });
  }

  /** Rows that were made here, and not read from bytes. */
  private async take(feed: Feed, read: Read): Promise<void> {
    const check = { ...feed.needs, mostLost: null, isAccepted: true };
    const handed: Handed = {
      feed: feed.id,
      job: this.nextJob++,
      name: feed.source.name,
      read,
      check,
      kept: null,
    };
    this.took(feed, (await this.data?.().ask<Keeping>({ do: 'take', handed })) ?? null, true);
  }

  /** The rows of a source of posts, and of the polls beside it, may be others than before. */
  lookAtPosts(source: string): void {
    for (const feed of this.feeds.values()) {
      const own = feed.source;
      const isOf = own.kind === 'posts' ? own.id === source : own.kind === 'poll' && own.posts === source;
      if (isOf) this.look(feed);
    }
  }

  private failed(feed: Feed, wrong: Problem, told: Pick<ReadDone, 'readings' | 'offers'> = {}): void {
    feed.failures += 1;
    const { status, source } = feed;
    // Where a limit is set, what came last is fresh until then, whatever fails meanwhile.
    const isYoung =
      source.staleAfter !== null &&
      feed.newAt !== null &&
      this.options.now() - feed.newAt <= source.staleAfter;
    const state = status.good === null ? 'failed' : isYoung && status.state === 'fresh' ? 'fresh' : 'stale';
    this.tell(feed, {
      state,
      since: status.state === state ? status.since : this.options.now(),
      problem: wrong,
      readings: told.readings ?? [],
      offers: told.offers ?? [],
    });
  }

  private tell(feed: Feed, change: Partial<FeedStatus>): void {
    const wasStale = feed.status.state === 'stale';
    feed.status = { ...feed.status, ...change };
    const isStale = feed.status.state === 'stale';
    if (isStale !== wasStale) this.options.onStale(feed.id, isStale);
    this.changed.add(feed.id);
    this.teller ??= setTimeout(() => {
      this.teller = null;
      const list = [...this.changed].flatMap((id) => this.feeds.get(id)?.status ?? []);
      this.changed = new Set();
      this.options.onStatus(list);
    }, 20);
  }
}
