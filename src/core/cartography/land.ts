import { spansAt } from '../map';
import type { FlatMap, FlatRegion } from './flat';

/** Px of a square of the mask. */
const cell = 6;

interface Mask {
  readonly across: number;
  readonly down: number;
  readonly is: Uint8Array;
}
const masks = new WeakMap<FlatMap, Mask>();

function fill({ rings, bounds }: FlatRegion, { across, down, is }: Mask): void {
  const first = Math.max(0, Math.floor(bounds.y / cell));
  const last = Math.min(down - 1, Math.ceil((bounds.y + bounds.h) / cell));
  for (let row = first; row <= last; row += 1) {
    for (const span of spansAt(rings, (row + 0.5) * cell)) {
      const from = Math.max(0, Math.floor(span.from / cell));
      const to = Math.min(across - 1, Math.floor(span.to / cell));
      is.fill(1, row * across + from, row * across + to + 1);
    }
  }
}

/** Whether a point of a map, px as it lies whole, is on one of its regions, to within some px. Outside its box nothing is. */
export function isOnLand(map: FlatMap, frame: { readonly w: number; readonly h: number }, x: number, y: number): boolean {
  let mask = masks.get(map);
  if (!mask) {
    const [across, down] = [Math.max(1, Math.ceil(frame.w / cell)), Math.max(1, Math.ceil(frame.h / cell))];
    mask = { across, down, is: new Uint8Array(across * down) };
    for (const region of map.regions) fill(region, mask);
    masks.set(map, mask);
  }
  const [column, row] = [Math.floor(x / cell), Math.floor(y / cell)];
  return column >= 0 && row >= 0 && column < mask.across && row < mask.down && mask.is[row * mask.across + column] === 1;
} // prettier-ignore
