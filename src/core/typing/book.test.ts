import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { newColumn, newTable, noChecks, type Column, type Show, type Table } from '../show';
import { rowsOnAir, TypingBook, typedTable, type Typed, type TypingAct } from './index';

const kites = newTable('kites', 'Kites', {
  columns: [newColumn('k', 'Kite'), newColumn('c', 'Colour', 'colour')],
  rows: [
    { id: 'k1', cells: { k: 'Saltwing', c: '#e8593a' } },
    { id: 'k2', cells: { k: 'Heron', c: '#8fb4c4' } },
  ],
});
const tableOf = (given: Partial<Table> = {}, isChecked = false): Table =>
  newTable('t', 'Votes', {
    typing: { columns: [], map: null, isChecked },
    columns: [
      newColumn('name', 'District'),
      { id: 'kite', name: 'Kite', type: 'pick', table: 'kites', shown: 'k', sent: 'k', checks: noChecks },
      { id: 'colour', name: 'Colour', type: 'follows', pick: 'kite', column: 'c', checks: noChecks },
      { ...newColumn('votes', 'Votes', 'number', { low: 0, high: 9999 }) } as Column,
    ],
    rows: ['Marram', 'Skerry'].map((name) => ({ id: name, cells: { name, votes: '' } })),
    ...given,
  });

/** A book and its tables, as whoever keeps them does it. */
class Kept {
  readonly book = new TypingBook();
  tables: Show['tables'];
  constructor(table: Table) {
    this.tables = { kites, t: table };
  }
  act(act: TypingAct, by = 'Ida'): string {
    const done = this.book.act(this.tables, act, by, 1000);
    if ('problem' in done) return done.problem.code;
    done.entries.forEach((entry) => this.book.put(entry));
    const table = this.tables['t'] as Table;
    const rows = new Map(rowsOnAir(table, done.entries).map((row) => [row.id, row]));
    this.tables = { ...this.tables, t: { ...table, rows: table.rows.map((row) => rows.get(row.id) ?? row) } };
    return done.entries.map(({ state }) => state).join();
  }
  type = (column: string, text: string, was = '', by = 'Ida', row = 'Marram'): string =>
    this.act({ do: 'type', table: 't', row, column, was, text }, by);
  cell = (column: string, row = 'Marram'): string =>
    this.tables['t']?.rows.find(({ id }) => id === row)?.cells[column] ?? '';
  last = (): Typed => this.book.all().at(-1) as Typed;
}

