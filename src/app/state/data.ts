import { typedQuery } from './typing';
import { proxy, wrap, type Remote } from 'comlink';
import { useEffect, useState } from 'react';
import { create } from 'zustand';
import type { FeedStatus } from '../../air';
import { tableChange, withInsets, type Resolved, type Use } from '../../core/data';
import type { Problem } from '../../core/problem';
import { shownWithin, type Clocks, type Show, type Table, type Template, type Values } from '../../core/show';
import { fileNameOf, type Read, type ReadResult, type Source } from '../../core/source';
import type { DataWorker, RowsSeen, TraceStep } from '../../workers/data.worker';
import { assetBlob } from './assets';
import { DraftClocks } from './clocks';
import { asked, dataListeners, jsonInit, releases, useAir, type Fault } from './air-store';
import { useDraft } from './draft-store';
import { readFile } from './reading';

interface DataStore {
  /** How each source of the draft is doing, by its id. */
  statuses: Readonly<Record<string, FeedStatus>>;
  /** How every feed that the server looks at is doing, by its own id. */
  feeds: Readonly<Record<string, FeedStatus>>;
  /** What came of each, by its id, besides its rows. */
  reads: Readonly<Record<string, Pick<Read, 'offers' | 'notes' | 'encoding' | 'columns' | 'facets'>>>;
  /** Rises whenever any rows changed. */
  revision: number;
  /** What is on air or in preview and cannot be had of its data, by graphic or `preview CHANNEL`. */
  faults: Readonly<Record<string, readonly Problem[]>>;
}
export const useData = create<DataStore>(() => ({
  statuses: {},
  feeds: {},
  reads: {},
  revision: 0,
  faults: {},
}));

let worker: Remote<DataWorker> | null = null;
const listeners = new Map<string, (resolved: Resolved) => void>();
const rowsChanged = (): void => {
  useData.setState(({ revision }) => ({ revision: revision + 1 }));
  void clocks?.look();
};
let clocks: DraftClocks | null = null;
const followClocks = (all: Show['clocks']): void => {
  clocks ??= new DraftClocks({
    timesOf: (counts) => dataWorker().times(counts),
    setCountedTo: (names) => void dataWorker().setCountedTo(names),
  });
  clocks.follow(all);
};
/** The clocks of the draft, for pictures that are not on air. */
export const draftClocks = (): Clocks => clocks?.now() ?? noClocks;
const noClocks: Clocks = {};

/** The worker that keeps the draft's data. */
function dataWorker(): Remote<DataWorker> {
  if (worker) return worker;
  const made = wrap<DataWorker>(
    new Worker(new URL('../../workers/data.worker.ts', import.meta.url), { type: 'module' }),
  );
  void made.onChanged(
    proxy((changed: [string, Resolved][]) => {
      for (const [key, resolved] of changed) listeners.get(key)?.(resolved);
    }),
  );
  worker = made;
  return made;
}

let known: {
  tables: Show['tables'];
  views: Show['views'];
  assets: Show['assets'];
  sources: Show['sources'];
  scores: Show['scores'];
  locale: string;
  clocks: Show['clocks'];
} | null = null;

/** Brings the worker up to the draft: of its tables only what is new. */
function follow(show: Show): void {
  if (
    known &&
    known.tables === show.tables &&
    known.views === show.views &&
    known.assets === show.assets &&
    known.sources === show.sources &&
    known.scores === show.scores &&
    known.locale === show.look.locale &&
    known.clocks === show.clocks
  )
    return;
  const change: Parameters<DataWorker['setShow']>[1] = {};
  for (const [id, table] of Object.entries(show.tables)) {
    const before = known?.tables[id];
    if (before === table) continue;
    (change as Record<string, unknown>)[id] = before
      ? { head: { ...table, rows: [] }, rows: tableChange(before, table) }
      : { whole: table };
  }
  for (const id of Object.keys(known?.tables ?? {}))
    if (!show.tables[id]) (change as Record<string, unknown>)[id] = null;
  const { tables, views, assets, sources, scores } = show;
  const { locale } = show.look;
  const before = known;
  known = { tables, views, assets, sources, scores, locale, clocks: show.clocks };
  void dataWorker().setShow({ views, assets, sources, scores, locale }, change).then(rowsChanged);
  followClocks(show.clocks);
  if (before?.sources !== sources) void openSources(sources);
  if (before && before.tables !== tables)
    for (const table of Object.values(tables)) if (before.tables[table.id] !== table) toAir(table);
}

// Corrections of tables on their way to air.
const sentTables = new Map<string, Table>();
const sendTimers = new Map<string, ReturnType<typeof setTimeout>>();
const airTables = create<{ differs: Readonly<Record<string, number>>; problem: string | null }>(() => ({
  differs: {},
  problem: null,
}));
export const useAirTables = airTables;

