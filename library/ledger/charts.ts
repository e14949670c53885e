// Charts in print: bars with one picked out, a line of years against its reference, a half-ring of seats.
import {
  newElement,
  type ChartElement,
  type MapElement,
  type Element,
  type Field,
  type Template,
} from '../../src/core/show';
import { change, inMotion, moving, numberField, tall, template, textField } from '../make';
import { fades, figuresOf, grows, reads } from '../charts';
import { figureOf } from '../maps';
import { listOf, rowsField } from '../rows';
import {
  comes,
  drawn,
  goes,
  hair,
  ledgerLook,
  mono,
  redrawn,
  rise,
  serif,
  sheet,
  sheetOf,
  sink,
  undrawn,
} from './look';

export interface Page {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly note: string;
  readonly source: string;
  readonly chart: Partial<ChartElement>;
  /** In the chart's place; left out: there is a chart. */
  readonly map?: Partial<MapElement>;
  readonly fields: readonly Field[];
  readonly ties: readonly [element: string, property: string, field: string][];
  readonly tall: Partial<ChartElement>;
}

export const words = { ...serif, size: 42, weight: 540, tracking: 0, minScale: 0.75 } as const;
export const numbers = {
  ...mono,
  size: 44,
  weight: 600,
  tracking: 0,
  colour: '@lg-ink',
  minScale: 0.6,
} as const;

/** A sheet under its rule, a hairline, the chart, and in small type where its numbers are from. */
export function page(of: Page): Template {
  const [x, top, w, h] = [96, 156, 1320, 800];
  const looks = {
    x: x + 40,
    y: top + 206,
    w: w - 80,
    h: h - 290,
    look: words,
    nameLook: {},
    valueLook: numbers,
    tickLook: { ...mono, size: 30, tracking: 0, minScale: 0.95 },
    colours: ['@lg-red', '@lg-ink', '#8a7f70', '#c9bfae'],
    quiet: '#a89f90',
    lines: '#19161333',
  };
  const figure = figureOf(looks, of);
  const elements: Element[] = [
    ...sheet(x, top, w, h),
    newElement('text', 'title', 'Title', { ...serif, x: x + 40, y: top + 36, w: w - 80, h: 80, text: of.title, typeStyle: 'lg-title', minScale: 0.55 }),
    newElement('text', 'note', 'Note', { x: x + 41, y: top + 114, w: w - 80, h: 48, text: of.note, typeStyle: 'lg-note', fit: 'squeeze', minScale: 0.7 }),
    hair('under', 'Hairline', x + 40, top + 176, w - 80),
    figure,
    newElement('text', 'source', 'Source', { ...mono, x: x + 41, y: top + h - 66, w: w - 80, h: 44, text: of.source, size: 30, tracking: 10, letters: 'as-typed', fit: 'squeeze', minScale: 0.7 }),
  ]; // prettier-ignore
  const made = template({
    id: of.id,
    name: of.name,
    lane: 'full',
    clears: ['lower'],
    elements,
    order: [...sheetOf(), 'title', 'note', 'under', 'chart', 'source'],
    fields: [
      textField('f-title', 'Title', of.title, 'What the numbers say, in a line', { sample: false, maxLength: 34 }),
      textField('f-note', 'Note', of.note, 'What they are of, and their unit', { sample: false, maxLength: 44 }),
      textField('f-source', 'Source', of.source, 'Where they are from', { sample: false, maxLength: 56 }),
      ...of.fields,
    ],
    ties: [['title', 'text', 'f-title'], ['note', 'text', 'f-note'], ['source', 'text', 'f-source'], ['chart', 'list', 'f-rows'], ...of.ties],
    enter: moving([
      ...comes(false, 44),
      ...rise('title', 15, 26),
      ...rise('note', 19, 24),
      drawn('under', 22),
      ...grows('lg-figures', 26, 60),
      ...rise('source', 34, 22),
    ]),
    exit: moving([...fades(), undrawn('under', 14), ...sink('source', 12), ...sink('note', 14), ...sink('title', 16), ...goes(36)]),
    changes: [change('rows', 'New rows', 50, [redrawn(40)], { swap: null, carryFrom: 4, carryTo: 46 })],
  }); // prettier-ignore
  const [tx, ty, tw] = [72, 420, 936];
  return tall(inMotion(made, ledgerLook), {
    rule: { x: tx, y: ty + 4, w: tw },
    sheet: { x: tx, y: ty + 8, w: tw, h: 1032 },
    title: { x: tx + 40, y: ty + 36, w: tw - 80 },
    note: { x: tx + 41, y: ty + 114, w: tw - 80 },
    under: { x: tx + 40, y: ty + 176, w: tw - 80 },
    chart: { x: tx + 40, y: ty + 206, w: tw - 80, h: 740, ...of.tall },
    source: { x: tx + 41, y: ty + 974, w: tw - 80 },
  });
}

