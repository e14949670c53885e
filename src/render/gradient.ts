import type { Gradient } from '../core/show';

/** Numbers of a gradient over a box as the quad shader reads them, and how many stops it has. */
export interface GradientNumbers {
  readonly numbers: Float32Array;
  readonly stops: number;
}

const known = new WeakMap<object, GradientNumbers & { readonly w: number; readonly h: number }>();

/** The numbers of a gradient that fills a box of w by h px. `by` is another object where it differs. */
export function gradientNumbers(
  gradient: Gradient,
  w: number,
  h: number,
  by: object = gradient,
): GradientNumbers {
  const kept = known.get(by);
  if (kept && kept.w === w && kept.h === h) return kept;
  const stops = [...gradient.stops].sort((a, b) => a.at - b.at);
  const numbers = new Float32Array(4 * (3 + 2 * stops.length));
  numbers.set([w, h, gradient.kind === 'linear' ? 1 : 2, stops.length]);
  if (gradient.kind === 'linear') {
    const angle = (gradient.angle * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    numbers.set([cos, sin, Math.max(1e-6, (Math.abs(w * cos) + Math.abs(h * sin)) / 2), 0], 4);
  } else {
    const radius = Math.max(1e-6, (Math.hypot(w, h) / 2) * gradient.radius);
    const angle = ((gradient.angle ?? 0) * Math.PI) / 180;
    numbers.set([gradient.x, gradient.y, radius, gradient.ratio ?? 1], 4);
    numbers.set([Math.cos(angle), Math.sin(angle), Math.min(0.999, gradient.focus ?? 0), 0], 8);
  }
  stops.forEach(({ at, colour }, i) => {
    const before = stops[i - 1]?.at ?? 0;
    const part = (from: number): number => parseInt(colour.slice(from, from + 2), 16) / 255;
    numbers.set([before, 1 / Math.max(1e-6, at - before), 0, 0], 12 + 8 * i);
    numbers.set([part(1), part(3), part(5), colour.length === 9 ? part(7) : 1], 16 + 8 * i);
  });
  const made = { numbers, stops: stops.length, w, h };
  known.set(by, made);
  return made;
}
