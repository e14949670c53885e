// Ledger: thin rules, serifs, paper. For news, talk and results that are read.
import { newElement, type Element, type Field, type LibraryItem, type Look } from '../src/core/show';
import { phase, template, textField, type Move } from './make';

const colour = (id: string, name: string, value: string) => [id, { id, name, kind: 'colour', value }] as const;
const serif = {
  family: '@lg-serif',
  weight: 560,
  stretch: 100,
  size: 62,
  tracking: -12,
  leading: 1,
  letters: 'as-typed',
  figures: 'proportional',
  colour: '@lg-ink',
} as const;
const mono = { ...serif, family: '@lg-mono', weight: 500, size: 28, tracking: 60, letters: 'upper', colour: '@lg-grey' } as const;

export const ledgerLook: Look = {
  styles: Object.fromEntries<Look['styles'][string]>([
    colour('lg-ink', 'Ledger ink', '#191613'),
    colour('lg-paper', 'Ledger paper', '#f3eee3'),
    colour('lg-red', 'Ledger red', '#b8322a'),
    colour('lg-grey', 'Ledger grey', '#6d665c'),
    ['lg-serif', { id: 'lg-serif', name: 'Ledger serif', kind: 'font', value: 'Fraunces' }],
    ['lg-mono', { id: 'lg-mono', name: 'Ledger mono', kind: 'font', value: 'Spline Sans Mono' }],
    ['lg-title', { id: 'lg-title', name: 'Ledger title', kind: 'type', value: serif }],
    ['lg-note', { id: 'lg-note', name: 'Ledger note', kind: 'type', value: mono }],
  ]),
  palettes: [{ id: 'lg-night', name: 'Ledger by night', colours: { 'lg-ink': '#f3eee3', 'lg-paper': '#1b1a1d', 'lg-red': '#ff8a5c', 'lg-grey': '#a49c90' } }],
  palette: null,
};

const nameLine = template({
  id: 'lg-name-line',
  name: 'Ledger name line',
  lane: 'lower',
  elements: [
    newElement('rect', 'sheet', 'Sheet', { x: 96, y: 850, w: 800, h: 150, fill: '@lg-paper' }),
    newElement('rect', 'edge', 'Edge', { x: 96, y: 850, w: 10, h: 150, fill: '@lg-red' }),
    newElement('text', 'name', 'Name', { x: 146, y: 862, w: 1300, h: 80, text: 'Edda Thornwick', typeStyle: 'lg-title', minScale: 0.5 }),
    newElement('line', 'rule', 'Rule', { x: 148, y: 944, w: 400, h: 0, thickness: 2, fill: '@lg-ink' }),
    newElement('text', 'role', 'Role', { x: 147, y: 950, w: 1300, h: 40, text: 'Harbour master', typeStyle: 'lg-note', minScale: 0.5 }),
    newElement('group', 'words', 'Words', { children: ['name', 'role'] }),
  ],
  order: ['sheet', 'edge', 'words', 'rule'],
  fields: [textField('f-name', 'Name', 'Edda Thornwick', 'As the person writes it'), textField('f-role', 'Role', 'Harbour master')],
  ties: [
    ['name', 'text', 'f-name'],
    ['role', 'text', 'f-role'],
  ],
  tethers: [
    ['sheet', 'left', 'edge', 'left', 0],
    ['sheet', 'right', 'words', 'right', 56],
    ['rule', 'width', 'words', 'width', 0],
  ],
  enter: phase(52, [
    ['edge', 'wipeBottom', [0, 1], [20, 0]],
    ['sheet', 'wipeRight', [6, 1], [36, 0]],
    ['name', 'opacity', [18, 0], [36, 1, 'linear']],
    ['name', 'y', [18, 22], [44, 0]],
    ['rule', 'wipeRight', [22, 1], [50, 0]],
    ['role', 'opacity', [32, 0], [48, 1, 'linear']],
  ]),
  exit: phase(26, [
    ['role', 'opacity', [0, 1, 'linear'], [8, 0]],
    ['rule', 'wipeRight', [0, 0, 'strong-in'], [13, 1]],
    ['name', 'opacity', [3, 1, 'linear'], [12, 0]],
    ['sheet', 'wipeRight', [6, 0, 'strong-in'], [22, 1]],
    ['edge', 'wipeTop', [13, 0, 'strong-in'], [26, 1]],
  ]),
});

