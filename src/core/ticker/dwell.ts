import { z } from 'zod';
import { wordsOf, type TickerItem } from './item';
import { charactersOf } from './words';

const point = z.object({
  /** Characters of an item, and the seconds that one of so many stays. */
  characters: z.number().min(0).max(5000),
  seconds: z.number().min(0).max(600),
});

/** How long items stay. */
export const dwellSchema = z.object({
  by: z.enum(['curve', 'width', 'fixed']),
  points: z.array(point).min(1).max(20),
  /** Seconds that none falls below or goes beyond. */
  least: z.number().min(0.5).max(600),
  most: z.number().min(0.5).max(600),
  fixed: z.number().min(0.5).max(600),
});
export type Dwell = z.infer<typeof dwellSchema>;

/** Two seconds to find the line, then about fourteen characters a second. */
export const usualDwell: Dwell = {
  by: 'curve',
  points: [
    { characters: 0, seconds: 2 },
    { characters: 40, seconds: 5 },
    { characters: 90, seconds: 8.5 },
    { characters: 160, seconds: 13 },
  ],
  least: 3,
  most: 16,
  fixed: 6,
};

type Point = Dwell['points'][number];

/**
 * A curve through points, by the first of their numbers: monotone cubics after Steffen (1990), which never leave the
 * span of the points on either side; beyond the ends it goes on straight.
 */
export function curveAt(points: readonly Point[], at: number): number {
  const own = [...new Map(points.map((one) => [one.characters, one])).values()].sort(
    (a, b) => a.characters - b.characters,
  );
  const [first] = own;
  const last = own.at(-1);
  if (!first || !last) return 0;
  if (own.length === 1) return first.seconds;
  const x = (i: number): number => (own[i] as Point).characters;
  const y = (i: number): number => (own[i] as Point).seconds;
  const slope = (i: number): number => (y(i + 1) - y(i)) / (x(i + 1) - x(i));
  const tangent = (i: number): number => {
    if (i === 0) return slope(0);
    if (i === own.length - 1) return slope(i - 1);
    const [s, t] = [slope(i - 1), slope(i)];
    if (s * t <= 0) return 0;
    const [h, k] = [x(i) - x(i - 1), x(i + 1) - x(i)];
    const middle = (s * k + t * h) / (h + k);
    return Math.sign(s) * Math.min(Math.abs(middle), 2 * Math.abs(s), 2 * Math.abs(t));
  };
  if (at <= first.characters) return first.seconds + tangent(0) * (at - first.characters);
  if (at >= last.characters) return last.seconds + tangent(own.length - 1) * (at - last.characters);
  let i = 0;
  while (x(i + 1) < at) i += 1;
  const h = x(i + 1) - x(i);
  const u = (at - x(i)) / h;
  const [a, b] = [tangent(i) * h, tangent(i + 1) * h];
  const [u2, u3] = [u * u, u * u * u];
  return (2 * u3 - 3 * u2 + 1) * y(i) + (u3 - 2 * u2 + u) * a + (3 * u2 - 2 * u3) * y(i + 1) + (u3 - u2) * b;
}

/** A dwell whose curve goes through a point; one that stands near moves there. */
export function withPoint(dwell: Dwell, point: Point): Dwell {
  const rest = dwell.points.filter(({ characters }) => Math.abs(characters - point.characters) > 6);
  const points = [...rest, point].sort((a, b) => a.characters - b.characters).slice(-20);
  return { ...dwell, points, least: Math.min(dwell.least, point.seconds), most: Math.max(dwell.most, point.seconds) };
} // prettier-ignore

/** How words run through a template: px a second, and px between two items. */
export interface Run {
  readonly speed: number;
  readonly gap: number;
  /** Px of the way through the template. */
  readonly room: number;
  /** Px of a character where none has been measured. */
  readonly character: number;
}

const clamped = ({ least, most }: Dwell, seconds: number): number =>
  Math.max(Math.min(least, most), Math.min(Math.max(least, most), seconds));

/** Seconds that words stay by themselves, however wide they are. */
export const dwellOf = (dwell: Dwell, words: string): number =>
  dwell.by === 'fixed' ? dwell.fixed : clamped(dwell, curveAt(dwell.points, charactersOf(words)));

/**
 * Seconds that an item stays. By width: until the next may come behind it; where its words have not been measured, their
 * width is taken from how many they are.
 */
export function staysFor(dwell: Dwell, item: Pick<TickerItem, 'edit' | 'came' | 'width'>, run: Run | null): number {
  const words = wordsOf(item);
  if (dwell.by !== 'width' || !run) return dwellOf(dwell, words);
  const px = item.width?.words === words ? item.width.px : charactersOf(words) * run.character;
  return (px + run.gap) / run.speed;
} // prettier-ignore

/** Characters a second at which an item must be read. */
export const readingSpeed = (words: string, seconds: number): number =>
  seconds > 0 ? charactersOf(words) / seconds : Infinity;

/** Beyond this many characters a second most viewers cannot follow. */
export const mostReadingSpeed = 17;
