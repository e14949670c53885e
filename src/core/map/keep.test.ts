import { describe, expect, test } from '@jest/globals';
import { keepMap, readMap, type Feature, type LayerWanted, type Ring } from './index';

const square = (x: number, y: number, size = 10): Ring => [[x, y], [x, y + size], [x + size, y + size], [x + size, y], [x, y]]; // prettier-ignore
const area = (name: string, ring: Ring, more: object = {}): Feature => ({ geometry: { kind: 'area', polygons: [[ring]] }, properties: { name, ...more } }); // prettier-ignore
const layer = (features: readonly Feature[], given: Partial<LayerWanted> = {}): LayerWanted => ({ name: 'Regions', role: 'regions', features, nameFrom: 'name', codeFrom: 'code', ...given }); // prettier-ignore

describe('a map that is kept', () => {
  test('reads back with its names, codes and properties, and knows the line between neighbours', () => {
    const { map, notes } = keepMap([
      layer([area('West', square(0, 0), { code: 'W', people: 40 }), area('East', square(10, 0))]),
    ]);
    expect(notes).toEqual([]);
    const read = readMap(map);
    expect(
      read.layers[0]?.features.map(({ key, name, code, properties }) => [
        key,
        name,
        code,
        properties['people'],
      ]),
    ).toEqual([
      ['w', 'West', 'W', 40],
      ['east', 'East', '', undefined],
    ]);
    const all = (): boolean => true;
    const between = read.borders(all);
    expect(between?.kind === 'line' && between.lines.flat().every(([x]) => Math.abs(x - 10) < 0.01)).toBe(
      true,
    );
    // Without its neighbour a region has no border, and its outline is its own.
    expect(read.borders((key) => key === 'w')).toBeNull();
    expect(read.coast((key) => key === 'w')).not.toBeNull();
  });

  test('a region has the same key when its map is brought anew, whatever its place in the file', () => {
    const keys = (features: readonly Feature[]): string[] => readMap(keepMap([layer(features)]).map).layers[0]?.features.map(({ key, name }) => `${name} ${key}`).sort() ?? []; // prettier-ignore
    const [a, b] = [area('Ångby', square(0, 0)), area('Östby', square(20, 0))];
    expect(keys([a, b])).toEqual(keys([b, a]));
  });

  test('two regions of one name, and an outline that crosses itself, are said by name', () => {
    const bow: Ring = [[40, 0], [50, 10], [50, 0], [40, 10], [40, 0]]; // prettier-ignore
    const { map, notes } = keepMap([
      layer([area('Twin', square(0, 0)), area('Twin', square(20, 0)), area('Bow', bow)]),
    ]);
    expect(readMap(map).layers[0]?.features.map(({ key }) => key)).toEqual(['twin', 'twin 2', 'bow']);
    expect(notes.join(' ')).toContain('“Twin”');
    expect(notes.join(' ')).toContain('One outline crosses itself (Bow)');
  });

  test('is simplified to about as many points as are wanted, and says so', () => {
    const round: Ring = Array.from({ length: 2001 }, (_, i) => [Math.cos((i % 2000) * 0.00314159265) * 50, Math.sin((i % 2000) * 0.00314159265) * 50] as const); // prettier-ignore
    const { map, notes } = keepMap([layer([area('Round', round)])], 200);
    const points = JSON.stringify(readMap(map).layers[0]?.features[0]?.geometry).split('],[').length;
    expect(points).toBeLessThan(260);
    expect(notes.join(' ')).toContain('Simplified from 2001 to');
  });
});
