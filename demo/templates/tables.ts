// Rows in columns: the standings, the timetable, the start list, the judges' sheet. Cloth cut into strips, one a row.
import { change, inMotion, moving, tall, template, textField, type Move } from '../../library/make';
import { column, px, rowsField, share } from '../../library/rows';
import {
  cellContents,
  emptyList,
  letTurn,
  newCascade,
  newColumnTie,
  newElement,
  type CellLookPart,
  type Element,
  type TableElement,
  type Template,
} from '../../src/core/show';
import { rowsInto } from './bound';
import { colours, figure, label, leanOf, look, name, rise, sink } from './cloth';

const words: CellLookPart = { ...name, weight: 660, stretch: 92, tracking: 0, size: 40, leading: 0.92, fit: 'wrap', maxLines: 4, padX: 20, padY: 3, minScale: 0.5 }; // prettier-ignore
const numbers: CellLookPart = { ...figure, weight: 740, stretch: 100, tracking: 0, size: 42, align: 'right', padX: 20, fit: 'shrink', minScale: 0.6 }; // prettier-ignore
const heading: CellLookPart = { ...label, size: 32, tracking: 30, padX: 10, letters: 'upper', fill: colours.deep, colour: colours.mist, fit: 'shrink', minScale: 0.6 }; // prettier-ignore

interface Page {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly under: string;
  readonly top: number;
  readonly table: Partial<TableElement> & { w: number };
  /** What stands in cells, drawn by hand. */
  readonly drawn?: readonly Element[];
  /** Rows that come and go in a Change do so one after another. */
  readonly fields?: NonNullable<Parameters<typeof template>[0]['fields']>;
  readonly hasPages?: boolean;
  readonly tall: Partial<TableElement>;
}

