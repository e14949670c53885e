import { openRelease, type Release } from '../core/show';

const retryMs = 1000;

/** Keeps releases by hash; fetches those that are asked for and not there. A release never changes. */
export class ReleaseShelf {
  private readonly kept = new Map<string, Release>();
  private readonly asked = new Set<string>();

  constructor(
    private readonly fetchJson: (hash: string) => Promise<unknown>,
    private readonly onCome: () => void,
  ) {}

  /** The release, or undefined while it is on its way. */
  readonly get = (hash: string | null): Release | undefined => {
    if (hash === null) return undefined;
    const release = this.kept.get(hash);
    if (!release && !this.asked.has(hash)) {
      this.asked.add(hash);
      void this.fetch(hash);
    }
    return release;
  };

  /** The release if it is at hand; asks for nothing. */
  readonly peek = (hash: string): Release | undefined => this.kept.get(hash);

  private async fetch(hash: string): Promise<void> {
    try {
      this.kept.set(hash, openRelease(await this.fetchJson(hash)));
      this.onCome();
    } catch {
      // The server may be away: ask again until it is back.
      setTimeout(() => {
        this.asked.delete(hash);
        this.onCome();
      }, retryMs);
    }
  }
}
