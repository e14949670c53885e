/** A part of the canvas, px, which may reach beyond its edges. */
export interface Extent {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

export const meet = (a: Extent, b: Extent): Extent => ({
  left: Math.max(a.left, b.left),
  top: Math.max(a.top, b.top),
  right: Math.min(a.right, b.right),
  bottom: Math.min(a.bottom, b.bottom),
});

export const widened = ({ left, top, right, bottom }: Extent, by: number): Extent => ({
  left: left - by,
  top: top - by,
  right: right + by,
  bottom: bottom + by,
});
