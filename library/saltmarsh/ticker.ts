import { newElement, type Template } from '../../src/core/show';
import { inMotion, moving, tall, template, tickerChanges, tickerFields, unstyled, type Move } from '../make';
import { blade, head, leanOf, saltmarshLook, shear, slideIn, slideOut, slideOver, unshear } from './look';

/** The end blade shears over the words and back: the old are cut away by it, the new stand behind it. */
const cut = (far: number, at = 0): Move[] => [
  ['end', 'x', [at, 0, 'strong'], [at + 14, -far, 'strong-out'], [at + 36, 0]],
  ['line', 'wipeRight', { side: 'old' }, [at + 2, 0, 'strong'], [at + 13, 1]],
  ['line', 'opacity', { side: 'old' }, [at + 13, 1, 'hold'], [at + 14, 0]],
  ['line', 'wipeRight', { side: 'new' }, [at + 14, 1, 'strong-out'], [at + 34, 0]],
];
/** A blade goes up and out, and another comes up from below in its place. */
const recut = (id: string, at = 0): Move[] => [
  [id, 'wipeBottom', { side: 'old' }, [at, 0, 'strong-in'], [at + 11, 1]],
  [id, 'wipeTop', { side: 'new' }, [at + 8, 1, 'strong-out'], [at + 28, 0]],
];

/** Items of strands along the foot; each is cut away by a blade. */
export function ticker(): Template {
  const [top, height] = [916, 80];
  const lean = leanOf(height);
  const urgent = { map: { true: '@sm-flash', false: '@sm-deep' } };
  const leaves: Move[] = [...slideOut('line', 12), ...slideOut('label', 14), unshear('end', 14, -1), unshear('plate', 18, 1), unshear('tag', 21, -1), unshear('lead', 24, 1, 14, 'sm-lead')]; // prettier-ignore
  const made = template({
    id: 'sm-ticker',
    name: 'Saltmarsh ticker',
    lane: 'ticker',
    elements: [
      blade('lead', 'Lead blade', [112, top, 24, height], '@sm-leaf'),
      blade('tag', 'Strand blade', [142, top, 240, height], '@sm-flash'),
      blade('plate', 'Line blade', [388, top, 1376, height], '@sm-deep'),
      blade('end', 'End blade', [1770, top, 38, height], '@sm-leaf'),
      newElement('text', 'label', 'Label', { ...head, x: 178, y: top + 8, w: 340, h: 64, text: 'Field', size: 38, colour: '@sm-deep', minScale: 0.7 }),
      newElement('text', 'line', 'Line', { x: 440, y: top + 8, w: 1240, h: 64, text: 'Skerry take the third duel by two lines', ...head, letters: 'as-typed', weight: 620, stretch: 100, size: 42, tracking: 0, minScale: 0.72 }),
    ],
    order: ['lead', 'tag', 'plate', 'label', 'line', 'end'],
    fields: tickerFields('Field', '@sm-flash', 'Skerry take the third duel by two lines', 88),
    ties: [
      ['label', 'text', 'f-strand'],
      ['line', 'text', 'f-line'],
      ['tag', 'fill', 'f-colour'],
      ['plate', 'fill', 'f-urgent', urgent],
      ['line', 'colour', 'f-urgent', { map: { true: '@sm-deep', false: '@sm-paper' } }],
    ],
    tethers: [
      ['tag', 'left', 'label', 'left', -28 - lean / 2],
      ['tag', 'right', 'label', 'right', 28 + lean / 2],
      ['plate', 'left', 'tag', 'right', 6 - lean],
      ['plate', 'right', 'end', 'left', lean - 6],
      ['line', 'left', 'plate', 'left', 38 + lean / 2],
      ['line', 'right', 'plate', 'right', -24 - lean],
    ],
    enter: moving([shear('lead', 0, 1, 20, 'sm-lead'), shear('tag', 5, -1, 22), shear('plate', 9, 1, 26), shear('end', 14, -1, 22), ...slideIn('label', 14, 22), ...slideIn('line', 18, 28)]),
    exit: moving(leaves),
    changes: tickerChanges(
      [...recut('plate'), ...recut('tag', 3), ...slideOver('line', 0, 26), ...slideOver('label', 3, 26)],
      [...recut('plate'), ...slideOver('line', 2), ...slideOver('label', 4)],
      [...recut('tag'), ...slideOver('label', 2), ...cut(1320, 4)],
      cut(1320),
    ),
    moves: [{ id: 'tuck', name: 'Tuck away', ...moving(unstyled(leaves)) }],
  }); // prettier-ignore
  const high = { y: 1590, h: 170 };
  return tall(inMotion(made, saltmarshLook), {
    lead: { ...high, x: 72 },
    tag: high,
    plate: high,
    end: { ...high, x: 1008 - 38 - lean / 2 },
    label: { x: 146, y: 1642, w: 290, size: 34, tracking: -10, minScale: 0.9 },
    line: { y: 1598, h: 154, fit: 'wrap', maxLines: 4, leading: 0.98, size: 44, minScale: 0.55 },
  });
}
