// Rows in print: results page by page with a bar for each, and news that runs along the foot.
import {
  newColumnTie,
  newElement,
  newTether,
  type CrawlLook,
  type Element,
  type Template,
} from '../../src/core/show';
import { change, inMotion, moving, tall, template, textField, type Move } from '../make';
import { column, decimals, inTurn, listOf, px, rowsField, share, turnByTime } from '../rows';
import {
  comes,
  drawn,
  goes,
  hair,
  ledgerLook,
  mono,
  redrawn,
  rise,
  ruled,
  serif,
  sheet,
  sheetOf,
  sink,
  turnOver,
  undrawn,
} from './look';

const districts = listOf(
  [['District', 'text'], ['Votes', 'number'], ['Share', 'number'], ['Place', 'number'], ['Was', 'number']],
  [
    ['Harbour wall', 4120, 24.6, 1, 2],
    ['Lower Saltings', 3380, 20.2, 2, 1],
    ['Outer Bar', 2610, 15.6, 3, 3],
    ['Marram Head', 2240, 13.4, 4, 6],
    ['The Ropewalk', 1730, 10.3, 5, 4],
    ['Skerry', 1150, 6.9, 6, 5],
    ['Kråkvåg', 860, 5.1, 7, 7],
    ['Dunlin Flats', 400, 2.4, 8, 9],
    ['Old Pier', 250, 1.5, 9, 8],
  ],
); // prettier-ignore

