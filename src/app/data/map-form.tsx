import { useMemo } from 'react';
import { sentText } from '../../core/data';
import type { Row, Show, ShowMap, Table } from '../../core/show';
import { mapForm } from '../../core/typing';
import { RegionMap } from '../ui';

const isColour = (words: string): boolean => /^#([0-9a-f]{6}|[0-9a-f]{8})$/i.test(words);

/** The map whose regions are the rows of a table, to point at the one that is typed. */
export function MapForm({ show, table, map, row, onRow }: { show: Show; table: Table; map: ShowMap; row: Row | undefined; onRow: (id: string) => void }) {
  const form = useMemo(() => mapForm(map, table), [map, table]);
  const colourOf = (own: Row): string | null => {
    for (const column of table.columns) {
      if (column.type !== 'colour' && column.type !== 'follows') continue;
      const words = sentText(show.tables, table, own, column).trim();
      if (isColour(words)) return words;
    }
    return null;
  };
  return (
    <RegionMap
      label={`Regions of ${table.name}`}
      size={form.size}
      chosen={form.regions.find((region) => region.row !== null && region.row === row?.id)?.key ?? null}
      onChoose={(key) => {
        const own = form.regions.find((region) => region.key === key)?.row;
        if (own) onRow(own);
      }}
      regions={form.regions.map(({ key, name, path, row: of }) => {
        const own = table.rows.find(({ id }) => id === of);
        return { key, name, path, fill: own ? colourOf(own) : null, said: own ? '' : 'no row' };
      })}
    />
  );
} // prettier-ignore
