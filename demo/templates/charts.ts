// Rows as marks: the people's vote, the judges' marks, the race for the title, the wind of the last hour, the knockout.
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
import { figuresOf, reads } from '../../library/charts';
import { rowsField } from '../../library/rows';
import {
  emptyList,
  letTurn,
  newCascade,
  newColumnTie,
  newElement,
  type ChartElement,
  type Element,
  type Field,
  type Template,
} from '../../src/core/show';
import { rowsInto } from './bound';
import { cloth, colours, figure, label, leanOf, look, name, pageComes, pageGoes, rise, sink } from './cloth';

const words = {
  ...label,
  minScale: 0.78,
  weight: 600,
  size: 40,
  tracking: 0,
  colour: colours.ivory,
} as const;
const numbers = { ...figure, weight: 760, stretch: 100, tracking: 0, size: 48 } as const;
const whole = figuresOf(0);

interface Page {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly under: string;
  /** What stands small at the foot: where the numbers are from. */
  readonly source: string;
  readonly w: number;
  readonly h: number;
  readonly chart: Partial<ChartElement>;
  readonly fields?: readonly Field[];
  readonly ties?: [element: string, property: string, field: string][];
  readonly lead?: string;
  readonly more?: readonly Element[];
  readonly moreMoves?: { readonly enter: Move[]; readonly exit: Move[] };
  readonly grow?: Move[];
  readonly ground?: string;
  readonly footGround?: string;
  readonly carry?: number;
  readonly tall: Partial<ChartElement> & { readonly h: number };
  readonly tallMore?: Record<string, object>;
  /** Texts that say a figure of the chart. */
  readonly figures?: readonly (readonly [text: string, figure: string])[];
}

