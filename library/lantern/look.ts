// Lantern: light. Discs and pills that open round from a point of light; a light runs along their rims; words warm up.
import { sampleMaps } from '../maps';
import { newElement, type Element, type Gradient, type Look } from '../../src/core/show';
import { motionStyles, styleOf, type Move } from '../make';
import { move, warming } from '../moves';

const dusk: Gradient = {
  kind: 'linear',
  angle: 12,
  stops: [
    { at: 0, colour: '@lt-night' },
    { at: 0.6, colour: '@lt-deep' },
    { at: 1, colour: '@lt-plum' },
  ],
};
const lamp: Gradient = {
  kind: 'radial',
  x: 0.5,
  y: 0.42,
  radius: 0.78,
  stops: [
    { at: 0, colour: '#fff6da' },
    { at: 0.4, colour: '@lt-glow' },
    { at: 1, colour: '@lt-rose' },
  ],
};
const halo: Gradient = {
  kind: 'radial',
  x: 0.5,
  y: 0.5,
  radius: 0.7,
  stops: [
    { at: 0, colour: '#ffcb6633' },
    { at: 0.45, colour: '#d9546a33' },
    { at: 1, colour: '#d9546a00' },
  ],
};
export const head = {
  family: 'Bricolage Grotesque',
  weight: 700,
  stretch: 100,
  size: 58,
  tracking: -10,
  leading: 1,
  letters: 'as-typed',
  figures: 'tabular',
  colour: '@lt-cream',
} as const;
export const line = {
  ...head,
  family: 'Hanken Grotesk',
  weight: 560,
  size: 36,
  tracking: 5,
  colour: '@lt-glow',
} as const;

export const lanternLook: Look = {
  styles: Object.fromEntries([
    styleOf('colour', 'lt-night', 'Lantern night', '#1a1033'),
    styleOf('colour', 'lt-deep', 'Lantern deep', '#3a1c52'),
    styleOf('colour', 'lt-plum', 'Lantern plum', '#57265f'),
    styleOf('colour', 'lt-rose', 'Lantern rose', '#d9546a'),
    styleOf('colour', 'lt-glow', 'Lantern glow', '#ffcb66'),
    styleOf('colour', 'lt-cream', 'Lantern cream', '#fff5e4'),
    styleOf('gradient', 'lt-dusk', 'Lantern dusk', dusk),
    styleOf('gradient', 'lt-lamp', 'Lantern lamp', lamp),
    styleOf('gradient', 'lt-halo', 'Lantern halo', halo),
    styleOf('type', 'lt-head', 'Lantern head', head),
    styleOf('type', 'lt-line', 'Lantern line', line),
    ...motionStyles({ kind: 'curve', x1: 0.2, y1: 0.7, x2: 0.15, y2: 1 }, [
      ['lt-light', 'Lantern light', 0],
      ['lt-glass', 'Lantern glass', 6],
      ['lt-words', 'Lantern words', 14],
      ['lt-figures', 'Lantern figures', 22],
    ]),
  ]),
  palettes: [
    {
      id: 'lt-sea',
      name: 'Lantern sea',
      colours: {
        'lt-night': '#071d33',
        'lt-deep': '#0a3449',
        'lt-plum': '#0f4a63',
        'lt-rose': '#2f9c95',
        'lt-glow': '#ffe08a',
        'lt-cream': '#f2fbf7',
      },
    },
  ],
  palette: null,
  sets: [],
  maps: sampleMaps,
  locale: 'en',
};

export const { warm, cool, rekindle } = warming('lt-words');

type Box = readonly [x: number, y: number, w: number, h: number];

/** A pill of dusk with a rim that a light can run along; it opens from a point, in parts of its box. */
export function glass(
  id: string,
  name: string,
  [x, y, w, h]: Box,
  given: { at?: readonly [number, number]; radius?: number; fill?: string } = {},
): Element[] {
  const { at = [0, 0.5], radius = h / 2, fill = '@lt-dusk' } = given;
  const round = {
    radiusTopLeft: radius,
    radiusTopRight: radius,
    radiusBottomRight: radius,
    radiusBottomLeft: radius,
  };
  const own = { x, y, w, h, ...round, irisX: at[0], irisY: at[1], irisSoft: 40 };
  return [
    newElement('rect', id, name, { ...own, fill }),
    newElement('rect', `${id}-rim`, `${name} rim`, {
      ...own,
      fill: '#00000000',
      outlineWidth: 3,
      outline: '#ffcb6640',
      outlinePlace: 'inside',
      lightLength: 320,
      lightColour: '@lt-cream',
    }),
  ];
}
export const glassOf = (id: string): string[] => [id, `${id}-rim`];
export const held = (
  id: string,
): [string, 'left' | 'right' | 'top' | 'bottom', string, 'left' | 'right' | 'top' | 'bottom', number][] =>
  (['left', 'right', 'top', 'bottom'] as const).map((edge) => [`${id}-rim`, edge, id, edge, 0]);

/** A disc of light. */
export const disc = (
  id: string,
  name: string,
  x: number,
  y: number,
  size: number,
  given: object = {},
): Element => newElement('ellipse', id, name, { x, y, w: size, h: size, fill: '@lt-lamp', ...given });

/** A point of light opens to a disc, and sinks back to one. */
export const kindle = (id: string, at = 0, long = 26): Move[] => [
  move(id, 'scale', 'lt-light', [[at, 0.04], [at + long, 1]]),
  move(id, 'opacity', 'lt-light', [[at, 0, 'linear'], [at + 3, 1, 'linear']]),
]; // prettier-ignore
export const douse = (id: string, end: number, long = 16): Move[] => [
  move(id, 'scale', 'lt-light', [[end - long, 1, 'strong-in'], [end, 0.04]]),
  move(id, 'opacity', 'lt-light', [[end - 3, 1, 'linear'], [end, 0]]),
]; // prettier-ignore
export const open = (id: string, at: number, long = 34): Move[] =>
  glassOf(id).map((own, i) => move(own, 'iris', 'lt-glass', [[at + i * 2, 1], [at + long + i * 3, 0]])); // prettier-ignore
export const close = (id: string, end: number, long = 18): Move[] =>
  glassOf(id).map((own, i) => move(own, 'iris', 'lt-glass', [[end - long - i * 2, 0, 'strong-in'], [end - i * 2, 1]])); // prettier-ignore
/** A light runs once round a rim: in a loop, or as something new is said. */
export const runRound = (id: string, from: number, to: number, end = to): Move =>
  [`${id}-rim`, 'light', [from, 0, 'gentle'], [to, 1], ...(end > to ? [[end, 1] as [number, number]] : [])]; // prettier-ignore
