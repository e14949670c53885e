import { useEffect, useMemo } from 'react';
import { DataGrid, renderTextEditor, type Column } from 'react-data-grid';
import 'react-data-grid/lib/styles.css';
import type { Row, Table } from '../../core/show';
import { useDraft } from '../state/draft-store';

/** The cells of a table: arrows move, typing or Enter edits, every edit can be undone. */
export function TableGrid(props: { table: Table; chosen: string | null; onChoose: (row: string) => void }) {
  const { table, chosen, onChoose } = props;
  const edit = useDraft((store) => store.edit);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (
        !(event.ctrlKey || event.metaKey) ||
        event.key.toLowerCase() !== 'z' ||
        (event.target as HTMLElement).closest('input, textarea, select')
      )
        return;
      event.preventDefault();
      const { undo, redo } = useDraft.getState();
      if (event.shiftKey) redo();
      else undo();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  const columns = useMemo(
    (): Column<Row>[] => [
      {
        key: '#',
        name: '',
        width: 48,
        frozen: true,
        renderCell: ({ rowIdx }) => <span className="number text-ink-3">{rowIdx + 1}</span>,
      },
      ...table.columns.map((column): Column<Row> => ({
        key: column.id,
        name: column.name,
        resizable: true,
        minWidth: 110,
        renderCell: ({ row }) => <span dir="auto">{row.cells[column.id] ?? ''}</span>,
        // The editor works on a plain property of the row; the cell is taken from there when it is kept.
        renderEditCell: (editing) =>
          renderTextEditor({
            ...editing,
            row: { ...editing.row, [column.id]: editing.row.cells[column.id] ?? '' } as Row,
            onRowChange: (next, commit) =>
              editing.onRowChange(
                {
                  ...editing.row,
                  cells: {
                    ...editing.row.cells,
                    [column.id]: String((next as unknown as Record<string, string>)[column.id] ?? ''),
                  },
                },
                commit,
              ),
          }),
      })),
    ],
    [table.columns],
  );
  const keep = (rows: Row[], changed: readonly number[]): void =>
    edit(`Edit ${table.name}`, (show) => {
      const own = show.tables[table.id];
      for (const index of changed) {
        const row = own?.rows[index];
        const next = rows[index];
        if (row && next) Object.assign(row.cells, next.cells);
      }
    });
  return (
    <DataGrid
      aria-label={`Cells of ${table.name}`}
      className="rdg-dark min-h-0 flex-1 border-0"
      style={{ blockSize: '100%' }}
      columns={columns}
      rows={table.rows}
      rowKeyGetter={(row) => row.id}
      rowHeight={30}
      headerRowHeight={32}
      onRowsChange={(rows, { indexes }) => keep(rows as Row[], indexes)}
      onActivePositionChange={({ row }) => row && onChoose(row.id)}
      rowClass={(row) => (row.id === chosen ? 'chosen' : undefined)}
    />
  );
}
