import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { geoArea } from 'd3-geo';
import type { Json } from '../json';
import { ProblemError } from '../problem';
import { drawnShape, fitted, geoObject, largestPart } from './draw';
import { isInside, ringArea, type Geometry, type Point } from './geometry';
import { matchRegions } from './match';
import { projectionNames } from './names';
import { namingProperties, readGeoJson, type GeoRead } from './read-geojson';

const square = (x: number, y: number, size = 1): number[][] => [[x, y], [x + size, y], [x + size, y + size], [x, y + size], [x, y]]; // prettier-ignore
const feature = (coordinates: unknown, properties: object = {}, type = 'Polygon'): object => ({ type: 'Feature', properties, geometry: { type, coordinates } }); // prettier-ignore
const read = (...features: object[]): GeoRead => readGeoJson(JSON.parse(JSON.stringify({ type: 'FeatureCollection', features })) as Json); // prettier-ignore
const refusal = (json: unknown): string => {
  try {
    readGeoJson(json as Json);
    return '';
  } catch (error) {
    return error instanceof ProblemError ? `${error.problem.code} ${error.problem.path}` : String(error);
  }
};
const areaOf = ({ geometry }: GeoRead['features'][number]): number => geoArea(geoObject(geometry) as never);

describe('GeoJSON', () => {
  test('whichever way an outline runs, it means what it goes round; holes stay holes', () => {
    const hole = square(0.25, 0.25, 0.5);
    for (const ring of [square(0, 0), [...square(0, 0)].reverse()]) for (const inner of [hole, [...hole].reverse()]) {
      const { features } = read(feature([ring, inner]));
      const area = areaOf(features[0] as GeoRead['features'][number]);
      expect(area).toBeLessThan(0.001);
      expect(area).toBeCloseTo(areaOf(read(feature([square(0, 0)])).features[0] as GeoRead['features'][number]) * 0.75, 6);
    }
  }); // prettier-ignore
  test('an outline that runs clockwise, as older files have it, is told of', () => {
    expect(read(feature([square(0, 0)])).notes).toEqual([]);
    expect(read(feature([[...square(0, 0)].reverse()])).notes).toEqual([
      '1 outline that ran clockwise taken for what it goes round.',
    ]);
  });
  test('what is not closed is closed, what stands twice is left out, what is no outline is dropped, and it is said', () => {
    const [a, b, c, d] = square(2, 2) as [number[], number[], number[], number[]];
    const { features, notes } = read(feature([[a, b, b, c, d]]), feature([[a, b]]));
    expect(features).toHaveLength(1);
    expect(notes).toEqual([
      '1 outline closed.',
      '1 point that stood twice in a row left out.',
      '1 outline of fewer than three points left out.',
    ]);
  });
  test('an island across the date line is one island, and not a band round the earth', () => {
    const { features, notes } = read(feature([square(178, -18, 4)]));
    expect(areaOf(features[0] as GeoRead['features'][number])).toBeCloseTo(areaOf(read(feature([square(8, -18, 4)])).features[0] as GeoRead['features'][number]), 6); // prettier-ignore
    expect(notes.join()).toContain('beyond the date line');
  });
  test('coordinates that cannot be degrees are those of a plan', () => {
    const { space, notes } = read(feature([square(512_000, 210_000, 900)]));
    expect([space, notes[0]]).toEqual([
      'plan',
      'Its coordinates are no degrees: it is taken as a plan, north at the top.',
    ]);
  });
  test('several geometries of a region are one region, and points and lines are of their own kind', () => {
    const { features } = readGeoJson({ type: 'FeatureCollection', features: [{ type: 'Feature', id: 7, properties: { name: 'Skerry', isles: true, more: null }, geometry: { type: 'GeometryCollection', geometries: [{ type: 'Polygon', coordinates: [square(0, 0)] }, { type: 'MultiPolygon', coordinates: [[square(3, 3)], [square(6, 6)]] }, { type: 'Point', coordinates: [1, 1] }] } }] } as never); // prettier-ignore
    expect(features.map(({ geometry }) => geometry.kind)).toEqual(['area', 'place']);
    expect(features[0]?.geometry).toMatchObject({ polygons: { length: 3 } });
    expect(features[0]?.properties).toEqual({ id: 7, name: 'Skerry', isles: 'yes' });
  });
  test.each([
    [[], 'not-geojson type'],
    [{ type: 'FeatureCollection', features: [] }, 'no-features $'],
    [{ type: 'Feature', geometry: { type: 'Curve', coordinates: [] } }, 'bad-geometry $.geometry'],
    [{ type: 'Polygon', coordinates: [[[0, 0], [1, 'x']]] }, 'bad-position $.coordinates[0][1]'],
    [{ type: 'FeatureCollection', features: [7] }, 'bad-feature $.features[0]'],
  ])('%j is refused with where it is wrong', (json, words) => expect(refusal(json)).toBe(words)); // prettier-ignore
  test('what names a region is found among its properties', () => {
    const list = read(feature([square(0, 0)], { OBJECTID: 1, NUTS_ID: 'SK1', NAME_LATN: 'Skerry', pop: 12 }), feature([square(2, 0)], { OBJECTID: 2, NUTS_ID: 'SK2', NAME_LATN: 'Marram', pop: 12 })).features; // prettier-ignore
    expect(namingProperties(list)).toMatchObject({ name: 'NAME_LATN', code: 'NUTS_ID' });
  });
});

