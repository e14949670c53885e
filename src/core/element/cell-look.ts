import { z } from 'zod';
import { pixels, size } from './base';
import type { StyleNames } from './kind';
import type { Property } from './property';
import { rect } from './rect';
import { text } from './text';
import { typeStyleKeys } from './text-style';

/** What of a rectangle the surface of a cell has. */
export const surfaceKeys = [
  'fill',
  'radiusTopLeft',
  'radiusTopRight',
  'radiusBottomRight',
  'radiusBottomLeft',
  'slantLeft',
  'slantRight',
  'outlineWidth',
  'outline',
  'outlinePlace',
  'dash',
  'gap',
  'shadow',
  'shadowColour',
  'shadowX',
  'shadowY',
  'shadowBlur',
  'glow',
  'glowColour',
] as const;
/** What of a text the words of a cell have. */
export const wordsKeys = [
  'typeStyle',
  'family',
  'weight',
  'stretch',
  'size',
  'tracking',
  'leading',
  'colour',
  'align',
  'vertical',
  'letters',
  'figures',
  'direction',
  'fit',
  'minScale',
  'maxLines',
] as const;

const flags = <K extends string>(keys: readonly K[]) =>
  Object.fromEntries(keys.map((key) => [key, true])) as Record<K, true>;

const whole = z.object({
  ...rect.schema.pick(flags(surfaceKeys)).shape,
  ...text.schema.pick(flags(wordsKeys)).shape,
  opacity: rect.schema.shape.opacity,
  /** Px between the edges of a cell and what is in it. */
  padX: size,
  padY: size,
  /** Px by which the surface is larger than its cell on each side; below 0: smaller. */
  spread: pixels,
});
/** How a cell looks. */
export type CellLook = z.infer<typeof whole>;

/** How a cell differs from what is behind it: from the table's own cells, or from what earlier rules say. */
export const cellLookSchema = whole.partial();
export type CellLookPart = z.infer<typeof cellLookSchema>;

/** How a cell looks of which nothing is said. */
export const plainCell: CellLook = {
  ...(Object.fromEntries(surfaceKeys.map((key) => [key, rect.defaults[key]])) as Pick<
    CellLook,
    (typeof surfaceKeys)[number]
  >),
  ...(Object.fromEntries(wordsKeys.map((key) => [key, text.defaults[key]])) as Pick<
    CellLook,
    (typeof wordsKeys)[number]
  >),
  fill: '#00000000',
  size: 34,
  weight: 600,
  opacity: 1,
  padX: 16,
  padY: 8,
  spread: 0,
};

const own = (key: string, label: string, given: Partial<Property>): Property => ({
  key,
  label,
  type: 'number',
  section: 'Position',
  unit: 'px',
  ...given,
});
const keys: ReadonlySet<string> = new Set([...surfaceKeys, ...wordsKeys]);
/** The properties of a cell's look, those of rectangles and texts under their names. */
export const cellProperties: readonly Property[] = [
  own('padX', 'Padding X', { min: 0 }),
  own('padY', 'Padding Y', { min: 0 }),
  own('spread', 'Spread', { wide: true }),
  ...[...rect.properties, ...text.properties].filter(
    ({ key }, at, all) => keys.has(key) && all.findIndex((one) => one.key === key) === at,
  ),
  { key: 'opacity', label: 'Opacity', type: 'number', section: 'Appearance', min: 0, max: 1, step: 0.05 },
];

/** A part of a look with named styles read; null where it names none. */
export function readLook(look: CellLookPart, names: StyleNames): CellLookPart | null {
  const read: Record<string, unknown> = {};
  const style = look.typeStyle ? names.type(look.typeStyle) : null;
  // A text style decides what it says, whatever stands beside it.
  if (style) for (const key of typeStyleKeys) read[key] = style[key];
  for (const key of ['shadowColour', 'glowColour', ...(style ? [] : ['colour' as const])] as const) {
    const value = look[key];
    if (value?.startsWith('@')) read[key] = names.colour(value);
  }
  if (style?.colour.startsWith('@')) read['colour'] = names.colour(style.colour);
  const family = (style ?? look).family;
  if (family?.startsWith('@')) read['family'] = names.family(family);
  for (const key of ['fill', 'outline'] as const) {
    const value = look[key];
    const paint = value === undefined ? undefined : names.paint(value);
    if (paint !== value) read[key] = paint;
  }
  return Object.keys(read).length > 0 ? { ...look, ...read } : null;
}
