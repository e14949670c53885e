import { describe, expect, test } from '@jest/globals';
import {
  chartForms,
  elementKinds,
  isPropertyShown,
  type ChartElement,
  type Property,
  type RowList,
} from '../show';
import { chartOf, columns, laid, listOf, number, type Row } from './gallery';

describe('what can be set', () => {
  // Of these nothing is drawn by the chart alone: when rounds turn, what others have, what texts say of it.
  const elsewhere = new Set(['list', 'turns', 'turnAfter', 'shared', 'entitled', 'form']);
  const mixed = listOf(
    Array.from({ length: 9 }, (_, i): Row => [`Long name of team ${i}`, [90, 30, -12, 64, 5, 31, 18, 8, 44][i] ?? 0, [12, 40, 22, 9, 31, 18, 7, 25, 3][i] ?? 0, 30 + i, 'OX', i % 2 === 0 ? 'First' : 'Second', `Unbreakablenameoftheteam${i}`]),
    ['Team', number, ['Cuts', 'number'], ['Was', 'number'], 'Flag', 'Group', 'Code'],
  ); // prettier-ignore
  const days = listOf([[Date.UTC(2026, 0, 1), 3, 4], [Date.UTC(2026, 0, 2), 9, 2], [Date.UTC(2026, 0, 3), null, 6], [Date.UTC(2026, 0, 4), 5, 8], [Date.UTC(2026, 0, 6), 7, 1]], [['Day', 'date'], number, ['Cuts', 'number']]); // prettier-ignore
  const matches = listOf(
    [
      ['Ox', 'Tern', 3, 1, 'Half'],
      ['Skerry with a long name', 'Dunlin', 0, 3, 'Final'],
    ],
    ['Left', 'Right', ['L', 'number'], ['R', 'number'], 'Round'],
  );
  const named = { name: 'Team', before: 'Was', picture: 'Flag' };
  const of = (list: RowList, given: Partial<ChartElement>) => ({ list, given });
  const variants = [
    of(mixed, { columns: columns({ ...named, series: ['Points', 'Cuts'] }), picked: 'Long name of team 2', limit: 'value', limitAt: 20, limitText: 'Limit', mean: true, beforeText: 'Last year', ticks: 4, rest: 'Rest', most: 5, edgeW: 2, set: 'flags' }),
    of(mixed, { columns: columns({ ...named, series: ['Cuts'] }), colourBy: 'scale', ends: 'fixed', most: 4, legend: 'top', set: 'flags', beforeText: 'Last year', corner: 6, w: 420 }),
    of(mixed, { columns: columns({ ...named, series: ['Cuts'], panel: 'Group', round: 'Group' }), panels: 'rows', thickness: 0.4, limit: 'value', limitAt: 12, limitText: 'Limit', piece: 'picture', set: 'flags', fromZero: false, gauge: 'bar' }),
    of(mixed, { columns: columns({ ...named, series: ['Cuts', 'Points'] }), w: 300, h: 240, series: 'stacked', shading: 0.4, direction: 'lying', sort: 'name', limit: 'value', limitAt: 12 }),
    of(days, { columns: columns({ name: 'Day', series: ['Points', 'Cuts'] }), colourBy: 'series', ticks: 3, fromZero: false, mean: true }),
    of(days, { columns: columns({ name: 'Day', series: ['Cuts'] }), window: 90_000, values: 'outside' }),
    of(mixed, { columns: columns({ name: 'Code', series: ['Was'] }), w: 300, h: 300, fromZero: false, direction: 'lying' }),
    of(mixed, { columns: columns({ name: 'Code', series: ['Was'] }), w: 300, h: 300, fromZero: false, colourBy: 'scale' }),
    of(days, { columns: columns({ name: 'Day', series: ['Points'] }), seenFrom: '2026-01-02', seenTo: '2026-01-04' }),
    of(matches, { columns: columns({ name: 'Left', other: 'Right', series: ['L', 'R'], panel: 'Round' }), edgeW: 2, corner: 4, w: 260 }),
  ] as const; // prettier-ignore
  const drawn = (chart: ChartElement, list: RowList): string => {
    const { parts, drift } = laid(chart, list);
    return JSON.stringify([parts, drift]);
  };
  test.each(chartForms)('%s: every control that is shown changes what is drawn', (form) => {
    const others = (property: Property, now: unknown): unknown[] =>
      property.type === 'choice'
        ? (property.choices ?? []).map(({ value }) => value).filter((value) => value !== now)
        : property.type === 'yes-no'
          ? [!now]
          : property.type === 'number'
            ? [2, 0.5, 11, 60, 200]
                .map((value) => Math.max(property.min ?? -1e6, Math.min(property.max ?? 1e6, value)))
                .filter((value) => value !== now)
            : property.type === 'colour'
              ? ['#123456']
              : ['Long name of team 3', 'Other words'];
    const dead = elementKinds.chart.properties
      .filter(
        ({ key, section }) => ['Chart', 'Scale', 'Labels', 'Marks'].includes(section) && !elsewhere.has(key),
      )
      .filter((property) => {
        const shown = variants.flatMap(({ list, given }) => {
          const chart = chartOf({ form, ...given });
          return isPropertyShown(property, chart) ? [{ list, chart }] : [];
        });
        return (
          shown.length > 0 &&
          !shown.some(({ list, chart }) => {
            const before = drawn(chart, list);
            const now = (chart as unknown as Record<string, unknown>)[property.key];
            return others(property, now).some(
              (value) => drawn({ ...chart, [property.key]: value } as ChartElement, list) !== before,
            );
          })
        );
      })
      .map(({ key }) => key);
    expect(dead).toEqual([]);
  });
});
