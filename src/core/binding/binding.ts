import { z } from 'zod';
import { operandSchema } from './operand';
import { bindingStepSchema } from './steps/schemas';

const id = z.string().min(1).max(64);

/** Which row of some rows: the first whose cell is this, the one at a place (from 1), or the row in hand. */
export const rowChoiceSchema = z.discriminatedUnion('by', [
  z.object({ by: z.literal('name'), column: z.string().max(200), is: operandSchema }),
  z.object({ by: z.literal('place'), at: operandSchema }),
  z.object({ by: z.literal('hand') }),
]);
export type RowChoice = z.infer<typeof rowChoiceSchema>;

/** What of a cell: its value, its words as written, or what a spreadsheet knows besides. */
export const cellTakes = ['value', 'shown', 'number', 'date', 'fill', 'colour', 'note'] as const;

export const originSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('field'), field: id }),
  z.object({ kind: z.literal('binding'), binding: id }),
  z.object({
    kind: z.literal('cell'),
    data: z.string().max(64),
    row: rowChoiceSchema,
    column: z.string().max(200),
    take: z.enum(cellTakes),
  }),
  z.object({ kind: z.literal('rows'), data: z.string().max(64) }),
  /** The value of a source as it is: its text, or its JSON. */
  z.object({ kind: z.literal('value'), data: z.string().max(64) }),
  /** The names of the sheets of a workbook, in their order. */
  z.object({ kind: z.literal('sheets'), data: z.string().max(64) }),
  /** A score of the show, as it stands on air; in Build what it begins with. */
  z.object({ kind: z.literal('score'), score: z.string().max(64) }),
  /** What a clock of the show counts to at this moment: the name of its row. */
  z.object({ kind: z.literal('clock'), clock: z.string().max(64) }),
  /** Text with holes: `{team} · {score}` takes fields, bindings and columns of the row in hand by name. */
  z.object({ kind: z.literal('words'), text: z.string().max(5000) }),
]);
/** Where a binding's value comes from before its steps. */
export type Origin = z.infer<typeof originSchema>;
export type OriginKind = Origin['kind'];

export const bindingSchema = z.object({
  id,
  name: z.string().min(1).max(100),
  from: originSchema,
  steps: z.array(bindingStepSchema).max(50),
});
/** Where a value comes from, and the steps it goes through. Properties are tied to it as they are to a field. */
export type Binding = z.infer<typeof bindingSchema>;

export const originNames: Readonly<Record<OriginKind, string>> = {
  cell: 'A cell',
  rows: 'Rows',
  words: 'Text with holes',
  field: 'A field',
  binding: 'Another binding',
  value: 'A source as it is',
  sheets: 'The sheets of a workbook',
  score: 'A score of the show',
  clock: 'What a clock counts to',
};

/** What a new binding of a kind begins with. */
export const plainOrigin = (kind: OriginKind, data = ''): Origin => {
  switch (kind) {
    case 'field':
      return { kind, field: data || 'none' };
    case 'binding':
      return { kind, binding: data || 'none' };
    case 'cell':
      return { kind, data, row: { by: 'hand' }, column: '', take: 'value' };
    case 'rows':
      return { kind, data };
    case 'value':
    case 'sheets':
      return { kind, data };
    case 'score':
      return { kind, score: data };
    case 'clock':
      return { kind, clock: data };
    case 'words':
      return { kind, text: '' };
  }
};

export { holes as holesIn } from './holes';

/** A binding with the ids of fields and bindings that it names changed for others. */
export function renamedIn(binding: Binding, idOf: ReadonlyMap<string, string>): Binding {
  const renamed = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(renamed);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, inner]) => [
        key,
        (key === 'from' || key === 'field' || key === 'binding') && typeof inner === 'string'
          ? (idOf.get(inner) ?? inner)
          : renamed(inner),
      ]),
    );
  };
  return { ...(renamed(binding) as Binding), id: binding.id, name: binding.name };
}

/** The fields and bindings that a binding names by id, through its origin and its steps' operands. */
export function namedBy(binding: Pick<Binding, 'from' | 'steps'>): string[] {
  const found: string[] = [];
  const walk = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    if ('from' in value && typeof value.from === 'string' && Object.keys(value).length === 1)
      found.push(value.from);
    else Object.values(value).forEach(walk);
  };
  if (binding.from.kind === 'field') found.push(binding.from.field);
  if (binding.from.kind === 'binding') found.push(binding.from.binding);
  if (binding.from.kind === 'cell') walk(binding.from.row);
  walk(binding.steps);
  return [...new Set(found)];
}
