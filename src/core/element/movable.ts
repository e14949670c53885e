import { elementKinds, kindOf, propertyOf, type Element } from './registry';
import type { Paint } from '../value';
import type { PropertySection } from './property';

/** How a track's value meets rest: added to it, multiplying it, or in its place. */
export const trackModes = ['offset', 'factor', 'value'] as const;
export type TrackMode = (typeof trackModes)[number];

/**
 * What an offset counts in: px, or parts of the element's own size, of the group's around it, or of the canvas. `clear`
 * counts ways out of the picture: at 1 (or -1) the element has just left it to the right or below (left or above).
 */
export const trackUnits = ['px', 'own', 'parent', 'canvas', 'clear'] as const;
export type TrackUnit = (typeof trackUnits)[number];

/** Something of an element that a track can move. */
export interface Movable {
  readonly key: string;
  readonly label: string;
  readonly type: 'number' | 'colour';
  /** Moves the element's whole pose, and so the parts of a cascade; else it is one property of it. */
  readonly isPose: boolean;
  /** The ways a track may meet rest, the usual one first. */
  readonly modes: readonly TrackMode[];
  /** What its offsets may count in. */
  readonly units: readonly TrackUnit[];
  /** The unit behind its own values, as offsets in px are shown. */
  readonly unit: string;
  /** Bounds of what comes out of rest and motion together. */
  readonly min: number;
  readonly max: number;
  readonly step: number;
  /** A good value to come from. */
  readonly away: number;
}

const px: readonly TrackUnit[] = ['px'];
const base = { type: 'number', isPose: true, units: px, step: 1 } as const;

const place = (key: string, label: string, away: number): Movable => ({
  ...base,
  key,
  label,
  modes: ['offset', 'value'],
  units: ['px', 'own', 'parent', 'canvas', 'clear'],
  unit: 'px',
  min: -100_000,
  max: 100_000,
  away,
});
const size = (key: string, label: string): Movable => ({
  ...base,
  key,
  label,
  modes: ['factor', 'offset', 'value'],
  units: ['px', 'own', 'parent', 'canvas'],
  unit: 'px',
  min: 0,
  max: 100_000,
  away: 0,
});
const factor = (key: string, label: string, most: number, away: number): Movable => ({
  ...base,
  key,
  label,
  modes: ['factor', 'value'],
  unit: '×',
  min: most === 1 ? 0 : -most,
  max: most,
  step: 0.05,
  away,
});
/** A turn about an axis, degrees. */
const turn = (key: string, label: string, away: number): Movable => ({
  ...base,
  key,
  label,
  modes: ['offset', 'value'],
  unit: '°',
  min: -100_000,
  max: 100_000,
  away,
});
const part = (key: string, label: string, away: number): Movable => ({
  ...base,
  key,
  label,
  modes: ['offset'],
  unit: '',
  min: 0,
  max: 1,
  step: 0.05,
  away,
});

/**
 * The pose of an element, in the order in which its numbers are kept. Offsets add, factors multiply, wipes cover what
 * others left: see core/motion.
 */
export const poseMovables = {
  x: place('x', 'X', -60),
  y: place('y', 'Y', 40),
  w: size('w', 'Width'),
  h: size('h', 'Height'),
  scale: factor('scale', 'Scale', 100, 0.8),
  scaleX: factor('scaleX', 'Scale X', 100, 0),
  scaleY: factor('scaleY', 'Scale Y', 100, 0),
  rotation: turn('rotation', 'Rotation', -15),
  z: {
    ...base,
    key: 'z',
    label: 'Z',
    modes: ['offset', 'value'],
    unit: 'px',
    min: -100_000,
    max: 100_000,
    away: -600,
  },
  rotationX: turn('rotationX', 'Rotation X', -90),
  rotationY: turn('rotationY', 'Rotation Y', 90),
  perspective: {
    ...base,
    key: 'perspective',
    label: 'Perspective',
    modes: ['offset', 'value'],
    unit: 'px',
    min: 0,
    max: 100_000,
    step: 10,
    away: 1200,
  },
  opacity: factor('opacity', 'Opacity', 1, 0),
  wipeLeft: part('wipeLeft', 'Wipe, left edge', 1),
  wipeTop: part('wipeTop', 'Wipe, top edge', 1),
  wipeRight: part('wipeRight', 'Wipe, right edge', 1),
  wipeBottom: part('wipeBottom', 'Wipe, bottom edge', 1),
  iris: part('iris', 'Iris', 1),
  blur: {
    ...base,
    key: 'blur',
    label: 'Blur',
    modes: ['offset', 'value'],
    unit: 'px',
    min: 0,
    max: 300,
    away: 24,
  },
  drawStart: part('drawStart', 'Draw, start', 1),
  drawEnd: { ...part('drawEnd', 'Draw, end', 0), modes: ['factor'] },
  light: part('light', 'Light along the stroke', 0),
  count: { ...part('count', 'Count', 0), modes: ['factor'] },
  tracking: {
    ...base,
    key: 'tracking',
    label: 'Tracking',
    modes: ['offset', 'value'],
    unit: '‰',
    min: -1000,
    max: 5000,
    step: 5,
    away: 300,
  },
  maskSoft: {
    ...base,
    key: 'maskSoft',
    label: 'Mask softness',
    modes: ['offset'],
    unit: 'px',
    min: 0,
    max: 500,
    away: 80,
  },
  /** How much of its opacity is taken: it adds up, as highlights and zooms of a chart do. Of marks of charts alone. */
  veil: { ...part('veil', 'Veil', 1), min: -1 },
} as const satisfies Record<string, Movable>;
export type PoseKey = keyof typeof poseMovables;
export const poseKeys = Object.keys(poseMovables) as PoseKey[];

