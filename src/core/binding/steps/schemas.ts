import { z } from 'zod';
import { operandSchema } from '../operand';
import { rowTests } from '../stands';

// What each kind of step holds. What it does is in the file of its kind: who only opens a document needs none of that.

/** How a number is written. */
export const numberSpecSchema = z.object({
  /** BCP 47. */
  locale: z.string().max(40),
  least: z.number().int().min(0).max(9),
  most: z.number().int().min(0).max(9),
  grouping: z.boolean(),
  sign: z.enum(['auto', 'always', 'never']),
  form: z.enum(['plain', 'percent', 'short', 'ordinal']),
  before: z.string().max(40),
  after: z.string().max(40),
});

export const stepSchemas = {
  'filter-rows': z.object({
    kind: z.literal('filter-rows'),
    column: z.string().max(200),
    test: z.enum(rowTests),
    than: operandSchema,
  }),
  'sort-rows': z.object({ kind: z.literal('sort-rows'), column: z.string().max(200), down: z.boolean() }),
  'rank-rows': z.object({
    kind: z.literal('rank-rows'),
    by: z.string().max(200),
    down: z.boolean(),
    ties: z.enum(['shared', 'dense', 'order']),
    name: z.string().min(1).max(200),
  }),
  'group-rows': z.object({
    kind: z.literal('group-rows'),
    by: z.string().max(200),
    which: z.enum(['count', 'sum', 'mean', 'minimum', 'maximum', 'first']),
    column: z.string().max(200),
    name: z.string().min(1).max(200),
  }),
  'page-rows': z.object({ kind: z.literal('page-rows'), size: operandSchema, at: operandSchema }),
  'add-column': z.object({
    kind: z.literal('add-column'),
    name: z.string().min(1).max(200),
    text: z.string().max(2000),
    as: z.enum(['text', 'number']),
  }),
  'format-column': z.object({
    kind: z.literal('format-column'),
    column: z.string().max(200),
    name: z.string().min(1).max(200),
    decimals: z.number().int().min(0).max(9),
    grouping: z.boolean(),
    sign: z.enum(['auto', 'always', 'never']),
    before: z.string().max(40),
    after: z.string().max(40),
  }),
  'key-rows': z.object({ kind: z.literal('key-rows'), column: z.string().max(200) }),
  pick: z.object({
    kind: z.literal('pick'),
    which: z.enum(['first', 'last', 'nth']),
    n: operandSchema,
  }),
  slice: z.object({ kind: z.literal('slice'), from: operandSchema, count: operandSchema }),
  column: z.object({ kind: z.literal('column'), column: z.string().max(200) }),
  path: z.object({ kind: z.literal('path'), path: z.string().max(500) }),
  parse: z.object({ kind: z.literal('parse'), as: z.enum(['json', 'xml']) }),
  order: z.object({
    kind: z.literal('order'),
    way: z.enum(['keep', 'up', 'down', 'turn']),
    unique: z.boolean(),
  }),
  statistic: z.object({
    kind: z.literal('statistic'),
    which: z.enum([
      'count',
      'sum',
      'mean',
      'median',
      'minimum',
      'maximum',
      'range',
      'deviation',
      'percentile',
      'trimmed',
    ]),
    /** Percentile, 0 to 100. */
    at: operandSchema,
  }),
  arithmetic: z.object({
    kind: z.literal('arithmetic'),
    sign: z.enum(['add', 'subtract', 'multiply', 'divide', 'remainder', 'power', 'subtract-from']),
    by: operandSchema,
  }),
  rescale: z.object({
    kind: z.literal('rescale'),
    low: operandSchema,
    high: operandSchema,
    toLow: operandSchema,
    toHigh: operandSchema,
    clamp: z.boolean(),
  }),
  share: z.object({
    kind: z.literal('share'),
    data: z.string().max(64),
    column: z.string().max(200),
    to: z.number(),
    from: z.enum(['zero', 'smallest']),
  }),
  round: z.object({
    kind: z.literal('round'),
    places: z.number().int().min(-9).max(9),
    way: z.enum(['near', 'up', 'down', 'cut']),
  }),
  number: z.object({ kind: z.literal('number') }),
  'number-format': numberSpecSchema.extend({ kind: z.literal('number-format') }),
  date: z.object({ kind: z.literal('date'), pattern: z.string().max(60), zone: z.string().max(60) }),
  'date-format': z.object({
    kind: z.literal('date-format'),
    pattern: z.string().min(1).max(60),
    zone: z.string().max(60),
    locale: z.string().max(40),
  }),
  between: z.object({ kind: z.literal('between'), other: operandSchema }),
  duration: z.object({ kind: z.literal('duration') }),
  'duration-format': z.object({
    kind: z.literal('duration-format'),
    form: z.enum(['m:ss', 'h:mm:ss', 'h:mm', 's', 'words']),
    places: z.number().int().min(0).max(3),
  }),
  case: z.object({
    kind: z.literal('case'),
    way: z.enum(['upper', 'lower', 'title', 'sentence']),
    locale: z.string().max(40),
  }),
  trim: z.object({
    kind: z.literal('trim'),
    inside: z.boolean(),
    most: z.number().int().min(0).max(10_000),
  }),
  replace: z.object({
    kind: z.literal('replace'),
    find: z.string().max(500),
    put: operandSchema,
    pattern: z.boolean(),
    anyCase: z.boolean(),
  }),
  split: z.object({
    kind: z.literal('split'),
    by: z.enum(['comma', 'lines', 'words', 'signs', 'other']),
    other: z.string().max(40),
  }),
  join: z.object({ kind: z.literal('join'), between: z.string().max(100), last: z.string().max(100) }),
  affix: z.object({ kind: z.literal('affix'), before: operandSchema, after: operandSchema }),
  part: z.object({
    kind: z.literal('part'),
    of: z.enum(['signs', 'words', 'lines']),
    from: z.number().int(),
    count: z.number().int().min(0).max(10_000),
  }),
  'look-up': z.object({
    kind: z.literal('look-up'),
    data: z.string().max(64),
    by: z.string().max(200),
    take: z.string().max(200),
    missing: z.enum(['nothing', 'itself', 'error']),
  }),
  if: z.object({
    kind: z.literal('if'),
    test: z.enum(rowTests),
    than: operandSchema,
    then: operandSchema,
    thenKeep: z.boolean(),
    else: operandSchema,
    elseKeep: z.boolean(),
  }),
  default: z.object({ kind: z.literal('default'), value: operandSchema }),
  map: z.object({
    kind: z.literal('map'),
    pairs: z.array(z.object({ from: z.string().max(500), to: z.string().max(2000) })).max(500),
    /** What becomes of a value that no pair has. */
    other: z.enum(['itself', 'nothing']),
  }),
  'colour-scale': z.object({
    kind: z.literal('colour-scale'),
    stops: z
      .array(z.object({ at: z.number(), colour: z.string().regex(/^#[0-9a-f]{6}$/i) }))
      .min(1)
      .max(20),
    smooth: z.boolean(),
  }),
} as const;
export type BindingStepKind = keyof typeof stepSchemas;
type Schemas = typeof stepSchemas;
export type StepOf<K extends BindingStepKind> = z.infer<Schemas[K]>;
/** One step of a binding. */
export type BindingStep = { [K in BindingStepKind]: StepOf<K> }[BindingStepKind];

export const bindingStepSchema = z.discriminatedUnion(
  'kind',
  Object.values(stepSchemas) as never,
) as unknown as z.ZodType<BindingStep>;
