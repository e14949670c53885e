import type { Texture } from 'three';
import { boundsThrough, isInSpace, type Clip } from '../core/display';
import type { Slab } from '../core/shape';
import { atlasSide, type Drawn } from './atlas';
import { colourOf } from './colours';
import type { GradientNumbers } from './gradient';
import type { Numbers } from './numbers';
import { clipTexels, quadTexels, type Features } from './quad-shader';
import { keepSeen, type Placing, type Quad } from './seen';
import type { Box, Sheet } from './sheet';

/** A place on a picture as a factor and a shift for x and for y, as the shader takes it. */
interface Over {
  image: Drawn | null;
  x: number;
  y: number;
  w: number;
  h: number;
}

/** What is drawn so many times as large as it is shown is smoothed. */
const shrunk = 1.4;
const atlasSize = { width: atlasSide, height: atlasSide };
/** Px of a texture; null: of the atlas. */
const sizeOf = (texture: Texture | null): { width: number; height: number } =>
  (texture?.image as { width: number; height: number } | undefined) ?? atlasSize;
/** Parts of a device px that count as none. */
const snap = 1e-3;
const stopsKnown = [0, 2, 4, 8, 16, 32, 64];
const clipsKnown = [0, 1, 2, 4, 5];
/** The next of some steps, so that few programs are needed. */
function stepUp(steps: readonly number[], value: number): number {
  for (let i = 0; i < steps.length; i += 1) if ((steps[i] as number) >= value) return steps[i] as number;
  return value;
}
/** Whether anything is moved. */
function movesAny(by: Float64Array): boolean {
  for (let i = 0; i < by.length; i += 1) if (by[i] !== 0) return true;
  return false;
}

/**
 * Draws quads on a sheet: what is set between `begin` and `stamp` holds for one of them. One brush serves all, so that no
 * frame makes new objects.
 */
export class Brush {
  /** Device px to a px of the canvas: the least, across and down. */
  scale = 1;
  scaleX = 1;
  scaleY = 1;
  private readonly quad: Quad = { x: 0, y: 0, z: 0, w: 0 };
  private readonly shown: Over = { image: null, x: 0, y: 0, w: 0, h: 0 };
  private readonly masking: Over = { image: null, x: 0, y: 0, w: 0, h: 0 };
  private isMaskInverted = false;
  private boost = 0;
  private readonly tint = new Float32Array(4);
  private boxW = -1;
  private boxH = -1;
  private readonly radii = new Float32Array(4);
  private readonly cut = new Float32Array(4);
  private hasCut = false;
  private gradient: GradientNumbers | null = null;
  private slab: Slab | null = null;
  private solid = 0;
  private isOneOfSeveral = false;
  private readonly box: Box = new Float64Array(4);
  private readonly features: { -readonly [K in keyof Features]: Features[K] } = {
    images: 0,
    boxes: false,
    cuts: false,
    clips: 0,
    rounds: false,
    slides: false,
    stops: 0,
    masks: false,
    space: false,
    smooth: false,
  };

  constructor(private readonly numbers: Numbers) {}

  /** A quad over a rectangle, px of its node: white, without anything. */
  begin(x: number, y: number, w: number, h: number): this {
    const { quad } = this;
    quad.x = x;
    quad.y = y;
    quad.z = w;
    quad.w = h;
    this.shown.image = this.masking.image = null;
    this.boost = 0;
    this.tint.fill(1);
    this.boxW = this.boxH = -1;
    this.hasCut = false;
    this.gradient = null;
    this.slab = null;
    this.solid = 0;
    this.isOneOfSeveral = false;
    return this;
  }

  colour(colour: string): this {
    this.tint.set(colourOf(colour));
    return this;
  }

  /** A colour as premultiplied parts 0 to 1. */
  premultiplied(red: number, green: number, blue: number, alpha: number): this {
    const { tint } = this;
    tint[0] = red;
    tint[1] = green;
    tint[2] = blue;
    tint[3] = alpha;
    return this;
  }

  /** Shows a picture that lies over a rectangle, px of the node. */
  picture(image: Drawn, x: number, y: number, w: number, h: number): this {
    over(this.shown, image, x, y, w, h);
    return this;
  }

  /** Of the picture only its opacity, so many times and 1 at most, in the colour or the gradient. */
  opacityAlone(boost = 1): this {
    this.boost = boost;
    return this;
  }

  /** Seen only in a box of so many px from the node's origin, its corners round. */
  inBox(w: number, h: number, radii: readonly [number, number, number, number]): this {
    this.boxW = w;
    this.boxH = h;
    this.radii.set(radii);
    return this;
  }

  /** Seen only within edges, px of the node. */
  within(left: number, top: number, right: number, bottom: number): this {
    const { cut } = this;
    cut[0] = left;
    cut[1] = top;
    cut[2] = right;
    cut[3] = bottom;
    this.hasCut = true;
    return this;
  }

