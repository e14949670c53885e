import type { Rowset } from '../binding';
import type { Problem } from '../problem';
import {
  acceptValue,
  fieldKindOf,
  type Asset,
  type Row,
  type Show,
  type Table,
  type Template,
  type Values,
} from '../show';
import { matchRows, sameName } from './match';
import { tableRowset } from './table-rows';

export interface Filling {
  readonly values: Values;
  /** Cells that their fields do not take; those fields keep their defaults. */
  readonly problems: readonly Problem[];
}

const stem = (name: string): string => name.replace(/\.[^.]*$/, '');

/** A picture of the show by its id, or its file's name with or without the ending. */
export const pictureNamed = (assets: Show['assets'], name: string): Asset | undefined =>
  assets[name] ??
  Object.values(assets).find((asset) => sameName(asset.name, name) || sameName(stem(asset.name), name));

/** The values that a row gives a template, by the match of its columns to fields. Empty cells leave the default. */
export function fillRow(
  template: Template,
  of: string,
  rowset: Rowset,
  index: number,
  assets: Show['assets'],
): Filling {
  const values: Values = {};
  const problems: Problem[] = [];
  for (const match of matchRows(template, of, rowset.columns)) {
    const field = template.fields.find((f) => f.id === match.field);
    const column = match.column === null ? -1 : rowset.columns.findIndex((c) => c.key === match.column);
    const cell = column < 0 ? '' : rowset.text(index, column).trim();
    if (!field || cell === '') continue;
    const raw = fieldKindOf(field).media === null ? cell : (pictureNamed(assets, cell)?.id ?? cell);
    const accepted = acceptValue(field, raw);
    if ('value' in accepted) values[field.id] = accepted.value;
    else problems.push(accepted.problem);
  }
  return { values, problems };
}

/** The values that a row of a table gives a template. */
export const fillFromRow = (
  template: Template,
  table: Table,
  row: Row,
  assets: Show['assets'],
  tables: Show['tables'] = { [table.id]: table },
): Filling => fillRow(template, table.id, tableRowset(tables, { ...table, rows: [row] }), 0, assets);
