import { safeAreas, unionOf, type Side } from '../../../core/layout';
import type { Scene } from '../../../core/frame';
import { axisOf, type Box, type Template, type TetherEdge, isWords, isUnion } from '../../../core/show';
import type { SafeAreas } from '../build-store';
import type { Hints } from './gestures';

export interface Placement {
  readonly zoom: number;
  readonly x: number;
  readonly y: number;
}
export interface Frame {
  readonly box: Box;
  readonly rotation: number;
  readonly pivotX: number;
  readonly pivotY: number;
}

/** The box whose handles are seen: an element's own, or the one around several. */
export function frameOf(template: Template, scene: Scene, selection: readonly string[]): Frame | null {
  const [only] = selection;
  const element = selection.length === 1 ? template.elements[only as string] : undefined;
  if (element && !isUnion(element)) {
    const rest = scene.rest.boxes.get(element.id);
    const box = isWords(element) || !rest ? { x: element.x, y: element.y, w: element.w, h: element.h } : rest;
    return { box, rotation: element.rotation, pivotX: element.pivotX, pivotY: element.pivotY };
  }
  const box = unionOf(selection.flatMap((id) => scene.rest.boxes.get(id) ?? []));
  return (
    box && {
      box,
      rotation: element?.rotation ?? 0,
      pivotX: element?.pivotX ?? 0.5,
      pivotY: element?.pivotY ?? 0.5,
    }
  );
}

export const handles: readonly { x: Side; y: Side; cursor: string; name: string }[] = [
  { x: -1, y: -1, cursor: 'nwse-resize', name: 'top left' },
  { x: 0, y: -1, cursor: 'ns-resize', name: 'top' },
  { x: 1, y: -1, cursor: 'nesw-resize', name: 'top right' },
  { x: 1, y: 0, cursor: 'ew-resize', name: 'right' },
  { x: 1, y: 1, cursor: 'nwse-resize', name: 'bottom right' },
  { x: 0, y: 1, cursor: 'ns-resize', name: 'bottom' },
  { x: -1, y: 1, cursor: 'nesw-resize', name: 'bottom left' },
  { x: -1, y: 0, cursor: 'ew-resize', name: 'left' },
];

const roomForHandle = 20;

/** The handles that leave room to grab a small box itself. */
export const handlesFor = (box: Box, zoom: number): typeof handles =>
  handles.filter(
    (handle) =>
      (handle.y !== 0 || box.w * zoom >= roomForHandle) && (handle.x !== 0 || box.h * zoom >= roomForHandle),
  );

const at = (box: Box, edge: TetherEdge): number => {
  const part = { left: 0, top: 0, centre: 0.5, middle: 0.5 }[edge as 'left'] ?? 1;
  return axisOf(edge) === 'x' ? box.x + box.w * part : box.y + box.h * part;
};

