import { z } from 'zod';
import { numberSpecSchema, plainNumber } from '../binding';
import { colourSchema, columnAt, idSchema, rowListSchema, type RowList } from '../value';
import { baseDefaults, elementBase, fraction, lookProperties, placeProperties, size } from './base';
import { cellLookSchema, plainCell, readLook } from './cell-look';
import { holderKind } from './group';
import type { ElementKind, StyleNames } from './kind';

/** What a chart draws of its rows. */
export const chartForms = [
  'bars',
  'lines',
  'areas',
  'points',
  'pie',
  'seats',
  'gauge',
  'pieces',
  'bracket',
] as const;
export type ChartForm = (typeof chartForms)[number];

const column = z.string().max(200);
/** Where in the rows a chart finds what. A column is named by its key, or by its name; empty: it is found by itself. */
export const chartColumnsSchema = z.object({
  /** What names a row, or says where along the axis it stands: words, a number, a date. */
  name: column,
  /** The columns of numbers, one for each series; none: all columns of numbers that mean nothing else. */
  series: z.array(column).max(40),
  /** Rows of one name are one row, with a series for each of what this column says; then `value` is its number. */
  seriesName: column,
  value: column,
  colour: column,
  picture: column,
  /** What the value was before: last time, last year. */
  before: column,
  /** A panel for each of what this column says. */
  panel: column,
  /** A round for each of what this column says: one is shown at a time. */
  round: column,
  /** In a bracket: the other side of a match. */
  other: column,
});
export type ChartColumns = z.infer<typeof chartColumnsSchema>;

const choice = <const V extends string>(values: readonly V[]) => z.enum(values);
const text = z.string().max(200);

const schema = elementBase.extend({
  kind: z.literal('chart'),
  /** It draws its rows, and holds nothing else. */
  children: z.array(idSchema).max(0),
  clip: z.boolean(),
  list: rowListSchema.nullable(),
  columns: chartColumnsSchema,
  form: choice(chartForms),
  direction: choice(['upright', 'lying']),
  /** Whether it is read from right to left. */
  isMirrored: z.boolean(),
  /** How several series stand to one another. */
  series: choice(['beside', 'stacked', 'shares', 'diverging']),
  curve: choice(['straight', 'smooth', 'stepped']),
  /** What a line does where a value is missing. */
  gaps: choice(['break', 'bridge']),
  /** In parts of the radius. */
  hole: z.number().min(0).max(0.95),
  /** Degrees of a whole turn that a pie or an arc takes. */
  sweep: z.number().min(30).max(360),
  gauge: choice(['arc', 'bar', 'thermometer']),
  sort: choice(['as-given', 'largest', 'smallest', 'name']),
  /** So many rows at most; 0: all. */
  most: z.number().int().min(0).max(1000),
  /** What rows beyond `most` are called together; empty: they are left out. */
  rest: text,
  /** The name of a row or of a series that is picked out; several behind one another with commas. */
  picked: text,
  /** Whether values are shown; while they are not, marks stand at their beginning and no number is said. */
  isRevealed: z.boolean(),
  /** How many might have been counted, for the turnout; 0: nobody knows. */
  entitled: z.number().min(0),
  scale: choice(['linear', 'root', 'log']),
  /** Where the scale ends. */
  ends: choice(['largest', 'round', 'fixed']),
  /** The ends of a fixed scale. */
  least: z.number(),
  greatest: z.number(),
  /** Whether the scale begins at zero wherever all values lie on one side of it. */
  fromZero: z.boolean(),
  /** Charts of a template that say the same here have one scale; empty: a scale of its own. */
  shared: text,
  along: choice(['auto', 'names', 'numbers', 'dates']),
  /** Seconds of the end of its dates that are seen, moving on with the clock; 0: all of them stand. */
  window: z.number().min(0).max(864_000),
  /** The stretch of what stands along the axis that is looked at: a name, a number or a date; both empty: all of it. */
  seenFrom: text,
  seenTo: text,
  /** How far it is zoomed to that stretch: 0: all is seen, 1: the stretch alone. */
  zoom: fraction,
  names: choice(['beside', 'none']),
  values: choice(['auto', 'inside', 'outside', 'none']),
  valueAs: choice(['number', 'share', 'change', 'both']),
  /** What becomes of names for which there is no room. */
  crowded: choice(['shorten', 'thin', 'none']),
  /** About so many lines of the scale; 0: none. */
  ticks: z.number().int().min(0).max(12),
  legend: choice(['none', 'direct', 'top']),
  format: numberSpecSchema,
  colourBy: choice(['one', 'series', 'row', 'column', 'scale']),
  colours: z.array(colourSchema).min(1).max(24),
  /** Of what is not picked out, where something is. */
  quiet: colourSchema,
  /** The colours of the smallest and of the largest value. */
  low: colourSchema,
  high: colourSchema,
  /** Of the part of their room that bars take. */
  thickness: z.number().min(0.02).max(1),
  /** Px. */
  corner: size,
  lineW: size.max(200),
  dot: size.max(400),
  /** How much darker marks are at their beginning. */
  shading: fraction,
  edgeW: size.max(100),
  edge: colourSchema,
  /** The set that the column of pictures names pictures of; null: its cells hold pictures. */
  set: idSchema.nullable(),
  pictures: choice(['none', 'beside', 'cut', 'stacked']),
  /** What a piece is worth, where marks are made of pieces; 0: a good round number. */
  pieceWorth: z.number().min(0),
  piece: choice(['circle', 'square', 'picture']),
  lines: colourSchema,
  limit: choice(['none', 'value']),
  limitAt: z.number(),
  limitText: text,
  limitColour: colourSchema,
  mean: z.boolean(),
  meanText: text,
  beforeText: text,
  panels: choice(['none', 'series', 'rows', 'column']),
  panelsAcross: z.number().int().min(1).max(20),
  /** From 1; beyond the last it is the last. */
  round: z.number().min(1).max(10_000),
  turns: choice(['none', 'by-hand', 'by-time', 'once']),
  turnAfter: z.number().min(0.2).max(3600),
  look: cellLookSchema,
  nameLook: cellLookSchema,
  valueLook: cellLookSchema,
  tickLook: cellLookSchema,
});
export type ChartElement = z.infer<typeof schema>;

