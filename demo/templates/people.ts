// Who is speaking: one person, or two.
import {
  cascade,
  change,
  colourField,
  inMotion,
  moving,
  pictureField,
  tall,
  template,
  textField,
  type Move,
} from '../../library/make';
import { newElement, type Element, type Template } from '../../src/core/show';
import { cloth, colours, label, leanOf, look, name, rise, sink } from './cloth';

/** In a Change of a cloth that is as long as its words: the old line goes up, and the new one is pulled up after it. */
const pulledUp = (id: string): Move[] => [
  [id, 'y', { side: 'old', unit: 'own' }, [0, 0, 'strong-in'], [9, -0.9]],
  [id, 'wipeTop', { side: 'old' }, [0, 0, 'strong-in'], [9, 0.9]],
  [id, 'opacity', { side: 'old' }, [0, 1, 'hold'], [9, 0]],
  [id, 'y', { side: 'new', unit: 'own' }, [14, 0.9], [34, 0]],
  [id, 'wipeBottom', { side: 'new' }, [14, 0.9], [34, 0]],
  [id, 'opacity', { side: 'new' }, [0, 0, 'hold'], [14, 1, 'linear']],
];

/** All its words, the new ones from the end of the cloth that stands still. */
const swept = (id: string, late = 0, from: 'left' | 'right' = 'left'): Move[] => [
  [id, from === 'left' ? 'wipeLeft' : 'wipeRight', { side: 'old' }, [late, 0, 'gentle'], [late + 12, 1]],
  [id, from === 'left' ? 'wipeRight' : 'wipeLeft', { side: 'new' }, [late + 17, 1, 'gentle'], [late + 42, 0]],
];

