/** An affine map of the plane: x' = a x + c y + e, y' = b x + d y + f (SVG 2, section 8). */
export type Plane = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

export const still: Plane = [1, 0, 0, 1, 0, 0];

/** First `inner`, then `outer`. */
export const join = (outer: Plane, inner: Plane): Plane => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
];

export const apply = (m: Plane, x: number, y: number): { x: number; y: number } => ({
  x: m[0] * x + m[2] * y + m[4],
  y: m[1] * x + m[3] * y + m[5],
});

/** The mean factor by which a map changes lengths. */
export const scaleOf = (m: Plane): number => Math.sqrt(Math.abs(m[0] * m[3] - m[1] * m[2]));

/** Whether boxes stay boxes: no turn, no slant, no mirror. */
export const isUpright = (m: Plane): boolean =>
  Math.abs(m[1]) + Math.abs(m[2]) < 1e-9 && m[0] > 0 && m[3] > 0;

/** A transform attribute as one map; functions that are not known leave things where they are. */
export function readTransform(text: string | undefined): Plane {
  let map: Plane = still;
  for (const [, name, body] of (text ?? '').matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const n = (body ?? '')
      .split(/[\s,]+/)
      .filter((part) => part !== '')
      .map(Number);
    const at = (index: number, otherwise = 0): number => {
      const value = n[index];
      return value !== undefined && Number.isFinite(value) ? value : otherwise;
    };
    const turn = (degrees: number): Plane => {
      const angle = (degrees * Math.PI) / 180;
      return [Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle), 0, 0];
    };
    let next: Plane = still;
    if (name === 'matrix' && n.length === 6) next = [at(0, 1), at(1), at(2), at(3, 1), at(4), at(5)];
    else if (name === 'translate') next = [1, 0, 0, 1, at(0), at(1)];
    else if (name === 'scale') next = [at(0, 1), 0, 0, at(1, at(0, 1)), 0, 0];
    else if (name === 'rotate')
      next = join(join([1, 0, 0, 1, at(1), at(2)], turn(at(0))), [1, 0, 0, 1, -at(1), -at(2)]);
    else if (name === 'skewX') next = [1, 0, Math.tan((at(0) * Math.PI) / 180), 1, 0, 0];
    else if (name === 'skewY') next = [1, Math.tan((at(0) * Math.PI) / 180), 0, 1, 0, 0];
    map = join(map, next);
  }
  return map;
}
