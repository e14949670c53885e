import { layOut, type Rest } from '../layout';
import { compileTrack, poseLength, type CompiledTrack } from '../motion';
import { plainLook, type Element, type GroupElement, type Look, type Template, type Values } from '../show';
import { ellipsePath, linePaths, pathOf, polygonPath, rectPath } from '../shape';
import type { TextMeasure } from '../text';
import { maxClips, type Clip, type DisplayNode, type Effects, type GroupNode, type MaskUse } from './display';
import { identity, type Matrix } from './matrix';

/** An element made ready for motion: its rest, its tracks by phase, and the node it writes to. */
export interface Part {
  readonly element: Element;
  /** Index of the group around it, or -1. Parts stand in paint order, groups before their children. */
  readonly parent: number;
  readonly node: DisplayNode;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly pivotX: number;
  readonly pivotY: number;
  readonly cos: number;
  readonly sin: number;
  readonly enter: readonly CompiledTrack[];
  readonly exit: readonly CompiledTrack[];
  /** Its own clip, written when it wipes or clips. */
  readonly clip: Clip;
  readonly plane: Matrix;
  readonly pose: Float64Array;
  /** Groups: how many leaves they show. */
  readonly leaves: number;
  apart: boolean;
  effectiveOpacity: number;
}

/** A template filled with values, laid out, and ready to be evaluated at any moment. */
export interface Scene {
  readonly template: Template;
  readonly rest: Rest;
  readonly parts: readonly Part[];
  /** The display tree; `evaluate` writes the moment into it. */
  readonly root: GroupNode;
  /** From the template's own canvas onto the canvas of the picture. */
  readonly base: Matrix;
  /** Whether it has a clock, so that holding it does not make it still. */
  readonly hasClock: boolean;
  /** Whether it has a video or a camera, so that every frame of it is new. */
  readonly isLive: boolean;
}

export interface SceneOptions {
  /** Sets the scene's nodes apart from those of other graphics in one picture; default: the template's id. */
  readonly key?: string;
  /** The canvas of the picture in px, default the template's: the template is scaled to lie whole in its middle. */
  readonly canvas?: { readonly width: number; readonly height: number };
  /** The show's named styles; default: none. */
  readonly look?: Look;
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
  const rest = layOut(template, values, measure, options.look ?? plainLook);
  const root = groupNode(key);
  const masking = new Set(
    Object.values(rest.elements).flatMap((e) => (e.hidden ? [] : e.masks.map((m) => m.by))),
  );
  const nodes = new Map<string, DisplayNode>();
  const parts: Part[] = [];
  const enter = byElement(template, 'enter');
  const exit = byElement(template, 'exit');

  const add = (id: string, parent: number, into: GroupNode): number => {
    const element = rest.elements[id];
    const box = rest.boxes.get(id);
    if (!element || !box || element.hidden) return 0;
    const node = nodeFor(element, rest, `${key}/${id}`, box);
    const angle = (element.rotation * Math.PI) / 180;
    const part = {
      element,
      parent,
      node,
      ...box,
      pivotX: box.x + box.w * element.pivotX,
      pivotY: box.y + box.h * element.pivotY,
      cos: Math.cos(angle),
      sin: Math.sin(angle),
      enter: enter.get(id) ?? [],
      exit: exit.get(id) ?? [],
      clip: newClip(),
      plane: identity(),
      pose: new Float64Array(poseLength),
      leaves: 1,
      apart: false,
      effectiveOpacity: 1,
    };
    const index = parts.push(part) - 1;
    nodes.set(id, node);
    // What masks others is not drawn itself.
    if (!masking.has(id)) into.children.push(node);
    if (node.kind !== 'group') return 1;
    part.leaves = (element as GroupElement).children.reduce((sum, child) => sum + add(child, index, node), 0);
    return part.leaves;
  };
  for (const id of template.order) add(id, -1, root);
  for (const { element, node } of parts) {
    if (element.masks.length > 0) {
      node.masks = element.masks.flatMap(({ by, inverted, soft }): MaskUse[] => {
        const mask = nodes.get(by);
        return mask ? [{ node: mask, inverted, soft }] : [];
      });
    }
  }
  return {
    template,
    rest,
    parts,
    root,
    base: baseMatrix(template, options.canvas ?? template),
    hasClock: parts.some((part) => part.element.kind === 'clock'),
    isLive: parts.some(({ element }) => element.kind === 'video' || element.kind === 'camera'),
  };
}

function baseMatrix(template: Template, canvas: { width: number; height: number }): Matrix {
  const scale = Math.min(canvas.width / template.width, canvas.height / template.height);
  const base = identity();
  base[0] = scale;
  base[5] = scale;
  base[12] = (canvas.width - template.width * scale) / 2;
  base[13] = (canvas.height - template.height * scale) / 2;
  return base;
}

const newClip = (): Clip => ({ inverse: identity(), left: 0, top: 0, right: 0, bottom: 0 });

const plain = { effects: null, blend: 'normal' as const };

/** The effects of an element, or null where it has none. */
function effectsOf(element: Element): Effects | null {
  const { blur, shadow, glow } = element;
  if (blur === 0 && !shadow && glow === 0) return null;
  return {
    blur,
    shadow: shadow
      ? { colour: element.shadowColour, x: element.shadowX, y: element.shadowY, blur: element.shadowBlur }
      : null,
    glow: glow > 0 ? { colour: element.glowColour, reach: glow } : null,
  };
}

