import { z } from 'zod';
import { numberSpecSchema, plainNumber } from '../binding';
import { classMethods, projectionNames, projections } from '../map';
import type { Cell } from '../source';
import { colourSchema, columnAt, idSchema, rowListSchema, type RowList } from '../value';
import { baseDefaults, elementBase, fraction, lookProperties, placeProperties, size } from './base';
import { cellLookSchema, plainCell, readLook } from './cell-look';
import { holderKind } from './group';
import type { ElementKind, StyleNames } from './kind';

const column = z.string().max(200);
/** Where in the rows a map finds what. A column is named by its key, or by its name; empty: it is found by itself, or none. */
export const mapColumnsSchema = z.object({
  /** What names the region: its name or its code. */
  region: column,
  value: column,
  colour: column,
  /** Who or what has the region: the legend and patterns go by it. */
  choice: column,
  /** How far it is known: declared, leading, not yet. */
  state: column,
  /** Who or what had it before. */
  before: column,
  /** Whether it is shown. */
  shown: column,
  /** What is written in place of the region's own name. */
  label: column,
  picture: column,
  /** When it changed, or any number that is larger the later it changed. */
  changed: column,
  /** The columns of numbers that small charts at regions are made of. */
  parts: z.array(column).max(12),
  /** In a cartogram: where its tile stands. */
  tileColumn: column,
  tileRow: column,
});
export type MapColumns = z.infer<typeof mapColumnsSchema>;

const choice = <const V extends string>(values: readonly V[]) => z.enum(values);
const text = z.string().max(400);
export const corners = ['top-left', 'top-right', 'bottom-left', 'bottom-right'] as const;
const placeOfLegend = ['none', ...corners] as const;

/** A part of a map that is drawn in a box of its own: islands far out. Px from the top left of the element. */
export const mapInsetSchema = z.object({
  /** Names or codes of its regions, behind one another with commas. */
  regions: z.string().max(2000),
  x: z.number().min(-10_000).max(10_000),
  y: z.number().min(-10_000).max(10_000),
  w: size,
  h: size,
});
export type MapInset = z.infer<typeof mapInsetSchema>;

