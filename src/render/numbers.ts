import { DataTexture, FloatType, NearestFilter, RGBAFormat } from 'three';

/** Texels to a row; a power of two. */
export const texelsAcross = 256;
const rowsAtFirst = 16;

/**
 * The numbers of all quads of one picture, four to a texel, in one texture: written anew for each picture, and handed over
 * at once when all are there.
 */
export class Numbers {
  data = new Float32Array(texelsAcross * rowsAtFirst * 4);
  texture = textureOf(this.data, rowsAtFirst);
  private used = 0;

  restart(): void {
    this.used = 0;
  }

  /** Room for so many texels; gives the place of the first. What was taken before stays where it is. */
  take(texels: number): number {
    const first = this.used;
    this.used += texels;
    if (this.used * 4 > this.data.length) this.grow();
    return first;
  }

  /** Makes what was written since `restart` known to what is drawn next. */
  handOver(): void {
    this.texture.needsUpdate = true;
  }

  dispose(): void {
    this.texture.dispose();
  }

  private grow(): void {
    let rows = this.data.length / 4 / texelsAcross;
    while (rows * texelsAcross < this.used) rows *= 2;
    const wider = new Float32Array(texelsAcross * rows * 4);
    wider.set(this.data);
    this.data = wider;
    this.texture.dispose();
    this.texture = textureOf(wider, rows);
  }
}

function textureOf(data: Float32Array<ArrayBuffer>, rows: number): DataTexture {
  const texture = new DataTexture(data, texelsAcross, rows, RGBAFormat, FloatType);
  texture.minFilter = NearestFilter;
  texture.magFilter = NearestFilter;
  return texture;
}
