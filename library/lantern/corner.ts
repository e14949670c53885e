import { newElement, type Template } from '../../src/core/show';
import { change, inMotion, moving, numberField, tall, template, textField } from '../make';
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
  line,
  open,
  rekindle,
  runRound,
  warm,
} from './look';
import { move } from '../moves';

/** Stays in the corner: a small lamp that breathes, what is on, the time. */
export function bug(): Template {
  const made = template({
    id: 'lt-bug',
    name: 'Lantern bug',
    lane: 'bug',
    elements: [
      ...glass('pill', 'Pill', [1460, 72, 364, 76], { at: [0, 0.5] }),
      disc('lamp', 'Lamp', 1476, 88, 44),
      newElement('text', 'label', 'Label', { x: 1300, y: 82, w: 360, h: 56, text: 'Live', ...line, weight: 700, size: 38, align: 'right', minScale: 0.82 }),
      newElement('clock', 'clock', 'Clock', { x: 1680, y: 82, w: 112, h: 56, format: 'HH:mm', ...head, size: 40, tracking: 0, align: 'right' }),
    ],
    order: [...glassOf('pill'), 'lamp', 'label', 'clock'],
    fields: [textField('f-label', 'Label', 'Live', 'One or two words', { sample: false, maxLength: 16 })],
    ties: [['label', 'text', 'f-label']],
    tethers: [
      ['label', 'right', 'clock', 'left', -22],
      ['lamp', 'right', 'label', 'left', -16],
      ['pill', 'left', 'lamp', 'left', -16],
      ['pill', 'right', null, 'right', -96],
      ...held('pill'),
    ],
    enter: moving([...kindle('lamp', 0, 22), ...open('pill', 6, 30), ...warm('label', 15, 26), ...warm('clock', 19, 26)]),
    // The lamp breathes, once in five seconds.
    idle: moving([['lamp', 'scale', [0, 1, 'gentle'], [125, 1.12, 'gentle'], [250, 1]]]),
    exit: moving([...cool('clock', 11, 11), ...cool('label', 13, 11), ...close('pill', 22, 14), ...douse('lamp', 26, 12)]),
    changes: [change('label', 'Another label', 34, rekindle('label'), { swap: null, carryFrom: 6, carryTo: 18 })],
    moves: [{ id: 'tuck', name: 'Tuck away', ...moving([...cool('clock', 10, 10), ...cool('label', 11, 10), ...close('pill', 22, 14)]) }],
  }); // prettier-ignore
  const y = 112;
  return tall(inMotion(made, lanternLook), {
    pill: { y },
    'pill-rim': { y },
    lamp: { y: y + 16 },
    label: { x: 500, y: y + 10 },
    clock: { x: 840, y: y + 10, w: 112 },
  });
}

/** A number in a lamp that glows the more, the more there is of it. */
export function figure(): Template {
  const made = template({
    id: 'lt-figure',
    name: 'Lantern figure',
    lane: 'lower',
    elements: [
      ...glass('pill', 'Pill', [264, 788, 800, 168]),
      disc('lamp', 'Lamp', 96, 628, 368, { glow: 24, glowColour: '#ffcb66' }),
      newElement('text', 'number', 'Number', { x: 116, y: 742, w: 328, h: 140, text: '412', ...head, weight: 800, size: 124, tracking: -20, colour: '@lt-night', align: 'centre', minScale: 0.5 }),
      newElement('text', 'what', 'What', { x: 500, y: 802, w: 1180, h: 78, text: 'lanterns are lit', typeStyle: 'lt-head', minScale: 0.55 }),
      newElement('text', 'line', 'Line', { x: 502, y: 876, w: 1160, h: 52, text: 'Counted at the harbour wall at nine', typeStyle: 'lt-line', minScale: 0.84 }),
      newElement('group', 'words', 'Words', { children: ['what', 'line'] }),
    ],
    order: [...glassOf('pill'), 'lamp', 'number', 'words'],
    fields: [
      numberField('f-number', 'Number', 412, { min: 0, max: 99_999 }, 'Counts up from nothing, and on from there'),
      textField('f-what', 'What', 'lanterns are lit', 'What is counted', { maxLength: 40 }),
      textField('f-line', 'Line', 'Counted at the harbour wall at nine', 'By whom, where, when', { maxLength: 44 }),
      numberField('f-glow', 'Glow', 24, { min: 0, max: 120 }, 'How far the lamp glows, px: more as more is said'),
    ],
    ties: [
      ['number', 'text', 'f-number'],
      ['what', 'text', 'f-what'],
      ['line', 'text', 'f-line'],
      ['lamp', 'glow', 'f-glow'],
    ],
    tethers: [['pill', 'left', 'lamp', 'left', 184], ['pill', 'right', 'words', 'right', 80], ...held('pill')],
    enter: moving([
      ...kindle('lamp', 0, 32),
      ...open('pill', 12),
      ...warm('what', 22),
      ...warm('line', 28),
      move('number', 'opacity', 'lt-figures', [[22, 0, 'linear'], [30, 1, 'linear']]),
      move('number', 'count', 'lt-figures', [[22, 0], [66, 1]]),
      runRound('pill', 20, 68),
    ]),
    // The glow rises and sinks, quietly.
    idle: moving([['lamp', 'glow', [0, 0, 'gentle'], [125, 14, 'gentle'], [250, 0]]]),
    exit: moving([...cool('line', 12), ...cool('what', 15), ['number', 'opacity', [2, 1, 'linear'], [12, 0]], ...close('pill', 26), ...douse('lamp', 34, 20)]),
    changes: [
      change('more', 'The number grows', 54, [move('number', 'count', 'lt-figures', [[0, 0], [40, 1]]), ['lamp', 'glow', [0, 0, 'strong-out'], [14, 70, 'gentle'], [54, 0]], ['lamp', 'scale', [0, 1, 'strong-out'], [12, 1.03, 'gentle'], [54, 1]]], { when: [{ is: 'only', field: 'f-number' }, { is: 'greater', field: 'f-number' }], swap: null, carryFrom: 0, carryTo: 40 }),
      change('other', 'Something else', 44, [...rekindle('what', 0), ...rekindle('line', 4), move('number', 'count', 'lt-figures', [[4, 0], [42, 1]]), runRound('pill', 2, 40)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = 1300;
  return tall(inMotion(made, lanternLook), {
    lamp: { x: 72, y, w: 368, h: 368 },
    number: { x: 92, y: y + 114 },
    pill: { y: y + 150, h: 220 },
    'pill-rim': { y: y + 150, h: 220 },
    what: {
      x: 470,
      y: y + 164,
      w: 440,
      h: 104,
      fit: 'wrap',
      maxLines: 2,
      leading: 0.94,
      size: 48,
      minScale: 0.64,
    },
    line: {
      x: 472,
      y: y + 268,
      w: 450,
      h: 88,
      fit: 'wrap',
      maxLines: 2,
      size: 34,
      leading: 1,
      minScale: 0.89,
    },
  });
}
