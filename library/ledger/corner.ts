import { newElement, type Template } from '../../src/core/show';
import { change, inMotion, moving, numberField, tall, template, textField } from '../make';
import { move } from '../moves';
import {
  along,
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

export function bug(): Template {
  const made = template({
    id: 'lg-bug',
    name: 'Ledger bug',
    lane: 'bug',
    elements: [
      ...sheet(1420, 72, 404, 76),
      newElement('text', 'label', 'Label', { x: 1240, y: 86, w: 380, h: 54, text: 'Live', ...mono, weight: 600, size: 34, colour: '@lg-red', align: 'right', minScale: 0.9 }),
      hair('between', 'Between', 1640, 90, 0, 46),
      newElement('clock', 'clock', 'Clock', { x: 1660, y: 84, w: 136, h: 58, format: 'HH:mm', ...mono, size: 38, tracking: 0, colour: '@lg-ink', align: 'right' }),
    ],
    order: [...sheetOf(), 'label', 'between', 'clock'],
    fields: [textField('f-label', 'Label', 'Live', 'One or two words', { sample: false, maxLength: 14 })],
    ties: [['label', 'text', 'f-label']],
    tethers: [
      ['between', 'left', 'clock', 'left', -20],
      ['label', 'right', 'clock', 'left', -40],
      ['sheet', 'left', 'label', 'left', -30],
      ['sheet', 'right', null, 'right', -96],
      ...along(),
    ],
    enter: moving([...comes(false, 24), ...rise('label', 14, 22), drawn('between', 16, 20), ...rise('clock', 19, 22)]),
    exit: moving([...sink('clock', 10), ...sink('label', 11), undrawn('between', 12), ...goes(24)]),
    changes: [change('label', 'Another label', 28, [redrawn(28), ...turnOver('label', 2)], { swap: null, carryFrom: 6, carryTo: 18 })],
    moves: [{ id: 'tuck', name: 'Tuck away', ...moving([...sink('clock', 9), ...sink('label', 10), undrawn('between', 10), move('sheet', 'wipeBottom', 'lg-sheet', [[4, 0, 'strong-in'], [18, 1]])]) }],
  }); // prettier-ignore
  const y = 112;
  return tall(inMotion(made, ledgerLook), {
    rule: { y: y + ruled / 2 },
    sheet: { y: y + ruled },
    label: { x: 420, y: y + 14 },
    between: { y: y + 18 },
    clock: { x: 842, y: y + 12 },
  });
}

/** One number with what it counts and where it comes from; its figures roll as those of a counter. */
export function figure(): Template {
  const made = template({
    id: 'lg-figure',
    name: 'Ledger figure',
    lane: 'lower',
    elements: [
      ...sheet(96, 640, 860, 356, 60),
      newElement('text', 'over', 'Over line', { ...mono, x: 137, y: 662, w: 770, h: 46, text: 'Turnout',  colour: '@lg-red', minScale: 0.94 }),
      newElement('text', 'number', 'Number', { x: 134, y: 702, w: 560, h: 150, text: '61.4', ...serif, size: 140, figures: 'tabular', weight: 600, tracking: -20, minScale: 0.5 }),
      newElement('text', 'unit', 'Unit', { x: 560, y: 768, w: 330, h: 70, text: 'per cent', ...serif, size: 52, colour: '@lg-grey', minScale: 0.65 }),
      newElement('text', 'caption', 'Caption', { x: 136, y: 852, w: 780, h: 78, text: 'of those who may vote have done so', ...serif, size: 42, weight: 480, tracking: 0, leading: 0.94, fit: 'wrap', maxLines: 2, minScale: 0.76 }),
      newElement('text', 'source', 'Source', { ...mono, x: 137, y: 944, w: 780, h: 44, text: 'Nine districts, 18:00',  size: 30 }),
    ],
    order: [...sheetOf(true), 'over', 'number', 'unit', 'caption', 'source'],
    fields: [
      textField('f-over', 'Over line', 'Turnout', 'What it is, in a word or two', { maxLength: 30 }),
      numberField('f-number', 'Number', 61.4, { min: null, max: null }, 'Rolls up to it'),
      textField('f-unit', 'Unit', 'per cent', 'Stands behind the number', { maxLength: 14 }),
      textField('f-caption', 'Caption', 'of those who may vote have done so', 'What is counted; up to two lines', { maxLength: 70 }),
      textField('f-source', 'Source', 'Nine districts, 18:00', 'From where, and when', { maxLength: 34 }),
    ],
    ties: [
      ['over', 'text', 'f-over'],
      ['number', 'text', 'f-number'],
      ['unit', 'text', 'f-unit'],
      ['caption', 'text', 'f-caption'],
      ['source', 'text', 'f-source'],
    ],
    tethers: [['unit', 'left', 'number', 'right', 22], ...along(true)],
    enter: moving([
      ...comes(true, 34),
      ...rise('over', 15, 22),
      ...rise('number', 20, 34),
      move('number', 'count', 'lg-figures', [[22, 0], [64, 1]]),
      ...rise('unit', 26, 26),
      ...rise('caption', 29, 26),
      ...rise('source', 33, 24),
    ]),
    exit: moving([...sink('source', 9), ...sink('caption', 11), ...sink('unit', 12), ...sink('number', 15, 13), ...sink('over', 16), ...goes(31, true)]),
    changes: [
      change('count', 'The number moves', 42, [move('number', 'count', 'lg-figures', [[0, 0], [40, 1]])], { when: [{ is: 'only', field: 'f-number' }], swap: null, carryFrom: 0, carryTo: 40 }),
      change('other', 'Another figure', 42, [redrawn(38), ...turnOver('over', 0), move('number', 'count', 'lg-figures', [[4, 0], [42, 1]]), ...turnOver('unit', 4), ...turnOver('caption', 7), ...turnOver('source', 10)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const down = 764;
  return tall(
    inMotion(made, ledgerLook),
    Object.fromEntries(
      made.order.map((id) => {
        const own = made.elements[id] as { x: number; y: number };
        return [id, { x: own.x - 24, y: own.y + down }];
      }),
    ),
  );
}
