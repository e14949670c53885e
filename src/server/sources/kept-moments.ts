import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { scalarTypes, type Read } from '../../core/source';
import { framed, unframed } from '../disk';

const momentsSchema = z.object({
  columns: z.array(z.object({ name: z.string(), type: z.enum(scalarTypes) })),
  rows: z.array(z.array(z.union([z.string(), z.number(), z.boolean(), z.null()]))),
});

/** Takes a file away where that can be done. */
function away(path: string): void {
  try {
    rmSync(path, { force: true });
  } catch {
    // Where it cannot be taken away it could not be written either.
  }
}

/**
 * What sources keep of what came, on disk, so that a window is full again when the server starts anew: a file for each
 * feed, written some seconds after what it kept last. What cannot be read or written costs those moments alone.
 */
export class KeptMoments {
  private readonly waiting = new Map<string, Read>();
  private timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly folder: string,
    private readonly afterMs = 5000,
  ) {}

  private path(feed: string): string {
    return join(this.folder, `${createHash('sha256').update(feed).digest('hex').slice(0, 24)}.json`);
  }

  /** What was kept of a feed; null where nothing was, or not whole. */
  read(feed: string): Read | null {
    try {
      const text = unframed(readFileSync(this.path(feed)).subarray(0, -1));
      const read = text === null ? null : momentsSchema.safeParse(JSON.parse(text));
      return read?.success
        ? { ...read.data, value: null, notes: [], encoding: null, offers: [], facets: {} }
        : null;
    } catch {
      return null;
    }
  }

  keep(feed: string, read: Read): void {
    this.waiting.set(feed, read);
    this.timer ??= setTimeout(() => this.flush(), this.afterMs).unref();
  }

  drop(feed: string): void {
    this.waiting.delete(feed);
    away(this.path(feed));
  }

  /** Writes what waits. */
  flush(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    for (const [feed, { columns, rows }] of this.waiting) {
      const path = this.path(feed);
      try {
        mkdirSync(this.folder, { recursive: true, mode: 0o700 });
        writeFileSync(`${path}.new`, framed(JSON.stringify({ columns, rows })), { mode: 0o600 });
        renameSync(`${path}.new`, path);
      } catch {
        away(`${path}.new`);
      }
    }
    this.waiting.clear();
  }
}
