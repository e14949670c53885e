import {
  layChart,
  readChart,
  scaleValues,
  traceShapes,
  type ChartPart,
  type ChartPort,
  type Growth,
  type LaidChart,
  type PartMove,
  type PartZoom,
  type Trace,
} from '../chart';
import {
  elementKinds,
  newElement,
  wordsKeys,
  type CellLook,
  type ChartElement,
  type Element,
  type RowList,
} from '../show';
import { inBox } from '../shape';
import { fitText, type TextMeasure } from '../text';
import { lookWords, wideBox } from './look-words';

/** What an instance is of a chart: how it grows, and the line that it is, where it is one. */
export interface ChartMark {
  readonly grows: readonly Growth[];
  readonly trace: Trace | null;
  /** Where it is drawn: the place of its row, and of its series. */
  readonly row: number;
  readonly series: number;
  readonly isOfRow: boolean;
  readonly isOfSeries: boolean;
  readonly moves: PartMove | null;
  readonly zooms: PartZoom | null;
  /** How much of its opacity is taken at rest. */
  readonly veil: number;
}

/** A part of a chart as an element of the usual kinds, so that all that is known of them holds in charts too. */
export interface DrawnPart {
  readonly key: string;
  readonly element: Element;
  readonly mark: ChartMark;
  /** Empty where it says none. */
  readonly words: string;
  readonly counts: boolean;
}

export interface DrawnChart {
  readonly laid: LaidChart;
  readonly parts: readonly DrawnPart[];
  readonly series: number;
}

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

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

/** A part of a chart as an element, in the space of the template. */
function elementOf(chart: ChartElement, part: ChartPart): Element {
  const { shape, edge, box } = part;
  const base = {
    id: `${chart.id}/${part.key}`,
    name: part.name,
    x: rounded(chart.x + box.x),
    y: rounded(chart.y + box.y),
    w: rounded(box.w),
    h: rounded(box.h),
    pivotX: part.pivotX,
    pivotY: part.pivotY,
  };
  const outline = edge ? { outlineWidth: edge.width, outline: edge.colour, outlinePlace: 'inside' } : {};
  const of = (kind: Element['kind'], given: object): Element =>
    ({ ...elementKinds[kind].defaults, kind, ...base, ...given }) as unknown as Element;
  switch (shape.is) {
    case 'rect': {
      const [radiusTopLeft, radiusTopRight, radiusBottomRight, radiusBottomLeft] = shape.radii;
      return of('rect', { fill: shape.fill, radiusTopLeft, radiusTopRight, radiusBottomRight, radiusBottomLeft, ...outline });
    }
    case 'ellipse':
      return of('ellipse', { fill: shape.fill, hole: shape.hole, start: shape.start, sweep: shape.sweep, ...outline });
    case 'trace':
      return of('path', {
        subpaths: inBox(traceShapes(shape.trace), box),
        fill: shape.fill,
        wipeEdge: 'line',
        outlineWidth: shape.lineW,
        outline: shape.line,
        outlinePlace: 'centre',
        cap: 'round',
        join: 'round',
        dash: shape.dash,
        gap: shape.dash,
        morph: 0,
      });
    case 'words': {
      const { look, shade } = shape;
      const ground = shade === null ? {} : { shade, shadeSpread: look.size * 0.12, shadeSoft: look.size * 0.2 };
      const own = Object.fromEntries(wordsKeys.map((key) => [key, look[key]]));
      // Words on several lines are broken already; they have the room that they were measured in.
      const fit = shape.words.includes('\n') ? 'wrap' : 'as-is';
      return of('text', { ...own, typeStyle: null, fit, minScale: 1, maxLines: 0, opacity: look.opacity, text: shape.words, ...ground });
    }
    case 'picture':
      return of('picture', { asset: shape.asset, fit: shape.fit, radius: shape.radius });
  }
} // prettier-ignore

/** Whether two parts are drawn as the same element. */
function isSame(a: ChartPart, b: ChartPart): boolean {
  if (a.name !== b.name || a.pivotX !== b.pivotX || a.pivotY !== b.pivotY) return false;
  const { box } = a;
  if (box.x !== b.box.x || box.y !== b.box.y || box.w !== b.box.w || box.h !== b.box.h) return false;
  return JSON.stringify([a.shape, a.edge]) === JSON.stringify([b.shape, b.edge]);
}

interface Kept {
  readonly part: ChartPart;
  readonly place: string;
  readonly element: Element;
}
/** What the parts of a chart were drawn as of late, by the chart as it stands in its template: what is alike is the same. */
const keptOf = new WeakMap<Element, Map<string, Kept>>();
const mostKept = 20_000;

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
  const { era } = measure;
  const ends = shared === null ? '' : `${Math.min(...shared)} ${Math.max(...shared)}`;
  const byEra = era ? (laidOf.get(era) ?? new WeakMap<Element, readonly Laid[]>()) : null;
  if (era && byEra) laidOf.set(era, byEra);
  const before = byEra?.get(source) ?? [];
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
  let kept = keptOf.get(source);
  if (!kept || kept.size > mostKept) {
    kept = new Map();
    keptOf.set(source, kept);
  }
  const place = `${chart.x} ${chart.y}`;
  const parts = laid.parts.map((part): DrawnPart => {
    const was = kept.get(part.key);
    const isAlike = was !== undefined && was.place === place && isSame(was.part, part);
    const element = isAlike ? was.element : elementOf(chart, part);
    if (!isAlike) kept.set(part.key, { part, place, element });
    const { shape, counts, grows, row, series, isOfRow, isOfSeries, moves, zooms, veil } = part;
    const trace = shape.is === 'trace' ? shape.trace : null;
    return {
      key: part.key,
      element,
      mark: { grows, trace, row, series, isOfRow, isOfSeries, moves, zooms, veil },
      words: shape.is === 'words' ? shape.words : '',
      counts,
    };
  });
  const drawn = { laid, parts, series: Math.max(1, data.series.length) };
  byEra?.set(source, [{ chart, list, shared: ends, isZoomed, drawn }, ...before].slice(0, mostLaid));
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
