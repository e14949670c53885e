import { layChart, readChart, scaleValues, type ChartPart, type ChartPort, type LaidChart } from '../chart';
import { newElement, type CellLook, type ChartElement, type Element, type RowList } from '../show';
import { fitText, type TextMeasure } from '../text';
import { drawParts, type ChartMark, type DrawnPart } from './drawn-parts';
import { lookWords, wideBox } from './look-words';

export interface DrawnChart {
  readonly laid: LaidChart;
  readonly parts: readonly DrawnPart<ChartPart>[];
  readonly series: number;
}

/** What a part of a chart is to those who move it. */
export function chartMark({ grows, row, series, isOfRow, isOfSeries, moves, zooms, veil, shape }: ChartPart): ChartMark {
  const trace = shape.is === 'trace' ? shape.trace : null;
  return { grows, trace, row, series, isOfRow, isOfSeries, moves, zooms, veil, view: null, turns: false };
} // prettier-ignore

/** What charts are measured with, and where their pictures come from. */
export const chartPort = (measure: TextMeasure, picture: ChartPort['picture']): ChartPort => {
  // Type is as wide as it is large: words are measured once, at one size.
  const known = new Map<string, number>();
  const size = 100;
  const at = (words: string, look: CellLook): number => {
    const key = `${words}\u0000${look.family} ${look.weight} ${look.stretch} ${look.tracking} ${look.letters} ${look.figures}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const width = fitText(lookWords(words, { ...look, size }, 'as-is'), wideBox, measure).w;
    known.set(key, width);
    return width;
  };
  const heights = new Map<string, number>();
  return {
    width: (words, look) => (words === '' ? 0 : (at(words, look) * look.size) / size),
    height: (look) => {
      const key = `${look.family} ${look.weight} ${look.leading}`;
      let height = heights.get(key);
      if (height === undefined) {
        height = fitText(lookWords('8', { ...look, size }, 'as-is'), wideBox, measure).h;
        heights.set(key, height);
      }
      return (height * look.size) / size;
    },
    picture,
  };
};

interface Laid {
  readonly chart: ChartElement;
  readonly list: RowList;
  readonly shared: string;
  readonly isZoomed: boolean;
  readonly drawn: DrawnChart;
}
/** What a chart was laid out to of late, by what was measured with and the chart in its template. */
const laidOf = new WeakMap<object, WeakMap<Element, readonly Laid[]>>();
const mostLaid = 2;

/** The charts of a picture that have one scale: the values of all of them, by what they share. */
export function sharedValues(
  charts: readonly { readonly chart: ChartElement; readonly list: RowList }[],
): ReadonlyMap<string, readonly number[]> {
  const found = new Map<string, number[]>();
  for (const { chart, list } of charts) {
    if (chart.shared === '') continue;
    const own = found.get(chart.shared) ?? [];
    own.push(...scaleValues(chart, readChart(chart, list)));
    found.set(chart.shared, own);
  }
  return found;
}

/** A filled chart as elements; `source` is the chart as it stands in the template. */
export function drawChart(
  chart: ChartElement,
  source: Element,
  list: RowList,
  shared: readonly number[] | null,
  measure: TextMeasure,
  picture: ChartPort['picture'],
  isZoomed: boolean,
): DrawnChart {
  const { revision } = measure;
  const ends = shared === null ? '' : `${Math.min(...shared)} ${Math.max(...shared)}`;
  const byRevision = revision ? (laidOf.get(revision) ?? new WeakMap<Element, readonly Laid[]>()) : null;
  if (revision && byRevision) laidOf.set(revision, byRevision);
  const before = byRevision?.get(source) ?? [];
  // Sets of pictures may have changed without a difference for the chart.
  const hasPictures = chart.pictures !== 'none' || chart.piece === 'picture';
  const known = hasPictures
    ? undefined
    : before.find(
        (one) => one.chart === chart && one.list === list && one.shared === ends && one.isZoomed === isZoomed,
      );
  if (known) return known.drawn;
  const data = readChart(chart, list);
  const laid = layChart(chart, data, chartPort(measure, picture), shared, isZoomed);
  const parts = drawParts(chart, source, laid.parts);
  const drawn = { laid, parts, series: Math.max(1, data.series.length) };
  byRevision?.set(source, [{ chart, list, shared: ends, isZoomed, drawn }, ...before].slice(0, mostLaid));
  return drawn;
}

const windows = new WeakMap<Element, Element>();
/** The group through which what moves along in a chart is seen; always the same. */
export function windowGroup(chart: Element): Element {
  const known =
    windows.get(chart) ?? newElement('group', `${chart.id}/~window`, `${chart.name} window`, { clip: true });
  windows.set(chart, known);
  return known;
}