const quote = template({
  id: 'lg-quote',
  name: 'Ledger quotation',
  lane: 'full',
  elements: [
    newElement('rect', 'sheet', 'Sheet', {
      x: 1008,
      y: 0,
      w: 912,
      h: 1080,
      fill: '@lg-paper',
      shadow: true,
      shadowX: -10,
      shadowY: 0,
      shadowBlur: 50,
      shadowColour: '#00000073',
    }),
    newElement('text', 'mark', 'Mark', {
      x: 1096,
      y: 150,
      w: 300,
      h: 260,
      text: '“',
      family: '@lg-serif',
      weight: 700,
      size: 320,
      colour: '@lg-red',
      fit: 'as-is',
      vertical: 'top',
    }),
    newElement('text', 'words', 'Words', {
      x: 1104,
      y: 330,
      w: 700,
      h: 430,
      text: 'The tide does not wait for the judges, and neither do my kites.',
      typeStyle: 'lg-title',
      fit: 'wrap',
      vertical: 'top',
      minScale: 0.35,
    }),
    newElement('line', 'rule', 'Rule', { x: 1104, y: 800, w: 120, h: 0, thickness: 4, fill: '@lg-red' }),
    newElement('text', 'name', 'Name', {
      x: 1104,
      y: 820,
      w: 700,
      h: 52,
      text: 'Edda Thornwick',
      family: '@lg-serif',
      weight: 600,
      size: 40,
      colour: '@lg-ink',
      minScale: 0.5,
    }),
    newElement('text', 'role', 'Role', { x: 1104, y: 872, w: 700, h: 42, text: 'Harbour master', typeStyle: 'lg-note', minScale: 0.5 }),
  ],
  order: ['sheet', 'mark', 'words', 'rule', 'name', 'role'],
  fields: [
    textField('f-words', 'Words', 'The tide does not wait for the judges, and neither do my kites.', 'Without quotation marks', { lines: true, maxLength: 320 }),
    textField('f-name', 'Name', 'Edda Thornwick'),
    textField('f-role', 'Role', 'Harbour master'),
  ],
  ties: [
    ['words', 'text', 'f-words'],
    ['name', 'text', 'f-name'],
    ['role', 'text', 'f-role'],
  ],
  tethers: [
    ['rule', 'top', 'words', 'bottom', 44, { max: 880 }],
    ['name', 'top', 'rule', 'bottom', 18],
    ['role', 'top', 'name', 'bottom', 4],
  ],
  enter: phase(64, [
    ['sheet', 'x', [0, 940], [34, 0]],
    ['mark', 'opacity', [18, 0], [34, 1, 'linear']],
    ['mark', 'y', [18, -40], [46, 0]],
    ['words', 'opacity', [24, 0], [46, 1, 'linear']],
    ['words', 'y', [24, 30], [54, 0]],
    ['rule', 'wipeRight', [36, 1], [58, 0]],
    ['name', 'opacity', [42, 0], [58, 1, 'linear']],
    ['role', 'opacity', [48, 0], [64, 1, 'linear']],
  ]),
  exit: phase(28, [
    ['role', 'opacity', [0, 1, 'linear'], [7, 0]],
    ['name', 'opacity', [1, 1, 'linear'], [8, 0]],
    ['rule', 'wipeRight', [0, 0, 'strong-in'], [10, 1]],
    ['words', 'opacity', [3, 1, 'linear'], [12, 0]],
    ['mark', 'opacity', [4, 1, 'linear'], [13, 0]],
    ['sheet', 'x', [6, 0, 'strong-in'], [28, 960]],
  ]),
});

