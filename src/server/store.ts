import { createHash } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { mkdir, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { problem, type Problem } from '../core/problem';
import { tetherCycle } from '../core/layout';
import {
  canonicalJson,
  openRelease,
  reactionCycle,
  releaseSchema,
  templateReferences,
  type Release,
} from '../core/show';

export const sha256 = (bytes: Uint8Array | string): string =>
  createHash('sha256').update(bytes).digest('hex');

const isHash = (text: string): boolean => /^[0-9a-f]{64}$/.test(text);

/** Releases and assets on disk, each under the hash of its content, so that nothing is ever overwritten. */
export class Store {
  private readonly releases = new Map<string, Release>();

  private constructor(private readonly folder: string) {}

  static async open(folder: string): Promise<Store> {
    for (const name of ['releases', 'assets']) await mkdir(join(folder, name), { recursive: true });
    return new Store(folder);
  }

  /** The release of a hash, or undefined where there is none or its file is damaged. */
  readonly release = (hash: string): Release | undefined => {
    const kept = this.releases.get(hash);
    if (kept || !isHash(hash)) return kept;
    try {
      const text = readFileSync(this.releasePath(hash), 'utf8');
      if (sha256(text) !== hash) return undefined;
      const release = openRelease(JSON.parse(text));
      this.releases.set(hash, release);
      return release;
    } catch {
      return undefined;
    }
  };

  releasePath = (hash: string): string => join(this.folder, 'releases', `${hash}.json`);
  assetPath = (id: string): string => join(this.folder, 'assets', id);
  hasAsset = (id: string): boolean => isHash(id) && existsSync(this.assetPath(id));

  /** Takes a release in whole or not at all. */
  async addRelease(value: unknown): Promise<{ hash: string } | { problem: Problem }> {
    const parsed = releaseSchema.safeParse(value);
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      const path = issue?.path.map(String).join('.') ?? '';
      return {
        problem: problem(
          'damaged-release',
          `The release is damaged at ${path || 'its top'}: ${issue?.message}.`,
          path,
        ),
      };
    }
    const release = parsed.data;
    for (const template of Object.values(release.templates)) {
      const wrong = templateReferences(template)[0] ?? tetherCycle(template);
      if (wrong) return { problem: wrong };
    }
    const round = reactionCycle(release);
    if (round) return { problem: round };
    const missing = Object.values(release.assets).find((asset) => !this.hasAsset(asset.id));
    if (missing) {
      return {
        problem: problem(
          'missing-asset',
          `The picture “${missing.name}” has not been uploaded. Release again.`,
          `assets.${missing.id}`,
        ),
      };
    }
    const text = canonicalJson(release);
    const hash = sha256(text);
    await this.write(this.releasePath(hash), text);
    this.releases.set(hash, release);
    return { hash };
  }

  async addAsset(id: string, bytes: Uint8Array): Promise<Problem | null> {
    if (sha256(bytes) !== id) {
      return problem(
        'damaged-asset',
        'The picture was damaged on its way: its content is not what its name says. Release again.',
        id,
      );
    }
    if (!this.hasAsset(id)) await this.write(this.assetPath(id), bytes);
    return null;
  }

  private async write(path: string, content: string | Uint8Array): Promise<void> {
    if (existsSync(path)) return;
    const fresh = `${path}.${process.pid}.new`;
    await writeFile(fresh, content);
    await rename(fresh, path);
  }
}
