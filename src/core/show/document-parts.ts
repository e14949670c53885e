// A draft in parts, so that keeping it writes what has changed and no more. Parts are never changed once written: what
// changes is written as a new part, and the layout says which parts a draft is made of.
import type { Draft } from './edit';

/** So many rows of a table, or cards, are kept together in a part. */
const together = 500;

/** Which parts a draft is made of, in the order of its fields: JSON. */
export type Layout = readonly { readonly slot: string; readonly parts: readonly number[] }[];

/** A part that is kept: the members of a list of the draft that are in it, by their identity. */
export interface Part {
  readonly key: number;
  readonly members: readonly unknown[];
  /** Of its text, characters. */
  readonly size: number;
}

/** A part that is not kept yet. */
export interface FreshPart {
  readonly key: null;
  readonly members: readonly unknown[];
}

interface Slot<P> {
  readonly name: string;
  /** What it is a list of: where that is the same, so are its members. */
  readonly of: unknown;
  readonly parts: readonly P[];
}

/** A draft as it is kept. */
export type Parted = readonly Slot<Part>[];
/** A draft as it is to be kept. */
export type ToKeep = readonly Slot<Part | FreshPart>[];

/** A list of a draft before it is parted. */
interface List {
  readonly name: string;
  readonly of: unknown;
  readonly members: () => readonly unknown[];
  readonly together: number;
}

const whole = 'field/';
const entries = 'entries/';
const lists = 'list/';
const rows = 'rows/';

const entriesOf = (field: string, value: object, size: number): List => ({
  name: entries + field,
  of: value,
  members: () => Object.entries(value),
  together: size,
});
const listOf = (field: string, value: readonly unknown[]): List => ({
  name: lists + field,
  of: value,
  members: () => value,
  together: 1,
});

/** The lists that a draft falls into. */
function listsOf({ show, undo, redo }: Draft): List[] {
  const found: List[] = [];
  for (const [field, value] of Object.entries(show)) {
    if (value === undefined) continue;
    if (field === 'templates') found.push(entriesOf(field, show.templates, 1));
    else if (field === 'cards') found.push(entriesOf(field, show.cards, together));
    else if (field === 'rundowns') found.push(listOf(field, show.rundowns));
    else if (field === 'tables') {
      const tables = Object.entries(show.tables);
      const heads = (): unknown[] => tables.map(([id, table]) => [id, { ...table, rows: [] }]);
      found.push({ name: entries + field, of: value, members: heads, together: 1 });
      for (const [id, table] of tables)
        found.push({ name: rows + id, of: table.rows, members: () => table.rows, together });
    } else found.push({ name: whole + field, of: value, members: () => [value], together: 1 });
  }
  return [...found, listOf('undo', undo), listOf('redo', redo)];
}

const isPlain = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null;

