import {
  isByHand,
  newStanding,
  readClock,
  shownWords,
  standingAfter,
  targetOf,
  whenShown,
  type Clock,
  type Standing,
  type Target,
} from '../clock';
import { sameName } from '../data';
import {
  cardByNumber,
  holdsOf,
  isOnChannel,
  isTarget,
  type Clocks,
  type ClockMark,
  type Release,
  type ShowClock,
} from '../show';
import { ProblemError } from '../problem';
import type { Command } from './command';
import { perform } from './reaction-actions';
import { channelOf, findTarget } from './lookup';
import { byHand } from './moves';
import type { AirClock, AirScore, AirState } from './state';
import { takeOn } from './take';
import { note, plain, refuse, type Work } from './work';

// Clocks and scores of the show: told by hand, by outside control and by what they come to.

const clocks = new WeakMap<AirClock, Clock>();

/** A clock on air, ready to be read. */
export function clockOf(own: AirClock): Clock {
  const known = clocks.get(own);
  if (known) return known;
  const clock = { counts: own.counts, standing: own.standing, holds: holdsOf(own) };
  if (Object.isFrozen(own)) clocks.set(own, clock);
  return clock;
}

const readable = new WeakMap<AirState['clocks'], Clocks>();

/** The clocks of a state as pictures read them; the same object as long as none is told anything. */
export function clocksIn(all: AirState['clocks']): Clocks {
  const known = readable.get(all);
  if (known) return known;
  const clocks = Object.fromEntries(
    Object.values(all).map((own) => [own.id, { ...clockOf(own), name: own.name }]),
  );
  readable.set(all, clocks);
  return clocks;
}

/** A clock of a draft as it begins, for pictures that are not on air. */
export const clockAtRest = (own: ShowClock, targets: readonly Target[] = targetsOf(own)): AirClock => ({
  ...own,
  standing: { ...newStanding(0), targets: [...targets] },
});

function targetsOf({ counts, name }: ShowClock): Target[] {
  const target = counts.by === 'time' ? targetOf(counts.time, name) : null;
  return target ? [target] : [];
}

const said = (seconds: number): string => shownWords(seconds, '[h:]m:ss.SS', false, 'minus');

const find = <T extends { readonly id: string; readonly name: string }>(
  all: Readonly<Record<string, T>>,
  wanted: string,
  what: string,
): T =>
  all[wanted] ??
  Object.values(all).find(({ name }) => sameName(name, wanted)) ??
  refuse(
    `unknown-${what}`,
    `The show on air has no ${what} “${wanted}”. ${
      Object.keys(all).length === 0
        ? `It has none: make one in Data and release the show.`
        : `It has: ${Object.values(all).map(({ name }) => name).join(', ')}.`
    }`,
    what,
  ); // prettier-ignore

/** Clocks and scores of a new release: those that air has go on as they stand. */
export function takeClocks(work: Work, release: Pick<Release, 'clocks' | 'scores'>, isSame: boolean): void {
  const { state, at } = work;
  const [clocksBefore, scoresBefore] = [plain(state.clocks), plain(state.scores)];
  state.clocks = Object.fromEntries(
    Object.values(release.clocks).map((clock): [string, AirClock] => {
      const own = isSame ? clocksBefore[clock.id] : undefined;
      const goesOn = own?.counts.by === clock.counts.by ? own.standing : newStanding(at);
      const targets = clock.counts.by === 'rows' ? goesOn.targets : targetsOf(clock);
      return [clock.id, { ...structuredClone(clock), standing: { ...goesOn, targets } }];
    }),
  );
  state.scores = Object.fromEntries(
    Object.values(release.scores).map((score): [string, AirScore] => {
      const value = (isSame ? scoresBefore[score.id]?.value : undefined) ?? score.start;
      return [score.id, { ...structuredClone(score), value }];
    }),
  );
}

const actWords = {
  start: 'starts',
  stop: 'stops',
  reset: 'is set back',
  lap: 'lap',
  set: 'is set',
  add: 'is corrected',
};

