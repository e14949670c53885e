import { beforeAll, describe, expect, test } from '@jest/globals';
import { emptyAir, type AirState, type Command } from '../../core/playout';
import { canonicalJson, makeList, type RowList } from '../../core/show';
import { Fall, TrialDisk, type Fault } from '../disk/trial-disk';
import { AirEngine, type Answer } from '../engine';
import { silentLog } from '../log';
import { release } from '../trial';
import { Troubles } from '../trouble';
import { Journal } from './journal';

const folder = '/home/journal';
const made = release();
for (const { bindings } of Object.values(made.templates))
  bindings.push({ id: 'places', name: 'Places', from: { kind: 'rows', data: 't' }, steps: [] });
const hash = 'a'.repeat(64);

/** Forty commands of all sorts, each under its id. */
const commands: readonly Command[] = Array.from({ length: 40 }, (_, i): Command => {
  const id = `c${i}`;
  const all: readonly Command[] = [
    { do: 'cue', channel: 'main', number: '405.25', id },
    { do: 'take', channel: 'main', id },
    { do: 'change', channel: 'main', lane: 'lower', values: { Name: `Ida ${i}` }, id },
    { do: 'keep', number: `${10 + i}`, template: 'Name line', values: { Name: `Name ${i} – ü 漢` }, id },
    { do: 'clear', channel: 'main', all: true, id },
  ];
  return i === 0 ? { do: 'release', release: hash, id } : (all[i % all.length] as Command);
});

/** Rows that data brings: each time one place further, one number larger. */
function places(turn: number): RowList {
  const list = makeList(
    'Places',
    [
      { key: 'team', name: 'Team', type: 'text' },
      { key: 'points', name: 'Points', type: 'number' },
    ],
    Array.from({ length: 20 }, (_, i) => {
      const team = (i + turn) % 24;
      return { key: `t${team}`, cells: [`The Kite Society of ${team}`, team === 3 ? turn : team] };
    }),
  );
  if ('code' in list) throw new Error(list.message);
  return list.list;
}

interface Run {
  readonly disk: TrialDisk;
  readonly air: AirState;
  readonly told: string[];
  readonly answers: Map<string, Answer>;
  readonly hasFallen: boolean;
}

/** A server's life: the commands one after the other, with three snapshots on the way. */
async function live(disk: TrialDisk, given: readonly Command[], room = Infinity): Promise<Run> {
  const answers = new Map<string, Answer>();
  const told: string[] = [];
  const run = { disk, answers, told };
  let time = 1000;
  let engine: AirEngine | null = null;
  try {
    const { journal, recovered } = await Journal.open(disk, folder);
    engine = new AirEngine({
      journal,
      releases: () => made,
      now: () => (time += 0.5),
      log: silentLog,
      troubles: new Troubles(),
      snapshotAfter: { commands: 12, bytes: Infinity },
    });
    engine.recover(recovered);
    for (const [i, command] of given.entries()) {
      if (i === room) disk.clear();
      const answer = await engine.submit(command);
      answers.set(command.id as string, answer);
      if (disk.calls.length > 0 && !answer.problem) told.push(command.id as string);
    }
  } catch (error) {
    if (!(error instanceof Fall)) throw error;
  } finally {
    engine?.close();
  }
  const hasFallen = await disk.read('x').then(
    () => false,
    () => true,
  );
  return { ...run, air: engine?.air ?? emptyAir(), hasFallen };
}

/** What the next start makes of a disk. */
async function revived(
  disk: TrialDisk,
): Promise<{ air: AirState; ids: string[]; damage: readonly string[] }> {
  const { recovered } = await Journal.open(disk, folder);
  const engine = new AirEngine({
    journal: { append: async () => undefined, snapshot: async () => undefined },
    releases: () => made,
    now: () => 5000,
    log: silentLog,
    troubles: new Troubles(),
  });
  engine.recover(recovered);
  const kept = recovered.snapshot?.answers.map(([id]) => id) ?? [];
  return {
    air: engine.air,
    ids: [...kept, ...recovered.entries.map(({ command }) => command.id as string)],
    damage: recovered.damage,
  };
}

/** What was answered is there, what was refused is not, and nothing is said to be damaged that is not. */
async function check(run: Run, disk: TrialDisk): Promise<void> {
  const after = await revived(disk);
  expect(after.damage).toEqual([]);
  for (const [id, { problem: wrong }] of run.answers) {
    if (wrong?.code === 'journal-uncertain') continue;
    // On a machine that is down nothing is certain but what was answered before.
    if (wrong && run.hasFallen) continue;
    expect([id, after.ids.includes(id)]).toEqual([id, wrong === null]);
  }
  const answered = [...run.answers].filter(([, { problem: wrong }]) => wrong === null).map(([id]) => id);
  expect(after.ids.slice(0, answered.length)).toEqual(answered);
  // What is there beyond that was under way when the machine fell, or could not be taken back.
  if (after.ids.length === answered.length)
    expect(canonicalJson(after.air)).toBe(canonicalJson(JSON.parse(JSON.stringify(run.air))));
}

