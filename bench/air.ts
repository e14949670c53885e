// air.echo.disk.ratio, air.commands.per.s, rundown.10k.recall.ms, restart.to.air.ms, restart.over.parse.ratio,
// outputs.skew.ms, outputs.skew.frames.
import { spawn } from 'node:child_process';
import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { WebSocket } from 'ws';
import { WebSocket as Socket } from 'ws';
import { newRundownRow } from '../src/core/show';
import { openBrowser, part, Running } from './running';

/** How long messages take there and back, in ms, one after the other. */
async function roundTrips(
  socket: WebSocket,
  count: number,
  message: (i: number) => string,
): Promise<number[]> {
  const times: number[] = [];
  for (let i = 0; i < count; i += 1) {
    const text = message(i);
    const id = (JSON.parse(text) as { id: string }).id;
    const answered = new Promise<void>((resolve) => {
      const listen = (data: Buffer): void => {
        const words = data.toString();
        if (!words.includes(`"${id}"`) || words.includes('"type":"patches"')) return;
        socket.off('message', listen);
        resolve();
      };
      socket.on('message', listen);
    });
    const start = performance.now();
    socket.send(text);
    await answered;
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b);
}

const cue = (id: string, number: string): string =>
  JSON.stringify({ type: 'command', id, command: { do: 'cue', channel: 'main', number } });

