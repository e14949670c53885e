import { describe, expect, test } from '@jest/globals';
import { wcagContrast } from 'culori';
import fc from 'fast-check';
import { chartForms, type Box, type CellLook, type ChartElement } from '../show';
import { chartOf, columns, laid, listOf, number, port } from './gallery';
import { readableOn } from './paint';
import { fitNames, shortened } from './words';
import { alikeToSome, chartFindings, placeAll, spread, type ChartPart } from './index';

describe('words', () => {
  const boxes = (parts: readonly ChartPart[]): { key: string; box: Box }[] =>
    parts.flatMap(({ key, box, shape, veil }) => {
      if (shape.is !== 'words' || veil === 1) return [];
      const { look } = shape;
      const lines = shape.words.split('\n').length;
      const [w, h] = [Math.min(box.w, port.width(shape.words, look)), port.height(look) * lines];
      const x = { left: box.x, centre: box.x + (box.w - w) / 2, right: box.x + box.w - w }[look.align];
      const y = { top: box.y, middle: box.y + (box.h - h) / 2, bottom: box.y + box.h - h }[look.vertical];
      return [{ key, box: { x, y, w, h } }];
    });
  const name = fc.stringMatching(/^[A-Z][a-z]{1,11}( [A-Z][a-z]{1,9}){0,3}$/);
  const row = fc.tuple(name, fc.integer({ min: -200, max: 90_000 }), fc.nat(5000));
  const given = fc.record({
    form: fc.constantFrom(...chartForms.filter((form) => form !== 'bracket' && form !== 'gauge')),
    direction: fc.constantFrom('upright', 'lying'),
    series: fc.constantFrom('beside', 'stacked', 'shares'),
    values: fc.constantFrom('auto', 'outside', 'inside'),
    crowded: fc.constantFrom('shorten', 'thin', 'none'),
    legend: fc.constantFrom('direct', 'top'),
    ticks: fc.constantFrom(0, 4),
    mean: fc.boolean(),
    limit: fc.constantFrom('none', 'value'),
    limitAt: fc.constantFrom(10, 4000),
    limitText: fc.constant('What was agreed'),
    seenFrom: fc.constantFrom('', 'k1'),
    seenTo: fc.constantFrom('', 'k3'),
    zoom: fc.constantFrom(0, 0.3, 1),
    isMirrored: fc.boolean(),
    panels: fc.constantFrom('none', 'none', 'series', 'rows'),
    panelsAcross: fc.constantFrom(1, 3),
    w: fc.integer({ min: 300, max: 1600 }),
    h: fc.integer({ min: 240, max: 900 }),
  }) as fc.Arbitrary<Partial<ChartElement>>;
  test('of a chart of any kind never lie over one another, nor out of its box', () => {
    fc.assert(
      fc.property(given, fc.array(row, { minLength: 1, maxLength: 14 }), fc.boolean(), (own, rows, isTwo) => {
        const chart = chartOf({
          ...own,
          columns: columns({ series: isTwo ? ['Points', 'Cuts'] : ['Points'] }),
        });
        const { parts } = laid(chart, listOf(rows, ['Team', number, ['Cuts', 'number']]));
        const all = boxes(parts);
        for (const { key, box } of all) {
          const isIn =
            box.x >= -1 && box.y >= -1 && box.x + box.w <= chart.w + 1 && box.y + box.h <= chart.h + 1;
          if (!isIn) throw new Error(`${key} is out of the box: ${JSON.stringify(box)}`);
        }
        all.forEach((a, i) => {
          for (const b of all.slice(i + 1)) {
            const across = Math.min(a.box.x + a.box.w, b.box.x + b.box.w) - Math.max(a.box.x, b.box.x);
            const down = Math.min(a.box.y + a.box.h, b.box.y + b.box.h) - Math.max(a.box.y, b.box.y);
            if (across > 1 && down > 1) throw new Error(`${a.key} lies over ${b.key}`);
          }
        });
      }),
      { numRuns: 300 },
    );
  });
  const look = { size: 20, minScale: 0.5 } as CellLook;
  test('are wrapped, then made smaller together, then shortened, thinned or left out by the rule', () => {
    expect(fitNames(['Two words', 'Ox'], 60, 2, 'shorten', look, port)).toMatchObject({
      words: ['Two\nwords', 'Ox'],
      scale: 1,
    });
    expect(fitNames(['Twentysigns-in-alls'], 100, 1, 'shorten', look, port).scale).toBeCloseTo(0.5, 1);
    expect(fitNames(['A very long name indeed', 'Ox'], 60, 1, 'shorten', look, port)).toMatchObject({
      words: ['A very long…', 'Ox'],
      shortened: 1,
      scale: 0.5,
    });
    expect(
      fitNames(['Monday', 'Tuesday', 'Wednesday', 'Thursday'], 50, 1, 'thin', { ...look, minScale: 1 }, port),
    ).toMatchObject({ words: ['Monday', '', 'Wednesday', ''], left: 2 });
    expect(fitNames(['Wednesday'], 30, 1, 'none', look, port)).toMatchObject({ words: [''], left: 1 });
    // An emoji of several code points, or a letter with its accent, is never cut in two.
    expect(shortened('👩‍🚀👩‍🚀👩‍🚀', 25, (words) => [...words].length * 5)).toBe('👩‍🚀…');
  });
  test('are placed as a plain search over all places would, the weightiest first', () => {
    const box = fc.record(
      {
        x: fc.integer({ min: 0, max: 80 }),
        y: fc.integer({ min: 0, max: 80 }),
        w: fc.integer({ min: 5, max: 30 }),
        h: fc.integer({ min: 5, max: 30 }),
      },
      { noNullPrototype: true },
    );
    const wanted = fc.array(
      fc.record({ places: fc.array(box, { minLength: 1, maxLength: 4 }), weight: fc.nat(3) }),
      { maxLength: 12 },
    );
    const over = (a: Box, b: Box): boolean =>
      a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;
    fc.assert(
      fc.property(wanted, fc.array(box, { maxLength: 3 }), (labels, taken) => {
        const own = labels.map((label, i) => ({ key: String(i), ...label }));
        const plainly = new Map<string, Box>();
        for (const { key, places } of [...own].sort(
          (a, b) => b.weight - a.weight || Number(a.key) - Number(b.key),
        )) {
          const free = places.find(
            (place) =>
              place.x + place.w <= 100 &&
              place.y + place.h <= 100 &&
              ![...taken, ...plainly.values()].some((other) => over(other, place)),
          );
          if (free) plainly.set(key, free);
        }
        expect(Object.fromEntries(placeAll(own, taken, { x: 0, y: 0, w: 100, h: 100 }))).toEqual(
          Object.fromEntries(plainly),
        );
      }),
    );
  });
  test('at the ends of lines are set apart as little as can be', () => {
    expect(
      spread(
        [
          { middle: 50, size: 20 },
          { middle: 52, size: 20 },
        ],
        0,
        100,
      ),
    ).toEqual([41, 61]);
    expect(
      spread(
        [
          { middle: 2, size: 20 },
          { middle: 90, size: 20 },
        ],
        0,
        100,
      ),
    ).toEqual([10, 90]);
    expect(
      spread(
        [
          { middle: 1, size: 60 },
          { middle: 2, size: 60 },
        ],
        0,
        100,
      ),
    ).toBeNull();
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ middle: fc.integer({ min: -20, max: 120 }), size: fc.integer({ min: 1, max: 12 }) }),
          { minLength: 1, maxLength: 8 },
        ),
        (items) => {
          const at = spread(items, 0, 100) as number[];
          const order = items.map((_, i) => i).sort((a, b) => (at[a] as number) - (at[b] as number));
          order.forEach((i, k) => {
            const next = order[k + 1];
            const own = items[i] as { middle: number; size: number };
            expect((at[i] as number) - own.size / 2).toBeGreaterThanOrEqual(-1e-6);
            expect((at[i] as number) + own.size / 2).toBeLessThanOrEqual(100 + 1e-6);
            if (next === undefined) return;
            const other = items[next] as { middle: number; size: number };
            expect((at[next] as number) - (at[i] as number)).toBeGreaterThanOrEqual(
              (own.size + other.size) / 2 - 1e-6,
            );
            expect(own.middle).toBeLessThanOrEqual(other.middle);
          });
        },
      ),
    );
  });
});

test('colours that some eyes cannot tell apart are told; words are read on any ground', () => {
  expect(alikeToSome(['#c0392b', '#6f7d1f']).map(({ eyes }) => eyes).length).toBe(1);
  expect(alikeToSome(['#f2b632', '#1d4e5a', '#f4efe2'])).toEqual([]);
  const chart = chartOf({ colourBy: 'series', colours: ['#c0392b', '#6f7d1f'] });
  const list = listOf([['Ox', 1, 2]], ['Team', number, ['Cuts', 'number']]);
  expect(
    chartFindings(chart, list, port)
      .problems.map(({ message }) => message)
      .join(),
  ).toMatch(/“Points” and “Cuts” look alike to eyes/);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 0xffffff }), (rgb) => {
      const ground = `#${rgb.toString(16).padStart(6, '0')}`;
      expect(wcagContrast(readableOn(ground, ['#f4efe2', '#ffffff', '#10181c']), ground)).toBeGreaterThan(4);
    }),
  );
});
