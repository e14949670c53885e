// What is drawn on one target, in order: batches of quads, and meshes with geometry of their own. A quad joins a batch that
// is there already, also an earlier one where it covers nothing of what comes between, or begins another.
import type { Texture } from 'three';
import type { NodeMesh } from './materials';
import { mostOwn, type Features } from './quad-shader';

/** Left, top, right, bottom in px of the canvas. */
export type Box = Float64Array;

const overlap = (a: Box, b: Box): boolean =>
  (a[0] as number) < (b[2] as number) &&
  (b[0] as number) < (a[2] as number) &&
  (a[1] as number) < (b[3] as number) &&
  (b[1] as number) < (a[3] as number);

/** Works of all features for a pixel, in parts of that of a plain one; as measured without a graphics processor. */
const prices = {
  image: 0.9,
  own: 0.4,
  box: 0.7,
  cut: 0.5,
  clip: 0.6,
  slide: 2,
  shade: 1.5,
  mask: 1,
  space: 1,
  smooth: 2,
};
/** What another draw call is worth, in plain pixels, for each that there is. */
const callPrice = 20_000;
/** How far back a quad looks for a batch to join. */
const lookBack = 4;
/** More quads than so many are taken to be everywhere in their box. */
const mostCompared = 200;

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

export class Batch implements Features {
  images: Features['images'] = 0;
  boxes = false;
  cuts = false;
  clips = 0;
  rounds = false;
  slides = false;
  stops = 0;
  masks = false;
  space = false;
  smooth = false;
  /** Where the list of `starts` stands among the numbers. */
  first = 0;
  /** Where the numbers of each quad begin. */
  readonly starts: number[] = [];
  /** Textures of their own that quads of it show. */
  readonly own: Texture[] = [];
  /** The quads' boxes, one behind the other, and one about them all. */
  private boxesOf = new Float64Array(64);
  private readonly around: Box = new Float64Array(4);
  private readonly one: Box = new Float64Array(4);
  private pixels = 0;

  restart(): void {
    this.images = 0;
    this.boxes = this.cuts = this.rounds = this.slides = this.masks = false;
    this.space = this.smooth = false;
    this.clips = this.stops = 0;
    this.starts.length = this.own.length = 0;
    this.pixels = 0;
    this.around.set([Infinity, Infinity, -Infinity, -Infinity]);
  }

  covers(box: Box): boolean {
    if (!overlap(this.around, box)) return false;
    const count = this.starts.length;
    if (count > mostCompared) return true;
    for (let i = 0; i < count; i += 1) {
      for (let k = 0; k < 4; k += 1) this.one[k] = this.boxesOf[i * 4 + k] as number;
      if (overlap(this.one, box)) return true;
    }
    return false;
  }

  /** Whether textures can stand beside those it has. */
  takes(first: Texture | null, second: Texture | null): boolean {
    let more = 0;
    if (first && !this.own.includes(first)) more += 1;
    if (second && second !== first && !this.own.includes(second)) more += 1;
    return this.own.length + more <= mostOwn;
  }

  /** What it costs, in plain pixels, that quads with and without a feature are drawn by one program. */
  priceOf(quad: Features, pixels: number): number {
    const differ = (own: number, other: number): number =>
      own > other ? (own - other) * pixels : (other - own) * this.pixels;
    return (
      differ(Math.min(1, this.images), Math.min(1, quad.images)) * prices.image +
      differ(Number(this.images > 1), Number(quad.images > 1)) * prices.own +
      differ(Number(this.boxes), Number(quad.boxes)) * prices.box +
      differ(Number(this.cuts), Number(quad.cuts)) * prices.cut +
      differ(this.clips, quad.clips) * prices.clip +
      differ(Number(this.slides), Number(quad.slides)) * prices.slide +
      differ(Number(this.stops > 0), Number(quad.stops > 0)) * prices.shade +
      differ(Number(this.masks), Number(quad.masks)) * prices.mask +
      differ(Number(this.space), Number(quad.space)) * prices.space +
      differ(Number(this.smooth), Number(quad.smooth)) * prices.smooth
    );
  }

  add(start: number, quad: Features, box: Box, pixels: number): void {
    const count = this.starts.length;
    this.starts.push(start);
    if (count <= mostCompared) {
      if (this.boxesOf.length < (count + 1) * 4) {
        const wider = new Float64Array(this.boxesOf.length * 2);
        wider.set(this.boxesOf);
        this.boxesOf = wider;
      }
      this.boxesOf.set(box, count * 4);
    }
    const { around } = this;
    around[0] = Math.min(around[0] as number, box[0] as number);
    around[1] = Math.min(around[1] as number, box[1] as number);
    around[2] = Math.max(around[2] as number, box[2] as number);
    around[3] = Math.max(around[3] as number, box[3] as number);
    this.pixels += pixels;
    if (quad.images > this.images) this.images = quad.images;
    this.boxes ||= quad.boxes;
    this.cuts ||= quad.cuts;
    this.clips = Math.max(this.clips, quad.clips);
    this.rounds ||= quad.rounds;
    this.slides ||= quad.slides;
    this.stops = Math.max(this.stops, quad.stops);
    this.masks ||= quad.masks;
    this.space ||= quad.space;
    this.smooth ||= quad.smooth;
  }

  /** The number by which quads of it ask for a texture: 1 and up. */
  slotOf(texture: Texture): number {
    let at = this.own.indexOf(texture);
    if (at < 0) at = this.own.push(texture) - 1;
    this.images = Math.max(this.images, at > 0 ? 3 : 2) as Mutable<Features>['images'];
    return at + 1;
  }
}

/** A mesh on a sheet, and where it lies. */
export interface Placed {
  readonly mesh: NodeMesh;
  readonly box: Box;
}

export class Sheet {
  readonly items: (Batch | Placed)[] = [];

  constructor(private readonly newBatch: () => Batch) {}

  /** The batch that a quad joins, so that it is seen as if it came last. */
  batchFor(quad: Features, box: Box, pixels: number, first: Texture | null, second: Texture | null): Batch {
    const { items } = this;
    let best: Batch | null = null;
    let least = callPrice * (1 + items.length);
    for (let i = items.length - 1; i >= 0 && i >= items.length - lookBack; i -= 1) {
      const item = items[i] as Batch | Placed;
      if (!(item instanceof Batch)) {
        if (overlap(item.box, box)) break;
        continue;
      }
      if (item.takes(first, second)) {
        const price = item.priceOf(quad, pixels);
        if (price < least) {
          least = price;
          best = item;
        }
      }
      if (item.covers(box)) break;
    }
    if (best) return best;
    const batch = this.newBatch();
    items.push(batch);
    return batch;
  }

  put(mesh: NodeMesh, box: Box): void {
    this.items.push({ mesh, box: box.slice() });
  }
}
