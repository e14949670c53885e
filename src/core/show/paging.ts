import { isForRows, pageShown, pagesOf, propertyOf, roundsOf, rowPages, rowsOfState, type ChartElement, type Element, type ForRows, type RowsElement, type TableElement } from '../element'; // prettier-ignore
import { columnAt, emptyList, isRowList, type RowList, type Scalar, type Values } from '../value';
import { numberInWords } from '../binding';
import { parseNumber } from '../source';
import { makeField } from './operations/fields';
import { tieOf, type Template } from './template';

/** Where a template that shows rows page by page stands. */
export interface Paging {
  /** The number field that holds the page. */
  readonly field: string;
  /** From 1. */
  readonly page: number;
  readonly pages: number;
  readonly turns: Exclude<TableElement['turns'], 'none'>;
  /** Seconds that a page stays, where it turns by time. */
  readonly after: number;
}

/** The rows that an element is given by values. */
export function rowsGiven(template: Template, element: ForRows, values: Values): RowList {
  const tie = tieOf(template, element.id, 'list');
  if (!tie) return element.list ?? emptyList;
  const field = template.fields.find(({ id }) => id === tie.field);
  const given = values[tie.field] ?? field?.default;
  return isRowList(given) ? given : emptyList;
}

/** An element that shows its rows page by page, or round by round. */
type Paged = TableElement | ChartElement | RowsElement;
const isPaged = (element: Element | undefined): element is Paged =>
  element?.kind === 'table' || element?.kind === 'chart' || element?.kind === 'rows';
/** The property that says which page, or round, it shows. */
const pageKey = { table: 'page', chart: 'round', rows: 'page' } as const;
const shownOf = (element: Paged): number => (element.kind === 'chart' ? element.round : element.page);
const pagesIn = (paged: Paged, list: RowList): number =>
  paged.kind === 'table'
    ? pagesOf(paged, list.order.length).length
    : paged.kind === 'rows'
      ? rowPages(paged, list.order.length)
      : Math.max(1, roundsOf(paged, list).length);

/** The page that a table shows by values, or the round of a chart, and how many there are. */
export function pageOf(template: Template, paged: Paged, values: Values): { page: number; pages: number } {
  const list = rowsGiven(template, paged, values);
  const pages = pagesIn(paged, list);
  const tie = tieOf(template, paged.id, pageKey[paged.kind]);
  const field = tie && template.fields.find(({ id }) => id === tie.field);
  const own = shownOf(paged);
  const given = tie ? (values[tie.field] ?? field?.default ?? own) : own;
  return { page: pageShown(Number(given), pages), pages };
} // prettier-ignore

/** How a filled template turns its pages; null where it does not. The element of most pages leads those of one field. */
export function pagingOf(template: Template, values: Values): Paging | null {
  let found: Paging | null = null;
  for (const paged of Object.values(template.elements)) {
    if (!isPaged(paged) || paged.turns === 'none') continue;
    const tie = tieOf(template, paged.id, pageKey[paged.kind]);
    const field = tie && template.fields.find(({ id, kind }) => id === tie.field && kind === 'number');
    if (!field || (found && found.field !== field.id)) continue;
    const own = pageOf(template, paged, values);
    if (!found || own.pages > found.pages)
      found = { ...own, field: field.id, turns: paged.turns, after: paged.turnAfter };
  }
  return found;
}

/** Lets a table turn its pages, or a chart its rounds: which one becomes a field, which the operator may set and which turning counts on. */
export function letTurn(template: Template, id: string, turns: TableElement['turns'], newId: () => string): void {
  const own = template.elements[id];
  if (!isPaged(own)) return;
  own.turns = turns;
  const key = pageKey[own.kind];
  const property = propertyOf(own.kind, key);
  if (turns === 'none' || !property || tieOf(template, id, key)) return;
  const made = makeField(template, id, property, newId());
  const field = template.fields.find((one) => one.id === made);
  if (field?.kind === 'number') Object.assign(field, { min: 1, step: 1, help: `The ${key} that is shown` });
} // prettier-ignore

