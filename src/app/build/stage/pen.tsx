import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { cornerAt, fromBox, isCorner, pathOf, toBox, turnPoint } from '../../../core/shape';
import {
  addElement,
  newElement,
  type Box,
  type PathElement,
  type PathPoint,
  type Subpath,
  type Template,
} from '../../../core/show';
import { newId } from '../../state/ids';
import { editTemplate, sealEdit, useBuild } from '../build-store';
import type { Point } from './gestures';
import type { Placement } from './overlay';

const near = 9;
const unit = { w: 1, h: 1 };

/** Keeps drawn paths as a new element; nothing is kept of fewer than two points. */
function keepPath(subpath: Subpath): void {
  if (subpath.points.length < 2) return;
  const made = toBox([subpath]);
  if (!made) return;
  const id = newId();
  const element = newElement('path', id, 'Path', {
    ...made.box,
    subpaths: made.subpaths,
    ...(subpath.closed ? {} : { fill: '#00000000', outlineWidth: 6, outlinePlace: 'centre' as const }),
  });
  editTemplate('Draw a path', (t) => addElement(t, element));
  useBuild.getState().select([id]);
}

interface Surface {
  place: Placement;
  toCanvas: (event: { clientX: number; clientY: number }) => Point;
}

/**
 * The pen: each click sets a corner, a drag a round point. A click on the first point closes the path; Enter, Escape
 * or a double click ends it open.
 */
export function PenLayer({ place, toCanvas }: Surface) {
  const [points, setPoints] = useState<PathPoint[]>([]);
  const [hover, setHover] = useState<Point | null>(null);
  const drawn = useRef(points);
  drawn.current = points;
  const set = useBuild((store) => store.set);
  const finish = (closed: boolean): void => {
    set({ isPen: false });
    keepPath({ closed, points: drawn.current });
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Enter' && event.key !== 'Escape' && event.key !== 'Backspace') return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.key === 'Backspace') setPoints(drawn.current.slice(0, -1));
      else {
        useBuild.getState().set({ isPen: false });
        keepPath({ closed: false, points: drawn.current });
      }
    };
    addEventListener('keydown', onKey, true);
    return () => removeEventListener('keydown', onKey, true);
  }, []);

  const down = (event: PointerEvent<SVGSVGElement>): void => {
    if (event.button !== 0) return;
    event.stopPropagation();
    const at = toCanvas(event);
    const first = points[0];
    if (first && points.length > 1 && Math.hypot(first.x - at.x, first.y - at.y) * place.zoom < near) {
      finish(true);
      return;
    }
    const before = [...points];
    setPoints([...before, cornerAt(Math.round(at.x), Math.round(at.y))]);
    const target = event.currentTarget;
    target.setPointerCapture(event.pointerId);
    const move = (e: globalThis.PointerEvent): void => {
      const to = toCanvas(e);
      const [x, y] = [Math.round(at.x), Math.round(at.y)];
      const [dx, dy] = [Math.round(to.x) - x, Math.round(to.y) - y];
      setPoints([...before, { x, y, inX: x - dx, inY: y - dy, outX: x + dx, outY: y + dy }]);
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', () => target.removeEventListener('pointermove', move), {
      once: true,
    });
  };
  const preview = hover ? [...points, cornerAt(hover.x, hover.y)] : points;
  const transform = `translate(${place.x} ${place.y}) scale(${place.zoom})`;
  return (
    <svg
      role="application"
      aria-label="Pen: click to set points, Enter ends the path"
      className="absolute inset-0 z-10 size-full cursor-crosshair touch-none"
      onPointerDown={down}
      onPointerMove={(event) => setHover(event.buttons === 0 ? toCanvas(event) : null)}
      onDoubleClick={(event) => {
        event.stopPropagation();
        finish(false);
      }}
    >
      <g transform={transform} fill="none" stroke="#d8a748">
        <path
          d={pathOf({ subpaths: [{ closed: false, points: preview }] }, unit)}
          strokeWidth={1.5 / place.zoom}
        />
        {points.map((point, index) => (
          <Knob key={index} point={point} zoom={place.zoom} isFirst={index === 0 && points.length > 1} />
        ))}
      </g>
    </svg>
  );
}

