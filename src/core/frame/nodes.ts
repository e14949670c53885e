import type { Element, Gradient, TextElement } from '../show';
import { ellipsePath, linePaths, pathOf, polygonPath, rectPath } from '../shape';
import type { TextLayout } from '../text';
import {
  isShaded,
  maxClips,
  type Clip,
  type DisplayNode,
  type Effects,
  type GroupNode,
  type MaskUse,
  type Shade,
  type StrokeLight,
} from './display';
import { identity, type Matrix } from './matrix';

export const newClip = (isWipe: boolean, inverse: Matrix = identity()): Clip => ({
  isWipe,
  soft: 0,
  inverse,
  left: 0,
  top: 0,
  right: 0,
  bottom: 0,
  round: -1,
});

const plain = { effects: null, blend: 'normal' as const };

/** The effects of an element, or null where it has none. */
export function effectsOf(element: Element): Effects | null {
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

const nodeBase = (
  key: string,
  own: { effects: Effects | null; blend: Element['blend'] } = plain,
  matrix: Matrix = identity(),
  slides: Float64Array | null = null,
) => ({
  slides,
  key,
  effects: own.effects,
  blend: own.blend,
  masks: [] as readonly MaskUse[],
  matrix,
  visible: true,
  opacity: 1,
  clips: new Array<Clip>(maxClips),
  clipCount: 0,
});

export const groupNode = (
  key: string,
  own?: { effects: Effects | null; blend: Element['blend'] },
  matrix?: Matrix,
): GroupNode => ({
  ...nodeBase(key, own, matrix),
  kind: 'group',
  isolated: false,
  children: [],
});

/** The node that draws an element: the one place where a kind of element meets a kind of drawable. */
export function nodeFor(
  element: Element,
  layout: TextLayout | undefined,
  key: string,
  box: { w: number; h: number },
  /** Whether more of a rectangle than its place, size, corners and colour will move. */
  movesShape = false,
  /** Where it keeps its place. */
  matrix: Matrix = identity(),
): DisplayNode {
  const own = { effects: effectsOf(element), blend: element.blend };
  const base = nodeBase(key, own, matrix, element.wipeEdge === 'shape' ? new Float64Array(4) : null);
  switch (element.kind) {
    case 'group':
      return groupNode(key, own, matrix);
    case 'rect': {
      const isPlain =
        !movesShape &&
        (typeof element.fill === 'string' || isShaded(element.fill)) &&
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
        fill: element.fill as string | Gradient,
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
      const { fill, thickness, dash, gap, cap } = element;
      return {
        ...base,
        kind: 'shape',
        drawing: {
          w: box.w,
          h: box.h,
          path: heads,
          rule: 'nonzero',
          fill,
          stroke: {
            width: thickness,
            paint: fill,
            place: 'centre',
            dash,
            gap,
            cap,
            join: 'miter',
            miterLimit: 4,
          },
          strokePath: shaft,
          drawn: null,
          drawSoft: element.drawSoft,
          reach: thickness * Math.max(1, element.headSize),
        },
        light: lightOf(element),
        lightAt: 0,
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
        : { ...common, kind: 'camera', device: liveName(element), mirrored: element.mirrored };
    }
    case 'text':
    case 'clock': {
      if (!layout) throw new Error(`nodeFor: no layout for ${element.id}`);
      return { ...base, kind: 'text', layout, colour: element.colour, shade: shadeOf(element), pieces: null };
    }
  }
}

const lightOf = ({
  lightColour,
  lightLength,
}: {
  lightColour: string;
  lightLength: number;
}): StrokeLight | null => (lightLength > 0 ? { colour: lightColour, length: lightLength } : null);

/** What stands behind the lines of a text, or null where it cannot be seen. */
export const shadeOf = (element: Pick<TextElement, 'shade' | 'shadeSpread' | 'shadeSoft'>): Shade | null =>
  element.shade.length === 9 && element.shade.endsWith('00')
    ? null
    : { colour: element.shade, spread: element.shadeSpread, soft: element.shadeSoft };

/** What live video is asked for by: the name of a device, or a word with a colon that no device has. */
const liveName = ({ source, device }: Extract<Element, { kind: 'camera' }>): string =>
  source === 'camera' ? device : `${source}:`;

function shape(
  element: Extract<Element, { kind: 'rect' | 'ellipse' | 'polygon' | 'path' }>,
  base: ReturnType<typeof nodeBase>,
  { w, h }: { w: number; h: number },
  path: string,
  rule: 'nonzero' | 'evenodd' = 'nonzero',
): DisplayNode {
  const { outlineWidth: width, outlinePlace: place, dash, gap, cap, join, miterLimit } = element;
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
    drawing: {
      w,
      h,
      path,
      rule,
      fill: element.fill,
      stroke: width > 0 ? { width, paint: element.outline, place, dash, gap, cap, join, miterLimit } : null,
      strokePath: null,
      drawn: null,
      drawSoft: element.drawSoft,
      // A pointed corner of a stroke reaches further than its width.
      reach: over + out * Math.max(2, element.join === 'miter' ? element.miterLimit : 0),
    },
    light: width > 0 ? lightOf(element) : null,
    lightAt: 0,
  };
}

/** Radii scaled down together where two on a side do not fit (CSS Backgrounds Level 3, section 5.5). */
export function fitRadii(
  radii: [number, number, number, number],
  w: number,
  h: number,
): [number, number, number, number] {
  const [a, b, c, d] = radii;
  const factor = Math.min(1, w / (a + b || 1), w / (c + d || 1), h / (a + d || 1), h / (b + c || 1));
  return factor === 1 ? radii : [a * factor, b * factor, c * factor, d * factor];
}
