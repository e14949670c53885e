import {
  chartNumber,
  readableOn,
  type ChartNote,
  type ChartPort,
  type Growth,
  type PartShape,
} from '../chart';
import { readMap, viewOf, type MapView, type Ring } from '../map';
import {
  plainCell,
  type Box,
  type CellLook,
  type MapElement,
  type Paint,
  type RowList,
  type ShowMap,
} from '../show';
import { readMapData, type MapData, type RegionRow } from './data';
import { around, flatMap, namedRegions, type FlatMap, type FlatRegion } from './flat';
import { placeSayings, seenAt, type PlacedSaying, type Saying } from './labels';
import { isOnLand } from './land';
import { layLegend, legendLines } from './legend';
import { MapPaint, type RegionFill } from './paint';
import type { LaidMap, MapPart, ViewPlace } from './part';
import { sequenceOf } from './sequence';
import { symbolParts, symbolSizes } from './symbols';

export interface MapLooks {
  readonly name: CellLook;
  readonly value: CellLook;
  readonly legend: CellLook;
  readonly place: CellLook;
}
/** The looks of what a map says. The named ones go over that of all of it. */
export function mapLooksOf({ look, nameLook, valueLook, legendLook, placeLook }: MapElement): MapLooks {
  const all: CellLook = { ...plainCell, fit: 'as-is', minScale: 0.6, ...look };
  return {
    name: { ...all, ...nameLook },
    value: { ...all, ...valueLook },
    legend: { ...all, size: all.size * 0.9, ...legendLook },
    place: { ...all, size: all.size * 0.8, ...placeLook },
  };
}

const fades: readonly Growth[] = [{ property: 'opacity', by: null }];
const opens: readonly Growth[] = [{ property: 'scale', by: null }];
const nothing = '#00000000';

/** The regions that a map zooms to; none: all of it is seen. */
export function focusRegions(map: MapElement, regions: readonly FlatRegion[], rows: ReadonlyMap<string, RegionRow>): readonly FlatRegion[] {
  switch (map.focusBy) {
    case 'names':
      return namedRegions(map.focus, regions);
    case 'picked':
      return namedRegions(map.picked, regions);
    case 'changed': {
      const last = Math.max(...regions.map(({ key }) => rows.get(key)?.changed ?? -Infinity));
      return Number.isFinite(last) ? regions.filter(({ key }) => rows.get(key)?.changed === last) : [];
    }
  }
} // prettier-ignore

/** Takes down what a map draws. */
export class MapSheet {
  readonly parts: MapPart[] = [];
  readonly notes: ChartNote[] = [];

  put(part: Partial<MapPart> & Pick<MapPart, 'key' | 'name' | 'box' | 'shape' | 'sits'>): void {
    this.parts.push({ edge: null, row: 0, series: 0, isOfRow: false, isOfSeries: false, pivotX: 0.5, pivotY: 0.5, grows: [], counts: false, view: null, turns: false, ...part });
  } // prettier-ignore

  note(code: string, message: string): void {
    this.notes.push({ code, message });
  }

  words(key: string, name: string, box: Box, words: string, look: CellLook, given: Partial<MapPart> & Pick<MapPart, 'sits'>, shade: string | null = null): void {
    if (words !== '') this.put({ key, name, box, shape: { is: 'words', words, look, shade }, ...given });
  } // prettier-ignore
}

/** The box of lines, at least a little wide and high. */
export function boxOf(lines: readonly Ring[]): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const line of lines)
    for (const [x, y] of line) {
      if (x < left) left = x;
      if (x > right) right = x;
      if (y < top) top = y;
      if (y > bottom) bottom = y;
    }
  return Number.isFinite(left) ? { x: left, y: top, w: Math.max(0.01, right - left), h: Math.max(0.01, bottom - top) } : { x: 0, y: 0, w: 0.01, h: 0.01 };
} // prettier-ignore