const teams: readonly (readonly [string, string])[] = [
  ['Skerry Flyers', '38.75'],
  ['Ox', '37.50'],
  ['Dunlin Line', '36.25'],
  ['Krákvåg', '34.00'],
  ['The Lower Saltings & Outer Bar Kite and Windvane Society', '31.75'],
];
const rowY = (index: number): number => 404 + index * 96;
const rowElements = teams.flatMap(([name, points], i): Element[] => [
  newElement('text', `rank-${i}`, `Rank ${i + 1}`, {
    x: 150,
    y: rowY(i),
    w: 70,
    h: 84,
    text: String(i + 1),
    family: '@lg-mono',
    weight: 500,
    size: 40,
    colour: i === 0 ? '@lg-red' : '@lg-grey',
    figures: 'tabular',
  }),
  newElement('text', `name-${i}`, `Team ${i + 1}`, {
    x: 232,
    y: rowY(i),
    w: 620,
    h: 84,
    text: name,
    family: '@lg-serif',
    weight: i === 0 ? 700 : 500,
    size: 46,
    leading: 0.9,
    colour: '@lg-ink',
    fit: 'wrap',
    maxLines: 2,
    minScale: 0.35,
  }),
  newElement('text', `points-${i}`, `Points ${i + 1}`, {
    x: 870,
    y: rowY(i),
    w: 190,
    h: 84,
    text: points,
    family: '@lg-mono',
    weight: 600,
    size: 42,
    colour: '@lg-ink',
    figures: 'tabular',
    align: 'right',
    minScale: 0.5,
  }),
  newElement('line', `rule-${i}`, `Rule ${i + 1}`, { x: 150, y: rowY(i) + 88, w: 910, h: 0, thickness: 2, fill: '@lg-grey', opacity: 0.5 }),
]);

