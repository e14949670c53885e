// What the figures of air stand on: a server of its own, a browser as a gallery's outputs run it, raw lines.
import { chromium, type Browser } from '@playwright/test';
import { buildSync } from 'esbuild';
import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WebSocket } from 'ws';
import { wireVersion } from '../src/air';
import type { Release } from '../src/core/show';

export class Running {
  readonly home = mkdtempSync(join(tmpdir(), 'jorvan-bench-'));
  port = 0;
  private process: ChildProcess | null = null;

  /** Starts the server with the demo show; again on the port it had. */
  async start(): Promise<void> {
    const child = spawn(process.execPath, ['dist/server.mjs'], {
      env: { ...process.env, JORVAN_HOME: this.home, JORVAN_PORT: String(this.port) },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    this.process = child;
    this.port = await new Promise<number>((resolve) => {
      let log = '';
      child.stdout?.on('data', (data: Buffer) => {
        log += data.toString();
        const found = /Application\s+http:\/\/localhost:(\d+)/.exec(log)?.[1];
        if (found && log.includes('Stop with')) resolve(Number(found));
      });
    });
  }

  async kill(): Promise<void> {
    const child = this.process;
    if (!child) return;
    const gone = new Promise((resolve) => child.once('exit', resolve));
    child.kill('SIGKILL');
    await gone;
  }

  async dispose(): Promise<void> {
    await this.kill();
    rmSync(this.home, { recursive: true, force: true });
  }

  async command(body: object): Promise<number> {
    const response = await fetch(`http://localhost:${this.port}/api/air/commands`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    return response.status;
  }

  /** Puts another form of the release that is on air in its place. */
  async release(change: (release: Release) => Release): Promise<void> {
    const { state } = (await (await fetch(`http://localhost:${this.port}/api/air`)).json()) as {
      state: { release: string };
    };
    const now = await fetch(`http://localhost:${this.port}/api/releases/${state.release}`);
    const added = await fetch(`http://localhost:${this.port}/api/releases`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(change((await now.json()) as Release)),
    });
    const { hash } = (await added.json()) as { hash: string };
    await this.command({ do: 'release', release: hash });
  }

  async line(role: 'operator' | 'output', channel: string | null = null): Promise<WebSocket> {
    const socket = new WebSocket(`ws://localhost:${this.port}/air`);
    await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
    const welcome = new Promise((resolve) => socket.once('message', resolve));
    socket.send(JSON.stringify({ type: 'hello', version: wireVersion, role, name: 'bench', channel }));
    await welcome;
    return socket;
  }
}

export const openBrowser = (): Promise<Browser> =>
  chromium.launch({
    executablePath: process.env['JORVAN_CHROMIUM'] ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
      '--ignore-gpu-blocklist',
      '--disable-background-networking',
      '--disable-backgrounding-occluded-windows',
      '--disable-renderer-backgrounding',
      '--disable-background-timer-throttling',
      '--js-flags=--expose-gc',
      '--enable-precise-memory-info',
      // A frame drawn in software may take long.
      '--disable-gpu-watchdog',
    ],
  });

export const part = (sorted: readonly number[], share: number): number =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;

/** What a script returns that runs in a page by itself: `entry` puts a function of that name there. */
export async function figuresOfPage<T>(entry: string, name: string): Promise<T> {
  const bundle = buildSync({
    entryPoints: [entry],
    bundle: true,
    format: 'iife',
    write: false,
    // Scripts that come late, and a library of fonts: not wanted here.
    external: ['*?inline', 'opentype.js'],
  });
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 400, height: 300 } });
  await page.goto('about:blank');
  await page.addScriptTag({ content: bundle.outputFiles[0]?.text ?? '' });
  const figures = await page.evaluate(
    (own) => (globalThis as unknown as Record<string, () => unknown>)[own]?.(),
    name,
  );
  await browser.close();
  return figures as T;
}
