import type { Missing } from './client';

export interface GiveBackPorts {
  /** A release that is at hand here, as its canonical JSON; null where it is not. */
  readonly release: (hash: string) => Promise<string | null>;
  /** The bytes of an asset that is at hand here. */
  readonly asset: (id: string) => Promise<Blob | null>;
  readonly fetch: typeof fetch;
  /** A number from 0 to 1 by chance, so that not all give at once. */
  readonly chance: () => number;
}

/** Not all at once, in ms. */
const spreadMs = 1500;

/** Gives the server back what it has lost and this page has: it is known by its hash, so that nothing else can be slipped in. */
export class GiveBack {
  private wanted = new Set<string>();
  private readonly tried = new Set<string>();

  constructor(private readonly ports: GiveBackPorts) {}

  /** What the server lacks now. */
  missing({ releases, assets }: Missing): void {
    this.wanted = new Set([...releases, ...assets]);
    for (const id of assets) this.soon(id, () => this.ports.asset(id), 'assets');
    for (const hash of releases) this.soon(hash, () => this.ports.release(hash), 'releases');
    for (const id of this.tried) if (!this.wanted.has(id)) this.tried.delete(id);
  }

  private soon(id: string, find: () => Promise<Blob | string | null>, kind: 'assets' | 'releases'): void {
    if (this.tried.has(id)) return;
    this.tried.add(id);
    setTimeout(
      () => void this.give(id, find, kind).catch(() => this.tried.delete(id)),
      this.ports.chance() * spreadMs,
    );
  }

  private async give(
    id: string,
    find: () => Promise<Blob | string | null>,
    kind: 'assets' | 'releases',
  ): Promise<void> {
    const path = `/api/${kind}/${id}`;
    // The browser may have kept what came before.
    const kept = await this.ports.fetch(path, { cache: 'force-cache' }).catch(() => null);
    const body = kept?.ok ? await kept.blob() : await find();
    if (body === null || !this.wanted.has(id)) return;
    await this.ports.fetch(path, {
      method: 'PUT',
      headers: { 'content-type': 'application/octet-stream' },
      body,
    });
  }
}
