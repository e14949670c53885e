import { existsSync } from 'node:fs';
import { showFormat, type Release } from '../../core/show';
import { problem, type Problem } from '../../core/problem';
import { writeWhole, type Disk } from '../disk';
import type { Log } from '../log';
import type { Troubles } from '../trouble';
import { readSlim, sha256, type Checked } from './release-work';

/** What the store has done aside, in a worker. */
export interface StoreWork {
  check(bytes: Uint8Array, claimed: string | null, version: string): Promise<Checked | { problem: Problem }>;
  slim(bytes: Uint8Array, hash: string, version: string): Promise<Uint8Array | null>;
  /** The SHA-256 of a file; null where it cannot be read. */
  hash(path: string): Promise<string | null>;
}

export interface StoreParts {
  readonly disk: Disk;
  readonly folder: string;
  readonly work: StoreWork;
  readonly log: Log;
  readonly troubles: Troubles;
}

const isHash = (text: string): boolean => /^[0-9a-f]{64}$/.test(text);
const slimVersion = `release-${showFormat}`;
/** Releases that are kept at hand. */
const keptAtHand = 12;

const unwritable = (error: Error, what: string): Problem =>
  problem(
    'store-unwritable',
    `The server cannot keep the ${what} (${error.message}). Nothing was changed. Free some disk space and release again.`,
  );

/**
 * Releases and assets on disk, each under the hash of its content, so that nothing is ever written over. Releases are
 * kept twice: of one that is damaged the other takes the place. What air needs and neither has is missing, and taken
 * from whoever has it.
 */
export class Store {
  private readonly releases = new Map<string, Release>();
  private readonly loading = new Map<string, Promise<Release | null>>();
  private readonly sound = new Set<string>();
  private readonly goneReleases = new Set<string>();
  private readonly goneAssets = new Set<string>();
  private needed: ReadonlySet<string> = new Set();
  /** Told when something that was missing has come. */
  readonly found = new Set<() => void>();

  private constructor(private readonly parts: StoreParts) {}

  static async open(parts: StoreParts): Promise<Store> {
    for (const name of ['releases', 'copies', 'assets'])
      await parts.disk.makeFolder(`${parts.folder}/${name}`);
    return new Store(parts);
  }

  /** A release that is at hand, without the rows of its tables; undefined where it is not, see `load`. */
  readonly release = (hash: string): Release | undefined => this.releases.get(hash);

  releasePath = (hash: string): string => `${this.parts.folder}/releases/${hash}.json`;
  copyPath = (hash: string): string => `${this.parts.folder}/copies/${hash}.json`;
  assetPath = (id: string): string => `${this.parts.folder}/assets/${id}`;
  has = (hash: string): boolean =>
    isHash(hash) && (existsSync(this.releasePath(hash)) || existsSync(this.copyPath(hash)));
  hasAsset = (id: string): boolean => isHash(id) && existsSync(this.assetPath(id));

  /** What air needs and this server has lost. */
  missing = (): { releases: string[]; assets: string[] } => ({
    releases: [...this.goneReleases],
    assets: [...this.goneAssets],
  });
  isMissing = (id: string): boolean => this.goneReleases.has(id) || this.goneAssets.has(id);

  /** Brings a release to hand; null where there is none, or both its files are damaged. */
  load(hash: string): Promise<Release | null> {
    const known = this.releases.get(hash);
    if (known) return Promise.resolve(known);
    if (!isHash(hash)) return Promise.resolve(null);
    const under = this.loading.get(hash);
    if (under) return under;
    const loaded = this.read(hash)
      .then((release) => {
        if (release) this.keep(hash, release);
        return release;
      })
      .catch((error: Error) => {
        this.parts.log.error({ hash, stack: error.stack }, error.message);
        return null;
      })
      .finally(() => this.loading.delete(hash));
    this.loading.set(hash, loaded);
    return loaded;
  }

  private async read(hash: string): Promise<Release | null> {
    const { disk, work, log, folder } = this.parts;
    const kept = await disk.read(this.slimPath(hash)).catch(() => null);
    const slim = kept && readSlim(kept, slimVersion);
    if (slim) return slim;
    for (const path of [this.releasePath(hash), this.copyPath(hash)]) {
      const bytes = await disk.read(path).catch(() => null);
      const made = bytes && (await work.slim(bytes, hash, slimVersion));
      if (!made) continue;
      await writeWhole(disk, `${folder}/releases`, slimName(hash), made).catch((error: Error) =>
        log.warn({ hash }, error.message),
      );
      return readSlim(Buffer.from(made), slimVersion);
    }
    return null;
  }

  private slimPath = (hash: string): string => `${this.parts.folder}/releases/${slimName(hash)}`;

  private keep(hash: string, release: Release): void {
    this.releases.delete(hash);
    this.releases.set(hash, release);
    for (const other of this.releases.keys()) {
      if (this.releases.size <= keptAtHand) break;
      if (!this.needed.has(other)) this.releases.delete(other);
    }
  }

  /** Brings to hand what air plays from, and says what of it is missing. `name`: of the show that is on air. */
  async need(hashes: ReadonlySet<string>, name: string): Promise<void> {
    this.needed = hashes;
    for (const hash of this.goneReleases) if (!hashes.has(hash)) this.over(hash);
    for (const hash of hashes) if (!(await this.load(hash)) && this.needed.has(hash)) this.lost(hash, name);
  }

