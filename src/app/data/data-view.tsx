import { Plus, Trash2, Upload } from 'lucide-react';
import { useRef, useState, type DragEvent } from 'react';
import { useNavigate, useParams } from 'react-router';
import { toast } from 'sonner';
import { freshName, newColumn, newTable, type Table } from '../../core/show';
import { Button, Empty, IconButton } from '../ui';
import { newId } from '../state/ids';
import { useDraft, useShow } from '../state/draft-store';
import { fileWorker } from '../state/shows';
import { FillPanel } from './fill-panel';
import { TableGrid } from './table-grid';

const largestFile = 64 << 20;

/** The tables of the show, one of them in hand, and what its rows make of a template. */
export function DataView() {
  const show = useShow();
  const { tableId } = useParams();
  const navigate = useNavigate();
  const edit = useDraft((store) => store.edit);
  const input = useRef<HTMLInputElement>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const [isReading, setIsReading] = useState(false);
  const [rowId, setRowId] = useState<string | null>(null);
  const tables = Object.values(show.tables);
  const table = (tableId && show.tables[tableId]) || tables[0];

  const bring = async (file: File): Promise<void> => {
    setWrong(null);
    if (file.size > largestFile)
      return setWrong(
        `${file.name} has ${Math.round(file.size / 1e6)} MB; a file of data may have ${largestFile >> 20} MiB.`,
      );
    setIsReading(true);
    const read = await fileWorker().readCsv(new Uint8Array(await file.arrayBuffer()), file.name);
    setIsReading(false);
    if ('problem' in read) return setWrong(read.problem.message);
    const brought = {
      ...read.table,
      name: freshName(
        read.table.name,
        tables.map((t) => t.name),
      ),
    };
    edit(`Bring in ${file.name}`, (s) => {
      s.tables[brought.id] = brought;
    });
    toast.success(
      `${brought.name}: ${brought.rows.length} rows, ${brought.columns.length} columns. ${read.notes.join(' ')}`,
    );
    void navigate(`/data/${brought.id}`);
  };
  const make = (): void => {
    const columns = ['Name', 'Role'].map((name) => newColumn(newId(), name));
    const made = newTable(
      newId(),
      freshName(
        'Table',
        tables.map((t) => t.name),
      ),
      { columns, rows: [{ id: newId(), cells: {} }] },
    );
    edit('New table', (s) => {
      s.tables[made.id] = made;
    });
    void navigate(`/data/${made.id}`);
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    for (const file of event.dataTransfer.files) void bring(file);
  };

  return (
    <div
      className="grid h-full grid-cols-[200px_minmax(0,1fr)_360px]"
      onDragOver={(event) => event.preventDefault()}
      onDrop={drop}
    >
      <aside className="flex min-h-0 flex-col border-r border-line bg-deck" aria-label="Tables">
        <div className="flex flex-col gap-2 border-b border-line p-2">
          <Button onClick={() => input.current?.click()}>
            <Upload size={15} /> Bring in a CSV
          </Button>
          <Button onClick={make}>
            <Plus size={15} /> New table
          </Button>
          <input
            ref={input}
            type="file"
            accept=".csv,.tsv,.txt,text/csv"
            className="hidden"
            aria-label="CSV file"
            onChange={(event) => {
              for (const file of event.target.files ?? []) void bring(file);
              event.target.value = '';
            }}
          />
        </div>
        <ul className="min-h-0 flex-1 overflow-auto py-1">
          {tables.map((item) => (
            <li key={item.id}>
              <button
                type="button"
                onClick={() => void navigate(`/data/${item.id}`)}
                className={`flex h-8 w-full items-center gap-2 px-3 text-left ${item.id === table?.id ? 'bg-raised' : 'row-hover'}`}
              >
                <span className="min-w-0 flex-1 truncate">{item.name}</span>
                <span className="number text-xs text-ink-3">{item.rows.length}</span>
              </button>
            </li>
          ))}
        </ul>
      </aside>
      <section className="flex min-h-0 min-w-0 flex-col" aria-label="Table">
        {wrong && (
          <p role="alert" className="m-3 rounded border border-air bg-panel p-3">
            ⚠ {wrong}
          </p>
        )}
        {isReading && (
          <p role="status" className="p-3 text-ink-2">
            Reading…
          </p>
        )}
        {table ? (
          <>
            <TableHead key={table.id} table={table} />
            <TableGrid table={table} chosen={rowId} onChoose={setRowId} />
          </>
        ) : (
          <Empty title="No tables yet">
            <p>
              Bring in a CSV of names, teams or results, or drop it here. Its first line names the columns;
              columns that bear the name of a field fill it.
            </p>
            <Button tone="primary" onClick={() => input.current?.click()}>
              Bring in a CSV
            </Button>
          </Empty>
        )}
      </section>
      {table ? (
        <FillPanel show={show} table={table} rowId={rowId} />
      ) : (
        <aside className="border-l border-line bg-deck" />
      )}
    </div>
  );
}

function TableHead({ table }: { table: Table }) {
  const edit = useDraft((store) => store.edit);
  const change = (label: string, recipe: (table: Table) => void): void =>
    edit(label, (s) => {
      const own = s.tables[table.id];
      if (own) recipe(own);
    });
  return (
    <div className="flex h-12 shrink-0 items-center gap-2 border-b border-line px-3">
      <h1 className="min-w-0 truncate text-[15px] font-semibold">{table.name}</h1>
      <span className="text-xs text-ink-3">
        <span className="number">{table.rows.length}</span> rows
      </span>
      <span className="flex-1" />
      <Button
        onClick={() =>
          change(`Add a row to ${table.name}`, (t) => void t.rows.push({ id: newId(), cells: {} }))
        }
      >
        Add a row
      </Button>
      <Button
        onClick={() =>
          change(
            `Add a column to ${table.name}`,
            (t) =>
              void t.columns.push(
                newColumn(
                  newId(),
                  freshName(
                    'Column',
                    t.columns.map((c) => c.name),
                  ),
                ),
              ),
          )
        }
      >
        Add a column
      </Button>
      <IconButton
        label={`Delete the table ${table.name}`}
        onClick={() => {
          edit(`Delete ${table.name}`, (s) => void delete s.tables[table.id]);
          toast(`${table.name} is deleted. Ctrl+Z brings it back.`);
        }}
      >
        <Trash2 size={15} />
      </IconButton>
    </div>
  );
}
