import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  cellContents,
  makeList,
  newElement,
  pagesOf,
  rowsOnPage,
  type CellContent,
  type ColumnWidth,
  type RowList,
  type TableColumn,
  type TableElement,
} from '../show';
import {
  columnWidths,
  gridOf,
  layTable,
  movementOf,
  tableFindings,
  tableLines,
  type TablePort,
} from './index';

const listOf = (rows: readonly (readonly (string | number | null)[])[], names = ['Team', 'Points', 'Was']): RowList => {
  const made = makeList(
    'Teams',
    names.map((name, at) => ({ key: name, name, type: at === 0 ? 'text' : 'number' })),
    rows.map((cells, at) => ({ key: `k${at}`, cells })),
  );
  if ('code' in made) throw new Error(made.message);
  return made.list;
}; // prettier-ignore

const column = (id: string, content: Partial<CellContent> & { kind: CellContent['kind'] }, given: Partial<TableColumn> = {}): TableColumn => ({
  id,
  title: null,
  width: { by: 'share', share: 1 },
  content: { ...cellContents[content.kind].plain, ...content } as CellContent,
  look: {},
  evenSize: false,
  joinsEqual: false,
  flashes: true,
  changes: 'switch',
  ...given,
}); // prettier-ignore
const team = column('a', { kind: 'text', column: 'Team' });
const points = column('b', { kind: 'number', column: 'Points' });
const tableOf = (given: Partial<TableElement> = {}): TableElement =>
  newElement('table', 't', 'Standings', { x: 100, y: 50, w: 400, columns: [team, points], rowH: 40, gapY: 10, gapX: 20, ...given }); // prettier-ignore

/** Ten px a sign at size 34, half of it at 17; what is wider than its box shrinks. */
const port: TablePort = {
  width: (words, { size }) => (words.length * 10 * size) / 34,
  fit: (words, { size, fit }, { w: room }) => {
    const w = (words.length * 10 * size) / 34;
    const scale = fit === 'shrink' ? Math.min(1, room / w) : 1;
    return { h: size * (fit === 'wrap' ? Math.max(1, Math.ceil(w / room)) : 1), scale };
  },
  valueOf: () => null,
  locale: 'en',
  picture: (set, name) => (set === 'flags' && name === 'NO' ? 'f'.repeat(64) : null),
  sizeOf: () => ({ w: 30, h: 20 }),
};
const lay = (table: TableElement, list: RowList) => layTable(table, list, port);
const boxes = (table: TableElement, list: RowList) =>
  lay(table, list).lines.flatMap(({ y, cells }) =>
    cells.map(({ box }) => [box.x, box.y + y, box.w, box.h] as const),
  );
const wordsOf = (table: TableElement, list: RowList) =>
  lay(table, list).lines.map(({ cells }) => cells.map(({ words }) => words));

const three = listOf([['Skerry', 31.25, 2], ['Marram', 24, 1], ['Ox', 8, 3]]); // prettier-ignore

