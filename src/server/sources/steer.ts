import { isByHand, readClock } from '../../core/clock';
import { sameName } from '../../core/data';
import { clockOf, type AirState, type Command } from '../../core/playout';
import type { ScorerLine } from '../../core/source';

/** A clock that is told what it shows already is left alone within so many seconds: a box that counts may be a moment behind. */
const sameSeconds = 0.12;

/** What a line of a scorer does to clocks and scores; nothing where all is so already. */
export function commandsOf(line: ScorerLine, state: AirState, now: number, by: string): Command[] {
  const commands: Command[] = [];
  const { clock: name, score, seconds, running } = line;
  if (name !== undefined) {
    const own = state.clocks[name] ?? Object.values(state.clocks).find((one) => sameName(one.name, name));
    const common = { do: 'timer', clock: name, by } as const;
    if (line.do !== undefined) commands.push({ ...common, act: line.do });
    else {
      const shown = own && isByHand(own.counts) ? readClock(clockOf(own), now, state.dayOffset) : null;
      const isSame =
        shown !== null &&
        (seconds === undefined || Math.abs(shown - seconds) <= sameSeconds) &&
        (running === undefined || own?.standing.isRunning === running);
      if (!isSame && seconds === undefined) commands.push({ ...common, act: running === true ? 'start' : 'stop' });
      else if (!isSame)
        commands.push({ ...common, act: 'set', seconds: seconds as number, ...(running === undefined ? {} : { running }) });
    }
  }
  if (score !== undefined) {
    const own = state.scores[score] ?? Object.values(state.scores).find((one) => sameName(one.name, score));
    if (line.add !== undefined) commands.push({ do: 'score', score, add: line.add, by });
    else if (line.to !== undefined && own?.value !== line.to) commands.push({ do: 'score', score, to: line.to, by });
  }
  return commands;
} // prettier-ignore
