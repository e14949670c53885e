import { z } from 'zod';
import { cellProblem, shownText, typedCell } from '../data';
import { problem, type Problem } from '../problem';
import { columnKinds, idSchema, type Column, type Row, type Show, type Table } from '../show';

/** How far something that was typed has come. */
export const typedStates = ['to-check', 'to-send', 'on-air', 'refused', 'withdrawn', 'replaced'] as const;
export type TypedState = (typeof typedStates)[number];

/** What one has typed into a cell, and what became of it. Texts are as the table keeps them. */
export const typedSchema = z.object({
  n: z.number().int().min(1),
  /** Rises with each change of the book that touched it. */
  version: z.number().int().min(1),
  /** Ms since 1970. */
  at: z.number(),
  table: idSchema,
  row: idSchema,
  column: idSchema,
  was: z.string().max(10_000),
  text: z.string().max(10_000),
  by: z.string().min(1).max(60),
  state: z.enum(typedStates),
  /** Who let it pass, refused it or took it back, and when; null: nobody has yet. */
  looked: z.object({ by: z.string().min(1).max(60), at: z.number() }).nullable(),
  /** Who sent it to air, and when, where that was done by hand. */
  sent: z.object({ by: z.string().min(1).max(60), at: z.number() }).nullable(),
});
export type Typed = z.infer<typeof typedSchema>;

export const typingActSchema = z.discriminatedUnion('do', [
  z.object({ do: z.literal('type'), table: idSchema, row: idSchema, column: idSchema, was: z.string().max(10_000), text: z.string().max(10_000) }),
  z.object({ do: z.enum(['confirm', 'refuse', 'withdraw', 'back']), n: z.number().int().min(1) }),
  z.object({ do: z.literal('send'), table: idSchema }),
]); // prettier-ignore
export type TypingAct = z.infer<typeof typingActSchema>;

type Tables = Show['tables'];
type Done = { readonly entries: readonly Typed[] } | { readonly problem: Problem };

/** Whether a column is typed by typists: what follows another is not, nor is one that is not opened to them. */
export const isTypedColumn = (table: Table, column: Column): boolean =>
  table.typing !== null && column.type !== 'follows' && (table.typing.columns.length === 0 || table.typing.columns.includes(column.id)); // prettier-ignore

const isWaiting = ({ state }: Typed): boolean => state === 'to-check' || state === 'to-send';
const isSame = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();
const refuse = (code: string, message: string, path = ''): { problem: Problem } => ({ problem: problem(code, message, path) }); // prettier-ignore

/** What of a table's row one would call it by: the first of its cells that says something. */
export function rowName(tables: Tables, table: Table, row: Row): string {
  for (const column of table.columns) {
    const words = shownText(tables, table, row, column).trim();
    if (words !== '') return words;
  }
  return 'The row';
}

/**
 * What typists have typed into the tables of a show, in order: what waits to be looked at or sent, what is on air, and who
 * did it. It decides; who keeps it puts `entries` on disk and the cells on air.
 */
export class TypingBook {
  private readonly entries = new Map<number, Typed>();
  version = 0;

  /** Takes up an entry as it was kept. */
  put(entry: Typed): void {
    this.entries.set(entry.n, entry);
    this.version = Math.max(this.version, entry.version);
  }

  all = (): readonly Typed[] => [...this.entries.values()];
  since = (version: number): readonly Typed[] => this.all().filter((entry) => entry.version > version);
  /** What is on air of what was typed and went there after a version, the oldest first: a cell is as the last one says. */
  onAirSince = (version: number): readonly Typed[] => this.since(version).filter(({ state }) => state === 'on-air').sort((a, b) => a.version - b.version); // prettier-ignore

  /** What an act makes of the entries, or why it does not. Nothing is changed here: `put` what comes out once it is kept. */
  act(tables: Tables, act: TypingAct, by: string, at: number): Done {
    switch (act.do) {
      case 'type':
        return this.type(tables, act, by, at);
      case 'send':
        return this.send(tables, act.table, by, at);
      default:
        return this.look(tables, act.do, act.n, by, at);
    }
  }

