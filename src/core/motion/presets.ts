import {
  kindOf,
  makeTrack,
  movableOf,
  newCascade,
  phaseOf,
  type Cascade,
  type Element,
  type NewId,
  type PhaseRef,
  type Template,
  type Track,
  type TrackSide,
  holds,
} from '../show';
import { even, fade, gentle, inParts, isText, plain, strong, type MotionPreset } from './preset';
import { spaceLoops, spacePresets } from './presets-space';
import { roundOf } from './tracks';

export const motionPresets: readonly MotionPreset[] = [
  plain('fade', 'Fade', 'Comes up out of nothing.', fade),
  plain(
    'drift',
    'Drift and fade',
    'A short way from the left, out of nothing.',
    { property: 'x', away: -60, ease: strong },
    fade,
  ),
  plain(
    'rise',
    'Rise and fade',
    'A short way up, out of nothing.',
    { property: 'y', away: 40, ease: strong },
    fade,
  ),
  plain('slide-left', 'Slide from the left', 'From beyond the left edge, however wide it is.', {
    property: 'x',
    away: -1,
    given: { unit: 'clear' },
    ease: strong,
  }),
  plain('slide-right', 'Slide from the right', 'From beyond the right edge, however wide it is.', {
    property: 'x',
    away: 1,
    given: { unit: 'clear' },
    ease: strong,
  }),
  plain('slide-top', 'Slide from above', 'From beyond the upper edge, however high it is.', {
    property: 'y',
    away: -1,
    given: { unit: 'clear' },
    ease: strong,
  }),
  plain('slide-bottom', 'Slide from below', 'From beyond the lower edge, however high it is.', {
    property: 'y',
    away: 1,
    given: { unit: 'clear' },
    ease: strong,
  }),
  plain('wipe-left', 'Wipe from the left', 'Uncovered from left to right.', {
    property: 'wipeRight',
    away: 1,
  }),
  plain('wipe-right', 'Wipe from the right', 'Uncovered from right to left.', {
    property: 'wipeLeft',
    away: 1,
  }),
  plain('wipe-top', 'Wipe from above', 'Uncovered from top to foot.', { property: 'wipeBottom', away: 1 }),
  plain('wipe-bottom', 'Wipe from below', 'Uncovered from foot to top.', { property: 'wipeTop', away: 1 }),
  {
    ...plain(
      'roll',
      'Roll up',
      'Rolls up into its own line from below, and out of it above, as figures do.',
      { property: 'y', away: 1, given: { unit: 'own' } },
      { property: 'wipeBottom', away: 1 },
    ),
    leaving: [
      { property: 'y', away: -1, given: { unit: 'own' } },
      { property: 'wipeTop', away: 1 },
    ],
  },
  plain('grow', 'Grow', 'Grows out of its pivot.', {
    property: 'scale',
    away: 0,
    ease: ['overshoot', 'strong-in'],
  }),
  {
    ...plain('iris', 'Iris', 'Opens round, from the point that its wipe says.', {
      property: 'iris',
      away: 1,
    }),
  },
  {
    id: 'stretch',
    label: 'Stretch across',
    help: 'A bar that grows from its pivot to its width.',
    fits: (element) => movableOf(element, 'w') !== undefined,
    parts: () => [{ property: 'w', away: 0 }],
  },
  plain('blur', 'Out of a blur', 'Comes into focus.', { property: 'blur', away: 28, ease: gentle }, fade),
  {
    id: 'draw',
    label: 'Draw the outline',
    help: 'The pen follows the line.',
    fits: (element) => element.kind === 'line' || ('outlineWidth' in element && element.outlineWidth > 0),
    parts: () => [{ property: 'drawEnd', away: 0, ease: ['gentle', 'gentle'] }],
  },
  {
    id: 'grow-marks',
    label: 'Grow the marks',
    help: 'Bars grow from where their scale begins, lines are drawn, a ring opens, values count along; row by row.',
    fits: (element) => kindOf(element).grows,
    parts: () => [
      { property: 'grow', away: 0, given: { cascade: { ...newCascade('row'), delay: 3 } }, ease: strong },
    ],
  },
  {
    id: 'count',
    label: 'Count up',
    help: 'The number runs up from nothing.',
    fits: (element) => element.kind === 'text' && /\d/u.test(element.text),
    parts: () => [{ property: 'count', away: 0 }],
  },
  {
    id: 'type',
    label: 'Type on',
    help: 'Letter after letter stands there.',
    fits: isText,
    parts: () => [
      {
        property: 'opacity',
        away: 0,
        given: { cascade: { ...newCascade('character'), overlap: 0 } },
        ease: ['hold', 'hold'],
      },
    ],
  },
  {
    id: 'letters',
    label: 'Letters rise',
    help: 'Each letter rises out of its line, one shortly after another.',
    fits: isText,
    parts: () => [
      { property: 'y', away: 0.6, given: { unit: 'own', cascade: newCascade('character') } },
      { property: 'opacity', away: 0, given: { cascade: newCascade('character') }, ease: even },
    ],
  },
  {
    id: 'scatter',
    label: 'Scatter',
    help: 'The parts fly together from all about, in any order.',
    fits: (element) => inParts(element) !== null,
    parts: (element) => {
      const cascade = {
        ...(inParts(element) ?? newCascade('child')),
        order: 'random' as const,
        overlap: 0.6,
      };
      const swung = { ...cascade, seed: 7 };
      return [
        { property: 'x', away: -120, given: { cascade: swung } },
        { property: 'y', away: -90, given: { cascade } },
        { property: 'rotation', away: -70, given: { cascade } },
        { property: 'opacity', away: 0, given: { cascade }, ease: even },
      ];
    },
  },
  {
    id: 'children',
    label: 'One after another',
    help: 'The parts of a group come a short way from the left in turn.',
    fits: (element) => holds(element) && !kindOf(element).grows,
    parts: () => [
      { property: 'x', away: -48, given: { cascade: { ...newCascade('child'), overlap: 0.7 } } },
      {
        property: 'opacity',
        away: 0,
        given: { cascade: { ...newCascade('child'), overlap: 0.7 } },
        ease: even,
      },
    ],
  },
  ...spacePresets,
];