/** Results page by page: the place and how it moved, a bar, a number; each row under a hairline. */
export function results(): Template {
  const [x, top, w] = [96, 196, 1240];
  const number = {
    ...mono,
    size: 40,
    weight: 600,
    tracking: 0,
    colour: '@lg-ink',
    align: 'right',
    padX: 14,
    fit: 'shrink',
    minScale: 0.6,
  } as const;
  const made = template({
    id: 'lg-results',
    name: 'Ledger results',
    lane: 'full',
    clears: ['lower'],
    elements: [
      ...sheet(x, top - 40, w, 840),
      newElement('text', 'title', 'Title', { ...serif, x: x + 40, y: top + 28, w: 800, h: 80, text: 'The people’s vote', typeStyle: 'lg-title', minScale: 0.55 }),
      newElement('text', 'note', 'Note', { x: x + 41, y: top + 106, w: 800, h: 48, text: 'All nine districts', typeStyle: 'lg-note', fit: 'squeeze', minScale: 0.7 }),
      newElement('text', 'page', 'Page', { ...mono, x: x + w - 196, y: top + 50, w: 70, h: 48, text: '1', size: 36, tracking: 0, align: 'right', colour: '@lg-ink' }),
      newElement('text', 'of', 'Of', { ...mono, x: x + w - 122, y: top + 50, w: 24, h: 48, text: '/', size: 36, tracking: 0, align: 'centre' }),
      newElement('text', 'pages', 'Pages', { ...mono, x: x + w - 96, y: top + 50, w: 56, h: 48, text: '2', size: 36, tracking: 0 }),
      hair('under', 'Hairline', x + 40, top + 168, w - 80),
      newElement('table', 'table', 'Rows', {
        x: x + 40,
        y: top + 184,
        w: w - 80,
        rowH: 104,
        gapY: 4,
        gapHeads: 4,
        perPage: 5,
        lastPage: 'even',
        turnAfter: 9,
        flash: '#ad2c24',
        look: { ...serif, size: 40, weight: 540, tracking: 0, leading: 0.95, padX: 14, padY: 2, fill: '@lg-paper', fit: 'wrap', maxLines: 4, minScale: 0.75 },
        heads: [{ id: 'h', h: 40, cells: {} }],
        columns: [
          column('place', { kind: 'number', column: 'Place', missing: '' }, px(86), { ...number, align: 'left', colour: '@lg-grey' }, { title: '' }),
          column('moved', { kind: 'movement', column: 'Place', before: 'Was', up: '#3f6b3a', down: '#ad2c24', same: '#5c554c' }, px(116), { ...number, size: 32, align: 'centre', padX: 6 }, { title: '' }),
          column('district', { kind: 'text', column: 'District' }, share(2.2)),
          column('bar', { kind: 'bar', column: 'Votes', colour: '#ad2c24', thickness: 0.34 }, share(), { padX: 10 }, { title: '' }),
          column('votes', { kind: 'number', column: 'Votes' }, px(156), number, { changes: 'count', flashes: true, evenSize: true }),
          column('share', { kind: 'number', column: 'Share', format: { ...decimals(1), after: ' %' } }, px(166), { ...number, colour: '@lg-grey' }, { changes: 'count', evenSize: true }),
        ],
        rules: [
          { id: 'heads', lines: { kind: 'heads' }, columns: [], look: { ...mono, size: 30, padX: 14, fit: 'shrink', minScale: 0.6 } },
          { id: 'head-right', lines: { kind: 'heads' }, columns: ['votes', 'share'], look: { align: 'right' } },
          { id: 'first', lines: { kind: 'where', column: 'Place', test: 'is', than: '1', field: null }, columns: [], look: { fill: '@lg-tone' } },
        ],
      }),
    ],
    order: [...sheetOf(), 'title', 'note', 'page', 'of', 'pages', 'under', 'table'],
    fields: [
      textField('f-title', 'Title', 'The people’s vote', 'What the rows are of', { sample: false, maxLength: 26 }),
      textField('f-note', 'Note', 'All nine districts', 'How it was counted', { sample: false, maxLength: 36 }),
      rowsField('f-rows', 'Rows', districts, 'District, Votes, Share, Place and Was; bind it to a table or a source'),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['note', 'text', 'f-note'],
      ['table', 'list', 'f-rows'],
    ],
    enter: moving([
      ...comes(false, 44),
      ...rise('title', 15, 26),
      ...rise('note', 19, 24),
      ...['page', 'of', 'pages'].flatMap((id, i) => rise(id, 22 + i, 20)),
      drawn('under', 22),
      ['table', 'wipeRight', { ...inTurn(4), style: 'lg-words' }, [20, 1], [58, 0]],
    ] as Move[]),
    exit: moving([
      ['table', 'wipeRight', { ...inTurn(2) }, [0, 0, 'strong-in'], [16, 1]],
      undrawn('under', 14),
      ...['page', 'of', 'pages'].flatMap((id) => sink(id, 12)),
      ...sink('note', 14),
      ...sink('title', 16),
      ...goes(36),
    ] as Move[]),
    changes: [
      change('rows', 'New rows', 50, [
        redrawn(40),
        ['table', 'wipeBottom', { ...inTurn(2), side: 'old' }, [0, 0, 'strong-in'], [18, 1]],
        ['table', 'wipeBottom', { ...inTurn(2), side: 'new' }, [14, 1], [46, 0]],
      ], { swap: null, carryFrom: 4, carryTo: 42 }),
    ],
  }); // prettier-ignore
  const shown = inMotion(made, ledgerLook);
  turnByTime(shown, 'table');
  shown.ties.push(
    newColumnTie('page', 'text', 'table', '~page'),
    newColumnTie('pages', 'text', 'table', '~pages'),
  );
  const y = 420;
  return tall(shown, {
    rule: { x: 72, y: y + ruled / 2, w: 936 },
    sheet: { x: 72, y: y + ruled, w: 936, h: 1170 },
    title: { x: 112, y: y + 28, w: 640 },
    note: { x: 113, y: y + 106, w: 640 },
    page: { x: 792, y: y + 50 },
    of: { x: 866, y: y + 50 },
    pages: { x: 892, y: y + 50 },
    under: { x: 112, y: y + 168, w: 856 },
    table: { x: 100, y: y + 184, w: 880, columnScale: 0.82, rowH: 176 },
  });
}