  /** One of several side by side: of its picture only what lies between two lines, px of the node, to the very pixel. */
  onlyAcross(left: number, right: number): this {
    this.quad.x = left;
    this.quad.z = right - left;
    this.isOneOfSeveral = true;
    return this;
  }

  filledBy(gradient: GradientNumbers): this {
    this.gradient = gradient;
    return this;
  }

  /** All that it shows lies in a leaning strip. */
  inStrip(slab: Slab | null): this {
    this.slab = slab;
    return this;
  }

  /** Wiped by what is drawn, not by a box: where the picture has this opacity, it is solid. */
  solidAt(opacity: number): this {
    this.solid = opacity;
    return this;
  }

  /** Seen where another picture, over a rectangle of px of the node, is; inverted, where it is not. */
  maskedBy(image: Drawn, x: number, y: number, w: number, h: number, isInverted: boolean): this {
    over(this.masking, image, x, y, w, h);
    this.isMaskInverted = isInverted;
    return this;
  }

  /** Draws the quad as a node lies; nothing where nothing of it is seen. */
  stamp(sheet: Sheet, placing: Placing, opacity: number): void {
    const { quad, shown, masking, slab, features, numbers } = this;
    if (!(opacity > 0)) return;
    const [x, y, w, h] = [quad.x, quad.y, quad.z, quad.w];
    if (!keepSeen(quad, placing, this.scale)) return;
    let lean = 0;
    if (slab && slab.right - slab.left < quad.z) {
      quad.x = slab.left;
      quad.z = slab.right - slab.left;
      lean = slab.lean;
    }
    const m = placing.matrix;
    const inSpace = isInSpace(m);
    features.smooth = shown.image !== null && this.isShrunk(m, inSpace);
    if (lean === 0 && !inSpace && !this.isOneOfSeveral && m[1] === 0 && m[4] === 0)
      this.toWholePixels(m, shown.image !== null && shown.image.texture === null && !features.smooth);
    const { slides } = placing;
    const slidesNow = slides !== null && movesAny(slides);
    const own = shown.image?.texture ?? null;
    const mask = masking.image?.texture ?? null;
    features.images = own || mask ? 2 : shown.image ? 1 : 0;
    features.boxes = this.boxW >= 0;
    features.cuts = this.hasCut;
    features.clips = stepUp(clipsKnown, placing.clipCount);
    features.rounds = false;
    features.space = false;
    for (let i = 0; i < placing.clipCount; i += 1) {
      const { round, inverse } = placing.clips[i] as Clip;
      features.rounds ||= round >= 0;
      features.space ||= inSpace || isInSpace(inverse);
    }
    features.slides = slidesNow;
    features.stops = this.gradient ? stepUp(stopsKnown, this.gradient.stops) : 0;
    features.masks = mask !== null;
    boundsThrough(this.box, m, quad.x, quad.y, quad.z, quad.w, lean);
    const pixels = pixelsOf(this.box, this.scale);
    const batch = sheet.batchFor(features, this.box, pixels, own, mask);

    const start = numbers.take(quadTexels);
    const spaceAt = inSpace ? this.write(m, 4) : -1;
    const cutAt = this.hasCut ? this.write(this.cut, 1) : -1;
    const clipAt = placing.clipCount > 0 ? this.writeClips(placing) : -1;
    let slidesAt = -1;
    if (slidesNow) {
      slidesAt = numbers.take(3);
      const { data } = numbers;
      data.set(slides, slidesAt * 4);
      put(data, slidesAt + 1, x, y, w, h);
      put(data, slidesAt + 2, this.solid, 0, 0, 0);
    }
    const shadeAt = this.gradient ? this.write(this.gradient.numbers, this.gradient.numbers.length / 4) : -1;
    let maskAt = -1;
    if (mask) {
      maskAt = numbers.take(2);
      this.writeOver(maskAt, masking);
      put(numbers.data, maskAt + 1, batch.slotOf(mask), this.isMaskInverted ? 1 : 0, 0, 0);
    }
    const rectAt = features.smooth && shown.image ? this.writeRect(shown.image) : -1;
    const slot = shown.image === null ? -1 : own ? batch.slotOf(own) : 0;
    const { data } = numbers;
    const n = (i: number): number => m[i] as number;
    put(data, start, n(0), n(1), n(4), n(5));
    put(data, start + 1, n(12), n(13), lean, spaceAt);
    put(data, start + 2, quad.x, quad.y, quad.z, quad.w);
    const t = (i: number): number => (this.tint[i] as number) * opacity;
    put(data, start + 3, t(0), t(1), t(2), t(3));
    this.writeOver(start + 4, shown);
    put(data, start + 5, slot, shown.image?.layer ?? 0, this.boost, rectAt);
    put(data, start + 6, this.boxW, this.boxH, clipAt, placing.clipCount);
    data.set(this.radii, (start + 7) * 4);
    put(data, start + 8, cutAt, slidesAt, shadeAt, maskAt);
    batch.add(start, features, this.box, pixels);
  }

