// How a draft is kept: its document now and then, and behind it every step since, in the one order of all windows.
import Dexie from 'dexie';
import {
  layoutOf,
  openKept,
  openReplica,
  receive,
  withoutHistory,
  type Batch,
  type Parted,
  type Draft,
  type Edit,
  type Replica,
  type Show,
  type Way,
  type DraftStep,
} from '../../core/show';
import { problem, type Problem } from '../../core/problem';
import { database, type StoredShow } from './database';
import {
  madeReady,
  readGlance,
  readStored,
  sizeOf,
  sweep,
  writeParts,
  type Read,
  type Ready,
} from './documents';
import { newId } from './ids';
import { tellStepped } from './windows';

/** This window, among those that write steps. */
const self = newId();

const keptSteps = 200;
const largestStep = 20_000;

/** Rows that a step of undo carries; a whole sheet that was brought in is not written anew with every cell. */
const weight = ({ patches, inverse }: Edit): number =>
  [...patches, ...inverse].reduce((sum, { value }) => {
    const rows = (value as { rows?: unknown[] } | null | undefined)?.rows ?? value;
    return sum + (Array.isArray(rows) ? rows.length : 1);
  }, 0);

/** The steps that outlive the page: the last ones, back to the first that is too large to be written each time. */
function worthKeeping(edits: readonly Edit[]): Edit[] {
  const last = edits.slice(-keptSteps);
  const heavy = last.findLastIndex((edit) => weight(edit) > largestStep);
  return last.slice(heavy + 1);
}

const since = (show: string, seq: number) =>
  database.steps.where('[show+seq]').between([show, seq], [show, Dexie.maxKey], false, true);

const unwrittenKey = (show: string): string => `jorvan.unwritten.${show}.`;

/** What waits when a window goes, kept where it is written at once; the next one that opens the show takes it over. */
export function leaveUnwritten({ agreed, since: after, waiting }: Replica): void {
  const key = unwrittenKey(agreed.show.id) + self;
  try {
    if (waiting.length === 0) localStorage.removeItem(key);
    else localStorage.setItem(key, JSON.stringify({ by: self, after, steps: waiting }));
  } catch {
    // There is no room: the exchange that is under way is all that can be done.
  }
}

async function takeUnwritten(show: string): Promise<void> {
  for (const key of Object.keys(localStorage).filter((one) => one.startsWith(unwrittenKey(show)))) {
    const left = JSON.parse(localStorage.getItem(key) ?? '') as Omit<Batch, 'seq'>;
    await database.transaction('rw', database.shows, database.heads, database.steps, async () => {
      if ((await database.shows.where('id').equals(show).count()) === 0) return;
      // Steps from before are in the document alone: whether these are too cannot be told any more.
      if (((await database.heads.get(show))?.dropped ?? 0) > left.after) return;
      // Its window may have written some of it yet.
      const written = (await since(show, left.after).toArray()).filter(({ by }) => by === left.by);
      const there = new Set(written.flatMap(({ steps }) => steps.map((step) => JSON.stringify(step))));
      const steps = left.steps.filter((step) => !there.has(JSON.stringify(step)));
      if (steps.length > 0) await database.steps.add({ ...left, show, steps });
    });
    localStorage.removeItem(key);
    tellStepped(show);
  }
}

/** The parts of the show in hand, as this window wrote or read them last. */
let mine: { readonly id: string; readonly stamp: string | undefined; readonly parted: Parted } | null = null;

/** What is kept of a show: its document and way back, and the steps behind them. Throws where it is damaged. */
async function readWhole(id: string): Promise<{ stored: StoredShow; read: Read; batches: Batch[] } | null> {
  return database.transaction('r', readTables, async () => {
    const stored = await database.shows.get(id);
    if (!stored) return null;
    // As it was kept before there were parts.
    const way: Way | undefined = stored.layout ? undefined : await database.history.get(id);
    const batches = await since(id, stored.seq ?? 0).toArray();
    const { draft, parted } = await readStored(stored);
    return {
      stored,
      read: { draft: way ? { ...draft, undo: way.undo, redo: way.redo } : draft, parted },
      batches,
    };
  });
}

