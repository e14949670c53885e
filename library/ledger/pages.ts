import { newElement, type Element, type Field, type Template } from '../../src/core/show';
import { change, inMotion, moving, tall, template, textField, type Move } from '../make';
import { move } from '../moves';
import {
  comes,
  drawn,
  figures,
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

/** What somebody said, beside the picture; the sheet is as high as the words. */
export function quote(): Template {
  const made = template({
    id: 'lg-quote',
    name: 'Ledger quotation',
    lane: 'full',
    clears: ['lower'],
    elements: [
      ...sheet(1008, 400, 816, 596),
      newElement('text', 'mark', 'Quotation mark', { x: 1052, y: 430, w: 160, h: 110, text: '“', family: '@lg-serif', weight: 700, size: 190, colour: '@lg-red', fit: 'as-is', vertical: 'top', leading: 0.8 }),
      newElement('text', 'words', 'Words', { x: 1056, y: 330, w: 720, h: 480, text: 'The tide does not wait for the judges, and neither do my kites.', ...serif, size: 56, leading: 1.08, fit: 'wrap', vertical: 'bottom', minScale: 0.66 }),
      hair('under', 'Hairline', 1056, 840, 720),
      newElement('text', 'name', 'Name', { x: 1056, y: 858, w: 720, h: 56, text: 'Edda Thornwick', ...serif, weight: 640, size: 42, tracking: 0, minScale: 0.74 }),
      newElement('text', 'role', 'Role', { x: 1057, y: 914, w: 720, h: 46, text: 'Harbour master', typeStyle: 'lg-note', minScale: 0.94 }),
      newElement('group', 'said', 'What is said', { children: ['mark', 'words', 'under', 'name', 'role'] }),
    ],
    order: [...sheetOf(), 'said'],
    fields: [
      textField('f-words', 'Words', 'The tide does not wait for the judges, and neither do my kites.', 'Without quotation marks', { lines: true, maxLength: 240 }),
      textField('f-name', 'Name', 'Edda Thornwick', 'Who said it', { maxLength: 40 }),
      textField('f-role', 'Role', 'Harbour master', 'Function, or where from', { maxLength: 32 }),
    ],
    ties: [
      ['words', 'text', 'f-words'],
      ['name', 'text', 'f-name'],
      ['role', 'text', 'f-role'],
    ],
    tethers: [
      ['mark', 'bottom', 'words', 'top', -14],
      ['sheet', 'top', 'said', 'top', -34],
      ['sheet', 'bottom', 'said', 'bottom', 34],
      ['rule', 'top', 'sheet', 'top', -ruled / 2],
    ],
    enter: moving([...comes(false, 38), ...rise('mark', 14, 28), move('words', 'y', 'lg-words', [[20, 0.12], [54, 0]], { unit: 'own' }), move('words', 'opacity', 'lg-words', [[20, 0, 'linear'], [44, 1, 'linear']]), drawn('under', 26), ...rise('name', 32, 24), ...rise('role', 36, 24)]),
    exit: moving([...sink('role', 9), ...sink('name', 10), undrawn('under', 12), ['words', 'opacity', [2, 1, 'linear'], [14, 0]], ...sink('mark', 15), ...goes(34)]),
    changes: [change('quote', 'Another quotation', 44, [redrawn(38), ['words', 'opacity', { side: 'old' }, [0, 1, 'linear'], [12, 0]], ['words', 'y', { side: 'new', unit: 'own' }, [12, 0.12], [44, 0]], ['words', 'opacity', { side: 'new' }, [12, 0, 'linear'], [34, 1]], ...turnOver('name', 4), ...turnOver('role', 8)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, ledgerLook), {
    rule: { x: 72, w: 936 },
    sheet: { x: 72, w: 936 },
    mark: { x: 116 },
    words: { x: 120, y: 1000, w: 840, h: 590 },
    under: { x: 120, y: 1624, w: 840 },
    name: { x: 120, y: 1642, w: 840 },
    role: { x: 121, y: 1698, w: 840 },
  });
}

const teams: readonly (readonly [string, string])[] = [
  ['Skerry Flyers', '38.75'],
  ['Ox', '37.50'],
  ['Dunlin Line', '36.25'],
  ['Krákvåg', '34.00'],
  ['The Lower Saltings & Outer Bar Kite and Windvane Society', '31.75'],
];

/** The first five of anything. */
export function standing(): Template {
  const y = (i: number): number => 428 + i * 100;
  const rows = teams.flatMap(([name, points], i): Element[] => [
    newElement('text', `rank-${i}`, `Rank ${i + 1}`, { x: 138, y: y(i), w: 70, h: 88, text: String(i + 1), ...mono, size: 42, tracking: 0, colour: i === 0 ? '@lg-red' : '@lg-grey' }),
    newElement('text', `name-${i}`, `Team ${i + 1}`, { x: 220, y: y(i), w: 660, h: 88, text: name, ...serif, weight: i === 0 ? 680 : 500, size: 46, tracking: 0, leading: 0.92, fit: 'wrap', maxLines: 2, minScale: 0.66 }),
    newElement('text', `points-${i}`, `Points ${i + 1}`, { x: 890, y: y(i), w: 186, h: 88, text: points, ...mono, weight: 600, size: 44, tracking: 0, colour: '@lg-ink', align: 'right', minScale: 0.7 }),
    ...(i < teams.length - 1 ? [hair(`rule-${i}`, `Hairline ${i + 1}`, 136, y(i) + 94, 940)] : []),
  ]); // prettier-ignore
  const made = template({
    id: 'lg-standing',
    name: 'Ledger standing of five',
    lane: 'full',
    clears: ['lower'],
    elements: [
      ...sheet(96, 248, 1020, 748),
      newElement('rect', 'foot', 'Tone of the first', { x: 96, y: y(0) - 4, w: 1020, h: 98, fill: '@lg-tone' }),
      newElement('text', 'title', 'Title', { x: 136, y: 276, w: 940, h: 82, text: 'After the ballet round', typeStyle: 'lg-title', minScale: 0.55 }),
      newElement('text', 'note', 'Note', { x: 137, y: 356, w: 940, h: 48, text: 'Highest and lowest mark dropped', typeStyle: 'lg-note', fit: 'squeeze', minScale: 0.75 }),
      ...rows,
    ],
    order: ['sheet', 'foot', 'rule', 'title', 'note', ...rows.map(({ id }) => id)],
    fields: [
      textField('f-title', 'Title', 'After the ballet round', 'What the places are of', { maxLength: 44 }),
      textField('f-note', 'Note', 'Highest and lowest mark dropped', 'How it was counted', { maxLength: 44 }),
      ...teams.flatMap(([name, points], i): Field[] => [
        { ...textField(`f-name-${i}`, `Team ${i + 1}`, name, 'Up to two lines'), group: `Place ${i + 1}` },
        { ...textField(`f-points-${i}`, `Points ${i + 1}`, points, 'As they are shown', { allowed: '0-9.,', maxLength: 7 }), group: `Place ${i + 1}` },
      ]),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['note', 'text', 'f-note'],
      ...teams.flatMap((_, i): [string, string, string][] => [
        [`name-${i}`, 'text', `f-name-${i}`],
        [`points-${i}`, 'text', `f-points-${i}`],
      ]),
    ],
    tethers: [['rule', 'left', 'sheet', 'left', 0], ['rule', 'right', 'sheet', 'right', 0]],
    enter: moving([
      ...comes(true, 40),
      ...rise('title', 15, 28, true),
      ...rise('note', 22, 24),
      ...teams.flatMap((_, i): Move[] => [
        ...rise(`rank-${i}`, 22 + i * 4, 22),
        ...rise(`name-${i}`, 24 + i * 4, 24),
        ...figures.rise(`points-${i}`, 28 + i * 4, 26),
        ...(i < teams.length - 1 ? [drawn(`rule-${i}`, 20 + i * 4)] : []),
      ]),
    ]),
    exit: moving([
      ...teams.flatMap((_, i): Move[] => [...figures.sink(`points-${i}`, 13 - i), ...sink(`name-${i}`, 14 - i), ...sink(`rank-${i}`, 15 - i), ...(i < teams.length - 1 ? [undrawn(`rule-${i}`, 17 - i)] : [])]),
      ...sink('note', 15),
      ...sink('title', 17),
      ...goes(34, true),
    ]),
    changes: [change('places', 'New places', 44, [redrawn(40), ...turnOver('title', 0, 28), ...turnOver('note', 3), ...teams.flatMap((_, i) => [...turnOver(`name-${i}`, 4 + i * 3), ...turnOver(`points-${i}`, 6 + i * 3)])], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const down = 460;
  return tall(
    inMotion(made, ledgerLook),
    Object.fromEntries(
      made.order.map((id) => {
        const own = made.elements[id] as { x: number; y: number };
        const more = {
          sheet: { w: 936 },
          rule: { w: 936 },
          foot: { w: 936 },
        }[id];
        const x = id.startsWith('points') ? 780 : own.x - 24;
        const w = id.startsWith('name')
          ? { w: 550 }
          : id.startsWith('rule-')
            ? { w: 856 }
            : id === 'title' || id === 'note'
              ? { w: 850 }
              : {};
        return [id, { x, y: own.y + down, ...more, ...w }];
      }),
    ),
  );
}

const items = [
  ['The harbour wall', 'What the storm left, and who pays'],
  ['A vote by districts', 'Nine of them, counted by midnight'],
  ['The last ferry', 'Why it will not run in winter'],
  ['Kites over the bay', 'Three days, twenty-four teams'],
] as const;

/** What is in the programme: a page with four subjects. */
export function page(): Template {
  const [top, left, right] = [500, 98, 1008];
  const at = (i: number) => ({ x: i % 2 === 0 ? left : right, y: top + Math.floor(i / 2) * 220 });
  const made = template({
    id: 'lg-page',
    name: 'Ledger page',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('rect', 'sheet', 'Paper', { x: 0, y: 0, w: 1920, h: 1080, fill: '@lg-paper' }),
      newElement('rect', 'foot', 'Head of the page', { x: 0, y: 0, w: 1920, h: 190, fill: '@lg-tone' }),
      newElement('line', 'rule', 'Rule', { x: 96, y: 190, w: 1728, h: 0, thickness: ruled, fill: '@lg-red' }),
      newElement('text', 'over', 'Over line', { ...mono, x: 97, y: 110, w: 1100, h: 56, text: 'Tonight in the programme',  size: 40, minScale: 0.75 }),
      newElement('text', 'date', 'Date', { ...mono, x: 1200, y: 110, w: 624, h: 56, text: '14 June',  size: 40, align: 'right', minScale: 0.75 }),
      newElement('text', 'title', 'Title', { x: 96, y: 230, w: 1728, h: 190, text: 'Wind, water, votes', ...serif, weight: 620, size: 150, tracking: -25, minScale: 0.5 }),
      hair('across', 'Hairline', 96, 452, 1728),
      hair('column', 'Column rule', 960, 480, 0, 500),
      ...items.flatMap(([head, words], i): Element[] => {
        const { x, y } = at(i);
        return [
          newElement('text', `number-${i}`, `Number ${i + 1}`, { x, y: y + 4, w: 80, h: 64, text: String(i + 1), ...serif, size: 60, weight: 640, tracking: 0, colour: '@lg-red' }),
          newElement('text', `head-${i}`, `Subject ${i + 1}`, { x: x + 90, y, w: 720, h: 72, text: head, ...serif, size: 56, weight: 600, tracking: -5, minScale: 0.6 }),
          newElement('text', `words-${i}`, `Words ${i + 1}`, { x: x + 91, y: y + 74, w: 715, h: 96, text: words, ...serif, size: 40, weight: 440, tracking: 0, colour: '@lg-grey', fit: 'wrap', maxLines: 2, vertical: 'top', leading: 1.04, minScale: 0.78 }),
        ];
      }),
    ],
    order: ['sheet', 'foot', 'rule', 'over', 'date', 'title', 'across', 'column', ...items.flatMap((_, i) => [`number-${i}`, `head-${i}`, `words-${i}`])],
    fields: [
      textField('f-over', 'Over line', 'Tonight in the programme', 'Short', { maxLength: 36 }),
      textField('f-date', 'Date', '14 June', 'As you write dates', { maxLength: 20 }),
      textField('f-title', 'Title', 'Wind, water, votes', 'Two to five words', { maxLength: 36 }),
      ...items.flatMap(([head, words], i): Field[] => [
        { ...textField(`f-head-${i}`, `Subject ${i + 1}`, head, 'A few words', { maxLength: 34 }), group: `Subject ${i + 1}` },
        { ...textField(`f-words-${i}`, `Words ${i + 1}`, words, 'Up to two lines', { maxLength: 70 }), group: `Subject ${i + 1}` },
      ]),
    ],
    ties: [
      ['over', 'text', 'f-over'],
      ['date', 'text', 'f-date'],
      ['title', 'text', 'f-title'],
      ...items.flatMap((_, i): [string, string, string][] => [
        [`head-${i}`, 'text', `f-head-${i}`],
        [`words-${i}`, 'text', `f-words-${i}`],
      ]),
    ],
    enter: moving([
      move('rule', 'drawEnd', 'lg-rule', [[0, 0], [30, 1]]),
      move('sheet', 'wipeBottom', 'lg-sheet', [[3, 1], [34, 0]]),
      move('foot', 'wipeRight', 'lg-sheet', [[8, 1], [40, 0]]),
      drawn('across', 12),
      drawn('column', 16, 30),
      ...rise('over', 14, 24),
      ...rise('date', 18, 24),
      ...rise('title', 18, 34, true),
      ...items.flatMap((_, i): Move[] => [...figures.rise(`number-${i}`, 26 + i * 5, 24), ...rise(`head-${i}`, 28 + i * 5, 26), ...rise(`words-${i}`, 32 + i * 5, 26)]),
    ]),
    exit: moving([
      ...items.flatMap((_, i): Move[] => [...sink(`words-${i}`, 12 - i), ...sink(`head-${i}`, 14 - i), ...figures.sink(`number-${i}`, 15 - i)]),
      ...sink('title', 16, 13),
      ...sink('date', 14),
      ...sink('over', 15),
      undrawn('across', 18),
      undrawn('column', 17),
      move('foot', 'wipeRight', 'lg-sheet', [[12, 0, 'strong-in'], [27, 1]]),
      move('sheet', 'wipeBottom', 'lg-sheet', [[13, 0, 'strong-in'], [32, 1]]),
      move('rule', 'drawEnd', 'lg-rule', [[18, 1, 'strong-in'], [36, 0]]),
    ]),
    changes: [change('page', 'Another page', 48, [redrawn(44), ...turnOver('title', 2, 30), ...turnOver('over', 0), ...turnOver('date', 1), ...items.flatMap((_, i) => [...turnOver(`head-${i}`, 5 + i * 4), ...turnOver(`words-${i}`, 8 + i * 4)])], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, ledgerLook), {
    sheet: { w: 1080, h: 1920 },
    foot: { w: 1080, h: 260 },
    rule: { x: 72, y: 260, w: 936 },
    over: { x: 73, y: 120, w: 930 },
    date: { x: 73, y: 180, w: 930, align: 'left' },
    title: { x: 70, y: 310, w: 936, h: 300, fit: 'wrap', maxLines: 2, size: 132, leading: 0.92 },
    across: { x: 72, y: 660, w: 936 },
    column: { x: 160, y: 700, w: 0, h: 1060 },
    ...Object.fromEntries(
      items.flatMap((_, i): [string, object][] => [
        [`number-${i}`, { x: 72, y: 714 + i * 270 }],
        [`head-${i}`, { x: 190, y: 710 + i * 270, w: 810 }],
        [`words-${i}`, { x: 191, y: 790 + i * 270, w: 810 }],
      ]),
    ),
  });
}

/** The first page: the rule is drawn across, the columns follow, the title is set. */
export function opener(): Template {
  const columns = [0, 1, 2] as const;
  const made = template({
    id: 'lg-opener',
    name: 'Ledger opener',
    lane: 'full',
    clears: ['lower'],
    stays: 4,
    elements: [
      newElement('rect', 'sheet', 'Paper', { x: 0, y: 0, w: 1920, h: 1080, fill: '@lg-paper' }),
      newElement('rect', 'foot', 'Foot of the page', { x: 0, y: 800, w: 1920, h: 280, fill: '@lg-tone' }),
      newElement('line', 'rule', 'Rule', { x: 0, y: 380, w: 1920, h: 0, thickness: 14, fill: '@lg-red', lightLength: 420, lightColour: '#ffb9a0' }),
      ...columns.map((i) => hair(`column-${i}`, `Column rule ${i + 1}`, 544 + i * 416, 800, 0, 280)),
      hair('across', 'Hairline', 96, 800, 1728),
      newElement('text', 'over', 'Over line', { ...mono, x: 98, y: 290, w: 1200, h: 64, text: 'The evening programme',  size: 46, minScale: 0.7 }),
      newElement('text', 'title', 'Title', { x: 96, y: 420, w: 1728, h: 330, text: 'The Bay Ledger', ...serif, weight: 640, size: 250, tracking: -35, fit: 'wrap', maxLines: 2, leading: 0.86, minScale: 0.4 }),
      newElement('text', 'date', 'Date', { x: 98, y: 850, w: 1700, h: 72, text: 'Saturday 14 June', ...serif, size: 56, weight: 480, tracking: 0, minScale: 0.6 }),
      newElement('text', 'place', 'Place', { ...mono, x: 98, y: 926, w: 1700, h: 56, text: 'Live from the harbour',  size: 40, minScale: 0.75 }),
    ],
    order: ['sheet', 'foot', ...columns.map((i) => `column-${i}`), 'across', 'rule', 'over', 'title', 'date', 'place'],
    fields: [
      textField('f-over', 'Over line', 'The evening programme', 'Short', { sample: false, maxLength: 36 }),
      textField('f-title', 'Title', 'The Bay Ledger', 'Two to five words', { sample: false, maxLength: 34 }),
      textField('f-date', 'Date', 'Saturday 14 June', 'As you write dates', { maxLength: 40 }),
      textField('f-place', 'Place', 'Live from the harbour', 'From where', { maxLength: 40 }),
    ],
    ties: [
      ['over', 'text', 'f-over'],
      ['title', 'text', 'f-title'],
      ['date', 'text', 'f-date'],
      ['place', 'text', 'f-place'],
    ],
    enter: moving([
      move('rule', 'drawEnd', 'lg-rule', [[0, 0], [36, 1]]),
      move('sheet', 'wipeBottom', 'lg-sheet', [[2, 1], [40, 0]]),
      move('foot', 'wipeTop', 'lg-sheet', [[16, 1], [50, 0]]),
      drawn('across', 18, 36),
      ...columns.map((i) => drawn(`column-${i}`, 24 + i * 6, 32)),
      ...rise('over', 20, 28),
      ...rise('title', 24, 48, true),
      ...rise('date', 44, 28),
      ...rise('place', 50, 28),
    ]),
    // A light runs along the rule, once in four seconds.
    idle: moving([['rule', 'light', [40, 0, 'gentle'], [170, 1], [200, 1]]]),
    exit: moving([...sink('place', 10), ...sink('date', 12), ...sink('title', 17, 15), ...sink('over', 16), ...columns.map((i) => undrawn(`column-${i}`, 18 - i * 2)), undrawn('across', 20), move('foot', 'wipeTop', 'lg-sheet', [[10, 0, 'strong-in'], [26, 1]]), move('sheet', 'wipeBottom', 'lg-sheet', [[14, 0, 'strong-in'], [36, 1]]), move('rule', 'drawEnd', 'lg-rule', [[20, 1, 'strong-in'], [40, 0]])]),
    changes: [change('words', 'Other words', 44, [redrawn(40), ...turnOver('title', 2, 34), ...turnOver('over', 0), ...turnOver('date', 6), ...turnOver('place', 9)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, ledgerLook), {
    sheet: { w: 1080, h: 1920 },
    foot: { y: 1340, w: 1080, h: 580 },
    rule: { y: 600, w: 1080 },
    across: { x: 72, y: 1340, w: 936 },
    ...Object.fromEntries(
      columns.map((i): [string, object] => [`column-${i}`, { x: 306 + i * 234, y: 1640, h: 280 }]),
    ),
    over: { x: 74, y: 500, w: 930 },
    title: { x: 66, y: 660, w: 950, h: 620, size: 220, maxLines: 3 },
    date: { x: 74, y: 1400, w: 930 },
    place: { x: 74, y: 1480, w: 930 },
  });
}
