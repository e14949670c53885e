import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import type { Json } from '../json';
import { isInside, keepMap, readMap, readMapJson, type Feature, type Point } from '../map';
import {
  makeList,
  newElement,
  newTemplate,
  newTie,
  rowsFigure,
  type Box,
  type ListColumn,
  type MapElement,
  type RowList,
  type ShowMap,
} from '../show';
import { layMap, mapFindings, type LaidMap, type MapPart } from './index';

const kept = (features: readonly Feature[], space: ShowMap['space'] = 'sphere'): ShowMap => {
  const { map } = keepMap([
    { name: 'Districts', role: 'regions', features, nameFrom: 'name', codeFrom: 'code' },
  ]);
  return { id: 'map', name: 'Map', space, projection: null, layers: [...map.layers], topology: map.topology };
};
const json = JSON.parse(readFileSync('demo/data/districts.geojson', 'utf8')) as Json;
const bay = kept(readMapJson(json, 'Bay')[0]?.features ?? []);
const regions = readMap(bay).layers[0]?.features ?? [];

/** A sign is half as wide as its type is large; a line is 1.2 times as high. */
const port = {
  width: (words: string, { size }: { size: number }) =>
    Math.max(0, ...words.split('\n').map((line) => line.length)) * size * 0.5,
  height: ({ size }: { size: number }) => size * 1.2,
  picture: () => null,
};
const mapOf = (given: Partial<MapElement> = {}): MapElement =>
  newElement('map', 'm', 'Map', { w: 1200, h: 700, map: 'map', look: { size: 30 }, ...given });
const columnsOf = (given: Partial<MapElement['columns']>): MapElement['columns'] => ({
  ...mapOf().columns,
  ...given,
});
type Column = readonly [string, ListColumn['type']];
const listOf = (
  columns: readonly Column[],
  rows: readonly (readonly (string | number | null)[])[],
): RowList => {
  const made = makeList(
    'Rows',
    columns.map(([name, type]) => ({ key: name, name, type })),
    rows.map((cells, at) => ({ key: `k${at}`, cells: [...cells] })),
  );
  if ('code' in made) throw new Error(made.message);
  return made.list;
};
const results = (rows: readonly (readonly (string | number | null)[])[]): RowList =>
  listOf(
    [
      ['District', 'text'],
      ['Kite', 'text'],
      ['Colour', 'colour'],
      ['State', 'text'],
      ['Votes', 'number'],
    ],
    rows,
  );
const none = listOf([], []);
const laid = (map: MapElement, list = none, of: ShowMap | null = bay): LaidMap => layMap(map, of, list, port);
const part = ({ parts }: LaidMap, key: string): MapPart => {
  const found = parts.find((own) => own.key === key);
  if (!found) throw new Error(`no ${key} among ${parts.map((own) => own.key).join(', ')}`);
  return found;
};
const fillOf = (own: LaidMap, key: string): unknown => {
  const { shape } = part(own, `${key}/`);
  return shape.is === 'area' ? shape.fill : null;
};
const wordsIn = ({ parts }: LaidMap): (MapPart & { words: string })[] =>
  parts.flatMap((own) => (own.shape.is === 'words' ? [{ ...own, words: own.shape.words }] : []));
/** Where words are seen in their box. */
const seen = ({ box, shape }: MapPart): Box => {
  if (shape.is !== 'words') return box;
  const w = port.width(shape.words, shape.look);
  const x = { left: box.x, centre: box.x + (box.w - w) / 2, right: box.x + box.w - w }[shape.look.align];
  return { x, y: box.y, w, h: box.h };
};
const meet = (a: Box, b: Box): boolean =>
  a.x < b.x + b.w - 0.6 && b.x < a.x + a.w - 0.6 && a.y < b.y + b.h - 0.6 && b.y < a.y + a.h - 0.6;