const damaged = (name: string): { problem: Problem } => ({
  problem: problem('damaged-show', `“${name}” is damaged in this browser's storage.`),
});

/** A show as it was last kept, with the steps behind its document; or why it cannot be opened. */
export async function readReplica(id: string): Promise<{ replica: Replica } | { problem: Problem }> {
  await takeUnwritten(id).catch(() => undefined);
  try {
    const found = await readWhole(id);
    if (!found)
      return { problem: problem('no-show', 'This browser does not have that show. Import its file.', id) };
    const { stored, read, batches } = found;
    // Steps are of the document's own format: they are taken before it is brought to today's.
    const { agreed, seq } = receive(openReplica(read.draft, stored.seq ?? 0), batches, '').replica;
    const whole = openKept(agreed.show);
    if ('problem' in whole) return whole;
    mine = read.parted && { id, stamp: stored.stamp, parted: read.parted };
    return { replica: openReplica({ ...agreed, show: whole.show }, seq) };
  } catch {
    return damaged((await database.shows.get(id).catch(() => undefined))?.name ?? id);
  }
}

/** A kept draft as it is now, with the steps behind its document; or why it cannot be opened. */
export async function readDraft(id: string): Promise<Draft | { problem: Problem }> {
  try {
    const found = await readWhole(id);
    if (!found) return { problem: problem('no-show', 'This browser does not have that show.', id) };
    const { stored, read, batches } = found;
    const { agreed } = receive(openReplica(read.draft, stored.seq ?? 0), batches, '').replica;
    const opened = openKept(agreed.show);
    if ('problem' in opened) return opened;
    // Steps say nothing of a show that has been migrated.
    return opened.show === agreed.show ? agreed : { show: opened.show, undo: [], redo: [] };
  } catch {
    return damaged((await database.shows.get(id).catch(() => undefined))?.name ?? id);
  }
}

/** What stands in a list of shows: whole, but for the rows of long tables where nothing has to be done to them. */
export async function readAtAGlance(stored: StoredShow): Promise<{ show: Show } | { problem: Problem }> {
  try {
    const isUpToDate = (await since(stored.id, stored.seq ?? 0).count()) === 0;
    const draft = (isUpToDate && (await readGlance(stored))) || (await readDraft(stored.id));
    return 'problem' in draft ? draft : openKept(draft.show);
  } catch {
    return damaged(stored.name);
  }
}

/** What an exchange came to: what stands now and which own steps no longer fitted, or that the show is gone. */
export type Exchanged = { readonly taken: readonly Batch[] } | { readonly is: 'gone' | 'replaced' };

/**
 * Reads what other windows wrote since and writes what waits, in one go. Throws where the storage refuses; nothing is
 * written then.
 */
export async function exchange(show: string, replica: Replica): Promise<Exchanged> {
  const { seq, since: after, waiting } = replica;
  const done = await database.transaction(
    waiting.length > 0 ? 'rw' : 'r',
    database.shows,
    database.heads,
    database.steps,
    async (): Promise<Exchanged> => {
      if ((await database.shows.where('id').equals(show).count()) === 0) return { is: 'gone' };
      if (((await database.heads.get(show))?.dropped ?? 0) > seq) return { is: 'replaced' };
      const others: Batch[] = await since(show, seq).toArray();
      if (waiting.length === 0) return { taken: others };
      const own = { show, by: self, after, steps: waiting };
      return { taken: [...others, { ...own, seq: await database.steps.add(own) }] };
    },
  );
  if (waiting.length > 0 && 'taken' in done) tellStepped(show);
  return done;
}

/** Takes what an exchange brought. */
export const takeBatches = (
  replica: Replica,
  taken: readonly Batch[],
): { replica: Replica; lost: DraftStep[] } => receive(replica, taken, self);

