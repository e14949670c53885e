import { ArrowDown, ArrowUp, EyeOff, Plus, Trash2 } from 'lucide-react';
import { useRef } from 'react';
import { valueText } from '../../core/binding';
import { cellAs } from '../../core/source';
import { editedByHand, isRowList, type FieldValue, type RowList } from '../../core/show';
import { newId } from '../state/ids';
import { Button, CheckField, DraftText, IconButton, SelectField } from '../ui';
import type { FieldForm } from './form';

type Cell = RowList['cells'][string][number];
type ColumnType = RowList['columns'][number]['type'];

const typeWords = {
  text: 'Text',
  number: 'Number',
  'yes-no': 'Yes or no',
  date: 'Date',
  time: 'Time',
  duration: 'Length of time',
  colour: 'Colour',
} as const;
const isTyped = (type: ColumnType): type is keyof typeof typeWords => type in typeWords;

const nouns: Readonly<Record<ColumnType, string>> = {
  text: 'text',
  number: 'number',
  'yes-no': 'yes or no',
  date: 'date, such as 2026-07-04',
  time: 'time, such as 19:45',
  duration: 'length of time, such as 1:30',
  colour: 'colour',
  picture: 'picture',
};

/** What was typed, as a cell of its column; undefined where it is nothing that the column can hold. */
const cellFrom = (words: string, type: ColumnType): Cell | undefined => {
  if (type === 'text' || type === 'picture' || type === 'colour') return words;
  return words.trim() === '' ? null : (cellAs(words, type) ?? undefined);
};

/** A cell as it is typed: times and dates as people write them. */
const cellWords = (cell: Cell, type: ColumnType): string =>
  cell === null ? '' : typeof cell === 'number' ? valueText(cell, { of: type }) : String(cell);

const inOrder = (list: RowList, order: string[]): RowList => ({
  ...list,
  order,
  cells: Object.fromEntries(order.map((key) => [key, list.cells[key] ?? list.columns.map(() => null)])),
});

