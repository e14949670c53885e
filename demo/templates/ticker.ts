// The ticker: news written on the kite line between the flights; its strand's cloth leads, the time of day is at its end.
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
  type Parts,
} from '../../library/make';
import { newElement, type Change, type Element, type Template } from '../../src/core/show';
import { cloth, colours, label, leanOf, look, name, rise, sink, turnOver } from './cloth';

interface Bar {
  /** From the left edge of the picture to where its cloth is cut. */
  readonly w: number;
  readonly y: number;
  readonly h: number;
  /** Where the label stands, if not on the cloth. */
  readonly flag?: { readonly y: number; readonly h: number };
  /** So many characters can be read in it. */
  readonly most: number;
  /** Where the words begin where the label is shortest, and how far they may go. */
  readonly words: readonly [x: number, w: number];
}

/** Cloth, label and line of a bar, with what carries the words on it. */
const bar = ({ w, y, h, flag = { y, h } }: Bar): Element[] => {
  const lean = leanOf(h);
  const edge = { y, h, slantLeft: lean, slantRight: lean };
  return [
    newElement('line', 'bridle', 'Kite line', { x: 0, y: y + h, w: 1920, h: 0, thickness: 4, fill: colours.ivory, drawSoft: 240, lightLength: 220, lightColour: colours.saffron }),
    newElement('rect', 'cloth', 'Cloth', { x: 0, y, w, h, slantRight: lean, fill: cloth(colours.ink) }),
    newElement('rect', 'alarm', 'Urgent cloth', { x: 0, y, w, h, slantRight: lean, fill: cloth(colours.rust), opacity: 0 }),
    newElement('rect', 'seam', 'Seam', { ...edge, x: w - lean - 21, w: lean + 3, fill: colours.seam, rides: { on: 'cloth', edge: 'right' } }),
    newElement('rect', 'lead', 'Lead edge', { ...edge, x: w - lean, w: lean + 12, fill: colours.saffron, rides: { on: 'cloth', edge: 'right' } }),
    newElement('rect', 'flag', 'Label cloth', { x: 0, ...flag, w: 240, slantRight: leanOf(flag.h), fill: colours.saffron }),
    // It rests behind the label, and sweeps over the words when the strand changes.
    newElement('rect', 'sweep', 'Sweeping seam', { ...edge, y: y + 3, h: h - 6, x: flag.y === y ? 112 : -80, w: lean + 10, fill: colours.ivory }),
  ];
}; // prettier-ignore

const order = ['bridle', 'cloth', 'alarm', 'seam', 'lead'];
const tied: NonNullable<Parts['ties']> = [
  ['flag', 'fill', 'f-colour'],
  ['lead', 'fill', 'f-colour'],
  ['label', 'text', 'f-strand'],
  ['alarm', 'opacity', 'f-urgent', { map: { true: 1, false: 0 } }],
];
/** Words that stand on the line: written along it, from behind those before. */
const written = (id: string, at = 0): Move[] => [
  [id, 'x', { side: 'old' }, [at, 0, 'strong-in'], [at + 14, -160]],
  [id, 'wipeRight', { side: 'old' }, [at, 0, 'strong-in'], [at + 14, 1]],
  [id, 'opacity', { side: 'old' }, [at + 4, 1, 'linear'], [at + 14, 0]],
  [id, 'x', { side: 'new' }, [at + 8, 120, 'strong-out'], [at + 36, 0]],
  [id, 'wipeRight', { side: 'new' }, [at + 8, 1, 'gentle'], [at + 34, 0]],
];
/** The seam sweeps across on the lean, with the new words behind it. */
const swept = (id: string, at: number, long: number): Move[] => [
  [id, 'wipeLeft', { side: 'old' }, [at, 0, 'gentle'], [at + long, 1]],
  [id, 'wipeRight', { side: 'new' }, [at, 1, 'gentle'], [at + long, 0]],
];
/** Words that come with a start: at once, and larger by a little for a moment. */
const punched = (id: string, at: number): Move[] => [
  [id, 'opacity', { side: 'old' }, [0, 1, 'linear'], [6, 0]],
  [id, 'opacity', { side: 'new' }, [at, 0, 'linear'], [at + 3, 1]],
  [id, 'scale', { side: 'new' }, [at, 1.04, 'strong-out'], [at + 12, 1]],
];

