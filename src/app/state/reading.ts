import { proxy, transfer, wrap, type Remote } from 'comlink';
import { create } from 'zustand';
import { problem, ProblemError } from '../../core/problem';
import { sizeProblem, type Format, type ReadResult } from '../../core/source';
import type { ReadWorker } from '../../workers/read.worker';
import { asked, jsonInit } from './air-store';

/** What is being read for longer than a moment; `stop` ends it. */
export const useReading = create<{ name: string | null; since: number; stop: () => void }>(() => ({
  name: null,
  since: 0,
  stop: () => undefined,
}));

/** What a stylesheet makes of XML: the server has the engine for that. */
async function transformed(xml: string, stylesheet: string): Promise<string> {
  const answer = await asked('/api/data/transform', jsonInit('POST', { xml, stylesheet }));
  if ('problem' in answer) throw new ProblemError(answer.problem);
  return (answer.body as { made: string }).made;
}

let worker: { remote: Remote<ReadWorker>; own: Worker } | null = null;
let queue: Promise<unknown> = Promise.resolve();

/** Reads a file that was handed over; one that is too large is not even opened. */
export async function readHanded(file: File, format: Format | null): Promise<ReadResult> {
  const oversize = sizeProblem(file.size, file.name);
  return oversize
    ? { problem: oversize }
    : readFile(new Uint8Array(await file.arrayBuffer()), file.name, format);
}

/** Reads a file of data off the interface's thread; it can be stopped while it lasts. */
export function readFile(bytes: Uint8Array, name: string, format: Format | null): Promise<ReadResult> {
  const work = queue.then(() => read(bytes, name, format));
  queue = work.catch(() => undefined);
  return work;
}

function read(bytes: Uint8Array, name: string, format: Format | null): Promise<ReadResult> {
  if (!worker) {
    const own = new Worker(new URL('../../workers/read.worker.ts', import.meta.url), { type: 'module' });
    worker = { own, remote: wrap<ReadWorker>(own) };
  }
  const { own, remote } = worker;
  return new Promise((resolve) => {
    const stop = (): void => {
      own.terminate();
      worker = null;
      done({ problem: problem('stopped', `${name} was not read: it was stopped.`, name) });
    };
    const shown = setTimeout(() => useReading.setState({ name, since: Date.now(), stop }), 300);
    const done = (result: ReadResult): void => {
      clearTimeout(shown);
      useReading.setState({ name: null });
      resolve(result);
    };
    remote
      .read(transfer(bytes, [bytes.buffer]), name, format, proxy(transformed))
      .then(done, (error: Error) =>
        done({ problem: problem('unreadable', `${name} cannot be read: ${error.message}.`, name) }),
      );
  });
}