export function nameLine(picture: string): Template {
  const [top, height] = [844, 152];
  const lean = leanOf(height);
  const cut = { y: top, h: height, slantRight: lean } as const;
  const made = template({
    id: 'name-line',
    name: 'Name line',
    lane: 'lower',
    elements: [
      newElement('line', 'bridle', 'Bridle', {
        x: 96,
        y: top + height,
        w: 800,
        h: 0,
        thickness: 3,
        fill: colours.ivory,
        drawSoft: 160,
      }),
      newElement('rect', 'bar', 'Cloth', {
        ...cut,
        x: 250,
        w: 700,
        slantLeft: lean,
        fill: cloth(colours.ink),
      }),
      newElement('rect', 'join', 'Join', {
        ...cut,
        x: 244,
        w: lean + 4,
        slantLeft: lean,
        fill: colours.ivory,
      }),
      newElement('rect', 'seam', 'Seam', {
        ...cut,
        x: 900,
        w: lean + 3,
        slantLeft: lean,
        fill: '#f6f0e066',
        rides: { on: 'bar', edge: 'right' },
      }),
      newElement('rect', 'edge', 'Lead edge', {
        ...cut,
        x: 930,
        w: lean + 12,
        slantLeft: lean,
        fill: colours.saffron,
        rides: { on: 'bar', edge: 'right' },
      }),
      newElement('group', 'badge', 'Badge', { children: ['tile', 'picture'], wipeAngle: 14 }),
      newElement('rect', 'tile', 'Tile', { ...cut, x: 96, w: 188, fill: colours.ivory }),
      newElement('picture', 'picture', 'Picture', {
        x: 96,
        y: top,
        w: 188,
        h: height,
        asset: picture,
        fit: 'cover',
      }),
      newElement('group', 'words', 'Words', {
        children: ['name', 'role'],
        wipeAngle: 14,
      }),
      newElement('text', 'name', 'Name', {
        x: 330,
        y: 856,
        w: 1180,
        h: 76,
        text: 'Ida Marsh',
        family: 'Archivo',
        weight: 780,
        stretch: 112.5,
        size: 60,
        tracking: -6,
        colour: colours.ivory,
        minScale: 0.4,
      }),
      newElement('text', 'role', 'Role', {
        x: 330,
        y: 934,
        w: 1180,
        h: 46,
        text: 'Presenter',
        family: 'Barlow Condensed',
        weight: 600,
        size: 38,
        tracking: 20,
        colour: colours.mist,
        wipeAngle: 14,
        minScale: 0.8,
      }),
    ],
    order: ['bridle', 'badge', 'bar', 'join', 'seam', 'edge', 'words'],
    fields: [
      textField('f-name', 'Name', 'Ida Marsh', 'As the person writes it'),
      textField('f-role', 'Role', 'Presenter', 'Function, or pilot · club'),
      colourField('f-colour', 'Team colour', colours.saffron, 'Rides the lead edge'),
      pictureField('f-picture', 'Picture', picture, 'Flag, mark or portrait, square'),
    ],
    ties: [
      ['name', 'text', 'f-name'],
      ['role', 'text', 'f-role'],
      ['edge', 'fill', 'f-colour'],
      ['picture', 'asset', 'f-picture'],
    ],
    tethers: [
      ['bar', 'left', 'tile', 'right', -lean],
      ['join', 'left', 'bar', 'left', -2],
      ['bar', 'right', 'words', 'right', lean + 60],
      ['seam', 'right', 'bar', 'right', -18],
      ['edge', 'left', 'bar', 'right', -lean],
      ['bridle', 'right', 'bar', 'right', -lean + 12],
      ['bridle', 'left', 'tile', 'left', 0],
    ],
    // A line goes taut, the cloth unfurls along it, the words are pulled up on the cloth.
    enter: moving([
      ['bridle', 'drawEnd', { style: 'line' }, [0, 0], [18, 1]],
      ['badge', 'wipeRight', { style: 'cloth' }, [4, 1], [28, 0]],
      ['picture', 'scale', { style: 'cloth' }, [6, 1.2], [38, 1]],
      ['bar', 'wipeRight', { style: 'cloth' }, [8, 1], [42, 0]],
      ['join', 'opacity', { style: 'cloth' }, [8, 0, 'hold'], [9, 1, 'linear']],
      ['seam', 'opacity', { style: 'cloth' }, [8, 0, 'hold'], [10, 1, 'linear']],
      ['edge', 'opacity', { style: 'cloth' }, [7, 0, 'hold'], [9, 1, 'linear']],
      ['name', 'y', { style: 'words', unit: 'own', cascade: cascade('word', 0.7) }, [15, 0.8], [44, 0]],
      ['name', 'wipeBottom', { style: 'words', cascade: cascade('word', 0.7) }, [15, 0.8], [44, 0]],
      [
        'name',
        'opacity',
        { style: 'words', cascade: cascade('word', 0.7) },
        [15, 0, 'hold'],
        [17, 1, 'linear'],
        [44, 1],
      ],
      ['role', 'y', { style: 'words', unit: 'own' }, [23, 0.9], [48, 0]],
      ['role', 'wipeBottom', { style: 'words' }, [23, 0.9], [48, 0]],
      ['role', 'opacity', { style: 'words' }, [23, 0, 'hold'], [25, 1, 'linear']],
    ]),
    changes: [
      // The plate stays. The old is gone before it changes its length, and the new comes when it is long enough.
      change('role-only', 'Only the role', 34, pulledUp('role'), {
        when: [{ is: 'only', field: 'f-role' }],
        swap: null,
        carryFrom: 6,
        carryTo: 20,
      }),
      // Swept off on the lean, and the new words behind.
      change(
        'person',
        'Another person',
        42,
        [
          ...swept('words'),
          ['picture', 'wipeLeft', { side: 'old' }, [0, 0, 'gentle'], [22, 1]],
          ['picture', 'wipeRight', { side: 'new' }, [0, 1, 'gentle'], [22, 0]],
        ],
        { swap: null, carryFrom: 10, carryTo: 28 },
      ),
    ],
    exit: moving([
      ['role', 'y', { style: 'words', unit: 'own' }, [0, 0, 'strong-in'], [11, 0.9]],
      ['role', 'wipeBottom', { style: 'words' }, [0, 0, 'strong-in'], [11, 0.9]],
      ['role', 'opacity', { style: 'words' }, [0, 1, 'hold'], [11, 0]],
      ['name', 'y', { style: 'words', unit: 'own' }, [2, 0, 'strong-in'], [14, 0.8]],
      ['name', 'wipeBottom', { style: 'words' }, [2, 0, 'strong-in'], [14, 0.8]],
      ['name', 'opacity', { style: 'words' }, [2, 1, 'hold'], [14, 0]],
      ['bar', 'wipeRight', { style: 'cloth' }, [8, 0, 'strong-in'], [23, 1]],
      ['join', 'opacity', { style: 'cloth' }, [20, 1, 'linear'], [23, 0]],
      ['seam', 'opacity', { style: 'cloth' }, [21, 1, 'linear'], [23, 0]],
      ['edge', 'opacity', { style: 'cloth' }, [22, 1, 'linear'], [24, 0]],
      ['badge', 'wipeRight', { style: 'cloth' }, [12, 0, 'strong-in'], [26, 1]],
      ['bridle', 'drawEnd', { style: 'line' }, [14, 1, 'strong-in'], [28, 0]],
    ]),
  });
  // Upright, a long name takes two lines on a higher cloth.
  const [y, high] = [1560, 200];
  const tallCut = (x: number): object => ({ x, y, h: high });
  return tall(inMotion(made, look), {
    bridle: { x: 72, y: y + high },
    tile: { ...tallCut(72), w: 218 },
    picture: { ...tallCut(72), w: 218 },
    bar: { ...tallCut(246), w: 700 },
    join: tallCut(240),
    seam: tallCut(900),
    edge: tallCut(930),
    name: {
      x: 318,
      y: y + 10,
      w: 590,
      h: 126,
      fit: 'wrap',
      maxLines: 2,
      leading: 0.92,
      size: 54,
      minScale: 0.56,
    },
    role: { x: 318, y: y + 142, w: 590 },
  });
}