/** What an element for rows tells of them as a whole, beside its columns, by a key that no column has, and which do. */
export const rowsFigures: readonly { readonly key: string; readonly name: string; readonly of: readonly ForRows['kind'][] }[] = [
  { key: '~page', name: 'Page', of: ['table', 'rows'] },
  { key: '~pages', name: 'Number of pages', of: ['table', 'rows'] },
  { key: '~rows', name: 'Number of rows', of: ['table', 'rows', 'crawl', 'chart', 'map'] },
  { key: '~total', name: 'Total', of: ['chart'] },
  { key: '~first', name: 'Name of the largest', of: ['chart'] },
  { key: '~first-value', name: 'Value of the largest', of: ['chart'] },
  { key: '~first-share', name: 'Share of the largest', of: ['chart'] },
  { key: '~lead', name: 'Lead of the largest', of: ['chart'] },
  { key: '~turnout', name: 'Turnout', of: ['chart'] },
  { key: '~round', name: 'Name of the round', of: ['chart'] },
  { key: '~declared', name: 'Regions declared', of: ['map'] },
  { key: '~led', name: 'Regions only led', of: ['map'] },
]; // prettier-ignore

/** A figure of the rows of an element by its key; undefined where it is none, or where a column has that name. */
export function rowsFigure(template: Template, element: string, key: string, values: Values): Scalar | undefined {
  if (!key.startsWith('~')) return undefined;
  const own = template.elements[element];
  if (!isForRows(own)) return undefined;
  const list = rowsGiven(template, own, values);
  if (columnAt(list, key) >= 0) return undefined;
  const count = list.order.length;
  if (key === '~rows') return count;
  if (own.kind === 'map') return key === '~declared' ? rowsOfState(own, list, 'declared') : key === '~led' ? rowsOfState(own, list, 'leading') : undefined;
  const { page, pages } = isPaged(own) ? pageOf(template, own, values) : { page: 1, pages: 1 };
  if (key === '~page') return page;
  if (key === '~pages') return pages;
  return own.kind === 'chart' ? chartFigure(own, list, key, page, isShownIn(template, own, values)) : undefined;
} // prettier-ignore

/** Whether a chart says its numbers, as values have it. */
function isShownIn(template: Template, chart: ChartElement, values: Values): boolean {
  const tie = tieOf(template, chart.id, 'isRevealed');
  const field = tie && template.fields.find(({ id }) => id === tie.field);
  const given = tie ? (values[tie.field] ?? field?.default) : undefined;
  return typeof given === 'boolean' ? given : chart.isRevealed;
}

/** A figure of all rows of a chart, of their first series, in its format; empty until it is revealed. */
function chartFigure(chart: ChartElement, list: RowList, key: string, round: number, isShown: boolean): Scalar | undefined {
  const { columns, format, entitled } = chart;
  const percent = (value: number): string => `${numberInWords(value, { ...format, before: '', after: '' })}\u202f%`;
  const rounds = roundsOf(chart, list);
  const shown = rounds[round - 1];
  if (key === '~round') return shown ?? '';
  const wanted = columns.series[0] ?? columns.value;
  const taken = new Set([columns.before, columns.round].map((name) => (name === '' ? -1 : columnAt(list, name))));
  const at = wanted !== '' ? columnAt(list, wanted) : list.columns.findIndex(({ type }, i) => type === 'number' && !taken.has(i));
  const named = columns.name || columns.seriesName;
  const name = named !== '' ? columnAt(list, named) : list.columns.findIndex(({ type }) => type === 'text');
  const roundAt = columns.round === '' ? -1 : columnAt(list, columns.round);
  const cells = list.order.flatMap((row) => {
    const own = list.cells[row] ?? [];
    if (shown !== undefined && String(own[roundAt] ?? '') !== shown) return [];
    const cell = own[at];
    const value = typeof cell === 'string' ? parseNumber(cell) : cell;
    return typeof value === 'number' && Number.isFinite(value) ? [{ name: String(own[name] ?? ''), value }] : [];
  });
  const order = [...cells].sort((a, b) => b.value - a.value);
  const [first, second] = order;
  const total = cells.reduce((sum, { value }) => sum + value, 0);
  if (!isShown || !first) return ['~total', '~first', '~first-value', '~first-share', '~lead', '~turnout'].includes(key) ? '' : undefined;
  switch (key) {
    case '~total':
      return numberInWords(total, format);
    case '~first':
      return first.name;
    case '~first-value':
      return numberInWords(first.value, format);
    case '~first-share':
      return total > 0 ? percent((first.value / total) * 100) : '';
    case '~turnout':
      return entitled > 0 ? percent((total / entitled) * 100) : '';
    case '~lead':
      return numberInWords(first.value - (second?.value ?? 0), format);
    default:
      return undefined;
  }
} // prettier-ignore
