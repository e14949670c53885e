// What is said in a line: the notice strip, and the alarm that makes its own room.
import { change, inMotion, moving, tall, template, textField } from '../../library/make';
import { newElement, type Template } from '../../src/core/show';
import {
  colours,
  fastened,
  furl,
  label,
  leanOf,
  look,
  name,
  orderOf,
  panel,
  rise,
  sink,
  turnOver,
  unfurl,
} from './cloth';

export function noticeStrip(): Template {
  const [top, height] = [916, 80];
  const lean = leanOf(height);
  const made = template({
    id: 'notice-strip',
    name: 'Notice strip',
    lane: 'lower',
    elements: [
      newElement('line', 'bridle', 'Bridle', { x: 96, y: 996, w: 1728, h: 0, thickness: 4, fill: colours.coral, drawSoft: 240 }),
      newElement('rect', 'strip', 'Strip', { x: 96, y: top, w: 1728, h: height, slantRight: lean, fill: colours.ivory }),
      newElement('rect', 'seam', 'Seam', { x: 1824 - lean - 21, y: top, w: lean + 3, h: height, slantLeft: lean, slantRight: lean, fill: '#0b263040', rides: { on: 'strip', edge: 'right' } }),
      newElement('rect', 'flag', 'Label cloth', { x: 96, y: top, w: 240, h: height, slantRight: lean, fill: colours.coral }),
      newElement('text', 'label', 'Label', { ...name, x: 128, y: 930, w: 300, h: 52, text: 'Notice', weight: 800, stretch: 100, size: 38, tracking: 30, colour: colours.deep, letters: 'upper', minScale: 0.85 }),
      newElement('text', 'line', 'Line', { ...name, x: 380, y: 930, w: 1380, h: 52, text: 'High water at 16:40. The outer bar closes at 15:50', weight: 620, stretch: 100, size: 42, tracking: 0, colour: colours.ink, minScale: 0.7 }),
    ],
    order: ['bridle', 'strip', 'seam', 'flag', 'label', 'line'],
    fields: [
      textField('f-label', 'Label', 'Notice', 'One word', { sample: false, maxLength: 12 }),
      textField('f-line', 'Line', 'High water at 16:40. The outer bar closes at 15:50', 'One sentence, no full stop', { maxLength: 90 }),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['line', 'text', 'f-line'],
    ],
    tethers: [
      ['flag', 'left', 'label', 'left', -32],
      ['flag', 'right', 'label', 'right', 32 + lean],
      ['line', 'left', 'flag', 'right', 20],
    ],
    enter: moving([
      ['bridle', 'drawEnd', { style: 'line' }, [0, 0], [22, 1]],
      ['flag', 'wipeRight', { style: 'cloth' }, [4, 1], [24, 0]],
      ['strip', 'wipeRight', { style: 'cloth' }, [8, 1], [42, 0]],
      ['seam', 'opacity', { style: 'cloth' }, [8, 0, 'hold'], [10, 1, 'linear']],
      ...rise('label', 12, 20),
      ...rise('line', 18, 30, true),
    ]),
    exit: moving([
      ...sink('line', 11),
      ...sink('label', 13),
      ['strip', 'wipeRight', { style: 'cloth' }, [4, 0, 'strong-in'], [22, 1]],
      ['seam', 'opacity', { style: 'cloth' }, [20, 1, 'linear'], [22, 0]],
      ['flag', 'wipeRight', { style: 'cloth' }, [10, 0, 'strong-in'], [25, 1]],
      ['bridle', 'drawEnd', { style: 'line' }, [12, 1, 'strong-in'], [28, 0]],
    ]),
    changes: [
      change('notice', 'Another notice', 30, turnOver('line', 0, 30), { when: [{ is: 'only', field: 'f-line' }], swap: null, carryFrom: 6, carryTo: 18 }),
      change('other', 'Another kind of notice', 34, [...turnOver('label', 0), ...turnOver('line', 5, 29)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const [y, high] = [1600, 160];
  return tall(inMotion(made, look), {
    bridle: { x: 72, y: y + high, w: 936 },
    strip: { x: 72, y, w: 936, h: high, slantRight: 40 },
    seam: { x: 1008 - 61, y, w: 43, h: high, slantLeft: 40, slantRight: 40 },
    flag: { x: 72, y, h: high, slantRight: 40 },
    label: { x: 104, y: y + 54 },
    line: { x: 340, y: y + 8, w: 600, h: 144, fit: 'wrap', maxLines: 3 },
  });
}

/** Flying stops: a strip over all else, which others make room for by themselves. */
export function gustAlarm(): Template {
  const [top, height] = [848, 148];
  const lean = leanOf(height);
  const made = template({
    id: 'gust-alarm',
    name: 'Gust alarm',
    lane: 'alarm',
    elements: [
      ...panel('strip', 'Cloth', { x: 96, y: top, w: 1000, h: height }, { fill: colours.rust, lead: colours.ivory, line: colours.coral }),
      newElement('text', 'head', 'Head', { ...label, x: 144, y: 860, w: 880, h: 48, text: 'Flying stops', size: 40, tracking: 50, colour: '#ffd9c9', letters: 'upper' }),
      newElement('text', 'line', 'Line', { ...name, x: 144, y: 906, w: 1560, h: 80, text: 'Gusts over 34 knots', size: 64, minScale: 0.5 }),
    ],
    order: [...orderOf('strip'), 'head', 'line'],
    fields: [
      textField('f-head', 'Head', 'Flying stops', 'Two or three words', { sample: false, maxLength: 30 }),
      textField('f-line', 'Line', 'Gusts over 34 knots', 'What was measured, no full stop', { maxLength: 60 }),
    ],
    ties: [
      ['head', 'text', 'f-head'],
      ['line', 'text', 'f-line'],
    ],
    tethers: [['strip', 'left', 'head', 'left', -48], ['strip', 'right', 'line', 'right', lean + 56, { min: 720, max: 1816 }], ...fastened('strip', height)],
    enter: moving([...unfurl('strip'), ...rise('head', 15, 22), ...rise('line', 19, 26, true)]),
    // A slow light of the cloth says that it still holds.
    idle: moving([['strip-lead', 'opacity', [0, 1, 'gentle'], [50, 0.45, 'gentle'], [100, 1]]]),
    exit: moving([...sink('line', 11), ...sink('head', 13), ...furl('strip', 27)]),
    changes: [change('gust', 'Another gust', 28, [...turnOver('line', 2), ...turnOver('head', 0, 24)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, look), {
    strip: { x: 72, y: 1612, w: 936 },
    'strip-seam': { y: 1612 },
    'strip-lead': { y: 1612 },
    'strip-line': { x: 72, y: 1760, w: 936 },
    head: { x: 120, y: 1624, w: 760 },
    line: {
      x: 120,
      y: 1668,
      w: 780,
      h: 84,
      fit: 'wrap',
      maxLines: 2,
      leading: 0.92,
      size: 56,
      minScale: 0.54,
    },
  });
}
