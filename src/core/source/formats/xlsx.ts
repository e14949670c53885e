import type * as XlsxNames from '@e965/xlsx';
import type { z } from 'zod';
import { problem } from '../../problem';
import { uniqueNames } from '../names';
import {
  mostCells,
  PlaceRefused,
  refuse,
  type Cell,
  type CellFacets,
  type Read,
  type ScalarType,
} from '../read';
import { guessType } from '../values';
import { days1904, isElapsed, isTimeOnly, serialDate, serialTime } from '../workbook/dates';
import type { SheetLooks } from '../workbook/looks';
import { refuseOther } from '../workbook/true-name';
import type { xlsxFormatSchema } from './schemas';

interface Range {
  readonly top: number;
  readonly left: number;
  readonly bottom: number;
  readonly right: number;
}
const columnNumber = (letters: string): number =>
  [...letters.toUpperCase()].reduce((n, letter) => n * 26 + letter.charCodeAt(0) - 64, 0);

function parseRange(text: string): Range {
  const match = /^\s*\$?([A-Z]{1,3})\$?(\d{1,7})(?::\$?([A-Z]{1,3})\$?(\d{1,7}))?\s*$/i.exec(text);
  if (!match) return refuse('bad-range', `“${text}” is no range. Write it like B2:F20.`, 'range');
  const [, a, one, b = a, two = one] = match as unknown as [string, string, string, string?, string?];
  const [left, right] = [columnNumber(a), columnNumber(b as string)].sort((x, y) => x - y) as [
    number,
    number,
  ];
  const [top, bottom] = [Number(one), Number(two)].sort((x, y) => x - y) as [number, number];
  return { top: top - 1, left: left - 1, bottom: bottom - 1, right: right - 1 };
}

type Xlsx = typeof XlsxNames;
type Book = ReturnType<Xlsx['read']>;
interface BookCell {
  readonly t: string;
  readonly v?: unknown;
  readonly w?: string;
  readonly z?: string;
  readonly f?: string;
  readonly s?: { readonly fgColor?: { readonly rgb?: string } };
  readonly c?: readonly { readonly t?: string; readonly a?: string }[];
}
interface BookSheet {
  readonly '!data'?: readonly (readonly (BookCell | undefined)[] | undefined)[];
  readonly '!type'?: string;
}

function open(xlsx: Xlsx, bytes: Uint8Array, sheet: string | number, name: string): Book {
  try {
    return xlsx.read(bytes, {
      type: 'array',
      dense: true,
      sheets: sheet,
      sheetStubs: true,
      cellStyles: true,
      cellNF: true,
      cellHTML: false,
      // Format 14 stands for the short date of whoever looks; with a year that can be told.
      dateNF: 'm/d/yyyy',
    });
  } catch (error) {
    const said = (error as Error).message;
    if (/password|encrypt/i.test(said))
      return refuse(
        'locked-workbook',
        `${name} is locked with a password. Save it without one, or read it from where it is made.`,
        name,
      );
    return refuse(
      'damaged-workbook',
      `${name} is damaged: it is no whole workbook. Open it in a spreadsheet and save it again.`,
      name,
    );
  }
}

interface ReadCell {
  readonly shown: string;
  readonly value: Cell;
  readonly facets: CellFacets | null;
}
const nothing: ReadCell = { shown: '', value: null, facets: null };

/** Spreadsheets keep fifteen digits; what a double has beyond them is residue. */
const fifteen = (value: number): number => (Number.isInteger(value) ? value : Number(value.toPrecision(15)));

