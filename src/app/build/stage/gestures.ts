// What a drag on the stage does: move, resize, turn, move the pivot. Sizes in px of the canvas.
import {
  gapsAround,
  movedPivot,
  resizeTurned,
  snapBox,
  snapLines,
  snapPoint,
  unionOf,
  type Gap,
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
  isUnion,
} from '../../../core/show';
import { editElements, editTemplate, sealEdit, useBuild } from '../build-store';

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
/** What is seen while dragging: lines that pulled, distances, words beside the pointer. */
export interface Hints {
  readonly x: number | null;
  readonly y: number | null;
  readonly gaps: readonly Gap[];
  /** Words beside the pointer, such as the size. */
  readonly words: string;
}
export const noHints: Hints = { x: null, y: null, gaps: [], words: '' };

export interface Drag {
  move(at: Point, keys: { shift: boolean; alt: boolean }): Hints;
  end(): void;
}

let dragCount = 0;
export const nextMerge = (): string => `drag ${(dragCount += 1)}`;

/** The boxes that are not dragged and can be seen; background sheets as large as the canvas are no neighbours. */
function othersOf(start: DragStart): Box[] {
  const { template } = start;
  const own = new Set(start.ids.flatMap((id) => withDescendants(template, id)));
  return [...start.boxes].flatMap(([id, box]) =>
    !own.has(id) && box.w > 0 && !template.elements[id]?.hidden ? [box] : [],
  );
}

function linesBeside(start: DragStart, others: readonly Box[]): SnapLines {
  const { isGrid, gridSize, hasRulers } = useBuild.getState().view;
  return snapLines(start.template.width, start.template.height, others, {
    ...(hasRulers ? { guides: start.template.guides } : {}),
    grid: isGrid ? gridSize : 0,
  });
}

const unsnapped: Snapped = { dx: 0, dy: 0, lineX: null, lineY: null };
const figure = (value: number): string => String(Math.round(value));
export const hundredth = (value: number): number => Math.round(value * 100) / 100;
const snaps = (alt: boolean): boolean => useBuild.getState().view.snaps !== alt;

export function moveDrag(start: DragStart): Drag {
  const others = othersOf(start);
  const lines = linesBeside(start, others);
  const around = unionOf(start.ids.flatMap((id) => start.boxes.get(id) ?? []));
  const { width, height } = start.template;
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
        around && snaps(alt)
          ? snapBox({ ...around, x: around.x + dx, y: around.y + dy }, lines, start.reach)
          : unsnapped;
      // A locked way stays locked, whatever pulls.
      dx = shift && dx === 0 ? 0 : hundredth(dx + snapped.dx);
      dy = shift && dy === 0 ? 0 : hundredth(dy + snapped.dy);
      const [stepX, stepY] = [dx - gone.x, dy - gone.y];
      gone = { x: dx, y: dy };
      if (stepX !== 0 || stepY !== 0) {
        editElements(
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
      const box = around && { ...around, x: around.x + dx, y: around.y + dy };
      return {
        x: snapped.lineX,
        y: snapped.lineY,
        gaps: box ? gapsAround(box, others, width, height) : [],
        words: box ? `${figure(box.x)}, ${figure(box.y)}` : '',
      };
    },
    end: sealEdit,
  };
}

const placed = ['x', 'y', 'w', 'h', 'size'] as const;

/** Puts the places and sizes of elements back to what they were when the drag began. */
export function restore(template: Template, from: Template, ids: readonly string[]): void {
  for (const id of ids.flatMap((one) => withDescendants(from, one))) {
    const own = template.elements[id] as unknown as Record<string, number> | undefined;
    const was = from.elements[id] as unknown as Record<string, number> | undefined;
    if (own && was) for (const key of placed) if (was[key] !== undefined) own[key] = was[key];
  }
}

