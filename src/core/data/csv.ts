import Papa from 'papaparse';
import { problem, type Problem } from '../problem';
import { freshName, type NewId, type Table } from '../show';
import { decodeText } from './decode';

/**
 * A CSV or TSV file as a table: the first row names the columns, the separator is guessed (comma, semicolon, tab, bar).
 * Short rows are filled with empty cells; cells beyond the header get columns of their own, and are told of in `notes`.
 */
export function readCsv(
  bytes: Uint8Array,
  fileName: string,
  newId: NewId,
): { table: Table; notes: string[] } | { problem: Problem } {
  const { text, encoding } = decodeText(bytes);
  if (text.slice(0, 4096).includes('\u0000')) {
    return {
      problem: problem(
        'not-text',
        `${fileName} is not a text file. Save the sheet as CSV and bring that.`,
        fileName,
      ),
    };
  }
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const quotes = parsed.errors.find((error) => error.type === 'Quotes');
  if (quotes) {
    const line = (quotes.row ?? 0) + 1;
    return {
      problem: problem(
        'bad-quotes',
        `${fileName}, row ${line}: a quotation mark is opened and never closed, or stands inside a cell. Correct it and bring the file again.`,
        `${fileName}:${line}`,
      ),
    };
  }
  const [header, ...body] = parsed.data;
  if (!header || body.length === 0) {
    return {
      problem: problem(
        'no-rows',
        `${fileName} has no rows below its first line, which names the columns.`,
        fileName,
      ),
    };
  }
  const notes: string[] = [];
  if (encoding !== 'utf-8') notes.push(`Read as ${encoding}.`);
  const width = body.reduce((most, row) => Math.max(most, row.length), header.length);
  if (width > header.length)
    notes.push(`Some rows have ${width} cells; the first line names ${header.length} columns.`);
  const names: string[] = [];
  for (let i = 0; i < width; i += 1) names.push(freshName(header[i]?.trim() || `Column ${i + 1}`, names));
  const columns = names.map((name) => ({ id: newId(), name }));
  const rows = body.map((row) => ({
    id: newId(),
    cells: Object.fromEntries(columns.map((column, i) => [column.id, row[i] ?? ''])),
  }));
  const name = fileName.replace(/\.[^.]*$/, '') || 'Table';
  return { table: { id: newId(), name, columns, rows }, notes };
}
