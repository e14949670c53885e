// rows.*: what lists of rows cost: a frame of many that all move, and a new order of them to instances and differences.
import { evaluate, prepareScene, type Scene } from '../src/core/frame';
import { childrenThrough, expand, layOut, type Instances } from '../src/core/layout';
import {
  makeList,
  makeTrack,
  newCascade,
  newChange,
  newColumnTie,
  newElement,
  newPhase,
  newTemplate,
  newTie,
  type Change,
  type RowList,
  type Template,
} from '../src/core/show';

export const measure = {
  revision: {},
  width: (text: string, face: { size: number }) => text.length * face.size * 0.5,
  metrics: (face: { size: number }) => ({ ascent: face.size, descent: 0 }),
};
const count = 200;

/** Rows with a cell of words or a number for each name, turned by so many places. */
export function rowsOf(names: readonly string[], rows: number, turn: number): RowList {
  const made = makeList(
    'Rows',
    names.map((key, at) => ({ key, name: key, type: at > 3 || key === 'place' ? 'number' : 'text' })),
    Array.from({ length: rows }, (_, i) => {
      const own = (i + turn) % rows;
      return { key: `t${own}`, cells: names.map((key, at) => key === 'place' ? i + 1 : at > 3 ? own * at : `${key} ${own}`) };
    }),
  ); // prettier-ignore
  if ('code' in made) throw new Error(made.message);
  return made.list;
}

/** 200 teams, turned by so many places. */
function teams(turn: number): RowList {
  const made = makeList(
    'Teams',
    [
      { key: 'place', name: 'Place', type: 'number' },
      { key: 'team', name: 'Team', type: 'text' },
      { key: 'club', name: 'Club', type: 'text' },
      { key: 'points', name: 'Points', type: 'number' },
    ],
    Array.from({ length: count }, (_, i) => {
      const team = (i + turn) % count;
      return { key: `t${team}`, cells: [i + 1, `Team ${team}`, `Club ${team % 17}`, count - i] };
    }),
  );
  if ('code' in made) throw new Error(made.message);
  return made.list;
}

/** Six parts in each row, all with a motion of their own, row after row. */
function table(): Template {
  const words = ['place', 'team', 'club', 'points'];
  const texts = words.map((id, i) =>
    newElement('text', id, id, { x: 100 + i * 200, y: 10, w: 180, h: 20, size: 16, text: id }),
  );
  const plate = newElement('rect', 'plate', 'Plate', { x: 90, y: 8, w: 900, h: 24 });
  const bar = newElement('rect', 'bar', 'Bar', { x: 900, y: 10, w: 80, h: 20 });
  const own = [plate, bar, ...texts];
  const rows = newElement('rows', 'rows', 'Rows', {
    children: own.map(({ id }) => id),
    rowH: 26,
    most: count,
  });
  return newTemplate('t', 'Bench', {
    elements: Object.fromEntries([...own, rows].map((element) => [element.id, element])),
    order: ['rows'],
    bindings: [{ id: 'b', name: 'Teams', from: { kind: 'rows', data: 't' }, steps: [] }],
    ties: [newTie('rows', 'list', 'b'), ...words.map((id) => newColumnTie(id, 'text', 'rows', id))],
    phases: {
      enter: {
        ...newPhase(50),
        tracks: own.flatMap(({ id }) => [
          makeTrack(`${id} x`, id, 'x', [[0, -90], [50, 0]], { cascade: newCascade('cell') }),
          makeTrack(`${id} o`, id, 'opacity', [[0, 0], [50, 1]], { cascade: newCascade('cell') }),
        ]),
      },
      idle: newPhase(0),
      exit: newPhase(0),
    },
    changes: [newChange('c', 'Order', { frames: 40, swap: null, carryFrom: 0, carryTo: 40 })],
  }); // prettier-ignore
}

const median = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1] ?? 0;
export function timed(runs: number, act: (run: number) => void): number {
  const times: number[] = [];
  for (let i = 0; i < runs; i += 1) {
    const start = process.hrtime.bigint();
    act(i);
    const took = Number(process.hrtime.bigint() - start) / 1000;
    if (i >= runs / 3) times.push(took);
  }
  return median(times);
}

const changing = (template: Template, from: RowList, to: RowList): Scene =>
  prepareScene(template, { b: to }, measure, {
    change: { change: template.changes[0] as Change, from: { b: from } },
  });

export function rowsFigures(): Record<string, number> {
  const template = table();
  const scene = prepareScene(template, { b: teams(0) }, measure);
  let before: Instances | null = null;
  const lists = Array.from({ length: 8 }, (_, turn) => teams(turn * 7));
  return {
    'rows.eval.200x6.us': timed(900, (i) =>
      evaluate(scene, { phase: 'enter', frame: (i % 49) + 0.5, enterFrame: null, time: 0 }),
    ),
    'rows.expand.200.us': timed(200, (i) => {
      const now = expand(template, { b: lists[i % lists.length] as RowList }, measure);
      childrenThrough(before, now, 'rows');
      before = now;
    }),
    'rows.layout.200.us': timed(60, (i) =>
      layOut(template, { b: lists[i % lists.length] as RowList }, measure),
    ),
    'rows.change.200.us': timed(40, (i) =>
      changing(template, lists[i % 8] as RowList, lists[(i + 1) % 8] as RowList),
    ),
  };
}
