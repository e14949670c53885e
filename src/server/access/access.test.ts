import { describe, expect, test } from '@jest/globals';
import type { IncomingMessage } from 'node:http';
import { TrialDisk } from '../disk/trial-disk';
import { silentLog } from '../log';
import { Access } from './access';
import { countedAddress, hostName, Hosts, isAtHome, originProblem } from './hosts';
import { KeyGuard } from './key-guard';
import { Visitors } from './visitors';

const asking = (remoteAddress: string, headers: Record<string, string>): IncomingMessage =>
  ({ socket: { remoteAddress }, headers }) as unknown as IncomingMessage;

describe('names that this server goes by', () => {
  test.each([
    ['localhost:4600', 'localhost'],
    ['[::1]:80', '::1'],
    ['Marram.Example', 'marram.example'],
    ['a.example.', 'a.example'],
    ['user@localhost', null],
    ['localhost:4600/x', null],
    ['', null],
  ])('%s is %s', (host, name) => expect(hostName(host)).toBe(name));

  test('a page of another name that leads here is turned away, also on an open network', () => {
    const hosts = new Hosts(true, ['graphics.example']);
    const wrong = (host: string, origin?: string) =>
      originProblem(asking('10.0.0.9', { host, ...(origin ? { origin } : {}) }), hosts)?.code ?? null;
    expect(wrong('rebound.example:4600')).toBe('foreign-host');
    expect(wrong('localhost.rebound.example')).toBe('foreign-host');
    expect(wrong('graphics.example', 'https://graphics.example')).toBeNull();
    expect(wrong('graphics.example', 'https://other.example')).toBe('foreign-origin');
    expect(wrong('graphics.example', 'null')).toBe('foreign-origin');
    // A proxy on this machine may speak for a name that was given, without the network being open.
    const closed = new Hosts(false, ['Graphics.example']);
    expect(originProblem(asking('127.0.0.1', { host: 'graphics.example' }), closed)).toBeNull();
    expect(closed.has('10.0.0.1')).toBe(false);
  });

  test('no key is needed by someone at this machine alone: by its address, its name and its origin', () => {
    expect(isAtHome(asking('127.0.0.1', { host: 'localhost:4600' }))).toBe(true);
    expect(isAtHome(asking('::ffff:127.0.0.1', { host: '127.0.0.1', origin: 'http://127.0.0.1' }))).toBe(
      true,
    );
    expect(isAtHome(asking('10.0.0.9', { host: 'localhost' }))).toBe(false);
    expect(isAtHome(asking('127.0.0.1', { host: 'graphics.example' }))).toBe(false);
    expect(isAtHome(asking('127.0.0.1', { host: 'localhost', origin: 'http://rebound.example' }))).toBe(
      false,
    );
    // Someone else's words, through a proxy on this machine.
    expect(isAtHome(asking('127.0.0.1', { host: 'localhost', 'x-forwarded-for': '10.0.0.9' }))).toBe(false);
  });

  test('visitors count by IPv4 address, and by the network of an IPv6 one', () => {
    expect(countedAddress('::ffff:10.0.0.9')).toBe('10.0.0.9');
    expect(countedAddress('2001:db8:1:2::aa')).toBe(countedAddress('2001:db8:1:2:ffff::bb'));
    expect(countedAddress(undefined)).toBe('unknown');
  });
});

describe('keys', () => {
  test('are kept as hashes, checked, made anew; the one before counts no more', async () => {
    const disk = new TrialDisk();
    const access = await Access.open(disk, '/home', silentLog);
    const key = access.fresh.find(({ role }) => role === 'operate')?.key ?? '';
    const from = asking('10.0.0.9', { host: '10.0.0.1' });
    expect(access.allowed(from, key)).toEqual({ role: 'operate', byKey: true });
    expect(disk.bytes('/home/access.json').toString()).not.toContain(key);
    const again = await Access.open(disk.after('synced'), '/home', silentLog);
    expect(again.fresh).toEqual([]);
    expect(again.allowed(from, key)).toMatchObject({ role: 'operate' });
    const fresh = await again.renew('operate');
    expect(again.allowed(from, key)).toMatchObject({ problem: { code: 'wrong-key' } });
    expect(again.allowed(from, fresh)).toMatchObject({ role: 'operate' });
    expect(again.allowed(from, undefined)).toMatchObject({ problem: { code: 'wrong-key' } });
  });
  test('one that someone sets must be long; it stands for this run alone', async () => {
    const disk = new TrialDisk();
    await expect(Access.open(disk, '/home', silentLog, 'gull')).rejects.toThrow('at least 20');
    await expect(Access.open(disk, '/home', silentLog, 'ab'.repeat(15))).rejects.toThrow(
      'same few characters',
    );
    const set = 'a long walk on the sand bank';
    const access = await Access.open(disk, '/home', silentLog, set);
    const from = asking('10.0.0.9', {});
    expect(access.allowed(from, set)).toMatchObject({ role: 'design' });
    expect((await Access.open(disk, '/home', silentLog)).allowed(from, set)).toHaveProperty('problem');
  });
  test('that were kept whole before go on, as hashes', async () => {
    const disk = new TrialDisk();
    disk.spoil('/home/access.json', Buffer.from(JSON.stringify([{ role: 'watch', key: 'old-key-1' }])));
    const access = await Access.open(disk, '/home', silentLog);
    expect(access.allowed(asking('10.0.0.9', {}), 'old-key-1')).toMatchObject({ role: 'watch' });
    expect(disk.bytes('/home/access.json').toString()).not.toContain('old-key-1');
  });
  test('who guesses waits twice as long each time; a right key ends it', () => {
    let now = 0;
    const guard = new KeyGuard(() => now);
    for (let i = 0; i < 3; i += 1) guard.wrong('a');
    expect(guard.waitMs('a')).toBe(0);
    guard.wrong('a');
    expect([guard.waitMs('a'), guard.waitMs('b')]).toEqual([1000, 0]);
    for (let i = 0; i < 30; i += 1) guard.wrong('a');
    expect(guard.waitMs('a')).toBe(60_000);
    now = 60_000;
    expect(guard.waitMs('a')).toBe(0);
    guard.right('a');
    guard.wrong('a');
    expect(guard.waitMs('a')).toBe(0);
  });
});

test('visitors are bounded from one address and from all, at once and by the second; those that left are forgotten', () => {
  let now = 0;
  const visitors = new Visitors(() => now, { all: 5, each: 3, burst: 4, perSecond: 1 });
  expect([1, 2, 3, 4].map(() => visitors.enter('a'))).toEqual([true, true, true, false]);
  visitors.leave('a');
  expect(visitors.enter('a')).toBe(true);
  visitors.leave('a');
  // Four came at once; the next may come after a second.
  expect(visitors.enter('a')).toBe(false);
  now = 1;
  expect(visitors.enter('a')).toBe(true);
  expect([1, 2, 3].map(() => visitors.enter('b'))).toEqual([true, true, false]);
  for (const address of ['a', 'a', 'a', 'b', 'b']) visitors.leave(address);
  now = 100;
  visitors.sweep();
  expect((visitors as unknown as { known: Map<string, unknown> }).known.size).toBe(0);
});
