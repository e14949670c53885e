interface Sample {
  readonly offset: number;
  readonly roundTrip: number;
}

const kept = 12;
/** A difference above this is jumped over at once; below it the clock glides, so that motion does not stumble. */
const jumpSeconds = 0.05;

/**
 * The server's clock as a client keeps it, by the sample with the shortest round trip of the last few (Cristian's
 * method). All times in seconds; `local` is any clock that never runs backwards.
 */
export class AirClock {
  private samples: Sample[] = [];
  private offset: number | null = null;

  constructor(private readonly local: () => number) {}

  /** Takes the answer to a ping: when it was sent by the local clock, and the server's time in the answer. */
  sample(sent: number, serverTime: number): void {
    const received = this.local();
    const roundTrip = Math.max(0, received - sent);
    this.samples = [...this.samples, { offset: serverTime - (sent + roundTrip / 2), roundTrip }].slice(-kept);
    const best = this.samples.reduce((a, b) => (b.roundTrip <= a.roundTrip ? b : a));
    if (this.offset === null || Math.abs(best.offset - this.offset) > jumpSeconds) this.offset = best.offset;
    else this.offset += (best.offset - this.offset) * 0.3;
  }

  /** Takes the server's time without knowing how long it was on its way; only until the first sample. */
  guess(serverTime: number): void {
    this.offset ??= serverTime - this.local();
  }

  /** Forgets the samples but not the time: another server may answer now. */
  restart(): void {
    this.samples = [];
  }

  /** By what the server's clock is ahead of the local one, in seconds. */
  get ahead(): number {
    return this.offset ?? 0;
  }

  /** Seconds since 1970-01-01 UTC by the server's clock. Before the first sample: by the local clock alone. */
  now(): number {
    return this.local() + this.ahead;
  }

  /** By how much it may be wrong, in seconds; Infinity before the first sample. */
  get errorSeconds(): number {
    return this.samples.length === 0 ? Infinity : Math.min(...this.samples.map((s) => s.roundTrip)) / 2;
  }

  /** Half the best round trip, in ms. */
  get lagMs(): number {
    return this.samples.length === 0 ? 0 : Math.min(...this.samples.map((s) => s.roundTrip)) * 500;
  }
}