const schema = elementBase.extend({
  kind: z.literal('map'),
  /** It draws its regions, and holds nothing else. */
  children: z.array(idSchema).max(0),
  clip: z.boolean(),
  /** Which map of the show; null: none yet. */
  map: idSchema.nullable(),
  list: rowListSchema.nullable(),
  columns: mapColumnsSchema,
  /** By the key of a region: what the row that is meant says in the column of regions. */
  matches: z.record(z.string().max(300), z.string().max(300)),
  form: choice(['regions', 'squares', 'hexagons']),
  projection: choice(['map', ...projectionNames]),
  /** Px between the regions and the box. */
  padding: size,
  insets: z.array(mapInsetSchema).max(8),
  insetLine: colourSchema,
  /** What it can zoom to: names or codes with commas between, or by data. */
  focusBy: choice(['names', 'picked', 'changed']),
  focus: text,
  /** How far it is zoomed to it: 0: all is seen, 1: the focus. */
  zoomed: fraction,
  /** Room round the focus, in parts of what is seen. */
  focusRoom: z.number().min(0).max(0.45),
  /** How much the rest is dimmed when zoomed. */
  dim: fraction,
  locator: choice(['none', ...corners]),
  /** Px. */
  locatorW: size,
  locatorGround: colourSchema,
  locatorFill: colourSchema,
  locatorLine: colourSchema,
  /** In which order regions come, change and are read by cascades. */
  sequence: choice(['as-given', 'left', 'top', 'largest', 'smallest', 'near', 'random']),
  /** The point that `near` goes from, in parts of the box. */
  fromX: z.number().min(-5).max(5),
  fromY: z.number().min(-5).max(5),
  /** How a region goes to another fill in a Change. */
  turnBy: choice(['fade', 'rise', 'wipe']),
  /** How much of a Change regions wait for one another: 0: all turn at once, 1: one after another. */
  stagger: fraction,
  /** Lights up where a region turns. */
  flash: choice(['none', 'flash']),
  flashColour: colourSchema,
  picked: text,
  /** Px by which a picked region is lifted, and the shadow that it casts. */
  lift: size.max(200),
  liftShadow: fraction,
  fillBy: choice(['one', 'column', 'choice', 'classes']),
  regionFill: colourSchema,
  /** Of regions of which nothing is known. */
  quiet: colourSchema,
  /** By choice, in the order in which choices come. */
  colours: z.array(colourSchema).min(1).max(24),
  classes: choice(classMethods),
  classCount: z.number().int().min(2).max(9),
  bounds: text,
  middle: z.number(),
  low: colourSchema,
  centre: colourSchema,
  high: colourSchema,
  /** Words of the column of states, with commas between. */
  declaredWords: text,
  leadingWords: text,
  /** What regions are filled with that are not declared yet but led. */
  leading: choice(['hatch', 'plain']),
  hatchSize: size.max(200),
  patterns: choice(['none', 'by-choice']),
  borderW: size.max(60),
  border: colourSchema,
  coastW: size.max(60),
  coast: colourSchema,
  land: colourSchema,
  water: colourSchema,
  riverW: size.max(60),
  roadW: size.max(60),
  road: colourSchema,
  placeDot: size.max(200),
  placeColour: colourSchema,
  symbols: choice(['none', 'circles', 'squares', 'pictures', 'rings', 'bars', 'before']),
  /** Px of the largest. */
  symbolSize: size.max(1000),
  symbolColour: colourSchema,
  symbolOpacity: fraction,
  set: idSchema.nullable(),
  labels: choice(['names', 'values', 'both', 'none']),
  places: choice(['names', 'none']),
  /** What becomes of words for which their region has no room. */
  small: choice(['led', 'none']),
  format: numberSpecSchema,
  legend: choice(placeOfLegend),
  legendTitle: text,
  /** Whether the legend says how many regions each has. */
  legendCounts: z.boolean(),
  leadingText: text,
  quietText: text,
  look: cellLookSchema,
  nameLook: cellLookSchema,
  valueLook: cellLookSchema,
  legendLook: cellLookSchema,
  placeLook: cellLookSchema,
});
export type MapElement = z.infer<typeof schema>;

/** What a map that has not been given rows is drawn with: nothing is known of any region. */
export const noMapRows: RowList = { kind: 'rows', columns: [], order: [], cells: {} };

/** How far it is known who has a region. */
export type RegionState = 'declared' | 'leading' | 'none';

const bare = (words: string): string => words.trim().toLowerCase();
const among = (words: string, wanted: string): boolean =>
  words.split(',').some((own) => bare(own) !== '' && bare(own) === bare(wanted));

/** The state that a cell says, of a region that has somebody or not; without a column of states it is declared then. */
export function regionState(map: Pick<MapElement, 'declaredWords' | 'leadingWords'>, cell: Cell | undefined, hasOne: boolean): RegionState {
  if (!hasOne) return 'none';
  if (cell === undefined || cell === true) return 'declared';
  const words = String(cell ?? '');
  if (among(map.declaredWords, words)) return 'declared';
  return among(map.leadingWords, words) ? 'leading' : 'none';
} // prettier-ignore

/** How many rows of a map are of a state. */
export function rowsOfState(map: MapElement, list: RowList, state: RegionState): number {
  const { columns } = map;
  const at = (name: string): number => (name === '' ? -1 : columnAt(list, name));
  const colour = columns.colour === '' ? list.columns.findIndex(({ type }) => type === 'colour') : at(columns.colour);
  const had = [at(columns.choice), colour, ...(colour < 0 && columns.choice === '' ? [at(columns.value)] : [])].filter((own) => own >= 0);
  const states = at(columns.state);
  return list.order.filter((key) => {
    const cells = list.cells[key] ?? [];
    const hasOne = had.some((own) => (cells[own] ?? '') !== '');
    return regionState(map, states < 0 ? undefined : (cells[states] ?? null), hasOne) === state;
  }).length;
} // prettier-ignore

