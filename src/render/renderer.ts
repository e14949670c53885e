import { ColorManagement, LinearSRGBColorSpace, WebGLRenderer } from 'three';
import type { GroupNode } from '../core/display';
import { Atlas } from './atlas';
import { Brush } from './brush';
import { Executor } from './executor';
import { MovingPictures } from './moving';
import type { Movers } from './players';
import { Numbers } from './numbers';
import { Painter } from './painter';
import { PictureCopy, type CopiedPicture } from './picture-copy';
import { StrokeLights } from './stroke-light';
import { Surfaces } from './surfaces';
import type { Target } from './target';
import { Textures, type PictureSource } from './textures';

/** What one monitor keeps from frame to frame. */
export interface View {
  draw(roots: readonly GroupNode[], target: Target): void;
  /** Whether something of the picture drawn last was held back, and is to be drawn though nothing is new. */
  owes(): boolean;
  /** What there was in it that may be left out. */
  relievable(): { readonly insets: number; readonly blurs: number };
  dispose(): void;
}

export interface Renderer {
  readonly canvas: HTMLCanvasElement;
  newView(): View;
  /** Makes the surface at least so large; every view draws from its top left corner. */
  reserve(pixelWidth: number, pixelHeight: number): void;
  /**
   * The picture drawn last, so many device px wide and high, as the mean colours of a grid: RGBA bytes, not
   * premultiplied, in rows from the top. To be asked for right after it was drawn.
   */
  readCells(pixelWidth: number, pixelHeight: number, columns: number, rows: number): Uint8ClampedArray;
  /** Begins to copy the picture drawn last, so many device px wide and high. To be asked for right after it was drawn. */
  copy(pixelWidth: number, pixelHeight: number): void;
  /** Whether a copy that was begun has come since this was asked before. */
  hasCopied(): boolean;
  /** Gives the copy that came last away, as when the graphics are lost; null: there is none. */
  giveCopy(): CopiedPicture | null;
  /** Whether a picture that was asked for is on its way. */
  isWaiting(): boolean;
  /** How many textures have been made since it began. */
  texturesMade(): number;
  /** What drawn words, pictures and surfaces take, bytes. */
  bytes(): number;
  /** Draw calls and changes of target of the picture drawn last. */
  counts(): { readonly draws: number; readonly targets: number };
  /** How many surfaces of the picture drawn last have fewer px than they should: this machine has none so large. */
  coarse(): number;
  /** Forgets drawn words and missing pictures, as after fonts or assets have come. */
  refresh(): void;
  /** Fetches a picture anew, as after it was saved; what is drawn of it stands until it has come whole. */
  reload(asset: string): void;
  /** Brings pictures, by asset, that will be wanted at so many px, so that they are there before they are seen. */
  bring(pictures: ReadonlyMap<string, number>): void;
  dispose(): void;
}

/** Where no videos and cameras are to be had. */
/** The most that is asked for of the machine; what it has is the most in any case. */
export interface Limits {
  /** Px of a surface's side. */
  readonly side?: number;
  /** Vectors of four numbers that corners hand on to pixels. */
  readonly varyings?: number;
}

const nothingMoves: Movers = {
  video: () => 'missing',
  camera: () => 'coming',
  isWaiting: false,
  dispose: () => undefined,
};

/**
 * Draws display trees on one WebGL surface, however many views there are. `onNeed` is called when something that was
 * waited for has come and pictures want drawing again. Throws where the browser gives no WebGL.
 */
