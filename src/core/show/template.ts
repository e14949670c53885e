import { z } from 'zod';
import { elementSchema, type Element } from './element/registry';
import { fieldSchema } from './field/registry';
import { phaseSchema } from './phase';
import { tetherSchema } from './tether';
import { idSchema } from './values';

/** A property that takes its value from a field. */
export const tieSchema = z.object({
  element: idSchema,
  property: z.string().min(1).max(60),
  field: idSchema,
});
export type Tie = z.infer<typeof tieSchema>;

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
  phases: z.object({ enter: phaseSchema, exit: phaseSchema }),
});
export type Template = z.infer<typeof templateSchema>;

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
