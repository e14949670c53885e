/** Wrong keys that cost nothing yet. */
const freeTries = 3;
const longestWaitMs = 60_000;
/** After so long without a wrong key all is forgotten, in ms. */
const forgottenMs = 15 * 60_000;
const mostKnown = 5000;

interface Tries {
  wrong: number;
  /** When the next may be tried, and the last was. */
  next: number;
  last: number;
}

/** Slows down who tries keys: after a few wrong ones each next may only be tried after a wait, twice as long each time. */
export class KeyGuard {
  private readonly tries = new Map<string, Tries>();

  /** `now` in ms by a clock that is never set. */
  constructor(private readonly now: () => number) {}

  /** How long one from an address has to wait before a key is looked at, in ms; 0 where at once. */
  waitMs(address: string): number {
    const known = this.tries.get(address);
    if (!known) return 0;
    if (this.now() - known.last > forgottenMs) return (this.tries.delete(address), 0);
    return Math.max(0, known.next - this.now());
  }

  /** Notes a wrong key; returns how many there were from there. */
  wrong(address: string): number {
    const now = this.now();
    const known = this.tries.get(address) ?? { wrong: 0, next: 0, last: 0 };
    known.wrong += 1;
    known.last = now;
    known.next =
      known.wrong <= freeTries
        ? now
        : now + Math.min(longestWaitMs, 1000 * 2 ** (known.wrong - freeTries - 1));
    this.tries.delete(address);
    this.tries.set(address, known);
    const oldest = this.tries.keys().next().value;
    if (this.tries.size > mostKnown && oldest !== undefined) this.tries.delete(oldest);
    return known.wrong;
  }

  right(address: string): void {
    this.tries.delete(address);
  }
}