const keptLines = new WeakMap<FlatMap, Map<string, readonly Ring[]>>();
const mostKept = 1000;
/** Lines that are the same for the same map and words: what is drawn of them stands. */
function kept(flat: FlatMap, key: string, make: () => readonly Ring[]): readonly Ring[] {
  const own = keptLines.get(flat) ?? new Map<string, readonly Ring[]>();
  keptLines.set(flat, own);
  const known = own.get(key);
  if (known) return known;
  const made = make();
  own.set(key, made);
  for (const old of own.keys()) if (own.size > mostKept) own.delete(old);
  return made;
}

const areaShape = (lines: readonly Ring[], fill: Paint, closed = true, stroke: { width: number; colour: string } | null = null): PartShape => ({ is: 'area', lines, closed, fill, stroke }); // prettier-ignore

interface Drawing {
  readonly map: MapElement;
  readonly flat: FlatMap;
  readonly data: MapData;
  readonly paint: MapPaint;
  readonly looks: MapLooks;
  readonly port: ChartPort;
  readonly sheet: MapSheet;
  readonly places: ReadonlyMap<string, number>;
  readonly focus: ReadonlySet<string>;
  readonly fills: ReadonlyMap<string, RegionFill>;
}

const isShown = ({ data }: Drawing, key: string): boolean => data.rows.get(key)?.isShown !== false;
/** How a region, or what stands at it, is seen. */
const viewFor = ({ map, focus }: Drawing, key: string, anchor: ViewPlace['anchor']): ViewPlace => ({ anchor, whole: 1, focus: focus.size === 0 || focus.has(key) ? 1 : 1 - map.dim, dx: 0, dy: 0 }); // prettier-ignore

function drawLand({ map, flat, sheet }: Drawing): void {
  for (const thing of flat.things)
    if (thing.role === 'land') sheet.put({ key: `~land ${thing.key}`, name: thing.name, box: boxOf(thing.rings), shape: areaShape(thing.rings, map.land), sits: 'ground' });
} // prettier-ignore

function drawRegions(drawing: Drawing, isPicked: (key: string) => boolean, isFront: boolean): void {
  const { map, flat, sheet, places, fills } = drawing;
  for (const region of flat.regions) {
    if (isPicked(region.key) !== isFront || !isShown(drawing, region.key)) continue;
    const fill = fills.get(region.key)?.paint ?? map.quiet;
    const box = isFront && map.lift > 0 ? { ...region.bounds, y: region.bounds.y - map.lift } : region.bounds;
    sheet.put({
      key: `${region.key}/`,
      name: region.name,
      box,
      shape: isFront
        ? { is: 'area', lines: region.rings, closed: true, fill, stroke: map.coastW > 0 ? { width: map.coastW, colour: map.coast } : null, ...(map.lift > 0 ? { cast: { y: map.lift, blur: map.lift * 1.4, colour: `#000000${Math.round(map.liftShadow * 255).toString(16).padStart(2, '0')}` } } : {}) }
        : areaShape(region.rings, fill),
      sits: region.inset >= 0 ? 'fixed' : 'ground',
      row: places.get(region.key) ?? 0,
      isOfRow: true,
      grows: fades,
      view: region.inset >= 0 ? null : viewFor(drawing, region.key, null),
      turns: true,
    });
  }
} // prettier-ignore

