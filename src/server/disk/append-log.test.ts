import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { AppendLog } from './append-log';

let home: string;
beforeEach(() => {
  home = mkdtempSync(join(tmpdir(), 'jorvan-log-'));
});
afterEach(() => rmSync(home, { recursive: true, force: true }));
const path = (): string => join(home, 'own.log');

test('lines that are put in the place of all others are what is read, and more are appended behind them', () => {
  const log = new AppendLog(path());
  log.append(['one', 'two', 'three']);
  log.replace(['three']);
  log.append(['four\twith signs: é 凧']);
  expect(new AppendLog(path()).read().lines).toEqual(['three', 'four\twith signs: é 凧']);
  expect(readdirSync(home)).toEqual(['own.log']);
});

test('a first line that is another’s leaves nothing to read, and what is written begins anew', () => {
  new AppendLog(path()).append(['theirs', 'more']);
  const log = new AppendLog(path());
  expect(log.read((first) => first === 'ours').lines).toEqual([]);
  log.append(['ours']);
  expect(new AppendLog(path()).read().lines).toEqual(['ours']);
});

test('a line that is not what it was is passed over and counted', () => {
  writeFileSync(path(), '3 00000000 one\n');
  new AppendLog(path()).read();
  expect(new AppendLog(path()).read()).toEqual({ lines: [], damaged: 1 });
});
