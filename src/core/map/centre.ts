import polylabel from 'polylabel';
import { largestPart } from './draw';
import type { Ring } from './geometry';

/** Where words stand best in an area, and how far from there its nearest edge is; px. */
export interface VisualCentre {
  readonly x: number;
  readonly y: number;
  readonly room: number;
}

/** So near the best place, in parts of the area's smaller side, is near enough. */
const precision = 0.01;

/** The pole of inaccessibility of the largest part of an area: the middle of the largest circle that fits in it. */
export function visualCentre(rings: readonly Ring[]): VisualCentre | null {
  const part = largestPart(rings);
  const [outline] = part;
  if (!outline) return null;
  const xs = outline.map(([x]) => x);
  const ys = outline.map(([, y]) => y);
  const side = Math.min(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys));
  const found = polylabel(part as never, Math.max(0.05, side * precision));
  return { x: found[0], y: found[1], room: Math.max(0, found.distance) };
}
