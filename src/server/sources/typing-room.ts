import { randomUUID } from 'node:crypto';
import { sentText } from '../../core/data';
import { problem, type Problem } from '../../core/problem';
import type { Release, Row, Table, TypedUpTo } from '../../core/show';
import {
  mapForm,
  rowsOnAir,
  TypingBook,
  typedSchema,
  typedTable,
  type MapForm,
  type Typed,
  type TypedTable,
  type TypingAct,
} from '../../core/typing';
import { AppendLog, type LogDisk } from '../disk';
import type { AirTables } from './air-tables';

/** All that the page of typists shows. */
export interface TypingSeen {
  readonly show: { readonly id: string; readonly name: string } | null;
  readonly book: string;
  readonly version: number;
  readonly tables: readonly (TypedTable & { readonly form: MapForm | null })[];
  /** The last of what was typed, the newest first, with what it was and is as one sees it. */
  readonly entries: readonly (Typed & {
    readonly where: string;
    readonly wasShown: string;
    readonly shown: string;
  })[];
}

const mostEntries = 400;
/** Entries beyond so many are forgotten, the oldest that are done with first. */
const mostKept = 20_000;

interface Head {
  readonly typing: string;
  readonly book: string;
}

/**
 * What typists typed for the show on air: kept on disk in order before it is answered, put into the tables on air, and put
 * there again over a release whose draft did not know of it yet. Owned by the worker of data.
 */
export class TypingRoom {
  private readonly log: AppendLog;
  private book = new TypingBook();
  private name = '';
  private release: Release | null = null;

  constructor(
    path: string,
    private readonly tables: AirTables,
    disk?: LogDisk,
  ) {
    this.log = new AppendLog(path, disk);
  }

  get version(): number {
    return this.book.version;
  }

  /** Takes up the release on air: what was typed since its draft knew of it is put over its tables. */
  take(release: Release | null): void {
    const before = this.release?.show.id;
    this.release = release;
    if (!release) return;
    if (release.show.id !== before) this.open(release.show.id);
    const known = release.typed?.book === this.name ? release.typed.version : 0;
    const missing = this.book.onAirSince(known);
    for (const id of new Set(missing.map(({ table }) => table))) this.tables.overlay(id, (table) => rowsOnAir(table, missing));
  }

  private open(show: string): void {
    this.book = new TypingBook();
    const { lines } = this.log.read((first) => headOf(first)?.typing === show);
    const head = headOf(lines[0] ?? '');
    this.name = head?.book ?? randomUUID();
    for (const line of lines.slice(1)) {
      const read = typedSchema.safeParse(JSON.parse(line));
      if (read.success) this.book.put(read.data);
    }
    // A book that has grown long is begun anew with what still counts.
    const all = this.book.all();
    if (all.length <= mostKept) return;
    const kept = all.slice(-mostKept / 2);
    this.book = new TypingBook();
    kept.forEach((entry) => this.book.put(entry));
    this.log.replace([this.headLine(show), ...kept.map((entry) => JSON.stringify(entry))]);
  }

  private headLine = (show: string): string => JSON.stringify({ typing: show, book: this.name } satisfies Head);

  /** Carries an act out: kept, then on air. The tables that are others now. */
  act(act: TypingAct, by: string, at: number): { readonly tables: readonly Table[] } | { readonly problem: Problem } {
    const { release } = this;
    if (!release) return { problem: problem('no-release', 'Nothing is on air yet: release the show first.') };
    const done = this.book.act(this.tables.all(), act, by, at);
    if ('problem' in done) return done;
    if (done.entries.length === 0) return { tables: [] };
    try {
      this.log.append([...(this.log.isEmpty ? [this.headLine(release.show.id)] : []), ...done.entries.map((entry) => JSON.stringify(entry))]);
    } catch (error) {
      return { problem: problem('journal-unwritable', `The server cannot keep what was typed (${(error as Error).message}). Nothing was changed on air. Free some disk space and type it again.`) };
    }
    done.entries.forEach((entry) => this.book.put(entry));
    const changed = [...new Set(done.entries.filter(({ state }) => state === 'on-air').map(({ table }) => table))];
    return { tables: changed.flatMap((id) => this.tables.overlay(id, (table) => rowsOnAir(table, done.entries)) ?? []) };
  }

  /** Rows of a correction with what was typed since its draft knew of it: what a typist did meanwhile stands. */
  over(table: Table, rows: readonly Row[], typed: TypedUpTo | null): readonly Row[] {
    const missing = this.book.onAirSince(typed?.book === this.name ? typed.version : 0).filter((entry) => entry.table === table.id);
    if (missing.length === 0 || typed === null) return rows;
    const over = new Map(rowsOnAir({ ...table, rows: [...rows] }, missing).map((row) => [row.id, row]));
    return rows.map((row) => over.get(row.id) ?? row);
  }

  /** What an application that has the show open has to bring into its draft. */
  since(typed: TypedUpTo | null): { readonly show: string | null; readonly book: string; readonly version: number; readonly entries: readonly Typed[] } {
    const from = typed?.book === this.name ? typed.version : 0;
    return { show: this.release?.show.id ?? null, book: this.name, version: this.book.version, entries: this.book.onAirSince(from) };
  }

  seen(): TypingSeen {
    const all = this.tables.all();
    const { release } = this;
    const opened = Object.values(all).filter(({ typing }) => typing !== null);
    const entries = this.book.all().slice(-mostEntries).reverse().flatMap((entry) => {
      const table = all[entry.table];
      const row = table?.rows.find(({ id }) => id === entry.row);
      const column = table?.columns.find(({ id }) => id === entry.column);
      if (!table || !row || !column) return [];
      const own = typedTable(all, { ...table, rows: [row, { ...row, cells: { ...row.cells, [column.id]: entry.was } }, { ...row, cells: { ...row.cells, [column.id]: entry.text } }] }, () => '');
      const shown = (at: number): string => own.rows[at]?.cells[column.id]?.shown ?? '';
      return [{ ...entry, where: `${own.rows[0]?.name ?? ''} · ${column.name}`, wasShown: shown(1), shown: shown(2) }];
    });
    return {
      show: release?.show ?? null,
      book: this.name,
      version: this.book.version,
      tables: opened.map((table) => {
        const seen = typedTable(all, table, (of, row, column) => sentText(all, of, row, column));
        return { ...seen, form: this.formOf(table, seen) };
      }),
      entries,
    };
  }

  private formOf(table: Table, seen: TypedTable): MapForm | null {
    const map = seen.map === null ? undefined : this.release?.look.maps[seen.map];
    return map ? mapForm(map, table) : null;
  }
} // prettier-ignore

function headOf(line: string): Head | null {
  try {
    const read = JSON.parse(line) as Partial<Head>;
    return typeof read.typing === 'string' && typeof read.book === 'string' ? (read as Head) : null;
  } catch {
    return null;
  }
}
