// air.echo.ratio, air.commands.per.s, rundown.10k.recall.ms, restart.to.air.ms, outputs.skew.ms.
import { spawn } from 'node:child_process';
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

async function echoTimes(count: number): Promise<number[]> {
  const child = spawn(
    process.execPath,
    [
      '--input-type=module',
      '-e',
      `import { WebSocketServer } from 'ws';
       const s = new WebSocketServer({ port: 0, host: '127.0.0.1' });
       s.on('connection', (c) => c.on('message', (m) => c.send(m)));
       s.on('listening', () => console.log(s.address().port));`,
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const port = await new Promise<number>((resolve) =>
    child.stdout.once('data', (data: Buffer) => resolve(Number(data.toString().trim()))),
  );
  const socket = new Socket(`ws://127.0.0.1:${port}`);
  await new Promise((resolve) => socket.once('open', resolve));
  await roundTrips(socket, 100, (i) => cue(`warm${i}`, '101'));
  const times = await roundTrips(socket, count, (i) => cue(`e${i}`, '401'));
  socket.terminate();
  child.kill('SIGKILL');
  return times;
}

/** The same frame on two outputs of one channel: how far apart they drew it, by the shared clock. */
async function skew(running: Running): Promise<number> {
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
  return part(
    apart.sort((a, b) => a - b),
    0.99,
  );
}

export async function airFigures(): Promise<Record<string, number>> {
  const running = new Running();
  await running.start();
  const operator = await running.line('operator');
  await roundTrips(operator, 100, (i) => cue(`warm${i}`, '101'));
  const own = await roundTrips(operator, 600, (i) => cue(`c${i}`, i % 2 === 0 ? '401' : '301'));
  const echo = await echoTimes(600);

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
  const skewMs = await skew(running);

  await running.command({ do: 'take', channel: 'main', number: '401' });
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
  await running.dispose();
  return {
    'air.echo.ratio': part(own, 0.5) / part(echo, 0.5),
    'air.commands.per.s': perSecond,
    'outputs.skew.ms': skewMs,
    'rundown.10k.recall.ms': part(recall, 0.99),
    'restart.to.air.ms': back - down,
  };
}