describe('the places of a table', () => {
  test('lines one under another, columns in the room that the gaps leave', () => {
    expect(boxes(tableOf(), three)).toEqual([
      [100, 50, 190, 40],
      [310, 50, 190, 40],
      [100, 100, 190, 40],
      [310, 100, 190, 40],
      [100, 150, 190, 40],
      [310, 150, 190, 40],
    ]);
    expect(lay(tableOf(), three).h).toBe(140);
    // From the right the first column stands last.
    expect(boxes(tableOf({ isMirrored: true }), three)[0]).toEqual([310, 50, 190, 40]);
  });

  test('heads and feet stand off the rows, by their own height or that of rows', () => {
    const table = tableOf({
      heads: [{ id: 'h', h: 30, cells: {} }],
      feet: [{ id: 'f', h: 0, cells: { b: { text: null, across: 1, total: 'sum' } } }],
      gapHeads: 4,
    });
    expect(lay(table, three).lines.map(({ y, h }) => [y, h])).toEqual([[0, 30], [34, 40], [84, 40], [134, 40], [178, 40]]); // prettier-ignore
    expect(wordsOf(table, three)).toEqual([['Team', 'Points'], ['Skerry', '31.25'], ['Marram', '24'], ['Ox', '8'], ['', '63.25']]); // prettier-ignore
  });

  test('a row of own height is as high as its highest cell, with its padding', () => {
    const wraps = column('a', { kind: 'text', column: 'Team' }, { look: { fit: 'wrap', padX: 0, padY: 5 }, width: { by: 'px', px: 100 } }); // prettier-ignore
    const table = tableOf({ columns: [wraps], rowH: 0 });
    const list = listOf([['Ox'], ['The Lower Saltings']], ['Team']);
    expect(lay(table, list).lines.map(({ h }) => h)).toEqual([34 + 10, 2 * 34 + 10]);
  });

  test('a head may stand over several columns, and cells are joined by hand', () => {
    const table = tableOf({
      columns: [team, points, column('c', { kind: 'number', column: 'Was' })],
      heads: [{ id: 'h', h: 0, cells: { b: { text: 'Judges', across: 2, total: null } } }],
      joins: [{ id: 'j', lines: { kind: 'place', at: 2 }, column: 'a', across: 2, down: 2 }],
    });
    const grid = gridOf(table, tableLines(table, three), three, { valueOf: () => null, locale: 'en' });
    expect(grid).toEqual([
      { line: 0, column: 0, across: 1, down: 1 },
      { line: 0, column: 1, across: 2, down: 1 },
      { line: 1, column: 0, across: 1, down: 1 },
      { line: 1, column: 1, across: 1, down: 1 },
      { line: 1, column: 2, across: 1, down: 1 },
      { line: 2, column: 0, across: 2, down: 2 },
      { line: 2, column: 2, across: 1, down: 1 },
      { line: 3, column: 2, across: 1, down: 1 },
    ]);
    const joined = lay(table, three).lines[2]?.cells[0]?.box;
    expect(joined).toMatchObject({ w: 2 * 120 + 20, h: 2 * 40 + 10 });
  });

  test('neighbours that say the same are one cell; empty ones are not', () => {
    const heat = column('a', { kind: 'text', column: 'Team' }, { joinsEqual: true });
    const table = tableOf({ columns: [heat, points] });
    const list = listOf([['Heat 1', 1], ['Heat 1', 2], ['Heat 2', 3], ['', 4], ['', 5]]); // prettier-ignore
    const grid = gridOf(table, tableLines(table, list), list, { valueOf: () => null, locale: 'en' });
    expect(grid.filter(({ column: at }) => at === 0).map(({ line, down }) => [line, down])).toEqual([[0, 2], [2, 1], [3, 1], [4, 1]]); // prettier-ignore
  });

  const join = fc.record({
    id: fc.uuid(),
    lines: fc.oneof(fc.constant({ kind: 'rows' as const }), fc.record({ kind: fc.constant('place' as const), at: fc.integer({ min: 1, max: 6 }) })), // prettier-ignore
    column: fc.constantFrom('a', 'b', 'c', 'd'),
    across: fc.integer({ min: 1, max: 6 }),
    down: fc.integer({ min: 1, max: 6 }),
  });
  test('however cells are joined, they cover every place once, and nothing lies over another', () => {
    fc.assert(
      fc.property(
        fc.array(join, { maxLength: 5 }),
        fc.array(fc.constantFrom('', 'x', 'y'), { maxLength: 7 }),
        fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
        (joins, cells, equal) => {
          const columns = ['a', 'b', 'c', 'd'].map((id, at) => column(id, { kind: 'text', column: 'Team' }, { joinsEqual: equal[at] ?? false })); // prettier-ignore
          const table = tableOf({
            columns,
            joins,
            heads: [{ id: 'h', h: 20, cells: { b: { text: 'B', across: 9, total: null } } }],
          });
          const list = listOf(cells.map((cell) => [cell]), ['Team']); // prettier-ignore
          const lines = tableLines(table, list);
          const covered = new Map<string, number>();
          for (const { line, column: at, across, down } of gridOf(table, lines, list, {
            valueOf: () => null,
            locale: 'en',
          }))
            for (let l = line; l < line + down; l += 1)
              for (let c = at; c < at + across; c += 1)
                covered.set(`${l} ${c}`, (covered.get(`${l} ${c}`) ?? 0) + 1);
          expect(covered.size).toBe(lines.length * 4);
          expect([...covered.values()].every((times) => times === 1)).toBe(true);
          const all = boxes(table, list);
          all.forEach(([x, y, w, h], i) => {
            for (const [ox, oy, ow, oh] of all.slice(i + 1))
              expect(x + w <= ox || ox + ow <= x || y + h <= oy || oy + oh <= y).toBe(true);
          });
        },
      ),
    );
  });
});

