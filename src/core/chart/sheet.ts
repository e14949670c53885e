import { counted } from '../problem';
import type { Box, CellLook, ChartElement, Paint } from '../show';
import type { ChartData, ChartRow } from './data';
import { type ChartPaint, readableOn } from './paint';
import type { ChartNote, ChartPart, Drift, Growth, PartShape, PartZoom, Trace } from './part';
import type { ChartScale } from './scale';
import { placeAll } from './place';
import { fitNames, type FittedNames, type WordsPort } from './words';

/** What a chart asks of those who draw it. */
export interface ChartPort extends WordsPort<CellLook> {
  /** The picture of a set by its name, or of the show; null where there is none. */
  readonly picture: (set: string | null, name: string) => string | null;
}

export interface ChartLooks {
  readonly all: CellLook;
  readonly name: CellLook;
  readonly value: CellLook;
  readonly tick: CellLook;
}

/** All that a form draws with. */
export interface Drawing {
  readonly chart: ChartElement;
  /** Of the panel that is drawn. */
  readonly data: ChartData;
  readonly rows: readonly ChartRow[];
  readonly box: Box;
  readonly looks: ChartLooks;
  readonly port: ChartPort;
  readonly paint: ChartPaint;
  readonly sheet: Sheet;
  /** The scale over some values, or the one that is shared. */
  readonly scale: (values: readonly number[], isFree?: boolean) => ChartScale;
  /** Whether something moves its zoom: then what is seen at either end of it is there. */
  readonly isZoomed: boolean;
}

export interface Of {
  readonly row?: number;
  readonly series?: number;
  readonly grows?: readonly Growth[];
  readonly counts?: boolean;
  readonly pivotX?: number;
  readonly pivotY?: number;
  readonly layer?: ChartPart['layer'];
  readonly moves?: ChartPart['moves'];
  readonly zooms?: PartZoom | null;
  readonly veil?: number;
  readonly shade?: string | null;
}

export type Side = 'left' | 'right' | 'top' | 'bottom';

/** Px between marks and words. */
export const gapOf = (look: CellLook): number => Math.round(look.size * 0.3);

const inset = ({ x, y, w, h }: Box, by: number): Box => ({
  x: x + by,
  y: y + by,
  w: Math.max(0.1, w - 2 * by),
  h: Math.max(0.1, h - 2 * by),
});

/** Takes down what a chart draws. */
export class Sheet {
  readonly parts: ChartPart[] = [];
  readonly notes: ChartNote[] = [];
  /** How the window of the chart moves; null: it has none. */
  drift: Drift | null = null;
  /** Through which what zooms is seen; null: nothing does. */
  window: Box | null = null;
  private readonly dark = '#10181c';
  private readonly light = '#ffffff';

  constructor(
    private readonly chart: ChartElement,
    private readonly port: ChartPort,
    /** Before the keys of all that is drawn: of a panel. */
    private readonly prefix = '',
  ) {}

  /** One that draws on the same sheet under keys of its own. */
  panel(prefix: string): Sheet {
    const own = new Sheet(this.chart, this.port, `${this.prefix}${prefix}`);
    Object.assign(own, { parts: this.parts, notes: this.notes });
    return own;
  }

  note(code: string, message: string): void {
    if (!this.notes.some((own) => own.message === message)) this.notes.push({ code, message });
  }

  put(key: string, name: string, box: Box, shape: PartShape, of: Of, edge: ChartPart['edge'] = null): void {
    const { row, series, grows = [], counts = false, pivotX = 0.5, pivotY = 0.5, layer = 'marks', moves = null, zooms = null, veil = 0 } = of;
    const [isOfRow, isOfSeries] = [row !== undefined, series !== undefined];
    this.parts.push({ key: this.prefix + key, name, layer, box, shape, edge, row: row ?? 0, series: series ?? 0, isOfRow, isOfSeries, pivotX, pivotY, grows, counts, moves, zooms, veil });
  } // prettier-ignore

  edge(): ChartPart['edge'] {
    const { edgeW, edge } = this.chart;
    return edgeW > 0 ? { width: edgeW, colour: edge } : null;
  }

