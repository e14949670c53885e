import { useEffect, useRef, useState } from 'react';
import { typeIn, type TypingEntry, type TypingTable } from '../state/typing';
import { Button } from '../ui';

type Row = TypingTable['rows'][number];
type Column = TypingTable['columns'][number];

/** So many choices stand as buttons; more are a list. */
const mostButtons = 12;

/** One row at a time: choices as buttons with keys, the rest typed; Enter goes on, to the next field and the next row. */
export function RowForm({ table, row, waiting, onStep }: { table: TypingTable; row: Row; waiting: readonly TypingEntry[]; onStep: (by: number) => void }) {
  const form = useRef<HTMLFormElement>(null);
  const typed = table.columns.filter(({ isTyped }) => isTyped);
  const [name] = table.columns;
  // What names the row is said above it.
  const shown = typed.filter(({ id }) => id !== name?.id || (row.cells[id]?.text ?? '') === '');
  const further = table.columns.filter(({ isTyped, id }) => !isTyped && (row.cells[id]?.shown ?? '') !== '' && id !== name?.id);
  const goOn = (): void => {
    const fields = [...(form.current?.querySelectorAll<HTMLElement>('input, select') ?? [])];
    const at = fields.indexOf(document.activeElement as HTMLElement);
    const next = fields[at + 1];
    if (at >= 0 && next) return next.focus();
    // What is typed is taken when its field is left.
    (document.activeElement as HTMLElement | null)?.blur();
    onStep(1);
  };
  return (
    <form
      ref={form}
      aria-label={row.name}
      className="flex flex-col gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        goOn();
      }}
    >
      <div className="flex items-center gap-2">
        <h2 className="min-w-0 flex-1 truncate text-[18px] font-semibold">{row.name}</h2>
        <Button onClick={() => onStep(-1)}>Before</Button>
        <Button onClick={() => onStep(1)}>Next</Button>
      </div>
      {shown.map((column) => (
        <Field key={column.id} table={table} row={row} column={column} waiting={waiting.find((entry) => entry.column === column.id)} />
      ))}
      {further.length > 0 && (
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-xs text-ink-2">
          {further.map((column) => (
            <div key={column.id} className="contents">
              <dt>{column.name}</dt>
              <dd className="truncate">{row.cells[column.id]?.shown}</dd>
            </div>
          ))}
        </dl>
      )}
      <button type="submit" className="sr-only">Next field</button>
    </form>
  );
} // prettier-ignore

function Field({ table, row, column, waiting }: { table: TypingTable; row: Row; column: Column; waiting: TypingEntry | undefined }) {
  const cell = row.cells[column.id] ?? { text: '', shown: '' };
  // What waits is what one has typed; what is on air stands below it.
  const present = waiting ? { text: waiting.text, shown: waiting.shown } : cell;
  const [typed, setTyped] = useState(present.shown);
  const [fault, setFault] = useState<string | null>(null);
  const [isTyping, setIsTyping] = useState(false);
  useEffect(() => {
    if (!isTyping) setTyped(present.shown);
  }, [present.shown, isTyping]);
  const keep = async (text: string): Promise<void> => {
    const wrong = await typeIn({ do: 'type', table: table.id, row: row.id, column: column.id, was: present.text, text });
    setFault(wrong);
    setIsTyping(wrong !== null);
  };
  const { choices, name } = column;
  const id = `${row.id} ${column.id}`;
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} id={`${id} name`} className="text-xs text-ink-2">{name}</label>
      {choices && choices.length <= mostButtons ? (
        <div role="radiogroup" aria-labelledby={`${id} name`} className="flex flex-col gap-1">
          {choices.map(({ value, label, colour }) => (
            <button
              key={value}
              type="button"
              role="radio"
              aria-checked={value === present.text}
              className={`flex items-center gap-2 rounded border px-3 py-1.5 text-left ${value === present.text ? 'border-brass bg-raised text-ink' : 'border-line text-ink-2 hover:bg-raised'}`}
              onClick={() => void keep(value)}
            >
              {colour !== null && <span className="size-4 rounded-sm" style={{ background: colour }} aria-hidden />}
              {label}
            </button>
          ))}
          {present.text !== '' && <button type="button" className="self-start text-xs text-ink-3 underline" onClick={() => void keep('')}>Leave {name} empty</button>}
        </div>
      ) : choices ? (
        <select id={id} className="field w-full" value={present.text} onChange={(event) => void keep(event.target.value)}>
          <option value="">—</option>
          {choices.map(({ value, label }) => <option key={value} value={value}>{label}</option>)}
        </select>
      ) : (
        <input
          id={id}
          className="field w-full"
          value={typed}
          maxLength={10_000}
          inputMode={column.type === 'number' ? 'decimal' : undefined}
          aria-invalid={fault !== null}
          onChange={(event) => {
            setIsTyping(true);
            setTyped(event.target.value);
          }}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            setIsTyping(false);
            setFault(null);
            setTyped(present.shown);
          }}
          onBlur={() => (typed === present.shown ? setIsTyping(false) : void keep(typed))}
        />
      )}
      {waiting && <p className="text-xs text-warn">{waiting.state === 'to-check' ? 'Waits to be looked at' : 'Waits to be sent'}; on air: {cell.shown === '' ? 'nothing' : cell.shown}</p>}
      {fault !== null && <p role="alert" className="text-xs text-warn">⚠ {fault}</p>}
    </div>
  );
} // prettier-ignore
