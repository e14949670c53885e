// Templates within a template: what each shows, and where it is in its life at a moment of what it stands in.
import { identity, multiply, placeFramed, shownOf, type Clip, type Matrix, type Place } from '../display';
import { exactRate, holds, kindOf, withGraphic, type Box, type InsetElement } from '../show';
import type { Moment } from './evaluate';
import type { Part, Scene } from './part';

/** An inset of a scene, and the scene that it shows. */
export interface RunningInset {
  readonly part: Part;
  readonly scene: Scene;
  /** From the canvas of its template onto that of what it stands in, as seen by its own camera. */
  readonly camera: Matrix;
  readonly paceAtRest: number;
  /** By phase of what it stands in: frames of its life that its speed has won by each frame of that; null: none. */
  readonly won: readonly (Float64Array | null)[];
  /** Where its template lies in its box, and what of that is seen. */
  readonly place: Place;
  readonly shown: Place;
  /** What it was shown at last. */
  was: Moment | null;
  count: number;
}

/** How deep templates may stand in one another. */
export const mostWithin = 8;

export const newInset = (
  part: Part,
  scene: Scene,
  camera: Matrix,
  won: readonly (Float64Array | null)[],
): RunningInset => ({
  part,
  scene,
  camera,
  paceAtRest: (part.element as InsetElement).pace,
  won,
  place: { x: NaN, y: NaN, w: NaN, h: NaN },
  shown: { x: NaN, y: NaN, w: NaN, h: NaN },
  was: null,
  count: 0,
});

/** The element of an inset as it is now. */
export const insetOf = ({ live, element }: Part): InsetElement => (live ?? element) as InsetElement;

const fitted: Place = { x: 0, y: 0, w: 0, h: 0 };
const seen: Place = { x: 0, y: 0, w: 0, h: 0 };
const onBox = identity();

const isSame = (a: Place, b: Place): boolean => a.x === b.x && a.y === b.y && a.w === b.w && a.h === b.h;

/** Lays the template of an inset into its box as that is now; `isMoved`: its box stands elsewhere than before. */
export function fitInset(own: RunningInset, isMoved: boolean): void {
  const { part, scene, camera, place, shown } = own;
  const { node, nowW, nowH } = part;
  const element = insetOf(part);
  const { width, height } = scene.template;
  placeFramed(fitted, nowW, nowH, element, width, height);
  shownOf(seen, nowW, nowH, fitted, element);
  const isNew = !isSame(fitted, place) || !isSame(seen, shown);
  if (isNew) {
    Object.assign(place, fitted);
    Object.assign(shown, seen);
  }
  const isOuter = node.kind === 'group';
  if (isOuter) cutTo(part.clip, shown);
  if (!isNew && !(isOuter && isMoved)) return;
  const scaleX = place.w / width;
  const scaleY = place.h / height;
  onBox[0] = scaleX;
  onBox[5] = scaleY;
  onBox[10] = (scaleX + scaleY) / 2;
  onBox[12] = place.x;
  onBox[13] = place.y;
  multiply(scene.base, isOuter ? node.matrix : onBox, isOuter ? onBox : camera);
  if (!isOuter) scene.onCanvas.set(onBox);
  scene.root.density = (scaleX + scaleY) / 2;
  scene.isFresh = true;
  if (node.kind !== 'surface') return;
  Object.assign(node.shown, shown);
  node.shown.radius = Math.max(0, Math.min(element.radius, shown.w / 2, shown.h / 2));
}

/**
 * Lays a picture of a size into the box of an inset as that is now: `matrix` leads from its px onto the inset's. Whether
 * that is another than before.
 */