const nodeBase = (key: string, own: { effects: Effects | null; blend: Element['blend'] } = plain) => ({
  key,
  effects: own.effects,
  blend: own.blend,
  masks: [] as readonly MaskUse[],
  matrix: identity(),
  visible: true,
  opacity: 1,
  clips: new Array<Clip>(maxClips),
  clipCount: 0,
});

const groupNode = (key: string, own?: { effects: Effects | null; blend: Element['blend'] }): GroupNode => ({
  ...nodeBase(key, own),
  kind: 'group',
  isolated: false,
  children: [],
});

function byElement(template: Template, name: 'enter' | 'exit'): Map<string, CompiledTrack[]> {
  const phase = template.phases[name];
  const found = new Map<string, CompiledTrack[]>();
  for (const track of phase.tracks) {
    found.set(track.element, [...(found.get(track.element) ?? []), compileTrack(track, name, phase)]);
  }
  return found;
}

/** The node that draws an element: the one place where a kind of element meets a kind of drawable. */
function nodeFor(element: Element, rest: Rest, key: string, box: { w: number; h: number }): DisplayNode {
  const own = { effects: effectsOf(element), blend: element.blend };
  const base = nodeBase(key, own);
  switch (element.kind) {
    case 'group':
      return groupNode(key, own);
    case 'rect': {
      const isPlain =
        typeof element.fill === 'string' &&
        element.outlineWidth === 0 &&
        element.slantLeft === 0 &&
        element.slantRight === 0;
      if (!isPlain) return shape(element, base, box, rectPath(element, box));
      const { radiusTopLeft: a, radiusTopRight: b, radiusBottomRight: c, radiusBottomLeft: d } = element;
      return {
        ...base,
        kind: 'rect',
        w: box.w,
        h: box.h,
        fill: element.fill as string,
        radii: fitRadii([a, b, c, d], box.w, box.h),
      };
    }
    case 'ellipse':
      return shape(element, base, box, ellipsePath(element, box), 'evenodd');
    case 'polygon':
      return shape(element, base, box, polygonPath(element, box));
    case 'path':
      return shape(element, base, box, pathOf(element, box), element.rule);
    case 'line': {
      const { shaft, heads } = linePaths(element, box);
      const { fill, thickness, dash, gap, roundEnds } = element;
      return {
        ...base,
        kind: 'shape',
        w: box.w,
        h: box.h,
        path: heads,
        rule: 'nonzero',
        fill,
        stroke: { width: thickness, paint: fill, place: 'centre', dash, gap, roundEnds },
        strokePath: shaft,
        reach: thickness * Math.max(1, element.headSize),
      };
    }
    case 'picture': {
      const { radius, asset } = element;
      return {
        ...base,
        kind: 'picture',
        w: box.w,
        h: box.h,
        radius: Math.min(radius, box.w / 2, box.h / 2),
        asset,
        framing: element,
      };
    }
    case 'video':
    case 'camera': {
      const common = {
        ...base,
        w: box.w,
        h: box.h,
        radius: Math.min(element.radius, box.w / 2, box.h / 2),
        framing: element,
        seconds: 0,
      };
      return element.kind === 'video'
        ? { ...common, kind: 'video', asset: element.asset, loops: element.loops }
        : { ...common, kind: 'camera', device: element.device, mirrored: element.mirrored };
    }
    case 'text':
    case 'clock': {
      const layout = rest.texts.get(element.id);
      if (!layout) throw new Error(`nodeFor: no layout for ${element.id}`);
      return { ...base, kind: 'text', layout, colour: element.colour };
    }
  }
}

function shape(
  element: Extract<Element, { kind: 'rect' | 'ellipse' | 'polygon' | 'path' }>,
  base: ReturnType<typeof nodeBase>,
  { w, h }: { w: number; h: number },
  path: string,
  rule: 'nonzero' | 'evenodd' = 'nonzero',
): DisplayNode {
  const { outlineWidth: width, outlinePlace: place, dash, gap, roundEnds } = element;
  const out = place === 'outside' ? width : place === 'centre' ? width / 2 : 0;
  // Handles of a path may lie outside its box.
  const over =
    element.kind === 'path'
      ? element.subpaths.reduce(
          (most, { points }) =>
            points.reduce(
              (m, p) =>
                Math.max(
                  m,
                  -Math.min(p.x, p.inX, p.outX) * w,
                  -Math.min(p.y, p.inY, p.outY) * h,
                  (Math.max(p.x, p.inX, p.outX) - 1) * w,
                  (Math.max(p.y, p.inY, p.outY) - 1) * h,
                ),
              most,
            ),
          0,
        )
      : 0;
  return {
    ...base,
    kind: 'shape',
    w,
    h,
    path,
    rule,
    fill: element.fill,
    stroke: width > 0 ? { width, paint: element.outline, place, dash, gap, roundEnds } : null,
    strokePath: null,
    // A pointed corner of a stroke reaches further than its width.
    reach: over + out * 4,
  };
}

/** Radii scaled down together where two on a side do not fit (CSS Backgrounds Level 3, section 5.5). */
function fitRadii(
  radii: [number, number, number, number],
  w: number,
  h: number,
): [number, number, number, number] {
  const [a, b, c, d] = radii;
  const factor = Math.min(1, w / (a + b || 1), w / (c + d || 1), h / (a + d || 1), h / (b + c || 1));
  return factor === 1 ? radii : [a * factor, b * factor, c * factor, d * factor];
}