/** The looks of what a map says, besides that of all of it. */
export const mapLooks = ['nameLook', 'valueLook', 'legendLook', 'placeLook'] as const;

type Choices = readonly (readonly [string, string])[];
const chosen = (key: string, label: string, choices: Choices, given: object = {}) =>
  ({ key, label, type: 'choice', section: 'Map', wide: true, choices: choices.map(([value, words]) => ({ value, label: words })), ...given }) as const; // prettier-ignore
const number = (key: string, label: string, given: object = {}) =>
  ({ key, label, type: 'number', section: 'Map', ...given }) as const;
const words = (key: string, label: string, given: object = {}) =>
  ({ key, label, type: 'text', section: 'Map', wide: true, ...given }) as const;
const colour = (key: string, label: string, given: object = {}) =>
  ({ key, label, type: 'colour', section: 'Marks', wide: true, ...given }) as const;

const when = (key: string, ...is: string[]) => ({ key, is });
const fills = (...is: MapElement['fillBy'][]) => when('fillBy', ...is);
const cornerChoices: Choices = [
  ['none', 'None'],
  ['top-left', 'Top left'],
  ['top-right', 'Top right'],
  ['bottom-left', 'Bottom left'],
  ['bottom-right', 'Bottom right'],
];

function restyled(map: MapElement, names: StyleNames): Partial<MapElement> | null {
  const made: { -readonly [K in keyof MapElement]?: MapElement[K] } = {};
  for (const key of ['look', ...mapLooks] as const) {
    const read = readLook(map[key], names);
    if (read) made[key] = read;
  }
  if (map.colours.some((own) => own.startsWith('@')))
    made.colours = map.colours.map((own) => names.colour(own));
  return Object.keys(made).length > 0 ? made : null;
}

