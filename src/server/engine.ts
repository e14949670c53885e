import { applyPatches, enablePatches, type Patch } from 'immer';
import {
  hasPacked,
  listsOnAir,
  openLists,
  packLists,
  type KnownLists,
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
import { clocksToFormat21 } from '../core/show';
import { JournalFault, type Journal, type JournalEntry, type Recovered } from './journal';
import type { Log } from './log';
import type { Troubles } from './trouble';

enablePatches();

export interface Answer {
  readonly problem: Problem | null;
  readonly sequence: number;
}
export interface Step {
  readonly sequence: number;
  readonly patches: readonly Patch[];
  /** The patches as JSON, with the lists of rows in them packed. */
  readonly written: string;
  /** What both ends have: the lists of all that was on air before it. */
  readonly lists: () => KnownLists;
  readonly events: readonly AirEvent[];
}

export interface EngineParts {
  readonly journal: Pick<Journal, 'append' | 'snapshot'>;
  readonly releases: Releases;
  /** Air clock seconds. */
  readonly now: () => number;
  readonly log: Log;
  readonly troubles: Troubles;
  /** Told of every change, once it is on disk. A fault of one is contained. */
  readonly listeners?: ReadonlySet<(steps: readonly Step[]) => void>;
  /** Commands, and bytes of the journal, after which the state is written whole. */
  readonly snapshotAfter?: { readonly commands: number; readonly bytes: number };
}

type Queued = { readonly command: Command; readonly done: (answer: Answer) => void };

const rememberedAnswers = 5000;
const usualSnapshots = { commands: 2000, bytes: 16 << 20 };
/** Longest sleep before what is to come is looked at again, in ms. */
const longestSleepMs = 60_000;
const shortestSleepMs = 4;
const retryMs = 1000;

const unwritable = (error: Error): Problem =>
  problem(
    'journal-unwritable',
    `The server cannot write its journal (${error.message}). Nothing was changed on air. Free some disk space and give the command again.`,
  );
const uncertain = (error: Error): Problem =>
  problem(
    'journal-uncertain',
    `The disk failed and does not let the server take back what it began to write (${error.message}). Nothing was changed on air now; the command may be carried out when the server is started again. Look at the disk at once.`,
  );
const closing = problem('closing', 'The server is being stopped. Nothing was changed on air.');
const faulty = (error: Error): Problem =>
  problem(
    'server-fault',
    `The server made a mistake of its own with this command (${error.message}). It was not carried out, and what is on air stands. Its log says more.`,
  );

/**
 * Hosts the reducer: commands in one order, each on disk before it is answered or shown to anyone. Commands that come
 * while the disk is busy are written together. Where the disk refuses, the state stays as it was and they are refused.
 * Whatever is thrown refuses one command and no more.
 */
export class AirEngine {
  private state: AirState = emptyAir();
  private queue: Queued[] = [];
  private isBusy = false;
  private readonly answers = new Map<string, Answer>();
  private readonly inFlight = new Map<string, Promise<Answer>>();
  private since = { commands: 0, bytes: 0 };
  private lastAt = 0;
  /** The disk's last word, or null while all is well. */
  diskProblem: Problem | null = null;

  constructor(private readonly parts: EngineParts) {}

  /** Completes a command before it takes its turn; those after it wait, so that the order stays. */
  prepare: (command: Command) => Command | Promise<Command> = (command) => command;
  private gate: Promise<void> | null = null;

  /**
   * Takes up what the journal recovered: what each entry changed; behind a gap, what its command does. Returns how many
   * commands behind a gap no longer apply, and changed nothing.
   */
  recover(recovered: Recovered): number {
    const { snapshot, entries, gapBefore } = recovered;
    let state = snapshot?.state ?? emptyAir();
    let skipped = 0;
    for (const [id, sequence] of snapshot?.answers ?? []) this.remember(id, { problem: null, sequence });
    const sure = entries.filter(({ sequence }) => sequence < gapBefore);
    // As many at once as can be: what each changed stands on what was before it, and so do the lists that it packs.
    let waiting: Patch[] = [];
    for (const { patches } of sure) {
      if (!hasPacked(patches)) {
        waiting.push(...patches);
        continue;
      }
      state = applyPatches(state, waiting);
      state = applyPatches(state, openLists(patches as Patch[], listsOnAir(state)));
      waiting = [];
    }
    state = applyPatches(state, waiting);
    state = { ...state, clocks: clocksToFormat21(state.clocks) as AirState['clocks'] };
    for (const { sequence, command: packed, at } of entries.slice(sure.length)) {
      const command = this.guarded('a list behind a gap', () => openLists(packed, listsOnAir(state)));
      // Graphics are called by their place in the order.
      const applied = command && this.reduce({ ...state, sequence: sequence - 1 }, command, at);
      if (!applied || 'problem' in applied) skipped += 1;
      else ({ state } = applied);
      state = { ...state, sequence };
    }
    // One who repeats a command whose answer was lost with the server gets it now.
    for (const { command, sequence } of entries)
      if (command.id !== undefined) this.remember(command.id, { problem: null, sequence });
    this.since = { commands: entries.length, bytes: 0 };
    this.lastAt = entries.at(-1)?.at ?? snapshot?.at ?? 0;
    this.state = state;
    return skipped;
  }

  private sleep: NodeJS.Timeout | null = null;
  private isClosed = false;

  /** Begins to carry out what falls due by itself. */
  begin(): void {
    this.wake();
  }

  /** Sleeps until the next thing happens by itself, and then carries it out. */
  private wake(): void {
    if (this.sleep) clearTimeout(this.sleep);
    this.sleep = null;
    const due = this.guarded('what falls due', () => nextDueTime(this.state)) ?? Infinity;
    if (due === Infinity || this.isClosed) return;
    const ms = (due - aheadSeconds - this.parts.now()) * 1000;
    this.sleep = setTimeout(
      () => {
        const isDue = nextDueTime(this.state) - aheadSeconds <= this.parts.now();
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
    if (!this.isClosed) this.sleep = setTimeout(() => this.wake(), retryMs);
  }

  /** Takes no more commands; resolves when those that were given are on disk and answered. */
  async close(): Promise<void> {
    this.isClosed = true;
    if (this.sleep) clearTimeout(this.sleep);
    while (this.isBusy || this.gate) await new Promise((resolve) => setImmediate(resolve));
  }

  get air(): AirState {
    return this.state;
  }

  /** Carries out a command; the answer comes when it is on disk. Never rejects. */
  submit(command: Command): Promise<Answer> {
    if (this.isClosed) return Promise.resolve({ problem: closing, sequence: this.state.sequence });
    const { id } = command;
    const known = id === undefined ? undefined : (this.inFlight.get(id) ?? this.answers.get(id));
    if (known) return Promise.resolve(known);
    const answer = this.enqueue(command);
    if (id !== undefined) {
      this.inFlight.set(id, answer);
      void answer.then((given) => {
        this.inFlight.delete(id);
        if (given.problem) this.remember(id, given);
      });
    }
    void this.work();
    return answer;
  }

  private enqueue(command: Command): Promise<Answer> {
    let prepared: Command | Promise<Command>;
    try {
      prepared = this.prepare(command);
    } catch (error) {
      prepared = Promise.reject(error as Error);
    }
    return new Promise<Answer>((done) => {
      if (!(prepared instanceof Promise) && this.gate === null) {
        this.queue.push({ command: prepared, done });
        return;
      }
      const ready = Promise.resolve(prepared).catch((error: Error) => {
        done({ problem: this.fault(error, command), sequence: this.state.sequence });
        return null;
      });
      const turn: Promise<void> = Promise.all([ready, this.gate]).then(([given]) => {
        if (given) this.queue.push({ command: given, done });
        if (this.gate === turn) this.gate = null;
        void this.work();
      });
      this.gate = turn;
    });
  }

  private remember(id: string, answer: Answer): void {
    this.answers.set(id, answer);
    // What may yet turn out to be carried out has no answer to be repeated.
    if (answer.problem?.code === 'journal-uncertain') this.answers.delete(id);
    const oldest = this.answers.keys().next().value;
    if (this.answers.size > rememberedAnswers && oldest !== undefined) this.answers.delete(oldest);
  }

  private async work(): Promise<void> {
    if (this.isBusy) return;
    this.isBusy = true;
    try {
      while (this.queue.length > 0) {
        const batch = this.queue;
        this.queue = [];
        await this.applyBatch(batch);
      }
    } finally {
      this.isBusy = false;
    }
  }

  /** The reducer; a fault of it refuses the command. */
  private reduce(state: AirState, command: Command, at: number): ReturnType<typeof apply> {
    try {
      const applied = apply(state, command, at, this.parts.releases);
      if ('faults' in applied) for (const error of applied.faults) this.fault(error, command);
      return applied;
    } catch (error) {
      return { problem: this.fault(error as Error, command) };
    }
  }

  private fault(error: Error, command: Command): Problem {
    const wrong = faulty(error);
    this.parts.log.error(
      { command: command.do, id: command.id, by: command.by, stack: error.stack },
      error.message,
    );
    this.parts.troubles.set(problem(wrong.code, wrong.message, command.do));
    return wrong;
  }

  private guarded<T>(what: string, act: () => T): T | undefined {
    try {
      return act();
    } catch (error) {
      this.parts.log.error({ what, stack: (error as Error).stack }, (error as Error).message);
      return undefined;
    }
  }

  private async applyBatch(batch: readonly Queued[]): Promise<void> {
    let state = this.state;
    const entries: JournalEntry[] = [];
    const steps: Step[] = [];
    const answers: Answer[] = [];
    for (const { command } of batch) {
      const at = this.parts.now();
      const applied = this.reduce(state, command, at);
      if ('problem' in applied) {
        answers.push({ problem: applied.problem, sequence: state.sequence });
        continue;
      }
      const { dayOffset } = state;
      const before = state;
      state = applied.state;
      const { events, patches } = applied;
      const { sequence } = state;
      const lists = (): KnownLists => listsOnAir(before);
      entries.push({ sequence, at, dayOffset, command: packLists(command, lists()), events, patches });
      const written = JSON.stringify(packLists(patches, lists()));
      steps.push({ sequence, patches, written, events, lists });
      answers.push({ problem: null, sequence });
    }
    if (entries.length > 0) {
      const refusal = await this.write(entries, steps);
      if (refusal) {
        for (const { done } of batch) done({ problem: refusal, sequence: this.state.sequence });
        return;
      }
      this.state = state;
      this.lastAt = entries.at(-1)?.at ?? this.lastAt;
      for (const listener of this.parts.listeners ?? []) this.guarded('a listener', () => listener(steps));
    }
    batch.forEach(({ command, done }, index) => {
      const answer = answers[index] as Answer;
      if (command.id !== undefined) this.remember(command.id, answer);
      done(answer);
    });
    this.wake();
    await this.snapshotNowAndThen(entries, steps);
  }

  /** Puts entries on disk; what is said to who gave them where that fails. */
  private async write(entries: readonly JournalEntry[], steps: readonly Step[]): Promise<Problem | null> {
    try {
      await this.parts.journal.append(
        entries,
        steps.map(({ written }) => written),
      );
      if (this.diskProblem) this.parts.log.info('the journal is written again');
      this.diskProblem = null;
      this.parts.troubles.clear('journal-unwritable');
      this.parts.troubles.clear('journal-uncertain');
      return null;
    } catch (error) {
      const isCertain = !(error instanceof JournalFault) || error.isCertain;
      const refusal = (isCertain ? unwritable : uncertain)(error as Error);
      this.parts.log.error({ code: refusal.code, commands: entries.length }, (error as Error).message);
      this.diskProblem = refusal;
      this.parts.troubles.set(refusal);
      return refusal;
    }
  }

  private async snapshotNowAndThen(entries: readonly JournalEntry[], steps: readonly Step[]): Promise<void> {
    this.since.commands += entries.length;
    this.since.bytes += steps.reduce((sum, { written }) => sum + written.length, 0);
    const { commands, bytes } = this.parts.snapshotAfter ?? usualSnapshots;
    if (this.since.commands >= commands || this.since.bytes >= bytes) await this.snapshot();
  }

  /** Writes the state whole, so that the next start reads little. Only between commands. */
  private async snapshot(): Promise<void> {
    this.since = { commands: 0, bytes: 0 };
    const answers = [...this.answers].flatMap(([id, { problem: wrong, sequence }]) =>
      wrong ? [] : [[id, sequence] as const],
    );
    try {
      await this.parts.journal.snapshot({ state: this.state, at: this.lastAt, answers });
    } catch (error) {
      // Without it the next start only takes longer.
      this.parts.log.warn({ stack: (error as Error).stack }, `no snapshot: ${(error as Error).message}`);
    }
  }

  /** Writes the state whole where commands have been carried out since it was last. */
  async settle(): Promise<void> {
    while (this.isBusy) await new Promise((resolve) => setImmediate(resolve));
    if (this.since.commands === 0 || this.isClosed) return;
    this.isBusy = true;
    await this.snapshot();
    this.isBusy = false;
    void this.work();
  }
}
