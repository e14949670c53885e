// Reads the bytes of one source at a time, aside from the air server's thread. What comes of it goes straight to the worker
// that keeps it; nothing is kept here, so that this worker can be ended at any time.
import { createHash } from 'node:crypto';
import { readFile, stat } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { parentPort, type MessagePort } from 'node:worker_threads';
import { problem, ProblemError, type Problem } from '../../core/problem';
import {
  checkedStylesheet,
  readBytes,
  sizeProblem,
  type Format,
  type Keeps,
  type Offer,
  type Read,
  type SampleReading,
} from '../../core/source';
import type { ReadCheck } from '../../core/data';
import { insideOf, openProblem } from './inside';
import { quietWhileWrittenMs } from './stillness';
import { transform } from './transform';

export interface ReadJob {
  readonly do: 'read';
  readonly feed: string;
  /** Known to the worker that keeps what is read. */
  readonly job: number;
  readonly name: string;
  readonly format: Format | null;
  readonly from: { readonly bytes: Uint8Array } | { readonly root: string; readonly path: string };
  /** Of what was read last: its hash, whether it ended with a line, and how many bytes it had. */
  readonly was: { readonly hash: string; readonly endsLine: boolean; readonly bytes: number };
  /** How long a file must have stood still. */
  readonly quietMs: number;
  readonly check: ReadCheck;
  readonly kept: Handed['kept'];
}
/** A stylesheet of a draft applied for a browser, which has no engine for it. */
export interface TransformJob {
  readonly do: 'transform';
  readonly xml: string;
  readonly stylesheet: string;
}
export interface ReadDone {
  readonly problem: Problem | null;
  readonly readings?: readonly SampleReading[];
  readonly offers?: readonly Offer[];
  /** Whether the file was being written while it was read, or breaks off: worth another look in a moment. */
  readonly again: boolean;
  /** Whether what came goes on to the worker that keeps it. */
  readonly isHanded: boolean;
  readonly was: ReadJob['was'];
}
/** What is handed to the worker that keeps it. */
export interface Handed {
  readonly feed: string;
  readonly job: number;
  readonly name: string;
  readonly read: Read;
  readonly check: ReadCheck;
  /** How it is kept with what came before, and when it came, ms since 1970; null: it takes its place. */
  readonly kept: { readonly keeps: Keeps; readonly at: number } | null;
}

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

const muchSmaller = 0.8;

interface Whole {
  readonly bytes: Uint8Array;
  /** Whether nobody has written to it since, and for as long as it must stand still. */
  readonly stands: () => Promise<boolean>;
}

/** The file whole, or null while someone is writing it. */
async function whole(
  root: string,
  path: string,
  usualMs: number,
  wasBytes: number,
): Promise<Whole | Problem | null> {
  try {
    const found = await insideOf(root, path);
    if ('problem' in found) return found.problem;
    const { full } = found;
    const before = await stat(full);
    const oversize = sizeProblem(before.size, path);
    if (oversize) return oversize;
    // One that has become much smaller may just be being written anew from its start.
    const quietMs = before.size < wasBytes * muchSmaller ? Math.max(usualMs, quietWhileWrittenMs) : usualMs;
    const bytes = await readFile(full);
    const stands = async (): Promise<boolean> => {
      const after = await stat(full);
      return before.size === after.size && before.mtimeMs === after.mtimeMs && before.ino === after.ino;
    };
    if (bytes.length !== before.size || !(await stands())) return null;
    return {
      bytes,
      stands: async () => {
        const rest = Math.min(quietMs, quietMs - (Date.now() - before.mtimeMs));
        if (rest > 0) await new Promise((done) => setTimeout(done, rest));
        return stands().catch(() => false);
      },
    };
  } catch (error) {
    return openProblem(path, error);
  }
}

/** Whether a program that edits workbooks or documents has left its mark beside a file that it holds open. */
async function isLocked(root: string, path: string): Promise<boolean> {
  const at = join(root, dirname(path));
  const name = basename(path);
  const marks = [`~$${name}`, `~$${name.slice(2)}`, `.~lock.${name}#`];
  const found = await Promise.all(
    marks.map((mark) => stat(join(at, mark)).then(() => true, () => false)), // prettier-ignore
  );
  return found.includes(true);
}

async function read(job: ReadJob): Promise<ReadDone> {
  const done = (wrong: Problem | null, again = false, was = job.was): ReadDone => ({
    problem: wrong,
    again,
    isHanded: false,
    was,
  });
  const beingWritten = (): ReadDone =>
    done(problem('being-written', `${job.name} is being written.`, job.name), true);
  const found =
    'bytes' in job.from
      ? { bytes: job.from.bytes, stands: () => Promise.resolve(true) }
      : await whole(job.from.root, job.from.path, job.quietMs, job.was.bytes);
  if (found === null) return beingWritten();
  if ('code' in found) return done(found, found.code === 'no-file' || found.code === 'in-use');
  const { bytes } = found;
  const { length } = bytes;
  const hash = createHash('sha1').update(bytes).digest('hex');
  // What is kept is kept though it says the same again.
  if (job.was.hash === hash && !job.kept) return done(null);
  const result = await readBytes(bytes, job.name, job.format, { transform });
  if ('problem' in result && 'path' in job.from && halfWritten.has(result.problem.code)) {
    const { root, path } = job.from;
    if (await isLocked(root, path))
      return done(
        problem(
          'in-use',
          `${job.name} is open in another program, which has it locked and only part of it written. What came before stands; save and close it there.`,
          job.name,
        ),
        true,
      );
  }
  if ('problem' in result)
    return {
      ...done(result.problem, halfWritten.has(result.problem.code)),
      ...(result.readings ? { readings: result.readings } : {}),
      ...(result.offers ? { offers: result.offers } : {}),
    };
  if (!(await found.stands())) return beingWritten();
  const { breaksOff } = result.read;
  // Who ended each line before has not come to the end of the last one.
  if (breaksOff && job.was.endsLine && !job.check.isAccepted)
    return done(
      problem(
        'half-written',
        `${job.name} breaks off in its last row. What came before stands; save it again, or say that it is whole.`,
        job.name,
      ),
      true,
    );
  const { feed, job: number, name, check, kept } = job;
  toData?.postMessage({ feed, job: number, name, read: result.read, check, kept } satisfies Handed);
  return { ...done(null, false, { hash, endsLine: !breaksOff, bytes: length }), isHanded: true };
}

/** What comes from a browser is checked here as well: the engine itself knows ways out of its file. */
async function checkedTransform({
  xml,
  stylesheet,
}: TransformJob): Promise<{ made: string } | { problem: Problem }> {
  try {
    return { made: await transform(xml, (await checkedStylesheet(stylesheet)).text) };
  } catch (error) {
    return {
      problem:
        error instanceof ProblemError
          ? error.problem
          : problem('bad-stylesheet', `The stylesheet fails: ${(error as Error).message}.`, 'stylesheet'),
    };
  }
}

parentPort?.on('message', (message: { do: string; port?: MessagePort }) => {
  if (message.do === 'port' && message.port) {
    toData = message.port;
    return;
  }
  const work =
    message.do === 'transform'
      ? checkedTransform(message as unknown as TransformJob)
      : read(message as unknown as ReadJob);
  work
    .then((value) => parentPort?.postMessage({ value }))
    .catch((error: unknown) => parentPort?.postMessage({ error: (error as Error).message }));
});
