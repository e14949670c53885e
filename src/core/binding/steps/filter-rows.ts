import type { z } from 'zod';
import { filterRows } from '../derive';
import { fixed } from '../operand';
import { needsOther, testChoices, testWords } from '../stands';
import { RowsValue, valueText } from '../value';
import { operandIn, type StepKind } from './kind';
import { columnOfRows, rowsIn, rowsType } from './rows';
import { stepSchemas } from './schemas';

const schema = stepSchemas['filter-rows'];

/** The rows whose cell stands a test. */
export const filterRowsStep: StepKind<z.infer<typeof schema>> = {
  label: 'Filter rows',
  group: 'Rows',
  schema,
  plain: { kind: 'filter-rows', column: '', test: 'is', than: fixed('') },
  params: [
    { key: 'column', label: 'Column', as: 'column', of: null },
    { key: 'test', label: 'Test', as: 'choice', choices: testChoices },
    { key: 'than', label: 'This', as: 'operand', when: { key: 'test', is: needsOther } },
  ],
  words: (step, { nameOf }) =>
    `rows whose ${step.column || '…'} ${testWords[step.test]}${needsOther.includes(step.test) ? ` ${operandIn(step.than, nameOf)}` : ''}`,
  type: (input, step) => rowsType('Filter rows', input, [step.column]),
  apply(input, { column, test, than }, { operand, locale }) {
    const rows = rowsIn(input);
    columnOfRows(rows, column);
    return new RowsValue(filterRows(rows, { column, test, than: valueText(operand(than)) }, locale));
  },
  each: false,
};
