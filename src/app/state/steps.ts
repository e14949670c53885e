// How a draft is kept: its document now and then, and behind it every step since, in the one order of all windows.
import Dexie from 'dexie';
import {
  openDocument,
  openReplica,
  receive,
  type Batch,
  type Draft,
  type Edit,
  type Replica,
  type Show,
  type DraftStep,
} from '../../core/show';
import { problem, type Problem } from '../../core/problem';
import { database, type StoredShow } from './database';
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

/** A show as it was last kept, with the steps behind its document; or why it cannot be opened. */
export async function readReplica(id: string): Promise<{ replica: Replica } | { problem: Problem }> {
  await takeUnwritten(id).catch(() => undefined);
  const found = await database.transaction(
    'r',
    database.shows,
    database.history,
    database.steps,
    async () => {
      const stored = await database.shows.get(id);
      if (!stored) return null;
      const history = await database.history.get(id);
      return { stored, history, batches: await since(id, stored.seq ?? 0).toArray() };
    },
  );
  if (!found)
    return { problem: problem('no-show', 'This browser does not have that show. Import its file.', id) };
  return opened(found.stored, found.history ?? { undo: [], redo: [] }, found.batches);
}

function opened(
  stored: StoredShow,
  history: { undo: readonly Edit[]; redo: readonly Edit[] },
  batches: readonly Batch[],
): { replica: Replica } | { problem: Problem } {
  try {
    const { agreed, seq } = replayed(stored, history, batches);
    const whole = openDocument(agreed.show);
    return 'problem' in whole ? whole : { replica: openReplica({ ...agreed, show: whole.show }, seq) };
  } catch {
    return { problem: problem('damaged-show', `“${stored.name}” is damaged in this browser's storage.`) };
  }
}

/** Steps are of the document's own format: they are taken before it is brought to today's. */
function replayed(stored: StoredShow, way: Pick<Draft, 'undo' | 'redo'>, batches: readonly Batch[]): Replica {
  const draft: Draft = { show: JSON.parse(stored.document) as Show, undo: way.undo, redo: way.redo };
  return receive(openReplica(draft, stored.seq ?? 0), batches, '').replica;
}

/** A kept show whose document has the steps behind it too. */
export async function withSteps(stored: StoredShow): Promise<StoredShow> {
  const batches = await since(stored.id, stored.seq ?? 0).toArray();
  if (batches.length === 0) return stored;
  try {
    const { show } = replayed(stored, { undo: [], redo: [] }, batches).agreed;
    return { ...stored, name: show.name, document: JSON.stringify(show) };
  } catch {
    // A damaged document is told of where it is opened.
    return stored;
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
  const { shows, history, heads, steps } = database;
  await database.transaction('rw', shows, history, heads, steps, async () => {
    const head = (await heads.get(id)) ?? { id, seq: 0, dropped: 0 };
    if (head.seq >= seq && head.seq > 0) return;
    if ((await shows.where('id').equals(id).count()) === 0) return;
    await shows.put({ id, name, changedAt: Date.now(), document: JSON.stringify(show), seq });
    await history.put({ id, undo: worthKeeping(undo), redo: worthKeeping(redo) });
    // Windows that are a document behind still find their way.
    await steps.where('[show+seq]').between([id, 0], [id, head.seq], true, true).delete();
    await heads.put({ id, seq, dropped: head.seq });
  });
}

/** Puts a whole document in the place of what is kept; must run in a transaction over `documentTables`. */
export async function putDocument(show: Show): Promise<void> {
  const { id, name } = show;
  const seq = await database.steps.add({ show: id, by: '', after: 0, steps: [] });
  await database.shows.put({ id, name, changedAt: Date.now(), document: JSON.stringify(show), seq });
  await dropSteps(id, seq);
  await database.heads.put({ id, seq, dropped: seq });
}

/** Forgets the steps of a show before a place, and its way back; must run in a transaction over `documentTables`. */
export async function dropSteps(id: string, before: number = Infinity): Promise<void> {
  await database.history.delete(id);
  await database.steps.where('[show+seq]').between([id, 0], [id, before], true, false).delete();
}

export const documentTables = [database.shows, database.history, database.heads, database.steps];
