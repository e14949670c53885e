// Rows in blades: a table page by page, and news that runs along the foot.
import {
  newColumnTie,
  newElement,
  newTether,
  type CrawlLook,
  type Element,
  type RowList,
  type TableColumn,
  type TableRule,
  type Template,
} from '../../src/core/show';
import { change, inMotion, moving, tall, template, textField } from '../make';
import { column, inTurn, listOf, px, rowsField, share, turnByTime } from '../rows';
import {
  blade,
  head,
  leanOf,
  line,
  saltmarshLook,
  shear,
  slideIn,
  slideOut,
  slideOver,
  unshear,
} from './look';

const teams = listOf(
  [['Team', 'text'], ['Flown', 'number'], ['Points', 'number'], ['Colour', 'colour']],
  [
    ['Skerry', 6, 31, '#e5533d'],
    ['Saltings', 6, 29, '#3d8fe5'],
    ['Dunlin Line', 6, 26, '#e9b63d'],
    ['Krákvåg', 5, 24, '#6fbf5a'],
    ['Ox', 6, 22, '#b35fd0'],
    ['Harbour wall', 5, 19, '#3fc0b4'],
    ['Outer Bar', 6, 17, '#e57f3d'],
    ['Tern & Tide', 5, 14, '#d94f7c'],
    ['Pellow', 6, 11, '#8fa3b0'],
    ['Northlight', 5, 8, '#c8c14a'],
  ],
); // prettier-ignore

const figures = {
  ...head,
  letters: 'as-typed',
  size: 44,
  stretch: 100,
  align: 'right',
  padX: 18,
  fit: 'shrink',
  minScale: 0.6,
} as const;
const [left, top, height] = [96, 176, 108];
const lean = leanOf(64);

interface Page {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly under: string;
  readonly rows: RowList;
  readonly help: string;
  readonly hasPages: boolean;
  readonly wide: number;
  readonly columns: readonly TableColumn[];
  readonly rules: readonly TableRule[];
}

/** Rows as blades under a head, each with the colour of its team before it. */
function page(of: Page): Template {
  const x = left;
  const { wide } = of;
  const colour = newElement('rect', 'colour', 'Team colour', {
    x,
    y: 96,
    w: 40,
    h: 64,
    slantLeft: lean,
    slantRight: lean,
    fill: '@sm-flash',
  });
  const made = template({
    id: of.id,
    name: of.name,
    lane: 'full',
    clears: ['lower'],
    elements: [
      blade('lead', 'Lead blade', [x + 30, top, 40, height], '@sm-flash'),
      blade('head', 'Head blade', [x + 80, top, wide - 110, height], '@sm-leaf'),
      newElement('text', 'title', 'Title', { ...head, x: x + 130, y: top + 14, w: 640, h: 80, text: of.title, size: 64, minScale: 0.6 }),
      newElement('text', 'under', 'Under', { ...line, x: x + wide - 400, y: top + 26, w: 340, h: 56, text: of.under, colour: '@sm-paper', align: 'right', minScale: 0.84 }),
      colour,
      newElement('table', 'table', 'Rows', {
        x,
        y: top + height + 12,
        w: wide,
        rowH: of.hasPages ? 78 : 98,
        gapY: 8,
        gapHeads: 8,
        perPage: 6,
        lastPage: 'even',
        turnAfter: 9,
        flash: '#ffb31a',
        look: { ...line, size: 42, weight: 650, padX: 24, padY: 4, fill: '@sm-deep', colour: '@sm-paper', slantLeft: 0, slantRight: 0, fit: 'wrap', maxLines: 3, minScale: 0.5 },
        children: ['colour'],
        heads: [{ id: 'h', h: 42, cells: {} }],
        columns: [column('colour', { kind: 'drawn', child: 'colour' }, px(52), { padX: 0, padY: 0, fill: '#00000000' }, { title: '' }), ...of.columns],
        rules: [
          { id: 'heads', lines: { kind: 'heads' }, columns: [], look: { ...line, letters: 'upper', size: 32, tracking: 40, fill: '#0a221cb8', colour: '@sm-paper', slantLeft: 0, slantRight: 0, padX: 18, fit: 'shrink', minScale: 0.6 } },
          { id: 'head-colour', lines: { kind: 'heads' }, columns: ['colour'], look: { fill: '#00000000' } },
          ...of.rules,
        ],
      }),
    ],
    order: ['head', 'lead', 'title', 'under', 'table'],
    fields: [
      textField('f-title', 'Title', of.title, 'What the rows are of', { sample: false, maxLength: 18 }),
      textField('f-under', 'Under', of.under, 'Beside the title', { sample: false, maxLength: 22 }),
      rowsField('f-rows', 'Rows', of.rows, of.help),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['under', 'text', 'f-under'],
      ['table', 'list', 'f-rows'],
    ],
    enter: moving([
      shear('lead', 0, 1, 20, 'sm-lead'),
      shear('head', 6, -1, 26),
      ...slideIn('title', 15, 24),
      ...slideIn('under', 20, 22),
      ['table', 'wipeTop', { ...inTurn(4), style: 'sm-blade' }, [10, 1], [40, 0]],
      ['table', 'x', { ...inTurn(4), style: 'sm-blade' }, [10, -60], [44, 0]],
    ]),
    exit: moving([
      ['table', 'wipeTop', { ...inTurn(2) }, [0, 0, 'strong-in'], [14, 1]],
      ...slideOut('under', 16),
      ...slideOut('title', 18),
      unshear('head', 26, -1),
      unshear('lead', 32, 1, 14, 'sm-lead'),
    ]),
    changes: [
      change('rows', 'New rows', 52, [
        ['table', 'wipeBottom', { ...inTurn(2), side: 'old' }, [0, 0, 'strong-in'], [22, 1]],
        ['table', 'wipeTop', { ...inTurn(2), side: 'new' }, [14, 1], [50, 0]],
      ], { swap: null, carryFrom: 4, carryTo: 44 }),
    ],
  }); // prettier-ignore
  const shown = inMotion(made, saltmarshLook);
  if (of.hasPages) turnByTime(shown, 'table');
  shown.ties.push(newColumnTie('colour', 'fill', 'table', 'Colour'));
  const y = 372;
  return tall(shown, {
    lead: { x: 72, y, w: 40 + leanOf(height) },
    head: { x: 116, y, w: 800 + leanOf(height) },
    title: { x: 172, y: y + 14, w: 410, size: 50 },
    under: { x: 590, y: y + 26, w: 300, size: 34 },
    table: { x: 72, y: y + height + 12, w: 900, columnScale: 0.86, rowH: of.hasPages ? 112 : 190 },
  });
}