const side = (id: 'a' | 'b', top: number, height: number): Element[] => {
  const lean = leanOf(height);
  const isLeft = id === 'a';
  const which = isLeft ? 'Left' : 'Right';
  const at = isLeft ? { x: 96, w: 780 } : { x: 1044, w: 780 };
  const edge = { y: top, h: height, slantLeft: lean, slantRight: lean };
  const cut = { ...at, y: top, h: height, ...(isLeft ? { slantRight: lean } : { slantLeft: lean }) };
  const rides = { on: id, edge: isLeft ? 'right' : 'left' } as const;
  const words = { x: isLeft ? 136 : 1064, w: 720, align: isLeft ? 'left' : 'right' } as const;
  return [
    newElement('line', `${id}-line`, `${which} bridle`, { ...at, y: top + height, h: 0, thickness: 3, fill: colours.ivory, drawSoft: isLeft ? 160 : 0 }),
    newElement('rect', id, `${which} cloth`, { ...cut, fill: cloth(colours.ink) }),
    newElement('rect', `${id}-seam`, `${which} seam`, { ...edge, x: isLeft ? 838 : 1060, w: lean + 3, fill: colours.seam, rides }),
    newElement('rect', `${id}-lead`, `${which} lead edge`, { ...edge, x: isLeft ? 844 : 1032, w: lean + 12, fill: isLeft ? colours.coral : colours.saffron, rides }),
    newElement('group', `${id}-words`, `${which} words`, {
      children: [`${id}-name`, `${id}-role`],
      wipeAngle: 14,
    }),
    newElement('text', `${id}-name`, `${which} name`, { ...words, ...name, y: top + 8, h: 68, text: isLeft ? 'Ida Marsh' : 'Lúcia Vareiro', size: 54, minScale: 0.6 }),
    newElement('text', `${id}-role`, `${which} role`, { ...words, ...label, y: top + 76, h: 44, text: isLeft ? 'Presenter' : 'Pilot · Dunlin Aerobats', size: 36, tracking: 20, minScale: 0.85 }),
  ];
}; // prettier-ignore

const fastenedSide = (id: 'a' | 'b', height: number) => {
  const lean = leanOf(height);
  const [own, other, way] = id === 'a' ? (['left', 'right', 1] as const) : (['right', 'left', -1] as const);
  return [
    [id, own, `${id}-words`, own, way * -40],
    [id, other, `${id}-words`, other, way * (lean + 48)],
    [`${id}-seam`, other, id, other, way * -18],
    [`${id}-lead`, own, id, other, way * -lean],
    [`${id}-line`, own, id, own, 0],
    [`${id}-line`, other, id, other, way * (12 - lean)],
  ] as [string, 'left', string, 'left', number][];
};

