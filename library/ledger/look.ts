// Ledger: print. A red rule is drawn, paper comes down from it, type is set under it from the left, figures roll.
import { sampleMaps } from '../maps';
import { newElement, type Element, type Look } from '../../src/core/show';
import { motionStyles, styleOf, type Move, type Parts } from '../make';
import { move, rolling } from '../moves';

export const serif = {
  family: '@lg-serif',
  weight: 560,
  stretch: 100,
  size: 62,
  tracking: -12,
  leading: 1,
  letters: 'as-typed',
  figures: 'proportional',
  colour: '@lg-ink',
} as const;
export const mono = {
  ...serif,
  family: '@lg-mono',
  weight: 500,
  size: 32,
  tracking: 30,
  figures: 'tabular',
  letters: 'upper',
  colour: '@lg-grey',
} as const;

export const ledgerLook: Look = {
  styles: Object.fromEntries([
    styleOf('colour', 'lg-ink', 'Ledger ink', '#191613'),
    styleOf('colour', 'lg-paper', 'Ledger paper', '#f3eee3'),
    styleOf('colour', 'lg-tone', 'Ledger tone', '#e6decd'),
    styleOf('colour', 'lg-red', 'Ledger red', '#ad2c24'),
    styleOf('colour', 'lg-grey', 'Ledger grey', '#5c554c'),
    styleOf('font', 'lg-serif', 'Ledger serif', 'Fraunces'),
    styleOf('font', 'lg-mono', 'Ledger mono', 'Spline Sans Mono'),
    styleOf('type', 'lg-title', 'Ledger title', serif),
    styleOf('type', 'lg-note', 'Ledger note', mono),
    ...motionStyles({ kind: 'curve', x1: 0.25, y1: 0.6, x2: 0.1, y2: 1 }, [
      ['lg-rule', 'Ledger rule', 0],
      ['lg-sheet', 'Ledger sheet', 6],
      ['lg-words', 'Ledger words', 14],
      ['lg-figures', 'Ledger figures', 22],
    ]),
  ]),
  palettes: [
    {
      id: 'lg-night',
      name: 'Ledger by night',
      colours: {
        'lg-ink': '#f3eee3',
        'lg-paper': '#1b1a1d',
        'lg-tone': '#29272b',
        'lg-red': '#ff8a5c',
        'lg-grey': '#bdb4a6',
      },
    },
  ],
  palette: null,
  sets: [],
  maps: sampleMaps,
  locale: 'en',
};

export const { rise, sink, turnOver } = rolling('lg-words');
export const figures = rolling('lg-figures');

/** How high the rule is, px. */
export const ruled = 8;

/** A sheet under its red rule: `x`, `y`, `w`, `h` are of both together. With `foot`, its last px have the second tone. */
export function sheet(x: number, y: number, w: number, h: number, foot = 0): Element[] {
  return [
    newElement('line', 'rule', 'Rule', { x, y: y + ruled / 2, w, h: 0, thickness: ruled, fill: '@lg-red' }),
    newElement('rect', 'sheet', 'Sheet', { x, y: y + ruled, w, h: h - ruled, fill: '@lg-paper' }),
    ...(foot > 0
      ? [
          newElement('rect', 'foot', 'Foot of the sheet', {
            x,
            y: y + h - foot,
            w,
            h: foot,
            fill: '@lg-tone',
          }),
        ]
      : []),
  ];
}
export const sheetOf = (foot = false): string[] => ['sheet', ...(foot ? ['foot'] : []), 'rule'];

/** Rule and foot are as long as the sheet. */
export const along = (foot = false): NonNullable<Parts['tethers']> =>
  ['rule', ...(foot ? ['foot'] : [])].flatMap((id) =>
    (['left', 'right'] as const).map((edge): [string, 'left' | 'right', string, 'left' | 'right', number] => [
      id,
      edge,
      'sheet',
      edge,
      0,
    ]),
  );

/** The rule is drawn, then the sheet comes down from it. */
export const comes = (foot = false, long = 30): Move[] => [
  move('rule', 'drawEnd', 'lg-rule', [[0, 0], [26, 1]]),
  move('sheet', 'wipeBottom', 'lg-sheet', [[6, 1], [6 + long, 0]]),
  ...(foot ? [move('foot', 'wipeRight', 'lg-sheet', [[16, 1], [18 + long, 0]])] : []),
]; // prettier-ignore
export const goes = (end: number, foot = false): Move[] => [
  ...(foot ? [move('foot', 'wipeRight', 'lg-sheet', [[end - 22, 0, 'strong-in'], [end - 8, 1]])] : []),
  move('sheet', 'wipeBottom', 'lg-sheet', [[end - 20, 0, 'strong-in'], [end - 4, 1]]),
  move('rule', 'drawEnd', 'lg-rule', [[end - 14, 1, 'strong-in'], [end, 0]]),
]; // prettier-ignore
/** In a Change the rule goes and is drawn anew. */
export const redrawn = (long = 32): Move => [
  'rule',
  'drawEnd',
  [0, 1, 'strong-in'],
  [11, 0, 'strong-out'],
  [long, 1],
];

/** A hairline, flat or upright, and how it is drawn. */
export const hair = (id: string, name: string, x: number, y: number, w: number, h = 0): Element =>
  newElement('line', id, name, { x, y, w, h, thickness: 2, fill: '@lg-grey', opacity: 0.45 });
export const drawn = (id: string, at: number, long = 28): Move => move(id, 'drawEnd', 'lg-rule', [[at, 0], [at + long, 1]]); // prettier-ignore
export const undrawn = (id: string, end: number, long = 12): Move => move(id, 'drawEnd', 'lg-rule', [[Math.max(0, end - long), 1, 'strong-in'], [end, 0]]); // prettier-ignore
