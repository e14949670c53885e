import Dexie, { type EntityTable } from 'dexie';
import type { Batch, Edit, Layout } from '../../core/show';

export interface StoredShow {
  id: string;
  name: string;
  /** Milliseconds since 1970. */
  changedAt: number;
  /** The parts that it is made of, its way back among them. */
  layout?: Layout;
  /** Names what was written last: who wrote it knows its parts. */
  stamp?: string;
  /** Characters of its parts, without its way back. */
  size?: number;
  /** The document as JSON text, as it was kept before there were parts; gone with the first time it is kept in parts. */
  document?: string;
  /** The place in the order of steps up to which the document has them; absent: none were written yet. */
  seq?: number;
}
/** A part of a show, or of a state of it that was kept; never changed once written. */
export interface StoredPart {
  id: number;
  /** The show's id. */
  show: string;
  /** Its members, as JSON text. */
  text: string;
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
/** The way back of a show that is not kept in parts yet. */
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
  /** The parts that it is made of. */
  layout?: Layout;
  /** The document as JSON text, as it was kept before there were parts. */
  document?: string;
}

/** What the browser keeps: shows by part and their steps, states under a name, and the bytes of assets. */
export class Database extends Dexie {
  shows!: EntityTable<StoredShow, 'id'>;
  parts!: EntityTable<StoredPart, 'id'>;
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
    this.version(4).stores({ parts: '++id, show' });
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
