import { isObject, type Json } from '../json';
import { problem, ProblemError } from '../problem';
import type { Geometry, Point } from './geometry';
import { noRepairs, repaired, repairNotes } from './repair';

/** Something of a map: its geometry, and what is said of it. */
export interface Feature {
  readonly geometry: Geometry;
  readonly properties: Readonly<Record<string, string | number>>;
}
export interface GeoRead {
  readonly space: 'sphere' | 'plan';
  readonly features: readonly Feature[];
  /** What was put right or left out, in sentences. */
  readonly notes: readonly string[];
}

/** More points than this are no map for a picture. */
export const mostPoints = 3_000_000;
const deepest = 12;

const refuse = (code: string, message: string, path = ''): never => {
  throw new ProblemError(problem(code, message, path));
};

interface Reading {
  points: number;
  isSphere: boolean;
}

function pointOf(json: Json | undefined, path: string, reading: Reading): Point {
  const [x, y] = Array.isArray(json) ? json : [];
  if (typeof x !== 'number' || typeof y !== 'number' || !Number.isFinite(x) || !Number.isFinite(y))
    return refuse('bad-position', `At ${path} there is no position of two numbers. Look at the file there.`, path);
  reading.points += 1;
  if (reading.points > mostPoints) refuse('too-large', `The map has more than ${mostPoints / 1e6} million points. Simplify it before it is brought in.`, path);
  if (Math.abs(x) > 540 || Math.abs(y) > 90) reading.isSphere = false;
  return [x, y];
} // prettier-ignore

const listOf = (json: Json | undefined, path: string): Json[] =>
  Array.isArray(json)
    ? json
    : refuse('bad-geometry', `At ${path} there is no list. Look at the file there.`, path);
const lineOf = (json: Json | undefined, path: string, reading: Reading): Point[] =>
  listOf(json, path).map((one, i) => pointOf(one, `${path}[${i}]`, reading));
const ringsOf = (json: Json | undefined, path: string, reading: Reading): Point[][] =>
  listOf(json, path).map((one, i) => lineOf(one, `${path}[${i}]`, reading));

/** The parts of a geometry (RFC 7946, 3.1); a collection gives those of its members. */
function geometriesOf(json: Json | undefined, path: string, reading: Reading, depth = 0): Geometry[] {
  // One without a place says nothing of where it is.
  if (json === null || json === undefined) return [];
  if (!isObject(json) || depth > deepest) return refuse('bad-geometry', `At ${path} there is no geometry. Look at the file there.`, path);
  const { type, coordinates } = json;
  const at = `${path}.coordinates`;
  switch (type) {
    case 'Point':
      return [{ kind: 'place', points: [pointOf(coordinates, at, reading)] }];
    case 'MultiPoint':
      return [{ kind: 'place', points: lineOf(coordinates, at, reading) }];
    case 'LineString':
      return [{ kind: 'line', lines: [lineOf(coordinates, at, reading)] }];
    case 'MultiLineString':
      return [{ kind: 'line', lines: ringsOf(coordinates, at, reading) }];
    case 'Polygon':
      return [{ kind: 'area', polygons: [ringsOf(coordinates, at, reading)] }];
    case 'MultiPolygon':
      return [{ kind: 'area', polygons: listOf(coordinates, at).map((one, i) => ringsOf(one, `${at}[${i}]`, reading)) }];
    case 'GeometryCollection':
      return listOf(json['geometries'], `${path}.geometries`).flatMap((one, i) => geometriesOf(one, `${path}.geometries[${i}]`, reading, depth + 1));
    default:
      return refuse('bad-geometry', `At ${path} there is “${String(type)}”, which is no geometry of GeoJSON.`, path);
  }
} // prettier-ignore

/** Geometries of one kind as one: a region of several islands is one region. */
function joined(list: readonly Geometry[]): Geometry[] {
  const polygons = list.flatMap((one) => (one.kind === 'area' ? one.polygons : []));
  const lines = list.flatMap((one) => (one.kind === 'line' ? one.lines : []));
  const points = list.flatMap((one) => (one.kind === 'place' ? one.points : []));
  return [
    ...(polygons.length > 0 ? [{ kind: 'area' as const, polygons }] : []),
    ...(lines.length > 0 ? [{ kind: 'line' as const, lines }] : []),
    ...(points.length > 0 ? [{ kind: 'place' as const, points }] : []),
  ];
}

