import { freeze, type Patch } from 'immer';

// Patches as immer makes them (after RFC 6902), taken on documents that are frozen. What a patch does not name is shared and
// not looked at, so that a cell of a long table costs a copy of the list of its rows and no more.

type Key = string | number;
type Container = Record<Key, unknown> | unknown[];

const isContainer = (value: unknown): value is Container => typeof value === 'object' && value !== null;
/** What would reach into how objects are made. */
const barred: ReadonlySet<Key> = new Set(['__proto__', 'constructor', 'prototype']);

/** A document under change: what is copied is copied once. */
class Copy<T extends object> {
  private readonly fresh = new Set<Container>();

  constructor(public root: T) {}

  /** The container that a path leads to, as a copy of its own, and its containers too. Throws where there is none. */
  open(path: readonly Key[]): Container {
    let own = this.own(this.root as Container);
    this.root = own as T;
    for (const key of path) {
      const next = (own as Record<Key, unknown>)[key];
      if (barred.has(key) || !isContainer(next)) throw new Error(`patch: nothing at ${path.join('.')}`);
      const copy = this.own(next);
      (own as Record<Key, unknown>)[key] = copy;
      own = copy;
    }
    return own;
  }

  private own(of: Container): Container {
    if (this.fresh.has(of)) return of;
    // Spread: V8 copies a frozen list so some twenty times as fast as by slice.
    const copy = Array.isArray(of) ? [...of] : { ...of };
    this.fresh.add(copy);
    return copy;
  }

  done(): T {
    for (const copy of this.fresh) Object.freeze(copy);
    return this.root;
  }
}

/** Takes one patch; returns what takes it back. */
function takeOne<T extends object>(copy: Copy<T>, { op, path, value }: Patch): Patch[] {
  const key = path.at(-1);
  if (key === undefined) {
    const before = copy.root;
    copy.root = freeze(value as T, true);
    return [{ op: 'replace', path: [], value: before }];
  }
  if (barred.has(key)) throw new Error(`patch: ${key} cannot be written`);
  const within = path.slice(0, -1);
  const own = copy.open(within);
  if (isContainer(value)) freeze(value, true);
  if (Array.isArray(own)) return inList(own, op, within, key, value);
  const before = own[key];
  const had = Object.hasOwn(own, key);
  if (op === 'remove') delete own[key];
  else own[key] = value;
  if (!had) return op === 'remove' ? [] : [{ op: 'remove', path: [...path] }];
  return [{ op: op === 'remove' ? 'add' : 'replace', path: [...path], value: before }];
}

function inList(own: unknown[], op: Patch['op'], within: readonly Key[], key: Key, value: unknown): Patch[] {
  if (key === 'length') {
    const cut = own.slice(value as number);
    const from = own.length - cut.length;
    own.length = value as number;
    return cut.map((item, i) => ({ op: 'add', path: [...within, from + i], value: item }));
  }
  const at = Number(key);
  const path = [...within, at];
  if (op === 'remove') return [{ op: 'add', path, value: own.splice(at, 1)[0] }];
  if (op === 'add') {
    own.splice(at, 0, value);
    return [{ op: 'remove', path }];
  }
  const before = own[at];
  own[at] = value;
  return [{ op: 'replace', path, value: before }];
}

/** A document with patches taken in their order, and what takes them back. Throws where what one changes is gone. */
export function takePatches<T extends object>(
  document: T,
  patches: readonly Patch[],
): { document: T; inverse: Patch[] } {
  const copy = new Copy(document);
  const inverse: Patch[][] = [];
  for (const patch of patches) inverse.push(takeOne(copy, patch));
  return { document: copy.done(), inverse: inverse.reverse().flat() };
}