function readCell(
  cell: BookCell,
  /** The place of a cell, asked for only where looks are kept by it. */
  at: () => string,
  book: {
    readonly is1904: boolean;
    readonly isDate: (pattern: string) => boolean;
    readonly show: (pattern: string, serial: number) => string | null;
    readonly looks: SheetLooks;
  },
): ReadCell {
  const facets: { -readonly [K in keyof CellFacets]: CellFacets[K] } = {};
  let value: Cell = null;
  let shown = '';
  if (cell.t === 'n' && typeof cell.v === 'number') {
    const serial = cell.v;
    const pattern = typeof cell.z === 'string' ? cell.z : '';
    shown = book.show(pattern, serial) ?? cell.w ?? String(fifteen(serial));
    if (pattern !== '' && book.isDate(pattern)) {
      const isTime = isTimeOnly(pattern);
      value = isTime ? serialTime(isElapsed(pattern) ? serial : serial % 1) : serialDate(serial, book.is1904);
      if (!isTime) facets.date = value;
    } else {
      value = fifteen(serial);
      facets.number = value;
    }
  } else if (cell.t === 'b') {
    value = cell.v === true;
    shown = value ? 'TRUE' : 'FALSE';
  } else if (cell.t === 's' || cell.t === 'd') {
    shown = (
      (book.looks.inline.size > 0 ? book.looks.inline.get(at()) : undefined) ?? String(cell.v ?? '')
    ).replace(/\r\n?/g, '\n');
    value = shown === '' ? null : shown;
  }
  const look = book.looks.looks.size > 0 ? book.looks.looks.get(at()) : undefined;
  const fill =
    look?.fill ?? (cell.s?.fgColor?.rgb ? `#${cell.s.fgColor.rgb.slice(-6).toLowerCase()}` : undefined);
  if (fill) facets.fill = fill;
  if (look?.colour) facets.colour = look.colour;
  const note = cell.c?.map((part) => part.t ?? '').join('\n');
  if (note) facets.note = note.replace(/\r\n?/g, '\n');
  return { shown, value, facets: Object.keys(facets).length > 0 ? facets : null };
}

/** What all cells of a column are, where the sheet itself says it. */
function storedType(rows: readonly (readonly ReadCell[])[], column: number): ScalarType | null {
  let found: ScalarType | null = null;
  for (const row of rows) {
    const cell = row[column];
    if (!cell || cell.shown === '') continue;
    const own =
      cell.facets?.date !== undefined ? 'date' : cell.facets?.number !== undefined ? 'number' : null;
    if (own === null || (found !== null && found !== own)) return null;
    found = own;
  }
  return found;
}

/**
 * One sheet of a workbook: XLSX and XLSM (ECMA-376), XLSB, XLS and ODS (ISO 26300). Formulas by the values stored with
 * them, dates of both date systems, merged cells by their first, and beside the text of each cell its number, date,
 * colours and note.
 */
