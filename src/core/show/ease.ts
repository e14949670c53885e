import { z } from 'zod';

/** The curves that have a name. */
export const eases = [
  'linear',
  'hold',
  'gentle-in',
  'gentle-out',
  'gentle',
  'strong-in',
  'strong-out',
  'strong',
  'overshoot',
] as const;
export type NamedEase = (typeof eases)[number];

export const madeEaseSchema = z.discriminatedUnion('kind', [
  /** The cubic of CSS Easing Functions Level 2 between (0, 0) and (1, 1). */
  z.object({
    kind: z.literal('curve'),
    x1: z.number().min(0).max(1),
    y1: z.number().min(-5).max(5),
    x2: z.number().min(0).max(1),
    y2: z.number().min(-5).max(5),
  }),
  /** A weight on a spring: 0 comes to rest without a swing, 0.9 swings many times. */
  z.object({ kind: z.literal('spring'), swing: z.number().min(0).max(0.9) }),
  /** A ball that falls onto the mark; each time it comes back up to `height` of what it fell. */
  z.object({
    kind: z.literal('bounce'),
    times: z.number().int().min(1).max(8),
    height: z.number().min(0).max(0.9),
  }),
  /** In even jumps: the first at once, or the last at the end. */
  z.object({ kind: z.literal('steps'), count: z.number().int().min(1).max(1000), first: z.boolean() }),
]);
export type MadeEase = z.infer<typeof madeEaseSchema>;

/** How a value goes from one key to the next. */
export const easeSchema = z.union([z.enum(eases), madeEaseSchema]);
export type Ease = z.infer<typeof easeSchema>;

type Cubic = readonly [x1: number, y1: number, x2: number, y2: number];

/** Control points of the named curves, as CSS Easing Functions Level 2 has them. */
export const easeCurves: Readonly<Record<Exclude<NamedEase, 'linear' | 'hold'>, Cubic>> = {
  'gentle-in': [0.4, 0, 0.9, 0.7],
  'gentle-out': [0.1, 0.3, 0.6, 1],
  gentle: [0.4, 0, 0.6, 1],
  'strong-in': [0.8, 0, 0.9, 0.25],
  'strong-out': [0.1, 0.75, 0.2, 1],
  strong: [0.8, 0, 0.2, 1],
  overshoot: [0.2, 1.3, 0.4, 1.08],
};

const round = (value: number): number => Math.round(value * 1e6) / 1e6;

/** The curve as it is played backwards. Springs and bounces stay what they are: they have no backward. */
export function turnedEase(ease: Ease): Ease {
  if (ease === 'linear') return ease;
  if (ease === 'hold') return { kind: 'steps', count: 1, first: true };
  if (typeof ease === 'object') {
    if (ease.kind === 'steps')
      return ease.count === 1 && ease.first ? 'hold' : { ...ease, first: !ease.first };
    if (ease.kind !== 'curve') return ease;
  }
  const [x1, y1, x2, y2] = typeof ease === 'string' ? easeCurves[ease] : [ease.x1, ease.y1, ease.x2, ease.y2];
  const turned: Cubic = [round(1 - x2), round(1 - y2), round(1 - x1), round(1 - y1)];
  const named = Object.entries(easeCurves).find(([, own]) => own.every((part, i) => part === turned[i]));
  return named
    ? (named[0] as NamedEase)
    : { kind: 'curve', x1: turned[0], y1: turned[1], x2: turned[2], y2: turned[3] };
}