/** A head of saffron cloth on the line it hangs from, and the table below it. */
function page(of: Page): Template {
  const { top, table, drawn = [] } = of;
  const [head, left] = [92, 96];
  const { w } = table;
  const rows = { cascade: { ...newCascade('row'), delay: 3 } };
  const inTurn = (side: 'old' | 'new') => ({ cascade: { ...newCascade('row'), delay: 2 }, side });
  const hasPages = of.hasPages ?? false;
  const elements: Element[] = [
    newElement('line', 'line', 'Bridle', { x: left, y: top, w: w + leanOf(head), h: 0, thickness: 3, fill: colours.ivory, drawSoft: 160 }),
    newElement('rect', 'head', 'Head', { x: left, y: top, w: w + leanOf(head), h: head, slantRight: leanOf(head), fill: colours.saffron }),
    newElement('text', 'title', 'Title', { ...name, x: left + 32, y: top + 12, w: w * 0.62, h: 68, text: of.title, weight: 820, size: 52, colour: colours.deep, minScale: 0.6 }),
    newElement('text', 'under', 'Under', { ...label, x: left + w - 420, y: top + 22, w: hasPages ? 330 : 400, h: 50, text: of.under, size: 36, tracking: 10, align: 'right', colour: '#5a3a06', minScale: 0.84 }),
    ...(hasPages
      ? [
          newElement('text', 'page', 'Page', { ...figure, x: left + w - 96, y: top + 22, w: 40, h: 50, text: '1', size: 36, tracking: 0, align: 'right', colour: colours.deep }),
          newElement('text', 'of', 'Of', { ...label, x: left + w - 52, y: top + 22, w: 24, h: 50, text: '/', size: 36, tracking: 0, align: 'centre', colour: '#5a3a06' }),
          newElement('text', 'pages', 'Pages', { ...label, x: left + w - 26, y: top + 22, w: 50, h: 50, text: '3', size: 36, tracking: 0, colour: '#5a3a06' }),
        ]
      : []),
    ...drawn,
    newElement('table', 'table', 'Rows', {
      x: left,
      y: top + head + 6,
      rowH: 66,
      gapY: 6,
      gapHeads: 6,
      look: { ...words, fill: colours.ink },
      children: drawn.map(({ id }) => id),
      ...table,
    }),
  ]; // prettier-ignore
  const made = template({
    id: of.id,
    name: of.name,
    lane: 'full',
    tags: ['page'],
    clears: ['lower'],
    elements,
    order: ['line', 'head', 'title', 'under', ...(hasPages ? ['page', 'of', 'pages'] : []), 'table'],
    fields: [
      textField('f-title', 'Title', of.title, 'What the rows are of', { sample: false, maxLength: 20 }),
      textField('f-under', 'Under', of.under, 'Beside the title', {
        sample: false,
        maxLength: hasPages ? 20 : 28,
      }),
      ...(of.fields ?? []),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['under', 'text', 'f-under'],
    ],
    enter: moving([
      ['line', 'drawEnd', { style: 'line' }, [0, 0], [22, 1]],
      ['head', 'wipeRight', { style: 'cloth' }, [6, 1], [36, 0]],
      ...rise('title', 15, 24),
      ...rise('under', 20, 22),
      ...(hasPages ? [...rise('page', 23, 20), ...rise('of', 24, 20), ...rise('pages', 25, 20)] : []),
      ['table', 'wipeRight', { ...rows, style: 'cloth' }, [10, 1], [62, 0]],
      ['table', 'x', { ...rows, style: 'cloth' }, [10, -48], [66, 0]],
    ]),
    exit: moving([
      ['table', 'wipeRight', { ...rows }, [0, 0, 'strong-in'], [28, 1]],
      ...(hasPages ? [...sink('pages', 16), ...sink('of', 16), ...sink('page', 17)] : []),
      ...sink('under', 18),
      ...sink('title', 20),
      ['head', 'wipeRight', { style: 'cloth' }, [10, 0, 'strong-in'], [32, 1]],
      ['line', 'drawEnd', { style: 'line' }, [20, 1, 'strong-in'], [36, 0]],
    ]),
    changes: [
      change(
        'rows',
        'New rows',
        56,
        [
          ['table', 'wipeLeft', { ...inTurn('old') }, [0, 0, 'strong-in'], [26, 1]],
          ['table', 'wipeRight', { ...inTurn('new') }, [14, 1], [56, 0]],
        ] as Move[],
        { swap: null, carryFrom: 4, carryTo: 46 },
      ),
    ],
  });
  const shown = inMotion(made, look);
  if (hasPages) {
    letTurn(shown, 'table', 'by-time', () => 'f-page');
    shown.ties.push(newColumnTie('page', 'text', 'table', '~page'), newColumnTie('pages', 'text', 'table', '~pages')); // prettier-ignore
  }
  const places = Object.fromEntries(
    [...elements]
      .filter(({ id, kind }) => kind !== 'table' && !drawn.some((one) => one.id === id))
      .map((own): [string, object] => [
        own.id,
        own.id === 'title'
          ? { x: 128, y: 360, w: 420 }
          : own.id === 'under'
            ? { x: 560, y: 370, w: hasPages ? 310 : 400 }
            : own.id === 'page'
              ? { x: 872, y: 370, w: 40 }
              : own.id === 'of'
                ? { x: 914, y: 370, w: 24 }
                : own.id === 'pages'
                  ? { x: 940, y: 370, w: 44 }
                  : { x: 96, y: 348, w: 888 },
      ]),
  );
  return tall(shown, { ...places, table: { x: 96, y: 348 + head + 6, w: 870, ...of.tall } });
}

/** Rows of some data for the table of a page. */
const bound = (made: Template, data: string, key: string): Template => rowsInto(made, 'table', data, key);