  private lost(hash: string, name: string): void {
    this.goneReleases.add(hash);
    this.parts.log.error({ hash }, 'a release that air needs is missing or damaged');
    this.parts.troubles.set(
      problem(
        'release-missing',
        `The release of “${name}” that air plays is missing or damaged on this server. What is up stands on outputs that have it; nothing can be taken from it. Any window or output that has it gives it back by itself; else release the show again.`,
        hash,
      ),
    );
  }

  private over(hash: string): void {
    if (!this.goneReleases.delete(hash)) return;
    this.parts.troubles.clear('release-missing', hash);
  }

  /**
   * Looks through what air needs, file by file: of two of a release the sound one takes the place of the other, and
   * assets that are damaged are taken away, so that they can be given back.
   */
  async checkNeeded(): Promise<void> {
    for (const hash of this.needed) {
      await this.isSound(hash);
      const release = this.releases.get(hash);
      for (const { id, name } of Object.values(release?.assets ?? {})) {
        const found = await this.parts.work.hash(this.assetPath(id));
        if (found === id) continue;
        await this.parts.disk.remove(this.assetPath(id)).catch(() => undefined);
        this.goneAssets.add(id);
        this.parts.log.error({ asset: id, name }, 'a picture that air needs is missing or damaged');
        this.parts.troubles.set(
          problem(
            'asset-missing',
            `“${name}” is missing or damaged on this server. Outputs that have it go on showing it. Any window that has it gives it back by itself; else release the show again.`,
            id,
          ),
        );
      }
    }
  }

  /** Whether a release can be given out: looked at once, and mended from its copy where one of the two is damaged. */
  async isSound(hash: string): Promise<boolean> {
    if (this.sound.has(hash)) return true;
    if (!isHash(hash)) return false;
    const { disk, work, log, folder } = this.parts;
    const files = [
      ['releases', this.releasePath(hash)],
      ['copies', this.copyPath(hash)],
    ] as const;
    const good = [];
    for (const [, path] of files) good.push((await work.hash(path)) === hash);
    const from = files[good.indexOf(true)];
    if (!from) return false;
    for (const [i, [name, path]] of files.entries()) {
      if (good[i]) continue;
      const bytes = await disk.read(from[1]);
      if (!bytes) return false;
      log.warn({ hash, path: name }, 'a damaged or missing release was put right from its copy');
      await writeWhole(disk, `${folder}/${name}`, `${hash}.json`, bytes).catch((error: Error) =>
        log.warn({ hash, path }, error.message),
      );
    }
    this.sound.add(hash);
    return true;
  }

  /** Takes a release in whole or not at all. `claimed`: the hash that the sender says it has. */
  async addRelease(
    bytes: Uint8Array,
    claimed: string | null = null,
  ): Promise<{ hash: string } | { problem: Problem }> {
    const { disk, folder, work } = this.parts;
    const checked = await work.check(bytes, claimed, slimVersion);
    if ('problem' in checked) return checked;
    const { hash } = checked;
    const lacking = this.isMissing(hash) ? undefined : checked.assets.find(([id]) => !this.hasAsset(id));
    if (lacking)
      return {
        problem: problem(
          'missing-asset',
          `The picture “${lacking[1]}” has not been uploaded. Release again.`,
          `assets.${lacking[0]}`,
        ),
      };
    const release = readSlim(Buffer.from(checked.slim), slimVersion);
    if (!release) throw new Error('what was checked cannot be read');
    if (!(await this.isSound(hash))) {
      try {
        await writeWhole(disk, `${folder}/copies`, `${hash}.json`, checked.bytes);
        await writeWhole(disk, `${folder}/releases`, slimName(hash), checked.slim);
        await writeWhole(disk, `${folder}/releases`, `${hash}.json`, checked.bytes);
      } catch (error) {
        for (const path of [this.copyPath(hash), this.slimPath(hash), `${this.releasePath(hash)}.new`])
          await disk.remove(path).catch(() => undefined);
        return { problem: unwritable(error as Error, 'release') };
      }
      this.sound.add(hash);
    }
    this.keep(hash, release);
    const wasMissing = this.goneReleases.has(hash);
    this.over(hash);
    if (wasMissing) for (const listener of this.found) listener();
    return { hash };
  }

  async addAsset(id: string, bytes: Uint8Array): Promise<Problem | null> {
    if (!isHash(id) || sha256(bytes) !== id)
      return problem(
        'damaged-asset',
        'The picture was damaged on its way: its content is not what its name says. Release again.',
        id,
      );
    const there = this.hasAsset(id) ? await this.parts.work.hash(this.assetPath(id)) : null;
    if (there !== id) {
      try {
        await writeWhole(this.parts.disk, `${this.parts.folder}/assets`, id, bytes);
      } catch (error) {
        return unwritable(error as Error, 'picture');
      }
    }
    if (this.goneAssets.delete(id)) this.parts.troubles.clear('asset-missing', id);
    return null;
  }
}

const slimName = (hash: string): string => `${hash}.air`;
