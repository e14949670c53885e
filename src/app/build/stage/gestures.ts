// What a drag on the stage does: move, resize, turn, or mark an area. Sizes in px of the canvas.
import {
  resizeTurned,
  snapBox,
  snapLines,
  snapPoint,
  unionOf,
  type Side,
  type SnapLines,
  type Snapped,
} from '../../../core/layout';
import {
  moveElements,
  resizeElements,
  withDescendants,
  type Box,
  type Element,
  type Template,
} from '../../../core/show';
import { editTemplate, sealEdit } from '../build-store';

export interface Point {
  readonly x: number;
  readonly y: number;
}
export interface DragStart {
  readonly template: Template;
  readonly ids: readonly string[];
  readonly boxes: ReadonlyMap<string, Box>;
  readonly at: Point;
  /** How near, in px of the canvas, a line pulls. */
  readonly reach: number;
}
/** Guides to be seen while dragging. */
export interface Guides {
  readonly x: number | null;
  readonly y: number | null;
  /** Words beside the pointer, such as the size. */
  readonly words: string;
}
export interface Drag {
  move(at: Point, keys: { shift: boolean; alt: boolean }): Guides;
  end(): void;
}

let dragCount = 0;
const nextMerge = (): string => `drag ${(dragCount += 1)}`;

function linesBeside(start: DragStart): SnapLines {
  const own = new Set(start.ids.flatMap((id) => withDescendants(start.template, id)));
  const others = [...start.boxes].filter(
    ([id, box]) => !own.has(id) && box.w > 0 && !start.template.elements[id]?.hidden,
  );
  return snapLines(
    start.template.width,
    start.template.height,
    others.map(([, box]) => box),
  );
}

const unsnapped: Snapped = { dx: 0, dy: 0, lineX: null, lineY: null };
const figure = (value: number): string => String(Math.round(value));

export function moveDrag(start: DragStart): Drag {
  const lines = linesBeside(start);
  const around = unionOf(start.ids.flatMap((id) => start.boxes.get(id) ?? []));
  const merge = nextMerge();
  let gone = { x: 0, y: 0 };
  return {
    move(at, { shift, alt }) {
      let dx = Math.round(at.x - start.at.x);
      let dy = Math.round(at.y - start.at.y);
      if (shift) {
        if (Math.abs(dx) > Math.abs(dy)) dy = 0;
        else dx = 0;
      }
      const snapped =
        alt || !around
          ? unsnapped
          : snapBox({ ...around, x: around.x + dx, y: around.y + dy }, lines, start.reach);
      dx = Math.round((dx + snapped.dx) * 100) / 100;
      dy = Math.round((dy + snapped.dy) * 100) / 100;
      const [stepX, stepY] = [dx - gone.x, dy - gone.y];
      gone = { x: dx, y: dy };
      if (stepX !== 0 || stepY !== 0) {
        editTemplate(
          'Move',
          (t) =>
            moveElements(
              t,
              start.ids.filter((id) => !t.elements[id]?.locked),
              stepX,
              stepY,
            ),
          merge,
        );
      }
      return { x: snapped.lineX, y: snapped.lineY, words: `${figure(dx)}, ${figure(dy)}` };
    },
    end: sealEdit,
  };
}

const placed = ['x', 'y', 'w', 'h', 'size'] as const;

/** Puts the places and sizes of elements back to what they were when the drag began. */
function restore(template: Template, from: Template, ids: readonly string[]): void {
  for (const id of ids.flatMap((one) => withDescendants(from, one))) {
    const own = template.elements[id] as unknown as Record<string, number> | undefined;
    const was = from.elements[id] as unknown as Record<string, number> | undefined;
    if (own && was) for (const key of placed) if (was[key] !== undefined) own[key] = was[key];
  }
}

export function resizeDrag(start: DragStart, handle: { x: Side; y: Side }, box: Box): Drag {
  const lines = linesBeside(start);
  const merge = nextMerge();
  const [only] = start.ids;
  const single: Element | undefined =
    start.ids.length === 1 ? start.template.elements[only as string] : undefined;
  const turn = single?.rotation ?? 0;
  const pivot = single ? { x: single.pivotX, y: single.pivotY } : { x: 0.5, y: 0.5 };
  return {
    move(at, { shift, alt }) {
      let dx = at.x - start.at.x;
      let dy = at.y - start.at.y;
      let snapped = unsnapped;
      if (!alt && turn === 0) {
        const edgeX = handle.x === 0 ? null : box.x + (handle.x > 0 ? box.w : 0) + dx;
        const edgeY = handle.y === 0 ? null : box.y + (handle.y > 0 ? box.h : 0) + dy;
        snapped = snapPoint(edgeX, edgeY, lines, start.reach);
        dx += snapped.dx;
        dy += snapped.dy;
      }
      const keepAspect = single?.kind === 'picture' ? !shift : shift;
      const to = resizeTurned(box, turn, pivot, handle, dx, dy, keepAspect);
      editTemplate(
        'Resize',
        (t) => {
          restore(t, start.template, start.ids);
          if (single && single.kind !== 'group') {
            const own = t.elements[single.id];
            if (own) {
              const round = (value: number): number => Math.round(value * 100) / 100;
              Object.assign(own, {
                x: round(to.x),
                y: round(to.y),
                w: Math.max(1, Math.round(to.w)),
                h: Math.max(1, Math.round(to.h)),
              });
            }
          } else resizeElements(t, start.ids, box, to);
        },
        merge,
      );
      return { x: snapped.lineX, y: snapped.lineY, words: `${figure(to.w)} × ${figure(to.h)}` };
    },
    end: sealEdit,
  };
}

export function turnDrag(start: DragStart, pivot: Point): Drag {
  const merge = nextMerge();
  const [id] = start.ids;
  const was = start.template.elements[id as string]?.rotation ?? 0;
  const angle = (p: Point): number => (Math.atan2(p.y - pivot.y, p.x - pivot.x) * 180) / Math.PI;
  const from = angle(start.at);
  return {
    move(at, { shift }) {
      let turned = was + angle(at) - from;
      if (turned > 180) turned -= 360;
      if (turned <= -180) turned += 360;
      // The right angles pull a little; Shift goes by fifteens.
      const step = shift ? 15 : 90;
      const near = Math.round(turned / step) * step;
      const kept = shift || Math.abs(turned - near) < 2 ? near : Math.round(turned * 10) / 10;
      editTemplate(
        'Turn',
        (t) => {
          const own = t.elements[id as string];
          if (own) own.rotation = kept;
        },
        merge,
      );
      return { x: null, y: null, words: `${kept}°` };
    },
    end: sealEdit,
  };
}
