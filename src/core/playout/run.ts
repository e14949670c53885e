import type { ProblemError } from '../problem';
import type { Rundown, RundownRow } from '../show';
import type { Command } from './command';
import { channelOf, findTarget } from './lookup';
import { newRun, type Run } from './run-state';
import { takeOn } from './take';
import { endOfRow, nextDue, placeOf, rowAfter, rowOf, zoneOn } from './timeline';
import type { AirState, Graphic } from './state';
import { note, plain, refuse, type Work } from './work';

// Rundowns that run by themselves, and what is done to them by hand.

export const rundownOf = (state: AirState, id: string): Rundown =>
  state.rundowns.find((own) => own.id === id) ??
  refuse('unknown-rundown', `The show on air has no rundown “${id}”.`, 'rundown');

const runOf = (state: AirState, rundown: Rundown): Run =>
  state.runs[rundown.id] ??
  refuse('not-running', `“${rundown.name}” does not run. Start it first.`, 'rundown');

const dayOf = (seconds: number, zone: number): string =>
  new Date((seconds + zone * 60) * 1000).toISOString().slice(11, 19);

export function run(work: Work, command: Extract<Command, { do: 'run' }>): void {
  const { state } = work;
  const draft = rundownOf(state, command.rundown);
  // Read past the draft: rundowns may have thousands of rows.
  const rundown = plain(draft);
  note(work, 'run', rundown.channel, { name: rundown.name }, work.at, command.act);
  if (command.act === 'start') {
    const first = command.from ?? rundown.rows[0]?.id;
    if (first === undefined || placeOf(rundown, first) < 0)
      return refuse('no-row', `“${rundown.name}” has no row to start with.`, 'from');
    state.runs[rundown.id] = newRun(first, work.at, command.zone ?? 0);
    const row = rowOf(rundown, first);
    const due = nextDue(state, rundown, state.runs[rundown.id] as Run);
    if (row?.start.by === 'time' && due < work.at - 1)
      return refuse(
        'time-past',
        `The first row was due at ${dayOf(due, zoneOn(state, command.zone ?? 0))}, which is past. Give it another time, or start at a later row.`,
        'from',
      );
    return;
  }
  const own = runOf(state, rundown);
  if (command.row !== undefined && command.row !== own.next)
    return refuse(
      'other-row',
      `Another row of “${rundown.name}” comes next by now. Nothing was done: look and do it again.`,
      'row',
    );
  const shift = (seconds: number): void => {
    own.at += seconds;
    for (const graphic of graphicsOf(state, own)) if (graphic.leaveAt !== null) graphic.leaveAt += seconds;
  };
  switch (command.act) {
    case 'stop':
      for (const graphic of graphicsOf(state, own)) Object.assign(graphic, { run: null, leaveAt: null });
      delete state.runs[rundown.id];
      return;
    case 'pause':
      own.pausedAt ??= work.at;
      return;
    case 'go-on':
      if (own.pausedAt !== null) shift(work.at - own.pausedAt);
      own.pausedAt = null;
      own.wrong = null;
      return;
    case 'hold':
      own.isHeld = true;
      return;
    case 'let-go': {
      own.isHeld = false;
      // What was due meanwhile goes now, and the rest counts from there.
      const late = work.at - nextDue(state, rundown, own);
      if (late > 0) shift(late);
      return;
    }
    case 'by-hand':
      own.isByHand = true;
      return;
    case 'give-back': {
      own.isByHand = false;
      // What stands now counts from now.
      const row = rowOf(rundown, own.row);
      own.at = work.at;
      for (const graphic of graphicsOf(state, own))
        graphic.leaveAt = row?.lasts == null ? null : work.at + row.lasts;
      return;
    }
    case 'next':
      if (own.next === null)
        return refuse('at-the-end', `“${rundown.name}” stands at its last row.`, 'rundown');
      if (own.pausedAt !== null) shift(work.at - own.pausedAt);
      own.pausedAt = null;
      own.isHeld = false;
      takeRow(work, rundown, own, false);
      return;
    case 'skip': {
      if (own.next === null)
        return refuse('at-the-end', `“${rundown.name}” stands at its last row.`, 'rundown');
      own.next = rowAfter(rundown, own.next);
      own.wrong = null;
      return;
    }
  }
}

const graphicsOf = (state: AirState, run: Run): Graphic[] =>
  run.graphics.flatMap(({ channel, graphic }) => {
    const found = state.air[channel]?.graphics.find((g) => g.id === graphic);
    return found && found.exitAt === null && found.run !== null ? [found] : [];
  });

