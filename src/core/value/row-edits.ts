import type { Cell } from '../source';
import type { RowEdits, RowList } from './row-list';

// What was done by hand to a list that data brings, kept apart from it: it holds whatever data brings later.

const noEdits: RowEdits = { hidden: [], order: null, cells: {}, added: {} };

const isSame = (a: readonly Cell[] | undefined, b: readonly Cell[] | undefined): boolean =>
  JSON.stringify(a ?? []) === JSON.stringify(b ?? []);

/** A list as it was changed by hand, with what was done to it told apart: rows hidden, put in order, corrected, added. */
export function editedByHand(before: RowList, after: RowList): RowList {
  const edits = structuredClone(before.edits ?? noEdits);
  const was = new Set(before.order);
  const is = new Set(after.order);
  for (const key of before.order) {
    if (is.has(key)) continue;
    if (key in edits.added) delete edits.added[key];
    else edits.hidden.push(key);
  }
  for (const key of after.order) {
    const cells = after.cells[key] ?? [];
    const isBack = edits.hidden.includes(key);
    if (isBack) edits.hidden = edits.hidden.filter((own) => own !== key);
    if ((!was.has(key) && !isBack) || key in edits.added) {
      edits.added[key] = [...cells];
      continue;
    }
    if (!was.has(key) || isSame(before.cells[key], cells)) continue;
    after.columns.forEach((column, at) => {
      if (cells[at] !== before.cells[key]?.[at]) (edits.cells[key] ??= {})[column.key] = cells[at] ?? null;
    });
  }
  const stayed = after.order.filter((key) => was.has(key));
  const ordered = before.order.filter((key) => is.has(key));
  if (edits.order || stayed.some((key, at) => key !== ordered[at])) edits.order = [...after.order];
  return { ...after, edits };
}

/** What data brings, with what was done by hand to it: its rows and words are new, the hand's work stands. */
export function withEdits(list: RowList, edits: RowEdits): RowList {
  const hidden = new Set(edits.hidden);
  const cells: Record<string, Cell[]> = {};
  const order: string[] = [];
  for (const key of list.order) {
    if (hidden.has(key)) continue;
    order.push(key);
    const own = edits.cells[key];
    cells[key] = (list.cells[key] ?? []).map((cell, at) => {
      const corrected = own?.[list.columns[at]?.key ?? ''];
      return corrected === undefined ? cell : corrected;
    });
  }
  for (const [key, own] of Object.entries(edits.added)) {
    if (key in cells) continue;
    order.push(key);
    cells[key] = list.columns.map((_, at) => own[at] ?? null);
  }
  return { kind: 'rows', columns: list.columns, order: inOrder(order, edits.order), cells, edits };
}

/** Keys in an order that was given by hand; those that it does not know stay behind what they stood behind. */
function inOrder(keys: readonly string[], wanted: readonly string[] | null): string[] {
  if (!wanted) return [...keys];
  const there = new Set(keys);
  const made = wanted.filter((key) => there.has(key));
  const placed = new Set(made);
  keys.forEach((key, at) => {
    if (placed.has(key)) return;
    const before = keys.slice(0, at).findLast((other) => placed.has(other));
    made.splice(before === undefined ? 0 : made.indexOf(before) + 1, 0, key);
    placed.add(key);
  });
  return made;
}

/** A list by what was done to it alone: what data brings is put in its place. */
export const editsAlone = (edits: RowEdits): RowList => ({
  kind: 'rows',
  columns: [],
  order: [],
  cells: {},
  edits,
});
