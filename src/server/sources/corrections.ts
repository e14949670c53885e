import {
  closeSync,
  fstatSync,
  fsyncSync,
  ftruncateSync,
  mkdirSync,
  openSync,
  readFileSync,
  writeSync,
} from 'node:fs';
import { dirname } from 'node:path';
import { z } from 'zod';
import type { TableChange } from '../../core/data';
import { idSchema, tableSchema, type Table } from '../../core/show';
import { framed, readLines } from '../disk';

export const tableChangeSchema = z.object({
  set: z.array(z.object({ id: idSchema, cells: z.record(idSchema, z.string().max(10_000)) })).max(200_000),
  gone: z.array(idSchema).max(200_000),
  order: z.array(idSchema).max(200_000).optional(),
});

const entrySchema = z.union([
  z.object({ table: idSchema, change: tableChangeSchema }),
  z.object({ table: idSchema, whole: tableSchema }),
]);
/** A correction of a table on air: what of it is new, or all of it where its columns changed. */
export type Correction =
  | { readonly table: string; readonly change: TableChange }
  | { readonly table: string; readonly whole: Table };

/** What of a disk the log uses; each may throw. */
export interface LogDisk {
  readonly write: (file: number, bytes: Uint8Array, offset: number, length: number, at: number) => number;
  readonly sync: (file: number) => void;
  readonly cut: (file: number, size: number) => void;
}
const ownDisk: LogDisk = { write: writeSync, sync: fsyncSync, cut: ftruncateSync };

/**
 * Corrections of the tables of one release, on disk in order, only ever appended to: the cost of one does not depend on
 * the size of its table. Those of another release begin the file anew.
 */
export class CorrectionLog {
  private file: number | null = null;
  private size = 0;
  private isTorn = false;
  private release: string | null = null;
  /** Lines that were not what they were when the log was read last. */
  damaged = 0;

  constructor(
    private readonly path: string,
    private readonly disk: LogDisk = ownDisk,
  ) {}

  /** What is there for a release; nothing where the file is of another. */
  read(release: string): Correction[] {
    this.close();
    this.release = release;
    let bytes: Buffer;
    try {
      bytes = readFileSync(this.path);
    } catch {
      return [];
    }
    const { lines, damaged, whole } = readLines(bytes);
    if (lines[0]?.text !== headOf(release)) return [];
    this.damaged = damaged.length;
    this.size = whole;
    this.isTorn = whole < bytes.length;
    return lines.slice(1).flatMap(({ text }) => {
      const parsed = entrySchema.safeParse(JSON.parse(text));
      return parsed.success ? [parsed.data as Correction] : [];
    });
  }

  /** Resolves nothing: returns when it is on disk; throws where the disk refuses, and then leaves nothing of it behind. */
  append(correction: Correction): void {
    if (this.release === null) throw new Error('no release is on air');
    this.file ??= this.open();
    if (this.isTorn) this.mend();
    const line = Buffer.from(
      (this.size === 0 ? framed(headOf(this.release)) : '') + framed(JSON.stringify(correction)),
    );
    try {
      for (let done = 0; done < line.length;) {
        const written = this.disk.write(this.file, line, done, line.length - done, this.size + done);
        if (written === 0) throw new Error('the disk took nothing more');
        done += written;
      }
      this.disk.sync(this.file);
    } catch (error) {
      this.isTorn = true;
      this.mend();
      throw error;
    }
    this.size += line.length;
  }

  private open(): number {
    mkdirSync(dirname(this.path), { recursive: true, mode: 0o700 });
    const file = openSync(this.path, 'a+', 0o600);
    closeSync(file);
    const opened = openSync(this.path, 'r+');
    // What is there of another release, or after the last whole line, goes.
    if (fstatSync(opened).size > this.size) this.isTorn = true;
    return opened;
  }

  private mend(): void {
    this.disk.cut(this.file as number, this.size);
    this.disk.sync(this.file as number);
    this.isTorn = false;
  }

  close(): void {
    if (this.file !== null) closeSync(this.file);
    this.file = null;
    this.size = 0;
    this.isTorn = false;
  }
}

const headOf = (release: string): string => JSON.stringify({ corrections: release });
