import { ArrowDown, ArrowUp, ChevronDown, ChevronRight, Plus, Trash2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState } from 'react';
import {
  cellContents,
  columnsLeft,
  contentOfKind,
  drawInColumn,
  moveTableColumn,
  newTableColumn,
  removeTableColumn,
  setLook,
  tableIn,
  withDescendants,
  type CellContentKind,
  type ColumnWidth,
  type ListColumn,
  type Show,
  type TableColumn,
  type TableElement,
  type Template,
} from '../../../core/show';
import { newId } from '../../state/ids';
import {
  Button,
  CheckField,
  DraftText,
  IconButton,
  NumberField,
  Section,
  SelectField,
  menuItem,
} from '../../ui';
import { editTemplate, sealEdit } from '../build-store';
import { ContentForm } from './content-form';
import { LookForm } from './look-form';
import { editTable } from './table-edits';

/** What a column is called: its title, or what it shows. */
export function columnName(column: TableColumn, columns: readonly ListColumn[], at: number): string {
  const { content, title } = column;
  if (title) return title;
  if (content.kind === 'drawn') return `Column ${at + 1}`;
  const own = columns.find(({ key, name }) => key === content.column || name === content.column);
  return (
    own?.name ?? (content.column || (content.kind === 'movement' ? 'Change of place' : `Column ${at + 1}`))
  );
}

