import { constants, mkdir, open, readFile, readdir, rename, rm, type FileHandle } from 'node:fs/promises';
import type { Disk, DiskFile } from './disk';

/** Of the folder and files that the server keeps: for its own user alone. */
const ownFolder = 0o700;
const ownFile = 0o600;

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
    const handle = await open(path, constants.O_RDWR | constants.O_CREAT, ownFile);
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
  constructor(
    private readonly handle: FileHandle,
    readonly size: number,
  ) {}

  async write(bytes: Uint8Array, at: number): Promise<void> {
    for (let done = 0; done < bytes.length;) {
      const { bytesWritten } = await this.handle.write(bytes, done, bytes.length - done, at + done);
      if (bytesWritten === 0) throw new Error('the disk took nothing more');
      done += bytesWritten;
    }
  }

  sync = (): Promise<void> => this.handle.datasync();
  cut = (size: number): Promise<void> => this.handle.truncate(size);
  close = (): Promise<void> => this.handle.close();
}
