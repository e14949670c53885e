import { layOut, near, type Rest, type Runs } from '../layout';
import {
  chooseWithin,
  newTable,
  poseIndex,
  restPose,
  sampleTrack,
  type CompiledColour,
  type CompiledTrack,
  type PlacedTrack,
  type Sizes,
  type TrackTable,
} from '../motion';
import {
  exactRate,
  phasesOf,
  plainLook,
  type Change,
  type Element,
  type Look,
  type Movable,
  type PhaseKind,
  type PhaseRef,
  type Template,
  type TrackUnit,
  type Values,
  holds,
  effectsOf,
  kindOf,
  type ElementKind,
  type Running,
  insetValues,
  templateOfInset,
  type InsetElement,
} from '../show';
import type { TextLayout, TextMeasure } from '../text';
import {
  groupNode,
  identity,
  newClip,
  type Clip,
  type DisplayNode,
  type Effects,
  type GroupNode,
  type MaskUse,
  type Matrix,
  type Standing,
  type SurfaceNode,
  surfaceOf,
  canvasCamera,
  multiply,
} from '../display';
import type { PieceMotion } from './pieces';
import { newBelt, type RunningBelt } from './belts';
import { mostWithin, newInset, type RunningInset } from './insets';
import { newDrift, type RunningDrift } from './drift';
import { newView, type RunningView } from './map-view';
import { morphing, type Morph } from './morph';
import { MotionPlan } from './plan';
import type { CountMotion } from './count';
import { mirrorsOf, type Mirror } from './mirror';
import type { Eye, View } from './viewpoint';

/** In a Change: what shows the old values, what shows the new ones, and what stays through it. */
export type Side = 'both' | 'old' | 'new';

/** An element made ready for motion: its rest, its tracks by phase, and the node it writes to. */
export interface Part {
  /** The path of the instance that it shows. */
  readonly path: string;
  readonly element: Element;
  /** Index of the group around it, or -1. Parts stand in paint order, groups before their children. */
  readonly parent: number;
  readonly node: DisplayNode;
  readonly side: Side;
  /** In a Change: what its element was. */
  readonly before: Element | null;
  /** In a Change: has motion for the old or the new alone, itself or by a group around it. */
  readonly isSided: boolean;
  /** In a Change: a region of a map whose new fill covers the old one. */
  readonly isTurning: boolean;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Px, in the template's space. */
  readonly pivotX: number;
  readonly pivotY: number;
  /** In parts of its box. */
  readonly ownPivotX: number;
  readonly ownPivotY: number;
  readonly rotation: number;
  readonly opacity: number;
  /** How much of its opacity is taken at rest. */
  readonly veil: number;
  readonly isGroup: boolean;
  /** Whether its box cuts what is in it. */
  readonly clipsBox: boolean;
  /** Writes what is new of it by itself. */
  readonly run: ElementKind<Element>['run'];
  readonly says: ElementKind<Element>['says'];
  /** Px by which its widest line is narrower than its box, and that both its sides lean left. */
  readonly narrow: number;
  readonly lean: number;
  readonly cos: number;
  readonly sin: number;
  /** Whether it, something around it or something in it may stand in space; all else stays on the quick plane. */
  isInSpace: boolean;
  /** How it stands now: written by `evaluate`, read at once. */
  readonly standing: Standing;
  /** Whether it may look another at any moment though no track moves it: a count, pieces, a side, properties of its own. */
  readonly isRestless: boolean;
  readonly colours: readonly (readonly CompiledColour[])[];
  /** Properties of its own that tracks move; their offsets stand behind the pose, in this order. */
  readonly extras: readonly Movable[];
  /** The element as it is now, where properties of its own move; written by `evaluate`. */
  readonly live: Element | null;
  /** Its effects as they are now, where they move. */
  /** Its effects with the blur of what the camera is not sharp at; null before it has had any. */
  focused: { -readonly [K in keyof Effects]: Effects[K] } | null;
  readonly ownEffects: Effects | null;
  readonly liveEffects: { -readonly [K in keyof Effects]: Effects[K] } | null;
  readonly pieces: PieceMotion | null;
  readonly count: CountMotion | null;
  /** The way of its outline in a Change; null: it has none. */
  readonly morph: Morph | null;
  /** The clip of its box, and that of its wipe, written when it has them. */
  readonly clip: Clip;
  readonly wipe: Clip;
  readonly iris: Clip;
  /** The part on whose shown edge it rides. */
  rides: Part | null;
  readonly plane: Matrix;
  /** Its numbers among the poses of the scene. */
  pose: Float64Array;
  /** The places of its pose that tracks move; all others are at rest always. */
  readonly touched: readonly number[];
  /** What can move of it: see `moving`. */
  readonly moves: number;
  /** At rest: its map about the pivot, and where that lies. */
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly restX: number;
  readonly restY: number;
  readonly index: number;
  /** What was last applied, so that it is not applied the same again. */
  readonly applied: Float64Array;
  /** Groups: how many leaves they show. */
  readonly leaves: number;
  /** Whether colours were moving when it was last applied. */
  tinted: boolean;
  /** The words that a count has come to, or that it says by itself; null before it has been looked at. */
  said: string | null;
  /** Its size now, px. */
  nowW: number;
  nowH: number;
  /** What runs along brings it: px from where it is at rest, and whether it is not on its way now. */
  alongX: number;
  alongY: number;
  /** What is seen of a map scales it by, about the template's corner, and leaves of its opacity. */
  alongScale: number;
  alongFade: number;
  /** Degrees by which it is turned by itself now. */
  turned: number;
  isOff: boolean;
  /** Px over which what is in it fades at its two ends. */
  readonly fade: number;
  apart: boolean;
  effectiveOpacity: number;
}

