// Charts in blades: the race of a season, round by round, points as pieces, the knockout.
import {
  letTurn,
  newElement,
  type ChartElement,
  type MapElement,
  type Element,
  type Field,
  type Template,
} from '../../src/core/show';
import { change, inMotion, moving, tall, template, textField } from '../make';
import { fades, figuresOf, grows, reads } from '../charts';
import { figureOf } from '../maps';
import { listOf, rowsField } from '../rows';
import { blade, head, leanOf, line, saltmarshLook, shear, slideIn, slideOut, unshear } from './look';

export interface Page {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly under: string;
  readonly chart: Partial<ChartElement>;
  /** In the chart's place; left out: there is a chart. */
  readonly map?: Partial<MapElement>;
  readonly fields: readonly Field[];
  readonly ties: readonly [element: string, property: string, field: string][];
  readonly carry: number;
  readonly by?: 'row' | 'column';
  readonly tall: Partial<ChartElement>;
}

const [left, top, height] = [96, 156, 108];

/** A head of two blades, a large one below, and the chart on it. */
export function page(of: Page): Template {
  const w = 1420;
  const h = 680;
  const y = top + height + 14;
  const looks = {
    x: left + 60,
    y: y + 36,
    w: w - 110,
    h: h - 72,
    look: { ...line, size: 44, weight: 650, tracking: 0, colour: '@sm-paper', minScale: 0.84 },
    valueLook: { ...head, letters: 'as-typed' as const, size: 46, stretch: 100, tracking: 0 },
    tickLook: { size: 34, minScale: 0.9 },
    colours: ['@sm-flash', '#3d8fe5', '#e5533d', '#6fbf5a', '#b35fd0'],
    quiet: '#4d6b61',
    lines: '#f4f1e238',
  };
  const figure = figureOf(looks, of);
  const elements: Element[] = [
    newElement('rect', 'sheet', 'Sheet blade', { x: left, y, w, h, fill: '@sm-deep' }),
    newElement('rect', 'seam', 'Seam blade', { x: left, y, w: 16, h, fill: '@sm-flash' }),
    blade('lead', 'Lead blade', [left + 30, top, 40, height], '@sm-flash'),
    blade('head', 'Head blade', [left + 80, top, w - 110, height], '@sm-leaf'),
    newElement('text', 'title', 'Title', { ...head, x: left + 130, y: top + 14, w: 760, h: 80, text: of.title, size: 64, minScale: 0.6 }),
    newElement('text', 'under', 'Under', { ...line, x: left + w - 460, y: top + 26, w: 380, h: 56, text: of.under, colour: '@sm-paper', align: 'right', minScale: 0.84 }),
    figure,
  ]; // prettier-ignore
  const made = template({
    id: of.id,
    name: of.name,
    lane: 'full',
    clears: ['lower'],
    elements,
    order: ['sheet', 'seam', 'head', 'lead', 'title', 'under', 'chart'],
    fields: [
      textField('f-title', 'Title', of.title, 'What the numbers are of', { sample: false, maxLength: 20 }),
      textField('f-under', 'Under', of.under, 'Beside the title', { sample: false, maxLength: 22 }),
      ...of.fields,
    ],
    ties: [['title', 'text', 'f-title'], ['under', 'text', 'f-under'], ['chart', 'list', 'f-rows'], ...of.ties],
    enter: moving([
      shear('lead', 0, 1, 20, 'sm-lead'),
      shear('head', 6, -1, 26),
      shear('seam', 4, -1, 30, 'sm-lead'),
      shear('sheet', 10, 1, 34),
      ...slideIn('title', 15, 24),
      ...slideIn('under', 20, 22),
      ...grows('sm-figures', 26, 50, of.by),
    ]),
    exit: moving([...fades(14), ...slideOut('under', 16), ...slideOut('title', 18), unshear('sheet', 26, 1, 18), unshear('seam', 28, -1), unshear('head', 28, -1), unshear('lead', 34, 1, 14, 'sm-lead')]),
    changes: [change('rows', 'New rows', of.carry, [], { swap: null, carryFrom: 2, carryTo: of.carry - 2 })],
  }); // prettier-ignore
  const ty = 372;
  return tall(inMotion(made, saltmarshLook), {
    lead: { x: 72, y: ty, w: 40 + leanOf(height) },
    head: { x: 116, y: ty, w: 800 + leanOf(height) },
    title: { x: 172, y: ty + 14, w: 410, size: 50 },
    under: { x: 590, y: ty + 26, w: 300, size: 34 },
    sheet: { x: 72, y: ty + height + 14, w: 900, h: 860 },
    seam: { x: 72, y: ty + height + 14, h: 860 },
    chart: { x: 122, y: ty + height + 50, w: 810, h: 788, ...of.tall },
  });
}

