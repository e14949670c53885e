import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Read } from '../../core/source';
import { FeedKeeper } from './feed-keeper';
import { KeptMoments } from './kept-moments';
import type { Handed } from './reader.worker';

let folder: string;
beforeEach(() => void (folder = mkdtempSync(join(tmpdir(), 'jorvan-moments-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const start = Date.UTC(2026, 6, 4, 12);
const read = (gust: number): Read => ({
  columns: [{ name: 'gust', type: 'number' }],
  rows: [[gust]],
  value: null,
  notes: [],
  encoding: 'utf-8',
  offers: [],
  facets: {},
});
const handed = (gust: number, seconds: number): Handed => ({
  feed: 'wind',
  job: 1,
  name: 'Wind',
  read: read(gust),
  check: { columns: [], fields: [], mostLost: 20, isAccepted: false } as unknown as Handed['check'],
  kept: { keeps: { minutes: 1, every: 10 }, at: start + seconds * 1000 },
});
const gusts = (keeper: FeedKeeper): unknown[] => (keeper.read('wind')?.rows ?? []).map(([, gust]) => gust);

describe('what sources keep', () => {
  test('is there again after a start anew, less what has become too old meanwhile', () => {
    const moments = new KeptMoments(folder);
    const keeper = new FeedKeeper(moments);
    for (const i of [0, 1, 2, 3]) keeper.take(handed(20 + i, i * 10));
    moments.flush();
    const anew = new FeedKeeper(new KeptMoments(folder));
    anew.take(handed(30, 80));
    expect(gusts(anew)).toEqual([22, 23, 30]);
  });
  test('begins empty where its file is torn, or of another shape, and is kept again', () => {
    const moments = new KeptMoments(folder);
    new FeedKeeper(moments).take(handed(20, 0));
    moments.flush();
    const [name = ''] = readdirSync(folder);
    const whole = readFileSync(join(folder, name));
    for (const bytes of [whole.subarray(0, whole.length - 9), Buffer.from('{}\n'), Buffer.alloc(0)]) {
      writeFileSync(join(folder, name), bytes);
      const anew = new FeedKeeper(new KeptMoments(folder));
      anew.take(handed(30, 10));
      expect(gusts(anew)).toEqual([30]);
    }
  });
  test('goes when it is too old, however much goes at once', () => {
    const keeper = new FeedKeeper(new KeptMoments(folder));
    for (let i = 0; i < 6; i += 1) keeper.take(handed(20 + i, i * 10));
    const { keeping } = keeper.take(handed(40, 600));
    expect([keeping.problem, gusts(keeper)]).toEqual([null, [40]]);
  });
  test('is gone with its feed', () => {
    const moments = new KeptMoments(folder);
    const keeper = new FeedKeeper(moments);
    keeper.take(handed(20, 0));
    moments.flush();
    keeper.drop('wind');
    expect(readdirSync(folder)).toEqual([]);
    expect(gusts(keeper)).toEqual([]);
  });
  test('a folder that takes nothing costs the moments of before alone', () => {
    const moments = new KeptMoments(join(folder, 'file', 'inside'));
    writeFileSync(join(folder, 'file'), '');
    const keeper = new FeedKeeper(moments);
    keeper.take(handed(20, 0));
    moments.flush();
    keeper.take(handed(21, 10));
    expect(gusts(keeper)).toEqual([20, 21]);
  });
});
