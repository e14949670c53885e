// Reads files of data and writes tables as workbooks, off the interface's thread.
import '../core/no-eval';
import { expose, transfer } from 'comlink';
import { readBytes, type Format, type ReadResult } from '../core/source';

const api = {
  read: (bytes: Uint8Array, name: string, format: Format | null): Promise<ReadResult> =>
    readBytes(bytes, name, format),
  /** A workbook of one sheet. Numbers and dates are written as such; words that begin like a formula stay words. */
  async workbook(
    name: string,
    columns: readonly { name: string; type: string }[],
    rows: readonly (readonly (string | number | boolean | null)[])[],
  ): Promise<Uint8Array> {
    const { default: Excel } = await import('exceljs');
    const book = new Excel.Workbook();
    const sheet = book.addWorksheet(name.replace(/[*?:\\/[\]]/g, ' ').slice(0, 31) || 'Table', {
      views: [{ state: 'frozen', ySplit: 1 }],
    });
    sheet.addRow(columns.map((column) => column.name)).font = { bold: true };
    for (const row of rows)
      sheet.addRow(
        row.map((cell, i) =>
          columns[i]?.type === 'date' && typeof cell === 'number' ? new Date(cell) : cell,
        ),
      );
    columns.forEach((column, i) => {
      const own = sheet.getColumn(i + 1);
      own.width = 18;
      if (column.type === 'date') own.numFmt = 'yyyy-mm-dd hh:mm:ss';
    });
    const bytes = new Uint8Array(await book.xlsx.writeBuffer());
    return transfer(bytes, [bytes.buffer]);
  },
};
export type ReadWorker = typeof api;
expose(api);
