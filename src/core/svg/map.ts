import { problem, ProblemError } from '../problem';
import {
  isInside,
  noRepairs,
  repaired,
  repairNotes,
  ringArea,
  type Feature,
  type Geometry,
  type MapLayer,
  type Point,
  type Polygon,
  type Repairs,
  type Ring,
} from '../map';
import { readRegions, type DrawnRegion } from './regions';

/** Straight pieces that a curve is drawn of. */
const pieces = 8;

/** An outline of cubic curves as points; those that run straight keep their two ends alone. */
function flat({ points, closed }: DrawnRegion['outlines'][number]): Point[] {
  const line: Point[] = [];
  const all = closed ? [...points, points[0] as (typeof points)[number]] : points;
  all.forEach((to, i) => {
    const from = all[i - 1];
    if (!from) return void line.push([to.x, to.y]);
    const isStraight = from.outX === from.x && from.outY === from.y && to.inX === to.x && to.inY === to.y;
    const count = isStraight ? 1 : pieces;
    for (let step = 1; step <= count; step += 1) {
      const t = step / count;
      const u = 1 - t;
      const at = (a: number, b: number, c: number, d: number): number => u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d;
      line.push(isStraight ? [to.x, to.y] : [at(from.x, from.outX, to.inX, to.x), at(from.y, from.outY, to.inY, to.y)]);
    }
  });
  return line;
} // prettier-ignore

/** Rings as polygons: one that lies in an odd number of others is a hole in the smallest of them (SVG 2, fill-rule evenodd). */
export function polygonsOf(rings: readonly Ring[]): Polygon[] {
  const sized = rings
    .map((ring) => ({ ring, size: Math.abs(ringArea(ring)) }))
    .sort((a, b) => b.size - a.size);
  const made: { outline: Ring; holes: Ring[]; size: number }[] = [];
  for (const { ring, size } of sized) {
    const [first] = ring;
    const around = first ? sized.filter((other) => other.size > size && isInside(first, other.ring)) : [];
    if (around.length % 2 === 0) {
      made.push({ outline: ring, holes: [], size });
      continue;
    }
    const smallest = around.at(-1)?.ring;
    made.find(({ outline }) => outline === smallest)?.holes.push(ring);
  }
  return made.map(({ outline, holes }) => [outline, ...holes]);
}

function geometryOf(region: DrawnRegion, repairs: Repairs): Geometry | null {
  const lines = region.outlines.map(flat);
  if (region.isLine) return repaired({ kind: 'line', lines }, false, repairs);
  const rings = lines.map((line): Point[] => [...line, line[0] as Point]);
  return repaired({ kind: 'area', polygons: polygonsOf(rings) }, false, repairs);
}

/**
 * The layers of a map that was drawn as SVG: by the outermost named group, or all as one. Regions are named by the title,
 * label or id of their element. @throws ProblemError with what is wrong.
 */
export function readMapSvg(text: string, name: string): MapLayer[] {
  const drawn = readRegions(text);
  if ('problem' in drawn) throw new ProblemError(drawn.problem);
  const repairs = noRepairs();
  const layers = new Map<string, Feature[]>();
  for (const region of drawn.regions) {
    const geometry = geometryOf(region, repairs);
    if (!geometry) continue;
    const layer = region.within[0] ?? name;
    const list = layers.get(layer) ?? [];
    list.push({ geometry, properties: { name: region.name, ...(region.id !== '' && region.id !== region.name ? { id: region.id } : {}) } });
    layers.set(layer, list);
  }
  if (layers.size === 0) throw new ProblemError(problem('no-features', 'There is no shape in this drawing.'));
  const notes = repairNotes(repairs);
  return [...layers].map(([layer, features], i) => ({ name: layer, space: 'plan', features, notes: i === 0 ? notes : [] }));
} // prettier-ignore
