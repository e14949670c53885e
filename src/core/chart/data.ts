import { valueText } from '../binding';
import { counted } from '../problem';
import { parseDate, parseNumber, parseTime } from '../source';
import { columnAt, roundsOf, type ChartElement, type RowList } from '../show';

/** A row of a chart. */
export interface ChartRow {
  /** Stays the row's own whatever its values. */
  readonly key: string;
  readonly name: string;
  /** Where along the axis it stands: a number, or ms since 1970; null where names do. */
  readonly at: number | null;
  /** A value for each series; null: none. */
  readonly values: readonly (number | null)[];
  readonly before: number | null;
  /** As its cells say; empty: nothing. */
  readonly colour: string;
  readonly picture: string;
  /** In a bracket: the other side. */
  readonly other: string;
  /** Its place among the rows as they came: what is coloured row by row keeps its colour. */
  readonly place: number;
}

export interface ChartSeries {
  readonly key: string;
  readonly name: string;
}

export interface ChartPanel extends ChartSeries {
  readonly rows: readonly ChartRow[];
}

/** What the rows of a chart cannot be taken as, in parts of a sentence. */
export interface ChartFault {
  readonly code: 'no-columns' | 'no-numbers' | 'no-number' | 'no-date' | 'same-key' | 'no-order';
  readonly message: string;
}

/** The rows of a chart as they are understood. */
export interface ChartData {
  readonly rows: readonly ChartRow[];
  readonly series: readonly ChartSeries[];
  /** What stands along the axis. */
  readonly along: 'names' | 'numbers' | 'dates';
  readonly isTime: boolean;
  /** What the column of panels says, with the rows of each; empty where it says nothing. */
  readonly panels: readonly ChartPanel[];
  /** What the column of rounds says; the one that is shown. */
  readonly rounds: readonly string[];
  readonly round: string | null;
  /** What was understood, in one sentence. */
  readonly said: string;
  readonly faults: readonly ChartFault[];
}

type Cell = RowList['cells'][string][number];

/** Ms of a date, or of a time of day; null where it is neither. */
export function momentOf(words: string): { readonly ms: number; readonly isTime: boolean } | null {
  const date = parseDate(words);
  if (date !== null) return { ms: date, isTime: false };
  const seconds = parseTime(words);
  return seconds === null ? null : { ms: seconds * 1000, isTime: true };
}

const some = (words: readonly string[]): string =>
  `${words
    .slice(0, 3)
    .map((own) => `“${own}”`)
    .join(', ')}${words.length > 3 ? ` and ${words.length - 3} more` : ''}`;

