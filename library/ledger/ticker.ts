import { newElement, type Template } from '../../src/core/show';
import {
  inMotion,
  moving,
  tall,
  template,
  textField,
  tickerChanges,
  tickerFields,
  unstyled,
  type Move,
} from '../make';
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

const inks = { map: { true: '@lg-paper', false: '@lg-ink' } };
const papers = { map: { true: '@lg-red', false: '@lg-paper' } };

/** Items of strands along the foot: printed one after another, each rolls up where the one before was. */
export function ticker(): Template {
  const leaves: Move[] = [
    ...sink('line', 11),
    ...sink('label', 13),
    undrawn('between', 14),
    ...goes(27, true),
  ];
  const made = template({
    id: 'lg-ticker',
    name: 'Ledger ticker',
    lane: 'ticker',
    elements: [
      ...sheet(96, 908, 1728, 88),
      newElement('rect', 'foot', 'Tone of the label', { x: 96, y: 916, w: 260, h: 80, fill: '@lg-tone' }),
      newElement('rect', 'mark', 'Mark of the strand', { x: 96, y: 916, w: 14, h: 80, fill: '@lg-red' }),
      newElement('text', 'label', 'Label', { x: 136, y: 928, w: 380, h: 58, text: 'Results', ...mono, weight: 600, size: 34, minScale: 0.84 }),
      hair('between', 'Between', 380, 930, 0, 54),
      newElement('text', 'line', 'Line', { x: 410, y: 926, w: 1374, h: 62, text: 'The harbour wall stays closed until the tide has turned', ...serif, size: 44, weight: 520, tracking: 0, minScale: 0.69 }),
    ],
    order: ['sheet', 'foot', 'mark', 'rule', 'label', 'between', 'line'],
    fields: tickerFields('Results', '@lg-red', 'The harbour wall stays closed until the tide has turned', 92),
    ties: [
      ['label', 'text', 'f-strand'],
      ['line', 'text', 'f-line'],
      ['mark', 'fill', 'f-colour'],
      ['sheet', 'fill', 'f-urgent', papers],
      ['line', 'colour', 'f-urgent', inks],
    ],
    tethers: [
      ['foot', 'left', 'label', 'left', -40],
      ['foot', 'right', 'label', 'right', 32],
      ['mark', 'left', 'foot', 'left', 0],
      ['between', 'left', 'foot', 'right', 0],
      ['line', 'left', 'foot', 'right', 32],
      ['line', 'right', 'sheet', 'right', -36],
    ],
    enter: moving([...comes(true, 28), ['mark', 'wipeBottom', { style: 'lg-sheet' }, [10, 1], [36, 0]], ...rise('label', 14, 22), drawn('between', 16, 22), ...rise('line', 18, 32, true)]),
    exit: moving([['mark', 'wipeBottom', [4, 0, 'strong-in'], [18, 1]], ...leaves]),
    changes: tickerChanges(
      [redrawn(28), ...turnOver('line', 0, 24), ...turnOver('label', 3, 24)],
      [redrawn(32), ...turnOver('line', 2, 28), ...turnOver('label', 4, 28)],
      [redrawn(34), ['mark', 'wipeBottom', [0, 0, 'strong-in'], [11, 1, 'strong-out'], [30, 0]], ...turnOver('label', 2), ...turnOver('line', 6, 30)],
      [redrawn(30), ...turnOver('line', 2, 28)],
    ),
    moves: [{ id: 'tuck', name: 'Tuck away', ...moving(unstyled([['mark', 'wipeBottom', [4, 0, 'strong-in'], [18, 1]], ...leaves])) }],
  }); // prettier-ignore
  const y = 1560;
  return tall(inMotion(made, ledgerLook), {
    rule: { x: 72, y: y + ruled / 2, w: 936 },
    sheet: { x: 72, y: y + ruled, w: 936, h: 192 },
    foot: { y: y + ruled, h: 192 },
    mark: { y: y + ruled, h: 192 },
    label: { x: 112, y: y + 76, w: 270, size: 32, minScale: 0.94 },
    between: { y: y + 30, h: 148 },
    line: { y: y + 16, h: 176, fit: 'wrap', maxLines: 4, size: 44, leading: 1, minScale: 0.55 },
  });
}

