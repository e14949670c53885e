import { coloursOf, type Box } from '../show';
import { placeAll, type Wanted } from './place';
import type { ChartScale } from './scale';
import { gapOf, type Drawing } from './sheet';
import { chartNumber } from './words';

/** The room of the marks: values go up, or to the right; rows go across, or down. */
export interface Axis {
  readonly plot: Box;
  readonly isLying: boolean;
  /** Px along the rows. */
  readonly start: number;
  readonly length: number;
  /** Px on the sheet, of a value. */
  readonly at: (value: number) => number;
  /** The box between two places along the rows, px from their start, and two values. */
  readonly box: (a: number, b: number, from: number, to: number) => Box;
}

/**
 * The numbers of a scale, and the px that they take: at the left of upright values, below lying ones. `over` is what
 * the first and the last reach beyond upright ends.
 */
export function tickRoom({ chart, looks, port }: Drawing, scale: ChartScale, isLying: boolean): { readonly ticks: readonly Tick[]; readonly takes: number; readonly over: number } {
  const values = chart.ticks > 0 ? scale.ticks(chart.ticks) : [];
  const ticks = values.map((value) => ({ value, words: chartNumber(value, { ...chart.format, least: 0 }) }));
  const widest = Math.max(0, ...ticks.map(({ words }) => port.width(words, looks.tick)));
  const takes = ticks.length === 0 ? 0 : gapOf(looks.tick) + (isLying ? port.height(looks.tick) : widest);
  return { ticks, takes, over: ticks.length === 0 || isLying ? 0 : port.height(looks.tick) / 2 };
} // prettier-ignore

/** The axis of a scale in a room; its numbers take theirs from it. */
export function axisOf(drawing: Drawing, scale: ChartScale, isLying: boolean, room: Box): Axis & { readonly scale: ChartScale; readonly ticks: readonly Tick[] } {
  const { ticks, takes } = tickRoom(drawing, scale, isLying);
  const plot = isLying ? { ...room, h: Math.max(1, room.h - takes) } : { ...room, x: room.x + takes, w: Math.max(1, room.w - takes) };
  const at = (value: number): number =>
    isLying ? plot.x + scale.at(value) * plot.w : plot.y + plot.h - scale.at(value) * plot.h;
  return {
    plot,
    isLying,
    scale,
    ticks,
    start: isLying ? plot.y : plot.x,
    length: isLying ? plot.h : plot.w,
    at,
    box: (a, b, from, to) => {
      const [p, q] = [at(from), at(to)];
      return isLying
        ? { x: Math.min(p, q), y: plot.y + a, w: Math.abs(q - p), h: b - a }
        : { x: plot.x + a, y: Math.min(p, q), w: b - a, h: Math.abs(q - p) };
    },
  };
} // prettier-ignore

interface Tick {
  readonly value: number;
  readonly words: string;
}

/** The lines of a scale with their numbers, and its beginning. */
export function drawScale(drawing: Drawing, axis: ReturnType<typeof axisOf>, box: Box): void {
  const { chart, sheet, looks, port } = drawing;
  const { plot, isLying, scale, ticks } = axis;
  const gap = gapOf(looks.tick);
  const lineH = port.height(looks.tick);
  const across = (value: number): readonly [readonly [number, number], readonly [number, number]] => {
    const at = axis.at(value);
    return isLying ? [[at, plot.y], [at, plot.y + plot.h]] : [[plot.x, at], [plot.x + plot.w, at]];
  };
  const wanted = ticks.map(({ value, words }, i): Wanted => {
    const [from, to] = across(value);
    sheet.rule(`~tick${value}`, `Line at ${words}`, from, to, 2, chart.lines);
    const w = port.width(words, looks.tick);
    const at = axis.at(value);
    const place = isLying
      ? { x: Math.max(box.x, Math.min(box.x + box.w - w, at - w / 2)), y: plot.y + plot.h + gap * 0.5, w, h: lineH }
      : { x: plot.x - gap - w, y: at - lineH / 2, w, h: lineH };
    return { key: String(value), places: [place], weight: i === 0 || i === ticks.length - 1 ? 1 : 0 };
  });
  // Numbers that would meet others are left out: those at the ends last.
  const placed = placeAll(wanted, [], { x: box.x - 1e4, y: box.y - 1e4, w: box.w + 2e4, h: box.h + 2e4 });
  for (const { value, words } of ticks) {
    const place = placed.get(String(value));
    if (place) sheet.words(`~tick${value}~words`, `Number ${words}`, place, words, { ...looks.tick, align: isLying ? 'centre' : 'right', vertical: 'middle' }, { layer: 'back' });
  }
  if (ticks.length === 0 || !ticks.some(({ value }) => value === scale.base)) {
    const [from, to] = across(scale.base);
    if (scale.base !== scale.lo || !scale.isCut) sheet.rule('~base', 'Beginning', from, to, 2, chart.lines);
  }
  if (scale.isCut) drawCut(drawing, axis);
} // prettier-ignore

