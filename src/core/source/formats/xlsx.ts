import { Unzip, UnzipInflate } from 'fflate';
import { z } from 'zod';
import { uniqueNames } from '../names';
import { mostCells, refuse, type Cell, type CellFacets, type Read } from '../read';
import { guessType } from '../values';

export const xlsxFormatSchema = z.object({
  format: z.literal('xlsx'),
  /** Null: the first sheet. */
  sheet: z.string().max(100).nullable(),
  /** Such as B2:F20; null: all that is filled. */
  range: z.string().max(40).nullable(),
  /** Whether a record is a row or a column of the sheet. */
  by: z.enum(['row', 'column']),
  header: z.boolean(),
  /** `shown`: the text as the sheet shows it; `values`: numbers, dates and yes/no as they are stored. */
  cells: z.enum(['shown', 'values']),
});

const largestUnpacked = 256 << 20;

/** Unpacks the archive for its size alone; a small file that grows without end is stopped on the way. */
function refuseBomb(bytes: Uint8Array, name: string): void {
  let total = 0;
  let count = 0;
  const unzip = new Unzip((file) => {
    count += 1;
    if (count > 5000)
      refuse('zip-bomb', `${name} holds more than 5000 files. It is no workbook and was not opened.`, name);
    file.ondata = (error, chunk) => {
      if (error) throw error;
      total += chunk.length;
      if (total > largestUnpacked)
        refuse(
          'zip-bomb',
          `${name} unpacks to more than ${largestUnpacked >> 20} MiB. It was not opened; save it with less in it.`,
          name,
        );
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length; at += 1 << 16)
      unzip.push(bytes.subarray(at, at + (1 << 16)), at + (1 << 16) >= bytes.length);
  } catch (error) {
    if ((error as Error).name === 'ProblemError') throw error;
    refuse(
      'damaged-workbook',
      `${name} is damaged: its archive cannot be unpacked. Open it in a spreadsheet and save it again.`,
      name,
    );
  }
}

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
  return { top, left, bottom, right };
}

/** The theme's colours in the order in which cells name them, as every new workbook has them. */
const rgb = (colour: { argb?: string } | undefined): string | undefined =>
  colour?.argb && /^[0-9a-f]{8}$/i.test(colour.argb) ? `#${colour.argb.slice(2).toLowerCase()}` : undefined;

/** Days from 30 December 1899 to 1 January 1970: where the serial dates of sheets begin. */
const epochDays = 25_569;

/**
 * One sheet of a workbook of Office Open XML (ECMA-376): formulas by the values stored with them, dates of both date
 * systems, and beside the text of each cell its number, date, colours and note.
 */
