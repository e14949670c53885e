import type { ReactNode } from 'react';
import { holds, type Template } from '../../core/show';

interface Region {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}
const [air, tallest] = [14, 96];

/** Where a template has something at rest, with a little air; over the whole width where it is most of it. */
export function regionOf({ elements, width, height }: Template): Region {
  const boxes = Object.values(elements).filter((own) => !holds(own) && !own.hidden);
  if (boxes.length === 0) return { x: 0, y: 0, w: width, h: height };
  const left = Math.max(0, Math.min(...boxes.map(({ x }) => x)) - air);
  const top = Math.max(0, Math.min(...boxes.map(({ y }) => y)) - air);
  const right = Math.min(width, Math.max(...boxes.map(({ x, w }) => x + w)) + air);
  const bottom = Math.min(height, Math.max(...boxes.map(({ y, h }) => y + h)) + air);
  const isWide = right - left > width / 2;
  return { x: isWide ? 0 : left, y: top, w: isWide ? width : right - left, h: Math.max(1, bottom - top) };
}

/** The part of a picture in which a ticker stands, as wide as there is room. */
export function Strip({ of, children }: { of: Template; children: ReactNode }) {
  const { x, y, w, h } = regionOf(of);
  return (
    <div
      className="relative w-full overflow-hidden rounded-sm"
      style={{ aspectRatio: `${w} / ${h}`, maxWidth: (tallest * w) / h }}
    >
      <div
        className="absolute"
        style={{
          width: `${(100 * of.width) / w}%`,
          height: `${(100 * of.height) / h}%`,
          left: `${(-100 * x) / w}%`,
          top: `${(-100 * y) / h}%`,
        }}
      >
        {children}
      </div>
    </div>
  );
}