  /**
   * A bar between two values of its scale that begins on a side; `zero` is the place along its length, px on the sheet,
   * from which it grows. Its tip is round, and its foot where it is the first of a whole.
   */
  bar(
    key: string,
    name: string,
    box: Box,
    fill: Paint,
    begins: Side,
    zero: number,
    isTip: boolean,
    of: Of,
    isFoot = false,
  ): void {
    const own = Math.min(this.chart.corner, box.w / 2, box.h / 2);
    const [corner, foot] = [isTip ? own : 0, isFoot ? own : 0];
    const round = (side: Side): number => (begins === side ? foot : corner);
    const isUpright = begins === 'top' || begins === 'bottom';
    const radii = isUpright
      ? ([round('top'), round('top'), round('bottom'), round('bottom')] as const)
      : ([round('left'), round('right'), round('right'), round('left')] as const);
    const length = isUpright ? box.h : box.w;
    const from = zero - (isUpright ? box.y : box.x);
    const pivot = length > 0 ? from / length : begins === 'top' || begins === 'left' ? 0 : 1;
    this.put(
      key,
      name,
      box,
      { is: 'rect', radii, fill },
      {
        ...of,
        grows: [{ property: isUpright ? 'h' : 'w', by: null }],
        ...(isUpright ? { pivotY: pivot } : { pivotX: pivot }),
      },
      this.edge(),
    );
  }

  dot(key: string, name: string, x: number, y: number, size: number, fill: Paint, of: Of): void {
    this.put(
      key,
      name,
      { x: x - size / 2, y: y - size / 2, w: size, h: size },
      { is: 'ellipse', hole: 0, start: 0, sweep: 360, fill },
      { ...of, grows: of.grows ?? [{ property: 'scale', by: null }] },
      this.edge(),
    );
  }

  trace(key: string, name: string, box: Box, trace: Trace, look: { fill: Paint; lineW: number; line: string; dash?: number }, of: Of): void {
    if (trace.points.length === 0) return;
    this.put(key, name, box, { is: 'trace', trace, dash: 0, ...look }, of);
  } // prettier-ignore

  /** A straight line, upright or lying, as thick as it is said. */
  rule(key: string, name: string, from: readonly [number, number], to: readonly [number, number], width: number, fill: string, of: Of = {}): void {
    const isLying = from[1] === to[1];
    const box = isLying
      ? { x: Math.min(from[0], to[0]), y: from[1] - width / 2, w: Math.abs(to[0] - from[0]), h: width }
      : { x: from[0] - width / 2, y: Math.min(from[1], to[1]), w: width, h: Math.abs(to[1] - from[1]) };
    this.put(key, name, box, { is: 'rect', radii: [0, 0, 0, 0], fill }, { layer: 'back', ...of });
  } // prettier-ignore

  /** Words in a box, which they may reach beyond. */
  words(key: string, name: string, box: Box, words: string, look: CellLook, of: Of = {}): void {
    if (words === '') return;
    this.put(
      key,
      name,
      box,
      { is: 'words', words, look, shade: of.shade ?? null },
      { layer: 'front', ...of },
    );
  }

  /** Leaves out words, from a part on, that reach out of a box or lie over others: in a small one not all have room. */
  keepWithin({ x, y, w, h }: Box, from: number): void {
    const own = this.parts.slice(from);
    // A px over the edge, or over a neighbour, is not seen.
    const wanted = own.flatMap((part, i) => (part.shape.is === 'words' ? [{ key: String(i), places: [inset(this.said(part.box, part.shape), 0.6)], weight: 0 }] : []));
    const placed = placeAll(wanted, [], { x: x - 0.3, y: y - 0.3, w: w + 0.6, h: h + 0.6 });
    const left = wanted.length - placed.size;
    if (left === 0) return;
    this.note('no-room', `${left === 1 ? 'one of its words is' : `${left} of its words are`} left out, as it is too small for them; make it larger`);
    this.parts.splice(from, own.length, ...own.filter((part, i) => part.shape.is !== 'words' || placed.has(String(i))));
  } // prettier-ignore