/** A league page by page. */
export const table = (): Template =>
  page({
    id: 'sm-table',
    name: 'Saltmarsh table',
    title: 'Standings',
    under: 'After six duels',
    rows: teams,
    help: 'Team, Flown, Points and Colour; bind it to a table or a source',
    hasPages: true,
    wide: 1180,
    columns: [
      column('team', { kind: 'text', column: 'Team' }, share(), { ...head, letters: 'as-typed', size: 44, weight: 760, padX: 30 }),
      column('flown', { kind: 'number', column: 'Flown' }, px(190), { ...figures, weight: 650 }),
      column('points', { kind: 'number', column: 'Points' }, px(230), { ...figures, fill: '@sm-paper', colour: '@sm-deep', slantLeft: 32, slantRight: 32, padX: 40 }, { changes: 'count', flashes: true, evenSize: true }),
    ],
    rules: [{ id: 'head-team', lines: { kind: 'heads' }, columns: ['team'], look: { padX: 30 } }],
  }); // prettier-ignore

const starters = listOf(
  [['Pilot', 'text'], ['Team', 'text'], ['Heat', 'text'], ['Start', 'text'], ['Colour', 'colour']],
  [
    ['Ida Marsh', 'Skerry', 'Heat 1', '14:30', '#e5533d'],
    ['Lúcia Vareiro', 'Dunlin Line', 'Heat 1', '14:30', '#e9b63d'],
    ['Ox', 'Outer Bar', 'Heat 2', '14:45', '#e57f3d'],
    ['浜辺 あおい', 'Saltings', 'Heat 2', '14:45', '#3d8fe5'],
    ['Bea Tolliver', 'Harbour wall', 'Heat 3', '15:00', '#3fc0b4'],
    ['Tern & Sons', 'Tern & Tide', 'Heat 3', '15:00', '#d94f7c'],
  ],
); // prettier-ignore

/** Who starts in which heat: a heat and its time are one cell beside its pilots. */
export const startList = (): Template =>
  page({
    id: 'sm-starts',
    name: 'Saltmarsh start list',
    title: 'Start list',
    under: 'Heats 1 to 3',
    rows: starters,
    help: 'Pilot, Team, Heat, Start and Colour; bind it to a table or a source',
    hasPages: false,
    wide: 1560,
    columns: [
      column('heat', { kind: 'text', column: 'Heat' }, px(160), { ...line, size: 40, weight: 700, align: 'centre', fill: '@sm-leaf', colour: '@sm-paper', padX: 12 }, { joinsEqual: true }),
      column('start', { kind: 'text', column: 'Start' }, px(150), { ...figures, align: 'centre', fill: '@sm-flash', colour: '@sm-deep', padX: 12 }, { joinsEqual: true }),
      column('pilot', { kind: 'text', column: 'Pilot' }, share(1.25), { ...head, letters: 'as-typed', size: 40, stretch: 100, weight: 740, leading: 0.95, padX: 24, padY: 2, fit: 'wrap', maxLines: 4, minScale: 0.76 }),
      column('team', { kind: 'text', column: 'Team' }, share(), { size: 40, leading: 0.95, padY: 2, maxLines: 4, minScale: 0.76 }),
    ],
    rules: [{ id: 'head-words', lines: { kind: 'heads' }, columns: ['pilot', 'team'], look: { padX: 24 } }],
  }); // prettier-ignore

