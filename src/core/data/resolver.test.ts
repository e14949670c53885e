import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fixed, stepKinds, type Binding, type BindingStep } from '../binding';
import {
  newColumn,
  newTable,
  newTextField,
  newTemplate,
  newView,
  noChecks,
  type Show,
  type Table,
  type Template,
  type View,
} from '../show';
import { newSource, type Read } from '../source';
import { pickersOf, Resolver, shownText, tableRowset, typedCell, viewRows, type Use } from './index';

const step = <K extends keyof typeof stepKinds>(kind: K, given: object = {}): BindingStep =>
  ({ ...stepKinds[kind].plain, ...given }) as BindingStep;
const teams = (cells: readonly (readonly string[])[]): Table =>
  newTable('teams', 'Teams', {
    columns: [newColumn('team', 'Team'), newColumn('score', 'Score', 'number'), newColumn('club', 'Club')],
    rows: cells.map(([id = '', team = '', score = '', club = '']) => ({ id, cells: { team, score, club } })),
  });
const three = [
  ['r1', 'Ox', '9', 'Skerry'],
  ['r2', 'Ida', '8.5', 'Outer'],
  ['r3', 'Fen', '9', 'Skerry'],
];
const show = (
  tables: Table[],
  views: View[] = [],
): Pick<Show, 'tables' | 'views' | 'assets' | 'sources'> & { locale: string } => ({
  locale: 'en',
  tables: Object.fromEntries(tables.map((table) => [table.id, table])),
  views: Object.fromEntries(views.map((view) => [view.id, view])),
  assets: {},
  sources: {},
});
const binding = (id: string, from: Binding['from'], ...steps: BindingStep[]): Binding => ({
  id,
  name: id,
  from,
  steps,
});
const template = (bindings: Binding[], given: Partial<Template> = {}): Template =>
  newTemplate('t', 'T', { bindings, ...given });
const use = (t: Template, row: string | null = null, typed: Use['typed'] = {}): Use => ({
  template: t,
  typed,
  row: row === null ? null : { of: 'teams', key: row },
});

