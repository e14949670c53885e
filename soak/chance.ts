/** Chance with a seed (mulberry32), so that a round that failed can be had again. */
export class Chance {
  constructor(private state: number) {}

  /** From 0 to 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }
  below = (most: number): number => Math.floor(this.next() * most);
  of = <T>(list: readonly T[]): T => list[this.below(list.length)] as T;
}