const standing = template({
  id: 'lg-standing',
  name: 'Ledger standing of five',
  lane: 'full',
  elements: [
    newElement('rect', 'sheet', 'Sheet', { x: 96, y: 216, w: 1020, h: 716, fill: '@lg-paper' }),
    newElement('rect', 'edge', 'Edge', { x: 96, y: 216, w: 1020, h: 12, fill: '@lg-red' }),
    newElement('text', 'title', 'Title', { x: 148, y: 254, w: 900, h: 84, text: 'After the ballet round', typeStyle: 'lg-title', minScale: 0.5 }),
    newElement('text', 'note', 'Note', { x: 150, y: 338, w: 900, h: 40, text: 'Highest and lowest mark dropped', typeStyle: 'lg-note', minScale: 0.5 }),
    ...rowElements,
  ],
  order: ['sheet', 'edge', 'title', 'note', ...rowElements.map((element) => element.id)],
  fields: [
    textField('f-title', 'Title', 'After the ballet round'),
    textField('f-note', 'Note', 'Highest and lowest mark dropped'),
    ...teams.flatMap(([name, points], i): Field[] => [
      { ...textField(`f-name-${i}`, `Team ${i + 1}`, name), group: `Place ${i + 1}` },
      { ...textField(`f-points-${i}`, `Points ${i + 1}`, points, '', { allowed: '0-9.,' }), group: `Place ${i + 1}` },
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
  enter: phase(78, [
    ['edge', 'wipeRight', [0, 1], [26, 0]],
    ['sheet', 'wipeBottom', [5, 1], [38, 0]],
    ['title', 'opacity', [16, 0], [32, 1, 'linear']],
    ['title', 'y', [16, 20], [42, 0]],
    ['note', 'opacity', [22, 0], [38, 1, 'linear']],
    ...teams.flatMap((_, i): Move[] => [
      [`rank-${i}`, 'opacity', [24 + i * 5, 0], [38 + i * 5, 1, 'linear']],
      [`name-${i}`, 'opacity', [26 + i * 5, 0], [40 + i * 5, 1, 'linear']],
      [`name-${i}`, 'x', [26 + i * 5, -30], [54 + i * 5, 0]],
      [`points-${i}`, 'opacity', [30 + i * 5, 0], [44 + i * 5, 1, 'linear']],
      [`rule-${i}`, 'wipeRight', [26 + i * 5, 1], [56 + i * 5, 0]],
    ]),
  ]),
  exit: phase(28, [
    ...teams.flatMap((_, i): Move[] => [
      [`rank-${i}`, 'opacity', [4 - i, 1, 'linear'], [12 - i, 0]],
      [`name-${i}`, 'opacity', [4 - i, 1, 'linear'], [13 - i, 0]],
      [`points-${i}`, 'opacity', [4 - i, 1, 'linear'], [12 - i, 0]],
      [`rule-${i}`, 'opacity', [5 - i, 1, 'linear'], [13 - i, 0]],
    ]),
    ['note', 'opacity', [4, 1, 'linear'], [12, 0]],
    ['title', 'opacity', [5, 1, 'linear'], [14, 0]],
    ['sheet', 'wipeBottom', [8, 0, 'strong-in'], [25, 1]],
    ['edge', 'wipeRight', [14, 0, 'strong-in'], [28, 1]],
  ]),
});

const tall = template({
  id: 'lg-tall-name',
  name: 'Ledger tall name',
  lane: 'lower',
  width: 1080,
  height: 1920,
  elements: [
    newElement('rect', 'sheet', 'Sheet', { x: 72, y: 1420, w: 936, h: 240, fill: '@lg-paper' }),
    newElement('rect', 'edge', 'Edge', { x: 72, y: 1420, w: 936, h: 12, fill: '@lg-red' }),
    newElement('text', 'name', 'Name', {
      x: 120,
      y: 1452,
      w: 840,
      h: 170,
      text: 'Edda Thornwick',
      ...serif,
      size: 84,
      fit: 'wrap',
      vertical: 'top',
      minScale: 0.4,
      maxLines: 2,
    }),
    newElement('text', 'role', 'Role', { x: 122, y: 1580, w: 840, h: 54, text: 'Harbour master', ...mono, size: 38, minScale: 0.5 }),
    newElement('group', 'words', 'Words', { children: ['name', 'role'] }),
  ],
  order: ['sheet', 'edge', 'words'],
  fields: [textField('f-name', 'Name', 'Edda Thornwick', 'Up to two lines'), textField('f-role', 'Role', 'Harbour master')],
  ties: [
    ['name', 'text', 'f-name'],
    ['role', 'text', 'f-role'],
  ],
  tethers: [
    ['role', 'top', 'name', 'bottom', 8],
    ['words', 'bottom', null, 'bottom', -300],
    ['sheet', 'top', 'words', 'top', -44],
    ['sheet', 'bottom', 'words', 'bottom', 40],
    ['edge', 'top', 'sheet', 'top', 0],
  ],
  enter: phase(50, [
    ['edge', 'wipeRight', [0, 1], [24, 0]],
    ['sheet', 'wipeBottom', [6, 1], [34, 0]],
    ['name', 'opacity', [16, 0], [34, 1, 'linear']],
    ['name', 'y', [16, 28], [44, 0]],
    ['role', 'opacity', [28, 0], [46, 1, 'linear']],
  ]),
  exit: phase(26, [
    ['role', 'opacity', [0, 1, 'linear'], [8, 0]],
    ['name', 'opacity', [3, 1, 'linear'], [12, 0]],
    ['sheet', 'wipeBottom', [6, 0, 'strong-in'], [23, 1]],
    ['edge', 'wipeRight', [12, 0, 'strong-in'], [26, 1]],
  ]),
});

export const ledger: LibraryItem[] = [
  { kind: 'name line', use: 'One person with a role, quietly.', template: nameLine },
  { kind: 'full frame', use: 'What somebody said, beside the picture.', template: quote },
  { kind: 'table', use: 'The first five of anything, with points.', template: standing },
  { kind: 'name line', use: 'One person on an upright screen; long names take two lines.', template: tall },
];
