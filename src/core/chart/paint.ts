import {
  differenceEuclidean,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  formatHex,
  interpolate,
  parse,
  wcagContrast,
} from 'culori';
import type { ChartElement, Paint } from '../show';
import type { ChartData, ChartRow } from './data';

/** Contrast that large words need (WCAG 2.2, 1.4.3), and that smaller ones are given where they can. */
const enough = 4.5;

/** What is picked out, by name, in small letters; empty: nothing is. */
export const pickedNames = ({ picked }: Pick<ChartElement, 'picked'>): ReadonlySet<string> =>
  new Set(
    picked
      .split(',')
      .map((name) => name.trim().toLowerCase())
      .filter((name) => name !== ''),
  );

const isColour = (words: string): boolean => /^#([0-9a-f]{6}|[0-9a-f]{8})$/i.test(words);

/** The colours of the marks of a chart. */
export class ChartPaint {
  private readonly picked: ReadonlySet<string>;
  private readonly mix: (part: number) => string;
  private readonly least: number;
  private readonly most: number;

  constructor(
    private readonly chart: ChartElement,
    private readonly data: Pick<ChartData, 'rows' | 'series'>,
    /** Of all panels, where it is of one. */
    all: Pick<ChartData, 'rows' | 'series'> = data,
  ) {
    const wanted = pickedNames(chart);
    const isThere = [...all.rows, ...all.series].some(({ name }) => wanted.has(name.trim().toLowerCase()));
    // A name that is not there picks out nothing, rather than making all quiet.
    this.picked = isThere ? wanted : new Set();
    const values = data.rows.flatMap((row) => row.values.filter((value) => value !== null));
    this.least = values.reduce((a, b) => Math.min(a, b), Infinity);
    this.most = values.reduce((a, b) => Math.max(a, b), -Infinity);
    const made = interpolate([chart.low, chart.high], 'oklab');
    this.mix = (part) => formatHex(made(part));
  }

  isPicked(row: ChartRow | null, series: number): boolean {
    if (this.picked.size === 0) return true;
    const name = (words: string | undefined): boolean => this.picked.has((words ?? '').trim().toLowerCase());
    return name(row?.name) || name(this.data.series[series]?.name);
  }

  private own(row: ChartRow | null, series: number, value: number | null): string {
    const { chart } = this;
    const nth = (at: number): string => chart.colours[at % chart.colours.length] as string;
    switch (chart.colourBy) {
      case 'one':
        return nth(0);
      case 'series':
        return nth(series);
      case 'row':
        return nth(row?.place ?? 0);
      case 'column':
        return row && isColour(row.colour.trim()) ? row.colour.trim().toLowerCase() : nth(series);
      case 'scale':
        return value === null || this.most <= this.least ? chart.high : this.mix((value - this.least) / (this.most - this.least));
    }
  }

  /** The plain colour of a mark; `row` null: of a whole series. */
  of(row: ChartRow | null, series: number, value: number | null = null): string {
    return this.isPicked(row, series) ? this.own(row, series, value) : this.chart.quiet;
  }

  /** The plain colour of a part of a whole, by its place: parts that are beside one another are told apart by it. */
  ofPart(row: ChartRow, series: number, at: number, value: number): string {
    const { colourBy, colours, quiet } = this.chart;
    if (!this.isPicked(row, series)) return quiet;
    return colourBy === 'one' || colourBy === 'series'
      ? (colours[at % colours.length] as string)
      : this.own(row, series, value);
  }

  /** The fill of a mark that begins on a side: darker there, where the chart is shaded. */
  fill(colour: string, begins: 'left' | 'right' | 'top' | 'bottom'): Paint {
    const { shading } = this.chart;
    if (shading === 0) return colour;
    const deep = formatHex(interpolate([colour.slice(0, 7), '#000000'], 'oklab')(shading));
    const angle = { left: 0, top: 90, right: 180, bottom: 270 }[begins];
    return { kind: 'linear', angle, stops: [{ at: 0, colour: deep }, { at: 1, colour }] };
  }
} // prettier-ignore

/** The first of some colours that can be read on a ground; where none can, the one of most contrast. */
export function readableOn(ground: string, colours: readonly string[]): string {
  const on = ground.slice(0, 7);
  const contrast = (colour: string): number => wcagContrast(on, colour.slice(0, 7));
  const found = colours.find((colour) => contrast(colour) >= enough);
  return found ?? colours.reduce((best, colour) => (contrast(colour) > contrast(best) ? colour : best));
}

/** The smallest distance in OKLab at which two areas are told apart at a glance. */
const apart = 0.09;
const distance = differenceEuclidean('oklab');
const eyes = [
  ['no red', filterDeficiencyProt(1)],
  ['no green', filterDeficiencyDeuter(1)],
  ['no blue', filterDeficiencyTrit(1)],
] as const;

/**
 * Pairs of colours that eyes without one kind of cone cannot tell apart, though others can: by the model of Machado,
 * Oliveira and Fernandes (2009).
 */
export function alikeToSome(colours: readonly string[]): { readonly a: string; readonly b: string; readonly eyes: string }[] {
  const found: { a: string; b: string; eyes: string }[] = [];
  const each = [...new Set(colours.map((colour) => colour.slice(0, 7).toLowerCase()))];
  each.forEach((a, i) => {
    for (const b of each.slice(i + 1)) {
      const [own, other] = [parse(a), parse(b)];
      if (!own || !other) continue;
      for (const [name, seen] of eyes)
        if (distance(seen(own), seen(other)) < apart) {
          found.push({ a, b, eyes: name });
          break;
        }
    }
  });
  return found;
} // prettier-ignore
