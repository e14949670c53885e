// Maps of the bay: the people's vote by district, the turnout, the tide, and where something is.
import {
  change,
  inMotion,
  moving,
  numberField,
  tall,
  template,
  textField,
  type Move,
} from '../../library/make';
import { figuresOf } from '../../library/charts';
import { rowsField } from '../../library/rows';
import {
  emptyList,
  newCascade,
  newColumnTie,
  newElement,
  type Change,
  type Element,
  type Field,
  type MapElement,
  type Template,
} from '../../src/core/show';
import { bayMap, districtNames } from '../maps';
import { rowsInto } from './bound';
import { cloth, colours, figure, label, leanOf, look, name, pageComes, pageGoes, rise, sink } from './cloth';

/** The columns that a map reads, by what they are for. */
const reads = (given: Partial<MapElement['columns']>): MapElement['columns'] => ({
  ...newElement('map', 'm', '').columns,
  ...given,
});

interface Sheet {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly under: string;
  readonly source: string;
  readonly map: Partial<MapElement>;
  readonly fields?: readonly Field[];
  readonly ties?: readonly [element: string, property: string, field: string][];
  readonly lead?: string;
  readonly more?: readonly Element[];
  readonly moreMoves?: { readonly enter: Move[]; readonly exit: Move[] };
  /** Texts that say a figure of the map. */
  readonly figures?: readonly (readonly [text: string, figure: string])[];
  readonly changing?: Move[];
  readonly change?: Partial<Change> & { readonly frames: number };
  readonly tallMap?: Partial<MapElement>;
  readonly tallMore?: Record<string, object>;
}

const words = {
  ...label,
  weight: 600,
  size: 42,
  tracking: 0,
  colour: colours.ivory,
  minScale: 0.72,
} as const;