const wordsOf = (json: Json | undefined): Record<string, string | number> =>
  isObject(json)
    ? Object.fromEntries(Object.entries(json).flatMap(([key, value]) => (typeof value === 'string' || typeof value === 'number' ? [[key, value]] : typeof value === 'boolean' ? [[key, value ? 'yes' : 'no']] : [])))
    : {}; // prettier-ignore

const down = ([x, y]: Point): Point => [x, -y];
/** A geometry of a plan whose second coordinate grows to the north, as coordinates of surveys do, with it growing downwards. */
function turnedDown(geometry: Geometry): Geometry {
  switch (geometry.kind) {
    case 'area':
      return {
        kind: 'area',
        polygons: geometry.polygons.map((rings) => rings.map((ring) => ring.map(down))),
      };
    case 'line':
      return { kind: 'line', lines: geometry.lines.map((line) => line.map(down)) };
    case 'place':
      return { kind: 'place', points: geometry.points.map(down) };
  }
}

/**
 * The features of GeoJSON (RFC 7946), also of an older one whose outlines run the other way. Coordinates that cannot be
 * degrees are those of a plan. @throws ProblemError which says where in the file it is wrong.
 */
export function readGeoJson(json: Json): GeoRead {
  if (!isObject(json)) return refuse('not-geojson', 'This is no GeoJSON: it is no object with a type.', 'type');
  const { type } = json;
  const items: [Json, string][] =
    type === 'FeatureCollection' ? listOf(json['features'], '$.features').map((one, i) => [one, `$.features[${i}]`]) : [[json, '$']];
  const reading: Reading = { points: 0, isSphere: true };
  const raw = items.flatMap(([item, path]): Feature[] => {
    if (!isObject(item)) return refuse('bad-feature', `At ${path} there is no feature. Look at the file there.`, path);
    const isFeature = item['type'] === 'Feature';
    const id = item['id'];
    const properties = { ...(typeof id === 'string' || typeof id === 'number' ? { id } : {}), ...wordsOf(item['properties']) };
    const geometries = geometriesOf(isFeature ? item['geometry'] : item, isFeature ? `${path}.geometry` : path, reading);
    return joined(geometries).map((geometry) => ({ geometry, properties }));
  });
  const repairs = noRepairs();
  const features = raw.flatMap(({ geometry, properties }): Feature[] => {
    const clean = repaired(reading.isSphere ? geometry : turnedDown(geometry), reading.isSphere, repairs);
    return clean ? [{ geometry: clean, properties }] : [];
  });
  if (features.length === 0) return refuse('no-features', 'There is nothing in this file that has a place.', '$');
  const lost = items.length - new Set(raw.map(({ properties }) => properties)).size;
  const notes = [
    ...(reading.isSphere ? [] : ['Its coordinates are no degrees: it is taken as a plan, north at the top.']),
    ...repairNotes(repairs),
    ...(lost > 0 ? [`${lost} without a place left out.`] : []),
  ];
  return { space: reading.isSphere ? 'sphere' : 'plan', features, notes };
} // prettier-ignore

/** Properties that name a region, the likeliest first: by their names, then by how different their values are. */
export function namingProperties(features: readonly Feature[]): { readonly name: string | null; readonly code: string | null; readonly all: readonly string[] } {
  const values = new Map<string, Set<string>>();
  for (const { properties } of features)
    for (const [key, value] of Object.entries(properties)) {
      const own = values.get(key) ?? new Set<string>();
      own.add(String(value));
      values.set(key, own);
    }
  const all = [...values.keys()];
  const tells = (key: string): boolean => (values.get(key)?.size ?? 0) >= features.length * 0.9;
  const first = (form: RegExp): string | null => all.find((key) => form.test(key) && tells(key)) ?? all.find((key) => form.test(key)) ?? null;
  const isWords = (key: string): boolean => [...(values.get(key) ?? [])].some((value) => /\p{L}{2,}/u.test(value));
  const name = first(/^(name|title|label)$/i) ?? first(/name|title|label/i) ?? all.find((key) => tells(key) && isWords(key)) ?? null;
  const code = first(/^(code|id|iso.*|nuts.*|fips.*|ref)$/i) ?? first(/code|_id$|^id/i);
  return { name, code: code === name ? null : code, all };
} // prettier-ignore
