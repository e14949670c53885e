import {
  CanvasTexture,
  LinearFilter,
  LinearMipmapLinearFilter,
  NoColorSpace,
  RepeatWrapping,
  type Texture,
} from 'three';
import type { Drawing, Pieces, Shade } from '../core/display';
import type { TextLayout } from '../core/text';
import { isForAtlas, type Atlas, type Drawn } from './atlas';
import { wholeOf } from './brush';
import { newCanvas, vectorImage } from './platform';
import { rasterShape } from './shape-raster';
import { forgetFigures, rasterStrip, type RunningPiece, type Strip } from './text/figures';
import { rasterPieces, type PieceCell, type PieceRaster } from './text/piece-raster';
import { rasterText, type TextRaster } from './text/raster';
import { rasterShade } from './text/shade-raster';

/** Fetches the bytes of a picture by its asset id; null where it is not to be had. */
export type PictureSource = (asset: string) => Promise<Blob | null>;

/** Something drawn once, and where it lies in the px of its node. */
export interface Raster {
  readonly drawn: Drawn;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
/** The pieces of a text on one sheet. */
export interface PieceSheet {
  readonly whole: Drawn;
  readonly cells: readonly PieceCell[];
  /** Of each cell its part of the sheet. */
  readonly images: readonly Drawn[];
}
/** A piece of running words, or ten figures, on one sheet. */
export interface StripSheet extends Strip {
  readonly drawn: Drawn;
}
export interface Picture {
  readonly texture: Texture;
  readonly width: number;
  readonly height: number;
}

interface Kept<T> {
  readonly value: T;
  readonly bytes: number;
  /** The picture it was last asked for in. */
  pass: number;
}

const wordsBudget = 256 << 20;
const pictureBudget = 384 << 20;
const largest = 4096;
const retryMs = 3000;
const mostStrips = 512;
/** So many of the oldest drawings make room at a time. */
const forgottenAtOnce = 16;

/** Keeps textures by content, the least recently used thrown out first. */
export class Textures {
  private readonly wordsKept = new Map<string, Kept<Raster | null>>();
  private readonly picturesKept = new Map<string, Kept<Picture>>();
  private readonly stripsKept = new Map<string, Kept<StripSheet | null>>();
  private readonly coming = new Map<string, 'coming' | 'missing'>();
  /** What does not change of a layout or a shape, said once for as long as it lives. */
  private readonly layoutKeys = new WeakMap<TextLayout, string>();
  private readonly shapeKeys = new WeakMap<Drawing, string>();
  private piecesKept = new WeakMap<
    Pieces,
    { layout: TextLayout; colour: string; scale: number; sheet: PieceSheet | null }
  >();
  /** Sheets go with the scenes whose pieces they show. */
  private readonly sheets = new FinalizationRegistry<Drawn>((drawn) => this.drop(drawn));
  private wordsBytes = 0;
  private pictureBytes = 0;
  private pass = 0;

  constructor(
    private readonly atlas: Atlas,
    private readonly source: PictureSource,
    /** Called when a picture has come, so that what waits for it is drawn again. */
    private readonly onCome: () => void,
  ) {}

  /** How many drawings have been made, each with its texture or its place in the atlas. */
  made = 0;

  /** What textures of their own take, bytes: those of pictures, and of drawings too large for the atlas. */
  get bytes(): number {
    let bytes = this.pictureBytes;
    for (const kept of this.wordsKept.values()) if (kept.value?.drawn.texture) bytes += kept.bytes;
    return bytes;
  }

  /** To be called before each picture: what is asked for from now on stays until it has been drawn. */
  restart(): void {
    this.pass += 1;
  }

  /** Words, or one of the pieces that very wide ones are drawn in. */
  words(layout: TextLayout, colour: string, scale: number, tile = 0): Raster | null {
    return this.kept(`${this.keyOf(layout)}/${colour}/${scale}/${tile}`, () =>
      rasterText(layout, colour, scale, tile),
    );
  }

