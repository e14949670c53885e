import { readRowset } from '../binding';
import { newStrandSource } from '../show';
import type { Read } from '../source';
import { cameOf } from './items';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fixed, stepKinds, type BindingStep } from '../binding';
import {
  editedByHand,
  editsAlone,
  emptyList,
  isRowList,
  mostListRows,
  newColumn,
  newColumnTie,
  newElement,
  newTable,
  newTemplate,
  newTie,
  type RowList,
  type Table,
  type Template,
} from '../show';
import { Resolver, type Use } from './index';

const step = <K extends keyof typeof stepKinds>(kind: K, given: object = {}): BindingStep =>
  ({ ...stepKinds[kind].plain, ...given }) as BindingStep;
type Row = readonly [team: string, points: number, club: string];
const tableOf = (rows: readonly Row[]): Table =>
  newTable('t', 'Teams', {
    columns: [newColumn('team', 'Team'), newColumn('points', 'Points', 'number'), newColumn('club', 'Club')],
    rows: rows.map(([team, points, club], i) => ({
      id: `r${i}`,
      cells: { team, points: String(points), club },
    })),
  });
/** Rows that go through some steps to a rows element, or, as words, to a text. */
const template = (steps: BindingStep[], to: 'rows' | 'text' = 'rows'): Template =>
  newTemplate('x', 'X', {
    elements: { rows: newElement('rows', 'rows', 'Rows'), text: newElement('text', 'text', 'Text') },
    order: ['rows', 'text'],
    bindings: [{ id: 'b', name: 'Places', from: { kind: 'rows', data: 't' }, steps }],
    ties: [to === 'rows' ? newTie('rows', 'list', 'b') : newTie('text', 'text', 'b')],
  });
const show = (table: Table) => ({
  locale: 'en',
  tables: { t: table },
  views: {},
  assets: {},
  sources: {},
});
const use = (steps: BindingStep[], to?: 'rows' | 'text'): Use => ({
  template: template(steps, to),
  typed: {},
  row: null,
});

function open(rows: readonly Row[], steps: BindingStep[] = [], to?: 'rows' | 'text') {
  const resolver = new Resolver();
  resolver.setShow(show(tableOf(rows)));
  const first = resolver.open('k', use(steps, to));
  return { resolver, first };
}
const words = (list: unknown): string[] =>
  isRowList(list)
    ? list.order.map((key) => `${key}: ${(list.cells[key] ?? []).join(' ')}`)
    : [JSON.stringify(list)];
const three: Row[] = [
  ['Skerry', 31, 'North'],
  ['Marram', 24, 'South'],
  ['Ox', 31, 'South'],
];
const steps = {
  filter: step('filter-rows', { column: 'club', test: 'is', than: fixed('south') }),
  sort: step('sort-rows', { column: 'points', down: false }),
  rank: step('rank-rows', { by: 'points', name: 'Place' }),
  group: step('group-rows', { by: 'club', which: 'sum', column: 'points', name: 'Sum' }),
  page: step('page-rows', { size: fixed(2), at: fixed(2) }),
  key: step('key-rows', { column: 'team' }),
  column: step('add-column', { name: 'Said', text: '{Team} ({Club})' }),
  format: step('format-column', { column: 'points', name: 'Marks', decimals: 2, after: ' p' }),
};

