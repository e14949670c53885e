// map.*: 256 regions laid flat with their words, one of them recoloured, a frame in mid-zoom, and a file of 10 MB brought in.
import { layMap, readMapFile } from '../src/core/cartography';
import { evaluate, prepareScene } from '../src/core/frame';
import { layOut, setMapLayout } from '../src/core/layout';
import { keepMap, type Feature, type Point, type Ring } from '../src/core/map';
import { makeList, makeTrack, newElement, newPhase, newTemplate, newTie, plainLook, type Look, type RowList, type ShowMap, type Template } from '../src/core/show'; // prettier-ignore
import { measure, timed } from './rows';

const side = 16;
/** A border from one corner of a grid to another, the same for both who share it, without its last point. */
function border(a: Point, b: Point, points: number): Point[] {
  const isForth = a[0] < b[0] || (a[0] === b[0] && a[1] < b[1]);
  const [from, to] = isForth ? [a, b] : [b, a];
  const line = Array.from({ length: points + 1 }, (_, i): Point => {
    const t = i / points;
    const off = i === 0 || i === points ? 0 : Math.sin((from[0] * 70 + from[1] * 130 + t * 9) * 3) * 0.06;
    return [from[0] + (to[0] - from[0]) * t - (to[1] - from[1]) * off, from[1] + (to[1] - from[1]) * t + (to[0] - from[0]) * off]; // prettier-ignore
  });
  return (isForth ? line : line.reverse()).slice(0, -1);
}

/** A grid of regions with wavy borders, so many points to each side of one. */
const grid = (points: number): Feature[] =>
  Array.from({ length: side * side }, (_, i): Feature => {
    const [x, y] = [(i % side) * 0.1, Math.floor(i / side) * 0.1];
    const corners: Point[] = [[x, y], [x, y + 0.1], [x + 0.1, y + 0.1], [x + 0.1, y]]; // prettier-ignore
    const ring: Ring = [...corners.flatMap((corner, k) => border(corner, corners[(k + 1) % 4] as Point, points)), corners[0] as Point]; // prettier-ignore
    return { geometry: { kind: 'area', polygons: [[ring]] }, properties: { name: `Region ${i + 1}` } };
  });

const lookOf = (features: readonly Feature[]): Look => {
  const { map } = keepMap([{ name: 'Regions', role: 'regions', features, nameFrom: 'name', codeFrom: '' }]);
  const kept: ShowMap = { id: 'map', name: 'Map', space: 'sphere', projection: null, layers: [...map.layers], topology: map.topology }; // prettier-ignore
  return { ...plainLook, maps: { map: kept } };
};
const colours = ['#e8593a', '#f2b632', '#8fb4c4'];
const rows = (turn: number): RowList => {
  const made = makeList('Rows', [{ key: 'name', name: 'Name', type: 'text' }, { key: 'colour', name: 'Colour', type: 'colour' }], Array.from({ length: side * side }, (_, i) => ({ key: `k${i}`, cells: [`Region ${i + 1}`, colours[(i + (i === 40 ? turn : 0)) % 3] as string] }))); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
};
const template = (): Template =>
  newTemplate('t', 'Bench', {
    elements: { map: newElement('map', 'map', 'Map', { w: 1800, h: 1000, map: 'map', fillBy: 'column', look: { size: 20 }, focus: 'Region 100', zoomed: 1 }) }, // prettier-ignore
    order: ['map'],
    bindings: [{ id: 'b', name: 'Rows', from: { kind: 'rows', data: 't' }, steps: [] }],
    ties: [newTie('map', 'list', 'b')],
    phases: { enter: { ...newPhase(100), tracks: [makeTrack('z', 'map', 'zoomed', [[0, -1, 'linear'], [100, 0]])] }, idle: newPhase(0), exit: newPhase(0) }, // prettier-ignore
  });

export function mapFigures(): Record<string, number> {
  setMapLayout(layMap);
  const features = grid(12);
  // A map that nothing is known of yet, each time.
  const looks = Array.from({ length: 6 }, () => lookOf(features));
  const lists = [rows(0), rows(1), rows(2)];
  const layout = timed(5, (n) =>
    layOut(template(), { b: lists[0] as RowList }, measure, looks[n % 6] as Look),
  );
  const own = template();
  const [look] = looks as [Look];
  const revision = { ...measure, revision: {} };
  layOut(own, { b: lists[0] as RowList }, revision, look);
  const recolour = timed(60, (n) => layOut(own, { b: lists[(n + 1) % 3] as RowList }, revision, look));
  const scene = prepareScene(own, { b: lists[0] as RowList }, revision, { look });
  const zoom = timed(400, (n) => evaluate(scene, { phase: 'enter', frame: n % 100, enterFrame: null, time: 0 })); // prettier-ignore
  const text = JSON.stringify({ type: 'FeatureCollection', features: grid(240).map(({ geometry, properties }) => ({ type: 'Feature', properties, geometry: { type: 'MultiPolygon', coordinates: geometry.kind === 'area' ? geometry.polygons : [] } })) }); // prettier-ignore
  const bytes = new TextEncoder().encode(text);
  const read = timed(2, () => {
    const layers = readMapFile(bytes, 'large.geojson');
    keepMap(layers.map((layer) => ({ name: layer.name, role: 'regions', features: layer.features, nameFrom: 'name', codeFrom: '' }))); // prettier-ignore
  });
  return {
    'map.layout.256.ms': Math.round(layout / 100) / 10,
    'map.recolour.us': Math.round(recolour),
    'map.zoom.eval.us': Math.round(zoom),
    'map.import.10MB.ms': Math.round(((read / 1000) * 10e6) / bytes.length),
  };
}