export interface ScenePhase {
  readonly ref: PhaseRef;
  readonly kind: PhaseKind;
  readonly frames: number;
}

/** The phases that move at a moment, and the frame that each has come to: the first `count` hold. */
export interface Active {
  readonly phases: number[];
  readonly frames: number[];
  count: number;
}

/** A template filled with values, laid out, and ready to be evaluated at any moment. */
export interface Scene {
  readonly template: Template;
  readonly rest: Rest;
  readonly parts: readonly Part[];
  readonly phases: readonly ScenePhase[];
  /** The tracks of each phase. */
  readonly tables: readonly TrackTable[];
  /** The poses of all parts, one behind another. */
  readonly poses: Float64Array;
  /** By part: moved by a track at the moment, or at the one before it. */
  readonly moved: Uint8Array;
  readonly wasMoved: Uint8Array;
  /** By part: placed anew at the moment. */
  readonly placed: Uint8Array;
  /** Whether it has been evaluated. */
  isFresh: boolean;
  /** Written anew by `evaluate`, which keeps nothing of a moment elsewhere. */
  readonly active: Active;
  /** The moment, for what is new by itself; written anew by `evaluate`. */
  readonly running: Running;
  /** The Change that it is on its way through; null where it has one set of values only. */
  readonly change: Change | null;
  /** The display tree; `evaluate` writes the moment into it. */
  readonly root: GroupNode;
  /** From the template's canvas onto that of the picture. */
  readonly onCanvas: Matrix;
  /** The cameras that stand in it, and what they see now; null: it is seen by that of its canvas. */
  readonly viewpoints: readonly Part[];
  /** Floors, and what they reflect. */
  readonly mirrors: readonly Mirror[];
  readonly view: { now: View | null };
  /** An eye from which its space is looked at, in place of its own camera, and the size of what that sees. */
  eye: Eye | null;
  /** From the template's own space onto the canvas of the picture, as its camera sees it. */
  readonly base: Matrix;
  /** Whether it has a clock, so that holding it does not make it still. */
  readonly hasClock: boolean;
  /** Whether it has a clock whose seconds do not turn with those of the day. */
  readonly hasCount: boolean;
  /** Whether it has a video or a camera, so that every frame of it is new. */
  readonly isLive: boolean;
  /** What runs through its crawls. */
  readonly belts: readonly RunningBelt[];
  /** The charts whose windows move. */
  readonly drifts: readonly RunningDrift[];
  /** The maps of which more or less may be seen. */
  readonly views: readonly RunningView[];
  /** The templates that stand in it. */
  readonly insets: readonly RunningInset[];
  /** Insets that show a channel, those of the templates within it too. */
  readonly screens: readonly Part[];
  /** The inset in whose space it stands, seen by the camera around that; null: it is a picture by itself. */
  readonly within: Part | null;
  /** What is turned by itself. */
  readonly hands: readonly Part[];
  /** Whether something keeps moving while it holds. */
  readonly idles: boolean;
  /** The words of a part of it fitted anew. */
  readonly refit: (part: Part, words?: string) => TextLayout;
  /** What 1 of a track's unit is worth for a part, px, above 0 and below it. */
  readonly worth: (part: Part, unit: TrackUnit, property: string) => Sizes;
}

