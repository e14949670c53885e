import type { ChartPort, Growth } from '../chart';
import type { MapElement } from '../show';
import type { MapData, RegionRow } from './data';
import type { FlatMap, FlatRegion } from './flat';
import type { MapSheet } from './lay';
import type { MapPaint, RegionFill } from './paint';
import type { MapPart, ViewPlace } from './part';

interface Size {
  readonly w: number;
  readonly h: number;
}

/** A bar of the small bars at a region is at least so wide, px. */
const leastBar = 3;

/**
 * How large the symbol at each region is, px: circles and squares have areas as their values are to one another, the rest
 * are all of one size. Regions without a symbol are not among them.
 */
export function symbolSizes(map: Pick<MapElement, 'symbols' | 'symbolSize'>, { rows }: Pick<MapData, 'rows'>): ReadonlyMap<string, Size> {
  const found = new Map<string, Size>();
  const { symbols, symbolSize: most } = map;
  if (symbols === 'none' || most <= 0) return found;
  const largest = Math.max(0, ...[...rows.values()].map(({ value }) => value ?? 0));
  for (const [key, row] of rows) {
    if (!row.isShown) continue;
    const side = sideOf(symbols, row, most, largest);
    if (side > 0) found.set(key, { w: side, h: side });
  }
  return found;
} // prettier-ignore

function sideOf(symbols: MapElement['symbols'], row: RegionRow, most: number, largest: number): number {
  switch (symbols) {
    case 'circles':
    case 'squares':
      return row.value !== null && row.value > 0 && largest > 0 ? most * Math.sqrt(row.value / largest) : 0;
    case 'pictures':
      return row.picture === '' ? 0 : most;
    case 'rings':
    case 'bars':
      return row.parts.some((part) => part > 0) ? most : 0;
    case 'before':
      return row.before !== '' && row.state !== 'none' && row.before !== (row.choice === '' ? row.colour : row.choice) ? most : 0; // prettier-ignore
    case 'none':
      return 0;
  }
}

interface Drawing {
  readonly map: MapElement;
  readonly flat: FlatMap;
  readonly data: MapData;
  readonly paint: MapPaint;
  readonly port: ChartPort;
  readonly sheet: MapSheet;
  readonly places: ReadonlyMap<string, number>;
  readonly fills: ReadonlyMap<string, RegionFill>;
  /** Dark or light, whichever is read better on a colour. */
  readonly ink: (colour: string) => string;
  readonly viewFor: (key: string, anchor: ViewPlace['anchor']) => ViewPlace;
}

const opens: readonly Growth[] = [{ property: 'scale', by: null }];
const withOpacity = (colour: string, opacity: number): string =>
  `${colour.slice(0, 7)}${Math.round(opacity * 255).toString(16).padStart(2, '0')}`; // prettier-ignore

/** The symbols at regions, the largest first so that small ones lie over them. */
export function symbolParts(drawing: Drawing, sizes: ReadonlyMap<string, Size>): void {
  const { map, flat, data, sheet, places, port } = drawing;
  const wanted = flat.regions.filter(({ key }) => sizes.has(key));
  const order = [...wanted].sort((a, b) => (sizes.get(b.key)?.w ?? 0) - (sizes.get(a.key)?.w ?? 0));
  for (const region of order) {
    const { w } = sizes.get(region.key) as Size;
    const row = data.rows.get(region.key) as RegionRow;
    const { x, y } = region.centre;
    const box = { x: x - w / 2, y: y - w / 2, w, h: w };
    const of = {
      sits: region.inset >= 0 ? ('fixed' as const) : ('view' as const),
      row: places.get(region.key) ?? 0,
      isOfRow: true,
      grows: opens,
      view: region.inset >= 0 ? null : drawing.viewFor(region.key, { x, y }),
    };
    const colour = withOpacity(map.symbolColour, map.symbolOpacity);
    switch (map.symbols) {
      case 'circles':
        sheet.put({ key: `${region.key}~symbol`, name: `${region.name} circle`, box, shape: { is: 'ellipse', hole: 0, start: 0, sweep: 360, fill: colour }, ...of });
        break;
      case 'squares':
        sheet.put({ key: `${region.key}~symbol`, name: `${region.name} square`, box, shape: { is: 'rect', radii: [0, 0, 0, 0], fill: colour }, ...of });
        break;
      case 'pictures': {
        const asset = port.picture(map.set, row.picture);
        if (asset !== null) sheet.put({ key: `${region.key}~symbol`, name: `${region.name} picture`, box, shape: { is: 'picture', asset, fit: 'contain', radius: 0 }, ...of });
        break;
      }
      case 'rings':
        ring(drawing, region, row, box, of);
        break;
      case 'bars':
        bars(drawing, region, row, box, of);
        break;
      case 'before': {
        // A ring in the colour of what was there before, round one of what is there now.
        const [was, is] = [drawing.paint.ofChoice(row.before) ?? map.quiet, drawing.fills.get(region.key)?.colour ?? map.quiet];
        const line = Math.max(2, w * 0.12);
        sheet.put({ key: `${region.key}~symbol`, name: `${region.name} turned`, box, shape: { is: 'ellipse', hole: 0, start: 0, sweep: 360, fill: is }, edge: { width: line, colour: drawing.ink(is) }, ...of });
        const inner = { x: x - w / 5, y: y - w / 5, w: (w * 2) / 5, h: (w * 2) / 5 };
        sheet.put({ key: `${region.key}~was`, name: `${region.name} before`, box: inner, shape: { is: 'ellipse', hole: 0, start: 0, sweep: 360, fill: was }, ...of });
        break;
      }
      case 'none':
        break;
    }
  }
} // prettier-ignore

type Own = Partial<MapPart> & Pick<MapPart, 'sits'>;
const colourAt = (map: MapElement, at: number): string => map.colours[at % map.colours.length] as string;

/** A ring of the shares of a region's parts. */
function ring({ map, sheet }: Drawing, region: FlatRegion, { parts }: RegionRow, box: MapPart['box'], of: Own): void {
  const total = parts.reduce((sum, part) => sum + part, 0);
  let start = 0;
  parts.forEach((part, i) => {
    const sweep = (part / total) * 360;
    if (sweep > 0) sheet.put({ key: `${region.key}~part ${i + 1}`, name: `${region.name} part ${i + 1}`, box, shape: { is: 'ellipse', hole: 0.55, start, sweep, fill: colourAt(map, i) }, ...of, series: i });
    start += sweep;
  });
} // prettier-ignore

/** A bar for each of a region's parts, on one scale for all regions. */
function bars({ map, sheet, data }: Drawing, region: FlatRegion, { parts }: RegionRow, box: MapPart['box'], of: Own): void {
  const most = Math.max(1e-9, ...[...data.rows.values()].flatMap((row) => row.parts));
  const step = box.w / Math.max(1, parts.length);
  const w = Math.max(leastBar, step * 0.78);
  parts.forEach((part, i) => {
    const h = (part / most) * box.h;
    if (h > 0) sheet.put({ key: `${region.key}~part ${i + 1}`, name: `${region.name} part ${i + 1}`, box: { x: box.x + step * i + (step - w) / 2, y: box.y + box.h - h, w, h }, shape: { is: 'rect', radii: [0, 0, 0, 0], fill: colourAt(map, i) }, ...of, series: i, grows: [{ property: 'h', by: null }], pivotY: 1 });
  });
} // prettier-ignore