describe('rows through steps', () => {
  const after = (...given: BindingStep[]): string[] => words(open(three, given).first.values['b']);
  test('are filtered, sorted, ranked, paged, and keep their keys', () => {
    expect(after(steps.filter)).toEqual(['r1: Marram 24 South', 'r2: Ox 31 South']);
    expect(after(steps.sort)).toEqual(['r1: Marram 24 South', 'r0: Skerry 31 North', 'r2: Ox 31 South']);
    expect(after(steps.rank)).toEqual([
      'r0: Skerry 31 North 1',
      'r2: Ox 31 South 1',
      'r1: Marram 24 South 3',
    ]);
    expect(after(steps.page)).toEqual(['r2: Ox 31 South']);
    expect(after(step('slice', { from: fixed(2), count: fixed(1) }))).toEqual(['r1: Marram 24 South']);
  });
  test('are grouped, get columns, and other keys', () => {
    expect(after(steps.group)).toEqual(['North: North 31', 'South: South 55']);
    expect(after(steps.key, steps.column)).toEqual([
      'Skerry: Skerry 31 North Skerry (North)',
      'Marram: Marram 24 South Marram (South)',
      'Ox: Ox 31 South Ox (South)',
    ]);
    expect(after(steps.filter, steps.format)).toEqual([
      'r1: Marram 24 South 24.00 p',
      'r2: Ox 31 South 31.00 p',
    ]);
  });
  test('a column becomes rows of one column, told by their places', () => {
    expect(after(step('column', { column: 'team' }))).toEqual(['#1: Skerry', '#2: Marram', '#3: Ox']);
  });
  test('a column that is not there is said where it is named', () => {
    const { first } = open(three, [step('sort-rows', { column: 'Wind' })]);
    expect(first.values['b']).toBeUndefined();
    expect(first.problems[0]?.message).toContain(
      'there is no column “Wind” here; there is Team, Points, Club',
    );
  });
});

describe('what takes them', () => {
  test('one value where rows are wanted, and rows where one is, are problems with a sentence', () => {
    const one = open(three, [step('statistic', { which: 'count' })]).first;
    expect(one.problems[0]).toMatchObject({ code: 'no-rows-given', path: 'b' });
    const many = open(three, [], 'text').first;
    expect(many.problems[0]?.message).toBe(
      'Places: What takes it shows one value, and it gives 3 rows of Teams. Add a step that picks one, or a statistic.',
    );
    // What nobody takes is not given, and nothing is wrong with it.
    const resolver = new Resolver();
    resolver.setShow(show(tableOf(three)));
    const free = resolver.open('k', { template: { ...template([]), ties: [] }, typed: {}, row: null });
    expect(free).toEqual({ values: {}, problems: [], notes: [] });
  });
  test('a cell, or a value, that a property cannot take is a problem with a sentence; what was given last stands', () => {
    const bar = newElement('rect', 'bar', 'Bar');
    const rows = newElement('rows', 'rows', 'Rows', { children: ['bar'], most: 2 });
    const base = template([]);
    const withBar: Template = {
      ...base,
      elements: { ...base.elements, bar, rows },
      ties: [newTie('rows', 'list', 'b'), newColumnTie('bar', 'w', 'rows', 'club')],
    };
    const of = (clubs: readonly string[]) => tableOf(clubs.map((club, i) => [`T${i}`, i, club]));
    const resolver = new Resolver();
    resolver.setShow(show(of(['10', '', 'far'])));
    const first = resolver.open('k', { template: withBar, typed: {}, row: null });
    // What is empty takes nothing, and what is not shown is not asked.
    expect(first.problems).toEqual([]);
    const now = resolver.setTable(of(['10', 'wide', '3'])).get('k');
    expect(now?.problems[0]?.message).toBe('Places: W of Bar takes a number; “wide” in the row “r1” is none.');
    expect(now?.values['b']).toBe(first.values['b']);
    const one: Template = { ...withBar, ties: [newTie('bar', 'w', 'b')], bindings: [{ ...base.bindings[0]!, steps: [step('pick'), step('column', { column: 'team' })] }] };
    expect(resolver.resolve({ template: one, typed: {}, row: null }).problems[0]?.message).toBe('Places: W of Bar takes a number; “T0” is none.');
  }); // prettier-ignore
  test('a list beyond its bounds is refused by its name and the bound; what was given last stands', () => {
    const { resolver, first } = open(three, [steps.key]);
    const many = Array.from({ length: mostListRows + 1 }, (_, i): Row => [`T${i}`, i, 'North']);
    const now = resolver.setTable(tableOf(many)).get('k');
    expect(now?.problems[0]?.message).toContain(
      `Teams has 1001 rows; a graphic takes ${mostListRows} at most.`,
    );
    expect(now?.values['b']).toBe(first.values['b']);
  });
  test('rows of one key are told apart, and it is said', () => {
    const { first } = open([...three, ['Ox', 2, 'North']], [steps.key]);
    expect((first.values['b'] as RowList).order).toEqual(['Skerry', 'Marram', 'Ox', 'Ox #2']);
    expect(first.notes[0]?.message).toContain('several rows are called “Ox”');
    expect(first.problems).toEqual([]);
  });
});

