// table.*, crawl.*: a frame of a table on its way in, its layout, a new order of its rows, a frame of a long crawl.
import { Belt } from '../src/core/crawl';
import { evaluate, prepareScene, type Scene } from '../src/core/frame';
import { layOut } from '../src/core/layout';
import {
  makeTrack,
  newCascade,
  newChange,
  newElement,
  newPhase,
  newTableColumn,
  newTemplate,
  newTie,
  newColumnTie,
  type Change,
  type RowList,
  type Template,
} from '../src/core/show';
import { measure, rowsOf, timed } from './rows';

const names = ['place', 'code', 'team', 'club', 'flights', 'best', 'last', 'points'];
const teams = (rows: number, turn: number): RowList => rowsOf(names, rows, turn);

function table(rows: number): Template {
  const list = teams(rows, 0);
  const own = newElement('table', 'table', 'Table', {
    x: 100,
    y: 60,
    w: 1700,
    rowH: 24,
    gapY: 2,
    perPage: rows,
    heads: [{ id: 'h', h: 0, cells: {} }],
    columns: list.columns.map((column) => newTableColumn(column.key, column)),
    look: { fill: '#0b2630', size: 16 },
    rules: [{ id: 'r', lines: { kind: 'every-other' }, columns: [], look: { fill: '#123845' } }],
  });
  const rowByRow = { cascade: newCascade('row') };
  return newTemplate('t', 'Bench', {
    elements: { table: own },
    order: ['table'],
    bindings: [{ id: 'b', name: 'Teams', from: { kind: 'rows', data: 't' }, steps: [] }],
    ties: [newTie('table', 'list', 'b')],
    phases: {
      enter: { ...newPhase(50), tracks: [makeTrack('x', 'table', 'x', [[0, -90], [50, 0]], rowByRow), makeTrack('o', 'table', 'opacity', [[0, 0], [50, 1]], rowByRow)] },
      idle: newPhase(0),
      exit: newPhase(0),
    },
    changes: [newChange('c', 'Order', { frames: 40, swap: 12, carryFrom: 0, carryTo: 40 })],
  }); // prettier-ignore
}

function crawl(items: number): Template {
  const text = newElement('text', 'text', 'Text', { y: 900, w: 3000, h: 60, size: 40, fit: 'as-is' });
  const dot = newElement('ellipse', 'dot', 'Dot', { y: 924, w: 12, h: 12 });
  const own = newElement('crawl', 'crawl', 'Crawl', {
    y: 900,
    children: ['text', 'dot'],
    separator: 'dot',
    list: rowsOf(['team'], items, 0),
    looks: [{ id: 'l', value: '', child: 'text', across: 1, before: 0, after: 0 }],
  });
  return newTemplate('c', 'Crawl', {
    elements: { text, dot, crawl: own },
    order: ['crawl'],
    ties: [newColumnTie('text', 'text', 'crawl', 'team')],
  });
}

const entering = (i: number) =>
  ({ phase: 'enter', frame: (i % 49) + 0.5, enterFrame: null, time: 0 }) as const;

export function tableFigures(): Record<string, number> {
  const small = table(20);
  const scene = prepareScene(small, { b: teams(20, 0) }, measure);
  const large = table(200);
  const hundred = table(100);
  const lists = Array.from({ length: 8 }, (_, turn) => [teams(200, turn * 7), teams(100, turn * 7)] as const);
  const changing = (i: number): Scene =>
    prepareScene(hundred, { b: lists[(i + 1) % 8]?.[1] as RowList }, measure, {
      change: { change: hundred.changes[0] as Change, from: { b: lists[i % 8]?.[1] as RowList } },
    });
  const running = prepareScene(crawl(500), {}, measure);
  let frame = 0;
  const belt = new Belt(
    { room: 1920, gap: 40, loops: true, holdsLast: false, start: 0, isWhole: true },
    [{ at: 0, speed: 200, items: Array.from({ length: 500 }, (_, i) => ({ id: `${i}`, key: `${i}`, size: 200 + (i % 7) * 60, before: 0, after: 0 })) }],
  ); // prettier-ignore
  return {
    'table.eval.20x8.us': timed(900, (i) => evaluate(scene, entering(i))),
    'table.layout.200x8.ms': timed(40, (i) => layOut(large, { b: lists[i % 8]?.[0] as RowList }, measure)) / 1000,
    'rows.change.100.us': timed(40, changing),
    'crawl.eval.us': timed(3000, () => {
      frame += 1;
      evaluate(running, { phase: 'hold', frame: 0, enterFrame: null, time: 0, age: frame / 50 });
    }),
    // What a late output pays once: three hours of a crawl, from its beginning.
    'crawl.catch-up.3h.ms': timed(10, (i) => void belt.at(i % 2 === 0 ? 10_800 : 0)) / 1000,
  };
} // prettier-ignore
