// Blades in space: letters that fall upright, and boards that open like doors.
import { newElement, type Element, type Field, type Template } from '../../src/core/show';
import { cascade, change, inMotion, moving, tall, template, textField, type Move } from '../make';
import { move } from '../moves';
import { blade, head, leanOf, line, punch, saltmarshLook, shear, slideIn, slideOut, slideOver, unshear } from './look'; // prettier-ignore

/** A word for the moment, whose letters fall upright one after another. */
export function shout(): Template {
  const lean = leanOf(168);
  const made = template({
    id: 'sm-shout',
    name: 'Saltmarsh shout',
    lane: 'lower',
    elements: [
      blade('under', 'Under blade', [96 + lean / 2, 760, 1120, 168], '@sm-leaf'),
      blade('flash', 'Flash', [1216 + lean / 2, 760, 40, 168], '@sm-flash'),
      newElement('text', 'word', 'Word', { ...head, x: 190, y: 774, w: 980, h: 140, text: 'Photo finish', size: 118, minScale: 0.42 }),
      blade('foot', 'Foot blade', [120, 928, 820, 68], '@sm-paper'),
      newElement('text', 'line', 'Line', { ...line, x: 168, y: 936, w: 720, h: 52, text: 'Rokkaku duel, last heat', minScale: 0.85 }),
    ],
    order: ['under', 'flash', 'word', 'foot', 'line'],
    fields: [
      textField('f-word', 'Word', 'Photo finish', 'One to three words', { sample: false, maxLength: 22 }),
      textField('f-line', 'Line', 'Rokkaku duel, last heat', 'Of what', { maxLength: 40 }),
    ],
    ties: [['word', 'text', 'f-word'], ['line', 'text', 'f-line']],
    enter: moving([
      shear('under', 0, 1, 24, 'sm-lead'),
      shear('flash', 4, -1),
      move('word', 'rotationX', 'sm-words', [[12, -100], [54, 0]], { cascade: { ...cascade('character', 0.85), pivot: 'bottom' } }),
      move('word', 'opacity', 'sm-words', [[12, 0, 'linear'], [24, 1, 'linear'], [54, 1]], { cascade: { ...cascade('character', 0.85), pivot: 'bottom' } }),
      shear('foot', 18, 1),
      ...slideIn('line', 26),
    ]),
    exit: moving([...slideOut('line', 12), unshear('foot', 18, 1), ['word', 'opacity', [6, 1, 'linear'], [16, 0]], unshear('flash', 24, -1), unshear('under', 30, 1)]),
    changes: [change('word', 'Another word', 46, [
      ['word', 'rotationX', { side: 'old' }, [0, 0, 'strong-in'], [14, 90]],
      ['word', 'rotationX', { side: 'new', cascade: { ...cascade('character', 0.85), pivot: 'bottom' } }, [12, -100, 'strong-out'], [46, 0]],
      ['word', 'opacity', { side: 'new', cascade: { ...cascade('character', 0.85), pivot: 'bottom' } }, [12, 0, 'linear'], [24, 1, 'linear'], [46, 1]],
      ...slideOver('line', 6),
    ], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, saltmarshLook), {
    under: { x: 72, y: 1360, w: 880 },
    flash: { x: 900, y: 1360 },
    word: { x: 150, y: 1374, w: 730 },
    foot: { x: 72, y: 1528, w: 760 },
    line: { x: 130, y: 1536, w: 640 },
  });
}

const crew = ['Skerry Flyers', 'Ox', 'Dunlin Aerobats', 'Kråkvåg Lines', 'Harbour Wall'] as const;

/** Five boards side by side that open like doors, a number and a name on each. */
export function boards(): Template {
  const [w, h, gap, top] = [336, 420, 12, 420] as const;
  const x = (i: number): number => 96 + i * (w + gap);
  const made = template({
    id: 'sm-boards',
    name: 'Saltmarsh boards',
    lane: 'full',
    clears: ['lower'],
    elements: [
      blade('head', 'Head blade', [120, 300, 980, 92], '@sm-flash'),
      newElement('text', 'title', 'Title', { ...head, x: 168, y: 310, w: 860, h: 72, text: 'Last five in the duel', size: 54, colour: '@sm-deep', minScale: 0.6 }),
      ...crew.flatMap((name, i): Element[] => [
        newElement('rect', `board-${i}`, `Board ${i + 1}`, { x: x(i), y: top, w, h, fill: i % 2 === 0 ? '@sm-deep' : '@sm-leaf' }),
        newElement('text', `place-${i}`, `Place ${i + 1}`, { ...head, x: x(i) + 28, y: top + 26, w: 140, h: 130, text: String(i + 1), size: 120, colour: '@sm-paper' }),
        newElement('text', `name-${i}`, `Name ${i + 1}`, { ...head, x: x(i) + 28, y: top + 190, w: w - 56, h: 200, text: name, size: 46, fit: 'wrap', maxLines: 4, vertical: 'bottom', letters: 'as-typed', minScale: 0.66 }),
        newElement('group', `door-${i}`, `Door ${i + 1}`, { children: [`board-${i}`, `place-${i}`, `name-${i}`], pivotX: 0 }),
      ]),
      newElement('group', 'doors', 'Boards', { children: crew.map((_, i) => `door-${i}`) }),
    ],
    order: ['head', 'title', 'doors'],
    fields: [
      textField('f-title', 'Title', 'Last five in the duel', 'Who they are', { sample: false, maxLength: 34 }),
      ...crew.map((name, i): Field => textField(`f-name-${i}`, `Name ${i + 1}`, name, 'Up to four lines', { maxLength: 44 })),
    ],
    ties: [['title', 'text', 'f-title'], ...crew.map((_, i): [string, string, string] => [`name-${i}`, 'text', `f-name-${i}`])],
    enter: moving([
      shear('head', 0, 1, 24, 'sm-lead'),
      ...slideIn('title', 10),
      move('doors', 'rotationY', 'sm-blade', [[6, 96], [60, 0]], { cascade: { ...cascade('child', 0.6), pivot: 'left' } }),
      move('doors', 'opacity', 'sm-blade', [[6, 0, 'linear'], [20, 1, 'linear'], [60, 1]], { cascade: { ...cascade('child', 0.6), pivot: 'left' } }),
      ...crew.flatMap((_, i): Move[] => punch(`place-${i}`, 20 + i * 7)),
    ]),
    exit: moving([['doors', 'rotationY', { cascade: { ...cascade('child', 0.7, { order: 'backward' }), pivot: 'left' } }, [0, 0, 'strong-in'], [28, 92]], ...slideOut('title', 22), unshear('head', 34, 1)]),
    changes: [change('names', 'Other names', 40, [...slideOver('title'), ...crew.flatMap((_, i): Move[] => [[`door-${i}`, 'rotationY', { side: 'old' }, [i * 2, 0, 'strong-in'], [14 + i * 2, 90]], [`door-${i}`, 'rotationY', { side: 'new' }, [14 + i * 2, 90, 'strong-out'], [32 + i * 2, 0]]])], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const [tw, th] = [456, 300];
  return tall(inMotion(made, saltmarshLook), {
    head: { x: 72, y: 500, w: 900 },
    title: { x: 130, y: 510, w: 760 },
    ...Object.fromEntries(
      crew.flatMap((_, i): [string, object][] => {
        const [bx, by] = [72 + (i % 2) * (tw + 24), 612 + Math.floor(i / 2) * (th + 24)];
        return [
          [`board-${i}`, { x: bx, y: by, w: tw, h: th }],
          [`place-${i}`, { x: bx + 28, y: by + 16 }],
          [`name-${i}`, { x: bx + 28, y: by + 130, w: tw - 56, h: 150, maxLines: 3 }],
        ];
      }),
    ),
  });
}