/** The Changes of a ticker, by what changed: urgent, another strand, another item. `lines`: what is written, in order. */
function changes(lines: readonly string[], { words: [from, w] }: Bar): Change[] {
  const seam: Move[] = [
    ['sweep', 'opacity', [0, 1, 'linear'], [25, 1, 'linear'], [30, 0, 'hold'], [32, 1]],
    ['sweep', 'x', [0, 0, 'gentle'], [30, from - 60 + w, 'hold'], [32, 0]],
  ];
  const alarm: Move[] = [['alarm', 'wipeRight', { side: 'new' }, [0, 1, 'strong-out'], [16, 0]]];
  return tickerChanges(
    [...alarm, ...lines.flatMap((id, i) => punched(id, 10 + i * 4)), ...turnOver('label', 4)],
    [['alarm', 'wipeRight', { side: 'old' }, [0, 0, 'strong-in'], [18, 1]], ...lines.flatMap((id, i) => written(id, 2 + i * 4)), ...turnOver('label', 6)],
    [...seam, ...lines.flatMap((id) => swept(id, 3, 26)), ...turnOver('label', 6)],
    [['bridle', 'light', [0, 0, 'gentle'], [38, 1]], ...lines.flatMap((id, i) => written(id, i * 5))],
  );
} // prettier-ignore

/** The line goes taut, the cloth unfurls along it, words are pulled up on it; and back. */
const comes = (lines: readonly string[]): Move[] => [
  ['bridle', 'drawEnd', { style: 'line' }, [0, 0], [24, 1]],
  ['flag', 'wipeRight', { style: 'cloth' }, [3, 1], [22, 0]],
  ['cloth', 'wipeRight', { style: 'cloth' }, [6, 1], [42, 0]],
  ['alarm', 'wipeRight', { style: 'cloth' }, [6, 1], [42, 0]],
  ['seam', 'opacity', { style: 'cloth' }, [6, 0, 'hold'], [8, 1, 'linear']],
  ['lead', 'opacity', { style: 'cloth' }, [5, 0, 'hold'], [7, 1, 'linear']],
  ...rise('label', 11, 20),
  ...lines.flatMap((id, i) => rise(id, 17 + i * 5, 30, i === 0)),
  ...rise('clock', 26, 22),
  ['sweep', 'opacity', [0, 0, 'hold'], [30, 1, 'hold']],
];
const goes = (lines: readonly string[], end: number): Move[] => [
  ['sweep', 'opacity', [0, 1, 'hold'], [2, 0]],
  ...sink('clock', 9),
  ...lines.flatMap((id, i) => sink(id, 11 - i)),
  ...sink('label', 13),
  ['cloth', 'wipeRight', { style: 'cloth' }, [4, 0, 'strong-in'], [end - 7, 1]],
  ['alarm', 'wipeRight', { style: 'cloth' }, [4, 0, 'strong-in'], [end - 7, 1]],
  ['seam', 'opacity', { style: 'cloth' }, [end - 9, 1, 'linear'], [end - 7, 0]],
  ['lead', 'opacity', { style: 'cloth' }, [end - 8, 1, 'linear'], [end - 6, 0]],
  ['flag', 'wipeRight', { style: 'cloth' }, [9, 0, 'strong-in'], [end - 4, 1]],
  ['bridle', 'drawEnd', { style: 'line' }, [11, 1, 'strong-in'], [end, 0]],
];

const clock = (x: number, y: number): Element =>
  newElement('clock', 'clock', 'Clock', { ...name, x, y, w: 120, h: 52, format: 'HH:mm', weight: 680, stretch: 100, size: 38, tracking: 0, figures: 'tabular', align: 'right', colour: colours.mist }); // prettier-ignore
const labelAt = (y: number, given: object = {}): Element =>
  newElement('text', 'label', 'Label', { ...name, x: 96, y, w: 380, h: 52, text: 'Field', weight: 800, stretch: 100, size: 36, tracking: 30, colour: colours.deep, letters: 'upper', minScale: 0.85, ...given }); // prettier-ignore