/** Whether two members are the same: themselves, or entries and heads that are made of the same. */
function isSame(a: unknown, b: unknown, depth = 2): boolean {
  if (a === b) return true;
  if (depth === 0 || !isPlain(a) || !isPlain(b) || Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  if (keys.length !== Object.keys(b).length) return false;
  return keys.every((key) => {
    const [own, other] = [a[key], b[key]];
    if (own === other) return true;
    // The place that rows are left out of.
    const isEmpty = Array.isArray(own) && own.length === 0 && Array.isArray(other) && other.length === 0;
    return isEmpty || (Array.isArray(a) && key === '1' && isSame(own, other, depth - 1));
  });
}

/** What a member is found by among those of before: itself, or what an entry is of. */
const anchorOf = (member: unknown): unknown => (Array.isArray(member) ? (member[1] as unknown) : member);

/** The parts of a list: those of before whose members still follow one another, and fresh ones for what lies between. */
function partsOf(members: readonly unknown[], before: readonly Part[], size: number): (Part | FreshPart)[] {
  const byFirst = new Map(before.map((part) => [anchorOf(part.members[0]), part]));
  const fits = (part: Part, at: number): boolean =>
    at + part.members.length <= members.length &&
    part.members.every((member, i) => isSame(member, members[at + i]));
  const parts: (Part | FreshPart)[] = [];
  let pending = 0;
  const close = (end: number): void => {
    const count = Math.max(1, Math.round((end - pending) / size));
    for (let i = 0; i < count && pending < end; i += 1) {
      const next = i === count - 1 ? end : pending + Math.ceil((end - pending) / (count - i));
      parts.push({ key: null, members: members.slice(pending, next) });
      pending = next;
    }
  };
  let expected = 0;
  let at = 0;
  while (at < members.length) {
    // What followed the part before is the likeliest; what was put in or taken out is found again behind it.
    const next = before[expected];
    const found = byFirst.get(anchorOf(members[at]));
    const part = [next, found].find((own) => own && fits(own, at));
    if (!part) {
      at += 1;
      continue;
    }
    close(at);
    parts.push(part);
    at += part.members.length;
    pending = at;
    expected = before.indexOf(part, Math.max(0, expected - 1)) + 1;
  }
  close(members.length);
  return parts;
}

/** The parts that a draft is to be kept in, as many as may be of those it was kept in before. */
export function toKeep(draft: Draft, before: Parted | null): ToKeep {
  const known = new Map((before ?? []).map((slot) => [slot.name, slot]));
  return listsOf(draft).map(({ name, of, members, together: size }) => {
    const kept = known.get(name);
    if (kept && kept.of === of) return kept;
    return { name, of, parts: partsOf(members(), kept?.parts ?? [], size) };
  });
}

/** The parts that are to be written, in order. */
export const freshParts = (draft: ToKeep): FreshPart[] =>
  draft.flatMap(({ parts }) => parts.filter((part): part is FreshPart => part.key === null));

/** A draft as it is kept once its fresh parts were written, under these keys and of these sizes, in order. */
export function asKept(
  draft: ToKeep,
  written: readonly { readonly key: number; readonly size: number }[],
): Parted {
  let at = 0;
  return draft.map(({ name, of, parts }) => ({
    name,
    of,
    parts: parts.map((part): Part => {
      if (part.key !== null) return part;
      const own = written[at++];
      if (!own) throw new RangeError('asKept: fewer keys than fresh parts');
      return { ...own, members: part.members };
    }),
  }));
}

export const layoutOf = (parted: Parted): Layout =>
  parted.map(({ name, parts }) => ({ slot: name, parts: parts.map(({ key }) => key) }));

const isHistory = (slot: string): boolean => slot === `${lists}undo` || slot === `${lists}redo`;

/** The layout of a draft without its way back and forth. */
export const withoutHistory = (layout: Layout): Layout => layout.filter(({ slot }) => !isHistory(slot));

/** Parts of a table's rows that are read for a glance. */
const fewParts = 4;

/** The layout of a draft whose long tables are empty. */
export const withoutLongTables = (layout: Layout): Layout =>
  layout.filter(({ slot, parts }) => !slot.startsWith(rows) || parts.length <= fewParts);

/** The keys of a layout: of the show itself, and of its way back and forth. */
export function keysOf(layout: Layout): { show: number[]; history: number[] } {
  const [show, history]: [number[], number[]] = [[], []];
  for (const { slot, parts } of layout) (isHistory(slot) ? history : show).push(...parts);
  return { show, history };
}

/**
 * A draft out of its parts, and how it is kept. `read` gives what a part's text says, and how long that is. What it is
 * made of is not checked; throws where a part is not what its slot wants.
 */
export function fromParts(
  layout: Layout,
  read: (key: number) => { readonly members: readonly unknown[]; readonly size: number },
): { readonly draft: Draft; readonly parted: Parted } {
  const slots = layout.map(({ slot, parts }): Slot<Part> => {
    const own = parts.map((key) => ({ key, ...read(key) }));
    if (!own.every(({ members }) => Array.isArray(members))) throw new TypeError(`${slot} is no list`);
    return { name: slot, of: null, parts: own };
  });
  const show: Record<string, unknown> = {};
  const history: { undo: unknown; redo: unknown } = { undo: [], redo: [] };
  const parted = slots.map((slot): Slot<Part> => {
    const { name, parts } = slot;
    const members = parts.length === 1 ? (parts[0] as Part).members : parts.flatMap((part) => part.members);
    const field = name.slice(name.indexOf('/') + 1);
    if (isHistory(name)) {
      history[field as 'undo' | 'redo'] = members;
      return { ...slot, of: members };
    }
    const of = name.startsWith(whole)
      ? members[0]
      : name.startsWith(entries)
        ? Object.fromEntries(members as [string, unknown][])
        : members;
    if (!name.startsWith(rows)) show[field] = of;
    else {
      const tables = show['tables'] as Record<string, { rows: unknown }>;
      const head = tables[field];
      if (!head) throw new TypeError(`rows of no table: ${field}`);
      tables[field] = { ...head, rows: of };
    }
    // The tables are put together anew with their rows: their heads are told apart by what they are made of.
    return { ...slot, of: field === 'tables' ? show : of };
  });
  return { draft: { show, ...history } as unknown as Draft, parted };
}