const listed = (names: readonly string[]): string =>
  names.length < 2
    ? (names[0] ?? '')
    : names.length > 4
      ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more`
      : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** Reads the rows of a chart. */
class Reader {
  private readonly bad: string[] = [];
  private readonly badDates: string[] = [];
  private isTime = false;
  readonly faults: ChartFault[] = [];
  private readonly at: Readonly<Record<'name' | 'colour' | 'picture' | 'before' | 'panel' | 'round' | 'other' | 'seriesName', number>>; // prettier-ignore

  constructor(
    private readonly chart: ChartElement,
    private readonly list: RowList,
  ) {
    const { columns } = chart;
    const at = (name: string): number => (name === '' ? -1 : columnAt(list, name));
    const given = {
      colour: at(columns.colour),
      picture: at(columns.picture),
      before: at(columns.before),
      panel: at(columns.panel),
      round: at(columns.round),
      other: at(columns.other),
      seriesName: at(columns.seriesName),
    };
    this.at = { ...given, name: this.nameAt(at(columns.name), Object.values(given)) };
  }

  /** The column that names rows: as chosen, else the first of words, else of dates, else the first of all. */
  private nameAt(chosen: number, taken: readonly number[]): number {
    if (chosen >= 0) return chosen;
    const { columns } = this.list;
    const { series, value, seriesName } = this.chart.columns;
    const numbers = new Set([...series, value].map((name) => columnAt(this.list, name)));
    const isFree = (at: number): boolean => !taken.includes(at) && !numbers.has(at);
    const of = (...types: string[]): number =>
      columns.findIndex(({ type }, at) => isFree(at) && types.includes(type));
    const words = of('text');
    if (words >= 0) return words;
    const dates = of('date', 'time');
    if (dates >= 0 || seriesName !== '') return dates;
    const isAlong =
      this.chart.form === 'lines' || this.chart.form === 'areas' || this.chart.form === 'points';
    return isAlong && columns.length > 1 ? of('number', 'duration') : -1;
  }

  private cell(key: string, at: number): Cell {
    return (at < 0 ? undefined : this.list.cells[key]?.[at]) ?? null;
  }

  words(key: string, at: number): string {
    const cell = this.cell(key, at);
    const type = this.list.columns[at]?.type;
    return cell === null ? '' : valueText(cell, type ? { of: type } : undefined);
  }

  /** A cell as a number; null where it is none, which is noted where something stands there. */
  private number(key: string, at: number): number | null {
    const cell = this.cell(key, at);
    if (cell === null || cell === '') return null;
    const value =
      typeof cell === 'number' ? cell : typeof cell === 'string' ? parseNumber(cell) : Number(cell);
    if (value !== null && Number.isFinite(value)) return value;
    this.bad.push(String(cell));
    return null;
  }

  /** The columns of numbers, one for each series. */
  private numbers(): number[] {
    const { columns } = this.list;
    const { series } = this.chart.columns;
    if (series.length > 0)
      return series.flatMap((name) => {
        const at = columnAt(this.list, name);
        if (at < 0)
          this.faults.push({
            code: 'no-columns',
            message: `there is no column “${name}” any more; choose another`,
          });
        return at < 0 ? [] : [at];
      });
    const taken = new Set(Object.values(this.at));
    const free = columns.flatMap((_, at) => (taken.has(at) ? [] : [at]));
    const typed = free.filter((at) => ['number', 'duration'].includes(columns[at]?.type ?? ''));
    if (typed.length > 0) return typed;
    // Words that are mostly numbers were meant as such.
    return free.filter((at) => {
      const cells = this.list.order
        .map((key) => this.cell(key, at))
        .filter((cell) => cell !== null && cell !== '');
      const read = cells.filter(
        (cell) => typeof cell === 'number' || (typeof cell === 'string' && parseNumber(cell) !== null),
      );
      return read.length * 2 > cells.length;
    });
  }

  read(): ChartData {
    const { chart, list, at } = this;
    const rounds = roundsOf(chart, list);
    const round = rounds[Math.max(1, Math.min(rounds.length, Math.floor(chart.round))) - 1] ?? null;
    const keys = round === null ? list.order : list.order.filter((key) => String(this.cell(key, at.round) ?? '') === round);
    const numbers = this.numbers();
    const nameColumn = list.columns[at.name];
    const asked = chart.along === 'auto' ? nameColumn?.type : { names: 'text', numbers: 'number', dates: 'date' }[chart.along];
    const isAlong = chart.form === 'lines' || chart.form === 'areas' || chart.form === 'points';
    const along = !isAlong ? 'names' : asked === 'date' || asked === 'time' ? 'dates' : asked === 'number' || asked === 'duration' ? 'numbers' : 'names'; // prettier-ignore
    const isLong = at.seriesName >= 0;
    if (list.columns.length > 0 && numbers.length === 0 && chart.form !== 'bracket')
      this.faults.push({ code: 'no-numbers', message: 'none of the columns of its rows holds numbers; choose one, or mark a column as numbers where the rows are kept' });
    const { rows, series } = isLong ? this.long(keys, numbers, along) : this.wide(keys, numbers, along, round !== null);
    this.tell(rows, along);
    const ordered = along === 'names' ? rows : [...rows].sort((a, b) => (a.at as number) - (b.at as number));
    if (along !== 'names' && ordered.some((row, i) => row !== rows[i]))
      this.faults.push({ code: 'no-order', message: `the ${along} of its rows are not in their order; it puts them in order` });
    const panels = at.panel < 0 ? [] : this.panels(ordered, keys, isLong);
    return { rows: ordered, series, along, isTime: nameColumn?.type === 'time' || this.isTime, panels, rounds, round, said: this.said(rows, series, isLong, keys.length, round), faults: this.faults };
  } // prettier-ignore

  /** Where a cell stands along dates, ms; null: nowhere. */
  private moment(cell: Cell): number | null {
    const isTime = this.list.columns[this.at.name]?.type === 'time';
    // Times of day are kept as seconds.
    if (typeof cell === 'number') return isTime ? cell * 1000 : cell;
    const read = typeof cell === 'string' ? momentOf(cell) : null;
    if (read?.isTime) this.isTime = true;
    return read?.ms ?? null;
  }

  private row(key: string, own: string, values: readonly (number | null)[], along: ChartData['along'], place: number): ChartRow | null {
    const { at } = this;
    const name = at.name < 0 ? (this.chart.columns.seriesName === '' ? own : '') : this.words(own, at.name);
    let where: number | null = null;
    if (along !== 'names') {
      const cell = this.cell(own, at.name);
      where = along === 'dates' ? this.moment(cell) : typeof cell === 'number' ? cell : typeof cell === 'string' ? parseNumber(cell) : null;
      if (where === null || !Number.isFinite(where)) {
        this.badDates.push(typeof cell === 'number' ? String(Number(cell.toPrecision(6))) : String(cell ?? ''));
        return null;
      }
    }
    const before = at.before < 0 ? null : this.number(own, at.before);
    return { key, name, at: where, values, before, colour: this.words(own, at.colour), picture: this.words(own, at.picture), other: this.words(own, at.other), place };
  } // prettier-ignore

  /** A row of the list is a row of the chart, with a column for each series. */
  private wide(keys: readonly string[], numbers: readonly number[], along: ChartData['along'], isByName: boolean) {
    const series = numbers.map((at): ChartSeries => {
      const { key = '', name = '' } = this.list.columns[at] ?? {};
      return { key, name };
    });
    const taken = new Map<string, number>();
    const double: string[] = [];
    const rows = keys.flatMap((own, place) => {
      const values = numbers.map((at) => this.number(own, at));
      const name = this.at.name < 0 ? own : this.words(own, this.at.name);
      // From round to round a row is told by its name.
      const wanted = isByName && name !== '' ? name : own;
      const times = taken.get(wanted) ?? 0;
      taken.set(wanted, times + 1);
      if (times > 0) double.push(wanted);
      return this.row(times === 0 ? wanted : `${wanted} #${times + 1}`, own, values, along, place) ?? [];
    });
    if (double.length > 0) this.faults.push({ code: 'same-key', message: `${counted(double.length, 'row')} more of ${some([...new Set(double)])} ${double.length === 1 ? 'stands' : 'stand'} beside the first` });
    return { rows, series };
  } // prettier-ignore

  /** Rows of one name are a row of the chart; what their series are called stands in a column. */
  private long(keys: readonly string[], numbers: readonly number[], along: ChartData['along']) {
    const { value } = this.chart.columns;
    const chosen = value === '' ? -1 : columnAt(this.list, value);
    const at = chosen >= 0 ? chosen : (numbers[0] ?? -1);
    const names = [...new Set(keys.map((key) => this.words(key, this.at.seriesName)))];
    const place = new Map(names.map((name, i) => [name, i]));
    const groups = new Map<string, { own: string; values: (number | null)[] }>();
    const double: string[] = [];
    for (const key of keys) {
      const name = this.at.name < 0 ? '' : this.words(key, this.at.name);
      const group = groups.get(name) ?? { own: key, values: names.map(() => null) };
      groups.set(name, group);
      const i = place.get(this.words(key, this.at.seriesName)) as number;
      const number = this.number(key, at);
      if (number === null) continue;
      if (group.values[i] !== null) double.push(`${name} ${names[i]}`.trim());
      group.values[i] = (group.values[i] ?? 0) + number;
    }
    if (double.length > 0) this.faults.push({ code: 'same-key', message: `${some([...new Set(double)])} ${double.length === 1 ? 'stands' : 'stand'} there more than once; it adds them up` });
    const rows = [...groups].flatMap(([name, { own, values }], i) => this.row(name === '' ? '~all' : name, own, values, along, i) ?? []);
    return { rows, series: names.map((name): ChartSeries => ({ key: name === '' ? '~none' : name, name })) };
  } // prettier-ignore

  private panels(rows: readonly ChartRow[], keys: readonly string[], isLong: boolean): ChartPanel[] {
    const { at } = this;
    const of = new Map<string, string>();
    for (const key of keys) {
      const name = isLong ? (at.name < 0 ? '~all' : this.words(key, at.name)) : key;
      if (!of.has(name)) of.set(name, this.words(key, at.panel));
    }
    const found = new Map<string, ChartRow[]>();
    for (const row of rows) {
      const name = of.get(row.key) ?? of.get(row.name) ?? '';
      found.set(name, [...(found.get(name) ?? []), row]);
    }
    return [...found].map(([name, own]) => ({ key: name === '' ? '~none' : name, name, rows: own }));
  }

  private tell(rows: readonly ChartRow[], along: ChartData['along']): void {
    if (this.bad.length > 0)
      this.faults.push({ code: 'no-number', message: `${this.bad.length === 1 ? 'a cell is' : `${this.bad.length} cells are`} no number: ${some([...new Set(this.bad)])}; ${this.bad.length === 1 ? 'it has' : 'they have'} no mark` });
    if (this.badDates.length > 0)
      this.faults.push({ code: 'no-date', message: `${counted(this.badDates.length, 'row')} ${this.badDates.length === 1 ? 'is' : 'are'} left out, as ${some([...new Set(this.badDates)])} ${this.badDates.length === 1 ? 'is' : 'are'} no ${along === 'dates' ? 'date' : 'number'}` });
    const places = new Map<number, number>();
    for (const { at } of rows) if (at !== null) places.set(at, (places.get(at) ?? 0) + 1);
    const twice = [...places.values()].filter((times) => times > 1).length;
    if (twice > 0 && this.chart.form !== 'points')
      this.faults.push({ code: 'same-key', message: `${counted(twice, 'place')} along its axis ${twice === 1 ? 'has' : 'have'} several rows; the line goes through all of them` });
  } // prettier-ignore

  private said(rows: readonly ChartRow[], series: readonly ChartSeries[], isLong: boolean, given: number, round: string | null): string {
    const { columns } = this.list;
    if (rows.length === 0) return given === 0 ? 'It has no rows yet.' : 'None of its rows can be shown.';
    const name = columns[this.at.name]?.name;
    const by = name === undefined ? '' : ` by ${name}`;
    const what = listed(series.map((own) => own.name));
    const of = isLong
      ? `${counted(given, 'row')} read as ${counted(rows.length, 'name')} with ${counted(series.length, 'series', 'series')} of ${columns[this.at.seriesName]?.name ?? ''}: ${what}${by}`
      : `${counted(rows.length, 'row')}, ${series.length === 0 ? 'no series' : series.length === 1 ? `one series: ${what}` : `${series.length} series: ${what}`}${by}`;
    return `${of}${round === null ? '' : `, round ${round}`}.`;
  } // prettier-ignore
}

const readOfLate = new WeakMap<ChartElement, { list: RowList; data: ChartData }>();

/** The rows of a chart, understood; the same object as long as neither it nor its rows change. */
export function readChart(chart: ChartElement, list: RowList): ChartData {
  const known = readOfLate.get(chart);
  if (known?.list === list) return known.data;
  const data = new Reader(chart, list).read();
  readOfLate.set(chart, { list, data });
  return data;
}
