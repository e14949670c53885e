import { z } from 'zod';
import { ellipsePath } from '../shape';
import {
  baseDefaults,
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

const schema = elementBase.extend({
  kind: z.literal('ellipse'),
  ...shapeStyleShape,
  /** The hole, in parts of the ellipse; over 0 it is a ring. */
  hole: z.number().min(0).max(0.99),
  /** Degrees clockwise from the top at which the piece begins. */
  start: z.number().min(-360).max(360),
  /** Degrees that the piece covers; 360 is all of it. */
  sweep: z.number().min(0).max(360),
});

export type EllipseElement = z.infer<typeof schema>;

/** An ellipse, a ring, or a piece of either. */
export const ellipse = {
  kind: 'ellipse',
  label: 'Ellipse',
  ...drawnKind<EllipseElement>(ellipsePath, { rule: () => 'evenodd' }),
  covers: ({ hole, start, sweep }, u, v) => {
    const [x, y] = [2 * u - 1, 2 * v - 1];
    const far = Math.hypot(x, y);
    if (far > 1 || far < hole) return false;
    if (sweep >= 360) return true;
    const angle = (Math.atan2(x, -y) * 180) / Math.PI - start;
    return ((angle % 360) + 360) % 360 <= sweep;
  },
  schema,
  defaults: { ...baseDefaults, ...shapeStyleDefaults, w: 240, h: 240, hole: 0, start: 0, sweep: 360 },
  properties: [
    ...placeProperties,
    fillProperty,
    { key: 'hole', label: 'Hole', type: 'number', section: 'Shape', min: 0, max: 0.99, step: 0.01 },
    { key: 'start', label: 'Start angle', type: 'number', section: 'Shape', unit: '°', min: -360, max: 360 },
    { key: 'sweep', label: 'Sweep', type: 'number', section: 'Shape', unit: '°', min: 0, max: 360 },
    ...outlineProperties,
    wipeEdgeProperty,
    ...filledProperties,
    ...lookProperties,
  ],
} as const satisfies ElementKind<EllipseElement>;