/** A list of rows as a small table: cells are typed, rows come, go and change places. */
export function RowsTable(props: { label: string; list: RowList; onSet: (list: RowList) => void }) {
  const { label, list, onSet } = props;
  const { columns, order, cells } = list;
  // What was there while the form is open can be brought back after it has been hidden.
  const seen = useRef(new Map<string, readonly Cell[]>());
  for (const key of order) seen.current.set(key, cells[key] ?? []);
  for (const key of list.edits?.hidden ?? []) if (!seen.current.has(key)) seen.current.set(key, [key]);
  const hidden = [...seen.current].filter(([key]) => !order.includes(key));
  const wordsOf = (own: readonly Cell[], at: number): string =>
    String(
      own[
        Math.max(
          0,
          columns.findIndex(({ type }) => type === 'text'),
        )
      ] ?? `Row ${at + 1}`,
    );
  const put = (key: string, at: number, cell: Cell): void =>
    onSet({
      ...list,
      cells: { ...cells, [key]: (cells[key] ?? []).map((own, i) => (i === at ? cell : own)) },
    });
  const move = (at: number, by: number): void => {
    const next = [...order];
    next.splice(at + by, 0, ...next.splice(at, 1));
    onSet(inOrder(list, next));
  };
  return (
    <fieldset className="flex min-w-0 flex-col gap-1.5">
      <legend className="mb-1 text-xs text-ink-2">
        {label} <span className="text-ink-3">· {order.length === 1 ? '1 row' : `${order.length} rows`}</span>
      </legend>
      <div className="max-h-64 overflow-auto rounded border border-line">
        <table className="w-full border-collapse text-xs">
          <thead className="sticky top-0 bg-raised text-left text-ink-2">
            <tr>
              {columns.map(({ key, name }) => (
                <th key={key} className="px-1.5 py-1 font-normal">
                  {name}
                </th>
              ))}
              <th className="w-16" aria-label="Order" />
            </tr>
          </thead>
          <tbody>
            {order.map((key, at) => (
              <tr key={key} className="border-t border-line">
                {columns.map(({ name, type }, column) => {
                  const cell = cells[key]?.[column] ?? null;
                  const words = `${name} of row ${at + 1}`;
                  return (
                    <td key={name} className="min-w-14 p-0.5">
                      {type === 'yes-no' ? (
                        <CheckField label="Yes" value={cell === true} onChange={(v) => put(key, column, v)} />
                      ) : (
                        <DraftText
                          bare
                          label={words}
                          value={cellWords(cell, type)}
                          wrongWith={(v) =>
                            cellFrom(v, type) === undefined ? `This is no ${nouns[type]}` : null
                          }
                          onKeep={(v) => put(key, column, cellFrom(v, type) ?? null)}
                        />
                      )}
                    </td>
                  );
                })}
                <td>
                  <span className="flex">
                    <IconButton label={`Row ${at + 1} up`} disabled={at === 0} onClick={() => move(at, -1)}>
                      <ArrowUp size={13} />
                    </IconButton>
                    <IconButton
                      label={`Row ${at + 1} down`}
                      disabled={at === order.length - 1}
                      onClick={() => move(at, 1)}
                    >
                      <ArrowDown size={13} />
                    </IconButton>
                    <IconButton
                      label={`Hide row ${at + 1}`}
                      onClick={() =>
                        onSet(
                          inOrder(
                            list,
                            order.filter((one) => one !== key),
                          ),
                        )
                      }
                    >
                      <EyeOff size={13} />
                    </IconButton>
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {hidden.length > 0 && (
        <span className="flex flex-wrap items-center gap-1 text-xs text-ink-3">
          Hidden:
          {hidden.map(([key, own], at) => (
            <Button
              key={key}
              tone="quiet"
              className="h-6 px-1.5 text-xs"
              title="Show it again, at the end"
              onClick={() =>
                onSet({
                  ...list,
                  order: [...order, key],
                  cells: { ...cells, [key]: columns.map((_, i) => own[i] ?? null) },
                })
              }
            >
              {wordsOf(own, at)}
            </Button>
          ))}
        </span>
      )}
      <Button
        tone="quiet"
        className="h-6 self-start px-2 text-xs"
        onClick={() => onSet(inOrder(list, [...order, newId()]))}
      >
        <Plus size={13} /> Row
      </Button>
    </fieldset>
  );
}

const asList = (value: FieldValue, usual: RowList): RowList => (isRowList(value) ? value : usual);

export const rowsForm: FieldForm<'rows'> = {
  // What is done to rows that data brings is kept apart from them, and holds as data goes on.
  Control({ field, value, isFed, onSet }) {
    const list = asList(value, field.default);
    const keep = (after: RowList): void => onSet(isFed ? editedByHand(list, after) : after);
    return <RowsTable label={field.name} list={list} onSet={keep} />;
  },
  Details({ field, put }) {
    const { columns } = field.default;
    const withColumns = (next: RowList['columns'], cell: (own: readonly Cell[]) => Cell[]): void =>
      put('Columns', (f) => {
        const { order, cells } = f.default;
        f.default = {
          ...f.default,
          columns: next,
          cells: Object.fromEntries(order.map((key) => [key, cell(cells[key] ?? [])])),
        };
      });
    return (
      <>
        <span className="text-xs text-ink-2">Columns</span>
        {columns.map((column, at) => (
          <span key={column.key} className="grid grid-cols-[minmax(0,1fr)_76px_auto] items-center gap-1">
            <DraftText
              bare
              label={`Name of column ${at + 1}`}
              value={column.name}
              onKeep={(name) =>
                withColumns(
                  columns.map((own, i) => (i === at ? { ...own, name: name || own.name } : own)),
                  (own) => [...own],
                )
              }
            />
            <SelectField
              bare
              label={`Type of column ${at + 1}`}
              className="w-full"
              value={isTyped(column.type) ? column.type : 'text'}
              choices={Object.entries(typeWords).map(([value, label]) => ({ value, label }))}
              onChange={(type) =>
                withColumns(
                  columns.map((own, i) => (i === at ? { ...own, type: type as ColumnType } : own)),
                  (own) =>
                    own.map((cell, i) =>
                      i === at ? (cellFrom(String(cell ?? ''), type as ColumnType) ?? null) : cell,
                    ),
                )
              }
            />
            <IconButton
              label={`Delete column ${at + 1}`}
              disabled={columns.length === 1}
              onClick={() =>
                withColumns(
                  columns.filter((_, i) => i !== at),
                  (own) => own.filter((_, i) => i !== at),
                )
              }
            >
              <Trash2 size={13} />
            </IconButton>
          </span>
        ))}
        <Button
          tone="quiet"
          className="h-6 self-start px-2 text-xs"
          onClick={() =>
            withColumns(
              [...columns, { key: newId(), name: `Column ${columns.length + 1}`, type: 'text' }],
              (own) => [...own, null],
            )
          }
        >
          <Plus size={13} /> Column
        </Button>
        <RowsTable
          label="Default"
          list={field.default}
          onSet={(list) => put('Default', (f) => void (f.default = list))}
        />
      </>
    );
  },
};
