// Reads the bytes of sources aside from the air server's thread, and keeps the last good read of each feed.
import { createHash } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { parentPort, type MessagePort } from 'node:worker_threads';
import { problem, type Problem } from '../../core/problem';
import { readBytes, sizeProblem, type Cell, type Format, type Read } from '../../core/source';
import { insideOf, openProblem } from './inside';
import { transform } from './transform';

export interface ReadJob {
  readonly do: 'read';
  readonly feed: string;
  readonly name: string;
  readonly format: Format | null;
  readonly from: { readonly bytes: Uint8Array } | { readonly root: string; readonly path: string };
}
export interface ReadDone {
  readonly problem: Problem | null;
  /** Whether the file was being written while it was read, or breaks off: worth another look in a moment. */
  readonly again: boolean;
  /** Rises with each read that differs. */
  readonly version: number;
  readonly rows: number;
  readonly columns: number;
  readonly notes: readonly string[];
  readonly encoding: string | null;
}

interface Kept {
  read: Read;
  version: number;
  hash: string;
  /** Rows that differ from the version before; null where all do. */
  changed: readonly [number, readonly Cell[]][] | null;
}
const kept = new Map<string, Kept>();
let toData: MessagePort | null = null;

const halfWritten = new Set([
  'half-written',
  'damaged-workbook',
  'empty-file',
  'bad-quotes',
  'bad-json',
  'bad-xml',
  'no-feed',
  'not-text',
  'no-rows',
]);

/** The file whole, or null while someone is writing it. */
async function whole(root: string, path: string): Promise<Uint8Array | Problem | null> {
  try {
    const found = await insideOf(root, path);
    if ('problem' in found) return found.problem;
    const { full } = found;
    const before = await stat(full);
    const oversize = sizeProblem(before.size, path);
    if (oversize) return oversize;
    const bytes = await readFile(full);
    const after = await stat(full);
    return before.size === after.size && before.mtimeMs === after.mtimeMs && bytes.length === after.size
      ? bytes
      : null;
  } catch (error) {
    return openProblem(path, error);
  }
}

function difference(before: Read, now: Read): Kept['changed'] {
  if (
    before.rows.length !== now.rows.length ||
    before.columns.length !== now.columns.length ||
    before.value !== null ||
    now.value !== null
  )
    return null;
  if (
    before.columns.some(
      (column, i) => column.name !== now.columns[i]?.name || column.type !== now.columns[i]?.type,
    )
  )
    return null;
  const changed: [number, readonly Cell[]][] = [];
  for (const [i, row] of now.rows.entries())
    if (row.some((cell, c) => cell !== before.rows[i]?.[c])) changed.push([i, row]);
  return changed.length * 3 < now.rows.length && JSON.stringify(before.facets) === JSON.stringify(now.facets)
    ? changed
    : null;
}

async function read(job: ReadJob): Promise<ReadDone> {
  const was = kept.get(job.feed);
  const done = (wrong: Problem | null, again = false): ReadDone => {
    const now = kept.get(job.feed);
    return {
      problem: wrong,
      again,
      version: now?.version ?? 0,
      rows: now?.read.rows.length ?? 0,
      columns: now?.read.columns.length ?? 0,
      notes: now?.read.notes ?? [],
      encoding: now?.read.encoding ?? null,
    };
  };
  const bytes = 'bytes' in job.from ? job.from.bytes : await whole(job.from.root, job.from.path);
  if (bytes === null) return done(problem('being-written', `${job.name} is being written.`, job.name), true);
  if ('code' in bytes) return done(bytes, bytes.code === 'no-file');
  const hash = createHash('sha1').update(bytes).digest('hex');
  if (was?.hash === hash) return done(null);
  const result = await readBytes(bytes, job.name, job.format, { transform });
  if ('problem' in result) return done(result.problem, halfWritten.has(result.problem.code));
  const changed = was ? difference(was.read, result.read) : null;
  const isSame = changed?.length === 0;
  kept.set(job.feed, {
    read: result.read,
    hash,
    version: isSame && was ? was.version : (was?.version ?? 0) + 1,
    changed,
  });
  if (!isSame) toData?.postMessage({ feed: job.feed, read: result.read });
  return done(null);
}

/** A feed's read as JSON bytes: the rows that differ where the asker has the version before, else the whole. */
function written(feed: string, since: number): Uint8Array | null {
  const own = kept.get(feed);
  if (!own) return null;
  const { read: now, version, changed } = own;
  const body =
    since === version
      ? { version, same: true }
      : since === version - 1 && changed
        ? { version, from: since, changed, notes: now.notes }
        : { version, read: now };
  return new TextEncoder().encode(JSON.stringify(body));
}

let queue: Promise<unknown> = Promise.resolve();
parentPort?.on(
  'message',
  (message: { id?: number; do: string; port?: MessagePort; feed?: string; since?: number }) => {
    const { id } = message;
    if (message.do === 'port' && message.port) {
      toData = message.port;
      for (const [feed, { read: now }] of kept) toData.postMessage({ feed, read: now });
      return;
    }
    if (message.do === 'drop') return void kept.delete(message.feed ?? '');
    const work = async (): Promise<unknown> =>
      message.do === 'read'
        ? read(message as unknown as ReadJob)
        : written(message.feed ?? '', message.since ?? -1);
    queue = queue
      .then(work)
      .then((value) => parentPort?.postMessage({ id, value }))
      .catch((error: unknown) => parentPort?.postMessage({ id, error: (error as Error).message }));
  },
);
