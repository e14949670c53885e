import { regionOutlines, type RegionOutline } from '../cartography';
import { matchRegions } from '../map';
import type { ShowMap, Table } from '../show';

/** A map as the form of a table: its regions laid flat, and the row that each is about. */
export interface MapForm {
  readonly size: { readonly w: number; readonly h: number };
  readonly regions: readonly (RegionOutline & { readonly row: string | null })[];
}

const size = { w: 900, h: 640 };
const outlines = new WeakMap<ShowMap, readonly RegionOutline[]>();

/** The regions of a map and the rows of a table that are about them: by the column whose words name most regions. */
export function mapForm(map: ShowMap, table: Pick<Table, 'columns' | 'rows'>): MapForm {
  let regions = outlines.get(map);
  if (!regions) {
    regions = regionOutlines(map, size);
    outlines.set(map, regions);
  }
  const named = regions.map(({ key, name, code }) => ({ key, name, code }));
  const rows = table.columns
    .filter(({ type }) => type !== 'follows' && type !== 'pick')
    .map(
      (column) =>
        matchRegions(
          named,
          table.rows.map((row) => ({ key: row.id, words: row.cells[column.id] ?? '' })),
        ).rows,
    )
    .reduce<ReadonlyMap<string, string>>((most, own) => (own.size > most.size ? own : most), new Map());
  return { size, regions: regions.map((region) => ({ ...region, row: rows.get(region.key) ?? null })) };
}