describe('widths of columns', () => {
  const width = fc.oneof(
    fc.record({ by: fc.constant('px' as const), px: fc.integer({ min: 0, max: 300 }) }),
    fc.record({ by: fc.constant('share' as const), share: fc.integer({ min: 1, max: 9 }) }),
    fc.record({
      by: fc.constant('widest' as const),
      min: fc.option(fc.integer({ min: 0, max: 60 })),
      max: fc.option(fc.integer({ min: 60, max: 300 })),
    }),
  );
  const columns = (widths: readonly ColumnWidth[]) => widths.map((own, at) => ({ ...team, id: `c${at}`, width: own })); // prettier-ignore

  test('shares fill the table; widest words stay within their bounds, and give way first', () => {
    fc.assert(
      fc.property(fc.array(width, { minLength: 1, maxLength: 8 }), fc.integer({ min: 200, max: 1500 }), (widths, w) => {
        const made = columnWidths({ columns: columns(widths), w, gapX: 10, columnScale: 1 }, (at) => 40 + at * 50);
        const sum = made.reduce((all, px) => all + px, 0) + 10 * (widths.length - 1);
        expect(made.every((px) => px >= -1e-9)).toBe(true);
        widths.forEach((own, at) => {
          if (own.by === 'px') expect(made[at]).toBe(own.px);
          if (own.by === 'widest') {
            expect(made[at]).toBeGreaterThanOrEqual((own.min ?? 0) - 1e-9);
            expect(made[at]).toBeLessThanOrEqual(Math.max(own.max ?? Infinity, own.min ?? 0));
          }
        });
        const fixed = widths.every((own) => own.by === 'px');
        if (widths.some(({ by }) => by === 'share') && sum <= w + 1e-6) expect(sum).toBeCloseTo(w);
        const least = widths.reduce((all, own) => all + (own.by === 'px' ? own.px : own.by === 'widest' ? (own.min ?? 0) : 0), 10 * (widths.length - 1));
        if (!fixed && least <= w) expect(sum).toBeLessThanOrEqual(w + 1e-6);
      }),
    );
  }); // prettier-ignore

  test('by its widest words: of cells and head, with the padding', () => {
    const wide = column('a', { kind: 'text', column: 'Team' }, { width: { by: 'widest', min: null, max: null }, look: { padX: 5 } }); // prettier-ignore
    const table = tableOf({ columns: [wide, points] });
    expect(lay(table, three).columns.map(({ w }) => w)).toEqual([70, 400 - 20 - 70]);
    const headed = { ...table, heads: [{ id: 'h', h: 0, cells: { a: { text: 'Team of the day', across: 1, total: null } } }] }; // prettier-ignore
    expect(lay(headed, three).columns[0]?.w).toBe(160);
  });

  test('the smallest size that a word needs holds for its whole column, if wanted', () => {
    const even = column('a', { kind: 'text', column: 'Team' }, { evenSize: true, width: { by: 'px', px: 62 }, look: { padX: 1 } }); // prettier-ignore
    const list = listOf([['Ox'], ['Marramshire!']], ['Team']);
    const sizes = (table: TableElement) =>
      lay(table, list).lines.flatMap(({ cells }) =>
        cells.flatMap(({ elements }) => elements.flatMap((one) => (one.kind === 'text' ? one.size : []))),
      );
    expect(sizes(tableOf({ columns: [even] }))).toEqual([17, 17]);
    expect(sizes(tableOf({ columns: [{ ...even, evenSize: false }] }))).toEqual([34, 34]);
  });
});

