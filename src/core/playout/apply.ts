import { enablePatches, produceWithPatches, type Patch } from 'immer';
import { problem, ProblemError, type Problem } from '../problem';
import { carryOut, type Command } from './command';
import type { AirEvent } from './event';
import { leave } from './leave';
import { channelOf } from './lookup';
import { clockFallsDue, firstClockDue } from './clocks';
import { firstPageDue, pageFallsDue } from './pages';
import { react } from './react';
import { firstTickerDue, tickerFallsDue } from './ticker-plays';
import { firstRowDue, isKept, rowFails, rowFallsDue } from './run';
import type { AirState } from './state';
import { nextFrame, refuse, type Releases, type Work } from './work';

enablePatches();

export type Applied =
  | {
      readonly state: AirState;
      readonly patches: readonly Patch[];
      /** What happened, in order. */
      readonly events: readonly AirEvent[];
      /** What failed by a fault of the program and was passed over, so that the rest goes on. */
      readonly faults: readonly Error[];
    }
  /** Refused: the state stands as it was. */
  | { readonly problem: Problem };

/** Seconds by which what falls due is carried out early, so that every output knows of it before its frame. */
export const aheadSeconds = 0.1;

/** What may happen at one moment; more is a circle that no check has found, and is let go. */
const mostDues = 500;

type Recipe = (work: Work) => void;

const fault = (error: Error): Problem =>
  problem('server-fault', `The server made a mistake of its own (${error.message}).`);

/** The state after a command given at `at`, in air clock seconds; or why it was refused. Never throws for bad input. */
export function apply(state: AirState, command: Command, at: number, releases: Releases): Applied {
  const patches: Patch[] = [];
  const events: AirEvent[] = [];
  const faults: Error[] = [];
  let current = state;
  const ids = new Map<string, number>();
  const newId = (of: string): string => {
    const taken = ids.get(of) ?? 0;
    ids.set(of, taken + 1);
    return `${of}-${state.sequence + 1}${taken === 0 ? '' : `-${taken}`}`;
  };
  const step = (recipe: Recipe, when: number, of: Partial<Work> = {}): void => {
    const noted: AirEvent[] = [];
    const [after, made] = produceWithPatches(current, (draft: AirState) => {
      recipe({
        state: draft,
        at: when,
        now: at,
        releases,
        by: command.by ?? '',
        why: 'hand',
        planned: null,
        newId,
        lives: 'lives' in command ? command.lives : undefined,
        ...of,
        events: noted,
      });
    });
    current = after;
    patches.push(...made);
    events.push(...noted);
  };
  const catchUp = (until: number): boolean => {
    let hasDone = false;
    let last = -Infinity;
    for (let together = 0; together < mostDues; together += 1) {
      const due = firstDue(current);
      if (!due || due.at > until + 1e-6) return hasDone;
      hasDone = true;
      if (due.at > last + 1e-6) together = 0;
      last = due.at;
      try {
        step(due.perform, due.at, { why: due.why, by: due.by });
      } catch (error) {
        // What falls due stands before every command: a fault of one must not stop all that come after it.
        if (!(error instanceof ProblemError)) faults.push(error as Error);
        const wrong = error instanceof ProblemError ? error : new ProblemError(fault(error as Error));
        step((work) => due.fails(work, wrong), due.at, { why: due.why, by: due.by });
      }
    }
    step(({ state: draft }) => {
      draft.due = draft.due.filter((due) => due.at > last + 1e-6);
      for (const [id, own] of Object.entries(draft.runs)) {
        if (firstRowDue({ ...current, runs: { [id]: own } })?.at !== last) continue;
        own.pausedAt = last;
        own.wrong =
          'Its rows take no time, so that it would go round without end. Give them a length; it stands still.';
      }
    }, at);
    return hasDone;
  };
  try {
    if (command.until !== undefined && at > command.until)
      refuse('too-late', 'The command came too late and was not carried out.', 'until');
    const why = command.do === 'data' ? ({ why: 'data' } as const) : {};
    const due = firstDue(current);
    if (command.do !== 'tick' && (due?.at ?? Infinity) > at + 1e-6) {
      step(
        (work) => {
          work.state.sequence += 1;
          carryOut(work, command);
        },
        at,
        why,
      );
      catchUp(at + aheadSeconds);
      return { state: current, patches, events, faults };
    }
    step(({ state: draft }) => void (draft.sequence += 1), at);
    const hadDue = catchUp(at);
    if (command.do === 'tick') {
      if (!catchUp(at + aheadSeconds) && !hadDue) refuse('nothing-due', 'Nothing has fallen due.');
    } else {
      step((work) => carryOut(work, command), at, why);
      catchUp(at + aheadSeconds);
    }
    return { state: current, patches, events, faults };
  } catch (error) {
    if (error instanceof ProblemError) return { problem: error.problem };
    throw error;
  }
}

