import { useEffect, useState, type RefObject } from 'react';
import type { Scene } from '../../../core/frame';
import { axisOf, type Box, type Template, type TetherEdge } from '../../../core/show';
import { useBuild } from '../build-store';
import { edgeAt, edgeOf } from '../follow';
import { usePointing } from '../pointing';
import type { Placement } from './overlay';
import { pickFrom, stackAt } from './picking';
import type { Point } from './gestures';

const edgeReach = 9;

/** What is pointed at: an element, or null for the canvas, and the edge of it that is near. */
export function pointedAt(
  template: Template,
  scene: Scene,
  at: Point,
  zoom: number,
): { id: string | null; box: Box; edge: TetherEdge | null } {
  const { selection } = useBuild.getState();
  const id = pickFrom(template, stackAt(scene, at, 6 / zoom), selection, false);
  const canvas = { x: 0, y: 0, w: template.width, h: template.height };
  const box = (id !== null && scene.rest.boxes.get(id)) || canvas;
  return { id, box, edge: edgeAt(box, at, edgeReach / zoom) };
}

/** While an edge may be pointed at: the one under the pointer. */
export function PointedEdge(props: {
  template: Template;
  scene: Scene | null;
  place: Placement;
  area: RefObject<HTMLDivElement | null>;
  toCanvas: (event: { clientX: number; clientY: number }) => Point;
}) {
  const { template, scene, place, area, toCanvas } = props;
  const takesEdges = usePointing(({ now }) => now?.takesEdges ?? false);
  const [at, setAt] = useState<Point | null>(null);
  useEffect(() => {
    const element = area.current;
    if (!takesEdges || !element) return;
    const move = (event: PointerEvent): void => setAt({ x: event.clientX, y: event.clientY });
    element.addEventListener('pointermove', move);
    return () => {
      element.removeEventListener('pointermove', move);
      setAt(null);
    };
  }, [takesEdges, area]);
  if (!takesEdges || !at || !scene) return null;
  const { box, edge } = pointedAt(template, scene, toCanvas({ clientX: at.x, clientY: at.y }), place.zoom);
  const x = (value: number): number => place.x + value * place.zoom;
  const y = (value: number): number => place.y + value * place.zoom;
  const line = edge && edgeOf(box, edge);
  return (
    <svg className="pointer-events-none absolute inset-0 z-10 size-full" aria-hidden>
      <rect
        x={x(box.x)}
        y={y(box.y)}
        width={box.w * place.zoom}
        height={box.h * place.zoom}
        fill="none"
        stroke="#62b6c4"
        strokeDasharray="3 3"
      />
      {edge && line !== null && (
        <line
          {...(axisOf(edge) === 'x'
            ? { x1: x(line), x2: x(line), y1: y(box.y), y2: y(box.y + box.h) }
            : { x1: x(box.x), x2: x(box.x + box.w), y1: y(line), y2: y(line) })}
          stroke="#62b6c4"
          strokeWidth="3"
        />
      )}
    </svg>
  );
}
