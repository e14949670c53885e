import type { Locator, Page } from '@playwright/test';
import { PNG } from 'pngjs';

export type Rgba = readonly [number, number, number, number];

/** A picture of a page or of a part of it, with what is transparent in it left so. */
export class Picture {
  private constructor(private readonly png: PNG) {}

  static async of(page: Page): Promise<Picture> {
    return new Picture(PNG.sync.read(await page.screenshot({ omitBackground: true })));
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
        (k) => Math.abs((this.png.data[i + k] ?? 0) - (other.png.data[i + k] ?? 0)) > 12,
      );
      if (far) count += 1;
    }
    return count;
  }
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