test('lists of rows are kept as what differs, and come back as they were, over snapshots and behind a cut', async () => {
  const given = Array.from({ length: 30 }, (_, i): Command => {
    const id = `c${i}`;
    if (i === 0) return { do: 'release', release: hash, id };
    if (i % 10 === 1)
      return { do: 'cue', channel: 'main', number: '405.25', live: { places: places(i) }, id };
    if (i % 10 === 4) return { do: 'take', channel: 'main', id };
    return { do: 'data', channel: 'main', values: { places: places(i) }, id };
  });
  const run = await live(new TrialDisk(), given);
  await check(run, run.disk.after('synced'));
  const written = run.disk.paths
    .filter((path) => path.endsWith('.log'))
    .map((path) => run.disk.bytes(path).toString())
    .join('');
  expect(written).toContain('~rows');
  // Whole, each of the lists would stand there twice.
  expect(written.length).toBeLessThan(JSON.stringify(places(1)).length * given.length);
  for (let room = 3; room < given.length; room += 4) {
    const cut = await live(new TrialDisk(), given.slice(0, room));
    await check(cut, cut.disk.after('synced'));
  }
});

describe('every call to the disk fails once, each in turn', () => {
  let calls = 0;
  beforeAll(async () => {
    const run = await live(new TrialDisk(), commands);
    calls = run.disk.calls.length;
    expect([...run.answers.values()].filter(({ problem: wrong }) => wrong === null).length).toBeGreaterThan(
      30,
    );
    await check(run, run.disk.after('synced'));
  });

  test.each<Fault>(['error', 'short', 'full'])(
    'by “%s”: what was answered is there, what was refused is not',
    async (fault) => {
      expect(calls).toBeGreaterThan(90);
      for (let at = 0; at < calls; at += 1) {
        const disk = new TrialDisk();
        disk.faultAt = (call) => (call === at ? fault : null);
        let run: Run;
        try {
          run = await live(disk, commands, 34);
        } catch {
          // It would not start at all: nothing was answered, and the next start finds nothing amiss.
          expect((await revived(disk.after('all'))).damage).toEqual([]);
          continue;
        }
        disk.faultAt = () => null;
        await check(run, disk.after('all'));
        await check(run, disk.after('synced'));
      }
    },
  );

  test('by a fall of the machine, with what was synced alone, with all, and after each byte of the last write', async () => {
    for (let at = 0; at < calls; at += 1) {
      const disk = new TrialDisk();
      disk.faultAt = (call) => (call === at ? 'fall' : null);
      const run = await live(disk, commands).catch(() => null);
      if (!run) continue;
      await check(run, disk.after('synced'));
      await check(run, disk.after('all'));
      if (disk.calls.at(-1) !== 'write') continue;
      const step = at % 24 === 0 ? 1 : 151;
      for (let bytes = 0; bytes < disk.lastWrite; bytes += step) await check(run, disk.after(bytes));
    }
  });

  test('twice over: the disk that failed once fails again while it is cut back', async () => {
    for (let at = 4; at < calls; at += 1) {
      const disk = new TrialDisk();
      disk.faultAt = (call) => (call === at || call === at + 1 || call === at + 2 ? 'error' : null);
      const run = await live(disk, commands).catch(() => null);
      if (!run) continue;
      disk.faultAt = () => null;
      await check(run, disk.after('all'));
    }
  });
});

