import { describe, expect, test } from '@jest/globals';
import {
  cellContents,
  makeList,
  newElement,
  type CellContent,
  type PathElement,
  type RowList,
  type TableElement,
} from '../show';
import { layTable, tableFindings, type TablePort } from './index';

type Sparkline = Extract<CellContent, { kind: 'sparkline' }>;

const port: TablePort = {
  width: () => 10,
  fit: () => ({ h: 10, scale: 1 }),
  valueOf: () => null,
  locale: 'en',
  picture: () => null,
  sizeOf: () => ({ w: 0, h: 0 }),
};
const listOf = (
  names: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
): RowList => {
  const made = makeList(
    'Rows',
    names.map((name) => ({ key: name, name, type: 'text' })),
    rows.map((cells, at) => ({ key: `k${at}`, cells })),
  );
  if ('code' in made) throw new Error(made.message);
  return made.list;
};
const tableOf = (content: Partial<Sparkline>): TableElement =>
  newElement('table', 't', 'Form', {
    w: 200,
    rowH: 100,
    columns: [
      {
        id: 'a',
        title: null,
        width: { by: 'share', share: 1 },
        content: { ...cellContents.sparkline.plain, lineW: 0, dot: 0, thickness: 1, ...content },
        look: { padX: 0, padY: 0, fill: '#00000000' },
        evenSize: false,
        joinsEqual: false,
        flashes: false,
        changes: 'switch',
      },
    ],
  });
/** What each row of a table is drawn as. */
const drawn = (content: Partial<Sparkline>, list: RowList) =>
  layTable(tableOf(content), list, port).lines.map(({ cells }) => cells[0]?.elements ?? []);
/** The points of a line, px from the left and from the foot of its cell; each run by itself. */
const pointsOf = (element: unknown): number[][][] => {
  const { subpaths, x, y, w, h } = element as PathElement;
  return subpaths.map(({ points }) =>
    points.map((point) => [Math.round(x + point.x * w), Math.round(100 - y - point.y * h)]),
  );
};

describe('a sparkline', () => {
  const wide = listOf(
    ['Team', 'R1', 'R2', 'R3'],
    [
      ['Ox', 10, 20, 15],
      ['Tern', 0, 40, 40],
    ],
  );

  test('goes through columns from one to another, between the ends of its row', () => {
    const [first, second] = drawn({ column: 'R1', last: 'R3' }, wide);
    expect(pointsOf(first?.[0])).toEqual([[[0, 0], [100, 100], [200, 50]]]); // prettier-ignore
    expect(pointsOf(second?.[0])).toEqual([[[0, 0], [100, 100], [200, 100]]]); // prettier-ignore
  });

  test('goes between the ends of all rows where it is told to', () => {
    const [first] = drawn({ column: 'R1', last: 'R3', scale: 'all' }, wide);
    expect(pointsOf(first?.[0])).toEqual([[[0, 25], [100, 50], [200, 38]]]); // prettier-ignore
  });

  test.each(['3 5 4', '3; 5; 4', '3, 5, 4', ' 3  5\t4 '])(
    'reads several numbers of one cell: “%s”',
    (words) => {
      const [own] = drawn({ column: 'Form' }, listOf(['Form'], [[words]]));
      expect(pointsOf(own?.[0])).toEqual([[[0, 0], [100, 100], [200, 50]]]); // prettier-ignore
    },
  );

  test('has a gap where a value is missing, and ends with a dot at its last', () => {
    const list = listOf(['A', 'B', 'C', 'D', 'E'], [[1, 2, null, 2, null]]);
    const [own = []] = drawn({ column: 'A', last: 'E', dot: 20 }, list);
    const [line, dot] = own;
    expect(pointsOf(line).map((run) => run.length)).toEqual([2, 1]);
    expect(dot).toMatchObject({ kind: 'ellipse', x: 135, y: 0, w: 20, h: 20 });
  });

  test('lies in the middle where all of its values are the same, and is nothing without values', () => {
    const [same, none] = drawn({ column: 'Form' }, listOf(['Form'], [['7 7'], ['']]));
    expect(pointsOf(same?.[0])).toEqual([[[0, 50], [200, 50]]]); // prettier-ignore
    expect(none).toEqual([]);
  });

  test('as bars stands on zero', () => {
    const [own = []] = drawn({ column: 'Form', form: 'bars' }, listOf(['Form'], [['30 -10']]));
    const [up, down] = own;
    expect(up).toMatchObject({ kind: 'rect', y: 0, h: 75 });
    expect(down).toMatchObject({ kind: 'rect', y: 75, h: 25 });
  });

  test('says which of its words are no numbers', () => {
    const list = listOf(['Form'], [['3 DNS 4'], ['1 2']]);
    expect(tableFindings(tableOf({ column: 'Form' }), list, () => null)).toMatchObject([
      {
        message: 'In Form of Form a cell holds what is no number: “3 DNS 4”. Its sparkline has a gap there.',
      },
    ]);
  });
});
