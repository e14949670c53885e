// When a machine cannot keep up with what is on air, less is drawn, step by step; and more again when it can.
import type { Relief } from '../render';

/** A second of drawing: pictures that were due, of those that were late, and what there is in them to leave out. */
export interface Drawn {
  readonly due: number;
  readonly dropped: number;
  readonly insets: number;
  readonly blurs: number;
}

/** Of the pictures that are due, the part that may be late; and the part that must be, for more to be drawn again. */
const tooMany = 0.2;
const few = 0.04;
/** Seconds in a row that are too slow before less is drawn. */
const patience = 3;
/** Seconds in a row that are quick before more is drawn: the first time, and at most. */
const firstTrust = 10;
const mostTrust = 160;

/** Decides what is left out of a channel's picture. It begins with nothing left out. */
export class ReliefSteps {
  now: Relief = 0;
  private slow = 0;
  private quick = 0;
  private trust = firstTrust;

  /** Takes in a second; whether something else is left out from now on. */
  second({ due, dropped, insets, blurs }: Drawn): boolean {
    const before = this.now;
    const part = due > 0 ? dropped / due : 0;
    this.slow = part > tooMany ? this.slow + 1 : 0;
    this.quick = part <= few ? this.quick + 1 : 0;
    if (this.slow >= patience) this.less(insets > 0, blurs > 0);
    else if (this.now > 0 && this.quick >= this.trust) this.more();
    return this.now !== before;
  }

  private less(hasInsets: boolean, hasBlurs: boolean): void {
    this.slow = 0;
    const next = hasInsets && this.now < 2 ? this.now + 1 : hasBlurs && this.now < 3 ? 3 : this.now;
    if (next === this.now) return;
    this.now = next as Relief;
    // What has had to be taken back is tried again later each time.
    if (this.quick === 0 && this.tried) this.trust = Math.min(mostTrust, this.trust * 2);
    this.tried = false;
  }
  private tried = false;

  private more(): void {
    this.quick = 0;
    this.now = (this.now - 1) as Relief;
    this.tried = true;
  }
}
