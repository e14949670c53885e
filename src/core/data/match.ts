import { bareName } from '../likeness';
import type { Table, Template } from '../show';

/** Whether a text has some words in it, spelt as loosely as names are. */
export const hasWords = (text: string, words: string): boolean => bareName(text).includes(bareName(words));

export const sameName = (a: string, b: string): boolean => bareName(a) === bareName(b);

export interface Match {
  readonly field: string;
  /** The column that fills the field, or null where none has its name. */
  readonly column: string | null;
  /** Given by hand, and kept with the template. */
  readonly byHand: boolean;
}

/**
 * For each field, in order, the column that fills it: the one given by hand, else the first of its name. A column that
 * was given by hand and is there no more is as if it had not been.
 */
export function matchRows(
  template: Template,
  of: string,
  columns: readonly { readonly key: string; readonly name: string }[],
): Match[] {
  const own = template.matches[of] ?? {};
  return template.fields.map((field) => {
    const given = own[field.id];
    if (given === null) return { field: field.id, column: null, byHand: true };
    if (given !== undefined && columns.some((column) => column.key === given))
      return { field: field.id, column: given, byHand: true };
    return {
      field: field.id,
      column: columns.find((column) => sameName(column.name, field.name))?.key ?? null,
      byHand: false,
    };
  });
}

/** For each field of a template the column of a table that fills it. */
export const matchColumns = (template: Template, table: Pick<Table, 'columns'> & { id?: string }): Match[] =>
  matchRows(
    template,
    table.id ?? '',
    table.columns.map((column) => ({ key: column.id, name: column.name })),
  );
