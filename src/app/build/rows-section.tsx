import { useMemo } from 'react';
import {
  drawnRows,
  isRowList,
  rowsAround,
  tieOf,
  type ListColumn,
  type ForRows,
  type RowsElement,
  type Template,
} from '../../core/show';
import { useResolved } from '../state/data';
import { SelectField } from '../ui';
import { editTemplate } from './build-store';

/** The columns that what stands in rows may take, of the rows element around it nearest first. */
export function useColumns(
  template: Template,
  /** Null asks nothing. */
  element: string | null,
): readonly { readonly rows: ForRows; readonly columns: readonly ListColumn[] }[] {
  const around = useMemo(() => (element === null ? [] : rowsAround(template, element)), [template, element]);
  const use = useMemo(
    () => (around.length > 0 ? { template, typed: {}, row: null } : null),
    [template, around.length],
  );
  const { values } = useResolved(use);
  return around.map((rows) => {
    const tie = tieOf(template, rows.id, 'list');
    const field = template.fields.find(({ id }) => id === tie?.field);
    const list = tie ? (values[tie.field] ?? field?.default) : rows.list;
    return { rows, columns: isRowList(list) ? list.columns : drawnRows.columns };
  });
}

/** What of rows no property says: which child stands where there are none. */
export function StandIn({ template, element }: { template: Template; element: RowsElement }) {
  return (
    <SelectField
      beside
      label="When there are none"
      value={element.standIn ?? ''}
      choices={[
        { value: '', label: 'Nothing' },
        ...element.children.map((id) => ({ value: id, label: template.elements[id]?.name ?? id })),
      ]}
      onChange={(id) =>
        editTemplate(`What stands for no rows of ${element.name}`, (t) => {
          const own = t.elements[element.id];
          if (own?.kind === 'rows') own.standIn = id === '' ? null : String(id);
        })
      }
    />
  );
}
