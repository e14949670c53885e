// Paper in space: a sheet that has a back, and one that is folded.
import { newElement, type Template } from '../../src/core/show';
import { change, inMotion, moving, tall, template, textField } from '../make';
import { move } from '../moves';
import { comes, drawn, goes, hair, ledgerLook, mono, rise, serif, sheet, sheetOf, sink, turnOver, undrawn } from './look'; // prettier-ignore

/** A sheet beside the picture; what comes next is on its back. */
export function turningSheet(): Template {
  const [x, y, w, h] = [1008, 372, 816, 520] as const;
  const made = template({
    id: 'lg-turning',
    name: 'Ledger turning sheet',
    lane: 'full',
    clears: ['lower'],
    elements: [
      ...sheet(x, y, w, h),
      newElement('text', 'over', 'Over line', { x: x + 49, y: y + 42, w: 720, h: 50, text: 'In short', ...mono, size: 36, minScale: 0.85 }),
      newElement('text', 'title', 'Title', { x: x + 48, y: y + 96, w: 720, h: 160, text: 'The inner harbour is closed', typeStyle: 'lg-title', fit: 'wrap', maxLines: 2, vertical: 'top', minScale: 0.6 }),
      hair('under', 'Hairline', x + 48, y + 284, 720),
      newElement('text', 'words', 'Words', { x: x + 48, y: y + 304, w: 720, h: 170, text: 'No kites, no boats, until the dredger has gone.', ...serif, weight: 460, size: 46, leading: 1.1, fit: 'wrap', maxLines: 3, vertical: 'top', minScale: 0.7 }),
      newElement('group', 'leaf', 'Leaf', { backHidden: true, children: [...sheetOf(), 'over', 'title', 'under', 'words'] }),
    ],
    order: ['leaf'],
    fields: [
      textField('f-over', 'Over line', 'In short', 'One or two words', { sample: false, maxLength: 24 }),
      textField('f-title', 'Title', 'The inner harbour is closed', 'Up to two lines', { maxLength: 44 }),
      textField('f-words', 'Words', 'No kites, no boats, until the dredger has gone.', 'Up to three lines', { maxLength: 90 }),
    ],
    ties: [['over', 'text', 'f-over'], ['title', 'text', 'f-title'], ['words', 'text', 'f-words']],
    enter: moving([...comes(false, 36), ...rise('over', 14, 24), ...rise('title', 18, 28, true), drawn('under', 24), move('words', 'opacity', 'lg-words', [[28, 0, 'linear'], [50, 1, 'linear']])]),
    exit: moving([['words', 'opacity', [0, 1, 'linear'], [10, 0]], undrawn('under', 12), ...sink('title', 15), ...sink('over', 16), ...goes(34)]),
    changes: [change('back', 'The back of the sheet', 48, [['leaf', 'rotationY', { side: 'old' }, [0, 0, 'gentle'], [48, 180]], ['leaf', 'rotationY', { side: 'new' }, [0, -180, 'gentle'], [48, 0]]], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  const tx = 72;
  return tall(inMotion(made, ledgerLook), {
    rule: { x: tx, y: 1104, w: 936 },
    sheet: { x: tx, y: 1108, w: 936 },
    over: { x: tx + 49, y: 1150, w: 840 },
    title: { x: tx + 48, y: 1204, w: 840 },
    under: { x: tx + 48, y: 1392, w: 840 },
    words: { x: tx + 48, y: 1412, w: 840 },
  });
}

/** A name on a sheet, and below it a fold that drops open with what there is to know. */
export function fold(): Template {
  const [x, y, w] = [96, 786, 900] as const;
  const made = template({
    id: 'lg-fold',
    name: 'Ledger fold',
    lane: 'lower',
    elements: [
      ...sheet(x, y, w, 104),
      newElement('text', 'name', 'Name', { x: x + 40, y: y + 22, w: w - 80, h: 72, text: 'Hollis Quay', ...serif, weight: 660, size: 58, tracking: -8, minScale: 0.6 }),
      newElement('rect', 'paper', 'Fold', { x, y: y + 104, w, h: 96, fill: '@lg-tone' }),
      newElement('text', 'known', 'Known', { x: x + 41, y: y + 120, w: w - 80, h: 62, text: 'Built the first rokkaku of the bay', ...serif, weight: 480, size: 42, tracking: -4, colour: '@lg-ink', minScale: 0.72 }),
      newElement('group', 'fold', 'Fold with words', { children: ['paper', 'known'], pivotY: 0 }),
    ],
    order: [...sheetOf(), 'name', 'fold'],
    fields: [
      textField('f-name', 'Name', 'Hollis Quay', 'Given name and family name', { maxLength: 34 }),
      textField('f-known', 'Known', 'Built the first rokkaku of the bay', 'What there is to know', { maxLength: 46 }),
    ],
    ties: [['name', 'text', 'f-name'], ['known', 'text', 'f-known']],
    enter: moving([...comes(false, 24), ...rise('name', 12, 24), move('fold', 'opacity', 'lg-sheet', [[22, 0, 'hold'], [23, 1, 'linear'], [52, 1]]), move('fold', 'rotationX', 'lg-sheet', [[22, 96], [52, 0]])]),
    exit: moving([['fold', 'rotationX', [0, 0, 'strong-in'], [14, 90]], ...sink('name', 18), ...goes(34)]),
    changes: [change('name', 'Another name', 40, [...turnOver('name'), ['fold', 'rotationX', { side: 'old' }, [0, 0, 'strong-in'], [14, 90]], ['fold', 'rotationX', { side: 'new' }, [14, 90, 'strong-out'], [40, 0]]], { swap: null, carryFrom: 6, carryTo: 18 })],
  }); // prettier-ignore
  return tall(inMotion(made, ledgerLook), {
    rule: { x: 72, y: 1390, w: 936 },
    sheet: { x: 72, y: 1394, w: 936 },
    name: { x: 112, y: 1412, w: 856 },
    paper: { x: 72, y: 1494, w: 936 },
    known: { x: 113, y: 1510, w: 856 },
  });
}
