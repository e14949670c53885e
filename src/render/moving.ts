import { LinearFilter, NoColorSpace, Texture } from 'three';
import type { Movers, MovingImage } from './players';
import type { Picture } from './textures';

interface Kept {
  readonly texture: Texture;
  /** A texture is made for one size. */
  readonly width: number;
  readonly height: number;
  version: number;
  /** The picture it was last asked for in. */
  pass: number;
}

/** Those that were not asked for in so many pictures are let go. */
const longestIdle = 300;

/** Videos and cameras as textures, handed over when they have changed. */
export class MovingPictures {
  private readonly kept = new Map<string, Kept>();
  private pass = 0;

  constructor(private readonly movers: Movers) {}

  /** To be called before each picture. */
  restart(): void {
    this.pass += 1;
    for (const [key, { texture, pass }] of this.kept) {
      if (this.pass - pass <= longestIdle) continue;
      texture.dispose();
      this.kept.delete(key);
    }
  }

  video(key: string, asset: string, seconds: number, loops: boolean): Picture | 'coming' | 'missing' {
    const moving = this.movers.video(key, asset, seconds, loops);
    return typeof moving === 'string' ? moving : this.pictureOf(`video ${key}`, moving);
  }

  camera(device: string, seconds: number): Picture | 'coming' {
    const moving = this.movers.camera(device, seconds);
    return typeof moving === 'string' ? moving : this.pictureOf(`camera ${device}`, moving);
  }

  get isWaiting(): boolean {
    return this.movers.isWaiting;
  }

  dispose(): void {
    for (const { texture } of this.kept.values()) texture.dispose();
    this.kept.clear();
    this.movers.dispose();
  }

  private pictureOf(key: string, { image, version, width, height }: MovingImage): Picture {
    let kept = this.kept.get(key);
    if (kept?.width !== image.width || kept.height !== image.height) {
      kept?.texture.dispose();
      const texture = newTexture(image);
      kept = { texture, width: image.width, height: image.height, version: NaN, pass: this.pass };
      this.kept.set(key, kept);
    }
    kept.pass = this.pass;
    if (kept.version !== version) {
      kept.version = version;
      kept.texture.image = image;
      kept.texture.needsUpdate = true;
    }
    return { texture: kept.texture, width, height };
  }
}

function newTexture(source: MovingImage['image']): Texture {
  const texture = new Texture(source);
  texture.flipY = false;
  texture.premultiplyAlpha = true;
  texture.colorSpace = NoColorSpace;
  texture.generateMipmaps = false;
  texture.minFilter = LinearFilter;
  texture.magFilter = LinearFilter;
  return texture;
}