export async function readXlsx(
  bytes: Uint8Array,
  options: z.infer<typeof xlsxFormatSchema>,
  name: string,
): Promise<Read> {
  if (bytes[0] === 0xd0 && bytes[1] === 0xcf)
    refuse(
      'old-workbook',
      `${name} is a workbook of the old kind, or is locked with a password. Save it as .xlsx without one.`,
      name,
    );
  if (bytes[0] !== 0x50 || bytes[1] !== 0x4b)
    refuse(
      'not-a-workbook',
      `${name} is no workbook (.xlsx). Save it as one, or read it as what it is.`,
      name,
    );
  refuseBomb(bytes, name);
  const [{ default: Excel }, { format }] = await Promise.all([import('exceljs'), import('numfmt')]);
  const book = new Excel.Workbook();
  try {
    await book.xlsx.load(bytes.slice().buffer);
  } catch {
    return refuse(
      'damaged-workbook',
      `${name} is damaged: it is no whole workbook. Open it in a spreadsheet and save it again.`,
      name,
    );
  }
  const names = book.worksheets.map((sheet) => sheet.name);
  const sheet =
    options.sheet === null ? book.worksheets[0] : book.worksheets.find((s) => s.name === options.sheet);
  if (!sheet)
    return refuse(
      options.sheet === null ? 'damaged-workbook' : 'no-sheet',
      options.sheet === null
        ? `${name} has no sheets.`
        : `${name} has no sheet “${options.sheet}”. It has: ${names.join(', ')}.`,
      options.sheet === null ? name : 'sheet',
    );
  const given = options.range === null ? null : parseRange(options.range);
  const range = given ?? { top: 1, left: 1, bottom: sheet.rowCount, right: sheet.columnCount };
  const height = Math.min(range.bottom, Math.max(sheet.rowCount, range.top)) - range.top + 1;
  const width = Math.min(range.right, Math.max(sheet.columnCount, range.left)) - range.left + 1;
  if (height * width > mostCells)
    refuse('too-many-cells', `${name} has ${height * width} cells; a table may have ${mostCells}.`, name);
  const cells: { shown: string; value: Cell; facets: CellFacets | null }[][] = [];
  let errors = 0;
  const nothing = { shown: '', value: null, facets: null };
  for (let r = 0; r < height; r += 1) {
    const row = sheet.findRow(range.top + r);
    const line: (typeof cells)[number] = [];
    for (let c = 0; c < width; c += 1) {
      const cell = row?.findCell(range.left + c);
      if (!cell) {
        line.push(nothing);
        continue;
      }
      let raw: unknown = cell.value;
      if (typeof raw === 'object' && raw !== null && ('formula' in raw || 'sharedFormula' in raw))
        raw = (raw as { result?: unknown }).result ?? null;
      const facets: { -readonly [K in keyof CellFacets]: CellFacets[K] } = {};
      let value: Cell = null;
      let shown = '';
      const pattern = cell.numFmt && cell.numFmt !== 'General' ? cell.numFmt : null;
      if (raw instanceof Date) {
        facets.date = raw.toISOString().replace(/\.000Z$/, 'Z');
        value = facets.date;
        const serial = raw.getTime() / 86_400_000 + epochDays;
        try {
          shown = pattern ? format(pattern, serial) : facets.date.replace(/T00:00:00Z$/, '');
        } catch {
          shown = facets.date;
        }
      } else if (typeof raw === 'number') {
        facets.number = raw;
        value = raw;
        try {
          shown = pattern ? format(pattern, raw) : String(raw);
        } catch {
          shown = String(raw);
        }
      } else if (typeof raw === 'boolean') {
        value = raw;
        shown = raw ? 'TRUE' : 'FALSE';
      } else if (typeof raw === 'object' && raw !== null && 'error' in raw) {
        errors += 1;
      } else if (raw !== null && raw !== undefined) {
        shown = cell.text === '[object Object]' ? '' : String(typeof raw === 'string' ? raw : cell.text);
        value = shown;
      }
      const fill = cell.fill?.type === 'pattern' ? rgb(cell.fill.fgColor) : undefined;
      const colour = rgb(cell.font?.color);
      if (fill) facets.fill = fill;
      if (colour) facets.colour = colour;
      const note = cell.note as unknown as string | { texts?: { text: string }[] } | undefined;
      if (note)
        facets.note = typeof note === 'string' ? note : (note.texts ?? []).map((part) => part.text).join('');
      line.push({ shown, value, facets: Object.keys(facets).length > 0 ? facets : null });
    }
    cells.push(line);
  }
  const records =
    options.by === 'row'
      ? cells
      : Array.from({ length: width }, (_, c) => cells.map((line) => line[c] ?? nothing));
  const header = options.header ? (records[0] ?? []) : [];
  // Empty lines between blocks are part of a sheet's look, not of its data.
  const body = records
    .slice(options.header ? 1 : 0)
    .filter((line) => line.some((cell) => cell.shown !== '' || cell.facets !== null));
  if (body.length === 0)
    refuse(
      'no-rows',
      `${name}, sheet “${sheet.name}”: there are no rows${options.header ? ' below the one that names the columns' : ''}.`,
      'sheet',
    );
  const across = records.reduce((most, line) => Math.max(most, line.length), 0);
  const titles = uniqueNames(
    Array.from({ length: across }, (_, i) => header[i]?.shown.trim() || `Column ${i + 1}`),
  );
  const rows = body.map((line) => line.map((cell) => (options.cells === 'shown' ? cell.shown : cell.value)));
  const facets: Record<string, CellFacets> = {};
  body.forEach((line, r) => line.forEach((cell, c) => cell.facets && (facets[`${r}:${c}`] = cell.facets)));
  return {
    columns: titles.map((title, i) => ({ name: title, type: guessType(rows, i) })),
    rows,
    value: null,
    notes:
      errors > 0
        ? [
            `${errors === 1 ? 'One cell holds' : `${errors} cells hold`} a formula's error and ${errors === 1 ? 'is' : 'are'} empty here.`,
          ]
        : [],
    encoding: null,
    offers: names.map((path) => ({ path, what: 'sheet' })),
    facets,
  };
}