export interface SceneOptions {
  /** Sets the scene's nodes apart from those of other graphics in one picture; default: the template's id. */
  readonly key?: string;
  /** The canvas of the picture in px, default the template's: the template is scaled to lie whole in its middle. */
  readonly canvas?: { readonly width: number; readonly height: number };
  /** Frames a second of the picture, for what runs by whole px a frame; default: the template's. */
  readonly rate?: number;
  /** The show's named styles; default: none. */
  readonly look?: Look;
  /** Everything stands in space, so that it may be looked at from elsewhere; default: what must. */
  readonly inSpace?: boolean | undefined;
  /** The templates of the show, for its insets; default: none, and they show nothing. */
  readonly templates?: Readonly<Record<string, Template>>;
  /** The inset that it is prepared for: the templates around it, the outermost first, and what it stands in the space of. */
  readonly inset?: { readonly around: readonly string[]; readonly within: Part | null };
  /** The values before, and the Change that leads from them; default: there is none. */
  readonly change?: { readonly change: Change; readonly from: Values } | undefined;
  /** The lists that its crawls have been given since it came up; left out: they are filled, and run by its age. */
  readonly runs?: Runs | undefined;
}

/**
 * Works out everything of a picture that does not depend on the moment. Throws a ProblemError where tethers run in a
 * circle.
 */
