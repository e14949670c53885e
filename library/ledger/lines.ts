import { newElement, type Template } from '../../src/core/show';
import { change, inMotion, moving, tall, template, textField } from '../make';
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
  sink,
  turnOver,
  undrawn,
} from './look';

/** One line of news along the foot. */
export function strip(): Template {
  const made = template({
    id: 'lg-strip',
    name: 'Ledger strip',
    lane: 'lower',
    elements: [
      ...sheet(96, 908, 1728, 88),
      newElement('rect', 'foot', 'Tone of the label', { x: 96, y: 916, w: 260, h: 80, fill: '@lg-tone' }),
      newElement('text', 'label', 'Label', { x: 128, y: 928, w: 320, h: 58, text: 'Latest', ...mono, weight: 600, size: 36, colour: '@lg-red', minScale: 0.84 }),
      hair('between', 'Between', 380, 930, 0, 54),
      newElement('text', 'line', 'Line', { x: 410, y: 926, w: 1374, h: 62, text: 'The harbour wall stays closed until the tide has turned', ...serif, size: 44, weight: 520, tracking: 0, minScale: 0.7 }),
    ],
    order: ['sheet', 'foot', 'rule', 'label', 'between', 'line'],
    fields: [
      textField('f-label', 'Label', 'Latest', 'One word', { sample: false, maxLength: 10 }),
      textField('f-line', 'Line', 'The harbour wall stays closed until the tide has turned', 'One sentence, no full stop', { maxLength: 84 }),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['line', 'text', 'f-line'],
    ],
    tethers: [
      ['foot', 'left', 'label', 'left', -32],
      ['foot', 'right', 'label', 'right', 32],
      ['between', 'left', 'foot', 'right', 0],
      ['line', 'left', 'foot', 'right', 32],
    ],
    enter: moving([...comes(true, 28), ...rise('label', 14, 22), drawn('between', 16, 22), ...rise('line', 18, 32, true)]),
    exit: moving([...sink('line', 11), ...sink('label', 13), undrawn('between', 14), ...goes(27, true)]),
    changes: [
      change('line', 'Another line', 30, [redrawn(30), ...turnOver('line', 2, 28)], { when: [{ is: 'only', field: 'f-line' }], swap: null, carryFrom: 6, carryTo: 18 }),
      change('both', 'Another label and line', 32, [redrawn(32), ...turnOver('label'), ...turnOver('line', 4, 28)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = 1560;
  return tall(inMotion(made, ledgerLook), {
    rule: { x: 72, y: y + ruled / 2, w: 936 },
    sheet: { x: 72, y: y + ruled, w: 936, h: 192 },
    foot: { y: y + ruled, h: 192 },
    label: { x: 104, y: y + 74 },
    between: { y: y + 30, h: 148 },
    line: { y: y + 20, w: 600, h: 168, fit: 'wrap', maxLines: 3, size: 46, leading: 1.02, minScale: 0.72 },
  });
}
