import { counted } from '../../problem';
import Papa from 'papaparse';
import type { z } from 'zod';
import { decodeText } from '../decode';
import { uniqueNames } from '../names';
import { mostCells, refuse, refuseWebPage, type Read } from '../read';
import { guessType } from '../values';
import type { csvFormatSchema } from './schemas';

/** A CSV or TSV file (RFC 4180, any usual separator). Ragged rows keep all that is in them; empty lines are passed over. */
export async function readCsvCells(
  bytes: Uint8Array,
  options: z.infer<typeof csvFormatSchema>,
  name: string,
): Promise<Read> {
  const { text, encoding } = await decodeText(bytes, options.encoding, name);
  return csvCells(text, encoding, options, name);
}

/** The same of a text that is decoded already. */
export function csvCells(
  text: string,
  encoding: string,
  options: z.infer<typeof csvFormatSchema>,
  name: string,
): Read {
  if (text.slice(0, 4096).includes('\u0000'))
    refuse('not-text', `${name} is not a text file. Save the sheet as CSV and bring that.`, name);
  refuseWebPage(text, name, 'a table');
  const parsed = Papa.parse<string[]>(text, {
    skipEmptyLines: 'greedy',
    ...(options.separator ? { delimiter: options.separator } : { delimitersToGuess: [',', ';', '\t', '|'] }),
  });
  const quotes = parsed.errors.find((error) => error.type === 'Quotes');
  if (quotes) {
    const line = (quotes.row ?? 0) + 1;
    refuse(
      'bad-quotes',
      `${name}, row ${line}: a quotation mark is opened and never closed, or stands inside a cell. Correct it and bring the file again.`,
      `${name}:${line}`,
    );
  }
  const all = parsed.data;
  const header = options.header ? (all[0] ?? []) : [];
  const rows = options.header ? all.slice(1) : all;
  if (rows.length === 0)
    refuse(
      'no-rows',
      options.header
        ? `${name} has no rows below its first line, which names the columns.`
        : `${name} is empty.`,
      name,
    );
  let width = header.length;
  let isRagged = false;
  for (const row of rows) width = Math.max(width, row.length);
  if (width * rows.length > mostCells)
    refuse(
      'too-many-cells',
      `${name} has ${width * rows.length} cells; a table may have ${mostCells}.`,
      name,
    );
  const breaksOff = !/[\r\n]$/.test(text);
  for (const row of rows) {
    // Words that would begin a formula go out behind an apostrophe.
    for (let i = 0; i < row.length; i += 1)
      if (/^'+[=+@\t\r-]/.test(row[i] as string)) row[i] = (row[i] as string).slice(1);
    if (row.length !== width) isRagged = true;
    while (row.length < width) row.push('');
  }
  const notes: string[] = [];
  if (encoding !== 'utf-8') notes.push(`Read as ${encoding}.`);
  if (isRagged)
    notes.push(
      header.length > 0 && width > header.length
        ? `Some rows have ${width} cells; the first line names ${counted(header.length, 'column')}.`
        : 'Some rows are short; their last cells are empty.',
    );
  const names = uniqueNames(Array.from({ length: width }, (_, i) => header[i]?.trim() || `Column ${i + 1}`));
  return {
    columns: names.map((column, i) => ({ name: column, type: guessType(rows, i) })),
    rows,
    value: null,
    notes,
    encoding,
    offers: [],
    facets: {},
    ...(breaksOff ? { breaksOff } : {}),
  };
}