/** A head of cloth on its line, the sheet below it, and on that the chart: it grows when the cloth is there. */
function page(of: Page): Template {
  const [left, top, head, pad] = [96, 120, 92, 44];
  const { w, h, lead = colours.saffron, ground = colours.ink, more = [] } = of;
  const body = top + head + 6;
  const foot = 62;
  const rows = { cascade: { ...newCascade('row'), delay: 3 } };
  const chart = newElement('chart', 'chart', 'Chart', {
    x: left + pad,
    y: body + pad - 8,
    w: w - 2 * pad,
    h: h - pad - foot,
    look: { ...words },
    nameLook: {},
    valueLook: { ...numbers },
    tickLook: { size: 32, colour: colours.mist },
    lines: '#f6f0e038',
    quiet: '#47636c',
    format: whole,
    ...of.chart,
  });
  const elements: Element[] = [
    newElement('line', 'line', 'Bridle', { x: left, y: top, w: w + leanOf(head), h: 0, thickness: 3, fill: colours.ivory, drawSoft: 160 }),
    newElement('rect', 'head', 'Head', { x: left, y: top, w: w + leanOf(head), h: head, slantRight: leanOf(head), fill: lead }),
    newElement('text', 'title', 'Title', { ...name, x: left + 32, y: top + 12, w: w * 0.62, h: 68, text: of.title, weight: 820, size: 52, colour: colours.deep, minScale: 0.6 }),
    newElement('text', 'under', 'Under', { ...label, x: left + w - 440, y: top + 22, w: 400, h: 50, text: of.under, size: 36, tracking: 10, align: 'right', colour: colours.deep, minScale: 0.84 }),
    newElement('rect', 'sheet', 'Sheet', { x: left, y: body, w, h, slantRight: 0, fill: cloth(ground) }),
    newElement('rect', 'foot', 'Foot', { x: left, y: body + h - foot, w, h: foot, fill: of.footGround ?? colours.deep }),
    newElement('rect', 'lead', 'Lead edge', { x: left, y: body, w: 10, h: h - foot, fill: lead }),
    newElement('text', 'source', 'Source', { ...label, x: left + pad, y: body + h - foot + 10, w: w - 2 * pad, h: 42, text: of.source, size: 30, tracking: 10, minScale: 0.8 }),
    ...more,
    chart,
  ]; // prettier-ignore
  // What says a figure is not typed.
  const saysUnder = (of.figures ?? []).some(([text]) => text === 'under');
  const made = template({
    id: of.id,
    name: of.name,
    lane: 'full',
    tags: ['page', 'chart'],
    clears: ['lower'],
    elements,
    order: ['line', 'head', 'title', 'under', 'sheet', 'foot', 'lead', 'source', 'chart', ...more.map(({ id }) => id)],
    fields: [
      textField('f-title', 'Title', of.title, 'What the numbers are of', { sample: false, maxLength: 20 }),
      ...(saysUnder ? [] : [textField('f-under', 'Under', of.under, 'Beside the title', { sample: false, maxLength: 28 })]),
      textField('f-source', 'Source', of.source, 'Where the numbers are from', { sample: false, maxLength: 70 }),
      ...(of.fields ?? []),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ...(saysUnder ? [] : ([['under', 'text', 'f-under']] as [string, string, string][])),
      ['source', 'text', 'f-source'],
      ...(of.ties ?? []),
    ],
    enter: moving([
      ...pageComes,
      ...rise('title', 15, 24),
      ...rise('under', 20, 22),
      ...(of.grow ?? ([['chart', 'grow', { style: 'figures', ...rows }, [26, 0], [92, 1]], ['chart', 'opacity', { style: 'words', cascade: { ...newCascade('row'), delay: 2 } }, [22, 0], [50, 1]]] satisfies Move[])),
      ...rise('source', 34, 22),
      ...(of.moreMoves?.enter ?? []),
    ]),
    exit: moving([
      ...sink('source', 10),
      ['chart', 'opacity', { cascade: { ...newCascade('row'), delay: 1 } }, [0, 1, 'strong-in'], [16, 0]],
      ...(of.moreMoves?.exit ?? []),
      ...sink('under', 18),
      ...sink('title', 20),
      ...pageGoes,
    ]),
    changes: [change('numbers', 'New numbers', of.carry ?? 50, [], { swap: null, carryFrom: 2, carryTo: (of.carry ?? 50) - 4 })],
  }); // prettier-ignore
  const places = Object.fromEntries(
    ['line', 'head', 'title', 'under', 'sheet', 'foot', 'lead', 'source'].map((id): [string, object] => [
      id,
      {
        line: { x: 96, y: 348, w: 888 },
        head: { x: 96, y: 348, w: 888 },
        title: { x: 128, y: 360, w: 420 },
        under: { x: 560, y: 370, w: 400 },
        sheet: { x: 96, y: 446, w: 866, h: of.tall.h + pad + foot },
        foot: { x: 96, y: 446 + of.tall.h + pad, w: 866, h: foot },
        lead: { x: 96, y: 446, w: 10, h: of.tall.h + pad },
        source: { x: 140, y: 446 + of.tall.h + pad + 10, w: 780 },
      }[id] ?? {},
    ]),
  );
  for (const [text, key] of of.figures ?? []) made.ties.push(newColumnTie(text, 'text', 'chart', key));
  return tall(inMotion(made, look), {
    ...places,
    chart: { x: 136, y: 446 + pad - 8, w: 790, ...of.tall },
    ...of.tallMore,
  });
}

/** Rows of a table or a source for the chart of a page. */
const bound = (made: Template, data: string, key: string | null): Template =>
  rowsInto(made, 'chart', data, key);

/** The rows of a page, as an operator may put them right. */
const rows = (name: string, from = 'From the data'): Field =>
  rowsField('f-rows', name, emptyList, `${from}; hidden, put in order or corrected for this card`);

const shown = (): Field => ({
  id: 'f-shown',
  kind: 'yes-no',
  name: 'Revealed',
  group: '',
  help: 'Until then nothing is said of the numbers',
  default: true,
});
const picked = (help: string): Field =>
  textField('f-picked', 'Picked out', '', help, { sample: false, maxLength: 40 });

/** The people's vote as bars, with what they had the last time. */
export const voteBars = (): Template =>
  bound(
    page({
      id: 'vote-bars',
      name: 'Vote bars',
      title: 'People’s vote',
      under: 'Voting is open',
      source: 'Votes of viewers until now',
      w: 1340,
      h: 690,
      chart: {
        form: 'bars',
        direction: 'lying',
        columns: reads({ name: 'Answer', series: ['Votes'], colour: 'Colour', before: 'Last time' }),
        sort: 'largest',
        colourBy: 'column',
        thickness: 0.62,
        valueAs: 'share',
        format: figuresOf(1),
        limitColour: colours.ivory,
        beforeText: 'Last festival',
      },
      fields: [rows('Votes'), picked('The name of an answer'), shown()],
      ties: [['chart', 'picked', 'f-picked'], ['chart', 'isRevealed', 'f-shown']],
      tall: { h: 760 },
    }),
    'rows-votes',
    'Answer',
  ); // prettier-ignore

