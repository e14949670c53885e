import { safeAreas, unionOf, type Side } from '../../../core/layout';
import type { Scene } from '../../../core/frame';
import { axisOf, type Box, type Template, type TetherEdge } from '../../../core/show';
import type { Guides } from './gestures';

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
  if (element && element.kind !== 'group') {
    const rest = scene.rest.boxes.get(element.id);
    const isWords = element.kind === 'text' || element.kind === 'clock';
    const box = isWords || !rest ? { x: element.x, y: element.y, w: element.w, h: element.h } : rest;
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
  guides: Guides | null;
  marquee: Box | null;
  hasSafeAreas: boolean;
}) {
  const { template, scene, selection, place, guides, marquee, hasSafeAreas } = props;
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
      {hasSafeAreas && (
        <g fill="none" stroke="#ece7db" strokeOpacity="0.35">
          <rect {...rect(inset(safeAreas.action))} strokeDasharray="2 4" />
          <rect {...rect(inset(safeAreas.graphics))} />
        </g>
      )}
      {scene &&
        selection.map((id) => <Tethers key={id} template={template} scene={scene} id={id} sx={sx} sy={sy} />)}
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
      {guides?.x != null && (
        <line x1={sx(guides.x)} x2={sx(guides.x)} y1={sy(0)} y2={sy(template.height)} stroke="#62b6c4" />
      )}
      {guides?.y != null && (
        <line y1={sy(guides.y)} y2={sy(guides.y)} x1={sx(0)} x2={sx(template.width)} stroke="#62b6c4" />
      )}
      {marquee && <rect {...rect(marquee)} fill="#d8a748" fillOpacity="0.12" stroke="#d8a748" />}
    </svg>
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
