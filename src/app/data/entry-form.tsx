import { useEffect, useRef, useState } from 'react';
import { cellProblem, rowOf, shownText, typedCell } from '../../core/data';
import type { Column, Row, Show, Table } from '../../core/show';
import { Button, Empty } from '../ui';
import { useDraft } from '../state/draft-store';

/** One row at a time, for the person who only types results: Enter goes on, to the next field and the next row. */
export function EntryForm(props: {
  show: Show;
  table: Table;
  row: Row | undefined;
  rows: readonly Row[];
  onRow: (id: string) => void;
  onAdd: () => void;
}) {
  const { show, table, row, rows, onRow, onAdd } = props;
  const form = useRef<HTMLFormElement>(null);
  if (!row) {
    return (
      <Empty title="No row yet">
        <Button tone="primary" onClick={onAdd}>
          Add the first row
        </Button>
      </Empty>
    );
  }
  const at = rows.findIndex(({ id }) => id === row.id);
  const step = (by: number): void => {
    const next = rows[at + by];
    if (next) onRow(next.id);
    else if (by > 0) onAdd();
    form.current?.querySelector<HTMLInputElement>('input:not(:disabled)')?.focus();
  };
  return (
    <form
      ref={form}
      aria-label={`Row ${at + 1} of ${table.name}`}
      className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto p-6"
      onSubmit={(event) => {
        event.preventDefault();
        const inputs = [...(form.current?.querySelectorAll<HTMLInputElement>('input:not(:disabled)') ?? [])];
        const now = inputs.indexOf(document.activeElement as HTMLInputElement);
        const next = inputs[now + 1];
        if (next) next.focus();
        else {
          (document.activeElement as HTMLElement | null)?.blur();
          step(1);
        }
      }}
    >
      <div className="flex items-center gap-2">
        <Button onClick={() => step(-1)} disabled={at <= 0}>
          Row before
        </Button>
        <span className="number text-ink-2">
          {at + 1} of {rows.length}
        </span>
        <Button onClick={() => step(1)}>{at + 1 < rows.length ? 'Next row' : 'Add a row'}</Button>
      </div>
      <div className="grid max-w-2xl grid-cols-[minmax(120px,200px)_1fr] items-center gap-x-4 gap-y-2">
        {table.columns.map((column) => (
          <EntryField key={`${row.id} ${column.id}`} show={show} table={table} row={row} column={column} />
        ))}
      </div>
      <button type="submit" className="sr-only">
        Next
      </button>
    </form>
  );
}

function EntryField(props: { show: Show; table: Table; row: Row; column: Column }) {
  const { show, table, row, column } = props;
  const edit = useDraft((store) => store.edit);
  const kept =
    column.type === 'pick' || column.type === 'follows'
      ? shownText(show.tables, table, row, column)
      : (row.cells[column.id] ?? '');
  const [typed, setTyped] = useState(kept);
  useEffect(() => setTyped(kept), [kept]);
  const problem = cellProblem(show.tables, table, row, column);
  const keep = (): void => {
    if (typed === kept) return;
    edit(`Edit ${table.name}`, (draft) => {
      const real = draft.tables[table.id];
      const own = real && rowOf(real, row.id);
      if (own) own.cells[column.id] = typedCell(draft.tables, column, typed);
    });
  };
  const picked = column.type === 'pick' ? show.tables[column.table] : undefined;
  const shown =
    picked && column.type === 'pick' ? picked.columns.find(({ id }) => id === column.shown) : undefined;
  const choices =
    column.type === 'choice'
      ? column.choices
      : column.type === 'yes-no'
        ? ['yes', 'no']
        : picked && shown
          ? picked.rows.slice(0, 2000).map((other) => shownText(show.tables, picked, other, shown))
          : null;
  const id = `entry-${column.id}`;
  return (
    <>
      <label htmlFor={id} className="text-right text-ink-2">
        {column.name}
        {column.checks.needed && <span title="Must not be empty"> *</span>}
      </label>
      <span>
        <input
          id={id}
          dir="auto"
          className="field h-9 w-full text-[15px]"
          disabled={column.type === 'follows'}
          list={choices ? `${id}-list` : undefined}
          inputMode={column.type === 'number' ? 'decimal' : undefined}
          aria-invalid={problem !== null}
          value={typed}
          onFocus={(event) => event.currentTarget.select()}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={keep}
          onKeyDown={(event) => event.key === 'Enter' && keep()}
        />
        {choices && (
          <datalist id={`${id}-list`}>
            {choices.map((choice, i) => (
              <option key={i} value={choice} />
            ))}
          </datalist>
        )}
        {problem && <span className="text-xs text-warn">⚠ {problem.message}</span>}
      </span>
    </>
  );
}
