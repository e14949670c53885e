import {
  closeSync,
  fstatSync,
  fsyncSync,
  ftruncateSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  writeSync,
} from 'node:fs';
import { dirname } from 'node:path';
import { framed, readLines } from './lines';

/** What of a disk the log uses; each may throw. */
export interface LogDisk {
  readonly write: (file: number, bytes: Uint8Array, offset: number, length: number, at: number) => number;
  readonly sync: (file: number) => void;
  readonly cut: (file: number, size: number) => void;
}
const ownDisk: LogDisk = { write: writeSync, sync: fsyncSync, cut: ftruncateSync };

/** Lines in a file, in order, only ever appended to; for workers, which may wait for the disk. */
export class AppendLog {
  private file: number | null = null;
  private size = 0;
  private isTorn = false;

  constructor(
    private readonly path: string,
    private readonly disk: LogDisk = ownDisk,
  ) {}

  get isEmpty(): boolean {
    return this.size === 0;
  }

  /** The whole lines that are there, and how many were not what they were; none where the first is not as it should be. */
  read(isOurs: (first: string) => boolean = () => true): { lines: string[]; damaged: number } {
    this.close();
    let bytes: Buffer;
    try {
      bytes = readFileSync(this.path);
    } catch {
      return { lines: [], damaged: 0 };
    }
    const { lines, damaged, whole } = readLines(bytes);
    if (!isOurs(lines[0]?.text ?? '')) return { lines: [], damaged: 0 };
    this.size = whole;
    this.isTorn = whole < bytes.length;
    return { lines: lines.map(({ text }) => text), damaged: damaged.length };
  }

  /** Returns when the lines are on disk; throws where the disk refuses, and then leaves nothing of them behind. */
  append(lines: readonly string[]): void {
    this.file ??= this.open();
    if (this.isTorn) this.mend();
    const bytes = Buffer.from(lines.map(framed).join(''));
    try {
      for (let done = 0; done < bytes.length;) {
        const written = this.disk.write(this.file, bytes, done, bytes.length - done, this.size + done);
        if (written === 0) throw new Error('the disk took nothing more');
        done += written;
      }
      this.disk.sync(this.file);
    } catch (error) {
      this.isTorn = true;
      this.mend();
      throw error;
    }
    this.size += bytes.length;
  }

  /** Puts lines in the place of all that were there, all or none: a new file takes the old one's name. */
  replace(lines: readonly string[]): void {
    this.close();
    const fresh = `${this.path}.new`;
    const bytes = Buffer.from(lines.map(framed).join(''));
    const file = openSync(fresh, 'w', 0o600);
    try {
      for (let done = 0; done < bytes.length;) done += writeSync(file, bytes, done, bytes.length - done);
      fsyncSync(file);
    } finally {
      closeSync(file);
    }
    renameSync(fresh, this.path);
    this.size = bytes.length;
  }

  private open(): number {
    mkdirSync(dirname(this.path), { recursive: true, mode: 0o700 });
    const file = openSync(this.path, 'a+', 0o600);
    closeSync(file);
    const opened = openSync(this.path, 'r+');
    // What is there that is not ours, or after the last whole line, goes.
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
