import { affix } from './affix';
import { arithmetic } from './arithmetic';
import { between } from './between';
import { letterCase } from './case';
import { colourScale } from './colour-scale';
import { column } from './column';
import { date } from './date';
import { dateFormat } from './date-format';
import { fallback } from './default';
import { duration } from './duration';
import { durationFormat } from './duration-format';
import { ifThen } from './if';
import { join } from './join';
import { lookUp } from './look-up';
import { map } from './map';
import { number } from './number';
import { numberFormat } from './number-format';
import { order } from './order';
import { part } from './part';
import { path } from './path';
import { pick } from './pick';
import { replace } from './replace';
import { parse } from './parse';
import { rescale } from './rescale';
import { share } from './share';
import { round } from './round';
import { slice } from './slice';
import { split } from './split';
import { statistic } from './statistic';
import { trim } from './trim';
import { addColumn } from './add-column';
import { filterRowsStep } from './filter-rows';
import { formatColumn } from './format-column';
import { groupRowsStep } from './group-rows';
import { keyRows } from './key-rows';
import { pageRowsStep } from './page-rows';
import { rankRowsStep } from './rank-rows';
import { sortRowsStep } from './sort-rows';
import type { StepKind } from './kind';
import type { BindingStep, BindingStepKind } from './schemas';

/** Every kind of step, by name: the one table a new kind is added to. */
export const stepKinds = {
  'filter-rows': filterRowsStep,
  'sort-rows': sortRowsStep,
  'rank-rows': rankRowsStep,
  'group-rows': groupRowsStep,
  'page-rows': pageRowsStep,
  'add-column': addColumn,
  'format-column': formatColumn,
  'key-rows': keyRows,
  pick,
  slice,
  column,
  path,
  parse,
  order,
  statistic,
  arithmetic,
  rescale,
  share,
  round,
  number,
  'number-format': numberFormat,
  date,
  'date-format': dateFormat,
  between,
  duration,
  'duration-format': durationFormat,
  case: letterCase,
  trim,
  replace,
  split,
  join,
  affix,
  part,
  'look-up': lookUp,
  if: ifThen,
  default: fallback,
  map,
  'colour-scale': colourScale,
} as const;
export const stepKind = (kind: BindingStepKind): StepKind<BindingStep> =>
  stepKinds[kind] as unknown as StepKind<BindingStep>;

/** What a step names, as the controls of its form say: data by their ids, and columns with the data that they are of. */
export interface StepNames {
  readonly data: readonly string[];
  readonly columns: readonly { readonly of: string; readonly column: string }[];
}

/** `comes` is the id of the data that its binding begins from; null where it begins from something else. */
export function stepNames(step: BindingStep, comes: string | null): StepNames {
  const value = (key: string): string => {
    const found = (step as unknown as Readonly<Record<string, unknown>>)[key];
    return typeof found === 'string' ? found : '';
  };
  const { params } = stepKind(step.kind);
  return {
    data: params.flatMap((param) => (param.as === 'data' ? [value(param.key)] : [])).filter(Boolean),
    columns: params
      .flatMap((param) =>
        param.as === 'column'
          ? [{ of: param.of === null ? (comes ?? '') : value(param.of), column: value(param.key) }]
          : [],
      )
      .filter(({ of, column }) => of !== '' && column !== ''),
  };
}
