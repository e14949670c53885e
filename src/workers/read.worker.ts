// Reads files of data and writes tables as workbooks, off the interface's thread.
import '../core/no-eval';
import { expose, transfer } from 'comlink';
import type { DataValidation } from 'exceljs';
import type { CellCheck } from '../core/show';
import { readBytes, type Format, type ReadHosts, type ReadResult } from '../core/source';

/** So many rows below the first are checked as they are filled in. */
const checkedRows = 200;

/** What is asked of a cell, as workbooks have it (ECMA-376, 18.3.1.32). */
function ruleOf(check: CellCheck): DataValidation {
  const told = { showErrorMessage: true, errorTitle: 'Not taken', allowBlank: true } as const;
  switch (check.is) {
    case 'list':
      return {
        ...told,
        type: 'list',
        formulae: [`"${check.values.join(',')}"`],
        error: 'Choose one of the list.',
      };
    case 'length':
      return {
        ...told,
        type: 'textLength',
        operator: 'lessThanOrEqual',
        formulae: [check.most],
        error: `At most ${check.most} characters.`,
      };
    case 'number': {
      const [low, high] = [check.low ?? -1e12, check.high ?? 1e12];
      return {
        ...told,
        type: 'decimal',
        operator: 'between',
        formulae: [low, high],
        error: check.low === null && check.high === null ? 'A number.' : `A number from ${low} to ${high}.`,
      };
    }
  }
}

const api = {
  /** `transform` applies stylesheets, which the page has applied by the server. */
  read: (
    bytes: Uint8Array,
    name: string,
    format: Format | null,
    transform: NonNullable<ReadHosts['transform']>,
  ): Promise<ReadResult> => readBytes(bytes, name, format, { transform }),
  /** A workbook of one sheet. Numbers and dates are written as such; words that begin like a formula stay words. */
  async workbook(
    name: string,
    columns: readonly { name: string; type: string; help?: string; check?: CellCheck | null }[],
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
      if (column.help) sheet.getCell(1, i + 1).note = column.help;
      const rule = column.check && ruleOf(column.check);
      if (rule)
        for (let row = 2; row <= checkedRows; row += 1) sheet.getCell(row, i + 1).dataValidation = rule;
    });
    const bytes = new Uint8Array(await book.xlsx.writeBuffer());
    return transfer(bytes, [bytes.buffer]);
  },
};
export type ReadWorker = typeof api;
expose(api);
