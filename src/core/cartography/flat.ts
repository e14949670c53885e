import {
  drawnShape,
  fitted,
  readMap,
  ringArea,
  tilePlaces,
  tileRings,
  visualCentre,
  type DrawnShape,
  type Geometry,
  type LayerRole,
  type MapFeature,
  type Ring,
  type TilePlace,
  type VisualCentre,
} from '../map';
import type { Box, MapElement, ShowMap } from '../show';
import { bareName } from '../likeness';

/** A region laid flat, px from the top left of the element. */
export interface FlatRegion {
  readonly key: string;
  readonly name: string;
  readonly code: string;
  readonly rings: readonly Ring[];
  readonly bounds: Box;
  /** Where words stand best; the middle of its bounds where it has no area. */
  readonly centre: VisualCentre;
  /** Px squared. */
  readonly size: number;
  /** The inset that it is drawn in; -1: it is of the map itself. */
  readonly inset: number;
}
/** Something of another layer. */
export interface FlatThing {
  readonly key: string;
  readonly name: string;
  readonly role: Exclude<LayerRole, 'regions'>;
  readonly rings: readonly Ring[];
  readonly points: readonly (readonly [number, number])[];
}
/** Lines of straight pieces. */
export type FlatLines = readonly Ring[];

/** A map laid flat in a box of a size. */
export interface FlatMap {
  readonly regions: readonly FlatRegion[];
  readonly things: readonly FlatThing[];
  /** By inset, the map itself last: lines between regions, and those round them. */
  readonly lines: readonly {
    readonly inset: number;
    readonly borders: FlatLines;
    readonly coast: FlatLines;
  }[];
  /** The middle of what has not been named in insets, px. */
  readonly bounds: Box;
}

type Laid = Pick<MapElement, 'w' | 'h' | 'padding' | 'projection' | 'form' | 'insets'> & {
  /** The part of its box that the map itself has, px; left out: all of it. */
  readonly room?: Box;
};

const keptOf = new WeakMap<ShowMap, Map<string, FlatMap>>();
const mostKept = 8;

/** A map laid flat; the same for the same map, size and form. `tiles`: where tiles stand, by region; null: they are made. */
export function flatMap(map: ShowMap, element: Laid, tiles: ReadonlyMap<string, TilePlace> | null): FlatMap {
  const { w, h, padding, projection, form, insets } = element;
  const given = form === 'regions' || !tiles ? '' : JSON.stringify([...tiles]);
  const key = JSON.stringify([w, h, padding, projection, form, insets, given, element.room]);
  const kept = keptOf.get(map) ?? new Map<string, FlatMap>();
  keptOf.set(map, kept);
  const known = kept.get(key);
  if (known) return known;
  const made = form === 'regions' ? laidFlat(map, element) : inTiles(map, element, tiles);
  kept.set(key, made);
  for (const old of kept.keys()) if (kept.size > mostKept) kept.delete(old);
  return made;
}

const shifted = (shape: DrawnShape, dx: number, dy: number): DrawnShape =>
  dx === 0 && dy === 0
    ? shape
    : {
        path: '',
        rings: shape.rings.map((ring) => ring.map(([x, y]) => [x + dx, y + dy] as const)),
        points: shape.points.map(([x, y]) => [x + dx, y + dy] as const),
        bounds: { ...shape.bounds, x: shape.bounds.x + dx, y: shape.bounds.y + dy },
      };

/** The area of rings where those that run the other way are holes. */
const sizeOf = (rings: readonly Ring[]): number =>
  Math.abs(rings.reduce((sum, ring) => sum + ringArea(ring), 0)) / 2;

function regionOf({ key, name, code }: Pick<MapFeature, 'key' | 'name' | 'code'>, rings: readonly Ring[], bounds: Box, inset: number): FlatRegion {
  const centre = visualCentre(rings) ?? { x: bounds.x + bounds.w / 2, y: bounds.y + bounds.h / 2, room: 0 };
  return { key, name, code, rings, bounds, centre, size: sizeOf(rings), inset };
} // prettier-ignore

/** Which inset each region is drawn in, by its key. */
export function insetsOf(insets: MapElement['insets'], regions: readonly Pick<MapFeature, 'key' | 'name' | 'code'>[]): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  insets.forEach((inset, at) => {
    for (const region of namedRegions(inset.regions, regions)) if (!found.has(region.key)) found.set(region.key, at);
  });
  return found;
} // prettier-ignore

/** The regions that words with commas between them name, by name, code or key. */
export function namedRegions<R extends Pick<MapFeature, 'key' | 'name' | 'code'>>(words: string, regions: readonly R[]): R[] {
  const wanted = new Set(words.split(/[,;\n]/u).map(bareName).filter((word) => word !== ''));
  return wanted.size === 0 ? [] : regions.filter(({ key, name, code }) => wanted.has(bareName(name)) || (code !== '' && wanted.has(bareName(code))) || wanted.has(bareName(key)));
} // prettier-ignore