/** A head of cloth on its line, the sheet below it, and on that the map: its districts come one after another. */
function sheet(of: Sheet): Template {
  const [left, top, head, w, h] = [96, 72, 92, 1728, 826];
  const { lead = colours.saffron, more = [] } = of;
  const body = top + head + 6;
  const foot = 62;
  const map = newElement('map', 'map', 'Map', {
    x: left + 10,
    y: body,
    w: w - 10,
    h: h - foot,
    padding: 34,
    map: bayMap,
    look: { ...words },
    valueLook: { ...figure, weight: 700, size: 40, tracking: 0, stretch: 100 },
    legendLook: { ...label, size: 36, tracking: 10, colour: colours.ivory },
    placeLook: { ...label, size: 32, tracking: 10, colour: colours.ivory },
    quiet: '#2c4852',
    border: '#0b2630',
    borderW: 3,
    coast: '#0b2630',
    coastW: 3,
    water: '#6fb2bd',
    ...of.map,
  });
  const elements: Element[] = [
    newElement('line', 'line', 'Bridle', { x: left, y: top, w: w + leanOf(head), h: 0, thickness: 3, fill: colours.ivory, drawSoft: 160 }),
    newElement('rect', 'head', 'Head', { x: left, y: top, w, h: head, slantRight: leanOf(head), fill: lead }),
    newElement('text', 'title', 'Title', { ...name, x: left + 32, y: top + 12, w: w * 0.55, h: 68, text: of.title, weight: 820, size: 52, colour: colours.deep, minScale: 0.6 }),
    newElement('text', 'under', 'Under', { ...label, x: left + w - 460, y: top + 22, w: 400, h: 50, text: of.under, size: 36, tracking: 10, align: 'right', colour: colours.deep, minScale: 0.84 }),
    newElement('rect', 'sheet', 'Sheet', { x: left, y: body, w, h, slantRight: 0, fill: cloth('#0d2f3a') }),
    newElement('rect', 'foot', 'Foot', { x: left, y: body + h - foot, w, h: foot, fill: colours.deep }),
    newElement('rect', 'lead', 'Lead edge', { x: left, y: body, w: 10, h: h - foot, fill: lead }),
    newElement('text', 'source', 'Source', { ...label, x: left + 44, y: body + h - foot + 10, w: 1100, h: 42, text: of.source, size: 30, tracking: 10, minScale: 0.8 }),
    map,
    ...more,
  ]; // prettier-ignore
  const made = template({
    id: of.id,
    name: of.name,
    lane: 'full',
    tags: ['page', 'map'],
    clears: ['lower'],
    elements,
    order: ['line', 'head', 'title', 'under', 'sheet', 'foot', 'lead', 'source', 'map', ...more.map(({ id }) => id)],
    fields: [
      textField('f-title', 'Title', of.title, 'What the map is of', { sample: false, maxLength: 20 }),
      textField('f-under', 'Under', of.under, 'Beside the title', { sample: false, maxLength: 28 }),
      textField('f-source', 'Source', of.source, 'Where it is from', { sample: false, maxLength: 70 }),
      ...(of.fields ?? []),
    ],
    ties: [['title', 'text', 'f-title'], ['under', 'text', 'f-under'], ['source', 'text', 'f-source'], ...(of.ties ?? [])],
    enter: moving([
      ...pageComes,
      ...rise('title', 15, 24),
      ...rise('under', 20, 22),
      ['map', 'opacity', { style: 'words', cascade: { ...newCascade('row'), delay: 5 } }, [20, 0], [48, 1]],
      ['map', 'y', { style: 'words', cascade: { ...newCascade('row'), delay: 5 } }, [20, 26], [52, 0]],
      ...rise('source', 34, 22),
      ...(of.moreMoves?.enter ?? []),
    ]),
    exit: moving([
      ...sink('source', 10),
      ['map', 'opacity', { cascade: { ...newCascade('row'), delay: 1 } }, [0, 1, 'strong-in'], [16, 0]],
      ...(of.moreMoves?.exit ?? []),
      ...sink('under', 18),
      ...sink('title', 20),
      ...pageGoes,
    ]),
    changes: [change('results', 'New results', of.change?.frames ?? 75, of.changing ?? [], { swap: null, carryFrom: 2, carryTo: (of.change?.frames ?? 75) - 4, carryEase: 'gentle', ...of.change })],
  }); // prettier-ignore
  for (const [text, key] of of.figures ?? []) made.ties.push(newColumnTie(text, 'text', 'map', key));
  return tall(inMotion(made, look), {
    line: { x: 96, y: 348, w: 888 },
    head: { x: 96, y: 348, w: 888 },
    title: { x: 128, y: 360, w: 420 },
    under: { x: 560, y: 370, w: 380 },
    sheet: { x: 96, y: 446, w: 888, h: 1120 },
    foot: { x: 96, y: 1504, w: 888, h: foot },
    lead: { x: 96, y: 446, w: 10, h: 1058 },
    source: { x: 140, y: 1514, w: 800 },
    map: { x: 106, y: 446, w: 878, h: 1058, ...of.tallMap },
    ...of.tallMore,
  });
}

const rows = (from: string): Field =>
  rowsField('f-rows', 'Districts', emptyList, `${from}; hidden or corrected for this card`);
/** Districts to choose from. */
const districtField = (
  id: string,
  name: string,
  help: string,
  first: string,
  whole: string | null,
): Field => ({
  id,
  kind: 'choice',
  name,
  group: '',
  help,
  default: first,
  choices: [
    ...(whole === null ? [] : [{ value: '', label: whole, picture: null }]),
    ...districtNames.map((value) => ({ value, label: value, picture: null })),
  ],
});
const focusField = districtField('f-focus', 'Focus', 'What the map can zoom to', '', 'Whole bay');
const zoomField = numberField('f-zoom', 'Zoom', 0, { min: 0, max: 1 }, '0: the whole bay, 1: the focus');

