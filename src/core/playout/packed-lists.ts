import { fingerprint } from '../data';
import { isRowList, listDifference, sameColumns, withDifference, type RowList, type Values } from '../show';
import type { AirState, Cue, Graphic } from './state';

// Lists of rows on their way: on the wire and in the journal one that the other end has is named, and one that is like
// one it has is told by what differs. Both ends have what was on air before the command that the message tells of.

/** A list by the fingerprint of one that is known, with what leads from that to it. */
interface Packed {
  readonly '~rows': string;
  readonly order?: string[];
  readonly rows?: Record<string, RowList['cells'][string]>;
}

/** Lists that are known at both ends, by their fingerprints. */
export type KnownLists = Map<string, RowList>;

const names = new WeakMap<RowList, string>();
function nameOf(list: RowList): string {
  const known = names.get(list);
  if (known !== undefined) return known;
  const { columns, order, cells, edits } = list;
  const name = fingerprint(JSON.stringify([columns, order, order.map((key) => cells[key]), edits]));
  names.set(list, name);
  return name;
}

/** The lists of all that is on air and in preview. */
export function listsOnAir(state: AirState): KnownLists {
  const known: KnownLists = new Map();
  const put = (values: Values | undefined): void => {
    for (const value of Object.values(values ?? {})) if (isRowList(value)) known.set(nameOf(value), value);
  };
  const cue = (own: Pick<Cue, 'values'> | null): void => put(own?.values);
  const graphic = (own: Graphic): void => {
    put(own.values);
    put(own.pending);
    put(own.before?.values);
    for (const { from, to } of own.changes) {
      put(from);
      put(to);
    }
  };
  for (const air of Object.values(state.air)) {
    cue(air.preview);
    Object.values(air.own).forEach(cue);
    Object.values(air.last).forEach(cue);
    air.graphics.forEach(graphic);
  }
  return known;
}

/** A copy of JSON with what `change` answers in the place of some objects in it; the same where it answers for none. */
function changed(value: unknown, change: (object: object) => unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  const own = change(value);
  if (own !== undefined) return own;
  if (Array.isArray(value)) {
    let copy: unknown[] | null = null;
    value.forEach((item, at) => {
      const now = changed(item, change);
      if (now !== item) (copy ??= [...(value as unknown[])])[at] = now;
    });
    return copy ?? value;
  }
  let copy: Record<string, unknown> | null = null;
  for (const [key, item] of Object.entries(value)) {
    const now = changed(item, change);
    if (now !== item) (copy ??= { ...(value as Record<string, unknown>) })[key] = now;
  }
  return copy ?? value;
}

/** The known list that most of a list is in already, with what differs; null where none helps. */
function nearest(list: RowList, known: KnownLists): Packed | null {
  // What was done by hand is no difference of rows.
  if (list.edits) return null;
  for (const [name, other] of known) {
    if (!sameColumns(other, list)) continue;
    const difference = listDifference(other, list);
    if (!difference || Object.keys(difference.rows).length * 2 > list.order.length) continue;
    return { '~rows': name, ...difference };
  }
  return null;
}

/** JSON with its lists packed, by what is known; `known` grows by those it tells whole or anew. */
export const packLists = <T>(value: T, known: KnownLists): T =>
  changed(value, (object) => {
    if (!isRowList(object)) return undefined;
    const name = nameOf(object);
    if (known.has(name)) return { '~rows': name } satisfies Packed;
    const packed = nearest(object, known);
    known.set(name, object);
    return packed ?? object;
  }) as T;

const isPacked = (object: object): object is Packed =>
  '~rows' in object && typeof object['~rows'] === 'string';

/** Whether JSON has packed lists in it. */
export function hasPacked(value: unknown): boolean {
  let found = false;
  changed(value, (object) => {
    if (isPacked(object)) found = true;
    return undefined;
  });
  return found;
}

/** The way back; throws where a list is named that is not known. */
export const openLists = <T>(value: T, known: KnownLists): T =>
  changed(value, (object) => {
    if (isRowList(object)) {
      known.set(nameOf(object), object);
      return object;
    }
    if (!isPacked(object)) return undefined;
    const base = known.get(object['~rows']);
    if (!base) throw new Error(`openLists: no list ${object['~rows']}`);
    if (!object.rows) return base;
    const { order, rows } = object;
    const list = withDifference(base, order ? { order, rows } : { rows });
    known.set(nameOf(list), list);
    return list;
  }) as T;