const subjects = listOf(
  [['Subject', 'text'], ['Who', 'text'], ['When', 'text']],
  [
    ['What the vote decides', 'Edda Thornwick', '20:15'],
    ['Nine districts, one harbour', 'Bea Tolliver', '20:24'],
    ['Should the wall be higher?', 'Ida Marsh and guests', '20:38'],
    ['The night in pictures', 'Lúcia Vareiro', '20:52'],
  ],
); // prettier-ignore

/** What comes when, with whom: a sheet of rows under a red rule. */
export function agenda(): Template {
  const [x, top, w] = [96, 300, 1340];
  const made = template({
    id: 'lg-agenda',
    name: 'Ledger running order',
    lane: 'full',
    clears: ['lower'],
    elements: [
      ...sheet(x, top, w, 696),
      newElement('text', 'title', 'Title', { ...serif, x: x + 40, y: top + 28, w: w - 80, h: 80, text: 'Tonight', typeStyle: 'lg-title', minScale: 0.55 }),
      hair('under', 'Hairline', x + 40, top + 124, w - 80),
      newElement('table', 'table', 'Rows', {
        x: x + 40,
        y: top + 140,
        w: w - 80,
        rowH: 102,
        gapY: 4,
        perPage: 5,
        look: { ...serif, size: 40, weight: 540, tracking: 0, leading: 0.98, padX: 14, padY: 2, fill: '@lg-paper', fit: 'wrap', maxLines: 4, minScale: 0.75 },
        columns: [
          column('when', { kind: 'text', column: 'When' }, px(150), { ...mono, size: 40, weight: 600, tracking: 0, colour: '@lg-red', padX: 8 }),
          column('subject', { kind: 'text', column: 'Subject' }, share(1.2), { ...serif, size: 42, weight: 620, tracking: 0, leading: 0.98 }),
          column('who', { kind: 'text', column: 'Who' }, share(), { ...serif, size: 40, weight: 480, tracking: 0, leading: 0.98, colour: '@lg-grey' }),
        ],
        rules: [{ id: 'first', lines: { kind: 'place', at: 1 }, columns: [], look: { fill: '@lg-tone' } }],
      }),
    ],
    order: [...sheetOf(), 'title', 'under', 'table'],
    fields: [
      textField('f-title', 'Title', 'Tonight', 'One line', { sample: false, maxLength: 30 }),
      rowsField('f-rows', 'Rows', subjects, 'When, Subject and Who; bind it to a table or a source'),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['table', 'list', 'f-rows'],
    ],
    enter: moving([...comes(false, 40), ...rise('title', 15, 26), drawn('under', 22), ['table', 'wipeRight', { ...inTurn(5), style: 'lg-words' }, [20, 1], [58, 0]]] as Move[]),
    exit: moving([['table', 'wipeRight', { ...inTurn(2) }, [0, 0, 'strong-in'], [16, 1]], undrawn('under', 14), ...sink('title', 16), ...goes(34)] as Move[]),
    changes: [
      change('rows', 'New rows', 48, [
        redrawn(38),
        ['table', 'wipeBottom', { ...inTurn(2), side: 'old' }, [0, 0, 'strong-in'], [18, 1]],
        ['table', 'wipeBottom', { ...inTurn(2), side: 'new' }, [14, 1], [44, 0]],
      ], { swap: null, carryFrom: 4, carryTo: 40 }),
    ],
  }); // prettier-ignore
  const y = 420;
  return tall(inMotion(made, ledgerLook), {
    rule: { x: 72, y: y + ruled / 2, w: 936 },
    sheet: { x: 72, y: y + ruled, w: 936, h: 1000 },
    title: { x: 112, y: y + 28, w: 856 },
    under: { x: 112, y: y + 124, w: 856 },
    table: { x: 100, y: y + 140, w: 880, columnScale: 0.92, rowH: 160 },
  });
}

const news = listOf(
  [['Text', 'text'], ['Place', 'text']],
  [
    ['The harbour wall stays closed until the tide has turned', 'Harbour'],
    ['Judges of the ballet drop the highest and the lowest mark', 'Main field'],
    ['Ferries to Skerry run every half hour until midnight', 'Round the bay'],
  ],
); // prettier-ignore