/** Keeps the document as all windows have it, and drops the steps that an earlier document had already. */
export async function keepDocument({ agreed, seq }: Replica): Promise<void> {
  const { show, undo, redo } = agreed;
  const { id, name } = show;
  const { shows, heads, history, steps } = database;
  const draft = { show, undo: worthKeeping(undo), redo: worthKeeping(redo) };
  const kept = await withParts(draft, async (write) => {
    const head = (await heads.get(id)) ?? { id, seq: 0, dropped: 0 };
    if (head.seq >= seq && head.seq > 0) return;
    if ((await shows.where('id').equals(id).count()) === 0) return;
    const parted = await write();
    const [stamp, size] = [newId(), sizeOf(parted)];
    await shows.put({ id, name, changedAt: Date.now(), layout: layoutOf(parted), stamp, size, seq });
    await history.delete(id);
    await sweep(id);
    // Windows that are a document behind still find their way.
    await steps.where('[show+seq]').between([id, 0], [id, head.seq], true, true).delete();
    await heads.put({ id, seq, dropped: head.seq });
    return { stamp, parted };
  });
  if (kept) mine = { id, ...kept };
}

/** Keeps a state of the show in hand under a name: the parts that it shares with the show are not written again. */
export async function keepStateOf(show: Show, name: string): Promise<void> {
  await withParts({ show, undo: [], redo: [] }, async (write) => {
    const layout = withoutHistory(layoutOf(await write()));
    await database.states.add({ show: show.id, name, keptAt: Date.now(), layout });
  });
}

/**
 * Does something in a transaction with a draft that may be written there: by the parts that changed, where what is kept
 * is what this window wrote or read last; else whole.
 */
async function withParts<T>(draft: Draft, act: (write: () => Promise<Parted>) => Promise<T>): Promise<T> {
  const { id } = draft.show;
  const known = mine?.id === id ? mine : null;
  const again = Symbol('again');
  const tried = async (ready: Ready, stamp: string | undefined | null): Promise<T | typeof again> =>
    database.transaction('rw', documentTables, async () => {
      const isKnown = stamp === null || (await database.shows.get(id))?.stamp === stamp;
      return isKnown ? act(() => writeParts(id, ready)) : again;
    });
  const done = known ? await tried(await madeReady(draft, known.parted), known.stamp) : again;
  if (done !== again) return done as T;
  return (await tried(await madeReady(draft, null), null)) as T;
}

/** Puts a whole show in the place of what is kept; must run in a transaction over `documentTables`. */
export async function putDocument({ id, name }: Show, ready: Ready): Promise<void> {
  const seq = await database.steps.add({ show: id, by: '', after: 0, steps: [] });
  const parted = await writeParts(id, ready);
  const [stamp, size] = [newId(), sizeOf(parted)];
  await database.shows.put({ id, name, changedAt: Date.now(), layout: layoutOf(parted), stamp, size, seq });
  await dropSteps(id, seq);
  await database.heads.put({ id, seq, dropped: seq });
}

/**
 * Forgets the steps of a show before a place, and the way back that was kept before there were parts; must run in a
 * transaction over `documentTables`.
 */
export async function dropSteps(id: string, before: number = Infinity): Promise<void> {
  await database.history.delete(id);
  await database.steps.where('[show+seq]').between([id, 0], [id, before], true, false).delete();
  await sweep(id);
}

/** Forgets the way back of a show; must run in a transaction over `documentTables`. */
export async function dropWay(id: string): Promise<void> {
  const stored = await database.shows.get(id);
  if (stored?.layout)
    await database.shows.put({ ...stored, layout: withoutHistory(stored.layout), stamp: newId() });
  await database.history.delete(id);
  await sweep(id);
}

const { shows, parts, states, history, heads, steps } = database;
const readTables = [shows, parts, history, steps];
export const documentTables = [...readTables, heads, states];
