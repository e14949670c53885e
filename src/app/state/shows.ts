import { wrap, type Remote } from 'comlink';
import {
  canonicalJson,
  freshName,
  openDocument,
  oversizeProblem,
  showFileExtension,
  type Show,
} from '../../core/show';
import { problem, type Problem } from '../../core/problem';
import type { FileWorker } from '../../workers/files.worker';
import { database, storageWords, type StoredShow, type StoredState } from './database';
import { takeArrangements, withArrangements } from './arrangements';
import { hashOf, newId } from './ids';
import { eachText, madeReady, readStored, sweep } from './documents';
import { documentTables, dropSteps, putDocument, readShow } from './steps';
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
  const opened = await readShow(stored.id);
  if ('problem' in opened) return;
  await saveShow({ ...opened.show, id: newId(), name: freshName(`${stored.name} copy`, await takenNames()) });
}

/** Reads a show file into the database: whole, or not at all. A show that is there already is replaced only if asked. */
export async function importShow(
  file: Blob,
  onUsed: 'replace' | 'copy' | 'ask' = 'ask',
): Promise<{ show: Show } | { problem: Problem } | { used: Show }> {
  const oversize = oversizeProblem(file.size);
  if (oversize) return { problem: oversize };
  const read = await fileWorker().unpack(new Uint8Array(await file.arrayBuffer()));
  if ('problem' in read) return read;
  const { show } = read;
  const present = (await database.shows.get(show.id)) && (await readShow(show.id));
  const isAsShown = present && 'show' in present && canonicalJson(present.show) === canonicalJson(show);
  if (present && onUsed === 'ask' && !isAsShown) return { used: show };
  const kept =
    present && onUsed === 'copy'
      ? { ...show, id: newId(), name: freshName(show.name, await takenNames()) }
      : show;
  for (const [id, bytes] of read.assets) {
    if ((await hashOf(bytes)) !== id) {
      return {
        problem: problem('damaged-file', 'A picture in the show file is damaged. Export the show again.', id),
      };
    }
  }
  try {
    const ready = await madeReady({ show: kept, undo: [], redo: [] }, null);
    await database.transaction('rw', [...documentTables, database.assets], async () => {
      for (const [id, bytes] of read.assets) {
        await database.assets.put({ id, blob: new Blob([bytes], { type: show.assets[id]?.type ?? '' }) });
      }
      await putDocument(kept, ready);
    });
    tellWritten(kept.id);
  } catch (error) {
    return { problem: problem('storage-full', storageWords(error, 'the show was not imported')) };
  }
  takeArrangements(kept);
  return { show: kept };
}

/** The show as a file, and the names of pictures that could not be put in. */
export async function exportShow(show: Show): Promise<{ blob: Blob; name: string; missing: string[] }> {
  const assets = new Map<string, Uint8Array>();
  const missing: string[] = [];
  for (const asset of Object.values(show.assets)) {
    const stored = await database.assets.get(asset.id);
    if (stored) assets.set(asset.id, new Uint8Array(await stored.blob.arrayBuffer()));
    else missing.push(asset.name);
  }
  const bytes = await fileWorker().pack(withArrangements(show), assets);
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
