import { max, mean, median, min, quantile, sampleStandardDeviation, sum } from 'simple-statistics';
import type { z } from 'zod';
import { fixed } from '../operand';
import { RowsValue, scalar, type Value } from '../value';
import { doesNotFit, fail, numberIn, operandIn, type StepKind } from './kind';
import { stepSchemas } from './schemas';

const names = {
  count: 'count', sum: 'sum', mean: 'mean', median: 'median', minimum: 'minimum', maximum: 'maximum', range: 'maximum less minimum',
  deviation: 'standard deviation of a sample', percentile: 'percentile', trimmed: 'mean without the highest and the lowest',
} as const; // prettier-ignore
const schema = stepSchemas.statistic;

/**
 * One number that tells of a list: what is empty does not count. Percentiles are those of simple-statistics (the
 * value below which so many parts of the list lie); of nothing, count and sum are 0 and all else is nothing.
 */
export const statistic: StepKind<z.infer<typeof schema>> = {
  label: 'Statistic',
  group: 'Numbers',
  schema,
  plain: { kind: 'statistic', which: 'sum', at: fixed(90) },
  params: [
    {
      key: 'which',
      label: 'Which',
      as: 'choice',
      choices: Object.entries(names).map(([value, label]) => ({ value, label })),
    },
    { key: 'at', label: 'Percentile', as: 'operand', when: { key: 'which', is: ['percentile'] } },
  ],
  words: (step, { nameOf }) =>
    step.which === 'percentile' ? `the percentile ${operandIn(step.at, nameOf)}` : `the ${names[step.which]}`,
  type(input, step) {
    if (step.which === 'count')
      return input.of === 'list' || input.of === 'rows' || input.of === 'any'
        ? scalar('number')
        : doesNotFit('Statistic', 'a list or rows', input);
    if (input.of === 'any') return scalar('number');
    const item = input.of === 'list' ? input.item.of : null;
    if (item === 'number' || item === 'duration' || item === 'any' || item === 'yes-no')
      return scalar(item === 'duration' ? 'duration' : 'number');
    if (item === 'date' && (step.which === 'minimum' || step.which === 'maximum')) return scalar('date');
    return doesNotFit('Statistic', 'a list of numbers', input);
  },
  apply(input, step, context) {
    if (step.which === 'count') {
      if (input instanceof RowsValue) return input.rowset.count;
      return Array.isArray(input)
        ? (input as readonly Value[]).filter((item) => item !== null && item !== '').length
        : 0;
    }
    if (!Array.isArray(input)) return fail('no-list', 'A statistic takes a list; one value came.');
    const list = (input as readonly Value[])
      .filter((item) => item !== null && item !== '')
      .map((item, i) => numberIn(item, `Item ${i + 1}`));
    if (list.length === 0) return step.which === 'sum' ? 0 : null;
    switch (step.which) {
      case 'sum':
        return sum(list);
      case 'mean':
        return mean(list);
      case 'median':
        return median(list);
      case 'minimum':
        return min(list);
      case 'maximum':
        return max(list);
      case 'range':
        return max(list) - min(list);
      case 'deviation':
        return list.length < 2 ? 0 : sampleStandardDeviation(list);
      case 'percentile':
        return quantile(
          list,
          Math.max(0, Math.min(1, numberIn(context.operand(step.at), 'The percentile') / 100)),
        );
      case 'trimmed':
        // Of two marks or fewer none is left to drop.
        return list.length < 3 ? mean(list) : (sum(list) - max(list) - min(list)) / (list.length - 2);
    }
  },
  each: false,
};
