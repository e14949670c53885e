import { counted } from '../../core/problem';
import { Download, FileUp, Plus, Search, ListX, Trash2 } from 'lucide-react';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { wrap } from 'comlink';
import {
  cellOut,
  findRows,
  pickersOf,
  replaceRows,
  rowPlaces,
  sameName,
  tableProblems,
  tableToCells,
  tableToCsv,
  type CellRange,
} from '../../core/data';
import { freshName, newColumn, type Column, type Row, type Show, type Table } from '../../core/show';
import { cellAs } from '../../core/source';
import type { ReadWorker } from '../../workers/read.worker';
import { Button, Dialog, IconButton, NameField, SelectField } from '../ui';
import { newId } from '../state/ids';
import { useDraft } from '../state/draft-store';
import { feedsAir, keysSeen, sendTable, useAirTables, useData } from '../state/data';
import { readHanded } from '../state/reading';
import { download } from '../state/shows';
import { ColumnDialog } from './column-dialog';
import { DeleteDataDialog } from './delete-data-dialog';
import { EntryForm } from './entry-form';
import { MapForm } from './map-form';
import { TypingDialog } from './typing-dialog';
import { TableGrid } from './table-grid';

/** More rows than this are searched and sorted by the worker. */
const largeTable = 2000;

/** The rows of a large table that are seen, as the worker finds them; those found before stand until then. */
function useFoundRows(
  table: Table | null,
  words: string,
  sort: { column: string; down: boolean } | null,
): readonly Row[] {
  const [keys, setKeys] = useState<readonly string[] | null>(null);
  const revision = useData((store) => store.revision);
  const id = table?.id ?? null;
  useEffect(() => {
    if (id === null) return setKeys(null);
    let isGone = false;
    void keysSeen(id, words, sort).then((next) => !isGone && setKeys(next));
    return () => {
      isGone = true;
    };
  }, [id, words, sort, revision]);
  return useMemo(() => {
    if (!table) return [];
    if (!keys) return table.rows;
    const places = rowPlaces(table.rows);
    return keys.flatMap((key) => table.rows[places.get(key) ?? -1] ?? []);
  }, [table, keys]);
}