export function fitScreen(part: Part, width: number, height: number, matrix: Matrix): boolean {
  const { node, nowW, nowH } = part;
  if (node.kind !== 'surface') return false;
  const element = insetOf(part);
  placeFramed(fitted, nowW, nowH, element, width, height);
  shownOf(seen, nowW, nowH, fitted, element);
  const { shown } = node;
  const isSameShown = isSame(seen, shown);
  Object.assign(shown, seen);
  shown.radius = Math.max(0, Math.min(element.radius, seen.w / 2, seen.h / 2));
  const isPlaced = matrix[0] === fitted.w / width && matrix[5] === fitted.h / height && matrix[12] === fitted.x && matrix[13] === fitted.y; // prettier-ignore
  matrix[0] = fitted.w / width;
  matrix[5] = fitted.h / height;
  matrix[12] = fitted.x;
  matrix[13] = fitted.y;
  return !isSameShown || !isPlaced;
}

function cutTo(clip: Clip, { x, y, w, h }: Place): void {
  clip.left = x;
  clip.top = y;
  clip.right = x + w;
  clip.bottom = y + h;
}

/** Frames of a scene's rate since its graphic began, Infinity where it has stood for long; and where Exit is. */
function outerLife({ template }: Scene, moment: Moment): { since: number; left: number | null } {
  const rate = exactRate(template.rate);
  const left = moment.phase === 'exit' ? moment.frame : null;
  if (moment.age !== undefined) return { since: moment.age * rate, left };
  if (moment.phase === 'enter') return { since: moment.frame, left };
  if (moment.enterFrame !== null) return { since: moment.enterFrame + moment.frame, left };
  const isHeld = moment.held !== undefined && moment.held !== null;
  return { since: isHeld ? template.phases.enter.frames + Number(moment.held) : Infinity, left };
}

/** Frames that an inset's speed has won over the phases of what it stands in. */
function wonBy({ won }: RunningInset, outer: Scene, moment: Moment): number {
  let sum = 0;
  const { phases } = outer;
  let step = 0;
  for (let i = 0; i < won.length; i += 1) {
    const own = won[i];
    const { kind, ref, frames } = phases[i] as Scene['phases'][number];
    const taken = kind === 'step' ? (moment.steps?.[step++] ?? -1) : 0;
    if (!own) continue;
    const at = (frame: number): number => own[Math.max(0, Math.min(own.length - 1, Math.floor(frame)))] ?? 0;
    if (kind === 'enter')
      sum += moment.phase === 'enter' ? at(moment.frame) : at(moment.enterFrame ?? frames);
    else if (kind === 'exit') sum += moment.phase === 'exit' ? at(moment.frame) : 0;
    else if (kind === 'idle') {
      const held = moment.held ?? 0;
      if (frames > 0 && held > 0) sum += Math.floor(held / frames) * at(frames) + at(held % frames);
    } else if (kind === 'step') sum += taken < 0 ? 0 : at(taken);
    else if (kind === 'change') sum += moment.change === undefined ? 0 : at(moment.change);
    else for (const move of moment.moves ?? []) if (move.ref === ref) sum += at(move.frame);
  }
  return sum;
}

/** Frames of the outer rate since what an inset begins with, and since that went back; null: it has not come. */
function begunSince(
  own: RunningInset,
  outer: Scene,
  moment: Moment,
): { since: number; left: number | null } | null {
  const { begins } = insetOf(own.part);
  const life = outerLife(outer, moment);
  if (begins === withGraphic) return life;
  const { steps, moves } = outer.template;
  const step = steps.findIndex(({ id }) => id === begins);
  if (step >= 0) {
    if (moment.steps === undefined) return { ...life, since: Infinity };
    const at = moment.stepAges?.[step] ?? moment.steps[step] ?? -1;
    return at < 0 ? null : { ...life, since: at };
  }
  // What it began with is gone: it comes with the graphic.
  if (!moves.some(({ id }) => id === begins)) return life;
  const move = moment.moves?.find(({ ref }) => ref === begins);
  if (!move) return null;
  return move.back
    ? { since: Infinity, left: move.age ?? move.frame }
    : { ...life, since: move.age ?? Infinity };
}

