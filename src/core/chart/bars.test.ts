import { describe, expect, test } from '@jest/globals';
import { wcagContrast } from 'culori';
import fc from 'fast-check';
import { type RowList } from '../show';
import { chartOf, columns, laid, listOf, number, part, type Row } from './gallery';
import { type ChartPart } from './index';

describe('bars', () => {
  const plain = { names: 'none', values: 'none', legend: 'none' } as const;
  test('are as long as their values, by hand: 600 px for the largest', () => {
    const { parts } = laid(
      chartOf({ ...plain, thickness: 0.5 }),
      listOf([
        ['Ox', 40],
        ['Tern', 10],
        ['Skerry', 0],
      ]),
    );
    expect(part(parts, 'k0/Points').box).toMatchObject({ y: 0, h: 600 });
    expect(part(parts, 'k1/Points').box.h).toBeCloseTo(150);
    expect(part(parts, 'k2/Points').box.h).toBe(0);
    const down = laid(
      chartOf(plain),
      listOf([
        ['Ox', 30],
        ['Tern', -10],
      ]),
    ).parts;
    expect(part(down, 'k1/Points').box).toMatchObject({ y: 450, h: 150 });
    expect(part(down, 'k1/Points').pivotY).toBeCloseTo(0);
  });
  test('grow from where their scale begins, stacked ones with those below them', () => {
    const { parts } = laid(
      chartOf({ ...plain, series: 'stacked' }),
      listOf([['Ox', 30, 10]], ['Team', number, ['Cuts', 'number']]),
    );
    const top = part(parts, 'k0/Cuts');
    expect(top.box).toMatchObject({ y: 0, h: 150 });
    // The foot of the whole stack lies four of its heights below its top.
    expect(top.pivotY).toBeCloseTo(4);
    expect(top.grows).toEqual([{ property: 'h', by: null }]);
  });
  test('of any rows: lengths in proportion, sums of stacks, the same whatever the order of the rows', () => {
    const rows = fc.array(fc.tuple(fc.nat(1000), fc.nat(1000)), { minLength: 1, maxLength: 12 });
    fc.assert(
      fc.property(rows, fc.constantFrom('upright', 'lying'), (given, direction) => {
        const chart = chartOf({ ...plain, direction, series: 'stacked', sort: 'largest' });
        const list = listOf(
          given.map(([a, b], i): Row => [`T${i}`, a, b]),
          ['Team', number, ['Cuts', 'number']],
        );
        const length = ({ box }: ChartPart): number => (direction === 'upright' ? box.h : box.w);
        const whole = direction === 'upright' ? 600 : 1000;
        const most = Math.max(...given.map(([a, b]) => a + b)) || 1;
        const { parts } = laid(chart, list);
        given.forEach(([a, b], i) => {
          const [one, two] = [part(parts, `k${i}/Points`), part(parts, `k${i}/Cuts`)];
          expect(length(one)).toBeCloseTo((a / most) * whole, 4);
          expect(length(one) + length(two)).toBeCloseTo(((a + b) / most) * whole, 4);
        });
        const turned: RowList = { ...list, order: [...list.order].reverse() };
        const sizes = (own: readonly ChartPart[]) =>
          new Map(own.map((one) => [one.key, length(one).toFixed(4)]));
        expect([...sizes(laid(chart, turned).parts)].sort()).toEqual([...sizes(parts)].sort());
      }),
      { numRuns: 40 },
    );
  });
  test('in shares fill their room; from the middle they go both ways', () => {
    const both = ['Team', number, ['Cuts', 'number']] as const;
    const shares = laid(
      chartOf({ ...plain, series: 'shares', direction: 'lying' }),
      listOf(
        [
          ['Ox', 30, 10],
          ['Tern', 2, 6],
        ],
        [...both],
      ),
    ).parts;
    expect([part(shares, 'k0/Points').box.w, part(shares, 'k1/Points').box.w]).toEqual([750, 250]);
    expect(part(shares, 'k0/Cuts').box).toMatchObject({ x: 750, w: 250 });
    const out = laid(
      chartOf({ ...plain, series: 'diverging', direction: 'lying' }),
      listOf([['Ox', 30, 10]], [...both]),
    ).parts;
    expect(part(out, 'k0/Points').box).toMatchObject({ x: 0, w: 500 });
    expect(part(out, 'k0/Cuts').box.x).toBe(500);
  });
  test('say their values where they fit: in the bar, in a colour that can be read, else beyond it', () => {
    const { parts } = laid(
      chartOf({ direction: 'lying', names: 'none', colours: ['#f2b632'] }),
      listOf([
        ['Ox', 1000],
        ['Tern', 3],
      ]),
    );
    const [own, small] = [part(parts, 'k0/Points~value'), part(parts, 'k1/Points~value')];
    const bar = part(parts, 'k0/Points');
    expect(own.box.x + own.box.w).toBeLessThan(bar.box.x + bar.box.w);
    expect(own.shape.is === 'words' && wcagContrast(own.shape.look.colour, '#f2b632')).toBeGreaterThan(4.5);
    const tip = part(parts, 'k1/Points').box;
    expect(small.box.x).toBeGreaterThan(tip.x + tip.w);
    // None stands on the line of what the value was.
    const before = laid(
      chartOf({ direction: 'lying', names: 'none', columns: columns({ series: ['Points'], before: 'Was' }) }),
      listOf([['Ox', 1000, 960]], ['Team', number, ['Was', 'number']]),
    );
    const [line, value] = [part(before.parts, 'k0~before').box, part(before.parts, 'k0/Points~value').box];
    expect(value.x > line.x + line.w || value.x + value.w < line.x).toBe(true);
  });
  test('the rest in one, the largest first, and what is picked out in its colour alone', () => {
    const rows = listOf([
      ['A', 1],
      ['B', 5],
      ['C', 3],
      ['D', 2],
    ]);
    const chart = chartOf({
      ...plain,
      names: 'beside',
      sort: 'largest',
      most: 3,
      rest: 'Others',
      picked: 'c',
      colours: ['#f2b632'],
      quiet: '#333333',
    });
    const { parts } = laid(chart, rows);
    const said = parts.flatMap(({ shape }) => (shape.is === 'words' ? [shape.words] : []));
    expect(said).toEqual(['B', 'C', 'Others']);
    const fill = (key: string): unknown => {
      const { shape } = part(parts, key);
      return shape.is === 'rect' ? shape.fill : null;
    };
    expect([fill('k1/Points'), fill('k2/Points')]).toEqual(['#333333', '#f2b632']);
    expect(part(parts, '~rest/Points').box.h / part(parts, 'k1/Points').box.h).toBeCloseTo(3 / 5);
  });
  test('until they are revealed nothing is said of them', () => {
    const { parts } = laid(
      chartOf({ isRevealed: false }),
      listOf([
        ['Ox', 40],
        ['Tern', 10],
      ]),
    );
    expect(parts.filter(({ key }) => key.endsWith('/Points')).map(({ box }) => box.h)).toEqual([0, 0]);
    expect(parts.some(({ key }) => key.endsWith('~value'))).toBe(false);
  });
});
