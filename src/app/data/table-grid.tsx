import { counted } from '../../core/problem';
import { flushSync } from 'react-dom';
import { useEffect, useMemo, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import {
  DataGrid,
  type Column as GridColumn,
  type DataGridHandle,
  type RenderEditCellProps,
} from 'react-data-grid';
import 'react-data-grid/lib/styles.css';
import { toast } from 'sonner';
import {
  cellOut,
  cellPatches,
  cellProblem,
  cellsToText,
  clearCells,
  fillDown,
  pasteCells,
  pickersOf,
  rangeBetween,
  hasWords,
  rowPlaces,
  sameName,
  shownText,
  textToCells,
  typedCell,
  type CellRange,
} from '../../core/data';
import { columnKinds, type Column, type Row, type Show, type Table } from '../../core/show';
import { newId } from '../state/ids';
import { useDraft } from '../state/draft-store';

interface Place {
  readonly row: number;
  readonly column: number;
}
/** A cell by the keys of its row and column: it stays itself whatever is found, sorted or put in another order. */
interface CellKey {
  readonly row: string;
  readonly column: string;
}

/** Keys that belong to whoever types. */
const isTyping = (target: EventTarget): boolean =>
  (target as HTMLElement).closest('input, textarea, select') !== null;

/**
 * The cells of a table. Arrows move, Shift extends, typing or Enter edits, Delete empties, Ctrl+D fills down, copy and
 * paste go to and from any spreadsheet; every edit can be undone.
 */
export function TableGrid(props: {
  show: Show;
  table: Table;
  /** The rows that are seen, in their order. */
  rows: readonly Row[];
  sort: { column: string; down: boolean } | null;
  onSort: (sort: { column: string; down: boolean } | null) => void;
  chosen: string | null;
  onChoose: (row: string) => void;
  onColumn: (column: string) => void;
  /** A cell to go to. */
  goTo: { row: string; column: string; types?: boolean } | null;
  onRange: (range: CellRange | null) => void;
}) {
  const { show, table, rows, sort, onSort, chosen, onChoose, onColumn, goTo, onRange } = props;
  const edit = useDraft((store) => store.edit);
  const patch = useDraft((store) => store.patch);
  const grid = useRef<DataGridHandle>(null);
  const [anchorKey, setAnchorKey] = useState<CellKey | null>(null);
  const [headKey, setHeadKey] = useState<CellKey | null>(null);
  const places = useMemo(() => rowPlaces(rows), [rows]);
  const placeOf = (key: CellKey | null): Place | null => {
    const row = key === null ? undefined : places.get(key.row);
    const column = table.columns.findIndex(({ id }) => id === key?.column);
    return row === undefined || column < 0 ? null : { row, column };
  };
  const keyOf = ({ row, column }: Place): CellKey | null => {
    const [own, other] = [rows[row], table.columns[Math.max(0, column)]];
    return own && other ? { row: own.id, column: other.id } : null;
  };
  const anchorAt = placeOf(anchorKey);
  const headAt = placeOf(headKey);
  // Places are compared by what they are, so that a range is one while nothing of it moves.
  const anchor = useMemo(() => anchorAt, [anchorAt?.row, anchorAt?.column]); // eslint-disable-line react-hooks/exhaustive-deps
  const head = useMemo(() => headAt, [headAt?.row, headAt?.column]); // eslint-disable-line react-hooks/exhaustive-deps
  const setAnchor = (at: Place): void => setAnchorKey(keyOf(at));
  const setHead = (at: Place): void => setHeadKey(keyOf(at));
  const isDragging = useRef(false);
  /** The cell that the grid itself holds, by its keys. */
  const held = useRef<{ readonly key: CellKey; readonly place: Place } | null>(null);
  const range = useMemo(() => (anchor && head ? rangeBetween(anchor, head) : null), [anchor, head]);
  useEffect(() => onRange(range), [range, onRange]);
  const { tables } = show;

  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent): void => {
      if (
        !(event.ctrlKey || event.metaKey) ||
        event.key.toLowerCase() !== 'z' ||
        isTyping(event.target as EventTarget)
      )
        return;
      event.preventDefault();
      const { undo, redo } = useDraft.getState();
      if (event.shiftKey) redo();
      else undo();
    };
    const onUp = (): void => void (isDragging.current = false);
    addEventListener('keydown', onKey);
    addEventListener('mouseup', onUp);
    return () => {
      removeEventListener('keydown', onKey);
      removeEventListener('mouseup', onUp);
    };
  }, []);
  useEffect(() => {
    if (!goTo) return;
    const row = rows.findIndex((one) => one.id === goTo.row);
    const column = table.columns.findIndex((one) => one.id === goTo.column);
    if (row < 0) return;
    grid.current?.scrollToCell({ rowIdx: row, idx: column + 1 });
    grid.current?.setActivePosition(
      { rowIdx: row, idx: Math.max(0, column) + 1 },
      { enableEditor: goTo.types ?? false },
    );
    // Only a new wish moves the grid, not each edit.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [goTo]);

  // The grid holds its cell by its place: where another row has come to stand there, the cell follows its row.
  const frame = useRef<HTMLDivElement>(null);
  const [round, setRound] = useState(0);
  useEffect(() => {
    const own = held.current;
    if (!own || rows[own.place.row]?.id === own.key.row) return;
    const at = placeOf(own.key);
    const hasFocus = frame.current?.contains(document.activeElement) ?? false;
    if (at && hasFocus) grid.current?.setActivePosition({ rowIdx: at.row, idx: at.column + 1 });
    else {
      held.current = null;
      setRound((now) => now + 1);
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [rows]);

  const inRange = (row: number, column: number): boolean =>
    range !== null &&
    (range.top !== range.bottom || range.left !== range.right) &&
    row >= range.top &&
    row <= range.bottom &&
    column >= range.left &&
    column <= range.right;
  const columns = useMemo(
    (): GridColumn<Row>[] => [
      {
        key: '#',
        name: '',
        width: 52,
        frozen: true,
        renderCell: ({ rowIdx }) => <span className="number text-ink-3">{rowIdx + 1}</span>,
      },
      ...table.columns.map((column, index): GridColumn<Row> => ({
        key: column.id,
        name: column.name,
        resizable: true,
        minWidth: 110,
        editable: column.type !== 'follows',
        renderHeaderCell: () => (
          <ColumnHead column={column} sort={sort} onSort={onSort} onOpen={() => onColumn(column.id)} />
        ),
        renderCell: ({ row, rowIdx }) => (
          <Cell tables={tables} table={table} row={row} column={column} isIn={inRange(rowIdx, index)} />
        ),
        renderEditCell: (editing) => (
          <CellEditor
            {...editing}
            tables={tables}
            own={column}
            onKeep={(text) => keepCell.current(editing.row.id, column.id, text)}
          />
        ),
      })),
    ],
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [table, tables, range, sort],
  );
  const change = (label: string, recipe: (own: Table, all: Show['tables']) => void): void =>
    edit(label, (draft) => {
      const own = draft.tables[table.id];
      if (own) recipe(own, draft.tables);
    });
  const ids = (): string[] => rows.map((row) => row.id);

  const write = (id: string, cells: Row['cells']): void => {
    // The rows may stand elsewhere by now than when this was drawn.
    const now = useDraft.getState().draft?.show.tables[table.id];
    if (now) patch(`Edit ${table.name}`, cellPatches(now, [{ id, cells }]));
  };
  // Not by the grid's own list, of which it would make a copy with every cell.
  const keepCell = useRef<(row: string, column: string, text: string) => void>(() => undefined);
  keepCell.current = (row, column, text) => {
    tellPickers(row, column);
    write(row, { [column]: text });
  };
  /** Says what follows where rows of other tables pick what is changed. */
  const tellPickers = (row: string, column: string): void => {
    const followers = pickersOf(tables, table.id, new Set([row]), new Set([column]));
    if (followers.length > 0)
      toast(
        `${followers.map(({ table: other, count }) => `${count} ${count === 1 ? 'cell' : 'cells'} of ${other.name}`).join(' and ')} pick this row and change with it. Ctrl+Z takes it back.`,
      );
  };
  const place = (target: EventTarget | null): Place | null => {
    const cell = (target as HTMLElement | null)?.closest<HTMLElement>('[role="gridcell"]');
    const line = cell?.closest<HTMLElement>('[role="row"]');
    if (!cell || !line) return null;
    return {
      row: Number(line.getAttribute('aria-rowindex')) - 2,
      column: Number(cell.getAttribute('aria-colindex')) - 2,
    };
  };
  const copy = (event: ClipboardEvent, isCut: boolean): void => {
    if (!range || isTyping(event.target)) return;
    event.preventDefault();
    event.stopPropagation();
    const cells = rows
      .slice(range.top, range.bottom + 1)
      .map((row) =>
        table.columns.slice(range.left, range.right + 1).map((column) => cellOut(tables, table, row, column)),
      );
    event.clipboardData.setData('text/plain', cellsToText(cells));
    if (isCut) change(`Cut from ${table.name}`, (own) => clearCells(own, ids(), range));
  };
  const paste = (event: ClipboardEvent): void => {
    if (!range || isTyping(event.target)) return;
    event.preventDefault();
    event.stopPropagation();
    const cells = textToCells(event.clipboardData.getData('text/plain'));
    let done = { cells: 0, added: 0 };
    change(`Paste into ${table.name}`, (own, all) => {
      done = pasteCells(all, own, ids(), range, cells, newId);
    });
    if (done.added > 0) toast(`${counted(done.added, 'row')} were added below.`);
    setHead({
      row: Math.min(rows.length - 1, range.top + cells.length - 1),
      column: Math.min(table.columns.length - 1, range.left + (cells[0]?.length ?? 1) - 1),
    });
  };
  const onKeys = (event: KeyboardEvent): boolean => {
    if (!anchor || !head) return false;
    const last = { row: rows.length - 1, column: table.columns.length - 1 };
    const isCtrl = event.ctrlKey || event.metaKey;
    const steps: Readonly<Record<string, readonly [number, number]>> = {
      ArrowUp: [-1, 0],
      ArrowDown: [1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageDown: [15, 0],
      PageUp: [-15, 0],
      Home: [0, -1e6],
      End: [0, 1e6],
    };
    const step = steps[event.key];
    if (event.shiftKey && step) {
      const far = isCtrl ? 1e9 : 1;
      const next = {
        row: Math.max(0, Math.min(last.row, head.row + step[0] * far)),
        column: Math.max(0, Math.min(last.column, head.column + step[1] * far)),
      };
      setHead(next);
      grid.current?.scrollToCell({ rowIdx: next.row, idx: next.column + 1 });
      return true;
    }
    if (isCtrl && event.key.toLowerCase() === 'a') {
      setAnchor({ row: 0, column: 0 });
      setHead(last);
      return true;
    }
    if (isCtrl && event.key.toLowerCase() === 'd' && range) {
      change(`Fill down in ${table.name}`, (own) => fillDown(own, ids(), range));
      return true;
    }
    if ((event.key === 'Delete' || event.key === 'Backspace') && range) {
      change(`Empty cells of ${table.name}`, (own) => clearCells(own, ids(), range));
      return true;
    }
    const column = table.columns[head.column];
    const row = rows[head.row];
    if (event.key === ' ' && column?.type === 'yes-no' && row) {
      const next = row.cells[column.id] === 'yes' ? 'no' : 'yes';
      write(row.id, { [column.id]: next });
      return true;
    }
    return false;
  };
  return (
    <div
      ref={frame}
      className="flex min-h-0 flex-1 flex-col"
      onCopyCapture={(event) => copy(event, false)}
      onCutCapture={(event) => copy(event, true)}
      onPasteCapture={paste}
      onMouseMove={(event) => {
        if (!isDragging.current || event.buttons !== 1) return;
        const at = place(event.target);
        if (at && at.row >= 0 && at.column >= 0 && (at.row !== head?.row || at.column !== head.column))
          setHead(at);
      }}
    >
      <DataGrid
        key={round}
        ref={grid}
        aria-label={`Cells of ${table.name}`}
        className="rdg-dark min-h-0 flex-1 border-0 select-none"
        style={{ blockSize: '100%' }}
        columns={columns}
        rows={rows}
        rowKeyGetter={(row) => row.id}
        rowHeight={30}
        headerRowHeight={34}
        onCellMouseDown={({ row, rowIdx, column }, event) => {
          const at = { row: rowIdx, column: Math.max(0, column.idx - 1) };
          onChoose(row.id);
          if (event.shiftKey && anchor) {
            event.preventGridDefault();
            setHead(at);
            return;
          }
          isDragging.current = true;
          setAnchor(at);
          setHead(at);
          if (column.key === '#') {
            event.preventGridDefault();
            setAnchor({ row: rowIdx, column: 0 });
            setHead({ row: rowIdx, column: table.columns.length - 1 });
          }
        }}
        onCellKeyDown={({ mode }, event) => {
          if (mode === 'EDIT') return;
          // The browser's own copy and paste follow; the grid must not begin to type.
          if ((event.ctrlKey || event.metaKey) && /^[cvxz]$/i.test(event.key)) event.preventGridDefault();
          if (onKeys(event)) {
            event.preventGridDefault();
            event.preventDefault();
          }
        }}
        onActivePositionChange={({ rowIdx, column, row }) => {
          if (row) onChoose(row.id);
          if (rowIdx < 0 || !column) return;
          const at = { row: rowIdx, column: Math.max(0, column.idx - 1) };
          const key = keyOf(at);
          held.current = key ? { key, place: at } : null;
          setAnchor(at);
          setHead(at);
        }}
        rowClass={(row) => (row.id === chosen ? 'chosen' : undefined)}
      />
    </div>
  );
}

const marks: Readonly<Partial<Record<Column['type'], string>>> = {
  number: '1.2',
  date: 'date',
  time: 'h:mm',
  duration: 'm:ss',
  colour: '#',
  picture: 'pic',
  'yes-no': 'y/n',
  choice: 'list',
  pick: 'pick',
  follows: '←',
};

function ColumnHead(props: {
  column: Column;
  sort: { column: string; down: boolean } | null;
  onSort: (sort: { column: string; down: boolean } | null) => void;
  onOpen: () => void;
}) {
  const { column, sort, onSort, onOpen } = props;
  const isSorted = sort?.column === column.id;
  return (
    <span className="flex h-full items-center gap-1">
      <button
        type="button"
        className="min-w-0 flex-1 truncate text-left font-semibold"
        title={`Look at the rows by ${column.name}; the table itself stays as it is`}
        onClick={() =>
          onSort(
            !isSorted
              ? { column: column.id, down: false }
              : sort.down
                ? null
                : { column: column.id, down: true },
          )
        }
      >
        {column.name}
        {isSorted && (
          <span aria-label={sort.down ? 'largest first' : 'smallest first'}>{sort.down ? ' ↓' : ' ↑'}</span>
        )}
      </button>
      <button
        type="button"
        title={`${columnKinds[column.type].label}: change the column`}
        className="number h-6 min-w-6 rounded px-1 text-[11px] text-tide hover:bg-raised"
        onClick={onOpen}
      >
        {marks[column.type] ?? 'abc'}
        <span className="sr-only">
          {' '}
          Column {column.name}: {columnKinds[column.type].label}
        </span>
      </button>
    </span>
  );
}

function Cell(props: { tables: Show['tables']; table: Table; row: Row; column: Column; isIn: boolean }) {
  const { tables, table, row, column, isIn } = props;
  const problem = cellProblem(tables, table, row, column);
  const text = shownText(tables, table, row, column);
  const tone = problem ? 'text-warn' : column.type === 'follows' ? 'text-ink-2 italic' : '';
  return (
    <span
      className={`absolute inset-0 flex items-center gap-1.5 truncate px-2 ${isIn ? 'bg-brass/20' : ''} ${column.type === 'number' || column.type === 'time' || column.type === 'duration' ? 'number justify-end' : ''} ${tone}`}
      title={problem?.message ?? undefined}
    >
      {problem && <span aria-label={problem.message}>⚠</span>}
      {column.type === 'colour' && text !== '' && !problem && (
        <span className="size-3.5 shrink-0 rounded-sm border border-line" style={{ background: text }} />
      )}
      <span dir="auto" className="truncate">
        {text}
      </span>
    </span>
  );
}

/** What was typed, or the one choice that has it in it. */
function onlyMatch(choices: readonly string[] | null, typed: string): string {
  const wanted = typed.trim();
  if (!choices || wanted === '' || choices.some((choice) => sameName(choice, wanted))) return typed;
  const found = [...new Set(choices.filter((choice) => hasWords(choice, wanted)))];
  const begin = found.filter((choice) => hasWords(choice.slice(0, wanted.length), wanted));
  const [only] = found.length === 1 ? found : begin.length === 1 ? begin : [];
  return only ?? typed;
}

function CellEditor({
  row,
  onClose,
  tables,
  own,
  onKeep,
}: RenderEditCellProps<Row> & { tables: Show['tables']; own: Column; onKeep: (text: string) => void }) {
  const table = useDraft.getState().draft?.show.tables;
  const before =
    own.type === 'pick'
      ? shownText(tables, { columns: [own], rows: [] } as unknown as Table, row, own)
      : (row.cells[own.id] ?? '');
  const [typed, setTyped] = useState(before);
  const isDropped = useRef(false);
  const isDone = useRef(false);
  const choices =
    own.type === 'choice'
      ? own.choices
      : own.type === 'yes-no'
        ? ['yes', 'no']
        : own.type === 'pick'
          ? (tables[own.table]?.rows ?? []).slice(0, 2000).map((other) => {
              const from = tables[own.table] as Table;
              const shown = from.columns.find((column) => column.id === own.shown);
              return shown ? shownText(tables, from, other, shown) : '';
            })
          : null;
  const keepText = useRef<() => void>(() => undefined);
  keepText.current = () => {
    if (isDropped.current || isDone.current || typed === before) return;
    isDone.current = true;
    onKeep(typedCell(table ?? tables, own, onlyMatch(choices, typed)));
  };
  // Where the grid takes the editor away, as for a click on another cell, it is not asked first.
  useEffect(() => () => keepText.current(), []);
  const keep = (): void => {
    if (isDropped.current || isDone.current) return;
    flushSync(() => {
      keepText.current();
      // What follows, as the loss of focus, must not close it again: by then another cell is in hand.
      isDone.current = true;
      onClose(false);
    });
  };
  const list = `choices-${own.id}`;
  return (
    <>
      <input
        className="rdg-text-editor"
        aria-label={own.name}
        autoFocus
        dir="auto"
        list={choices ? list : undefined}
        value={typed}
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => {
          if (event.key === 'Escape') isDropped.current = true;
          if (event.key === 'Enter' || event.key === 'Tab') keep();
        }}
      />
      {choices && (
        <datalist id={list}>
          {choices.map((choice, i) => (
            <option key={i} value={choice} />
          ))}
        </datalist>
      )}
    </>
  );
}