/** A table of the show: its cells, its columns, and what goes in and out. */
export function TableView(props: {
  show: Show;
  table: Table;
  chosen: string | null;
  onChoose: (row: string) => void;
  goTo: { row: string; column: string } | null;
  /** The keys of the rows that are seen, where not all are or in another order; else null. */
  onSeen: (keys: readonly string[] | null) => void;
}) {
  const { show, table, chosen, onChoose, onSeen } = props;
  const edit = useDraft((store) => store.edit);
  const [find, setFind] = useState('');
  const [sort, setSort] = useState<{ column: string; down: boolean } | null>(null);
  const [column, setColumn] = useState<string | null>(null);
  const [range, setRange] = useState<CellRange | null>(null);
  const [goTo, setGoTo] = useState<{ row: string; column: string; types?: boolean } | null>(props.goTo);
  const [isDeleting, setIsDeleting] = useState(false);
  const [isOpening, setIsOpening] = useState(false);
  const [asks, setAsks] = useState<{ ids: string[]; words: string } | null>(null);
  const [isForm, setIsForm] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const search = useRef<HTMLInputElement>(null);
  const words = useDeferredValue(find);
  const isLarge = table.rows.length > largeTable && (words.trim() !== '' || sort !== null);
  const found = useFoundRows(isLarge ? table : null, words.trim(), sort);
  const rows = useMemo(
    () => (isLarge ? found : findRows(show.tables, table, words, sort, show.look.locale)),
    [isLarge, found, show, table, words, sort],
  );
  const isWhole = words.trim() === '' && sort === null;
  useEffect(() => onSeen(isWhole ? null : rows.map(({ id }) => id)), [isWhole, rows, onSeen]);
  useEffect(() => () => onSeen(null), [onSeen]);
  const problems = useMemo(() => tableProblems(show.tables, table), [show.tables, table]);
  const change = (label: string, recipe: (own: Table) => void): void =>
    edit(label, (draft) => {
      const own = draft.tables[table.id];
      if (own) recipe(own);
    });
  const onRange = useCallback((next: CellRange | null) => setRange(next), []);
  const formRow = table.rows.find((row) => row.id === chosen) ?? rows[0];
  const formMap = table.typing?.map ? (show.look.maps[table.typing.map] ?? null) : null;
  const opened = column === null ? undefined : table.columns.find(({ id }) => id === column);

  const addRow = (): void => {
    const id = newId();
    change(`Add a row to ${table.name}`, (own) => void own.rows.push({ id, cells: {} }));
    const [first] = table.columns;
    setFind('');
    setSort(null);
    onChoose(id);
    if (first) setTimeout(() => setGoTo({ row: id, column: first.id, types: true }), 30);
  };
  const addColumn = (): void => {
    const made = newColumn(newId(), freshName('Column', table.columns.map(({ name }) => name))); // prettier-ignore
    change(`Add a column to ${table.name}`, (own) => void own.columns.push(made));
    setColumn(made.id);
  };
  const remove = (ids: readonly string[]): void => {
    const gone = new Set(ids);
    change(`Delete ${ids.length === 1 ? 'a row' : `${ids.length} rows`} of ${table.name}`, (own) => {
      own.rows = own.rows.filter((row) => !gone.has(row.id));
    });
    toast(
      `${ids.length === 1 ? 'A row is' : `${ids.length} rows are`} deleted. Ctrl+Z brings ${ids.length === 1 ? 'it' : 'them'} back.`,
    );
    setAsks(null);
  };
  const askRemove = (): void => {
    if (!range) return;
    const ids = rows.slice(range.top, range.bottom + 1).map(({ id }) => id);
    const pickers = pickersOf(show.tables, table.id, new Set(ids));
    const cards = Object.values(show.cards).filter(
      (card) => card.row?.of === table.id && ids.includes(card.row.key),
    );
    if (pickers.length === 0 && cards.length === 0) return remove(ids);
    const said = [
      ...pickers.map(
        ({ table: other, count }) => `${count} ${count === 1 ? 'cell' : 'cells'} of ${other.name}`,
      ),
      ...(cards.length > 0 ? [`${cards.length} ${cards.length === 1 ? 'card' : 'cards'}`] : []),
    ];
    setAsks({ ids, words: said.join(' and ') });
  };
  const out = async (kind: 'csv' | 'xlsx'): Promise<void> => {
    if (kind === 'csv')
      return download(new Blob([tableToCsv(show.tables, table)], { type: 'text/csv' }), `${table.name}.csv`);
    const own = new Worker(new URL('../../workers/read.worker.ts', import.meta.url), { type: 'module' });
    const cells = tableToCells(show.tables, table);
    const bytes = await wrap<ReadWorker>(own).workbook(table.name, cells.columns, cells.rows);
    own.terminate();
    download(
      new Blob([bytes as BlobPart], {
        type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
      }),
      `${table.name}.xlsx`,
    );
  };
  const bring = async (file: File): Promise<void> => {
    const result = await readHanded(
      file,
      /\.xlsx$/i.test(file.name)
        ? { format: 'xlsx', sheet: null, range: null, by: 'row', header: true, cells: 'values' }
        : null,
    );
    if ('problem' in result) return void toast.error(result.problem.message);
    let missing: string[] = [];
    edit(`Rows of ${table.name} from ${file.name}`, (draft) => {
      const own = draft.tables[table.id];
      if (!own) return;
      const made = replaceRows(draft.tables, table, result.read, newId, sameName);
      missing = made.missing;
      own.rows = made.rows;
    });
    toast.success(
      `${counted(result.read.rows.length, 'row')} are in ${table.name}.${missing.length > 0 ? ` ${file.name} has no column ${missing.join(', ')}; what was there stays.` : ''} Ctrl+Z brings the old ones back.`,
    );
  };
  return (
    <>
      <div className="flex min-h-11 shrink-0 flex-wrap items-center gap-1.5 border-b py-1 border-line px-3">
        <NameField
          label="Name of the table"
          value={table.name}
          onKeep={(name) => change(`Rename ${table.name}`, (own) => void (own.name = name))}
          className="w-28 font-semibold"
        />
        <span className="number whitespace-nowrap text-xs text-ink-3">
          {rows.length === table.rows.length
            ? `${counted(table.rows.length, 'row')}`
            : `${rows.length} of ${table.rows.length}`}
        </span>
        <label className="relative ml-1">
          <Search size={13} className="absolute top-2 left-2 text-ink-3" aria-hidden />
          <input
            ref={search}
            className="field w-28 pl-7"
            aria-label={`Find in ${table.name}`}
            placeholder="Find"
            value={find}
            onChange={(event) => setFind(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setFind('')}
          />
        </label>
        <span className="flex-1" />
        <Button onClick={addRow}>
          <Plus size={14} /> Row
        </Button>
        <Button onClick={addColumn}>
          <Plus size={14} /> Column
        </Button>
        <IconButton label="Delete the rows of the chosen cells" onClick={askRemove} disabled={!range}>
          <ListX size={16} />
        </IconButton>
        <Button onClick={() => setIsForm(!isForm)} aria-pressed={isForm}>
          {isForm ? 'Cells' : 'Entry form'}
        </Button>
        <IconButton label="Rows from a file, by the names of columns" onClick={() => input.current?.click()}>
          <FileUp size={15} />
        </IconButton>
        <IconButton label="Save as CSV" onClick={() => void out('csv')}>
          <Download size={15} />
        </IconButton>
        <Button onClick={() => void out('xlsx')} aria-label="Save as XLSX">
          XLSX
        </Button>
        <input
          ref={input}
          type="file"
          accept=".csv,.tsv,.txt,.xlsx"
          className="hidden"
          aria-label={`Rows for ${table.name}`}
          onChange={(event) => {
            for (const file of event.target.files ?? []) void bring(file);
            event.target.value = '';
          }}
        />
      </div>
      <AirBar
        table={table}
        onDelete={() => setIsDeleting(true)}
        onFlow={(flow) => change(`${table.name} to air`, (own) => void (own.flow = flow))}
        onTyping={() => setIsOpening(true)}
        problems={problems}
        onProblem={(row, of) => setGoTo({ row, column: of })}
      />
      {isForm ? (
        <div
          className={
            formMap
              ? 'flex min-h-0 flex-1 max-[1500px]:flex-col min-[1501px]:[&>*]:w-1/2'
              : 'flex min-h-0 flex-1'
          }
        >
          {formMap && (
            <div className="overflow-auto px-4 pt-4 max-[1500px]:shrink-0 max-[1500px]:[&_svg]:max-h-[32vh]">
              <MapForm show={show} table={table} map={formMap} row={formRow} onRow={onChoose} />
            </div>
          )}
          <EntryForm show={show} table={table} row={formRow} rows={rows} onRow={onChoose} onAdd={addRow} />
        </div>
      ) : (
        <TableGrid
          show={show}
          table={table}
          rows={rows}
          sort={sort}
          onSort={setSort}
          chosen={chosen}
          onChoose={onChoose}
          onColumn={setColumn}
          goTo={goTo}
          onRange={onRange}
        />
      )}
      {!isForm && <RangeWords show={show} table={table} rows={rows} range={range} />}
      {opened && <ColumnDialog show={show} table={table} column={opened} onClose={() => setColumn(null)} />}
      {isOpening && (
        <TypingDialog
          show={show}
          table={table}
          onSet={(typing) => change(`Typing of ${table.name}`, (own) => void (own.typing = typing))}
          onClose={() => setIsOpening(false)}
        />
      )}
      {isDeleting && (
        <DeleteDataDialog show={show} kind="tables" of={table} onClose={() => setIsDeleting(false)} />
      )}
      {asks && (
        <Dialog
          title={`Delete ${asks.ids.length === 1 ? 'this row' : `these ${asks.ids.length} rows`}?`}
          open
          onClose={() => setAsks(null)}
          describe={`${asks.words} take from ${asks.ids.length === 1 ? 'it' : 'them'}. They will say that their row is gone; what is on air keeps its words.`}
        >
          <div className="flex justify-end gap-2">
            <Button onClick={() => setAsks(null)}>Keep {asks.ids.length === 1 ? 'it' : 'them'}</Button>
            <Button tone="primary" onClick={() => remove(asks.ids)}>
              Delete
            </Button>
          </div>
        </Dialog>
      )}
    </>
  );
}

/** Whether corrections reach air, and what is wrong in the cells. */
function AirBar(props: {
  table: Table;
  onDelete: () => void;
  onFlow: (flow: Table['flow']) => void;
  onTyping: () => void;
  problems: readonly { row: string; column: string; problem: { message: string } }[];
  onProblem: (row: string, column: string) => void;
}) {
  const { table, onDelete, onFlow, onTyping, problems, onProblem } = props;
  const differs = useAirTables((store) => store.differs[table.id] ?? 0);
  const wrong = useAirTables((store) => store.problem);
  const [first] = problems;
  return (
    <div className="flex h-9 shrink-0 items-center gap-2 border-b border-line bg-deck px-3 text-xs">
      <span className="text-ink-2">To air</span>
      <SelectField
        bare
        label="How corrections reach air"
        className="w-44! flex-none! text-xs"
        value={table.flow}
        choices={[
          { value: 'at-once', label: 'as they are made' },
          { value: 'when-sent', label: 'when they are sent' },
        ]}
        onChange={(flow) => onFlow(flow as Table['flow'])}
      />
      {!feedsAir(table.id) ? (
        <span className="text-ink-3">with the next release</span>
      ) : table.flow === 'when-sent' ? (
        <Button
          tone={differs > 0 ? 'primary' : 'plain'}
          className="h-6 text-xs"
          disabled={differs === 0}
          onClick={() => void sendTable(table.id)}
        >
          {differs > 0 ? `Send ${differs} ${differs === 1 ? 'row' : 'rows'}` : 'Nothing to send'}
        </Button>
      ) : (
        <span className="text-ink-3">{wrong ? `⚠ ${wrong}` : 'air follows'}</span>
      )}
      <Button tone="quiet" className="h-6 text-xs" onClick={onTyping}>
        {table.typing ? 'Opened to typists…' : 'Typing from elsewhere…'}
      </Button>
      <span className="flex-1" />
      {first && (
        <button
          type="button"
          className="truncate text-warn hover:underline"
          onClick={() => onProblem(first.row, first.column)}
        >
          ⚠ {problems.length >= 100 ? '100 or more' : problems.length}{' '}
          {problems.length === 1 ? 'cell is' : 'cells are'} not right: {first.problem.message}
        </button>
      )}
      <IconButton label={`Delete the table ${table.name}`} onClick={onDelete}>
        <Trash2 size={15} />
      </IconButton>
    </div>
  );
}

/** What is chosen, counted and added up. */
function RangeWords(props: { show: Show; table: Table; rows: readonly Row[]; range: CellRange | null }) {
  const { show, table, rows, range } = props;
  const words = useMemo(() => {
    if (!range) return 'Arrows move, Shift extends, Ctrl+D fills down; copy and paste with any spreadsheet.';
    const cells = (range.bottom - range.top + 1) * (range.right - range.left + 1);
    if (cells === 1) return `Row ${range.top + 1}, ${table.columns[range.left]?.name ?? ''}`;
    const numbers: number[] = [];
    for (const row of rows.slice(range.top, Math.min(range.bottom + 1, range.top + 20_000)))
      for (const column of table.columns.slice(range.left, range.right + 1) as Column[]) {
        const value =
          column.type === 'number' ? cellAs(cellOut(show.tables, table, row, column), 'number') : null;
        if (typeof value === 'number') numbers.push(value);
      }
    const sum = numbers.reduce((a, b) => a + b, 0);
    const said =
      numbers.length > 0
        ? ` · sum ${Number(sum.toFixed(6))} · mean ${Number((sum / numbers.length).toFixed(4))}`
        : '';
    return `${cells} cells${said}`;
  }, [show, table, rows, range]);
  return (
    <p
      role="status"
      className="h-7 shrink-0 truncate border-t border-line bg-deck px-3 leading-7 text-xs text-ink-3"
    >
      {words}
    </p>
  );
}
