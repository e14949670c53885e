import { beforeEach, expect, test } from '@jest/globals';
import { createHash } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { canonicalJson, makeRelease, newColumn, newShow, newTable, usualLanes, type Show, type TypedUpTo } from '../../core/show'; // prettier-ignore
import type { Typed } from '../../core/typing';
import type { LogDisk } from '../disk';
import { AirTables } from './air-tables';
import { CorrectionLog } from './corrections';
import { TypingRoom } from './typing-room';

let folder = '';
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'typing-'));
});

const showOf = (votes: Record<string, string> = {}, typed?: TypedUpTo): Show => {
  const show = newShow('show', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  show.tables['t'] = newTable('t', 'Votes', {
    typing: { columns: [], map: null, isChecked: false },
    columns: [newColumn('name', 'District'), newColumn('votes', 'Votes', 'number')],
    rows: ['Marram', 'Skerry'].map((name) => ({ id: name, cells: { name, votes: votes[name] ?? '' } })),
  });
  return { ...show, ...(typed ? { typed } : {}) };
};

/** A worker's tables and room over the files of a home, with a release taken up. */
function begin(
  show: Show,
  disk?: LogDisk,
): { tables: AirTables; room: TypingRoom; take: (next: Show) => void } {
  const tables = new AirTables(new CorrectionLog(join(folder, 'corrections.log')));
  const room = new TypingRoom(join(folder, 'typed.log'), tables, disk);
  const take = (next: Show): void => {
    const bytes = canonicalJson(makeRelease(next));
    const hash = createHash('sha256').update(bytes).digest('hex');
    writeFileSync(join(folder, hash), bytes);
    room.take(tables.take(hash, [join(folder, hash)]));
  };
  take(show);
  return { tables, room, take };
}
const votes = (tables: AirTables, row: string): string =>
  tables.table('t')?.rows.find(({ id }) => id === row)?.cells['votes'] ?? '';
const type = (room: TypingRoom, row: string, text: string, was = '', by = 'Ida'): string => {
  const done = room.act({ do: 'type', table: 't', row, column: 'votes', was, text }, by, 1000);
  return 'problem' in done ? done.problem.code : 'done';
};

test('what was typed is on air, and there again after a restart, with who typed it', () => {
  const first = begin(showOf());
  expect(type(first.room, 'Marram', '12')).toBe('done');
  expect(votes(first.tables, 'Marram')).toBe('12');
  const again = begin(showOf());
  expect(votes(again.tables, 'Marram')).toBe('12');
  expect(again.room.seen().entries.map(({ where, shown, by }) => [where, shown, by])).toEqual([['Marram · Votes', '12', 'Ida']]); // prettier-ignore
});

test('a release whose draft did not know of it does not take it away; one that knew is as it says', () => {
  const { tables, room, take } = begin(showOf());
  type(room, 'Marram', '12');
  take({ ...showOf({ Skerry: '5' }), name: 'Another' });
  expect([votes(tables, 'Marram'), votes(tables, 'Skerry')]).toEqual(['12', '5']);
  const known = room.since(null);
  expect(known.entries.map(({ text }: Typed) => text)).toEqual(['12']);
  // Who designs it knew of the 12, and made it 20.
  take(showOf({ Marram: '20' }, { book: known.book, version: known.version }));
  expect(votes(tables, 'Marram')).toBe('20');
  expect(room.since({ book: known.book, version: known.version }).entries).toEqual([]);
});

test('a correction from a draft that did not know of it yet leaves it standing', () => {
  const { tables, room } = begin(showOf());
  const before = { book: room.since(null).book, version: room.version };
  type(room, 'Marram', '12');
  const row = { id: 'Marram', cells: { name: 'Marram Head', votes: '' } };
  const bytes = new TextEncoder().encode(JSON.stringify({ set: [row], gone: [] }));
  tables.correct('t', bytes, false, (table, rows) => room.over(table, rows, before));
  expect(tables.table('t')?.rows[0]?.cells).toEqual({ name: 'Marram Head', votes: '12' });
  // A draft that knows of it may empty the cell.
  tables.correct('t', bytes, false, (table, rows) => room.over(table, rows, { ...before, version: room.version })); // prettier-ignore
  expect(votes(tables, 'Marram')).toBe('');
});

test('a disk that refuses changes nothing on air, and says so', () => {
  const full: LogDisk = {
    write: () => {
      throw new Error('no space left');
    },
    sync: () => undefined,
    cut: () => undefined,
  };
  const { tables, room } = begin(showOf(), full);
  expect(type(room, 'Marram', '12')).toBe('journal-unwritable');
  expect([votes(tables, 'Marram'), room.seen().entries.length]).toEqual(['', 0]);
});

test('another show begins a book of its own', () => {
  const { room, take } = begin(showOf());
  type(room, 'Marram', '12');
  const { book } = room.since(null);
  take({ ...showOf(), id: 'other' });
  expect(room.since(null)).toMatchObject({ show: 'other', entries: [] });
  expect(room.since(null).book).not.toBe(book);
});
