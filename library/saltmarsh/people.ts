import { newElement, type Element, type Template } from '../../src/core/show';
import { change, colourField, inMotion, moving, tall, template, textField, type Move } from '../make';
import { blade, head, leanOf, saltmarshLook, shear, slideIn, slideOut, slideOver, unshear } from './look';

export function nameLine(): Template {
  const [top, height, foot, low] = [836, 92, 934, 62];
  const lean = leanOf(height);
  const made = template({
    id: 'sm-name-line',
    name: 'Saltmarsh name line',
    lane: 'lower',
    elements: [
      blade('lead', 'Lead blade', [120, top, 30, height], '@sm-flash'),
      blade('second', 'Second blade', [156, top, 64, height], '@sm-leaf'),
      blade('plate', 'Name blade', [226, top, 700, height], '@sm-deep'),
      blade('end', 'End blade', [930, top, 46, height], '@sm-leaf', { rides: { on: 'plate', edge: 'right' } }),
      blade('tip', 'Tip blade', [980, top, 16, height], '@sm-flash', { rides: { on: 'plate', edge: 'right' } }),
      blade('under', 'Under blade', [196, foot, 500, low], '@sm-paper'),
      newElement('text', 'name', 'Name', { x: 272, y: top + 8, w: 1280, h: 76, text: 'Ida Marsh', typeStyle: 'sm-head', minScale: 0.52 }),
      newElement('text', 'role', 'Role', { x: 228, y: foot + 6, w: 1200, h: 50, text: 'Pilot · Skerry Flyers', typeStyle: 'sm-line', minScale: 0.79 }),
    ],
    order: ['under', 'role', 'lead', 'second', 'plate', 'end', 'tip', 'name'],
    fields: [
      textField('f-name', 'Name', 'Ida Marsh', 'As the person writes it'),
      textField('f-role', 'Role', 'Pilot · Skerry Flyers', 'Function, or pilot · club', { maxLength: 70 }),
      colourField('f-colour', 'Team colour', '@sm-flash', 'Of the first blade and of the last'),
    ],
    ties: [
      ['name', 'text', 'f-name'],
      ['role', 'text', 'f-role'],
      ['lead', 'fill', 'f-colour'],
      ['tip', 'fill', 'f-colour'],
    ],
    tethers: [
      ['plate', 'left', 'name', 'left', -46 - lean / 2],
      ['plate', 'right', 'name', 'right', 40 + lean / 2],
      ['end', 'left', 'plate', 'right', 6 - lean],
      ['tip', 'left', 'end', 'right', 6 - lean],
      ['under', 'left', 'role', 'left', -32 - leanOf(low) / 2],
      ['under', 'right', 'role', 'right', 32 + leanOf(low) / 2],
    ],
    enter: moving([
      shear('lead', 0, 1, 20, 'sm-lead'),
      shear('second', 4, -1, 22),
      shear('plate', 8, 1, 26),
      shear('end', 12, -1, 24),
      shear('tip', 16, 1, 22),
      shear('under', 15, -1, 24),
      ...slideIn('name', 15, 26),
      ...slideIn('role', 22, 22),
    ]),
    exit: moving([
      ...slideOut('role', 10),
      ...slideOut('name', 13),
      unshear('under', 15, -1),
      unshear('tip', 13, 1),
      unshear('end', 16, -1),
      unshear('plate', 20, 1),
      unshear('second', 23, -1),
      unshear('lead', 26, 1, 14, 'sm-lead'),
    ]),
    changes: [
      change('role', 'Only the role', 28, slideOver('role'), { when: [{ is: 'only', field: 'f-role' }], swap: null, carryFrom: 6, carryTo: 18 }),
      change('person', 'Another person', 34, [...slideOver('name', 0, 30), ...slideOver('role', 5, 29)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = 1560;
  return tall(inMotion(made, saltmarshLook), {
    lead: { x: 96 - lean / 2, y },
    second: { x: 132 - lean / 2, y },
    plate: { y },
    end: { y },
    tip: { y },
    under: { y: y + 98 },
    name: { x: 242, y: y + 8, w: 620, fit: 'wrap', maxLines: 2, h: 80 },
    role: { x: 204, y: y + 104, w: 720 },
  });
}

const side = (id: 'a' | 'b', top: number, height: number): Element[] => {
  const isLeft = id === 'a';
  const which = isLeft ? 'Left' : 'Right';
  const at = (fromEdge: number, w: number): number => (isLeft ? 96 + fromEdge : 1824 - fromEdge - w);
  const low = 56;
  const own = { align: isLeft ? 'left' : 'right' } as const;
  return [
    blade(`${id}-lead`, `${which} lead blade`, [at(22, 26), top, 26, height], '@sm-flash'),
    blade(`${id}-second`, `${which} second blade`, [at(54, 50), top, 50, height], '@sm-leaf'),
    blade(`${id}-plate`, `${which} name blade`, [at(110, 600), top, 600, height], '@sm-deep'),
    blade(`${id}-under`, `${which} under blade`, [at(86, 400), top + height + 6, 400, low], '@sm-paper'),
    newElement('text', `${id}-name`, `${which} name`, { ...head, ...own, x: isLeft ? 246 : 1014, y: top + 8, w: 660, h: 70, text: isLeft ? 'Tobias Fenwick' : 'Lúcia Vareiro',  size: 54, minScale: 0.55 }),
    newElement('text', `${id}-role`, `${which} role`, { ...own, x: isLeft ? 214 : 1066, y: top + height + 10, w: 640, h: 48, text: isLeft ? 'Judge' : 'Pilot', typeStyle: 'sm-line', minScale: 0.79 }),
  ];
}; // prettier-ignore

export function twoNames(): Template {
  const [top, height] = [848, 86];
  const lean = leanOf(height);
  const low = leanOf(56);
  const both = ['a', 'b'] as const;
  const comes = (id: 'a' | 'b'): Move[] => {
    const [late, way] = id === 'a' ? ([0, 1] as const) : ([3, -1] as const);
    const other = way === 1 ? -1 : 1;
    return [
      shear(`${id}-lead`, late, way, 20, 'sm-lead'),
      shear(`${id}-second`, 5 + late, other, 22),
      shear(`${id}-plate`, 9 + late, way, 26),
      shear(`${id}-under`, 15 + late, other, 24),
      ...slideIn(`${id}-name`, 16 + late, 25, way),
      ...slideIn(`${id}-role`, 22 + late, 22, way),
    ];
  };
  const goes = (id: 'a' | 'b'): Move[] => {
    const [late, way] = id === 'a' ? ([0, 1] as const) : ([2, -1] as const);
    const other = way === 1 ? -1 : 1;
    return [
      ...slideOut(`${id}-role`, 10 + late, 10, way),
      ...slideOut(`${id}-name`, 13 + late, 11, way),
      unshear(`${id}-under`, 15 + late, other),
      unshear(`${id}-plate`, 19 + late, way),
      unshear(`${id}-second`, 22 + late, other),
      unshear(`${id}-lead`, 25 + late, way, 14, 'sm-lead'),
    ];
  };
  const made = template({
    id: 'sm-two-names',
    name: 'Saltmarsh two names',
    lane: 'lower',
    elements: both.flatMap((id) => side(id, top, height)),
    order: both.flatMap((id) => ['under', 'role', 'lead', 'second', 'plate', 'name'].map((part) => `${id}-${part}`)),
    fields: both.flatMap((id) => {
      const which = id === 'a' ? 'Left' : 'Right';
      return [
        { ...textField(`f-${id}-name`, `${which} name`, id === 'a' ? 'Tobias Fenwick' : 'Lúcia Vareiro', 'As the person writes it', { maxLength: 30 }), group: which },
        { ...textField(`f-${id}-role`, `${which} role`, id === 'a' ? 'Judge' : 'Pilot', 'Function, or pilot · club', { maxLength: 40 }), group: which },
        { ...colourField(`f-${id}-colour`, `${which} team colour`, '@sm-flash', 'Of the outer blade'), group: which },
      ];
    }),
    ties: both.flatMap((id): [string, string, string][] => [
      [`${id}-name`, 'text', `f-${id}-name`],
      [`${id}-role`, 'text', `f-${id}-role`],
      [`${id}-lead`, 'fill', `f-${id}-colour`],
    ]),
    tethers: [
      ['a-plate', 'left', 'a-name', 'left', -40 - lean / 2],
      ['a-plate', 'right', 'a-name', 'right', 40 + lean / 2],
      ['a-under', 'left', 'a-role', 'left', -32 - low / 2],
      ['a-under', 'right', 'a-role', 'right', 32 + low / 2],
      ['b-plate', 'right', 'b-name', 'right', 40 + lean / 2],
      ['b-plate', 'left', 'b-name', 'left', -40 - lean / 2],
      ['b-under', 'right', 'b-role', 'right', 32 + low / 2],
      ['b-under', 'left', 'b-role', 'left', -32 - low / 2],
    ],
    enter: moving([...comes('a'), ...comes('b')]),
    exit: moving([...goes('a'), ...goes('b')]),
    changes: [
      ...both.map((id) => change(`${id}-role`, id === 'a' ? 'Only the left role' : 'Only the right role', 28, slideOver(`${id}-role`, 0, 26, id === 'a' ? 1 : -1), { when: [{ is: 'only', field: `f-${id}-role` }], swap: null, carryFrom: 6, carryTo: 18 })),
      change('people', 'Other people', 38, both.flatMap((id, i) => [...slideOver(`${id}-name`, i * 3, 30, i === 0 ? 1 : -1), ...slideOver(`${id}-role`, 5 + i * 3, 28, i === 0 ? 1 : -1)]), { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = { a: 1440, b: 1612 };
  return tall(
    inMotion(made, saltmarshLook),
    Object.fromEntries(
      both.flatMap((id): [string, object][] => {
        const isLeft = id === 'a';
        const at = (edge: number, w: number): number => (isLeft ? 72 + edge : 1008 - edge - w);
        return [
          [`${id}-lead`, { x: at(22, 26) - lean / 2, y: y[id] }],
          [`${id}-second`, { x: at(54, 50) - lean / 2, y: y[id] }],
          [`${id}-plate`, { y: y[id], w: 600 }],
          [`${id}-under`, { y: y[id] + height + 6, w: 400 }],
          [`${id}-name`, { x: isLeft ? 222 : 198, y: y[id] + 8, w: 660 }],
          [`${id}-role`, { x: isLeft ? 190 : 250, y: y[id] + height + 10, w: 640 }],
        ];
      }),
    ),
  );
}
