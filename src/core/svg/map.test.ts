import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { ringArea, type Geometry, type Point } from '../map';
import { polygonsOf, readMapSvg } from './map';

const svg = (inside: string, box = '0 0 100 100', size = 'width="200" height="200"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:inkscape="http://www.inkscape.org/namespaces/inkscape" viewBox="${box}" ${size}>${inside}</svg>`;
const all = (inside: string): { layer: string; name: unknown; geometry: Geometry }[] =>
  readMapSvg(svg(inside), 'Bay').flatMap(({ name: layer, features }) => features.map(({ geometry, properties }) => ({ layer, name: properties['name'], geometry }))); // prettier-ignore
const sizeOf = (geometry: Geometry | undefined): number =>
  geometry?.kind === 'area' ? geometry.polygons.reduce((sum, [outline, ...holes]) => sum + Math.abs(ringArea(outline as never)) / 2 - holes.reduce((less, hole) => less + Math.abs(ringArea(hole)) / 2, 0), 0) : 0; // prettier-ignore

describe('a map drawn as SVG', () => {
  test('names regions by title, label or id; shapes that a program named belong to their group', () => {
    const found = all(`
      <path id="path12" d="M0 0H10V10H0Z"><title>Skerry</title></path>
      <rect inkscape:label="Outer Bar" id="rect7" x="20" y="0" width="10" height="10"/>
      <polygon id="harbour" points="40,0 50,0 50,10"/>
      <g id="Marram"><path id="path3" d="M60 0h5v5h-5z"/><path d="M70 0h5v5h-5z"/></g>
      <circle cx="90" cy="10" r="5"/>`);
    expect(found.map(({ name }) => name)).toEqual(['Skerry', 'Outer Bar', 'harbour', 'Marram', 'Region 5']);
    expect(found[3]?.geometry).toMatchObject({ polygons: { length: 2 } });
    // The view box is 100 wide and the drawing 200: areas are four times as large.
    expect(sizeOf(found[0]?.geometry)).toBeCloseTo(400);
    expect(sizeOf(found[4]?.geometry) / (Math.PI * 100)).toBeGreaterThan(0.97);
  });
  test('nested groups and their transforms put a region where it is seen; the outermost named group is its layer', () => {
    const found = all(`<g id="Regions" transform="translate(10 0)"><g transform="scale(2) rotate(90)"><path id="a-town" d="M0 0H5V5H0Z"/></g></g>
      <g id="Rivers" fill="none"><path id="Brack" d="M0 0C10 0 10 10 20 10"/></g>`);
    expect(found.map(({ layer, name, geometry }) => [layer, name, geometry.kind])).toEqual([['Regions', 'a-town', 'area'], ['Rivers', 'Brack', 'line']]); // prettier-ignore
    const points = (found[0]?.geometry as unknown as { polygons: Point[][][] }).polygons.flat(2);
    expect([Math.min(...points.map(([x]) => x)), Math.max(...points.map(([x]) => x))].map(Math.round)).toEqual([0, 20]);
    expect(sizeOf(found[0]?.geometry)).toBeCloseTo(400);
  }); // prettier-ignore
  test('a hole is a hole whichever way it runs, an island in a lake is land', () => {
    const found = all('<path id="Land" d="M0 0H40V40H0Z M10 10H30V30H10Z M18 18V22H22V18Z"/>');
    expect(sizeOf(found[0]?.geometry)).toBeCloseTo((1600 - 400 + 16) * 4);
  });
  test('what is hidden, defined only, or no shape is no region; what is no drawing is refused', () => {
    const hidden = '<defs><path id="d" d="M0 0H9V9Z"/></defs><path id="h" display="none" d="M0 0H9V9Z"/><text id="t">Sea</text>'; // prettier-ignore
    expect(() => all(hidden)).toThrow('There is no shape in this drawing.');
    expect(all(`${hidden}<use href="#d" x="5"/>`).map(({ name }) => name)).toEqual(['d']);
    expect(() => readMapSvg('<html/>', 'x')).toThrow('is no SVG');
  });
});

test('squares within squares are land and water by turns, however they are ordered', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 6 }), fc.integer(), (depth, seed) => {
      const rings = Array.from({ length: depth }, (_, i): Point[] => {
        const [a, b] = [i * 5, 100 - i * 5];
        return [[a, a], [b, a], [b, b], [a, b], [a, a]]; // prettier-ignore
      });
      const turned = [...rings].sort((a, b) => (((a[0]?.[0] ?? 0) * 7 + seed) % 11) - (((b[0]?.[0] ?? 0) * 7 + seed) % 11));
      const polygons = polygonsOf(turned);
      expect(polygons).toHaveLength(Math.ceil(depth / 2));
      for (const [outline, ...holes] of polygons) for (const hole of holes) expect(Math.abs(ringArea(hole))).toBeLessThan(Math.abs(ringArea(outline as Point[])));
      expect(polygons.flat()).toHaveLength(depth);
    }),
  );
}); // prettier-ignore
