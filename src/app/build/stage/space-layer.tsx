import { useMemo, type PointerEvent } from 'react';
import {
  alongSeen,
  axes,
  boxPointSeen,
  cornersOfView,
  evaluate,
  facingPlane,
  lineSeen,
  outlineSeen,
  pivotSeen,
  ringSeen,
  spaceOf,
  standAt,
  standOf,
  standOfPart,
  turns,
  viewOf,
  type Axis,
  type Eye,
  type Scene,
  type Stand,
  type Turn,
} from '../../../core/frame';
import { holds, type Template } from '../../../core/show';
import { useBuild } from '../build-store';
import { momentAt } from '../score/moments';
import type { Drag, DragStart, Point } from './gestures';
import { handles, type Placement } from './overlay';
import { aimDrag, axisDrag, resizeSpaceDrag, ringDrag } from './space-drags';

type Line = readonly [Point, Point];
/** Begins a drag at a handle. */
export type Grab = (event: PointerEvent<Element>, make: (start: DragStart) => Drag) => void;

const brass = '#d8a748';
const water = '#62b6c4';
/** Px of the screen from the pivot to the end of an axis, and to the rings. */
const reach = 78;
const ringReach = 54;
const turnLetters: Readonly<Record<Turn, string>> = { rotationX: 'X', rotationY: 'Y', rotation: 'Z' };

/** Whether an element is seen otherwise than flat where it lies. */
export const standsInSpace = (scene: Scene, id: string): boolean => {
  const part = scene.parts.find((own) => own.element.id === id && own.side !== 'old');
  if (!part) return false;
  const { z, rotationX, rotationY, perspective } = part.element;
  return scene.viewpoints.length > 0 || z !== 0 || rotationX !== 0 || rotationY !== 0 || perspective !== 0;
};

/** What of space is seen over the picture: the ground, the canvas, cameras; and what one takes hold of. */
export function SpaceLayer(props: {
  template: Template;
  scene: Scene;
  selection: readonly string[];
  place: Placement;
  /** Null: it is seen as it is on air. */
  eye: Eye | null;
  hasGround: boolean;
  grab: Grab;
}) {
  const { template, scene, selection, place, eye, hasGround, grab } = props;
  const playhead = useBuild((store) => store.playhead);
  const isPlaying = useBuild((store) => store.isPlaying);
  const seen = useMemo(() => {
    void eye;
    evaluate(scene, momentAt(template, playhead, false, Math.floor(Date.now() / 1000)));
    const map = spaceOf(scene);
    return {
      ground: hasGround || eye ? groundLines(map, template) : [],
      canvas: eye ? canvasLines(map, template) : [],
      cameras: eye ? scene.viewpoints.map((part) => cameraLines(map, part, template)) : [],
      eyes: eye ? scene.viewpoints.flatMap((part) => pivotSeen(standOfPart(scene, part)) ?? []) : [],
      boxes: eye ? boxesOf(scene) : [],
      stands: selection.flatMap((id) => {
        const stand = standOf(scene, id);
        return stand && (eye || standsInSpace(scene, id)) ? [{ id, stand }] : [];
      }),
    };
  }, [scene, template, playhead, eye, hasGround, selection]);
  const at = ({ x, y }: Point): Point => ({ x: place.x + x * place.zoom, y: place.y + y * place.zoom });
  const path = (lines: readonly Line[]): string =>
    lines
      .map(([a, b]) => [at(a), at(b)] as const)
      .map(([a, b]) => `M${a.x.toFixed(1)} ${a.y.toFixed(1)}L${b.x.toFixed(1)} ${b.y.toFixed(1)}`)
      .join('');
  const round = (points: readonly Point[] | null): string =>
    points && points.length > 1
      ? `M${points.map(at).map(({ x, y }) => `${x.toFixed(1)} ${y.toFixed(1)}`).join('L')}Z` // prettier-ignore
      : '';
  const [only] = seen.stands;
  const element = seen.stands.length === 1 ? template.elements[only?.id ?? ''] : undefined;
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" data-space={eye ? 'turned' : 'front'}>
      <path d={path(seen.ground)} stroke={water} strokeOpacity="0.28" fill="none" />
      <path d={path(seen.canvas)} stroke="#ece7db" strokeOpacity="0.75" fill="none" />
      {seen.cameras.map((lines, i) => (
        <path key={i} d={path(lines)} stroke={brass} strokeOpacity="0.75" strokeDasharray="5 4" fill="none" />
      ))}
      <path
        d={seen.boxes.map((outline) => round(outline)).join('')}
        stroke="#ece7db"
        strokeOpacity="0.3"
        fill="none"
      />
      {seen.eyes.map(at).map(({ x, y }, i) => (
        <circle key={i} cx={x} cy={y} r="6" fill="#12171a" stroke={brass} strokeWidth="2" />
      ))}
      {seen.stands.map(({ id, stand }) => (
        <path key={id} d={round(outlineSeen(stand))} stroke={brass} fill="none" />
      ))}
      {only && element && !element.locked && !isPlaying && (
        <Gizmo {...{ stand: only.stand, place, at, round, grab, isCamera: element.kind === 'viewpoint' }} />
      )}
      {only && element?.kind === 'viewpoint' && eye && !isPlaying && (
        <Aim {...{ stand: only.stand, aim: [element.aimX, element.aimY, element.aimZ], at, grab }} />
      )}
    </svg>
  );
}