/** Motions for the idle loop: small, slow, and back where they began. */
export const idlePresets: readonly MotionPreset[] = [
  {
    ...plain('breathe', 'Breathe', 'Grows a little and comes back.', { property: 'scale', away: 1.05 }),
    isLoop: true,
  },
  { ...plain('float', 'Float', 'Rises a little and sinks back.', { property: 'y', away: -8 }), isLoop: true },
  {
    ...plain('sway', 'Sway', 'Leans a little and comes back.', { property: 'rotation', away: 3 }),
    isLoop: true,
  },
  {
    ...plain('glimmer', 'Glimmer', 'Dims a little and comes back.', { property: 'opacity', away: 0.65 }),
    isLoop: true,
  },
  {
    ...plain('turn', 'Turn round', 'One whole turn, evenly.', { property: 'rotation', away: 360 }),
    isLoop: true,
  },
  {
    ...plain('light', 'Light along the stroke', 'A light runs once along the stroke.', {
      property: 'light',
      away: 1,
    }),
    fits: (element) => 'lightLength' in element && element.lightLength > 0,
    isLoop: true,
  },
  ...spaceLoops,
];

/** The ready motions for a phase. */
export const presetsFor = (ref: PhaseRef): readonly MotionPreset[] =>
  ref === 'idle' ? idlePresets : motionPresets;

const neutral = (mode: Track['mode']): number => (mode === 'factor' ? 1 : 0);

/** The tracks of a preset for an element between two frames of a phase. */
function tracksOf(
  preset: MotionPreset,
  element: Element,
  way: 'in' | 'out',
  from: number,
  to: number,
  side: TrackSide,
  newId: NewId,
): Track[] {
  const parts = (way === 'out' && preset.leaving) || preset.parts(element);
  return parts.map(({ property, away, via = [], given, ease = strong }) => {
    const track = makeTrack(newId(), element.id, property, [], { ...given, side });
    const rest = neutral(track.mode);
    const cascade =
      track.cascade && way === 'out'
        ? { ...track.cascade, order: turned(track.cascade.order) }
        : track.cascade;
    const [into, out] = ease;
    const length = Math.max(1, to - from);
    const places = [[0, away] as const, ...via, [1, rest] as const];
    const stops =
      way === 'in' ? places : [...places].reverse().map(([at, value]) => [1 - at, value] as const);
    const keys = stops.map(([at, value], i) => ({
      frame: from + Math.round(length * at),
      value,
      ease: i === stops.length - 1 ? ('linear' as const) : way === 'in' ? into : out,
    }));
    return { ...track, cascade, keys: keys.filter(({ frame }, i) => frame !== keys[i + 1]?.frame) };
  });
}

