import { z } from 'zod';
import { problem, type Problem } from '../problem';
import { dwellSchema, rulesSchema, usualDwell, usualRules } from '../ticker';
import { colourSchema, idSchema } from '../value';

const name = z.string().min(1).max(60);
/** A column of rows, by its key or its name; empty: there is none. */
const column = z.string().max(200);

/** Where items of a strand come from: a table, a view or a source, and which of its columns say what. */
export const strandSourceSchema = z.object({
  data: idSchema,
  words: column,
  category: column,
  /** Only rows of this category; empty: all. */
  only: z.string().max(200),
  /** What tells its items apart; empty: their place among the rows, or what the rows are keyed by. */
  key: column,
  at: column,
});
export type StrandSource = z.infer<typeof strandSourceSchema>;

/** Items of one category, which follow those of the strand before. */
export const strandSchema = z.object({
  id: idSchema,
  name,
  colour: colourSchema,
  isIn: z.boolean(),
  /** So many items at each visit; null: all. */
  gives: z.number().int().min(1).max(1000).nullable(),
  from: z.array(strandSourceSchema).max(20),
  rules: rulesSchema,
});
export type Strand = z.infer<typeof strandSchema>;

/** A ticker: one graphic in which the items of its strands follow one another. */
export const showTickerSchema = z.object({
  id: idSchema,
  name,
  /** Where it plays. */
  channels: z.array(z.string().min(1).max(60)).max(64),
  template: idSchema.nullable(),
  /** The fields of the template that take the words of an item, the name of its strand, and its colour; null: none. */
  fields: z.object({ words: idSchema.nullable(), strand: idSchema.nullable(), colour: idSchema.nullable() }),
  dwell: dwellSchema,
  strands: z.array(strandSchema).max(40),
});
export type ShowTicker = z.infer<typeof showTickerSchema>;

export const newTicker = (id: string, named: string, channels: readonly string[]): ShowTicker => ({
  id,
  name: named,
  channels: [...channels],
  template: null,
  fields: { words: null, strand: null, colour: null },
  dwell: structuredClone(usualDwell),
  strands: [],
});
export const newStrand = (id: string, named: string, colour: string): Strand => ({
  id,
  name: named,
  colour,
  isIn: true,
  gives: null,
  from: [],
  rules: structuredClone(usualRules),
});

/** What of a ticker cannot be played; each with what to do. */
export function tickerProblems(
  ticker: ShowTicker,
  of: {
    readonly channels: readonly { readonly id: string }[];
    readonly templates: Readonly<Record<string, { readonly name: string; readonly fields: readonly { readonly id: string }[] }>>;
    readonly hasData: (id: string) => boolean;
  },
): Problem[] {
  const found: Problem[] = [];
  const add = (code: string, message: string, path: string): number =>
    found.push(problem(code, `Ticker “${ticker.name}”: ${message}`, `tickers.${ticker.id}.${path}`));
  const template = ticker.template === null ? undefined : of.templates[ticker.template];
  if (!template) add('no-template', 'choose the template that its items are shown in.', 'template');
  else if (!template.fields.some(({ id }) => id === ticker.fields.words)) add('no-field', `choose the field of “${template.name}” that takes the words of an item.`, 'fields.words');
  if (!ticker.channels.some((id) => of.channels.some((own) => own.id === id))) add('no-channel', 'choose a channel that it plays on.', 'channels');
  if (ticker.strands.length === 0) add('no-strands', 'it has no strands. Add one.', 'strands');
  ticker.strands.forEach((strand, i) =>
    strand.from.forEach(({ data, words }, k) => {
      if (!of.hasData(data)) add('no-data', `a table, view or source of “${strand.name}” is gone. Choose another, or take it away.`, `strands[${i}].from[${k}].data`);
      else if (words === '') add('no-column', `choose the column that has the words of “${strand.name}”.`, `strands[${i}].from[${k}].words`);
    }),
  );
  return found;
} // prettier-ignore