function drawLines({ map, flat, sheet }: Drawing): void {
  for (const { key, name, role, rings } of flat.things) {
    if (role === 'lakes') sheet.put({ key: `~lake ${key}`, name, box: boxOf(rings), shape: areaShape(rings, map.water), sits: 'ground' });
    const line = role === 'rivers' ? { width: map.riverW, colour: map.water } : role === 'roads' ? { width: map.roadW, colour: map.road } : null;
    if (line && line.width > 0 && rings.length > 0) sheet.put({ key: `~line ${key}`, name, box: boxOf(rings), shape: areaShape(rings, nothing, false, line), sits: 'ground' });
  }
  for (const { inset, borders, coast } of flat.lines) {
    const sits = inset >= 0 ? 'fixed' : 'ground';
    const of = inset >= 0 ? ` ${inset + 1}` : '';
    if (map.borderW > 0 && borders.length > 0) sheet.put({ key: `~borders${of}`, name: 'Borders', box: boxOf(borders), shape: areaShape(borders, nothing, false, { width: map.borderW, colour: map.border }), sits });
    if (map.coastW > 0 && coast.length > 0) sheet.put({ key: `~outline${of}`, name: 'Outline', box: boxOf(coast), shape: areaShape(coast, nothing, false, { width: map.coastW, colour: map.coast }), sits });
  }
  map.insets.forEach(({ x, y, w, h }, i) => {
    const ring: Ring = [[x, y], [x + w, y], [x + w, y + h], [x, y + h], [x, y]];
    sheet.put({ key: `~inset ${i + 1}`, name: `Inset ${i + 1} frame`, box: { x, y, w, h }, shape: areaShape(kept(flat, `inset ${i}`, () => [ring]), nothing, true, { width: 2, colour: map.insetLine }), sits: 'fixed' });
  });
} // prettier-ignore

/** Dots and names of places. */
function drawPlaces({ map, flat, sheet, looks, port }: Drawing, taken: Box[]): void {
  if (map.places === 'none') return;
  const dot = map.placeDot;
  for (const { key, name, role, points } of flat.things) {
    const [at] = points;
    if (role !== 'places' || !at) continue;
    const [x, y] = at;
    const view: ViewPlace = { anchor: { x, y }, whole: 1, focus: 1, dx: 0, dy: 0 };
    if (dot > 0) sheet.put({ key: `~place ${key}`, name: `${name} dot`, box: { x: x - dot / 2, y: y - dot / 2, w: dot, h: dot }, shape: { is: 'ellipse', hole: 0, start: 0, sweep: 360, fill: map.placeColour }, sits: 'view', view, grows: opens });
    const [w, h] = [port.width(name, looks.place), port.height(looks.place)];
    const gap = dot / 2 + looks.place.size * 0.3;
    // To the right, where there is room.
    const isLeft = x + gap + w > map.w;
    const box = { x: isLeft ? x - gap - w : x + gap, y: y - h / 2, w, h };
    taken.push(box, { x: x - dot / 2, y: y - dot / 2, w: dot, h: dot });
    sheet.words(`~place ${key}~name`, `${name} name`, box, name, { ...looks.place, align: isLeft ? 'right' : 'left', vertical: 'middle' }, { sits: 'view', view, grows: fades }, '#10181cb0');
  }
} // prettier-ignore

function drawLegend({ map, data, paint, looks, port, sheet, flat }: Drawing): Box | null {
  const legend = layLegend(map, legendLines(map, data, paint, flat.regions.length), looks.legend, port);
  if (!legend) return null;
  const { look } = legend;
  if (legend.title) sheet.words('~legend', 'Legend title', legend.title.box, legend.title.words, { ...look, weight: Math.min(900, look.weight + 150), align: 'left', vertical: 'middle' }, { sits: 'fixed', grows: fades });
  for (const { key, words, fill, swatch, place, number, count } of legend.lines) {
    const round = swatch.w / 6;
    sheet.put({ key: `~legend ${key}`, name: `${words} in the legend`, box: swatch, shape: { is: 'rect', radii: [round, round, round, round], fill }, sits: 'fixed', grows: fades });
    sheet.words(`~legend ${key}~words`, `${words} text`, place, words, { ...look, align: 'left', vertical: 'middle' }, { sits: 'fixed', grows: fades });
    if (number && count !== null) sheet.words(`~legend ${key}~count`, `${words} count`, number, String(count), { ...look, align: 'right', vertical: 'middle', figures: 'tabular' }, { sits: 'fixed', counts: true, grows: [...fades, { property: 'count', by: null }] });
  }
  return legend.box;
} // prettier-ignore

