import { feature, mesh } from 'topojson-client';
import { topology } from 'topojson-server';
import { bareName } from '../likeness';
import { crossesItself } from './crossing';
import { geoObject } from './draw';
import type { Geometry, Polygon } from './geometry';
import type { Feature } from './read-geojson';
import type { LayerRole } from './names';
import { back, simplified } from './simplify';

/** A layer as it is to be kept: its features, and the properties that name and tell them. */
export interface LayerWanted {
  readonly name: string;
  readonly role: LayerRole;
  readonly features: readonly Feature[];
  /** Properties by which regions are named and coded; empty: none is. */
  readonly nameFrom: string;
  readonly codeFrom: string;
}

export interface KeptLayer {
  readonly key: string;
  readonly name: string;
  readonly role: LayerRole;
}
/** A map as it is kept: its layers, and their shapes as one TopoJSON text in which borders are shared. */
export interface KeptMap {
  readonly layers: readonly KeptLayer[];
  readonly topology: string;
}

/** Something of a kept map. */
export interface MapFeature {
  /** Stays its own when the map is brought in anew. */
  readonly key: string;
  readonly name: string;
  readonly code: string;
  readonly properties: Readonly<Record<string, string | number>>;
  readonly geometry: Geometry;
}
/** A kept map read out. */
export interface ReadMap {
  readonly layers: readonly (KeptLayer & { readonly features: readonly MapFeature[] })[];
  /** Of the layer of regions: the lines between any two that are wanted, and those round all of them. */
  readonly borders: (wanted: (key: string) => boolean) => Geometry | null;
  readonly coast: (wanted: (key: string) => boolean) => Geometry | null;
}

/** Positions are rounded to so many steps along each side of a map. */
const steps = 20_000;
/** Points that are enough for a picture of 4K. */
export const enoughPoints = 30_000;
const mostProperties = 30;
const longestProperty = 120;

const pointsOf = (geometry: Geometry): number =>
  geometry.kind === 'place'
    ? geometry.points.length
    : (geometry.kind === 'line' ? [geometry.lines] : geometry.polygons).reduce(
        (sum, lines) => sum + lines.reduce((own, line) => own + line.length, 0),
        0,
      );

/** A key for each feature: by its code, else its name, else its place; those of one name are told apart by their order. */
function keysOf(named: readonly { readonly name: string; readonly code: string }[]): string[] {
  const taken = new Map<string, number>();
  return named.map(({ name, code }, at) => {
    const base = bareName(code) || bareName(name) || `region ${at + 1}`;
    const before = taken.get(base) ?? 0;
    taken.set(base, before + 1);
    return before === 0 ? base : `${base} ${before + 1}`;
  });
}

const named = ({ properties }: Feature, from: string): string => String(properties[from] ?? '').trim();

/**
 * Layers as one map to keep: simplified together to about so many points, so that borders stay shared, and rounded. Notes
 * say what is not as it was.
 */
