import { layOut, near, type Runs } from '../layout';
import {
  chooseWithin,
  newTable,
  restPose,
  sampleTrack,
  type CompiledTrack,
  type PlacedTrack,
} from '../motion';
import {
  exactRate,
  phasesOf,
  plainLook,
  type Change,
  type Look,
  type Template,
  type Values,
  holds,
  effectsOf,
  kindOf,
  insetValues,
  templateOfInset,
  type InsetElement,
} from '../show';
import type { TextMeasure } from '../text';
import {
  groupNode,
  identity,
  newClip,
  type DisplayNode,
  type GroupNode,
  type MaskUse,
  type Matrix,
  type SurfaceNode,
  surfaceOf,
  canvasCamera,
  multiply,
} from '../display';

import { movedInPieces, moving, movesOf, spreadSpace, standsInSpace, touchedBy } from './moves';
import type { Part, Scene, ScenePhase, Side } from './part';
import { newBelt } from './belts';
import { mostWithin, newInset } from './insets';
import { newDrift } from './drift';
import { newView } from './map-view';
import { morphing } from './morph';
import { MotionPlan } from './plan';

import { mirrorsOf } from './mirror';

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