describe('views', () => {
  const rows = tableRowset({}, teams([...three, ['r4', 'Nil', '', 'Outer']]));
  const seen = (given: Partial<View>) => {
    const { rows: now } = viewRows(rows, newView('v', 'V', 'teams', given), 'en');
    return Array.from({ length: now.count }, (_, row) =>
      now.columns.map((_c, column) => now.text(row, column)).join(' '),
    );
  };
  test('filtered with and, or; numbers as numbers; what is empty stands no limit', () => {
    const filter = {
      join: 'or',
      parts: [
        { column: 'score', test: 'less', than: '9' },
        {
          join: 'and',
          parts: [
            { column: 'club', test: 'is', than: 'skerry' },
            { column: 'team', test: 'begins', than: 'f' },
          ],
        },
      ],
    } as const;
    expect(seen({ filter: structuredClone(filter) as unknown as View['filter'] })).toEqual([
      'Ida 8.5 Outer',
      'Fen 9 Skerry',
    ]);
  });
  test('sorted by several columns, what is empty last either way, and cut to the top', () => {
    const sort = (down: boolean) =>
      seen({
        sort: [
          { column: 'score', down },
          { column: 'team', down: false },
        ],
      }).map((line) => line.split(' ')[0]);
    expect([sort(true), sort(false)]).toEqual([
      ['Fen', 'Ox', 'Ida', 'Nil'],
      ['Ida', 'Fen', 'Ox', 'Nil'],
    ]);
    expect(seen({ sort: [{ column: 'team', down: false }], top: 2 })).toEqual([
      'Fen 9 Skerry',
      'Ida 8.5 Outer',
    ]);
  });
  test.each([
    ['shared', ['Ox 1', 'Ida 3', 'Fen 1', 'Nil ']],
    ['dense', ['Ox 1', 'Ida 2', 'Fen 1', 'Nil ']],
    ['order', ['Ox 1', 'Ida 3', 'Fen 2', 'Nil ']],
  ] as const)('places with ties: %s', (ties, places) => {
    const lines = seen({ rank: { by: 'score', down: true, ties, name: 'Place' } });
    // Ranked rows stand in the order of their places.
    expect(lines.map((line) => line.split(' ')[0])).toEqual(['Ox', 'Fen', 'Ida', 'Nil']);
    expect(lines.map((line) => [line.split(' ')[0], /\d*$/.exec(line)?.[0]].join(' ')).sort()).toEqual(
      places.map((place, i) => (i === 3 ? 'Nil ' : place)).sort(),
    );
  });
  test('groups with totals', () => {
    const totals = [
      { column: 'team', which: 'count', name: 'Teams' },
      { column: 'score', which: 'sum', name: 'Points' },
      { column: 'score', which: 'mean', name: 'Mean' },
    ] as const;
    expect(
      seen({ group: { by: ['club'], totals: [...totals] }, sort: [{ column: 'Points', down: true }] }),
    ).toEqual(['Skerry 2 18 9', 'Outer 2 8.5 8.5']);
  });
  test('pages; beyond the last is the last', () => {
    expect([1, 2, 9].map((at) => seen({ page: { size: 3, at } }).length)).toEqual([3, 1, 1]);
  });
  test('any filter and sort keeps some rows of the table, each once, in order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.string({ maxLength: 3 }), fc.integer({ min: 0, max: 5 }))),
        fc.boolean(),
        fc.integer({ min: 0, max: 5 }),
        (cells, down, least) => {
          const table = tableRowset(
            {},
            teams(cells.map(([team, score], i) => [`r${i}`, team, String(score), ''])),
          );
          const { rows: now } = viewRows(
            table,
            newView('v', 'V', 'teams', {
              filter: { join: 'and', parts: [{ column: 'score', test: 'at-least', than: String(least) }] },
              sort: [{ column: 'score', down }],
            }),
            'en',
          );
          const scores = Array.from({ length: now.count }, (_, row) => Number(now.cell(row, 1)));
          expect(scores).toEqual(
            cells
              .map(([, score]) => score)
              .filter((score) => score >= least)
              .sort((a, b) => (down ? b - a : a - b)),
          );
          expect(new Set(Array.from({ length: now.count }, (_, row) => now.key(row))).size).toBe(now.count);
        },
      ),
    );
  });
});

describe('picks', () => {
  const flags = newTable('flights', 'Flights', {
    columns: [
      { id: 'who', name: 'Who', type: 'pick', table: 'teams', shown: 'team', sent: 'club', checks: noChecks },
      { id: 'points', name: 'Points', type: 'follows', pick: 'who', column: 'score', checks: noChecks },
    ],
    rows: [{ id: 'f1', cells: { who: 'r2' } }],
  });
  const tables = show([teams(three), flags]).tables;
  const [who] = flags.columns as [(typeof flags.columns)[0]];
  test('one column is shown, another goes to air, and what follows fills itself', () => {
    expect(flags.columns.map((column) => shownText(tables, flags, flags.rows[0]!, column))).toEqual([
      'Ida',
      '8.5',
    ]);
    const rowset = tableRowset(tables, flags);
    expect([rowset.text(0, 0), rowset.cell(0, 1)]).toEqual(['Outer', 8.5]);
  });
  test('typed by what is shown or sent, whatever the case; what is in no row stays as it was typed', () => {
    expect(['FEN', 'outer', 'r3', 'Nobody'].map((typed) => typedCell(tables, who, typed))).toEqual([
      'r3',
      'r2',
      'r3',
      'Nobody',
    ]);
  });
  test('who picks a row is counted before it is deleted', () => {
    expect(
      pickersOf(tables, 'teams', new Set(['r2', 'r3'])).map(({ table, count }) => [table.name, count]),
    ).toEqual([['Flights', 1]]);
  });
  test('a change in the picked table reaches what follows it', () => {
    const resolver = new Resolver();
    resolver.setShow(show([teams(three), flags]));
    resolver.open('u', {
      template: template([
        binding('b', {
          kind: 'cell',
          data: 'flights',
          row: { by: 'place', at: fixed(1) },
          column: 'points',
          take: 'value',
        }),
      ]),
      typed: {},
      row: null,
    });
    const changed = resolver.setTable(
      teams(three.map((row) => (row[0] === 'r2' ? ['r2', 'Ida', '7', 'Outer'] : row))),
    );
    expect(changed.get('u')?.values).toEqual({ b: 7 });
  });
});