/** An echo that appends so many bytes to a file and syncs them before it answers: what a command cannot do without. */
async function openEcho(folder: string, bytes: number): Promise<{ socket: WebSocket; close: () => void }> {
  const child = spawn(
    process.execPath,
    [
      '--input-type=module',
      '-e',
      `import { WebSocketServer } from 'ws';
       import { open } from 'node:fs/promises';
       const file = await open(${JSON.stringify(join(folder, 'echo.log'))}, 'a');
       const line = Buffer.alloc(${bytes}, 120);
       const s = new WebSocketServer({ port: 0, host: '127.0.0.1' });
       s.on('connection', (c) => c.on('message', async (m) => {
         await file.write(line);
         await file.datasync();
         c.send(m);
       }));
       s.on('listening', () => console.log(s.address().port));`,
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const port = await new Promise<number>((resolve) =>
    child.stdout.once('data', (data: Buffer) => resolve(Number(data.toString().trim()))),
  );
  const socket = new Socket(`ws://127.0.0.1:${port}`);
  await new Promise((resolve) => socket.once('open', resolve));
  return {
    socket,
    close: () => {
      socket.terminate();
      child.kill('SIGKILL');
    },
  };
}

const journalBytes = (home: string): number =>
  readdirSync(join(home, 'journal'))
    .filter((name) => name.endsWith('.log'))
    .reduce((sum, name) => sum + statSync(join(home, 'journal', name)).size, 0);

/** A bare start of Node that parses what a start of the server reads, in ms. */
async function bareStart(home: string, release: string): Promise<number> {
  const newest = (pattern: RegExp): string =>
    readdirSync(join(home, 'journal'))
      .filter((name) => pattern.test(name))
      .sort()
      .at(-1) ?? '';
  const files = [
    join(home, 'journal', newest(/^snapshot-\d+\.json$/)),
    join(home, 'journal', newest(/\.log$/)),
    join(home, 'releases', `${release}.air`),
  ];
  const times: number[] = [];
  for (let i = 0; i < 5; i += 1) {
    const begin = performance.now();
    const child = spawn(
      process.execPath,
      [
        '--input-type=module',
        '-e',
        `import { readFileSync } from 'node:fs';
         for (const path of ${JSON.stringify(files)})
           for (const line of readFileSync(path, 'utf8').split('\\n'))
             for (const part of line.slice(line.indexOf('{')).split('\\t')) if (part.length > 1) JSON.parse(part);
         console.log('read');`,
      ],
      { stdio: ['ignore', 'pipe', 'inherit'] },
    );
    await new Promise((resolve, reject) => {
      child.stdout.once('data', resolve);
      child.once('exit', (code) => code !== 0 && reject(new Error(`the bare start ended with ${code}`)));
    });
    times.push(performance.now() - begin);
    child.kill('SIGKILL');
  }
  return part(
    times.sort((a, b) => a - b),
    0.5,
  );
}

/** The same frame on two outputs of one channel: how far apart they drew it, by the shared clock. */
async function skew(running: Running): Promise<{ ms: number; frames: number }> {
  const browser = await openBrowser();
  const context = await browser.newContext({ viewport: { width: 640, height: 360 } });
  const pages = [await context.newPage(), await context.newPage()];
  for (const page of pages) {
    await page.goto(`http://localhost:${running.port}/out/main`);
    await page.waitForSelector('html[data-connected="true"]', { state: 'attached' });
  }
  await pages[0]?.waitForTimeout(2500);
  for (const page of pages)
    await page.evaluate(() => {
      const drawn: [number, number][] = [];
      Object.assign(globalThis, { drawn });
      (
        globalThis as unknown as { jorvanFrames: (f: (frame: number, at: number) => void) => void }
      ).jorvanFrames((frame, at) => void drawn.push([frame, at]));
    });
  for (let i = 0; i < 12; i += 1) {
    await running.command({ do: 'take', channel: 'main', number: i % 2 === 0 ? '401' : '301' });
    await pages[0]?.waitForTimeout(900);
  }
  const [one, two] = await Promise.all(
    pages.map((page) => page.evaluate(() => (globalThis as unknown as { drawn: [number, number][] }).drawn)),
  );
  await browser.close();
  const other = new Map(two);
  const apart = (one ?? []).flatMap(([frame, at]) => {
    const there = other.get(frame);
    return there === undefined ? [] : [Math.abs(there - at) * 1000];
  });
  const between = (one ?? []).slice(1).flatMap(([frame, at], i) => {
    const [before, then] = (one ?? [])[i] as [number, number];
    return frame - before <= 3 ? [(at - then) * 1000] : [];
  });
  const ms = part(
    apart.sort((a, b) => a - b),
    0.99,
  );
  return {
    ms,
    frames:
      ms /
      part(
        between.sort((a, b) => a - b),
        0.5,
      ),
  };
}

export async function airFigures(): Promise<Record<string, number>> {
  const running = new Running();
  await running.start();
  const operator = await running.line('operator');
  await roundTrips(operator, 100, (i) => cue(`warm${i}`, '101'));
  const sizeBefore = journalBytes(running.home);
  await roundTrips(operator, 100, (i) => cue(`size${i}`, i % 2 === 0 ? '401' : '301'));
  const lineBytes = Math.round((journalBytes(running.home) - sizeBefore) / 100);
  const echo = await openEcho(running.home, lineBytes);
  await roundTrips(echo.socket, 100, (i) => cue(`warm-echo${i}`, '101'));
  const [own, bare]: number[][] = [[], []];
  // By turns, so that what else the machine does falls on both.
  for (let turn = 0; turn < 12; turn += 1) {
    own?.push(...(await roundTrips(operator, 50, (i) => cue(`c${turn}-${i}`, i % 2 === 0 ? '401' : '301'))));
    bare?.push(...(await roundTrips(echo.socket, 50, (i) => cue(`e${turn}-${i}`, '401'))));
  }
  echo.close();
  const half = (times: number[] | undefined): number =>
    part(
      (times ?? []).sort((a, b) => a - b),
      0.5,
    );

  const operators = await Promise.all(Array.from({ length: 16 }, () => running.line('operator')));
  const each = 150;
  const start = performance.now();
  await Promise.all(
    operators.map(
      (socket, o) =>
        new Promise<void>((resolve) => {
          let left = each;
          socket.on('message', (data: Buffer) => {
            if (data.toString().startsWith('{"type":"answer"') && (left -= 1) === 0) resolve();
          });
          for (let i = 0; i < each; i += 1) socket.send(cue(`o${o}-${i}`, i % 2 === 0 ? '401' : '201'));
        }),
    ),
  );
  const perSecond = (operators.length * each) / ((performance.now() - start) / 1000);
  for (const socket of operators) socket.terminate();

  await running.release((release) => {
    const cards = { ...release.cards };
    const rows = [];
    for (let i = 0; i < 10_000; i += 1) {
      const id = `many-${i}`;
      cards[id] = {
        id,
        number: String(10_000 + i),
        template: 'name-line',
        values: { 'f-name': `Name ${i}` },
      };
      rows.push(newRundownRow(`row-${id}`, id));
    }
    const [first, ...others] = release.rundowns;
    return {
      ...release,
      // Small, so that what is measured is how they keep time and not how fast pictures are drawn in software.
      channels: release.channels.map((channel) => ({
        ...channel,
        format: { ...channel.format, width: 480, height: 270 },
      })),
      cards,
      rundowns: first ? [{ ...first, rows: [...first.rows, ...rows] }, ...others] : [],
    };
  });
  await new Promise((resolve) => setTimeout(resolve, 1000));
  const recall = await roundTrips(operator, 200, (i) => cue(`r${i}`, String(10_000 + ((i * 7919) % 10_000))));
  operator.terminate();
  const apart = await skew(running);

  await running.command({ do: 'take', channel: 'main', number: '401' });
  const { state } = (await (await fetch(`http://localhost:${running.port}/api/air`)).json()) as {
    state: { release: string };
  };
  const restarts: number[] = [];
  for (let i = 0; i < 5; i += 1) {
    await running.kill();
    const down = performance.now();
    const again = running.start();
    let back = 0;
    while (back === 0) {
      const line = await running.line('output', 'main').catch(() => null);
      if (line) {
        back = performance.now();
        line.terminate();
      } else await new Promise((resolve) => setTimeout(resolve, 5));
    }
    await again;
    restarts.push(back - down);
  }
  const restart = half(restarts);
  const parse = await bareStart(running.home, state.release);
  await running.dispose();
  return {
    'air.echo.disk.ratio': half(own) / half(bare),
    'air.commands.per.s': perSecond,
    'outputs.skew.ms': apart.ms,
    'outputs.skew.frames': apart.frames,
    'rundown.10k.recall.ms': part(recall, 0.99),
    'restart.to.air.ms': restart,
    'restart.over.parse.ratio': restart / parse,
  };
}
