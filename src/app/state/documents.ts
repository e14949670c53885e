// Shows in parts: what is written of a draft, and how it is read again. Knows nothing of steps.
import { freeze } from 'immer';
import {
  asKept,
  freshParts,
  fromParts,
  keysOf,
  layoutOf,
  toKeep,
  withoutHistory,
  withoutLongTables,
  type Draft,
  type Layout,
  type Parted,
  type Show,
  type ToKeep,
} from '../../core/show';
import { database, type StoredShow, type StoredState } from './database';

/** A draft that is ready to be written: what is fresh of it is text. */
export interface Ready {
  readonly plan: ToKeep;
  readonly texts: readonly string[];
}

/** Ms that turning parts into text may hold up the page in one go. */
const atOnceMs = 8;

const breath = (): Promise<void> => new Promise((done) => setTimeout(done));

/** Turns into text what of a draft is not among the parts that it was kept in before; a little at a time. */
export async function madeReady(
  draft: Draft,
  before: Parted | null,
  /** Told how much is done, 0 to 1; what it throws ends it. */
  tell: (part: number) => void = () => undefined,
): Promise<Ready> {
  const plan = toKeep(draft, before);
  const texts: string[] = [];
  const fresh = freshParts(plan);
  let since = performance.now();
  for (const { members } of fresh) {
    texts.push(JSON.stringify(members));
    if (performance.now() - since < atOnceMs) continue;
    await breath();
    tell(texts.length / fresh.length);
    since = performance.now();
  }
  return { plan, texts };
}

/** Writes the fresh parts of a draft. To be called in a transaction over `parts`. */
export async function writeParts(show: string, { plan, texts }: Ready): Promise<Parted> {
  const keys = await database.parts.bulkAdd(
    texts.map((text) => ({ show, text })),
    { allKeys: true },
  );
  return asKept(
    plan,
    keys.map((key, i) => ({ key, size: texts[i]?.length ?? 0 })),
  );
}

/** Characters of a show without its way back. */
export const sizeOf = (parted: Parted): number => {
  const own = new Set(keysOf(layoutOf(parted)).show);
  return parted.reduce(
    (sum, { parts }) => parts.reduce((all, { key, size }) => all + (own.has(key) ? size : 0), sum),
    0,
  );
};

/** Forgets the parts of a show that neither it nor a kept state of it is made of. To be called in a transaction. */
export async function sweep(show: string): Promise<void> {
  const { shows, states, parts } = database;
  const used = new Set<number>();
  const stored = await shows.get(show);
  for (const { layout } of [
    ...(stored ? [stored] : []),
    ...(await states.where('show').equals(show).toArray()),
  ])
    for (const { parts: keys } of layout ?? []) for (const key of keys) used.add(key);
  const there = await parts.where('show').equals(show).primaryKeys();
  await parts.bulkDelete(there.filter((key) => !used.has(key)));
}

/** What is read of a show: its draft as JSON says it, and the parts; null where it is kept as one text. */
export interface Read {
  readonly draft: Draft;
  readonly parted: Parted | null;
}

/** The draft of a show without the rows of long tables and its way back; null where it is kept as one text. */
export const readGlance = async ({ layout }: StoredShow): Promise<Draft | null> =>
  layout ? (await readLayout(withoutLongTables(withoutHistory(layout)))).draft : null;

/** A draft out of its parts. Throws where one is missing or is no JSON. */
async function readLayout(layout: Layout): Promise<Read> {
  const keys = layout.flatMap(({ parts }) => parts);
  const found = await database.parts.bulkGet(keys);
  const texts = new Map(found.flatMap((part) => (part ? [[part.id, part.text]] : [])));
  return fromParts(layout, (key) => {
    const text = texts.get(key);
    if (text === undefined) throw new Error(`part ${key} is missing`);
    const members = JSON.parse(text) as unknown[];
    // Done here, it need not be done for all rows at once with the first thing that is changed.
    freeze(members, true);
    return { members, size: text.length };
  });
}

/** A show or a state of it as it is kept, without the steps behind it. Throws where it is damaged. */
export async function readStored(stored: StoredShow | StoredState): Promise<Read> {
  if (stored.layout) return readLayout(stored.layout);
  return {
    draft: { show: JSON.parse(stored.document ?? '') as Show, undo: [], redo: [] },
    parted: null,
  };
}

/** The texts that shows and states are made of, one at a time, with whose they are. */
export async function eachText(see: (show: string, text: string) => void): Promise<void> {
  for (const { id, document } of await database.shows.toArray())
    if (document !== undefined) see(id, document);
  for (const { show, document } of await database.states.toArray())
    if (document !== undefined) see(show, document);
  await database.parts.each(({ show, text }) => see(show, text));
}