describe('pages', () => {
  test('cover all rows in their order, each once unless the last is filled up', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom('short' as const, 'full' as const, 'even' as const),
        (rows, perPage, lastPage) => {
          const pages = pagesOf({ perPage, lastPage }, rows);
          expect(pages).toHaveLength(Math.max(1, Math.ceil(rows / perPage)));
          expect(pages.every((page) => page.rows <= perPage)).toBe(true);
          const seen = pages.flatMap(({ from, rows: own }) =>
            Array.from({ length: own }, (_, i) => from + i),
          );
          expect([...new Set(seen)]).toEqual(Array.from({ length: rows }, (_, i) => i));
          if (lastPage !== 'full') expect(seen).toHaveLength(rows);
          if (lastPage === 'full' && rows >= perPage) expect(pages.at(-1)?.rows).toBe(perPage);
          if (lastPage === 'even') expect(Math.max(...pages.map((p) => p.rows)) - Math.min(...pages.map((p) => p.rows))).toBeLessThan(2); // prettier-ignore
        },
      ),
    );
  });

  test('beyond the last is the last, below the first, or no number, the first', () => {
    const list = listOf(Array.from({ length: 7 }, (_, i) => [`T${i}`]), ['Team']); // prettier-ignore
    const keys = (page: number) => rowsOnPage({ perPage: 3, lastPage: 'short', page }, list);
    expect([1, 2.9, 9, 0, NaN].map((page) => keys(page).join())).toEqual(['k0,k1,k2', 'k3,k4,k5', 'k6', 'k0,k1,k2', 'k0,k1,k2']); // prettier-ignore
    const short = tableOf({ perPage: 3, page: 3, keepsHeight: true });
    expect(lay(short, list).h).toBe(3 * 40 + 2 * 10);
    expect(lay({ ...short, keepsHeight: false }, list).h).toBe(40);
  });
});