function toAir(table: Table): void {
  if (!feedsAir(table.id)) return;
  const timer = sendTimers.get(table.id);
  if (timer) clearTimeout(timer);
  const later = setTimeout(
    () => void (table.flow === 'at-once' ? sendTable(table.id) : countDiffering(table.id)),
    40,
  );
  sendTimers.set(table.id, later);
}

/** Whether what is released takes values from a table of this show. */
export function feedsAir(id: string): boolean {
  const show = useDraft.getState().draft?.show;
  const { state } = useAir.getState();
  return (
    show !== undefined && state.show?.id === show.id && releases.get(state.release)?.tables[id] !== undefined
  );
}

async function onAirTable(id: string): Promise<Table | null> {
  const kept = sentTables.get(id);
  if (kept) return kept;
  const answer = await asked(`/api/data/tables/${id}`, {});
  if ('problem' in answer) return null;
  sentTables.set(id, answer.body as Table);
  return answer.body as Table;
}

/** Rows that are one in content are made one object, so that only what differs is sent. */
function shared(air: Table, draft: Table): Table {
  const rows = new Map(air.rows.map((row) => [row.id, row]));
  const same = (a: Record<string, string>, b: Record<string, string>): boolean => {
    const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
    return [...keys].every((key) => (a[key] ?? '') === (b[key] ?? ''));
  };
  return {
    ...draft,
    rows: draft.rows.map((row) => {
      const before = rows.get(row.id);
      return before && same(before.cells, row.cells) ? before : row;
    }),
  };
}

async function countDiffering(id: string): Promise<void> {
  const draft = useDraft.getState().draft?.show.tables[id];
  const air = await onAirTable(id);
  if (!draft || !air) return;
  const { set, gone, order } = tableChange(air, shared(air, draft));
  airTables.setState(({ differs }) => ({
    differs: {
      ...differs,
      [id]: set.length + gone.length + (order && set.length + gone.length === 0 ? 1 : 0),
    },
  }));
}

/** Sends what differs in a table to air. */
export async function sendTable(id: string): Promise<void> {
  const draft = useDraft.getState().draft?.show.tables[id];
  const air = await onAirTable(id);
  // What no release knows goes along with the next one.
  if (!draft || !air) return;
  const now = shared(air, draft);
  const isSameHead = JSON.stringify({ ...air, rows: [] }) === JSON.stringify({ ...draft, rows: [] });
  const change = tableChange(air, now);
  // What typists typed since the draft knew of it stands over what it sends.
  const known = draft.typing === null ? '' : typedQuery(useDraft.getState().draft?.show.typed);
  const answer = isSameHead
    ? await asked(`/api/data/tables/${id}${known}`, jsonInit('PATCH', change))
    : await asked(`/api/data/tables/${id}${known}`, jsonInit('PUT', draft));
  if ('problem' in answer) return airTables.setState({ problem: answer.problem.message });
  sentTables.set(id, now);
  airTables.setState(({ differs }) => ({ differs: { ...differs, [id]: 0 }, problem: null }));
}

/** What air has may be another after a release. */
useAir.subscribe((now, before) => {
  if (now.state.release === before.state.release) return;
  sentTables.clear();
  airTables.setState({ differs: {} });
});

// Sources: the server fetches and watches; files of the show are read here.
const versions = new Map<string, number>();
const kept = new Map<string, Read>();
let feedIds: Record<string, string[]> = {};
let leaseTimer: ReturnType<typeof setInterval> | null = null;

function take(source: Source, read: Read): void {
  kept.set(source.id, read);
  void dataWorker().setSource(source, read).then(rowsChanged);
  const { offers, notes, encoding, columns, facets } = read;
  useData.setState(({ reads }) => ({
    reads: { ...reads, [source.id]: { offers, notes, encoding, columns, facets } },
  }));
}