/** What a bar of one or two lines has in common. */
function ticker(parts: Pick<Parts, 'id' | 'name'>, own: Bar, lines: readonly Element[], more: Pick<Required<Parts>, 'fields' | 'ties' | 'tethers'>, words: string): Template {
  const lean = leanOf(own.h);
  const ids = lines.map(({ id }) => id);
  const { y, h } = own.flag ?? own;
  const made = template({
    ...parts,
    lane: 'ticker',
    elements: [...bar(own), labelAt(y + (h - 52) / 2), ...lines, clock(own.w - lean - 160, own.y + (own.h - 52) / 2)],
    order: [...order, ...ids, 'clock', 'sweep', 'flag', 'label'],
    fields: [...tickerFields('Field', '#f2b632', words, own.most), ...more.fields],
    ties: [...tied, ['line', 'text', 'f-line'], ...more.ties],
    tethers: [['flag', 'left', null, 'left', 0], ['flag', 'right', 'label', 'right', 28 + leanOf(h)], ...more.tethers],
    enter: moving(comes(ids)),
    exit: moving(goes(ids, 30)),
    // A slow light along the line says that it goes on.
    idle: moving([['bridle', 'light', [140, 0, 'gentle'], [290, 1], [500, 1]]]),
    changes: changes(ids, own),
    moves: [{ id: 'tuck', name: 'Tuck away', ...moving(unstyled(goes(ids, 28))) }],
  });
  return inMotion(made, look);
} // prettier-ignore

const line = (y: number, given: object = {}): Element =>
  newElement('text', 'line', 'Line', { ...name, x: 300, y, w: 1240, h: 52, text: 'Ox lead the ballet after four flights', weight: 640, stretch: 100, size: 40, tracking: 0, minScale: 0.75, ...given }); // prettier-ignore

/** The cloth of a bar on an upright screen, with what rides on it. */
const upright = (y: number, h: number, lean: number): Record<string, object> => {
  const cut = { x: 0, y, w: 1008, h, slantRight: lean };
  const edge = { y, h, slantLeft: lean, slantRight: lean };
  return {
    bridle: { x: 0, y: y + h, w: 1080 },
    cloth: cut,
    alarm: cut,
    seam: { ...edge, x: 1008 - lean - 21, w: lean + 3 },
    lead: { ...edge, x: 1008 - lean, w: lean + 12 },
  };
};

/** One line along the foot. */
export function tickerLine(): Template {
  const own: Bar = { w: 1812, y: 924, h: 72, most: 88, words: [300, 1300] };
  const made = ticker(
    { id: 'ticker-line', name: 'Ticker, one line' },
    own,
    [line(934)],
    { fields: [], ties: [], tethers: [['line', 'left', 'flag', 'right', 16], ['line', 'right', 'clock', 'left', -28]] },
    'Ox lead the ballet after four flights',
  );
  // Upright: the words stand in several lines beside their label, without the time.
  const [y, h] = [1548, 200];
  return tall(made, {
    ...upright(y, h, 50),
    flag: { x: 0, y, h, slantRight: 50 },
    label: { x: 72, y: y + 74, w: 280, size: 32, tracking: 0, minScale: 0.94 },
    line: { y: y + 8, h: 184, fit: 'wrap', maxLines: 4, leading: 1, size: 50, minScale: 0.55 },
    clock: { x: 958, y: y + 74, hidden: true },
    sweep: { y: y + 3, h: h - 6, x: 90, w: 60, slantLeft: 50, slantRight: 50 },
  });
} // prettier-ignore

/** A headline with a second line under it; its label is a tab on the cloth. */
export function tickerTwoLines(): Template {
  const own: Bar = { w: 1812, y: 872, h: 124, flag: { y: 820, h: 56 }, most: 104, words: [96, 1500] };
  const under = newElement('text', 'more', 'Second line', { ...label, x: 96, y: 942, w: 1500, h: 44, text: 'Two hundredths of a point part the first two teams', size: 34, tracking: 12, minScale: 0.8, fit: 'shrink' });
  const made = ticker(
    { id: 'ticker-two-lines', name: 'Ticker, two lines' },
    own,
    [line(884, { x: 96, w: 1500, size: 46, minScale: 0.66 }), under],
    {
      fields: [textField('f-more', 'Second line', 'Two hundredths of a point part the first two teams', 'What is behind it; may be empty', { maxLength: 110 })],
      ties: [['more', 'text', 'f-more']],
      tethers: [],
    },
    'Ox lead the ballet by a whisker',
  );
  const [y, h] = [1500, 264];
  return tall(made, {
    ...upright(y, h, 66),
    flag: { x: 0, y: y - 56, h: 56, slantRight: 14 },
    label: { x: 72, y: y - 54 },
    line: { x: 72, y: y + 10, w: 830, h: 150, fit: 'wrap', maxLines: 3, leading: 1, size: 54, minScale: 0.5 },
    more: { x: 72, y: y + 164, w: 830, h: 92, fit: 'wrap', maxLines: 3, leading: 0.96, size: 36, minScale: 0.7 },
    clock: { x: 790, y: y - 54, hidden: true },
    sweep: { y: y + 3, h: h - 6, x: -110, w: 76, slantLeft: 66, slantRight: 66 },
  });
} // prettier-ignore
