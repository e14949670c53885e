// Saltmarsh: blades. Leaning strips of unequal width that shear in from above and below, one after another, and lock.
import { sampleMaps } from '../maps';
import { newElement, type Element, type Look } from '../../src/core/show';
import { motionStyles, styleOf, type Move } from '../make';
import { move, sliding } from '../moves';

export const head = {
  family: 'Archivo',
  weight: 820,
  stretch: 112.5,
  size: 58,
  tracking: -5,
  leading: 0.92,
  letters: 'upper',
  figures: 'tabular',
  colour: '@sm-paper',
} as const;
export const line = {
  family: 'Barlow Condensed',
  weight: 600,
  stretch: 100,
  size: 38,
  tracking: 20,
  leading: 1,
  letters: 'as-typed',
  figures: 'tabular',
  colour: '@sm-deep',
} as const;

export const saltmarshLook: Look = {
  styles: Object.fromEntries([
    styleOf('colour', 'sm-deep', 'Saltmarsh deep', '#0a221c'),
    styleOf('colour', 'sm-leaf', 'Saltmarsh leaf', '#17684f'),
    styleOf('colour', 'sm-flash', 'Saltmarsh flash', '#ffb31a'),
    styleOf('colour', 'sm-paper', 'Saltmarsh paper', '#f4f1e2'),
    styleOf('type', 'sm-head', 'Saltmarsh head', head),
    styleOf('type', 'sm-line', 'Saltmarsh line', line),
    ...motionStyles({ kind: 'curve', x1: 0.12, y1: 0.85, x2: 0.2, y2: 1 }, [
      ['sm-lead', 'Saltmarsh lead blade', 0],
      ['sm-blade', 'Saltmarsh blades', 5],
      ['sm-words', 'Saltmarsh words', 13],
      ['sm-figures', 'Saltmarsh figures', 20],
    ]),
  ]),
  palettes: [
    {
      id: 'sm-ember',
      name: 'Saltmarsh ember',
      colours: { 'sm-deep': '#2a0f12', 'sm-leaf': '#a3262f', 'sm-flash': '#ffd23f', 'sm-paper': '#fff4e6' },
    },
    {
      id: 'sm-tide',
      name: 'Saltmarsh tide',
      colours: { 'sm-deep': '#0a1b33', 'sm-leaf': '#1c5fae', 'sm-flash': '#5fe0d0', 'sm-paper': '#eef4fb' },
    },
  ],
  palette: null,
  sets: [],
  maps: sampleMaps,
  locale: 'en',
};

/** Px by which a blade leans over its height. */
export const leanOf = (h: number): number => Math.round(h * 0.4);

/** A blade: `x` and `w` are where it lies at half its height. */
export function blade(
  id: string,
  name: string,
  [x, y, w, h]: readonly [number, number, number, number],
  fill: string,
  given: object = {},
): Element {
  const lean = leanOf(h);
  return newElement('rect', id, name, {
    x: x - lean / 2,
    y,
    w: w + lean,
    h,
    slantLeft: lean,
    slantRight: lean,
    fill,
    ...given,
  });
}

/** It shears in: from below (1) or from above (-1). */
export const shear = (id: string, at: number, way: 1 | -1, long = 24, style = 'sm-blade'): Move =>
  move(id, way === 1 ? 'wipeTop' : 'wipeBottom', style, [[at, 1], [at + long, 0]]); // prettier-ignore
/** And out again, the way it came: over at `end`. */
export const unshear = (id: string, end: number, way: 1 | -1, long = 14, style = 'sm-blade'): Move =>
  move(id, way === 1 ? 'wipeTop' : 'wipeBottom', style, [[Math.max(0, end - long), 0, 'strong-in'], [end, 1]]); // prettier-ignore

export const { slideIn, slideOut, slideOver } = sliding('sm-words');

/** A number punches once: it comes a little too large. */
export const punch = (id: string, at: number): Move[] => [
  move(id, 'scale', 'sm-figures', [[at, 1.5], [at + 20, 1]]),
  move(id, 'opacity', 'sm-figures', [[at, 0, 'linear'], [at + 5, 1, 'linear']]),
]; // prettier-ignore
/** In a Change: the old is cut away upward, the new punches. */
export const punchOver = (id: string, at = 0): Move[] => [
  move(id, 'wipeBottom', 'sm-words', [[at, 0, 'strong-in'], [at + 9, 1]], { side: 'old' }),
  move(id, 'scale', 'sm-figures', [[at + 9, 1.5], [at + 28, 1]], { side: 'new' }),
  move(id, 'opacity', 'sm-figures', [[at + 8, 0, 'linear'], [at + 13, 1, 'linear']], { side: 'new' }),
]; // prettier-ignore
