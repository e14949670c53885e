// stage.drag.p95.ms: from a move of the pointer to the end of the frame that shows it, one of 300 elements being dragged.
import { clipElements, newElement, newTemplate, plainLook } from '../src/core/show';
import { openBrowser, Running } from './running';

const elements = 300;
const moves = 120;

export async function stageFigures(): Promise<Record<string, number>> {
  const server = new Running();
  await server.start();
  const ids = Array.from({ length: elements }, (_, i) => `e${i}`);
  const template = newTemplate('t', 'Bench', {
    elements: Object.fromEntries(
      ids.map((id, i) => [
        id,
        newElement(i % 3 === 0 ? 'text' : 'rect', id, id, {
          x: (i % 20) * 90,
          y: Math.floor(i / 20) * 64,
          w: 80,
          h: 50,
        }),
      ]),
    ),
    order: ids,
  });
  const clip = JSON.stringify(
    clipElements({ assets: {}, look: plainLook, clocks: {}, scores: {} }, template, ids),
  );
  const browser = await openBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://localhost:${server.port}/build/name-line`);
  await page.getByRole('button', { name: 'New template' }).click();
  await page.evaluate((words) => localStorage.setItem('jorvan.clip', words), clip);
  const stage = page.getByRole('application');
  await stage.focus();
  await page.keyboard.press('Control+v');
  await page.getByRole('treeitem').first().waitFor();
  await page.keyboard.press('Escape');
  await page.waitForTimeout(2000);
  const times = await stage.evaluate(async (area, count) => {
    const { zoom, x, y } = (area as HTMLElement).dataset;
    const { left, top } = area.getBoundingClientRect();
    const at = (cx: number, cy: number) => ({
      clientX: left + Number(x) + cx * Number(zoom),
      clientY: top + Number(y) + cy * Number(zoom),
      pointerId: 1,
      button: 0,
      buttons: 1,
      bubbles: true,
    });
    // A made-up pointer cannot be captured.
    area.setPointerCapture = () => undefined;
    area.dispatchEvent(new PointerEvent('pointerdown', at(40, 25)));
    const found: number[] = [];
    for (let i = 0; i < count; i += 1) {
      const start = performance.now();
      area.dispatchEvent(new PointerEvent('pointermove', at(60 + i * 6, 40 + i * 3)));
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
      found.push(performance.now() - start);
    }
    area.dispatchEvent(new PointerEvent('pointerup', at(800, 400)));
    return found;
  }, moves);
  await browser.close();
  await server.dispose();
  const sorted = times.slice(10).sort((a, b) => a - b);
  return { 'stage.drag.p95.ms': sorted[Math.floor(sorted.length * 0.95)] as number };
}