describe('what regions say', () => {
  const sizes = fc.record({ w: fc.integer({ min: 240, max: 1900 }), h: fc.integer({ min: 200, max: 1000 }), size: fc.integer({ min: 10, max: 60 }), labels: fc.constantFrom('names' as const, 'both' as const), legend: fc.constantFrom('none' as const, 'bottom-right' as const) });
  const rows = results(regions.map(({ name }, i) => [name, 'Saltwing', '#e8593a', 'declared', 1000 * i]));
  test('lies over nothing else that is said, and within the box, however large it is', () => {
    fc.assert(
      fc.property(sizes, ({ w, h, size, labels, legend }) => {
        const own = wordsIn(laid(mapOf({ w, h, look: { size }, labels, legend, columns: columnsOf({ choice: 'Kite' }), fillBy: 'column' }), rows));
        own.forEach((a, i) => own.slice(i + 1).forEach((b) => expect([a.key, b.key, meet(seen(a), seen(b))]).toEqual([a.key, b.key, false])));
        for (const one of own.filter(({ key }) => !key.startsWith('~'))) {
          const { x, y, w: wide, h: high } = seen(one);
          expect([x >= -1, y >= -1, x + wide <= w + 1, y + high <= h + 1]).toEqual([true, true, true, true]);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('is inside its region, or led to it by a line that begins inside', () => {
    const own = laid(mapOf({ w: 700, h: 480 }));
    let led = 0;
    for (const { key } of regions) {
      const region = part(own, `${key}/`);
      const rings = region.shape.is === 'area' ? region.shape.lines : [];
      const inside = ([x, y]: Point): boolean => rings.some((ring) => isInside([x, y], ring));
      const name = own.parts.find((one) => one.key === `${key}~name`);
      const leader = own.parts.find((one) => one.key === `${key}~leader`);
      if (!name) continue;
      if (leader?.shape.is === 'area') {
        led += 1;
        expect(inside(leader.shape.lines[0]?.[0] as Point)).toBe(true);
        continue;
      }
      const { x, y, w, h } = seen(name);
      for (const corner of [[x, y], [x + w, y], [x, y + h], [x + w, y + h], [x + w / 2, y + h / 2]] as Point[]) expect([key, inside(corner)]).toEqual([key, true]);
    }
    expect(led).toBeGreaterThan(0);
    // Left out instead, it is said how many say nothing.
    const out = laid(mapOf({ w: 700, h: 480, small: 'none' }));
    expect(out.parts.some(({ key }) => key.includes('~leader'))).toBe(false);
    expect(out.notes.map(({ code }) => code)).toEqual(['labels-left']);
  });

  test('words may be those of a column; a value is written as its format says', () => {
    const own = laid(mapOf({ labels: 'both', columns: columnsOf({ label: 'Kite', value: 'Votes' }) }), results([['Marram', 'Star', '', '', 1234]]));
    expect(wordsIn(own).filter(({ key }) => key.startsWith('ma~')).map(({ words }) => words)).toEqual(['Star', '1,234']);
  });
}); // prettier-ignore

describe('fills', () => {
  const map = mapOf({ fillBy: 'column', columns: columnsOf({ choice: 'Kite', state: 'State' }), quiet: '#101010', legend: 'top-left', legendCounts: true, quietText: 'Not yet' });
  test('a declared region has its choice’s colour, one that is led is hatched in it, all others are quiet', () => {
    const own = laid(map, results([['MARRAM', 'Saltwing', '#E8593A', 'Declared', 1], ['Old  Pier', 'Saltwing', '#e8593a', 'leading', 1], ['skerry', 'Heron', '#8fb4c4', '', 1]]));
    expect(fillOf(own, 'ma')).toBe('#e8593a');
    expect(fillOf(own, 'op')).toMatchObject({ kind: 'pattern', ink: '#e8593a', base: '#101010' });
    expect([fillOf(own, 'sk'), fillOf(own, 'ha')]).toEqual(['#101010', '#101010']);
    const legend = wordsIn(own).filter(({ key }) => key.startsWith('~legend')).map(({ words }) => words);
    expect(legend).toEqual(['Saltwing', '2', 'Heron', '0', 'Leading', '1', 'Not yet', '7']);
  });

  test('where one row changes, what is drawn of all other regions is what it was', () => {
    const before = laid(map, results([['Marram', 'Saltwing', '#e8593a', 'declared', 1]]));
    const after = laid(map, results([['Marram', 'Heron', '#8fb4c4', 'declared', 1]]));
    const changed = before.parts.filter((own) => JSON.stringify(own) !== JSON.stringify(after.parts.find(({ key }) => key === own.key)));
    expect(changed.filter(({ key }) => !key.startsWith('~legend')).map(({ key }) => key).filter((key) => !key.endsWith('~name'))).toEqual(['ma/']);
    for (const own of before.parts) {
      const other = after.parts.find(({ key }) => key === own.key)?.shape;
      if (own.shape.is === 'area' && other?.is === 'area') expect(own.shape.lines).toBe(other.lines);
    }
  });

  test('classes go from the lowest to the highest colour, and the legend says their ends, the highest first', () => {
    const list = listOf([['District', 'text'], ['Turnout', 'number']], [['Marram', 40], ['Harbour', 50], ['Skerry', 70]]);
    const own = laid(mapOf({ fillBy: 'classes', classes: 'own', bounds: '45 60', low: '#000000', high: '#ffffff', legend: 'top-left' }), list);
    expect([fillOf(own, 'ma'), fillOf(own, 'sk')]).toEqual(['#000000', '#ffffff']);
    expect(wordsIn(own).filter(({ key }) => key.startsWith('~legend')).map(({ words }) => words)).toEqual(['≥ 60', '45 – 60', '< 45']);
  });

  test('choices may be told apart by patterns, each its own whoever leads where', () => {
    const rows = (kite: string) => results([['Marram', 'Saltwing', '#e8593a', 'declared', 1], ['Harbour', kite, '#8fb4c4', 'declared', 1]]);
    const own = (kite: string) => laid(mapOf({ fillBy: 'column', columns: columnsOf({ choice: 'Kite' }), patterns: 'by-choice' }), rows(kite));
    expect(JSON.stringify(fillOf(own('Heron'), 'ha'))).not.toBe(JSON.stringify(fillOf(own('Heron'), 'ma')));
    expect(fillOf(own('Heron'), 'ma')).toMatchObject({ kind: 'pattern', base: '#e8593a' });
  });
}); // prettier-ignore

test('a map makes room for its legend: no region lies under it', () => {
  const rows = results(regions.map(({ name }, i) => [name, ['Saltwing', 'Grey Heron', 'Old Lantern'][i % 3] ?? '', ['#e8593a', '#8fb4c4', '#f2b632'][i % 3] ?? '', 'declared', i]));
  fc.assert(
    fc.property(fc.integer({ min: 300, max: 1800 }), fc.integer({ min: 300, max: 1200 }), fc.constantFrom('top-left' as const, 'top-right' as const, 'bottom-left' as const, 'bottom-right' as const), (w, h, legend) => {
      const own = laid(mapOf({ w, h, legend, fillBy: 'column', columns: columnsOf({ choice: 'Kite' }), labels: 'none' }), rows);
      const swatches = own.parts.filter(({ key }) => key.startsWith('~legend'));
      expect(swatches.length).toBeGreaterThan(2);
      for (const { box } of swatches)
        for (const corner of [[box.x, box.y], [box.x + box.w, box.y + box.h]] as Point[])
          for (const { key, shape } of own.parts) if (key.endsWith('/') && shape.is === 'area') expect([key, shape.lines.some((ring) => isInside(corner, ring))]).toEqual([key, false]);
    }),
    { numRuns: 25 },
  );
}); // prettier-ignore

test('how many regions are declared, and how many only led, are figures that a text can say', () => {
  const map = mapOf({ fillBy: 'column', columns: columnsOf({ choice: 'Kite', state: 'State' }) });
  const list = results([['Marram', 'Saltwing', '#e8593a', 'Final', 1], ['Skerry', 'Heron', '#8fb4c4', 'partial', 1], ['Harbour', '', '', 'declared', 1], ['Old Pier', 'Heron', '#8fb4c4', '', 1]]);
  const template = newTemplate('t', 'T', { elements: { m: map }, order: ['m'], ties: [newTie('m', 'list', 'b')] });
  expect(['~declared', '~led', '~rows', '~else'].map((key) => rowsFigure(template, 'm', key, { b: list }))).toEqual([1, 1, 4, undefined]);
}); // prettier-ignore

describe('what is seen', () => {
  test('the focus lies whole in its view, and the rest is dimmed where it is seen', () => {
    const own = laid(mapOf({ focus: 'Tern Sands, SK', dim: 0.7, zoomed: 1, focusRoom: 0.1 }));
    const { x, y, w } = own.focus;
    const k = 1200 / w;
    for (const key of ['ts', 'sk']) {
      const { box, view } = part(own, `${key}/`);
      expect([box.x, box.x + box.w].every((at) => Math.abs((at - x) * k) <= 600 * 0.8 + 1)).toBe(true);
      expect([box.y, box.y + box.h].every((at) => Math.abs((at - y) * k) <= 350 * 0.8 + 1)).toBe(true);
      expect(view?.focus).toBe(1);
    }
    expect(part(own, 'ma/').view?.focus).toBeCloseTo(0.3);
    expect(laid(mapOf({ focus: 'Nowhere', zoomed: 1 })).focus).toEqual(laid(mapOf()).whole);
  });

  test('what changed last may be the focus', () => {
    const list = listOf([['District', 'text'], ['At', 'number']], [['Marram', 10], ['Skerry', 30], ['Harbour', 20]]);
    const own = laid(mapOf({ focusBy: 'changed', columns: columnsOf({ changed: 'At' }), dim: 1 }), list);
    expect(own.parts.filter(({ key, view }) => key.endsWith('/') && view?.focus === 1).map(({ key }) => key)).toEqual(['sk/']);
  });

  test('an island in an inset lies in its box, and out of the way of the rest', () => {
    const inset = { regions: 'Skerry', x: 40, y: 500, w: 160, h: 120 };
    const own = laid(mapOf({ insets: [inset] }));
    const { box, sits } = part(own, 'sk/');
    expect(sits).toBe('fixed');
    expect([box.x >= inset.x, box.y >= inset.y, box.x + box.w <= inset.x + inset.w, box.y + box.h <= inset.y + inset.h]).toEqual([true, true, true, true]);
  });

  test('tiles are of one size, one for each region; those that rows place stand there', () => {
    const places = regions.map(({ name }, i) => [name, i % 3, Math.floor(i / 3)] as const);
    const list = listOf([['District', 'text'], ['Across', 'number'], ['Down', 'number']], places);
    for (const form of ['squares', 'hexagons'] as const) {
      const own = laid(mapOf({ form, columns: columnsOf({ tileColumn: 'Across', tileRow: 'Down' }) }), list);
      const boxes = regions.map(({ key }) => part(own, `${key}/`).box);
      expect(new Set(boxes.map(({ w, h }) => `${w.toFixed(2)} ${h.toFixed(2)}`)).size).toBe(1);
      expect(boxes[1]?.x).toBeGreaterThan(boxes[0]?.x ?? 0);
      expect(boxes[3]?.y).toBeGreaterThan(boxes[0]?.y ?? 0);
    }
  });
}); // prettier-ignore

describe('what cannot be shown as it is meant to', () => {
  const said = (map: MapElement, list: RowList, of: ShowMap | null = bay): string => mapFindings(map, of, list, port).problems.map(({ message }) => message).join(' ');
  test('is said in sentences, and all else is shown', () => {
    expect(said(mapOf({ map: null }), none, null)).toContain('it has no map yet');
    const list = listOf([['District', 'text'], ['Votes', 'text']], [['Maram', 'many'], ['Harbour', '12'], ['HA', '3'], ['Atlantis', '4']]);
    const words = said(mapOf({ columns: columnsOf({ value: 'Votes', choice: 'Kite' }), focus: 'Atlantis' }), list);
    expect(words).toContain('2 rows name no region of it: “Maram”, “Atlantis”');
    expect(words).toContain('8 regions have no row');
    expect(words).toContain('several rows are about one region, of which the first counts: “HA”');
    expect(words).toContain('its rows have no column “Kite” for choices');
    expect(words).toContain('it knows no region “Atlantis”');
    expect(said(mapOf({ fillBy: 'classes', classes: 'own', bounds: '4 some' }), none)).toContain('among its bounds “some” is no number');
  });

  test('a match by hand stands where names say nothing, and goes before them', () => {
    const list = listOf([['District', 'text'], ['Colour', 'colour']], [['Island', '#123456'], ['Marram', '#654321']]);
    const own = laid(mapOf({ fillBy: 'column', matches: { sk: 'island', ha: 'Marram' } }), list);
    expect([fillOf(own, 'sk'), fillOf(own, 'ha'), fillOf(own, 'ma')]).toEqual(['#123456', '#654321', mapOf().quiet]);
  });

  test('a number in words is said, and its region is as if it had none', () => {
    const list = listOf([['District', 'text'], ['Votes', 'text']], [['Marram', 'lots'], ['Harbour', '12']]);
    const map = mapOf({ fillBy: 'classes', columns: columnsOf({ value: 'Votes' }) });
    expect(said(map, list)).toContain('one of its numbers is words: “lots”');
    expect(fillOf(laid(map, list), 'ma')).toBe(map.quiet);
  });
}); // prettier-ignore

describe('the order in which regions come', () => {
  const list = results([['Marram', '', '', '', 5], ['Skerry', '', '', '', 90], ['Harbour', '', '', '', 20]]);
  const orderOf = (given: Partial<MapElement>): string[] => {
    const { parts } = laid(mapOf({ ...given, columns: columnsOf({ value: 'Votes' }) }), list);
    return parts.filter(({ key }) => key.endsWith('/')).sort((a, b) => a.row - b.row).map(({ name }) => name);
  };

  test('is that of the rows or of their values, those without one last', () => {
    expect(orderOf({ sequence: 'as-given' }).slice(0, 3)).toEqual(['Marram', 'Skerry', 'Harbour']);
    expect(orderOf({ sequence: 'largest' }).slice(0, 3)).toEqual(['Skerry', 'Harbour', 'Marram']);
    expect(orderOf({ sequence: 'smallest' }).slice(0, 3)).toEqual(['Marram', 'Harbour', 'Skerry']);
  });

  test('goes by distance from a point of the box: its two ends are each other’s reverse', () => {
    const from = (fromX: number): string[] => orderOf({ sequence: 'near', fromX, fromY: 0.5 });
    expect(from(-1000)).toEqual(from(1000).reverse());
    expect(from(-1000)).toEqual(orderOf({ sequence: 'left' }));
  });

  test('is by chance the same each time, and each region has a place of its own', () => {
    const random = orderOf({ sequence: 'random' });
    expect(random).toEqual(orderOf({ sequence: 'random' }));
    expect(random).not.toEqual(orderOf({ sequence: 'left' }));
    expect(new Set(random).size).toBe(regions.length);
  });
}); // prettier-ignore

describe('symbols at regions', () => {
  const list = listOf([['District', 'text'], ['Votes', 'number'], ['Left', 'number'], ['Right', 'number'], ['Was', 'text'], ['Kite', 'text'], ['State', 'text']], [
    ['Marram', 400, 30, 10, 'Saltwing', 'Saltwing', 'declared'],
    ['Skerry', 100, 5, 15, 'Saltwing', 'Heron', 'declared'],
    ['Harbour', 0, 0, 0, 'Heron', 'Saltwing', ''],
  ]);
  const drawn = (symbols: MapElement['symbols'], given: Partial<MapElement['columns']> = {}): MapPart[] =>
    laid(mapOf({ symbols, symbolSize: 60, columns: columnsOf({ value: 'Votes', ...given }) }), list).parts.filter(({ key }) => /~(symbol|part|was)/.test(key));
  const middle = ({ box }: MapPart): Point => [box.x + box.w / 2, box.y + box.h / 2];

  test.each(['circles', 'squares'] as const)('as %s have areas as their values, the largest beneath, none where there is nothing', (symbols) => {
    const [large, small, ...more] = drawn(symbols);
    expect(more).toEqual([]);
    expect([large?.name, large?.box.w, small?.box.w]).toEqual([expect.stringContaining('Marram'), 60, 30]);
  });

  test('as rings show shares that close a circle, about one centre', () => {
    const own = drawn('rings', { parts: ['Left', 'Right'] });
    const sweeps = own.map(({ shape }) => (shape.is === 'ellipse' ? [shape.start, shape.sweep] : []));
    expect(sweeps).toEqual(expect.arrayContaining([[0, 270], [270, 90], [0, 90], [90, 270]]));
    expect(own).toHaveLength(4);
    expect(new Set(own.map((each) => middle(each).join())).size).toBe(2);
  });

  test('as bars stand on one line and are of one scale over all regions', () => {
    const own = drawn('bars', { parts: ['Left', 'Right'] });
    expect(own.map(({ box }) => box.h).sort((a, b) => b - a).map((h) => Math.round(h))).toEqual([60, 30, 20, 10]);
    expect(new Set(own.map(({ box }) => Math.round(box.y + box.h))).size).toBe(2);
  });

  test('as marks of what has turned stand only where it has, and is more than a rumour', () => {
    expect(drawn('before', { choice: 'Kite', state: 'State', before: 'Was' }).map(({ name }) => name)).toEqual(['Skerry turned', 'Skerry before']);
  });
}); // prettier-ignore
