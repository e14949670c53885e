// What stands where the graphics of a machine are lost: a copy of the last picture, until it can be drawn again.

/** Seconds from one copy to the next, at least. */
const between = 0.5;

/** What is to be done for the copy after a frame: take it of what was just drawn, have it drawn once more, or nothing. */
export type CopyStep = 'take' | 'draw' | 'none';

/** Decides when a copy of a channel's picture is taken, and whether it may still be shown. */
export class Standing {
  private last = -Infinity;
  private isBehind = false;
  private begun: readonly string[] = [];
  private held: readonly string[] = [];

  /** Of a frame: a copy is taken now and then while the picture changes, and once more when it has come to rest. */
  frame(now: number, isDrawn: boolean): CopyStep {
    this.isBehind ||= isDrawn;
    if (!this.isBehind || Math.abs(now - this.last) < between) return 'none';
    if (!isDrawn) return 'draw';
    this.isBehind = false;
    this.last = now;
    return 'take';
  }

  /** A copy has been begun: of a picture with these graphics. */
  beginsWith(graphics: readonly string[]): void {
    this.begun = graphics;
  }

  /** The copy that was begun is there. */
  hasCome(): void {
    this.held = this.begun;
  }

  /** The graphics that are in the copy. */
  get graphics(): readonly string[] {
    return this.held;
  }
}

/** Whether a copy may be shown: nothing is in it that has been taken off air since. */
export const mayStand = (inCopy: readonly string[], onAir: readonly string[]): boolean =>
  inCopy.every((id) => onAir.includes(id));