/** The moment of an inset's template at a moment of what it stands in; null: it is not there. */
export function momentWithin(own: RunningInset, outer: Scene, moment: Moment): Moment | null {
  const { template } = own.scene;
  const element = insetOf(own.part);
  const rate = exactRate(template.rate);
  const ratio = rate / exactRate(outer.template.rate);
  const enter = template.phases.enter.frames;
  const exit = template.phases.exit.frames;
  const isOwn = element.runsBy === 'own';
  const begun = isOwn ? begunSince(own, outer, moment) : outerLife(outer, moment);
  if (!begun) return null;
  const { time, dayOffset, clocks } = moment;
  const about = {
    time,
    ...(dayOffset === undefined ? {} : { dayOffset }),
    ...(clocks === undefined ? {} : { clocks }),
    ...(moment.change === undefined ? {} : { change: moment.change * ratio }),
  };
  const at = (frame: number): Moment => {
    const age = frame / rate;
    if (frame < enter) return { ...about, phase: 'enter', frame, enterFrame: null, age };
    const held = frame - enter;
    return { ...about, phase: 'hold', frame: held, enterFrame: null, held, age };
  };
  const leavingAt = (frame: number, life: number): Moment | null =>
    frame >= exit
      ? null
      : {
          ...about,
          phase: 'exit',
          frame,
          enterFrame: life - frame < enter ? Math.max(0, life - frame) : null,
          held: life - frame < enter ? null : life - enter,
          age: life / rate,
        };
  /** It has stood for so long that nothing of its Enter is left, and nothing says how far its loop has run. */
  const longHeld: Moment = { ...about, phase: 'hold', frame: 0, enterFrame: null };
  const longGone = (frame: number): Moment | null => (frame >= exit ? null : { ...longHeld, phase: 'exit', frame }); // prettier-ignore
  if (!isOwn) {
    const gone = begun.left === null ? null : begun.left * ratio;
    if (!Number.isFinite(begun.since)) return gone === null ? longHeld : longGone(gone);
    return gone === null ? at(begun.since * ratio) : leavingAt(gone, begun.since * ratio);
  }
  if (element.still) return element.frame < 0 ? null : at(element.frame);
  const goes = begun.left !== null && (element.leaves || element.begins !== withGraphic);
  const gone = (begun.left ?? 0) * ratio;
  if (!Number.isFinite(begun.since)) return goes ? longGone(gone) : longHeld;
  const life =
    ((begun.since - element.delay) * own.paceAtRest + wonBy(own, outer, moment)) * ratio + element.frame;
  if (life < 0) return null;
  if (goes) return leavingAt(gone, life);
  if (!element.loops) return at(life);
  const round = Math.max(1, enter + element.holdFrames + exit);
  const turn = life % round;
  return turn < enter + element.holdFrames ? at(turn) : leavingAt(turn - enter - element.holdFrames, turn);
}

/** What the picture of an inset covers of its own canvas, px of that, as it was last evaluated; null: nothing, or it is no inset. */
export function drawnWithin(scene: Scene, id: string): Box | null {
  const own = scene.insets.find(({ part }) => part.element.id === id);
  if (!own) return null;
  const { template, rest, parts } = own.scene;
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { path, node, element } of parts) {
    const box = rest.boxes.get(path);
    if (!box || holds(element) || !node.visible || node.kind === 'group') continue;
    const reach = kindOf(element).reach(element);
    left = Math.min(left, box.x - reach);
    top = Math.min(top, box.y - reach);
    right = Math.max(right, box.x + box.w + reach);
    bottom = Math.max(bottom, box.y + box.h + reach);
  }
  left = Math.max(0, left);
  top = Math.max(0, top);
  right = Math.min(template.width, right);
  bottom = Math.min(template.height, bottom);
  return right > left && bottom > top ? { x: left, y: top, w: right - left, h: bottom - top } : null;
}
