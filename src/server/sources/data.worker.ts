// Keeps tables, views and what came of sources, and what the bindings of graphics make of them, aside from the air
// server's thread.
import { parentPort, receiveMessageOnPort, workerData, type MessagePort } from 'node:worker_threads';
import { typeOfValue, valueText, type Binding } from '../../core/binding';
import type { Target } from '../../core/clock';
import { cameOf, feedOf, Resolver, type Resolved, type Use } from '../../core/data';
import type { Problem } from '../../core/problem';
import { plainLook, type ShowClock, type ShowTicker, type TypedUpTo } from '../../core/show';
import type { Came } from '../../core/ticker';
import type { TypingAct } from '../../core/typing';
import type { Source } from '../../core/source';
import { AirTables } from './air-tables';
import { CorrectionLog } from './corrections';
import { FeedKeeper, type Keeping } from './feed-keeper';
import { KeptMoments } from './kept-moments';
import type { Handed } from './reader.worker';
import { TypingRoom } from './typing-room';

export interface TraceWords {
  readonly value: string;
  readonly type: string;
  readonly problem: string | null;
}

const resolver = new Resolver();
const { corrections, moments, typed } = workerData as { corrections: string; moments: string; typed: string };
const tables = new AirTables(new CorrectionLog(corrections));
const typing = new TypingRoom(typed, tables);
/** Typists are told that something of what they see is another. */
const tellTyping = (): void => parentPort?.postMessage({ event: { typing: typing.version } });
const keeper = new FeedKeeper(new KeptMoments(moments));
/** From each of the workers that read. */
const ports = new Set<MessagePort>();
let feeds: Readonly<Record<string, readonly Source[]>> = {};

let clocks: readonly ShowClock[] = [];
/** What was told last of the times of a clock, and the rows that they were found in. */
const told = new Map<string, { readonly rows: unknown; readonly times: string }>();

/** Clocks count to the times of rows, where those are others than before. */
function tellTimes(): void {
  const times: [string, Target[]][] = [];
  for (const { id, counts } of clocks) {
    if (counts.by !== 'rows') continue;
    const rows = resolver.rows(counts.data);
    const before = told.get(id);
    // While its rows are away, what it counted to stands.
    if (!rows || before?.rows === rows) continue;
    const found = resolver.timesOf(counts);
    const words = JSON.stringify(found);
    told.set(id, { rows, times: words });
    if (words !== before?.times) times.push([id, found]);
  }
  if (times.length > 0) parentPort?.postMessage({ event: { times } });
}

let tickers: readonly ShowTicker[] = [];
/** What was told last of the items of a strand, and the rows that they were found in. */
const toldItems = new Map<string, { readonly rows: unknown; readonly came: string }>();

/** Strands are told the items of their rows, where those are others than before. */
function tellItems(): void {
  const brought: [ticker: string, strand: string, data: string, came: Came[]][] = [];
  for (const ticker of tickers)
    for (const strand of ticker.strands)
      for (const from of strand.from) {
        const key = `${ticker.id} ${strand.id} ${from.data}`;
        const rows = resolver.rows(from.data);
        const before = toldItems.get(key);
        // While its rows are away, what it had stands.
        if (!rows || before?.rows === rows) continue;
        const came = cameOf(rows, from);
        const words = JSON.stringify(came);
        toldItems.set(key, { rows, came: words });
        if (words !== before?.came) brought.push([ticker.id, strand.id, from.data, came]);
      }
  if (brought.length > 0) parentPort?.postMessage({ event: { items: brought } });
}

const tell = (changed: ReadonlyMap<string, Resolved>): void => {
  if (changed.size > 0) parentPort?.postMessage({ event: { changed: [...changed] } });
  tellTimes();
  tellItems();
};

function takeRead(handed: Handed): Keeping {
  const { keeping, isNew } = keeper.take(handed);
  parentPort?.postMessage({ event: { keeping } });
  const read = keeper.read(handed.feed);
  if (isNew && read) for (const source of feeds[handed.feed] ?? []) tell(resolver.setSource(source, read));
  return keeping;
}

const stale = new Set<string>();
/** What is said on air in place of what a stale source brought, where its source wants that. */
function tellStale(feed: string): void {
  for (const { id, whenStale } of feeds[feed] ?? [])
    tell(resolver.setStale(id, stale.has(feed) && whenStale.do === 'say' ? whenStale.text : null));
}

