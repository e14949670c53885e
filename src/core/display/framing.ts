import type { Framing } from './display';

/** A rectangle in px of a box. */
export interface Place {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** Where a picture of a size, whole, lies in a box of `w` by `h` px once what is cut away is left out of the fit. */
export function placeFramed(
  out: Place,
  boxW: number,
  boxH: number,
  { fit, focusX, focusY, cutLeft, cutTop, cutRight, cutBottom }: Framing,
  width: number,
  height: number,
): void {
  // What is left of the picture, at least a hundredth of it.
  const keptX = Math.max(0.01, 1 - cutLeft - cutRight);
  const keptY = Math.max(0.01, 1 - cutTop - cutBottom);
  const aspect = (width * keptX) / (height * keptY);
  let [w, h] = [boxW, boxH];
  const wider = aspect > boxW / boxH;
  const byWidth = fit === 'width' || (fit === 'contain' && wider) || (fit === 'cover' && !wider);
  if (fit !== 'stretch') [w, h] = byWidth ? [boxW, boxW / aspect] : [boxH * aspect, boxH];
  const x = (boxW - w) * focusX;
  const y = (boxH - h) * focusY;
  out.x = x - (w / keptX) * cutLeft;
  out.y = y - (h / keptY) * cutTop;
  out.w = w / keptX;
  out.h = h / keptY;
}

/** What of a box shows a picture that lies in it at `place`: all that is not cut away, and lies within the box. */
export function shownOf(
  out: Place,
  boxW: number,
  boxH: number,
  place: Place,
  { cutLeft, cutTop, cutRight, cutBottom }: Framing,
): void {
  const left = Math.max(0, place.x + place.w * cutLeft);
  const top = Math.max(0, place.y + place.h * cutTop);
  out.x = left;
  out.y = top;
  out.w = Math.max(0, Math.min(boxW, place.x + place.w * (1 - cutRight)) - left);
  out.h = Math.max(0, Math.min(boxH, place.y + place.h * (1 - cutBottom)) - top);
}
