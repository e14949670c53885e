import { chartNumber, type ChartPort } from '../chart';
import type { Box, CellLook, MapElement, Paint } from '../show';
import type { MapData } from './data';
import type { MapPaint } from './paint';

/** A line of a legend. */
export interface LegendLine {
  readonly key: string;
  readonly words: string;
  readonly fill: Paint;
  /** How many regions it is of; null where they are not counted. */
  readonly count: number | null;
}
export interface LaidLegend {
  readonly box: Box;
  readonly title: { readonly words: string; readonly box: Box } | null;
  readonly lines: readonly (LegendLine & {
    readonly swatch: Box;
    readonly place: Box;
    readonly number: Box | null;
  })[];
  readonly look: CellLook;
}

/** What a legend says of classes: their ends as numbers, the lowest class last. */
export function classLines(map: MapElement, data: MapData, paint: MapPaint): LegendLine[] {
  const { classes } = paint;
  if (!classes) return [];
  const { bounds } = classes;
  const said = (value: number): string => chartNumber(value, map.format);
  const counts = new Array<number>(bounds.length + 1).fill(0);
  for (const { value, isShown } of data.rows.values()) if (value !== null && isShown) counts[bounds.filter((bound) => value >= bound).length] = (counts[bounds.filter((bound) => value >= bound).length] ?? 0) + 1;
  return counts
    .map((count, at): LegendLine => {
      const [from, to] = [bounds[at - 1], bounds[at]];
      const words = from === undefined && to === undefined ? said(classes.least) : from === undefined ? `< ${said(to as number)}` : to === undefined ? `≥ ${said(from)}` : `${said(from)} – ${said(to)}`;
      return { key: `class ${at}`, words, fill: paint.ofClass(at), count: map.legendCounts ? count : null };
    })
    .reverse();
} // prettier-ignore

/** The lines of a map's legend: choices by how many regions each has, or classes; then what is only led, and no data. */
export function legendLines(map: MapElement, data: MapData, paint: MapPaint, regions: number): LegendLine[] {
  const counted = (own: number): number | null => (map.legendCounts ? own : null);
  const rows = [...data.rows.values()].filter(({ isShown }) => isShown);
  const lines: LegendLine[] = [];
  if (map.fillBy === 'classes') lines.push(...classLines(map, data, paint));
  if (map.fillBy === 'column' || map.fillBy === 'choice') {
    const had = data.choices
      // A colour alone has no name to be said.
      .filter((own) => !own.startsWith('#'))
      .map((own) => ({ own, count: rows.filter(({ choice, colour, state }) => (choice === '' ? colour : choice) === own && state !== 'none').length }))
      .sort((a, b) => b.count - a.count || data.choices.indexOf(a.own) - data.choices.indexOf(b.own));
    for (const { own, count } of had) {
      const colour = paint.ofChoice(own);
      if (colour) lines.push({ key: `choice ${own}`, words: own, fill: paint.patterned(colour, own), count: counted(count) });
    }
    const led = rows.filter(({ state }) => state === 'leading').length;
    if (led > 0 && map.leading === 'hatch' && map.leadingText !== '') lines.push({ key: '~leading', words: map.leadingText, fill: paint.hatched('#9fb0b4'), count: counted(led) });
  }
  const known = rows.filter(({ state }) => state !== 'none').length;
  if (map.quietText !== '' && map.fillBy !== 'one' && known < regions) lines.push({ key: '~quiet', words: map.quietText, fill: map.quiet, count: counted(regions - known) });
  return lines;
} // prettier-ignore

/** A legend in its corner; null where it says nothing. */
export function layLegend(map: MapElement, lines: readonly LegendLine[], look: CellLook, port: ChartPort): LaidLegend | null {
  if (map.legend === 'none' || (lines.length === 0 && map.legendTitle === '')) return null;
  const gap = look.size * 0.4;
  const high = port.height(look) * 1.12;
  const side = look.size * 0.78;
  const wide = Math.max(0, ...lines.map(({ words }) => port.width(words, look)));
  const numbers = Math.max(0, ...lines.map(({ count }) => (count === null ? 0 : port.width(String(count), look) + 2)));
  const titleLook = { ...look, weight: Math.min(900, look.weight + 150) };
  const w = Math.max(map.legendTitle === '' ? 0 : port.width(map.legendTitle, titleLook), side + gap + wide + (numbers > 0 ? gap * 1.5 + numbers : 0));
  const h = high * (lines.length + (map.legendTitle === '' ? 0 : 1.15));
  const pad = Math.min(map.padding, 40);
  const x = map.legend.endsWith('left') ? pad : map.w - pad - w;
  const y = map.legend.startsWith('top') ? pad : map.h - pad - h;
  const top = y + (map.legendTitle === '' ? 0 : high * 1.15);
  return {
    box: { x, y, w, h },
    title: map.legendTitle === '' ? null : { words: map.legendTitle, box: { x, y, w, h: high } },
    lines: lines.map((line, i) => {
      const at = top + high * i;
      return {
        ...line,
        swatch: { x, y: at + (high - side) / 2, w: side, h: side },
        place: { x: x + side + gap, y: at, w: wide, h: high },
        number: line.count === null ? null : { x: x + w - numbers, y: at, w: numbers, h: high },
      };
    }),
    look,
  };
} // prettier-ignore
