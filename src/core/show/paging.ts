import { isForRows, pageShown, pagesOf, propertyOf, roundsOf, type ChartElement, type Element, type ForRows, type TableElement } from '../element'; // prettier-ignore
import { columnAt, emptyList, isRowList, type RowList, type Scalar, type Values } from '../value';
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
type Paged = TableElement | ChartElement;
const isPaged = (element: Element | undefined): element is Paged =>
  element?.kind === 'table' || element?.kind === 'chart';
/** The property that says which page, or round, it shows. */
const pageKey = { table: 'page', chart: 'round' } as const;
const shownOf = (element: Paged): number => (element.kind === 'table' ? element.page : element.round);

/** The page that a table shows by values, or the round of a chart, and how many there are. */
export function pageOf(template: Template, paged: Paged, values: Values): { page: number; pages: number } {
  const list = rowsGiven(template, paged, values);
  const pages = paged.kind === 'table' ? pagesOf(paged, list.order.length).length : Math.max(1, roundsOf(paged, list).length);
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

/** What an element for rows tells of them as a whole, beside its columns, by a key that no column has. */
export const rowsFigures = [
  { key: '~page', name: 'Page' },
  { key: '~pages', name: 'Number of pages' },
  { key: '~rows', name: 'Number of rows' },
] as const;

/** A figure of the rows of an element by its key; undefined where it is none, or where a column has that name. */
export function rowsFigure(template: Template, element: string, key: string, values: Values): Scalar | undefined {
  if (!key.startsWith('~')) return undefined;
  const own = template.elements[element];
  if (!isForRows(own)) return undefined;
  const list = rowsGiven(template, own, values);
  if (columnAt(list, key) >= 0) return undefined;
  const count = list.order.length;
  if (key === '~rows') return count;
  const { page, pages } = isPaged(own) ? pageOf(template, own, values) : { page: 1, pages: 1 };
  return key === '~page' ? page : key === '~pages' ? pages : undefined;
} // prettier-ignore