const season = listOf(
  [['Key', 'text'], ['Day', 'text'], ['Team', 'text'], ['Points', 'number'], ['Colour', 'colour']],
  [
    ['1a', 'Day 1', 'Skerry', 8, '#e5533d'], ['1b', 'Day 1', 'Saltings', 11, '#3d8fe5'], ['1c', 'Day 1', 'Dunlin Line', 9, '#e9b63d'], ['1d', 'Day 1', 'Kråkvåg', 5, '#6fbf5a'],
    ['2a', 'Day 2', 'Skerry', 19, '#e5533d'], ['2b', 'Day 2', 'Saltings', 18, '#3d8fe5'], ['2c', 'Day 2', 'Dunlin Line', 21, '#e9b63d'], ['2d', 'Day 2', 'Kråkvåg', 14, '#6fbf5a'],
    ['3a', 'Day 3', 'Skerry', 31, '#e5533d'], ['3b', 'Day 3', 'Saltings', 29, '#3d8fe5'], ['3c', 'Day 3', 'Dunlin Line', 26, '#e9b63d'], ['3d', 'Day 3', 'Kråkvåg', 24, '#6fbf5a'],
  ],
); // prettier-ignore

/** The points after each day: bars that overtake one another, a day at a time. */
export function race(): Template {
  const made = page({
    id: 'sm-race',
    name: 'Saltmarsh race',
    title: 'Season race',
    under: 'Day by day',
    carry: 110,
    chart: {
      form: 'bars', direction: 'lying', sort: 'largest', thickness: 0.7, round: 3, turnAfter: 4,
      columns: reads({ name: 'Team', series: ['Points'], colour: 'Colour', round: 'Day' }), colourBy: 'column', format: figuresOf(0),
    },
    fields: [rowsField('f-rows', 'Rows', season, 'Day, Team, Points and Colour: a row for each team and day')],
    ties: [],
    tall: {},
  }); // prettier-ignore
  letTurn(made, 'chart', 'by-hand', () => 'f-day');
  const day = made.fields.find(({ id }) => id === 'f-day');
  if (day) Object.assign(day, { name: 'Day', help: 'Which day is shown; Next goes on' });
  return made;
}

/** Points as pieces, so that each can be counted. */
export const pieces = (): Template =>
  page({
    id: 'sm-pieces',
    name: 'Saltmarsh lines cut',
    title: 'Lines cut',
    under: 'After six duels',
    carry: 40,
    chart: { form: 'pieces', direction: 'lying', piece: 'square', pieceWorth: 1, sort: 'largest', thickness: 0.62, columns: reads({ name: 'Team', series: ['Lines'] }), colours: ['@sm-flash'], format: figuresOf(0) },
    fields: [rowsField('f-rows', 'Rows', listOf([['Team', 'text'], ['Lines', 'number']], [['Skerry', 14], ['Saltings', 11], ['Dunlin Line', 9], ['Kråkvåg', 6]]), 'Team and Lines')],
    ties: [],
    tall: {},
  }); // prettier-ignore

/** Who meets whom on the way to the final. */
export const bracket = (): Template =>
  page({
    id: 'sm-bracket',
    name: 'Saltmarsh knockout',
    title: 'Knockout',
    under: 'Best of five',
    carry: 40,
    by: 'column',
    chart: {
      form: 'bracket', columns: reads({ name: 'Left', other: 'Right', series: ['Left lines', 'Right lines'], panel: 'Round' }), colours: ['@sm-flash'],
      lineW: 4, lines: '#1d4a3c', nameLook: { size: 38 }, valueLook: { ...head, letters: 'as-typed' as const, size: 40, stretch: 100, tracking: 0 },
    },
    fields: [
      rowsField('f-rows', 'Matches', listOf([['Match', 'text'], ['Round', 'text'], ['Left', 'text'], ['Right', 'text'], ['Left lines', 'number'], ['Right lines', 'number']], [['a', 'Quarter-finals', 'Skerry', 'Kråkvåg', 3, 1], ['b', 'Quarter-finals', 'Ox', 'Pellow', 3, 2], ['c', 'Quarter-finals', 'Dunlin Line', 'Northlight', 1, 3], ['d', 'Quarter-finals', 'Saltings', 'Outer Bar', 3, 0], ['e', 'Semi-finals', 'Skerry', 'Ox', 3, 2], ['f', 'Semi-finals', 'Northlight', 'Saltings', 2, 3], ['g', 'Final', 'Skerry', 'Saltings', 3, 2]]), 'Round, Left, Right and the lines of both'),
    ],
    ties: [],
    tall: { nameLook: { size: 34, minScale: 0.9 }, tickLook: { size: 32, minScale: 0.95 } },
  }); // prettier-ignore
