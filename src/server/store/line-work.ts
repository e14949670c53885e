import type { WorkerLine } from '../sources/worker-line';
import type { Checked } from './release-work';
import type { StoreWork } from './store';

/** The work of the store, done in a worker that is started when it is first needed. */
export function lineWork(start: () => WorkerLine): StoreWork & { close(): Promise<void> } {
  let line: WorkerLine | null = null;
  const at = (): WorkerLine => (line ??= start());
  return {
    check: (bytes, claimed, version) =>
      at().ask<Checked | { problem: never }>({ do: 'check', bytes, claimed, version }),
    slim: (bytes, hash, version) => at().ask<Uint8Array | null>({ do: 'slim', bytes, hash, version }),
    hash: (path) => at().ask<string | null>({ do: 'hash', path }),
    close: async () => line?.close(),
  };
}
