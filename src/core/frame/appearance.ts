import { poseIndex, poseLength } from '../motion';
import type { Effects } from '../display';
import { effectsOf, fittingKeys, kindOf, type Element, type Movable, type Appearance } from '../element';
import { writeMorph } from './morph';
import { valueAt } from './plan';
import type { Part, Scene } from './part';

/** Writes a property, or something inside it, of an element that is its own copy. */
function write(element: Element, key: string, value: unknown): void {
  const steps = key.split('.');
  const last = steps.pop() as string;
  let into = element as unknown as Record<string, unknown>;
  for (const step of steps) into = into[step] as Record<string, unknown>;
  into[last] = value;
}

/**
 * Brings the node of a part up to its own properties as they move. `colours` is called with a way to write a colour;
 * null writes that of rest. Only what moves by itself costs this; places, scales and opacities do not.
 */
export function applyAppearance(
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
  if (part.morph && live.kind === 'path')
    writeMorph(live, part.morph, (live as unknown as { morph: number }).morph);
  const { liveEffects } = part;
  if (liveEffects) {
    const fresh: Effects | null = effectsOf(live);
    liveEffects.shadow = fresh?.shadow ?? null;
    liveEffects.glow = fresh?.glow ?? null;
  }
  const now: Appearance = { w: nowW, h: nowH, from: drawn(pose, 'drawStart'), to: drawn(pose, 'drawEnd') };
  kindOf(live).applyAppearance(node, live, now);
  if (node.kind === 'text' && extras.some(({ key }) => fittingKeys.has(key)))
    node.layout = scene.refit(part, part.said ?? undefined);
}

const drawn = (pose: Float64Array, end: 'drawStart' | 'drawEnd'): number =>
  Math.max(0, Math.min(1, pose[poseIndex[end]] as number));
