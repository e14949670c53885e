// The camera that a scene is seen by: that of its canvas, or a mean of those that stand in it.
import {
  canvasCamera,
  eyeDistance,
  identity,
  invertSpace,
  multiply,
  nearnessOf,
  type Matrix,
} from '../display';
import { poseIndex, poseLength } from '../motion';
import type { ViewpointElement } from '../show';
import type { Part, Scene } from './part';

/** A camera: where it stands, what it looks at, px of space; degrees; px. */
export interface View {
  x: number;
  y: number;
  z: number;
  aimX: number;
  aimY: number;
  aimZ: number;
  roll: number;
  /** Px from the eye to the plane that is seen at its size. */
  focal: number;
  focus: number;
  blur: number;
}

/** A place from which the space of a scene is looked at, and the picture that is seen from there, px. */
export interface Eye {
  readonly view: View;
  readonly width: number;
  readonly height: number;
}

const radians = Math.PI / 180;

/** The matrix of a camera of a canvas; see `canvasCamera`, which is that of one that stands before its middle. */
export function viewMatrix(out: Matrix, view: View, width: number, height: number): void {
  const { x, y, z, aimX, aimY, aimZ, roll, focal } = view;
  let [fx, fy, fz] = [aimX - x, aimY - y, aimZ - z];
  const far = Math.hypot(fx, fy, fz);
  // One that looks at itself looks straight ahead.
  if (far > 1e-6) [fx, fy, fz] = [fx / far, fy / far, fz / far];
  else [fx, fy, fz] = [0, 0, -1];
  // To its right: across its way and the upright; straight up or down, along the canvas.
  let [rx, rz] = [-fz, fx];
  const flat = Math.hypot(rx, rz);
  if (flat > 1e-6) [rx, rz] = [rx / flat, rz / flat];
  else [rx, rz] = [1, 0];
  const right = [rx, 0, rz] as const;
  const down = [-rz * fy, rz * fx - rx * fz, rx * fy] as const;
  const [cos, sin] = [Math.cos(roll * radians), Math.sin(roll * radians)];
  const ahead = [fx, fy, fz] as const;
  for (let i = 0; i < 3; i += 1) {
    const across = cos * (right[i] as number) + sin * (down[i] as number);
    const along = cos * (down[i] as number) - sin * (right[i] as number);
    const deep = (ahead[i] as number) / focal;
    out[i * 4] = across + (width / 2) * deep;
    out[i * 4 + 1] = along + (height / 2) * deep;
    out[i * 4 + 2] = -(ahead[i] as number);
    out[i * 4 + 3] = deep;
  }
  for (let row = 0; row < 4; row += 1)
    out[12 + row] =
      -((out[row] as number) * x + (out[row + 4] as number) * y + (out[row + 8] as number) * z) +
      (row === 2 ? focal : 0);
}

/** A property of an element as its tracks have moved it. */
function moved({ extras, pose, element }: Part, key: keyof ViewpointElement): number {
  const at = extras.findIndex((extra) => extra.key === key);
  const rest = Number((element as ViewpointElement)[key]);
  return at < 0 ? rest : rest + (pose[poseLength + at] as number);
}

/** Where a camera of a scene stands now, and what it sees of a canvas so many px high. */
export function viewOf(part: Part, height: number): View {
  const { pose } = part;
  return {
    x: part.x + part.w / 2 + (pose[poseIndex.x] as number),
    y: part.y + part.h / 2 + (pose[poseIndex.y] as number),
    z: part.element.z + (pose[poseIndex.z] as number),
    aimX: moved(part, 'aimX'),
    aimY: moved(part, 'aimY'),
    aimZ: moved(part, 'aimZ'),
    roll: part.element.rotation + (pose[poseIndex.rotation] as number),
    focal: height / 2 / Math.tan((Math.max(1, Math.min(170, moved(part, 'opening'))) / 2) * radians),
    focus: moved(part, 'focus'),
    blur: moved(part, 'focusBlur'),
  };
}

