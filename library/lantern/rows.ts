// Rows and clocks in light: the way to a beginning, who comes tonight, who made it.
import {
  newColumnTie,
  newElement,
  type CrawlLook,
  type Element,
  type ShowClock,
  type Template,
} from '../../src/core/show';
import { change, inMotion, moving, tall, template, textField } from '../make';
import { move } from '../moves';
import { column, inTurn, listOf, px, rowsField, share } from '../rows';
import { cool, disc, douse, head, kindle, lanternLook, line, rekindle, warm } from './look';

/** The clock that comes into the show with the countdown. */
export const eveningClock: ShowClock = {
  id: 'lt-clock',
  name: 'Evening countdown',
  counts: { by: 'down', length: 300 },
  marks: [{ id: 'begins', at: 0, does: { do: 'hold' } }],
};

/** A lamp with the time that is left; a spark goes round it once in the whole of that time. */
export function countdown(): Template {
  const [x, y, size] = [960, 470, 520];
  const ring = size + 90;
  const reach = ring / 2 - 2;
  const reading = { shows: 'clock', clock: eveningClock.id } as const;
  const made = template({
    id: 'lt-countdown',
    name: 'Lantern countdown',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: '@lt-dusk', irisX: 0.5, irisY: 0.44, irisSoft: 140 }),
      newElement('ellipse', 'halo', 'Halo', { x: x - 650, y: y - 650, w: 1300, h: 1300, fill: '@lt-halo' }),
      newElement('ellipse', 'ring', 'Ring', { x: x - ring / 2, y: y - ring / 2, w: ring, h: ring, fill: '#00000000', outlineWidth: 4, outline: '#ffcb6666', outlinePlace: 'inside', lightLength: 500, lightColour: '@lt-cream' }),
      disc('lamp', 'Lamp', x - size / 2, y - size / 2, size),
      newElement('rect', 'reach', 'Reach', { x: x - 1, y: y - reach - 17, w: 2, h: reach + 17, fill: '#00000000' }),
      disc('spark', 'Spark', x - 17, y - reach - 17, 34, { fill: '@lt-cream', glow: 26, glowColour: '#ffcb66' }),
      newElement('hand', 'hand', 'Hand', { children: ['reach', 'spark'], ...reading, round: 'length', pivotX: 0.5, pivotY: 1 }),
      newElement('clock', 'clock', 'Time left', { ...head, ...reading, x: x - 230, y: y - 96, w: 460, h: 192, format: '[h:]m:ss', room: 5999, weight: 800, size: 150, tracking: -20, colour: '@lt-night', align: 'centre', minScale: 0.4 }),
      newElement('text', 'over', 'Over line', { ...line, x: 260, y: 806, w: 1400, h: 60, text: 'The lanterns rise in', size: 46, align: 'centre', minScale: 0.66 }),
      newElement('text', 'title', 'Title', { ...head, x: 260, y: 862, w: 1400, h: 110, text: 'Night of Lanterns', size: 84, align: 'centre', minScale: 0.5 }),
    ],
    order: ['ground', 'halo', 'ring', 'lamp', 'hand', 'clock', 'over', 'title'],
    fields: [
      textField('f-over', 'Over line', 'The lanterns rise in', 'What the time leads to, short', { sample: false, maxLength: 40 }),
      textField('f-title', 'Title', 'Night of Lanterns', 'One line', { sample: false, maxLength: 34 }),
    ],
    ties: [
      ['over', 'text', 'f-over'],
      ['title', 'text', 'f-title'],
    ],
    enter: moving([
      ...kindle('lamp', 0, 44),
      ['ground', 'iris', { style: 'lt-light' }, [4, 1], [48, 0]],
      ['halo', 'opacity', [8, 0, 'gentle'], [54, 1]],
      ['ring', 'drawEnd', { style: 'lt-glass' }, [12, 0], [56, 1]],
      ['hand', 'opacity', { style: 'lt-glass' }, [30, 0, 'linear'], [48, 1]],
      ...warm('clock', 24, 34),
      ...warm('over', 30, 30),
      ...warm('title', 36, 34),
    ]),
    idle: moving([['halo', 'scale', [0, 1, 'gentle'], [150, 1.06, 'gentle'], [300, 1]]]),
    exit: moving([...cool('title', 12), ...cool('over', 13), ...cool('clock', 15), ['hand', 'opacity', [2, 1, 'linear'], [12, 0]], ['ring', 'drawEnd', [4, 1, 'strong-in'], [22, 0]], ['halo', 'opacity', [6, 1, 'linear'], [26, 0]], ['ground', 'iris', { style: 'lt-light' }, [12, 0, 'strong-in'], [36, 1]], ...douse('lamp', 40, 22)]),
    changes: [change('words', 'Other words', 40, [...rekindle('over'), ...rekindle('title', 4)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const [tx, ty] = [540, 760];
  const at = (id: string, dx: number, dy: number): [string, object] => [id, { x: tx + dx, y: ty + dy }];
  return tall(inMotion(made, lanternLook), {
    ground: { w: 1080, h: 1920, irisY: 0.4 },
    ...Object.fromEntries([
      at('halo', -650, -650),
      at('ring', -ring / 2, -ring / 2),
      at('lamp', -size / 2, -size / 2),
      at('reach', -1, -reach - 17),
      at('spark', -17, -reach - 17),
      at('clock', -230, -96),
    ]),
    over: { x: 72, y: 1210, w: 936 },
    title: { x: 72, y: 1270, w: 936 },
  });
}

const guests = listOf(
  [['Name', 'text'], ['What', 'text'], ['When', 'text']],
  [
    ['Edda Thornwick', 'Tells of the great tide', '20:15'],
    ['The harbour choir', 'Songs of the rope makers', '20:30'],
    ['Lúcia Vareiro', 'Flies a kite of light', '20:50'],
    ['Bea Tolliver', 'Reads the wind', '21:05'],
    ['ليلى الساحلي', 'Lamps of the southern shore', '21:15'],
  ],
); // prettier-ignore

/** Who comes, what they do and when, each row a pill of dusk. */
export function list(): Template {
  const made = template({
    id: 'lt-list',
    name: 'Lantern list',
    lane: 'full',
    clears: ['lower'],
    elements: [
      disc('lamp', 'Lamp', 96, 190, 92),
      newElement('rect', 'plate', 'Title plate', { x: 150, y: 196, w: 760, h: 80, fill: '@lt-dusk', radiusTopLeft: 40, radiusTopRight: 40, radiusBottomRight: 40, radiusBottomLeft: 40, irisX: 0, irisY: 0.5, irisSoft: 40 }),
      newElement('text', 'title', 'Title', { ...head, x: 214, y: 202, w: 640, h: 68, text: 'Tonight', size: 50, minScale: 0.6 }),
      newElement('table', 'table', 'Rows', {
        x: 96,
        y: 306,
        w: 1240,
        rowH: 96,
        gapY: 14,
        perPage: 6,
        look: { ...line, size: 36, padX: 26, padY: 6, fill: '#00000000', colour: '@lt-cream', fit: 'wrap', maxLines: 3, minScale: 0.5 },
        columns: [
          column('when', { kind: 'text', column: 'When' }, px(150), { ...head, size: 38, colour: '@lt-glow', align: 'centre', fill: '@lt-night', radiusTopLeft: 48, radiusBottomLeft: 48, padX: 18, fit: 'shrink', minScale: 0.5 }),
          column('name', { kind: 'text', column: 'Name' }, share(0.9), { ...head, size: 44, fill: '@lt-deep' }),
          column('what', { kind: 'text', column: 'What' }, share(), { fill: '@lt-deep', radiusTopRight: 48, radiusBottomRight: 48, padX: 34 }),
        ],
      }),
    ],
    order: ['plate', 'lamp', 'title', 'table'],
    fields: [
      textField('f-title', 'Title', 'Tonight', 'One short line', { sample: false, maxLength: 24 }),
      rowsField('f-rows', 'Rows', guests, 'Name, What and When; bind it to a table or a source'),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['table', 'list', 'f-rows'],
    ],
    tethers: [
      ['plate', 'left', 'lamp', 'left', 54],
      ['plate', 'right', 'title', 'right', 64],
    ],
    enter: moving([
      ...kindle('lamp', 0, 28),
      move('plate', 'iris', 'lt-glass', [[6, 1], [40, 0]]),
      ...warm('title', 16),
      ['table', 'wipeRight', { ...inTurn(6), style: 'lt-glass' }, [14, 1], [56, 0]],
      ['table', 'opacity', { ...inTurn(6), style: 'lt-words' }, [14, 0, 'linear'], [44, 1]],
    ]),
    exit: moving([
      ['table', 'opacity', { ...inTurn(2) }, [0, 1, 'gentle'], [14, 0]],
      ...cool('title', 16),
      move('plate', 'iris', 'lt-glass', [[10, 0, 'strong-in'], [28, 1]]),
      ...douse('lamp', 34, 18),
    ]),
    changes: [
      change('rows', 'Other rows', 48, [
        ['table', 'opacity', { ...inTurn(3), side: 'old' }, [0, 1, 'gentle'], [14, 0]],
        ['table', 'opacity', { ...inTurn(3), side: 'new' }, [12, 0, 'linear'], [44, 1]],
        ...rekindle('title'),
      ], { swap: null, carryFrom: 6, carryTo: 40 }),
    ],
  }); // prettier-ignore
  const y = 360;
  return tall(inMotion(made, lanternLook), {
    lamp: { x: 72, y },
    plate: { x: 126, y: y + 6 },
    title: { x: 190, y: y + 12 },
    table: { x: 72, y: y + 120, w: 936, columnScale: 0.8, rowH: 128 },
  });
}

const makers = listOf(
  [['Name', 'text'], ['Role', 'text'], ['Kind', 'text']],
  [
    ['The night of a thousand lights', '', 'title'],
    ['Edda Thornwick', 'Presented by', 'role'],
    ['Ida Marsh', 'Words', 'role'],
    ['Pictures', '', 'section'],
    ['Bea Tolliver', '', 'name'],
    ['Lúcia Vareiro', '', 'name'],
    ['浜辺 あおい', '', 'name'],
    ['Music', '', 'section'],
    ['The harbour choir', '', 'name'],
    ['Sandpiper Live', 'From the harbour wall', 'role'],
  ],
); // prettier-ignore

/** Who made it: they rise through the dusk past a lamp, and the last card stays. */
export function credits(): Template {
  const text = (id: string, title: string, y: number, h: number, given: object): Element =>
    newElement('text', id, title, { ...head, x: 760, y, w: 1000, h, text: title, size: 54, align: 'centre', minScale: 0.5, ...given });
  const parts: Element[] = [
    text('title-card', 'Title card', 0, 130, { size: 92, weight: 800, h: 220, fit: 'wrap', maxLines: 3, leading: 0.95 }),
    text('section', 'Section', 0, 52, { ...line, size: 40 }),
    text('name', 'Name', 0, 70, {}),
    text('role-under', 'Role', 0, 48, { ...line, size: 36 }),
    text('role-name', 'Role name', 48, 70, {}),
    newElement('group', 'role', 'Role and name', { children: ['role-under', 'role-name'] }),
  ];
  const of = (value: string, child: string, before: number, after: number): CrawlLook => ({ id: value, value, child, across: 1, before, after });
  const made = template({
    id: 'lt-credits',
    name: 'Lantern credits',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: '@lt-dusk', irisX: 0.2, irisY: 0.5, irisSoft: 140 }),
      newElement('ellipse', 'halo', 'Halo', { x: -260, y: -110, w: 1300, h: 1300, fill: '@lt-halo' }),
      disc('lamp', 'Lamp', 190, 340, 400),
      newElement('text', 'label', 'Label', { ...line, x: 96, y: 780, w: 588, h: 60, text: 'Good night', size: 46, align: 'centre', minScale: 0.6 }),
      ...parts,
      newElement('crawl', 'roll', 'Credits', { x: 760, y: 0, w: 1000, h: 1080, direction: 'up', loops: false, holdsLast: true, fade: 160, gap: 16, speed: 120, children: ['title-card', 'section', 'name', 'role'], lookColumn: 'Kind', looks: [of('name', 'name', 0, 0), of('section', 'section', 70, 6), of('title', 'title-card', 20, 60), of('role', 'role', 40, 20)] }),
    ],
    order: ['ground', 'halo', 'lamp', 'label', 'roll'],
    fields: [
      textField('f-label', 'Label', 'Good night', 'Beside the names, under the lamp', { sample: false, maxLength: 22 }),
      rowsField('f-rows', 'Names', makers, 'Name, Role and Kind: title, section, name or role; bind it to a table'),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['roll', 'list', 'f-rows'],
    ],
    enter: moving([
      ...kindle('lamp', 0, 40),
      ['ground', 'iris', { style: 'lt-light' }, [4, 1], [48, 0]],
      ['halo', 'opacity', [8, 0, 'gentle'], [50, 1]],
      ...warm('label', 28, 30),
      ['roll', 'opacity', { style: 'lt-words' }, [24, 0, 'linear'], [50, 1]],
    ]),
    idle: moving([['halo', 'scale', [0, 1, 'gentle'], [150, 1.06, 'gentle'], [300, 1]]]),
    exit: moving([['roll', 'opacity', [0, 1, 'gentle'], [16, 0]], ...cool('label', 15), ['halo', 'opacity', [6, 1, 'linear'], [24, 0]], ['ground', 'iris', { style: 'lt-light' }, [12, 0, 'strong-in'], [36, 1]], ...douse('lamp', 40, 22)]),
    changes: [change('label', 'Another label', 34, rekindle('label'), { when: [{ is: 'only', field: 'f-label' }], swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const shown = inMotion(made, lanternLook);
  for (const id of ['title-card', 'section', 'name', 'role-name']) shown.ties.push(newColumnTie(id, 'text', 'roll', 'Name'));
  shown.ties.push(newColumnTie('role-under', 'text', 'roll', 'Role'));
  return tall(shown, {
    ground: { w: 1080, h: 1920, irisX: 0.5, irisY: 0.18 },
    halo: { x: -110, y: -300 },
    lamp: { x: 390, y: 200, w: 300, h: 300 },
    label: { x: 246, y: 530, w: 588 },
    roll: { x: 72, y: 640, w: 936, h: 1280 },
    ...Object.fromEntries(['title-card', 'section', 'name', 'role-under', 'role-name'].map((id) => [id, { x: 72, w: 936 }])),
  });
} // prettier-ignore
