// Light in space: a title over still water, and lamps near and far.
import { newElement, type Element, type Template } from '../../src/core/show';
import { cascade, change, inMotion, moving, tall, template, textField, type Move } from '../make';
import { move } from '../moves';
import { cool, disc, douse, head, kindle, lanternLook, line, rekindle, warm } from './look';

/** A title that stands on still water, and is seen in it. */
export function stillWater(): Template {
  const foot = 640;
  const made = template({
    id: 'lt-water',
    name: 'Lantern still water',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: '@lt-dusk', irisX: 0.5, irisY: 0.5, irisSoft: 140, reflected: false }),
      newElement('floor', 'water', 'Still water', { x: -960, y: foot - 1620, reach: 260, opacity: 0.5, blur: 4, tint: '#f0b9c6' }),
      disc('lamp', 'Lamp', 890, 216, 140),
      newElement('text', 'title', 'Title', { x: 160, y: 380, w: 1600, h: foot - 380, text: 'Night of Lanterns', ...head, weight: 800, size: 150, leading: 0.92, align: 'centre', vertical: 'bottom', fit: 'wrap', maxLines: 2, minScale: 0.5 }),
      newElement('text', 'line', 'Line', { ...line, x: 160, y: 912, w: 1600, h: 72, text: 'Back after the tide', size: 52, align: 'centre', minScale: 0.66, reflected: false }),
    ],
    order: ['ground', 'water', 'lamp', 'title', 'line'],
    fields: [
      textField('f-title', 'Title', 'Night of Lanterns', 'Up to two lines', { sample: false, maxLength: 40 }),
      textField('f-line', 'Line', 'Back after the tide', 'What comes, or when', { maxLength: 46 }),
    ],
    ties: [['title', 'text', 'f-title'], ['line', 'text', 'f-line']],
    enter: moving([
      ...kindle('lamp', 0, 40),
      ['ground', 'iris', { style: 'lt-light' }, [3, 1], [50, 0]],
      move('title', 'opacity', 'lt-words', [[22, 0, 'linear'], [70, 1, 'linear']], { cascade: cascade('word', 0.5) }),
      ...warm('line', 46, 32),
    ]),
    // The lamp rides on a swell, and its picture with it.
    idle: moving([['lamp', 'y', [0, 0, 'gentle'], [100, -14, 'gentle'], [200, 0]]]),
    exit: moving([...cool('line', 12), ...cool('title', 16), ['ground', 'iris', { style: 'lt-light' }, [10, 0, 'strong-in'], [36, 1]], ...douse('lamp', 40, 22)]),
    changes: [change('words', 'Other words', 44, [...rekindle('title', 0, 40), ...rekindle('line', 6)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, lanternLook), {
    ground: { w: 1080, h: 1920 },
    water: { x: -1380, y: -580 },
    lamp: { x: 470, y: 470 },
    title: { x: 72, y: 620, w: 936, h: 420, size: 132, maxLines: 3 },
    line: { x: 72, y: 1360, w: 936 },
  });
}

const lamps = [
  { x: 150, y: 90, size: 190, z: -1300 },
  { x: 1580, y: 60, size: 210, z: -900 },
  { x: 1010, y: 76, size: 150, z: -500 },
  { x: 600, y: 150, size: 130, z: -200 },
  { x: 1500, y: 250, size: 170, z: 160 },
] as const;

/** The evening begins: the camera goes in among lamps, near and far. */
export function amongLamps(): Template {
  const id = (i: number): string => `lamp-${i}`;
  const made = template({
    id: 'lt-among',
    name: 'Lantern among lamps',
    lane: 'full',
    clears: ['lower'],
    stays: 4,
    elements: [
      newElement('rect', 'ground', 'Ground', { x: -960, y: -540, w: 3840, h: 2160, z: -1500, fill: '@lt-dusk' }),
      ...lamps.map(({ x, y, size, z }, i): Element => disc(id(i), `Lamp ${i + 1}`, x, y, size, { z })),
      newElement('text', 'title', 'Title', { x: 160, y: 470, w: 1600, h: 290, text: 'The harbour is lit', ...head, weight: 800, size: 150, leading: 0.92, align: 'centre', fit: 'wrap', maxLines: 2, minScale: 0.5 }),
      newElement('text', 'line', 'Line', { ...line, x: 160, y: 790, w: 1600, h: 72, text: 'Live until the last one is out', size: 56, align: 'centre', minScale: 0.6 }),
      newElement('viewpoint', 'camera', 'Scene camera', { x: 936, y: 516, z: 2376, aimX: 960, aimY: 540 }),
    ],
    order: ['ground', ...lamps.map((_, i) => id(i)), 'title', 'line', 'camera'],
    fields: [
      textField('f-title', 'Title', 'The harbour is lit', 'Up to two lines', { sample: false, maxLength: 40 }),
      textField('f-line', 'Line', 'Live until the last one is out', 'From where, or what day', { maxLength: 48 }),
    ],
    ties: [['title', 'text', 'f-title'], ['line', 'text', 'f-line']],
    enter: moving([
      ['ground', 'opacity', [0, 0], [16, 1, 'linear']],
      ['camera', 'z', [0, 1200, 'strong-out'], [100, 0]],
      ...lamps.flatMap((_, i): Move[] => [[id(i), 'opacity', { style: 'lt-light' }, [6 + i * 6, 0, 'linear'], [22 + i * 6, 1]]]),
      move('title', 'opacity', 'lt-words', [[28, 0, 'linear'], [78, 1, 'linear']], { cascade: cascade('word', 0.5) }),
      move('title', 'z', 'lt-words', [[28, -300], [96, 0]]),
      ...warm('line', 52, 36),
    ]),
    idle: moving(lamps.map((_, i): Move => [id(i), 'y', [0, 0, 'gentle'], [90 + i * 10, -10, 'gentle'], [260, 0]])),
    exit: moving([...cool('line', 12), ...cool('title', 17), ['camera', 'z', [0, 0, 'strong-in'], [44, -1000]], ...lamps.map((_, i): Move => [id(i), 'opacity', [16 + i * 2, 1, 'linear'], [30 + i * 2, 0]]), ['ground', 'opacity', [28, 1, 'linear'], [44, 0]]]),
    changes: [change('words', 'Other words', 44, [...rekindle('title', 0, 40), ...rekindle('line', 6)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(
    { ...inMotion(made, lanternLook), inDepth: true },
    {
      ground: { x: -1080, y: -960, w: 3240, h: 3840 },
      ...Object.fromEntries(lamps.map(({ size }, i): [string, object] => [id(i), { x: [60, 740, 420, 180, 720][i], y: [200, 160, 320, 520, 560][i], w: size, h: size }])),
      title: { x: 72, y: 830, w: 936, h: 420, size: 132, maxLines: 3 },
      line: { x: 72, y: 1290, w: 936 },
      camera: { x: 516, y: 936, aimX: 540, aimY: 960 },
    },
  ); // prettier-ignore
}