interface FirstDue {
  readonly at: number;
  readonly why: AirEvent['why'];
  readonly by: string;
  readonly perform: Recipe;
  readonly fails: (work: Work, error: ProblemError) => void;
}

/** What falls due first, and what is done then. At one moment rows come before reactions, and both before what leaves. */
function firstDue(state: AirState): FirstDue | null {
  let first: FirstDue | null = null;
  const row = firstRowDue(state);
  if (row)
    first = {
      at: row.at,
      why: 'run',
      by: state.rundowns.find(({ id }) => id === row.rundown)?.name ?? '',
      perform: (work) => rowFallsDue(work, row.rundown),
      fails: (work, error) => rowFails(work, row.rundown, error),
    };
  for (const [index, due] of state.due.entries()) {
    if (first && due.at >= first.at - 1e-9) continue;
    first = {
      at: due.at,
      why: 'reaction',
      by: '',
      perform: (work) => {
        work.state.due.splice(index, 1);
        react(work, due);
      },
      fails: (work) => void work.state.due.splice(index, 1),
    };
  }
  const mark = firstClockDue(state);
  if (mark && !(first && mark.at >= first.at - 1e-9))
    first = {
      at: mark.at,
      why: 'clock',
      by: state.clocks[mark.clock]?.name ?? '',
      perform: (work) => clockFallsDue(work, mark.clock),
      fails({ state: draft }) {
        const own = draft.clocks[mark.clock];
        if (own) own.standing.done = mark.at;
      },
    };
  const own = firstTickerDue(state);
  if (own && !(first && own.at >= first.at - 1e-9))
    first = {
      at: own.at,
      why: 'time',
      by: state.tickers[own.ticker]?.name ?? '',
      perform: (work) => tickerFallsDue(work, own.ticker, own.play),
      fails({ state: draft }) {
        const play = draft.tickers[own.ticker]?.standing.plays[own.play];
        if (play) play.state = 'held';
      },
    };
  const page = firstPageDue(state);
  if (page && !(first && page.at >= first.at - 1e-9))
    first = {
      at: page.at,
      why: 'time',
      by: '',
      perform: (work) => pageFallsDue(work, page.channel, page.graphic),
      fails({ state: draft }) {
        const own = draft.air[page.channel]?.graphics.find((g) => g.id === page.graphic);
        if (own) own.turnAt = null;
      },
    };
  for (const [channelId, air] of Object.entries(state.air)) {
    for (const graphic of air.graphics) {
      const { leaveAt, id } = graphic;
      if (leaveAt === null || graphic.exitAt !== null || isKept(state, graphic)) continue;
      if (first && leaveAt >= first.at - 1e-9) continue;
      const goes: Recipe = (work) => {
        const { channel, air: own } = channelOf(work.state, channelId);
        const going = own.graphics.find((g) => g.id === id);
        if (going) leave(work, channelId, own, going, nextFrame(work.at, channel));
      };
      const stays: FirstDue['fails'] = ({ state: draft }) => {
        const own = draft.air[channelId]?.graphics.find((g) => g.id === id);
        if (own) own.leaveAt = null;
      };
      first = { at: leaveAt, why: 'time', by: '', perform: goes, fails: stays };
    }
  }
  return first;
}

/** When the next thing happens by itself, in air clock seconds; Infinity where nothing does. */
export const nextDueTime = (state: AirState): number => firstDue(state)?.at ?? Infinity;
