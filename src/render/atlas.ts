import ShelfPack, { type Bin } from '@mapbox/shelf-pack';
import {
  Box3,
  DataArrayTexture,
  LinearFilter,
  NoColorSpace,
  Texture,
  Vector3,
  type WebGLRenderer,
} from 'three';

/** Something drawn, as a quad finds it: in a layer of the atlas, or (`texture` not null) on a texture of its own. */
export interface Drawn {
  readonly texture: Texture | null;
  readonly layer: number;
  /** Its top left and its size, in parts of the layer or the texture. */
  readonly u: number;
  readonly v: number;
  readonly uw: number;
  readonly vh: number;
}

/** Px of a layer: what is larger, either way, has a texture of its own. */
export const atlasSide = 2048;
const mostLayers = 8;
/** What covers more of a layer than this has a texture of its own. */
const mostPixels = (atlasSide * atlasSide) / 2;

/** Whether a drawing is small enough to lie in the atlas. */
export const isForAtlas = (width: number, height: number): boolean =>
  width <= atlasSide && height <= atlasSide && width * height <= mostPixels;

interface Place {
  readonly layer: number;
  readonly bin: Bin;
}

/** Layers of one array texture, in which many small drawings lie, so that they are drawn together. */
export class Atlas {
  texture = layers(1);
  private readonly packs: ShelfPack[] = [new ShelfPack(atlasSide, atlasSide)];
  private places = new WeakMap<Drawn, Place>();

  constructor(private readonly gl: WebGLRenderer) {}

  /** Lays a drawing in that is small enough; null where there is no room. Its own edge must be empty. */
  put(canvas: HTMLCanvasElement): Drawn | null {
    const { width, height } = canvas;
    const place = this.findPlace(width, height);
    if (!place) return null;
    const { layer, bin } = place;
    const image = new Texture(canvas);
    this.gl.copyTextureToTexture(image, this.texture, null, new Vector3(bin.x, bin.y, layer));
    const drawn = {
      texture: null,
      layer,
      u: bin.x / atlasSide,
      v: bin.y / atlasSide,
      uw: width / atlasSide,
      vh: height / atlasSide,
    };
    this.places.set(drawn, place);
    return drawn;
  }

  /** Gives the place of a drawing to others. */
  free(drawn: Drawn): void {
    const place = this.places.get(drawn);
    if (place) this.packs[place.layer]?.unref(place.bin);
    this.places.delete(drawn);
  }

  get bytes(): number {
    return this.packs.length * atlasSide * atlasSide * 4;
  }

  /** Forgets all that lies in it. */
  clear(): void {
    for (const pack of this.packs) pack.clear();
    this.places = new WeakMap();
  }

  dispose(): void {
    this.texture.dispose();
  }

  private findPlace(width: number, height: number): Place | null {
    for (let layer = 0; ; layer += 1) {
      if (layer === this.packs.length && !this.grow()) return null;
      const bin = this.packs[layer]?.packOne(width, height);
      if (bin) return { layer, bin };
    }
  }

  /** Twice as many layers, those there are copied over; false where that would be too many. */
  private grow(): boolean {
    const count = this.packs.length;
    if (count * 2 > mostLayers) return false;
    const next = layers(count * 2);
    this.gl.initTexture(next);
    const whole = new Box3(new Vector3(0, 0, 0), new Vector3(atlasSide, atlasSide, count));
    this.gl.copyTextureToTexture(this.texture, next, whole, new Vector3(0, 0, 0));
    this.texture.dispose();
    this.texture = next;
    for (let i = 0; i < count; i += 1) this.packs.push(new ShelfPack(atlasSide, atlasSide));
    return true;
  }
}

function layers(count: number): DataArrayTexture {
  const texture = new DataArrayTexture(null, atlasSide, atlasSide, count);
  // Room is made for it; what is in it comes piece by piece.
  texture.source.dataReady = false;
  texture.premultiplyAlpha = true;
  texture.colorSpace = NoColorSpace;
  texture.minFilter = LinearFilter;
  texture.magFilter = LinearFilter;
  texture.needsUpdate = true;
  return texture;
}
