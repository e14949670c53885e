/** What the server asks of a disk, in the smallest steps, so that each of them can be made to fail in a test. */
export interface Disk {
  /** The bytes of a file; null where there is none. */
  read(path: string): Promise<Buffer | null>;
  /** Names in a folder; none where there is no folder. */
  list(folder: string): Promise<string[]>;
  makeFolder(path: string): Promise<void>;
  /** Opens a file to be written at its end; makes it where there is none. */
  open(path: string): Promise<DiskFile>;
  rename(from: string, to: string): Promise<void>;
  /** Does nothing where there is no such file. */
  remove(path: string): Promise<void>;
  /** Makes new, renamed and removed names of a folder outlive a fall of the machine. */
  syncFolder(path: string): Promise<void>;
}

export interface DiskFile {
  /** Bytes in the file when it was opened. */
  readonly size: number;
  /** Writes at a place. Where it throws, any part of the bytes may be there. */
  write(bytes: Uint8Array, at: number): Promise<void>;
  /** Everything written before outlives a fall of the machine. */
  sync(): Promise<void>;
  /** Makes the file end after so many bytes. */
  cut(size: number): Promise<void>;
  close(): Promise<void>;
}

/** Puts a file in place whole or not at all, also over a fall of the machine. */
export async function writeWhole(
  disk: Disk,
  folder: string,
  name: string,
  bytes: Uint8Array | string,
): Promise<void> {
  const path = `${folder}/${name}`;
  const aside = `${path}.new`;
  const file = await disk.open(aside);
  try {
    if (file.size > 0) await file.cut(0);
    await file.write(typeof bytes === 'string' ? Buffer.from(bytes) : bytes, 0);
    await file.sync();
  } finally {
    await file.close();
  }
  await disk.rename(aside, path);
  await disk.syncFolder(folder);
}