/** Tells a clock that is run by hand what to do. */
export function timer(work: Work, command: Extract<Command, { do: 'timer' }>): void {
  const { state, at } = work;
  const own = find(state.clocks, command.clock, 'clock');
  const clock: Clock = { counts: plain(own.counts), standing: plain(own.standing), holds: holdsOf(plain(own)) };
  const { act, seconds, running } = command;
  if (!isByHand(clock.counts))
    return refuse('clock-by-time', `“${own.name}” goes by the time of day: it is not started, stopped or set.`, 'act');
  if ((act === 'set' || act === 'add') && seconds === undefined)
    return refuse('no-seconds', `Say the seconds that “${own.name}” is ${act === 'set' ? 'set to' : 'corrected by'}.`, 'seconds');
  const shown = readClock(clock, at, 0) as number;
  const isAtEnd = clock.counts.by === 'down' && shown <= 0 && clock.holds.some((hold) => hold >= shown && hold <= 0);
  if (act === 'start' && isAtEnd)
    return refuse('clock-ended', `“${own.name}” is at its end. Set it, or set it back, and start it then.`, 'act');
  let next = standingAfter(clock, act, at, seconds);
  if (act === 'set' && running !== undefined)
    next = standingAfter({ ...clock, standing: next ?? clock.standing }, running ? 'start' : 'stop', at) ?? next;
  if (next === null) return;
  own.standing = structuredClone(next);
  const now = readClock({ ...clock, standing: next }, at, 0) as number;
  const isCorrected = act === 'add' && seconds !== undefined;
  const words = isCorrected ? `${actWords.add} by ${seconds > 0 ? '+' : ''}${seconds} s, ` : `${actWords[act]}, `;
  note(work, 'clock', '', { name: own.name }, at, `${words}${said(now)}${act === 'set' ? (next.isRunning ? ', runs' : ', stands') : ''}`);
} // prettier-ignore

/** Times that data brings to a clock that counts to the next of them. */
export function times(work: Work, command: Extract<Command, { do: 'times' }>): void {
  const own = work.state.clocks[command.clock];
  if (own?.counts.by === 'rows') own.standing.targets = command.targets;
}

/** Adds to a score, or sets it. */
export function score(work: Work, command: Extract<Command, { do: 'score' }>): void {
  const own = find(work.state.scores, command.score, 'score');
  const { add, to } = command;
  if ((add === undefined) === (to === undefined))
    return refuse('no-amount', `Say either what is added to “${own.name}” or what it is set to.`, 'add');
  // Sums of decimal fractions are kept free of what binary fractions add.
  const sum = Number((to ?? own.value + (add ?? 0)).toFixed(6));
  const value = own.least === null ? sum : Math.max(own.least, sum);
  if (value === own.value) return;
  const by = value - own.value;
  own.value = value;
  const how = add === undefined ? 'set' : `${by > 0 ? '+' : '\u2212'}${Number(Math.abs(by).toFixed(6))}`;
  note(work, 'score', '', { name: own.name }, work.at, `${value} (${how})`);
}

interface ClockDue {
  readonly at: number;
  readonly clock: string;
}
const beforehand = 0.1;
/** So much later it is not done any more, in seconds. */
const latestSeconds = 10;

/** When a mark of a clock is carried out. Where it stands still it does so by itself; that is noted just after. */
function whenDue(clock: Clock, { at, does }: ClockMark, dayOffset: number): number {
  if (does.do !== 'hold') return whenShown(clock, at, dayOffset);
  if (!isByHand(clock.counts)) return Infinity;
  const { standing } = clock;
  return whenShown({ ...clock, standing: { ...standing, done: standing.since } }, at, dayOffset) + beforehand;
}

/** By clock, when it comes to the first of what it does. */
const ownDues = new WeakMap<AirClock, { dayOffset: number; at: number }>();
const dues = new WeakMap<AirState['clocks'], { dayOffset: number; due: ClockDue | null }>();

