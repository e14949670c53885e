import { poseIndex, poseLength } from '../motion';
import type { Element, Gradient, Movable } from '../show';
import type { Drawing, Effects } from './display';
import { effectsOf, fitRadii, nodeFor, shadeOf } from './nodes';
import { valueAt } from './plan';
import type { Part, Scene } from './scene';

/** Writes a property, or something inside it, of an element that is its own copy. */
function write(element: Element, key: string, value: unknown): void {
  const steps = key.split('.');
  const last = steps.pop() as string;
  let into = element as unknown as Record<string, unknown>;
  for (const step of steps) into = into[step] as Record<string, unknown>;
  into[last] = value;
}

/** What decides how words are fitted. */
const typeKeys = new Set(['size', 'weight', 'leading']);

/**
 * Brings the node of a part up to its own properties as they move. `colours` is called with a way to write a colour;
 * null writes that of rest. Only what moves by itself costs this; places, scales and opacities do not.
 */
export function dress(
  part: Part,
  scene: Scene,
  colours: (write: (key: string, value: string | null) => void) => void,
): void {
  const { live, element, node, pose, extras, nowW, nowH } = part;
  if (!live) return;
  for (let i = 0; i < extras.length; i += 1) {
    const { key, min, max } = extras[i] as Movable;
    const value = Number(valueAt(element, key)) + (pose[poseLength + i] as number);
    const whole = key === 'corners' || key === 'weight';
    const kept = Math.max(min, Math.min(max, value));
    write(live, key, whole ? Math.round(kept) : kept);
  }
  colours((key, value) => write(live, key, value ?? valueAt(element, key)));
  const box = { w: nowW, h: nowH };
  const { liveEffects } = part;
  if (liveEffects) {
    const fresh: Effects | null = effectsOf(live);
    liveEffects.shadow = fresh?.shadow ?? null;
    liveEffects.glow = fresh?.glow ?? null;
  }
  switch (node.kind) {
    case 'rect':
      if (live.kind !== 'rect') return;
      node.w = nowW;
      node.h = nowH;
      // Another object, as what moves in it is written into the element's own.
      node.fill = typeof live.fill === 'string' ? live.fill : { ...(live.fill as Gradient) };
      node.radii = fitRadii(
        [live.radiusTopLeft, live.radiusTopRight, live.radiusBottomRight, live.radiusBottomLeft],
        nowW,
        nowH,
      );
      return;
    case 'shape': {
      const fresh = nodeFor(live, undefined, node.key, box, true);
      if (fresh.kind !== 'shape') return;
      node.drawing = drawn(fresh.drawing, pose);
      node.light = fresh.light;
      return;
    }
    case 'text':
      if ('colour' in live) {
        node.colour = live.colour;
        if (live.shade !== node.shade?.colour) node.shade = shadeOf(live);
      }
      if (extras.some(({ key }) => typeKeys.has(key)))
        node.layout = scene.refit(part, part.said ?? undefined);
      return;
    case 'picture':
    case 'video':
    case 'camera':
      node.w = nowW;
      node.h = nowH;
      if ('cutLeft' in live) {
        node.framing = live;
        node.radius = Math.min(live.radius, nowW / 2, nowH / 2);
      }
  }
}

/** A drawing of which so much is drawn as its pose says. */
function drawn(drawing: Drawing, pose: Float64Array): Drawing {
  const from = Math.max(0, Math.min(1, pose[poseIndex.drawStart] as number));
  const to = Math.max(0, Math.min(1, pose[poseIndex.drawEnd] as number));
  if (from === 0 && to === 1) return drawing;
  // The heads of a line stand at its ends: they come when all of it is there.
  const path = drawing.strokePath === null ? drawing.path : '';
  return { ...drawing, path, drawn: { from, to: Math.max(from, to) } };
}