const degrees = fc.tuple(
  fc.double({ min: -170, max: 170, noNaN: true }),
  fc.double({ min: -75, max: 75, noNaN: true }),
);
describe('laid flat', () => {
  test('by every projection all of a map lies within its box, and fills it one way or the other', () => {
    fc.assert(
      fc.property(degrees, fc.double({ min: 0.05, max: 9, noNaN: true }), fc.constantFrom(...projectionNames), ([x, y], size, name) => {
        const { features } = read(feature([square(x, Math.min(y, 75 - size), size)]), feature([square(x + size, Math.min(y, 75 - size), size / 2)])); // prettier-ignore
        const geometries = features.map(({ geometry }) => geometry);
        const projection = fitted(geometries, 'sphere', name, { w: 800, h: 600 }, 10);
        const drawn = geometries.map((geometry) => drawnShape(geometry, projection));
        expect(drawn.every((shape) => shape !== null)).toBe(true);
        const right = Math.max(...drawn.map((shape) => (shape?.bounds.x ?? 0) + (shape?.bounds.w ?? 0)));
        const bottom = Math.max(...drawn.map((shape) => (shape?.bounds.y ?? 0) + (shape?.bounds.h ?? 0)));
        for (const shape of drawn) {
          expect(shape?.bounds.x).toBeGreaterThan(9);
          expect(shape?.bounds.y).toBeGreaterThan(9);
        }
        expect(right).toBeLessThan(791);
        expect(bottom).toBeLessThan(591);
        expect(right > 789 || bottom > 589).toBe(true);
      }),
      { numRuns: 60 },
    );
  }); // prettier-ignore
  test('a plan keeps its shape, and its areas and holes are drawn as rings', () => {
    const { features, space } = read(feature([square(1000, 1000, 900), square(1200, 1200, 100)]));
    const { geometry } = features[0] as { geometry: Geometry };
    const shape = drawnShape(geometry, fitted([geometry], space, null, { w: 300, h: 200 }));
    expect(shape?.bounds).toEqual({ x: 50, y: 0, w: 200, h: 200 });
    expect(shape?.rings).toHaveLength(2);
    expect(shape?.path.match(/Z/g)).toHaveLength(2);
  });
  test('the largest part is an outline with its own holes, and not an island beside it', () => {
    const ring = (x: number, y: number, size: number): Point[] => square(x, y, size) as unknown as Point[];
    const part = largestPart([ring(0, 0, 2), ring(10, 10, 30), ring(15, 15, 5)]);
    expect(part.map((own) => Math.abs(ringArea(own)) / 2)).toEqual([900, 25]);
    expect(isInside([12, 12], part[0] as Point[])).toBe(true);
    expect(isInside([1, 1], part[0] as Point[])).toBe(false);
  });
});

describe('rows and regions', () => {
  const regions = [{ key: 'a', name: 'Lower Saltings', code: 'LS' }, { key: 'b', name: 'Skërry', code: 'SK' }, { key: 'c', name: 'Marram', code: 'MA' }]; // prettier-ignore
  const row = (words: string, key = words): { key: string; words: string } => ({ key, words });
  test('are matched by name or code, whatever the case, accents and spaces', () => {
    const {
      rows,
      regions: open,
      left,
    } = matchRegions(regions, [row('lower-saltings'), row('SKERRY'), row('ma')]);
    expect(Object.fromEntries(rows)).toEqual({ a: 'lower-saltings', b: 'SKERRY', c: 'ma' });
    expect([open, left]).toEqual([[], []]);
  });
  test('what matches nothing is listed on both sides, with what is spelt most like it', () => {
    const { regions: open, left } = matchRegions(regions, [
      row('Lower Salting'),
      row('Skerry'),
      row('Elsewhere'),
    ]);
    expect(open.map(({ region, near }) => [region.key, near.map(({ words }) => words)])).toEqual([['a', ['Lower Salting']], ['c', []]]); // prettier-ignore
    expect(left.map(({ row: { words }, near }) => [words, near.map(({ name }) => name)])).toEqual([['Lower Salting', ['Lower Saltings']], ['Elsewhere', []]]); // prettier-ignore
  });
  test('by hand goes before by name; a second row of a region is told', () => {
    const { rows, doubled } = matchRegions(regions, [row('Skerry', '1'), row('Skërry ', '2'), row('Harbour', '3')], { c: '3' }); // prettier-ignore
    expect(Object.fromEntries(rows)).toEqual({ b: '1', c: '3' });
    expect(doubled.map(({ key }) => key)).toEqual(['2']);
  });
  test('each row is of one region at most, and each region of one row, whatever they are called', () => {
    const name = fc.constantFrom('Ox', 'ox ', 'Óx', 'Marram', 'marram', 'M', 'Skerry', '');
    fc.assert(
      fc.property(
        fc.array(fc.tuple(name, name), { maxLength: 8 }),
        fc.array(name, { maxLength: 8 }),
        (own, words) => {
          const named = own.map(([called, code], i) => ({ key: `r${i}`, name: called, code }));
          const given = words.map((one, i) => row(one, String(i)));
          const { rows, regions: open, left, doubled } = matchRegions(named, given);
          expect(new Set(rows.values()).size).toBe(rows.size);
          expect(rows.size + open.length).toBe(named.length);
          expect(rows.size + left.length + doubled.length).toBe(given.length);
        },
      ),
    );
  });
});

test('coordinates of a survey, in metres, lie with north at the top', () => {
  const { space, features } = read(
    feature([square(400_000, 300_000, 1000)], { name: 'South' }),
    feature([square(400_000, 310_000, 1000)], { name: 'North' }),
  );
  expect(space).toBe('plan');
  const projection = fitted(features.map(({ geometry }) => geometry), space, null, { w: 100, h: 400 }); // prettier-ignore
  const top = (name: string): number => drawnShape(features.find(({ properties }) => properties['name'] === name)?.geometry as Geometry, projection)?.bounds.y ?? NaN; // prettier-ignore
  expect(top('North')).toBeLessThan(top('South'));
});