  /**
   * Brings an upright quad to whole device px: corners between two are moved by graphics processors, by up to a sixteenth of
   * a px, and all that is drawn with them. Inwards on the atlas, where a drawing's own edge is empty and others lie beside
   * it; else outwards.
   */
  private toWholePixels(m: Placing['matrix'], isInwards: boolean): void {
    const { quad, scaleX, scaleY } = this;
    const across = (m[0] as number) * scaleX;
    const down = (m[5] as number) * scaleY;
    if (!(across > 1e-4) || !(down > 1e-4)) return;
    const shiftX = (m[12] as number) * scaleX;
    const shiftY = (m[13] as number) * scaleY;
    const [low, high] = isInwards ? [Math.ceil, Math.floor] : [Math.floor, Math.ceil];
    const by = isInwards ? -snap : snap;
    const left = low(quad.x * across + shiftX + by);
    const top = low(quad.y * down + shiftY + by);
    const right = high((quad.x + quad.z) * across + shiftX - by);
    const bottom = high((quad.y + quad.w) * down + shiftY - by);
    if (right <= left || bottom <= top) return;
    quad.x = (left - shiftX) / across;
    quad.y = (top - shiftY) / down;
    quad.z = (right - left) / across;
    quad.w = (bottom - top) / down;
  }

  /** Whether what is shown is much smaller than it was drawn, or may be somewhere. */
  private isShrunk(m: Placing['matrix'], inSpace: boolean): boolean {
    if (inSpace) return true;
    const { image, w, h } = this.shown;
    if (!image || image.texture?.generateMipmaps) return false;
    const { width, height } = sizeOf(image.texture);
    const across = Math.hypot(m[0] as number, m[1] as number) * this.scaleX * Math.abs(w);
    const down = Math.hypot(m[4] as number, m[5] as number) * this.scaleY * Math.abs(h);
    return Math.abs(image.uw) * width > across * shrunk || Math.abs(image.vh) * height > down * shrunk;
  }

  private write(numbers: ArrayLike<number>, texels: number): number {
    const at = this.numbers.take(texels);
    this.numbers.data.set(numbers, at * 4);
    return at;
  }

  /** The part of a texture that is a picture's own, half a texel within it, lest what lies beside it be taken in. */
  private writeRect({ texture, u, v, uw, vh }: Drawn): number {
    const { width, height } = sizeOf(texture);
    const at = this.numbers.take(1);
    const [x, y] = [0.5 / width, 0.5 / height];
    const { data } = this.numbers;
    put(data, at, Math.min(u, u + uw) + x, Math.min(v, v + vh) + y, Math.max(u, u + uw) - x, Math.max(v, v + vh) - y); // prettier-ignore
    return at;
  }

  private writeClips({ clips, clipCount }: Placing): number {
    const at = this.numbers.take(clipCount * clipTexels);
    const { data } = this.numbers;
    for (let i = 0; i < clipCount; i += 1) {
      const clip = clips[i] as Clip;
      const own = at + i * clipTexels;
      data.set(clip.inverse, own * 4);
      put(data, own + 4, clip.left, clip.top, clip.right, clip.bottom);
      put(data, own + 5, clip.soft, clip.round, 0, 0);
    }
    return at;
  }

  /** Where a px of the node is found on a picture. */
  private writeOver(at: number, { image, x, y, w, h }: Over): void {
    const { data } = this.numbers;
    if (!image) return put(data, at, 0, 0, 0, 0);
    const across = image.uw / w;
    const down = image.vh / h;
    put(data, at, across, down, image.u - x * across, image.v - y * down);
  }
}

function over(out: Over, image: Drawn, x: number, y: number, w: number, h: number): void {
  out.image = image;
  out.x = x;
  out.y = y;
  out.w = w;
  out.h = h;
}

function put(data: Float32Array, texel: number, a: number, b: number, c: number, d: number): void {
  const at = texel * 4;
  data[at] = a;
  data[at + 1] = b;
  data[at + 2] = c;
  data[at + 3] = d;
}

/** Device px of a box, at most so many as a large canvas has. */
const pixelsOf = (box: Box, scale: number): number =>
  Math.min(
    4e6,
    ((box[2] as number) - (box[0] as number)) * ((box[3] as number) - (box[1] as number)) * scale * scale,
  );

/** A texture of its own, whole. */
const wholes = new WeakMap<Texture, Drawn>();
export function wholeOf(texture: Texture): Drawn {
  const known = wholes.get(texture);
  if (known) return known;
  const made = { texture, layer: 0, u: 0, v: 0, uw: 1, vh: 1 };
  wholes.set(texture, made);
  return made;
}
