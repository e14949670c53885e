import type { z } from 'zod';
import { holes } from '../holes';
import { parseNumber, type Cell } from '../../source';
import { columnIndex, withColumns } from '../derive';
import { RowsValue } from '../value';
import { fail, type StepKind } from './kind';
import { rowsIn, rowsType } from './rows';
import { stepSchemas } from './schemas';

const schema = stepSchemas['add-column'];

/** One more column: words with the cells of the row in their holes, such as `{Pilot} ({Team})`. */
export const addColumn: StepKind<z.infer<typeof schema>> = {
  label: 'Add a column',
  group: 'Rows',
  schema,
  plain: { kind: 'add-column', name: 'Column', text: '', as: 'text' },
  params: [
    { key: 'name', label: 'Name of the column', as: 'text' },
    { key: 'text', label: 'Words, with columns in {}', as: 'text' },
    {
      key: 'as',
      label: 'Type',
      as: 'choice',
      choices: [
        { value: 'text', label: 'Text' },
        { value: 'number', label: 'Number' },
      ],
    },
  ],
  words: ({ name, text }) => `a column ${name}: ${text || '…'}`,
  type(input, { name, text, as }) {
    const rows = rowsType('Add a column', input, holes(text));
    return 'code' in rows ? rows : { of: 'rows', columns: [...rows.columns, { key: name, name, type: as }] };
  },
  apply(input, { name, text, as }) {
    const rows = rowsIn(input);
    const missing = holes(text).find((hole) => columnIndex(rows, hole) < 0);
    if (missing !== undefined) return fail('no-column', `${rows.name} has no column “${missing}” any more.`);
    const cell = (row: number): Cell => {
      const words = text.replace(/\{([^{}]+)\}/g, (_, hole: string) =>
        rows.text(row, columnIndex(rows, hole.trim())),
      );
      return as === 'number' ? parseNumber(words) : words;
    };
    return new RowsValue(withColumns(rows, [{ info: { key: name, name, type: as }, cell }]));
  },
  each: false,
};
