import { keysOf } from '../../core/show';
import { database } from './database';
import { eachText, sweep } from './documents';
import { documentTables, dropWay } from './steps';

/** What of a show takes room in this browser, in bytes. */
export interface ShowRoom {
  readonly id: string;
  readonly name: string;
  readonly document: number;
  /** Pictures, videos, fonts and files of data that only this show uses. */
  readonly files: number;
  /** States that were kept under a name. */
  readonly states: number;
  /** The way back: steps that can be undone. */
  readonly history: number;
}
export interface Room {
  readonly shows: readonly ShowRoom[];
  /** Files that several shows use. */
  readonly shared: number;
  /** What this browser gives, and what of it is taken; null where it does not say. */
  readonly quota: number | null;
  readonly usage: number | null;
}

const hashes = (text: string): Set<string> => new Set(text.match(/[0-9a-f]{64}/g) ?? []);

/** What takes room in this browser, the largest show first. */
export async function roomTaken(): Promise<Room> {
  const [shows, states, histories, assets, estimate] = await Promise.all([
    database.shows.toArray(),
    database.states.toArray(),
    database.history.toArray(),
    database.assets.toArray(),
    // Pages that came over plain HTTP from another machine have no storage manager.
    'storage' in navigator ? navigator.storage.estimate() : null,
  ]);
  const users = new Map<string, Set<string>>();
  await eachText((show, text) => {
    for (const hash of hashes(text)) users.set(hash, (users.get(hash) ?? new Set()).add(show));
  });
  const partSizes = new Map<number, number>();
  await database.parts.each(({ id, text }) => partSizes.set(id, sizeOfText(text)));
  const bytesOf = (test: (own: ReadonlySet<string>) => boolean): number =>
    assets.reduce((sum, { id, blob }) => sum + (test(users.get(id) ?? new Set()) ? blob.size : 0), 0);
  const sizeOfKeys = (keys: Iterable<number>): number => {
    let sum = 0;
    for (const key of keys) sum += partSizes.get(key) ?? 0;
    return sum;
  };
  return {
    shows: shows
      .map(({ id, name, layout = [], document = '' }) => {
        const own = keysOf(layout);
        const kept = states.filter(({ show }) => show === id);
        // What a state shares with the show as it is now takes no room of its own.
        const stateKeys = new Set(kept.flatMap((state) => keysOf(state.layout ?? []).show));
        for (const key of own.show) stateKeys.delete(key);
        const way = histories.find((history) => history.id === id);
        return {
          id,
          name,
          document: sizeOfKeys(own.show) + sizeOfText(document),
          files: bytesOf((users) => users.size === 1 && users.has(id)),
          states:
            sizeOfKeys(stateKeys) + kept.reduce((sum, state) => sum + sizeOfText(state.document ?? ''), 0),
          history: sizeOfKeys(own.history) + (way ? sizeOfText(JSON.stringify(way)) : 0),
        };
      })
      .sort((a, b) => roomOf(b) - roomOf(a)),
    shared: bytesOf((own) => own.size !== 1),
    quota: estimate?.quota ?? null,
    usage: estimate?.usage ?? null,
  };
}

const sizeOfText = (text: string): number => new Blob([text]).size;

export const roomOf = (show: ShowRoom): number => show.document + show.files + show.states + show.history;

/** Forgets the states of a show that were kept under a name. */
export const dropStates = (show: string): Promise<void> =>
  database.transaction('rw', documentTables, async () => {
    await database.states.where('show').equals(show).delete();
    await sweep(show);
  });

/** Forgets the way back of a show that is not in hand. */
export const dropHistory = (show: string): Promise<void> =>
  database.transaction('rw', documentTables, async () => dropWay(show));