const turned = (order: Cascade['order']): Cascade['order'] =>
  order === 'forward' ? 'backward' : order === 'backward' ? 'forward' : order;

/** A loop: away by its middle, or through what it goes by, and back by its end; what turns round is round again at its end. */
const loopOf = (preset: MotionPreset, element: Element, frames: number, newId: NewId): Track[] =>
  preset.parts(element).map(({ property, away, via = [[0.5, away] as const] }) => {
    const round = roundOf(property, 'idle');
    const track = makeTrack(newId(), element.id, property, []);
    const rest = neutral(track.mode);
    const isRound = round !== null && away % round === 0;
    return {
      ...track,
      keys: isRound
        ? [
            { frame: 0, value: rest, ease: 'linear' },
            { frame: frames, value: away, ease: 'linear' },
          ]
        : [
            { frame: 0, value: rest, ease: 'gentle' },
            ...via.map(([at, value], i) => ({ frame: Math.max(i + 1, Math.round(frames * at)), value, ease: 'gentle' as const })), // prettier-ignore
            { frame: Math.max(via.length + 1, frames), value: rest, ease: 'linear' },
          ],
    };
  });

/** Frames by which each further element usually follows the one before. */
export const usualFollow = 3;

/**
 * Gives elements a preset in a phase: in Enter and steps they come, in Exit they go, in a Change the old goes and the
 * new comes. Each of several follows the one given before it by `follow` frames, and leaves as much earlier. What moved
 * the same things there before gives way; the phase becomes long enough. Returns the new tracks' ids.
 */
export function applyPreset(
  template: Template,
  ref: PhaseRef,
  ids: readonly string[],
  preset: MotionPreset,
  frames: number,
  newId: NewId,
  follow = usualFollow,
): string[] {
  const phase = phaseOf(template, ref);
  if (!phase) return [];
  const change = template.changes.find((own) => own.id === ref);
  const elements = ids.flatMap((id) => template.elements[id] ?? []).filter((element) => preset.fits(element));
  const length = Math.max(1, frames);
  const made: Track[] = elements.flatMap((element, index): Track[] => {
    const late = index * follow;
    if (preset.isLoop) return loopOf(preset, element, length, newId);
    if (change) {
      const end = Math.max(2, change.frames);
      const middle = change.swap ?? Math.round(end / 2);
      if (preset.sides === 'turns') {
        // Both are there throughout, and each is seen from the front alone.
        change.swap = null;
        const own = template.elements[element.id];
        if (own) own.backHidden = true;
        return [
          ...tracksOf(preset, element, 'out', 0, end, 'old', newId),
          ...tracksOf(preset, element, 'in', 0, end, 'new', newId),
        ];
      }
      const meets = preset.sides === 'meets';
      if (meets) change.swap = middle;
      const out = meets || change.swap !== null ? middle : end;
      return [
        ...tracksOf(
          preset,
          element,
          'out',
          0,
          Math.max(1, meets ? out : Math.min(out, length)),
          'old',
          newId,
        ),
        ...tracksOf(preset, element, 'in', change.swap === null ? 0 : middle, end, 'new', newId),
      ];
    }
    // A move begins at rest and goes away from it.
    if (template.moves.some(({ id }) => id === ref))
      return tracksOf(preset, element, 'out', late, late + length, 'whole', newId);
    if (ref === 'exit') {
      const end = Math.max(phase.frames, length + follow * (elements.length - 1));
      const last = end - late;
      return tracksOf(preset, element, 'out', Math.max(0, last - length), last, 'whole', newId);
    }
    return tracksOf(preset, element, 'in', late, late + length, 'whole', newId);
  });
  const replaced = (track: Track): boolean =>
    made.some(
      (own) => own.element === track.element && own.property === track.property && own.side === track.side,
    );
  phase.tracks = [...phase.tracks.filter((track) => !replaced(track)), ...made];
  phase.frames = made.reduce((end, track) => Math.max(end, track.keys.at(-1)?.frame ?? 0), phase.frames);
  return made.map(({ id }) => id);
}
