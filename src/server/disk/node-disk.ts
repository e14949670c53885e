import { write } from 'node:fs';
import { constants, mkdir, open, readFile, readdir, rename, rm, type FileHandle } from 'node:fs/promises';
import type { Disk, DiskFile } from './disk';

/** Of the folder and files that the server keeps: for its own user alone. */
const ownFolder = 0o700;
const ownFile = 0o600;

/** Where the system has it, a write returns when it is on the disk, which spares a call for each. */
const synced = process.platform === 'linux' ? constants.O_DSYNC : 0;

const isMissing = (error: unknown): boolean => (error as NodeJS.ErrnoException).code === 'ENOENT';

/** The disk of this machine. */
export const nodeDisk: Disk = {
  async read(path) {
    try {
      return await readFile(path);
    } catch (error) {
      if (isMissing(error)) return null;
      throw error;
    }
  },
  async list(folder) {
    try {
      return await readdir(folder);
    } catch (error) {
      if (isMissing(error)) return [];
      throw error;
    }
  },
  async makeFolder(path) {
    await mkdir(path, { recursive: true, mode: ownFolder });
  },
  async open(path) {
    const handle = await open(path, constants.O_RDWR | constants.O_CREAT | synced, ownFile);
    try {
      return new NodeFile(handle, (await handle.stat()).size);
    } catch (error) {
      await handle.close();
      throw error;
    }
  },
  rename,
  async remove(path) {
    await rm(path, { force: true });
  },
  async syncFolder(path) {
    // Windows knows no such thing; there a rename is kept by itself.
    if (process.platform === 'win32') return;
    const handle = await open(path, 'r');
    try {
      await handle.sync();
    } finally {
      await handle.close();
    }
  },
};

class NodeFile implements DiskFile {
  /** Whether something may not outlive a fall: always, but right after a synced write. */
  private isOwed = true;
  private writing: Promise<number> | null = null;

  constructor(
    private readonly handle: FileHandle,
    readonly size: number,
  ) {}

  async write(bytes: Uint8Array, at: number): Promise<void> {
    for (let done = 0; done < bytes.length;) {
      this.writing = writePart(this.handle.fd, bytes, done, at + done);
      const written = await this.writing;
      if (written === 0) throw new Error('the disk took nothing more');
      done += written;
    }
    if (synced === 0) this.isOwed = true;
  }

  async sync(): Promise<void> {
    if (!this.isOwed) return;
    await this.handle.datasync();
    this.isOwed = synced === 0;
  }

  async cut(size: number): Promise<void> {
    this.isOwed = true;
    await this.handle.truncate(size);
  }

  async close(): Promise<void> {
    // A write that is under way must not meet another file under its number.
    await this.writing?.catch(() => undefined);
    await this.handle.close();
  }
}

const writePart = (fd: number, bytes: Uint8Array, from: number, at: number): Promise<number> =>
  new Promise((done, fail) =>
    write(fd, bytes, from, bytes.length - from, at, (error, written) =>
      error ? fail(error) : done(written),
    ),
  );
