/** Bounds for those on the network who show no key: an output needs none. */
export const visitorBounds = {
  /** Connected at once, from everywhere and from one address. */
  all: 200,
  each: 40,
  /** New connections from one address: so many at once, and so many a second after that. */
  burst: 40,
  perSecond: 5,
} as const;

interface Counted {
  here: number;
  tokens: number;
  at: number;
}

/** Counts visitors by their address, so that none can fill the server. `now` in seconds by a clock that is never set. */
export class Visitors {
  private readonly known = new Map<string, Counted>();
  private here = 0;

  constructor(
    private readonly now: () => number,
    private readonly bounds: { readonly [K in keyof typeof visitorBounds]: number } = visitorBounds,
  ) {}

  /** Lets one in, or not; whoever is let in is to be told of with `leave`. */
  enter(address: string): boolean {
    const { all, each, burst, perSecond } = this.bounds;
    const now = this.now();
    const own = this.known.get(address) ?? { here: 0, tokens: burst, at: now };
    own.tokens = Math.min(burst, own.tokens + (now - own.at) * perSecond);
    own.at = now;
    this.known.set(address, own);
    if (this.here >= all || own.here >= each || own.tokens < 1) return false;
    own.tokens -= 1;
    own.here += 1;
    this.here += 1;
    return true;
  }

  leave(address: string): void {
    const own = this.known.get(address);
    if (!own) return;
    own.here -= 1;
    this.here -= 1;
  }

  /** Forgets those that have not been here for a while. */
  sweep(): void {
    const { burst, perSecond } = this.bounds;
    for (const [address, own] of this.known)
      if (own.here === 0 && own.tokens + (this.now() - own.at) * perSecond >= burst)
        this.known.delete(address);
  }
}