/** Takes the row that is next to all its channels. */
export function takeRow(work: Work, rundown: Rundown, run: Run, isPlanned: boolean): void {
  const row =
    rowOf(rundown, run.next) ?? refuse('no-row', `“${rundown.name}” has no further row.`, 'rundown');
  const taken: Run['graphics'] = [];
  const own: Work = {
    ...work,
    planned: isPlanned ? work.at : null,
    ...(isPlanned ? { why: 'run' as const, by: rundown.name } : {}),
  };
  for (const id of row.channels.length > 0 ? row.channels : [rundown.channel]) {
    const { channel, air } = channelOf(work.state, id);
    const live = work.lives?.[row.card];
    const cue = findTarget(own, { card: row.card, ...(live ? { live } : {}) });
    if (!cue) continue;
    const graphic = takeOn(own, channel, air, cue, {
      lasts: row.lasts,
      run: { rundown: rundown.id, row: row.id },
    });
    taken.push({ channel: channel.id, graphic: graphic.id });
  }
  pass(rundown, run, work.at);
  run.graphics = taken;
  run.wrong = null;
}

/** The row that is next becomes the one in place. */
function pass(rundown: Rundown, run: Run, at: number): void {
  const row = run.next;
  if (row === null) return;
  const following = rowAfter(rundown, row);
  if (rundown.loop?.to === row) run.rounds += 1;
  Object.assign(run, { row, at, next: following, graphics: [] });
}

/** The cards that rows of runs may take next: those of the rows that are next, and that go with them. */
export function cardsToCome(state: AirState): string[] {
  const cards: string[] = [];
  for (const [id, own] of Object.entries(state.runs)) {
    const rundown = state.rundowns.find((one) => one.id === id);
    let row = rundown && rowOf(rundown, own.next);
    for (let more = 0; rundown && row && more < 20; more += 1) {
      cards.push(row.card);
      const after: RundownRow | undefined = rowOf(rundown, rowAfter(rundown, row.id));
      if (after?.start.by !== 'with') break;
      row = after;
    }
  }
  return cards;
}

/** What has fallen due of all runs: the rundown whose row comes first, and when. */
export function firstRowDue(state: AirState): { rundown: string; at: number } | null {
  let first: { rundown: string; at: number } | null = null;
  for (const [id, own] of Object.entries(state.runs)) {
    const rundown = state.rundowns.find((one) => one.id === id);
    if (!rundown) continue;
    const at = nextDue(state, rundown, own);
    if (at < (first?.at ?? Infinity)) first = { rundown: id, at };
  }
  return first;
}

/** Takes the row of a rundown that has fallen due; throws a ProblemError where it cannot be taken. */
export function rowFallsDue(work: Work, id: string): void {
  const rundown = plain(rundownOf(work.state, id));
  const own = runOf(work.state, rundown);
  const row = rowOf(rundown, own.next);
  if (row?.start.by === 'time' && own.row !== null && work.at < own.at - 1) {
    own.pausedAt = work.now;
    own.wrong = `A row was due at ${dayOf(work.at, zoneOn(work.state, own.zone))}, which is past. Skip it, or take it by hand; nothing was changed on air.`;
    return;
  }
  takeRow(work, rundown, own, true);
}

/** Passes over a row that cannot be taken, and says why; where none can be, the run stands still. */
export function rowFails(work: Work, id: string, error: ProblemError): void {
  const rundown = plain(rundownOf(work.state, id));
  const own = runOf(work.state, rundown);
  const row = rowOf(rundown, own.next);
  const number = row ? (work.state.cards[row.card]?.number ?? 'without a card') : '';
  const words = `Row ${number} was passed over: ${error.problem.message}`;
  // A row that fails stands for as long as it would have; one without a length for a frame.
  const end = Math.max(work.at + (row?.lasts ?? 0), endOfRow(work.state, own));
  pass(rundown, own, Number.isFinite(end) ? end : work.at);
  own.wrong = words;
  note(work, 'run', rundown.channel, { name: rundown.name }, work.at, words);
}

/** Whether what a run has put up stays past its end. */
export function isKept(state: AirState, graphic: Graphic): boolean {
  const own = graphic.run === null ? undefined : state.runs[graphic.run.rundown];
  return own !== undefined && (own.pausedAt !== null || own.isHeld || own.isByHand);
}
