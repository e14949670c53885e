import { current, isDraft, produce } from 'immer';
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
const shared: ReadonlySet<string> = new Set(['id', 'kind', 'name', 'locked', 'children', 'text', 'asset']);

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

/**
 * Changes a template as it stands in a layout. Places, sizes and other plain values of elements are kept in the layout;
 * what the template is made of (elements, their order, fields, motion, words) changes for all layouts. `template` may be
 * a draft.
 */
export function editLaidOut(template: Template, id: string, recipe: (template: Template) => void): void {
  const layout = template.layouts.find((own) => own.id === id);
  if (!layout) return recipe(template);
  const base = isDraft(template) ? current(template) : template;
  const own = base.layouts.find((one) => one.id === id) as PageLayout;
  const laid = laidOut(base, own);
  const edited = produce(laid, (draft) => recipe(draft as Template));
  if (edited === laid) return;
  const bag = (value: unknown): Record<string, unknown> => value as Record<string, unknown>;
  for (const key of Object.keys(edited)) {
    if (key === 'elements' || key === 'width' || key === 'height' || key === 'layouts') continue;
    if (bag(edited)[key] !== bag(laid)[key]) bag(template)[key] = bag(edited)[key];
  }
  layout.width = edited.width;
  layout.height = edited.height;
  for (const element of Object.keys(laid.elements)) {
    if (edited.elements[element]) continue;
    delete template.elements[element];
    for (const other of template.layouts) delete other.values[element];
  }
  for (const [element, next] of Object.entries(edited.elements)) {
    const was = laid.elements[element];
    const target = template.elements[element];
    if (!was || !target) {
      template.elements[element] = next;
      continue;
    }
    for (const [key, value] of Object.entries(next)) {
      if (bag(was)[key] === value) continue;
      if (shared.has(key) || !isPlain(value)) bag(target)[key] = value;
      else if (bag(base.elements[element])[key] === value) delete layout.values[element]?.[key];
      else (layout.values[element] ??= {})[key] = value;
    }
  }
}

/**
 * A layout for a canvas of another shape to begin with: what stands at the top level keeps its share of the margin to
 * the edge that it is nearest to, and is made narrower where it would not fit.
 */
export function newLayout(
  template: Template,
  id: string,
  name: string,
  width: number,
  height: number,
): PageLayout {
  const values: PageLayout['values'] = {};
  const place = (at: number, size: number, from: number, to: number): number => {
    const isFar = at + size / 2 > from / 2;
    const margin = isFar ? from - at - size : at;
    const kept = Math.round(margin * Math.min(1, to / from));
    return isFar ? to - kept - size : kept;
  };
  for (const element of template.order) {
    const own = template.elements[element];
    if (!own) continue;
    const isWhole = own.w >= template.width && own.x <= 0;
    const w = isWhole ? width : Math.min(own.w, Math.round(width * 0.9));
    const h = own.h >= template.height && own.y <= 0 ? height : own.h;
    const x = isWhole ? 0 : Math.max(0, place(own.x, w === own.w ? own.w : w, template.width, width));
    const y = place(own.y, h, template.height, height);
    values[element] = { x, y, ...(w === own.w ? {} : { w }), ...(h === own.h ? {} : { h }) };
  }
  return { id, name, width, height, values };
}
