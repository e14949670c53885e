// What a drag does to an element that stands in space, and to the camera that it is looked at by.
import {
  aboutRing,
  alongAxis,
  heldBy,
  inPlaneOf,
  intoBox,
  type Axis,
  type Stand,
  type Turn,
} from '../../../core/frame';
import { cropBy, type Side } from '../../../core/layout';
import { moveElements, type Box, type Element, type Template } from '../../../core/show';
import type { Framing } from '../../../core/display';
import { editElements, sealEdit } from '../build-store';
import { hundredth, nextMerge, noHints, restore, type Drag, type DragStart, type Point } from './gestures';

const figure = (value: number): string => String(Math.round(value));

/** Puts elements where they were when the drag began, moved by whole px along the axes of space. */
function put(
  template: Template,
  { template: from, ids }: DragStart,
  by: Readonly<Record<Axis, number>>,
): void {
  const free = ids.filter((id) => !template.elements[id]?.locked);
  restore(template, from, free);
  moveElements(template, free, by.x, by.y);
  for (const id of free) {
    const [own, was] = [template.elements[id], from.elements[id]];
    if (own && was) own.z = hundredth(was.z + by.z);
  }
}

const placeWords = (start: DragStart, by: Readonly<Record<Axis, number>>): string => {
  const was = start.template.elements[start.ids[0] ?? ''];
  const box = start.boxes.get(start.ids[0] ?? '');
  return was && box ? `${figure(box.x + by.x)}, ${figure(box.y + by.y)}, ${figure(was.z + by.z)}` : '';
};

/** Moves along one axis of the space around. */
export function axisDrag(start: DragStart, stand: Stand, axis: Axis): Drag {
  const merge = nextMerge();
  return {
    move(at, { shift }) {
      const way = alongAxis(stand, axis, start.at, at);
      if (way === null) return noHints;
      const whole = shift ? Math.round(way / 10) * 10 : Math.round(way);
      const by = { x: 0, y: 0, z: 0, [axis]: whole };
      editElements(`Move along ${axis.toUpperCase()}`, (t) => put(t, start, by), merge);
      return { ...noHints, words: placeWords(start, by) };
    },
    end: sealEdit,
  };
}

/** Moves in a plane of the space around, below the pointer. */
export function planeDrag(start: DragStart, stand: Stand, pair: readonly [Axis, Axis]): Drag {
  const merge = nextMerge();
  return {
    move(at, { shift }) {
      const way = inPlaneOf(stand, pair, start.at, at);
      if (!way) return noHints;
      let [a, b] = [Math.round(way[0]), Math.round(way[1])];
      if (shift) [a, b] = Math.abs(a) > Math.abs(b) ? [a, 0] : [0, b];
      const by = { x: 0, y: 0, z: 0, [pair[0]]: a, [pair[1]]: b };
      editElements('Move', (t) => put(t, start, by), merge);
      return { ...noHints, words: placeWords(start, by) };
    },
    end: sealEdit,
  };
}

const turnWords: Readonly<Record<Turn, string>> = {
  rotationX: 'Rotation X',
  rotationY: 'Rotation Y',
  rotation: 'Rotation',
};

/** Turns about a ring. The right angles pull a little; Shift goes by fifteens. */
export function ringDrag(start: DragStart, stand: Stand, turn: Turn): Drag {
  const merge = nextMerge();
  const [id = ''] = start.ids;
  const was = start.template.elements[id]?.[turn] ?? 0;
  let [last, gone] = [start.at, 0];
  return {
    move(at, { shift }) {
      gone += aboutRing(stand, turn, last, at) ?? 0;
      last = at;
      const turned = was + gone;
      const step = shift ? 15 : 90;
      const near = Math.round(turned / step) * step;
      const kept = shift || Math.abs(turned - near) < 2 ? near : Math.round(turned * 10) / 10;
      editElements(
        turnWords[turn],
        (t) => {
          const own = t.elements[id];
          if (own) own[turn] = kept;
        },
        merge,
      );
      return { ...noHints, words: `${turnWords[turn]} ${kept}°` };
    },
    end: sealEdit,
  };
}

/** The point that a handle's opposite is, in parts of the box. */
const opposite = (handle: { x: Side; y: Side }): Point => ({ x: (1 - handle.x) / 2, y: (1 - handle.y) / 2 });

/** Gives an element a box, while a point of it stays where it is in space. */
function rebox(own: Element, was: Element, stand: Stand, from: Box, to: Box, held: Point): void {
  const by = heldBy(stand, was.rotation, { x: was.pivotX, y: was.pivotY }, from, to, held);
  own.x = hundredth(to.x + by.x);
  own.y = hundredth(to.y + by.y);
  own.z = hundredth(was.z + by.z);
  own.w = Math.max(1, hundredth(to.w));
  own.h = Math.max(1, hundredth(to.h));
}