/** Lines and handles over the picture: safe areas, what is chosen, its tethers, guides while dragging. */
export function Overlay(props: {
  template: Template;
  scene: Scene | null;
  selection: readonly string[];
  place: Placement;
  hints: Hints;
  marquee: Box | null;
  safeAreas: SafeAreas;
  /** Px between the lines of the grid; 0 where there is none. */
  grid: number;
}) {
  const { template, scene, selection, place, hints, marquee, safeAreas: areas, grid } = props;
  const { zoom } = place;
  const sx = (x: number): number => place.x + x * zoom;
  const sy = (y: number): number => place.y + y * zoom;
  const rect = (box: Box) => ({ x: sx(box.x), y: sy(box.y), width: box.w * zoom, height: box.h * zoom });
  const frame = scene && frameOf(template, scene, selection);
  const canvas = { x: 0, y: 0, w: template.width, h: template.height };
  const inset = (part: number): Box => ({
    x: canvas.w * part,
    y: canvas.h * part,
    w: canvas.w * (1 - 2 * part),
    h: canvas.h * (1 - 2 * part),
  });
  return (
    <svg className="pointer-events-none absolute inset-0 size-full" aria-hidden>
      {grid * zoom >= 4 && (
        <>
          <defs>
            <pattern
              id="stage-grid"
              patternUnits="userSpaceOnUse"
              x={place.x}
              y={place.y}
              width={grid * zoom}
              height={grid * zoom}
            >
              <path d={`M0 0H${grid * zoom}M0 0V${grid * zoom}`} stroke="#ece7db" strokeOpacity="0.22" />
            </pattern>
          </defs>
          <rect {...rect(canvas)} fill="url(#stage-grid)" />
        </>
      )}
      {areas !== 'none' && (
        <g fill="none">
          {/* Seen on any picture: a light line beside a dark one. */}
          <rect
            {...rect(inset(safeAreas.graphics))}
            stroke="#12171a"
            strokeWidth="2.5"
            strokeOpacity="0.22"
          />
          <rect {...rect(inset(safeAreas.action))} stroke="#12171a" strokeWidth="2" strokeOpacity="0.12" />
          <rect
            {...rect(inset(safeAreas.action))}
            stroke="#ece7db"
            strokeOpacity="0.4"
            strokeDasharray="2 4"
          />
          <rect {...rect(inset(safeAreas.graphics))} stroke="#ece7db" strokeOpacity="0.4" />
        </g>
      )}
      {areas === 'tall' && canvas.w > canvas.h && <TallCut {...{ canvas, rect }} />}
      {scene &&
        selection.map((id) => <Tethers key={id} template={template} scene={scene} id={id} sx={sx} sy={sy} />)}
      {scene && selection.map((id) => <Limit key={id} {...{ scene, id, rect, sx, sy }} />)}
      {scene &&
        selection.map((id) => {
          const box = scene.rest.boxes.get(id);
          const element = template.elements[id];
          if (!box || !element) return null;
          const turn = `rotate(${element.rotation} ${sx(box.x + box.w * element.pivotX)} ${sy(box.y + box.h * element.pivotY)})`;
          return <rect key={id} {...rect(box)} fill="none" stroke="#d8a748" transform={turn} />;
        })}
      {frame && (
        <g
          transform={`rotate(${frame.rotation} ${sx(frame.box.x + frame.box.w * frame.pivotX)} ${sy(frame.box.y + frame.box.h * frame.pivotY)})`}
        >
          <rect {...rect(frame.box)} fill="none" stroke="#d8a748" strokeDasharray="4 3" strokeOpacity="0.8" />
          <line
            x1={sx(frame.box.x + frame.box.w / 2)}
            y1={sy(frame.box.y)}
            x2={sx(frame.box.x + frame.box.w / 2)}
            y2={sy(frame.box.y) - 22}
            stroke="#d8a748"
          />
          <circle
            cx={sx(frame.box.x + frame.box.w / 2)}
            cy={sy(frame.box.y) - 26}
            r="5"
            fill="#12171a"
            stroke="#d8a748"
            strokeWidth="1.5"
          />
          {selection.length === 1 && (
            <g
              stroke="#d8a748"
              strokeWidth="1.5"
              transform={`translate(${sx(frame.box.x + frame.box.w * frame.pivotX)} ${sy(frame.box.y + frame.box.h * frame.pivotY)})`}
            >
              <circle r="4.5" fill="none" />
              <path d="M-8 0h16M0-8v16" />
            </g>
          )}
          {handlesFor(frame.box, zoom).map((handle) => (
            <rect
              key={handle.name}
              x={sx(frame.box.x + (frame.box.w * (handle.x + 1)) / 2) - 4}
              y={sy(frame.box.y + (frame.box.h * (handle.y + 1)) / 2) - 4}
              width="8"
              height="8"
              rx="1"
              fill="#12171a"
              stroke="#d8a748"
              strokeWidth="1.5"
            />
          ))}
        </g>
      )}
      {hints.x !== null && (
        <line x1={sx(hints.x)} x2={sx(hints.x)} y1={sy(0)} y2={sy(template.height)} stroke="#62b6c4" />
      )}
      {hints.y !== null && (
        <line y1={sy(hints.y)} y2={sy(hints.y)} x1={sx(0)} x2={sx(template.width)} stroke="#62b6c4" />
      )}
      <Distances {...{ hints, sx, sy }} />
      {marquee && <rect {...rect(marquee)} fill="#d8a748" fillOpacity="0.12" stroke="#d8a748" />}
    </svg>
  );
}

/** The upright middle that a phone shows of a wide picture, with its own safe area. */
function TallCut(props: { canvas: Box; rect: (box: Box) => object }) {
  const { canvas, rect } = props;
  const w = (canvas.h * 9) / 16;
  const cut = { x: (canvas.w - w) / 2, y: 0, w, h: canvas.h };
  const part = safeAreas.graphics;
  const safe = {
    x: cut.x + w * part,
    y: canvas.h * part,
    w: w * (1 - 2 * part),
    h: canvas.h * (1 - 2 * part),
  };
  return (
    <g fill="none" stroke="#d8a748" strokeOpacity="0.6">
      <rect {...rect(cut)} strokeDasharray="6 4" />
      <rect {...rect(safe)} />
    </g>
  );
}

