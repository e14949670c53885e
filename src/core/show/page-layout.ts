import { isWords, holds, isUnion } from '../element';
import { current, isDraft, produce } from 'immer';
import { z } from 'zod';
import type { Format } from './channel';
import type { Template } from './template';
import { fieldValueSchema, idSchema } from '../value';

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
  // A copy of its own: what is edited beside it is frozen.
  const base = isDraft(template) ? current(template) : structuredClone(template);
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

/** Where tethers put elements at rest, by their ids. */
type Placed = ReadonlyMap<string, { readonly x: number; readonly y: number }>;

/** The box of an element where it stands, with the width that its words may have. */
function boxNow(template: Template, placed: Placed, id: string) {
  const own = template.elements[id];
  return own && { x: placed.get(id)?.x ?? own.x, y: placed.get(id)?.y ?? own.y, w: own.w, h: own.h };
}

interface Block {
  readonly ids: string[];
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** What stands together at the top level moves together: elements that touch, or all but touch. */
function blocksOf(template: Template, placed: Placed): Block[] {
  const near = 24;
  const leaves = (id: string): string[] => {
    const element = template.elements[id];
    return isUnion(element) ? element.children.flatMap(leaves) : [id];
  };
  const blocks: Block[] = [];
  for (const id of template.order) {
    const ids = leaves(id);
    const boxes = ids.flatMap((leaf) => boxNow(template, placed, leaf) ?? []);
    if (boxes.length === 0) continue;
    const block: Block = {
      ids,
      left: Math.min(...boxes.map(({ x }) => x)),
      top: Math.min(...boxes.map(({ y }) => y)),
      right: Math.max(...boxes.map(({ x, w }) => x + w)),
      bottom: Math.max(...boxes.map(({ y, h }) => y + h)),
    };
    for (let at = blocks.length - 1; at >= 0; at -= 1) {
      const other = blocks[at] as Block;
      const touch =
        other.left < block.right + near &&
        block.left < other.right + near &&
        other.top < block.bottom + near &&
        block.top < other.bottom + near;
      if (!touch) continue;
      blocks.splice(at, 1);
      block.ids.push(...other.ids);
      block.left = Math.min(block.left, other.left);
      block.top = Math.min(block.top, other.top);
      block.right = Math.max(block.right, other.right);
      block.bottom = Math.max(block.bottom, other.bottom);
    }
    blocks.push(block);
  }
  return blocks;
}

/** Px that what follows the right edge of an element, or of a group around it, reaches beyond that. */
function overhang(template: Template, id: string, met: ReadonlySet<string> = new Set()): number {
  const around = new Set([id]);
  for (let grows = true; grows;) {
    grows = false;
    for (const element of Object.values(template.elements)) {
      if (!holds(element) || around.has(element.id)) continue;
      if (!element.children.some((child) => around.has(child))) continue;
      around.add(element.id);
      grows = true;
    }
  }
  const seen = new Set([...met, ...around]);
  return template.tethers.reduce((most, { element, edge, to, toEdge, offset }) => {
    const own = template.elements[element];
    if (!own || to === null || !around.has(to) || toEdge !== 'right' || seen.has(element)) return most;
    const wide = { left: own.w, centre: own.w / 2, right: 0 }[edge as 'left'];
    return Math.max(most, offset + wide + overhang(template, element, seen));
  }, 0);
}

/**
 * A layout for a canvas of another shape to begin with: what stands together keeps its share of the margin to the
 * edges that it is nearest to, and what would reach over the far margin is made narrower. What fills the canvas fills
 * this one. `placed` is where tethers put elements at rest; what is not in it stands where it was drawn.
 */
export function newLayout(
  template: Template,
  id: string,
  name: string,
  width: number,
  height: number,
  placed: Placed = new Map(),
): PageLayout {
  const values: PageLayout['values'] = {};
  const place = (at: number, end: number, from: number, to: number): number => {
    const [before, after] = [at, from - end];
    const scale = Math.min(1, to / from);
    return before <= after ? Math.round(before * scale) : Math.round(to - after * scale - (end - at));
  };
  const margin = Math.round(width * 0.05);
  for (const block of blocksOf(template, placed)) {
    const dx = Math.max(margin, place(block.left, block.right, template.width, width)) - block.left;
    const dy = place(block.top, block.bottom, template.height, height) - block.top;
    for (const leaf of block.ids) {
      const own = template.elements[leaf];
      if (!own) continue;
      if (own.w >= template.width && own.h >= template.height) {
        values[leaf] = { x: 0, y: 0, w: width, h: height };
        continue;
      }
      const x = own.w >= template.width ? 0 : own.x + dx;
      // Where a tether puts it, not where it was drawn: the words end before the margin there too.
      const seen = (placed.get(leaf)?.x ?? own.x) + dx;
      const room = width - margin - seen - (isWords(own) ? overhang(template, leaf) : 0);
      const w = own.w >= template.width ? width : Math.max(8, Math.min(own.w, room));
      values[leaf] = { x, y: own.y + dy, ...(w === own.w ? {} : { w }) };
    }
  }
  return { id, name, width, height, values };
}
