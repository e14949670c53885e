/** A picture as bytes: RGBA, premultiplied, in rows from the foot. */
export interface CopiedPicture {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8Array<ArrayBuffer>;
}

/** A copy that the graphics are still making. */
interface Coming {
  readonly buffer: WebGLBuffer;
  readonly done: WebGLSync | null;
  readonly width: number;
  readonly height: number;
}

/**
 * A copy of what was drawn, kept where it outlives the graphics. It is read beside drawing: begun in the task that drew,
 * and taken over once the graphics have done it, so that nothing waits for it.
 */
export class PictureCopy {
  private coming: Coming | null = null;
  private kept: CopiedPicture | null = null;

  constructor(private readonly gl: WebGL2RenderingContext) {}

  /** Bytes that it takes. */
  get bytes(): number {
    const { coming, kept } = this;
    return (coming ? coming.width * coming.height * 4 : 0) + (kept?.pixels.length ?? 0);
  }

  /** Begins to copy a part of what was just drawn on the canvas: so many px wide and high, from `bottom` up. */
  begin(width: number, height: number, bottom: number): void {
    const { gl } = this;
    this.drop();
    // Each copy has a buffer of its own: browsers read a buffer quickly that was written once.
    const buffer = gl.createBuffer();
    gl.bindFramebuffer(gl.READ_FRAMEBUFFER, null);
    gl.bindBuffer(gl.PIXEL_PACK_BUFFER, buffer);
    gl.bufferData(gl.PIXEL_PACK_BUFFER, width * height * 4, gl.STREAM_READ);
    gl.readPixels(0, bottom, width, height, gl.RGBA, gl.UNSIGNED_BYTE, 0);
    gl.bindBuffer(gl.PIXEL_PACK_BUFFER, null);
    this.coming = { buffer, done: gl.fenceSync(gl.SYNC_GPU_COMMANDS_COMPLETE, 0), width, height };
    gl.flush();
  }

  /** Takes over the copy that was begun; whether there was one and the graphics have done it. */
  take(): boolean {
    const { gl, coming } = this;
    if (!coming?.done || gl.getSyncParameter(coming.done, gl.SYNC_STATUS) !== gl.SIGNALED) return false;
    const { width, height } = coming;
    const isSize = this.kept?.width === width && this.kept.height === height;
    const pixels = isSize && this.kept ? this.kept.pixels : new Uint8Array(width * height * 4);
    gl.bindBuffer(gl.PIXEL_PACK_BUFFER, coming.buffer);
    gl.getBufferSubData(gl.PIXEL_PACK_BUFFER, 0, pixels);
    gl.bindBuffer(gl.PIXEL_PACK_BUFFER, null);
    this.kept = { width, height, pixels };
    this.drop();
    return true;
  }

  /** Gives away the copy that was taken last, as when the graphics are lost; null: there is none. */
  give(): CopiedPicture | null {
    const { kept } = this;
    this.kept = null;
    this.coming = null;
    return kept;
  }

  private drop(): void {
    if (!this.coming) return;
    this.gl.deleteSync(this.coming.done);
    this.gl.deleteBuffer(this.coming.buffer);
    this.coming = null;
  }
}

/** Lays a copied picture onto a canvas that needs no graphics for it. */
export function layCopy({ width, height, pixels }: CopiedPicture, canvas: HTMLCanvasElement): void {
  canvas.width = width;
  canvas.height = height;
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  if (!pen) return;
  const image = pen.createImageData(width, height);
  const { data } = image;
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const from = ((height - 1 - y) * width + x) * 4;
      const to = (y * width + x) * 4;
      const alpha = pixels[from + 3] as number;
      if (alpha === 0) continue;
      const by = 255 / alpha;
      data[to] = (pixels[from] as number) * by;
      data[to + 1] = (pixels[from + 1] as number) * by;
      data[to + 2] = (pixels[from + 2] as number) * by;
      data[to + 3] = alpha;
    }
  pen.putImageData(image, 0, 0);
}
