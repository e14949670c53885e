import { pointThrough } from '../../../core/display';
import { standOf, type Scene } from '../../../core/frame';
import { shownInBox, wholeInBox } from '../../../core/layout';
import type { Box, Template } from '../../../core/show';
import type { PictureSize } from '../picture-size';
import { handles, type Placement } from './overlay';
import { cropDrag } from './space-drags';
import type { Point } from './gestures';
import type { Grab } from './space-layer';

/** A picture that is cropped: all of it in outline, and what is left of it with a bracket at each side and corner. */
export function CropLayer(props: {
  template: Template;
  scene: Scene;
  id: string;
  size: PictureSize;
  place: Placement;
  grab: Grab;
}) {
  const { template, scene, id, size, place, grab } = props;
  const element = template.elements[id];
  const stand = standOf(scene, id);
  if (!stand || !element || !('cutLeft' in element)) return null;
  const box = { x: stand.x, y: stand.y, w: stand.w, h: stand.h };
  const shown = shownInBox(box, element, size.width, size.height);
  const whole = wholeInBox(box, element, size.width, size.height);
  const at = (u: number, v: number): Point | null => {
    const seen = pointThrough(stand.plane, u, v);
    return seen && { x: place.x + seen.x * place.zoom, y: place.y + seen.y * place.zoom };
  };
  const round = (of: Box): string => {
    const corners = [at(of.x, of.y), at(of.x + of.w, of.y), at(of.x + of.w, of.y + of.h), at(of.x, of.y + of.h)]; // prettier-ignore
    return corners.every((corner) => corner !== null)
      ? `M${corners.map(({ x, y }) => `${x} ${y}`).join('L')}Z`
      : '';
  };
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" data-crop={id}>
      <path d={round(whole)} fill="none" stroke="#ece7db" strokeOpacity="0.6" strokeDasharray="4 4" />
      <path d={round(shown)} fill="none" stroke="#12171a" strokeOpacity="0.6" strokeWidth="3" />
      <path d={round(shown)} fill="none" stroke="#ece7db" strokeWidth="1" />
      {handles.map((handle) => {
        const bracket = bracketOf(handle, shown, at, place.zoom);
        return (
          <g
            key={handle.name}
            className="pointer-events-auto"
            style={{ cursor: handle.cursor }}
            data-crop-handle={handle.name}
            onPointerDown={(event) => grab(event, (start) => cropDrag(start, stand, handle, size))}
          >
            <title>{`Crop at the ${handle.name}`}</title>
            <path d={bracket} stroke="transparent" strokeWidth="16" fill="none" />
            <path d={bracket} stroke="#12171a" strokeWidth="7" strokeLinecap="square" fill="none" />
            <path d={bracket} stroke="#d8a748" strokeWidth="4" strokeLinecap="square" fill="none" />
          </g>
        );
      })}
    </svg>
  );
}

/** The line of a handle: along a side, or round a corner. */
function bracketOf(
  { x, y }: (typeof handles)[number],
  shown: Box,
  at: (u: number, v: number) => Point | null,
  zoom: number,
): string {
  const arm = Math.min(16 / zoom, shown.w / 4, shown.h / 4);
  const [u, v] = [shown.x + (shown.w * (x + 1)) / 2, shown.y + (shown.h * (y + 1)) / 2];
  const points =
    x !== 0 && y !== 0
      ? [at(u - x * arm, v), at(u, v), at(u, v - y * arm)]
      : x === 0
        ? [at(u - arm, v), at(u + arm, v)]
        : [at(u, v - arm), at(u, v + arm)];
  return points.every((point) => point !== null) ? `M${points.map(({ x: px, y: py }) => `${px} ${py}`).join('L')}` : ''; // prettier-ignore
}
