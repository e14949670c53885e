import { traceShapes, type ChartPart, type Growth, type PartMove, type PartZoom, type Trace } from '../chart';
import type { ViewPlace } from '../cartography';
import { elementKinds, wordsKeys, type Element } from '../show';
import { inBox, type Subpath } from '../shape';

/** What an instance is of a chart or a map: how it grows, and the line that it is, where it is one. */
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
  /** How it goes with what is seen of a map; null: it is of none, or stays where it is. */
  readonly view: ViewPlace | null;
  /** Whether it turns as regions of maps do where its fill becomes another. */
  readonly turns: boolean;
}

/** A part of a chart or a map as an element of the usual kinds, so that all that is known of them holds there too. */
export interface DrawnPart<P extends PartDrawn = PartDrawn> {
  readonly part: P;
  readonly element: Element;
  /** Empty where it says none. */
  readonly words: string;
}

/** What charts and maps say of each part alike. */
export type PartDrawn = Pick<
  ChartPart,
  'key' | 'name' | 'box' | 'shape' | 'edge' | 'pivotX' | 'pivotY' | 'row' | 'series' | 'isOfRow' | 'isOfSeries' | 'grows' | 'counts'
>; // prettier-ignore

/** Whose part it is: its id, and where it lies. */
type Owner = Pick<Element, 'id' | 'x' | 'y'>;

const rounded = (value: number): number => Math.round(value * 1000) / 1000;

type Lines = Extract<ChartPart['shape'], { is: 'area' }>['lines'];
const subpathsOf = new WeakMap<Lines, readonly Subpath[]>();
/** Lines as paths in parts of their box; the same for the same lines. */
function pathsOf(lines: Lines, closed: boolean, { x, y, w, h }: ChartPart['box']): readonly Subpath[] {
  const known = subpathsOf.get(lines);
  if (known) return known;
  const made = lines.map((line) => ({
    closed,
    points: line.map(([px, py]) => {
      const [u, v] = [(px - x) / w, (py - y) / h];
      return { x: u, y: v, inX: u, inY: v, outX: u, outY: v };
    }),
  }));
  subpathsOf.set(lines, made);
  return made;
}

/** A part as an element, in the space of the template. */
function elementOf(owner: Owner, part: PartDrawn): Element {
  const { shape, edge, box } = part;
  const base = {
    id: `${owner.id}/${part.key}`,
    name: part.name,
    x: rounded(owner.x + box.x),
    y: rounded(owner.y + box.y),
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
    case 'area':
      return of('path', {
        isGeometry: true,
        // What was lifted is the same lines, drawn higher.
        subpaths: pathsOf(shape.lines, shape.closed, linesBox(shape.lines, box)),
        rule: 'nonzero',
        fill: shape.fill,
        wipeEdge: 'line',
        outlineWidth: shape.stroke?.width ?? 0,
        outline: shape.stroke?.colour ?? '#00000000',
        outlinePlace: 'centre',
        ...(shape.cast ? { shadow: true, shadowX: 0, shadowY: shape.cast.y, shadowBlur: shape.cast.blur, shadowColour: shape.cast.colour } : {}),
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

/** The box that lines were measured in: that of their part, at the height at which they lie. */
function linesBox(lines: Lines, box: ChartPart['box']): ChartPart['box'] {
  let top = Infinity;
  for (const line of lines) for (const [, y] of line) if (y < top) top = y;
  return Number.isFinite(top) ? { ...box, y: top } : box;
}

/** Whether two shapes are drawn alike; lines are the same where they are the same object. */
function isSameShape(a: ChartPart['shape'], b: ChartPart['shape']): boolean {
  if (a === b) return true;
  if (a.is === 'area' && b.is === 'area') {
    const { lines, ...own } = a;
    const { lines: others, ...other } = b;
    if (lines !== others) return false;
    if (a.fill === b.fill && a.stroke === b.stroke && a.cast === b.cast) return true;
    return JSON.stringify(own) === JSON.stringify(other);
  }
  if (a.is === 'words' && b.is === 'words')
    return a.words === b.words && a.shade === b.shade && (a.look === b.look || JSON.stringify(a.look) === JSON.stringify(b.look)); // prettier-ignore
  return JSON.stringify(a) === JSON.stringify(b);
}

/** Whether two parts are drawn as the same element. */
function isSame(a: PartDrawn, b: PartDrawn): boolean {
  if (a.name !== b.name || a.pivotX !== b.pivotX || a.pivotY !== b.pivotY) return false;
  const { box } = a;
  if (box.x !== b.box.x || box.y !== b.box.y || box.w !== b.box.w || box.h !== b.box.h) return false;
  return (
    isSameShape(a.shape, b.shape) && (a.edge === b.edge || JSON.stringify(a.edge) === JSON.stringify(b.edge))
  );
}

interface Kept {
  readonly part: PartDrawn;
  readonly place: string;
  readonly element: Element;
}
/** What the parts of a chart were drawn as of late, by the chart as it stands in its template: what is alike is the same. */
const keptOf = new WeakMap<Element, Map<string, Kept>>();
const mostKept = 20_000;

/** Parts as elements; `source` is what they are of as it stands in the template. One that is drawn as before is the same. */
export function drawParts<P extends PartDrawn>(
  owner: Owner,
  source: Element,
  parts: readonly P[],
): DrawnPart<P>[] {
  let kept = keptOf.get(source);
  if (!kept || kept.size > mostKept) {
    kept = new Map();
    keptOf.set(source, kept);
  }
  const place = `${owner.x} ${owner.y}`;
  return parts.map((part) => {
    const was = kept.get(part.key);
    const isAlike = was !== undefined && was.place === place && isSame(was.part, part);
    const element = isAlike ? was.element : elementOf(owner, part);
    if (!isAlike) kept.set(part.key, { part, place, element });
    return { part, element, words: part.shape.is === 'words' ? part.shape.words : '' };
  });
}
