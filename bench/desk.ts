// Figures of the Desk: how often it is drawn while nothing happens, and how long a key takes to the wire.
import { openBrowser, Running } from './running';

const restSeconds = 10;
const presses = 60;

declare global {
  interface Window {
    commits: number;
    wires: number[];
  }
}

const middle = (values: number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? NaN;

/** Counts what React commits, as its developer tools would, and notes when a key's command goes out. Runs in the page. */
const instrument = `
  window.commits = 0;
  window.wires = [];
  window.__REACT_DEVTOOLS_GLOBAL_HOOK__ = {
    supportsFiber: true,
    inject: () => 1,
    onCommitFiberRoot: () => (window.commits += 1),
    onCommitFiberUnmount: () => undefined,
    onPostCommitFiberRoot: () => undefined,
  };
  addEventListener('keydown', () => (window.pressedAt = performance.now()), true);
  const own = WebSocket.prototype.send;
  WebSocket.prototype.send = function (data) {
    if (String(data).includes('"do":"cue"')) window.wires.push(performance.now() - window.pressedAt);
    own.call(this, data);
  };
`;

export async function deskFigures(
  numbers: readonly string[] = ['401', '301', '101', '111'],
): Promise<Record<string, number>> {
  const running = new Running();
  await running.start();
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript({ content: instrument });
  await page.addInitScript({ content: `localStorage.setItem('jorvan.name', 'Bench')` });
  for (const number of numbers) await running.command({ do: 'take', channel: 'main', number });
  await page.goto(`http://localhost:${running.port}/desk/main`);
  await page.waitForTimeout(4000);
  const before = await page.evaluate(() => window.commits);
  await page.waitForTimeout(restSeconds * 1000);
  const after = await page.evaluate(() => window.commits);
  for (let i = 0; i < presses; i += 1) {
    await page.keyboard.type(numbers[i % 2] ?? '');
    await page.keyboard.press('Enter');
    await page.waitForTimeout(60);
  }
  const wires = await page.evaluate(() => window.wires);
  await browser.close();
  await running.dispose();
  return {
    'desk.renders.per.s': (after - before) / restSeconds,
    'desk.key.to.wire.ms': middle(wires),
  };
}