const news = listOf(
  [['Text', 'text'], ['Category', 'text']],
  [
    ['Skerry take the third duel by two lines', 'Field'],
    ['High water at 16:40: the outer bar closes at 15:50', 'Tide'],
    ['Night-glow begins at the harbour wall at 21:15', 'Field'],
    ['The coast path is open again as far as the old pier', 'Tide'],
  ],
); // prettier-ignore

/** News along the foot; each kind has a blade of its own. */
export function crawl(): Template {
  const [y, h] = [908, 88];
  const lean = leanOf(h);
  const sorts = [
    ['field', 'Field', '@sm-flash', '@sm-deep'],
    ['tide', 'Tide', '@sm-paper', '@sm-deep'],
  ] as const;
  const parts: Element[] = sorts.flatMap(([id, words, fill, ink]): Element[] => [
    newElement('rect', `${id}-blade`, `${words} blade`, { x: 96, y, w: 200, h, slantLeft: lean, slantRight: lean, fill }),
    newElement('text', `${id}-label`, `${words} label`, { ...line, x: 136, y: y + 14, w: 260, h: 60, text: words, size: 42, weight: 700, tracking: 40, letters: 'upper', colour: ink, fit: 'as-is' }),
    newElement('text', `${id}-words`, `${words} words`, { ...line, x: 330, y: y + 12, w: 2400, h: 64, text: words, size: 48, weight: 600, tracking: 5, colour: '@sm-paper', fit: 'as-is' }),
    newElement('group', id, words, { children: [`${id}-blade`, `${id}-label`, `${id}-words`] }),
  ]);
  const looks = sorts.map(([id, value]): CrawlLook => ({ id, value, child: id, across: 1, before: 0, after: 0 }));
  const made = template({
    id: 'sm-crawl',
    name: 'Saltmarsh crawl',
    lane: 'lower',
    elements: [
      newElement('rect', 'lead', 'Lead strip', { x: 0, y: y - 8, w: 1920, h: 8, fill: '@sm-flash' }),
      newElement('rect', 'strip', 'Strip', { x: 0, y, w: 1920, h, fill: '@sm-deep' }),
      ...parts,
      newElement('crawl', 'crawl', 'Items', { x: 0, y, w: 1920, h, children: sorts.map(([id]) => id), looks, lookColumn: 'Category', gap: 64, speed: 200, fade: 96 }),
      blade('plate', 'Label blade', [112, y - 62, 240, 54], '@sm-leaf'),
      newElement('text', 'label', 'Label', { ...line, x: 132, y: y - 58, w: 200, h: 46, text: 'Latest', size: 36, weight: 700, letters: 'upper', tracking: 40, colour: '@sm-paper', align: 'centre', minScale: 0.8 }),
    ],
    order: ['lead', 'strip', 'crawl', 'plate', 'label'],
    fields: [
      textField('f-label', 'Label', 'Latest', 'One short word', { sample: false, maxLength: 10 }),
      rowsField('f-rows', 'Items', news, 'Text and Category; bind it to a table or a feed'),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['crawl', 'list', 'f-rows'],
    ],
    enter: moving([
      ['lead', 'wipeRight', { style: 'sm-lead' }, [0, 1], [24, 0]],
      ['strip', 'wipeTop', { style: 'sm-blade' }, [6, 1], [30, 0]],
      shear('plate', 14, 1, 22),
      ...slideIn('label', 20, 20),
      ['crawl', 'opacity', { style: 'sm-words' }, [20, 0, 'linear'], [34, 1]],
    ]),
    exit: moving([
      ['crawl', 'opacity', [0, 1, 'linear'], [10, 0]],
      ...slideOut('label', 10),
      unshear('plate', 16, 1, 12),
      ['strip', 'wipeTop', [8, 0, 'strong-in'], [22, 1]],
      ['lead', 'wipeRight', { style: 'sm-lead' }, [12, 0, 'strong-in'], [28, 1]],
    ]),
    changes: [change('label', 'Another label', 28, slideOver('label'), { when: [{ is: 'only', field: 'f-label' }], swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const shown = inMotion(made, saltmarshLook);
  for (const [id] of sorts) {
    shown.ties.push(newColumnTie(`${id}-label`, 'text', 'crawl', 'Category'), newColumnTie(`${id}-words`, 'text', 'crawl', 'Text'));
    // A blade is as long as its word.
    shown.tethers.push(
      newTether(`${id}-t`, `${id}-words`, 'left', `${id}-label`, 'right', 64),
      newTether(`${id}-b`, `${id}-blade`, 'width', `${id}-label`, 'width', 80),
    );
  }
  const down = 1680 - y;
  return tall(shown, {
    lead: { w: 1080, y: y - 8 + down },
    strip: { w: 1080, y: 1680 },
    crawl: { w: 1080, x: 0, y: 1680 },
    plate: { y: y - 62 + down },
    label: { y: y - 58 + down },
    ...Object.fromEntries(
      parts.flatMap((own): [string, object][] => (own.kind === 'group' ? [] : [[own.id, { x: own.x, y: own.y + down, w: own.w }]])),
    ),
  });
} // prettier-ignore