/** The mark of a scale that does not begin at zero: a broken line where zero would be. */
function drawCut({ sheet, chart, looks }: Drawing, axis: Axis): void {
  const { plot, isLying } = axis;
  const size = Math.max(6, looks.tick.size * 0.3);
  const at = isLying ? plot.x : plot.y + plot.h;
  const step = size * 1.6;
  const count = Math.max(2, Math.floor(axis.length / step));
  const points = Array.from({ length: count + 1 }, (_, i) => {
    const along = axis.start + (i * axis.length) / count;
    const off = at + ((i % 2 === 0 ? 1 : -1) * size) / 2;
    return { key: String(i), x: isLying ? off : along, y: isLying ? along : off, begins: false };
  });
  sheet.trace('~cut', 'Scale is cut', plot, { curve: 'straight', points, base: null }, { fill: '#00000000', lineW: 2, line: chart.lines.slice(0, 7) }, { layer: 'back' });
  sheet.note('cut', 'its scale does not begin at zero; the broken line says so');
} // prettier-ignore

interface LimitLine {
  readonly key: string;
  readonly value: number;
  readonly text: string;
  readonly colour: string;
}

/** The lines across the marks of a chart: at its limit, and at the mean of its values; those that its scale has. */
export function limitsOf({ chart, sheet, looks, rows }: Drawing, { lo, hi }: ChartScale): LimitLine[] {
  const values = rows.flatMap((row) => row.values.filter((value) => value !== null));
  const mean = values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  return [
    ...(chart.limit === 'value' ? [{ key: '~limit', value: chart.limitAt, text: chart.limitText, colour: chart.limitColour }] : []),
    ...(chart.mean && values.length > 0 && chart.isRevealed ? [{ key: '~mean', value: mean, text: `${chart.meanText} ${chartNumber(mean, chart.format)}`.trim(), colour: looks.tick.colour }] : []),
  ].filter(({ key, value }) => {
    const isOn = value >= lo && value <= hi;
    if (!isOn && key === '~limit') sheet.note('limit-beyond', `its reference line at ${chartNumber(value, chart.format)} lies beyond its scale, which ends at ${chartNumber(hi, chart.format)}`);
    return isOn;
  });
} // prettier-ignore

/** Marks that words may lie on, with the colour that they lie on then. */
export interface Ground {
  readonly box: Box;
  readonly colour: string;
}

/** The marks drawn so far that cover a box. */
export const groundsOf = ({ sheet }: Drawing): Ground[] =>
  sheet.parts.flatMap(({ box, shape, layer }) =>
    shape.is === 'rect' && layer === 'marks' ? [{ box, colour: coloursOf(shape.fill)[0] ?? '#000000' }] : [],
  );

const over = (a: Box, b: Box): boolean =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/**
 * Draws such lines, with their words where these meet neither one another nor what is `taken`: beside all marks where
 * there is room, else on them, in a colour that can be read there. `end` is where they end, px.
 */
export function drawLimits({ sheet, looks, port, box }: Drawing, axis: Axis, given: readonly LimitLine[], taken: readonly Box[], grounds: readonly Ground[], end?: number): void {
  if (given.length === 0) return;
  const { isLying } = axis;
  // Where what is drawn ends before the plot does, its lines do too.
  const plot = end === undefined ? axis.plot : { ...axis.plot, w: Math.max(1, end - axis.plot.x) };
  const lineH = port.height(looks.tick);
  const gap = gapOf(looks.tick) * 0.5;
  const wanted = given.map(({ key, value, text }): Wanted => {
    const at = axis.at(value);
    const w = port.width(text, looks.tick);
    const [far, near] = isLying ? [plot.y, plot.y + plot.h - lineH] : [plot.x + plot.w - w, plot.x];
    const places = isLying
      ? [far, near].flatMap((y) => [{ x: at + gap, y, w, h: lineH }, { x: at - gap - w, y, w, h: lineH }])
      : [far, near].flatMap((x) => [{ x, y: at - lineH - gap, w, h: lineH }, { x, y: at + gap, w, h: lineH }]);
    return { key, places, weight: 1 };
  });
  const placed = placeAll(wanted, [...taken, ...grounds.map((own) => own.box)], box);
  const left = wanted.filter(({ key }) => !placed.has(key));
  for (const [key, at] of placeAll(left, [...taken, ...placed.values()], box)) placed.set(key, at);
  given.forEach(({ key, value, text, colour }) => {
    if (text !== '' && !placed.has(key)) sheet.note('limit-left', `“${text}” is left out, as it would lie over others`);
    const at = axis.at(value);
    const ends: readonly [readonly [number, number], readonly [number, number]] = isLying ? [[at, plot.y], [at, plot.y + plot.h]] : [[plot.x, at], [plot.x + plot.w, at]];
    sheet.rule(key, 'Reference line', ends[0], ends[1], 4, colour, { layer: 'front' });
    const place = placed.get(key);
    const ground = place && grounds.find((own) => over(own.box, place));
    const look = { ...looks.tick, colour };
    if (place) sheet.words(`${key}~words`, 'Text of the line', place, text, { ...(ground ? sheet.inkOn(ground.colour, look) : look), align: isLying ? 'left' : 'right', vertical: 'middle' });
  });
} // prettier-ignore
