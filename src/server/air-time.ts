import { readFileSync } from 'node:fs';
import { uptime } from 'node:os';

/** The clocks of a machine, in seconds; `boot` is another after each start of the machine, empty where it is not known. */
export interface MachineClocks {
  /** Since 1970-01-01 UTC; may be set. */
  wall(): number;
  /** Since the machine was started; never set, and the same for all programs. */
  up(): number;
  readonly boot: string;
}

const bootId = (): string => {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  } catch {
    return '';
  }
};

export const machineClocks = (): MachineClocks => {
  const since = uptime() - performance.now() / 1000;
  return { wall: () => Date.now() / 1000, up: () => since + performance.now() / 1000, boot: bootId() };
};

/** Where the air clock stood, kept now and then, so that it goes on from there. */
export interface ClockMark {
  readonly at: number;
  readonly up: number;
  readonly boot: string;
}

/** A difference that no one sees is followed by itself, by so much each second. */
const followedSeconds = 5;
const stepSeconds = 0.02;
/** Below this the clocks are one. */
const sameSeconds = 0.03;

/**
 * The air clock: seconds that never stand still or jump while the machine runs, begun at those since 1970-01-01 UTC.
 * The machine's own clock may be set; what it is ahead then is the time of day's, not the air's.
 */
export class AirTime {
  private readonly base: number;

  /**
   * `mark`: where it stood when it was kept last, null at a first start; `last`: the latest moment in the journal;
   * `dayOffset`: what the time of day was ahead of it.
   */
  constructor(
    private readonly clocks: MachineClocks,
    mark: ClockMark | null,
    last: number,
    dayOffset: number,
  ) {
    const up = clocks.up();
    const goesOn = mark !== null && clocks.boot !== '' && mark.boot === clocks.boot && up >= mark.up;
    const now = goesOn ? mark.at + (up - mark.up) : clocks.wall() - dayOffset;
    this.base = Math.max(now, last, mark?.at ?? 0) - up;
  }

  now = (): number => this.base + this.clocks.up();

  mark = (): ClockMark => ({ at: this.now(), up: this.clocks.up(), boot: this.clocks.boot });

  /** What the machine's clock is ahead of the air clock, in seconds. */
  ahead = (): number => this.clocks.wall() - this.now();

  /** What the time of day is to be ahead next: a little nearer to the machine's clock, or null where that is not to be done by itself. */
  follow(dayOffset: number): number | null {
    const apart = this.ahead() - dayOffset;
    if (Math.abs(apart) < sameSeconds || Math.abs(apart) > followedSeconds) return null;
    return dayOffset + Math.sign(apart) * Math.min(stepSeconds, Math.abs(apart));
  }

  /** By how much the machine's clock was set, in seconds, where it waits for someone's word; else null. */
  stepped(dayOffset: number): number | null {
    const apart = this.ahead() - dayOffset;
    return Math.abs(apart) > followedSeconds ? apart : null;
  }
}
