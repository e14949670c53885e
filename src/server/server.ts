import { mkdir } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { endOf, type AirState, type Command, type Role } from '../core/playout';
import { problem, type Problem } from '../core/problem';
import { newMixer } from '../standins';
import { Access, Hosts, type AccessKey } from './access';
import { AirTime, machineClocks, type MachineClocks } from './air-time';
import { ClockKeeper, readClock } from './clock-file';
import { EventStream, MixerHost } from './control';
import { releaseDemo } from './demo-show';
import { nodeDisk, type Disk } from './disk';
import { AirEngine, type Step } from './engine';
import { lockHome } from './home-lock';
import { httpApp } from './http';
import { IdlePreviews } from './idle-previews';
import { Journal, type Recovered } from './journal';
import { silentLog, type Log } from './log';
import { PostAir, PostHost, PostPictures, type RoomChange } from './posts';
import { socketHub } from './socket';
import { lineWork, Store } from './store';
import { allowedFrom } from './sources/address';
import { commandsOf } from './sources/steer';
import { Keys } from './sources/keys';
import { LiveData } from './sources/live-data';
import type { Keeping } from './sources/feed-keeper';
import { LivePictures } from './sources/live-pictures';
import { PictureWatch } from './sources/picture-watch';
import { SourceHost } from './sources/source-host';
import { WorkerLine } from './sources/worker-line';
import { Troubles } from './trouble';

export interface ServerOptions {
  /** Where the journal, the releases and their assets are kept. */
  readonly home: string;
  /** 0 takes any free port. */
  readonly port: number;
  /** Reachable from other machines, by the access key. */
  readonly lan: boolean;
  /** The designer's key for this run, in place of the one that is kept. */
  readonly key?: string;
  /** Names that it goes by besides its machine's. */
  readonly names?: readonly string[];
  /** The folder of the built pages. */
  readonly pages: string;
  readonly version: string;
  /** The watched folder. */
  readonly folder: string;
  /** Where the built workers lie. */
  readonly workers: URL;
  /** Hosts on this machine that addresses may reach all the same. */
  readonly allowed?: string;
  /** Addresses of other machines whose score boxes may send over UDP and TCP. */
  readonly scorers?: readonly string[];
  /** Put the demo show on air on a first start. */
  readonly demo: boolean;
  /** Told what whoever started it should read. */
  readonly say: (line: string) => void;
  readonly log?: Log;
  readonly disk?: Disk;
  readonly clocks?: MachineClocks;
}

export interface RunningServer {
  readonly port: number;
  /** Keys that were made at this start, one for each role: shown once. From this machine none is needed. */
  readonly keys: readonly AccessKey[];
  readonly engine: AirEngine;
  readonly troubles: Troubles;
  close(): Promise<void>;
}

const laterMs = 1500;
const clockMs = 1000;
/** Beats after which the clock is kept on disk. */
const keptBeats = 5;
const idleMs = 60_000;

/**
 * Starts the air server: holds its home, recovers what was on air, then listens. Throws where the home or the port is
 * not to be had.
 */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const { home, say, disk = nodeDisk, log = silentLog } = options;
  await disk.makeFolder(home);
  const holder = { pid: process.pid, port: options.port, since: new Date().toISOString() };
  const lock = await lockHome(home, () => holder);
  try {
    const running = await startHeld(options, disk, log, say);
    holder.port = running.port;
    return {
      ...running,
      async close() {
        await running.close();
        await lock.release();
      },
    };
  } catch (error) {
    await lock.release();
    throw error;
  }
}

/** What air plays from: the release that takes play, and those of what is up. */
function releasesIn(state: AirState, now: number): Set<string> {
  const needed = new Set<string>(state.release === null ? [] : [state.release]);
  for (const { graphics } of Object.values(state.air))
    for (const graphic of graphics) if (endOf(graphic) > now) needed.add(graphic.release);
  return needed;
}

