import { counted } from '../problem';
import { timeText, type Cell, type CellFacets, type Json, type ScalarType } from '../source';

export interface ColumnInfo {
  /** Stable within its table; for sources and views the name itself. */
  readonly key: string;
  readonly name: string;
  readonly type: ScalarType;
}

/** Rows to look at, wherever they come from: a table of the show, a source, a view, or some rows of one. */
export interface Rowset {
  readonly name: string;
  readonly columns: readonly ColumnInfo[];
  readonly count: number;
  /** A cell as a value of its column's type: dates in ms since 1970, durations in seconds; null where empty or unfit. */
  cell(row: number, column: number): Cell;
  /** A cell as it was written. */
  text(row: number, column: number): string;
  /** Stable name of a row, unique in the rowset. */
  key(row: number): string;
  indexOf(key: string): number;
  /** Its source itself says what tells its rows apart, whatever is in them. */
  readonly isKeyed?: boolean;
  facets(row: number, column: number): CellFacets | undefined;
  /** What a row is all made of: where it is the same object in two rowsets of one kind, so are all its cells. */
  readonly made?: (row: number) => object;
}

/** One row of a rowset. */
export class RowValue {
  constructor(
    readonly rowset: Rowset,
    readonly index: number,
  ) {}
}
/** All rows of a rowset. */
export class RowsValue {
  constructor(readonly rowset: Rowset) {}
}

/** What goes through the steps of a binding. */
export type Value = Json | RowValue | RowsValue | readonly Value[];

/** What a value is known to be before it is there, so that a step that does not fit is refused where it is built. */
export type ValueType =
  | { readonly of: ScalarType | 'any' }
  | { readonly of: 'list'; readonly item: ValueType }
  | { readonly of: 'row' | 'rows'; readonly columns: readonly ColumnInfo[] };

export const scalar = (of: ScalarType | 'any'): ValueType => ({ of });
export const listOf = (item: ValueType): ValueType => ({ of: 'list', item });

/** A type in words: `number`, `list of text`, `rows (Team, Score, …)`. */
export function typeWords(type: ValueType): string {
  switch (type.of) {
    case 'list':
      return `list of ${typeWords(type.item)}`;
    case 'row':
    case 'rows': {
      const names = type.columns.map((column) => column.name);
      return `${type.of} (${names.slice(0, 3).join(', ')}${names.length > 3 ? ', …' : ''})`;
    }
    case 'any':
      return 'whatever comes';
    case 'yes-no':
      return 'yes/no';
    case 'time':
      return 'time of day';
    default:
      return type.of;
  }
}

/** A type in words, or, where whatever may come, what did come. */
export const typeOfValue = (value: Value, type: ValueType): string =>
  type.of !== 'any' || value === null
    ? typeWords(type)
    : Array.isArray(value)
      ? `list of ${value.length}`
      : typeof value === 'string'
        ? 'text'
        : typeof value === 'boolean'
          ? 'yes/no'
          : typeof value === 'number'
            ? 'number'
            : 'object';

const pad = (n: number): string => String(n).padStart(2, '0');

/** Seconds as h:mm:ss or m:ss, with the parts of a second where there are any. */
export function durationText(seconds: number): string {
  const whole = Math.abs(seconds);
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const rest = Math.round((whole % 60) * 1000) / 1000;
  const tail = `${rest < 10 ? '0' : ''}${rest}`;
  return `${seconds < 0 ? '\u2212' : ''}${hours > 0 ? `${hours}:${pad(minutes)}` : minutes}:${tail}`;
}

/** A moment as 2026-11-23 15:30:00, in UTC, without a time where it is midnight. */
export function dateText(ms: number): string {
  const text = new Date(ms).toISOString();
  return text.endsWith('T00:00:00.000Z') ? text.slice(0, 10) : text.slice(0, 19).replace('T', ' ');
}

/** A value in words, as the checker and texts with holes show it. */
export function valueText(value: Value, type: ValueType = scalar('any')): string {
  if (value === null) return '';
  if (value instanceof RowsValue) return `${counted(value.rowset.count, 'row')} of ${value.rowset.name}`;
  if (value instanceof RowValue)
    return value.rowset.columns
      .map((column, i) => `${column.name}: ${value.rowset.text(value.index, i)}`)
      .join(' · ');
  if (Array.isArray(value))
    return value
      .map((item) => valueText(item as Value, type.of === 'list' ? type.item : scalar('any')))
      .join(', ');
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') {
    if (type.of === 'date') return dateText(value);
    if (type.of === 'time') return timeText(value);
    return type.of === 'duration' ? durationText(value) : String(value);
  }
  return typeof value === 'string' ? value : JSON.stringify(value);
}

/** Whether a value stands for nothing: no value, no words, an empty list. */
export const isEmpty = (value: Value): boolean =>
  value === null || value === '' || (Array.isArray(value) && value.length === 0);