/** The columns of a table, from left to right: what each shows, how wide it is, how it looks. */
export function ColumnsSection(props: {
  show: Show;
  template: Template;
  table: TableElement;
  columns: readonly ListColumn[];
}) {
  const { show, template, table, columns } = props;
  const [openId, setOpen] = useState<string | null>(null);
  const left = columnsLeft(table, columns);
  const add = (of: ListColumn | null): void => {
    const column = newTableColumn(newId(), of);
    editTable(table, of ? `Column ${of.name}` : 'New column', (own) => void own.columns.push(column));
    setOpen(column.id);
  };
  return (
    <Section title="Columns">
      <ul className="flex flex-col gap-1" aria-label={`Columns of ${table.name}`}>
        {table.columns.map((column, at) => {
          const name = columnName(column, columns, at);
          const isOpen = openId === column.id;
          return (
            <li key={column.id} className="rounded border border-line">
              <div className="flex items-center">
                <button
                  type="button"
                  aria-expanded={isOpen}
                  className="flex h-7 min-w-0 flex-1 items-center gap-1 px-1.5 text-left"
                  onClick={() => setOpen(isOpen ? null : column.id)}
                >
                  {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
                  <span className="min-w-0 truncate">{name}</span>
                  <span className="shrink-0 text-xs text-ink-3">{cellContents[column.content.kind].label}</span>
                </button>
                <IconButton label={`${name} to the left`} disabled={at === 0} onClick={() => editTable(table, `Place of ${name}`, (own) => moveTableColumn(own, column.id, -1))}>
                  <ArrowUp size={13} />
                </IconButton>
                <IconButton label={`${name} to the right`} disabled={at === table.columns.length - 1} onClick={() => editTable(table, `Place of ${name}`, (own) => moveTableColumn(own, column.id, 1))}>
                  <ArrowDown size={13} />
                </IconButton>
                <IconButton
                  label={`Delete the column ${name}`}
                  onClick={() =>
                    editTemplate(`Delete the column ${name}`, (t) => {
                      const own = tableIn(t, table.id);
                      if (own) removeTableColumn(t, own, column.id);
                    })
                  }
                >
                  <Trash2 size={13} />
                </IconButton>
              </div>
              {isOpen && (
                <ColumnForm show={show} template={template} table={table} columns={columns} column={column} name={name} />
              )}
            </li>
          );
        })}
      </ul>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button className="self-start px-2">
            <Plus size={14} /> Column
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="start" sideOffset={4} className="z-50 max-h-72 min-w-44 overflow-auto rounded border border-line bg-panel p-1">
            {left.map((column) => (
              <DropdownMenu.Item key={column.key} className={menuItem} onSelect={() => add(column)}>
                {column.name}
              </DropdownMenu.Item>
            ))}
            {left.length > 1 && (
              <DropdownMenu.Item
                className={menuItem}
                onSelect={() =>
                  editTable(table, 'All columns', (own) => void own.columns.push(...left.map((column) => newTableColumn(newId(), column))))
                }
              >
                All of these
              </DropdownMenu.Item>
            )}
            <DropdownMenu.Item className={menuItem} onSelect={() => add(null)}>
              An empty column
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </Section>
  );
} // prettier-ignore

const widths: readonly { readonly value: ColumnWidth['by']; readonly label: string }[] = [
  { value: 'share', label: 'A share of the rest' },
  { value: 'px', label: 'Fixed' },
  { value: 'widest', label: 'Its widest content' },
];
const plainWidth: { readonly [K in ColumnWidth['by']]: Extract<ColumnWidth, { by: K }> } = {
  share: { by: 'share', share: 1 },
  px: { by: 'px', px: 120 },
  widest: { by: 'widest', min: 60, max: null },
};

function ColumnForm(props: {
  show: Show;
  template: Template;
  table: TableElement;
  columns: readonly ListColumn[];
  column: TableColumn;
  name: string;
}) {
  const { show, template, table, columns, column, name } = props;
  const { content, width } = column;
  const edit = (what: string, recipe: (own: TableColumn) => void, merge?: string): void =>
    editTable(
      table,
      `${what} of ${name}`,
      (own) => {
        const found = own.columns.find(({ id }) => id === column.id);
        if (found) recipe(found);
      },
      merge && `${column.id} ${merge}`,
    );
  const inside = new Set(withDescendants(template, table.id));
  const loose = Object.values(template.elements).filter(({ id }) => !inside.has(id));
  const take = (kind: CellContentKind): void => {
    if (kind !== 'drawn') return edit('Content', (own) => void (own.content = contentOfKind(own.content, kind)));
    const [first] = loose;
    if (first) draw(first.id);
  };
  const draw = (child: string): void =>
    editTemplate(`Elements of ${name}`, (t) => {
      const own = tableIn(t, table.id);
      if (own) drawInColumn(t, own, column.id, child);
    });
  return (
    <div className="flex flex-col gap-1.5 border-t border-line p-2">
      <SelectField
        beside
        label="Shows"
        value={content.kind}
        choices={Object.entries(cellContents)
          .filter(([kind]) => kind !== 'drawn' || loose.length > 0 || content.kind === 'drawn')
          .map(([value, { label }]) => ({ value, label }))}
        onChange={(kind) => take(kind as CellContentKind)}
      />
      {content.kind === 'drawn' ? (
        <SelectField
          beside
          label="Element"
          value={content.child}
          choices={[
            { value: content.child, label: template.elements[content.child]?.name ?? 'None' },
            ...loose.map(({ id, name: words }) => ({ value: id, label: words })),
          ]}
          onChange={(child) => draw(String(child))}
        />
      ) : (
        <ContentForm show={show} name={name} content={content} columns={columns} edit={edit} />
      )}
      <span className="flex items-center gap-2 text-xs text-ink-2">
        Title
        <DraftText
          bare
          label={`Title of ${name}`}
          value={column.title ?? ''}
          placeholder="As in the data"
          onKeep={(words) => edit('Title', (own) => void (own.title = words === '' ? null : words))}
        />
      </span>
      <SelectField
        beside
        label="Width"
        value={width.by}
        choices={widths}
        onChange={(by) => edit('Width', (own) => void (own.width = plainWidth[by as ColumnWidth['by']]))}
      />
      {width.by === 'share' && (
        <NumberField label="Share" min={0.01} max={1000} step={0.1} value={width.share} onChange={(share) => edit('Width', (own) => void (own.width = { by: 'share', share }), 'width')} onDone={sealEdit} />
      )}
      {width.by === 'px' && (
        <NumberField label="Width" unit="px" min={0} max={4000} value={width.px} onChange={(px) => edit('Width', (own) => void (own.width = { by: 'px', px }), 'width')} onDone={sealEdit} />
      )}
      {width.by === 'widest' && (
        <span className="grid grid-cols-2 gap-2">
          <NumberField label="Min" unit="px" min={0} value={width.min ?? 0} onChange={(min) => edit('Width', (own) => void (own.width = { ...width, min }), 'width')} onDone={sealEdit} />
          <NumberField label="Max" unit="px" min={0} value={width.max ?? 0} onChange={(max) => edit('Width', (own) => void (own.width = { ...width, max: max === 0 ? null : max }), 'width')} onDone={sealEdit} />
        </span>
      )}
      {(content.kind === 'text' || content.kind === 'number') && (
        <CheckField label="One size for the whole column" value={column.evenSize} onChange={(evenSize) => edit('Even size', (own) => void (own.evenSize = evenSize))} />
      )}
      {content.kind !== 'drawn' && content.kind !== 'movement' && (
        <CheckField label="Join neighbours that are equal" value={column.joinsEqual} onChange={(joinsEqual) => edit('Joined cells', (own) => void (own.joinsEqual = joinsEqual))} />
      )}
      {content.kind === 'number' && (
        <SelectField
          beside
          label="A new value"
          value={column.changes}
          choices={[
            { value: 'switch', label: 'Stands there' },
            { value: 'count', label: 'Is counted to' },
          ]}
          onChange={(changes) => edit('New value', (own) => void (own.changes = changes as TableColumn['changes']))}
        />
      )}
      {table.flash !== '#00000000' && (
        <CheckField
          label="Lights up when it changes"
          value={column.flashes}
          onChange={(flashes) => edit('Flash', (own) => void (own.flashes = flashes))}
        />
      )}
      <LookForm
        show={show}
        label={name}
        look={column.look}
        onSet={(key, value) => edit('Look', (own) => setLook(own.look, key, value), `look ${key}`)}
      />
    </div>
  );
} // prettier-ignore