/** The distances to what is beside the thing that is dragged. */
function Distances(props: { hints: Hints; sx: (x: number) => number; sy: (y: number) => number }) {
  const { hints, sx, sy } = props;
  return (
    <g stroke="#62b6c4" fill="#62b6c4" fontSize="10">
      {hints.gaps.map((gap) => {
        const isX = gap.axis === 'x';
        const [a, b] = isX ? [sx(gap.from), sx(gap.to)] : [sy(gap.from), sy(gap.to)];
        const across = isX ? sy(gap.across) : sx(gap.across);
        const words = String(Math.round(gap.to - gap.from));
        const middle = (a + b) / 2;
        return (
          <g key={`${gap.axis} ${gap.from} ${gap.to}`}>
            <path
              d={
                isX
                  ? `M${a} ${across}H${b}M${a} ${across - 3}v6M${b} ${across - 3}v6`
                  : `M${across} ${a}V${b}M${across - 3} ${a}h6M${across - 3} ${b}h6`
              }
            />
            {Math.abs(b - a) > 16 && (
              <g transform={isX ? `translate(${middle} ${across})` : `translate(${across} ${middle})`}>
                <rect
                  x={-3 - words.length * 3.2}
                  y="-7"
                  width={6 + words.length * 6.4}
                  height="14"
                  rx="3"
                  fill="#12171a"
                  stroke="none"
                />
                <text textAnchor="middle" dy="3.5" stroke="none" className="number">
                  {words}
                </text>
              </g>
            )}
          </g>
        );
      })}
    </g>
  );
}

/** The limit that a text is fitted to: its box, marked at the side where words run out. */
function Limit(props: {
  scene: Scene;
  id: string;
  rect: (box: Box) => object;
  sx: (x: number) => number;
  sy: (y: number) => number;
}) {
  const { scene, id, sx, sy } = props;
  const element = scene.rest.elements[id];
  const layout = scene.rest.texts.get(id);
  const room = scene.rest.areas.get(id);
  if (!layout || !room || !isWords(element)) return null;
  const turn = `rotate(${element.rotation} ${sx(layout.x + layout.w * element.pivotX)} ${sy(layout.y + layout.h * element.pivotY)})`;
  const colour = layout.fits ? (layout.scale < 1 ? '#d8a748' : '#3fbf8b') : '#f0913a';
  const mode = element.fit === 'squeeze' ? 'squeezed to' : 'at';
  const words = layout.fits
    ? layout.scale < 1
      ? `${mode} ${Math.round(layout.scale * 100)} %`
      : ''
    : 'does not fit';
  const sides = [room.x, room.x + room.w];
  return (
    <g transform={turn} stroke={colour} fill={colour}>
      {sides.map((x) => (
        <line
          key={x}
          x1={sx(x)}
          x2={sx(x)}
          y1={sy(room.y) - 4}
          y2={sy(room.y + room.h) + 4}
          strokeWidth="1.5"
        />
      ))}
      {words && (
        <text
          x={sx(room.x + room.w)}
          y={sy(room.y) - 8}
          textAnchor="end"
          fontSize="11"
          fontWeight="600"
          stroke="#12171a"
          strokeWidth="4"
          strokeLinejoin="round"
          paintOrder="stroke"
          className="number"
        >
          {words}
        </text>
      )}
    </g>
  );
}

function Tethers(props: {
  template: Template;
  scene: Scene;
  id: string;
  sx: (x: number) => number;
  sy: (y: number) => number;
}) {
  const { template, scene, id, sx, sy } = props;
  const own = scene.rest.boxes.get(id);
  if (!own) return null;
  return (
    <g stroke="#62b6c4" fill="#62b6c4">
      {template.tethers
        .filter((tether) => tether.element === id)
        .map((tether) => {
          const to =
            tether.to === null
              ? { x: 0, y: 0, w: template.width, h: template.height }
              : scene.rest.boxes.get(tether.to);
          if (!to) return null;
          const isX = axisOf(tether.edge) === 'x';
          const middle = (box: Box): number => (isX ? box.y + box.h / 2 : box.x + box.w / 2);
          const [a, b] = [at(own, tether.edge), at(to, tether.toEdge)];
          const from = isX ? { x: sx(a), y: sy(middle(own)) } : { x: sx(middle(own)), y: sy(a) };
          const end = isX ? { x: sx(b), y: sy(middle(to)) } : { x: sx(middle(to)), y: sy(b) };
          return (
            <g key={tether.id}>
              <line x1={from.x} y1={from.y} x2={end.x} y2={end.y} strokeDasharray="3 3" />
              <circle cx={from.x} cy={from.y} r="3" />
              <circle cx={end.x} cy={end.y} r="3" fill="#12171a" />
            </g>
          );
        })}
    </g>
  );
}
