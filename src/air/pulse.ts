/**
 * Tells whether the other end of a line has fallen silent, from beats at which it is asked for a sign. An end that was
 * itself held up (a long frame, a sleeping tab, a busy server) has not read what came meanwhile, so a late beat begins
 * the count anew: only silence that this end was awake for is silence of the other.
 */
export class Pulse {
  private unanswered = 0;
  private last: number | null = null;

  /** Beats come every so many ms; silent is who has answered none of so many. */
  constructor(
    private readonly everyMs: number,
    private readonly most: number,
  ) {}

  /** Something came from the other end. */
  heard(): void {
    this.unanswered = 0;
  }

  /** A beat at a time in ms; whether the other end is silent by now. */
  beat(ms: number): boolean {
    const isLate = this.last !== null && ms - this.last > this.everyMs * 1.5;
    this.last = ms;
    if (isLate) this.unanswered = 0;
    this.unanswered += 1;
    return this.unanswered > this.most;
  }
}
