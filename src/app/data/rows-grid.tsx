import { useEffect, useMemo, useRef, useState } from 'react';
import { DataGrid, type Column, type DataGridHandle } from 'react-data-grid';
import 'react-data-grid/lib/styles.css';
import { valueText, scalar, type ColumnInfo } from '../../core/binding';
import { cellAs, type CellFacets } from '../../core/source';
import { useRows } from '../state/data';

interface Line {
  readonly at: number;
}

/** The rows of a source or view, to be looked at: only those in sight are fetched from the worker. */
export function RowsGrid(props: {
  of: string;
  label: string;
  chosen: string | null;
  onChoose: (key: string) => void;
  facets?: Readonly<Record<string, CellFacets>>;
  onColumn?: ((column: ColumnInfo) => void) | undefined;
}) {
  const { of, label, chosen, onChoose, facets, onColumn } = props;
  const [from, setFrom] = useState(0);
  const seen = useRows(of, from, 120);
  // What is seen may still be of the place before.
  const start = seen?.from ?? from;
  const lines = useMemo(
    () => Array.from({ length: seen?.count ?? 0 }, (_, at): Line => ({ at })),
    [seen?.count],
  );
  const columns = useMemo(
    (): Column<Line>[] => [
      {
        key: '#',
        name: '',
        width: 52,
        frozen: true,
        renderCell: ({ rowIdx }) => <span className="number text-ink-3">{rowIdx + 1}</span>,
      },
      ...(seen?.columns ?? []).map((column, index): Column<Line> => ({
        key: `c${index}`,
        name: column.name,
        resizable: true,
        minWidth: 100,
        renderHeaderCell: () => (
          <span className="flex h-full items-center gap-1">
            <span className="min-w-0 flex-1 truncate font-semibold">{column.name}</span>
            {onColumn ? (
              <button
                type="button"
                aria-label={`Column ${column.name}: ${column.type}`}
                className="number h-6 min-w-6 rounded px-1 text-[11px] text-tide hover:bg-raised"
                onClick={() => onColumn(column)}
              >
                {column.type}
              </button>
            ) : (
              <span className="number text-[11px] text-ink-3">{column.type}</span>
            )}
          </span>
        ),
        renderCell: ({ row }) => {
          const text = seen?.rows[row.at - start]?.[index] ?? '';
          const facet = facets?.[`${row.at}:${index}`];
          const value = cellAs(text, column.type);
          const isUnfit = value === null && text.trim() !== '';
          return (
            <span
              className={`absolute inset-0 flex items-center truncate px-2 ${column.type === 'number' ? 'number justify-end' : ''} ${isUnfit ? 'text-warn' : ''}`}
              style={{
                ...(facet?.fill ? { background: facet.fill } : {}),
                ...(facet?.colour ? { color: facet.colour } : {}),
              }}
              title={isUnfit ? `“${text}” is no ${column.type}` : (facet?.note ?? undefined)}
            >
              {isUnfit && '⚠ '}
              <span dir="auto" className="truncate">
                {column.type === 'date' && value !== null ? valueText(value, scalar('date')) : text}
              </span>
              {facet?.note && (
                <span className="ml-1 text-tide" aria-label={`Note: ${facet.note}`}>
                  ✎
                </span>
              )}
            </span>
          );
        },
      })),
    ],
    [seen, start, facets, onColumn],
  );
  // A column that has just been made is what one wants to see.
  const grid = useRef<DataGridHandle>(null);
  const width = useRef({ of, count: 0 });
  const count = seen?.columns.length ?? 0;
  useEffect(() => {
    if (width.current.of === of && width.current.count > 0 && count > width.current.count)
      grid.current?.scrollToCell({ idx: count });
    width.current = { of, count };
  }, [of, count]);
  if (!seen) return null;
  const choose = (row: Line | undefined): void => {
    const key = row && seen.keys[row.at - start];
    if (key !== undefined) onChoose(key);
  };
  const place = chosen === null ? -1 : seen.keys.indexOf(chosen);
  return (
    <DataGrid
      ref={grid}
      aria-label={label}
      className="rdg-dark min-h-0 flex-1 border-0"
      style={{ blockSize: '100%' }}
      columns={columns}
      rows={lines}
      rowKeyGetter={(line) => line.at}
      rowHeight={30}
      headerRowHeight={34}
      onScroll={(event) => {
        const first = Math.max(0, Math.floor(event.currentTarget.scrollTop / 30) - 40);
        if (Math.abs(first - from) > 25) setFrom(first);
      }}
      onCellMouseDown={({ row }) => choose(row)}
      onActivePositionChange={({ row }) => choose(row)}
      rowClass={(row) => (place >= 0 && row.at === place + start ? 'chosen' : undefined)}
    />
  );
}