const picked = (help: string): Field =>
  textField('f-picked', 'Picked out', '', help, { sample: false, maxLength: 40 });

/** Bars from the largest down, one of them in red. */
export const bars = (): Template =>
  page({
    id: 'lg-bars',
    name: 'Ledger bars',
    title: 'The harbour wall reads most',
    note: 'Books lent for each hundred people',
    source: 'Lending desk, last year',
    chart: {
      form: 'bars', direction: 'lying', sort: 'largest', columns: reads({ name: 'District', series: ['Books'] }),
      colours: ['@lg-red'], picked: 'Harbour wall', thickness: 0.56, format: figuresOf(0),
    },
    fields: [
      rowsField('f-rows', 'Rows', listOf([['District', 'text'], ['Books', 'number']], [['Harbour wall', 412], ['Lower Saltings', 338], ['Outer Bar', 261], ['The Ropewalk', 224], ['Skerry', 173]]), 'District and Books; bind it to a table or a source'),
      textField('f-picked', 'Picked out', 'Harbour wall', 'The one that the title speaks of', { sample: false, maxLength: 40 }),
    ],
    ties: [['chart', 'picked', 'f-picked']],
    tall: {},
  }); // prettier-ignore

/** Two lines of years, named at their ends, against a line that says what was agreed. */
export const years = (): Template =>
  page({
    id: 'lg-years',
    name: 'Ledger years',
    title: 'Kites pass the boats',
    note: 'Days a year on the water and above it',
    source: 'Harbour office',
    chart: {
      form: 'lines', columns: reads({ name: 'Year', series: ['Kites', 'Boats'] }), along: 'names', colourBy: 'series',
      lineW: 8, dot: 22, ends: 'round', limit: 'value', limitAt: 200, limitText: 'What was agreed', limitColour: '#5c554c', format: figuresOf(0),
    },
    fields: [
      rowsField('f-rows', 'Rows', listOf([['Year', 'text'], ['Kites', 'number'], ['Boats', 'number']], [['2021', 84, 231], ['2022', 121, 226], ['2023', 164, 214], ['2024', 197, 203], ['2025', 238, 198], ['2026', 262, 187]]), 'Year, and a column of numbers for each line'),
      numberField('f-limit', 'Reference', 200, { min: null, max: null }, 'Where the line stands'),
      textField('f-limit-text', 'Words of the line', 'What was agreed', 'What it is', { sample: false, maxLength: 24 }),
      picked('One of the lines'),
    ],
    ties: [['chart', 'limitAt', 'f-limit'], ['chart', 'limitText', 'f-limit-text'], ['chart', 'picked', 'f-picked']],
    tall: {},
  }); // prettier-ignore

/** A council of seats, each party's together. */
export const seats = (): Template =>
  page({
    id: 'lg-seats',
    name: 'Ledger seats',
    title: 'Nobody governs alone',
    note: 'Sixty-one seats, thirty-one to govern',
    source: 'Count of the night',
    chart: {
      form: 'seats', hole: 0.38, columns: reads({ name: 'List', series: ['Seats'], colour: 'Colour' }), colourBy: 'column', thickness: 0.8,
      valueLook: { ...numbers, size: 56 }, nameLook: { size: 34, minScale: 0.9 },
    },
    fields: [
      rowsField('f-rows', 'Rows', listOf([['List', 'text'], ['Seats', 'number'], ['Colour', 'colour']], [['Harbour', 23, '#ad2c24'], ['Saltings', 17, '#2f5d62'], ['Open Shore', 12, '#8a6d1f'], ['Ropewalk', 9, '#6b5b7b']]), 'List, Seats and Colour'),
    ],
    ties: [],
    tall: {},
  }); // prettier-ignore
