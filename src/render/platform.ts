// What a page and a worker give under different names.

/** A canvas to draw on that is not shown: of the page, or of a worker, whose canvases can do the same here. */
export function newCanvas(width: number, height: number): HTMLCanvasElement {
  if (typeof document === 'undefined')
    return new OffscreenCanvas(width, height) as unknown as HTMLCanvasElement;
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  return canvas;
}

/** The fonts of the page or of the worker. */
export const fontSet = (): FontFaceSet =>
  typeof document === 'undefined' ? (self as unknown as { fonts: FontFaceSet }).fonts : document.fonts;
