import { type Counts } from './counts';
import { readClock, type Clock, type Standing } from './reading';

/** What can be told to a clock that is run by hand. */
export const clockActs = ['start', 'stop', 'reset', 'lap', 'set', 'add'] as const;
export type ClockAct = (typeof clockActs)[number];

const lengthOf = (counts: Counts, standing: Standing): number =>
  standing.length ?? (counts.by === 'down' ? counts.length : 0);

/** What it has to have counted to show some seconds. */
const countedFor = (counts: Counts, standing: Standing, shown: number): number =>
  counts.by === 'down' ? lengthOf(counts, standing) - shown : shown;

const thousandths = (seconds: number): number => Number(seconds.toFixed(3));

/**
 * How a clock that is run by hand stands once it was told something at a moment. `seconds`: what it is set to, or what
 * is added to what it shows. Null where it stands as it did.
 */
export function standingAfter(clock: Clock, act: ClockAct, at: number, seconds = 0): Standing | null {
  const { counts, standing } = clock;
  const shown = readClock(clock, at, 0) as number;
  const showing = (value: number, isRunning: boolean, more: Partial<Standing> = {}): Standing => {
    const counted = countedFor(counts, { ...standing, ...more }, value);
    return {
      ...standing,
      ...more,
      isRunning,
      counted: isRunning ? at - thousandths(counted) : thousandths(counted),
      since: at,
      done: at,
    };
  };
  switch (act) {
    case 'start':
      return standing.isRunning ? null : showing(shown, true);
    case 'stop':
      return standing.isRunning ? showing(shown, false) : null;
    case 'lap':
      return { ...standing, laps: [...standing.laps, thousandths(shown)].slice(-500) };
    case 'set':
      return showing(seconds, standing.isRunning);
    case 'add':
      return showing(shown + seconds, standing.isRunning);
    case 'reset': {
      const stands = !standing.isRunning && standing.counted === 0 && standing.laps.length === 0;
      return stands ? null : { ...standing, isRunning: false, counted: 0, laps: [], since: at, done: at };
    }
  }
}
