import { useEffect, useState } from 'react';
import { air, ownName, setAccessKey, useAir } from '../state/air-store';
import { typeIn, useTyping, useTypingKept, type TypingEntry, type TypingTable } from '../state/typing';
import { AskName } from '../people/ask-name';
import { Button, Empty, RegionMap, TextField } from '../ui';
import { RowForm } from './row-form';
import { TypedList } from './typed-list';

/** The page of who types results, on any machine: the tables that were opened, as a map or row by row, and who typed what. */
export function TypingView() {
  useEffect(() => void air(), []);
  useTypingKept();
  const isConnected = useAir((store) => store.isConnected);
  const may = useAir((store) => store.may);
  const { seen, problem } = useTyping();
  const [chosen, setChosen] = useState<string | null>(null);
  // Who types is told apart by name, so it is asked before anything is typed.
  const [name, setName] = useState(ownName);
  const tables = seen?.tables ?? [];
  const table = tables.find(({ id }) => id === chosen) ?? tables[0];
  return (
    <div className="flex h-full min-h-0 flex-col">
      <header className="flex h-11 shrink-0 items-center gap-4 border-b border-line bg-deck px-4">
        <h1 className="text-[15px] font-semibold">Typing</h1>
        <span className="min-w-0 truncate text-ink-2">{seen?.show?.name ?? ''}</span>
        <span className="ml-auto text-ink-2">You are <b className="font-semibold text-ink">{name}</b></span>
        <span role="status" className={isConnected ? 'text-xs text-ink-3' : 'text-xs font-semibold text-warn'}>
          {isConnected ? 'Server answers' : '⚠ no answer from the server: what you type now is not taken'}
        </span>
      </header>
      <AskName onGiven={() => setName(ownName())} />
      {problem !== null && (may === 'watch' || may === 'operate') ? (
        <Key />
      ) : !seen ? (
        <Empty title="Waiting for the server">{problem ?? 'The tables come by themselves when it answers.'}</Empty>
      ) : !table ? (
        <Empty title="No table is opened to typists yet">
          Who designs the show opens one in Data: choose the table, then “Typing from elsewhere”, and release the show.
        </Empty>
      ) : (
        <>
          {tables.length > 1 && (
            <nav aria-label="Tables" className="flex gap-1 border-b border-line px-4 py-1.5">
              {tables.map(({ id, name: words }) => (
                <button key={id} type="button" aria-pressed={id === table.id} className={`rounded px-3 py-1 ${id === table.id ? 'bg-raised text-ink' : 'text-ink-2 hover:bg-raised'}`} onClick={() => setChosen(id)}>
                  {words}
                  <Waiting count={seen.entries.filter((entry) => entry.table === id && entry.state === 'to-check').length} />
                </button>
              ))}
            </nav>
          )}
          <TablePage key={table.id} table={table} entries={seen.entries.filter((entry) => entry.table === table.id)} />
        </>
      )}
    </div>
  );
} // prettier-ignore

const Waiting = ({ count }: { count: number }) => (count > 0 ? <span className="ml-2 rounded bg-warn px-1.5 text-xs font-semibold text-ground" title={`${count} to be looked at`}>{count}</span> : null); // prettier-ignore

function Key() {
  const [key, setKey] = useState('');
  return (
    <form
      className="m-auto flex w-96 flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        setAccessKey(key.trim());
      }}
    >
      <p className="text-ink-2">Typing needs the key of the role “produce”. Ask at the machine of the server: Outputs, “Access keys”.</p>
      <TextField label="Access key" value={key} onChange={setKey} maxLength={200} />
      <Button type="submit" tone="primary" disabled={key.trim() === ''}>Come in</Button>
    </form>
  );
} // prettier-ignore

/** What is said of a table in words: where what one types goes. */
const wayWords = ({ isChecked, flow }: TypingTable): string =>
  `${isChecked ? 'What you type waits until somebody else has looked at it' : 'What you type is taken at once'}${flow === 'at-once' ? (isChecked ? ', then it is on air.' : ', and is on air.') : ', and goes to air when it is sent.'}`; // prettier-ignore

function TablePage({ table, entries }: { table: TypingTable; entries: readonly TypingEntry[] }) {
  const [rowId, setRow] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const byMap = table.form?.regions.filter(({ row }) => row !== null) ?? [];
  // In the order in which they stand on the map, else in the table.
  const order = byMap.length > 0 ? byMap.map(({ row }) => row as string) : table.rows.map(({ id }) => id);
  const id = rowId ?? order[0] ?? null;
  const row = table.rows.find((own) => own.id === id);
  const step = (by: number): void => {
    const at = order.indexOf(id ?? '');
    setRow(order[(at + by + order.length) % order.length] ?? null);
  };
  const waits = entries.filter(({ state }) => state === 'to-send').length;
  const send = async (): Promise<void> => setFault(await typeIn({ do: 'send', table: table.id }));
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1.35fr)_minmax(300px,1fr)_minmax(280px,0.9fr)] max-[1100px]:grid-cols-[minmax(0,1.1fr)_minmax(280px,1fr)] max-[1100px]:overflow-auto">
      <div className="flex min-h-0 flex-col gap-3 overflow-auto p-4">
        <p className="text-xs text-ink-2">{wayWords(table)}</p>
        {table.form ? (
          <RegionMap
            label={`Regions of ${table.name}`}
            size={table.form.size}
            chosen={table.form.regions.find((region) => region.row === id)?.key ?? null}
            onChoose={(key) => setRow(table.form?.regions.find((region) => region.key === key)?.row ?? null)}
            regions={table.form.regions.map(({ key, name, path, row: of }) => {
              const own = table.rows.find((one) => one.id === of);
              const said = own ? table.columns.filter(({ isTyped }) => isTyped).map(({ id: column }) => own.cells[column]?.shown ?? '').filter((words) => words !== '' && words !== name).join(', ') : 'no row';
              return { key, name, path, fill: own?.colour ?? null, said };
            })}
          />
        ) : (
          <ul aria-label={`Rows of ${table.name}`} className="flex flex-col gap-0.5">
            {table.rows.map((own) => (
              <li key={own.id}>
                <button type="button" aria-pressed={own.id === id} className={`flex w-full items-center gap-2 rounded px-2 py-1.5 text-left ${own.id === id ? 'bg-raised text-ink' : 'text-ink-2 hover:bg-raised'}`} onClick={() => setRow(own.id)}>
                  <span className="size-3 rounded-sm" style={{ background: own.colour ?? 'transparent' }} aria-hidden />
                  {own.name}
                </button>
              </li>
            ))}
          </ul>
        )}
        {fault !== null && <p role="alert" className="text-warn">⚠ {fault}</p>}
      </div>
      <div className="flex min-h-0 flex-col gap-4 overflow-auto border-l border-line p-4">
        {row ? <RowForm key={row.id} table={table} row={row} waiting={entries.filter((entry) => entry.row === row.id && (entry.state === 'to-check' || entry.state === 'to-send'))} onStep={step} /> : <Empty title="Choose a region, or a row">Then type what is known of it.</Empty>}
        {waits > 0 && <Button tone="primary" className="self-start" onClick={() => void send()}>Send {waits} to air</Button>}
      </div>
      <TypedList entries={entries} />
    </div>
  );
} // prettier-ignore