describe('what is damaged is told, kept aside, and the rest is saved', () => {
  const journalOf = async (): Promise<TrialDisk> => (await live(new TrialDisk(), commands)).disk.after('all');
  const lines = (disk: TrialDisk, path: string): string[] => disk.bytes(path).toString('utf8').split('\n');
  const lastSegment = (disk: TrialDisk): string =>
    disk.paths
      .filter((path) => /journal-\d+\.log$/.test(path) && lines(disk, path).length > 3)
      .at(-1) as string;

  test('a flipped bit anywhere is found, or changes nothing', async () => {
    const disk = await journalOf();
    const whole = canonicalJson((await revived(disk.after('all'))).air);
    let found = 0;
    for (const path of disk.paths.filter((own) => own.endsWith('.log') || own.includes('snapshot')))
      for (let at = 0; at < disk.bytes(path).length; at += 211) {
        const spoiled = disk.after('all');
        const bytes = spoiled.bytes(path);
        bytes[at] = (bytes[at] as number) ^ (1 << (at % 8));
        spoiled.spoil(path, bytes);
        const after = await revived(spoiled);
        if (after.damage.length > 0) found += 1;
        else expect(canonicalJson(after.air)).toBe(whole);
      }
    expect(found).toBeGreaterThan(20);
  });

  test('a corrupt line in the middle: its place is said, the file is kept, what came after is carried out', async () => {
    const disk = await journalOf();
    const path = lastSegment(disk);
    const text = lines(disk, path);
    text[1] = (text[1] as string).replace(/"at":\d/, '"at":9');
    disk.spoil(path, Buffer.from(text.join('\n')));
    const before = disk.bytes(path);
    const after = await revived(disk);
    expect(after.damage.join(' ')).toMatch(/damaged in line 2.*kept as damaged\/journal-/);
    expect(after.damage.join(' ')).toMatch(/Command \d+ cannot be read/);
    expect(after.ids.at(-1)).toBe('c39');
    expect(disk.bytes(`${folder}/damaged/${path.slice(folder.length + 1)}`)).toEqual(before);
  });

  test('a lost first line, and a whole file that is gone', async () => {
    const headless = await journalOf();
    const path = lastSegment(headless);
    headless.spoil(path, Buffer.from(lines(headless, path).slice(1).join('\n')));
    expect((await revived(headless)).damage.join(' ')).toContain('has lost its first line');
    const gone = await journalOf();
    for (const own of gone.paths) if (own.includes('snapshot')) await gone.remove(own);
    await gone.remove(gone.paths.filter((own) => own.endsWith('.log'))[1] as string);
    expect((await revived(gone)).damage.join(' ')).toMatch(/Commands \d+ to \d+ cannot be read/);
  });

  test('a damaged snapshot costs nothing: the one before it stands, and it is said', async () => {
    const disk = await journalOf();
    const whole = canonicalJson((await revived(disk.after('all'))).air);
    const path = disk.paths.filter((own) => own.includes('snapshot')).at(-1) as string;
    disk.spoil(path, disk.bytes(path).subarray(0, 90));
    const after = await revived(disk);
    expect(after.damage.join(' ')).toContain('snapshot');
    expect(canonicalJson(after.air)).toBe(whole);
  });
});

test('the log finds its way: by time, by the last lines, and by releases, from the files that hold them', async () => {
  const { disk } = await live(new TrialDisk(), commands);
  const { journal } = await Journal.open(disk.after('all'), folder);
  const all: number[] = [];
  for await (const { sequence } of journal.history()) all.push(sequence);
  expect(all).toEqual(Array.from({ length: all.length }, (_, i) => i + 1));
  const few: number[] = [];
  for await (const { sequence } of journal.history({ last: 1 })) few.push(sequence);
  expect(few.length).toBeLessThan(all.length / 2);
  expect(few.at(-1)).toBe(all.at(-1));
  const early: number[] = [];
  for await (const { sequence } of journal.history({ to: 1003 })) early.push(sequence);
  expect([early[0], early.length < all.length]).toEqual([1, true]);
  expect(await journal.releases()).toMatchObject([{ hash, show: 'Show' }]);
});

test('a journal from before lines had checksums is read too, and goes on as this one', async () => {
  const disk = new TrialDisk();
  const lines = [
    { sequence: 1, at: 10, command: { do: 'release', release: hash, id: 'a' } },
    { sequence: 2, at: 11, command: { do: 'take', channel: 'main', number: '405.25', id: 'b' } },
  ].map((entry) => JSON.stringify(entry));
  disk.spoil(`${folder}/journal-000000000001.jsonl`, Buffer.from(`${lines.join('\n')}\n{"sequence":3,"at"`));
  const after = await revived(disk);
  expect([after.damage, after.ids, after.air.air['main']?.graphics.length]).toEqual([[], ['a', 'b'], 1]);
  const run = await live(disk, commands.slice(1, 20));
  expect(run.answers.get('c3')?.sequence).toBeGreaterThan(2);
  const next = await revived(disk.after('all'));
  expect(next.air.sequence).toBe(run.air.sequence);
});

test('a journal that is closed touches nothing any more: the folder may be another server’s by then', async () => {
  const disk = new TrialDisk();
  const { journal } = await Journal.open(disk, folder);
  await journal.close();
  const next = await live(disk, commands.slice(0, 5));
  const before = disk.paths.map((path) => disk.bytes(path).toString());
  const kept = { state: emptyAir(), at: 0, answers: [] };
  await expect(journal.snapshot(kept)).rejects.toThrow('closed');
  await expect(journal.append([])).rejects.toThrow('closed');
  expect(disk.paths.map((path) => disk.bytes(path).toString())).toEqual(before);
  expect(next.answers.get('c0')?.problem).toBeNull();
});