/** What moves wherever there is a box: elements, and the pieces of words. */
export const boxKeys: readonly PoseKey[] = [
  'x',
  'y',
  'scale',
  'scaleX',
  'scaleY',
  'rotation',
  'rotationX',
  'rotationY',
  'z',
  'opacity',
  'wipeLeft',
  'wipeTop',
  'wipeRight',
  'wipeBottom',
];
/** What is never moved by itself: it decides how words are fitted, or what a turn goes about. */
const still = new Set([
  'pivotX',
  'pivotY',
  'minScale',
  'maxLines',
  'offset',
  'stretch',
  'headSize',
  'wipeAngle',
  'wipeSoft',
  'irisSoft',
  'drawSoft',
  'lightLength',
  'shadeSpread',
  'shadeSoft',
  'irisX',
  'irisY',
  'across',
  'gapX',
  'gapY',
  'rowW',
  'rowH',
  'most',
]);
const none: readonly TrackMode[] = ['value'];

/** What moves of that which is not itself seen: where it is. */
const unseenKeys: readonly PoseKey[] = ['x', 'y', 'rotation', 'z'];

const poseOf = (element: Element): PoseKey[] =>
  kindOf(element).nature === 'unseen'
    ? [...unseenKeys]
    : [
        ...boxKeys,
        'perspective',
        'iris',
        'blur',
        ...kindOf(element).poses,
        ...(element.masks.length > 0 ? (['maskSoft'] as const) : []),
      ];

const inPaint = (key: string, label: string, paint: Paint): Movable[] => {
  const colour = (own: string, words: string): Movable => ({
    ...base,
    key: own,
    label: words,
    type: 'colour',
    isPose: false,
    modes: none,
    unit: '',
    min: 0,
    max: 0,
    away: 0,
  });
  const number = (
    own: string,
    words: string,
    unit: string,
    min: number,
    max: number,
    away: number,
  ): Movable => ({
    ...base,
    key: `${key}.${own}`,
    label: `${label} ${words}`,
    isPose: false,
    modes: ['offset', 'value'],
    unit,
    min,
    max,
    step: unit === '°' ? 1 : 0.05,
    away,
  });
  if (typeof paint === 'string') return [colour(key, label)];
  if (paint.kind === 'picture') return [];
  if (paint.kind === 'pattern')
    return [colour(`${key}.ink`, `${label} pattern`), ...inPaint(`${key}.base`, label, paint.base)];
  const shape =
    paint.kind === 'linear'
      ? [number('angle', 'angle', '°', -100_000, 100_000, 90)]
      : [
          number('x', 'middle X', '', -2, 3, -0.5),
          number('y', 'middle Y', '', -2, 3, -0.5),
          number('radius', 'reach', '', 0.01, 4, -0.5),
        ];
  const stops = paint.stops.flatMap((_, index) => [
    number(`stops.${index}.at`, `stop ${index + 1}`, '', 0, 1, -0.5),
    colour(`${key}.stops.${index}.colour`, `${label} colour ${index + 1}`),
  ]);
  return [...shape, ...stops];
};

/** Parts of the inspector whose numbers decide how something is laid out, which no frame does anew. */
const laidOut: ReadonlySet<PropertySection> = new Set(['Chart', 'Map', 'Scale', 'Labels', 'Marks']);

