import { z } from 'zod';
import { nodeOf, type Area, type AreaNode } from '../display';
import { isInPaths, pathOf, type PathPoint, type Subpath } from '../shape';
import {
  baseDefaults,
  baseOf,
  elementBase,
  filledProperties,
  lookProperties,
  placeProperties,
  wipeEdgeProperty,
} from './base';
import type { ElementKind } from './kind';
import {
  drawnKind,
  fillProperty,
  outlineProperties,
  shapeStyleDefaults,
  shapeStyleShape,
} from './shape-style';

const coordinate = z.number().min(-1000).max(1000);

/** A point of a path and its two handles, in parts of the element's box; a handle on the point is a corner. */
export const pathPointSchema: z.ZodType<PathPoint> = z.object({
  x: coordinate,
  y: coordinate,
  inX: coordinate,
  inY: coordinate,
  outX: coordinate,
  outY: coordinate,
});

export const subpathSchema: z.ZodType<Subpath> = z.object({
  closed: z.boolean(),
  points: z.array(pathPointSchema).min(1).max(5000),
});

const schema = elementBase.extend({
  kind: z.literal('path'),
  ...shapeStyleShape,
  subpaths: z.array(subpathSchema).max(2000),
  /** Which inside counts where parts of the path lie over one another (SVG 2, fill-rule). */
  rule: z.enum(['nonzero', 'evenodd']),
  /**
   * Drawn as geometry of straight edges: sharp at every scale, its stroke as wide however it is scaled; filled with colours
   * and patterns alone. Of regions of maps; not for templates.
   */
  isGeometry: z.boolean().optional(),
});

export type PathElement = z.infer<typeof schema>;

/** Px that a path reaches beyond its box: handles may lie outside it. */
const beyondBox = ({ subpaths }: PathElement, { w, h }: { readonly w: number; readonly h: number }): number =>
  subpaths.reduce(
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
  );

const drawn = drawnKind<PathElement>(pathOf, { rule: ({ rule }) => rule, over: beyondBox });

const areas = new WeakMap<PathElement, { readonly w: number; readonly h: number; readonly area: Area }>();
/** A path as geometry in a box of a size; the same for the same element. */
function areaOf(element: PathElement, w: number, h: number): Area {
  const known = areas.get(element);
  if (known && known.w === w && known.h === h) return known.area;
  const lines = element.subpaths.map(({ points, closed }) => ({
    closed,
    points: Float32Array.from(points.flatMap(({ x, y }) => [x * w, y * h])),
  }));
  const area = { lines };
  areas.set(element, { w, h, area });
  return area;
}

const areaPaint = (element: PathElement): Pick<AreaNode, 'fill' | 'stroke'> => ({
  fill: typeof element.fill === 'string' || element.fill.kind === 'pattern' ? element.fill : '#00000000',
  stroke:
    element.outlineWidth > 0 && typeof element.outline === 'string'
      ? { width: element.outlineWidth, colour: element.outline }
      : null,
});

/** A free path of cubic curves, drawn with the pen or brought in from vector art. */
export const path = {
  kind: 'path',
  label: 'Path',
  ...drawn,
  node: (element, at) =>
    element.isGeometry
      ? nodeOf(baseOf(element, at), {
          kind: 'area',
          w: at.w,
          h: at.h,
          area: areaOf(element, at.w, at.h),
          ...areaPaint(element),
        })
      : drawn.node(element, at),
  applyAppearance: (node, element, now) =>
    node.kind === 'area'
      ? void Object.assign(node, areaPaint(element))
      : drawn.applyAppearance(node, element, now),
  covers: ({ subpaths, rule }, u, v) => isInPaths(subpaths, rule, u, v),
  schema,
  defaults: { ...baseDefaults, ...shapeStyleDefaults, w: 240, h: 240, subpaths: [], rule: 'nonzero' },
  properties: [
    ...placeProperties,
    fillProperty,
    {
      key: 'rule',
      label: 'Overlaps',
      type: 'choice',
      section: 'Shape',
      wide: true,
      choices: [
        { value: 'nonzero', label: 'Filled' },
        { value: 'evenodd', label: 'Holes' },
      ],
    },
    ...outlineProperties,
    wipeEdgeProperty,
    ...filledProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind<PathElement>;
