import { RefreshCw, Table2, Trash2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import type { FeedStatus } from '../../air';
import { tableFromRead } from '../../core/data';
import { freshName, type Show } from '../../core/show';
import {
  encodings,
  formats,
  fromWhere,
  scalarTypes,
  sourceKinds,
  standInNames,
  type Format,
  type FormatName,
  type ScalarType,
  type Source,
  type StandInStream,
} from '../../core/source';
import {
  Button,
  CheckField,
  Dialog,
  IconButton,
  NameField,
  NumberField,
  Section,
  SelectField,
  TextField,
} from '../ui';
import { asked, jsonInit } from '../state/air-store';
import { lookAgain, rowsOfSource, useData } from '../state/data';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { AgeWords, Health } from './health';
import { RowsGrid } from './rows-grid';
import { usedWhere, UsedWhere } from './used-where';

/** A source: where it comes from, how it is read, how it is doing, and what came. */
export function SourceView(props: {
  show: Show;
  source: Source;
  chosen: string | null;
  onChoose: (key: string) => void;
}) {
  const { show, source, chosen, onChoose } = props;
  const edit = useDraft((store) => store.edit);
  const navigate = useNavigate();
  const status = useData((store) => store.statuses[source.id]);
  const read = useData((store) => store.reads[source.id]);
  const [column, setColumn] = useState<{ name: string; type: ScalarType } | null>(null);
  const change = (given: object, merge?: string): void =>
    edit(
      `Source ${source.name}`,
      (draft) => {
        const own = draft.sources[source.id];
        if (own) Object.assign(own, given);
      },
      merge,
    );
  const makeTable = async (): Promise<void> => {
    const whole = await rowsOfSource(source);
    if (!whole) return void toast.error('Nothing has come of it yet.');
    const made = tableFromRead(whole, freshName(source.name, Object.values(show.tables).map(({ name }) => name)), newId); // prettier-ignore
    edit(`Table of ${source.name}`, (draft) => void (draft.tables[made.id] = made));
    toast.success(
      `${made.name} is a table of the show now, with ${made.rows.length} rows. The source goes on beside it.`,
    );
    void navigate(`/data/${made.id}`);
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex h-11 shrink-0 items-center gap-1.5 border-b border-line px-3">
        <NameField
          label="Name of the source"
          value={source.name}
          onKeep={(name) => change({ name })}
          className="w-44 font-semibold"
        />
        <Health status={status} />
        <span className="truncate text-xs text-ink-3">{fromWhere(source)}</span>
        <span className="flex-1" />
        <Button onClick={() => void lookAgain(source)}>
          <RefreshCw size={14} /> Look again
        </Button>
        <Button onClick={() => void makeTable()} disabled={!read}>
          <Table2 size={14} /> Make it a table
        </Button>
        <IconButton
          label={`Delete the source ${source.name}`}
          onClick={() => {
            edit(`Delete ${source.name}`, (draft) => void delete draft.sources[source.id]);
            toast(`${source.name} is deleted. Ctrl+Z brings it back.`);
          }}
        >
          <Trash2 size={15} />
        </IconButton>
      </div>
      <StateBar status={status} />
      <div className="grid min-h-0 flex-1 grid-cols-[260px_minmax(0,1fr)]">
        <aside className="min-h-0 overflow-auto border-r border-line bg-deck" aria-label="How it is read">
          <Section title="Comes from">
            <KindForm source={source} onChange={change} />
          </Section>
          <Section title="Is read as">
            <FormatForm
              source={source}
              offers={read?.offers ?? []}
              encoding={status?.encoding ?? null}
              onChange={(next) => change({ read: next }, `read ${source.id}`)}
            />
          </Section>
        </aside>
        <div className="flex min-h-0 min-w-0 flex-col">
          {read && read.columns.length > 0 ? (
            <RowsGrid
              of={source.id}
              label={`Rows of ${source.name}`}
              chosen={chosen}
              onChoose={onChoose}
              facets={read.facets}
              onColumn={(info) => setColumn({ name: info.name, type: info.type })}
            />
          ) : (
            <p className="p-6 text-ink-3">
              {status?.state === 'failed'
                ? 'Nothing has come yet: see above what to do.'
                : 'Waiting for the first answer…'}
            </p>
          )}
        </div>
      </div>
      {column && (
        <Dialog title={`Column ${column.name}`} open onClose={() => setColumn(null)}>
          <SelectField
            label="Its cells are"
            value={source.types[column.name] ?? 'guess'}
            choices={[
              { value: 'guess', label: `guessed (${column.type})` },
              ...scalarTypes.map((type) => ({ value: type, label: type })),
            ]}
            onChange={(type) => {
              const { [column.name]: _old, ...rest } = source.types;
              change({ types: type === 'guess' ? rest : { ...rest, [column.name]: type } });
            }}
          />
          <UsedWhere
            places={usedWhere(show, source.id, { id: column.name, name: column.name })}
            what={column.name}
          />
        </Dialog>
      )}
    </div>
  );
}

function StateBar({ status }: { status: FeedStatus | undefined }) {
  if (!status) return null;
  const { problem, state, notes } = status;
  return (
    <div
      role={problem ? 'alert' : 'status'}
      className={`flex min-h-8 shrink-0 items-center gap-3 border-b border-line px-3 py-1 text-xs ${problem ? 'bg-panel text-ink' : 'bg-deck text-ink-3'}`}
    >
      {problem ? (
        <span>
          <span className="text-warn">⚠ </span>
          {problem.message}
          {state === 'stale' && (
            <span className="text-ink-2">
              {' '}
              What came <AgeWords at={status.good} /> ago stands.
            </span>
          )}
        </span>
      ) : (
        <span>
          <span className="number">{status.rows}</span> rows, <span className="number">{status.columns}</span>{' '}
          columns
          {status.encoding ? `, ${status.encoding}` : ''}. {notes.join(' ')}
        </span>
      )}
    </div>
  );
}

function KindForm(props: { source: Source; onChange: (change: object, merge?: string) => void }) {
  const { source, onChange } = props;
  const set = (change: object): void => onChange(change, `kind ${source.id} ${Object.keys(change).join()}`);
  const every = 'every' in source && (
    <NumberField
      label="Every"
      unit="s"
      value={source.every}
      min={0.2}
      max={86_400}
      onChange={(value) => set({ every: value })}
    />
  );
  switch (source.kind) {
    case 'file':
      return <p className="text-ink-2">{source.fileName}, kept in the show</p>;
    case 'folder':
      return <FolderForm path={source.path} onPath={(path) => onChange({ path })} />;
    case 'stand-in':
      return (
        <>
          <SelectField
            label="Stand-in"
            value={source.stream}
            choices={Object.entries(standInNames).map(([value, label]) => ({ value, label }))}
            onChange={(stream) => onChange({ stream: stream as StandInStream })}
          />
          {every}
          <a href="/stand-ins" target="_blank" rel="noreferrer" className="text-tide hover:underline">
            Steer the stand-ins
          </a>
        </>
      );
    case 'address':
      return (
        <>
          <DraftText label="Address" value={source.url} onKeep={(url) => onChange({ url })} />
          {every}
          <NumberField
            label="Give up after"
            unit="s"
            value={source.patience}
            min={0.5}
            max={120}
            onChange={(patience) => set({ patience })}
          />
          <KeyForm name={source.key} onName={(key) => onChange({ key })} />
          <DraftText
            label="Headers, one a line (Name: value)"
            lines
            value={source.headers.map(({ name, value }) => `${name}: ${value}`).join('\n')}
            onKeep={(text) =>
              onChange({
                headers: text.split('\n').flatMap((line) => {
                  const at = line.indexOf(':');
                  return at > 0 ? [{ name: line.slice(0, at).trim(), value: line.slice(at + 1).trim() }] : [];
                }),
              })
            }
          />
        </>
      );
    case 'query':
      return <QueryForm source={source} onChange={onChange} every={every} />;
  }
}

/** Words that are kept when the field is left, so that half an address is not asked. */
export function DraftText(props: {
  label: string;
  value: string;
  onKeep: (value: string) => void;
  lines?: boolean;
  placeholder?: string;
}) {
  const { label, value, onKeep, lines, placeholder } = props;
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  return (
    <TextField
      label={label}
      value={typed}
      onChange={setTyped}
      lines={lines}
      {...(placeholder ? { placeholder } : {})}
      onDone={() => typed !== value && onKeep(typed)}
    />
  );
}

function useAsked<T>(path: string, first: T): [T, () => void] {
  const [value, setValue] = useState(first);
  const [count, setCount] = useState(0);
  useEffect(() => {
    let isGone = false;
    void asked(path, {}).then((answer) => !isGone && 'body' in answer && setValue(answer.body as T));
    return () => {
      isGone = true;
    };
  }, [path, count]);
  return [value, () => setCount((now) => now + 1)];
}

function FolderForm({ path, onPath }: { path: string; onPath: (path: string) => void }) {
  const [files] = useAsked<{ path: string; bytes: number }[]>('/api/data/folder', []);
  const choices = files.map((file) => ({ value: file.path, label: file.path }));
  if (!choices.some(({ value }) => value === path))
    choices.unshift({ value: path, label: `${path} (not there now)` });
  return (
    <SelectField
      label="File in the watched folder"
      value={path}
      choices={choices}
      onChange={(value) => onPath(String(value))}
    />
  );
}

function KeyForm({ name, onName }: { name: string | null; onName: (name: string | null) => void }) {
  const [keys, again] = useAsked<{ keys: string[] }>('/api/data/keys', { keys: [] });
  const [typed, setTyped] = useState('');
  const [fresh, setFresh] = useState('');
  const list = name !== null && !keys.keys.includes(name) ? [...keys.keys, name] : keys.keys;
  return (
    <>
      <SelectField
        label="Key (kept on the server)"
        value={name ?? ''}
        choices={[{ value: '', label: 'None' }, ...list.map((key) => ({ value: key, label: key }))]}
        onChange={(key) => onName(key === '' ? null : String(key))}
      />
      <details>
        <summary className="cursor-pointer text-xs text-tide">Give the server a key</summary>
        <div className="mt-1 flex flex-col gap-1.5">
          <TextField label="Its name" value={fresh} onChange={setFresh} />
          <input
            className="field"
            type="password"
            aria-label="The key"
            placeholder="The key"
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Button
            disabled={!fresh.trim() || !typed}
            onClick={() =>
              void asked(
                `/api/data/keys/keys/${encodeURIComponent(fresh.trim())}`,
                jsonInit('PUT', { value: typed }),
              ).then((answer) => {
                if ('problem' in answer) return void toast.error(answer.problem.message);
                setTyped('');
                again();
                onName(fresh.trim());
              })
            }
          >
            Keep it on the server
          </Button>
        </div>
      </details>
    </>
  );
}

function QueryForm(props: {
  source: Extract<Source, { kind: 'query' }>;
  onChange: (change: object) => void;
  every: React.ReactNode;
}) {
  const { source, onChange, every } = props;
  const [databases] = useAsked<string[]>('/api/data/databases', []);
  const list = databases.includes(source.database) ? databases : [source.database, ...databases];
  return (
    <>
      <SelectField
        label="Database"
        value={source.database}
        choices={list.map((value) => ({ value, label: value }))}
        onChange={(database) => onChange({ database: String(database) })}
      />
      <DraftText
        label="Statement, read-only, with :name for parameters"
        lines
        value={source.statement}
        onKeep={(statement) => onChange({ statement })}
      />
      <DraftText
        label="Parameters, one a line (name = value)"
        lines
        value={Object.entries(source.parameters).map(([name, value]) => `${name} = ${String(value)}`).join('\n')} // prettier-ignore
        onKeep={(text) =>
          onChange({
            parameters: Object.fromEntries(
              text.split('\n').flatMap((line) => {
                const [name, ...rest] = line.split('=');
                const value = rest.join('=').trim();
                return name?.trim()
                  ? [[name.trim(), value !== '' && Number.isFinite(Number(value)) ? Number(value) : value]]
                  : [];
              }),
            ),
          })
        }
      />
      {every}
    </>
  );
}

function FormatForm(props: {
  source: Source;
  offers: readonly { path: string; what: string }[];
  encoding: string | null;
  onChange: (format: Format | null) => void;
}) {
  const { source, offers, encoding, onChange } = props;
  const format = source.read;
  const set = (change: object): void => onChange({ ...(format as Format), ...change } as Format);
  const paths = [
    { value: '', label: offers.length > 0 ? 'Choose what was found…' : 'Nothing found yet' },
    ...offers.slice(0, 150).map(({ path, what }) => ({ value: path, label: `${path} · ${what}` })),
  ];
  return (
    <>
      <SelectField
        label="Format"
        value={format?.format ?? 'guess'}
        choices={[
          { value: 'guess', label: 'Guessed' },
          ...Object.entries(formats).map(([value, { label }]) => ({ value, label })),
        ]}
        onChange={(name) =>
          onChange(name === 'guess' ? null : structuredClone(formats[name as FormatName].plain))
        }
      />
      {format && 'encoding' in format && (
        <SelectField
          label="Encoding"
          value={format.encoding ?? ''}
          choices={[
            { value: '', label: `Guessed${encoding ? ` (${encoding})` : ''}` },
            ...encodings.map((value) => ({ value, label: value })),
          ]}
          onChange={(value) => set({ encoding: value === '' ? null : value })}
        />
      )}
      {format?.format === 'csv' && (
        <>
          <SelectField
            label="Separator"
            value={format.separator ?? ''}
            choices={[
              { value: '', label: 'Guessed' },
              { value: ',', label: 'Comma' },
              { value: ';', label: 'Semicolon' },
              { value: '\t', label: 'Tab' },
              { value: '|', label: 'Bar' },
            ]}
            onChange={(value) => set({ separator: value === '' ? null : value })}
          />
          <CheckField
            label="The first row names the columns"
            value={format.header}
            onChange={(header) => set({ header })}
          />
        </>
      )}
      {format?.format === 'xlsx' && (
        <>
          <SelectField
            label="Sheet"
            value={format.sheet ?? ''}
            choices={[
              { value: '', label: 'The first' },
              ...offers.map(({ path }) => ({ value: path, label: path })),
            ]}
            onChange={(value) => set({ sheet: value === '' ? null : value })}
          />
          <DraftText
            label="Range, such as B2:F20; empty for all"
            value={format.range ?? ''}
            onKeep={(range) => set({ range: range.trim() || null })}
          />
          <SelectField
            label="A record is"
            value={format.by}
            choices={[
              { value: 'row', label: 'A row' },
              { value: 'column', label: 'A column' },
            ]}
            onChange={(by) => set({ by })}
          />
          <SelectField
            label="Cells"
            value={format.cells}
            choices={[
              { value: 'shown', label: 'As the sheet shows them' },
              { value: 'values', label: 'As they are stored' },
            ]}
            onChange={(cells) => set({ cells })}
          />
          <CheckField
            label={`The first ${format.by} names the columns`}
            value={format.header}
            onChange={(header) => set({ header })}
          />
        </>
      )}
      {(format?.format === 'json' || format?.format === 'xml') && (
        <>
          <SelectField
            label="Found in it"
            value=""
            choices={paths}
            onChange={(path) => path !== '' && set({ path: String(path) })}
          />
          <DraftText
            label={format.format === 'json' ? 'Path, such as $.results' : 'XPath; empty for the first list'}
            value={format.path}
            onKeep={(path) => set({ path })}
          />
        </>
      )}
      {format?.format === 'json' && (
        <DraftText
          label="JSONata, for what paths cannot say"
          lines
          value={format.query}
          onKeep={(query) => set({ query })}
        />
      )}
      {format?.format === 'xml' && (
        <>
          <DraftText
            label="Namespaces, one a line (prefix = name)"
            lines
            value={Object.entries(format.namespaces).map(([prefix, name]) => `${prefix} = ${name}`).join('\n')} // prettier-ignore
            onKeep={(text) =>
              set({
                namespaces: Object.fromEntries(
                  text.split('\n').flatMap((line) => {
                    const at = line.indexOf('=');
                    return at > 0 ? [[line.slice(0, at).trim(), line.slice(at + 1).trim()]] : [];
                  }),
                ),
              })
            }
          />
          <DraftText
            label="XSLT 1.0 before it; empty for none"
            lines
            value={format.stylesheet}
            onKeep={(stylesheet) => set({ stylesheet })}
          />
        </>
      )}
    </>
  );
}

export const kindLabel = (source: Source): string => sourceKinds[source.kind].label;
