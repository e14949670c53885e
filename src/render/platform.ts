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

/** Draws vector art so many px wide or high at most, as a page can. */
export async function vectorOnPage(blob: Blob, size: number): Promise<HTMLCanvasElement> {
  const url = URL.createObjectURL(blob);
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const factor = size / Math.max(image.naturalWidth || 1, image.naturalHeight || 1);
    const [w, h] = [image.naturalWidth || size, image.naturalHeight || size];
    const canvas = newCanvas(Math.max(1, Math.round(w * factor)), Math.max(1, Math.round(h * factor)));
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return canvas;
  } finally {
    URL.revokeObjectURL(url);
  }
}

/** Vector art as something that can be drawn. Workers have no images: their page does it for them. */
export type VectorArt = (
  blob: Blob,
  size: number,
) => Promise<CanvasImageSource & { width: number; height: number }>;
let vectorArt: VectorArt = vectorOnPage;
export const drawVectorsBy = (art: VectorArt): void => void (vectorArt = art);
export const vectorImage: VectorArt = (blob, size) => vectorArt(blob, size);

/** The fonts of the page or of the worker. */
export const fontSet = (): FontFaceSet =>
  typeof document === 'undefined' ? (self as unknown as { fonts: FontFaceSet }).fonts : document.fonts;