export function prepareScene(
  template: Template,
  values: Values,
  measure: TextMeasure,
  options: SceneOptions = {},
): Scene {
  const key = options.key ?? template.id;
  const look = options.look ?? plainLook;
  const change = options.change?.change ?? null;
  const { runs: lists } = options;
  const rest = layOut(template, values, measure, look, lists);
  const before = options.change ? layOut(template, options.change.from, measure, look, lists) : null;
  const runs = new Set(rest.instances.belts.map(({ path }) => path));
  const root = groupNode(key, undefined, undefined, template.inDepth);
  const base = baseMatrix(template, options.canvas ?? template);
  root.density = base[0] as number;
  const phases = phasesOf(template).flatMap(({ ref, kind, phase }): ScenePhase[] =>
    kind === 'change' && ref !== change?.id ? [] : [{ ref, kind, frames: phase.frames }],
  );
  const plan = new MotionPlan(template, phases, {
    rest,
    before,
    change,
    measure,
    look,
    canvas: seenThrough(base, options.canvas ?? template),
  });
  const masking = new Set<string>();
  for (const { instances } of before ? [rest, before] : [rest])
    for (const { path, element } of instances.all.values()) {
      if (element.hidden) continue;
      for (const { by } of element.masks) masking.add(near(instances, path, by) ?? by);
    }
  const filling = new Map<string, SurfaceNode>();
  for (const { instances } of before ? [rest, before] : [rest])
    for (const { path, element } of instances.all.values()) {
      if (element.hidden || element.filledBy === null) continue;
      const other = near(instances, path, element.filledBy);
      if (other !== undefined) masking.add(other);
    }
  // What is read and written for each part of each frame lies side by side.
  const take = newArena();
  const nodes = new Map<string, DisplayNode>();
  const parts: Part[] = [];
  const placed: PlacedTrack[][] = [];
  const poseLengths: number[] = [];
  let poseAt = 0;

  const addSide = (id: string, parent: number, into: GroupNode, side: Side): number => {
    const source = side === 'old' && before ? before : rest;
    const instance = source.instances.all.get(id);
    const box = plan.boxIn(id, side);
    if (!instance || !box || instance.element.hidden) return 0;
    const { element } = instance;
    const own = plan.of(id, element, box, side);
    const suffix = side === 'old' ? '~' : '';
    const kind = kindOf(element);
    const node = kind.node(element, {
      key: `${key}/${id}${suffix}`,
      w: box.w,
      h: box.h,
      layout: plan.textIn(id, side),
      movesShape: own.movesShape,
      matrix: inPlane(take(16)),
    });
    const angle = (element.rotation * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const pivotX = box.x + box.w * element.pivotX;
    const pivotY = box.y + box.h * element.pivotY;
    const index = parts.length;
    const touched = touchedBy(own.tracks);
    const moves = movesOf(touched);
    own.tracks.forEach((list, phase) =>
      list.forEach((track) => (placed[phase] ??= []).push({ track, part: index, pose: poseAt })),
    );
    poseAt += own.poseLength;
    poseLengths.push(own.poseLength);
    if (node.kind === 'text') node.isLive = kind.says !== null || own.count !== null;
    const part: Part & { leaves: number } = {
      path: id,
      element,
      parent,
      node,
      side,
      before: side === 'both' ? (before?.elements[id] ?? null) : null,
      isSided: side !== 'both' && ((parts[parent]?.isSided ?? false) || plan.isSided(id)),
      ...box,
      pivotX,
      pivotY,
      ownPivotX: element.pivotX,
      ownPivotY: element.pivotY,
      rotation: element.rotation,
      isTurning: side !== 'both' && plan.turns.covers(id),
      opacity: element.opacity,
      veil: (side === 'old' ? before : rest)?.instances.all.get(id)?.mark?.veil ?? 0,
      isGroup: holds(element),
      clipsBox: kind.clips(element),
      run: kind.run,
      says: kind.says,
      ...kind.leans(element),
      cos,
      sin,
      a: cos,
      b: sin,
      c: -sin,
      d: cos,
      restX: pivotX - (cos * pivotX - sin * pivotY),
      restY: pivotY - (sin * pivotX + cos * pivotY),
      isInSpace:
        (element.kind === 'inset' && element.seenBy === 'outer') ||
        standsInSpace(element, own.pieces ? [...touched, ...movedInPieces(own.pieces)] : touched),
      standing: { z: 0, rotationX: 0, rotationY: 0, perspective: 0, depth: 1 },
      index,
      touched,
      moves,
      isRestless:
        own.isLive || own.movesEffects || own.pieces !== null || own.count !== null || side !== 'both',
      colours: own.colours,
      extras: own.extras,
      live: !own.isLive
        ? null
        : own.morph && element.kind === 'path'
          ? morphing(element, own.morph)
          : structuredClone(element),
      focused: null,
      ownEffects: node.effects,
      liveEffects: own.movesEffects
        ? { ...(effectsOf(element) ?? { blur: 0, tint: null, shadow: null, glow: null }) }
        : null,
      pieces: own.pieces,
      count: own.count,
      morph: own.morph,
      clip: kind.clips(element) ? newClip(false, take(16), node.matrix) : noClip,
      wipe: (moves & moving.wipe) !== 0 ? newClip(true, take(16), node.matrix) : noClip,
      iris: (moves & moving.iris) !== 0 ? newClip(true, take(16), node.matrix) : noClip,
      rides: null,
      plane: inPlane(take(16)),
      pose: noNumbers,
      applied: own.isLive ? new Float64Array(own.poseLength).fill(NaN) : noNumbers,
      leaves: 1,
      tinted: false,
      said: null,
      nowW: box.w,
      nowH: box.h,
      alongX: 0,
      alongScale: 1,
      alongFade: 1,
      turned: 0,
      alongY: 0,
      isOff: runs.has(instance.parent ?? ''),
      fade: element.kind === 'crawl' ? element.fade : 0,
      apart: false,
      effectiveOpacity: 1,
    };
    parts.push(part);
    nodes.set(id + suffix, node);
    // What masks others, or fills them, is not drawn itself.
    if (!masking.has(id)) into.children.push(node);
    if (node.kind !== 'group') return 1;
    const children = side === 'both' ? plan.paintedIn(id) : instance.children;
    part.leaves = children.reduce((sum, child) => sum + add(child, index, node, side), 0);
    return part.leaves;
  };
  const add = (id: string, parent: number, into: GroupNode, side: Side): number => {
    if (side !== 'both' || !before || !change) return addSide(id, parent, into, side);
    const there = plan.sideOf(id);
    if (there !== 'both') return addSide(id, parent, into, there);
    if (plan.switches(id)) return addSide(id, parent, into, 'old') + addSide(id, parent, into, 'new');
    return addSide(id, parent, into, 'both');
  };
  for (const id of rest.instances.order) add(id, -1, root, 'both');
  for (const part of parts) {
    const { element, side, parent } = part;
    if (element.rides)
      part.rides =
        parts.find(
          (other) =>
            other.element.id === element.rides?.on &&
            other.parent === parent &&
            (other.side === side || other.side === 'both' || side === 'both'),
        ) ?? null;
  }
  const size = options.canvas ?? template;
  for (const { path, element, node, side } of parts) {
    if (element.filledBy !== null && !element.hidden) {
      const { instances } = side === 'old' && before ? before : rest;
      const other = near(instances, path, element.filledBy);
      const source = other === undefined ? undefined : ((side === 'old' ? nodes.get(`${other}~`) : undefined) ?? nodes.get(other)); // prettier-ignore
      const own = parts.find((part) => part.node === source);
      if (source && own) {
        let surface = filling.get(source.key);
        if (!surface) {
          surface = source.kind === 'surface' ? source : surfaceOf(`${source.key}#`, size, [source]);
          filling.set(source.key, surface);
          if (surface !== source) showBox(surface, base, own);
        }
        node.filledBy = { surface, fit: element.filledFit };
      }
    }
    if (element.masks.length > 0) {
      const { instances } = side === 'old' && before ? before : rest;
      node.masks = element.masks.flatMap(({ by, inverted, soft }): MaskUse[] => {
        const other = near(instances, path, by) ?? by;
        const mask = (side === 'old' ? nodes.get(`${other}~`) : undefined) ?? nodes.get(other);
        return mask ? [{ node: mask, inverted, soft }] : [];
      });
    }
  }
  const viewpoints = parts.filter(({ element, side }) => element.kind === 'viewpoint' && side !== 'old');
  if (options.inSpace || options.inset?.within || viewpoints.length > 0)
    for (const part of parts) part.isInSpace = true;
  spreadSpace(parts);
  const poses = new Float64Array(poseAt);
  let at = 0;
  parts.forEach((part, i) => {
    const length = poseLengths[i] as number;
    part.pose = poses.subarray(at, at + length);
    restPose(part.pose);
    at += length;
  });
  const { idle } = template.phases;
  const insets = parts.flatMap((part, i) => {
    const own = prepareInset(part, template, values, measure, options);
    if (!own) return [];
    const pace = part.extras.findIndex(({ key: property }) => property === 'pace');
    const won = phases.map(({ frames }, phase) => {
      const index = (poseLengths[i] as number) - part.extras.length + pace;
      const tracks = (placed[phase] ?? []).filter((one) => one.part === i && one.track.index === index);
      return pace < 0 || tracks.length === 0 ? null : wonOver(tracks.map(({ track }) => track), frames); // prettier-ignore
    });
    return newInset(part, own, canvasCamera(own.template.width, own.template.height), won);
  });
  const within = insets.map(({ scene }) => scene);
  const lives = new Set(parts.map(({ element }) => kindOf(element).lives(element)));
  return {
    template,
    rest,
    parts,
    phases,
    tables: phases.map((_, phase) => newTable(placed[phase] ?? [])),
    poses,
    moved: new Uint8Array(parts.length),
    wasMoved: new Uint8Array(parts.length),
    placed: new Uint8Array(parts.length),
    isFresh: true,
    active: { phases: [], frames: [], count: 0 },
    change,
    root,
    base,
    onCanvas: onCanvasOf(template, options.canvas ?? template),
    viewpoints,
    mirrors: mirrorsOf(parts, root),
    view: { now: null },
    eye: null,
    running: { time: NaN, dayOffset: NaN, age: NaN, clocks: null },
    hasClock: lives.has('clock') || lives.has('count') || within.some((own) => own.hasClock),
    hasCount: lives.has('count') || within.some((own) => own.hasCount),
    isLive: lives.has('picture') || within.some((own) => own.isLive),
    insets,
    screens: [
      ...parts.filter(({ element }) => element.kind === 'inset' && element.source === 'channel'),
      ...within.flatMap((own) => own.screens),
    ],
    within: options.inset?.within ?? null,
    belts: rest.instances.belts.map((plan) =>
      newBelt(plan, rest, exactRate(options.rate ?? template.rate), parts),
    ),
    drifts: rest.instances.drifts.map((own) =>
      newDrift(own, parts, (path) => rest.instances.all.get(path)?.mark?.moves ?? null),
    ),
    views: rest.instances.views.flatMap((own) => {
      const old = before?.instances.views.find(({ path }) => path === own.path) ?? null;
      return newView(own, old, parts, rest, before) ?? [];
    }),
    hands: parts.filter(({ element }) => kindOf(element).turns !== null),
    idles: idle.frames > 0 && idle.tracks.length > 0,
    refit: plan.refit,
    worth: (part, unit, property) => plan.sizes(unit, property, part.path, part.element, part),
  };
}

/** Of the canvas the box that a part has at rest. */
function showBox({ shown }: SurfaceNode, base: Matrix, { x, y, w, h }: Part): void {
  const scale = base[0] as number;
  shown.x = x * scale + (base[12] as number);
  shown.y = y * scale + (base[13] as number);
  shown.w = w * scale;
  shown.h = h * scale;
}

/** The scene of what an inset shows; null where there is nothing, or it would stand in itself. */
function prepareInset(
  part: Part,
  template: Template,
  values: Values,
  measure: TextMeasure,
  options: SceneOptions,
): Scene | null {
  const { element, side, node } = part;
  if (element.kind !== 'inset') return null;
  const around = [...(options.inset?.around ?? []), template.id];
  const shown = templateOfInset(element, options.templates ?? {});
  if (!shown || around.includes(shown.id) || around.length > mostWithin) return null;
  const own = insetValues(shown, element.values, element.id, values);
  const was = side === 'both' ? options.change && part.before : null;
  const from = was && options.change ? insetValues(shown, (was as InsetElement).values, element.id, options.change.from) : null; // prettier-ignore
  const change = from && chooseWithin(shown, from, own, options.templates ?? {});
  const scene = prepareScene(shown, own, measure, {
    key: node.key,
    ...(options.rate === undefined ? {} : { rate: options.rate }),
    ...(options.look ? { look: options.look } : {}),
    ...(options.templates ? { templates: options.templates } : {}),
    inset: { around, within: node.kind === 'group' ? part : null },
    change: change && from ? { change, from } : undefined,
  });
  if (node.kind === 'surface' || node.kind === 'group') node.children.push(scene.root);
  return scene;
}

/** What moving tracks of a speed have won by each frame of a phase, frames. */
function wonOver(tracks: readonly CompiledTrack[], frames: number): Float64Array {
  const won = new Float64Array(Math.max(1, Math.ceil(frames) + 1));
  for (let frame = 1; frame < won.length; frame += 1)
    won[frame] = (won[frame - 1] as number) + tracks.reduce((sum, track) => sum + sampleTrack(track, frame - 0.5), 0); // prettier-ignore
  return won;
}

/** What can move of a part, as bits of its `moves`. */
export const moving = {
  turn: 1,
  scale: 2,
  size: 4,
  wipe: 8,
  iris: 16,
  mask: 32,
  light: 64,
  opacity: 128,
} as const;
const bits = new Map<number, number>([
  [poseIndex.rotation, moving.turn],
  [poseIndex.scale, moving.scale],
  [poseIndex.scaleX, moving.scale],
  [poseIndex.scaleY, moving.scale],
  [poseIndex.w, moving.size],
  [poseIndex.h, moving.size],
  [poseIndex.wipeLeft, moving.wipe],
  [poseIndex.wipeTop, moving.wipe],
  [poseIndex.wipeRight, moving.wipe],
  [poseIndex.wipeBottom, moving.wipe],
  [poseIndex.iris, moving.iris],
  [poseIndex.maskSoft, moving.mask],
  [poseIndex.light, moving.light],
  [poseIndex.opacity, moving.opacity],
  [poseIndex.veil, moving.opacity],
]);
const movesOf = (touched: readonly number[]): number =>
  touched.reduce((all: number, index) => all | (bits.get(index) ?? 0), 0);

/** The places of a pose that tracks write to, each once. */
const touchedBy = (tracks: readonly (readonly CompiledTrack[])[]): number[] => {
  const touched = new Set<number>();
  for (const list of tracks)
    for (const { index, dx, dy } of list) {
      touched.add(index);
      if (dx !== 0 || dy !== 0) touched.add(poseIndex.x).add(poseIndex.y).add(poseIndex.z);
    }
  return [...touched];
};

/** Whether an element stands in space, or may be moved there. */
const standsInSpace = (element: Element, touched: readonly number[]): boolean =>
  element.z !== 0 ||
  element.rotationX !== 0 ||
  element.rotationY !== 0 ||
  element.perspective !== 0 ||
  touched.some((index) => spatial.has(index));
const spatial: ReadonlySet<number> = new Set([
  poseIndex.z,
  poseIndex.rotationX,
  poseIndex.rotationY,
  poseIndex.perspective,
]);

const movedInPieces = ({ tracks }: PieceMotion): number[] =>
  tracks.flatMap((list) => list.map(({ track }) => track.index));

/** What holds something that stands in space, and what is held by it, is in space too. */
function spreadSpace(parts: readonly Part[]): void {
  for (let i = parts.length - 1; i >= 0; i -= 1) {
    const around = parts[(parts[i] as Part).parent];
    if ((parts[i] as Part).isInSpace && around) around.isInSpace = true;
  }
  for (const part of parts) {
    const around = parts[part.parent];
    if (around?.isInSpace) part.isInSpace = true;
  }
}

/** Numbers that are to hold a map of the plane. */
const inPlane = (matrix: Matrix): Matrix => {
  matrix[0] = matrix[5] = matrix[10] = matrix[15] = 1;
  return matrix;
};

/** In the place of a clip that a part never has. */
const noClip = newClip(false);
const noNumbers = new Float64Array(0);
const arenaLength = 8192;

/** Lists of numbers out of larger ones, so that those of neighbours are neighbours. */
function newArena(): (length: number) => Float64Array {
  let arena = new Float64Array(arenaLength);
  let at = 0;
  return (length) => {
    if (at + length > arena.length) {
      arena = new Float64Array(Math.max(arenaLength, length));
      at = 0;
    }
    at += length;
    return arena.subarray(at - length, at);
  };
}

function onCanvasOf(template: Template, canvas: { width: number; height: number }): Matrix {
  const scale = Math.min(canvas.width / template.width, canvas.height / template.height);
  const onCanvas = identity();
  onCanvas[0] = scale;
  onCanvas[5] = scale;
  onCanvas[12] = (canvas.width - template.width * scale) / 2;
  onCanvas[13] = (canvas.height - template.height * scale) / 2;
  return onCanvas;
}

function baseMatrix(template: Template, canvas: { width: number; height: number }): Matrix {
  const base = identity();
  multiply(base, onCanvasOf(template, canvas), canvasCamera(template.width, template.height));
  return base;
}

/** The whole picture as a box in the template's own space. */
function seenThrough(base: Matrix, canvas: { width: number; height: number }) {
  const scale = base[0] as number;
  return {
    x: -(base[12] as number) / scale,
    y: -(base[13] as number) / scale,
    w: canvas.width / scale,
    h: canvas.height / scale,
  };
}
