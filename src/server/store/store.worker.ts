// Checks releases and hashes files aside from the air server's thread.
import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { parentPort } from 'node:worker_threads';
import { checkSent, slimOfKept } from './release-work';

type Question = { id: number } & (
  | { do: 'check'; bytes: Uint8Array; claimed: string | null; version: string }
  | { do: 'slim'; bytes: Uint8Array; hash: string; version: string }
  | { do: 'hash'; path: string }
);

async function hashOf(path: string): Promise<string | null> {
  const hash = createHash('sha256');
  try {
    for await (const chunk of createReadStream(path)) hash.update(chunk as Buffer);
    return hash.digest('hex');
  } catch {
    return null;
  }
}

const answer = (asked: Question): unknown => {
  switch (asked.do) {
    case 'check':
      return checkSent(asked.bytes, asked.claimed, asked.version);
    case 'slim':
      return slimOfKept(asked.bytes, asked.hash, asked.version);
    case 'hash':
      return hashOf(asked.path);
  }
};

parentPort?.on('message', (asked: Question) => {
  void (async () => {
    try {
      parentPort?.postMessage({ id: asked.id, value: await answer(asked) });
    } catch (error) {
      parentPort?.postMessage({ id: asked.id, error: (error as Error).message });
    }
  })();
});