/** One side comes out from its margin: the left one to the right, the right one to the left. */
const comes = (id: 'a' | 'b', at: number): Move[] => {
  const wipe = id === 'a' ? 'wipeRight' : 'wipeLeft';
  return [
    [`${id}-line`, id === 'a' ? 'drawEnd' : 'drawStart', { style: 'line' }, [at, id === 'a' ? 0 : 1], [at + 18, id === 'a' ? 1 : 0]],
    [id, wipe, { style: 'cloth' }, [at + 8, 1], [at + 40, 0]],
    [`${id}-seam`, 'opacity', { style: 'cloth' }, [at + 8, 0, 'hold'], [at + 10, 1, 'linear']],
    [`${id}-lead`, 'opacity', { style: 'cloth' }, [at + 7, 0, 'hold'], [at + 9, 1, 'linear']],
    ...rise(`${id}-name`, at + 15, 24, true),
    ...rise(`${id}-role`, at + 21, 22),
  ];
}; // prettier-ignore
const goes = (id: 'a' | 'b', end: number): Move[] => {
  const wipe = id === 'a' ? 'wipeRight' : 'wipeLeft';
  const draw = id === 'a' ? 'drawEnd' : 'drawStart';
  return [
    ...sink(`${id}-role`, end - 15),
    ...sink(`${id}-name`, end - 13),
    [id, wipe, { style: 'cloth' }, [end - 22, 0, 'strong-in'], [end - 4, 1]],
    [`${id}-seam`, 'opacity', { style: 'cloth' }, [end - 6, 1, 'linear'], [end - 4, 0]],
    [`${id}-lead`, 'opacity', { style: 'cloth' }, [end - 5, 1, 'linear'], [end - 3, 0]],
    [`${id}-line`, draw, { style: 'line' }, [end - 14, id === 'a' ? 1 : 0, 'strong-in'], [end, id === 'a' ? 0 : 1]],
  ];
}; // prettier-ignore

export function twoNames(): Template {
  const [top, height] = [868, 128];
  const made = template({
    id: 'two-names',
    name: 'Two names',
    lane: 'lower',
    elements: [...side('a', top, height), ...side('b', top, height)],
    order: (['a', 'b'] as const).flatMap((id) => [`${id}-line`, id, `${id}-seam`, `${id}-lead`, `${id}-words`]),
    fields: [
      textField('f-a-name', 'Left name', 'Ida Marsh', 'As the person writes it', { maxLength: 34 }),
      textField('f-a-role', 'Left role', 'Presenter', 'Function, or pilot · club', { maxLength: 44 }),
      colourField('f-a-colour', 'Left team colour', colours.coral, 'Rides the lead edge'),
      textField('f-b-name', 'Right name', 'Lúcia Vareiro', 'As the person writes it', { maxLength: 34 }),
      textField('f-b-role', 'Right role', 'Pilot · Dunlin Aerobats', 'Function, or pilot · club', { maxLength: 44 }),
      colourField('f-b-colour', 'Right team colour', colours.saffron, 'Rides the lead edge'),
    ],
    ties: (['a', 'b'] as const).flatMap((id): [string, string, string][] => [
      [`${id}-name`, 'text', `f-${id}-name`],
      [`${id}-role`, 'text', `f-${id}-role`],
      [`${id}-lead`, 'fill', `f-${id}-colour`],
    ]),
    tethers: [...fastenedSide('a', height), ...fastenedSide('b', height)],
    enter: moving([...comes('a', 0), ...comes('b', 5)]),
    exit: moving([...goes('a', 27), ...goes('b', 30)]),
    changes: [
      change('a-role', 'Only the left role', 34, pulledUp('a-role'), { when: [{ is: 'only', field: 'f-a-role' }], swap: null, carryFrom: 6, carryTo: 20 }),
      change('b-role', 'Only the right role', 34, pulledUp('b-role'), { when: [{ is: 'only', field: 'f-b-role' }], swap: null, carryFrom: 6, carryTo: 20 }),
      change('people', 'Other people', 44, [...swept('a-words'), ...swept('b-words', 2, 'right')], { swap: null, carryFrom: 10, carryTo: 28 }),
    ],
  }); // prettier-ignore
  const at = { a: 1510, b: 1660 };
  return tall(
    inMotion(made, look),
    Object.fromEntries(
      (['a', 'b'] as const).flatMap((id): [string, object][] => {
        const y = at[id];
        const isLeft = id === 'a';
        const x = isLeft ? 72 : 108;
        return [
          ...[id, `${id}-seam`, `${id}-lead`].map((own): [string, object] => [own, { y }]),
          [id, { x: isLeft ? 72 : 108, y, w: 900 }],
          [`${id}-line`, { x: isLeft ? 72 : 108, y: y + height, w: 900 }],
          [`${id}-name`, { x: isLeft ? x + 40 : 180, y: y + 8, w: 788 }],
          [`${id}-role`, { x: isLeft ? x + 40 : 180, y: y + 76, w: 788 }],
        ];
      }),
    ),
  );
}
