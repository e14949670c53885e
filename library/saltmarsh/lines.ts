import { newElement, type Template } from '../../src/core/show';
import { change, colourField, inMotion, moving, tall, template, textField } from '../make';
import { blade, head, leanOf, saltmarshLook, shear, slideIn, slideOut, slideOver, unshear } from './look';

/** A line of news along the foot. */
export function strip(): Template {
  const [top, height] = [916, 80];
  const lean = leanOf(height);
  const made = template({
    id: 'sm-strip',
    name: 'Saltmarsh strip',
    lane: 'lower',
    elements: [
      blade('lead', 'Lead blade', [112, top, 24, height], '@sm-leaf'),
      blade('tag', 'Label blade', [142, top, 240, height], '@sm-flash'),
      blade('plate', 'Line blade', [388, top, 1376, height], '@sm-deep'),
      blade('end', 'End blade', [1770, top, 38, height], '@sm-leaf'),
      newElement('text', 'label', 'Label', { ...head, x: 178, y: top + 8, w: 260, h: 64, text: 'Breaking',  size: 38, colour: '@sm-deep', minScale: 0.8 }),
      newElement('text', 'line', 'Line', { x: 440, y: top + 8, w: 1240, h: 64, text: 'The final moves to 18:30: the wind has turned', ...head, letters: 'as-typed', weight: 620, stretch: 100, size: 42, tracking: 0, minScale: 0.72 }),
    ],
    order: ['lead', 'tag', 'plate', 'end', 'label', 'line'],
    fields: [
      textField('f-label', 'Label', 'Breaking', 'One word', { sample: false, maxLength: 10 }),
      textField('f-line', 'Line', 'The final moves to 18:30: the wind has turned', 'One sentence, no full stop', { maxLength: 80 }),
    ],
    ties: [
      ['label', 'text', 'f-label'],
      ['line', 'text', 'f-line'],
    ],
    tethers: [
      ['tag', 'left', 'label', 'left', -28 - lean / 2],
      ['tag', 'right', 'label', 'right', 28 + lean / 2],
      ['plate', 'left', 'tag', 'right', 6 - lean],
      ['plate', 'right', 'end', 'left', lean - 6],
      ['line', 'left', 'plate', 'left', 38 + lean / 2],
    ],
    enter: moving([shear('lead', 0, 1, 20, 'sm-lead'), shear('tag', 5, -1, 22), shear('plate', 9, 1, 26), shear('end', 14, -1, 22), ...slideIn('label', 14, 22), ...slideIn('line', 18, 28)]),
    exit: moving([...slideOut('line', 12), ...slideOut('label', 14), unshear('end', 14, -1), unshear('plate', 18, 1), unshear('tag', 21, -1), unshear('lead', 24, 1, 14, 'sm-lead')]),
    changes: [
      change('line', 'Another line', 30, slideOver('line', 0, 30), { when: [{ is: 'only', field: 'f-line' }], swap: null, carryFrom: 6, carryTo: 18 }),
      change('both', 'Another label and line', 34, [...slideOver('label'), ...slideOver('line', 4, 30)], { swap: null, carryFrom: 6, carryTo: 18 }),
    ],
  }); // prettier-ignore
  const cut = { y: 1590, h: 170 };
  return tall(inMotion(made, saltmarshLook), {
    lead: { ...cut, x: 72 },
    tag: cut,
    plate: cut,
    end: { ...cut, x: 1008 - 38 - lean / 2 },
    label: { x: 146, y: 1642, size: 34, minScale: 0.9 },
    line: { y: 1600, w: 510, h: 150, fit: 'wrap', maxLines: 3, size: 42, minScale: 0.74 },
  });
}

/** What somebody said, with who said it. */
export function quote(): Template {
  const [top, height, foot, low] = [548, 312, 866, 130];
  const made = template({
    id: 'sm-quote',
    name: 'Saltmarsh quotation',
    lane: 'lower',
    elements: [
      blade('lead', 'Lead blade', [172, top, 34, height], '@sm-flash'),
      blade('second', 'Second blade', [212, top, 70, height], '@sm-leaf'),
      blade('plate', 'Words blade', [288, top, 1060, height], '@sm-deep'),
      blade('under', 'Name blade', [150, foot, 760, low], '@sm-paper'),
      newElement('text', 'words', 'Words', { x: 372, y: top + 24, w: 880, h: height - 48, text: 'We flew the last heat on two lines and one reel, and the reel was borrowed.', ...head, letters: 'as-typed', weight: 700, stretch: 100, size: 56, tracking: -4, leading: 1.04, fit: 'wrap', minScale: 0.57 }),
      newElement('text', 'name', 'Name', { ...head, x: 216, y: foot + 8, w: 660, h: 66, text: 'Bea Tolliver', size: 46, colour: '@sm-deep', minScale: 0.66 }),
      newElement('text', 'role', 'Role', { x: 204, y: foot + 68, w: 640, h: 52, text: 'Pilot · Shingle Street', typeStyle: 'sm-line', minScale: 0.79 }),
      newElement('group', 'who', 'Who said it', { children: ['name', 'role'] }),
    ],
    order: ['under', 'who', 'lead', 'second', 'plate', 'words'],
    fields: [
      textField('f-words', 'Words', 'We flew the last heat on two lines and one reel, and the reel was borrowed.', 'Without quotation marks', { lines: true, maxLength: 170 }),
      textField('f-name', 'Name', 'Bea Tolliver', 'As the person writes it', { maxLength: 30 }),
      textField('f-role', 'Role', 'Pilot · Shingle Street', 'Function, or pilot · club', { maxLength: 36 }),
      colourField('f-colour', 'Team colour', '@sm-flash', 'Of the first blade'),
    ],
    ties: [
      ['words', 'text', 'f-words'],
      ['name', 'text', 'f-name'],
      ['role', 'text', 'f-role'],
      ['lead', 'fill', 'f-colour'],
    ],
    tethers: [
      ['under', 'left', 'who', 'left', -32 - leanOf(low) / 2],
      ['under', 'right', 'who', 'right', 32 + leanOf(low) / 2],
    ],
    enter: moving([shear('lead', 0, 1, 24, 'sm-lead'), shear('second', 5, -1, 26), shear('plate', 10, 1, 32), shear('under', 18, -1, 24), ...slideIn('words', 20, 30), ...slideIn('name', 26, 24), ...slideIn('role', 30, 22)]),
    exit: moving([...slideOut('role', 9, 9), ...slideOut('name', 11), ...slideOut('words', 14), unshear('under', 16, -1), unshear('plate', 22, 1), unshear('second', 25, -1), unshear('lead', 29, 1, 16, 'sm-lead')]),
    changes: [change('quote', 'Another quotation', 38, [...slideOver('words', 0, 34), ...slideOver('name', 4), ...slideOver('role', 7)], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const [y, high] = [1206, 418];
  const cut = { y, h: high };
  const lean = leanOf(height);
  return tall(inMotion(made, saltmarshLook), {
    lead: { ...cut, x: 72 },
    second: { ...cut, x: 112 },
    plate: { ...cut, x: 188, w: 640 + lean },
    words: { x: 330, y: y + 24, w: 460, h: high - 48, size: 52, minScale: 0.58 },
    under: { y: y + high + 6 },
    name: { x: 150, y: y + high + 14, w: 740 },
    role: { x: 138, y: y + high + 74, w: 640 },
  });
}
