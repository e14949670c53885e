import { ArrowDown, ArrowUp, ChevronDown, ChevronRight, Plus, Trash2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import {
  setLook,
  type ListColumn,
  type Show,
  type TableElement,
  type TableJoin,
  type TableRule,
  type Template,
} from '../../../core/show';
import { newId } from '../../state/ids';
import { Button, CheckField, IconButton, NumberField, Section, SelectField } from '../../ui';
import { sealEdit } from '../build-store';
import { columnName } from './columns-section';
import { LinesField, linesWords } from './lines-field';
import { LookForm } from './look-form';
import { editTable } from './table-edits';

interface Props {
  show: Show;
  template: Template;
  table: TableElement;
  columns: readonly ListColumn[];
}

/** How the cells of a table look: all of them, then what differs, a later rule over an earlier one. */
export function RulesSection({ show, template, table, columns }: Props) {
  const [openId, setOpen] = useState<string | null>(null);
  const edit = (id: string, recipe: (rule: TableRule) => void, merge?: string): void =>
    editTable(
      table,
      'Rule',
      (own) => {
        const rule = own.rules.find((one) => one.id === id);
        if (rule) recipe(rule);
      },
      merge && `${id} ${merge}`,
    );
  const move = (at: number, by: number): void =>
    editTable(table, 'Order of rules', (own) => own.rules.splice(at + by, 0, ...own.rules.splice(at, 1)));
  return (
    <Section title="Cells">
      <span className="text-xs text-ink-2">All cells</span>
      <LookForm
        show={show}
        label="all cells"
        look={table.look}
        onSet={(key, value) =>
          editTable(table, 'Look of cells', (own) => setLook(own.look, key, value), `look ${key}`)
        }
      />
      {table.rules.map((rule, at) => {
        const places = table.columns.flatMap((column, i) =>
          rule.columns.includes(column.id) ? [columnName(column, columns, i)] : [],
        );
        const words = `${linesWords(rule.lines, columns, template)}${places.length > 0 ? ` · ${places.join(', ')}` : ''}`;
        return (
          <Folding
            key={rule.id}
            words={words}
            isOpen={openId === rule.id}
            onOpen={() => setOpen(openId === rule.id ? null : rule.id)}
            buttons={
              <>
                <IconButton label={`Rule “${words}” earlier`} disabled={at === 0} onClick={() => move(at, -1)}>
                  <ArrowUp size={13} />
                </IconButton>
                <IconButton label={`Rule “${words}” later`} disabled={at === table.rules.length - 1} onClick={() => move(at, 1)}>
                  <ArrowDown size={13} />
                </IconButton>
                <IconButton
                  label={`Delete the rule “${words}”`}
                  onClick={() => editTable(table, 'Delete a rule', (own) => void (own.rules = own.rules.filter(({ id }) => id !== rule.id)))}
                >
                  <Trash2 size={13} />
                </IconButton>
              </>
            }
          >
            <LinesField lines={rule.lines} columns={columns} template={template} onSet={(lines) => edit(rule.id, (own) => void (own.lines = lines))} />
            <fieldset className="grid grid-cols-2 gap-x-2">
              <legend className="text-xs text-ink-2">Columns (none: all)</legend>
              {table.columns.map((column, i) => (
                <CheckField
                  key={column.id}
                  label={columnName(column, columns, i)}
                  value={rule.columns.includes(column.id)}
                  onChange={(isIn) =>
                    edit(rule.id, (own) => {
                      own.columns = isIn ? [...own.columns, column.id] : own.columns.filter((one) => one !== column.id);
                    })
                  }
                />
              ))}
            </fieldset>
            <LookForm show={show} label={words} look={rule.look} onSet={(key, value) => edit(rule.id, (own) => setLook(own.look, key, value), `look ${key}`)} />
          </Folding>
        );
      })}
      <Button
        className="self-start px-2"
        onClick={() => {
          const id = newId();
          editTable(table, 'New rule', (own) => void own.rules.push({ id, lines: { kind: 'every-other' }, columns: [], look: {} }));
          setOpen(id);
        }}
      >
        <Plus size={14} /> Rule
      </Button>
    </Section>
  );
} // prettier-ignore

/** Cells that are joined by hand. */
export function JoinsSection({ template, table, columns }: Omit<Props, 'show'>) {
  const [openId, setOpen] = useState<string | null>(null);
  const edit = (id: string, recipe: (join: TableJoin) => void, merge?: string): void =>
    editTable(
      table,
      'Joined cells',
      (own) => {
        const join = own.joins.find((one) => one.id === id);
        if (join) recipe(join);
      },
      merge && `${id} ${merge}`,
    );
  const names = table.columns.map((column, at) => ({ value: column.id, label: columnName(column, columns, at) }));
  return (
    <Section title="Joined cells" isFolded>
      {table.joins.map((join) => {
        const words = `${linesWords(join.lines, columns, template)}: ${names.find(({ value }) => value === join.column)?.label ?? ''}, ${join.across} across, ${join.down} down`;
        return (
          <Folding
            key={join.id}
            words={words}
            isOpen={openId === join.id}
            onOpen={() => setOpen(openId === join.id ? null : join.id)}
            buttons={
              <IconButton
                label={`Part “${words}”`}
                onClick={() => editTable(table, 'Part cells', (own) => void (own.joins = own.joins.filter(({ id }) => id !== join.id)))}
              >
                <Trash2 size={13} />
              </IconButton>
            }
          >
            <LinesField lines={join.lines} columns={columns} template={template} onSet={(lines) => edit(join.id, (own) => void (own.lines = lines))} />
            <SelectField beside label="From" value={join.column} choices={names} onChange={(column) => edit(join.id, (own) => void (own.column = String(column)))} />
            <span className="grid grid-cols-2 gap-2">
              <NumberField label="Across" min={1} max={60} step={1} value={join.across} onChange={(v) => edit(join.id, (own) => void (own.across = Math.round(v)), 'across')} onDone={sealEdit} />
              <NumberField label="Down" min={1} max={200} step={1} value={join.down} onChange={(v) => edit(join.id, (own) => void (own.down = Math.round(v)), 'down')} onDone={sealEdit} />
            </span>
          </Folding>
        );
      })}
      <Button
        className="self-start px-2"
        disabled={table.columns.length === 0}
        onClick={() => {
          const id = newId();
          const [first] = table.columns;
          if (first) editTable(table, 'Join cells', (own) => void own.joins.push({ id, lines: { kind: 'place', at: 1 }, column: first.id, across: 2, down: 1 }));
          setOpen(id);
        }}
      >
        <Plus size={14} /> Join
      </Button>
    </Section>
  );
} // prettier-ignore

function Folding(props: {
  words: string;
  isOpen: boolean;
  onOpen: () => void;
  buttons: ReactNode;
  children: ReactNode;
}) {
  const { words, isOpen, onOpen, buttons, children } = props;
  return (
    <div className="rounded border border-line">
      <div className="flex items-center">
        <button
          type="button"
          aria-expanded={isOpen}
          className="flex h-7 min-w-0 flex-1 items-center gap-1 px-1.5 text-left"
          onClick={onOpen}
        >
          {isOpen ? <ChevronDown size={13} /> : <ChevronRight size={13} />}
          <span className="min-w-0 truncate" title={words}>
            {words}
          </span>
        </button>
        {buttons}
      </div>
      {isOpen && <div className="flex flex-col gap-1.5 border-t border-line p-2">{children}</div>}
    </div>
  );
}
