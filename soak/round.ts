// One round: people give commands, something goes wrong, and in the end state, journal, pictures and lamps must agree.
import type { Browser, Page } from '@playwright/test';
import { rmSync } from 'node:fs';
import { PNG } from 'pngjs';
import { lampOf, type AirState, type Command } from '../src/core/playout';
import { canonicalJson } from '../src/core/show';
import { nodeDisk } from '../src/server/disk';
import { AirEngine } from '../src/server/engine';
import { Journal } from '../src/server/journal';
import { silentLog } from '../src/server/log';
import { Troubles } from '../src/server/trouble';
import { Chance } from './chance';
import { malformed, Operator, someCommand } from './people';
import { Running } from './running';

/** All that goes wrong, in an order that tries each once. */
const soakFaults = [
  'kill and tear',
  'full disk',
  'second server',
  'clock',
  'malformed',
  'slow reader',
  'kill',
] as const;
export type SoakFault = (typeof soakFaults)[number];

const wait = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** What does not agree ends a round. */
function must(holds: boolean, words: string): asserts holds {
  if (!holds) throw new Error(words);
}

interface Health {
  readonly status: string;
  readonly sequence: number;
  readonly troubles: readonly { readonly code: string; readonly message: string }[];
}

export class Round {
  readonly running = new Running();
  private readonly chance: Chance;
  private people: Operator[] = [];
  private next = 0;

  constructor(
    readonly seed: number,
    private readonly browser: Browser,
    private readonly say: (words: string) => void = () => undefined,
  ) {
    this.chance = new Chance(seed);
  }

  private json = async <T>(path: string): Promise<T> =>
    (await (await fetch(`${this.running.url}${path}`)).json()) as T;

  private give(count: number): void {
    for (let i = 0; i < count; i += 1)
      this.chance.of(this.people).give(`${this.seed}-${(this.next += 1)}`, someCommand(this.chance));
  }

  /** Runs with these faults, in this order, and compares after each; throws where something does not agree. */
  async run(given: readonly SoakFault[] = this.some()): Promise<void> {
    await this.running.start();
    const open = async (path: string, size = { width: 1920, height: 1080 }): Promise<Page> => {
      const page = await this.browser.newPage({ viewport: size });
      await page.goto(`${this.running.url}${path}`);
      return page;
    };
    try {
      this.people = Array.from({ length: 4 }, (_, i) => new Operator(this.running, `Desk ${i}`));
      const standing = await open('/out/main');
      const outputs = await open('/outputs', { width: 1400, height: 800 });
      await wait(500);
      for (const fault of given) {
        this.say(`seed ${this.seed}: ${fault}`);
        this.give(20);
        await this.fault(fault);
        this.give(20);
        await this.agree(standing, outputs, () => open('/out/main'));
      }
      for (const page of [standing, outputs]) await page.close();
    } finally {
      for (const person of this.people) person.close();
      await this.running.dispose();
    }
  }

  private some(): SoakFault[] {
    return Array.from({ length: 6 }, () => this.chance.of(soakFaults));
  }