  /** A piece of running words with the ten figures of its place, drawn once. */
  strip(piece: RunningPiece, layout: TextLayout, colour: string, fit: number): StripSheet | null {
    const key = `strip ${piece.key}/${piece.run.colour ?? colour}`;
    const kept = this.stripsKept.get(key);
    if (kept) {
      kept.pass = this.pass;
      return kept.value;
    }
    const raster = rasterStrip(piece, layout, colour, fit);
    const value = raster && { ...raster, drawn: this.lay(raster.canvas) };
    this.stripsKept.set(key, { value, bytes: 0, pass: this.pass });
    for (const [old, { pass, value: gone }] of this.stripsKept) {
      if (this.stripsKept.size <= mostStrips || pass === this.pass) break;
      if (gone) this.drop(gone.drawn);
      this.stripsKept.delete(old);
    }
    return value;
  }

  private keyOf(layout: TextLayout): string {
    let own = this.layoutKeys.get(layout);
    if (own === undefined) {
      own = layoutKey(layout);
      this.layoutKeys.set(layout, own);
    }
    return own;
  }

  /** What was drawn under a key, or is now. */
  private kept(key: string, draw: () => TextRaster | null): Raster | null {
    const kept = this.wordsKept.get(key);
    if (!kept) return this.keep(key, draw());
    kept.pass = this.pass;
    this.wordsKept.delete(key);
    this.wordsKept.set(key, kept);
    return kept.value;
  }

  /** What stands behind the lines of a text. */
  shade(layout: TextLayout, shade: Shade, scale: number): Raster | null {
    const { colour, spread, soft } = shade;
    return this.kept(`shade ${this.keyOf(layout)}/${colour}/${spread}/${soft}/${scale}`, () =>
      rasterShade(layout, shade, scale),
    );
  }

  /** The pieces of a text on one sheet, each with its cell. Made once for each list of pieces. */
  pieces(pieces: Pieces, layout: TextLayout, colour: string, scale: number): PieceSheet | null {
    const kept = this.piecesKept.get(pieces);
    if (kept && kept.layout === layout && kept.colour === colour && kept.scale === scale) return kept.sheet;
    if (kept?.sheet) {
      this.sheets.unregister(pieces);
      this.drop(kept.sheet.whole);
    }
    const raster = rasterPieces(layout, pieces.list, colour, scale);
    const sheet = raster && this.sheetOf(raster);
    this.piecesKept.set(pieces, { layout, colour, scale, sheet });
    if (sheet) this.sheets.register(pieces, sheet.whole, pieces);
    return sheet;
  }

  private sheetOf({ canvas, cells }: PieceRaster): PieceSheet {
    const whole = this.lay(canvas);
    const images = cells.map(({ u, v, uw, vh }) => ({
      ...whole,
      u: whole.u + u * whole.uw,
      v: whole.v + v * whole.vh,
      uw: uw * whole.uw,
      vh: vh * whole.vh,
    }));
    return { whole, cells, images };
  }

  /** A canvas as something to be shown: in the atlas, or where it is too large on a texture of its own. */
  private lay(canvas: HTMLCanvasElement): Drawn {
    this.made += 1;
    if (isForAtlas(canvas.width, canvas.height))
      do {
        const drawn = this.atlas.put(canvas);
        if (drawn) return drawn;
      } while (this.forgetOldest());
    return wholeOf(newTexture(canvas, false));
  }

  /** Lets go of what has not been asked for the longest; false where all is wanted now. */
  private forgetOldest(): boolean {
    let count = 0;
    for (const [key, kept] of this.wordsKept) {
      if (kept.pass === this.pass || count === forgottenAtOnce) break;
      this.forget(key, kept);
      count += 1;
    }
    return count > 0;
  }

  private forget(key: string, { value, bytes }: Kept<Raster | null>): void {
    if (value) this.drop(value.drawn);
    this.wordsKept.delete(key);
    this.wordsBytes -= bytes;
  }

  private drop(drawn: Drawn): void {
    if (drawn.texture) drawn.texture.dispose();
    else this.atlas.free(drawn);
  }