/** A poll of the post wall, as it is counted there. */
export const viewersPoll = (): Template =>
  bound(
    page({
      id: 'viewers-poll',
      name: 'Viewers’ poll',
      title: 'Kite of the day?',
      under: 'Vote on the wall',
      source: 'Votes of viewers until now',
      w: 1340,
      h: 620,
      chart: {
        form: 'bars',
        direction: 'lying',
        columns: reads({ name: 'Answer', series: ['Votes'] }),
        sort: 'largest',
        colours: [colours.coral, colours.saffron, '#4fa3b0', '#8f78c8'],
        thickness: 0.62,
        valueAs: 'share',
        format: figuresOf(0),
      },
      fields: [rows('Votes'), shown()],
      ties: [['chart', 'isRevealed', 'f-shown']],
      tall: { h: 760 },
    }),
    'poll-kite',
    'Answer',
  ); // prettier-ignore

/** The people's vote as a ring. */
export const voteRing = (): Template =>
  bound(
    page({
      id: 'vote-ring',
      name: 'Vote ring',
      title: 'People’s vote',
      under: 'Voting is open',
      source: 'Votes of viewers until now',
      w: 1340,
      h: 690,
      chart: {
        form: 'pie',
        hole: 0.58,
        columns: reads({ name: 'Answer', series: ['Votes'], colour: 'Colour' }),
        sort: 'largest',
        colourBy: 'column',
        valueAs: 'share',
        values: 'outside',
        edgeW: 0,
        format: whole,
        entitled: 124_000,
      },
      more: [
        newElement('text', 'total', 'Total', { ...figure, x: 616, y: 476, w: 300, h: 84, text: '51,570', size: 72, tracking: 0, align: 'centre', minScale: 0.6 }),
        newElement('text', 'total-words', 'Votes', { ...label, x: 616, y: 556, w: 300, h: 48, text: 'VOTES', size: 36, tracking: 60, align: 'centre' }),
      ],
      moreMoves: {
        enter: [...rise('total', 40, 26), ...rise('total-words', 44, 24)],
        exit: [...sink('total-words', 12), ...sink('total', 13)],
      },
      figures: [['total', '~total']],
      tallMore: { total: { x: 446, y: 812, w: 170, h: 60, size: 42 }, 'total-words': { x: 446, y: 868, w: 170, size: 30 } },
      fields: [rows('Votes'), picked('The name of an answer'), shown()],
      ties: [['chart', 'picked', 'f-picked'], ['chart', 'isRevealed', 'f-shown']],
      tall: { h: 760 },
    }),
    'rows-votes',
    'Answer',
  ); // prettier-ignore

/** A question with two answers: one bar between them. */
export const glowPoll = (): Template =>
  bound(
    page({
      id: 'glow-poll',
      name: 'Night-glow poll',
      title: 'Fly the night glow?',
      under: 'You decide until 21:30',
      source: 'Votes of viewers until now',
      w: 1340,
      h: 420,
      lead: '#b79be0',
      ground: '#24173f',
      footGround: '#160c2a',
      chart: {
        form: 'bars',
        direction: 'lying',
        series: 'shares',
        columns: reads({ seriesName: 'Answer', value: 'Votes' }),
        colourBy: 'series',
        colours: [colours.saffron, '#8f78c8'],
        names: 'none',
        thickness: 0.8,
        valueLook: { ...numbers, size: 84 },
        nameLook: { size: 48 },
        entitled: 124_000,
      },
      more: [
        newElement('text', 'turnout-words', 'Turnout label', { ...label, x: 1128, y: 592, w: 190, h: 42, text: 'TURNOUT', size: 32, tracking: 60, align: 'right', colour: '#cbb8ec' }),
        newElement('text', 'turnout', 'Turnout', { ...figure, x: 1330, y: 588, w: 96, h: 50, text: '38 %', size: 38, tracking: 0 }),
      ],
      moreMoves: {
        enter: [...rise('turnout-words', 38, 22), ...rise('turnout', 40, 22)],
        exit: [...sink('turnout', 10), ...sink('turnout-words', 10)],
      },
      figures: [['turnout', '~turnout']],
      tallMore: { turnout: { x: 858, y: 920, w: 96 }, 'turnout-words': { x: 656, y: 924, w: 190 } },
      fields: [rows('Votes'), shown()],
      ties: [['chart', 'isRevealed', 'f-shown']],
      tall: { h: 420 },
    }),
    'rows-glow',
    'Answer',
  ); // prettier-ignore

