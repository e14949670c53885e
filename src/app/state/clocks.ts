import { namedTarget, type Target } from '../../core/clock';
import { clockAtRest, clockOf, clocksIn } from '../../core/playout';
import type { Clocks, Show } from '../../core/show';

/** What is asked of the worker that keeps the draft's rows. */
export interface ClockData {
  readonly timesOf: (counts: Extract<Show['clocks'][string]['counts'], { by: 'rows' }>) => Promise<Target[]>;
  readonly setCountedTo: (names: Readonly<Record<string, string>>) => void;
}

const everyMs = 5000;

/** The clocks of a draft as they begin, with the times of their rows. */
export class DraftClocks {
  private readonly found = new Map<string, readonly Target[]>();
  private clocks: Show['clocks'] = {};
  private all: Clocks = {};
  private names = '';

  constructor(private readonly data: ClockData) {
    // What is counted to becomes another by time alone.
    setInterval(() => void this.look(), everyMs);
  }

  /** The same object as long as nothing of them is new. */
  now = (): Clocks => this.all;

  follow(clocks: Show['clocks']): void {
    if (clocks === this.clocks) return;
    this.clocks = clocks;
    this.make();
    void this.look();
  }

  /** Looks again at the rows. */
  async look(): Promise<void> {
    const { clocks } = this;
    for (const { id, counts } of Object.values(clocks)) {
      if (counts.by !== 'rows') continue;
      const targets = await this.data.timesOf(counts);
      if (JSON.stringify(targets) === JSON.stringify(this.found.get(id))) continue;
      this.found.set(id, targets);
      this.make();
    }
    const now = Date.now() / 1000;
    const names = Object.fromEntries(
      Object.values(clocks).map((own) => [
        own.id,
        namedTarget(clockOf(clockAtRest(own, this.targetsOf(own))), now).name,
      ]),
    );
    const words = JSON.stringify(names);
    if (words !== this.names) this.data.setCountedTo(names);
    this.names = words;
  }

  private targetsOf = ({ id, counts }: Show['clocks'][string]): readonly Target[] | undefined =>
    counts.by === 'rows' ? this.found.get(id) : undefined;

  private make(): void {
    const resting = Object.values(this.clocks).map(
      (own) => [own.id, clockAtRest(own, this.targetsOf(own))] as const,
    );
    this.all = clocksIn(Object.fromEntries(resting));
  }
}
