import type { Camera } from 'three';

/** How far the eye stands before the canvas, in canvas heights. */
const eyeDistance = 2.2;

/**
 * A perspective camera in which the plane z = 0 is exact to the pixel: x to the right, y down, z towards the eye,
 * the canvas from (0, 0) to (width, height).
 */
export function setCanvasCamera(camera: Camera, width: number, height: number): void {
  camera.matrixWorldAutoUpdate = false;
  camera.matrixWorldInverse.identity();
  const depth = -1 / (eyeDistance * height);
  // prettier-ignore
  camera.projectionMatrix.set(
    2 / width, 0, 0, -1,
    0, -2 / height, 0, 1,
    0, 0, -0.0001, 0,
    0, 0, depth, 1,
  );
  camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
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
  camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
}
