import type { Ease } from '../show';

/** Control points of the CSS cubic-bezier(x1, y1, x2, y2), CSS Easing Functions Level 2. */
const curves: Readonly<Record<Exclude<Ease, 'linear' | 'hold'>, readonly [number, number, number, number]>> =
  {
    'gentle-in': [0.4, 0, 0.9, 0.7],
    'gentle-out': [0.1, 0.3, 0.6, 1],
    gentle: [0.4, 0, 0.6, 1],
    'strong-in': [0.7, 0, 0.9, 0.3],
    'strong-out': [0.1, 0.75, 0.2, 1],
    strong: [0.8, 0, 0.2, 1],
    overshoot: [0.2, 1.3, 0.4, 1.08],
  };

export const easeLabels: Readonly<Record<Ease, string>> = {
  linear: 'Even',
  hold: 'Hold, then jump',
  'gentle-in': 'Gentle start',
  'gentle-out': 'Gentle stop',
  gentle: 'Gentle both ends',
  'strong-in': 'Strong start',
  'strong-out': 'Strong stop',
  strong: 'Strong both ends',
  overshoot: 'Past the mark and back',
};

/** A named curve's control points, or null for those that are no curve. */
export const easeCurve = (ease: Ease): readonly [number, number, number, number] | null =>
  ease === 'linear' || ease === 'hold' ? null : curves[ease];

/** How much of the way is gone, at part `t` (0 to 1) of the time. 0 at 0; 1 at 1. */
export function easeValue(ease: Ease, t: number): number {
  if (t <= 0) return 0;
  if (t >= 1) return 1;
  if (ease === 'linear') return t;
  if (ease === 'hold') return 0;
  const [x1, y1, x2, y2] = curves[ease];
  return bezier(y1, y2, solve(x1, x2, t));
}

const bezier = (a: number, b: number, t: number): number =>
  ((1 + 3 * a - 3 * b) * t + (3 * b - 6 * a)) * t * t + 3 * a * t;
const slope = (a: number, b: number, t: number): number =>
  3 * (1 + 3 * a - 3 * b) * t * t + 2 * (3 * b - 6 * a) * t + 3 * a;

/** The curve's parameter at abscissa x: Newton's method, then halving where it fails to settle. */
function solve(x1: number, x2: number, x: number): number {
  let t = x;
  for (let step = 0; step < 6; step += 1) {
    const error = bezier(x1, x2, t) - x;
    if (Math.abs(error) < 1e-6) return t;
    const rise = slope(x1, x2, t);
    if (Math.abs(rise) < 1e-4) break;
    t -= error / rise;
  }
  let low = 0;
  let high = 1;
  for (let step = 0; step < 30; step += 1) {
    t = (low + high) / 2;
    if (bezier(x1, x2, t) < x) low = t;
    else high = t;
  }
  return t;
}
