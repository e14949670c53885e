import { inStep, itemWords, type Run, type RunOf, type TickerItem } from '../ticker';
import { steadySpeed } from '../crawl';
import {
  acceptValue,
  isRowList,
  makeList,
  tickerLookOf,
  type Element,
  type Release,
  type RowList,
  type ShowTicker,
  type Template,
  type TickerLook,
  type Values,
} from '../show';
import type { AirTicker, Graphic } from './state';

// What an item is shown in, and what the fields of its template say of it.

export const lookOf = (ticker: Pick<ShowTicker, 'look' | 'strands'>, item: TickerItem): TickerLook =>
  tickerLookOf(ticker, item.strand, item.came.kind);

/** So many items at most are in a line that runs; those before have left it. */
const mostInLine = 12;
/** Its columns; those that lists of news often have are among them, so that a crawl that was made for one shows it. */
const lineColumns = (['Words', 'Text', 'More', 'Place', 'Strand', 'Category', 'Colour', 'Urgent'] as const).map((name) => ({
  key: name,
  name,
  type: name === 'Urgent' ? ('yes-no' as const) : name === 'Colour' ? ('colour' as const) : ('text' as const),
})); // prettier-ignore

/** A line that runs, with an item behind those that are in it. */
function longer(line: unknown, key: string, cells: readonly (string | boolean)[]): RowList | null {
  const before = isRowList(line) && line.columns.length === lineColumns.length && line.columns[0]?.key === 'Words' ? line : null;
  const rows = (before?.order ?? []).filter((own) => own !== key).map((own) => ({ key: own, cells: before?.cells[own] ?? [] }));
  const made = makeList('A ticker', lineColumns, [...rows, { key, cells }].slice(-mostInLine));
  return 'list' in made ? made.list : null;
} // prettier-ignore

/** What a template is given of an item; `turn` tells one time that it comes from the next. */
export function valuesOf(
  ticker: Pick<ShowTicker, 'look' | 'strands'>,
  template: Pick<Template, 'fields'>,
  item: TickerItem,
  said: { readonly isUrgent: boolean; readonly turn: number },
  before: Values,
): Values {
  const strand = ticker.strands.find(({ id }) => id === item.strand);
  const { fields } = lookOf(ticker, item);
  const values: Values = { ...before };
  const put = (id: string | null, value: string | boolean): void => {
    const field = id === null ? undefined : template.fields.find((own) => own.id === id);
    if (!field) return;
    if (field.kind === 'rows') {
      const [words, named] = [itemWords(item), strand?.name ?? ''];
      const cells = [words, words, item.came.more, item.came.more, named, item.came.category || named, strand?.colour ?? '', said.isUrgent];
      const line = longer(values[field.id], `${item.id}~${said.turn}`, cells);
      if (line) values[field.id] = line;
      return;
    }
    const accepted = acceptValue(field, value);
    if ('value' in accepted) values[field.id] = accepted.value;
  };
  put(fields.words, itemWords(item));
  put(fields.more, item.came.more);
  put(fields.strand, strand?.name ?? '');
  put(fields.category, item.came.category);
  put(fields.colour, strand?.colour ?? '');
  put(fields.urgent, said.isUrgent);
  return values;
} // prettier-ignore

/** Why the template of an item does not take what it says, as the end of a sentence; null: it does. */
export function unfitFor(ticker: Pick<ShowTicker, 'look' | 'strands'>, release: Pick<Release, 'templates'>) {
  return (item: TickerItem): string | null => {
    const { template, fields } = lookOf(ticker, item);
    const own = template === null ? undefined : release.templates[template];
    for (const [id, value] of [[fields.words, itemWords(item)], [fields.more, item.came.more]] as const) {
      const field = own?.fields.find((one) => one.id === id);
      if (!field || field.kind === 'rows') continue;
      const accepted = acceptValue(field, value);
      if ('problem' in accepted) return `“${own?.name ?? ''}” does not take it: ${accepted.problem.message}`;
    }
    return null;
  };
} // prettier-ignore

/** The mean width of a character in parts of its size, where words have not been measured. */
const meanAdvance = 0.52;

/** How the words of an item run through a template, by the field that takes them; null: they stand. */
export function runThrough(template: Pick<Template, 'fields' | 'ties' | 'elements' | 'rate'>, words: string | null): Run | null {
  const tie = template.ties.find(({ field, property }) => field === words && property === 'list');
  const crawl = tie ? template.elements[tie.element] : undefined;
  if (crawl?.kind !== 'crawl') return null;
  const separator = crawl.separator === null ? 0 : (template.elements[crawl.separator]?.w ?? 0);
  const look = crawl.looks[0];
  const texts = (id: string): Element[] => {
    const own = template.elements[id];
    return own ? ('children' in own ? own.children.flatMap(texts) : [own]) : [];
  };
  const text = texts(look?.child ?? '').find(({ kind }) => kind === 'text');
  return {
    speed: crawl.isWhole ? steadySpeed(crawl.speed, template.rate) : crawl.speed,
    room: crawl.w,
    gap: (separator > 0 ? 2 * crawl.gap + separator : crawl.gap) + (look?.before ?? 0) + (look?.after ?? 0),
    character: (text?.kind === 'text' ? text.size : 40) * meanAdvance,
  };
} // prettier-ignore

/** By template: how words run through it, of those that a ticker uses. */
export function runsOf(ticker: Pick<ShowTicker, 'look' | 'strands'>, release: Pick<Release, 'templates'>): Record<string, Run> {
  const runs: Record<string, Run> = {};
  for (const { template, fields } of [ticker.look, ...ticker.strands.flatMap(({ looks }) => looks)]) {
    const own = template === null ? undefined : release.templates[template];
    const run = own && runThrough(own, fields.words);
    if (own && run) runs[own.id] = run;
  }
  return runs;
} // prettier-ignore

/** How the words of an item of a ticker on air run. */
export const runIn = (ticker: Pick<AirTicker, 'look' | 'strands' | 'runs'>): RunOf => (item) => {
  const { template } = lookOf(ticker, item);
  return template === null ? null : (ticker.runs[template] ?? null);
}; // prettier-ignore

/** The key of the play that a channel of a ticker belongs to. */
export const playOf = (ticker: Pick<ShowTicker, 'inStep'>, channel: string): string =>
  ticker.inStep ? inStep : channel;

/** The plays of a ticker, by their keys. */
export const playKeys = (ticker: Pick<ShowTicker, 'inStep' | 'channels'>): readonly string[] =>
  ticker.inStep ? [inStep] : ticker.channels;

/** A name for what is on air, from its words. */
export const nameOf = (words: string, ticker: Pick<ShowTicker, 'name'>): string =>
  words.slice(0, 60) || ticker.name;

/** Whether a graphic is one of a ticker and has not been told to leave. */
export const isUpOf = (graphic: Graphic, ticker: string): boolean =>
  graphic.ticker === ticker && graphic.exitAt === null;