describe('resolving', () => {
  const cell = (id: string, row: string, column = 'score') =>
    binding(id, {
      kind: 'cell',
      data: 'teams',
      row: { by: 'name', column: 'team', is: fixed(row) },
      column,
      take: 'value',
    });
  test('only what looked at a changed cell is evaluated again', () => {
    const resolver = new Resolver();
    resolver.setShow(show([teams(three)]));
    const byPlace = (n: number) =>
      binding(`p${n}`, {
        kind: 'cell',
        data: 'teams',
        row: { by: 'place', at: fixed(n) },
        column: 'score',
        take: 'value',
      });
    const sum = binding(
      'sum',
      { kind: 'rows', data: 'teams' },
      step('column', { column: 'score' }),
      step('statistic'),
    );
    resolver.open(
      'u',
      use(
        template([
          byPlace(1),
          byPlace(2),
          byPlace(3),
          sum,
          binding('twice', { kind: 'binding', binding: 'p2' }, step('arithmetic', { by: fixed(2) })),
        ]),
      ),
    );
    const before = resolver.evaluated;
    const changed = resolver.setTable(
      teams(three.map((row) => (row[0] === 'r2' ? ['r2', 'Ida', '5', 'Outer'] : row))),
    );
    expect(changed.get('u')?.values).toEqual({ p1: 9, p2: 5, p3: 9, sum: 23, twice: 10 });
    expect(resolver.evaluated - before).toBe(3);
    expect(
      resolver.setTable(teams(three.map((row) => (row[0] === 'r2' ? ['r2', 'Ida', '5', 'Changed'] : row))))
        .size,
    ).toBe(0);
  });
  test('the row in hand fills fields by name; what was typed wins; a bound field takes its binding', () => {
    const fields = [
      newTextField('f1', 'TEAM', 'Nobody'),
      newTextField('f2', 'Points', '–'),
      newTextField('f3', 'Club', ''),
    ];
    const t = template(
      [
        binding(
          'b',
          { kind: 'cell', data: '', row: { by: 'hand' }, column: 'score', take: 'value' },
          step('number-format', { after: ' pt' }),
        ),
        binding('words', { kind: 'words', text: '{Team}: {b}' }),
      ],
      { fields, bound: { f2: 'b' } },
    );
    const resolver = new Resolver();
    resolver.setShow(show([teams(three)]));
    expect(resolver.open('u', use(t, 'r2', { f3: 'By hand' })).values).toEqual({
      f1: 'Ida',
      f2: '8.5 pt',
      b: '8.5 pt',
      words: 'Ida: 8.5 pt',
    });
    expect(resolver.setTable(teams([['r2', 'Ida & Co', '8.5', 'Outer']])).get('u')?.values).toMatchObject({
      f1: 'Ida & Co',
      words: 'Ida & Co: 8.5 pt',
    });
  });
  test('what fails is not there, so that what it brought last can stand; the reason names the binding', () => {
    const resolver = new Resolver();
    resolver.setShow(show([teams(three)]));
    const first = resolver.open('u', use(template([cell('b', 'Ida')])));
    expect(first).toEqual({ values: { b: 8.5 }, problems: [], notes: [] });
    const changed = resolver.setTable(teams(three.filter((row) => row[0] !== 'r2')));
    expect(changed.get('u')).toMatchObject({
      values: {},
      problems: [{ code: 'no-row', path: 'b', message: 'b: Teams has no row whose Team is “Ida”.' }],
    });
  });
  test('bindings in a circle are told with their members', () => {
    const resolver = new Resolver();
    const { problems } = resolver.resolve(
      use(
        template([
          binding('a', { kind: 'binding', binding: 'b' }),
          binding('b', { kind: 'binding', binding: 'a' }),
        ]),
      ),
    );
    expect(problems[0]?.message).toMatch(/a ← b ← a|b ← a ← b/);
  });
  test('a source that brings something new touches what looked at it; a view on it follows', () => {
    const source = newSource('wind', 'Wind', { kind: 'folder', path: 'wind.csv' });
    const read = (...knots: number[]): Read => ({
      columns: [{ name: 'Knots', type: 'number' }],
      rows: knots.map((k) => [k]),
      value: null,
      notes: [],
      encoding: null,
      offers: [],
      facets: {},
    });
    const resolver = new Resolver();
    resolver.setShow(
      show([], [newView('top', 'Top', 'wind', { sort: [{ column: 'Knots', down: true }], top: 1 })]),
    );
    const most = binding(
      'most',
      { kind: 'rows', data: 'top' },
      step('pick'),
      step('column', { column: 'Knots' }),
    );
    expect(resolver.open('u', use(template([most]))).problems[0]?.code).toBe('no-data');
    expect(resolver.setSource(source, read(12, 31, 8)).get('u')?.values).toEqual({ most: 31 });
    expect(resolver.setSource(source, read(30, 31, 8)).size).toBe(0);
    expect(resolver.setSource(source, read(34, 31, 8)).get('u')?.values).toEqual({ most: 34 });
  });
  test('step by step is what resolving does, and changes nothing', () => {
    const resolver = new Resolver();
    resolver.setShow(show([teams(three)]));
    const chain = binding(
      'b',
      { kind: 'rows', data: 'teams' },
      step('column', { column: 'score' }),
      step('statistic', { which: 'maximum' }),
      step('number-format', { form: 'ordinal' }),
    );
    expect(
      resolver
        .trace(use(template([])), chain)
        .map(({ value }) => (typeof value === 'object' && !Array.isArray(value) ? 'rows' : value)),
    ).toEqual(['rows', [9, 8.5, 9], 9, '9th']);
  });
  test('what comes from one source changes together or not at all', () => {
    const source = newSource('res', 'Results', { kind: 'folder', path: 'results.csv' });
    const other = newSource('wind', 'Wind', { kind: 'folder', path: 'wind.csv' });
    const read = (columns: string[], ...rows: string[][]): Read => ({
      columns: columns.map((name) => ({ name, type: 'text' })),
      rows,
      value: null,
      notes: [],
      encoding: null,
      offers: [],
      facets: {},
    });
    const at = (id: string, data: string, place: number, column: string): Binding =>
      binding(id, { kind: 'cell', data, row: { by: 'place', at: fixed(place) }, column, take: 'value' });
    const t = template([
      at('team', 'leaders', 1, 'Team'),
      at('mark', 'leaders', 1, 'Mark'),
      binding('line', { kind: 'words', text: '{team} {mark}' }),
      at('gust', 'wind', 1, 'Gust'),
      at('third', 'leaders', 3, 'Team'),
    ]);
    const resolver = new Resolver();
    resolver.setShow({
      locale: 'en',
      tables: {},
      views: { leaders: newView('leaders', 'Leaders', 'res') },
      assets: {},
      sources: { res: source, wind: other },
    });
    resolver.setSource(source, read(['Team', 'Mark'], ['Dunlin', '91.20'], ['Ox', '88.90']));
    resolver.setSource(other, read(['Gust'], ['21']));
    const whole = { team: 'Dunlin', mark: '91.20', line: 'Dunlin 91.20', gust: '21' };
    // The third has never been there: it is told, and holds nothing back.
    expect(resolver.open('u', use(t)).values).toEqual(whole);
    const renamed = resolver.setSource(
      source,
      read(['Team', 'Points'], ['Goéland', '93.00'], ['Dunlin', '91.20']),
    );
    expect(renamed.get('u')?.values).toEqual(whole);
    expect(
      renamed
        .get('u')
        ?.problems.map(({ message }) => message)
        .join(),
    ).toMatch(/no column “Mark”/);
    // Another source goes on meanwhile, and one that is asked anew gets what stands.
    expect(resolver.setSource(other, read(['Gust'], ['25'])).get('u')?.values).toEqual({
      ...whole,
      gust: '25',
    });
    expect(resolver.resolve(use(t)).values).toEqual({ ...whole, gust: '25' });
    resolver.close('u');
    expect(resolver.open('again', use(t)).values['mark']).toBe('91.20');
    const mended = resolver.setSource(
      source,
      read(['Team', 'Mark'], ['Goéland', '93.00'], ['Dunlin', '91.20']),
    );
    expect(mended.get('again')?.values).toEqual({
      team: 'Goéland',
      mark: '93.00',
      line: 'Goéland 93.00',
      gust: '25',
    });
  });
  test('words of a stale source become what is set for that', () => {
    const source = newSource('wind', 'Wind', { kind: 'folder', path: 'wind.csv' });
    const resolver = new Resolver();
    resolver.setShow({ locale: 'en', tables: {}, views: {}, assets: {}, sources: { wind: source } });
    resolver.setSource(source, {
      columns: [{ name: 'Gust', type: 'number' }, { name: 'From', type: 'text' }],
      rows: [[21, 'W']],
      value: null, notes: [], encoding: null, offers: [], facets: {},
    }); // prettier-ignore
    const at = (id: string, column: string): Binding =>
      binding(id, { kind: 'cell', data: 'wind', row: { by: 'place', at: fixed(1) }, column, take: 'value' });
    expect(resolver.open('u', use(template([at('gust', 'Gust'), at('from', 'From')]))).values).toEqual({
      gust: 21,
      from: 'W',
    });
    expect(resolver.setStale('wind', '–').get('u')?.values).toEqual({ gust: 21, from: '–' });
    expect(resolver.setStale('wind', null).get('u')?.values).toEqual({ gust: 21, from: 'W' });
  });
  test('after any changes it holds what one made anew would, or what was whole last', () => {
    const names = ['Ox', 'Ida', 'Fen', 'Nil'];
    const row = fc.tuple(
      fc.constantFrom('r1', 'r2', 'r3', 'r4'),
      fc.constantFrom(...names),
      fc.integer({ min: 0, max: 3 }).map(String),
      fc.constantFrom('Skerry', 'Outer'),
    );
    const state = fc.uniqueArray(row, { selector: ([id]) => id, maxLength: 4 });
    const views = [newView('best', 'Best', 'teams', { sort: [{ column: 'score', down: true }], top: 2 })];
    const t = template([
      ...names.map((name) => cell(name, name)),
      binding('place', {
        kind: 'cell',
        data: 'teams',
        row: { by: 'place', at: fixed(-1) },
        column: 'club',
        take: 'value',
      }),
      binding('best', { kind: 'rows', data: 'best' }, step('column', { column: 'team' }), step('join')),
      binding(
        'look',
        { kind: 'binding', binding: 'place' },
        step('look-up', { data: 'teams', by: 'club', take: 'team' }),
      ),
      binding('count', { kind: 'rows', data: 'teams' }, step('statistic', { which: 'count' })),
    ]);
    fc.assert(
      fc.property(fc.array(state, { minLength: 2, maxLength: 6 }), (states) => {
        const kept = new Resolver();
        kept.setShow(show([teams(states[0]!)], views));
        let now = kept.open('u', use(t, 'r1'));
        for (const cells of states.slice(1)) {
          const before = now.values;
          now = kept.setTable(teams(cells)).get('u') ?? now;
          const anew = new Resolver();
          anew.setShow(show([teams(cells)], views));
          const fresh = anew.resolve(use(t, 'r1'));
          const isWhole = Object.keys(before).every((id) => fresh.values[id] !== undefined);
          expect(now).toEqual({ ...fresh, values: isWhole ? fresh.values : before });
        }
      }),
      { numRuns: 150 },
    );
  });
});
