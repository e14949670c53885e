import { afterEach, beforeEach, expect, test } from '@jest/globals';
import {
  fsyncSync,
  ftruncateSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { canonicalJson, makeRelease, newShow, newTable, usualLanes } from '../../core/show';
import type { LogDisk } from '../disk';
import { sha256 } from '../store';
import { AirTables } from './air-tables';
import { CorrectionLog } from './corrections';

let home: string;
beforeEach(() => {
  home = mkdtempSync(join(tmpdir(), 'jorvan-corrections-'));
});
afterEach(() => rmSync(home, { recursive: true, force: true }));

const path = (): string => join(home, 'corrections.log');
const bytes = (value: unknown): Uint8Array => new TextEncoder().encode(JSON.stringify(value));
const set = (id: string, name: string) => bytes({ set: [{ id, cells: { n: name } }], gone: [] });

/** A release with a table of three rows, as it lies on disk. */
function onDisk(): { hash: string; file: string } {
  const show = newShow('s', 'Show', [
    { id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: usualLanes() },
  ]);
  const text = canonicalJson({
    ...makeRelease(show),
    tables: {
      teams: newTable('teams', 'Teams', {
        rows: ['a', 'b', 'c'].map((id) => ({ id, cells: { n: id.toUpperCase() } })),
      }),
    },
  });
  const hash = sha256(text);
  const file = join(home, `${hash}.json`);
  writeFileSync(file, text);
  return { hash, file };
}
const names = (tables: AirTables): string[] =>
  (tables.table('teams')?.rows ?? []).map(({ cells }) => cells['n'] ?? '');

test('corrections are kept as what is new, outlive the server, and go with their release', () => {
  const { hash, file } = onDisk();
  const tables = new AirTables(new CorrectionLog(path()));
  tables.take(hash, ['nowhere', file]);
  expect(names(tables)).toEqual(['A', 'B', 'C']);
  tables.correct('teams', set('b', 'Bank'), false);
  tables.correct('teams', bytes({ set: [], gone: ['a'] }), false);
  expect(readFileSync(path(), 'utf8').split('\n')[1]?.length).toBeLessThan(120);
  const again = new AirTables(new CorrectionLog(path()));
  again.take(hash, [file]);
  expect(names(again)).toEqual(['Bank', 'C']);
  again.take(null, []);
  expect(again.table('teams')).toBeUndefined();
});

test('a whole table is kept as its difference; one with other columns whole', () => {
  const { hash, file } = onDisk();
  const tables = new AirTables(new CorrectionLog(path()));
  tables.take(hash, [file]);
  const before = tables.table('teams');
  const rows = (before?.rows ?? []).map((row) => (row.id === 'c' ? { id: 'c', cells: { n: 'Sea' } } : row));
  tables.correct('teams', bytes({ ...before, rows }), true);
  expect(readFileSync(path(), 'utf8')).not.toContain('"B"');
  tables.correct('teams', bytes({ ...before, rows, name: 'Crews' }), true);
  const again = new AirTables(new CorrectionLog(path()));
  again.take(hash, [file]);
  expect([again.table('teams')?.name, names(again)]).toEqual(['Crews', ['A', 'B', 'Sea']]);
});

test.each(['__proto__', 'constructor', 'none'])('a table called %s is not there', (id) => {
  const { hash, file } = onDisk();
  const tables = new AirTables(new CorrectionLog(path()));
  tables.take(hash, [file]);
  expect(tables.correct(id, set('a', 'x'), false)).toMatchObject({ problem: { code: 'unknown-table' } });
});

test('a disk that fails at any call refuses one correction and leaves nothing of it', () => {
  const { hash, file } = onDisk();
  for (let at = 0; at < 12; at += 1)
    for (const part of [0, 0.5]) {
      rmSync(path(), { force: true });
      let call = 0;
      const fails = (): boolean => (call += 1) - 1 === at;
      const disk: LogDisk = {
        write: (to, own, offset, length, place) => {
          if (!fails()) return writeSync(to, own, offset, length, place);
          writeSync(to, own, offset, Math.floor(length * part), place);
          throw new Error('ENOSPC');
        },
        sync: (to) => {
          if (fails()) throw new Error('EIO');
          fsyncSync(to);
        },
        cut: ftruncateSync,
      };
      const tables = new AirTables(new CorrectionLog(path(), disk));
      tables.take(hash, [file]);
      const done = ['one', 'two', 'three', 'four'].map(
        (name) => !('problem' in tables.correct('teams', set(name, name), false)),
      );
      const again = new AirTables(new CorrectionLog(path()));
      again.take(hash, [file]);
      expect(names(again)).toEqual(names(tables));
      expect(names(again)).toEqual([
        ...['A', 'B', 'C'],
        ...['one', 'two', 'three', 'four'].filter((_, i) => done[i]),
      ]);
      if (at < 8) expect(done.filter((own) => !own)).toHaveLength(1);
    }
});

test('a torn last line was never answered; a corrupt one is passed over', () => {
  const { hash, file } = onDisk();
  const tables = new AirTables(new CorrectionLog(path()));
  tables.take(hash, [file]);
  for (const name of ['one', 'two', 'three']) tables.correct('teams', set(name, name), false);
  const text = readFileSync(path(), 'utf8');
  writeFileSync(path(), text.replace('"n":"two"', '"n":"ttt"').slice(0, -9));
  const log = new CorrectionLog(path());
  const again = new AirTables(log);
  again.take(hash, [file]);
  expect([names(again), log.damaged]).toEqual([['A', 'B', 'C', 'one'], 1]);
  again.correct('teams', set('four', 'four'), false);
  const last = new AirTables(new CorrectionLog(path()));
  last.take(hash, [file]);
  expect(names(last)).toEqual(['A', 'B', 'C', 'one', 'four']);
});