/** A small map of all of it in a corner, with a frame round what is seen. */
function drawLocator({ map, flat, sheet, focus }: Drawing): Box | null {
  if (map.locator === 'none' || map.locatorW < 8 || flat.regions.length === 0) return null;
  const w = Math.min(map.locatorW, map.w);
  // All of the element, so that the frame lies in it.
  const k = w / Math.max(1, map.w);
  const h = map.h * k;
  const pad = Math.min(map.padding, 40);
  const x = map.locator.endsWith('left') ? pad : map.w - pad - w;
  const y = map.locator.startsWith('top') ? pad : map.h - pad - h;
  const small = (own: readonly Ring[]): readonly Ring[] => own.map((ring) => ring.map(([px, py]) => [x + px * k, y + py * k] as const));
  const own = flat.regions.filter(({ inset }) => inset < 0);
  const plate = { x: x - pad / 2, y: y - pad / 2, w: w + pad, h: h + pad };
  sheet.put({ key: '~locator ground', name: 'Locator ground', box: plate, shape: { is: 'rect', radii: [6, 6, 6, 6], fill: map.locatorGround }, sits: 'fixed', grows: fades });
  const all = kept(flat, `locator ${x} ${y} ${k}`, () => small(own.flatMap(({ rings }) => rings)));
  sheet.put({ key: '~locator', name: 'Locator', box: boxOf(all), shape: areaShape(all, map.locatorFill), sits: 'fixed', grows: fades });
  const aimed = kept(flat, `locator ${x} ${y} ${k} ${[...focus].join()}`, () => small(own.filter(({ key }) => focus.has(key)).flatMap(({ rings }) => rings)));
  if (aimed.length > 0) sheet.put({ key: '~locator focus', name: 'Focus in the locator', box: boxOf(aimed), shape: areaShape(aimed, map.locatorLine), sits: 'fixed', grows: fades });
  const frame: Ring = [[0, 0], [map.w, 0], [map.w, map.h], [0, map.h], [0, 0]];
  sheet.put({ key: '~locator frame', name: 'Locator frame', box: { x: 0, y: 0, w: map.w, h: map.h }, shape: areaShape(kept(flat, `frame ${map.w} ${map.h}`, () => [frame]), nothing, true, { width: 3, colour: map.locatorLine }), sits: 'frame', grows: fades });
  // Where the whole of the element would lie.
  return { x, y, w, h };
} // prettier-ignore

/** Where two ends of a zoom say the same of a region, in the same size. */
const isAlike = (a: PlacedSaying, b: PlacedSaying): boolean =>
  a.isLed === b.isLed && !a.isLed && a.lines.length === b.lines.length && a.lines.every((line, i) => line.words === b.lines[i]?.words && line.look.size === b.lines[i]?.look.size); // prettier-ignore

