import { readFileSync } from 'node:fs';
import { tableChange, withChange } from '../../core/data';
import { problem, type Problem } from '../../core/problem';
import { openRelease, tableSchema, type Release, type Row, type Table } from '../../core/show';
import { sha256 } from '../store';
import { tableChangeSchema, type Correction, type CorrectionLog } from './corrections';

/** The tables of the release on air with their corrections. Owned by the worker of data. */
export class AirTables {
  private tables: Record<string, Table> = {};

  constructor(private readonly log: CorrectionLog) {}

  /** Takes up a release from the first of its files that is whole; null where none is, or none is on air. */
  take(hash: string | null, paths: readonly string[]): Release | null {
    this.tables = {};
    if (hash === null) return null;
    const release = firstWhole(hash, paths);
    this.tables = { ...release?.tables };
    for (const correction of this.log.read(hash)) this.put(correction);
    return release;
  }

  all = (): Readonly<Record<string, Table>> => this.tables;
  table = (id: string): Table | undefined => (Object.hasOwn(this.tables, id) ? this.tables[id] : undefined);

  /** Puts rows in the place of those that were there; on disk first, where the disk takes it. Null: there is no such table. */
  overlay(id: string, rowsOf: (table: Table) => readonly Row[]): Table | null {
    const before = this.table(id);
    if (!before) return null;
    const set = rowsOf(before).filter(
      (row) => JSON.stringify(row) !== JSON.stringify(before.rows.find((own) => own.id === row.id)),
    );
    if (set.length === 0) return before;
    const correction = { table: id, change: { set, gone: [] } };
    try {
      this.log.append(correction);
    } catch {
      // Who typed it has it on disk already, and it is put over the release again from there.
    }
    this.put(correction);
    return this.table(id) ?? null;
  }

  /** Corrects a table from JSON: with what of it is new, or `whole`. On disk before it is put in place. */
  correct(
    id: string,
    bytes: Uint8Array,
    whole: boolean,
    over: (table: Table, rows: readonly Row[]) => readonly Row[] = (_, rows) => rows,
  ): { table: Table } | { problem: Problem } {
    const before = this.table(id);
    if (!before)
      return {
        problem: problem(
          'unknown-table',
          'Nothing on air takes values from this table. Release the show first.',
          id,
        ),
      };
    const given = readCorrection(before, bytes, whole);
    if ('problem' in given) return given;
    const read = { correction: withOver(before, given.correction, over) };
    try {
      this.log.append(read.correction);
    } catch (error) {
      return {
        problem: problem(
          'journal-unwritable',
          `The server cannot keep the correction (${(error as Error).message}). Nothing was changed on air. Free some disk space and send it again.`,
          id,
        ),
      };
    }
    this.put(read.correction);
    return { table: this.tables[id] as Table };
  }

  private put(correction: Correction): void {
    const before = this.table(correction.table);
    if (!before) return;
    this.tables = {
      ...this.tables,
      [before.id]: 'whole' in correction ? correction.whole : withChange(before, correction.change),
    };
  }
}

function withOver(
  table: Table,
  correction: Correction,
  over: (table: Table, rows: readonly Row[]) => readonly Row[],
): Correction {
  return 'whole' in correction
    ? {
        ...correction,
        whole: { ...correction.whole, rows: [...over(correction.whole, correction.whole.rows)] },
      }
    : { ...correction, change: { ...correction.change, set: over(table, correction.change.set) } };
}

function firstWhole(hash: string, paths: readonly string[]): Release | null {
  for (const path of paths) {
    try {
      const bytes = readFileSync(path);
      if (sha256(bytes) === hash) return openRelease(JSON.parse(bytes.toString('utf8')));
    } catch {
      // The other of the two may be whole.
    }
  }
  return null;
}

function readCorrection(
  before: Table,
  bytes: Uint8Array,
  whole: boolean,
): { correction: Correction } | { problem: Problem } {
  const damaged = (path: string, why: string): { problem: Problem } => ({
    problem: problem('damaged-table', `The table is damaged at ${path || 'its top'}: ${why}.`, path),
  });
  let json: unknown;
  try {
    json = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return { problem: problem('not-json', 'The body is no JSON.') };
  }
  const parsed = (whole ? tableSchema : tableChangeSchema).safeParse(json);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return damaged(issue?.path.map(String).join('.') ?? '', issue?.message ?? 'not a table');
  }
  if (!whole) return { correction: { table: before.id, change: parsed.data as never } };
  const table = parsed.data as Table;
  if (table.id !== before.id) return damaged('id', `it is ${table.id}`);
  const { rows: _a, ...form } = before;
  const { rows: _b, ...newForm } = table;
  if (JSON.stringify(form) !== JSON.stringify(newForm))
    return { correction: { table: before.id, whole: table } };
  const known = new Map(before.rows.map((row) => [row.id, row]));
  const same = table.rows.map((row) => {
    const was = known.get(row.id);
    return was && JSON.stringify(was.cells) === JSON.stringify(row.cells) ? was : row;
  });
  return { correction: { table: before.id, change: tableChange(before, { ...table, rows: same }) } };
}
