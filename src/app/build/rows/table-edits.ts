import { tableIn, type TableElement } from '../../../core/show';
import { editTemplate } from '../build-store';

/** Changes a table of the template in hand; changes of one `merge` in a run are one step back. */
export function editTable(
  table: TableElement,
  what: string,
  recipe: (own: TableElement) => void,
  merge?: string,
): void {
  editTemplate(
    `${what} of ${table.name}`,
    (t) => {
      const own = tableIn(t, table.id);
      if (own) recipe(own);
    },
    merge && `${table.id} ${merge}`,
  );
}