  /** Where words are seen in their box. */
  private said(own: Box, { words, look }: Extract<PartShape, { is: 'words' }>): Box {
    const [w, h] = [Math.min(own.w, this.port.width(words, look)), this.port.height(look) * words.split('\n').length];
    return {
      x: { left: own.x, centre: own.x + (own.w - w) / 2, right: own.x + own.w - w }[look.align],
      y: { top: own.y, middle: own.y + (own.h - h) / 2, bottom: own.y + own.h - h }[look.vertical],
      w,
      h,
    };
  } // prettier-ignore

  /** Where words stand so far. */
  wordBoxes(): Box[] {
    return this.parts.flatMap(({ box, shape }) => (shape.is === 'words' ? [box] : []));
  }

  picture(key: string, name: string, box: Box, asset: string, of: Of = {}): void {
    this.put(key, name, box, { is: 'picture', asset, fit: 'contain', radius: 0 }, { layer: 'front', ...of });
  }

  /** The colour of words on a ground: their own where it can be read, else light or dark. */
  inkOn(ground: string, look: CellLook): CellLook {
    const colour = readableOn(ground, [look.colour, this.light, this.dark]);
    return colour === look.colour ? look : { ...look, colour };
  }

  /** The picture that marks are filled with: of the whole mark, or stacked from where it begins, px high each; null: none. */
  pictureFill(asset: string | null, size: number, begins: Side): Extract<Paint, { kind: 'picture' }> | null {
    const { pictures } = this.chart;
    if (asset === null || (pictures !== 'cut' && pictures !== 'stacked')) return null;
    if (pictures === 'cut') return { kind: 'picture', asset, fit: 'cover' };
    const from = begins === 'right' || begins === 'bottom' ? { begins } : {};
    return { kind: 'picture', asset, fit: 'tile', size: Math.max(1, Math.round(size)), ...from };
  }

  /** How words look on a mark of a colour, or of a picture, where they have a shade behind them. */
  onMark(
    fill: Paint,
    colour: string,
    look: CellLook,
  ): { readonly look: CellLook; readonly shade: string | null } {
    return typeof fill === 'object' && fill.kind === 'picture'
      ? { look: { ...look, colour: this.light }, shade: `${this.dark}d0` }
      : { look: this.inkOn(colour, look), shade: null };
  }

  /** Says what became of names that had no room. */
  tellNames(fitted: FittedNames, count: number, what: string): void {
    if (fitted.shortened > 0)
      this.note('names-short', `${fitted.shortened} of ${counted(count, what)} ${fitted.shortened === 1 ? 'is' : 'are'} shortened, as there is no room`);
    if (fitted.left > 0)
      this.note('names-left', `${fitted.left} of ${counted(count, what)} ${fitted.left === 1 ? 'is' : 'are'} left out, as there is no room`);
  } // prettier-ignore
}

/** Names fitted into a room each, by the rule of the chart. */
export const namesIn = (drawing: Drawing, names: readonly string[], room: number, lines: number, look: CellLook): FittedNames =>
  fitNames(names, room, lines, drawing.chart.crowded, look, drawing.port); // prettier-ignore

export const sized = (look: CellLook, scale: number, given: Partial<CellLook> = {}): CellLook => ({
  ...look,
  ...given,
  size: look.size * scale,
});

/**
 * What rows that are so many px high do to words so many px high: they make them smaller, as far as these may be, and
 * then leave room for every second, third … alone.
 */
export function inRows(step: number, height: number, look: CellLook, count = Infinity): { readonly scale: number; readonly every: number } {
  const least = Math.min(1, Math.max(0.3, look.minScale));
  const scale = Math.max(least, Math.min(1, step / Math.max(1, height)));
  const h = height * scale;
  if (h <= step + 1e-6) return { scale, every: 1 };
  // The first and the last are kept within the box, half of what they are too high nearer to their neighbours.
  const every = Math.ceil((1.5 * h - 0.5 * step) / Math.max(0.01, step) - 1e-6);
  return { scale, every: count * step < 2 * h ? Math.max(every, count) : every };
} // prettier-ignore

/** Where words so many px high stand in the middle of a row, and still within a box. */
export const inRow = (box: Box, y: number, step: number, h: number): { readonly y: number; readonly h: number } => ({
  y: Math.max(box.y, Math.min(box.y + box.h - h, y + (step - h) / 2)),
  h,
}); // prettier-ignore
