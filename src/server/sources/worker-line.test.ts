import { afterEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { WorkerLine } from './worker-line';

const folder = mkdtempSync(join(tmpdir(), 'jorvan-line-'));
const file = join(folder, 'echo.mjs');
writeFileSync(
  file,
  `import { parentPort } from 'node:worker_threads';
   parentPort.on('message', ({ id, say, die, sleep, fail, event }) => {
     if (event) parentPort.postMessage({ event });
     if (die) process.exit(3);
     if (fail) throw new Error(fail);
     if (!sleep && id !== undefined) parentPort.postMessage(say === 'no' ? { id, error: 'refused' } : { id, value: say });
   });`,
);
let line: WorkerLine | null = null;
const events: unknown[] = [];
let starts = 0;
const open = (): WorkerLine => {
  starts = 0;
  return (line = new WorkerLine(
    pathToFileURL(file),
    (event) => events.push(event),
    () => (starts += 1),
  ));
};
afterEach(async () => {
  await line?.close();
});

describe('a worker that answers', () => {
  test('each question gets its own answer, and a refusal is one', async () => {
    const own = open();
    expect(await Promise.all([own.ask({ say: 1 }), own.ask({ say: 2 })])).toEqual([1, 2]);
    await expect(own.ask({ say: 'no' })).rejects.toThrow('refused');
    own.tell({ event: 'told' });
    await own.ask({ say: 0 });
    expect(events).toEqual(['told']);
  });
  test.each([
    ['ends', { die: true }],
    ['throws', { fail: 'oh' }],
    ['sleeps too long', { sleep: true }],
  ])('one that %s is begun anew, and what it was asked fails', async (_what, question) => {
    const own = open();
    await expect(own.ask(question, [], 300)).rejects.toThrow();
    expect(await own.ask({ say: 'again' })).toBe('again');
    expect(starts).toBe(1);
  });
});

process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