  /** A drawn shape; null where it has no area or the picture it is filled with is not there. */
  shape(node: Drawing, scale: number): Raster | null {
    const { fill, stroke, w, h } = node;
    let own = this.shapeKeys.get(node);
    if (own === undefined) {
      const { path, strokePath, rule, drawn, drawSoft } = node;
      own = `shape ${path} ${strokePath ?? ''} ${rule} ${JSON.stringify([fill, stroke, drawn, drawn && drawSoft])} ${w}x${h}`;
      this.shapeKeys.set(node, own);
    }
    const assets = [fill, stroke?.paint].flatMap((paint) =>
      typeof paint === 'object' && paint.kind === 'picture' ? [paint.asset] : [],
    );
    const pictures = assets.map((asset) => this.picture(asset, Math.max(w, h) * scale));
    if (pictures.includes('coming')) return null;
    const key = `${own} ${scale} ${pictures
      .map((picture) => (typeof picture === 'string' ? picture : picture.texture.id))
      .join()}`;
    const pictureOf = (asset: string): HTMLCanvasElement | null => {
      const picture = pictures[assets.indexOf(asset)];
      return typeof picture === 'object' ? (picture.texture.image as HTMLCanvasElement) : null;
    };
    return this.kept(key, () => rasterShape(node, scale, pictureOf));
  }

  private keep(key: string, raster: TextRaster | null): Raster | null {
    const value = raster && {
      drawn: this.lay(raster.canvas),
      x: raster.x,
      y: raster.y,
      w: raster.w,
      h: raster.h,
    };
    const bytes = raster ? raster.canvas.width * raster.canvas.height * 4 : 0;
    this.wordsKept.set(key, { value, bytes, pass: this.pass });
    this.wordsBytes += bytes;
    for (const [old, item] of this.wordsKept) {
      if (this.wordsBytes <= wordsBudget || item.pass === this.pass) break;
      this.forget(old, item);
    }
    return value;
  }

  /** A picture wanted at about `size` device px on its longer side; vector art is drawn that large. */
  picture(asset: string, size: number): Picture | 'coming' | 'missing' {
    const wanted = Math.min(largest, 2 ** Math.ceil(Math.log2(Math.max(64, size))));
    const key = this.picturesKept.has(asset) ? asset : `${asset}@${wanted}`;
    const kept = this.picturesKept.get(key);
    if (kept) {
      this.picturesKept.delete(key);
      this.picturesKept.set(key, kept);
      return kept.value;
    }
    const state = this.coming.get(key);
    if (state === undefined) {
      this.coming.set(key, 'coming');
      void this.fetch(asset, key, wanted);
    }
    // Meanwhile a size that is there already will do.
    for (const [other, item] of this.picturesKept) if (other.startsWith(asset)) return item.value;
    return state ?? 'coming';
  }

  /** Fetches a picture anew; what was there stands until it has come whole. */
  reload(asset: string): void {
    for (const key of this.coming.keys())
      if (key === asset || key.startsWith(`${asset}@`)) this.coming.delete(key);
    for (const key of [...this.picturesKept.keys()]) {
      if (key !== asset && !key.startsWith(`${asset}@`)) continue;
      this.coming.set(key, 'coming');
      void this.fetch(asset, key, Number(key.split('@')[1] ?? largest));
    }
    this.onCome();
  }

  /** Whether a picture is on its way. */
  get isWaiting(): boolean {
    for (const state of this.coming.values()) if (state === 'coming') return true;
    return false;
  }

  /** Forgets which pictures were missing, as after new assets have come. */
  retryMissing(): void {
    for (const [key, state] of this.coming) if (state === 'missing') this.coming.delete(key);
  }

  /** Throws away what was drawn with fonts that have been replaced since. */
  forgetWords(): void {
    for (const kept of this.wordsKept.values()) if (kept.value?.drawn.texture) this.drop(kept.value.drawn);
    this.wordsKept.clear();
    for (const { value } of this.stripsKept.values()) if (value?.drawn.texture) this.drop(value.drawn);
    this.stripsKept.clear();
    forgetFigures();
    this.atlas.clear();
    this.piecesKept = new WeakMap();
    this.wordsBytes = 0;
  }

