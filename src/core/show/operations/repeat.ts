import { insetFieldKey, kindOf, propertyOf, type Element, type RowsElement } from '../../element';
import type { ListColumn, NewId } from '../../value';
import { templateOfInset } from '../inset';
import { newColumnTie, newTie, type Template } from '../template';
import { addBinding } from './bindings';
import { groupElements, outermost } from './elements';

/** Rows that elements can be repeated for: a table, view or source by its id, with its columns. */
export interface RowsToTake {
  readonly data: string;
  readonly name: string;
  readonly columns: readonly ListColumn[];
  /** Whether its rows keep keys of their own, as those of tables do; absent: they are told apart by a column. */
  readonly isKeyed?: boolean;
}

const isLike = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** The types of cells that a property of a type can show. */
const takes = (type: string, column: ListColumn): boolean =>
  type === 'text' ? column.type !== 'picture' : type === 'picture' && column.type === 'picture';

/**
 * Makes elements stand once for each row, in a rows element where the front one stood. Given data, its rows are bound,
 * and texts and pictures take the columns that are called as they are or as their words; those that are left take what
 * is left of the columns, from left to right. Fields of what insets show (of `templates`) take the columns that are called as they
 * are. Returns the id of the rows element, or null where there is nothing.
 */
export function repeatForRows(
  template: Template,
  ids: readonly string[],
  rows: RowsElement,
  data: RowsToTake | null,
  newId: NewId,
  templates: Readonly<Record<string, Template>> = {},
): string | null {
  const members = outermost(template, ids);
  if (members.length === 0) return null;
  groupElements(template, members, rows);
  if (!data) return rows.id;
  const binding = addBinding(template, newId(), data.name, { kind: 'rows', data: data.data });
  template.ties.push(newTie(rows.id, 'list', binding.id));
  const left = new Set(data.columns);
  for (const id of members) {
    const element = template.elements[id];
    const shown = element?.kind === 'inset' ? templateOfInset(element, templates) : undefined;
    for (const { id: field, name, kind } of shown?.fields ?? []) {
      const key = insetFieldKey(field, kind === 'rows');
      const column = data.columns.find((own) => isLike(own.name, name) && takes(kind === 'picture' ? 'picture' : 'text', own)); // prettier-ignore
      const isFree = !template.ties.some((tie) => tie.element === id && tie.property === key);
      if (!column || !isFree || kind === 'rows' || shown?.bound[field] !== undefined) continue;
      left.delete(column);
      template.ties.push(newColumnTie(id, key, rows.id, column.key));
    }
  }
  const open = members.flatMap((id): { element: Element; key: string; type: string }[] => {
    const element = template.elements[id];
    const key = element && kindOf(element).content;
    const type = element && key ? propertyOf(element.kind, key)?.type : undefined;
    const isFree = !template.ties.some((tie) => tie.element === id && tie.property === key);
    return element && key && (type === 'text' || type === 'picture') && isFree
      ? [{ element, key, type }]
      : [];
  });
  open.sort((a, b) => a.element.x - b.element.x || a.element.y - b.element.y);
  const give = (one: (typeof open)[number], column: ListColumn | undefined): boolean => {
    if (!column) return false;
    left.delete(column);
    template.ties.push(newColumnTie(one.element.id, one.key, rows.id, column.key));
    return true;
  };
  const rest = open.filter((one) => {
    const words = [one.element.name, 'text' in one.element ? one.element.text : ''];
    return !give(
      one,
      [...left].find((column) => takes(one.type, column) && words.some((word) => isLike(word, column.name))),
    );
  });
  for (const one of rest)
    give(
      one,
      [...left].find((column) => takes(one.type, column)),
    );
  return rows.id;
}

/** Lets a property take a column of the row in hand of a rows element. */
export function takeColumn(
  template: Template,
  element: string,
  property: string,
  rows: string,
  column: string,
): void {
  template.ties = template.ties.filter((tie) => tie.element !== element || tie.property !== property);
  template.ties.push(newColumnTie(element, property, rows, column));
}
