import { holds } from '../show';
import { evaluate, type Moment } from './evaluate';
import { identity, invert, nearnessOf } from '../display';
import type { Part, Scene } from './part';

const inverse = identity();

/** Whether a point of the canvas lies in a part's box, as it was last evaluated. */
function contains(part: Part, x: number, y: number, slop: number): boolean {
  if (!invert(inverse, part.node.matrix)) return false;
  const over = (inverse[3] as number) * x + (inverse[7] as number) * y + (inverse[15] as number);
  // What is behind the eye is not seen.
  if (!(over > 0)) return false;
  const u = ((inverse[0] as number) * x + (inverse[4] as number) * y + (inverse[12] as number)) / over;
  const v = ((inverse[1] as number) * x + (inverse[5] as number) * y + (inverse[13] as number)) / over;
  // Flat things, such as lines, are given room to be hit.
  const [roomX, roomY] = [part.w < slop * 2 ? slop : 0, part.h < slop * 2 ? slop : 0];
  return u >= -roomX && v >= -roomY && u <= part.nowW + roomX && v <= part.nowH + roomY;
}

/** The part of an element of the template that a part belongs to: of a cell of a table that of the table. */
function ownerOf({ parts, template }: Scene, part: Part): Part | undefined {
  let own: Part | undefined = part;
  while (own && !template.elements[own.element.id]) own = parts[own.parent];
  return own;
}

/** How near a part is where it is seen at a point. */
function nearness({ node }: Part, x: number, y: number): number {
  const [a, b, c] = nearnessOf(node.seenOn ?? node.matrix) ?? [0, 0, -Infinity];
  return a * x + b * y + c;
}

/** Whether what is in a scene, or in a group of it, is painted by how near it is. */
const hasDepth = ({ parts, root }: Scene): boolean =>
  root.inDepth || parts.some(({ node }) => node.kind === 'group' && node.inDepth);

/** The elements under a point of the canvas at a moment, front to back, groups left out. Locked ones are not
 * found; `slop` px are given to what is flatter than that. */
export function elementsAt(scene: Scene, moment: Moment, x: number, y: number, slop = 0): string[] {
  evaluate(scene, moment);
  const found: { id: string; near: number }[] = [];
  const inDepth = hasDepth(scene);
  for (let i = scene.parts.length - 1; i >= 0; i -= 1) {
    const part = scene.parts[i] as Part;
    if (holds(part.element) || !contains(part, x, y, slop)) continue;
    const own = ownerOf(scene, part);
    if (own && !own.element.locked)
      found.push({ id: own.element.id, near: inDepth ? nearness(part, x, y) : 0 });
  }
  return found.sort((a, b) => b.near - a.near).map(({ id }) => id);
}