function dueOf(own: AirClock, dayOffset: number): number {
  const known = ownDues.get(own);
  if (known?.dayOffset === dayOffset) return known.at;
  const clock = clockOf(own);
  const at = Math.min(Infinity, ...own.marks.map((mark) => whenDue(clock, mark, dayOffset)));
  if (Object.isFrozen(own)) ownDues.set(own, { dayOffset, at });
  return at;
}

/** The clock that comes first to something that it does. */
export function firstClockDue({ clocks: all, dayOffset }: AirState): ClockDue | null {
  const known = dues.get(all);
  if (known?.dayOffset === dayOffset) return known.due;
  let due: ClockDue | null = null;
  for (const own of Object.values(all)) {
    const at = dueOf(own, dayOffset);
    if (at < (due?.at ?? Infinity)) due = { at, clock: own.id };
  }
  if (Object.isFrozen(all)) dues.set(all, { dayOffset, due });
  return due;
}

/** Does what a clock does at what it shows now. */
export function clockFallsDue(work: Work, id: string): void {
  const { state, at } = work;
  const own = state.clocks[id];
  if (!own) return;
  const clock = clockOf(plain(own));
  const due = own.marks.filter((mark) => whenDue(clock, mark, state.dayOffset) <= at + 1e-4);
  own.standing.done = at;
  const shown = due[0] && said(due[0].at);
  // Where the server was away then, it is not made up for: a card that comes by itself much later surprises.
  const isLate = work.now - at > latestSeconds;
  for (const { does, at: value } of plain(due)) {
    const by: Work = { ...work, by: own.name };
    if (isLate && does.do !== 'hold') {
      note(by, 'clock', '', { name: own.name }, at, `at ${shown}: too late, passed over`);
      continue;
    }
    switch (does.do) {
      case 'hold': {
        const next = standingAfter({ ...clock, standing: { ...clock.standing, isRunning: true } }, 'stop', at) as Standing;
        own.standing = { ...structuredClone(next), done: at };
        note(by, 'clock', '', { name: own.name }, at - beforehand, `stands at ${said(value)}`);
        break;
      }
      case 'take':
        takeBy(by, does.channel, does.number, `at ${shown}`);
        break;
      case 'react':
        note(by, 'clock', '', { name: own.name }, at, `at ${shown}`);
        for (const channel of state.channels) {
          if (!isOnChannel(does, channel, true)) continue;
          for (const graphic of state.air[channel.id]?.graphics ?? []) {
            if (graphic.exitAt !== null || graphic.enterAt > at + 1e-6) continue;
            const template = work.releases(graphic.release)?.templates[graphic.template];
            if (template && isTarget(does.whose, template, graphic.name, graphic.lane))
              perform(by, does.action, { channel: channel.id, graphic, template }, byHand);
          }
        }
    }
  }
} // prettier-ignore

/** Takes a card; one that cannot be taken is told in the log, and all else goes on. */
function takeBy(work: Work, channelId: string, number: string, detail: string): void {
  const { state, at } = work;
  try {
    const { channel, air } = channelOf(state, channelId);
    const card = cardByNumber(plain(state.cards), number);
    const live = card && work.lives?.[card.id];
    const target = findTarget(work, { number, ...(live ? { live } : {}) });
    note(work, 'clock', channel.id, { name: work.by }, at, `${detail}: takes ${number}`);
    if (target) takeOn(work, channel, air, target);
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    note(work, 'clock', channelId, { name: work.by }, at, `${detail}: ${error.problem.message}`);
  }
}

/** Cards that clocks will take next, with what data brings to them. */
export const cardsOfClocks = (state: AirState): string[] =>
  Object.values(state.clocks).flatMap(({ marks }) =>
    marks.flatMap(({ does }) => (does.do === 'take' ? (cardByNumber(state.cards, does.number)?.id ?? []) : [])),
  ); // prettier-ignore
