import { newElement, type Element, type Template } from '../../src/core/show';
import { change, inMotion, moving, pictureField, tall, template, textField, type Move } from '../make';
import {
  close,
  cool,
  disc,
  douse,
  glass,
  glassOf,
  head,
  held,
  kindle,
  lanternLook,
  open,
  rekindle,
  runRound,
  warm,
} from './look';

export function nameLine(): Template {
  const made = template({
    id: 'lt-name-line',
    name: 'Lantern name line',
    lane: 'lower',
    elements: [
      ...glass('pill', 'Pill', [180, 844, 900, 136]),
      disc('lamp', 'Lamp', 96, 828, 168),
      newElement('picture', 'face', 'Face', { x: 106, y: 838, w: 148, h: 148, asset: null, fit: 'cover', radius: 74 }),
      newElement('text', 'name', 'Name', { x: 300, y: 852, w: 1380, h: 72, text: 'Noor Tammer', typeStyle: 'lt-head', minScale: 0.6 }),
      newElement('text', 'role', 'Role', { x: 302, y: 920, w: 1340, h: 48, text: 'Lantern maker, Gullgate', typeStyle: 'lt-line', minScale: 0.85 }),
      newElement('group', 'words', 'Words', { children: ['name', 'role'] }),
    ],
    order: [...glassOf('pill'), 'lamp', 'face', 'words'],
    fields: [
      textField('f-name', 'Name', 'Noor Tammer', 'As the person writes it'),
      textField('f-role', 'Role', 'Lantern maker, Gullgate', 'Function, or where from', { maxLength: 48 }),
      pictureField('f-picture', 'Picture', null, 'A face, square; without one the lamp shines'),
    ],
    ties: [
      ['name', 'text', 'f-name'],
      ['role', 'text', 'f-role'],
      ['face', 'asset', 'f-picture'],
    ],
    tethers: [['pill', 'left', 'lamp', 'left', 84], ['pill', 'right', 'words', 'right', 68], ...held('pill')],
    enter: moving([
      ...kindle('lamp'),
      ['face', 'iris', { style: 'lt-glass' }, [10, 1], [34, 0]],
      ...open('pill', 8),
      ...warm('name', 17),
      ...warm('role', 24, 30),
      runRound('pill', 14, 58),
    ]),
    idle: moving([runRound('pill', 120, 300, 400)]),
    exit: moving([...cool('role', 12), ...cool('name', 15), ...close('pill', 25), ['face', 'iris', [8, 0, 'strong-in'], [22, 1]], ...douse('lamp', 30)]),
    changes: [
      change('role', 'Only the role', 34, rekindle('role'), { when: [{ is: 'only', field: 'f-role' }], swap: null, carryFrom: 6, carryTo: 18 }),
      change('person', 'Another person', 44, [['face', 'iris', { side: 'old' }, [0, 0, 'strong-in'], [14, 1]], ['face', 'iris', { side: 'new' }, [14, 1], [38, 0]], ...rekindle('name', 2), ...rekindle('role', 6), runRound('pill', 4, 44)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = 1560;
  return tall(inMotion(made, lanternLook), {
    lamp: { x: 72, y, w: 200, h: 200 },
    face: { x: 84, y: y + 12, w: 176, h: 176, radius: 88 },
    pill: {
      y: y + 8,
      h: 184,
      radiusTopLeft: 92,
      radiusTopRight: 92,
      radiusBottomRight: 92,
      radiusBottomLeft: 92,
    },
    'pill-rim': { radiusTopLeft: 92, radiusTopRight: 92, radiusBottomRight: 92, radiusBottomLeft: 92 },
    name: { x: 300, y: y + 20, w: 620, h: 106, fit: 'wrap', maxLines: 2, leading: 0.94 },
    role: { x: 302, y: y + 124, w: 620, fit: 'squeeze', minScale: 0.6 },
  });
}

const both = ['a', 'b'] as const;

export function twoNames(): Template {
  const side = (id: 'a' | 'b'): Element[] => {
    const isLeft = id === 'a';
    const which = isLeft ? 'Left' : 'Right';
    const align = isLeft ? 'left' : 'right';
    return [
      ...glass(`${id}-pill`, `${which} pill`, [isLeft ? 146 : 1174, 864, 600, 124], { at: [isLeft ? 0 : 1, 0.5] }),
      disc(`${id}-lamp`, `${which} lamp`, isLeft ? 96 : 1692, 860, 132),
      newElement('text', `${id}-name`, `${which} name`, { ...head, x: isLeft ? 258 : 1002, y: 868, w: 660, h: 68, text: isLeft ? 'Noor Tammer' : 'Wren Ashby',  size: 54, align, minScale: 0.56 }),
      newElement('text', `${id}-role`, `${which} role`, { x: isLeft ? 260 : 1020, y: 930, w: 640, h: 46, text: isLeft ? 'Lantern maker' : 'Harbour choir', typeStyle: 'lt-line', align, minScale: 0.84 }),
      newElement('group', `${id}-words`, `${which} words`, { children: [`${id}-name`, `${id}-role`] }),
    ];
  }; // prettier-ignore
  const comes = (id: 'a' | 'b', late: number): Move[] => [
    ...kindle(`${id}-lamp`, late),
    ...open(`${id}-pill`, 8 + late),
    ...warm(`${id}-name`, 17 + late),
    ...warm(`${id}-role`, 23 + late),
    runRound(`${id}-pill`, 14 + late, 58 + late),
  ];
  const goes = (id: 'a' | 'b', late: number): Move[] => [
    ...cool(`${id}-role`, 12 + late),
    ...cool(`${id}-name`, 15 + late),
    ...close(`${id}-pill`, 24 + late),
    ...douse(`${id}-lamp`, 29 + late),
  ];
  const made = template({
    id: 'lt-two-names',
    name: 'Lantern two names',
    lane: 'lower',
    elements: both.flatMap(side),
    order: both.flatMap((id) => [...glassOf(`${id}-pill`), `${id}-lamp`, `${id}-words`]),
    fields: both.flatMap((id) => {
      const which = id === 'a' ? 'Left' : 'Right';
      return [
        { ...textField(`f-${id}-name`, `${which} name`, id === 'a' ? 'Noor Tammer' : 'Wren Ashby', 'As the person writes it', { maxLength: 40 }), group: which },
        { ...textField(`f-${id}-role`, `${which} role`, id === 'a' ? 'Lantern maker' : 'Harbour choir', 'Function, or where from', { maxLength: 36 }), group: which },
      ];
    }),
    ties: both.flatMap((id): [string, string, string][] => [
      [`${id}-name`, 'text', `f-${id}-name`],
      [`${id}-role`, 'text', `f-${id}-role`],
    ]),
    tethers: [
      ['a-pill', 'left', 'a-lamp', 'left', 66],
      ['a-pill', 'right', 'a-words', 'right', 62],
      ['b-pill', 'right', 'b-lamp', 'right', -66],
      ['b-pill', 'left', 'b-words', 'left', -62],
      ...held('a-pill'),
      ...held('b-pill'),
    ],
    enter: moving([...comes('a', 0), ...comes('b', 5)]),
    idle: moving([runRound('a-pill', 100, 250, 500), runRound('b-pill', 300, 450, 500)]),
    exit: moving([...goes('a', 0), ...goes('b', 2)]),
    changes: [
      ...both.map((id) => change(`${id}-role`, id === 'a' ? 'Only the left role' : 'Only the right role', 34, rekindle(`${id}-role`), { when: [{ is: 'only', field: `f-${id}-role` }], swap: null, carryFrom: 6, carryTo: 18 })),
      change('people', 'Other people', 44, both.flatMap((id, i) => [...rekindle(`${id}-name`, i * 3), ...rekindle(`${id}-role`, 4 + i * 3), runRound(`${id}-pill`, i * 2, 40 + i * 2)]), { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = { a: 1440, b: 1624 };
  return tall(
    inMotion(made, lanternLook),
    Object.fromEntries(
      both.flatMap((id): [string, object][] => {
        const isLeft = id === 'a';
        return [
          [`${id}-lamp`, { x: isLeft ? 72 : 876, y: y[id] }],
          [`${id}-pill`, { y: y[id] + 4, w: 600 }],
          [`${id}-name`, { x: isLeft ? 234 : 186, y: y[id] + 8, w: 660 }],
          [`${id}-role`, { x: isLeft ? 236 : 204, y: y[id] + 70, w: 640 }],
        ];
      }),
    ),
  );
}
