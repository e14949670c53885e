import { randomBytes } from 'node:crypto';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { httpApp } from './http';
import { AirEngine } from './engine';
import { Journal } from './journal';
import { releaseDemo } from './demo-show';
import { socketHub } from './socket';
import { Store } from './store';

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
  /** Put the demo show on air on a first start. */
  readonly demo: boolean;
  readonly log: (line: string) => void;
}

export interface RunningServer {
  readonly port: number;
  readonly key: string | null;
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

  const key = options.lan ? (options.key ?? randomBytes(9).toString('base64url')) : null;
  const access = { key };
  let count = (): number => 0;
  const app = httpApp({
    engine,
    store,
    access,
    now,
    version: options.version,
    pages: options.pages,
    connections: () => count(),
  });
  const server = createServer(app);
  const hub = socketHub(server, engine, access, now);
  tell = hub.tell;
  count = hub.count;
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject);
    server.listen(options.port, options.lan ? '0.0.0.0' : '127.0.0.1', () => resolve());
  });
  return {
    port: (server.address() as AddressInfo).port,
    key,
    engine,
    async close() {
      hub.close();
      server.closeAllConnections();
      await new Promise<void>((resolve) => server.close(() => resolve()));
      await journal.close();
    },
  };
}
