// Keeps tables, views and what came of sources, and what the bindings of graphics make of them, aside from the air
// server's thread.
import { parentPort, receiveMessageOnPort, type MessagePort } from 'node:worker_threads';
import { typeOfValue, valueText, type Binding } from '../../core/binding';
import { Resolver, type Resolved, type Use } from '../../core/data';
import type { Show, Table } from '../../core/show';
import type { Read, Source } from '../../core/source';

export interface TraceWords {
  readonly value: string;
  readonly type: string;
  readonly problem: string | null;
}

const resolver = new Resolver();
const reads = new Map<string, Read>();
let fromReader: MessagePort | null = null;
let feeds: Readonly<Record<string, readonly Source[]>> = {};

const tell = (changed: ReadonlyMap<string, Resolved>): void => {
  if (changed.size > 0) parentPort?.postMessage({ event: { changed: [...changed] } });
};

function takeRead({ feed, read }: { feed: string; read: Read }): void {
  reads.set(feed, read);
  for (const source of feeds[feed] ?? []) tell(resolver.setSource(source, read));
}

type Message =
  | { do: 'port'; port: MessagePort }
  | {
      do: 'show';
      show: Pick<Show, 'tables' | 'views' | 'assets' | 'sources'>;
      feeds: Record<string, Source[]>;
    }
  | { do: 'table'; table: Table }
  | { do: 'open'; key: string; use: Use }
  | { do: 'close'; key: string }
  | { do: 'resolve'; use: Use }
  | { do: 'trace'; use: Use; binding: Pick<Binding, 'from' | 'steps'> };

/** What the reader has put on its way is taken in before a question is answered. */
function takeWaiting(): void {
  for (
    let waiting = fromReader && receiveMessageOnPort(fromReader);
    waiting;
    waiting = fromReader && receiveMessageOnPort(fromReader)
  )
    takeRead(waiting.message as Parameters<typeof takeRead>[0]);
}

function answer(message: Message): unknown {
  takeWaiting();
  switch (message.do) {
    case 'port':
      fromReader = message.port;
      fromReader.on('message', takeRead);
      return null;
    case 'show':
      feeds = message.feeds;
      tell(resolver.setShow(message.show));
      for (const [feed, sources] of Object.entries(feeds)) {
        const read = reads.get(feed);
        if (read) for (const source of sources) tell(resolver.setSource(source, read));
      }
      return null;
    case 'table':
      tell(resolver.setTable(message.table));
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