function laidFlat(map: ShowMap, element: Laid): FlatMap {
  const { w, h, padding, insets } = element;
  const name = element.projection === 'map' ? map.projection : element.projection;
  const { layers, borders, coast } = readMap(map);
  const features = layers.find(({ role }) => role === 'regions')?.features ?? [];
  const insetOf = insetsOf(insets, features);
  const isIn = (key: string, inset: number): boolean => (insetOf.get(key) ?? -1) === inset;
  const others = layers.filter(({ role }) => role !== 'regions');
  // Without regions the whole of it is fitted.
  const own = features.filter(({ key }) => isIn(key, -1));
  const all = own.length > 0 ? own : others.flatMap((layer) => layer.features);
  const regions: FlatRegion[] = [];
  const lines: { inset: number; borders: FlatLines; coast: FlatLines }[] = [];
  const things: FlatThing[] = [];
  const part = (inset: number, box: Box, room: number): void => {
    const mine = features.filter(({ key }) => isIn(key, inset));
    const geometries = inset < 0 ? all : mine;
    if (geometries.length === 0) return;
    const projection = fitted(geometries.map(({ geometry }) => geometry), map.space, name, box, room);
    const draw = (geometry: Geometry | null): DrawnShape | null => {
      const shape = geometry && drawnShape(geometry, projection);
      return shape && shifted(shape, box.x, box.y);
    };
    for (const feature of mine) {
      const shape = draw(feature.geometry);
      if (shape && feature.geometry.kind === 'area') regions.push(regionOf(feature, shape.rings, shape.bounds, inset));
    }
    lines.push({ inset, borders: draw(borders((key) => isIn(key, inset)))?.rings ?? [], coast: draw(coast((key) => isIn(key, inset)))?.rings ?? [] });
    if (inset >= 0) return;
    for (const { key, role, features: list } of others)
      for (const feature of list) {
        const shape = draw(feature.geometry);
        if (shape) things.push({ key: `${key}/${feature.key}`, name: feature.name, role: role as FlatThing['role'], rings: shape.rings, points: shape.points });
      }
  };
  insets.forEach((inset, at) => part(at, { x: inset.x, y: inset.y, w: inset.w, h: inset.h }, Math.min(8, inset.w / 10)));
  part(-1, element.room ?? { x: 0, y: 0, w, h }, Math.min(padding, w / 2.5, h / 2.5));
  return { regions, things, lines, bounds: around(regions.filter(({ inset }) => inset < 0)) ?? { x: 0, y: 0, w, h } };
} // prettier-ignore

/** Px between tiles, in parts of what a tile takes. */
const tileGap = 0.06;

function inTiles(map: ShowMap, element: Laid, given: ReadonlyMap<string, TilePlace> | null): FlatMap {
  const { form } = element;
  const { x: left, y: top, w, h } = element.room ?? { x: 0, y: 0, w: element.w, h: element.h };
  const isHex = form === 'hexagons';
  const flat = laidFlat(map, { ...element, form: 'regions', insets: [] });
  const places = given && flat.regions.every(({ key }) => given.has(key)) ? flat.regions.map(({ key }) => given.get(key) as TilePlace) : tilePlaces(flat.regions.map(({ centre }) => centre), w / Math.max(1, h), isHex);
  const room = Math.min(element.padding, w / 2.5, h / 2.5);
  const size = { w: Math.max(1, w - 2 * room), h: Math.max(1, h - 2 * room) };
  const across = Math.max(1, ...places.map(({ column }) => column + 1));
  const rings = tileRings(places, size, isHex, (size.w / across) * tileGap);
  const regions = flat.regions.map((region, i) => {
    const ring = (rings[i] ?? []).map(([x, y]) => [x + room + left, y + room + top] as const);
    const xs = ring.map(([x]) => x);
    const ys = ring.map(([, y]) => y);
    const bounds = { x: Math.min(...xs), y: Math.min(...ys), w: Math.max(...xs) - Math.min(...xs), h: Math.max(...ys) - Math.min(...ys) };
    return regionOf(region, [ring], bounds, -1);
  });
  const own = regions.flatMap((region) => region.rings);
  return { regions, things: [], lines: [{ inset: -1, borders: [], coast: own }], bounds: around(regions) ?? { x: 0, y: 0, w, h } };
} // prettier-ignore

/** The box around some regions; null: there are none. */
export function around(regions: readonly Pick<FlatRegion, 'bounds'>[]): Box | null {
  if (regions.length === 0) return null;
  const left = Math.min(...regions.map(({ bounds }) => bounds.x));
  const top = Math.min(...regions.map(({ bounds }) => bounds.y));
  return {
    x: left,
    y: top,
    w: Math.max(...regions.map(({ bounds }) => bounds.x + bounds.w)) - left,
    h: Math.max(...regions.map(({ bounds }) => bounds.y + bounds.h)) - top,
  };
}
