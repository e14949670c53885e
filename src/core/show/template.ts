import { z } from 'zod';
import { elementSchema, type Element } from './element/registry';
import { fieldSchema } from './field/registry';
import { phaseSchema } from './phase';
import { tetherSchema } from './tether';
import { fieldValueSchema, idSchema } from './values';

/** A property that takes its value from a field. */
export const tieSchema = z.object({
  element: idSchema,
  property: z.string().min(1).max(60),
  field: idSchema,
  /** Numbers: the property is the field's value times this, plus `shift`. */
  factor: z.number().min(-100_000).max(100_000),
  shift: z.number().min(-100_000).max(100_000),
  /** The property's value for each value of the field, as text; null: the field's own. A value not in it is itself. */
  map: z.record(z.string().max(200), fieldValueSchema).nullable(),
});
export type Tie = z.infer<typeof tieSchema>;

export const newTie = (element: string, property: string, field: string): Tie => ({
  element,
  property,
  field,
  factor: 1,
  shift: 0,
  map: null,
});

const guide = z.number().min(-10_000).max(20_000);

export const templateSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(200),
  width: z.number().int().min(16).max(8192),
  height: z.number().int().min(16).max(8192),
  /** Frames a second that the lengths and keys of its phases count in. */
  rate: z.number().min(1).max(240),
  /** The lane it is taken to, by the lane's id. */
  lane: idSchema,
  elements: z.record(idSchema, elementSchema),
  /** Top-level elements, back to front. */
  order: z.array(idSchema),
  fields: z.array(fieldSchema),
  ties: z.array(tieSchema),
  tethers: z.array(tetherSchema),
  /** Lines to draw by, px from the left and from the top. */
  guides: z.object({ x: z.array(guide).max(200), y: z.array(guide).max(200) }),
  /** The choice or text field whose value names the palette; null: the show's. */
  paletteField: idSchema.nullable(),
  phases: z.object({ enter: phaseSchema, exit: phaseSchema }),
});
export type Template = z.infer<typeof templateSchema>;

/** An empty template; `given` overrides what it starts with. */
export const newTemplate = (id: string, name: string, given: Partial<Template> = {}): Template => ({
  id,
  name,
  width: 1920,
  height: 1080,
  rate: 50,
  lane: 'lower',
  elements: {},
  order: [],
  fields: [],
  ties: [],
  tethers: [],
  guides: { x: [], y: [] },
  paletteField: null,
  phases: { enter: { frames: 25, tracks: [] }, exit: { frames: 25, tracks: [] } },
  ...given,
});

/** The list that holds an element: the template's own order or its group's children. */
export function siblingsOf(template: Template, id: string): { list: string[]; parent: string | null } {
  for (const element of Object.values(template.elements)) {
    if (element.kind === 'group' && element.children.includes(id))
      return { list: element.children, parent: element.id };
  }
  return { list: template.order, parent: null };
}

/** Ids of an element and of all inside it, parents before children. */
export function withDescendants(template: Template, id: string): string[] {
  const element = template.elements[id];
  if (!element) return [];
  return element.kind === 'group'
    ? [id, ...element.children.flatMap((child) => withDescendants(template, child))]
    : [id];
}

/** Every element in the order it is painted, back to front, groups before their children. */
export function paintOrder(template: Template): Element[] {
  return template.order
    .flatMap((id) => withDescendants(template, id))
    .map((id) => template.elements[id] as Element);
}

export const tieOf = (template: Template, element: string, property: string): Tie | undefined =>
  template.ties.find((tie) => tie.element === element && tie.property === property);