/** Arrows along the axes, rings to turn by, and points to resize at. */
function Gizmo(props: {
  stand: Stand;
  place: Placement;
  at: (point: Point) => Point;
  round: (points: readonly Point[] | null) => string;
  grab: Grab;
  isCamera: boolean;
}) {
  const { stand, place, at, round, grab, isCamera } = props;
  const pivot = pivotSeen(stand);
  if (!pivot) return null;
  const middle = at(pivot);
  // Px of space that are seen as a px of the screen, along the axis that is seen longest.
  const per = Math.max(
    ...axes.map((axis) => {
      const end = alongSeen(stand, axis, 1);
      return end ? Math.hypot(end.x - pivot.x, end.y - pivot.y) * place.zoom : 0;
    }),
    1e-6,
  );
  return (
    <g>
      {!isCamera &&
        turns.map((turn) => {
          const ring = ringSeen(stand, turn, ringReach / per);
          const letter = ring.at(turn === 'rotationX' ? 6 : turn === 'rotationY' ? 18 : 42);
          const label = letter && at(letter);
          return (
            <g
              key={turn}
              className="pointer-events-auto cursor-grab"
              data-turn={turn}
              onPointerDown={(event) => grab(event, (start) => ringDrag(start, stand, turn))}
            >
              <title>{`Turn about ${turnLetters[turn]}`}</title>
              <path d={round(ring)} stroke="transparent" strokeWidth="11" fill="none" />
              <path d={round(ring)} stroke="#12171a" strokeOpacity="0.55" strokeWidth="3.5" fill="none" />
              <path d={round(ring)} stroke={water} strokeWidth="1.5" fill="none" />
              {label && <circle cx={label.x} cy={label.y} r="4" fill={water} stroke="#12171a" />}
            </g>
          );
        })}
      {axes.map((axis) => (
        <Arrow key={axis} {...{ axis, stand, middle, at, per, grab }} />
      ))}
      <circle cx={middle.x} cy={middle.y} r="4.5" fill="#12171a" stroke={brass} strokeWidth="1.5" />
      {!isCamera &&
        handles.map((handle) => {
          const point = boxPointSeen(stand, (handle.x + 1) / 2, (handle.y + 1) / 2);
          const seen = point && at(point);
          if (!seen || Math.hypot(seen.x - middle.x, seen.y - middle.y) < 14) return null;
          return (
            <rect
              key={handle.name}
              className="pointer-events-auto cursor-crosshair"
              data-handle={handle.name}
              x={seen.x - 4}
              y={seen.y - 4}
              width="8"
              height="8"
              rx="1"
              fill="#12171a"
              stroke={brass}
              strokeWidth="1.5"
              onPointerDown={(event) => grab(event, (start) => resizeSpaceDrag(start, stand, handle))}
            />
          );
        })}
    </g>
  );
}

