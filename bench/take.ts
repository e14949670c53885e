// take.to.output.p99.ms: from a command sent to the first changed frame evaluated in an output page, with 100 listeners.
// output.memory.2000.takes.mb: what the output page's heap grew by over 2000 takes.
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WebSocket } from 'ws';

const listeners = 99;

export async function takeFigures(): Promise<Record<string, number>> {
  const home = mkdtempSync(join(tmpdir(), 'jorvan-bench-'));
  const server = spawn(process.execPath, ['dist/server.mjs'], {
    env: { ...process.env, JORVAN_HOME: home, JORVAN_PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const port = await new Promise<number>((resolve) => {
    let log = '';
    server.stdout.on('data', (data: Buffer) => {
      log += data.toString();
      const found = /Application\s+http:\/\/localhost:(\d+)/.exec(log)?.[1];
      if (found && log.includes('Stop with')) resolve(Number(found));
    });
  });
  const sockets = await Promise.all(
    Array.from({ length: listeners }, async () => {
      const socket = new WebSocket(`ws://localhost:${port}/air`);
      await new Promise((resolve) => socket.once('open', resolve));
      socket.send(
        JSON.stringify({ type: 'hello', version: 1, role: 'output', name: 'listener', channel: 'main' }),
      );
      return socket;
    }),
  );
  const browser = await chromium.launch({
    executablePath: process.env['JORVAN_CHROMIUM'] ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
      '--ignore-gpu-blocklist',
      '--disable-background-networking',
      '--js-flags=--expose-gc',
      '--enable-precise-memory-info',
    ],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 720 } });
  await page.goto(`http://localhost:${port}/out/main`);
  await page.waitForSelector('html[data-connected="true"]', { state: 'attached' });
  await page.waitForTimeout(1500);

  // The page itself gives the command and waits for its own frame, so that one clock measures both ends.
  const measure = (count: number, pauseMs: number, waits = true) =>
    page.evaluate(
      async ([takes, pause, waitsForFrame]) => {
        const times: number[] = [];
        for (let i = 0; i < takes; i += 1) {
          const command =
            i % 2 === 0
              ? { do: 'take', channel: 'main', number: `31.${21 + ((i / 2) % 9)}` }
              : { do: 'change', channel: 'main', lane: 'lower', values: { Name: `Name ${i}` } };
          const start = performance.now();
          const evaluated = new Map<number, number>();
          const listen = (event: Event): void =>
            void evaluated.set((event as CustomEvent<number>).detail, performance.now() - start);
          addEventListener('jorvan-evaluated', listen);
          const response = await fetch('/api/air/commands', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify(command),
          });
          const { sequence } = (await response.json()) as { sequence: number };
          while (waitsForFrame && evaluated.size === 0 && performance.now() - start < 2000) {
            await new Promise((resolve) => setTimeout(resolve, 1));
          }
          removeEventListener('jorvan-evaluated', listen);
          times.push(evaluated.get(sequence) ?? performance.now() - start);
          if (pause > 0) await new Promise((resolve) => setTimeout(resolve, pause));
        }
        return times;
      },
      [count, pauseMs, waits] as const,
    );
  const heap = () =>
    page.evaluate(() => {
      (globalThis as unknown as { gc: () => void }).gc();
      return (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize;
    });
  await measure(40, 20);
  const times = (await measure(300, 15)).sort((a, b) => a - b);
  await measure(200, 2, false);
  await page.waitForTimeout(2000);
  const before = await heap();
  await measure(2000, 2, false);
  await page.waitForTimeout(2000);
  const after = await heap();
  await browser.close();
  for (const socket of sockets) socket.terminate();
  server.kill('SIGKILL');
  rmSync(home, { recursive: true, force: true });
  return {
    'take.to.output.p50.ms': times[times.length >> 1] ?? 0,
    'take.to.output.p99.ms': times[Math.floor(times.length * 0.99)] ?? 0,
    'output.memory.2000.takes.mb': (after - before) / (1 << 20),
  };
}
