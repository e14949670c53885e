import { newElement, type Template } from '../../src/core/show';
import { change, inMotion, moving, tall, template, textField } from '../make';
import {
  along,
  comes,
  drawn,
  goes,
  hair,
  ledgerLook,
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

export function nameLine(): Template {
  const made = template({
    id: 'lg-name-line',
    name: 'Ledger name line',
    lane: 'lower',
    elements: [
      ...sheet(96, 836, 800, 160, 60),
      newElement('text', 'name', 'Name', { x: 136, y: 852, w: 1560, h: 78, text: 'Edda Thornwick', typeStyle: 'lg-title', minScale: 0.6 }),
      newElement('text', 'role', 'Role', { x: 137, y: 942, w: 1540, h: 48, text: 'Harbour master', typeStyle: 'lg-note', minScale: 0.94 }),
      newElement('group', 'words', 'Words', { children: ['name', 'role'] }),
    ],
    order: [...sheetOf(true), 'words'],
    fields: [textField('f-name', 'Name', 'Edda Thornwick', 'As the person writes it'), textField('f-role', 'Role', 'Harbour master', 'Function, or where from', { maxLength: 56 })],
    ties: [
      ['name', 'text', 'f-name'],
      ['role', 'text', 'f-role'],
    ],
    tethers: [['sheet', 'left', 'words', 'left', -40], ['sheet', 'right', 'words', 'right', 56], ...along(true)],
    enter: moving([...comes(true), ...rise('name', 15, 28, true), ...rise('role', 25, 24)]),
    exit: moving([...sink('role', 10), ...sink('name', 13), ...goes(28, true)]),
    changes: [
      change('role', 'Only the role', 26, turnOver('role'), { when: [{ is: 'only', field: 'f-role' }], swap: null, carryFrom: 6, carryTo: 18 }),
      change('person', 'Another person', 34, [redrawn(34), ...turnOver('name', 3, 28), ...turnOver('role', 7)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = 1520;
  return tall(inMotion(made, ledgerLook), {
    rule: { y: y + ruled / 2 },
    sheet: { y: y + ruled, h: 232 },
    foot: { y: y + 170, h: 70 },
    name: {
      x: 112,
      y: y + 22,
      w: 840,
      h: 140,
      fit: 'wrap',
      maxLines: 2,
      size: 70,
      leading: 0.94,
      minScale: 0.62,
    },
    role: { x: 113, y: y + 180, w: 840, fit: 'squeeze', minScale: 0.7 },
  });
}

const both = ['a', 'b'] as const;

/** Two people in the two columns of one sheet. */
export function twoNames(): Template {
  const x = { a: 136, b: 1000 };
  const made = template({
    id: 'lg-two-names',
    name: 'Ledger two names',
    lane: 'lower',
    elements: [
      ...sheet(96, 836, 1728, 160, 60),
      hair('column', 'Column rule', 960, 856, 0, 128),
      ...both.flatMap((id) => [
        newElement('text', `${id}-name`, id === 'a' ? 'Left name' : 'Right name', { ...serif, x: x[id], y: 852, w: 784, h: 78, text: id === 'a' ? 'Edda Thornwick' : 'Tobias Fenwick-Adeyemi',  size: 58, minScale: 0.6 }),
        newElement('text', `${id}-role`, id === 'a' ? 'Left role' : 'Right role', { x: x[id] + 1, y: 942, w: 780, h: 48, text: id === 'a' ? 'Harbour master' : 'Pilots’ union', typeStyle: 'lg-note', minScale: 0.94 }),
      ]),
    ],
    order: [...sheetOf(true), 'column', ...both.flatMap((id) => [`${id}-name`, `${id}-role`])],
    fields: both.flatMap((id) => {
      const which = id === 'a' ? 'Left' : 'Right';
      return [
        { ...textField(`f-${id}-name`, `${which} name`, id === 'a' ? 'Edda Thornwick' : 'Tobias Fenwick-Adeyemi', 'As the person writes it', { maxLength: 40 }), group: which },
        { ...textField(`f-${id}-role`, `${which} role`, id === 'a' ? 'Harbour master' : 'Pilots’ union', 'Function, or where from', { maxLength: 36 }), group: which },
      ];
    }),
    ties: both.flatMap((id): [string, string, string][] => [
      [`${id}-name`, 'text', `f-${id}-name`],
      [`${id}-role`, 'text', `f-${id}-role`],
    ]),
    tethers: [],
    enter: moving([...comes(true), drawn('column', 14), ...both.flatMap((id, i) => [...rise(`${id}-name`, 15 + i * 4, 27, true), ...rise(`${id}-role`, 25 + i * 4, 22)])]),
    exit: moving([...both.flatMap((id, i) => [...sink(`${id}-role`, 10 + i), ...sink(`${id}-name`, 13 + i)]), undrawn('column', 15), ...goes(29, true)]),
    changes: [
      ...both.map((id) => change(`${id}-role`, id === 'a' ? 'Only the left role' : 'Only the right role', 26, turnOver(`${id}-role`), { when: [{ is: 'only', field: `f-${id}-role` }], swap: null, carryFrom: 6, carryTo: 18 })),
      change('people', 'Other people', 38, [redrawn(36), ...both.flatMap((id, i) => [...turnOver(`${id}-name`, 2 + i * 3, 28), ...turnOver(`${id}-role`, 6 + i * 3)])], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = 1420;
  return tall(inMotion(made, ledgerLook), {
    rule: { x: 72, y: y + ruled / 2, w: 936 },
    sheet: { x: 72, y: y + ruled, w: 936, h: 332 },
    foot: { x: 72, y: y + 112, w: 936, h: 60 },
    column: { x: 112, y: y + 176, w: 856, h: 0 },
    'a-name': { x: 112, y: y + 24, w: 850 },
    'a-role': { x: 113, y: y + 118, w: 850 },
    'b-name': { x: 112, y: y + 186, w: 850 },
    'b-role': { x: 113, y: y + 274, w: 850 },
  });
}
