// chart.*: a chart of a thousand rows laid out, a frame of two hundred marks on their way, two hundred labels placed, and
// what an hour of a value a second leaves behind.
import { layChart, placeAll, readChart, type ChartPort } from '../src/core/chart';
import { evaluate, prepareScene } from '../src/core/frame';
import { makeList, newChange, newElement, newPhase, newTemplate, newTie, type Change, type ChartElement, type RowList, type Template } from '../src/core/show'; // prettier-ignore
import { keepOn, type Read } from '../src/core/source';
import { measure, rowsOf, timed } from './rows';

const port: ChartPort = {
  width: (words, { size }) => words.length * size * 0.5,
  height: ({ size }) => size * 1.2,
  picture: () => null,
};
const names = ['place', 'code', 'team', 'club', 'points'];
const chart = (given: Partial<ChartElement>): ChartElement =>
  newElement('chart', 'chart', 'Chart', {
    w: 1700,
    h: 800,
    columns: { ...newElement('chart', 'c', 'C').columns, name: 'team', series: ['points'] },
    ...given,
  });
const template = (own: ChartElement): Template =>
  newTemplate('t', 'Bench', {
    elements: { chart: own },
    order: ['chart'],
    bindings: [{ id: 'b', name: 'Rows', from: { kind: 'rows', data: 't' }, steps: [] }],
    ties: [newTie('chart', 'list', 'b')],
    phases: { enter: newPhase(0), idle: newPhase(0), exit: newPhase(0) },
    changes: [newChange('c', 'Rows', { frames: 40, swap: null, carryFrom: 0, carryTo: 40 })],
  });

const gc = (): void => (globalThis as unknown as { gc?: () => void }).gc?.();
const heap = (): number => {
  gc();
  gc();
  return process.memoryUsage().heapUsed / 1024;
};

/** KB that an hour of a value a second holds more than its first minute did: read, kept, resolved to a list, drawn. */
function liveHour(): number {
  const own = template(chart({ form: 'lines', window: 600, columns: { ...chart({}).columns, name: 'At', series: ['gust'] } }));
  let kept: Read | null = null;
  let first = 0;
  for (let s = 0; s < 3600; s += 1) {
    const came: Read = { columns: [{ name: 'gust', type: 'number' }], rows: [[20 + (s % 17)]], value: null, notes: [], encoding: null, offers: [], facets: {} };
    kept = keepOn(kept, came, { minutes: 10, every: 1 }, s * 1000);
    const made = makeList('Wind', [{ key: 'At', name: 'At', type: 'date' }, { key: 'gust', name: 'Gust', type: 'number' }], kept.rows.map(([at, gust]) => ({ key: String(at), cells: [Date.parse(String(at)), gust ?? null] })));
    if ('code' in made) throw new Error(made.message);
    const scene = prepareScene(own, { b: made.list }, measure, { runs: { lists: {}, stops: [], anchors: {} } });
    evaluate(scene, { phase: 'hold', frame: 0, enterFrame: null, time: s + 0.5 });
    // The window is full after ten minutes; from there on nothing may grow.
    if (s === 660) first = heap();
  }
  return Math.max(0, heap() - first);
} // prettier-ignore

export function chartFigures(): Record<string, number> {
  const thousand = chart({ direction: 'lying' });
  const lists = Array.from({ length: 8 }, (_, turn) => rowsOf(names, 1000, turn * 7));
  const marks = template(chart({ names: 'none', values: 'none', sort: 'largest' }));
  const from = rowsOf(names, 200, 0);
  const to: RowList = { ...from, cells: Object.fromEntries(Object.entries(from.cells).map(([key, cells], i) => [key, cells.map((cell) => (typeof cell === 'number' ? (cell * 7 + i * 13) % 997 : cell))])) }; // prettier-ignore
  const scene = prepareScene(marks, { b: to }, measure, {
    change: { change: marks.changes[0] as Change, from: { b: from } },
  });
  const wanted = Array.from({ length: 200 }, (_, i) => {
    const [x, y] = [(i * 137) % 1800, (i * 331) % 980];
    const box = (dx: number, dy: number) => ({ x: x + dx, y: y + dy, w: 60 + (i % 5) * 20, h: 30 });
    return { key: String(i), weight: i % 3, places: [box(0, 0), box(-80, 0), box(0, 34), box(-80, 34)] };
  });
  return {
    'chart.layout.1000.us': timed(40, (i) => {
      const own = { ...thousand };
      layChart(own, readChart(own, lists[i % 8] as RowList), port);
    }),
    'chart.eval.200.us': timed(900, (i) => evaluate(scene, { phase: 'hold', frame: 0, enterFrame: null, time: 0, change: (i % 39) + 0.5 })),
    'chart.labels.200.ms': timed(200, () => void placeAll(wanted, [], { x: 0, y: 0, w: 1920, h: 1080 })) / 1000,
    'chart.live.hour.kb': liveHour(),
  }; // prettier-ignore
}
