import type { Field, Show, Template } from '../show';

/** What a spreadsheet asks of the cells of a column while they are filled in. */
export type CellCheck =
  | { readonly is: 'list'; readonly values: readonly string[] }
  | { readonly is: 'number'; readonly low: number | null; readonly high: number | null }
  | { readonly is: 'length'; readonly most: number };

export interface FillColumn {
  readonly name: string;
  readonly type: string;
  readonly help: string;
  readonly check: CellCheck | null;
}

/** Lists in a cell's check may have so many characters in all (ECMA-376, 18.3.1.32). */
const longestList = 255;

function checkOf(field: Field, assets: Show['assets']): CellCheck | null {
  const list = (values: readonly string[]): CellCheck | null =>
    values.length > 0 &&
    values.join(',').length <= longestList &&
    values.every((value) => !value.includes(','))
      ? { is: 'list', values }
      : null;
  switch (field.kind) {
    case 'choice':
      return list(field.choices.map(({ label }) => label));
    case 'yes-no':
      return list(['yes', 'no']);
    case 'number':
      return { is: 'number', low: field.min, high: field.max };
    case 'text':
      return field.maxLength === null ? null : { is: 'length', most: field.maxLength };
    case 'picture':
    case 'video':
      return list(Object.values(assets).filter(({ type }) => type.startsWith(field.kind === 'video' ? 'video/' : 'image/')).map(({ name }) => name)); // prettier-ignore
    case 'colour':
      return null;
  }
}

/** The columns of a spreadsheet in which a template's fields are filled in, a row for each card, with their checks. */
export const fillColumns = (template: Template, assets: Show['assets']): FillColumn[] =>
  template.fields
    .filter(({ id }) => template.bound[id] === undefined)
    .map((field) => ({
      name: field.name,
      type: field.kind === 'number' ? 'number' : 'text',
      help: field.help,
      check: checkOf(field, assets),
    }));
