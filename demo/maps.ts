// The map of Marram Bay: its nine districts, with creeks, the coast road and places.
import { jsonOf } from '../src/core/source';
import { keepMap, readMapJson, type Feature, type LayerRole } from '../src/core/map';
import type { ShowMap } from '../src/core/show';

export const bayMap = 'map-bay';
/** Its districts, by name. */
export const districtNames = [
  'Harbour',
  'Lantern Point',
  'Lower Saltings',
  'Marram',
  'Old Pier',
  'Outer Bar',
  'Skerry',
  'Tern Sands',
  'Upper Saltings',
] as const;

/** The map out of its two files. */
export function marramBay(file: (name: string) => Uint8Array): ShowMap {
  const read = (name: string): readonly Feature[] =>
    readMapJson(jsonOf(file(name), name), name).flatMap(({ features }) => features);
  const bay = read('bay.geojson');
  const of = (kind: string, name: string, role: LayerRole) => ({
    name,
    role,
    features: bay.filter(({ properties }) => properties['of'] === kind),
    nameFrom: 'name',
    codeFrom: '',
  });
  const { map } = keepMap([
    { name: 'Districts', role: 'regions', features: read('districts.geojson'), nameFrom: 'name', codeFrom: 'code' },
    of('river', 'Creeks', 'rivers'),
    of('road', 'Roads', 'roads'),
    of('place', 'Places', 'places'),
  ]); // prettier-ignore
  return { id: bayMap, name: 'Marram Bay', space: 'sphere', projection: null, layers: [...map.layers], topology: map.topology }; // prettier-ignore
}