/** The vote for the kite of the year: each district in the colour of the kite that leads there, hatched until it is declared. */
const vote = (id: string, title: string, data: string, key: string, columns: Partial<MapElement['columns']>, source: string): Template =>
  rowsInto(
    sheet({
      id,
      name: title,
      title: 'Kite of the year',
      under: 'By district',
      source,
      map: {
        columns: reads(columns),
        fillBy: 'column',
        hatchSize: 22,
        sequence: 'left',
        turnBy: 'rise',
        stagger: 0.7,
        labels: 'names',
        places: 'none',
        riverW: 0,
        roadW: 0,
        legend: 'bottom-right',
        legendTitle: 'Districts',
        legendCounts: true,
        quietText: 'Not yet',
      },
      fields: [rows('From the data'), focusField, zoomField],
      ties: [['map', 'focus', 'f-focus'], ['map', 'zoomed', 'f-zoom']],
      more: [
        newElement('text', 'declared', 'Declared', { ...figure, x: 1480, y: 942, w: 60, h: 46, text: '4', size: 38, tracking: 0, align: 'right', vertical: 'middle' }),
        newElement('text', 'declared-words', 'Declared words', { ...label, x: 1552, y: 942, w: 250, h: 46, text: 'OF 9 DECLARED', size: 30, tracking: 20, vertical: 'middle' }),
      ],
      moreMoves: {
        enter: [...rise('declared', 38, 22), ...rise('declared-words', 40, 22)],
        exit: [...sink('declared-words', 10), ...sink('declared', 10)],
      },
      figures: [['declared', '~declared']],
      changing: [['declared', 'count', [4, 0, 'linear'], [96, 1]]],
      tallMore: { declared: { x: 640, y: 462, w: 50 }, 'declared-words': { x: 702, y: 462, w: 240 } },
      change: { frames: 100 },
    }),
    'map',
    data,
    key,
  ); // prettier-ignore

export const voteMap = (): Template =>
  vote(
    'vote-map',
    'Vote map',
    'vote-districts',
    'District',
    { region: 'District', colour: 'Colour', choice: 'Kite', state: 'State' },
    'Returning officers of nine districts',
  );
export const voteFeedMap = (): Template =>
  vote(
    'vote-feed-map',
    'Vote map, counted',
    'vote-feed',
    'district',
    { region: 'district', colour: 'colour', choice: 'leads', state: 'state' },
    'Counted until now',
  );

/** The turnout by district, in classes. */
export const turnoutMap = (): Template =>
  rowsInto(
    sheet({
      id: 'turnout-map',
      name: 'Turnout map',
      title: 'Turnout',
      under: 'Of those entitled',
      source: 'Counted until now',
      lead: '#9fd0c8',
      map: {
        columns: reads({ region: 'district', value: 'turnout' }),
        fillBy: 'classes',
        classes: 'own',
        bounds: '45 55 65',
        low: '#1d5561',
        high: '#d8f3dc',
        sequence: 'largest',
        labels: 'both',
        format: figuresOf(0, '\u202f%'),
        places: 'none',
        riverW: 0,
        roadW: 0,
        legend: 'bottom-right',
        legendTitle: 'Turnout',
        quietText: 'Not counted',
      },
      fields: [rows('From the count')],
      change: { frames: 60 },
    }),
    'map',
    'vote-feed',
    'district',
  ); // prettier-ignore

/** What the tide leaves open: districts by their state, with the places one asks for. */
export const tideMap = (): Template =>
  rowsInto(
    sheet({
      id: 'tide-map',
      name: 'Tide map',
      title: 'Beaches and tide',
      under: 'High water 16:40',
      source: 'Harbour office',
      lead: '#6fb2bd',
      map: {
        columns: reads({ region: 'Beach', choice: 'State', colour: 'Colour', label: 'Until' }),
        fillBy: 'column',
        patterns: 'by-choice',
        hatchSize: 20,
        quiet: '#41606a',
        labels: 'names',
        sequence: 'near',
        fromX: 0.5,
        fromY: 1,
        legend: 'bottom-right',
        small: 'led',
      },
      fields: [rows('From the harbour office')],
      change: { frames: 60 },
    }),
    'map',
    'tide',
    'Beach',
  ); // prettier-ignore

