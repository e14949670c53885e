import { createHash } from 'node:crypto';
import { imageSize } from 'image-size';
import { isPicture, isWholePicture, sniffAsset } from '../../core/show';
import type { Problem } from '../../core/problem';
import type { Answered } from '../sources/address';
import { isLively } from '../sources/picture-watch';
import { initialOf, noPicture } from './picture-names';
import type { WantedPicture } from './posts.worker';

const largest = 12 << 20;
/** Bytes of pictures that are kept to be looked at. */
const mostBytes = 64 << 20;
/** A picture that could not be had is asked for again after so long. */
const againMs = 30_000;

type Ask = (url: string) => Promise<Answered>;

/** Pictures that posts bring: fetched once, looked at before anyone is shown them, and kept for air under their hash. */
export class PostPictures {
  private readonly kept = new Map<string, Uint8Array>();
  private bytes = 0;
  private readonly asked = new Map<string, Promise<Uint8Array | null>>();
  private readonly failed = new Map<string, number>();

  constructor(private readonly addAsset: (id: string, bytes: Uint8Array) => Promise<Problem | null>) {}

  /** The bytes of a picture; null where there is none that may be shown. */
  async look(url: string, ask: Ask): Promise<Uint8Array | null> {
    const kept = this.kept.get(url);
    if (kept) {
      // What was looked at last goes last.
      this.kept.delete(url);
      this.kept.set(url, kept);
      return kept;
    }
    if (Date.now() - (this.failed.get(url) ?? 0) < againMs) return null;
    const waiting = this.asked.get(url);
    if (waiting) return waiting;
    const asked = this.fetched(url, ask).finally(() => this.asked.delete(url));
    this.asked.set(url, asked);
    return asked;
  }

  private async fetched(url: string, ask: Ask): Promise<Uint8Array | null> {
    const answered = await ask(url).catch(() => null);
    const bytes = answered && 'bytes' in answered && isFit(answered.bytes) ? answered.bytes : null;
    if (!bytes) {
      if (this.failed.size > 5000) this.failed.clear();
      this.failed.set(url, Date.now());
      return null;
    }
    this.kept.set(url, bytes);
    this.bytes += bytes.length;
    for (const [old, own] of this.kept) {
      if (this.bytes <= mostBytes) break;
      this.kept.delete(old);
      this.bytes -= own.length;
    }
    return bytes;
  }

  /** Keeps a picture, or a part of it, for renderers; gives its hash. */
  async keep({ url, crop }: WantedPicture, ask: Ask): Promise<string | null> {
    const whole = drawnFor(url) ?? (await this.look(url, ask));
    const bytes = whole && crop ? cropped(whole, crop) : whole;
    if (!bytes) return null;
    const hash = createHash('sha256').update(bytes).digest('hex');
    return (await this.addAsset(hash, bytes)) === null ? hash : null;
  }
}

/** What stands where a picture is missing: an initial on a colour of its own, or nothing at all. */
function drawnFor(url: string): Uint8Array | null {
  const write = (svg: string): Uint8Array => new TextEncoder().encode(svg);
  if (url === noPicture) return write('<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 4 3" width="400" height="300"/>');
  if (!url.startsWith(initialOf(''))) return null;
  const name = url.slice(initialOf('').length).trim();
  const letter = /[\p{L}\p{N}]/u.exec(name)?.[0].toLocaleUpperCase('en') ?? '•';
  const hue = [...name].reduce((sum, sign) => (sum * 31 + (sign.codePointAt(0) ?? 0)) % 360, 7);
  return write(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 200 200" width="400" height="400"><rect width="200" height="200" fill="hsl(${hue} 42% 34%)"/><text x="100" y="136" font-family="sans-serif" font-size="104" font-weight="700" text-anchor="middle" fill="#fff">${letter}</text></svg>`);
} // prettier-ignore

function isFit(bytes: Uint8Array): boolean {
  const type = sniffAsset(bytes);
  if (bytes.length > largest || type === null || !isPicture({ type }) || !isWholePicture(bytes, type))
    return false;
  return type !== 'image/svg+xml' || !isLively(new TextDecoder().decode(bytes));
}

/** A part of a picture as a picture of its own: vector art that shows no more of it. */
function cropped(bytes: Uint8Array, crop: NonNullable<WantedPicture['crop']>): Uint8Array | null {
  try {
    const { width, height, orientation = 1 } = imageSize(bytes);
    // Turned by a quarter, its sides change places (EXIF orientation 5 to 8).
    const [w, h] = orientation >= 5 ? [height, width] : [width, height];
    const box = [crop.x * w, crop.y * h, crop.width * w, crop.height * h].map((n) => Math.round(n * 100) / 100);
    const data = `data:${sniffAsset(bytes) ?? ''};base64,${Buffer.from(bytes).toString('base64')}`;
    return new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box.join(' ')}" width="${box[2]}" height="${box[3]}"><image href="${data}" width="${w}" height="${h}"/></svg>`,
    );
  } catch {
    return null;
  }
} // prettier-ignore
