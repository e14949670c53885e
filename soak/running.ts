import { buildSync } from 'esbuild';
import { fork, type ChildProcess } from 'node:child_process';
import { appendFileSync, cpSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export type Order =
  { readonly do: 'full'; readonly on: boolean } | { readonly do: 'clock'; readonly seconds: number };

const file = 'node_modules/.cache/soak-server.mjs';

/** Bundles the server that the soak runs. */
export function buildServer(): void {
  mkdirSync('node_modules/.cache', { recursive: true });
  buildSync({
    entryPoints: ['soak/server.ts'],
    outfile: file,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
  });
}

/** A server of its own that can be killed, starved and confused. */
export class Running {
  readonly home = mkdtempSync(join(tmpdir(), 'jorvan-soak-'));
  port = 0;
  private child: ChildProcess | null = null;
  /** By how much its machine's clock was set in all, in seconds. */
  private set = 0;

  get url(): string {
    return `http://localhost:${this.port}`;
  }

  /** Starts it, on the port it had; resolves when it listens. */
  async start(): Promise<void> {
    const child = this.fork();
    this.child = child;
    this.port = await new Promise<number>((done, fail) => {
      child.on('message', (said: { port?: number; failed?: string }) =>
        said.port === undefined ? fail(new Error(said.failed)) : done(said.port),
      );
      child.once('exit', (code) => fail(new Error(`the server ended with ${code}`)));
    });
  }

  /** A second server on the same home: what it says before it gives up. */
  second(): Promise<string> {
    const child = this.fork();
    return new Promise((done, fail) =>
      child.on('message', (said: { port?: number; failed?: string }) => {
        if (said.failed !== undefined) return done(said.failed);
        child.kill('SIGKILL');
        fail(new Error('two servers hold one home'));
      }),
    );
  }

  private fork = (): ChildProcess =>
    fork(file, {
      env: {
        ...process.env,
        JORVAN_HOME: this.home,
        JORVAN_PORT: String(this.port),
        JORVAN_SOAK_SET: String(this.set),
      },
      stdio: 'ignore',
    });

  order(order: Order): void {
    if (order.do === 'clock') this.set += order.seconds;
    this.child?.send(order);
  }

  async kill(): Promise<void> {
    const { child } = this;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    await new Promise<void>((done) => {
      child.once('exit', () => done());
      child.kill('SIGKILL');
    });
  }

  /** Tears the journal as a fall in the midst of a write does. */
  tear(bytes: string): void {
    const folder = join(this.home, 'journal');
    const last = readdirSync(folder)
      .filter((name) => name.endsWith('.log'))
      .sort()
      .at(-1);
    if (last) appendFileSync(join(folder, last), bytes);
  }

  /** A copy of its journal as it lies on disk now. */
  copy(): string {
    const to = mkdtempSync(join(tmpdir(), 'jorvan-soak-copy-'));
    cpSync(join(this.home, 'journal'), to, { recursive: true });
    return to;
  }

  async dispose(): Promise<void> {
    await this.kill();
    rmSync(this.home, { recursive: true, force: true });
  }
}
