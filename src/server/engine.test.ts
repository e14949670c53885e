import { afterEach, describe, expect, test } from '@jest/globals';
import { emptyAir, type AirState, type Command } from '../core/playout';
import type { Release } from '../core/show';
import { AirEngine, type EngineParts, type Step } from './engine';
import { JournalFault } from './journal';
import { silentLog } from './log';
import { release } from './trial';
import { Troubles } from './trouble';

const hash = 'a'.repeat(64);
const made = release();
const logged: string[] = [];
let troubles = new Troubles();
let engine: AirEngine;

function newEngine(given: Partial<EngineParts> = {}): AirEngine {
  engine = new AirEngine({
    journal: { append: async () => undefined, snapshot: async () => undefined },
    releases: () => made,
    now: () => 100,
    log: { ...silentLog, error: ((_: object, words: string) => logged.push(words)) as never },
    troubles,
    ...given,
  });
  return engine;
}
const cue: Command = { do: 'cue', channel: 'main', number: '405.25' };

afterEach(() => {
  void engine.close();
  troubles = new Troubles();
  logged.length = 0;
});

describe('whatever is thrown refuses one command and no more', () => {
  test('by a store: the reducer’s question fails once', async () => {
    let fails = false;
    const own = newEngine({
      releases: (): Release => {
        if (fails) throw new Error('the shelf fell over');
        return made;
      },
    });
    await own.submit({ do: 'release', release: hash });
    fails = true;
    const refused = await own.submit({ ...cue, id: 'one' });
    expect(refused.problem).toMatchObject({
      code: 'server-fault',
      message: expect.stringContaining('shelf'),
    });
    fails = false;
    expect((await own.submit(cue)).problem).toBeNull();
    expect(own.air.sequence).toBe(2);
    expect(logged).toEqual(['the shelf fell over']);
    expect(troubles.list()).toMatchObject([{ code: 'server-fault', path: 'cue' }]);
    expect(troubles.seen('server-fault', 'cue')).toBe(true);
  });
  test('by what makes a command ready, at once or later: those after it go on in their order', async () => {
    const own = newEngine();
    await own.submit({ do: 'release', release: hash });
    own.prepare = (command) => {
      if (command.id === 'now') throw new Error('not ready');
      return command.id === 'later' ? Promise.reject(new Error('never ready')) : command;
    };
    const answers = await Promise.all(['now', 'later', 'after'].map((id) => own.submit({ ...cue, id })));
    expect(answers.map(({ problem: wrong }) => wrong?.code ?? null)).toEqual([
      'server-fault',
      'server-fault',
      null,
    ]);
  });
  test('by a listener: what was carried out is answered so, and the other listeners are told', async () => {
    const seen: number[] = [];
    const own = newEngine({
      listeners: new Set<(steps: readonly Step[]) => void>([
        () => {
          throw new Error('a listener tripped');
        },
        (steps) => void seen.push(...steps.map(({ sequence }) => sequence)),
      ]),
    });
    expect(await own.submit({ do: 'release', release: hash })).toEqual({ problem: null, sequence: 1 });
    expect((await own.submit(cue)).problem).toBeNull();
    expect([seen, logged.length]).toEqual([[1, 2], 2]);
  });
  test('by what falls due: it is passed over, and commands that come after it go on', async () => {
    let fails = false;
    let time = 100;
    const own = newEngine({
      now: () => time,
      releases: () => {
        if (fails) throw new Error('gone');
        return made;
      },
    });
    await own.submit({ do: 'release', release: hash });
    await own.submit({ do: 'run', rundown: made.rundowns[0]?.id ?? '', act: 'start' });
    const row = own.air.runs[made.rundowns[0]?.id ?? ''];
    expect(row?.row).toBe('row');
    fails = true;
    time = 200;
    // Nothing that needs a release: it is carried out all the same.
    expect((await own.submit({ do: 'note', card: 'c', note: 'x' })).problem).toBeNull();
  });
  test('by a snapshot: nothing is lost but time', async () => {
    const own = newEngine({
      snapshotAfter: { commands: 1, bytes: 1 },
      journal: {
        append: async () => undefined,
        snapshot: async () => {
          throw new Error('no room');
        },
      },
    });
    expect((await own.submit({ do: 'release', release: hash })).problem).toBeNull();
    expect((await own.submit(cue)).problem).toBeNull();
  });
});

test('a write that cannot be taken back is neither done nor refused for good: it says so, and its id is free', async () => {
  let isBroken = true;
  const own = newEngine({
    journal: {
      append: async () => {
        if (isBroken) throw new JournalFault(new Error('EIO'), false);
      },
      snapshot: async () => undefined,
    },
  });
  const given: Command = { do: 'release', release: hash, id: 'same' };
  expect((await own.submit(given)).problem?.code).toBe('journal-uncertain');
  expect([own.air, troubles.list()[0]?.code]).toEqual([emptyAir(), 'journal-uncertain']);
  isBroken = false;
  expect((await own.submit(given)).problem).toBeNull();
  expect(troubles.list()).toEqual([]);
});

const clockOf = (named: object): object => ({
  id: 'k',
  marks: [{ id: 'm', at: 0, does: { do: 'react', ...named } }],
});

test('a start takes up what was changed, not what is decided anew: the release may be gone', () => {
  const own = newEngine({ releases: () => undefined });
  const state: AirState = { ...emptyAir(), sequence: 4, release: hash };
  const skipped = own.recover({
    snapshot: { state, at: 90, answers: [['old', 4]] },
    entries: [
      {
        sequence: 5,
        at: 95,
        dayOffset: 0,
        command: { ...cue, id: 'five' },
        events: [],
        patches: [
          { op: 'replace', path: ['sequence'], value: 5 },
          { op: 'add', path: ['aired', 'c'], value: 95 },
          { op: 'add', path: ['clocks', 'k'], value: clockOf({ deed: { do: 'leave' } }) },
        ],
      },
    ],
    gapBefore: Infinity,
    damage: [],
  });
  expect([skipped, own.air.sequence, own.air.release, own.air.aired]).toEqual([0, 5, hash, { c: 95 }]);
  // What was written by an earlier version reads as it is called now.
  expect(own.air.clocks).toEqual({ k: clockOf({ action: { do: 'leave' } }) });
});
