import { newElement, type Template } from '../../src/core/show';
import { cascade, change, inMotion, moving, tall, template, textField, type Move } from '../make';
import { move } from '../moves';
import { cool, disc, douse, head, kindle, lanternLook, line, rekindle, warm } from './look';

/** A part of the evening, over the whole frame: a lamp in the dusk. */
export function titleCard(): Template {
  const made = template({
    id: 'lt-title',
    name: 'Lantern title card',
    lane: 'full',
    clears: ['lower'],
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: '@lt-dusk', irisX: 0.76, irisY: 0.46, irisSoft: 120 }),
      newElement('ellipse', 'halo', 'Halo', { x: 810, y: -150, w: 1300, h: 1300, fill: '@lt-halo' }),
      disc('lamp', 'Lamp', 1210, 250, 500),
      newElement('ellipse', 'ring', 'Ring', { x: 1150, y: 190, w: 620, h: 620, fill: '#00000000', outlineWidth: 4, outline: '#ffcb6666', outlinePlace: 'inside', lightLength: 500, lightColour: '@lt-cream' }),
      newElement('text', 'over', 'Over line', { ...line, x: 98, y: 300, w: 960, h: 64, text: 'Tonight on the beach',  size: 46, minScale: 0.66 }),
      newElement('text', 'title', 'Title', { ...head, x: 96, y: 372, w: 1000, h: 300, text: 'The night of a thousand lights',  size: 116, leading: 0.94, fit: 'wrap', maxLines: 3, vertical: 'top', minScale: 0.5 }),
      newElement('text', 'line', 'Line', { ...line, x: 98, y: 720, w: 960, h: 120, text: 'With music from the harbour choir',  size: 44, colour: '@lt-cream', fit: 'wrap', maxLines: 2, vertical: 'top', minScale: 0.72 }),
    ],
    order: ['ground', 'halo', 'lamp', 'ring', 'over', 'title', 'line'],
    fields: [
      textField('f-over', 'Over line', 'Tonight on the beach', 'When or where, short', { maxLength: 40 }),
      textField('f-title', 'Title', 'The night of a thousand lights', 'Up to three lines', { maxLength: 56 }),
      textField('f-line', 'Line', 'With music from the harbour choir', 'What else; up to two lines', { maxLength: 80 }),
    ],
    ties: [
      ['over', 'text', 'f-over'],
      ['title', 'text', 'f-title'],
      ['line', 'text', 'f-line'],
    ],
    tethers: [['line', 'top', 'title', 'bottom', 34]],
    enter: moving([
      ...kindle('lamp', 0, 40),
      ['ground', 'iris', { style: 'lt-light' }, [4, 1], [44, 0]],
      ['halo', 'opacity', [8, 0, 'gentle'], [50, 1]],
      ['ring', 'drawEnd', { style: 'lt-glass' }, [10, 0], [52, 1]],
      ['ring', 'light', [14, 0, 'gentle'], [66, 1]],
      ...warm('over', 16),
      move('title', 'opacity', 'lt-words', [[20, 0, 'linear'], [58, 1, 'linear']], { cascade: cascade('word', 0.6) }),
      ...warm('line', 32, 32),
    ]),
    // The halo breathes.
    idle: moving([['halo', 'scale', [0, 1, 'gentle'], [150, 1.06, 'gentle'], [300, 1]]]),
    exit: moving([...cool('line', 12), ...cool('title', 15), ...cool('over', 17), ['ring', 'drawEnd', [2, 1, 'strong-in'], [20, 0]], ['halo', 'opacity', [6, 1, 'linear'], [24, 0]], ['ground', 'iris', { style: 'lt-light' }, [10, 0, 'strong-in'], [34, 1]], ...douse('lamp', 38, 22)]),
    changes: [change('words', 'Another part', 46, [...rekindle('over'), ...rekindle('title', 3, 38), ...rekindle('line', 8), ['ring', 'light', [0, 0, 'gentle'], [46, 1]]], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, lanternLook), {
    ground: { w: 1080, h: 1920, irisX: 0.5, irisY: 0.33 },
    halo: { x: -110, y: -20 },
    lamp: { x: 290, y: 380 },
    ring: { x: 230, y: 320 },
    over: { x: 74, y: 1080, w: 930 },
    title: { x: 72, y: 1152, w: 936, size: 104 },
    line: { x: 74, w: 930 },
  });
}