/** What a chart that has not been given rows is drawn with. */
export const drawnChartRows: RowList = {
  kind: 'rows',
  columns: [
    { key: 'name', name: 'Name', type: 'text' },
    { key: 'value', name: 'Value', type: 'number' },
  ],
  order: ['1', '2', '3', '4', '5'],
  cells: {
    '1': ['First', 84],
    '2': ['Second', 67],
    '3': ['Third', 52],
    '4': ['Fourth', 38],
    '5': ['Fifth', 21],
  },
};

/** What the column of rounds says, each once, in the order of the rows; none where no column says rounds. */
export function roundsOf({ columns }: Pick<ChartElement, 'columns'>, list: RowList): string[] {
  const at = columns.round === '' ? -1 : columnAt(list, columns.round);
  return at < 0 ? [] : [...new Set(list.order.map((key) => String(list.cells[key]?.[at] ?? '')))];
}

/** The looks of what a chart says, besides that of all of it. */
export const chartLooks = ['nameLook', 'valueLook', 'tickLook'] as const;

type Choices = readonly (readonly [string, string])[];
const chosen = (key: string, label: string, choices: Choices, given: object = {}) =>
  ({
    key,
    label,
    type: 'choice',
    section: 'Chart',
    wide: true,
    choices: choices.map(([value, words]) => ({ value, label: words })),
    ...given,
  }) as const;
const number = (key: string, label: string, given: object) =>
  ({ key, label, type: 'number', section: 'Chart', ...given }) as const;
const words = (key: string, label: string, given: object) =>
  ({ key, label, type: 'text', section: 'Chart', wide: true, ...given }) as const;
const yes = (key: string, label: string, given: object) =>
  ({ key, label, type: 'yes-no', section: 'Chart', wide: true, ...given }) as const;
const colour = (key: string, label: string, given: object) =>
  ({ key, label, type: 'colour', section: 'Marks', wide: true, ...given }) as const;
const of = (...forms: ChartForm[]) => ({ key: 'form', is: forms });