test('a list is given anew when any cell of it changes, and is the same object when none does', () => {
  const row = fc.tuple(fc.constantFrom('Skerry', 'Marram', 'Ox'), fc.integer({ min: 0, max: 3 }), fc.constantFrom('North', 'South'));
  const rows = fc.array(row, { minLength: 1, maxLength: 5 });
  const chain = fc.subarray(Object.values(steps).filter((one) => one !== steps.group));
  fc.assert(
    fc.property(rows, fc.array(rows, { maxLength: 4 }), chain, (start, later, given) => {
      const { resolver, first } = open(start, given);
      let last = first;
      for (const next of later) {
        const changed = resolver.setTable(tableOf(next)).get('k');
        const scratch = new Resolver();
        scratch.setShow(show(tableOf(next)));
        const fresh = scratch.open('k', use(given));
        const now = changed ?? last;
        expect(words(now.values['b'])).toEqual(words(fresh.values['b']));
        if (JSON.stringify(last.values) === JSON.stringify(fresh.values)) expect(now.values['b']).toBe(last.values['b']);
        last = now;
      }
    }),
    { numRuns: 150 },
  );
}); // prettier-ignore

test('rows that an operator corrected, hid and added stay so while data goes on beside them', () => {
  const resolver = new Resolver();
  resolver.setShow(show(tableOf(three)));
  const own: Template = {
    ...template([steps.key]),
    fields: [{ id: 'f', kind: 'rows', name: 'Rows', group: '', help: '', default: emptyList }],
    bound: { f: 'b' },
    ties: [newTie('rows', 'list', 'f')],
  };
  const fed = resolver.open('k', { template: own, typed: {}, row: null }).values['f'] as RowList;
  expect(fed.order).toEqual(['Skerry', 'Marram', 'Ox']);
  const edited = editedByHand(fed, {
    ...fed,
    order: ['Ox', 'Skerry'],
    cells: { Ox: ['The Ox', 31, 'South'], Skerry: ['Skerry', 31, 'North'] },
  });
  const typed = { f: editsAlone(edited.edits!) };
  expect(words(resolver.open('k', { template: own, typed, row: null }).values['f'])).toEqual([
    'Ox: The Ox 31 South',
    'Skerry: Skerry 31 North',
  ]);
  const later: Row[] = [['Tern', 40, 'West'], ['Ox', 36, 'South'], ['Marram', 35, 'South'], ['Skerry', 31, 'North']]; // prettier-ignore
  const after = resolver.setTable(tableOf(later)).get('k')?.values['f'];
  expect(words(after)).toEqual(['Tern: Tern 40 West', 'Ox: The Ox 36 South', 'Skerry: Skerry 31 North']);
});

test('items of a strand are told apart by a column, else by what their source tells rows apart by, else by their words', () => {
  const read: Read = { columns: [{ name: 'Line', type: 'text' }, { name: 'Id', type: 'text' }], rows: [['One', 'a'], ['Two', 'b']], value: null, notes: [], encoding: null, offers: [], facets: {} }; // prettier-ignore
  const from = { ...newStrandSource('s'), words: 'Line' };
  const keys = (given: Partial<Read>, own = from): string[] =>
    cameOf(readRowset('S', { ...read, ...given }), own).map(({ key }) => key);
  expect(keys({})).toEqual(['One', 'Two']);
  expect(keys({ keys: ['wall 1', 'wall 2'] })).toEqual(['wall 1', 'wall 2']);
  expect(keys({ keys: ['wall 1', 'wall 2'] }, { ...from, key: 'Id' })).toEqual(['a', 'b']);
});
