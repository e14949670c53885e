// A disk in memory for tests: each call can be made to fail, and the machine to fall, with or without what was not synced.
import type { Disk, DiskFile } from './disk';

interface Node {
  now: Buffer;
  synced: Buffer;
}

/** `error`: nothing is done; `short`: half of a write is; `full`: so is half of it, and no write goes until there is room. */
export type Fault = 'error' | 'short' | 'full' | 'fall';

export class Fall extends Error {}

export class TrialDisk implements Disk {
  private names = new Map<string, Node>();
  private kept = new Map<string, Node>();
  private folders = new Set<string>();
  private isFull = false;
  private hasFallen = false;
  private last: { node: Node; before: Buffer; bytes: Uint8Array; at: number } | null = null;
  /** Calls so far, of those that change something, and what each was. */
  readonly calls: string[] = [];
  /** What happens to a call, by its number. */
  faultAt: (call: number) => Fault | null = () => null;

  /** There is room again. */
  clear(): void {
    this.isFull = false;
  }

  /** The bytes of the last write, for falls in the midst of it. */
  get lastWrite(): number {
    return this.last?.bytes.length ?? 0;
  }

  /**
   * The disk as the next start finds it: with all that was written, with what was synced alone, or with so many bytes of
   * the last write.
   */
  after(keeps: 'all' | 'synced' | number): TrialDisk {
    const disk = new TrialDisk();
    disk.folders = new Set(this.folders);
    for (const [path, node] of keeps === 'synced' ? this.kept : this.names) {
      let bytes = keeps === 'synced' ? node.synced : node.now;
      if (typeof keeps === 'number' && node === this.last?.node)
        bytes = placed(this.last.before, this.last.bytes.subarray(0, keeps), this.last.at);
      const fresh: Node = { now: bytes, synced: bytes };
      disk.names.set(path, fresh);
      disk.kept.set(path, fresh);
    }
    return disk;
  }

  /** The bytes of a file as they are, and a way to spoil them. */
  bytes(path: string): Buffer {
    return Buffer.from(this.names.get(path)?.now ?? Buffer.alloc(0));
  }
  spoil(path: string, bytes: Buffer): void {
    const node: Node = { now: bytes, synced: bytes };
    this.names.set(path, node);
    this.kept.set(path, node);
  }
  get paths(): string[] {
    return [...this.names.keys()].sort();
  }

  private call(what: string, isWrite = false): Fault | null {
    if (this.hasFallen) throw new Fall('the machine is down');
    const fault = this.faultAt(this.calls.length);
    this.calls.push(what);
    if (fault === 'fall') {
      this.hasFallen = true;
      if (!isWrite) throw new Fall('the machine fell');
      return fault;
    }
    if (fault === 'full') this.isFull = true;
    if (this.isFull && isWrite) return 'short';
    if (fault === 'error' || (fault !== null && !isWrite)) throw new Error(`EIO: ${what} failed`);
    return fault;
  }

  async read(path: string): Promise<Buffer | null> {
    if (this.hasFallen) throw new Fall('the machine is down');
    const node = this.names.get(path);
    return node ? Buffer.from(node.now) : null;
  }
  async list(folder: string): Promise<string[]> {
    const start = `${folder}/`;
    return this.paths.flatMap((path) =>
      path.startsWith(start) && !path.slice(start.length).includes('/') ? [path.slice(start.length)] : [],
    );
  }
  async makeFolder(path: string): Promise<void> {
    this.folders.add(path);
  }
  async open(path: string): Promise<DiskFile> {
    this.call('open');
    let node = this.names.get(path);
    if (!node) {
      node = { now: Buffer.alloc(0), synced: Buffer.alloc(0) };
      this.names.set(path, node);
    }
    const own = node;
    return {
      size: own.now.length,
      write: async (bytes, at) => {
        const fault = this.call('write', true);
        const written = fault === null ? bytes : bytes.subarray(0, Math.floor(bytes.length / 2));
        this.last = { node: own, before: own.now, bytes, at };
        own.now = placed(own.now, fault === 'fall' ? bytes : written, at);
        if (fault === 'fall') throw new Fall('the machine fell');
        if (fault !== null) throw new Error('ENOSPC: no space left on device');
      },
      sync: async () => {
        this.call('sync');
        own.synced = own.now;
      },
      cut: async (size) => {
        this.call('cut');
        own.now = own.now.subarray(0, size);
      },
      close: async () => undefined,
    };
  }
  async rename(from: string, to: string): Promise<void> {
    this.call('rename');
    const node = this.names.get(from);
    if (!node) throw new Error(`ENOENT: ${from}`);
    this.names.delete(from);
    this.names.set(to, node);
  }
  async remove(path: string): Promise<void> {
    this.call('remove');
    this.names.delete(path);
  }
  async syncFolder(path: string): Promise<void> {
    this.call('sync folder');
    for (const own of new Set([...this.kept.keys(), ...this.names.keys()])) {
      if (own.slice(0, own.lastIndexOf('/')) !== path) continue;
      const node = this.names.get(own);
      if (node) this.kept.set(own, node);
      else this.kept.delete(own);
    }
  }
}

function placed(before: Buffer, bytes: Uint8Array, at: number): Buffer {
  const after = Buffer.alloc(Math.max(before.length, at + bytes.length));
  before.copy(after);
  Buffer.from(bytes).copy(after, at);
  return after;
}