export function resizeDrag(start: DragStart, handle: { x: Side; y: Side }, box: Box): Drag {
  const others = othersOf(start);
  const lines = linesBeside(start, others);
  const { width, height } = start.template;
  const merge = nextMerge();
  const [only] = start.ids;
  const single: Element | undefined =
    start.ids.length === 1 ? start.template.elements[only as string] : undefined;
  const turn = single?.rotation ?? 0;
  const pivot = single ? { x: single.pivotX, y: single.pivotY } : { x: 0.5, y: 0.5 };
  const isLine = single?.kind === 'line';
  return {
    move(at, { shift, alt }) {
      let dx = at.x - start.at.x;
      let dy = at.y - start.at.y;
      let snapped = unsnapped;
      if (snaps(alt) && turn === 0) {
        const edgeX = handle.x === 0 ? null : box.x + (handle.x > 0 ? box.w : 0) + dx;
        const edgeY = handle.y === 0 ? null : box.y + (handle.y > 0 ? box.h : 0) + dy;
        snapped = snapPoint(edgeX, edgeY, lines, start.reach);
        dx += snapped.dx;
        dy += snapped.dy;
      }
      const keepAspect = single?.kind === 'picture' ? !shift : shift;
      const to = resizeTurned(box, turn, pivot, handle, dx, dy, keepAspect);
      const size = (value: number): number => {
        const whole = Math.round(value);
        return isLine && whole <= 1 ? 0 : Math.max(1, whole);
      };
      editElements(
        'Resize',
        (t) => {
          restore(t, start.template, start.ids);
          if (single && !isUnion(single)) {
            const own = t.elements[single.id];
            if (own)
              Object.assign(own, { x: hundredth(to.x), y: hundredth(to.y), w: size(to.w), h: size(to.h) });
          } else resizeElements(t, start.ids, box, to);
        },
        merge,
      );
      return {
        x: snapped.lineX,
        y: snapped.lineY,
        gaps: turn === 0 ? gapsAround(to, others, width, height) : [],
        words: `${figure(to.w)} × ${figure(to.h)}`,
      };
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
      editElements(
        'Rotation',
        (t) => {
          const own = t.elements[id as string];
          if (own) own.rotation = kept;
        },
        merge,
      );
      return { ...noHints, words: `${kept}°` };
    },
    end: sealEdit,
  };
}

/** Moves the pivot of an element, which stays where it is seen. Corners, edges and the centre of its box pull. */
export function pivotDrag(start: DragStart, box: Box): Drag {
  const merge = nextMerge();
  const [id] = start.ids as [string];
  const was = start.template.elements[id] as Element;
  const angle = (was.rotation * Math.PI) / 180;
  const centre = { x: box.x + box.w * was.pivotX, y: box.y + box.h * was.pivotY };
  return {
    move(at, { alt }) {
      // The pointer in the element's own directions, from its pivot as it was.
      const [dx, dy] = [at.x - centre.x, at.y - centre.y];
      const u = was.pivotX + (dx * Math.cos(angle) + dy * Math.sin(angle)) / Math.max(1, box.w);
      const v = was.pivotY + (-dx * Math.sin(angle) + dy * Math.cos(angle)) / Math.max(1, box.h);
      const pulled = (part: number, size: number): number => {
        const near = [0, 0.5, 1].find((stop) => Math.abs(stop - part) * size < start.reach);
        return near !== undefined && !alt ? near : Math.round(part * 1000) / 1000;
      };
      const to = { x: pulled(u, box.w), y: pulled(v, box.h) };
      const from = { x: was.pivotX, y: was.pivotY };
      const shift = movedPivot(box, was.rotation, from, to);
      editTemplate(
        'Move the pivot',
        (t) => {
          const own = t.elements[id];
          if (!own) return;
          restore(t, start.template, [id]);
          own.pivotX = to.x;
          own.pivotY = to.y;
          moveElements(t, [id], shift.dx, shift.dy);
        },
        merge,
      );
      return { ...noHints, words: `pivot ${figure(to.x * 100)} %, ${figure(to.y * 100)} %` };
    },
    end: sealEdit,
  };
}
