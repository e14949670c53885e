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
  let [left, top, right, bottom] = [x, y, x + w, y + h];
  const [leastW, leastH] = [whole.w * leastLeft, whole.h * leastLeft];
  const within = (value: number, from: number, to: number): number => Math.max(from, Math.min(to, value));
  if (handle.x < 0)
    left = within(Math.round(left + dx), whole.x, Math.min(right - leastW, whole.x + whole.w * mostCut));
  if (handle.x > 0)
    right = within(
      Math.round(right + dx),
      Math.max(left + leastW, whole.x + whole.w * (1 - mostCut)),
      whole.x + whole.w,
    );
  if (handle.y < 0)
    top = within(Math.round(top + dy), whole.y, Math.min(bottom - leastH, whole.y + whole.h * mostCut));
  if (handle.y > 0)
    bottom = within(
      Math.round(bottom + dy),
      Math.max(top + leastH, whole.y + whole.h * (1 - mostCut)),
      whole.y + whole.h,
    );
  return cropTo({ x: left, y: top, w: right - left, h: bottom - top }, whole);
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
