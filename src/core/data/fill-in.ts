import { fieldKindOf, type CellCheck, type Field, type Show, type Template } from '../show';

export interface FillColumn {
  readonly name: string;
  readonly type: string;
  readonly help: string;
  readonly check: CellCheck | null;
}

/** Lists in a cell's check may have so many characters in all (ECMA-376, 18.3.1.32). */
const longestList = 255;

function checkOf(field: Field, assets: Show['assets']): CellCheck | null {
  const { media, check } = fieldKindOf(field);
  const files = Object.values(assets).filter(({ type }) => media !== null && type.startsWith(media));
  const found = check(
    field,
    files.map(({ name }) => name),
  );
  if (found?.is !== 'list') return found;
  const { values } = found;
  const canList =
    values.length > 0 &&
    values.join(',').length <= longestList &&
    values.every((value) => !value.includes(','));
  return canList ? found : null;
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
