import { extent } from 'd3-array';
import { scaleLinear, scaleLog, scaleSqrt } from 'd3-scale';
import type { ChartElement } from '../show';

/** From values to parts of a length, and back to good round values. */
export interface ChartScale {
  readonly lo: number;
  readonly hi: number;
  /** 0 at `lo`, 1 at `hi`; values beyond them lie at the ends. */
  readonly at: (value: number) => number;
  /** Where marks begin: at zero, or at the end that is next to it. */
  readonly base: number;
  /** About so many good round values between its ends. */
  readonly ticks: (count: number) => readonly number[];
  /** Whether zero is not on it though marks begin at its end. */
  readonly isCut: boolean;
}

type Given = Pick<ChartElement, 'scale' | 'ends' | 'least' | 'greatest' | 'fromZero'>;

const decimals = (value: number): number => Number(value.toPrecision(12));

/**
 * The scale for values; `isFree` where marks need not begin at zero, as points of a line need not. A logarithmic scale
 * begins at the power of ten under the smallest value above zero.
 */
export function scaleFor(chart: Given, values: Iterable<number>, isFree = false): ChartScale {
  let [least, most] = extent(values) as [number?, number?];
  const { ends } = chart;
  if (ends === 'fixed' && chart.greatest !== chart.least) {
    least = Math.min(chart.least, chart.greatest);
    most = Math.max(chart.least, chart.greatest);
  } else {
    least ??= 0;
    most ??= 0;
    if (chart.fromZero && chart.scale !== 'log') {
      least = Math.min(0, least);
      most = Math.max(0, most);
    } else if (ends === 'largest' && least !== most) {
      // Marks that begin at the smallest value would have no length: a tenth of the way is left below it.
      const room = (most - least) * 0.1;
      if (!isFree || least > 0 || most < 0) {
        if (least > 0) least = Math.max(0, least - room);
        else if (most < 0) most = Math.min(0, most + room);
      }
    }
  }
  if (chart.scale === 'log') return logScale(least, most, values, ends === 'round');
  if (!(most > least)) {
    if (least > 0) least = chart.fromZero ? 0 : least - 1;
    else if (most < 0) most = chart.fromZero ? 0 : most + 1;
    else most = least + 1;
  }
  const made = (chart.scale === 'root' ? scaleSqrt() : scaleLinear()).domain([least, most]).clamp(true);
  if (ends === 'round') made.nice();
  const [lo, hi] = made.domain() as [number, number];
  const zero = Math.max(lo, Math.min(hi, 0));
  return {
    lo,
    hi,
    at: (value) => made(value),
    base: zero,
    ticks: (count) => (count > 0 ? made.ticks(count).map(decimals) : []),
    isCut: lo > 0 || hi < 0,
  };
}

function logScale(least: number, most: number, values: Iterable<number>, isRound: boolean): ChartScale {
  let smallest = Infinity;
  for (const value of values) if (value > 0 && value < smallest) smallest = value;
  const hi = Math.max(most > 0 ? most : 1, 1e-100);
  // Twelve powers of ten at most: below them lies what is next to nothing.
  const from = Math.max(least > 0 ? least : Math.min(smallest, hi), hi * 1e-12);
  const lo = Math.min(10 ** Math.floor(Math.log10(from)), hi / 10);
  const made = scaleLog().domain([lo, hi]).clamp(true);
  if (isRound) made.nice();
  const [bottom, top] = made.domain() as [number, number];
  return {
    lo: bottom,
    hi: top,
    at: (value) => (value > bottom ? made(value) : 0),
    base: bottom,
    ticks: (count) => {
      if (count <= 0) return [];
      const tens = made
        .ticks()
        .filter((value) => Math.abs(Math.log10(value) - Math.round(Math.log10(value))) < 1e-9);
      return tens.length > 0 ? tens : made.ticks(count);
    },
    isCut: false,
  };
}