  private async fetch(asset: string, key: string, size: number): Promise<void> {
    try {
      const blob = await this.source(asset);
      if (!blob) throw new Error('missing');
      const isVector = blob.type.startsWith('image/svg');
      const canvas = isVector ? await drawVector(blob, size) : await drawPixels(blob);
      const texture = newTexture(canvas, true);
      this.made += 1;
      const bytes = canvas.width * canvas.height * 4;
      const place = isVector ? key : asset;
      const before = this.picturesKept.get(place);
      if (before) {
        before.value.texture.dispose();
        this.pictureBytes -= before.bytes;
      }
      this.picturesKept.set(place, {
        value: { texture, width: canvas.width, height: canvas.height },
        bytes,
        pass: this.pass,
      });
      this.pictureBytes += bytes;
      this.coming.delete(key);
      for (const [old, item] of this.picturesKept) {
        if (this.pictureBytes <= pictureBudget || this.picturesKept.size < 2) break;
        item.value.texture.dispose();
        this.picturesKept.delete(old);
        this.pictureBytes -= item.bytes;
      }
    } catch {
      this.coming.set(key, 'missing');
      // A picture that stands is not drawn again by itself: what still wants this one asks once more.
      setTimeout(() => {
        if (this.coming.get(key) !== 'missing') return;
        this.coming.delete(key);
        this.onCome();
      }, retryMs);
    }
    this.onCome();
  }
}

/** Everything of a layout that its drawn words depend on. */
function layoutKey(layout: TextLayout): string {
  const { face } = layout;
  const words = layout.lines
    .map((line) => `${line.runs ? JSON.stringify(line.runs) : line.text}@${line.x}`)
    .join('\n');
  const cut = `${face.family}/${face.weight}/${face.stretch}/${face.size}/${face.smallCaps ?? false}`;
  return `${words}\n${cut}/${layout.squeeze}/${layout.lineHeight}/${layout.tracking}/${layout.evenFigures}/${layout.direction}/${layout.baseline}`;
}

function newTexture(canvas: HTMLCanvasElement, mipmaps: boolean): Texture {
  const texture = new CanvasTexture(canvas);
  texture.flipY = false;
  texture.premultiplyAlpha = true;
  texture.colorSpace = NoColorSpace;
  texture.generateMipmaps = mipmaps;
  texture.minFilter = mipmaps ? LinearMipmapLinearFilter : LinearFilter;
  texture.magFilter = LinearFilter;
  return texture;
}

function onCanvas(image: CanvasImageSource, width: number, height: number): HTMLCanvasElement {
  const canvas = newCanvas(Math.max(1, Math.round(width)), Math.max(1, Math.round(height)));
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  return canvas;
}

async function drawPixels(blob: Blob): Promise<HTMLCanvasElement> {
  const bitmap = await createImageBitmap(blob);
  const factor = Math.min(1, largest / Math.max(bitmap.width, bitmap.height));
  const canvas = onCanvas(bitmap, bitmap.width * factor, bitmap.height * factor);
  bitmap.close();
  return canvas;
}

async function drawVector(blob: Blob, size: number): Promise<HTMLCanvasElement> {
  const image = await vectorImage(blob, size);
  return onCanvas(image, image.width, image.height);
}

const tileSide = 24;
let tile: Texture | null = null;
/** What marks a missing picture: stripes, a tile of so many px to be repeated. */
export function missingTile(): { readonly texture: Texture; readonly side: number } {
  if (!tile) {
    const canvas = newCanvas(tileSide, tileSide);
    const pen = canvas.getContext('2d');
    for (let y = 0; pen && y < tileSide; y += 1)
      for (let x = 0; x < tileSide; x += 1) {
        const isBright = (x + y + 1) % tileSide >= tileSide / 2;
        pen.fillStyle = isBright ? '#966536' : '#292e30';
        pen.fillRect(x, y, 1, 1);
      }
    tile = newTexture(canvas, false);
    tile.wrapS = tile.wrapT = RepeatWrapping;
  }
  return { texture: tile, side: tileSide };
}
