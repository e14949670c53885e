import { createHash } from 'node:crypto';
import { readdir, readFile, stat } from 'node:fs/promises';
import { sep } from 'node:path';
import { isPicture, isWholePicture, sniffAsset } from '../../core/show';
import { insideOf } from './inside';

/** A picture that lies in the watched folder, whole. */
export interface WatchedPicture {
  /** Below the watched folder. */
  readonly path: string;
  /** SHA-256 of its bytes. */
  readonly hash: string;
  readonly bytes: number;
}

interface Seen {
  /** Its size and time at the last look. */
  mark: string;
  /** What was read at a mark, or that there was nothing to be had of it. */
  read: string;
  picture: WatchedPicture | null;
}

const lookMs = 200;
const largestPicture = 64 << 20;
const mostPictures = 2000;
const isNamed = (name: string): boolean =>
  /\.(png|jpe?g|webp|gif|svg)$/i.test(name) && !/(^|[/\\])(\.|~\$)/.test(name);
/** Vector art that could run or reach outside is not passed on as it is. */
export const isLively = (text: string): boolean =>
  /<script|<foreignObject|\son\w+\s*=|javascript:|(?:href|src)\s*=\s*["']\s*(?!#|data:image\/)/i.test(text);

/**
 * The pictures of the watched folder, each when it has stood still and closes as its writer closes it. One that is being
 * written, or was cut, stays what it was until it is whole again.
 */
export class PictureWatch {
  private readonly seen = new Map<string, Seen>();
  private timer: NodeJS.Timeout | null = null;

  constructor(
    private readonly folder: string,
    private readonly onChange: (picture: WatchedPicture) => void,
  ) {}

  begin(): void {
    const next = (ms: number): void => {
      this.timer = setTimeout(() => {
        const since = performance.now();
        // A folder that takes long to look at is looked at less often: at most a tenth of the time goes to it.
        void this.look()
          .catch(() => undefined)
          .then(() => this.timer && next(Math.max(lookMs, (performance.now() - since) * 10)));
      }, ms);
      this.timer.unref();
    };
    next(lookMs);
  }

  close(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  list = (): WatchedPicture[] => [...this.seen.values()].flatMap(({ picture }) => picture ?? []);

  /** The bytes of a picture as it was when it was whole last; null where it is not that any more. */
  async bytes(path: string, hash: string): Promise<Uint8Array | null> {
    const found = this.seen.get(path)?.picture;
    const real = found?.hash === hash ? await insideOf(this.folder, path) : null;
    const bytes = real && 'full' in real ? await readFile(real.full).catch(() => null) : null;
    return bytes && createHash('sha256').update(bytes).digest('hex') === hash ? bytes : null;
  }

  private async look(): Promise<void> {
    const names = await readdir(this.folder, { recursive: true }).catch(() => [] as string[]);
    const paths = names
      .filter(isNamed)
      .slice(0, mostPictures)
      .map((name) => name.split(sep).join('/'));
    for (const path of paths) await this.lookAt(path);
    const there = new Set(paths);
    for (const path of this.seen.keys()) if (!there.has(path)) this.seen.delete(path);
  }

  private async lookAt(path: string): Promise<void> {
    const real = await insideOf(this.folder, path);
    const at = 'full' in real ? await stat(real.full).catch(() => null) : null;
    if (!('full' in real) || !at?.isFile() || at.size > largestPicture) return;
    const mark = `${at.ino} ${at.mtimeMs} ${at.size}`;
    const own = this.seen.get(path) ?? { mark: '', read: '', picture: null };
    this.seen.set(path, own);
    const stood = own.mark === mark;
    own.mark = mark;
    // It is read once it is the same at two looks.
    if (!stood || own.read === mark) return;
    const bytes = await readFile(real.full).catch(() => null);
    const after = await stat(real.full).catch(() => null);
    if (!bytes || !after || `${after.ino} ${after.mtimeMs} ${after.size}` !== mark) return;
    own.read = mark;
    const type = sniffAsset(bytes);
    if (!type || !isPicture({ type }) || !isWholePicture(bytes, type)) return;
    if (type === 'image/svg+xml' && isLively(new TextDecoder().decode(bytes))) return;
    const hash = createHash('sha256').update(bytes).digest('hex');
    if (own.picture?.hash === hash) return;
    own.picture = { path, hash, bytes: bytes.length };
    this.onChange(own.picture);
  }
}