/** Every release that something in a journal may have been taken from. */
function releasesOf({ snapshot, entries }: Recovered): Set<string> {
  const all = snapshot ? releasesIn(snapshot.state, -Infinity) : new Set<string>();
  for (const { command } of entries) if (command.do === 'release') all.add(command.release);
  return all;
}

async function startHeld(
  options: ServerOptions,
  disk: Disk,
  log: Log,
  say: (line: string) => void,
): Promise<RunningServer> {
  const { home } = options;
  const troubles = new Troubles();
  const { journal, recovered } = await Journal.open(disk, join(home, 'journal'));
  const clock = await readClock(disk, home);
  const listeners = new Set<(steps: readonly Step[]) => void>();
  const work = lineWork(
    () =>
      new WorkerLine(
        new URL('store.worker.mjs', options.workers),
        () => undefined,
        () => undefined,
      ),
  );
  const store = await Store.open({ disk, folder: home, work, log, troubles });
  const last = Math.max(recovered.entries.at(-1)?.at ?? 0, recovered.snapshot?.at ?? 0);
  const lastOffset = recovered.entries.at(-1)?.dayOffset ?? recovered.snapshot?.state.dayOffset ?? 0;
  const time = new AirTime(options.clocks ?? machineClocks(), clock, last, lastOffset);
  const now = time.now;
  const engine = new AirEngine({ journal, releases: store.release, now, log, troubles, listeners });

  // Behind a gap commands are carried out again, and play from releases.
  if (recovered.gapBefore < Infinity) for (const hash of releasesOf(recovered)) await store.load(hash);
  const skipped = engine.recover(recovered);
  const damage = [...recovered.damage];
  if (clock && clock.sequence > engine.air.sequence)
    damage.push(
      `The journal ends with command ${engine.air.sequence}, but ${clock.sequence} had been carried out: look at what is on air.`,
    );
  for (const [i, words] of damage.entries()) {
    log.error({ damage: words }, 'the journal is damaged');
    say(`Damaged: ${words}`);
    troubles.set(problem('journal-damaged', words, String(i + 1)));
  }
  if (skipped > 0) say(`${skipped} command(s) behind what is damaged no longer apply and were passed over.`);
  const need = (): Promise<void> => store.need(releasesIn(engine.air, now()), engine.air.show?.name ?? '');
  await need();
  const isNew = !recovered.snapshot && recovered.entries.length === 0 && damage.length === 0;
  if (
    options.demo &&
    isNew &&
    (await releaseDemo(join(options.pages, 'demo', 'marram-bay.jorvan'), engine, store))
  )
    say('The demo show is released.');

  let port = options.port;
  let tellData: ReturnType<typeof socketHub>['tellData'] = () => undefined;
  const keys = await Keys.open(home);
  const access = await Access.open(disk, home, log, options.key);
  const hosts = new Hosts(options.lan, options.names);
  const stream = new EventStream();
  const mixer = new MixerHost(newMixer());
  await mkdir(options.folder, { recursive: true });
  const sources = new SourceHost({
    folder: options.folder,
    keys,
    allowed: allowedFrom(options.allowed),
    workers: options.workers,
    assetPath: store.assetPath,
    now,
    scorers: options.scorers ?? [],
    posts: (source, isOpened) => {
      if (isOpened) posts.lease(source);
      return posts.rows(source, 'en');
    },
    poll: (source) => posts.pollRows(source),
    onScorer: (source, line) => {
      for (const command of commandsOf(line, engine.air, now(), `scorer ${source.name}`))
        void engine.submit(command);
    },
    onStatus: (feeds) => tellData({ feeds: [...feeds] }),
    onStale: (feed, isStale) => live.stale(feed, isStale),
  });
  const watch = new PictureWatch(options.folder, (picture) => {
    tellData({ pictures: [picture] });
    pictures.saved(picture);
  });
  const pictures = new LivePictures({
    log,
    engine,
    watch,
    releaseOf: store.release,
    addAsset: (id, bytes) => store.addAsset(id, bytes),
  });
  const postWorker: WorkerLine = new WorkerLine(
    new URL('posts.worker.mjs', options.workers),
    (event) => posts.changed((event as { rooms: RoomChange[] }).rooms),
    () => posts.restart(),
    undefined,
    { folder: join(home, 'posts') },
  );
  const posts: PostHost = new PostHost({
    keys,
    allowed: allowedFrom(options.allowed),
    worker: () => postWorker,
    port: () => port,
    pictures: new PostPictures((id, bytes) => store.addAsset(id, bytes)),
    onRows: (source) => sources.lookAtPosts(source),
    onChange: (rooms) => tellData({ rooms: [...rooms] }),
    onUnfit: (source, unfit) => postAir.unfit(source, unfit),
    onDamaged: (source, lines) =>
      troubles.set(
        problem(
          'posts-damaged',
          `${lines} line(s) of the log of “${source.name}” were damaged: look at what is cleared, what they said is lost.`,
          source.id,
        ),
      ),
  });
  const postAir: PostAir = new PostAir({
    engine,
    host: posts,
    releaseOf: store.release,
    now,
    onFaults: (keys) => tellFaults(keys),
  });
  /** What is wrong with what graphics are filled by: their data, and posts that are not fit any more. */
  const faultsOf = (key: string): Problem[] => [...live.faultsOf(key), ...postAir.faultsOf(key)];
  const tellFaults = (keys: readonly string[]): void =>
    tellData({ faults: keys.map((key) => ({ key, problems: faultsOf(key) })) });
  const line = (): WorkerLine => worker;
  const live = new LiveData({
    engine,
    releaseOf: store.release,
    pathsOf: (hash) => [store.releasePath(hash), store.copyPath(hash)],
    sources,
    worker: line,
    now,
    onFaults: (faults) => tellFaults(faults.map(({ key }) => key)),
  });
  const worker: WorkerLine = new WorkerLine(
    new URL('data.worker.mjs', options.workers),
    (event) => {
      const { changed, keeping, times, items, typing } = event as {
        typing?: number;
        changed?: Parameters<LiveData['changed']>[0];
        times?: Parameters<LiveData['times']>[0];
        items?: Parameters<LiveData['items']>[0];
        keeping?: Keeping;
      };
      if (changed) live.changed(changed);
      if (times) live.times(times);
      if (items) live.items(items);
      if (keeping) sources.kept(keeping);
      if (typing !== undefined) tellData({ isTyped: true });
    },
    () => {
      sources.connect(line);
      live.restart();
    },
    undefined,
    {
      corrections: join(home, 'data', 'corrections.log'),
      moments: join(home, 'data', 'moments'),
      typed: join(home, 'data', 'typed.log'),
    },
  );
  let hasData = false;
  /** Starts what reads and resolves data: once the server answers, or with the first that needs it. */
  const beginData = (): void => {
    if (hasData) return;
    hasData = true;
    sources.begin();
    posts.begin();
    watch.begin();
    sources.connect(line);
    live.follow();
    postAir.follow();
  };

  let nextOffset: number | null = null;
  engine.prepare = (command: Command): Command | Promise<Command> => {
    if (command.do === 'release') return store.load(command.release).then(() => command);
    if (command.do === 'clock') {
      const dayOffset = nextOffset ?? time.ahead();
      nextOffset = null;
      return { ...command, dayOffset };
    }
    beginData();
    return live.prepare(command);
  };

  const hub: { at: ReturnType<typeof socketHub> | null } = { at: null };
  const app = httpApp({
    engine,
    store,
    access,
    hosts,
    log,
    troubles,
    now,
    version: options.version,
    pages: options.pages,
    connections: () => hub.at?.count() ?? 0,
    endKey: (role: Role) => hub.at?.endKey(role),
    port: () => port,
    stream,
    control: {
      engine,
      now,
      journal,
      outputs: {
        present: () => hub.at?.present() ?? [],
        tell: (command) => hub.at?.tellOutputs(command) ?? 0,
      },
      mixer,
      hasRelease: store.has,
    },
    sources,
    posts,
    live,
    keys,
    watch,
    beginData,
  });
  const server = createServer(app);
  const sockets = socketHub(server, {
    engine,
    access,
    hosts,
    log,
    now,
    troubleNow: () => ({ troubles: troubles.list(), missing: store.missing() }),
    dataNow: () => ({
      feeds: sources.statuses(),
      faults: [...live.faulty(), ...postAir.faulty()].map((key) => ({ key, problems: faultsOf(key) })),
      pictures: watch.list(),
      rooms: posts.list().map(({ id, version }) => ({ room: id, version })),
      isTyped: false,
    }),
    mixerNow: () => mixer.state,
  });
  hub.at = sockets;
  tellData = sockets.tellData;
  mixer.listeners.add((state) => {
    stream.say('mixer', state);
    sockets.tellMixer(state);
  });
  troubles.listeners.add(() => sockets.tellTrouble());
  store.found.add(() => hasData && live.retake());
  listeners.add((steps) => sockets.tell(steps));
  listeners.add((steps) => stream.tell(steps));
  listeners.add(() => hasData && live.follow());
  listeners.add(() => hasData && postAir.follow());
  listeners.add((steps) => {
    if (steps.some(({ events }) => events.some(({ what }) => what === 'release'))) {
      void need();
      pictures.follow();
    }
  });

  const keeper = new ClockKeeper(disk, home);
  let beats = 0;
  const clockTimer = setInterval(() => {
    const { dayOffset, sequence } = engine.air;
    nextOffset = time.follow(dayOffset);
    if (nextOffset !== null) void engine.submit({ do: 'clock', by: 'server' });
    const stepped = time.stepped(dayOffset);
    if (stepped === null) troubles.clear('clock-stepped');
    else troubles.set(steppedTrouble(stepped));
    if (beats++ % keptBeats === 0) void keeper.keep({ ...time.mark(), sequence });
  }, clockMs);
  const idle = new IdlePreviews();
  const idleTimer = setInterval(() => {
    const here = sockets.present().flatMap(({ hand }) => (hand?.desk ? [hand.desk] : []));
    for (const command of idle.look(engine.air, new Set(here), now())) void engine.submit(command);
  }, idleMs);
  idleTimer.unref();

  let later: NodeJS.Timeout | null = null;
  const close = async (): Promise<void> => {
    if (later) clearTimeout(later);
    clearInterval(clockTimer);
    clearInterval(idleTimer);
    live.close();
    postAir.close();
    posts.close();
    await engine.close();
    stream.close();
    sockets.close();
    await Promise.all([sources.close(), worker.close(), postWorker.close(), work.close()]);
    await keeper.keep({ ...time.mark(), sequence: engine.air.sequence });
    server.closeAllConnections();
    if (server.listening) await new Promise<void>((resolve) => server.close(() => resolve()));
    await journal.close();
  };
  try {
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject);
      server.listen(options.port, options.lan ? '0.0.0.0' : '127.0.0.1', () => resolve());
    });
  } catch (error) {
    await close();
    throw error;
  }
  ({ port } = server.address() as AddressInfo);
  engine.begin();
  // What a start can do without, when whoever waited for it has come: data, a snapshot so that the next one reads less,
  // and a look through what is kept.
  later = setTimeout(() => {
    beginData();
    void engine.settle().then(() => store.checkNeeded().catch((error: Error) => log.error(error.message)));
  }, laterMs);
  later.unref();
  return { port, keys: access.fresh, engine, troubles, close };
}

function steppedTrouble(seconds: number): ReturnType<typeof problem> {
  const whole = Math.round(Math.abs(seconds));
  const span =
    whole < 120
      ? `${whole} s`
      : whole < 7200
        ? `${Math.round(whole / 60)} minutes`
        : `${Math.round(whole / 360) / 10} hours`;
  return problem(
    'clock-stepped',
    `The clock of the server’s machine was set ${seconds < 0 ? 'back' : 'forward'} by ${span}. What is on air goes on undisturbed; clocks on air and times of day in rundowns still show the time as it was. Follow the machine’s clock when it is right.`,
  );
}
