import type { z } from 'zod';
import { problem } from '../../problem';
import { listOf, scalar, type Value } from '../value';
import { doesNotFit, fail, isNumeric, numberIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const schema = stepSchemas.share;

/** Where a number lies between nought, or the smallest, and the largest of a list. */
function shareOf(value: number, list: readonly number[], step: z.infer<typeof schema>): number {
  const high = list.reduce((a, b) => Math.max(a, b), -Infinity);
  const low = step.from === 'zero' ? 0 : list.reduce((a, b) => Math.min(a, b), Infinity);
  if (!Number.isFinite(high)) return fail('no-range', 'There is no number in the list to rescale to.');
  if (high === low) return step.from === 'zero' ? 0 : step.to;
  return Math.max(0, Math.min(1, (value - low) / (high - low))) * step.to;
}

/** Numbers as shares of the largest of them: of the list that comes, or of a column for a single number. */
export const share: StepKind<z.infer<typeof schema>> = {
  label: 'Rescale to the largest',
  group: 'Numbers',
  schema,
  plain: { kind: 'share', data: '', column: '', to: 1, from: 'zero' },
  params: [
    { key: 'data', label: 'Over the numbers in', as: 'data' },
    { key: 'column', label: 'Column', as: 'column', of: 'data' },
    { key: 'to', label: 'The largest becomes', as: 'decimal' },
    {
      key: 'from',
      label: 'Zero point',
      as: 'choice',
      choices: [
        { value: 'zero', label: 'Zero' },
        { value: 'smallest', label: 'The smallest' },
      ],
    },
  ],
  words: (step, { nameOf }) =>
    `the largest${step.data ? ` of ${step.column || '…'} in ${nameOf(step.data)}` : ' of the list'} becomes ${step.to}`,
  type(input, step, { columnsOf }) {
    if (input.of === 'list')
      return isNumeric(input.item)
        ? listOf(scalar('number'))
        : doesNotFit('Rescale to the largest', 'a list of numbers', input);
    if (!isNumeric(input))
      return doesNotFit('Rescale to the largest', 'a number or a list of numbers', input);
    const rows = columnsOf(step.data);
    if (
      !rows ||
      !('columns' in rows) ||
      !rows.columns.some((c) => c.key === step.column || c.name === step.column)
    )
      return problem('no-column', 'Choose the column whose largest number it is rescaled to.', 'steps');
    return scalar('number');
  },
  apply(input, step, { data }) {
    if (Array.isArray(input)) {
      const numbers = (input as readonly Value[]).map((item) => (typeof item === 'number' ? item : null));
      const full = numbers.filter((item) => item !== null);
      return numbers.map((item) => (item === null ? null : shareOf(item, full, step)));
    }
    const rowset = data(step.data);
    const at = rowset.columns.findIndex((c) => c.key === step.column || c.name === step.column);
    if (at < 0)
      return fail('no-column', `${rowset.name} has no column “${step.column}” any more. Choose another.`);
    const list: number[] = [];
    for (let row = 0; row < rowset.count; row += 1) {
      const cell = rowset.cell(row, at);
      if (typeof cell === 'number') list.push(cell);
    }
    return shareOf(numberIn(input, 'What comes'), list, step);
  },
  each: false,
};
