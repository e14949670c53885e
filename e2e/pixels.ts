import type { Locator, Page } from '@playwright/test';
import { PNG } from 'pngjs';

export type Rgba = readonly [number, number, number, number];

/** How far two values of a channel of colour may be apart and still be called the same. */
const hair = 12;

/** A picture of a page or of a part of it, with what is transparent in it left so. */
export class Picture {
  private constructor(private readonly png: PNG) {}

  static async of(page: Page): Promise<Picture> {
    return new Picture(PNG.sync.read(await page.screenshot({ omitBackground: true })));
  }

  static read(png: Uint8Array): Picture {
    return new Picture(PNG.sync.read(Buffer.from(png)));
  }

  get width(): number {
    return this.png.width;
  }
  get height(): number {
    return this.png.height;
  }

  at(x: number, y: number): Rgba {
    const i = (Math.round(y) * this.png.width + Math.round(x)) * 4;
    const { data } = this.png;
    return [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0, data[i + 3] ?? 0];
  }

  /** The box around all that is not transparent, or null where all is. */
  inked(): { left: number; top: number; right: number; bottom: number } | null {
    let box: { left: number; top: number; right: number; bottom: number } | null = null;
    for (let y = 0; y < this.height; y += 1) {
      for (let x = 0; x < this.width; x += 1) {
        if ((this.png.data[(y * this.width + x) * 4 + 3] ?? 0) < 8) continue;
        box ??= { left: x, top: y, right: x, bottom: y };
        box = { left: Math.min(box.left, x), top: box.top, right: Math.max(box.right, x), bottom: y };
      }
    }
    return box;
  }

  /** How many pixels differ by more than a hair from those of another picture of the same size. */
  differs(other: Picture): number {
    let count = 0;
    for (let i = 0; i < this.png.data.length; i += 4) {
      const far = [0, 1, 2, 3].some(
        (k) => Math.abs((this.png.data[i + k] ?? 0) - (other.png.data[i + k] ?? 0)) > hair,
      );
      if (far) count += 1;
    }
    return count;
  }
}

/** How far around a pixel all must differ for it to be more than an edge. */
const reach = 2;

/**
 * How many pixels differ from those of another picture together with all of the five by five around them: where engines
 * draw the edges of letters by their own ways none do, for such an edge is a pixel or two wide.
 */
export function differsInArea(one: Picture, other: Picture): number {
  const { width, height } = one;
  const apart = new Uint8Array(width * height);
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const [a, b] = [one.at(x, y), other.at(x, y)];
      if ([0, 1, 2, 3].some((i) => Math.abs((a[i] ?? 0) - (b[i] ?? 0)) > hair)) apart[y * width + x] = 1;
    }
  let count = 0;
  const isArea = (x: number, y: number): boolean => {
    for (let dy = -reach; dy <= reach; dy += 1)
      for (let dx = -reach; dx <= reach; dx += 1) if (!apart[(y + dy) * width + x + dx]) return false;
    return true;
  };
  for (let y = reach; y < height - reach; y += 1)
    for (let x = reach; x < width - reach; x += 1) if (isArea(x, y)) count += 1;
  return count;
}

/** The colour of a monitor's canvas at a place in parts of its size. */
export const canvasColour = (canvas: Locator, x: number, y: number): Promise<Rgba> =>
  canvas.evaluate(
    (element, [px, py]) => {
      const c = element as HTMLCanvasElement;
      const data = c
        .getContext('2d')
        ?.getImageData(Math.round(c.width * px), Math.round(c.height * py), 1, 1).data;
      return [data?.[0] ?? 0, data?.[1] ?? 0, data?.[2] ?? 0, data?.[3] ?? 0] as const;
    },
    [x, y] as const,
  );

export const near = (a: Rgba, hex: string, reach = 24): boolean =>
  [1, 3, 5].every((at, i) => Math.abs(parseInt(hex.slice(at, at + 2), 16) - (a[i] ?? 0)) <= reach);

/** The colour and opacity of the picture at a point of the canvas. */
export const pixel = (page: Page, x: number, y: number): Promise<number[]> =>
  page.getByLabel(/^Picture of /).evaluate(
    (element, [px, py]) => {
      const canvas = element as HTMLCanvasElement;
      const zoom = canvas.width / 1920;
      return [...(canvas.getContext('2d')?.getImageData(px * zoom, py * zoom, 1, 1).data ?? [])];
    },
    [x, y] as const,
  );
export const alpha = async (page: Page, x: number, y: number): Promise<number> =>
  (await pixel(page, x, y))[3] ?? -1;
