import { z } from 'zod';
import { problem, type Problem } from '../../problem';
import { cellAs } from '../../source';
import { noChecks, type Checks, type ColumnKind, type ColumnType } from './base';
import { choiceColumn, choiceColumnSchema } from './choice-column';
import { colourColumn, colourColumnSchema } from './colour-column';
import { dateColumn, dateColumnSchema } from './date-column';
import { durationColumn, durationColumnSchema } from './duration-column';
import { followsColumn, followsColumnSchema } from './follows-column';
import { numberColumn, numberColumnSchema } from './number-column';
import { pickColumn, pickColumnSchema } from './pick-column';
import { pictureColumn, pictureColumnSchema } from './picture-column';
import { timeColumn, timeColumnSchema } from './time-column';
import { textColumn, textColumnSchema } from './text-column';
import { yesNoColumn, yesNoColumnSchema } from './yes-no-column';

export const columnSchema = z.discriminatedUnion('type', [
  textColumnSchema,
  numberColumnSchema,
  dateColumnSchema,
  timeColumnSchema,
  durationColumnSchema,
  colourColumnSchema,
  pictureColumnSchema,
  yesNoColumnSchema,
  choiceColumnSchema,
  pickColumnSchema,
  followsColumnSchema,
]);
export type Column = z.infer<typeof columnSchema>;

/** Every type of column, by name: the one table a new type is added to. */
export const columnKinds: Readonly<Record<ColumnType, ColumnKind<never>>> = {
  text: textColumn,
  number: numberColumn,
  date: dateColumn,
  time: timeColumn,
  duration: durationColumn,
  colour: colourColumn,
  picture: pictureColumn,
  'yes-no': yesNoColumn,
  choice: choiceColumn,
  pick: pickColumn,
  follows: followsColumn,
};

/** A column of a type with nothing asked of its cells. Picks and what follows them are made by the interface. */
export function newColumn(
  id: string,
  name: string,
  type: Exclude<ColumnType, 'pick' | 'follows'> = 'text',
  checks: Partial<Checks> = {},
): Column {
  const base = { id, name, checks: { ...noChecks, ...checks } };
  switch (type) {
    case 'number':
      return { ...base, type, unit: '', decimals: null };
    case 'date':
      return { ...base, type, time: true };
    case 'choice':
      return { ...base, type, choices: [] };
    default:
      return { ...base, type };
  }
}

/** What was typed as the text that a cell keeps; empty is always taken. */
export const acceptCell = (column: Column, typed: string): { text: string } | { problem: Problem } =>
  typed.trim() === '' ? { text: '' } : columnKinds[column.type].accept(column as never, typed);

export const showCell = (column: Column, text: string): string =>
  columnKinds[column.type].show(column as never, text);

const patterns = new Map<string, RegExp | null>();
function patternOf(source: string): RegExp | null {
  const known = patterns.get(source);
  if (known !== undefined) return known;
  let made: RegExp | null = null;
  try {
    made = new RegExp(`^(?:${source})$`, 'u');
  } catch {
    made = null;
  }
  if (patterns.size > 200) patterns.clear();
  patterns.set(source, made);
  return made;
}

/**
 * What is wrong with a cell, or null. `isTwice` says whether another cell of the column holds the same; it is asked
 * only where the column wants each value once.
 */
export function checkCell(column: Column, text: string, isTwice: () => boolean): Problem | null {
  const { checks, name } = column;
  if (text.trim() === '') return checks.needed ? problem('needed', `${name} must not be empty.`, name) : null;
  const accepted = acceptCell(column, text);
  if ('problem' in accepted) return accepted.problem;
  if (checks.low !== null || checks.high !== null) {
    const value = cellAs(
      text,
      column.type === 'date' || column.type === 'time' || column.type === 'duration' ? column.type : 'number',
    );
    if (
      typeof value === 'number' &&
      ((checks.low !== null && value < checks.low) || (checks.high !== null && value > checks.high))
    )
      return problem(
        'out-of-range',
        `${name} takes ${checks.low === null ? 'anything' : showCell(column, String(checks.low))} to ${checks.high === null ? 'anything' : showCell(column, String(checks.high))}.`,
        name,
      );
  }
  if (checks.pattern !== '') {
    const pattern = patternOf(checks.pattern);
    if (pattern && text.length < 2000 && !pattern.test(text))
      return problem('no-match', `${name} must look like ${checks.pattern}.`, name);
  }
  return checks.unique && isTwice()
    ? problem('twice', `${name} has “${showCell(column, text)}” more than once.`, name)
    : null;
}
