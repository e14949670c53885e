import Dexie, { type EntityTable } from 'dexie';
import type { Edit } from '../../core/show';

export interface StoredShow {
  id: string;
  name: string;
  /** Milliseconds since 1970. */
  changedAt: number;
  /** The document as JSON text. */
  document: string;
}
export interface StoredAsset {
  /** SHA-256 of the bytes. */
  id: string;
  blob: Blob;
}
export interface StoredHistory {
  /** The show's id. */
  id: string;
  undo: Edit[];
  redo: Edit[];
}

/** A state of a show that was kept under a name. */
export interface StoredState {
  id: number;
  /** The show's id. */
  show: string;
  name: string;
  /** Milliseconds since 1970. */
  keptAt: number;
  /** The document as JSON text. */
  document: string;
}

/** What the browser keeps: shows, the bytes of their assets, and the way back of each show. */
export class Database extends Dexie {
  shows!: EntityTable<StoredShow, 'id'>;
  assets!: EntityTable<StoredAsset, 'id'>;
  history!: EntityTable<StoredHistory, 'id'>;
  states!: EntityTable<StoredState, 'id'>;

  constructor() {
    super('jorvan');
    this.version(1).stores({ shows: 'id, changedAt', assets: 'id', history: 'id' });
    this.version(2).stores({ states: '++id, show' });
  }
}

export const database = new Database();

/** A plain sentence for a database that refuses. */
export function storageWords(error: unknown, what: string): string {
  const name =
    (error as { name?: string; inner?: { name?: string } }).inner?.name ?? (error as { name?: string }).name;
  return name === 'QuotaExceededError'
    ? `This browser's storage is full: ${what}. Export the show to a file, or delete shows you no longer need.`
    : `This browser's storage refused: ${what}. Export the show to a file so that nothing is lost.`;
}
