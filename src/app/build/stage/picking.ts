import { elementsAt, type Scene } from '../../../core/frame';
import { siblingsOf, type Template } from '../../../core/show';
import { useBuild } from '../build-store';
import { momentAt } from '../score/moments';
import type { Point } from './gestures';

/** Every element under a point of the canvas as the playhead shows it, front to back. */
export function stackAt(scene: Scene, at: Point, slop = 0): string[] {
  const { playhead } = useBuild.getState();
  const time = Math.floor(Date.now() / 1000);
  const moment = momentAt(scene.template, playhead, false, time);
  return [...new Set(elementsAt(scene, moment, at.x, at.y, slop))];
}

const pathTo = (template: Template, id: string): string[] => {
  const path = [id];
  for (let up = siblingsOf(template, id).parent; up !== null; up = siblingsOf(template, up).parent)
    path.unshift(up);
  return path;
};

/** What a click means: the outermost group, or one level deeper into what is chosen on a second click. */
export function pickFrom(
  template: Template,
  stack: readonly string[],
  selection: readonly string[],
  deeper: boolean,
): string | null {
  const [hit] = stack;
  if (hit === undefined) return null;
  const path = pathTo(template, hit);
  const chosen = path.findIndex((id) => selection.includes(id));
  if (chosen >= 0) return (deeper ? path[Math.min(path.length - 1, chosen + 1)] : path[chosen]) ?? hit;
  // Beside something chosen inside a group, its neighbours are chosen as directly.
  const depth = path.findIndex((id) =>
    selection.some((s) => siblingsOf(template, s).parent === siblingsOf(template, id).parent),
  );
  return path[Math.max(0, depth)] ?? hit;
}

/** The next one down a stack from what is chosen, and round to the top again. */
export function beneath(stack: readonly string[], selection: readonly string[]): string | null {
  const at = stack.findIndex((id) => selection.includes(id));
  return stack[(at + 1) % stack.length] ?? null;
}
