import { database } from './database';
import { dropSteps } from './steps';

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
  for (const { id, document } of [...shows, ...states.map((state) => ({ ...state, id: state.show }))])
    for (const hash of hashes(document)) users.set(hash, (users.get(hash) ?? new Set()).add(id));
  const bytesOf = (test: (own: ReadonlySet<string>) => boolean): number =>
    assets.reduce((sum, { id, blob }) => sum + (test(users.get(id) ?? new Set()) ? blob.size : 0), 0);
  const sizeOf = (value: unknown): number => new Blob([JSON.stringify(value) ?? '']).size;
  return {
    shows: shows
      .map(({ id, name, document }) => ({
        id,
        name,
        document: new Blob([document]).size,
        files: bytesOf((own) => own.size === 1 && own.has(id)),
        states: states
          .filter(({ show }) => show === id)
          .reduce((sum, state) => sum + new Blob([state.document]).size, 0),
        history: sizeOf(histories.find((history) => history.id === id) ?? null),
      }))
      .sort((a, b) => roomOf(b) - roomOf(a)),
    shared: bytesOf((own) => own.size !== 1),
    quota: estimate?.quota ?? null,
    usage: estimate?.usage ?? null,
  };
}

export const roomOf = (show: ShowRoom): number => show.document + show.files + show.states + show.history;

/** Forgets the states of a show that were kept under a name. */
export const dropStates = async (show: string): Promise<void> =>
  void (await database.states.where('show').equals(show).delete());

/** Forgets the way back of a show that is not in hand. */
export const dropHistory = (show: string): Promise<void> =>
  database.transaction('rw', database.history, database.steps, () => dropSteps(show, 0));