  private async fault(fault: SoakFault): Promise<void> {
    const { running, chance } = this;
    switch (fault) {
      case 'kill':
      case 'kill and tear':
        await wait(chance.below(60));
        await running.kill();
        if (fault === 'kill and tear')
          running.tear(chance.of(['93 0123456789abcdef {"sequ', '\0'.repeat(200), '12', '{"sequence":1}']));
        await running.start();
        return;
      case 'full disk':
        running.order({ do: 'full', on: true });
        for (let i = 0; i < 6; i += 1) {
          this.give(5);
          await wait(20);
        }
        if (chance.below(2) === 0) {
          // It falls while the disk is full, and comes again when there is room.
          await running.kill();
          await running.start();
        } else running.order({ do: 'full', on: false });
        await wait(100);
        return;
      case 'second server': {
        const words = await running.second();
        must(/in use by another Jorvan server: process \d+/.test(words), `the second server says: ${words}`);
        return;
      }
      case 'clock': {
        const before = await this.json<{ time: number }>('/api/air');
        running.order({ do: 'clock', seconds: chance.of([-7200, 7200, -90, 31]) });
        await wait(1500);
        const after = await this.json<{ time: number }>('/api/air');
        must(
          Math.abs(after.time - before.time - 1.5) < 1.4,
          `the air clock jumped by ${after.time - before.time} s`,
        );
        const health = await this.json<Health>('/api/health');
        must(
          health.troubles.some(({ code }) => code === 'clock-stepped'),
          'a step of the clock was not told',
        );
        await fetch(`${running.url}/api/air/commands`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ do: 'clock' }),
        });
        await wait(1500);
        return;
      }
      case 'malformed':
        for (let i = 0; i < 120; i += 1) chance.of(this.people).say(malformed(chance));
        await wait(200);
        return;
      case 'slow reader': {
        const deaf = new Operator(running, 'Deaf', true);
        await wait(100);
        for (let i = 0; i < 10; i += 1) {
          this.give(30);
          await wait(30);
        }
        deaf.close();
        return;
      }
    }
  }

  private async settled(): Promise<AirState> {
    let before = -1;
    for (let i = 0; i < 400; i += 1) {
      const answer = await this.json<{ state: AirState }>('/api/air').catch(() => null);
      if (answer && answer.state.sequence === before) return answer.state;
      before = answer?.state.sequence ?? -1;
      await wait(250);
    }
    throw new Error('the state never came to rest');
  }

  private async agree(standing: Page, outputs: Page, fresh: () => Promise<Page>): Promise<void> {
    // What moves comes to its end.
    await wait(1500);
    const state = await this.settled();
    await this.journalAgrees(state);
    const health = await this.json<Health>('/api/health');
    must(
      health.troubles.length === 0,
      `troubles are left: ${health.troubles.map(({ message }) => message).join(' ')}`,
    );
    await this.picturesAgree(standing, fresh);
    await this.lampsAgree(outputs);
  }

  /** What was answered is in the journal, what was refused is not, and a start from it comes to this very state. */
  private async journalAgrees(state: AirState): Promise<void> {
    const copy = this.running.copy();
    try {
      const { journal, recovered } = await Journal.open(nodeDisk, copy);
      must(recovered.damage.length === 0, `damage: ${recovered.damage.join(' ')}`);
      const engine = new AirEngine({
        journal,
        releases: () => undefined,
        now: () => 0,
        log: silentLog,
        troubles: new Troubles(),
      });
      engine.recover(recovered);
      must(
        canonicalJson(engine.air) === canonicalJson(state),
        'the journal holds another state than air shows',
      );
      const kept = new Set<string>();
      for await (const { command } of journal.history())
        if ((command as Command).id !== undefined) kept.add(command.id as string);
      await journal.close();
      for (const { answers } of this.people)
        for (const [id, { problem }] of answers) {
          if (problem?.code === 'journal-uncertain') continue;
          must(
            kept.has(id) === (problem === null),
            `${id} was ${problem ? `refused (${problem.code}) and is there` : 'answered and is gone'}`,
          );
        }
    } finally {
      rmSync(copy, { recursive: true, force: true });
    }
  }

  /** The output that stood through it all shows the picture of one that has just come. */
  private async picturesAgree(standing: Page, fresh: () => Promise<Page>): Promise<void> {
    const other = await fresh();
    await other.waitForSelector('html[data-connected="true"]', { state: 'attached' });
    let apart = Infinity;
    for (let i = 0; i < 40 && apart > 200; i += 1) {
      await wait(300);
      const [one, two] = await Promise.all(
        [standing, other].map(async (page) => PNG.sync.read(await page.screenshot({ omitBackground: true }))),
      );
      apart = differing(one as PNG, two as PNG);
    }
    await other.close();
    must(apart <= 200, `an output that stood differs from a fresh one in ${apart} pixels`);
  }

  private async lampsAgree(outputs: Page): Promise<void> {
    let words = '';
    for (let i = 0; i < 40; i += 1) {
      const { state, time } = await this.json<{ state: AirState; time: number }>('/api/air');
      const apart = [];
      for (const { id, name } of state.channels) {
        const card = outputs.getByRole('listitem', { name, exact: true });
        const isLit = (await card.getByText('On air', { exact: true }).count()) > 0;
        if (isLit !== (lampOf(state, id, time, null) === 'air')) apart.push(name);
      }
      if (apart.length === 0) return;
      words = apart.join(', ');
      await wait(250);
    }
    throw new Error(`the lamps of ${words} do not say what is on air`);
  }
}

function differing(one: PNG, two: PNG): number {
  let count = 0;
  for (let i = 0; i < one.data.length; i += 4)
    if ([0, 1, 2, 3].some((k) => Math.abs((one.data[i + k] ?? 0) - (two.data[i + k] ?? 0)) > 12)) count += 1;
  return count;
}