/** A column of print at the side: headline and a second line, and each item rolls up where the one before was. */
export function column(): Template {
  const [x, y, w, h] = [96, 612, 620, 384];
  const leaves: Move[] = [
    ...sink('more', 10),
    ...sink('line', 12, 12),
    ...sink('label', 14),
    ...goes(27, true),
  ];
  const made = template({
    id: 'lg-column',
    name: 'Ledger column',
    lane: 'ticker',
    elements: [
      ...sheet(x, y, w, h, 64),
      newElement('rect', 'mark', 'Mark of the strand', { x, y: y + ruled, w: 14, h: h - ruled - 64, fill: '@lg-red' }),
      newElement('text', 'label', 'Label', { x: x + 44, y: y + 26, w: w - 88, h: 46, text: 'Results', ...mono, weight: 600, size: 32, minScale: 0.94 }),
      newElement('text', 'line', 'Line', { x: x + 42, y: y + 76, w: w - 84, h: 144, text: 'The harbour wall stays closed until the tide has turned', ...serif, size: 48, weight: 560, tracking: -4, leading: 1, fit: 'wrap', maxLines: 4, minScale: 0.6, vertical: 'top' }),
      newElement('text', 'more', 'Second line', { x: x + 43, y: y + 226, w: w - 84, h: 88, text: 'Poles mark the way over the sand', ...serif, size: 34, weight: 460, tracking: 0, leading: 1.02, colour: '@lg-grey', fit: 'wrap', maxLines: 3, minScale: 0.7, vertical: 'top' }),
      newElement('clock', 'clock', 'Clock', { x: x + w - 184, y: y + h - 58, w: 140, h: 52, format: 'HH:mm', ...mono, size: 32, tracking: 0, colour: '@lg-ink', align: 'right' }),
    ],
    order: ['sheet', 'foot', 'mark', 'rule', 'label', 'line', 'more', 'clock'],
    fields: [
      ...tickerFields('Results', '@lg-red', 'The harbour wall stays closed until the tide has turned', 110),
      textField('f-more', 'Second line', 'Poles mark the way over the sand', 'What is behind it; may be empty', { maxLength: 100 }),
    ],
    ties: [
      ['label', 'text', 'f-strand'],
      ['line', 'text', 'f-line'],
      ['more', 'text', 'f-more'],
      ['mark', 'fill', 'f-colour'],
      ['sheet', 'fill', 'f-urgent', papers],
      ['line', 'colour', 'f-urgent', inks],
      ['label', 'colour', 'f-urgent', { map: { true: '@lg-paper', false: '@lg-grey' } }],
      ['more', 'colour', 'f-urgent', { map: { true: '@lg-paper', false: '@lg-grey' } }],
    ],
    enter: moving([...comes(true, 34), ['mark', 'wipeBottom', { style: 'lg-sheet' }, [10, 1], [40, 0]], ...rise('label', 14, 22), ...rise('line', 18, 34), ...rise('more', 24, 28), ...rise('clock', 28, 20)]),
    exit: moving([...sink('clock', 9), ['mark', 'wipeBottom', [4, 0, 'strong-in'], [18, 1]], ...leaves]),
    changes: tickerChanges(
      [redrawn(28), ...turnOver('line', 0, 26), ...turnOver('more', 3, 26), ...turnOver('label', 2, 24)],
      [redrawn(32), ...turnOver('line', 2, 30), ...turnOver('more', 5, 30), ...turnOver('label', 4, 28)],
      [redrawn(34), ['mark', 'wipeBottom', [0, 0, 'strong-in'], [11, 1, 'strong-out'], [32, 0]], ...turnOver('label', 2), ...turnOver('line', 4, 32), ...turnOver('more', 8, 30)],
      [redrawn(30), ...turnOver('line', 2, 30), ...turnOver('more', 6, 28)],
    ),
    moves: [{ id: 'tuck', name: 'Tuck away', ...moving(unstyled([...sink('clock', 9), ['mark', 'wipeBottom', [4, 0, 'strong-in'], [18, 1]], ...leaves])) }],
  }); // prettier-ignore
  const down = 1380 - y;
  return tall(
    inMotion(made, ledgerLook),
    Object.fromEntries(
      Object.values(made.elements).map((own) => [own.id, { x: own.x - 24, y: own.y + down, w: own.w }]),
    ),
  );
}
