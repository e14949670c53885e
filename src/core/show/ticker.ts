import { z } from 'zod';
import { problem, type Problem } from '../problem';
import { dwellSchema, rulesSchema, usualDwell, usualRules } from '../ticker';
import { colourSchema, idSchema } from '../value';
import type { Template } from './template';

const name = z.string().min(1).max(60);
/** A column of rows, by its key or its name; empty: there is none. */
const column = z.string().max(200);
const field = idSchema.nullable();

const sameWords = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Where items of a strand come from: a table, a view or a source, and which of its columns say what. */
export const strandSourceSchema = z.object({
  data: idSchema,
  words: column,
  /** A second line. */
  more: column,
  category: column,
  /** Only rows of this category; empty: all. */
  only: z.string().max(200),
  /** What sort of item it is: by it the template may be another. */
  kind: column,
  /** What tells its items apart; empty: their place among the rows, or what the rows are keyed by. */
  key: column,
  at: column,
});
export type StrandSource = z.infer<typeof strandSourceSchema>;
export const newStrandSource = (data: string): StrandSource => ({
  data,
  words: '',
  more: '',
  category: '',
  only: '',
  kind: '',
  key: '',
  at: '',
});

/** What an item is shown in: a template, and the fields of it that take what is said of the item; null: none does. */
export const tickerLookSchema = z.object({
  template: idSchema.nullable(),
  fields: z.object({
    /** Text, or rows that run through a crawl: then items come one behind another. */
    words: field,
    more: field,
    /** The name of its strand, and its own category. */
    strand: field,
    category: field,
    colour: field,
    /** Yes while it is urgent. */
    urgent: field,
  }),
});
export type TickerLook = z.infer<typeof tickerLookSchema>;
export const newTickerLook = (): TickerLook => ({
  template: null,
  fields: { words: null, more: null, strand: null, category: null, colour: null, urgent: null },
});

/** A look of its own for items of a kind; an empty kind: for all of the strand. */
const strandLookSchema = tickerLookSchema.extend({ kind: z.string().max(200) });

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
  looks: z.array(strandLookSchema).max(20),
});
export type Strand = z.infer<typeof strandSchema>;

/** A ticker: one graphic in which the items of its strands follow one another. */
export const showTickerSchema = z.object({
  id: idSchema,
  name,
  /** Where it plays. */
  channels: z.array(z.string().min(1).max(60)).max(64),
  /** All channels show the same item at the same time; else each has its own place in the round. */
  inStep: z.boolean(),
  look: tickerLookSchema,
  dwell: dwellSchema,
  strands: z.array(strandSchema).max(40),
});
export type ShowTicker = z.infer<typeof showTickerSchema>;

export const newTicker = (id: string, named: string, channels: readonly string[]): ShowTicker => ({
  id,
  name: named,
  channels: [...channels],
  inStep: true,
  look: newTickerLook(),
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
  looks: [],
});

/** The look of an item: that of its kind, else of its strand, else of the ticker. */
export function tickerLookOf(
  ticker: Pick<ShowTicker, 'look' | 'strands'>,
  strand: string,
  kind: string,
): TickerLook {
  const own = ticker.strands.find(({ id }) => id === strand)?.looks ?? [];
  return (
    own.find((look) => look.kind.trim() !== '' && sameWords(look.kind, kind)) ??
    own.find((look) => look.kind.trim() === '') ??
    ticker.look
  );
}

/** All looks of a ticker, each with whose it is and where it stands. */
export const looksOfTicker = ({ look, strands }: Pick<ShowTicker, 'look' | 'strands'>): { readonly look: TickerLook; readonly of: string; readonly path: string }[] => [
  { look, of: '', path: 'look' },
  ...strands.flatMap((strand, i) => strand.looks.map((own, k) => ({ look: own, of: own.kind === '' ? ` of ${strand.name}` : ` of ${strand.name}, ${own.kind}`, path: `strands[${i}].looks[${k}]` }))),
]; // prettier-ignore

/** What of a ticker cannot be played; each with what to do. */
export function tickerProblems(
  ticker: ShowTicker,
  of: {
    readonly channels: readonly { readonly id: string; readonly name: string; readonly lanes: readonly { readonly id: string }[] }[];
    readonly templates: Readonly<Record<string, Pick<Template, 'name' | 'lane' | 'fields' | 'ties' | 'elements'>>>;
    readonly hasData: (id: string) => boolean;
  },
): Problem[] {
  const found: Problem[] = [];
  const add = (code: string, message: string, path: string): number =>
    found.push(problem(code, `Ticker “${ticker.name}”: ${message}`, `tickers.${ticker.id}.${path}`));
  const channels = of.channels.filter(({ id }) => ticker.channels.includes(id));
  for (const { look, of: whose, path } of looksOfTicker(ticker)) {
    const template = look.template === null ? undefined : of.templates[look.template];
    if (!template) add('no-template', `choose the template that items${whose} are shown in.`, `${path}.template`);
    else if (!template.fields.some(({ id }) => id === look.fields.words)) add('no-field', `choose the field of “${template.name}” that takes the words of an item.`, `${path}.fields.words`);
    else if (template.ties.some(({ field: tied, element, property }) => tied === look.fields.words && property === 'list' && template.elements[element]?.kind === 'crawl' && template.elements[element].loops)) add('loops', `the crawl of “${template.name}” goes round by itself and would bring items again. Take its Loops away.`, `${path}.template`);
    else for (const channel of channels) if (!channel.lanes.some(({ id }) => id === template.lane)) add('no-lane', `${channel.name} has no lane “${template.lane}”, which “${template.name}” goes to. Choose another channel or template.`, 'channels');
  }
  if (channels.length === 0) add('no-channel', 'choose a channel that it plays on.', 'channels');
  if (ticker.strands.length === 0) add('no-strands', 'it has no strands. Add one.', 'strands');
  ticker.strands.forEach((strand, i) =>
    strand.from.forEach(({ data, words }, k) => {
      if (!of.hasData(data)) add('no-data', `a table, view or source of “${strand.name}” is gone. Choose another, or take it away.`, `strands[${i}].from[${k}].data`);
      else if (words === '') add('no-column', `choose the column that has the words of “${strand.name}”.`, `strands[${i}].from[${k}].words`);
    }),
  );
  return found;
} // prettier-ignore
