import type { Problem } from '../problem';
import {
  acceptValue,
  type Asset,
  type Row,
  type Show,
  type Table,
  type Template,
  type Values,
} from '../show';
import { matchColumns, sameName } from './match';

export interface Filling {
  readonly values: Values;
  /** Cells that their fields do not take; those fields keep their defaults. */
  readonly problems: readonly Problem[];
}

const stem = (name: string): string => name.replace(/\.[^.]*$/, '');

/** A picture of the show by its file's name, with or without the ending. */
const pictureNamed = (assets: Show['assets'], name: string): Asset | undefined =>
  Object.values(assets).find((asset) => sameName(asset.name, name) || sameName(stem(asset.name), name));

/** The values that a row gives a template, columns matched to fields by name. Empty cells leave the default. */
export function fillFromRow(template: Template, table: Table, row: Row, assets: Show['assets']): Filling {
  const values: Values = {};
  const problems: Problem[] = [];
  for (const match of matchColumns(template, table)) {
    const field = template.fields.find((f) => f.id === match.field);
    const cell = match.column === null ? '' : (row.cells[match.column] ?? '').trim();
    if (!field || cell === '') continue;
    const raw = field.kind === 'picture' ? (pictureNamed(assets, cell)?.id ?? cell) : cell;
    const accepted = acceptValue(field, raw);
    if ('value' in accepted) values[field.id] = accepted.value;
    else problems.push(accepted.problem);
  }
  return { values, problems };
}
