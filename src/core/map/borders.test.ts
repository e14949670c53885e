import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { topology } from 'topojson-server';
import type { Json } from '../json';
import { ProblemError } from '../problem';
import { visualCentre } from './centre';
import { drawnShape, fitted, geoObject } from './draw';
import { isInside, ringArea, type Geometry, type Point, type Ring } from './geometry';
import { readGeoJson } from './read-geojson';
import { readMapJson } from './read-topojson';
import { simplified } from './simplify';

const file = JSON.parse(readFileSync('demo/data/districts.geojson', 'utf8')) as Json;
const districts = readGeoJson(file);
const geometries = districts.features.map(({ geometry }) => geometry);
const topo = (steps?: number): Json => JSON.parse(JSON.stringify(topology({ districts: file } as never, steps))) as Json; // prettier-ignore
const pointsOf = (geometry: Geometry | null): Point[] => (geometry?.kind === 'area' ? geometry.polygons.flat(2) : []) as Point[]; // prettier-ignore
const edges = (geometry: Geometry | null): Set<string> => {
  const found = new Set<string>();
  for (const polygon of geometry?.kind === 'area' ? geometry.polygons : [])
    for (const ring of polygon)
      ring.slice(1).forEach((point, i) => found.add([String(ring[i]), String(point)].sort().join(' ')));
  return found;
};
/** Points of a border that two districts have between them, from one corner of it to the other. */
const shared = (a: Geometry | null, b: Geometry | null): number => [...edges(a)].filter((edge) => edges(b).has(edge)).length; // prettier-ignore

describe('the nine districts', () => {
  test('are nine, named, with their codes, and nothing of them has to be put right', () => {
    expect(districts.features.map(({ properties }) => properties['code']).sort().join(' ')).toBe('HA LP LS MA OB OP SK TS US'); // prettier-ignore
    expect([districts.space, districts.notes]).toEqual(['sphere', []]);
  });
  test('as a topology they are the same, layer by layer', () => {
    const layers = readMapJson(topo(), 'Bay');
    expect(layers.map(({ name, features }) => [name, features.length])).toEqual([['districts', 9]]);
    expect(layers[0]?.features.map(({ geometry }) => pointsOf(geometry).length)).toEqual(geometries.map((own) => pointsOf(own).length)); // prettier-ignore
    expect(readMapJson(file, 'Bay').map(({ name }) => name)).toEqual(['Bay']);
  });
  test('a topology whose arcs are missing is refused, not drawn wrongly', () => {
    const broken = topo(1e5) as { arcs: Json[] };
    broken.arcs.pop();
    expect(() => readMapJson(broken as unknown as Json, 'Bay')).toThrow(ProblemError);
    expect(() => readMapJson({ type: 'Topology', objects: {} } as Json, 'Bay')).toThrow('has no arcs');
  });
  test('simplified, neighbours have one border still, and no district is lost until hardly anything is left', () => {
    const whole = geometries.reduce((sum, own) => sum + pointsOf(own).length, 0);
    for (const share of [0.7, 0.4, 0.15]) {
      const thin = simplified(geometries, share);
      expect(thin.every((own) => own !== null)).toBe(true);
      const count = thin.reduce((sum, own) => sum + pointsOf(own).length, 0);
      expect(count).toBeLessThan(whole * (share + 0.25));
      geometries.forEach((a, i) =>
        geometries.forEach((b, k) => {
          if (i < k && shared(a, b) > 0) expect(shared(thin[i] ?? null, thin[k] ?? null)).toBeGreaterThan(0);
        }),
      );
    }
    expect(simplified(geometries, 1)).toEqual(geometries);
  });
  test('each has a middle within itself, with room round it', () => {
    const projection = fitted(geometries, 'sphere', null, { w: 1200, h: 800 }, 20);
    for (const geometry of geometries) {
      const shape = drawnShape(geometry, projection);
      const centre = visualCentre(shape?.rings ?? []);
      const inside = (shape?.rings ?? []).some((ring) => isInside([centre?.x ?? 0, centre?.y ?? 0], ring));
      expect(inside).toBe(true);
      expect(centre?.room).toBeGreaterThan(5);
    }
  });
});

/** How far a point is from the nearest edge of some rings. */
const distance = ([x, y]: Point, rings: readonly Ring[]): number =>
  Math.min(
    ...rings.flatMap((ring) =>
      ring.slice(1).map(([bx, by], i) => {
        const [ax, ay] = ring[i] as Point;
        const [dx, dy] = [bx - ax, by - ay];
        const t = Math.max(0, Math.min(1, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
        return Math.hypot(x - ax - t * dx, y - ay - t * dy);
      }),
    ),
  );

test('no place within an area has clearly more room than its visual centre, by a look at a grid of them', () => {
  const star = fc.array(fc.double({ min: 20, max: 100, noNaN: true }), { minLength: 5, maxLength: 9 });
  fc.assert(
    fc.property(star, (radii) => {
      const ring = radii.map((radius, i): Point => {
        const turn = (i / radii.length) * 2 * Math.PI;
        return [100 + radius * Math.cos(turn), 100 + radius * Math.sin(turn)];
      });
      const rings: Ring[] = [[...ring, ring[0] as Point]];
      const centre = visualCentre(rings);
      if (!centre) throw new Error('no centre');
      expect(isInside([centre.x, centre.y], rings[0] as Ring)).toBe(true);
      expect(distance([centre.x, centre.y], rings)).toBeCloseTo(centre.room, 6);
      for (let x = 5; x < 200; x += 10)
        for (let y = 5; y < 200; y += 10)
          if (isInside([x, y], rings[0] as Ring))
            expect(distance([x, y], rings)).toBeLessThanOrEqual(centre.room + 2);
    }),
    { numRuns: 40 },
  );
});

test('an area of islands has its middle in the largest; one of nothing has none', () => {
  const ring = (x: number, size: number): Point[] => [[x, 0], [x + size, 0], [x + size, size], [x, size], [x, 0]]; // prettier-ignore
  expect(visualCentre([ring(0, 4), ring(50, 40)])).toMatchObject({ x: 70, y: 20, room: 20 });
  expect(Math.abs(ringArea(ring(0, 4)))).toBe(32);
  expect(visualCentre([])).toBeNull();
  expect(geoObject({ kind: 'line', lines: [] })).toEqual({ type: 'MultiLineString', coordinates: [] });
});
