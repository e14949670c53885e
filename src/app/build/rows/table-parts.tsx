import { useMemo } from 'react';
import { AlertTriangle } from 'lucide-react';
import {
  drawnRows,
  isRowList,
  StyleReader,
  tieOf,
  type Show,
  type TableElement,
  type Template,
} from '../../../core/show';
import { tableFindings } from '../../../core/table';
import { useResolved } from '../../state/data';
import { ColumnsSection } from './columns-section';
import { JoinsSection, RulesSection } from './rules-section';
import { SidesSection } from './sides-section';

/** What of a table no property says: its columns, cells, heads and feet, and what its rows lack. */
export function TableParts({ show, template, table }: { show: Show; template: Template; table: TableElement }) {
  const use = useMemo(() => ({ template, typed: {}, row: null }), [template]);
  const { values } = useResolved(use);
  const tie = tieOf(template, table.id, 'list');
  const given = tie ? (values[tie.field] ?? template.fields.find(({ id }) => id === tie.field)?.default) : table.list;
  const list = isRowList(given) ? given : drawnRows;
  const { columns } = list;
  const found = useMemo(() => {
    const reader = new StyleReader(show.look);
    return tableFindings(table, list, (set, name) =>
      set === null ? (show.assets[name] ? name : null) : reader.picture(set, name),
    );
  }, [table, list, show.look, show.assets]);
  const all = { show, template, table, columns };
  return (
    <>
      {found.length > 0 && (
        <ul className="flex flex-col gap-1 border-b border-line p-3 text-xs text-warn" aria-label={`What breaks in ${table.name}`}>
          {found.map(({ code, message }) => (
            <li key={`${code} ${message}`} className="flex gap-1.5">
              <AlertTriangle size={13} className="mt-0.5 shrink-0" /> {message}
            </li>
          ))}
        </ul>
      )}
      <ColumnsSection {...all} />
      <RulesSection {...all} />
      <SidesSection table={table} columns={columns} />
      <JoinsSection template={template} table={table} columns={columns} />
    </>
  );
} // prettier-ignore
