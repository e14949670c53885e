import { describe, expect, test } from '@jest/globals';
import { chartForms } from '../show';
import { chartOf, columns, laid, listOf, number, part } from './gallery';
import type { ChartPart } from './index';

const list = listOf([['Ox', 40, 12], ['Tern', 20, 30], ['Skerry', 10, 8]], ['Team', number, ['Cuts', 'number']]); // prettier-ignore

describe('a chart from the right', () => {
  test.each(chartForms)('%s: each part stands as far from the right as it did from the left', (form) => {
    const given = { form, w: 900, ticks: 3, columns: columns({ series: ['Points'] }) } as const;
    const plain = laid(chartOf(given), list).parts;
    const turned = laid(chartOf({ ...given, isMirrored: true }), list).parts;
    const edges = ({ box }: ChartPart) => [box.x, box.x + box.w].map((x) => Math.round(x * 100) / 100);
    expect(turned.map(({ key }) => key)).toEqual(plain.map(({ key }) => key));
    turned.forEach((own, i) => {
      const [left = 0, right = 0] = edges(plain[i] as ChartPart);
      edges(own).forEach((x, k) => expect(x).toBeCloseTo(900 - ([right, left][k] as number)));
    });
  });
  test('has its bars begin at the right and grow from there, its words at the right of them', () => {
    const { parts } = laid(chartOf({ direction: 'lying', isMirrored: true, columns: columns({ series: ['Points'] }) }), list);
    const [bar, name] = [part(parts, 'k0/Points'), part(parts, 'k0~name')];
    expect(bar.pivotX).toBe(1);
    expect(bar.box.x + bar.box.w).toBeLessThanOrEqual(name.box.x);
    expect(name.shape.is === 'words' && name.shape.look.align).toBe('left');
  });
  test('opens its pie the other way round', () => {
    const { parts } = laid(chartOf({ form: 'pie', isMirrored: true, columns: columns({ series: ['Points'] }) }), list);
    const ox = part(parts, 'k0/');
    // 40 of 70: from the top back to the left and round to the right.
    const sweep = (40 / 70) * 360;
    expect(ox.shape).toMatchObject({ is: 'ellipse', start: expect.closeTo(360 - sweep), sweep: expect.closeTo(sweep) });
    // Before it has grown its end stands at the top.
    expect(ox.grows.find(({ property }) => property === 'start')?.by).toBeCloseTo(sweep);
  });
}); // prettier-ignore
