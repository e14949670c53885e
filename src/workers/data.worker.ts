// Tables, views and what came of sources, and what bindings make of them, off the interface's thread.
import '../core/no-eval';
import { usualLocale } from '../core/locale';
import { expose } from 'comlink';
import {
  RowsValue,
  type Rowset,
  typeOfValue,
  valueText,
  type Binding,
  type ColumnInfo,
  type ValueType,
} from '../core/binding';
import type { Counts, Target } from '../core/clock';
import {
  findRows,
  Resolver,
  viewRows,
  withChange,
  type Resolved,
  type RowSort,
  type TableChange,
  type Use,
  type Viewed,
} from '../core/data';
import type { Show, Table, Template, Values, View } from '../core/show';
import type { Read, Source } from '../core/source';

export interface TraceStep {
  readonly words: string;
  readonly type: string;
  readonly valueType: ValueType;
  readonly problem: string | null;
  /** Where it is rows: the first of them, as words. */
  readonly rows: {
    readonly columns: readonly string[];
    readonly rows: readonly (readonly string[])[];
  } | null;
}
export interface RowsSeen {
  /** Where the keys and rows begin. */
  readonly from: number;
  readonly columns: readonly ColumnInfo[];
  readonly count: number;
  /** Of a view: rows before they were cut to the top and a page, and how many pages there are. */
  readonly total: number;
  readonly pages: number;
  readonly keys: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

const mostTraced = 6;
const mostTracedColumns = 8;
/** The first of some rows as words, for the checker. */
const firstRows = (rowset: Rowset): TraceStep['rows'] => ({
  columns: rowset.columns.slice(0, mostTracedColumns).map(({ name }) => name),
  rows: Array.from({ length: Math.min(rowset.count, mostTraced) }, (_, row) =>
    rowset.columns.slice(0, mostTracedColumns).map((_column, at) => rowset.text(row, at)),
  ),
});

const resolver = new Resolver();
let tables: Show['tables'] = {};
let views: Show['views'] = {};
let locale = usualLocale;
let tell: (changed: [string, Resolved][]) => void = () => undefined;
const pass = (changed: ReadonlyMap<string, Resolved>): void => {
  if (changed.size > 0) tell([...changed]);
};

/** What a view makes of rows: worked out once, however often it is scrolled through. */
let lastViewed: { under: Rowset; view: View; locale: string; is: Viewed } | null = null;
function viewed(under: Rowset, view: View): Viewed {
  if (lastViewed?.under !== under || lastViewed.view !== view || lastViewed.locale !== locale)
    lastViewed = { under, view, locale, is: viewRows(under, view, locale) };
  return lastViewed.is;
}

const api = {
  onChanged(listener: typeof tell): void {
    tell = listener;
  },
  /** The draft as it is now; of tables only what is new. */
  setShow(
    { scores, ...rest }: Pick<Show, 'views' | 'assets' | 'sources' | 'scores'> & { readonly locale: string },
    change: Readonly<Record<string, { whole?: Table; head?: Table; rows?: TableChange } | null>>,
  ): void {
    const next = { ...tables };
    for (const [id, one] of Object.entries(change)) {
      if (one === null) delete next[id];
      else if (one.whole) next[id] = one.whole;
      else if (one.rows && next[id])
        next[id] = withChange({ ...next[id], ...one.head, rows: next[id].rows }, one.rows);
    }
    tables = next;
    views = rest.views;
    locale = rest.locale;
    pass(resolver.setShow({ ...rest, tables }));
    // A draft shows what its scores begin with.
    const starts = Object.values(scores).map(({ id, start }) => [id, start] as const);
    pass(resolver.setScores(Object.fromEntries(starts)));
  },
  setCountedTo: (names: Readonly<Record<string, string>>): void => pass(resolver.setCountedTo(names)),
  times: (counts: Extract<Counts, { by: 'rows' }>): Target[] => resolver.timesOf(counts),
  setSource(source: Source, read: Read | null): void {
    pass(resolver.setSource(source, read));
  },
  open: (key: string, use: Use): Resolved => resolver.open(key, use),
  close: (key: string): void => resolver.close(key),
  trace: (use: Use, binding: Pick<Binding, 'from' | 'steps'>): TraceStep[] =>
    resolver.trace(use, binding).map(({ value, type, problem }) => ({
      words: valueText(value, type).slice(0, 500),
      type: typeOfValue(value, type),
      valueType: type,
      problem: problem?.message ?? null,
      rows: value instanceof RowsValue ? firstRows(value.rowset) : null,
    })),
  /** The keys of all rows, and what each makes of a template where that is wanted. */
  filled(id: string, template: Template, wanted: 'keys' | 'values'): { key: string; values: Values }[] {
    const rowset = resolver.rows(id);
    return Array.from({ length: rowset?.count ?? 0 }, (_, row) => {
      const key = rowset?.key(row) ?? '';
      return {
        key,
        values:
          wanted === 'keys'
            ? {}
            : { ...resolver.resolve({ template, typed: {}, row: { of: id, key } }).values },
      };
    });
  },
  /** The keys of the rows of a table that have some words in them, in the order of a column where one sorts. */
  keysSeen(id: string, words: string, sort: RowSort | null): string[] {
    const table = tables[id];
    return table ? findRows(tables, table, words, sort, locale).map((row) => row.id) : [];
  },
  /** One row by its key: its place and its first words. */
  row(id: string, key: string): { at: number; words: string } | null {
    const rowset = resolver.rows(id);
    const at = rowset?.indexOf(key) ?? -1;
    if (!rowset || at < 0) return null;
    const words = rowset.columns.map((_c, column) => rowset.text(at, column)).filter(Boolean);
    return { at, words: words.slice(0, 3).join(' · ') };
  },
  /** Some rows of a table, source or view, as words. */
  rows(id: string, from: number, count: number): RowsSeen | null {
    const rowset = resolver.rows(id);
    if (!rowset) return null;
    const view = views[id];
    const under = view && resolver.rows(view.of);
    const { total, pages } = view && under ? viewed(under, view) : { total: rowset.count, pages: 1 };
    const end = Math.min(rowset.count, from + count);
    const places = Array.from({ length: Math.max(0, end - from) }, (_, i) => from + i);
    return {
      from,
      columns: rowset.columns,
      count: rowset.count,
      total,
      pages,
      keys: places.map((row) => rowset.key(row)),
      rows: places.map((row) => rowset.columns.map((_c, column) => rowset.text(row, column))),
    };
  },
};
export type DataWorker = typeof api;
expose(api);