describe('what is typed', () => {
  test('goes straight to air where the table says so; a pick is kept by its row, whatever one sees of it', () => {
    const own = new Kept(tableOf());
    expect(own.type('kite', 'saltwing')).toBe('on-air');
    expect([own.cell('kite'), own.last().by, own.last().at]).toEqual(['k1', 'Ida', 1000]);
    const seen = typedTable(own.tables, own.tables['t'] as Table, (table, row, column) => (column.type === 'colour' ? (row.cells[column.id] ?? '') : row.cells['kite'] ? '#e8593a' : table.id)); // prettier-ignore
    expect(seen.columns.map(({ isTyped }) => isTyped)).toEqual([true, true, false, true]);
    expect(seen.columns[1]?.choices?.map(({ label, colour }) => `${label} ${colour}`)).toEqual(['Saltwing #e8593a', 'Heron #8fb4c4']); // prettier-ignore
    expect(seen.rows[0]).toMatchObject({ name: 'Marram', colour: '#e8593a' });
  });

  test('is held to the checks of its column, and to the columns that are opened', () => {
    const own = new Kept(tableOf());
    expect(own.type('votes', '10000')).toBe('out-of-range');
    expect(own.type('votes', 'many')).not.toBe('on-air');
    expect(own.type('kite', 'Nobody')).toBe('no-such-row');
    expect(own.type('colour', '#ffffff')).toBe('not-typed');
    const some = new Kept(tableOf({ typing: { columns: ['votes'], map: null, isChecked: false } }));
    expect(some.type('kite', 'Heron')).toBe('not-typed');
    expect(new Kept(tableOf({ typing: null })).type('votes', '1')).toBe('not-opened');
  });

  test('over something that was changed meanwhile is refused, and who did it is said', () => {
    const own = new Kept(tableOf());
    own.type('votes', '12', '', 'Bea');
    const refused = own.book.act(own.tables, { do: 'type', table: 't', row: 'Marram', column: 'votes', was: '', text: '13' }, 'Ida', 1); // prettier-ignore
    expect('problem' in refused && refused.problem.message).toContain('changed by Bea to “12”');
    expect(own.type('votes', '13', '12')).toBe('on-air');
  });

  test('waits for another pair of eyes where the show asks for it, and nobody looks at their own', () => {
    const own = new Kept(tableOf({}, true));
    expect(own.type('votes', '12')).toBe('to-check');
    expect(own.cell('votes')).toBe('');
    const { n } = own.last();
    expect(own.act({ do: 'confirm', n }, ' ida ')).toBe('own-entry');
    expect(own.act({ do: 'confirm', n }, 'Bea')).toBe('on-air');
    expect(own.cell('votes')).toBe('12');
    expect(own.act({ do: 'confirm', n }, 'Bea')).toBe('not-waiting');
    own.type('votes', '14', '12');
    expect(own.act({ do: 'refuse', n: own.last().n }, 'Bea')).toBe('refused');
    expect(own.cell('votes')).toBe('12');
  });

  test('waits to be sent where the table says so, then goes together', () => {
    const own = new Kept(tableOf({ flow: 'when-sent' }));
    own.type('votes', '1');
    own.type('votes', '2', '', 'Bea', 'Skerry');
    expect([own.cell('votes'), own.cell('votes', 'Skerry')]).toEqual(['', '']);
    // Typed over while it waits: the later one holds.
    expect(own.type('votes', '3', '1', 'Bea')).toBe('replaced,to-send');
    expect(own.act({ do: 'send', table: 't' })).toBe('on-air,on-air');
    expect([own.cell('votes'), own.cell('votes', 'Skerry')]).toEqual(['3', '2']);
    expect(own.book.all().filter(({ state }) => state === 'on-air').map(({ by, sent }) => [by, sent?.by])).toEqual([['Bea', 'Ida'], ['Bea', 'Ida']]); // prettier-ignore
    expect(own.act({ do: 'send', table: 't' })).toBe('nothing-waits');
  });

  test('is taken back to what was there, unless something else is there by now', () => {
    const own = new Kept(tableOf());
    own.type('votes', '1');
    own.type('votes', '2', '1');
    const { n } = own.last();
    expect(own.act({ do: 'back', n }, 'Bea')).toBe('on-air');
    expect(own.cell('votes')).toBe('1');
    expect(own.act({ do: 'back', n }, 'Bea')).toBe('changed-meanwhile');
  });
});

test('whatever two do at once, what is on air is what the entries say, played again from the first', () => {
  const step = fc.record({ by: fc.constantFrom('Ida', 'Bea'), what: fc.constantFrom('type', 'confirm', 'refuse', 'withdraw', 'back', 'send'), row: fc.constantFrom('Marram', 'Skerry'), text: fc.integer({ min: 0, max: 4 }).map(String), n: fc.integer({ min: 1, max: 8 }), isStale: fc.boolean() }); // prettier-ignore
  fc.assert(
    fc.property(fc.array(step, { maxLength: 30 }), fc.boolean(), fc.constantFrom('at-once' as const, 'when-sent' as const), (steps, isChecked, flow) => {
      const own = new Kept(tableOf({ flow }, isChecked));
      for (const { by, what, row, text, n, isStale } of steps) {
        const waiting = own.book.waitingAt({ table: 't', row, column: 'votes' });
        const was = isStale ? '9' : (waiting?.text ?? own.cell('votes', row));
        if (what === 'type') own.type('votes', text, was, by, row);
        else if (what === 'send') own.act({ do: 'send', table: 't' }, by);
        else own.act({ do: what as 'confirm', n }, by);
      }
      const again = rowsOnAir(tableOf(), own.book.onAirSince(0));
      for (const row of again) expect(row.cells['votes']).toBe(own.cell('votes', row.id));
      // One cell has one thing that waits for it.
      for (const row of ['Marram', 'Skerry']) expect(own.book.all().filter((entry) => entry.row === row && (entry.state === 'to-check' || entry.state === 'to-send')).length).toBeLessThanOrEqual(1);
    }),
  );
}); // prettier-ignore
