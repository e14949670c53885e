import type { z } from 'zod';
import { problem, ProblemError, type Problem } from '../../problem';
import { operandWords, type Operand } from '../operand';
import { typeWords, type Rowset, type Value, type ValueType } from '../value';

/** What a step may ask for while it works. */
export interface StepContext {
  /** The language whose rules words are compared and ordered by: a BCP 47 tag. */
  readonly locale: string;
  readonly operand: (operand: Operand) => Value;
  /** The rows of a table, source or view by its id. */
  readonly data: (id: string) => Rowset;
  /** Finds the first row whose cell, in words, is this; -1 where none is. */
  readonly find: (rowset: Rowset, column: number, words: string, id: string) => number;
}

/** What a step may ask for while it is built. */
export interface BuildContext {
  readonly typeOf: (operand: Operand) => ValueType;
  readonly columnsOf: (data: string) => ValueType | null;
  readonly nameOf: (id: string) => string;
}

/** One control of a step's form. */
export type Param =
  | {
      readonly key: string;
      readonly label: string;
      readonly as:
        'text' | 'lines' | 'zone' | 'number' | 'decimal' | 'yes-no' | 'operand' | 'data' | 'pairs' | 'stops';
      readonly when?: ParamWhen;
    }
  | {
      readonly key: string;
      readonly label: string;
      readonly as: 'choice';
      readonly choices: readonly { readonly value: string; readonly label: string }[];
      readonly when?: ParamWhen;
    }
  /** A column of the rows that come in, or of the data that another key names. */
  | {
      readonly key: string;
      readonly label: string;
      readonly as: 'column';
      readonly of: string | null;
      readonly when?: ParamWhen;
    };
/** Shown only while another key has one of these values. */
export interface ParamWhen {
  readonly key: string;
  readonly is: readonly unknown[];
}

export type StepGroup = 'Rows' | 'Lists' | 'Numbers' | 'Text' | 'Dates' | 'Choices';

/** What one kind of step says of itself. */
export interface StepKind<S> {
  readonly label: string;
  readonly group: StepGroup;
  readonly schema: z.ZodType<S>;
  readonly plain: S;
  readonly params: readonly Param[];
  /** What it does with these settings, in words. */
  readonly words: (step: S, context: Pick<BuildContext, 'nameOf'>) => string;
  /** The type that comes out for one that goes in, or why it does not fit. */
  readonly type: (input: ValueType, step: S, context: BuildContext) => ValueType | Problem;
  /** The value that comes out. Throws a ProblemError where it cannot be had. */
  readonly apply: (input: Value, step: S, context: StepContext, type: ValueType) => Value;
  /** Works on one item at a time: given a list, it works on each. */
  readonly each: boolean;
  /** Works on nothing too, and on what failed before; others pass nothing on. */
  readonly onNothing?: boolean;
}

export const doesNotFit = (label: string, wanted: string, input: ValueType): Problem =>
  problem('step-does-not-fit', `“${label}” takes ${wanted}; here comes ${typeWords(input)}.`, 'steps');

export const fail = (code: string, message: string): never => {
  throw new ProblemError(problem(code, message, 'steps'));
};

export const isNumeric = (type: ValueType): boolean =>
  type.of === 'number' ||
  type.of === 'duration' ||
  type.of === 'time' ||
  type.of === 'any' ||
  type.of === 'yes-no';
export const isWords = (type: ValueType): boolean =>
  type.of !== 'list' && type.of !== 'row' && type.of !== 'rows';

/** A value that must be a number here. */
export function numberIn(value: Value, what: string): number {
  if (typeof value === 'boolean') return Number(value);
  if (typeof value === 'number' && Number.isFinite(value)) return value;
  return fail(
    'not-a-number',
    `${what} is ${value === null ? 'empty' : `“${typeof value === 'string' ? value : 'no single value'}”`}, which is no number.`,
  );
}

export const operandIn = operandWords;
