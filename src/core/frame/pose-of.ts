import { pointThrough } from '../display';
import { joinAt, poseIndex, poseLength } from '../motion';
import type { PoseKey } from '../show';
import { valueAt } from './plan';
import type { Part, Scene } from './part';

/** Something of an element at rest, and as the scene was last evaluated. */
export interface PosedValue {
  readonly rest: number;
  readonly now: number;
}

const place = { x: 'x', y: 'y', w: 'w', h: 'h' } as const;

/** The part that shows an element's new values, or all there is of it. */
export const partOf = (scene: Scene, id: string): Part | undefined =>
  scene.parts.find((part) => part.element.id === id && part.side !== 'old');

/** What a number of an element has come to; null where it is none, or the scene does not show the element. */
export function posedValue(scene: Scene, id: string, key: string): PosedValue | null {
  const part = partOf(scene, id);
  if (!part) return null;
  const own = key in place ? part[key as 'x'] : Number(valueAt(part.element, key) ?? NaN);
  const pose = poseIndex[key as PoseKey] as number | undefined;
  const extra = part.extras.findIndex((movable) => movable.key === key);
  const rest = Number.isFinite(own) ? own : pose !== undefined && joinAt(pose) === 'multiply' ? 1 : 0;
  if (pose === undefined && extra < 0) return Number.isFinite(own) ? { rest, now: rest } : null;
  const moved = part.pose[pose ?? poseLength + extra] as number;
  return { rest, now: pose !== undefined && joinAt(pose) === 'multiply' ? rest * moved : rest + moved };
}

/** Where the pivot of an element is seen, px of the canvas, as the scene was last evaluated. */
export function pivotOf(scene: Scene, id: string): { x: number; y: number } | null {
  const part = partOf(scene, id);
  if (!part) return null;
  return pointThrough(part.plane, part.pivotX, part.pivotY);
}