const fileRead = new Map<string, string>();
async function readOwnFile(source: Extract<Source, { kind: 'file' }>): Promise<void> {
  const key = JSON.stringify([source.asset, source.read]);
  const known = kept.get(source.id);
  if (fileRead.get(source.id) === key && known) return take(source, known);
  fileRead.set(source.id, key);
  const blob = await assetBlob(source.asset);
  const now = Date.now() / 1000;
  const result: ReadResult = blob
    ? await readFile(new Uint8Array(await blob.arrayBuffer()), fileNameOf(source), source.read)
    : {
        problem: {
          code: 'missing-asset',
          message: `${source.fileName} is missing from this browser. Import it again.`,
          path: source.fileName,
        },
      };
  if (fileRead.get(source.id) !== key) return;
  const before = useData.getState().statuses[source.id];
  const status: FeedStatus = {
    feed: `own ${source.id}`,
    state: 'read' in result ? 'fresh' : kept.has(source.id) ? 'stale' : 'failed',
    since: now,
    good: 'read' in result ? now : (before?.good ?? null),
    version: (before?.version ?? 0) + 1,
    rows: 'read' in result ? result.read.rows.length : (before?.rows ?? 0),
    columns: 'read' in result ? result.read.columns.length : (before?.columns ?? 0),
    notes: 'read' in result ? [...result.read.notes] : [],
    encoding: 'read' in result ? result.read.encoding : null,
    problem: 'problem' in result ? result.problem : null,
    readings: 'problem' in result ? (result.readings ?? []) : [],
    offers: 'problem' in result ? (result.offers ?? []) : [],
  };
  useData.setState(({ statuses }) => ({ statuses: { ...statuses, [source.id]: status } }));
  if ('read' in result) take(source, result.read);
}

let opened = 0;
async function openSources(sources: Show['sources']): Promise<void> {
  const list = Object.values(sources);
  for (const source of list) if (source.kind === 'file') void readOwnFile(source);
  const far = list.filter((source) => source.kind !== 'file');
  if (far.length === 0) return;
  const own = ++opened;
  const { feeds: before } = useData.getState();
  const answer = await asked('/api/data/sources', jsonInit('POST', far));
  // Of answers that overtake one another the one asked for last stands.
  if ('problem' in answer || own !== opened) return;
  const { feeds } = useData.getState();
  // What was told of a feed while the answer was on its way is newer than the answer.
  const given = Object.fromEntries(
    Object.entries(answer.body as Record<string, FeedStatus>).map(([id, status]) => {
      const told = feeds[status.feed];
      return [id, told && told !== before[status.feed] ? told : status];
    }),
  );
  feedIds = {};
  for (const [id, status] of Object.entries(given)) (feedIds[status.feed] ??= []).push(id);
  useData.setState(({ statuses }) => ({ statuses: { ...statuses, ...given } }));
  for (const status of new Map(Object.values(given).map((one) => [one.feed, one])).values())
    void fetchFeed(status);
}

const fetches = new Map<string, number>();
/** Fetches what came of a feed where it is newer than what is here. */
async function fetchFeed(status: FeedStatus): Promise<void> {
  const ids = feedIds[status.feed] ?? [];
  const show = useDraft.getState().draft?.show;
  if (!show || ids.length === 0 || status.version === 0) return;
  const [first] = ids;
  const before = first === undefined ? undefined : kept.get(first);
  const since = before ? (versions.get(status.feed) ?? -1) : -1;
  const give = (read: Read): void => {
    for (const id of ids) {
      const source = show.sources[id];
      if (source) take(source, read);
    }
  };
  // A source that was changed in what its columns are is given again, though nothing new came.
  if (since === status.version && before) return give(before);
  const own = (fetches.get(status.feed) ?? 0) + 1;
  fetches.set(status.feed, own);
  const answer = await asked(`/api/data/sources/${status.feed}?since=${since}`, {});
  if ('problem' in answer || fetches.get(status.feed) !== own) return;
  const body = answer.body as {
    version: number;
    read?: Read;
    from?: number;
    changed?: [number, Read['rows'][number]][];
    notes?: string[];
  };
  versions.set(status.feed, body.version);
  if (body.read) return give(body.read);
  if (!before || body.from !== since || !body.changed) return;
  const rows = [...before.rows];
  for (const [at, row] of body.changed) rows[at] = row;
  give({ ...before, rows, notes: body.notes ?? before.notes });
}

dataListeners.add((feeds: readonly FeedStatus[], faults: readonly Fault[]) => {
  useData.setState(({ statuses, feeds: known, faults: was }) => {
    const next = { ...statuses };
    for (const status of feeds) for (const id of feedIds[status.feed] ?? []) next[id] = status;
    const now = { ...was };
    for (const { key, problems } of faults) {
      if (problems.length > 0) now[key] = problems;
      else delete now[key];
    }
    const all = { ...known };
    for (const status of feeds) all[status.feed] = status;
    return { statuses: next, feeds: all, faults: now };
  });
  for (const status of feeds) if (versions.get(status.feed) !== status.version) void fetchFeed(status);
});

/** Keeps the draft's data up to date for as long as a show is open. */
export function useDraftData(): void {
  useEffect(() => {
    const start = useDraft.getState().draft?.show;
    if (start) follow(start);
    const stop = useDraft.subscribe(({ draft }) => draft && follow(draft.show));
    leaseTimer ??= setInterval(() => {
      const show = useDraft.getState().draft?.show;
      if (show && Object.keys(show.sources).length > 0) void openSources(show.sources);
    }, 30_000);
    const again = useAir.subscribe((now, before) => {
      const show = useDraft.getState().draft?.show;
      if (now.isConnected && !before.isConnected && show) void openSources(show.sources);
    });
    return () => {
      stop();
      again();
    };
  }, []);
}

