import { newElement, type Element, type Template } from '../../src/core/show';
import { change, colourField, inMotion, moving, tall, template, textField, type Move } from '../make';
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

const sides = ['a', 'b'] as const;
const rows = [0, 1, 2, 3, 4] as const;
const names = {
  a: ['Ox', 'Bea Tolliver', 'Jun Sorrel', 'Idris Pell', 'Marit Vane'],
  b: ['Lúcia Vareiro', 'Anselm Kråkvåg', 'Noor Tammer', 'Wren Ashby', 'Tomas Rill'],
};

/** Two sides with five names each, over the whole frame. */
export function lineUp(): Template {
  const y = (i: number): number => 420 + i * 108;
  const lean = leanOf(92);
  const x = { a: 96, b: 1008 };
  const rowWays = [1, -1, 1, -1, 1] as const;
  const made = template({
    id: 'sm-line-up',
    name: 'Saltmarsh line-up',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: '@sm-deep' }),
      blade('back-1', 'Back blade 1', [240, 0, 420, 1080], '#ffffff0a'),
      blade('back-2', 'Back blade 2', [1180, 0, 260, 1080], '#ffffff0a'),
      newElement('rect', 'middle', 'Middle blade', { x: 932, y: 280, w: 56, h: 664, slantLeft: 40, slantRight: 40, fill: '@sm-flash' }),
      newElement('text', 'title', 'Title', { ...head, x: 96, y: 96, w: 1728, h: 110, text: 'The teams',  size: 92, minScale: 0.5 }),
      ...sides.flatMap((id): Element[] => [
        blade(`${id}-head`, `${id === 'a' ? 'Home' : 'Guest'} blade`, [x[id] + 20, 280, 742, 100], '@sm-leaf'),
        blade(`${id}-colour`, `${id === 'a' ? 'Home' : 'Guest'} colour blade`, [x[id] + 768, 280, 26, 100], id === 'a' ? '#e5533d' : '#3d8fe5'),
        newElement('text', `${id}-team`, id === 'a' ? 'Home' : 'Guest', { ...head, x: x[id] + 60, y: 288, w: 670, h: 84, text: id === 'a' ? 'Skerry Flyers' : 'Lower Saltings',  size: 56, minScale: 0.54 }),
        ...rows.flatMap((i): Element[] => [
          blade(`${id}-row-${i}`, `Row ${i + 1} of the ${id === 'a' ? 'home' : 'guest'} side`, [x[id] + 20, y(i), 774, 92], '#ffffff17'),
          newElement('text', `${id}-name-${i}`, `${id === 'a' ? 'Home' : 'Guest'} name ${i + 1}`, { x: x[id] + 60, y: y(i) + 8, w: 690, h: 76, text: names[id][i] ?? '', ...head, letters: 'as-typed', weight: 700, stretch: 100, size: 48, tracking: 0, minScale: 0.63 }),
        ]),
      ]),
    ],
    order: ['ground', 'back-1', 'back-2', ...sides.flatMap((id) => [`${id}-head`, `${id}-colour`, `${id}-team`, ...rows.flatMap((i) => [`${id}-row-${i}`, `${id}-name-${i}`])]), 'middle', 'title'],
    fields: [
      textField('f-title', 'Title', 'The teams', 'Two or three words', { maxLength: 36 }),
      ...sides.flatMap((id) => {
        const group = id === 'a' ? 'Home' : 'Guest';
        return [
          { ...textField(`f-${id}-team`, group, id === 'a' ? 'Skerry Flyers' : 'Lower Saltings', 'Name of the side', { maxLength: 28 }), group },
          { ...colourField(`f-${id}-colour`, `${group} colour`, id === 'a' ? '#e5533d' : '#3d8fe5', 'Of the blade beside the name'), group },
          ...rows.map((i) => ({ ...textField(`f-${id}-${i}`, `${group} ${i + 1}`, names[id][i] ?? '', 'First and last name', { maxLength: 36 }), group })),
        ];
      }),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ...sides.flatMap((id): [string, string, string][] => [
        [`${id}-team`, 'text', `f-${id}-team`],
        [`${id}-colour`, 'fill', `f-${id}-colour`],
        ...rows.map((i): [string, string, string] => [`${id}-name-${i}`, 'text', `f-${id}-${i}`]),
      ]),
    ],
    enter: moving([
      shear('middle', 0, 1, 26, 'sm-lead'),
      ['ground', 'wipeLeft', { style: 'sm-lead' }, [1, 1], [24, 0]],
      shear('back-1', 8, -1, 34),
      shear('back-2', 12, 1, 34),
      ...slideIn('title', 14, 28),
      ...sides.flatMap((id, s): Move[] => [
        shear(`${id}-head`, 11 + s * 3, s === 0 ? 1 : -1, 24),
        shear(`${id}-colour`, 16 + s * 3, s === 0 ? -1 : 1, 22),
        ...slideIn(`${id}-team`, 19 + s * 3, 24),
        ...rows.flatMap((i): Move[] => [shear(`${id}-row-${i}`, 17 + s * 2 + i * 4, rowWays[i] as 1, 22), ...slideIn(`${id}-name-${i}`, 22 + s * 2 + i * 4, 24)]),
      ]),
    ]),
    exit: moving([
      ...slideOut('title', 12),
      ...sides.flatMap((id, s): Move[] => [
        ...rows.flatMap((i): Move[] => [...slideOut(`${id}-name-${i}`, 14 - i + s, 9), unshear(`${id}-row-${i}`, 20 - i + s, rowWays[i] as 1, 10)]),
        ...slideOut(`${id}-team`, 15 + s),
        unshear(`${id}-colour`, 19 + s, s === 0 ? -1 : 1),
        unshear(`${id}-head`, 22 + s, s === 0 ? 1 : -1),
      ]),
      unshear('back-1', 24, -1),
      unshear('back-2', 25, 1),
      ['ground', 'wipeLeft', { style: 'sm-lead' }, [14, 0, 'strong-in'], [31, 1]],
      unshear('middle', 33, 1, 14, 'sm-lead'),
    ]),
    changes: [
      change('sides', 'Other sides', 46, [...slideOver('title', 0), ...sides.flatMap((id, s) => [...slideOver(`${id}-team`, 3 + s * 2), ...rows.flatMap((i) => slideOver(`${id}-name-${i}`, 5 + s * 2 + i * 3))])], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const tallY = { a: 300, b: 1090 };
  return tall(inMotion(made, saltmarshLook), {
    ground: { w: 1080, h: 1920 },
    'back-1': {
      x: -200,
      y: 0,
      w: 420 + leanOf(1920),
      h: 1920,
      slantLeft: leanOf(1920),
      slantRight: leanOf(1920),
    },
    'back-2': {
      x: 500,
      y: 0,
      w: 240 + leanOf(1920),
      h: 1920,
      slantLeft: leanOf(1920),
      slantRight: leanOf(1920),
    },
    middle: { x: 72, y: 1064, w: 936, h: 8, slantLeft: 0, slantRight: 0 },
    title: { x: 72, y: 120, w: 936, h: 140, fit: 'wrap', maxLines: 2, size: 76 },
    ...Object.fromEntries(
      sides.flatMap((id): [string, object][] => [
        [`${id}-head`, { x: 72, y: tallY[id] }],
        [`${id}-colour`, { x: 72 + 786, y: tallY[id] }],
        [`${id}-team`, { x: 130, y: tallY[id] + 8 }],
        ...rows.flatMap((i): [string, object][] => [
          [`${id}-row-${i}`, { x: 92 - lean / 2, y: tallY[id] + 116 + i * 118 }],
          [`${id}-name-${i}`, { x: 150, y: tallY[id] + 124 + i * 118 }],
        ]),
      ]),
    ),
  });
}

/** Strips of the opener: where each lies at half the height, how wide it is, its colour. */
const strips = [
  [-240, 500, '@sm-deep'],
  [260, 440, '@sm-leaf'],
  [700, 230, '@sm-deep'],
  [930, 60, '@sm-flash'],
  [990, 340, '@sm-deep'],
  [1330, 230, '@sm-leaf'],
  [1560, 620, '@sm-deep'],
] as const;

/** Who meets whom: blades shear in from above and below until they cover the frame. */
export function opener(): Template {
  // The middle blade leads, the outer ones come last.
  const turn = [6, 4, 2, 0, 1, 3, 5] as const;
  const way = (i: number): 1 | -1 => (i % 2 === 0 ? 1 : -1);
  const made = template({
    id: 'sm-opener',
    name: 'Saltmarsh opener',
    lane: 'full',
    clears: ['lower'],
    stays: 4,
    elements: [
      // Under them all once they have locked: no picture shows between two blades.
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: '@sm-deep' }),
      ...strips.map(([x, w, fill], i) => blade(`strip-${i}`, `Strip ${i + 1}`, [x, 0, w + (i === strips.length - 1 ? 0 : 2), 1080], fill)),
      newElement('text', 'title', 'Title', { ...line, x: 96, y: 180, w: 900, h: 64, text: 'Rokkaku duel, final',  size: 52, colour: '@sm-paper', minScale: 0.58 }),
      newElement('text', 'home', 'Home', { ...head, x: 96, y: 420, w: 780, h: 240, text: 'Skerry Flyers',  size: 112, align: 'right', fit: 'wrap', maxLines: 2, minScale: 0.4 }),
      newElement('text', 'guest', 'Guest', { ...head, x: 1048, y: 420, w: 776, h: 240, text: 'Lower Saltings',  size: 112, fit: 'wrap', maxLines: 2, minScale: 0.4 }),
      newElement('text', 'when', 'When', { ...line, x: 960, y: 836, w: 864, h: 64, text: 'Saturday 18:30, main field',  size: 52, colour: '@sm-paper', align: 'right', minScale: 0.58 }),
    ],
    order: ['ground', ...strips.map((_, i) => `strip-${i}`), 'title', 'home', 'guest', 'when'],
    fields: [
      textField('f-title', 'Title', 'Rokkaku duel, final', 'What they meet in', { maxLength: 40 }),
      textField('f-home', 'Home', 'Skerry Flyers', 'Up to two lines', { maxLength: 44 }),
      textField('f-guest', 'Guest', 'Lower Saltings', 'Up to two lines', { maxLength: 44 }),
      textField('f-when', 'When', 'Saturday 18:30, main field', 'Day, time and place', { maxLength: 40 }),
      colourField('f-colour', 'Team colour', '@sm-flash', 'Of the blade between them'),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['home', 'text', 'f-home'],
      ['guest', 'text', 'f-guest'],
      ['when', 'text', 'f-when'],
      ['strip-3', 'fill', 'f-colour'],
    ],
    enter: moving([
      ...strips.map((_, i): Move => shear(`strip-${i}`, (turn[i] as number) * 4, way(i), 30, i === 3 ? 'sm-lead' : 'sm-blade')),
      ['ground', 'opacity', [56, 0, 'hold'], [57, 1]],
      ...slideIn('home', 26, 34, -1),
      ...slideIn('guest', 30, 34),
      ...slideIn('title', 38, 28),
      ...slideIn('when', 44, 28, -1),
    ]),
    // The blade between them dims and comes back.
    idle: moving([['strip-3', 'opacity', [0, 1, 'gentle'], [100, 0.7, 'gentle'], [200, 1]]]),
    exit: moving([
      ['ground', 'opacity', [0, 1, 'hold'], [1, 0]],
      ...slideOut('when', 10, 10, -1),
      ...slideOut('title', 12),
      ...slideOut('guest', 14),
      ...slideOut('home', 15, 11, -1),
      ...strips.map((_, i): Move => unshear(`strip-${i}`, 38 - (turn[i] as number) * 2, way(i), 20, i === 3 ? 'sm-lead' : 'sm-blade')),
    ]),
    changes: [change('words', 'Other sides', 40, [...slideOver('home', 0, 32, -1), ...slideOver('guest', 3, 32), ...slideOver('title', 6), ...slideOver('when', 9, 26, -1)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const lean = leanOf(1920);
  const shaded = { shade: '@sm-deep', shadeSpread: 14, shadeSoft: 0 };
  const spread = [-384, -60, 250, 420, 480, 720, 900, 1500];
  return tall(inMotion(made, saltmarshLook), {
    ground: { w: 1080, h: 1920 },
    ...Object.fromEntries(
      strips.map((_, i): [string, object] => [
        `strip-${i}`,
        {
          x: (spread[i] as number) - lean / 2,
          y: 0,
          w: (spread[i + 1] as number) - (spread[i] as number) + 2 + lean,
          h: 1920,
          slantLeft: lean,
          slantRight: lean,
        },
      ]),
    ),
    // The blades cross behind the words here: each line has a shade of its own.
    title: { x: 72, y: 300, w: 936, ...shaded },
    home: { x: 72, y: 620, w: 860, align: 'left', ...shaded },
    guest: { x: 148, y: 1000, w: 860, align: 'right', ...shaded },
    when: { x: 72, y: 1500, w: 936, ...shaded },
  });
}