/** News that runs along the foot, each with its place, and a hairline between. */
export function crawl(): Template {
  const [y, h] = [916, 80];
  const parts: Element[] = [
    newElement('text', 'place', 'Place', {
      ...mono,
      x: 96,
      y: y + 18,
      w: 320,
      h: 48,
      text: 'Place',
      size: 32,
      weight: 600,
      colour: '@lg-red',
      fit: 'as-is',
    }),
    newElement('text', 'words', 'Words', {
      ...serif,
      x: 300,
      y: y + 10,
      w: 2400,
      h: 62,
      text: 'Words',
      size: 44,
      weight: 520,
      tracking: 0,
      fit: 'as-is',
    }),
    newElement('group', 'item', 'Item', { children: ['place', 'words'] }),
    newElement('rect', 'mark', 'Mark', { x: 100, y: y + 32, w: 16, h: 16, fill: '@lg-red' }),
  ];
  const look: CrawlLook = { id: 'item', value: '', child: 'item', across: 1, before: 0, after: 0 };
  const made = template({
    id: 'lg-crawl',
    name: 'Ledger crawl',
    lane: 'lower',
    elements: [
      newElement('line', 'rule', 'Rule', { x: 0, y: y - ruled / 2, w: 1920, h: 0, thickness: ruled, fill: '@lg-red' }),
      newElement('rect', 'sheet', 'Sheet', { x: 0, y, w: 1920, h, fill: '@lg-paper' }),
      ...parts,
      newElement('crawl', 'crawl', 'Items', { x: 0, y, w: 1920, h, children: ['item', 'mark'], separator: 'mark', looks: [look], gap: 40, speed: 160, fade: 110 }),
      newElement('rect', 'tab', 'Tab', { x: 96, y: y - 66, w: 260, h: 58, fill: '@lg-tone' }),
      newElement('text', 'label', 'Label', { ...mono, x: 124, y: y - 60, w: 300, h: 46, text: 'Latest', size: 34, weight: 600, colour: '@lg-red', minScale: 0.84 }),
    ],
    order: ['sheet', 'crawl', 'tab', 'rule', 'label'],
    fields: [
      textField('f-label', 'Label', 'Latest', 'One word', { sample: false, maxLength: 12 }),
      rowsField('f-rows', 'Items', news, 'Text and Place; bind it to a table or a feed'),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['crawl', 'list', 'f-rows'],
    ],
    tethers: [
      ['tab', 'right', 'label', 'right', 28],
      ['tab', 'left', 'label', 'left', -28],
    ],
    enter: moving([...comes(false, 26), ['tab', 'wipeTop', { style: 'lg-sheet' }, [16, 1], [36, 0]], ...rise('label', 20, 22), ['crawl', 'opacity', { style: 'lg-words' }, [20, 0, 'linear'], [34, 1]]] as Move[]),
    exit: moving([['crawl', 'opacity', [0, 1, 'linear'], [10, 0]], ...sink('label', 10), ['tab', 'wipeTop', [4, 0, 'strong-in'], [16, 1]], ...goes(30)] as Move[]),
    changes: [change('label', 'Another label', 30, turnOver('label'), { when: [{ is: 'only', field: 'f-label' }], swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const shown = inMotion(made, ledgerLook);
  shown.ties.push(
    newColumnTie('place', 'text', 'crawl', 'Place'),
    newColumnTie('words', 'text', 'crawl', 'Text'),
  );
  shown.tethers.push(newTether('after', 'words', 'left', 'place', 'right', 26));
  const down = 1684 - y;
  return tall(shown, {
    rule: { w: 1080, y: y - ruled / 2 + down },
    sheet: { w: 1080, y: 1684 },
    crawl: { x: 0, w: 1080, y: 1684 },
    tab: { y: y - 66 + down },
    label: { x: 100, y: y - 60 + down },
    place: { y: y + 18 + down },
    words: { y: y + 10 + down },
    mark: { y: y + 32 + down },
  });
}
