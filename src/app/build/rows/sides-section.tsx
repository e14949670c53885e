import { Plus, Trash2 } from 'lucide-react';
import { setSideCell, type ListColumn, type SideLine, type TableElement } from '../../../core/show';
import { newId } from '../../state/ids';
import { Button, DraftText, IconButton, NumberField, Section, SelectField } from '../../ui';
import { sealEdit } from '../build-store';
import { columnName } from './columns-section';
import { editTable } from './table-edits';

const totals = [
  { value: '', label: 'Words' },
  { value: 'sum', label: 'Sum' },
  { value: 'mean', label: 'Mean' },
  { value: 'count', label: 'Count' },
  { value: 'minimum', label: 'Minimum' },
  { value: 'maximum', label: 'Maximum' },
];

/** The lines above and below the rows: what stands in each cell, and over how many columns. */
export function SidesSection({ table, columns }: { table: TableElement; columns: readonly ListColumn[] }) {
  const edit = (
    of: 'heads' | 'feet',
    id: string,
    recipe: (line: SideLine) => void,
    merge?: string,
  ): void =>
    editTable(
      table,
      of === 'heads' ? 'Head' : 'Foot',
      (own) => {
        const line = own[of].find((one) => one.id === id);
        if (line) recipe(line);
      },
      merge && `${id} ${merge}`,
    );
  const line = (of: 'heads' | 'feet', side: SideLine, at: number) => {
    const name = `${of === 'heads' ? 'Head' : 'Foot'} ${at + 1}`;
    let covered = 0;
    return (
      <div key={side.id} className="flex flex-col gap-1 rounded border border-line p-1.5">
        <span className="flex items-center gap-2">
          <span className="flex-1">{name}</span>
          <NumberField label="H" unit="px" min={0} value={side.h} onChange={(h) => edit(of, side.id, (own) => void (own.h = h), 'h')} onDone={sealEdit} />
          <IconButton
            label={`Delete ${name}`}
            onClick={() => editTable(table, `Delete ${name}`, (own) => void (own[of] = own[of].filter(({ id }) => id !== side.id)))}
          >
            <Trash2 size={13} />
          </IconButton>
        </span>
        {table.columns.map((column, i) => {
          const isCovered = covered > 0;
          covered = isCovered ? covered - 1 : (side.cells[column.id]?.across ?? 1) - 1;
          if (isCovered) return null;
          const cell = side.cells[column.id];
          const words = columnName(column, columns, i);
          const set = (change: Partial<SideLine['cells'][string]>, merge?: string): void =>
            edit(of, side.id, (own) => setSideCell(own, column.id, change), merge && `${column.id} ${merge}`);
          return (
            <span key={column.id} className="grid grid-cols-[minmax(0,1fr)_64px_auto] items-center gap-1">
              {cell?.total ? (
                <span className="truncate text-xs text-ink-2">{words}</span>
              ) : (
                <DraftText
                  bare
                  label={`${words} in ${name}`}
                  placeholder={of === 'heads' ? words : 'Nothing'}
                  value={cell?.text ?? ''}
                  onKeep={(text) => set({ text: text === '' ? null : text })}
                />
              )}
              <NumberField label="↔" min={1} max={60} step={1} value={cell?.across ?? 1} onChange={(across) => set({ across: Math.round(across) }, 'across')} onDone={sealEdit} />
              {of === 'feet' && (
                <SelectField
                  bare
                  label={`Figure of ${words} in ${name}`}
                  className="w-20"
                  value={cell?.total ?? ''}
                  choices={totals}
                  onChange={(total) => set({ total: total === '' ? null : (total as 'sum'), text: null })}
                />
              )}
            </span>
          );
        })}
      </div>
    );
  };
  return (
    <Section title="Heads and feet" isFolded>
      {table.heads.map((side, at) => line('heads', side, at))}
      {table.feet.map((side, at) => line('feet', side, at))}
      <span className="flex gap-1.5">
        <Button className="px-2" onClick={() => editTable(table, 'New head', (own) => void own.heads.unshift({ id: newId(), h: 0, cells: {} }))}>
          <Plus size={14} /> Head
        </Button>
        <Button className="px-2" onClick={() => editTable(table, 'New foot', (own) => void own.feet.push({ id: newId(), h: 0, cells: {} }))}>
          <Plus size={14} /> Foot
        </Button>
      </span>
    </Section>
  );
} // prettier-ignore