/** The marks of the bench for one flight: what does not count is quiet. */
export const judgesMarks = (): Template =>
  bound(
    page({
      id: 'judges-marks',
      name: 'Judges’ marks',
      title: 'Judges’ marks',
      under: 'Ballet · Ox',
      source: 'Highest and lowest do not count · scale begins at 8',
      w: 1200,
      h: 690,
      chart: {
        form: 'bars',
        columns: reads({ name: 'Judge', series: ['Mark'] }),
        picked: 'Brill, Dace, Elm',
        colours: [colours.saffron],
        fromZero: false,
        ends: 'fixed',
        least: 8,
        greatest: 9.5,
        thickness: 0.7,
        format: figuresOf(1),
        values: 'inside',
        valueLook: { ...numbers, size: 64 },
        nameLook: { size: 48 },
      },
      fields: [rows('Marks'), textField('f-picked', 'Counts', 'Brill, Dace, Elm', 'The judges whose marks count', { sample: false, maxLength: 40 })],
      ties: [['chart', 'picked', 'f-picked']],
      tall: { h: 760 },
    }),
    'rows-marks',
    'Judge',
  ); // prettier-ignore

/** The points after each round: bars overtake one another. */
export function titleRace(): Template {
  const made = page({
    id: 'title-race',
    name: 'Title race',
    title: 'Race for the title',
    under: 'After the duel',
    source: 'Points of all rounds added up',
    figures: [['under', '~round']],
    w: 1340,
    h: 690,
    carry: 120,
    chart: {
      form: 'bars',
      direction: 'lying',
      columns: reads({ name: 'Team', series: ['Points'], colour: 'Colour', round: 'Round' }),
      sort: 'largest',
      colourBy: 'column',
      thickness: 0.72,
      round: 3,
      turnAfter: 4,
      format: figuresOf(1),
    },
    fields: [
      rowsField(
        'f-rows',
        'Points',
        emptyList,
        'From the data; hidden, put in order or corrected for this card',
      ),
      picked('A team'),
    ],
    ties: [['chart', 'picked', 'f-picked']],
    tall: { h: 760 },
  });
  letTurn(made, 'chart', 'by-hand', () => 'f-round');
  const round = made.fields.find(({ id }) => id === 'f-round');
  if (round) Object.assign(round, { name: 'Round', help: 'Which round is shown; Next goes on' });
  return bound(made, 'rows-rounds', null);
}

/** The knockout of the rokkaku duels. */
export const duelBracket = (): Template =>
  bound(
    page({
      id: 'duel-bracket',
      name: 'Duel bracket',
      title: 'Rokkaku duels',
      under: 'Who meets whom',
      source: 'Lines cut, best of five',
      w: 1690,
      h: 690,
      chart: {
        form: 'bracket',
        columns: reads({ name: 'Left', other: 'Right', series: ['Left lines', 'Right lines'], panel: 'Round' }),
        colours: [colours.saffron],
        lineW: 3,
        lines: '#f6f0e033',
        corner: 0,
        nameLook: { size: 38 },
        valueLook: { ...numbers, size: 40 },
      },
      grow: [['chart', 'grow', { style: 'figures', cascade: { ...newCascade('column'), delay: 14 } }, [24, 0], [90, 1]]],
      fields: [rows('Matches')],
      tall: { h: 900, nameLook: { size: 34, minScale: 0.9 }, tickLook: { size: 32, minScale: 0.95, colour: colours.mist }, valueLook: { ...numbers, size: 34 } },
    }),
    'rows-duels',
    null,
  ); // prettier-ignore