/** What regions say, at both ends of the zoom. */
function drawSayings(drawing: Drawing, sayings: readonly Saying[], taken: readonly Box[], whole: MapView, focus: MapView, isZooming: boolean): void {
  const { map, flat, looks, port, sheet, places } = drawing;
  const frame = { w: map.w, h: map.h };
  const at = (view: MapView) => placeSayings(sayings, looks, port, { flat, view, frame }, map.small, taken);
  const ends = { whole: at(whole), focus: isZooming ? at(focus) : null };
  const near = seenAt(focus, frame);
  const here = ends.focus ?? ends.whole;
  const said = map.zoomed >= 0.5 ? here : ends.whole;
  if (said.left.length > 0) sheet.note('labels-left', `${said.left.length} of its regions ${said.left.length === 1 ? 'says' : 'say'} nothing, as there is no room`);
  const put = (own: PlacedSaying, end: 'whole' | 'focus', both: PlacedSaying | null): void => {
    const { region, isPatterned } = own.saying;
    const anchor = region.inset >= 0 ? null : { x: region.centre.x, y: region.centre.y };
    const base = viewFor(drawing, region.key, anchor);
    // Of the focus alone: stood at its anchor as if the map lay whole.
    const shift = end === 'focus' && anchor ? { x: anchor.x - near.x(anchor.x), y: anchor.y - near.y(anchor.y) } : { x: 0, y: 0 };
    const row = places.get(region.key) ?? 0;
    const seen = (dx: number, dy: number): ViewPlace | null => anchor && {
      ...base,
      whole: end === 'whole' ? base.whole : 0,
      focus: end === 'focus' || both ? base.focus : 0,
      dx,
      dy,
    };
    const of = { sits: region.inset >= 0 ? ('fixed' as const) : ('view' as const), row, isOfRow: true };
    const tail = end === 'focus' ? '+' : '';
    if (own.isLed) {
      const [cx, cy] = [anchor ? anchor.x : region.centre.x, anchor ? anchor.y : region.centre.y];
      const box = { ...own.box, x: own.box.x + shift.x, y: own.box.y + shift.y };
      const x = Math.max(box.x - 4, Math.min(box.x + box.w + 4, cx));
      const y = Math.max(box.y, Math.min(box.y + box.h, cy));
      // From the edge of its symbol, where it has one.
      const { w: sw, h: sh } = own.saying.symbol;
      const out = Math.min(1, Math.max(sw, sh) / (Math.hypot(x - cx, y - cy) || 1));
      const begin = [cx + (x - cx) * out, cy + (y - cy) * out] as const;
      const line = kept(flat, `leader ${begin.join()} ${x} ${y}`, () => [[begin, [x, y]]]);
      const colour = `${looks.name.colour.slice(0, 7)}b0`;
      sheet.put({ key: `${region.key}~leader${tail}`, name: `${region.name} leader`, box: boxOf(line), shape: areaShape(line, nothing, false, { width: 2, colour }), ...of, grows: fades, view: seen(0, 0) });
      if (sw === 0)
        sheet.put({ key: `${region.key}~point${tail}`, name: `${region.name} point`, box: { x: cx - 4, y: cy - 4, w: 8, h: 8 }, shape: { is: 'ellipse', hole: 0, start: 0, sweep: 360, fill: looks.name.colour }, ...of, grows: fades, view: seen(0, 0) });
    }
    own.lines.forEach((line, i) => {
      const other = both?.lines[i];
      const [dx, dy] = other && anchor ? [other.box.x + anchor.x - near.x(anchor.x) - line.box.x, other.box.y + anchor.y - near.y(anchor.y) - line.box.y] : [0, 0];
      const box = { ...line.box, x: line.box.x + shift.x, y: line.box.y + shift.y };
      const isValue = line.of === 'value';
      sheet.words(`${region.key}~${line.of}${tail}`, `${region.name} ${line.of}`, box, line.words, line.look, { ...of, view: seen(dx, dy), counts: isValue, grows: isValue ? [...fades, { property: 'count', by: null }] : fades }, isPatterned && !own.isLed ? '#10181cd0' : null);
    });
  };
  const later = new Map((ends.focus?.placed ?? []).map((own) => [own.saying.region.key, own]));
  for (const own of ends.whole.placed) {
    const other = later.get(own.saying.region.key);
    const isSame = other !== undefined && (own.saying.region.inset >= 0 || isAlike(own, other));
    if (isSame) later.delete(own.saying.region.key);
    put(own, 'whole', isSame ? other : null);
  }
  for (const own of later.values()) if (own.saying.region.inset < 0) put(own, 'focus', null);
} // prettier-ignore

/** Px between the map and a legend that it makes room for, in parts of the legend's type. */
const legendGap = 0.8;

