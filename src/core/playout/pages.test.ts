import { beforeEach, describe, expect, test } from '@jest/globals';
import {
  letTurn,
  makeList,
  newChange,
  newElement,
  newPhase,
  newTemplate,
  newTie,
  pagingOf,
  plainLook,
  rowsFigure,
  type FieldValue,
  type Release,
  type RowList,
  type TableElement,
  type Values,
} from '../show';
import { plainNumber } from '../binding';
import { apply, commandSchema, emptyAir, graphicsOnAir, nextDueTime, type AirState } from './index';

const rows = (count: number) => {
  const made = makeList(
    'Teams',
    [{ key: 'team', name: 'Team', type: 'text' }],
    Array.from({ length: count }, (_, i) => ({ key: `k${i}`, cells: [`Team ${i}`] })),
  );
  if ('code' in made) throw new Error(made.message);
  return made.list;
};

/** A table of three rows a page, 8 seconds each; it comes in within a second, and its Change takes one too. */
function templateOf(turns: TableElement['turns']) {
  const table = newElement('table', 'table', 'Standings', { perPage: 3, turnAfter: 8 });
  const template = newTemplate('t', 'Standings', {
    elements: { table },
    order: ['table'],
    bindings: [{ id: 'b', name: 'Teams', from: { kind: 'words', text: '' }, steps: [] }],
    ties: [newTie('table', 'list', 'b')],
    phases: { enter: newPhase(50), idle: newPhase(0), exit: newPhase(25) },
    changes: [newChange('c', 'Turn', { frames: 50 })],
  });
  letTurn(template, 'table', turns, () => 'page');
  return template;
}
let release: Release;
let state: AirState;
const open = (turns: TableElement['turns']): void => {
  release = {
    show: { id: 's', name: 'Show' },
    look: plainLook,
    channels: [{ id: 'main', name: 'Main', format: { width: 1920, height: 1080, rate: 50 }, lanes: [{ id: 'lower', name: 'Lower' }] }],
    templates: { t: templateOf(turns) },
    cards: { a: { id: 'a', number: '1', template: 't', values: {} } },
    rundowns: [], pads: [], assets: {}, sources: {}, tables: {}, views: {}, clocks: {}, tickers: {}, scores: {},
  }; // prettier-ignore
  state = emptyAir();
  go({ do: 'release', release: '1'.repeat(64) }, 0);
};
function go(command: object, at: number): string {
  const isWhole = 'release' in command || ('do' in command && command.do === 'tick');
  const whole = isWhole ? command : { channel: 'main', ...command };
  const applied = apply(state, commandSchema.parse(whole), at, () => release);
  if ('problem' in applied) return applied.problem.message;
  state = applied.state;
  return 'done';
}
const up = () => state.air['main']?.graphics.find((g) => g.exitAt === null);
const page = (): FieldValue => up()?.values['page'] ?? 1;
const bring = (count: number, at: number): string => go({ do: 'data', graphic: up()?.id, values: { b: rows(count) } }, at); // prettier-ignore
const take = (count: number): void => {
  go({ do: 'take', number: '1' }, 10);
  bring(count, 10.1);
};
/** Carries out what falls due, at its time, until a moment; the pages and the times at which they came. */
function until(end: number): [number, FieldValue][] {
  const seen: [number, FieldValue][] = [];
  for (let due = nextDueTime(state); due <= end; due = nextDueTime(state)) {
    go({ do: 'tick' }, due);
    seen.push([Math.round(due * 100) / 100, up() ? page() : 'gone']);
  }
  return seen;
}

beforeEach(() => open('by-time'));

describe('pages that turn by time', () => {
  test('stay their time each, their coming not counted, and go round', () => {
    take(8);
    // In at 11, so that the first page stays until 19; each Change takes a second.
    expect(until(50)).toEqual([[19, 2], [28, 3], [37, 1], [46, 2]]); // prettier-ignore
    expect(graphicsOnAir(state, 'main', 46.5)[0]?.changing).toMatchObject({ ref: 'c' });
  });

  test('through once: behind the last page it leaves', () => {
    open('once');
    take(5);
    expect(until(60)).toEqual([[19, 2], [28, 'gone']]); // prettier-ignore
  });

  test('one page does not turn, and begins to once there are two', () => {
    take(2);
    expect(until(30).every(([, now]) => now === 1)).toBe(true);
    bring(4, 30);
    expect(until(39)).toEqual([[38, 2]]);
    // Fewer rows: what is beyond the last page is the last, and the next in turn is the first.
    bring(3, 40);
    expect(pagingOf(release.templates['t']!, up()!.values)).toMatchObject({ page: 1, pages: 1 });
  });

  test('a page that is chosen by hand stays its whole time; Next turns at once', () => {
    take(8);
    go({ do: 'change', values: { page: 3 } }, 15);
    expect(until(30)).toEqual([[23, 1]]);
    expect(go({ do: 'next' }, 26)).toBe('done');
    expect(page()).toBe(2);
    expect(until(40)).toEqual([[35, 3]]);
  });

  test('what is leaving turns no more', () => {
    take(8);
    go({ do: 'clear', lane: 'lower' }, 15);
    expect(until(100)).toEqual([]);
  });
});

test('pages that turn by hand do so to the last, which is said', () => {
  open('by-hand');
  take(5);
  expect(until(100)).toEqual([]);
  expect(go({ do: 'next' }, 100)).toBe('done');
  expect(page()).toBe(2);
  expect(go({ do: 'next' }, 103)).toBe('Standings stands at the last of its 2 pages.');
});

test('total, winner, lead and turnout of a poll are figures that texts can show, once they are revealed', () => {
  const list: RowList = {
    kind: 'rows',
    columns: [{ key: 'a', name: 'Answer', type: 'text' }, { key: 'v', name: 'Votes', type: 'number' }],
    order: ['y', 'n'],
    cells: { y: ['Fly', 1300], n: ['Rest', 700] },
  }; // prettier-ignore
  const chart = newElement('chart', 'poll', 'Poll', { entitled: 4000, format: { ...plainNumber, most: 0 } });
  const poll = newTemplate('p', 'P', {
    elements: { poll: chart },
    order: ['poll'],
    fields: [{ id: 'shown', kind: 'yes-no', name: 'Shown', group: '', help: '', default: true }],
    ties: [newTie('poll', 'list', 'b'), newTie('poll', 'isRevealed', 'shown')],
  });
  const said = (values: Values) =>
    ['~total', '~first', '~first-share', '~lead', '~turnout', '~page', 'v'].map((key) =>
      rowsFigure(poll, 'poll', key, values),
    );
  expect(said({ b: list })).toEqual(['2,000', 'Fly', '65\u202f%', '600', '50\u202f%', 1, undefined]);
  expect(said({ b: list, shown: false })).toEqual(['', '', '', '', '', 1, undefined]);
});

test('page, pages and rows are figures that texts can show', () => {
  const template = templateOf('by-time');
  const values = { b: rows(8), page: 2 };
  expect(['~page', '~pages', '~rows', '~else', 'team'].map((key) => rowsFigure(template, 'table', key, values))).toEqual([2, 3, 8, undefined, undefined]); // prettier-ignore
});
