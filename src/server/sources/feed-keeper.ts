import { lostOf } from '../../core/data';
import type { Problem } from '../../core/problem';
import { keepOn, type Cell, type Read } from '../../core/source';
import type { KeptMoments } from './kept-moments';
import type { Handed } from './reader.worker';

interface Kept {
  readonly read: Read;
  /** Rises with each read that differs. */
  readonly version: number;
  /** Rows that differ from the version before; null where all do. */
  readonly changed: readonly [number, readonly Cell[]][] | null;
}

/** What became of a read that was handed over. */
export interface Keeping {
  readonly feed: string;
  readonly job: number;
  /** Why it was not kept: what came before stands. */
  readonly problem: Problem | null;
  readonly version: number;
  readonly rows: number;
  readonly columns: number;
  readonly notes: readonly string[];
  readonly encoding: string | null;
}

function difference(before: Read, now: Read): Kept['changed'] {
  if (
    before.rows.length !== now.rows.length ||
    before.columns.length !== now.columns.length ||
    before.value !== null ||
    now.value !== null ||
    before.keys?.join('\n') !== now.keys?.join('\n')
  )
    return null;
  if (
    before.columns.some(
      (column, i) => column.name !== now.columns[i]?.name || column.type !== now.columns[i]?.type,
    )
  )
    return null;
  const changed: [number, readonly Cell[]][] = [];
  for (const [i, row] of now.rows.entries())
    if (row.some((cell, c) => cell !== before.rows[i]?.[c])) changed.push([i, row]);
  return changed.length * 3 < now.rows.length && JSON.stringify(before.facets) === JSON.stringify(now.facets)
    ? changed
    : null;
}

/** The last good read of each feed. One that has lost what air needs is turned away, and the one before stands whole. */
export class FeedKeeper {
  private readonly kept = new Map<string, Kept>();

  constructor(private readonly moments: KeptMoments) {}

  read(feed: string): Read | null {
    return this.kept.get(feed)?.read ?? null;
  }

  /** Takes what was read, or says why not; `isNew` where it differs from what was there. */
  take({ feed, job, name, read: came, check, kept }: Handed): {
    readonly keeping: Keeping;
    readonly isNew: boolean;
  } {
    const was = this.kept.get(feed);
    const read = kept ? keepOn(was?.read ?? this.moments.read(feed), came, kept.keeps, kept.at) : came;
    // What is kept for a while goes by itself when it is old.
    const lost = lostOf(was?.read ?? null, read, kept ? { ...check, mostLost: null } : check, name);
    const changed = was && !lost ? difference(was.read, read) : null;
    const isNew = !lost && changed?.length !== 0;
    if (isNew && kept) this.moments.keep(feed, read);
    if (isNew) this.kept.set(feed, { read, version: (was?.version ?? 0) + 1, changed });
    const now = this.kept.get(feed);
    return {
      isNew,
      keeping: {
        feed,
        job,
        problem: lost,
        version: now?.version ?? 0,
        rows: now?.read.rows.length ?? 0,
        columns: now?.read.columns.length ?? 0,
        notes: now?.read.notes ?? [],
        encoding: now?.read.encoding ?? null,
      },
    };
  }

  drop(feed: string): void {
    this.kept.delete(feed);
    this.moments.drop(feed);
  }

  /** A feed's read as JSON bytes: the rows that differ where the asker has the version before, else the whole. */
  written(feed: string, since: number): Uint8Array | null {
    const own = this.kept.get(feed);
    if (!own) return null;
    const { read: now, version, changed } = own;
    const body =
      since === version
        ? { version, same: true }
        : since === version - 1 && changed
          ? { version, from: since, changed, notes: now.notes }
          : { version, read: now };
    return new TextEncoder().encode(JSON.stringify(body));
  }
}
