import { z } from 'zod';
import type { Format } from './channel';
import type { Template } from './template';
import { fieldValueSchema, idSchema } from './values';

/** How a template is laid out on a canvas of another shape: its size, and what its elements hold there instead. */
export const pageLayoutSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(60),
  width: z.number().int().min(16).max(8192),
  height: z.number().int().min(16).max(8192),
  /** By element, then by property. */
  values: z.record(idSchema, z.record(z.string().max(60), z.unknown())),
});
export type PageLayout = z.infer<typeof pageLayoutSchema>;

/** Kinds of values that a layout may hold: plain ones. What an element is made of is the same in all. */
const isPlain = (value: unknown): boolean => fieldValueSchema.safeParse(value).success;
const shared: ReadonlySet<string> = new Set(['id', 'kind', 'name', 'locked', 'children']);

const shapeOf = ({ width, height }: { width: number; height: number }): number => Math.log(width / height);

/** The layout of a template whose shape comes nearest to a format's; null: the template's own. */
export function layoutFor(template: Template, format: Pick<Format, 'width' | 'height'>): PageLayout | null {
  const wanted = shapeOf(format);
  let best: PageLayout | null = null;
  let distance = Math.abs(shapeOf(template) - wanted);
  for (const layout of template.layouts) {
    const own = Math.abs(shapeOf(layout) - wanted);
    if (own < distance - 1e-9) [best, distance] = [layout, own];
  }
  return best;
}

const made = new WeakMap<PageLayout, { template: Template; laid: Template }>();

/** A template as it stands in a layout; the same object each time. */
export function laidOut(template: Template, layout: PageLayout | null): Template {
  if (!layout) return template;
  const known = made.get(layout);
  if (known?.template === template) return known.laid;
  const elements = { ...template.elements };
  for (const [id, values] of Object.entries(layout.values)) {
    const element = elements[id];
    if (element) elements[id] = { ...element, ...values } as typeof element;
  }
  const laid = { ...template, width: layout.width, height: layout.height, elements };
  made.set(layout, { template, laid });
  return laid;
}

/** A template as a channel of a format plays it. */
export const templateFor = (template: Template, format: Pick<Format, 'width' | 'height'>): Template =>
  template.layouts.length === 0 ? template : laidOut(template, layoutFor(template, format));

/** What a layout holds after an edit that was made on the template as it is laid out: what differs from the template. */
export function layoutValues(template: Template, edited: Template): PageLayout['values'] {
  const values: PageLayout['values'] = {};
  for (const [id, element] of Object.entries(edited.elements)) {
    const own = template.elements[id] as Record<string, unknown> | undefined;
    if (!own) continue;
    const differing = Object.entries(element).filter(
      ([key, value]) => !shared.has(key) && isPlain(value) && own[key] !== value,
    );
    if (differing.length > 0) values[id] = Object.fromEntries(differing);
  }
  return values;
}
