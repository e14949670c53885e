import type { Patch } from 'immer';
import {
  aheadSeconds,
  apply,
  emptyAir,
  nextDueTime,
  type AirEvent,
  type AirState,
  type Command,
  type Releases,
} from '../core/playout';
import { problem, type Problem } from '../core/problem';
import type { Journal, JournalEntry, Recovered } from './journal';

export interface Answer {
  readonly problem: Problem | null;
  readonly sequence: number;
}
export interface Step {
  readonly sequence: number;
  readonly patches: readonly Patch[];
  readonly events: readonly AirEvent[];
}

const rememberedAnswers = 5000;
const commandsPerSnapshot = 2000;
/** Longest sleep before what is to come is looked at again, in ms. */
const longestSleepMs = 60_000;
const shortestSleepMs = 4;

/**
 * Hosts the reducer: commands in one order, each on disk before it is answered or shown to anyone. Commands that come
 * while the disk is busy are written together. Where the disk refuses, the state stays as it was and they are refused.
 */
export class AirEngine {
  private state: AirState = emptyAir();
  private queue: { command: Command; done: (answer: Answer) => void }[] = [];
  private isBusy = false;
  private readonly answers = new Map<string, Answer>();
  private readonly inFlight = new Map<string, Promise<Answer>>();
  private sinceSnapshot = 0;
  /** The disk's last word, or null while all is well. */
  diskProblem: Problem | null = null;

  constructor(
    private readonly journal: Pick<Journal, 'append' | 'snapshot'>,
    private readonly releases: Releases,
    private readonly now: () => number,
    private readonly onSteps: (steps: readonly Step[]) => void,
  ) {}

  /** Completes a command before it takes its turn; those after it wait, so that the order stays. */
  prepare: (command: Command) => Command | Promise<Command> = (command) => command;
  private gate: Promise<void> | null = null;

  /** Replays what the journal recovered. Returns the entries that no longer apply, which change nothing. */
  recover(recovered: Recovered): number {
    let state = recovered.snapshot ?? emptyAir();
    let skipped = 0;
    for (const entry of recovered.entries) {
      const applied = apply(state, entry.command, entry.at, this.releases);
      if ('problem' in applied) skipped += 1;
      else state = { ...applied.state, sequence: entry.sequence };
      // One who repeats a command whose answer was lost with the server gets it now.
      if (entry.command.id !== undefined)
        this.answers.set(entry.command.id, { problem: null, sequence: entry.sequence });
    }
    this.state = state;
    this.wake();
    return skipped;
  }

  private sleep: NodeJS.Timeout | null = null;
  private isClosed = false;

  /** Sleeps until the next thing happens by itself, and then carries it out. */
  private wake(): void {
    if (this.sleep) clearTimeout(this.sleep);
    this.sleep = null;
    const due = nextDueTime(this.state);
    if (due === Infinity || this.isClosed) return;
    const ms = (due - aheadSeconds - this.now()) * 1000;
    this.sleep = setTimeout(
      () => {
        const isDue = nextDueTime(this.state) - aheadSeconds <= this.now();
        // Where the disk refuses, it is tried again now and then.
        if (isDue)
          void this.submit({ do: 'tick' }).then(({ problem: wrong }) => {
            if (wrong && wrong.code !== 'nothing-due') this.later();
          });
        else this.wake();
      },
      Math.min(longestSleepMs, Math.max(shortestSleepMs, ms)),
    );
  }

  private later(): void {
    if (this.sleep) clearTimeout(this.sleep);
    if (!this.isClosed) this.sleep = setTimeout(() => this.wake(), 1000);
  }

  close(): void {
    this.isClosed = true;
    if (this.sleep) clearTimeout(this.sleep);
  }

  get air(): AirState {
    return this.state;
  }

  /** Carries out a command; the answer comes when it is on disk. */
  submit(command: Command): Promise<Answer> {
    const { id } = command;
    const known = id === undefined ? undefined : (this.inFlight.get(id) ?? this.answers.get(id));
    if (known) return Promise.resolve(known);
    const answer = new Promise<Answer>((done) => {
      const prepared = this.prepare(command);
      if (!(prepared instanceof Promise) && this.gate === null) {
        this.queue.push({ command: prepared, done });
        return;
      }
      const turn: Promise<void> = Promise.all([prepared, this.gate]).then(([ready]) => {
        this.queue.push({ command: ready, done });
        if (this.gate === turn) this.gate = null;
        void this.work();
      });
      this.gate = turn;
    });
    if (id !== undefined) {
      this.inFlight.set(id, answer);
      void answer.then((given) => {
        this.inFlight.delete(id);
        this.answers.set(id, given);
        const oldest = this.answers.keys().next().value;
        if (this.answers.size > rememberedAnswers && oldest !== undefined) this.answers.delete(oldest);
      });
    }
    void this.work();
    return answer;
  }

  private async work(): Promise<void> {
    if (this.isBusy) return;
    this.isBusy = true;
    while (this.queue.length > 0) {
      const batch = this.queue;
      this.queue = [];
      await this.carryOut(batch);
    }
    this.isBusy = false;
  }

  private async carryOut(
    batch: readonly { command: Command; done: (answer: Answer) => void }[],
  ): Promise<void> {
    let state = this.state;
    const entries: JournalEntry[] = [];
    const steps: Step[] = [];
    const answers: Answer[] = [];
    for (const { command } of batch) {
      const at = this.now();
      const applied = apply(state, command, at, this.releases);
      if ('problem' in applied) {
        answers.push({ problem: applied.problem, sequence: state.sequence });
        continue;
      }
      state = applied.state;
      const { events } = applied;
      entries.push({ sequence: state.sequence, at, command, ...(events.length > 0 ? { events } : {}) });
      steps.push({ sequence: state.sequence, patches: applied.patches, events });
      answers.push({ problem: null, sequence: state.sequence });
    }
    try {
      if (entries.length > 0) await this.journal.append(entries);
      this.diskProblem = null;
      this.state = state;
      if (steps.length > 0) this.onSteps(steps);
      batch.forEach(({ done }, index) => done(answers[index] as Answer));
      this.wake();
      await this.snapshotNowAndThen(entries.length);
    } catch (error) {
      this.diskProblem = problem(
        'journal-unwritable',
        `The server cannot write its journal (${(error as Error).message}). Nothing was changed on air. Free some disk space and give the command again.`,
      );
      const refused: Answer = { problem: this.diskProblem, sequence: this.state.sequence };
      for (const { done } of batch) done(refused);
    }
  }

  private async snapshotNowAndThen(count: number): Promise<void> {
    this.sinceSnapshot += count;
    if (this.sinceSnapshot < commandsPerSnapshot) return;
    this.sinceSnapshot = 0;
    // Without it the next start only takes longer.
    await this.journal.snapshot(this.state).catch(() => undefined);
  }
}