/** The corners of what a view sees at the distance of its aim, px of space, round it. */
export function cornersOfView(
  view: View,
  width: number,
  height: number,
): readonly [number, number, number][] {
  const map = identity();
  viewMatrix(map, view, width, height);
  const back = identity();
  if (!invertSpace(back, map)) return [];
  const far = Math.hypot(view.aimX - view.x, view.aimY - view.y, view.aimZ - view.z) || view.focal;
  // How near what is that far away is, see `viewMatrix`.
  const [over, near] = [far / view.focal, view.focal - far];
  return [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ].map(([x = 0, y = 0]) =>
    [0, 1, 2].map(
      (row) =>
        (back[row] as number) * x * over +
        (back[row + 4] as number) * y * over +
        (back[row + 8] as number) * near +
        (back[row + 12] as number) * over,
    ),
  ) as [number, number, number][];
}

/** The view of a scene now; null: that of its canvas. */
export function viewNow({ viewpoints, template }: Scene): View | null {
  const { width, height } = template;
  let all = 0;
  for (const part of viewpoints) all += Math.max(0, moved(part, 'use'));
  if (!(all > 1e-6)) return null;
  const sum: View = { x: 0, y: 0, z: 0, aimX: 0, aimY: 0, aimZ: 0, roll: 0, focal: 0, focus: 0, blur: 0 };
  const add = (own: View, weight: number): void => {
    for (const key of Object.keys(sum) as (keyof View)[])
      sum[key] += weight * (key === 'focal' ? Math.log(own.focal) : own[key]);
  };
  for (const part of viewpoints) {
    const use = Math.max(0, moved(part, 'use'));
    if (use > 0) add(viewOf(part, height), use / Math.max(1, all));
  }
  const rest = Math.max(0, 1 - all);
  const far = eyeDistance * height;
  if (rest > 0)
    add(
      { x: width / 2, y: height / 2, z: far, aimX: width / 2, aimY: height / 2, aimZ: 0, roll: 0, focal: far, focus: 0, blur: 0 }, // prettier-ignore
      rest,
    );
  sum.focal = Math.exp(sum.focal);
  return sum;
}

const seen = identity();
const before = identity();
const cameras = new WeakMap<Scene['template'], Matrix>();
/** The camera of a template's canvas, worked out once. */
function cameraOf(template: Scene['template']): Matrix {
  const known = cameras.get(template);
  if (known) return known;
  const made = canvasCamera(template.width, template.height);
  cameras.set(template, made);
  return made;
}

/** Brings a scene to its camera as it is now; whether that is another than before. */
export function runCamera(scene: Scene): boolean {
  const { template, base, onCanvas, eye } = scene;
  before.set(base);
  if (eye) {
    scene.view.now = null;
    viewMatrix(base, eye.view, eye.width, eye.height);
  } else {
    const view = viewNow(scene);
    scene.view.now = view;
    if (view) viewMatrix(seen, view, template.width, template.height);
    else seen.set(cameraOf(template));
    multiply(base, onCanvas, seen);
  }
  for (let i = 0; i < 16; i += 1) if (base[i] !== before[i]) return true;
  return false;
}

/** Px of blur that a part has for how far it is from where the camera of its scene is sharp. */
export function focusBlur(part: Part, view: View): number {
  if (!(view.blur > 0) || !(view.focus > 0)) return 0;
  const { matrix: m } = part.node;
  const near = nearnessOf(m);
  const n = (i: number): number => m[i] as number;
  const [u, v] = [part.nowW / 2, part.nowH / 2];
  const over = n(3) * u + n(7) * v + n(15);
  if (!near || !(over > 0)) return 0;
  const x = (n(0) * u + n(4) * v + n(12)) / over;
  const y = (n(1) * u + n(5) * v + n(13)) / over;
  const distance = (view.focal * view.focal) / (near[0] * x + near[1] * y + near[2] + view.focal);
  return distance > 0 ? Math.min(200, (view.blur * Math.abs(distance - view.focus)) / distance) : 0;
}