  private type(tables: Tables, act: Extract<TypingAct, { do: 'type' }>, by: string, at: number): Done {
    const found = cellOf(tables, act);
    if ('problem' in found) return found;
    const { table, row, column } = found;
    if (!isTypedColumn(table, column)) return refuse('not-typed', `${column.name} of ${table.name} is not typed here.`, column.name);
    const now = row.cells[column.id] ?? '';
    const before = this.waitingAt(act);
    const shown = (text: string): string => shownText(tables, table, { ...row, cells: { ...row.cells, [column.id]: text } }, column);
    const present = before?.text ?? now;
    if (act.was !== present) {
      const last = [...this.entries.values()].filter((entry) => sameCell(entry, act) && entry.text === present).at(-1);
      return refuse('changed-meanwhile', `${column.name} of ${rowName(tables, table, row)} was changed${last ? ` by ${last.by}` : ''} to “${shown(present)}” meanwhile. Look at it, and type again.`, column.name);
    }
    const text = typedCell(tables, column, act.text);
    const wrong = cellProblem(tables, withCell(table, row, column, text), { ...row, cells: { ...row.cells, [column.id]: text } }, column);
    if (wrong) return { problem: wrong };
    if (text === present) return { entries: [] };
    let version = this.version;
    const entries: Typed[] = [];
    if (before) entries.push({ ...before, version: (version += 1), state: 'replaced', looked: { by, at } });
    // Back to what is on air: what waited is withdrawn, and nothing new is there.
    if (before && text === now) return { entries };
    const n = Math.max(0, ...this.entries.keys()) + 1;
    const state = table.typing?.isChecked ? 'to-check' : table.flow === 'at-once' ? 'on-air' : 'to-send';
    entries.push({ n, version: version + 1, at, table: table.id, row: row.id, column: column.id, was: now, text, by, state, looked: null, sent: null });
    return { entries };
  } // prettier-ignore

  private look(tables: Tables, act: 'confirm' | 'refuse' | 'withdraw' | 'back', n: number, by: string, at: number): Done {
    const entry = this.entries.get(n);
    if (!entry) return refuse('unknown', 'That is not in the book of what was typed.', 'n');
    const found = cellOf(tables, entry);
    if ('problem' in found) return found;
    const { table, row, column } = found;
    const next = (state: TypedState): Done => ({ entries: [{ ...entry, version: this.version + 1, state, looked: { by, at } }] });
    const words = `${rowName(tables, table, row)} · ${column.name}`;
    switch (act) {
      case 'confirm':
        if (entry.state !== 'to-check') return refuse('not-waiting', `${words} does not wait to be looked at any more.`);
        if (isSame(entry.by, by)) return refuse('own-entry', `${words} was typed by ${entry.by}; somebody else must look at it.`);
        return next(table.flow === 'at-once' ? 'on-air' : 'to-send');
      case 'refuse':
      case 'withdraw':
        if (!isWaiting(entry)) return refuse('not-waiting', `${words} does not wait any more.`);
        return next(act === 'refuse' ? 'refused' : 'withdrawn');
      case 'back': {
        if (entry.state !== 'on-air') return refuse('not-on-air', `${words} is not on air.`);
        if ((row.cells[column.id] ?? '') !== entry.text) return refuse('changed-meanwhile', `${words} has been changed since; type what it should be.`);
        return this.type(tables, { do: 'type', table: entry.table, row: entry.row, column: entry.column, was: this.waitingAt(entry)?.text ?? entry.text, text: entry.was }, by, at);
      }
    }
  } // prettier-ignore

  private send(tables: Tables, id: string, by: string, at: number): Done {
    const table = tables[id];
    if (!table) return refuse('unknown-table', 'Nothing on air takes values from this table.', 'table');
    let version = this.version;
    const entries = this.all().filter((entry) => entry.table === id && entry.state === 'to-send').map((entry): Typed => ({ ...entry, version: (version += 1), state: 'on-air', sent: { by, at } }));
    return entries.length > 0 ? { entries } : refuse('nothing-waits', `Nothing of ${table.name} waits to be sent.`);
  } // prettier-ignore

  /** What waits for a cell; undefined: nothing does. */
  waitingAt(cell: Pick<Typed, 'table' | 'row' | 'column'>): Typed | undefined {
    return this.all().find((entry) => isWaiting(entry) && sameCell(entry, cell));
  }
}

const sameCell = (
  a: Pick<Typed, 'table' | 'row' | 'column'>,
  b: Pick<Typed, 'table' | 'row' | 'column'>,
): boolean => a.table === b.table && a.row === b.row && a.column === b.column;

/** A table with a cell as it is to be: what is wanted once in a column is looked for there. */
const withCell = (table: Table, row: Row, column: Column, text: string): Table => ({ ...table, rows: table.rows.map((own) => (own.id === row.id ? { ...own, cells: { ...own.cells, [column.id]: text } } : own)) }); // prettier-ignore