/** An element as it was when a drag began on it, and the pointer in px of its own box. */
function onItsPlane({ ids, template, at }: DragStart, stand: Stand) {
  const [id = ''] = ids;
  const into = intoBox(stand);
  const box: Box = { x: stand.x, y: stand.y, w: stand.w, h: stand.h };
  return { id, was: template.elements[id], into, from: into?.(at), box };
}

/** Resizes in the plane of the element itself. */
export function resizeSpaceDrag(start: DragStart, stand: Stand, handle: { x: Side; y: Side }): Drag {
  const merge = nextMerge();
  const { id, was, into, from, box } = onItsPlane(start, stand);
  return {
    move(at, { shift }) {
      const to = into?.(at);
      if (!was || !from || !to) return noHints;
      let w = Math.max(1, box.w + (to.x - from.x) * handle.x);
      let h = Math.max(1, box.h + (to.y - from.y) * handle.y);
      const keepAspect = was.kind === 'picture' ? !shift : shift;
      if (keepAspect && handle.x !== 0 && handle.y !== 0) {
        const by = Math.max(w / box.w, h / box.h);
        [w, h] = [box.w * by, box.h * by];
      }
      const next = { x: box.x, y: box.y, w: Math.round(w), h: Math.round(h) };
      editElements(
        'Resize',
        (t) => {
          const own = t.elements[id];
          if (own) rebox(own, was, stand, box, next, opposite(handle));
        },
        merge,
      );
      return { ...noHints, words: `${figure(next.w)} × ${figure(next.h)}` };
    },
    end: sealEdit,
  };
}

/** Cuts a picture at the sides of a handle; what is left of it stays where it is seen. */
export function cropDrag(
  start: DragStart,
  stand: Stand,
  handle: { x: Side; y: Side },
  picture: { readonly width: number; readonly height: number },
): Drag {
  const merge = nextMerge();
  const { id, was, into, from, box } = onItsPlane(start, stand);
  return {
    move(at) {
      const to = into?.(at);
      if (!was || !('cutLeft' in was) || !from || !to) return noHints;
      const framing: Framing = was;
      const { width, height } = picture;
      const cropped = cropBy(box, framing, width, height, handle, to.x - from.x, to.y - from.y);
      editElements('Crop', (t) => crop(t, id, was, stand, box, cropped), merge);
      const { cutLeft, cutTop, cutRight, cutBottom } = cropped.cuts;
      const left = [(1 - cutLeft - cutRight) * 100, (1 - cutTop - cutBottom) * 100].map(Math.round);
      return { ...noHints, words: `${left[0]} % × ${left[1]} % of it` };
    },
    end: sealEdit,
  };
}

/** Gives an element its cuts, and the box that then is seen of it, where that was seen. */
export function crop(
  template: Template,
  id: string,
  was: Element,
  stand: Stand,
  box: Box,
  cropped: ReturnType<typeof cropBy>,
): void {
  const own = template.elements[id];
  if (!own || !('cutLeft' in own)) return;
  Object.assign(own, cropped.cuts);
  // A point of the picture that is in both boxes stays where it is: its upper left corner as it is now.
  const pivot = { x: was.pivotX, y: was.pivotY };
  const { x, y, w, h } = cropped.box;
  const at = { x: (x - box.x) / box.w, y: (y - box.y) / box.h };
  const before = heldBy(stand, was.rotation, pivot, box, { x: 0, y: 0, w: 0, h: 0 }, at);
  const after = heldBy(stand, was.rotation, pivot, cropped.box, { x: 0, y: 0, w: 0, h: 0 }, { x: 0, y: 0 });
  own.x = hundredth(x + before.x - after.x);
  own.y = hundredth(y + before.y - after.y);
  own.z = hundredth(was.z + before.z - after.z);
  own.w = hundredth(w);
  own.h = hundredth(h);
}

/** Moves what a scene camera looks at. */
export function aimDrag(start: DragStart, stand: Stand, pair: readonly [Axis, Axis]): Drag {
  const merge = nextMerge();
  const [id = ''] = start.ids;
  const was = start.template.elements[id];
  return {
    move(at) {
      const way = inPlaneOf(stand, pair, start.at, at);
      if (!way || was?.kind !== 'viewpoint') return noHints;
      const by = { x: 0, y: 0, z: 0, [pair[0]]: way[0], [pair[1]]: way[1] };
      const aim = {
        aimX: Math.round(was.aimX + by.x),
        aimY: Math.round(was.aimY + by.y),
        aimZ: Math.round(was.aimZ + by.z),
      };
      editElements('Aim', (t) => void Object.assign(t.elements[id] ?? {}, aim), merge);
      return { ...noHints, words: `aim ${aim.aimX}, ${aim.aimY}, ${aim.aimZ}` };
    },
    end: sealEdit,
  };
}
