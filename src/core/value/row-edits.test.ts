import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { editedByHand, rowListSchema, sameList, withEdits, type RowList } from './index';

const list = (rows: Readonly<Record<string, number>>): RowList => ({
  kind: 'rows',
  columns: [
    { key: 'Team', name: 'Team', type: 'text' },
    { key: 'Score', name: 'Score', type: 'number' },
  ],
  order: Object.keys(rows),
  cells: Object.fromEntries(Object.entries(rows).map(([key, score]) => [key, [key, score]])),
});
const shown = ({ order, cells }: RowList): string[] => order.map((key) => (cells[key] ?? []).join(' '));
const without = (own: RowList, key: string): RowList => {
  const { [key]: _gone, ...cells } = own.cells;
  return { ...own, order: own.order.filter((one) => one !== key), cells };
};
const put = (own: RowList, key: string, at: number, cell: string | number): RowList => ({
  ...own,
  cells: { ...own.cells, [key]: (own.cells[key] ?? []).map((was, i) => (i === at ? cell : was)) },
});

test('what was hidden, corrected, added and put in order stands while data goes on beside it', () => {
  const first = list({ Ox: 9, Tern: 8, Skerry: 7 });
  let own = editedByHand(first, without(first, 'Tern'));
  own = editedByHand(own, put(own, 'Ox', 0, 'The Ox'));
  own = editedByHand(own, { ...own, order: [...own.order, 'guest'], cells: { ...own.cells, guest: ['Guest', 1] } });
  own = editedByHand(own, { ...own, order: ['Skerry', 'Ox', 'guest'] });
  expect(shown(own)).toEqual(['Skerry 7', 'The Ox 9', 'Guest 1']);
  const later = withEdits(list({ Tern: 12, Marram: 11, Ox: 10, Skerry: 7.5 }), own.edits!);
  expect(shown(later)).toEqual(['Marram 11', 'Skerry 7.5', 'The Ox 10', 'Guest 1']);
  expect(rowListSchema.safeParse(later).success).toBe(true);
  // Brought back, it is what data says by now.
  const back = editedByHand(later, { ...later, order: [...later.order, 'Tern'], cells: { ...later.cells, Tern: ['Tern', 8] } });
  expect(shown(withEdits(list({ Tern: 12, Ox: 10 }), back.edits!))).toContain('Tern 12');
}); // prettier-ignore

test('a list that nobody touched comes through as it is, and edits of the same list again change nothing', () => {
  const keys = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f'), { minLength: 1 });
  fc.assert(
    fc.property(keys, fc.array(fc.nat(5)), (order, hides) => {
      const first = list(Object.fromEntries(order.map((key, i) => [key, i])));
      let own = first;
      for (const at of hides) {
        const key = own.order[at % Math.max(1, own.order.length)];
        if (key !== undefined) own = editedByHand(own, without(own, key));
      }
      if (own === first) expect(shown(editedByHand(first, first))).toEqual(shown(first));
      else expect(sameList(withEdits(first, own.edits!), own)).toBe(true);
    }),
  );
});