const scaled = of('bars', 'lines', 'areas', 'points', 'gauge');
const along = of('lines', 'areas', 'points');
const panelled = of('bars', 'lines', 'areas', 'points', 'pie', 'seats', 'gauge', 'pieces');
/** Of what a stretch can be looked at: a window is one already, and panels stand side by side. */
const stretched = [along, { key: 'window', is: [0] }, { key: 'panels', is: ['none'] }];
/** Whose marks each have a value. */
const valued = of('bars', 'points', 'pie', 'seats', 'gauge', 'pieces');
const rowed = of('bars', 'lines', 'areas', 'points', 'pie', 'seats', 'pieces');

function restyled(chart: ChartElement, names: StyleNames): Partial<ChartElement> | null {
  const made: { -readonly [K in keyof ChartElement]?: ChartElement[K] } = {};
  for (const key of ['look', ...chartLooks] as const) {
    const read = readLook(chart[key], names);
    if (read) made[key] = read;
  }
  if (chart.colours.some((own) => own.startsWith('@')))
    made.colours = chart.colours.map((own) => names.colour(own));
  return Object.keys(made).length > 0 ? made : null;
}

/** Rows as marks: bars, lines, a pie and others, with their names and values. */
export const chart = {
  ...holderKind,
  kind: 'chart',
  label: 'Chart',
  content: 'list',
  schema,
  restyled,
  grows: true,
  lives: ({ window }) => (window > 0 ? 'picture' : null),
  within: (own) => ({
    looks: [
      own.look.family === undefined ? { ...own.look, family: plainCell.family } : own.look,
      ...chartLooks.map((key) => own[key]),
    ],
    // Numbers may come with any sign of their language, and what is shortened with its mark.
    signs: `0123456789.,\u2212-+%\u2019\u00a0\u202f\u2026 ${own.format.before}${own.format.after}${own.rest}${own.limitText}${own.meanText}${own.beforeText}KMBTkm`,
  }),
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 960,
    h: 540,
    children: [],
    clip: false,
    list: null,
    columns: {
      name: '',
      series: [],
      seriesName: '',
      value: '',
      colour: '',
      picture: '',
      before: '',
      panel: '',
      round: '',
      other: '',
    },
    form: 'bars',
    direction: 'upright',
    isMirrored: false,
    series: 'beside',
    curve: 'straight',
    gaps: 'break',
    hole: 0,
    sweep: 360,
    gauge: 'arc',
    sort: 'as-given',
    most: 0,
    rest: '',
    picked: '',
    isRevealed: true,
    entitled: 0,
    scale: 'linear',
    ends: 'largest',
    least: 0,
    greatest: 100,
    fromZero: true,
    shared: '',
    along: 'auto',
    window: 0,
    seenFrom: '',
    seenTo: '',
    zoom: 1,
    names: 'beside',
    values: 'auto',
    valueAs: 'number',
    crowded: 'shorten',
    ticks: 0,
    legend: 'direct',
    format: { ...plainNumber },
    colourBy: 'one',
    colours: ['#f2b632', '#1d7a8c', '#e8674f', '#8fbf5a', '#f4efe2', '#b08bd0'],
    quiet: '#5c7278',
    low: '#1d4e5a',
    high: '#f2b632',
    thickness: 0.64,
    corner: 0,
    lineW: 6,
    dot: 18,
    shading: 0,
    edgeW: 0,
    edge: '#f4efe2',
    set: null,
    pictures: 'none',
    pieceWorth: 0,
    piece: 'circle',
    lines: '#f4efe240',
    limit: 'none',
    limitAt: 0,
    limitText: '',
    limitColour: '#e8674f',
    mean: false,
    meanText: 'Mean',
    beforeText: '',
    panels: 'none',
    panelsAcross: 3,
    round: 1,
    turns: 'none',
    turnAfter: 4,
    look: { size: 32, colour: '#f4efe2' },
    nameLook: {},
    valueLook: { figures: 'tabular' },
    tickLook: { size: 24 },
  },
  properties: [
    ...placeProperties,
    chosen('form', 'Kind', [
      ['bars', 'Bars'],
      ['lines', 'Lines'],
      ['areas', 'Areas'],
      ['points', 'Points'],
      ['pie', 'Pie or ring'],
      ['seats', 'Half-ring of seats'],
      ['gauge', 'Gauge'],
      ['pieces', 'Pieces'],
      ['bracket', 'Bracket'],
    ]),
    { key: 'list', label: 'Rows', type: 'rows', section: 'Chart', wide: true },
    chosen('direction', 'Direction', [['upright', 'Upright'], ['lying', 'Lying']], { when: of('bars', 'pieces') }),
    yes('isMirrored', 'From the right', { when: { key: 'window', is: [0] } }),
    chosen('series', 'Several series', [['beside', 'Beside one another'], ['stacked', 'Stacked'], ['shares', 'As shares of 100'], ['diverging', 'From the middle']], { when: of('bars', 'areas') }),
    chosen('curve', 'Curve', [['straight', 'Straight'], ['smooth', 'Smooth'], ['stepped', 'Stepped']], { when: of('lines', 'areas') }),
    chosen('gaps', 'Missing values', [['break', 'A gap'], ['bridge', 'Bridged']], { when: of('lines', 'areas') }),
    chosen('gauge', 'Gauge', [['arc', 'Arc'], ['bar', 'Bar'], ['thermometer', 'Thermometer']], { when: of('gauge') }),
    number('hole', 'Hole', { min: 0, max: 0.95, step: 0.05, when: of('pie', 'seats') }),
    number('sweep', 'Sweep', { unit: '°', min: 30, max: 360, when: of('pie', 'gauge') }),
    chosen('sort', 'Order', [['as-given', 'As rows come'], ['largest', 'Largest first'], ['smallest', 'Smallest first'], ['name', 'By name']], { when: of('bars', 'pie', 'pieces', 'seats', 'gauge') }),
    number('most', 'Rows at most', { mark: 'Most', min: 0, max: 1000, when: rowed }),
    words('rest', 'Those beyond it', { when: rowed }),
    words('picked', 'Picked out', {}),
    yes('isRevealed', 'Values are shown', {}),
    number('entitled', 'Entitled to vote', { min: 0, wide: true, when: of('bars', 'pie', 'seats', 'pieces') }),
    chosen('along', 'Along the axis', [['auto', 'As the column is'], ['names', 'Names'], ['numbers', 'Numbers'], ['dates', 'Dates']], { when: along }),
    number('window', 'Window', { unit: 's', min: 0, max: 864_000, wide: true, when: along }),
    words('seenFrom', 'Stretch, from', { when: stretched }),
    words('seenTo', 'Stretch, to', { when: stretched }),
    number('zoom', 'Zoom to the stretch', { mark: 'Zoom', min: 0, max: 1, step: 0.05, when: stretched }),
    chosen('panels', 'Panels', [['none', 'One'], ['series', 'One for each series'], ['rows', 'One for each row'], ['column', 'One for each of a column']], { when: panelled }),
    number('panelsAcross', 'Panels across', { mark: 'Across', min: 1, max: 20, when: [panelled, { key: 'panels', is: ['series', 'rows', 'column'] }] }),
    number('round', 'Round', { min: 1, max: 10_000, when: of('bars', 'points', 'pie', 'pieces') }),
    chosen('turns', 'Rounds turn', [['none', 'Not by themselves'], ['by-hand', 'By Next'], ['by-time', 'By time, round and round'], ['once', 'By time, then leaves']], { when: of('bars', 'points', 'pie', 'pieces') }),
    number('turnAfter', 'Seconds a round', { unit: 's', min: 0.2, max: 3600, step: 0.5, wide: true, when: { key: 'turns', is: ['by-time', 'once'] } }),
    ...[
      chosen('scale', 'Scale', [['linear', 'Linear'], ['root', 'Square root'], ['log', 'Logarithmic']], { when: scaled }),
      chosen('ends', 'Ends at', [['largest', 'The largest value'], ['round', 'A round number'], ['fixed', 'A fixed number']], { when: scaled }),
      number('least', 'From', { when: [scaled, { key: 'ends', is: ['fixed'] }] }),
      number('greatest', 'To', { when: [scaled, { key: 'ends', is: ['fixed'] }] }),
      yes('fromZero', 'From zero', { when: scaled }),
      words('shared', 'Shared with charts of', { when: scaled }),
      number('ticks', 'Lines of the scale', { mark: 'Lines', min: 0, max: 12, when: of('bars', 'lines', 'areas', 'points') }),
      chosen('limit', 'Reference line', [['none', 'None'], ['value', 'At a value']], { when: scaled }),
      number('limitAt', 'At', { when: [scaled, { key: 'limit', is: ['value'] }] }),
      words('limitText', 'Its text', { when: [scaled, { key: 'limit', is: ['value'] }] }),
      yes('mean', 'Line at the mean', { when: of('bars', 'lines', 'areas', 'points') }),
      words('meanText', 'Text of the mean', { when: [of('bars', 'lines', 'areas', 'points'), { key: 'mean', is: [true] }] }),
      words('beforeText', 'Text of the value before', { when: of('bars') }),
    ].map((own) => ({ ...own, section: 'Scale' as const })),
    ...[
      chosen('names', 'Names', [['beside', 'Beside the marks'], ['none', 'None']]),
      chosen('crowded', 'Where there is no room', [['shorten', 'Names are shortened'], ['thin', 'Every second, third …'], ['none', 'They are left out']], { when: [of('bars', 'lines', 'areas', 'points', 'pie', 'seats', 'pieces', 'bracket'), { key: 'names', is: ['beside'] }] }),
      chosen('values', 'Values', [['auto', 'Inside where they fit'], ['inside', 'Inside'], ['outside', 'Outside'], ['none', 'None']]),
      chosen('valueAs', 'Written as', [['number', 'Number'], ['share', 'Share of 100'], ['both', 'Number and share'], ['change', 'Change since before']], { when: of('bars', 'areas', 'lines', 'points', 'pie', 'gauge', 'pieces') }),
      chosen('legend', 'Series', [['direct', 'Named beside their marks'], ['top', 'Named above'], ['none', 'Not named']], { when: of('bars', 'lines', 'areas', 'points', 'pieces') }),
    ].map((own) => ({ ...own, section: 'Labels' as const })),
    chosen('colourBy', 'Colours', [['one', 'One'], ['series', 'By series'], ['row', 'By row'], ['column', 'By a column'], ['scale', 'By value']], { section: 'Marks' }),
    colour('low', 'Smallest value', { when: [valued, { key: 'colourBy', is: ['scale'] }] }),
    colour('high', 'Largest value', { when: [valued, { key: 'colourBy', is: ['scale'] }] }),
    colour('quiet', 'What is not picked out', {}),
    ...[
      number('thickness', 'Thickness', { min: 0.02, max: 1, step: 0.05, when: of('bars', 'gauge', 'pieces', 'seats') }),
      number('corner', 'Corners', { unit: 'px', min: 0, when: of('bars', 'gauge', 'bracket') }),
      number('lineW', 'Line width', { unit: 'px', min: 0, max: 200, when: of('lines', 'areas', 'bracket') }),
      number('dot', 'Dots', { unit: 'px', min: 0, max: 400, when: along }),
      number('shading', 'Shading', { min: 0, max: 1, step: 0.05, when: of('bars', 'areas') }),
      number('edgeW', 'Outline', { unit: 'px', min: 0, max: 100 }),
      chosen('pictures', 'Pictures', [['none', 'None'], ['beside', 'Beside the names'], ['cut', 'In the marks'], ['stacked', 'Stacked in the marks']], { when: of('bars', 'pie') }),
      chosen('piece', 'Piece', [['circle', 'Circle'], ['square', 'Square'], ['picture', 'Picture']], { when: of('pieces') }),
      number('pieceWorth', 'Worth of a piece', { mark: 'Worth', min: 0, when: of('pieces') }),
    ].map((own) => ({ ...own, section: 'Marks' as const })),
    colour('edge', 'Colour of the outline', {}),
    colour('lines', 'Lines of the scale', { when: of('bars', 'lines', 'areas', 'points', 'gauge', 'bracket') }),
    colour('limitColour', 'Reference lines', { when: scaled }),
    ...lookProperties,
  ],
} as const satisfies ElementKind<ChartElement>; // prettier-ignore