/** Regions, coloured and labelled by rows. */
export const map = {
  ...holderKind,
  kind: 'map',
  label: 'Map',
  content: 'list',
  schema,
  restyled,
  grows: true,
  within: (own) => ({
    looks: [
      own.look.family === undefined ? { ...own.look, family: plainCell.family } : own.look,
      ...mapLooks.map((key) => own[key]),
    ],
    signs: `0123456789.,\u2212-+%\u2013\u2265<\u2019\u00a0\u202f\u2026 ${own.format.before}${own.format.after}${own.legendTitle}${own.leadingText}${own.quietText}KMBTkm`,
  }),
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 960,
    h: 720,
    children: [],
    clip: true,
    map: null,
    list: null,
    columns: {
      region: '',
      value: '',
      colour: '',
      choice: '',
      state: '',
      before: '',
      shown: '',
      label: '',
      picture: '',
      changed: '',
      parts: [],
      tileColumn: '',
      tileRow: '',
    },
    matches: {},
    form: 'regions',
    projection: 'map',
    padding: 12,
    insets: [],
    insetLine: '#f4efe280',
    focusBy: 'names',
    focus: '',
    zoomed: 0,
    focusRoom: 0.12,
    dim: 0.6,
    locator: 'none',
    locatorW: 220,
    locatorGround: '#0d2229d0',
    locatorFill: '#f4efe2',
    locatorLine: '#e8674f',
    sequence: 'left',
    fromX: 0.5,
    fromY: 0.5,
    turnBy: 'fade',
    stagger: 0,
    flash: 'none',
    flashColour: '#f4efe2',
    picked: '',
    lift: 0,
    liftShadow: 0.5,
    fillBy: 'one',
    regionFill: '#2c6e7c',
    quiet: '#3c525a',
    colours: ['#f2b632', '#1d7a8c', '#e8674f', '#8fbf5a', '#b08bd0', '#f4efe2'],
    classes: 'equal',
    classCount: 5,
    bounds: '',
    middle: 0,
    low: '#173c47',
    centre: '#f4efe2',
    high: '#f2b632',
    declaredWords: 'declared, yes, final',
    leadingWords: 'leading, partial',
    leading: 'hatch',
    hatchSize: 18,
    patterns: 'none',
    borderW: 2,
    border: '#0d2229',
    coastW: 3,
    coast: '#0d2229',
    land: '#3c525a',
    water: '#123540',
    riverW: 2,
    roadW: 2,
    road: '#f4efe260',
    placeDot: 12,
    placeColour: '#f4efe2',
    symbols: 'none',
    symbolSize: 90,
    symbolColour: '#f2b632',
    symbolOpacity: 0.85,
    set: null,
    labels: 'names',
    places: 'names',
    small: 'led',
    format: { ...plainNumber },
    legend: 'none',
    legendTitle: '',
    legendCounts: false,
    leadingText: 'Leading',
    quietText: '',
    look: { size: 28, colour: '#f4efe2' },
    nameLook: {},
    valueLook: { figures: 'tabular' },
    legendLook: {},
    placeLook: { size: 22 },
  },
  properties: [
    ...placeProperties,
    { key: 'list', label: 'Rows', type: 'rows', section: 'Map', wide: true },
    chosen('form', 'Kind', [['regions', 'Regions'], ['squares', 'Cartogram of squares'], ['hexagons', 'Cartogram of hexagons']]),
    chosen('projection', 'Projection', [['map', 'As the map says'], ...projectionNames.map((name): readonly [string, string] => [name, projections[name].label])], { when: when('form', 'regions') }),
    number('padding', 'Padding', { unit: 'px', min: 0, max: 2000, wide: true }),
    { key: 'clip', label: 'Clip to its box', type: 'yes-no', section: 'Map', wide: true },
    chosen('focusBy', 'Focus', [['names', 'Regions by name'], ['picked', 'What is picked out'], ['changed', 'What changed last']]),
    words('focus', 'Regions in focus', { when: when('focusBy', 'names') }),
    number('zoomed', 'Zoom to the focus', { mark: 'Zoom', min: 0, max: 1, step: 0.05 }),
    number('focusRoom', 'Room round it', { mark: 'Room', min: 0, max: 0.45, step: 0.01 }),
    number('dim', 'Dim the rest', { mark: 'Dim', min: 0, max: 1, step: 0.05, wide: true }),
    chosen('locator', 'Locator', cornerChoices),
    number('locatorW', 'Locator width', { unit: 'px', min: 0, max: 4000, wide: true, when: when('locator', 'top-left', 'top-right', 'bottom-left', 'bottom-right') }),
    chosen('sequence', 'Sequence', [['as-given', 'As rows come'], ['left', 'Left to right'], ['top', 'Top to bottom'], ['largest', 'Largest value first'], ['smallest', 'Smallest value first'], ['near', 'By distance from a point'], ['random', 'Random']]),
    number('fromX', 'From X', { min: -5, max: 5, step: 0.05, when: when('sequence', 'near') }),
    number('fromY', 'From Y', { min: -5, max: 5, step: 0.05, when: when('sequence', 'near') }),
    chosen('turnBy', 'A region turns by', [['fade', 'Fade'], ['rise', 'Fill that rises'], ['wipe', 'Wipe from the left']]),
    number('stagger', 'Stagger', { min: 0, max: 1, step: 0.05, wide: true }),
    chosen('flash', 'Where one turns', [['none', 'Nothing more'], ['flash', 'It lights up']]),
    words('picked', 'Picked out'),
    number('lift', 'Lift', { unit: 'px', min: 0, max: 200 }),
    number('liftShadow', 'Its shadow', { mark: 'Shadow', min: 0, max: 1, step: 0.05 }),
    ...[
      chosen('fillBy', 'Fill', [['one', 'One colour'], ['column', 'By a column of colours'], ['choice', 'By choice'], ['classes', 'By value, in classes']]),
      chosen('classes', 'Classes', [['equal', 'Equal widths'], ['quantile', 'Quantiles'], ['own', 'Own bounds'], ['diverging', 'Diverging from a middle']], { when: fills('classes') }),
      number('classCount', 'Number of classes', { mark: 'Count', min: 2, max: 9, when: [fills('classes'), when('classes', 'equal', 'quantile', 'diverging')] }),
      words('bounds', 'Bounds', { when: [fills('classes'), when('classes', 'own')] }),
      number('middle', 'Middle', { when: [fills('classes'), when('classes', 'diverging')] }),
      chosen('leading', 'Regions only led', [['hatch', 'Hatched'], ['plain', 'Filled']], { when: fills('column', 'choice') }),
      number('hatchSize', 'Hatch', { unit: 'px', min: 4, max: 200, wide: true, when: fills('column', 'choice') }),
      words('declaredWords', 'Declared means', { when: fills('column', 'choice') }),
      words('leadingWords', 'Led means', { when: fills('column', 'choice') }),
      chosen('patterns', 'Patterns', [['none', 'None'], ['by-choice', 'By choice']], { when: fills('column', 'choice') }),
    ].map((own) => ({ ...own, section: 'Scale' as const })),
    ...[
      chosen('labels', 'Regions say', [['names', 'Names'], ['values', 'Values'], ['both', 'Names and values'], ['none', 'Nothing']]),
      chosen('small', 'Where there is no room', [['led', 'Led out by a line'], ['none', 'Left out']], { when: when('labels', 'names', 'values', 'both') }),
      chosen('places', 'Places', [['names', 'Dots and names'], ['none', 'None']]),
      chosen('legend', 'Legend', cornerChoices),
      words('legendTitle', 'Title of the legend', { when: when('legend', ...corners) }),
      { key: 'legendCounts', label: 'Regions counted', type: 'yes-no', wide: true, when: when('legend', ...corners) } as const,
      words('leadingText', 'Text of what is led', { when: when('legend', ...corners) }),
      words('quietText', 'Text of no data', { when: when('legend', ...corners) }),
    ].map((own) => ({ ...own, section: 'Labels' as const })),
    colour('regionFill', 'Fill', { when: fills('one') }),
    colour('low', 'Lowest class', { when: fills('classes') }),
    colour('centre', 'Middle class', { when: [fills('classes'), when('classes', 'diverging')] }),
    colour('high', 'Highest class', { when: fills('classes') }),
    colour('quiet', 'No data', { when: fills('column', 'choice', 'classes') }),
    ...[
      number('borderW', 'Borders', { unit: 'px', min: 0, max: 60 }),
      number('coastW', 'Outline', { unit: 'px', min: 0, max: 60 }),
      number('riverW', 'Rivers', { unit: 'px', min: 0, max: 60 }),
      number('roadW', 'Roads', { unit: 'px', min: 0, max: 60 }),
      number('placeDot', 'Place dots', { unit: 'px', min: 0, max: 200, wide: true }),
      chosen('symbols', 'Symbols', [['none', 'None'], ['circles', 'Circles by value'], ['squares', 'Squares by value'], ['pictures', 'Pictures'], ['rings', 'Small rings'], ['bars', 'Small bars'], ['before', 'A mark where it has turned']]),
      number('symbolSize', 'Largest symbol', { mark: 'Size', unit: 'px', min: 0, max: 1000, when: when('symbols', 'circles', 'squares', 'pictures', 'rings', 'bars', 'before') }),
      number('symbolOpacity', 'Symbol opacity', { mark: 'Opacity', min: 0, max: 1, step: 0.05, when: when('symbols', 'circles', 'squares') }),
    ].map((own) => ({ ...own, section: 'Marks' as const })),
    colour('symbolColour', 'Symbols', { when: when('symbols', 'circles', 'squares', 'bars') }),
    colour('border', 'Borders colour'),
    colour('coast', 'Outline colour'),
    colour('land', 'Neighbouring land'),
    colour('water', 'Lakes and rivers'),
    colour('road', 'Roads colour'),
    colour('placeColour', 'Place dots colour'),
    colour('insetLine', 'Frames of insets'),
    colour('flashColour', 'Flash', { when: when('flash', 'flash') }),
    colour('locatorGround', 'Ground of the locator', { when: when('locator', ...corners) }),
    colour('locatorFill', 'Locator', { when: when('locator', ...corners) }),
    colour('locatorLine', 'Locator frame', { when: when('locator', ...corners) }),
    ...lookProperties,
  ],
} as const satisfies ElementKind<MapElement>; // prettier-ignore