export function createRenderer(
  canvas: HTMLCanvasElement,
  source: PictureSource,
  onNeed: () => void,
  movers: Movers = nothingMoves,
  limits: Limits = {},
): Renderer {
  ColorManagement.enabled = false;
  const gl = new WebGLRenderer({
    canvas,
    alpha: true,
    premultipliedAlpha: true,
    antialias: false,
    depth: false,
    stencil: false,
  });
  gl.setPixelRatio(1);
  gl.outputColorSpace = LinearSRGBColorSpace;
  gl.sortObjects = false;
  gl.autoClear = false;
  gl.setClearColor(0x000000, 0);
  gl.debug.checkShaderErrors = false;
  const atlas = new Atlas(gl);
  const age = { of: 0 };
  const textures = new Textures(atlas, source, () => {
    age.of += 1;
    onNeed();
  });
  const lights = new StrokeLights();
  const moving = new MovingPictures(movers);
  const numbers = new Numbers();
  const copy = new PictureCopy(gl.getContext() as WebGL2RenderingContext);
  const mostSide = Math.min(limits.side ?? Infinity, gl.capabilities.maxTextureSize);
  const surfaces = new Surfaces(mostSide);
  const kept = new Surfaces(mostSide);
  const mostVaryings = Math.min(limits.varyings ?? Infinity, gl.capabilities.maxVaryings);
  const executor = new Executor(gl, numbers, atlas, mostVaryings);
  const brush = new Brush(numbers);
  const painting = { textures, lights, moving, numbers, surfaces, kept, age, executor, brush };
  let [width, height] = [canvas.width, canvas.height];
  gl.setSize(width, height, false);
  executor.compile();
  canvas.addEventListener('webglcontextrestored', () => {
    age.of += 1;
    textures.forgetWords();
  });

  function reserve(pixelWidth: number, pixelHeight: number): void {
    if (pixelWidth <= width && pixelHeight <= height) return;
    [width, height] = [Math.max(width, pixelWidth), Math.max(height, pixelHeight)];
    gl.setSize(width, height, false);
  }

  return {
    canvas,
    newView() {
      const painter = new Painter(painting);
      return {
        draw(roots, target) {
          reserve(target.pixelWidth, target.pixelHeight);
          kept.tidy();
          painter.paint(roots, target);
          executor.run(target, height);
        },
        owes: () => painter.owes,
        relievable: () => ({ insets: painter.insets, blurs: painter.blurs }),
        dispose: () => painter.dispose(),
      };
    },
    reserve,
    readCells(pixelWidth, pixelHeight, columns, rows) {
      const context = gl.getContext();
      const pixels = new Uint8Array(pixelWidth * pixelHeight * 4);
      context.bindFramebuffer(context.FRAMEBUFFER, null);
      context.readPixels(
        0,
        height - pixelHeight,
        pixelWidth,
        pixelHeight,
        context.RGBA,
        context.UNSIGNED_BYTE,
        pixels,
      );
      gl.resetState();
      return meanCells(pixels, pixelWidth, pixelHeight, columns, rows);
    },
    copy: (pixelWidth, pixelHeight) => copy.begin(pixelWidth, pixelHeight, height - pixelHeight),
    hasCopied: () => copy.take(),
    giveCopy: () => copy.give(),
    texturesMade: () => textures.made,
    bytes: () => atlas.bytes + textures.bytes + surfaces.bytes + kept.bytes + copy.bytes,
    counts: () => executor.counts,
    coarse: () => surfaces.coarse + kept.coarse,
    isWaiting: () => textures.isWaiting || moving.isWaiting,
    refresh() {
      age.of += 1;
      textures.forgetWords();
      textures.retryMissing();
    },
    reload(asset) {
      age.of += 1;
      textures.reload(asset);
    },
    bring(pictures) {
      for (const [asset, size] of pictures) textures.picture(asset, size);
    },
    dispose() {
      surfaces.dispose();
      kept.dispose();
      atlas.dispose();
      numbers.dispose();
      lights.dispose();
      moving.dispose();
      gl.dispose();
    },
  };
}

/** Means of premultiplied pixels, rows from the foot, as cells that are not premultiplied, rows from the top. */
function meanCells(
  pixels: Uint8Array,
  width: number,
  height: number,
  columns: number,
  rows: number,
): Uint8ClampedArray {
  const sums = new Float64Array(columns * rows * 4);
  for (let y = 0; y < height; y += 1) {
    const row = Math.min(rows - 1, Math.floor(((height - 1 - y) * rows) / height));
    for (let x = 0; x < width; x += 1) {
      const cell = (row * columns + Math.min(columns - 1, Math.floor((x * columns) / width))) * 4;
      const at = (y * width + x) * 4;
      for (let i = 0; i < 4; i += 1) sums[cell + i] = (sums[cell + i] as number) + (pixels[at + i] as number);
    }
  }
  const count = (width / columns) * (height / rows);
  return Uint8ClampedArray.from(sums, (sum, i) => {
    const alpha = sums[i - (i % 4) + 3] as number;
    return i % 4 === 3 ? sum / count : alpha > 0 ? (sum * 255) / alpha : 0;
  });
}
