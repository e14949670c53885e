import { counted, problem, type Problem } from '../problem';
import { columnsOf, pagesOf, rowsOnPage, type RowList, type TableElement } from '../show';
import { listColumn, numberOf, sparkValues } from './words';

const some = (keys: readonly string[]): string =>
  `${keys
    .slice(0, 3)
    .map((key) => `“${key}”`)
    .join(', ')}${keys.length > 3 ? ` and ${keys.length - 3} more` : ''}`;

/** What of the rows a table cannot show as it is meant to, as sentences; `picture` as in `TablePort`. */
export function tableFindings(
  table: TableElement,
  list: RowList,
  picture: (set: string | null, name: string) => string | null,
): Problem[] {
  const found: Problem[] = [];
  const say = (code: string, message: string): void =>
    void found.push(problem(code, message, `elements.${table.id}`));
  if (table.columns.length === 0)
    say('no-columns', `${table.name} has no columns. Add one in the inspector, or take all of its rows.`);
  const shown = rowsOnPage(table, list);
  for (const { content, title } of table.columns) {
    const missing = columnsOf(content).filter((name) => listColumn(list, name) < 0);
    if (content.kind !== 'drawn' && content.column === '' && content.kind !== 'movement')
      say('no-column', `A column of ${table.name} has nothing to show. Choose a column of the rows for it.`);
    if (list.columns.length > 0)
      for (const name of missing)
        say(
          'no-column',
          `${table.name} shows a column “${name}” that its rows have not any more. Its cells are empty; choose another.`,
        );
    if (content.kind === 'drawn') continue;
    const at = listColumn(list, content.column);
    if (at < 0) continue;
    const cells = shown.map((key) => ({ key, cell: list.cells[key]?.[at] ?? null }));
    const name = title ?? content.column;
    if (content.kind === 'number' || content.kind === 'bar') {
      const words = cells.filter(({ cell }) => cell !== null && cell !== '' && numberOf(cell) === null);
      if (words.length > 0)
        say(
          'no-number',
          `In ${name} of ${table.name} ${words.length === 1 ? 'a cell is no number' : `${words.length} cells are no numbers`}: ${some(words.map(({ cell }) => String(cell)))}. ${content.kind === 'bar' ? 'They have no bar.' : 'They stand as they are written.'}`,
        );
    }
    if (content.kind === 'sparkline') {
      const broken = cells.filter(
        ({ key, cell }) => cell !== null && sparkValues(content, list, key).includes(null),
      );
      if (broken.length > 0 && listColumn(list, content.last) < 0)
        say(
          'no-number',
          `In ${name} of ${table.name} ${broken.length === 1 ? 'a cell holds' : `${broken.length} cells hold`} what is no number: ${some(broken.map(({ cell }) => String(cell)))}. Its sparkline has a gap there.`,
        );
    }
    if (content.kind === 'picture') {
      const none = cells.filter(
        ({ cell }) => cell !== null && cell !== '' && picture(content.set, String(cell)) === null,
      );
      if (none.length > 0)
        say(
          'no-picture',
          `${name} of ${table.name}: there is no picture for ${some(none.map(({ cell }) => String(cell)))}. Add it to the set, or write the name as it is there.`,
        );
    }
  }
  const pages = pagesOf(table, list.order.length).length;
  if (table.turns === 'none' && pages > 1)
    say(
      'rows-beyond',
      `${table.name} shows ${counted(shown.length, 'row')} of ${list.order.length}: its ${pages} pages do not turn. Let them turn under Pages, or take fewer rows.`,
    );
  return found;
}
