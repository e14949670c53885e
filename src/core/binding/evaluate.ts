import { counted, problem, ProblemError, type Problem } from '../problem';
import { parseDate, type Json } from '../source';
import { holesIn, type Binding, type Origin } from './binding';
import type { Operand } from './operand';
import { stepKind } from './steps/registry';
import type { BuildContext, StepContext } from './steps/kind';
import {
  listOf,
  RowsValue,
  type RowValue,
  scalar,
  valueText,
  type Rowset,
  type Value,
  type ValueType,
} from './value';

/** What is around a binding: fields, other bindings, data, and the row in hand. Each look is the recorder's to note. */
export interface Surroundings {
  /** The language whose rules words are compared and ordered by: a BCP 47 tag. */
  readonly locale: string;
  /** The value of a field or another binding by id; a ProblemError where it has none. */
  readonly named: (id: string) => { value: Value; type: ValueType };
  readonly typeNamed: (id: string) => ValueType;
  /** The id of the field or binding of a name, however it is spelt. */
  readonly idOf: (name: string) => string | null;
  readonly nameOf: (id: string) => string;
  readonly data: (id: string) => Rowset | null;
  /** The value of a source as it is; undefined where there is none yet. */
  readonly valueOf: (id: string) => Json | undefined;
  /** A score of the show; null where there is none of that id. */
  readonly scoreOf: (id: string) => number | null;
  /** The name of what a clock of the show counts to; null where there is no such clock. */
  readonly countedTo: (id: string) => string | null;
  /** The names of a workbook's sheets; null where the source is none. */
  readonly sheetsOf: (id: string) => readonly string[] | null;
  readonly columnsOf: (id: string) => ValueType | null;
  readonly hand: RowValue | null;
  readonly find: StepContext['find'];
}

/** What a binding is after its origin, and after each step. */
export interface Trace {
  readonly value: Value;
  readonly type: ValueType;
  readonly problem: Problem | null;
}

const fail = (code: string, message: string): never => {
  throw new ProblemError(problem(code, message, 'from'));
};

const dataIn = (around: Surroundings, id: string): Rowset =>
  around.data(id) ??
  fail(
    'no-data',
    id === ''
      ? 'Choose the table, view or source that it comes from.'
      : `“${around.nameOf(id)}” has brought nothing yet.`,
  );

const columnAt = (rowset: Rowset, column: string): number => {
  const index = rowset.columns.findIndex((c) => c.key === column || c.name === column);
  if (index >= 0) return index;
  return fail(
    'no-column',
    column === '' ? 'Choose a column.' : `${rowset.name} has no column “${column}” any more. Choose another.`,
  );
};

const operandValue = (around: Surroundings, operand: Operand): Value =>
  'fixed' in operand ? operand.fixed : around.named(operand.from).value;
const operandType = (around: Surroundings, operand: Operand): ValueType => {
  if (!('fixed' in operand)) return around.typeNamed(operand.from);
  const { fixed } = operand;
  return scalar(
    fixed === null
      ? 'any'
      : typeof fixed === 'number'
        ? 'number'
        : typeof fixed === 'boolean'
          ? 'yes-no'
          : /^#[0-9a-f]{6}$/i.test(fixed)
            ? 'colour'
            : 'text',
  );
};

/** Fields and bindings come before columns of the row in hand. */
function holeText(around: Surroundings, name: string): string {
  const id = around.idOf(name);
  if (id !== null) {
    const { value, type } = around.named(id);
    return valueText(value, type);
  }
  const { hand } = around;
  const column = hand
    ? hand.rowset.columns.findIndex((c) => c.name.toLowerCase() === name.toLowerCase() || c.key === name)
    : -1;
  if (hand && column >= 0) return hand.rowset.text(hand.index, column);
  return fail(
    'unknown-hole',
    `{${name}} is no field and no binding${hand ? ', and the row in hand has no such column' : '; no row is in hand'}.`,
  );
}