function Knob({ point, zoom, isFirst }: { point: PathPoint; zoom: number; isFirst: boolean }) {
  const r = (isFirst ? 6 : 4) / zoom;
  return (
    <>
      {!isCorner(point) && (
        <line
          x1={point.inX}
          y1={point.inY}
          x2={point.outX}
          y2={point.outY}
          strokeWidth={1 / zoom}
          strokeOpacity="0.6"
        />
      )}
      <circle cx={point.x} cy={point.y} r={r} fill="#12171a" strokeWidth={1.5 / zoom} />
    </>
  );
}

type Grip = 'point' | 'in' | 'out';

/** Gives an element new paths, in px as if it were not turned; what is turned stays where it is seen. */
function putPaths(own: PathElement, before: Box, subpaths: readonly Subpath[]): void {
  const made = toBox(subpaths);
  if (!made) return;
  const { box } = made;
  const angle = (own.rotation * Math.PI) / 180;
  const dx = box.x + box.w * own.pivotX - (before.x + before.w * own.pivotX);
  const dy = box.y + box.h * own.pivotY - (before.y + before.h * own.pivotY);
  Object.assign(own, box, {
    subpaths: made.subpaths,
    x: box.x + dx * Math.cos(angle) - dy * Math.sin(angle) - dx,
    y: box.y + dx * Math.sin(angle) + dy * Math.cos(angle) - dy,
  });
}