describe('what stands in cells', () => {
  const in1 = (content: CellContent, list: RowList, given: Partial<TableElement> = {}) =>
    lay(tableOf({ columns: [column('a', content, { look: { padX: 0, padY: 0 } })], gapX: 0, ...given }), list)
      .lines.map(({ cells }) => cells[0]?.elements ?? []); // prettier-ignore

  test('numbers as they are written, words among numbers as they stand, nothing for nothing', () => {
    const list = listOf([['a', 1234.5, null], ['b', -2, null], ['c', null, null]]); // prettier-ignore
    const format = {
      ...cellContents.number.plain.format,
      least: 1,
      most: 1,
      sign: 'always' as const,
      after: ' pt',
    };
    const content = { kind: 'number' as const, column: 'Points', missing: '–', format };
    expect(wordsOf(tableOf({ columns: [column('a', content)] }), list)).toEqual([['+1,234.5 pt'], ['−2.0 pt'], ['–']]); // prettier-ignore
    const dns = listOf([['DNS'], ['12']], ['Team']);
    expect(wordsOf(tableOf({ columns: [column('a', { ...content, column: 'Team' })] }), dns)).toEqual([['DNS'], ['+12.0 pt']]); // prettier-ignore
  });

  test('bars in parts of the largest of all rows, whatever page is shown', () => {
    const bar = { ...cellContents.bar.plain, column: 'Points', thickness: 0.5 };
    const [first, , last] = in1(bar, three, { perPage: 3 });
    expect(first?.[0]).toMatchObject({ x: 100, w: 400, h: 20, y: 60 });
    expect(last?.[0]?.w).toBeCloseTo((400 * 8) / 31.25);
    expect(in1(bar, three, { perPage: 1, page: 3 })[0]?.[0]?.w).toBeCloseTo((400 * 8) / 31.25);
    expect(in1({ ...bar, from: 'right', most: 100 }, three)[2]?.[0]).toMatchObject({ x: 468, w: 32 });
    expect(in1(bar, listOf([['a', NaN, null], ['b', -3, null]]))).toEqual([[], []]); // prettier-ignore
  });

  test('pictures from a set by their name; where it has none, nothing', () => {
    const picture = { ...cellContents.picture.plain, column: 'Team', set: 'flags' };
    const drawn = in1(picture, listOf([['NO'], ['XX']], ['Team']));
    expect(drawn[0]?.[0]).toMatchObject({ kind: 'picture', asset: 'f'.repeat(64) });
    expect(drawn[1]).toEqual([]);
  });

  test('how a row moved: up is towards the top, and what was not there before is new', () => {
    const content = { ...cellContents.movement.plain, before: 'Was' };
    const list = listOf([['a', 1, 3], ['b', 2, 2], ['c', 3, 1], ['d', 4, null]]); // prettier-ignore
    expect(list.order.map((key) => movementOf(content, list, key))).toEqual([
      { way: 'up', by: 2 },
      { way: 'same', by: 0 },
      { way: 'down', by: 2 },
      { way: 'new', by: 0 },
    ]);
    const drawn = in1(content, list).map((elements) => elements.map(({ kind, rotation }) => `${kind} ${rotation}`)); // prettier-ignore
    expect(drawn).toEqual([['polygon 0', 'text 0'], ['rect 0'], ['polygon 180', 'text 0'], ['ellipse 0']]);
  });

  test('looks: the table’s, the column’s, then rules in their order, by line, column and cell', () => {
    const table = tableOf({
      look: { fill: '#111111' },
      columns: [team, { ...points, look: { fill: '#222222' } }],
      rules: [
        { id: '1', lines: { kind: 'every-other' }, columns: [], look: { fill: '#333333' } },
        { id: '2', lines: { kind: 'where', column: 'Points', test: 'less', than: '10', field: null }, columns: ['a'], look: { fill: '#444444' } },
        { id: '3', lines: { kind: 'where', column: 'Team', test: 'is', than: '', field: 'own' }, columns: [], look: { colour: '#555555' } },
      ],
    }); // prettier-ignore
    const looks = (own: string | null) =>
      layTable(table, three, { ...port, valueOf: (field) => (field === 'own' ? own : null) }).lines.map(({ cells }) => cells.map(({ look }) => [look.fill, look.colour])); // prettier-ignore
    expect(looks(null).map((line) => line.map(([fill]) => fill))).toEqual([['#111111', '#222222'], ['#333333', '#333333'], ['#444444', '#222222']]); // prettier-ignore
    expect(looks('skerry')[0]?.[1]?.[1]).toBe('#555555');
    expect(looks('skerry')[1]?.[1]?.[1]).not.toBe('#555555');
  });
});

test('what rows lack is said by its name, with what to do', () => {
  const table = tableOf({
    columns: [
      column('a', { kind: 'text', column: 'Pilot' }),
      column('b', { kind: 'bar', column: 'Team' }),
      column('c', { kind: 'picture', column: 'Team', set: 'flags' }),
      column('d', { kind: 'text', column: '' }),
    ],
    perPage: 2,
  });
  const said = tableFindings(table, three, port.picture).map(({ code }) => code);
  expect(said).toEqual(['no-column', 'no-number', 'no-picture', 'no-column', 'rows-beyond']);
  expect(tableFindings(tableOf({ turns: 'by-time', perPage: 2 }), three, port.picture)).toEqual([]);
  expect(tableFindings(tableOf({ columns: [] }), three, port.picture)[0]?.message).toContain('no columns');
});
