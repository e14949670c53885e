import type { Growth, PartZoom } from '../chart';
import type { Key, Track } from '../show';

// What moves a chart as a whole, as the tracks of its marks.

/** The growth of a mark: a factor from nothing, or an offset that goes away. */
export const grownBy = (track: Track, grows: readonly Growth[]): Track[] =>
  grows.map(({ property, by }) => ({
    ...track,
    property,
    unit: 'px',
    mode: by === null ? 'factor' : 'offset',
    keys:
      by === null ? track.keys : track.keys.map((key) => ({ ...key, value: by * (1 - Number(key.value)) })),
  }));

const offset = (track: Track, property: string, by: number, keys = track.keys): Track => ({
  ...track,
  property,
  unit: 'px',
  mode: 'offset',
  keys: keys.map((key) => ({ ...key, value: by * Number(key.value) })),
});

/** How much is taken of the opacity of what is not highlighted. */
const dimmed = 0.78;
/** What another mark loses while one is highlighted. */
export const highlitBy = (track: Track): Track[] => [offset(track, 'veil', dimmed)];

/** The zoom of a chart for a mark: what goes has gone before what comes is there. */
export function zoomedBy(track: Track, zooms: PartZoom | null): Track[] {
  if (!zooms) return [];
  if (zooms.opacity !== 0) return [offset(track, 'veil', -zooms.opacity, inTurn(track.keys, zooms.opacity))];
  return [
    ...(zooms.x === 0 ? [] : [offset(track, 'x', zooms.x)]),
    ...(zooms.w === 0 ? [] : [offset(track, 'w', zooms.w)]),
  ];
} // prettier-ignore

/** Of the way between two keys what goes takes this first part, and what comes as long a last one. */
const goes = 0.4;
/** Keys between which what they show goes early, or comes late; `way` is what more of the value does to it. */
function inTurn(keys: readonly Key[], way: -1 | 1): Key[] {
  return keys.flatMap((key, i): Key[] => {
    const next = keys[i + 1];
    if (!next) return [key];
    const by = (Number(next.value) - Number(key.value)) * way;
    if (by === 0) return [key];
    const span = next.frame - key.frame;
    const between: Key =
      by < 0
        ? { ...key, frame: key.frame + span * goes, value: next.value }
        : { ...key, frame: next.frame - span * goes, value: key.value };
    return [key, between];
  });
}
