import { transfer, wrap, type Remote } from 'comlink';
import {
  canonicalJson,
  freshName,
  openDocument,
  oversizeProblem,
  showFileExtension,
  type Show,
  type Way,
} from '../../core/show';
import { problem, type Problem } from '../../core/problem';
import type { FileWorker } from '../../workers/files.worker';
import { database, storageWords, type StoredShow, type StoredState } from './database';
import { takeArrangements, withArrangements } from './arrangements';
import { hashOf, newId } from './ids';
import { eachText, madeReady, readStored, sweep } from './documents';
import { documentTables, dropSteps, putDocument, readDraft } from './steps';
import { tellWritten } from './windows';

let worker: Remote<FileWorker> | null = null;

/** The worker that packs and unpacks show files and reads data files, started when first needed. */
export function fileWorker(): Remote<FileWorker> {
  worker ??= wrap<FileWorker>(
    new Worker(new URL('../../workers/files.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

/** Shows that this browser keeps, the latest first. */
export const listShows = (): Promise<StoredShow[]> => database.shows.orderBy('changedAt').reverse().toArray();

/** Keeps a show that is new, or in the place of what was there; windows that have it open follow. */
export async function saveShow(show: Show): Promise<void> {
  const ready = await madeReady({ show, undo: [], redo: [] }, null);
  await database.transaction('rw', documentTables, async () => putDocument(show, ready));
  tellWritten(show.id);
}

export async function removeShow(id: string): Promise<void> {
  await database.transaction('rw', [...documentTables, database.assets], async () => {
    await database.shows.delete(id);
    await database.states.where('show').equals(id).delete();
    await database.heads.delete(id);
    await dropSteps(id);
    const used = new Set<string>();
    const look = (text: string): void => {
      for (const match of text.matchAll(/[0-9a-f]{64}/g)) used.add(match[0]);
    };
    // Kept states, and steps that no document has yet, need their pictures too.
    await eachText((_, text) => look(text));
    for (const batch of await database.steps.toArray()) look(JSON.stringify(batch.steps));
    await database.assets.filter((asset) => !used.has(asset.id)).delete();
  });
  tellWritten(id);
}

const takenNames = async (): Promise<string[]> =>
  (await database.shows.toArray()).map((stored) => stored.name);

export async function duplicateShow(stored: StoredShow): Promise<void> {
  const opened = await readDraft(stored.id);
  if ('problem' in opened) return;
  await saveShow({ ...opened.show, id: newId(), name: freshName(`${stored.name} copy`, await takenNames()) });
}

/**
 * Told what is being done, how much of it where that is known, 0 to 1, and whether it can still be ended: by what this
 * throws.
 */
export type Tell = (words: string, part: number | null, canStop?: boolean) => void;

/** What an import came to; `way`: whether the way back that came with it can be gone. */
export type Imported =
  | { readonly show: Show; readonly way: 'none' | 'kept' | 'left' }
  | { readonly problem: Problem }
  | { readonly used: Show };

/** Reads a show file into the database: whole, or not at all. A show that is there already is replaced only if asked. */
export async function importShow(
  file: Blob,
  onUsed: 'replace' | 'copy' | 'ask' = 'ask',
  tell: Tell = () => undefined,
): Promise<Imported> {
  const oversize = oversizeProblem(file.size);
  if (oversize) return { problem: oversize };
  tell('Reading the file', null);
  const bytes = new Uint8Array(await file.arrayBuffer());
  tell('Checking the show', null);
  const read = await fileWorker().unpack(transfer(bytes, [bytes.buffer]));
  if ('problem' in read) return read;
  const { show } = read;
  tell('Comparing it with what is here', null);
  const present = (await database.shows.get(show.id)) && (await readDraft(show.id));
  const isAsShown = present && 'show' in present && canonicalJson(present.show) === canonicalJson(show);
  if (present && onUsed === 'ask' && !isAsShown) return { used: show };
  const kept =
    present && onUsed === 'copy'
      ? { ...show, id: newId(), name: freshName(show.name, await takenNames()) }
      : show;
  let checked = 0;
  for (const [id, bytes] of read.assets) {
    tell('Checking its pictures', checked / read.assets.size);
    if ((await hashOf(bytes)) !== id) {
      return {
        problem: problem('damaged-file', 'A picture in the show file is damaged. Export the show again.', id),
      };
    }
    checked += 1;
  }
  // A copy has another name and identity than the steps lead back to.
  const isMine = isAsShown && present.undo.length + present.redo.length > 0;
  const way = typeof read.way === 'object' && kept === show && !isMine ? read.way : null;
  const ready = await madeReady({ show: kept, undo: [], redo: [], ...way }, null, (part) =>
    tell('Making it ready to be kept', part),
  );
  tell('Keeping it', null, false);
  try {
    await database.transaction('rw', [...documentTables, database.assets], async () => {
      for (const [id, bytes] of read.assets) {
        await database.assets.put({ id, blob: new Blob([bytes], { type: show.assets[id]?.type ?? '' }) });
      }
      // What is here just so keeps its way back.
      if (!isMine) await putDocument(kept, ready);
    });
    tellWritten(kept.id);
  } catch (error) {
    return { problem: problem('storage-full', storageWords(error, 'the show was not imported')) };
  }
  takeArrangements(kept);
  return { show: kept, way: way ? 'kept' : read.way ? 'left' : 'none' };
}

/** The show as a file, by choice with its way back, and the names of pictures that could not be put in. */
export async function exportShow(
  show: Show,
  way: Way | null = null,
): Promise<{ blob: Blob; name: string; missing: string[] }> {
  const assets = new Map<string, Uint8Array>();
  const missing: string[] = [];
  for (const asset of Object.values(show.assets)) {
    const stored = await database.assets.get(asset.id);
    if (stored) assets.set(asset.id, new Uint8Array(await stored.blob.arrayBuffer()));
    else missing.push(asset.name);
  }
  const bytes = await fileWorker().pack(withArrangements(show), assets, way);
  return {
    blob: new Blob([bytes], { type: 'application/zip' }),
    name: `${show.name}.${showFileExtension}`,
    missing,
  };
}

export function download(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[/\\:*?"<>|]/g, '-');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Brings the demo show in where this browser has no show at all. */
export async function bringDemo(): Promise<void> {
  if ((await database.shows.count()) > 0) return;
  const response = await fetch('/demo/marram-bay.jorvan').catch(() => null);
  if (response?.ok) await importShow(await response.blob());
}

/** The states of a show that were kept, the latest first. */
export const keptStates = async (show: string): Promise<StoredState[]> =>
  (await database.states.where('show').equals(show).toArray()).sort((a, b) => b.keptAt - a.keptAt);

export const dropState = ({ id, show }: StoredState): Promise<void> =>
  database.transaction('rw', documentTables, async () => {
    await database.states.delete(id);
    await sweep(show);
  });

/** A kept state, opened and migrated, or why it cannot be. */
export async function openState(state: StoredState): Promise<{ show: Show } | { problem: Problem }> {
  try {
    return openDocument((await readStored(state)).draft.show);
  } catch {
    return { problem: problem('damaged-show', `“${state.name}” is damaged in this browser's storage.`) };
  }
}