/** From a point of light to the whole frame, and the name of the evening in it. */
export function opener(): Template {
  const rings = [0, 1, 2] as const;
  const size = (i: number): number => 620 + i * 300;
  const made = template({
    id: 'lt-opener',
    name: 'Lantern opener',
    lane: 'full',
    clears: ['lower'],
    stays: 4,
    elements: [
      newElement('rect', 'ground', 'Ground', { x: 0, y: 0, w: 1920, h: 1080, fill: '@lt-dusk', irisX: 0.5, irisY: 0.42, irisSoft: 140 }),
      newElement('ellipse', 'halo', 'Halo', { x: 210, y: -300, w: 1500, h: 1500, fill: '@lt-halo' }),
      ...rings.map((i) => newElement('ellipse', `ring-${i}`, `Ring ${i + 1}`, { x: 960 - size(i) / 2, y: 454 - size(i) / 2, w: size(i), h: size(i), fill: '#00000000', outlineWidth: 3, outline: '#ffcb6659', outlinePlace: 'inside', lightLength: 420, lightColour: '@lt-cream' })),
      disc('lamp', 'Lamp', 840, 184, 240),
      newElement('text', 'title', 'Title', { x: 160, y: 470, w: 1600, h: 280, text: 'Night of Lanterns', ...head, weight: 800, size: 150, leading: 0.92, align: 'centre', fit: 'wrap', maxLines: 2, minScale: 0.5 }),
      newElement('text', 'line', 'Line', { ...line, x: 160, y: 780, w: 1600, h: 72, text: 'Live from the harbour wall',  size: 56, align: 'centre', minScale: 0.6 }),
    ],
    order: ['ground', 'halo', ...rings.map((i) => `ring-${i}`), 'lamp', 'title', 'line'],
    fields: [
      textField('f-title', 'Title', 'Night of Lanterns', 'Up to two lines', { sample: false, maxLength: 40 }),
      textField('f-line', 'Line', 'Live from the harbour wall', 'From where, or what day', { maxLength: 48 }),
    ],
    ties: [
      ['title', 'text', 'f-title'],
      ['line', 'text', 'f-line'],
    ],
    enter: moving([
      ...kindle('lamp', 0, 44),
      ['ground', 'iris', { style: 'lt-light' }, [3, 1], [54, 0]],
      ['halo', 'scale', { style: 'lt-glass' }, [6, 0.2], [64, 1]],
      ['halo', 'opacity', [6, 0, 'linear'], [30, 1]],
      ...rings.flatMap((i): Move[] => [
        [`ring-${i}`, 'drawEnd', { style: 'lt-glass' }, [12 + i * 6, 0], [60 + i * 8, 1]],
        [`ring-${i}`, 'light', [24 + i * 10, 0, 'gentle'], [100 + i * 12, 1]],
      ]),
      move('title', 'opacity', 'lt-words', [[28, 0, 'linear'], [78, 1, 'linear']], { cascade: cascade('word', 0.5) }),
      ...warm('line', 52, 36),
    ]),
    idle: moving([['halo', 'opacity', [0, 1, 'gentle'], [100, 0.75, 'gentle'], [200, 1]]]),
    exit: moving([...cool('line', 12), ...cool('title', 17), ...rings.map((i): Move => [`ring-${i}`, 'drawEnd', [2 + i * 2, 1, 'strong-in'], [22 + i * 2, 0]]), ['halo', 'opacity', [6, 1, 'linear'], [26, 0]], ['ground', 'iris', { style: 'lt-light' }, [12, 0, 'strong-in'], [40, 1]], ...douse('lamp', 44, 24)]),
    changes: [change('words', 'Other words', 44, [...rekindle('title', 0, 40), ...rekindle('line', 6)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, lanternLook), {
    ground: { w: 1080, h: 1920, irisY: 0.36 },
    halo: { x: -210, y: -60 },
    ...Object.fromEntries(
      rings.map((i): [string, object] => [`ring-${i}`, { x: 540 - size(i) / 2, y: 690 - size(i) / 2 }]),
    ),
    lamp: { x: 420, y: 420 },
    title: { x: 72, y: 780, w: 936, h: 420, size: 132, maxLines: 3 },
    line: { x: 72, y: 1230, w: 936 },
  });
}
