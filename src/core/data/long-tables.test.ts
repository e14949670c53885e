import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { produce } from 'immer';
import { newColumn, newTable, newView, type Row, type Table } from '../show';
import {
  rowOf,
  rowPlaces,
  tableChange,
  tableProblems,
  tableRowset,
  touchedBetween,
  viewRows,
  withChange,
} from './index';

// Of a long table what is as it was is not looked at again: whatever is done, that must not be seen.

const first = (): Table =>
  newTable('t', 'Teams', {
    columns: [newColumn('name', 'Name'), newColumn('points', 'Points', 'number')],
    rows: Array.from({ length: 12 }, (_, i): Row => ({ id: `r${i}`, cells: { name: `N${i}`, points: String(i) } })), // prettier-ignore
  });

let made = 0;
const act = fc.oneof(
  fc.record({ kind: fc.constant('type' as const), at: fc.nat(30), text: fc.constantFrom('4', 'four', '') }),
  fc.record({ kind: fc.constantFrom('add' as const, 'drop' as const, 'move' as const), at: fc.nat(30), text: fc.constant('') }), // prettier-ignore
);
type Act = typeof act extends fc.Arbitrary<infer A> ? A : never;

const after = (table: Table, { kind, at, text }: Act): Table =>
  produce(table, (own) => {
    const place = own.rows.length === 0 ? 0 : at % own.rows.length;
    if (kind === 'add') own.rows.splice(place, 0, { id: `new${(made += 1)}`, cells: { points: 'none' } });
    else if (kind === 'drop') own.rows.splice(place, 1);
    else if (kind === 'move') own.rows.push(...own.rows.splice(place, 1));
    else {
      // As an edit of a cell does: found while the table is being changed.
      const row = rowOf(own, table.rows[place]?.id ?? '');
      if (row) row.cells['points'] = text;
    }
  });

describe('of a table that changes step by step', () => {
  test('places, troubles and differences are those of the table looked at for the first time', () => {
    fc.assert(
      fc.property(fc.array(act, { minLength: 1, maxLength: 12 }), (acts) => {
        let table = produce(first(), () => undefined);
        for (const one of acts) {
          const next = after(table, one);
          expect([...rowPlaces(next.rows)]).toEqual(next.rows.map(({ id }, i) => [id, i]));
          // A copy that may still be changed is looked at anew.
          const fresh = structuredClone(next);
          expect(tableProblems({ t: next }, next)).toEqual(tableProblems({ t: fresh }, fresh));
          // Rows that are the same objects are not looked into, neither in the table nor in a view of it.
          const view = newView('v', 'V', 't', {
            rank: { by: 'points', down: true, ties: 'shared', name: 'Place' },
          });
          for (const look of [
            tableRowset,
            (_: object, own: Table) => viewRows(tableRowset({}, own), view, 'en').rows,
          ])
            expect(touchedBetween('t', look({}, table), look({}, next))).toEqual(
              touchedBetween('t', look({}, structuredClone(table)), look({}, fresh)),
            );
          const change = tableChange(table, next);
          expect(withChange(table, change)).toEqual(next);
          if (one.kind === 'type') expect(change.set.length).toBeLessThanOrEqual(1);
          table = next;
        }
      }),
    );
  });
});