/** The points and handles of a path in hand: dragged, made round or sharp by a double click, deleted with Delete. */
export function PathPoints(props: Surface & { template: Template; element: PathElement; box: Box }) {
  const { element, box, place, toCanvas } = props;
  const [chosen, setChosen] = useState<{ path: number; index: number } | null>(null);
  const merge = useRef(0);
  const seen = fromBox(element.subpaths, box);
  const put = (label: string, change: (subpaths: Subpath[]) => Subpath[], key?: string): void =>
    editTemplate(
      label,
      (t) => {
        const own = t.elements[element.id];
        if (own?.kind === 'path') putPaths(own, box, change(seen));
      },
      key,
    );
  useEffect(() => {
    if (!chosen) return;
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== 'Delete' && event.key !== 'Backspace') return;
      if ((event.target as HTMLElement).closest('input, textarea, select')) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      put('Delete a point', (subpaths) =>
        subpaths
          .map((subpath, i) =>
            i === chosen.path
              ? { ...subpath, points: subpath.points.filter((_, index) => index !== chosen.index) }
              : subpath,
          )
          .filter((subpath) => subpath.points.length > 1),
      );
      setChosen(null);
    };
    addEventListener('keydown', onKey, true);
    return () => removeEventListener('keydown', onKey, true);
  });

  const drag = (event: PointerEvent<SVGElement>, path: number, index: number, grip: Grip): void => {
    if (event.button !== 0) return;
    event.stopPropagation();
    setChosen({ path, index });
    const key = `points ${element.id} ${(merge.current += 1)}`;
    const from = toCanvas(event);
    const start = seen;
    const point = start[path]?.points[index];
    if (!point) return;
    const move = (e: globalThis.PointerEvent): void => {
      const to = toCanvas(e);
      const angle = (-element.rotation * Math.PI) / 180;
      const [ax, ay] = [to.x - from.x, to.y - from.y];
      const dx = ax * Math.cos(angle) - ay * Math.sin(angle);
      const dy = ax * Math.sin(angle) + ay * Math.cos(angle);
      const next: PathPoint =
        grip === 'point'
          ? {
              x: point.x + dx,
              y: point.y + dy,
              inX: point.inX + dx,
              inY: point.inY + dy,
              outX: point.outX + dx,
              outY: point.outY + dy,
            }
          : handled(point, grip, dx, dy, e.altKey);
      editTemplate(
        'Move a point',
        (t) => {
          const own = t.elements[element.id];
          if (own?.kind !== 'path') return;
          putPaths(
            own,
            box,
            start.map((subpath, i) =>
              i === path
                ? { ...subpath, points: subpath.points.map((p, j) => (j === index ? next : p)) }
                : subpath,
            ),
          );
        },
        key,
      );
    };
    const up = (): void => {
      removeEventListener('pointermove', move);
      removeEventListener('pointerup', up);
      sealEdit();
    };
    addEventListener('pointermove', move);
    addEventListener('pointerup', up);
  };
  const turn = (path: number, index: number): void =>
    put('Turn a point', (subpaths) =>
      subpaths.map((subpath, i) =>
        i === path
          ? {
              ...subpath,
              points: subpath.points.map((p, j) => (j === index ? turnPoint(subpath, index) : p)),
            }
          : subpath,
      ),
    );
  const turned = `rotate(${element.rotation} ${box.x + box.w * element.pivotX} ${box.y + box.h * element.pivotY})`;
  const { zoom } = place;
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" aria-label={`Points of ${element.name}`}>
      <g transform={`translate(${place.x} ${place.y}) scale(${zoom}) ${turned}`} stroke="#d8a748">
        {seen.map((subpath, path) =>
          subpath.points.map((point, index) => {
            const isChosen = chosen?.path === path && chosen.index === index;
            return (
              <g key={`${path} ${index}`}>
                {isChosen &&
                  !isCorner(point) &&
                  (['in', 'out'] as const).map((side) => {
                    const [x, y] = side === 'in' ? [point.inX, point.inY] : [point.outX, point.outY];
                    return (
                      <g key={side}>
                        <line x1={point.x} y1={point.y} x2={x} y2={y} strokeWidth={1 / zoom} />
                        <circle
                          cx={x}
                          cy={y}
                          r={4 / zoom}
                          fill="#d8a748"
                          className="pointer-events-auto cursor-move"
                          onPointerDown={(event) => drag(event, path, index, side)}
                        />
                      </g>
                    );
                  })}
                <rect
                  x={point.x - 4 / zoom}
                  y={point.y - 4 / zoom}
                  width={8 / zoom}
                  height={8 / zoom}
                  rx={isCorner(point) ? 0 : 4 / zoom}
                  fill={isChosen ? '#d8a748' : '#12171a'}
                  strokeWidth={1.5 / zoom}
                  className="pointer-events-auto cursor-move"
                  data-point={index}
                  onPointerDown={(event) => drag(event, path, index, 'point')}
                  onDoubleClick={(event) => {
                    event.stopPropagation();
                    turn(path, index);
                  }}
                />
              </g>
            );
          }),
        )}
      </g>
    </svg>
  );
}

/** A point with one handle moved; the other keeps in line with it, unless `alone`. */
function handled(point: PathPoint, grip: 'in' | 'out', dx: number, dy: number, alone: boolean): PathPoint {
  const [x, y] = grip === 'in' ? [point.inX + dx, point.inY + dy] : [point.outX + dx, point.outY + dy];
  const moved = grip === 'in' ? { ...point, inX: x, inY: y } : { ...point, outX: x, outY: y };
  if (alone) return moved;
  const [ox, oy] = grip === 'in' ? [point.outX, point.outY] : [point.inX, point.inY];
  const length = Math.hypot(ox - point.x, oy - point.y);
  const away = Math.hypot(x - point.x, y - point.y) || 1;
  const other = {
    x: point.x - ((x - point.x) / away) * length,
    y: point.y - ((y - point.y) / away) * length,
  };
  return grip === 'in'
    ? { ...moved, outX: other.x, outY: other.y }
    : { ...moved, inX: other.x, inY: other.y };
}
