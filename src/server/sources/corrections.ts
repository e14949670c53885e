import { z } from 'zod';
import type { TableChange } from '../../core/data';
import { idSchema, tableSchema, type Table } from '../../core/show';
import { AppendLog, type LogDisk } from '../disk';

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

/**
 * Corrections of the tables of one release, on disk in order, only ever appended to: the cost of one does not depend on
 * the size of its table. Those of another release begin the file anew.
 */
export class CorrectionLog {
  private readonly log: AppendLog;
  private release: string | null = null;
  /** Lines that were not what they were when the log was read last. */
  damaged = 0;

  constructor(path: string, disk?: LogDisk) {
    this.log = new AppendLog(path, disk);
  }

  /** What is there for a release; nothing where the file is of another. */
  read(release: string): Correction[] {
    this.release = release;
    const { lines, damaged } = this.log.read((first) => first === headOf(release));
    this.damaged = damaged;
    return lines.slice(1).flatMap((text) => {
      const parsed = entrySchema.safeParse(JSON.parse(text));
      return parsed.success ? [parsed.data as Correction] : [];
    });
  }

  /** Resolves nothing: returns when it is on disk; throws where the disk refuses, and then leaves nothing of it behind. */
  append(correction: Correction): void {
    if (this.release === null) throw new Error('no release is on air');
    this.log.append([...(this.log.isEmpty ? [headOf(this.release)] : []), JSON.stringify(correction)]);
  }

  close(): void {
    this.log.close();
  }
}

const headOf = (release: string): string => JSON.stringify({ corrections: release });
