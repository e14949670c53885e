import { placeFramed, shownOf, type Framing, type Place } from '../display';
import type { Box } from '../show';
import type { Side } from './snap';

/** The cuts of a picture, in parts of it from each side. */
export type Cuts = Pick<Framing, 'cutLeft' | 'cutTop' | 'cutRight' | 'cutBottom'>;

export interface Cropped {
  readonly box: Box;
  readonly cuts: Cuts;
}

const place: Place = { x: 0, y: 0, w: 0, h: 0 };
const shown: Place = { x: 0, y: 0, w: 0, h: 0 };
/** The part of a picture that is left at least, and that is cut at most from a side. */
const leastLeft = 0.02;
const mostCut = 0.95;

/** What of its picture, of so many px, a box shows: where that lies on the canvas (before any turn). */
export function shownInBox(box: Box, framing: Framing, width: number, height: number): Box {
  placeFramed(place, box.w, box.h, framing, width, height);
  shownOf(shown, box.w, box.h, place, framing);
  return { x: box.x + shown.x, y: box.y + shown.y, w: shown.w, h: shown.h };
}

/** Where a picture lies whole, what is cut away of it and all. */
export function wholeInBox(box: Box, framing: Framing, width: number, height: number): Box {
  placeFramed(place, box.w, box.h, framing, width, height);
  return { x: box.x + place.x, y: box.y + place.y, w: place.w, h: place.h };
}

/**
 * Cuts a picture, or gives it back, at the sides of a handle by (dx, dy) px of the box: what is left of it stays where it is and
 * as large, and the box comes to be what is seen of it. Sides that are moved come to whole px.
 */
export function cropBy(
  box: Box,
  framing: Framing,
  width: number,
  height: number,
  handle: { readonly x: Side; readonly y: Side },
  dx: number,
  dy: number,
): Cropped {
  const { x, y, w, h } = shownInBox(box, framing, width, height);
  const whole = wholeInBox(box, framing, width, height);
  const [left, right] = moveSides(handle.x, dx, x, x + w, whole.x, whole.w);
  const [top, bottom] = moveSides(handle.y, dy, y, y + h, whole.y, whole.h);
  return cropTo({ x: left, y: top, w: right - left, h: bottom - top }, whole);
}

/** Moves the near side (-1) or the far one (1) of what is seen, from `near` to `far`, of a picture that begins at `start`. */
function moveSides(
  side: Side,
  by: number,
  near: number,
  far: number,
  start: number,
  size: number,
): readonly [near: number, far: number] {
  const within = (value: number, from: number, to: number): number => Math.max(from, Math.min(to, value));
  const [least, most] = [size * leastLeft, size * mostCut];
  if (side < 0) return [within(Math.round(near + by), start, Math.min(far - least, start + most)), far];
  if (side > 0)
    return [near, within(Math.round(far + by), Math.max(near + least, start + size - most), start + size)];
  return [near, far];
}

const part = (value: number): number => Math.max(0, Math.min(mostCut, Math.round(value * 1e6) / 1e6));

/** The cuts that leave of a picture, that lies whole at `whole`, what lies in a box. */
export const cropTo = (box: Box, whole: Box): Cropped => ({
  box,
  cuts: {
    cutLeft: part((box.x - whole.x) / whole.w),
    cutTop: part((box.y - whole.y) / whole.h),
    cutRight: part(1 - (box.x + box.w - whole.x) / whole.w),
    cutBottom: part(1 - (box.y + box.h - whole.y) / whole.h),
  },
});

/**
 * Cuts a picture to a part of it (`drawn`, px of the picture), as large as it is: the box comes to be that part. Null where that
 * is nothing.
 */
export function cropToDrawn(
  box: Box,
  framing: Framing,
  width: number,
  height: number,
  drawn: Box,
): Cropped | null {
  const [left, top] = [Math.max(0, drawn.x), Math.max(0, drawn.y)];
  const [right, bottom] = [Math.min(width, drawn.x + drawn.w), Math.min(height, drawn.y + drawn.h)];
  if (!(right > left) || !(bottom > top)) return null;
  const whole = wholeInBox(box, framing, width, height);
  const [byX, byY] = [whole.w / width, whole.h / height];
  return cropTo(
    { x: whole.x + left * byX, y: whole.y + top * byY, w: (right - left) * byX, h: (bottom - top) * byY },
    whole,
  );
}
