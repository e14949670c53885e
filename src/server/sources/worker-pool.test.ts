import { afterEach, describe, expect, test } from '@jest/globals';
import { WorkerPool } from './worker-pool';

/** Answers what it is told: a value, an endless loop, too much memory, an end. */
const file = new URL(
  `data:text/javascript,${encodeURIComponent(`
    import { parentPort } from 'node:worker_threads';
    const all = [];
    parentPort.on('message', ({ do: what }) => {
      if (what === 'loop') for (;;);
      if (what === 'swell') for (;;) all.push(new Array(10_000).fill(all.length));
      if (what === 'end') process.exit(3);
      if (what === 'fail') return parentPort.postMessage({ error: 'no' });
      parentPort.postMessage({ value: what });
    });`)}`,
);
let pool: WorkerPool;
const made = (size: number): WorkerPool => (pool = new WorkerPool({ file, size, memoryMb: 32 }));
const ask = (what: string, given: { isUrgent?: boolean; longestMs?: number } = {}): Promise<string> =>
  pool
    .ask<string>({ do: what }, { isUrgent: false, longestMs: 20_000, ...given })
    .catch((error: Error) => `! ${error.message}`);
afterEach(() => pool.close());

describe('workers that answer one question each', () => {
  test('what does not come to an end is ended alone, and what waits behind it goes on', async () => {
    made(2);
    const endless = ask('loop', { longestMs: 400 });
    // One worker is kept for what is urgent: a second common question waits for the first, an urgent one does not.
    const common = ask('common');
    expect(await ask('urgent', { isUrgent: true })).toBe('urgent');
    expect(await endless).toMatch(/^! It took longer than 0.4 s/);
    expect(await common).toBe('common');
  });
  test('urgent questions go before common ones that came first', async () => {
    made(1);
    const order: string[] = [];
    const first = ask('loop', { longestMs: 300 });
    const rest = ['a', 'b'].map((what) => ask(what).then((value) => order.push(value)));
    const urgent = ask('urgent', { isUrgent: true }).then((value) => order.push(value));
    await Promise.all([first, urgent, ...rest]);
    expect(order).toEqual(['urgent', 'a', 'b']);
  });
  test('too much memory, an end and a failure are told in words; the next question is answered', async () => {
    made(1);
    expect(await ask('swell')).toMatch(/^! It needs more memory than the 32 MB/);
    expect(await ask('end')).toMatch(/^! It ended/);
    expect(await ask('fail')).toBe('! no');
    expect(await ask('well')).toBe('well');
  });
});
