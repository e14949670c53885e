import { feature } from 'topojson-client';
import { isObject, type Json } from '../json';
import { problem, ProblemError } from '../problem';
import { readGeoJson, type GeoRead } from './read-geojson';

/** A layer of a file: one of its objects. */
export interface MapLayer extends GeoRead {
  readonly name: string;
}

/** Why a topology cannot be read; null where it can (TopoJSON 1.0: arcs that are there, places within them). */
function brokenTopology(json: Json): string | null {
  if (!isObject(json) || !Array.isArray(json['arcs']) || !isObject(json['objects'])) return 'it has no arcs or no objects';
  const { length } = json['arcs'];
  const walk = (at: Json | undefined, depth: number): boolean => {
    if (typeof at === 'number') return Number.isInteger(at) && (at >= 0 ? at : ~at) < length;
    return Array.isArray(at) && depth < 8 && at.every((one) => walk(one, depth + 1));
  };
  const geometry = (at: Json, depth: number): boolean => {
    if (!isObject(at) || depth > 8) return false;
    if (Array.isArray(at['geometries'])) return at['geometries'].every((one) => geometry(one, depth + 1));
    return at['arcs'] === undefined || walk(at['arcs'], 0);
  };
  const bad = Object.entries(json['objects']).find(([, object]) => !geometry(object, 0));
  return bad ? `“${bad[0]}” goes by arcs that are not there` : null;
} // prettier-ignore

/** The layers of a map in JSON: the objects of TopoJSON, or GeoJSON as one. @throws ProblemError with what is wrong and where. */
export function readMapJson(json: Json, name: string): MapLayer[] {
  if (!isObject(json) || json['type'] !== 'Topology') return [{ name, ...readGeoJson(json) }];
  const broken = brokenTopology(json);
  if (broken !== null) throw new ProblemError(problem('bad-topology', `The topology is damaged: ${broken}. Export it again.`, 'arcs'));
  const layers = Object.entries(json['objects'] as Record<string, Json>).map(([layer, object]): MapLayer => {
    const made = feature(json as never, object as never) as unknown as Json;
    // What it makes of places is plain JSON.
    return { name: layer, ...readGeoJson(JSON.parse(JSON.stringify(made)) as Json) };
  });
  if (layers.length === 0) throw new ProblemError(problem('no-features', 'The topology has no objects.', 'objects'));
  return layers;
} // prettier-ignore