function begin(from: Origin, around: Surroundings): { value: Value; type: ValueType } {
  switch (from.kind) {
    case 'field':
      return around.named(from.field);
    case 'binding':
      return around.named(from.binding);
    case 'rows': {
      const rowset = dataIn(around, from.data);
      return { value: new RowsValue(rowset), type: { of: 'rows', columns: rowset.columns } };
    }
    case 'value': {
      const value = around.valueOf(from.data);
      if (value === undefined)
        return fail('no-data', `“${around.nameOf(from.data)}” has brought nothing yet.`);
      return { value, type: scalar(typeof value === 'string' ? 'text' : 'any') };
    }
    case 'score': {
      const value =
        around.scoreOf(from.score) ??
        fail('no-score', 'Choose a score of the show; the one that was chosen is not there.');
      return { value, type: scalar('number') };
    }
    case 'clock': {
      const value =
        around.countedTo(from.clock) ??
        fail('no-clock', 'Choose a clock of the show; the one that was chosen is not there.');
      return { value, type: scalar('text') };
    }
    case 'sheets': {
      const sheets =
        around.sheetsOf(from.data) ??
        fail('no-sheets', `“${around.nameOf(from.data)}” is no workbook, or has brought nothing yet.`);
      return { value: [...sheets], type: listOf(scalar('text')) };
    }
    case 'words':
      return {
        value: from.text.replace(/\{([^{}]+)\}/g, (_, name: string) => holeText(around, name.trim())),
        type: scalar('text'),
      };
    case 'cell': {
      const { row } = from;
      if (row.by === 'hand') {
        const hand =
          around.hand ??
          fail(
            'no-row',
            'No row is in hand. Choose one beside the template, or take the row by its name or place.',
          );
        return cellOf(hand.rowset, hand.index, from);
      }
      const rowset = dataIn(around, from.data);
      if (row.by === 'place') {
        const at = operandValue(around, row.at);
        const n = typeof at === 'number' ? Math.trunc(at) : Number.NaN;
        const index = n < 0 ? rowset.count + n : n - 1;
        if (!(index >= 0 && index < rowset.count))
          return fail(
            'no-row',
            `${rowset.name} has ${counted(rowset.count, 'row')}; there is none at place ${valueText(at)}.`,
          );
        return cellOf(rowset, index, from);
      }
      const words = valueText(operandValue(around, row.is), operandType(around, row.is));
      const index = around.find(rowset, columnAt(rowset, row.column), words, from.data);
      if (index < 0)
        return fail(
          'no-row',
          `${rowset.name} has no row whose ${rowset.columns[columnAt(rowset, row.column)]?.name} is “${words}”.`,
        );
      return cellOf(rowset, index, from);
    }
  }
}

function cellOf(
  rowset: Rowset,
  row: number,
  from: Extract<Origin, { kind: 'cell' }>,
): { value: Value; type: ValueType } {
  const column = columnAt(rowset, from.column);
  const { type } = rowset.columns[column] as Rowset['columns'][number];
  const facets = () => rowset.facets(row, column);
  switch (from.take) {
    case 'value': {
      const value = rowset.cell(row, column);
      // A cell that is not what its column holds is told, not taken for empty.
      if (value === null && type !== 'text' && rowset.text(row, column).trim() !== '')
        return fail(
          'unfit-cell',
          `${rowset.name}, ${rowset.columns[column]?.name}: “${rowset.text(row, column)}” is no ${type === 'yes-no' ? 'yes or no' : type}.`,
        );
      return { value, type: scalar(type) };
    }
    case 'shown':
      return { value: rowset.text(row, column), type: scalar('text') };
    case 'number':
      return {
        value: facets()?.number ?? (type === 'number' ? rowset.cell(row, column) : null),
        type: scalar('number'),
      };
    case 'date': {
      const date = facets()?.date;
      return {
        value: date === undefined ? (type === 'date' ? rowset.cell(row, column) : null) : parseDate(date),
        type: scalar('date'),
      };
    }
    case 'fill':
    case 'colour':
      return { value: facets()?.[from.take] ?? null, type: scalar('colour') };
    case 'note':
      return { value: facets()?.note ?? null, type: scalar('text') };
  }
}

