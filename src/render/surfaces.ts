import ShelfPack, { type Bin } from '@mapbox/shelf-pack';
import { LinearFilter, WebGLRenderTarget, type Camera } from 'three';
import type { Drawn } from './atlas';
import { setRegionCamera } from './camera';

/** Px: a margin that stays empty, so that nothing of what lies beside it is seen. */
const margin = 2;
/** Pages that were not asked for in so many pictures are let go. */
const longestIdle = 120;

interface Page {
  readonly target: WebGLRenderTarget;
  readonly pack: ShelfPack;
  lives: number;
  idle: number;
}

/** What is too large is shrunk to a quarter at most. */
const coarsest = 4;

/** Device px of a picture, from its top left. */
export interface PixelBox {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

/** A part of a picture that is drawn by itself, on a part of a page, at so many page px to a device px. */
export interface Surface {
  readonly target: WebGLRenderTarget;
  /** The picture that it shows a part of, and which. */
  readonly picture: PictureSize;
  readonly box: PixelBox;
  /** Where it lies on its page, px from the foot. */
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Itself as something to be shown, its top first. */
  readonly drawn: Drawn;
}

interface Held {
  readonly page: Page;
  readonly bin: Bin;
}

/** Pages of pixels that surfaces lie on, many to a page. A surface that has been laid on is given back. */
export class Surfaces {
  private readonly pages: Page[] = [];
  private readonly held = new WeakMap<Surface, Held>();

  constructor(readonly mostSide: number) {}

  /** The picture that surfaces are taken for. */
  picture: PictureSize = { width: 1, height: 1, pixelWidth: 1, pixelHeight: 1 };
  /** How many surfaces of the picture have fewer px than they should, as the machine has none so large. */
  coarse = 0;

  /**
   * A place for what `box` shows, shrunk by a factor, on none of the pages of the surfaces it will be drawn from. What is
   * larger than the machine has is drawn at a half or a quarter; null where it would be larger even so.
   */
  take(box: PixelBox, from: readonly (Surface | null)[], pageSide: number, factor = 1): Surface | null {
    const w = Math.ceil(box.w / factor);
    const h = Math.ceil(box.h / factor);
    const [wide, high] = [w + 2 * margin, h + 2 * margin];
    if (wide > this.mostSide || high > this.mostSide) {
      if (factor >= coarsest) return null;
      if (factor === 1) this.coarse += 1;
      return this.take(box, from, pageSide, factor * 2);
    }
    for (const page of this.pages) {
      if (from.some((surface) => surface?.target === page.target)) continue;
      const bin = page.pack.packOne(wide, high);
      if (bin) return this.hold(page, bin, box, w, h);
    }
    const width = Math.min(this.mostSide, Math.max(wide, pageSide));
    const height = Math.min(this.mostSide, Math.max(high, Math.ceil(pageSide / 2)));
    const target = new WebGLRenderTarget(width, height, {
      depthBuffer: false,
      generateMipmaps: false,
      minFilter: LinearFilter,
      magFilter: LinearFilter,
    });
    target.scissorTest = true;
    const page = { target, pack: new ShelfPack(width, height), lives: 0, idle: 0 };
    this.pages.push(page);
    return this.hold(page, page.pack.packOne(wide, high) as Bin, box, w, h);
  }

  free(surface: Surface): void {
    const held = this.held.get(surface);
    if (!held) return;
    this.held.delete(surface);
    held.page.lives -= 1;
    if (held.page.lives === 0) held.page.pack.clear();
    else held.page.pack.unref(held.bin);
  }

  /** To be called before each picture: all is free, and what is not used any more is let go. */
  restart(): void {
    this.coarse = 0;
    for (let i = this.pages.length - 1; i >= 0; i -= 1) {
      const page = this.pages[i] as Page;
      page.lives = 0;
      page.pack.clear();
    }
    this.letGo();
  }

  /** To be called before each picture where surfaces stay: pages that none lies on are let go after a while. */
  tidy(): void {
    this.coarse = 0;
    for (const page of this.pages) if (page.lives > 0) page.idle = 0;
    this.letGo();
  }

  private letGo(): void {
    for (let i = this.pages.length - 1; i >= 0; i -= 1) {
      const page = this.pages[i] as Page;
      page.idle += 1;
      if (page.idle <= longestIdle) continue;
      page.target.dispose();
      this.pages.splice(i, 1);
    }
  }

  /** What all pages take, bytes. */
  get bytes(): number {
    return this.pages.reduce((sum, { target }) => sum + target.width * target.height * 4, 0);
  }

  dispose(): void {
    for (const { target } of this.pages) target.dispose();
    this.pages.length = 0;
  }

  private hold(page: Page, bin: Bin, box: PixelBox, w: number, h: number): Surface {
    page.lives += 1;
    page.idle = 0;
    const { target } = page;
    const [x, y] = [bin.x + margin, bin.y + margin];
    const surface = {
      target,
      picture: this.picture,
      box,
      x,
      y,
      w,
      h,
      drawn: {
        texture: target.texture,
        layer: 0,
        u: x / target.width,
        v: (y + h) / target.height,
        uw: w / target.width,
        vh: -h / target.height,
      },
    };
    this.held.set(surface, { page, bin });
    return surface;
  }
}

/** Aims what is drawn next, and a camera, at a surface; the empty margin belongs to what is cleared. */
export function aimAt(surface: Surface, camera: Camera): WebGLRenderTarget {
  const { target, picture, box, x, y, w, h } = surface;
  target.viewport.set(x, y, w, h);
  target.scissor.set(x - margin, y - margin, w + 2 * margin, h + 2 * margin);
  setRegionCamera(camera, picture, box);
  return target;
}

/** A picture's canvas, px, and its device px. */
export interface PictureSize {
  readonly width: number;
  readonly height: number;
  readonly pixelWidth: number;
  readonly pixelHeight: number;
}