export function keepMap(layers: readonly LayerWanted[], most = enoughPoints): { readonly map: KeptMap; readonly notes: readonly string[] } {
  const notes: string[] = [];
  const all = layers.flatMap(({ features }) => features.map(({ geometry }) => geometry));
  const points = all.reduce((sum, geometry) => sum + pointsOf(geometry), 0);
  const thin = simplified(all, points > most ? most / points : 1);
  const kept = thin.reduce((sum, geometry) => sum + (geometry ? pointsOf(geometry) : 0), 0);
  if (kept < points) notes.push(`Simplified from ${points} to ${kept} points; shared borders stay shared.`);
  const lost = thin.filter((geometry) => geometry === null).length;
  if (lost > 0) notes.push(`${lost} too small to be drawn left out.`);
  let at = 0;
  const objects: Record<string, unknown> = {};
  const made: KeptLayer[] = [];
  layers.forEach(({ name, role, features, nameFrom, codeFrom }, i) => {
    const keys = keysOf(features.map((own) => ({ name: named(own, nameFrom), code: named(own, codeFrom) })));
    const key = `layer-${i + 1}`;
    const own = features.flatMap((feature, k) => {
      const geometry = thin[at++];
      if (!geometry) return [];
      const rest = Object.entries(feature.properties).slice(0, mostProperties).map(([of, value]) => [of, typeof value === 'string' ? value.slice(0, longestProperty) : value]);
      const properties = { key: keys[k], name: named(feature, nameFrom) || named(feature, codeFrom) || `Region ${k + 1}`, code: named(feature, codeFrom), own: Object.fromEntries(rest) as unknown };
      return [{ type: 'Feature', properties, geometry: geoObject(geometry) }];
    });
    if (role === 'regions') {
      const crossed = own.flatMap(({ properties, geometry }) => ((geometry as unknown as { coordinates: Polygon[] }).coordinates.some((polygon) => polygon.some(crossesItself)) ? [properties.name] : []));
      if (crossed.length > 0) notes.push(`${crossed.length === 1 ? 'One outline crosses itself' : `${crossed.length} outlines cross themselves`} (${crossed.slice(0, 3).join(', ')}${crossed.length > 3 ? ' …' : ''}): drawn as it stands; put it right where the map comes from.`);
      const twice = [...new Set(features.map((one) => named(one, nameFrom)).filter((word, k, list) => word !== '' && list.indexOf(word) !== k))];
      if (twice.length > 0) notes.push(`Several regions are called ${twice.slice(0, 3).map((word) => `“${word}”`).join(', ')}${twice.length > 3 ? ' …' : ''}; match them by code, or by hand.`);
    }
    objects[key] = { type: 'FeatureCollection', features: own };
    made.push({ key, name, role });
  });
  return { map: { layers: made, topology: JSON.stringify(topology(objects as never, steps)) }, notes };
} // prettier-ignore

interface KeptProperties {
  readonly key: string;
  readonly name: string;
  readonly code: string;
  readonly own?: Readonly<Record<string, string | number>>;
}
interface Shape {
  readonly properties?: KeptProperties;
}

const readOf = new WeakMap<KeptMap, ReadMap>();
/** A kept map read out; the same map is read once. */
export function readMap(map: KeptMap): ReadMap {
  const known = readOf.get(map);
  if (known) return known;
  const made = read(map);
  readOf.set(map, made);
  return made;
}

function read({ layers, topology: text }: KeptMap): ReadMap {
  const topo = JSON.parse(text) as { objects: Record<string, { geometries: Shape[] }> };
  const own = layers.map((layer) => {
    const shapes = topo.objects[layer.key]?.geometries ?? [];
    const features = shapes.flatMap((shape): MapFeature[] => {
      const { geometry } = feature(topo as never, shape as never) as unknown as { geometry: { type: string; coordinates: unknown } };
      const found = back(geometry);
      const { key = '', name = '', code = '', own: properties = {} } = shape.properties ?? {};
      return found ? [{ key, name, code, properties, geometry: found }] : [];
    });
    return { ...layer, features };
  });
  const first = layers.find(({ role }) => role === 'regions');
  const regions = first ? (topo.objects[first.key]?.geometries ?? []) : [];
  const lines = (wanted: (key: string) => boolean, isBetween: boolean): Geometry | null => {
    const geometries = regions.filter(({ properties }) => wanted(properties?.key ?? ''));
    const made = mesh(topo as never, { type: 'GeometryCollection', geometries } as never, (a, b) => (a !== b) === isBetween) as unknown as { coordinates: [number, number][][] };
    return made.coordinates.length > 0 ? { kind: 'line', lines: made.coordinates } : null;
  };
  return { layers: own, borders: (wanted) => lines(wanted, true), coast: (wanted) => lines(wanted, false) };
} // prettier-ignore