/** Twenty-four teams, eight a page: their flags, how they moved, their points; a team may be picked out. */
export function standings(): Template {
  const lead = newElement('rect', 'lead', 'Lead edge', { x: 96, y: 96, w: 28, h: 70, slantLeft: 16, slantRight: 16, fill: colours.saffron }); // prettier-ignore
  const made = page({
    id: 'standings',
    name: 'Standings',
    title: 'Standings',
    under: 'After two rounds',
    top: 150,
    hasPages: true,
    drawn: [lead],
    fields: [textField('f-own', 'Picked out', '', 'Code of a team, such as SKE', { sample: false, upper: true, maxLength: 3 })], // prettier-ignore
    table: {
      w: 1300,
      rowH: 70,
      perPage: 8,
      lastPage: 'even',
      turnAfter: 9,
      flash: colours.coral,
      heads: [{ id: 'h', h: 44, cells: {} }],
      columns: [
        column('place', { kind: 'number', column: 'Place', missing: '', format: { ...cellContents.number.plain.format, most: 0 } }, px(92), { ...numbers, align: 'centre', padX: 8, fill: colours.deep, colour: colours.saffron }, { title: '' }),
        column('moved', { kind: 'movement', column: 'Place', before: 'Was', up: '#8fbf5a', down: colours.coral, same: colours.mist }, px(96), { ...numbers, size: 30, padX: 6, align: 'centre' }, { title: '' }),
        column('flag', { kind: 'picture', column: 'Code', set: 'flags', fit: 'cover' }, px(84), { padX: 8, padY: 5 }, { title: '' }),
        column('team', { kind: 'text', column: 'Team' }, share()),
        column('form', { kind: 'sparkline', column: 'Form', colour: colours.saffron, lineW: 3, dot: 9, thickness: 0.62 }, px(176), { padX: 16 }, { title: 'Form' }),
        column('score', { kind: 'number', column: 'Score', format: { ...cellContents.number.plain.format, least: 2, most: 2 } }, px(210), { ...numbers, padX: 28, slantRight: 16 }, { changes: 'count', flashes: true, evenSize: true }),
        column('lead', { kind: 'drawn', child: 'lead' }, px(12), { padX: 0, padY: 0, align: 'right', fill: '#00000000' }, { title: '' }),
      ],
      rules: [
        { id: 'heads', lines: { kind: 'heads' }, columns: [], look: heading },
        { id: 'head-lead', lines: { kind: 'heads' }, columns: ['lead'], look: { fill: '#00000000' } },
        { id: 'head-right', lines: { kind: 'heads' }, columns: ['score'], look: { align: 'right', slantRight: 0, padX: 12 } },
        { id: 'head-end', lines: { kind: 'heads' }, columns: ['score'], look: { slantRight: 11, padX: 28 } },
        { id: 'head-team', lines: { kind: 'heads' }, columns: ['team'], look: { padX: 20 } },
        { id: 'head-form', lines: { kind: 'heads' }, columns: ['form'], look: { align: 'centre', padX: 8 } },
        { id: 'own', lines: { kind: 'where', column: 'Code', test: 'is', than: '', field: 'f-own' }, columns: ['moved', 'flag', 'team', 'form', 'score'], look: { fill: colours.tide } },
      ],
    },
    tall: { columnScale: 0.76, rowH: 130 },
  }); // prettier-ignore
  made.ties.push(newColumnTie('lead', 'fill', 'table', 'Colour'));
  return bound(made, 'overall', 'Code');
}

/** What flies when and where, and what is late. */
export const timetable = (): Template =>
  bound(
    page({
      id: 'timetable',
      name: 'Timetable',
      title: 'Still to fly',
      under: 'Saturday · day two',
      top: 236,
      table: {
        w: 1460,
        perPage: 6,
        rowH: 94,
        columns: [
          column('start', { kind: 'text', column: 'start' }, px(170), { ...figure, stretch: 100, size: 48, tracking: 0, colour: colours.saffron, fill: colours.deep, align: 'centre' }),
          column('title', { kind: 'text', column: 'title' }, share(1.3), { ...words, size: 44 }),
          column('field', { kind: 'text', column: 'field' }, share(1.1), { ...label, size: 40, tracking: 10 }),
          column('delay', { kind: 'number', column: 'delay', missing: '', format: { ...cellContents.number.plain.format, most: 0, sign: 'always', after: ' min' } }, px(170), { ...numbers, size: 36, padX: 8, colour: colours.mist }),
        ],
        rules: [
          { id: 'late', lines: { kind: 'where', column: 'delay', test: 'greater', than: '0', field: null }, columns: ['delay'], look: { fill: colours.rust, colour: colours.ivory } },
          { id: 'on-time', lines: { kind: 'where', column: 'delay', test: 'is', than: '0', field: null }, columns: ['delay'], look: { colour: '#00000000' } },
        ],
      },
      tall: { columnScale: 0.92, rowH: 160 },
    }),
    'timetable',
    'title',
  ); // prettier-ignore