function Arrow(props: {
  axis: Axis;
  stand: Stand;
  middle: Point;
  at: (point: Point) => Point;
  per: number;
  grab: Grab;
}) {
  const { axis, stand, middle, at, per, grab } = props;
  const tip = alongSeen(stand, axis, reach / per);
  if (!tip) return null;
  const end = at(tip);
  const [dx, dy] = [end.x - middle.x, end.y - middle.y];
  const length = Math.hypot(dx, dy);
  // Seen from its end it cannot be drawn along.
  if (length < 14) return null;
  const [ux, uy] = [dx / length, dy / length];
  const line = `M${middle.x} ${middle.y}L${end.x} ${end.y}`;
  return (
    <g
      className="pointer-events-auto cursor-move"
      data-axis={axis}
      onPointerDown={(event) => grab(event, (start) => axisDrag(start, stand, axis))}
    >
      <title>{`Move along ${axis.toUpperCase()}`}</title>
      <path d={line} stroke="transparent" strokeWidth="12" />
      <path d={line} stroke="#12171a" strokeOpacity="0.6" strokeWidth="4" />
      <path d={line} stroke={brass} strokeWidth="2" />
      <path
        d={`M${end.x + ux * 9} ${end.y + uy * 9}L${end.x - uy * 5} ${end.y + ux * 5}L${end.x + uy * 5} ${end.y - ux * 5}Z`}
        fill={brass}
        stroke="#12171a"
        strokeWidth="0.75"
      />
      <text
        x={end.x + ux * 19}
        y={end.y + uy * 19 + 4}
        textAnchor="middle"
        fontSize="11"
        fontWeight="700"
        fill={brass}
        stroke="#12171a"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {axis.toUpperCase()}
      </text>
    </g>
  );
}

/** What a scene camera looks at. */
function Aim(props: {
  stand: Stand;
  aim: readonly [number, number, number];
  at: (point: Point) => Point;
  grab: Grab;
}) {
  const { stand, aim, at, grab } = props;
  const there = standAt(stand, ...aim);
  const seen = pivotSeen(there);
  if (!seen) return null;
  const { x, y } = at(seen);
  return (
    <g
      className="pointer-events-auto cursor-move"
      data-aim=""
      onPointerDown={(event) => grab(event, (start) => aimDrag(start, there, facingPlane(there)))}
    >
      <title>What the camera looks at</title>
      <circle cx={x} cy={y} r="9" fill="transparent" stroke={brass} strokeWidth="1.5" />
      <path d={`M${x - 13} ${y}h26M${x} ${y - 13}v26`} stroke={brass} strokeWidth="1.5" />
    </g>
  );
}

const step = 240;

/** The ground at the foot of the canvas, before it and behind it. */
function groundLines(map: ArrayLike<number>, { width, height }: Template): Line[] {
  const [left, right] = [width / 2 - 8 * step, width / 2 + 8 * step];
  const [back, front] = [-8 * step, 6 * step];
  const lines: (Line | null)[] = [];
  for (let x = left; x <= right; x += step) lines.push(lineSeen(map, [x, height, back], [x, height, front]));
  for (let z = back; z <= front; z += step) lines.push(lineSeen(map, [left, height, z], [right, height, z]));
  return lines.filter((line): line is Line => line !== null);
}

function canvasLines(map: ArrayLike<number>, { width, height }: Template): Line[] {
  const corners = [
    [0, 0, 0],
    [width, 0, 0],
    [width, height, 0],
    [0, height, 0],
  ] as const;
  return corners
    .map((corner, i) => lineSeen(map, corner, corners[(i + 1) % 4] ?? corner))
    .filter((line): line is Line => line !== null);
}

/** So many boxes are drawn in outline. */
const mostBoxes = 400;

/** The boxes of what is seen, so that what is looked at from its edge is there too. */
function boxesOf(scene: Scene): (readonly Point[])[] {
  return scene.parts
    .filter(({ node, element }) => node.visible && !holds(element) && element.kind !== 'viewpoint')
    .slice(0, mostBoxes)
    .flatMap((part) => {
      const outline = outlineSeen(standOfPart(scene, part));
      return outline ? [outline] : [];
    });
}

/** A camera and what it sees at the distance of its aim. */
function cameraLines(map: ArrayLike<number>, part: Scene['viewpoints'][number], template: Template): Line[] {
  const view = viewOf(part, template.height);
  const corners = cornersOfView(view, template.width, template.height);
  const eye = [view.x, view.y, view.z] as const;
  return [
    ...corners.map((corner) => lineSeen(map, eye, corner)),
    ...corners.map((corner, i) => lineSeen(map, corner, corners[(i + 1) % 4] ?? corner)),
  ].filter((line): line is Line => line !== null);
}
