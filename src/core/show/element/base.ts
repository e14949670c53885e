import { z } from 'zod';
import { idSchema } from '../values';
import type { Property } from '../property';

const finite = z.number().finite();
export const pixels = finite.min(-100_000).max(100_000);
export const size = finite.min(0).max(100_000);
export const fraction = finite.min(0).max(1);

/**
 * What every element has. `x`, `y`, `w`, `h` are px in the template's own space, before the rotation of the element
 * and of the groups around it; rotation is in degrees clockwise about the pivot, which is in parts of the box.
 */
export const elementBase = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  hidden: z.boolean(),
  locked: z.boolean(),
  x: pixels,
  y: pixels,
  w: size,
  h: size,
  rotation: finite.min(-3600).max(3600),
  pivotX: finite.min(-10).max(10),
  pivotY: finite.min(-10).max(10),
  opacity: fraction,
});

export const baseDefaults = {
  hidden: false,
  locked: false,
  x: 0,
  y: 0,
  w: 100,
  h: 100,
  rotation: 0,
  pivotX: 0.5,
  pivotY: 0.5,
  opacity: 1,
};

export const placeProperties: readonly Property[] = [
  { key: 'x', label: 'X', type: 'number', section: 'Place', unit: 'px' },
  { key: 'y', label: 'Y', type: 'number', section: 'Place', unit: 'px' },
  { key: 'w', label: 'W', type: 'number', section: 'Place', unit: 'px', min: 0 },
  { key: 'h', label: 'H', type: 'number', section: 'Place', unit: 'px', min: 0 },
  { key: 'rotation', label: 'Turn', type: 'number', section: 'Place', unit: '°', min: -3600, max: 3600 },
  { key: 'pivotX', label: 'Pivot X', type: 'number', section: 'Place', min: -10, max: 10, step: 0.05 },
  { key: 'pivotY', label: 'Pivot Y', type: 'number', section: 'Place', min: -10, max: 10, step: 0.05 },
];

export const lookProperties: readonly Property[] = [
  { key: 'opacity', label: 'Opacity', type: 'number', section: 'Look', min: 0, max: 1, step: 0.05 },
  { key: 'hidden', label: 'Hidden', type: 'yes-no', section: 'Look' },
];

/** What one kind of element says of itself; the registry holds one of these for each. */
export interface ElementKind<S extends z.ZodType = z.ZodType> {
  readonly kind: string;
  readonly label: string;
  readonly schema: S;
  /** Everything but id, kind and name, as a newly drawn one has it. */
  readonly defaults: Readonly<Record<string, unknown>>;
  readonly properties: readonly Property[];
}