/** Knots over time, with the line above which nobody flies. */
const limited = {
  ticks: 4,
  limit: 'value',
  limitAt: 30,
  limitText: 'No flying above 30',
  limitColour: '#ff7d62',
  format: figuresOf(1),
  nameLook: { size: 36 },
  valueLook: { ...numbers, size: 52 },
} as const satisfies Partial<ChartElement>;

/** The wind of a day against the limit; the step goes to the hour that stopped the flying. */
export function windDay(): Template {
  const made = page({
    id: 'wind-day',
    name: 'Wind of the day',
    title: 'Wind today',
    under: 'Pier head · gusts in knots',
    source: 'Gusts of every ten minutes',
    w: 1500,
    h: 640,
    lead: '#6fbf8a',
    chart: {
      form: 'areas',
      columns: reads({ name: 'Time', series: ['Gust'] }),
      along: 'dates',
      seenFrom: '12:50',
      seenTo: '14:10',
      zoom: 0,
      colours: [colours.saffron],
      lineW: 7,
      dot: 20,
      shading: 0.55,
      ends: 'fixed',
      least: 0,
      greatest: 40,
      ...limited,
    },
    fields: [
      rows('Wind'),
      textField('f-from', 'Stretch, from', '12:50', 'Where the step goes to', { sample: false, maxLength: 5 }),
      textField('f-to', 'Stretch, to', '14:10', 'Where it ends', { sample: false, maxLength: 5 }),
      numberField('f-limit', 'Flying limit', 30, { min: 0, max: 40 }, 'Knots at which flying stops'),
    ],
    ties: [
      ['chart', 'limitAt', 'f-limit'],
      ['chart', 'seenFrom', 'f-from'],
      ['chart', 'seenTo', 'f-to'],
    ],
    grow: [
      ['chart', 'grow', { style: 'figures' }, [26, 0], [110, 1]],
      ['chart', 'opacity', { style: 'words', cascade: { ...newCascade('column'), delay: 6 } }, [22, 0], [50, 1]],
    ],
    tall: { h: 700 },
  }); // prettier-ignore
  return bound(
    {
      ...made,
      steps: [
        { id: 'near', name: 'To the stretch', ...moving([['chart', 'zoom', { style: 'cloth' }, [0, 0], [70, 1]]]) },
        { id: 'whole', name: 'The whole day', ...moving([['chart', 'zoom', { style: 'cloth' }, [0, 0], [60, -1]]]) },
      ],
    },
    'rows-wind-day',
    'Time',
  ); // prettier-ignore
}

/** The wind of the last hour against the limit: its window moves on with the clock. */
export const windHour = (): Template =>
  bound(
    page({
      id: 'wind-hour',
      name: 'Wind of the hour',
      title: 'Wind, last hour',
      under: 'Pier head · knots',
      source: 'Mean of two minutes, and gusts',
      w: 1500,
      h: 640,
      lead: '#6fbf8a',
      chart: {
        form: 'lines',
        columns: reads({ name: 'time', series: ['gust', 'mean'] }),
        along: 'dates',
        window: 3600,
        curve: 'smooth',
        colourBy: 'series',
        colours: [colours.saffron, '#62b6c4'],
        lineW: 7,
        dot: 20,
        ends: 'fixed',
        least: 0,
        greatest: 36,
        ...limited,
      },
      fields: [
        rows('Wind', 'From the logger on the pier'),
        numberField('f-limit', 'Flying limit', 30, { min: 0, max: 60 }, 'Knots at which flying stops'),
        textField('f-limit-text', 'Words of the limit', 'No flying above 30', 'Stands at its line', { sample: false, maxLength: 26 }),
        numberField('f-window', 'Window', 3600, { min: 120, max: 3600 }, 'Seconds that are seen'),
      ],
      ties: [['chart', 'limitAt', 'f-limit'], ['chart', 'limitText', 'f-limit-text'], ['chart', 'window', 'f-window']],
      grow: [['chart', 'grow', { style: 'figures' }, [26, 0], [110, 1]], ['chart', 'opacity', { style: 'words', cascade: { ...newCascade('column'), delay: 6 } }, [22, 0], [50, 1]]],
      tall: { h: 700 },
    }),
    'wind-log',
    'time',
  ); // prettier-ignore
