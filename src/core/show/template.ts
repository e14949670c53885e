import { z } from 'zod';
import {
  childrenOf,
  drawnRows,
  elementSchema,
  holds,
  isWords,
  isForRows,
  type Element,
  type ForRows,
} from '../element';
import { bindingSchema } from '../binding';
import { fieldSchema } from './field/registry';
import {
  changeSchema,
  moveSchema,
  newPhase,
  phaseSchema,
  stepSchema,
  type Phase,
  type PhaseKind,
  type PhaseRef,
} from './phase';
import { handoverSchema } from './handover';
import { pageLayoutSchema } from './page-layout';
import { reactionSchema } from './reaction';
import { tetherSchema } from './tether';
import type { CascadePart } from './track';
import { idSchema, scalarSchema, type Values } from '../value';

/** A property that takes its value from a field, or from a binding: `field` is the id of either. */
export const tieSchema = z.object({
  element: idSchema,
  property: z.string().min(1).max(80),
  field: idSchema,
  /**
   * The column of the row in hand that it takes its value from; `field` is then the rows element whose row that is.
   */
  column: z.string().min(1).max(200).optional(),
  /** Numbers: the property is the field's value times this, plus `shift`. */
  factor: z.number().min(-100_000).max(100_000),
  shift: z.number().min(-100_000).max(100_000),
  /** The property's value for each value of the field, as text; null: the field's own. A value not in it is itself. */
  map: z.record(z.string().max(200), scalarSchema).nullable(),
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

/** A property that takes a cell of the row in hand of a rows element. */
export const newColumnTie = (element: string, property: string, rows: string, column: string): Tie => ({
  ...newTie(element, property, rows),
  column,
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
  /** Words by which reactions and searches find it. */
  tags: z.array(z.string().min(1).max(60)).max(50),
  /** What its take does when the lane is held; null: as the lane says. */
  handover: handoverSchema.nullable(),
  /** Seconds of hold after which it leaves by itself; null: it stays. */
  stays: z.number().min(0).max(86_400).nullable(),
  reactions: z.array(reactionSchema).max(100),
  /** For channels of other shapes. */
  layouts: z.array(pageLayoutSchema).max(20),
  elements: z.record(idSchema, elementSchema),
  /** What stands in it is painted by how near it is, not in its order. */
  inDepth: z.boolean(),
  /** Top-level elements, back to front. */
  order: z.array(idSchema),
  fields: z.array(fieldSchema),
  ties: z.array(tieSchema),
  bindings: z.array(bindingSchema).max(1000),
  /** Fields that take their value from a binding until someone types another: field id to binding id. */
  bound: z.record(idSchema, idSchema),
  /** Columns that were given to fields by hand, by the id of the table, source or view: field id to column key, null for none. */
  matches: z.record(z.string().max(64), z.record(idSchema, z.string().max(200).nullable())),
  tethers: z.array(tetherSchema),
  /** Lines to draw by, px from the left and from the top. */
  guides: z.object({ x: z.array(guide).max(200), y: z.array(guide).max(200) }),
  /** The choice or text field whose value names the palette; null: the show's. */
  paletteField: idSchema.nullable(),
  /** Idle is the loop that keeps moving while it holds; of no length where nothing does. */
  phases: z.object({ enter: phaseSchema, idle: phaseSchema, exit: phaseSchema }),
  /** In order of their asking; without one that fits, new words are there at once. */
  changes: z.array(changeSchema).max(50),
  moves: z.array(moveSchema).max(50),
  /** In the order in which they are taken. */
  steps: z.array(stepSchema).max(50),
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
  tags: [],
  handover: null,
  stays: null,
  reactions: [],
  layouts: [],
  elements: {},
  inDepth: false,
  order: [],
  fields: [],
  ties: [],
  bindings: [],
  bound: {},
  matches: {},
  tethers: [],
  guides: { x: [], y: [] },
  paletteField: null,
  phases: { enter: newPhase(25), idle: newPhase(0), exit: newPhase(25) },
  changes: [],
  moves: [],
  steps: [],
  ...given,
});

/** The list that holds an element: the template's own order or its group's children. */
export function siblingsOf(template: Template, id: string): { list: string[]; parent: string | null } {
  for (const element of Object.values(template.elements)) {
    if (holds(element) && element.children.includes(id))
      return { list: element.children, parent: element.id };
  }
  return { list: template.order, parent: null };
}

/** Ids of an element and of all inside it, parents before children. */
export function withDescendants(template: Template, id: string): string[] {
  const element = template.elements[id];
  if (!element) return [];
  return [id, ...childrenOf(element).flatMap((child) => withDescendants(template, child))];
}

/** The elements for rows that an element stands in, the nearest first. */
export function rowsAround(template: Template, id: string): ForRows[] {
  const { parent } = siblingsOf(template, id);
  const own = parent === null ? undefined : template.elements[parent];
  return own ? [...(isForRows(own) ? [own] : []), ...rowsAround(template, own.id)] : [];
}

/** What bindings give rows elements of a template while there is no data, as values: so many as it is drawn with. */
export const rowsAsDrawn = (template: Template): Values =>
  Object.fromEntries(
    template.ties.flatMap((tie) =>
      tie.property === 'list' &&
      isForRows(template.elements[tie.element]) &&
      !template.fields.some((field) => field.id === tie.field)
        ? [[tie.field, drawnRows]]
        : [],
    ),
  );

/** Whether a field or a binding gives rows to what takes it. */
export const hasRows = (template: Template, id: string): boolean =>
  template.fields.some((field) => field.id === id && field.kind === 'rows') ||
  template.ties.some(
    (tie) => tie.field === id && tie.property === 'list' && isForRows(template.elements[tie.element]),
  );

/** What a motion of an element can be spread over. */
export function cascadePartsOf(template: Template, element: Element): CascadePart[] {
  const lines = (rows: ForRows): CascadePart[] =>
    rows.kind === 'rows' && rows.flow === 'grid' ? ['row', 'column'] : [];
  if (element.kind === 'table' || element.kind === 'chart') return ['row', 'column', 'cell'];
  if (element.kind === 'crawl') return [];
  if (holds(element)) return ['child', ...(isForRows(element) ? lines(element) : [])];
  const [around] = rowsAround(template, element.id);
  const words: CascadePart[] = isWords(element) ? ['character', 'word', 'line'] : [];
  return [...words, ...(around ? (['cell', ...lines(around)] as const) : [])];
}

/** Every element in the order it is painted, back to front, groups before their children. */
export function paintOrder(template: Template): Element[] {
  return template.order
    .flatMap((id) => withDescendants(template, id))
    .map((id) => template.elements[id] as Element);
}

export const tieOf = (template: Template, element: string, property: string): Tie | undefined =>
  template.ties.find((tie) => tie.element === element && tie.property === property);

/** A phase of a template with what it is and what it is called. */
export interface PhasePlace {
  readonly ref: PhaseRef;
  readonly kind: PhaseKind;
  readonly name: string;
  readonly phase: Phase;
}

/** All phases of a template, in the order in which they lie on the ruler. */
export function phasesOf(template: Template): PhasePlace[] {
  const { phases, steps, changes, moves } = template;
  const own = (kind: PhaseKind) => (phase: Phase & { id: string; name: string }) => ({
    ref: phase.id,
    kind,
    name: phase.name,
    phase,
  });
  return [
    { ref: 'enter', kind: 'enter', name: 'Enter', phase: phases.enter },
    { ref: 'idle', kind: 'idle', name: 'Hold', phase: phases.idle },
    ...steps.map(own('step')),
    ...changes.map(own('change')),
    { ref: 'exit', kind: 'exit', name: 'Exit', phase: phases.exit },
    ...moves.map(own('move')),
  ];
}

/** The phase of a name, or undefined where the template has none. */
export const phaseOf = (template: Template, ref: PhaseRef): Phase | undefined =>
  ref === 'enter' || ref === 'idle' || ref === 'exit'
    ? template.phases[ref]
    : (template.changes.find((phase) => phase.id === ref) ??
      template.steps.find((phase) => phase.id === ref) ??
      template.moves.find((phase) => phase.id === ref));

/** Every track of a template, of whatever phase. */
export const allTracks = (template: Template): Phase['tracks'] =>
  phasesOf(template).flatMap(({ phase }) => phase.tracks);
