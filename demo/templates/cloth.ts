// What every graphic of the demo is made of: a line that goes taut, cloth that unfurls along it, words pulled up on it.
import { motionStyles, type Move, type Parts } from '../../library/make';
import { move, rolling } from '../../library/moves';
import { newElement, type Element, type Look, type PatternPaint } from '../../src/core/show';

export const colours = {
  ink: '#0b2630',
  /** Words on coral and saffron. */
  deep: '#061a22',
  ivory: '#f6f0e0',
  coral: '#e8593a',
  rust: '#8f2a15',
  saffron: '#f2b632',
  tide: '#2c7a86',
  dusk: '#5b3f8c',
  mist: '#a9c4c6',
  seam: '#f6f0e066',
  rule: '#f6f0e033',
};

/** The show's motion styles: what leads, and what follows it how much later. */
export const look: Look = {
  styles: Object.fromEntries(
    motionStyles('strong-out', [
      ['line', 'Line', 0],
      ['cloth', 'Cloth', 8],
      ['words', 'Words', 15],
      ['figures', 'Figures', 24],
    ]),
  ),
  palettes: [],
  palette: null,
  sets: [],
  maps: {},
  locale: 'en',
};

/** Px by which a cut of cloth leans over its height: 14 degrees. */
export const leanOf = (height: number): number => Math.round(height * Math.tan((14 * Math.PI) / 180));

/** Rip-stop cloth: a fine grid of threads on a plain colour. */
export const cloth = (base: string): PatternPaint => ({
  kind: 'pattern',
  pattern: 'weave',
  size: 12,
  angle: 0,
  ink: '#f6f0e00d',
  base,
});

export const name = {
  family: 'Archivo',
  weight: 780,
  stretch: 112.5,
  tracking: -6,
  colour: colours.ivory,
} as const;
export const label = { family: 'Barlow Condensed', weight: 600, tracking: 40, colour: colours.mist } as const;
export const figure = {
  family: 'Archivo',
  weight: 800,
  stretch: 112.5,
  tracking: -10,
  figures: 'tabular',
  colour: colours.ivory,
} as const;

export interface Cut {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
interface PanelLook {
  readonly fill?: string;
  readonly lead?: string;
  readonly line?: string;
  /** Where the line runs that it unfurls along. */
  readonly along?: 'bottom' | 'top';
  /** Px by which its left edge leans too. */
  readonly left?: number;
}

/** A panel of cloth cut on the lean at its right, with its line, its seam and its lead edge. */
export function panel(id: string, title: string, cut: Cut, given: PanelLook = {}): Element[] {
  const {
    fill = colours.ink,
    lead = colours.saffron,
    line = colours.ivory,
    along = 'bottom',
    left = 0,
  } = given;
  const lean = leanOf(cut.h);
  const own = { y: cut.y, h: cut.h, slantLeft: lean, slantRight: lean };
  const right = cut.x + cut.w;
  return [
    newElement('line', `${id}-line`, `${title} bridle`, {
      x: cut.x,
      y: along === 'top' ? cut.y : cut.y + cut.h,
      w: cut.w,
      h: 0,
      thickness: 3,
      fill: line,
      drawSoft: 160,
    }),
    newElement('rect', id, title, { ...cut, slantLeft: left, slantRight: lean, fill: cloth(fill) }),
    newElement('rect', `${id}-seam`, `${title} seam`, {
      ...own,
      x: right - lean - 21,
      w: lean + 3,
      fill: colours.seam,
      rides: { on: id, edge: 'right' },
    }),
    newElement('rect', `${id}-lead`, `${title} lead edge`, {
      ...own,
      x: right - lean,
      w: lean + 12,
      fill: lead,
      rides: { on: id, edge: 'right' },
    }),
  ];
}
export const orderOf = (id: string): string[] => [`${id}-line`, id, `${id}-seam`, `${id}-lead`];

/** What keeps seam, lead edge and line on a panel, however long it is. */
export const fastened = (
  id: string,
  h: number,
  along: 'bottom' | 'top' = 'bottom',
): NonNullable<Parts['tethers']> => [
  [`${id}-seam`, 'right', id, 'right', -18],
  [`${id}-lead`, 'left', id, 'right', -leanOf(h)],
  [`${id}-line`, 'left', id, 'left', 0],
  [`${id}-line`, 'right', id, 'right', along === 'top' ? 12 : 12 - leanOf(h)],
];

/** The line goes taut from `at` on, and the cloth unfurls along it. */
export const unfurl = (id: string, at = 0, long = 34): Move[] => [
  move(`${id}-line`, 'drawEnd', 'line', [[at, 0], [at + 18, 1]]),
  move(id, 'wipeRight', 'cloth', [[at + 8, 1], [at + 8 + long, 0]]),
  move(`${id}-seam`, 'opacity', 'cloth', [[at + 8, 0, 'hold'], [at + 10, 1, 'linear']]),
  move(`${id}-lead`, 'opacity', 'cloth', [[at + 7, 0, 'hold'], [at + 9, 1, 'linear']]),
]; // prettier-ignore

/** The cloth goes back the way it came, the line last: over at `end`. */
export const furl = (id: string, end: number): Move[] => [
  move(id, 'wipeRight', 'cloth', [[end - 22, 0, 'strong-in'], [end - 4, 1]]),
  move(`${id}-seam`, 'opacity', 'cloth', [[end - 6, 1, 'linear'], [end - 4, 0]]),
  move(`${id}-lead`, 'opacity', 'cloth', [[end - 5, 1, 'linear'], [end - 3, 0]]),
  move(`${id}-line`, 'drawEnd', 'line', [[end - 14, 1, 'strong-in'], [end, 0]]),
]; // prettier-ignore

/** Words are pulled up on the cloth, and sink back. */
export const { rise, sink, turnOver } = rolling('words');

/** In a Change: a picture or what stands together is uncovered on the lean, the new where the old ends: nothing shows between. */
export const sweep = (id: string, at = 0, long = 24): Move[] => [
  [id, 'wipeLeft', { side: 'old' }, [at, 0, 'gentle'], [at + long, 1]],
  [id, 'wipeRight', { side: 'new' }, [at, 1, 'gentle'], [at + long, 0]],
];

/** A page comes: its line goes taut, head, sheet and foot unfurl; and goes the way it came. */
export const pageComes: Move[] = [
  ['line', 'drawEnd', { style: 'line' }, [0, 0], [22, 1]],
  ['head', 'wipeRight', { style: 'cloth' }, [6, 1], [36, 0]],
  ['lead', 'wipeBottom', { style: 'line' }, [8, 1], [36, 0]],
  ['sheet', 'wipeBottom', { style: 'cloth' }, [10, 1], [44, 0]],
  ['foot', 'wipeRight', { style: 'cloth' }, [26, 1], [52, 0]],
];
export const pageGoes: Move[] = [
  ['foot', 'wipeRight', { style: 'cloth' }, [4, 0, 'strong-in'], [20, 1]],
  ['sheet', 'wipeBottom', { style: 'cloth' }, [10, 0, 'strong-in'], [30, 1]],
  ['lead', 'wipeBottom', { style: 'line' }, [13, 0, 'strong-in'], [32, 1]],
  ['head', 'wipeRight', { style: 'cloth' }, [14, 0, 'strong-in'], [34, 1]],
  ['line', 'drawEnd', { style: 'line' }, [22, 1, 'strong-in'], [38, 0]],
];
