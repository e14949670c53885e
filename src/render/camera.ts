import type { Camera } from 'three';

/**
 * Px of the canvas, from (0, 0) at its top left to (width, height), onto what WebGL shows. What stands in space comes with
 * the camera it is seen by already (`core/display/space.ts`); here it has lost its depth, so that the order in which it is
 * drawn alone says what lies before what.
 */
export function setCanvasCamera(camera: Camera, width: number, height: number): void {
  camera.matrixWorldAutoUpdate = false;
  camera.matrixWorldInverse.identity();
  // prettier-ignore
  camera.projectionMatrix.set(
    2 / width, 0, 0, -1,
    0, -2 / height, 0, 1,
    0, 0, 0, 0,
    0, 0, 0, 1,
  );
}

/** The same camera, of which only a box of the picture's device px is seen: what is seen of it there does not change. */
export function setRegionCamera(
  camera: Camera,
  picture: {
    readonly width: number;
    readonly height: number;
    readonly pixelWidth: number;
    readonly pixelHeight: number;
  },
  box: { readonly x: number; readonly y: number; readonly w: number; readonly h: number },
): void {
  setCanvasCamera(camera, picture.width, picture.height);
  const across = picture.pixelWidth / box.w;
  const down = picture.pixelHeight / box.h;
  const right = across - (2 * box.x) / box.w - 1;
  const up = 1 - down + (2 * box.y) / box.h;
  const m = camera.projectionMatrix.elements;
  for (let column = 0; column < 16; column += 4) {
    m[column] = (m[column] as number) * across + (m[column + 3] as number) * right;
    m[column + 1] = (m[column + 1] as number) * down + (m[column + 3] as number) * up;
  }
}
