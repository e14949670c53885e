import { mkdir } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { newMixer } from '../standins';
import { openAccess, type AccessKey } from './access';
import { EventStream, MixerHost } from './control';
import { httpApp } from './http';
import { AirEngine } from './engine';
import { IdlePreviews } from './idle-previews';
import { Journal } from './journal';
import { releaseDemo } from './demo-show';
import { socketHub } from './socket';
import { Store } from './store';
import { allowedFrom } from './sources/address';
import { Keys } from './sources/keys';
import { LiveData } from './sources/live-data';
import { SourceHost } from './sources/source-host';
import { WorkerLine } from './sources/worker-line';

export interface ServerOptions {
  /** Where the journal, the releases and their assets are kept. */
  readonly home: string;
  /** 0 takes any free port. */
  readonly port: number;
  /** Reachable from other machines, by the access key. */
  readonly lan: boolean;
  readonly key?: string;
  /** The folder of the built pages. */
  readonly pages: string;
  readonly version: string;
  /** The watched folder. */
  readonly folder: string;
  /** Where the built workers lie. */
  readonly workers: URL;
  /** Hosts on this machine that addresses may reach all the same. */
  readonly allowed?: string;
  /** Put the demo show on air on a first start. */
  readonly demo: boolean;
  readonly log: (line: string) => void;
}

export interface RunningServer {
  readonly port: number;
  /** One for each role; from this machine none is needed. */
  readonly keys: readonly AccessKey[];
  readonly engine: AirEngine;
  close(): Promise<void>;
}

/** Starts the air server: recovers what was on air, then listens. Throws where the home folder or the port is not to be had. */
export async function startServer(options: ServerOptions): Promise<RunningServer> {
  const origin = performance.timeOrigin;
  const now = (): number => (origin + performance.now()) / 1000;
  const store = await Store.open(options.home);
  const { journal, recovered } = await Journal.open(join(options.home, 'journal'));
  let tell: (steps: Parameters<ReturnType<typeof socketHub>['tell']>[0]) => void = () => undefined;
  const engine = new AirEngine(journal, store.release, now, (steps) => tell(steps));
  const skipped = engine.recover(recovered);
  if (recovered.unreadable > 0)
    options.log(`${recovered.unreadable} damaged line(s) in the journal were passed over.`);
  if (skipped > 0) options.log(`${skipped} command(s) in the journal no longer apply and were passed over.`);
  if (options.demo && (await releaseDemo(join(options.pages, 'demo', 'marram-bay.jorvan'), engine, store))) {
    options.log('The demo show is released.');
  }

  let tellData: ReturnType<typeof socketHub>['tellData'] = () => undefined;
  const keys = await Keys.open(options.home);
  await mkdir(options.folder, { recursive: true });
  const sources = new SourceHost({
    folder: options.folder,
    keys,
    allowed: allowedFrom(options.allowed),
    workers: options.workers,
    assetPath: store.assetPath,
    now,
    onStatus: (feeds) => tellData({ feeds: [...feeds], faults: [] }),
  });
  const line = (): WorkerLine => worker;
  const live = new LiveData(engine, store.release, sources, line, options.home, (faults) =>
    tellData({
      feeds: [],
      faults: faults.map(({ key: of, problems }) => ({ key: of, problems: [...problems] })),
    }),
  );
  let hasBegun = false;
  const worker: WorkerLine = new WorkerLine(
    new URL('data.worker.mjs', options.workers),
    (event) => live.changed((event as { changed: Parameters<LiveData['changed']>[0] }).changed),
    () => {
      if (!hasBegun) return;
      sources.connect(line);
      live.restart();
    },
  );
  hasBegun = true;
  sources.connect(line);
  await live.begin();
  engine.prepare = live.prepare;

  const access = await openAccess(options.home, options.lan, options.key);
  const stream = new EventStream();
  // Filled in below, once there is a server to hang it on.
  const sockets: { hub: ReturnType<typeof socketHub> | null } = { hub: null };
  const mixer = new MixerHost(newMixer());
  mixer.listeners.add((state) => {
    stream.say('mixer', state);
    sockets.hub?.tellMixer(state);
  });
  const app = httpApp({
    engine,
    store,
    access,
    now,
    version: options.version,
    pages: options.pages,
    connections: () => sockets.hub?.count() ?? 0,
    stream,
    control: {
      engine,
      now,
      history: () => journal.history(),
      outputs: {
        present: () => sockets.hub?.present() ?? [],
        tell: (command) => sockets.hub?.tellOutputs(command) ?? 0,
      },
      mixer,
      release: store.release,
    },
    sources,
    live,
    keys,
  });
  const server = createServer(app);
  const opened = socketHub(server, {
    engine,
    access,
    now,
    dataNow: () => ({
      feeds: sources.statuses(),
      faults: live.allFaults().map(({ key: of, problems }) => ({ key: of, problems: [...problems] })),
    }),
    mixerNow: () => mixer.state,
  });
  sockets.hub = opened;
  tell = (steps) => {
    opened.tell(steps);
    stream.tell(steps);
    live.follow();
  };
  tellData = opened.tellData;
  const idle = new IdlePreviews();
  const idleTimer = setInterval(() => {
    const here = opened.present().flatMap(({ hand }) => (hand?.desk ? [hand.desk] : []));
    for (const command of idle.look(engine.air, new Set(here), now())) void engine.submit(command);
  }, 60_000);
  idleTimer.unref();
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(options.port, options.lan ? '0.0.0.0' : '127.0.0.1', () => resolve());
  });
  return {
    port: (server.address() as AddressInfo).port,
    keys: access.keys,
    engine,
    async close() {
      clearInterval(idleTimer);
      engine.close();
      stream.close();
      opened.close();
      await Promise.all([sources.close(), worker.close()]);
      server.closeAllConnections();
      await new Promise<void>((resolve) => server.close(() => resolve()));
      await journal.close();
    },
  };
}