/** Where something is: a district close up, with the bay in the corner. */
export function whereMap(): Template {
  const [x, y, w, h] = [1200, 300, 620, 560];
  const made = template({
    id: 'where-map',
    name: 'Locator',
    lane: 'lower',
    tags: ['map'],
    elements: [
      newElement('line', 'line', 'Bridle', { x, y, w, h: 0, thickness: 3, fill: colours.ivory, drawSoft: 120 }),
      newElement('rect', 'sheet', 'Sheet', { x, y: y + 6, w, h, fill: cloth('#14505c') }),
      newElement('map', 'map', 'Map', {
        x,
        y: y + 6,
        w,
        h,
        map: bayMap,
        padding: 20,
        regionFill: '#3f7f6b',
        border: '#f6f0e070',
        borderW: 2,
        coast: colours.ivory,
        coastW: 2,
        water: '#9fd6de',
        roadW: 3,
        road: '#f6f0e0a0',
        labels: 'none',
        zoomed: 1,
        focus: 'Harbour',
        focusRoom: 0.14,
        dim: 0.45,
        locator: 'top-right',
        locatorW: 170,
        locatorGround: '#14505c',
        locatorFill: '#0b2630',
        locatorLine: colours.saffron,
        picked: 'Harbour',
        placeLook: { ...label, size: 32, tracking: 6, colour: colours.ivory },
        look: { ...words },
      }),
      newElement('rect', 'foot', 'Foot', { x, y: y + h - 80, w, h: 86, fill: colours.ink }),
      newElement('rect', 'lead', 'Lead edge', { x, y: y + h - 80, w: 10, h: 86, fill: colours.saffron }),
      newElement('text', 'place', 'Place', { ...name, x: x + 34, y: y + h - 70, w: w - 60, h: 66, text: 'Harbour', size: 46, minScale: 0.5, vertical: 'middle' }),
    ],
    order: ['line', 'sheet', 'map', 'foot', 'lead', 'place'],
    fields: [districtField('f-place', 'District', 'What is close up', 'Harbour', null)],
    ties: [['place', 'text', 'f-place'], ['map', 'focus', 'f-place'], ['map', 'picked', 'f-place']],
    enter: moving([
      ['line', 'drawEnd', { style: 'line' }, [0, 0], [18, 1]],
      ['sheet', 'wipeBottom', { style: 'cloth' }, [6, 1], [34, 0]],
      ['map', 'opacity', { style: 'words' }, [16, 0], [30, 1]],
      ['map', 'zoomed', {}, [24, -1, 'gentle'], [84, 0]],
      ['foot', 'wipeRight', { style: 'cloth' }, [20, 1], [44, 0]],
      ['lead', 'wipeBottom', { style: 'line' }, [20, 1], [36, 0]],
      ...rise('place', 30, 22),
    ]),
    exit: moving([
      ...sink('place', 10),
      ['foot', 'wipeRight', { style: 'cloth' }, [4, 0, 'strong-in'], [18, 1]],
      ['lead', 'wipeBottom', { style: 'line' }, [4, 0, 'strong-in'], [16, 1]],
      ['map', 'opacity', {}, [2, 1, 'strong-in'], [16, 0]],
      ['sheet', 'wipeBottom', { style: 'cloth' }, [8, 0, 'strong-in'], [26, 1]],
      ['line', 'drawEnd', { style: 'line' }, [16, 1, 'strong-in'], [30, 0]],
    ]),
    changes: [change('place', 'Another place', 90, [], { carryFrom: 0, carryTo: 86, carryEase: 'gentle', swap: 43 })],
  }); // prettier-ignore
  return tall(inMotion(made, look), {
    line: { x: 120, y: 420, w: 840 },
    sheet: { x: 120, y: 426, w: 840, h: 700 },
    map: { x: 120, y: 426, w: 840, h: 700 },
    foot: { x: 120, y: 1046, w: 840 },
    lead: { x: 120, y: 1046 },
    place: { x: 154, y: 1056, w: 780 },
  });
}