/** What of a map moves what is seen of it, and lays out nothing anew. */
const inView: ReadonlySet<string> = new Set(['zoomed']);

const grown = (key: string, label: string): Movable => ({
  ...base,
  key,
  label,
  isPose: false,
  modes: ['factor'],
  unit: '×',
  min: 0,
  max: 2,
  step: 0.05,
  away: 0,
});
const ofRest = (key: string, label: string): Movable => ({
  ...grown(key, label),
  modes: ['offset'],
  unit: '',
  min: -1,
  max: 1,
  away: 1,
});
/** So many series and rows of a chart can be moved by themselves. */
const growthsByThemselves = 12;
const each = (made: typeof grown, key: string, label: string): Movable[] =>
  (['series', 'row'] as const).flatMap((of) =>
    Array.from({ length: growthsByThemselves }, (_, i) =>
      made(`${key}.${of.charAt(0)}${i + 1}`, `${label}, ${of} ${i + 1}`),
    ),
  );
/**
 * How far the marks of a chart have grown: all of them, or those of a series or a row alone; how far one of those is
 * highlighted, as all others are dimmed; how far it is zoomed to its stretch. Each is worked out as the motion of every
 * mark: a bar grows from its beginning, a line along its way, a number up to its value.
 */
const growths: readonly Movable[] = [
  grown('grow', 'Grow'),
  ...each(grown, 'grow', 'Grow'),
  ...each(ofRest, 'highlight', 'Highlight'),
  ofRest('zoom', 'Zoom to the stretch'),
];

/** What a track moves the marks of a chart by. */
export interface Growing {
  readonly by: 'grow' | 'highlight' | 'zoom';
  /** Whose: a series or a row, by its place; null: of all. */
  readonly series: number | null;
  readonly row: number | null;
}

/** Which marks of a chart a track moves, and how; null: it is of nothing that charts alone have. */
export function growthOf(key: string): Growing | null {
  const found = /^(?:(grow)|(grow|highlight)\.([sr])(\d+)|(zoom))$/.exec(key);
  if (!found) return null;
  const [, all, some, of, number, zoom] = found;
  const at = Number(number) - 1;
  return {
    by: (all ?? some ?? zoom) as Growing['by'],
    series: of === 's' ? at : null,
    row: of === 'r' ? at : null,
  };
}

/** Everything of an element that a track can move: its pose first, then its own properties. */
export function movablesOf(element: Element): Movable[] {
  const pose = poseOf(element);
  const own = elementKinds[element.kind].properties.flatMap((property): Movable[] => {
    const { key, label, type, section } = property;
    if (
      (laidOut.has(section) && !inView.has(key)) ||
      still.has(key) ||
      (pose as string[]).includes(key) ||
      key === 'w' ||
      key === 'h'
    )
      return [];
    const words =
      section === 'Stroke' && !label.startsWith('Stroke') ? `Stroke ${label.toLowerCase()}` : label;
    if (type === 'colour' || type === 'paint') {
      const value = (element as unknown as Record<string, unknown>)[key] as Paint;
      return inPaint(key, words, value);
    }
    if (type !== 'number') return [];
    return [
      {
        ...base,
        key,
        label: words,
        isPose: false,
        modes: ['offset', 'factor', 'value'],
        unit: property.unit ?? '',
        min: property.min ?? -100_000,
        max: property.max ?? 100_000,
        step: property.step ?? 1,
        away: property.max !== undefined && property.max <= 1 ? -0.5 : 20,
      },
    ];
  });
  return [...pose.map((key) => poseMovables[key]), ...(kindOf(element).grows ? growths : []), ...own];
}

export const isPoseKey = (key: string): key is PoseKey => key in poseMovables;

/** What a track of that key moves, or undefined where the element has no such thing (any more). */
export function movableOf(element: Element, key: string): Movable | undefined {
  if (isPoseKey(key)) return poseOf(element).includes(key) ? poseMovables[key] : undefined;
  if (growthOf(key) && kindOf(element).grows) return growths.find((own) => own.key === key);
  const [first = ''] = key.split('.');
  return propertyOf(element.kind, first) && movablesOf(element).find((movable) => movable.key === key);
}

/** The value of a mode that leaves rest as it is; null for those that depend on the element. */
export const neutralOf = (mode: TrackMode): number | null =>
  mode === 'offset' ? 0 : mode === 'factor' ? 1 : null;