function cellOf(tables: Tables, at: Pick<Typed, 'table' | 'row' | 'column'>): { readonly table: Table; readonly row: Row; readonly column: Column } | { readonly problem: Problem } {
  const table = tables[at.table];
  if (!table?.typing) return refuse('not-opened', 'This table is not opened to typists any more. Ask who designs the show.', 'table');
  const row = table.rows.find(({ id }) => id === at.row);
  const column = table.columns.find(({ id }) => id === at.column);
  if (!row || !column) return refuse('gone', `${table.name} has no such ${row ? 'column' : 'row'} any more. Look at it again.`, row ? 'column' : 'row');
  return { table, row, column };
} // prettier-ignore

/** Cells that entries bring on air, as rows of their table whole. */
export function rowsOnAir(table: Table, entries: readonly Typed[]): Row[] {
  const rows = new Map<string, Row>();
  for (const { table: id, row, column, text, state } of entries) {
    if (id !== table.id || state !== 'on-air') continue;
    const before = rows.get(row) ?? table.rows.find((own) => own.id === row);
    if (before && table.columns.some((own) => own.id === column))
      rows.set(row, { ...before, cells: { ...before.cells, [column]: text } });
  }
  return [...rows.values()];
}

/** A column as typists see it. */
export interface TypedColumn {
  readonly id: string;
  readonly name: string;
  readonly type: Column['type'];
  readonly typeLabel: string;
  readonly isTyped: boolean;
  /** What can be chosen: what it keeps, and what one sees; null: it is typed freely. */
  readonly choices: readonly { readonly value: string; readonly label: string; readonly colour: string | null }[] | null;
} // prettier-ignore
export interface TypedRow {
  readonly id: string;
  readonly name: string;
  /** By column: what it keeps, and what one sees. */
  readonly cells: Readonly<Record<string, { readonly text: string; readonly shown: string }>>;
  /** The colour that it has on a map; null: none. */
  readonly colour: string | null;
}
/** A table as typists see it. */
export interface TypedTable {
  readonly id: string;
  readonly name: string;
  readonly flow: Table['flow'];
  readonly isChecked: boolean;
  readonly map: string | null;
  readonly columns: readonly TypedColumn[];
  readonly rows: readonly TypedRow[];
}

const mostRows = 2000;
const mostChoices = 1000;
const isColour = (words: string): boolean => /^#([0-9a-f]{6}|[0-9a-f]{8})$/i.test(words);

/** The colour in a row: of its first column that is one, or follows a pick to one. `sent`: a cell on its way to air. */
function colourOf(table: Table, row: Row, sent: (row: Row, column: Column) => string): string | null {
  for (const column of table.columns) {
    if (column.type !== 'colour' && column.type !== 'follows') continue;
    const words = sent(row, column).trim();
    if (isColour(words)) return words;
  }
  return null;
}

/** A table as it is shown to typists. `sent`: a cell on its way to air. */
export function typedTable(tables: Tables, table: Table, sent: (table: Table, row: Row, column: Column) => string): TypedTable {
  const choicesOf = (column: Column): TypedColumn['choices'] => {
    if (column.type === 'choice') return column.choices.map((value) => ({ value, label: value, colour: null }));
    if (column.type === 'yes-no') return ['yes', 'no'].map((value) => ({ value, label: value, colour: null }));
    const other = column.type === 'pick' ? tables[column.table] : undefined;
    if (column.type !== 'pick' || !other) return null;
    const shown = other.columns.find(({ id }) => id === column.shown);
    return other.rows.slice(0, mostChoices).map((row) => ({ value: row.id, label: shown ? shownText(tables, other, row, shown) : row.id, colour: colourOf(other, row, (of, own) => sent(other, of, own)) }));
  };
  return {
    id: table.id,
    name: table.name,
    flow: table.flow,
    isChecked: table.typing?.isChecked ?? false,
    map: table.typing?.map ?? null,
    columns: table.columns.map((column) => ({ id: column.id, name: column.name, type: column.type, typeLabel: columnKinds[column.type].label, isTyped: isTypedColumn(table, column), choices: choicesOf(column) })),
    rows: table.rows.slice(0, mostRows).map((row) => ({
      id: row.id,
      name: rowName(tables, table, row),
      cells: Object.fromEntries(table.columns.map((column) => [column.id, { text: row.cells[column.id] ?? '', shown: shownText(tables, table, row, column) }])),
      colour: colourOf(table, row, (of, own) => sent(table, of, own)),
    })),
  };
} // prettier-ignore
