import type { z } from 'zod';
import { problem } from '../../problem';
import { scalar, valueText } from '../value';
import { doesNotFit, fail, isWords, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas['look-up'];

/** The cell of another column in the row of a table, source or view whose cell is what came. */
export const lookUp: StepKind<z.infer<typeof schema>> = {
  label: 'Look up',
  group: 'Choices',
  schema,
  plain: { kind: 'look-up', data: '', by: '', take: '', missing: 'nothing' },
  params: [
    { key: 'data', label: 'In', as: 'data' },
    { key: 'by', label: 'The row whose', as: 'column', of: 'data' },
    { key: 'take', label: 'Take', as: 'column', of: 'data' },
    {
      key: 'missing',
      label: 'Where no row has it',
      as: 'choice',
      choices: [
        { value: 'nothing', label: 'Nothing' },
        { value: 'itself', label: 'What came' },
        { value: 'error', label: 'An error' },
      ],
    },
  ],
  words: (step, { nameOf }) =>
    `${step.take || '…'} of the row in ${step.data ? nameOf(step.data) : '…'} whose ${step.by || '…'} it is`,
  type(input, step, { columnsOf, nameOf }) {
    if (!isWords(input)) return doesNotFit('Look up', 'one value', input);
    const rows = columnsOf(step.data);
    if (!rows || (rows.of !== 'rows' && rows.of !== 'row'))
      return problem('no-data', 'Choose the table to look in.', 'steps');
    const found = (name: string) => rows.columns.find((c) => c.key === name || c.name === name);
    const missing = [step.by, step.take].find((name) => !found(name));
    if (missing !== undefined)
      return problem(
        'no-column',
        missing === ''
          ? 'Choose the columns to look by and to take.'
          : `${nameOf(step.data)} has no column “${missing}”.`,
        'steps',
      );
    return scalar(step.missing === 'itself' ? 'text' : (found(step.take)?.type ?? 'text'));
  },
  apply(input, step, { data, find }, type) {
    const rowset = data(step.data);
    const at = (name: string): number => {
      const index = rowset.columns.findIndex((c) => c.key === name || c.name === name);
      return index >= 0
        ? index
        : fail('no-column', `${rowset.name} has no column “${name}” any more. Choose another.`);
    };
    const words = valueText(input, type);
    const row = find(rowset, at(step.by), words, step.data);
    if (row >= 0)
      return step.missing === 'itself' ? rowset.text(row, at(step.take)) : rowset.cell(row, at(step.take));
    if (step.missing === 'itself') return words;
    return step.missing === 'nothing'
      ? null
      : fail('not-found', `No row of ${rowset.name} has “${words}” in ${rowset.columns[at(step.by)]?.name}.`);
  },
  each: true,
};
