import {
  cellContents,
  columnsOf,
  type CellContent,
  type CellContentKind,
  type CellLookPart,
  type SideLine,
  type TableColumn,
  type TableElement,
} from '../../element';
import type { ListColumn } from '../../value';
import { siblingsOf, type Template } from '../template';

// Changes to a table: its columns, heads and feet, rules and joined cells.

/** The table of an id, to be changed; undefined where it is none. */
export const tableIn = (template: Template, id: string): TableElement | undefined => {
  const own = template.elements[id];
  return own?.kind === 'table' ? own : undefined;
};

/** A new column for a column of the rows, shown by what suits its type. */
export function newTableColumn(id: string, of: ListColumn | null): TableColumn {
  const isNumber = of !== null && (of.type === 'number' || of.type === 'duration');
  const kind: CellContentKind = of?.type === 'picture' ? 'picture' : isNumber ? 'number' : 'text';
  const content = { ...cellContents[kind].plain, ...(of ? { column: of.key } : {}) } as CellContent;
  return {
    id,
    title: null,
    width: isNumber ? { by: 'widest', min: 60, max: null } : { by: 'share', share: 1 },
    content,
    look: isNumber ? { align: 'right', figures: 'tabular' } : {},
    evenSize: false,
    joinsEqual: false,
    flashes: isNumber,
    changes: 'switch',
  };
}

/** The columns of the rows that no column of a table shows yet. */
export const columnsLeft = (table: TableElement, columns: readonly ListColumn[]): ListColumn[] => {
  const shown = new Set(table.columns.flatMap(({ content }) => columnsOf(content)));
  const isShown = ({ key, name }: ListColumn): boolean => shown.has(key) || shown.has(name);
  const through = table.columns.flatMap(({ content }) => {
    if (content.kind !== 'sparkline' || content.last === '') return [];
    const [from = -1, to = -1] = columnsOf(content).map((own) =>
      columns.findIndex(({ key, name }) => key === own || name === own),
    );
    return from < 0 || to < 0 ? [] : columns.slice(Math.min(from, to), Math.max(from, to) + 1);
  });
  return columns.filter((column) => !isShown(column) && !through.includes(column));
};

/** The same content, of another kind; what both have stays. */
export function contentOfKind(content: CellContent, kind: CellContentKind): CellContent {
  const plain = cellContents[kind].plain;
  const kept = Object.fromEntries(Object.entries(content).filter(([key]) => key !== 'kind' && key in plain));
  return { ...plain, ...kept } as CellContent;
}

/** Takes a column away, with what rules, joins, heads and feet say of it, and what it drew. */
export function removeTableColumn(template: Template, table: TableElement, id: string): void {
  const gone = table.columns.find((column) => column.id === id);
  table.columns = table.columns.filter((column) => column.id !== id);
  table.rules = table.rules.flatMap((rule) => {
    if (!rule.columns.includes(id)) return [rule];
    const columns = rule.columns.filter((own) => own !== id);
    // A rule of this column alone would hold for all without it.
    return columns.length === 0 ? [] : [{ ...rule, columns }];
  });
  table.joins = table.joins.filter((join) => join.column !== id);
  for (const line of [...table.heads, ...table.feet]) delete line.cells[id];
  if (gone?.content.kind === 'drawn') releaseChild(template, table, gone.content.child);
}

/** What a column drew stands beside the table again. */
function releaseChild(template: Template, table: TableElement, child: string): void {
  if (!table.children.includes(child)) return;
  table.children = table.children.filter((one) => one !== child);
  const { list } = siblingsOf(template, table.id);
  list.splice(list.indexOf(table.id) + 1, 0, child);
}

/** Lets an element stand in every cell of a column: it goes into the table. */
export function drawInColumn(template: Template, table: TableElement, column: string, child: string): void {
  const own = table.columns.find(({ id }) => id === column);
  if (!own || !template.elements[child] || child === table.id) return;
  if (own.content.kind === 'drawn') releaseChild(template, table, own.content.child);
  const { list } = siblingsOf(template, child);
  const at = list.indexOf(child);
  if (at >= 0) list.splice(at, 1);
  table.children.push(child);
  own.content = { kind: 'drawn', child };
}

/** Moves a column to another place. */
export function moveTableColumn(table: TableElement, id: string, by: number): void {
  const at = table.columns.findIndex((column) => column.id === id);
  const to = at + by;
  const [own] = table.columns.slice(at, at + 1);
  if (!own || to < 0 || to >= table.columns.length) return;
  table.columns.splice(at, 1);
  table.columns.splice(to, 0, own);
}

/** Sets what a cell of a head or foot says; nothing said takes it away. */
export function setSideCell(
  line: SideLine,
  column: string,
  change: Partial<SideLine['cells'][string]>,
): void {
  const next = { text: null, across: 1, total: null, ...line.cells[column], ...change };
  if (next.text === null && next.across === 1 && next.total === null) delete line.cells[column];
  else line.cells[column] = next;
}

/** Sets one property of a look, or takes it away where nothing is given. */
export function setLook(look: CellLookPart, key: string, value: unknown): void {
  if (value === undefined) delete (look as Record<string, unknown>)[key];
  else (look as Record<string, unknown>)[key] = value;
}
