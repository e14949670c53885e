// What stays: the mark with the time, and the flight clock.
import { change, inMotion, moving, numberField, tall, template, textField } from '../../library/make';
import { newElement, type Template } from '../../src/core/show';
import {
  cloth,
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

const [top, height] = [72, 76];
const lean = leanOf(height);
const cut = { y: top, h: height, slantLeft: lean } as const;

/** Hangs from its line at the right, so its cloth comes out to the left. */
export function bug(mark: string): Template {
  const made = template({
    id: 'bug',
    name: 'Bug with clock',
    lane: 'bug',
    elements: [
      newElement('line', 'bridle', 'Bridle', { x: 1560, y: top, w: 264, h: 0, thickness: 3, fill: colours.ivory, lightLength: 120, lightColour: colours.saffron }),
      newElement('rect', 'plate', 'Cloth', { ...cut, x: 1500, w: 248 + lean, slantRight: lean, fill: cloth(colours.ink) }),
      newElement('rect', 'seam', 'Seam', { ...cut, x: 1530, w: lean + 3, slantRight: lean, fill: colours.seam, rides: { on: 'plate', edge: 'left' } }),
      newElement('rect', 'edge', 'Lead edge', { ...cut, x: 1488, w: lean + 12, slantRight: lean, fill: colours.coral, rides: { on: 'plate', edge: 'left' } }),
      newElement('group', 'badge', 'Badge', { children: ['tile', 'mark'], wipeAngle: 14 }),
      newElement('rect', 'tile', 'Tile', { ...cut, x: 1748 - lean, w: 76 + lean, fill: colours.ivory }),
      newElement('picture', 'mark', 'Mark', { x: 1748, y: top, w: 76, h: height, asset: mark, fit: 'cover' }),
      newElement('text', 'label', 'Label', { ...label, x: 1440, y: 88, w: 180, h: 44, text: 'LIVE', size: 34, tracking: 60, colour: colours.saffron, align: 'right', minScale: 0.9 }),
      newElement('clock', 'clock', 'Clock', { ...name, x: 1630, y: 82, w: 84, h: 56, format: 'HH:mm', weight: 680, stretch: 100, size: 40, tracking: 0, figures: 'tabular', align: 'right' }),
    ],
    order: ['bridle', 'plate', 'seam', 'edge', 'label', 'clock', 'badge'],
    fields: [textField('f-label', 'Label', 'LIVE', 'One short word', { sample: false, maxLength: 10 })],
    ties: [['label', 'text', 'f-label']],
    tethers: [
      ['clock', 'right', 'tile', 'left', -14],
      ['label', 'right', 'clock', 'left', -20],
      ['plate', 'left', 'label', 'left', -56],
      ['plate', 'right', 'tile', 'left', lean],
      ['seam', 'left', 'plate', 'left', 18],
      ['edge', 'right', 'plate', 'left', lean],
      ['bridle', 'left', 'plate', 'left', lean - 12],
      ['bridle', 'right', 'tile', 'right', 0],
    ],
    enter: moving([
      ['bridle', 'drawStart', { style: 'line' }, [0, 1], [18, 0]],
      ['badge', 'wipeLeft', { style: 'cloth' }, [5, 1], [26, 0]],
      ['plate', 'wipeLeft', { style: 'cloth' }, [8, 1], [36, 0]],
      ['seam', 'opacity', { style: 'cloth' }, [8, 0, 'hold'], [10, 1, 'linear']],
      ['edge', 'opacity', { style: 'cloth' }, [7, 0, 'hold'], [9, 1, 'linear']],
      ...rise('clock', 16, 22),
      ...rise('label', 20, 22),
    ]),
    // A light along the line it hangs from, once in eight seconds.
    idle: moving([['bridle', 'light', [150, 0, 'gentle'], [290, 1], [400, 1]]]),
    changes: [change('label', 'Another label', 26, turnOver('label'), { swap: null, carryFrom: 6, carryTo: 18 })],
    moves: [
      {
        id: 'tuck',
        name: 'Tuck away',
        ...moving([
          ...sink('label', 10),
          ...sink('clock', 12),
          ['plate', 'wipeLeft', { style: 'cloth' }, [5, 0, 'strong-in'], [22, 1]],
          ['seam', 'opacity', [20, 1, 'linear'], [22, 0]],
          ['edge', 'opacity', [21, 1, 'linear'], [23, 0]],
          ['bridle', 'drawStart', { style: 'line' }, [8, 0, 'strong-in'], [24, 1]],
          ['badge', 'scale', [6, 1, 'strong'], [28, 0.78]],
        ]),
      },
    ],
    exit: moving([
      ...sink('label', 10),
      ...sink('clock', 12),
      ['plate', 'wipeLeft', { style: 'cloth' }, [4, 0, 'strong-in'], [18, 1]],
      ['seam', 'opacity', { style: 'cloth' }, [16, 1, 'linear'], [18, 0]],
      ['edge', 'opacity', { style: 'cloth' }, [17, 1, 'linear'], [19, 0]],
      ['badge', 'wipeLeft', { style: 'cloth' }, [8, 0, 'strong-in'], [22, 1]],
      ['bridle', 'drawStart', { style: 'line' }, [10, 0, 'strong-in'], [24, 1]],
    ]),
  }); // prettier-ignore
  const y = 112;
  return tall(inMotion(made, look), {
    bridle: { y },
    plate: { y },
    seam: { y },
    edge: { y },
    tile: { x: 932 - lean, y },
    mark: { x: 932, y },
    label: { y: y + 16 },
    clock: { y: y + 10 },
  });
}

export function flightTime(): Template {
  const made = template({
    id: 'flight-time',
    name: 'Flight time',
    lane: 'clock',
    elements: [
      ...panel('plate', 'Cloth', { x: 96, y: top, w: 540, h: height }, { along: 'top', line: colours.coral }),
      newElement('text', 'label', 'Label', { ...label, x: 128, y: 88, w: 120, h: 44, text: 'FLIGHT', size: 34, tracking: 50, minScale: 0.9 }),
      newElement('clock', 'time', 'Time', { ...name, x: 240, y: 80, w: 130, h: 60, format: 'm:ss', shows: 'up', weight: 720, stretch: 100, size: 46, tracking: 0, figures: 'tabular' }),
      newElement('rect', 'between', 'Between', { x: 388, y: top, w: lean + 3, h: height, slantLeft: lean, slantRight: lean, fill: colours.seam }),
      newElement('text', 'loops-label', 'Loops label', { ...label, x: 428, y: 88, w: 100, h: 44, text: 'LOOPS', size: 34, tracking: 50 }),
      newElement('text', 'loops', 'Loops', { ...name, x: 528, y: 80, w: 64, h: 60, text: '0', weight: 800, stretch: 100, size: 46, tracking: 0, figures: 'tabular', colour: colours.saffron }),
    ],
    order: [...orderOf('plate'), 'label', 'time', 'between', 'loops-label', 'loops'],
    fields: [
      textField('f-label', 'Label', 'FLIGHT', 'One short word', { sample: false, maxLength: 7 }),
      textField('f-time', 'Time', '0', 'Started and stopped on the pad', { sample: false }),
      numberField('f-loops', 'Loops', 0, { min: 0, max: 99 }, 'Full turns flown'),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['time', 'counted', 'f-time'],
      ['loops', 'text', 'f-loops'],
    ],
    tethers: [
      ['time', 'left', 'label', 'right', 22],
      ['between', 'left', 'time', 'left', 146],
      ['loops-label', 'left', 'between', 'right', 16],
      ['loops', 'left', 'loops-label', 'right', 14],
      ['plate', 'left', 'label', 'left', -32],
      ['plate', 'right', 'loops-label', 'right', 14 + 64 + lean + 40],
      ...fastened('plate', height, 'top'),
    ],
    enter: moving([...unfurl('plate', 0, 28), ...rise('label', 15, 20), ...rise('time', 18, 22), ['between', 'opacity', [22, 0], [30, 1, 'linear']], ...rise('loops-label', 21, 22), ...rise('loops', 24, 22)]),
    changes: [
      change('loop', 'Another loop', 26, turnOver('loops'), { when: [{ is: 'only', field: 'f-loops' }], swap: null, carryFrom: 6, carryTo: 18 }),
    ],
    moves: [
      {
        id: 'tuck',
        name: 'Tuck away',
        ...moving([
          ...sink('loops', 10),
          ...sink('loops-label', 11),
          ...sink('time', 13),
          ...sink('label', 14),
          ['between', 'opacity', [2, 1, 'linear'], [8, 0]],
          ...furl('plate', 24),
        ]),
      },
    ],
    exit: moving([...sink('loops', 10), ...sink('loops-label', 11), ...sink('time', 13), ...sink('label', 14), ['between', 'opacity', [2, 1, 'linear'], [8, 0]], ...furl('plate', 26)]),
  }); // prettier-ignore
  return tall(
    inMotion(made, look),
    Object.fromEntries(
      made.order.map((id) => {
        const own = made.elements[id] as { x: number; y: number };
        return [id, { x: own.x - 24, y: own.y + 40 }];
      }),
    ),
  );
}
