import { easeCurves, eases, type Ease, type NamedEase } from '../show';

export const easeLabels: Readonly<Record<NamedEase, string>> = {
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

/** What an ease is called. */
export function easeLabel(ease: Ease): string {
  if (typeof ease === 'string') return easeLabels[ease];
  switch (ease.kind) {
    case 'curve':
      return 'Own curve';
    case 'spring':
      return 'Spring';
    case 'bounce':
      return ease.times === 1 ? 'Bounce once' : `Bounce ${ease.times} times`;
    case 'steps':
      return ease.count === 1 ? 'Jump at once' : `${ease.count} steps`;
  }
}

export const isNamedEase = (value: unknown): value is NamedEase => eases.includes(value as NamedEase);

/** An ease's control points, or null for those that are no cubic curve. */
export function easeCurve(ease: Ease): readonly [number, number, number, number] | null {
  if (typeof ease === 'string') return ease === 'linear' || ease === 'hold' ? null : easeCurves[ease];
  return ease.kind === 'curve' ? [ease.x1, ease.y1, ease.x2, ease.y2] : null;
}

let lastEase: Ease | null = null;
/** The part and the value that were asked for last, kept in place: a variable would take new memory for each. */
const last = Float64Array.of(NaN, 0);

/** How much of the way is gone, at part `t` of the time: 0 until 0, 1 from 1 on; between them it may be over or under. */
export function easeValue(ease: Ease, t: number): number {
  if (!(t > 0)) return 0;
  if (t >= 1) return 1;
  if (typeof ease === 'string') {
    if (ease === 'linear') return t;
    if (ease === 'hold') return 0;
    // Things that lead and follow by the same curve ask for the same value one after another.
    if (ease === lastEase && t === last[0]) return last[1] as number;
    const curve = easeCurves[ease];
    lastEase = ease;
    const value = bezier(curve[1], curve[3], solve(curve[0], curve[2], t));
    last[0] = t;
    last[1] = value;
    return value;
  }
  switch (ease.kind) {
    case 'curve':
      // Abscissas that run back are no function of time: they are kept within the way.
      return bezier(ease.y1, ease.y2, solve(unit(ease.x1), unit(ease.x2), t));
    case 'spring':
      return spring(ease.swing, t) + (1 - spring(ease.swing, 1)) * t;
    case 'bounce':
      return bounce(ease.times, ease.height, t);
    case 'steps':
      return (Math.floor(t * ease.count) + (ease.first ? 1 : 0)) / ease.count;
  }
}

const unit = (value: number): number => Math.max(0, Math.min(1, value));

/**
 * The step response of a damped oscillator (any text on linear systems) with damping 1 - swing, of such a frequency
 * that less than a thousandth is left of the way at 1.
 */
function spring(swing: number, t: number): number {
  const damping = Math.max(0.1, 1 - swing);
  if (damping > 0.995) return 1 - (1 + 9.3 * t) * Math.exp(-9.3 * t);
  const decay = 7;
  const frequency = (decay / damping) * Math.sqrt(1 - damping * damping);
  return 1 - Math.exp(-decay * t) * (Math.cos(frequency * t) + (decay / frequency) * Math.sin(frequency * t));
}

/** A fall, then so many bounces, each to `height` of the one before; parabolas in time, as under even gravity. */
function bounce(times: number, height: number, t: number): number {
  let whole = 1;
  for (let i = 1; i <= times; i += 1) whole += 2 * Math.sqrt(height ** i);
  let at = t * whole;
  if (at < 1) return at * at;
  at -= 1;
  for (let i = 1; i <= times; i += 1) {
    const top = height ** i;
    const length = 2 * Math.sqrt(top);
    if (at < length) return 1 - (top - (at - length / 2) ** 2);
    at -= length;
  }
  return 1;
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
