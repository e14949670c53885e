import { type Camera } from 'three';

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
