import type { MovingImage, Movers } from '../render';
import type { Wanted } from './drawing-messages';

interface Far {
  state: 'coming' | 'missing' | 'shown';
  image: ImageBitmap | null;
  version: number;
}

/** Moving pictures that play on the page of a worker: it tells what it wants, and is sent what is seen. */
export class FarMovers implements Movers {
  private readonly known = new Map<string, Far>();
  private wanted: Wanted[] = [];
  /** What is shown in the place of an asset that was saved anew. */
  savedAs = (asset: string): string => asset;
  /** The assets of what was asked for, by its key. */
  private readonly assets = new Map<string, string>();

  /** `onFound` is told whether the video of an asset could be had. */
  constructor(
    private readonly ask: (wanted: readonly Wanted[]) => void,
    private readonly onFound: (asset: string, isThere: boolean) => void,
  ) {}

  video(key: string, asset: string, seconds: number, loops: boolean): MovingImage | 'coming' | 'missing' {
    const own = this.savedAs(asset);
    const place = `video ${key} ${own}`;
    this.assets.set(place, asset);
    this.want({ kind: 'video', key: place, asset: own, seconds, loops });
    return this.shown(place);
  }

  camera(device: string, seconds: number): MovingImage | 'coming' {
    const place = `camera ${device}`;
    this.want({ kind: 'camera', key: place, device, seconds });
    const shown = this.shown(place);
    return shown === 'missing' ? 'coming' : shown;
  }

  get isWaiting(): boolean {
    for (const { state } of this.known.values()) if (state === 'coming') return true;
    return false;
  }

  take(key: string, state: Far['state'], image: ImageBitmap | undefined): void {
    const known = this.known.get(key) ?? { state, image: null, version: 0 };
    this.known.set(key, known);
    known.state = state;
    const asset = this.assets.get(key);
    if (asset !== undefined && state !== 'coming') this.onFound(asset, state === 'shown');
    if (!image) return;
    known.image?.close();
    known.image = image;
    known.version += 1;
  }

  dispose(): void {
    for (const { image } of this.known.values()) image?.close();
    this.known.clear();
  }

  /** All that a picture wants is told at once, when it has been planned. */
  private want(wanted: Wanted): void {
    if (this.wanted.length === 0)
      queueMicrotask(() => {
        this.ask(this.wanted);
        this.wanted = [];
      });
    this.wanted.push(wanted);
  }

  private shown(place: string): MovingImage | 'coming' | 'missing' {
    const known = this.known.get(place);
    if (!known || known.state !== 'shown' || !known.image) return known?.state === 'missing' ? 'missing' : 'coming'; // prettier-ignore
    const { image, version } = known;
    return { image, width: image.width, height: image.height, version };
  }
}