/** The map laid flat; where its legend would lie on regions it is fitted above, below or beside that. */
function besideLegend(map: MapElement, source: ShowMap, data: MapData, port: ChartPort): FlatMap {
  const whole = flatMap(source, map, data.tiles);
  const look = mapLooksOf(map).legend;
  const legend = layLegend(map, legendLines(map, data, new MapPaint(map, data), whole.regions.length), look, port);
  if (!legend) return whole;
  const { x, y, w, h } = legend.box;
  const step = 6;
  const lies = (): boolean => {
    for (let u = x - step; u <= x + w + step; u += step) for (let v = y - step; v <= y + h + step; v += step) if (isOnLand(whole, map, u, v)) return true;
    return false;
  };
  if (!lies()) return whole;
  const gap = look.size * legendGap;
  const isTop = map.legend.startsWith('top');
  const isLeft = map.legend.endsWith('left');
  const over = { x: 0, y: isTop ? y + h + gap : 0, w: map.w, h: Math.max(1, isTop ? map.h - y - h - gap : y - gap) };
  const side = { x: isLeft ? x + w + gap : 0, y: 0, w: Math.max(1, isLeft ? map.w - x - w - gap : x - gap), h: map.h };
  const scaleIn = (room: Box): number => Math.min(room.w / whole.bounds.w, room.h / whole.bounds.h);
  return flatMap(source, { ...map, room: scaleIn(over) >= scaleIn(side) ? over : side }, data.tiles);
} // prettier-ignore

/** Lays a map out. Without a map it draws nothing. */
export function layMap(map: MapElement, source: ShowMap | null, list: RowList, port: ChartPort): LaidMap {
  const size: Box = { x: 0, y: 0, w: Math.max(1, map.w), h: Math.max(1, map.h) };
  const whole: MapView = { x: size.w / 2, y: size.h / 2, w: size.w };
  if (!source) return { parts: [], notes: [{ code: 'no-map', message: 'it has no map yet; choose one, or bring one in' }], count: 0, whole, focus: whole, locator: null };
  const features = readMap(source).layers.find(({ role }) => role === 'regions')?.features ?? [];
  const data = readMapData(map, list, features);
  const flat = besideLegend(map, source, data, port);
  const sheet = new MapSheet();
  const paint = new MapPaint(map, data);
  const fills = new Map(flat.regions.map(({ key }) => [key, paint.of(data.rows.get(key))]));
  const main = flat.regions.filter(({ inset }) => inset < 0);
  const aimed = focusRegions(map, main, data.rows);
  const aim = around(aimed);
  const focus = aim ? viewOf(aim, size, map.focusRoom) : whole;
  const drawing: Drawing = { map, flat, data, paint, looks: mapLooksOf(map), port, sheet, places: sequenceOf(map, flat.regions, data.rows), focus: new Set(aim ? aimed.map(({ key }) => key) : []), fills };
  const picked = new Set(namedRegions(map.picked, flat.regions).map(({ key }) => key));
  const isPicked = (key: string): boolean => picked.has(key);
  drawLand(drawing);
  drawRegions(drawing, isPicked, false);
  drawLines(drawing);
  drawRegions(drawing, isPicked, true);
  const taken: Box[] = [];
  const legend = drawLegend(drawing);
  if (legend) taken.push(legend);
  const locator = drawLocator(drawing);
  if (locator) taken.push(locator);
  drawPlaces(drawing, taken);
  const sizes = symbolSizes(map, data);
  const says = (kind: 'names' | 'values'): boolean => map.labels === kind || map.labels === 'both';
  const sayings = flat.regions.filter(({ key }) => isShown(drawing, key)).map((region): Saying => {
    const row = data.rows.get(region.key);
    const fill = fills.get(region.key) ?? { colour: map.quiet, paint: map.quiet };
    const own = sizes.get(region.key);
    return {
      region,
      name: says('names') ? (row?.label || region.name) : '',
      value: says('values') && row && row.value !== null ? chartNumber(row.value, map.format) : '',
      ground: fill.colour,
      isPatterned: typeof fill.paint !== 'string',
      symbol: own ? { w: own.w / 2, h: own.h / 2 } : { w: 0, h: 0 },
      plate: own && (map.symbols === 'circles' || map.symbols === 'squares') ? map.symbolColour : null,
    };
  });
  symbolParts({ ...drawing, ink: (colour) => readableOn(colour, ['#10181c', '#ffffff']), viewFor: (key, anchor) => viewFor(drawing, key, anchor) }, sizes);
  drawSayings(drawing, sayings, taken, whole, focus, aim !== null);
  return { parts: sheet.parts, notes: sheet.notes, count: flat.regions.length, whole, focus, locator };
} // prettier-ignore
