import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  asKept,
  freshParts,
  fromParts,
  keysOf,
  layoutOf,
  toKeep,
  withoutHistory,
  type Parted,
} from './document-parts';
import { edit, openDraft, undo, type Draft } from './edit';
import { newTemplate } from './index';
import { newShow } from './show';
import { newTable } from './table';

const channels = [] as never;
const row = (id: string) => ({ id, cells: { a: id } });
const rowsOf = (count: number, from = 0) => Array.from({ length: count }, (_, i) => row(`r${from + i}`));

function show(rows: number) {
  const own = newShow('s', 'Show', channels);
  own.tables = { t: newTable('t', 'Teams', { rows: rowsOf(rows) }), u: newTable('u', 'Empty') };
  own.templates = { a: newTemplate('a', 'A'), b: newTemplate('b', 'B') };
  return own;
}

/** What a browser keeps: texts by key. */
class Shelf {
  readonly texts = new Map<number, string>();
  private next = 1;
  /** Keeps a draft; which texts were written for it. */
  keep(draft: Draft, before: Parted | null): { parted: Parted; written: string[] } {
    const plan = toKeep(draft, before);
    const texts = freshParts(plan).map(({ members }) => JSON.stringify(members));
    const keys = texts.map((text) => {
      this.texts.set(this.next, text);
      return { key: this.next++, size: text.length };
    });
    return { parted: asKept(plan, keys), written: texts };
  }
  read(parted: Parted): { draft: Draft; parted: Parted } {
    return fromParts(layoutOf(parted), (key) => {
      const text = this.texts.get(key) ?? '';
      return { members: JSON.parse(text) as unknown[], size: text.length };
    });
  }
}

describe('a draft in parts', () => {
  test('is the same again when it is read, and nothing of it needs writing then', () => {
    const shelf = new Shelf();
    const draft = edit(openDraft(show(1203)), 'Name', (own) => void (own.name = 'Other'));
    const { parted, written } = shelf.keep(draft, null);
    const again = shelf.read(parted);
    expect(again.draft).toEqual(draft);
    expect(JSON.stringify(again.draft.show)).toBe(JSON.stringify(draft.show));
    expect(written.length).toBeGreaterThan(10);
    expect(shelf.keep(again.draft, again.parted).written).toEqual([]);
  });

  test('a cell of a long table writes its block and the step, and no other row', () => {
    const shelf = new Shelf();
    const draft = openDraft(show(100_000));
    const kept = shelf.keep(draft, null).parted;
    const next = edit(draft, 'Cell', (own) => {
      const found = own.tables['t']?.rows[70_250];
      if (found) found.cells['a'] = 'changed';
    });
    const { written } = shelf.keep(next, kept);
    expect(written.map((text) => (JSON.parse(text) as unknown[]).length)).toEqual([500, 1]);
  });

  test('a template that changes is written alone; one that was only moved about is not', () => {
    const shelf = new Shelf();
    const draft = openDraft(show(3));
    const kept = shelf.keep(draft, null).parted;
    const next = edit(draft, 'Name', (own) => {
      if (own.templates['b']) own.templates['b'].name = 'Bee';
    });
    const { parted, written } = shelf.keep(next, kept);
    expect(written.length).toBe(2);
    expect(written[0]).toContain('Bee');
    const turned = { ...next, show: { ...next.show, templates: { b: next.show.templates['b']!, a: next.show.templates['a']! } } }; // prettier-ignore
    expect(shelf.keep(turned, parted).written).toEqual([]);
    expect(Object.keys(shelf.read(shelf.keep(turned, parted).parted).draft.show.templates)).toEqual([
      'b',
      'a',
    ]);
  });

  test('the way back is added to; what is taken back is not written again', () => {
    const shelf = new Shelf();
    let draft = openDraft(show(1));
    let { parted } = shelf.keep(draft, null);
    for (const name of ['One', 'Two', 'Three']) {
      draft = edit(draft, name, (own) => void (own.name = name));
      const done = shelf.keep(draft, parted);
      parted = done.parted;
      // The name, and the step.
      expect(done.written.length).toBe(2);
    }
    const back = shelf.keep(undo(draft), parted);
    expect(shelf.read(back.parted).draft).toEqual(undo(draft));
    const { show: ofShow, history } = keysOf(layoutOf(parted));
    expect(history.length).toBe(3);
    expect(keysOf(withoutHistory(layoutOf(parted)))).toEqual({ show: ofShow, history: [] });
  });

  test('whatever is done to rows, what is kept is the draft, in parts of a fitting size', () => {
    const act = fc.record({ at: fc.nat(3000), count: fc.nat(900), add: fc.nat(900), swap: fc.boolean() });
    fc.assert(
      fc.property(fc.array(act, { maxLength: 8 }), (acts) => {
        const shelf = new Shelf();
        let draft = openDraft(show(1600));
        let { parted } = shelf.keep(draft, null);
        let made = 10_000;
        for (const { at, count, add, swap } of acts) {
          const table = draft.show.tables['t']!;
          const rows = table.rows.toSpliced(
            Math.min(at, table.rows.length),
            count,
            ...rowsOf(add, (made += 1000)),
          );
          if (swap && rows.length > 1) [rows[0], rows[rows.length - 1]] = [rows.at(-1)!, rows[0]!];
          draft = {
            ...draft,
            show: { ...draft.show, tables: { ...draft.show.tables, t: { ...table, rows } } },
          };
          parted = shelf.keep(draft, parted).parted;
          expect(shelf.read(parted).draft).toEqual(draft);
          const blocks = parted.find(({ name }) => name === 'rows/t')?.parts ?? [];
          expect(Math.max(0, ...blocks.map(({ members }) => members.length))).toBeLessThanOrEqual(750);
        }
      }),
      { numRuns: 15 },
    );
  });

  test('a part that is gone, or of rows of no table, is an error', () => {
    const { parted } = new Shelf().keep(openDraft(show(2)), null);
    const layout = layoutOf(parted);
    expect(() => fromParts(layout, () => JSON.parse('{"members":null,"size":0}') as never)).toThrow();
    expect(() => fromParts([{ slot: 'field/tables', parts: [1] }, { slot: 'rows/x', parts: [1] }], () => ({ members: [{}], size: 2 }))).toThrow(/no table/); // prettier-ignore
  });
});