/** Who flies in which heat: a heat and its time are one cell beside its teams. */
export const startList = (): Template =>
  bound(
    page({
      id: 'start-list',
      name: 'Start list',
      title: 'Rokkaku duel',
      under: 'Heats one to four',
      top: 150,
      table: {
        w: 1360,
        perPage: 9,
        rowH: 76,
        columns: [
          column('start', { kind: 'text', column: 'Start' }, px(150), { ...figure, stretch: 100, size: 44, tracking: 0, colour: colours.deep, fill: colours.saffron, align: 'centre', padX: 8 }, { joinsEqual: true }),
          column('heat', { kind: 'text', column: 'Heat' }, px(160), { ...label, size: 38, fill: colours.deep, align: 'centre', padX: 8 }, { joinsEqual: true }),
          column('flag', { kind: 'picture', column: 'Code', set: 'flags', fit: 'cover' }, px(88), { padX: 10, padY: 6 }),
          column('team', { kind: 'text', column: 'Team' }, share(1.2)),
          column('pilot', { kind: 'text', column: 'Pilot' }, share(), { ...label, size: 38, tracking: 10 }),
        ],
        rules: [{ id: 'alternate', lines: { kind: 'every-other' }, columns: ['flag', 'team', 'pilot'], look: { fill: '#123845' } }],
      },
      tall: { columnScale: 0.8, rowH: 140 },
    }),
    'rows-startlist',
    'Code',
  ); // prettier-ignore

const judges = ['Ash', 'Brill', 'Dace', 'Elm', 'Fay'];

/** The five marks of each flight under one head, and what counts of them; below the mean of each judge. */
export const judgesSheet = (): Template =>
  bound(
    page({
      id: 'judges-sheet',
      name: 'Judges’ sheet',
      title: 'Ballet, final',
      under: 'Highest and lowest dropped',
      top: 190,
      fields: [rowsField('f-rows', 'Marks', emptyList, 'From the judges’ table; hidden, put in order or corrected for this card')],
      table: {
        w: 1400,
        perPage: 6,
        rowH: 76,
        heads: [
          { id: 'h1', h: 46, cells: { flag: { text: '', across: 2, total: null }, [judges[0] as string]: { text: 'Judges', across: 5, total: null }, counts: { text: '', across: 1, total: null } } },
          { id: 'h2', h: 46, cells: { flag: { text: 'Team', across: 2, total: null } } },
        ],
        feet: [
          { id: 'f', h: 54, cells: { flag: { text: 'Mean', across: 2, total: null }, ...Object.fromEntries(judges.map((id) => [id, { text: null, across: 1, total: 'mean' as const }])), counts: { text: null, across: 1, total: 'mean' } } },
        ],
        columns: [
          column('flag', { kind: 'picture', column: 'Code', set: 'flags', fit: 'cover' }, px(88), { padX: 10, padY: 6 }),
          column('team', { kind: 'text', column: 'Team' }, share()),
          ...judges.map((id) => column(id, { kind: 'number', column: id, format: { ...cellContents.number.plain.format, least: 1, most: 1 } }, px(116), { ...numbers, align: 'centre', weight: 620, size: 40, padX: 4 }, { changes: 'count', flashes: true })),
          column('counts', { kind: 'number', column: 'Counts', format: { ...cellContents.number.plain.format, least: 1, most: 1 } }, px(160), { ...numbers, align: 'centre', size: 46, fill: colours.saffron, colour: colours.deep }, { changes: 'count', flashes: true }),
        ],
        rules: [
          { id: 'heads', lines: { kind: 'heads' }, columns: [], look: heading },
          { id: 'centred', lines: { kind: 'heads' }, columns: [...judges, 'counts'], look: { align: 'centre', padX: 4 } },
          { id: 'foot', lines: { kind: 'foot' }, columns: [], look: { ...heading, size: 34, tracking: 0, padX: 10, figures: 'tabular', letters: 'as-typed' } },
          { id: 'alternate', lines: { kind: 'every-other' }, columns: ['flag', 'team', ...judges], look: { fill: '#123845' } },
        ],
      },
      tall: { columnScale: 0.68, rowH: 150 },
    }),
    'rows-judges',
    'Code',
  ); // prettier-ignore
