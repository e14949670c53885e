import type { Rest, ViewPlan } from '../layout';
import { viewBetween, type MapView } from '../map';
import { poseLength } from '../motion';
import type { Part } from './part';

/** What goes with what is seen of a map, as it is before a Change and now. */
interface Going {
  readonly part: Part;
  /** Px in the template's space that it stands at; NaN: it lies on the map. */
  readonly x: number;
  readonly y: number;
  readonly whole: number;
  readonly focus: number;
  readonly dx: number;
  readonly dy: number;
  /** The same before the Change; what was not there then is as now. */
  readonly wasWhole: number;
  readonly wasFocus: number;
  readonly wasX: number;
  readonly wasY: number;
}

/** A map whose view moves. */
export interface RunningView {
  readonly plan: ViewPlan;
  readonly before: ViewPlan | null;
  readonly map: Part;
  readonly ground: Part;
  readonly frame: Part | null;
  readonly going: readonly Going[];
  /** Places in the map's pose of what moves its zoom, and of its way from the old view to the new one; -1: nothing does. */
  readonly zoomAt: number;
  readonly wayAt: number;
  /** Written anew at each moment. */
  readonly now: MapView;
  readonly was: MapView;
  last: number;
  lastWay: number;
}

/** Of the map's own, how far its view is from where it goes: 1 where it begins. */
export const wayKey = 'view';

export function newView(plan: ViewPlan, before: ViewPlan | null, parts: readonly Part[], rest: Rest, old: Rest | null): RunningView | null {
  const of = (path: string): Part | undefined => parts.find((part) => part.path === path);
  const [map, ground] = [of(plan.path), of(plan.ground)];
  if (!map || !ground) return null;
  const going: Going[] = [];
  for (const part of parts) {
    const source = part.side === 'old' && old ? old : rest;
    const view = source.instances.all.get(part.path)?.mark?.view;
    if (!view || source.instances.all.get(part.path)?.row?.of !== plan.path) continue;
    const was = (part.side === 'both' ? old?.instances.all.get(part.path)?.mark?.view : null) ?? view;
    const { anchor, whole, focus, dx, dy } = view;
    going.push({
      part,
      x: anchor ? plan.map.x + anchor.x : NaN,
      y: anchor ? plan.map.y + anchor.y : NaN,
      whole,
      focus,
      dx,
      dy,
      wasWhole: was.whole,
      wasFocus: was.focus,
      wasX: was.dx,
      wasY: was.dy,
    });
  }
  const extra = (key: string): number => {
    const at = map.extras.findIndex((own) => own.key === key);
    return at < 0 ? -1 : poseLength + at;
  };
  return { plan, before, map, ground, frame: plan.frame ? (of(plan.frame.path) ?? null) : null, going, zoomAt: extra('zoomed'), wayAt: extra(wayKey), now: { x: 0, y: 0, w: 1 }, was: { x: 0, y: 0, w: 1 }, last: NaN, lastWay: NaN };
} // prettier-ignore

const within = (value: number): number => Math.max(0, Math.min(1, value));

/** Moves a map, and what stands on it, to what is seen of it at the moment. */
export function runView(own: RunningView, moved: Uint8Array): void {
  const { plan, before, map, now, was } = own;
  const by = own.zoomAt < 0 ? 0 : (map.pose[own.zoomAt] as number);
  const way = own.wayAt < 0 || !before ? 0 : within(map.pose[own.wayAt] as number);
  if (by === own.last && way === own.lastWay) return;
  own.last = by;
  own.lastWay = way;
  const zoom = within(plan.map.zoomed + by);
  viewBetween(now, plan.whole, plan.focus, zoom);
  let wasZoom = zoom;
  if (before && way > 0) {
    wasZoom = within(before.map.zoomed + by);
    viewBetween(was, before.whole, before.focus, wasZoom);
    viewBetween(now, was, now, 1 - way);
  }
  const { x, y, w, h } = plan.map;
  const k = w / now.w;
  const [left, top] = [x + w / 2 - (x + now.x) * k, y + h / 2 - (y + now.y) * k];
  put(own.ground, left, top, k, 1, moved);
  for (let i = 0; i < own.going.length; i += 1) {
    const one = own.going[i] as Going;
    const seen = one.whole + (one.focus - one.whole) * zoom;
    const fade = seen + (one.wasWhole + (one.wasFocus - one.wasWhole) * wasZoom - seen) * way;
    if (Number.isNaN(one.x)) {
      put(one.part, 0, 0, 1, fade, moved);
      continue;
    }
    const [dx, dy] = [one.dx * zoom, one.dy * zoom];
    put(
      one.part,
      left + one.x * k - one.x + dx + (one.wasX * wasZoom - dx) * way,
      top + one.y * k - one.y + dy + (one.wasY * wasZoom - dy) * way,
      1,
      fade,
      moved,
    );
  }
  if (own.frame && plan.frame) {
    const { box } = plan.frame;
    const part = now.w / w;
    const small = box.w / w;
    // The element's own box, made as large as what is seen, in the small map.
    const [cx, cy] = [x + box.x + now.x * small, y + box.y + now.y * small];
    put(own.frame, cx - (x + w / 2) * small * part, cy - (y + h / 2) * small * part, small * part, 1, moved);
  }
}

function put(part: Part, x: number, y: number, scale: number, fade: number, moved: Uint8Array): void {
  if (part.alongX === x && part.alongY === y && part.alongScale === scale && part.alongFade === fade) return;
  part.alongX = x;
  part.alongY = y;
  part.alongScale = scale;
  part.alongFade = fade;
  moved[part.index] = 1;
}
