import type { Table, Template } from '../show';

/** A name with case, accents, spaces and punctuation taken away, so that "Rôle " and "role" are one. */
const bare = (name: string): string =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[^\p{L}\p{N}]+/gu, '');

export const sameName = (a: string, b: string): boolean => bare(a) === bare(b);

export interface Match {
  readonly field: string;
  /** The column that fills the field, or null where none has its name. */
  readonly column: string | null;
}

/** For each field, in order, the first column of its name. */
export const matchColumns = (template: Template, table: Pick<Table, 'columns'>): Match[] =>
  template.fields.map((field) => ({
    field: field.id,
    column: table.columns.find((column) => sameName(column.name, field.name))?.id ?? null,
  }));