let nextUse = 1;
const nothing: Resolved = { values: {}, problems: [], notes: [] };

/** What data makes of a template as it is filled; up to date as long as it is shown. */
export function useResolved(use: Use | null): Resolved {
  const [resolved, setResolved] = useState<Resolved>(nothing);
  const signature = use ? JSON.stringify([use.typed, use.row]) : '';
  const templates = useDraft((store) => store.draft?.show.templates);
  const given = use?.template;
  const template = given && withInsets(given, shownWithin(given, templates ?? {}));
  useEffect(() => {
    if (!use || !template || (template.bindings.length === 0 && !use.row)) return setResolved(nothing);
    const key = `use ${(nextUse += 1)}`;
    let isGone = false;
    listeners.set(key, setResolved);
    void dataWorker()
      .open(key, { ...use, template })
      .then((first) => !isGone && setResolved(first));
    return () => {
      isGone = true;
      listeners.delete(key);
      void dataWorker().close(key);
    };
    // The use is what its template and signature say.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [template, signature]);
  return resolved;
}

/** A binding step by step, up to date. */
export function useTrace(
  use: Use | null,
  binding: { from: unknown; steps: readonly unknown[] } | null,
): readonly TraceStep[] {
  const [trace, setTrace] = useState<readonly TraceStep[]>([]);
  const revision = useData((store) => store.revision);
  const signature = use && binding ? JSON.stringify([use.typed, use.row, binding.from, binding.steps]) : '';
  const template = use?.template;
  useEffect(() => {
    if (!use || !binding) return setTrace([]);
    let isGone = false;
    void dataWorker()
      .trace(use, binding as never)
      .then((steps) => !isGone && setTrace(steps));
    return () => {
      isGone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [template, signature, revision]);
  return trace;
}

/** Some rows of a table, source or view as words, up to date. */
export function useRows(id: string | null, from: number, count: number): RowsSeen | null {
  const [rows, setRows] = useState<RowsSeen | null>(null);
  const revision = useData((store) => store.revision);
  useEffect(() => {
    if (id === null) return setRows(null);
    let isGone = false;
    void dataWorker()
      .rows(id, from, count)
      .then((seen) => !isGone && setRows(seen));
    return () => {
      isGone = true;
    };
  }, [id, from, count, revision]);
  return rows;
}

/** The columns and first rows of a table, view or source as they are now. */
export const rowsOnce = (id: string): Promise<RowsSeen | null> => dataWorker().rows(id, 0, 1);

/** One row by its key: where it stands and its first words; null where it is not there. */
export function useRow(id: string, key: string | null): { at: number; words: string } | null {
  const [row, setRow] = useState<{ at: number; words: string } | null>(null);
  const revision = useData((store) => store.revision);
  useEffect(() => {
    if (key === null) return setRow(null);
    let isGone = false;
    void dataWorker()
      .row(id, key)
      .then((found) => !isGone && setRow(found));
    return () => {
      isGone = true;
    };
  }, [id, key, revision]);
  return row;
}

/** Asks the server to look at a source again at once. */
export async function lookAgain(source: Source): Promise<void> {
  if (source.kind === 'file') {
    fileRead.delete(source.id);
    return readOwnFile(source);
  }
  const feed = useData.getState().statuses[source.id]?.feed;
  if (feed) await asked(`/api/data/sources/${feed}/again`, { method: 'POST' });
}

/** Says that what a source brought is right although rows are gone, or it seems to break off. */
export const acceptFeed = async (feed: string): Promise<void> => {
  await asked(`/api/data/sources/${feed}/accept`, { method: 'POST' });
};

/** What came of a source, whole. */
export const rowsOfSource = (source: Source): Promise<Read | null> =>
  Promise.resolve(kept.get(source.id) ?? null);

/** Every row of a table, view or source by its key, with what it makes of a template where that is wanted. */
export const rowValues = (
  of: string,
  template: Template,
  wanted: 'keys' | 'values',
): Promise<{ key: string; values: Values }[]> => dataWorker().filled(of, template, wanted);

/** One binding step by step, once. */
export const traceOnce = (
  use: Use,
  binding: { from: unknown; steps: readonly unknown[] },
): Promise<readonly TraceStep[]> => dataWorker().trace(use, binding as never);

/** The keys of a table's rows that have some words in them, sorted; looked for by the worker. */
export const keysSeen = (
  id: string,
  words: string,
  sort: { column: string; down: boolean } | null,
): Promise<string[]> => dataWorker().keysSeen(id, words, sort);