type Message =
  | { do: 'port'; port: MessagePort }
  /** Rows that were made here, and not read from bytes. */
  | { do: 'take'; handed: Handed }
  /** The release that is on air, and where it lies. */
  | { do: 'release'; hash: string | null; paths: string[] }
  | { do: 'drop'; feed: string }
  | { do: 'written'; feed: string; since: number }
  /** Sources of a feed have become stale, or are not any more. */
  | { do: 'stale'; feed: string; isStale: boolean }
  | { do: 'table'; table: string }
  | { do: 'correct'; table: string; bytes: Uint8Array; whole: boolean; typed: TypedUpTo | null }
  | { do: 'type'; act: TypingAct; by: string; at: number }
  | { do: 'typing' }
  | { do: 'typed'; since: TypedUpTo | null }
  /** The scores of the show as they stand on air. */
  | { do: 'scores'; scores: Readonly<Record<string, number>> }
  /** The names of what clocks count to. */
  | { do: 'counted-to'; names: Readonly<Record<string, string>> }
  | { do: 'open'; key: string; use: Use }
  | { do: 'close'; key: string }
  | { do: 'resolve'; use: Use }
  | { do: 'trace'; use: Use; binding: Pick<Binding, 'from' | 'steps'> };

/** What the reader has put on its way is taken in before a question is answered. */
function takeWaiting(): void {
  for (const port of ports)
    for (let waiting = receiveMessageOnPort(port); waiting; waiting = receiveMessageOnPort(port))
      takeRead(waiting.message as Handed);
}

function answer(message: Message): unknown {
  takeWaiting();
  switch (message.do) {
    case 'port':
      ports.add(message.port);
      message.port.on('message', (handed: Handed) => takeRead(handed));
      message.port.on('close', () => ports.delete(message.port));
      return null;
    case 'take':
      return takeRead(message.handed);
    case 'drop':
      keeper.drop(message.feed);
      return null;
    case 'written':
      return keeper.written(message.feed, message.since);
    case 'stale':
      if (message.isStale) stale.add(message.feed);
      else stale.delete(message.feed);
      tellStale(message.feed);
      return null;
    case 'release': {
      const release = tables.take(message.hash, message.paths);
      typing.take(release);
      const { views = {}, assets = {}, sources = {}, look: { locale } = plainLook } = release ?? {};
      clocks = Object.values(release?.clocks ?? {});
      tickers = Object.values(release?.tickers ?? {});
      told.clear();
      toldItems.clear();
      const all: Record<string, Source[]> = {};
      for (const source of Object.values(sources)) (all[feedOf(source)] ??= []).push(source);
      feeds = all;
      tell(resolver.setShow({ tables: tables.all(), views, assets, sources, locale }));
      for (const [feed, of] of Object.entries(feeds)) {
        const read = keeper.read(feed);
        if (read) for (const source of of) tell(resolver.setSource(source, read));
        tellStale(feed);
      }
      tellTyping();
      return null;
    }
    case 'type': {
      const done = typing.act(message.act, message.by, message.at);
      if ('problem' in done) return done.problem satisfies Problem;
      for (const table of done.tables) tell(resolver.setTable(table));
      tellTyping();
      return null;
    }
    case 'typing':
      return new TextEncoder().encode(JSON.stringify(typing.seen()));
    case 'typed':
      return typing.since(message.since);
    case 'table': {
      const table = tables.table(message.table);
      return table ? new TextEncoder().encode(JSON.stringify(table)) : null;
    }
    case 'correct': {
      const done = tables.correct(message.table, message.bytes, message.whole, (table, rows) =>
        typing.over(table, rows, message.typed),
      );
      if ('problem' in done) return done.problem satisfies Problem;
      tell(resolver.setTable(done.table));
      if (done.table.typing !== null) tellTyping();
      return null;
    }
    case 'scores':
      tell(resolver.setScores(message.scores));
      return null;
    case 'counted-to':
      tell(resolver.setCountedTo(message.names));
      return null;
    case 'open':
      tell(new Map([[message.key, resolver.open(message.key, message.use)]]));
      return null;
    case 'close':
      resolver.close(message.key);
      return null;
    case 'resolve':
      return resolver.resolve(message.use);
    case 'trace':
      return resolver.trace(message.use, message.binding).map(({ value, type, problem }): TraceWords => ({
        value: valueText(value, type).slice(0, 2000),
        type: typeOfValue(value, type),
        problem: problem?.message ?? null,
      }));
  }
}

parentPort?.on('message', (message: Message & { id?: number }) => {
  try {
    const value = answer(message);
    if (message.id !== undefined) parentPort?.postMessage({ id: message.id, value });
  } catch (error) {
    if (message.id !== undefined)
      parentPort?.postMessage({ id: message.id, error: (error as Error).message });
  }
});