export async function readXlsx(
  bytes: Uint8Array,
  options: z.infer<typeof xlsxFormatSchema>,
  name: string,
): Promise<Read> {
  const [xlsx, { sheetLooks }, { format, isDateFormat }] = await Promise.all([
    import('@e965/xlsx'),
    import('../workbook/looks'),
    import('numfmt'),
  ]);
  const kind = refuseOther(bytes, name, () =>
    xlsx.CFB.read(bytes, { type: 'array' }).FileIndex.map((entry: { name: string }) => entry.name),
  );
  if (kind !== 'zip') xlsx.set_cptable(await import('@e965/xlsx/dist/cpexcel.full.mjs'));
  let book = open(xlsx, bytes, options.sheet ?? 0, name);
  const names = book.SheetNames;
  const isHidden = (at: number): boolean => Boolean(book.Workbook?.Sheets?.[at]?.Hidden);
  const sheetAt = (at: number): BookSheet | undefined =>
    book.Sheets[names[at] ?? ''] as BookSheet | undefined;
  let at = options.sheet === null ? 0 : names.indexOf(options.sheet);
  if (options.sheet === null)
    // The first that people see, and that has cells: not a chart, not what is hidden.
    while (at < names.length - 1 && (isHidden(at) || (sheetAt(at)?.['!type'] ?? 'sheet') !== 'sheet')) {
      at += 1;
      book = open(xlsx, bytes, at, name);
    }
  const title = names[at];
  const offers = names.map((path, i) => ({ path, what: isHidden(i) ? 'hidden sheet' : 'sheet' }));
  const refuseSheet = (code: string, message: string, path = 'sheet'): never => {
    throw new PlaceRefused(problem(code, message, path), offers);
  };
  if (title === undefined)
    return options.sheet === null
      ? refuse('damaged-workbook', `${name} has no sheets.`, name)
      : refuseSheet('no-sheet', `${name} has no sheet “${options.sheet}”. It has: ${names.join(', ')}.`);
  const data = sheetAt(at)?.['!data'] ?? [];
  const isZip = kind === 'zip' && book.bookType !== 'ods' && book.bookType !== 'xlsb';
  const looks: SheetLooks = isZip ? sheetLooks(bytes, title) : { looks: new Map(), inline: new Map() };
  const patterns = new Map<string, boolean>();
  const is1904 = Boolean(book.Workbook?.WBProps?.date1904);
  const around = {
    is1904,
    looks,
    isDate: (pattern: string): boolean => {
      let known = patterns.get(pattern);
      if (known === undefined) patterns.set(pattern, (known = Boolean(isDateFormat(pattern))));
      return known;
    },
    show: (pattern: string, serial: number): string | null => {
      // Format 14 was written out with its whole year when the file was opened; format 22 is its kin.
      if (pattern === '' || pattern === 'General' || pattern === 'm/d/yy') return null;
      try {
        const used = pattern === 'm/d/yy h:mm' ? 'm/d/yyyy h:mm' : pattern;
        return format(used, is1904 && isDateFormat(pattern) ? serial + days1904 : serial);
      } catch {
        return null;
      }
    },
  };
  const given = options.range === null ? null : parseRange(options.range);
  const found: ReadCell[][] = [];
  let errors = 0;
  let formulas = 0;
  let uncomputed = 0;
  let count = 0;
  let right = -1;
  data.forEach((row, r) => {
    if (!row || (given && (r < given.top || r > given.bottom))) return;
    const cells: ReadCell[] = [];
    let hasWords = false;
    row.forEach((cell, c) => {
      if (!cell || (given && (c < given.left || c > given.right))) return;
      if (cell.t === 'e') errors += 1;
      if (cell.f !== undefined) {
        formulas += 1;
        if (cell.t === 'z' || cell.v === undefined || cell.v === '') uncomputed += 1;
      }
      const read = readCell(cell, () => `${r}:${c}`, around);
      if (read.shown === '' && read.facets === null) return;
      cells[c] = read;
      if (read.shown === '' && read.facets?.note === undefined) return;
      hasWords = true;
      right = Math.max(right, c);
      count += 1;
    });
    // Empty lines between blocks, and lines that are only coloured, are part of a sheet's look, not of its data.
    if (hasWords) found.push(cells);
  });
  const left = given?.left ?? 0;
  const width = Math.max(0, (given ? Math.min(given.right, Math.max(right, given.left)) : right) - left + 1);
  if (Math.max(count, width * found.length) > mostCells)
    refuse(
      'too-many-cells',
      `${name} has ${width * found.length} cells; a table may have ${mostCells}.`,
      name,
    );
  const lines = found.map((cells) => {
    const line: ReadCell[] = [];
    for (let c = left; c < left + width; c += 1) line.push(cells[c] ?? nothing);
    return line;
  });
  const records =
    options.by === 'row'
      ? lines
      : Array.from({ length: width }, (_, c) => lines.map((line) => line[c] ?? nothing));
  const header = options.header ? (records[0] ?? []) : [];
  const body = records
    .slice(options.header ? 1 : 0)
    .filter((line) => line.some((cell) => cell.shown !== '' || cell.facets !== null));
  if (body.length === 0)
    refuseSheet(
      'no-rows',
      `${name}, sheet “${title}”: there are no rows${options.header ? ' below the one that names the columns' : ''}.`,
    );
  const across = records.reduce((most, line) => Math.max(most, line.length), 0);
  const titles = uniqueNames(
    Array.from({ length: across }, (_, i) => header[i]?.shown.trim() || `Column ${i + 1}`),
  );
  const rows = body.map((line) => line.map((cell) => (options.cells === 'shown' ? cell.shown : cell.value)));
  const facets: Record<string, CellFacets> = {};
  body.forEach((line, r) => line.forEach((cell, c) => cell.facets && (facets[`${r}:${c}`] = cell.facets)));
  const notes: string[] = [];
  if (errors > 0)
    notes.push(
      `${errors === 1 ? 'One cell holds' : `${errors} cells hold`} a formula's error and ${errors === 1 ? 'is' : 'are'} empty here.`,
    );
  // A formula may come to nothing; where all do, whoever wrote the file has not computed them.
  if (uncomputed > 0 && uncomputed === formulas)
    notes.push(
      `${uncomputed === 1 ? 'One formula has' : `${uncomputed} formulas have`} no value kept with ${uncomputed === 1 ? 'it' : 'them'}; open the file in a spreadsheet and save it.`,
    );
  return {
    columns: titles.map((column, i) => ({ name: column, type: storedType(body, i) ?? guessType(rows, i) })),
    rows,
    value: null,
    notes,
    encoding: null,
    offers,
    sheets: [...names],
    facets,
  };
}