/** The type of the origin where its value cannot be had, so that the steps after it can still be built. */
function beginType(from: Origin, around: Surroundings): ValueType {
  switch (from.kind) {
    case 'field':
      return around.typeNamed(from.field);
    case 'binding':
      return around.typeNamed(from.binding);
    case 'words':
      return scalar('text');
    case 'sheets':
      return listOf(scalar('text'));
    case 'score':
      return scalar('number');
    case 'clock':
      return scalar('text');
    case 'value':
      return scalar('any');
    case 'rows':
      return around.columnsOf(from.data) ?? scalar('any');
    case 'cell': {
      if (from.take === 'shown' || from.take === 'note') return scalar('text');
      if (from.take === 'fill' || from.take === 'colour') return scalar('colour');
      if (from.take === 'number' || from.take === 'date') return scalar(from.take);
      const rows = around.columnsOf(from.data);
      const found =
        rows && 'columns' in rows
          ? rows.columns.find((c) => c.key === from.column || c.name === from.column)
          : undefined;
      return scalar(found?.type ?? 'any');
    }
  }
}

const asProblem = (error: unknown): Problem => {
  if (error instanceof ProblemError) return error.problem;
  return problem('step-failed', `It failed: ${(error as Error).message}.`, 'steps');
};

const isList = (type: ValueType): type is Extract<ValueType, { of: 'list' }> => type.of === 'list';

/** A binding step by step: the first entry is its origin, then one for each step. Never throws. */
export function traceBinding(binding: Pick<Binding, 'from' | 'steps'>, around: Surroundings): Trace[] {
  const traces: Trace[] = [];
  let now: Trace;
  try {
    now = { ...begin(binding.from, around), problem: null };
  } catch (error) {
    now = { value: null, type: beginType(binding.from, around), problem: asProblem(error) };
  }
  traces.push(now);
  const build: BuildContext = {
    typeOf: (operand) => operandType(around, operand),
    columnsOf: around.columnsOf,
    nameOf: around.nameOf,
  };
  const context: StepContext = {
    locale: around.locale,
    operand: (operand) => operandValue(around, operand),
    data: (id) => dataIn(around, id),
    find: around.find,
  };
  for (const step of binding.steps) {
    const kind = stepKind(step.kind);
    const before: Trace = now;
    const over = kind.each && isList(before.type);
    const item = over ? (before.type as { item: ValueType }).item : before.type;
    const checked = kind.type(item, step, build);
    if ('code' in checked) {
      now = { value: null, type: before.type, problem: before.problem ?? checked };
      traces.push(now);
      continue;
    }
    const type = over ? listOf(checked) : checked;
    const recovers = step.kind === 'default';
    if (before.problem && !recovers) {
      now = { value: null, type, problem: before.problem };
    } else {
      try {
        const one = (value: Value): Value =>
          value === null && !kind.onNothing ? null : kind.apply(value, step, context, item);
        const { value } = before;
        const isSpread = kind.each && Array.isArray(value);
        now = {
          value: isSpread ? (value as readonly Value[]).map(one) : one(value),
          // What comes can turn out to be a list only once it is there.
          type: isSpread && !isList(type) ? listOf(type) : type,
          problem: null,
        };
      } catch (error) {
        now = { value: null, type, problem: asProblem(error) };
      }
    }
    traces.push(now);
  }
  return traces;
}

/** Whether a text's holes can all be filled by name. */
export const openHoles = (
  text: string,
  around: Pick<Surroundings, 'idOf'>,
  columns: readonly string[],
): string[] =>
  holesIn(text).filter(
    (name) =>
      around.idOf(name) === null && !columns.some((column) => column.toLowerCase() === name.toLowerCase()),
  );
