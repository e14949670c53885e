import { evaluate, type Moment } from './evaluate';
import { identity, invert } from './matrix';
import type { Part, Scene } from './scene';

const inverse = identity();

/** Whether a point of the canvas lies in a part's box, as it was last evaluated. */
function contains(part: Part, x: number, y: number): boolean {
  if (!invert(inverse, part.node.matrix)) return false;
  const u = (inverse[0] as number) * x + (inverse[4] as number) * y + (inverse[12] as number);
  const v = (inverse[1] as number) * x + (inverse[5] as number) * y + (inverse[13] as number);
  return u >= 0 && v >= 0 && u <= part.w && v <= part.h;
}

/** The elements under a point of the canvas at a moment, front to back, groups left out. Locked ones are not found. */
export function elementsAt(scene: Scene, moment: Moment, x: number, y: number): string[] {
  evaluate(scene, moment);
  const found: string[] = [];
  for (let i = scene.parts.length - 1; i >= 0; i -= 1) {
    const part = scene.parts[i] as Part;
    if (part.element.kind !== 'group' && !part.element.locked && contains(part, x, y))
      found.push(part.element.id);
  }
  return found;
}
