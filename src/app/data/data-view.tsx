import { counted } from '../../core/problem';
import {
  Clock,
  Database,
  FileSpreadsheet,
  FolderOpen,
  Globe,
  ListFilter,
  Plus,
  Radio,
  Timer,
  Upload,
  MessageSquareText,
  Vote,
} from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, useState, type DragEvent, type ReactNode } from 'react';
import { useLocation, useNavigate, useParams, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import type { CountsBy } from '../../core/clock';
import { bareName } from '../../core/data';
import {
  dataType,
  freshName,
  newAsset,
  newClock,
  newScore,
  newColumn,
  newTable,
  newView,
  type Show,
  type Table,
} from '../../core/show';
import { usualPostSettings } from '../../core/post';
import { formats, guessFormat, newSource, type StandInStream } from '../../core/source';
import { Button, Empty } from '../ui';
import { addDataFile } from '../state/assets';
import { asked } from '../state/air-store';
import { useData } from '../state/data';
import { useDraft, useShow } from '../state/draft-store';
import { newId } from '../state/ids';
import { useReading } from '../state/reading';
import { CheckerView } from './checker-view';
import { FillPanel } from './fill-panel';
import { Health } from './health';
import { ImportDialog } from './import-dialog';
import { SourceView } from './source-view';
import { TableView } from './table-view';
import { ClockView, ownZone, ScoreView } from '../clocks/clock-view';
import { ViewView } from './view-view';

const namesOf = (show: Show): string[] =>
  [...Object.values(show.tables), ...Object.values(show.views), ...Object.values(show.sources)].map(
    ({ name }) => name,
  );

/** Sources, tables and views of the show, one of them in hand, and what its rows make of a template; or the checker. */
export function DataView() {
  const show = useShow();
  const { dataId } = useParams();
  const { pathname } = useLocation();
  const [query] = useSearchParams();
  const navigate = useNavigate();
  const edit = useDraft((store) => store.edit);
  const statuses = useData((store) => store.statuses);
  const input = useRef<HTMLInputElement>(null);
  const sourceInput = useRef<HTMLInputElement>(null);
  const [brought, setBrought] = useState<readonly File[]>([]);
  const [wrong, setWrong] = useState<string | null>(null);
  const [rowId, setRowId] = useState<string | null>(query.get('row'));
  const [seenKeys, setSeenKeys] = useState<readonly string[] | null>(null);
  const isChecker = pathname.startsWith('/data/checker');
  const id = isChecker
    ? null
    : (dataId ??
      Object.keys(show.tables)[0] ??
      Object.keys(show.views)[0] ??
      Object.keys(show.sources)[0] ??
      Object.keys(show.clocks)[0] ??
      Object.keys(show.scores)[0] ??
      null);
  const [table, view, source] = id === null ? [] : [show.tables[id], show.views[id], show.sources[id]];
  const clock = id === null ? undefined : show.clocks[id];
  const score = id === null ? undefined : show.scores[id];
  const isOfRows = !isChecker && !clock && !score;
  const wanted = query.get('row');
  useEffect(() => setRowId(wanted), [id, wanted]);

  const bringTables = (files: Iterable<File>): void => {
    setWrong(null);
    setBrought((now) => [...now, ...files]);
  };
  const keepTable = (file: File, made: Table): void => {
    edit(`Import ${file.name}`, (draft) => void (draft.tables[made.id] = made));
    toast.success(
      `${made.name}: ${counted(made.rows.length, 'row')}, ${counted(made.columns.length, 'column')}.`,
    );
    setBrought((now) => now.slice(1));
    void navigate(`/data/${made.id}`);
  };
  const addPoll = (): void => {
    const posts = Object.values(show.sources).find(({ kind }) => kind === 'posts');
    if (!posts) return void toast.error('A poll counts beside posts: add a source of viewers’ posts first.');
    addSource({ kind: 'poll', posts: posts.id, counts: { by: 'words', question: '', answers: [], counts: 'last' } }, 'Poll');
  }; // prettier-ignore
  const addSource = (given: Parameters<typeof newSource>[2], name: string): void => {
    const made = newSource(newId(), freshName(name, namesOf(show)), given);
    edit(`New source ${made.name}`, (draft) => void (draft.sources[made.id] = made));
    void navigate(`/data/${made.id}`);
  };
  const bringSource = async (file: File): Promise<void> => {
    const kept = await addDataFile(file);
    if ('problem' in kept) return setWrong(kept.problem.message);
    edit(
      `Import ${file.name}`,
      (draft) =>
        void (draft.assets[kept.id] ??= newAsset({
          id: kept.id,
          name: file.name,
          type: dataType,
          bytes: file.size,
        })),
    );
    const format = guessFormat(file.name, new Uint8Array(await file.slice(0, 4096).arrayBuffer()));
    addSource(
      { kind: 'file', asset: kept.id, fileName: file.name, read: structuredClone(formats[format].plain) },
      bareName(file.name),
    );
  };
  const fromFolder = async (): Promise<void> => {
    const answer = await asked('/api/data/folder', {});
    if ('problem' in answer) return setWrong(answer.problem.message);
    const [first] = answer.body as { path: string }[];
    if (!first)
      return setWrong(
        'The watched folder has no file of data. Save one there, or start the server with JORVAN_DATA set to your folder.',
      );
    addSource(
      {
        kind: 'folder',
        path: first.path,
        read: structuredClone(formats[guessFormat(first.path, new Uint8Array())].plain),
      },
      bareName(first.path),
    );
  };
  const fromDatabase = async (): Promise<void> => {
    const answer = await asked('/api/data/databases', {});
    if ('problem' in answer) return setWrong(answer.problem.message);
    const [first = 'none yet'] = answer.body as string[];
    addSource(
      { kind: 'query', database: first, statement: 'SELECT 1 AS one', parameters: {}, every: 2 },
      'Query',
    );
  };
  const fromStandIn = (stream: StandInStream, name: string): void =>
    addSource({ kind: 'stand-in', stream, every: 1, read: null }, name);
  const makeTable = (): void => {
    const made = newTable(newId(), freshName('Table', namesOf(show)), {
      columns: ['Name', 'Role'].map((name) => newColumn(newId(), name)),
      rows: [{ id: newId(), cells: {} }],
    });
    edit('New table', (draft) => void (draft.tables[made.id] = made));
    void navigate(`/data/${made.id}`);
  };
  const makeView = (): void => {
    const made = newView(
      newId(),
      freshName(`View of ${table?.name ?? view?.name ?? source?.name ?? 'data'}`, namesOf(show)),
      id ?? '',
    );
    edit('New view', (draft) => void (draft.views[made.id] = made));
    void navigate(`/data/${made.id}`);
  };
  const makeClock = (by: CountsBy, name: string): void => {
    const taken = Object.values(show.clocks).map((own) => own.name);
    const made = newClock(newId(), freshName(name, taken), by, ownZone(), newId);
    edit(`New clock ${made.name}`, (draft) => void (draft.clocks[made.id] = made));
    void navigate(`/data/${made.id}`);
  };
  const makeScore = (): void => {
    const taken = Object.values(show.scores).map((own) => own.name);
    const made = newScore(newId(), freshName('Score', taken));
    edit(`New score ${made.name}`, (draft) => void (draft.scores[made.id] = made));
    void navigate(`/data/${made.id}`);
  };
  const drop = (event: DragEvent): void => {
    event.preventDefault();
    bringTables(event.dataTransfer.files);
  };
  const line = (to: string, name: string, extra: ReactNode): ReactNode => (
    <li key={to}>
      <button
        type="button"
        onClick={() => void navigate(`/data/${to}`)}
        aria-current={to === id ? 'page' : undefined}
        className={`flex h-7 w-full items-center gap-2 px-3 text-left ${to === id ? 'bg-raised' : 'row-hover'}`}
      >
        <span className="min-w-0 flex-1 truncate">{name}</span>
        {extra}
      </button>
    </li>
  );
  return (
    <div
      className={`grid h-full ${!isOfRows ? 'grid-cols-[208px_minmax(0,1fr)]' : 'grid-cols-[208px_minmax(0,1fr)_320px]'}`}
      onDragOver={(event) => event.preventDefault()}
      onDrop={drop}
    >
      <aside
        className="flex min-h-0 flex-col overflow-auto border-r border-line bg-deck pb-3"
        aria-label="Data of the show"
      >
        <button
          type="button"
          aria-current={isChecker ? 'page' : undefined}
          onClick={() => void navigate('/data/checker')}
          className={`flex h-9 shrink-0 items-center border-b border-line px-3 text-left font-semibold ${isChecker ? 'bg-raised text-ink' : 'text-tide row-hover'}`}
        >
          Checker
        </button>
        <Head title="Tables">
          <Item onSelect={() => input.current?.click()} icon={<Upload size={14} />}>
            Import a file…
          </Item>
          <Item onSelect={makeTable} icon={<Plus size={14} />}>
            New table
          </Item>
        </Head>
        <ul>
          {Object.values(show.tables).map((item) =>
            line(item.id, item.name, <span className="number text-xs text-ink-3">{item.rows.length}</span>),
          )}
        </ul>
        <Head title="Views">
          <Item onSelect={makeView} icon={<ListFilter size={14} />}>
            New view
          </Item>
        </Head>
        <ul>{Object.values(show.views).map((item) => line(item.id, item.name, null))}</ul>
        <Head title="Sources">
          <Item onSelect={() => void fromFolder()} icon={<FolderOpen size={14} />}>
            A file of the watched folder
          </Item>
          <Item
            onSelect={() =>
              addSource(
                { kind: 'address', url: 'https://', every: 5, patience: 5, headers: [], key: null },
                'Address',
              )
            }
            icon={<Globe size={14} />}
          >
            An address
          </Item>
          <Item onSelect={() => sourceInput.current?.click()} icon={<FileSpreadsheet size={14} />}>
            A file kept in the show…
          </Item>
          <Item onSelect={() => void fromDatabase()} icon={<Database size={14} />}>
            A database
          </Item>
          <Item onSelect={() => fromStandIn('wind', 'Wind')} icon={<Radio size={14} />}>
            A stand-in
          </Item>
          <Item
            onSelect={() => addSource({ kind: 'scorer', by: 'udp', port: 4710, names: [] }, 'Scorer')}
            icon={<Timer size={14} />}
          >
            A scorer (score box or timer)
          </Item>
          <Item
            onSelect={() => addSource({ kind: 'posts', ...structuredClone(usualPostSettings) }, 'Posts')}
            icon={<MessageSquareText size={14} />}
          >
            Viewers’ posts
          </Item>
          <Item onSelect={addPoll} icon={<Vote size={14} />}>
            A poll among viewers
          </Item>
        </Head>
        <ul>
          {Object.values(show.sources).map((item) =>
            line(item.id, item.name, <Health status={statuses[item.id]} short />),
          )}
        </ul>
        <Head title="Clocks">
          <Item onSelect={() => makeClock('up', 'Stopwatch')} icon={<Timer size={14} />}>
            Stopwatch
          </Item>
          <Item onSelect={() => makeClock('down', 'Countdown')} icon={<Timer size={14} />}>
            Countdown from a length
          </Item>
          <Item onSelect={() => makeClock('time', 'Countdown')} icon={<Clock size={14} />}>
            Countdown to a time of day
          </Item>
          <Item onSelect={() => makeClock('rows', 'Next')} icon={<Clock size={14} />}>
            Countdown to the next row of a timetable
          </Item>
        </Head>
        <ul>{Object.values(show.clocks).map((item) => line(item.id, item.name, null))}</ul>
        <Head title="Scores">
          <Item onSelect={makeScore} icon={<Plus size={14} />}>
            New score
          </Item>
        </Head>
        <ul>
          {Object.values(show.scores).map((item) =>
            line(item.id, item.name, <span className="number text-xs text-ink-3">{item.start}</span>),
          )}
        </ul>
        <input
          ref={input}
          type="file"
          accept=".csv,.tsv,.txt,.xlsx,.xlsm,.xlsb,.xls,.ods,.json,.ndjson,.jsonl,.xml,.rss,.atom,text/csv"
          className="hidden"
          aria-label="File for a table"
          onChange={(event) => bringTables(event.target.files ?? [])}
          onClick={(event) => (event.currentTarget.value = '')}
        />
        <input
          ref={sourceInput}
          type="file"
          className="hidden"
          aria-label="File for a source"
          onChange={(event) => void [...(event.target.files ?? [])].forEach((file) => void bringSource(file))}
          onClick={(event) => (event.currentTarget.value = '')}
        />
      </aside>
      <section
        className="flex min-h-0 min-w-0 flex-col"
        aria-label={
          table ? 'Table' : view ? 'View' : source ? 'Source' : clock ? 'Clock' : score ? 'Score' : 'Data'
        }
      >
        {wrong && (
          <p role="alert" className="m-3 flex items-start gap-3 rounded border border-air bg-panel p-3">
            <span className="flex-1">⚠ {wrong}</span>
            <Button tone="quiet" className="h-5" onClick={() => setWrong(null)}>
              Close
            </Button>
          </p>
        )}
        <Reading />
        {isChecker ? (
          <CheckerView
            key={dataId}
            show={show}
            templateId={dataId ?? null}
            bindingId={query.get('binding')}
          />
        ) : table ? (
          <TableView
            key={table.id}
            show={show}
            table={table}
            chosen={rowId}
            onChoose={setRowId}
            onSeen={setSeenKeys}
            goTo={wanted ? { row: wanted, column: query.get('column') ?? table.columns[0]?.id ?? '' } : null}
          />
        ) : view ? (
          <ViewView key={view.id} show={show} view={view} chosen={rowId} onChoose={setRowId} />
        ) : source ? (
          <SourceView key={source.id} show={show} source={source} chosen={rowId} onChoose={setRowId} />
        ) : clock ? (
          <ClockView key={clock.id} show={show} clock={clock} />
        ) : score ? (
          <ScoreView key={score.id} show={show} score={score} />
        ) : (
          <Empty title="No data yet">
            <p>
              Import a sheet of names, teams or results, or drop it here: CSV, XLSX, JSON or XML. Columns that
              bear the name of a field fill it.
            </p>
            <Button tone="primary" onClick={() => input.current?.click()}>
              Import a file
            </Button>
          </Empty>
        )}
      </section>
      {brought[0] && (
        <ImportDialog
          key={`${brought.length} ${brought[0].name}`}
          file={brought[0]}
          taken={namesOf(show)}
          onKeep={keepTable}
          onClose={() => setBrought((now) => now.slice(1))}
        />
      )}
      {isOfRows &&
        (id !== null && (table ?? view ?? source) ? (
          <FillPanel key={id} show={show} of={id} rowKey={rowId} seenKeys={seenKeys} />
        ) : (
          <aside className="border-l border-line bg-deck" />
        ))}
    </div>
  );
}

function Reading() {
  const { name, stop } = useReading();
  if (name === null) return null;
  return (
    <p role="status" className="flex items-center gap-3 border-b border-line bg-panel px-3 py-1.5 text-ink-2">
      <span className="h-1.5 w-24 overflow-hidden rounded bg-raised">
        <span className="block h-full w-1/3 animate-pulse bg-tide" />
      </span>
      Reading {name}…
      <Button className="h-6" onClick={stop}>
        Stop
      </Button>
    </p>
  );
}

function Head({ title, children }: { title: string; children: ReactNode }) {
  return (
    <div className="mt-2 flex h-7 shrink-0 items-center pr-2 pl-3">
      <h2 className="flex-1 text-xs font-semibold text-ink-2">{title}</h2>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <button
            type="button"
            aria-label={`Add to ${title}`}
            title={`Add to ${title}`}
            className="inline-flex size-6 items-center justify-center rounded text-ink-2 hover:bg-raised"
          >
            <Plus size={14} />
          </button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="start"
            sideOffset={2}
            className="z-50 min-w-52 rounded border border-line bg-panel p-1"
          >
            {children}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </div>
  );
}

function Item({ onSelect, icon, children }: { onSelect: () => void; icon: ReactNode; children: ReactNode }) {
  return (
    <DropdownMenu.Item
      className="flex h-7 cursor-default items-center gap-2 rounded px-2 outline-none data-[highlighted]:bg-raised"
      onSelect={onSelect}
    >
      <span className="text-ink-3">{icon}</span>
      {children}
    </DropdownMenu.Item>
  );
}
