// take.to.output.p99.ms: from a command sent to the first changed frame evaluated in an output page, with 16 channels and
// 100 outputs. output.memory.24h.percent: what that page's heap grows by over the takes of 24 hours, one each ten seconds.
import { openBrowser, part, Running } from './running';

const listeners = 99;
const channels = 16;
const takesOfADay = 8640;

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
  const measure = (count: number, pauseMs: number, waits = true) =>
    page.evaluate(
      async ([takes, pause, waitsForFrame]) => {
        const times: number[] = [];
        for (let i = 0; i < takes; i += 1) {
          const command =
            i % 2 === 0
              ? { do: 'take', channel: 'main', number: `40${1 + ((i / 2) % 9)}` }
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
  await measure(300, 1, false);
  await page.waitForTimeout(2000);
  const before = await heap();
  await measure(takesOfADay, 0, false);
  await page.waitForTimeout(2000);
  const after = await heap();
  await browser.close();
  for (const socket of sockets) socket.terminate();
  await running.dispose();
  return {
    'take.to.output.p50.ms': part(times, 0.5),
    'take.to.output.p99.ms': part(times, 0.99),
    'output.memory.24h.percent': ((after - before) / before) * 100,
  };
}
