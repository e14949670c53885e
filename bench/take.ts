// take.to.output.p99.ms: from a command sent to the first changed frame drawn in an output page, with 16 channels and
// 100 outputs; take.to.drawn.frames: the same in units of the median time from one drawn frame of that page to the next. output.memory.24h.percent: what the heap of a page
// that draws by itself grows by over the takes of 24 hours, one each ten seconds.
import { openBrowser, part, Running } from './running';

const listeners = 99;
const channels = 16;
const takesOfADay = 8640;
/** Commands of that day that are on their way at once. */
const atOnce = 12;

export async function takeFigures(): Promise<Record<string, number>> {
  const running = new Running();
  await running.start();
  await running.release((release) => {
    const [first] = release.channels;
    const more = Array.from({ length: channels - release.channels.length }, (_, i) => ({
      ...(first as NonNullable<typeof first>),
      id: `channel-${i}`,
      name: `Channel ${i}`,
    }));
    return { ...release, channels: [...release.channels, ...more] };
  });
  const sockets = await Promise.all(
    Array.from({ length: listeners }, (_, i) =>
      running.line('output', i % channels < 3 ? 'main' : `channel-${(i % channels) - 3}`),
    ),
  );
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 720 } });
  await page.goto(`http://localhost:${running.port}/out/main`);
  await page.waitForSelector('html[data-connected="true"]', { state: 'attached' });
  await page.waitForTimeout(1500);

  // The page itself gives the command and waits for its own frame, so that one clock measures both ends.
  const measure = (count: number, pauseMs: number) =>
    page.evaluate(
      async ([takes, pause]) => {
        const times: number[] = [];
        const between: number[] = [];
        let lastDrawn = 0;
        let lastFrame = 0;
        const drawn = new Map<number, number>();
        (
          globalThis as unknown as {
            jorvanFrames: (f: (frame: number, at: number, sequence: number) => void) => void;
          }
        ).jorvanFrames((frame, _at, sequence) => {
          const at = performance.now();
          // Drawn one after the other: between two motions nothing is drawn.
          if (frame - lastFrame <= 3) between.push(at - lastDrawn);
          lastDrawn = at;
          lastFrame = frame;
          if (!drawn.has(sequence)) drawn.set(sequence, at);
        });
        /** When that state was first drawn, or one after it. */
        const of = (sequence: number): number | undefined => [...drawn].find(([own]) => own >= sequence)?.[1];
        for (let i = 0; i < takes; i += 1) {
          const command =
            i % 2 === 0
              ? { do: 'take', channel: 'main', number: `40${1 + ((i / 2) % 9)}` }
              : { do: 'change', channel: 'main', lane: 'lower', values: { Name: `Name ${i}` } };
          const start = performance.now();
          const response = await fetch('/api/air/commands', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify(command),
          });
          const { sequence } = (await response.json()) as { sequence: number };
          while (of(sequence) === undefined && performance.now() - start < 2000) {
            await new Promise((resolve) => setTimeout(resolve, 1));
          }
          times.push((of(sequence) ?? performance.now()) - start);
          if (pause > 0) await new Promise((resolve) => setTimeout(resolve, pause));
        }
        return { times, between };
      },
      [count, pauseMs] as const,
    );
  const byItself = await browser.newPage({ viewport: { width: 1280, height: 720 } });
  /** So many takes, as fast as they are answered. */
  const takeAll = (count: number) =>
    byItself.evaluate(
      async ([takes, lines]) => {
        let next = 0;
        const line = async (): Promise<void> => {
          while (next < takes) {
            const i = (next += 1);
            await fetch('/api/air/commands', {
              method: 'POST',
              headers: { 'content-type': 'application/json' },
              body: JSON.stringify({ do: 'take', channel: 'main', number: `40${1 + (i % 9)}` }),
            });
          }
        };
        await Promise.all(Array.from({ length: lines }, line));
      },
      [count, atOnce] as const,
    );
  const heap = () =>
    byItself.evaluate(() => {
      (globalThis as unknown as { gc: () => void }).gc();
      return (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize;
    });
  await measure(40, 20);
  const { times, between } = await measure(300, 15);
  times.sort((a, b) => a - b);
  between.sort((a, b) => a - b);
  await page.close();
  await byItself.goto(`http://localhost:${running.port}/out/main?draw=page`);
  await byItself.waitForSelector('html[data-connected="true"]', { state: 'attached' });
  await takeAll(600);
  await byItself.waitForTimeout(2000);
  const before = await heap();
  await takeAll(takesOfADay);
  await byItself.waitForTimeout(2000);
  const after = await heap();
  await browser.close();
  for (const socket of sockets) socket.terminate();
  await running.dispose();
  return {
    'take.to.output.p50.ms': part(times, 0.5),
    'take.to.output.p99.ms': part(times, 0.99),
    'take.to.drawn.frames': part(times, 0.99) / part(between, 0.5),
    'output.frame.ms': part(between, 0.5),
    'output.memory.24h.percent': ((after - before) / before) * 100,
  };
}
