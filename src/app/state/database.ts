import Dexie, { type EntityTable } from 'dexie';
import type { Batch, Edit } from '../../core/show';

export interface StoredShow {
  id: string;
  name: string;
  /** Milliseconds since 1970. */
  changedAt: number;
  /** The document as JSON text. */
  document: string;
  /** The place in the order of steps up to which the document has them; absent: none were written yet. */
  seq?: number;
}
/** What is kept of a show's steps. */
export interface StoredHead {
  /** The show's id. */
  id: string;
  /** The place up to which its document has them. */
  seq: number;
  /** The place up to which they are no longer kept apart from the document. */
  dropped: number;
}
/** Steps that a window did, in the one order of all windows: the key is the place. */
export interface StoredBatch extends Omit<Batch, 'seq'> {
  seq: number;
  /** The show's id. */
  show: string;
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

/** What the browser keeps: shows and their steps, the bytes of their assets, and the way back of each show. */
export class Database extends Dexie {
  shows!: EntityTable<StoredShow, 'id'>;
  assets!: EntityTable<StoredAsset, 'id'>;
  history!: EntityTable<StoredHistory, 'id'>;
  states!: EntityTable<StoredState, 'id'>;
  steps!: EntityTable<StoredBatch, 'seq'>;
  heads!: EntityTable<StoredHead, 'id'>;

  constructor() {
    // What is said to be kept is on the disk.
    super('jorvan', { chromeTransactionDurability: 'strict' });
    this.version(1).stores({ shows: 'id, changedAt', assets: 'id', history: 'id' });
    this.version(2).stores({ states: '++id, show' });
    this.version(3).stores({ steps: '++seq, [show+seq]', heads: 'id' });
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
