import { newElement, type Template } from '../../src/core/show';
import {
  change,
  inMotion,
  moving,
  numberField,
  pictureField,
  tall,
  template,
  textField,
  type Move,
} from '../make';
import { move } from '../moves';
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

/** A line along the foot: a lit label, a dusky pill. */
export function strip(): Template {
  const made = template({
    id: 'lt-strip',
    name: 'Lantern strip',
    lane: 'lower',
    elements: [
      ...glass('pill', 'Pill', [96, 912, 1728, 84], { at: [0.02, 0.5] }),
      newElement('rect', 'tag', 'Label pill', { x: 104, y: 920, w: 240, h: 68, fill: '@lt-glow', radiusTopLeft: 34, radiusTopRight: 34, radiusBottomRight: 34, radiusBottomLeft: 34, irisX: 0.14, irisSoft: 24 }),
      newElement('text', 'label', 'Label', { x: 138, y: 924, w: 320, h: 60, text: 'Tonight', ...head, size: 40, tracking: 0, colour: '@lt-night', minScale: 0.78 }),
      newElement('text', 'line', 'Line', { ...line, x: 380, y: 924, w: 1380, h: 60, text: 'The lamps are lit at nine; bring your own candle',  size: 42, colour: '@lt-cream', minScale: 0.74 }),
    ],
    order: [...glassOf('pill'), 'tag', 'label', 'line'],
    fields: [
      textField('f-label', 'Label', 'Tonight', 'One word', { sample: false, maxLength: 12 }),
      textField('f-line', 'Line', 'The lamps are lit at nine; bring your own candle', 'One sentence, no full stop', { maxLength: 80 }),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['line', 'text', 'f-line'],
    ],
    tethers: [['tag', 'left', 'label', 'left', -34], ['tag', 'right', 'label', 'right', 34], ['line', 'left', 'tag', 'right', 28], ...held('pill')],
    enter: moving([['tag', 'iris', { style: 'lt-light' }, [0, 1], [24, 0]], ...open('pill', 6, 38), ...warm('label', 12, 24), ...warm('line', 19, 32), runRound('pill', 14, 70)]),
    idle: moving([runRound('pill', 150, 380, 500)]),
    exit: moving([...cool('line', 12), ...cool('label', 16), ...close('pill', 26, 20), ['tag', 'iris', { style: 'lt-light' }, [14, 0, 'strong-in'], [30, 1]]]),
    changes: [
      change('line', 'Another line', 36, [...rekindle('line'), runRound('pill', 0, 36)], { when: [{ is: 'only', field: 'f-line' }], swap: null, carryFrom: 6, carryTo: 18 }),
      change('both', 'Another label and line', 38, [...rekindle('label'), ...rekindle('line', 4)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const y = 1600;
  const round = { radiusTopLeft: 64, radiusTopRight: 64, radiusBottomRight: 64, radiusBottomLeft: 64 };
  return tall(inMotion(made, lanternLook), {
    pill: { x: 72, y: y - 20, w: 936, h: 200, ...round },
    'pill-rim': round,
    tag: { y: y - 62 },
    label: { x: 122, y: y - 58, w: 220 },
    line: { x: 130, y: y + 14, w: 560, h: 150, fit: 'wrap', maxLines: 3, size: 42 },
  });
}

/** A viewer's words; the glass grows with them. */
export function post(): Template {
  const made = template({
    id: 'lt-post',
    name: 'Lantern post',
    lane: 'lower',
    elements: [
      ...glass('pill', 'Glass', [96, 700, 1100, 296], { at: [0.06, 0.12], radius: 56, fill: '@lt-dusk' }),
      disc('lamp', 'Lamp', 132, 700, 116),
      newElement('picture', 'face', 'Face', { x: 140, y: 708, w: 100, h: 100, asset: null, fit: 'cover', radius: 50 }),
      newElement('text', 'author', 'Author', { ...head, x: 280, y: 706, w: 800, h: 58, text: 'Pia',  size: 46, colour: '@lt-glow', minScale: 0.66 }),
      newElement('text', 'place', 'From', { ...line, x: 281, y: 760, w: 800, h: 46, text: 'Gullgate',  size: 34, colour: '@lt-cream', minScale: 0.9 }),
      newElement('text', 'message', 'Message', { x: 144, y: 696, w: 1020, h: 260, text: 'We can see the red one from our roof. Please tell the pilot that my grandmother waves back every evening.', ...head, family: 'Hanken Grotesk', weight: 520, size: 46, tracking: 0, leading: 1.06, fit: 'wrap', vertical: 'bottom', maxLines: 5, minScale: 0.66 }),
      newElement('group', 'words', 'Words', { children: ['author', 'place', 'message'] }),
    ],
    order: [...glassOf('pill'), 'lamp', 'face', 'words'],
    fields: [
      textField('f-author', 'Author', 'Pia', 'As they sign', { trim: true, maxLength: 32 }),
      textField('f-place', 'From', 'Gullgate', 'Where they are', { trim: true, maxLength: 36 }),
      textField('f-text', 'Text', 'We can see the red one from our roof. Please tell the pilot that my grandmother waves back every evening.', 'Up to five lines', { maxLength: 220, trim: true, lines: true }),
      pictureField('f-picture', 'Picture', null, 'Of the author, or none: then the lamp shines'),
    ],
    ties: [
      ['author', 'text', 'f-author'],
      ['place', 'text', 'f-place'],
      ['message', 'text', 'f-text'],
      ['face', 'asset', 'f-picture'],
    ],
    tethers: [
      ['place', 'bottom', 'message', 'top', -26],
      ['author', 'bottom', 'place', 'top', 4],
      ['pill', 'left', 'lamp', 'left', -36],
      ['pill', 'right', 'words', 'right', 64, { min: 700 }],
      ['pill', 'top', 'words', 'top', -34],
      ['pill', 'bottom', 'words', 'bottom', 40],
      ['lamp', 'top', 'words', 'top', -6],
      ['face', 'top', 'words', 'top', 2],
      ...held('pill'),
    ],
    enter: moving([...kindle('lamp', 0, 26), ['face', 'iris', { style: 'lt-glass' }, [9, 1], [33, 0]], ...open('pill', 7, 40), ...warm('author', 17), ...warm('place', 21), ...warm('message', 25, 34), runRound('pill', 16, 76)]),
    idle: moving([runRound('pill', 150, 380, 500)]),
    exit: moving([...cool('message', 13), ...cool('place', 15), ...cool('author', 17), ...close('pill', 27, 20), ['face', 'iris', [10, 0, 'strong-in'], [24, 1]], ...douse('lamp', 32)]),
    changes: [change('post', 'Another post', 50, [...rekindle('author', 0), ...rekindle('place', 3), ...rekindle('message', 6, 40), ['face', 'iris', { side: 'old' }, [0, 0, 'strong-in'], [14, 1]], ['face', 'iris', { side: 'new' }, [14, 1], [40, 0]], runRound('pill', 4, 50)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, lanternLook), {
    pill: { w: 936 },
    lamp: { x: 112 },
    face: { x: 120 },
    author: { x: 258, w: 640 },
    place: { x: 259, w: 640 },
    message: { x: 120, y: 1360, w: 800, h: 340, maxLines: 6, size: 46 },
  });
}

/** A question with two answers: their bars follow the numbers. */
export function poll(): Template {
  const both = ['a', 'b'] as const;
  const y = { a: 660, b: 826 };
  const long = 880;
  const round = (r: number) => ({
    radiusTopLeft: r,
    radiusTopRight: r,
    radiusBottomRight: r,
    radiusBottomLeft: r,
  });
  const made = template({
    id: 'lt-poll',
    name: 'Lantern poll',
    lane: 'lower',
    elements: [
      ...glass('panel', 'Glass', [96, 452, 1140, 544], { at: [0.1, 0.12], radius: 56 }),
      disc('lamp', 'Lamp', 136, 496, 92),
      newElement('text', 'question', 'Question', { ...head, x: 260, y: 480, w: 900, h: 128, text: 'Which lantern flies highest?',  leading: 0.96, fit: 'wrap', maxLines: 2, minScale: 0.58 }),
      ...both.flatMap((id) => [
        newElement('text', `${id}-words`, id === 'a' ? 'First answer' : 'Second answer', { ...line, x: 146, y: y[id] - 12, w: 780, h: 54, text: id === 'a' ? 'The red one' : 'The blue one',  size: 42, colour: '@lt-cream', minScale: 0.76 }),
        newElement('rect', `${id}-track`, id === 'a' ? 'First track' : 'Second track', { x: 146, y: y[id] + 50, w: long, h: 56, fill: '#fff5e41f', ...round(28) }),
        newElement('rect', `${id}-bar`, id === 'a' ? 'First bar' : 'Second bar', { x: 146, y: y[id] + 50, w: 500, h: 56, fill: id === 'a' ? '@lt-lamp' : '@lt-rose', pivotX: 0, ...round(28), glow: 8, glowColour: '#ffcb6680' }),
        newElement('text', `${id}-value`, id === 'a' ? 'First share' : 'Second share', { x: 1036, y: y[id] + 32, w: 120, h: 92, text: id === 'a' ? '62' : '38', ...head, size: 66, align: 'right', minScale: 0.6 }),
        newElement('text', `${id}-sign`, id === 'a' ? 'First sign' : 'Second sign', { ...line, x: 1162, y: y[id] + 46, w: 50, h: 72, text: '%',  size: 40 }),
      ]),
    ],
    order: [...glassOf('panel'), 'lamp', 'question', ...both.flatMap((id) => [`${id}-words`, `${id}-track`, `${id}-bar`, `${id}-value`, `${id}-sign`])],
    fields: [
      textField('f-question', 'Question', 'Which lantern flies highest?', 'Up to two lines', { maxLength: 70 }),
      textField('f-a', 'First answer', 'The red one', 'A few words', { maxLength: 36 }),
      numberField('f-a-share', 'First share', 62, { min: 0, max: 100 }, 'Per cent'),
      textField('f-b', 'Second answer', 'The blue one', 'A few words', { maxLength: 36 }),
      numberField('f-b-share', 'Second share', 38, { min: 0, max: 100 }, 'Per cent'),
    ],
    ties: [
      ['question', 'text', 'f-question'],
      ...both.flatMap((id): [string, string, string, object?][] => [
        [`${id}-words`, 'text', `f-${id}`],
        [`${id}-value`, 'text', `f-${id}-share`],
        [`${id}-bar`, 'w', `f-${id}-share`, { factor: (long - 56) / 100, shift: 56 }],
      ]),
    ],
    tethers: held('panel'),
    enter: moving([
      ...kindle('lamp', 0, 28),
      ...open('panel', 6, 42),
      ...warm('question', 16, 32),
      ...both.flatMap((id, i): Move[] => [
        ...warm(`${id}-words`, 22 + i * 5),
        [`${id}-track`, 'wipeRight', { style: 'lt-words' }, [20 + i * 5, 1], [48 + i * 5, 0]],
        move(`${id}-bar`, 'w', 'lt-figures', [[28 + i * 6, 0.07], [70 + i * 6, 1]]),
        move(`${id}-bar`, 'opacity', 'lt-figures', [[28 + i * 6, 0, 'linear'], [32 + i * 6, 1, 'linear']]),
        move(`${id}-value`, 'opacity', 'lt-figures', [[28 + i * 6, 0, 'linear'], [36 + i * 6, 1, 'linear']]),
        move(`${id}-value`, 'count', 'lt-figures', [[28 + i * 6, 0], [72 + i * 6, 1]]),
        ...warm(`${id}-sign`, 34 + i * 6, 22),
      ]),
    ]),
    idle: moving([runRound('panel', 150, 400, 550)]),
    exit: moving([
      ...both.flatMap((id, i): Move[] => [
        [`${id}-value`, 'opacity', [i * 2, 1, 'linear'], [9 + i * 2, 0]],
        ...cool(`${id}-sign`, 9 + i * 2, 9),
        [`${id}-bar`, 'wipeRight', [i * 2, 0, 'strong-in'], [15 + i * 2, 1]],
        [`${id}-track`, 'wipeRight', [3 + i * 2, 0, 'strong-in'], [17 + i * 2, 1]],
        ...cool(`${id}-words`, 15 + i * 2, 12),
      ]),
      ...cool('question', 19),
      ...close('panel', 30, 20),
      ...douse('lamp', 34),
    ]),
    changes: [
      change('votes', 'New shares', 44, [...rekindle('question'), ...both.flatMap((id): Move[] => [...rekindle(`${id}-words`, 3), move(`${id}-value`, 'count', 'lt-figures', [[0, 0], [38, 1]]), [`${id}-bar`, 'glow', [0, 0, 'strong-out'], [12, 18, 'gentle'], [44, 0]]])], { swap: null, carryFrom: 0, carryTo: 38, sparesTheSame: true }),
    ],
  }); // prettier-ignore
  const down = 720;
  const at = (id: string, more: object = {}): [string, object] => {
    const own = made.elements[id] as { x: number; y: number };
    return [id, { x: own.x - 24, y: own.y + down, ...more }];
  };
  return tall(
    inMotion(made, lanternLook),
    Object.fromEntries([
      at('panel', { w: 936 }),
      at('panel-rim', { w: 936 }),
      at('lamp'),
      at('question', { w: 720 }),
      ...both.flatMap((id) => [
        at(`${id}-words`),
        at(`${id}-track`, { x: 122, w: long }),
        at(`${id}-bar`, { x: 122 }),
        at(`${id}-value`, { x: 800, y: y[id] + down - 36 }),
        at(`${id}-sign`, { x: 926, y: y[id] + down - 22 }),
      ]),
    ]),
  );
}
