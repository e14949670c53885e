import { Plus, Trash2 } from 'lucide-react';
import { holesIn, namedBy, plainOrigin, type Binding } from '../../core/binding';
import { sameName, type Use } from '../../core/data';
import {
  addBinding,
  bindingProblem,
  propertyOf,
  removeBinding,
  valueWords,
  type Show,
  type Template,
} from '../../core/show';
import { Button, Empty, IconButton, NameField, nameNext, SelectField } from '../ui';
import { useResolved, useTrace } from '../state/data';
import { newId } from '../state/ids';
import { ChainEditor } from './chain-editor';

/** The bindings of a template: a list with their values, and the one in hand step by step. */
export function BindingsPanel(props: {
  show: Show;
  template: Template;
  use: Use;
  open: string | null;
  onOpen: (id: string | null) => void;
  onEdit: (label: string, recipe: (template: Template) => void, merge?: string) => void;
}) {
  const { show, template, use, open, onOpen, onEdit } = props;
  const { values, problems, notes } = useResolved(use);
  const binding = template.bindings.find(({ id }) => id === open) ?? null;
  const make = (): void => {
    const id = newId();
    const from =
      Object.keys({ ...show.tables, ...show.sources }).length > 0
        ? plainOrigin('cell', Object.keys({ ...show.tables, ...show.views, ...show.sources })[0])
        : plainOrigin('words');
    onEdit('New binding', (t) => void addBinding(t, id, 'Binding', from));
    onOpen(id);
    nameNext(id);
  };
  if (template.bindings.length === 0) {
    return (
      <Empty title="Nothing is bound yet">
        <p>
          A binding takes its value from a cell, rows, a source or a text with holes, leads it through steps,
          and drives properties and fields. The knot beside a property makes one too.
        </p>
        <Button tone="primary" onClick={make}>
          <Plus size={14} /> New binding
        </Button>
      </Empty>
    );
  }
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <ul
        aria-label={`Bindings of ${template.name}`}
        className="max-h-48 shrink-0 overflow-auto border-b border-line py-1"
      >
        {template.bindings.map(({ id, name }) => {
          const problem = problems.find(({ path }) => path === id);
          const value = values[id];
          const note = notes.find(({ path }) => path === id);
          return (
            <li key={id}>
              <button
                type="button"
                aria-pressed={id === open}
                onClick={() => onOpen(id === open ? null : id)}
                className={`flex h-7 w-full items-center gap-3 px-3 text-left ${id === open ? 'bg-raised' : 'row-hover'}`}
              >
                <span className="w-36 truncate text-tide">{name}</span>
                {problem ? (
                  <span className="truncate text-xs text-warn" title={problem.message}>
                    ⚠ {problem.message}
                  </span>
                ) : (
                  <span
                    className={`number truncate ${note ? 'text-warn' : ''}`}
                    dir="auto"
                    title={note?.message}
                  >
                    {note && '⚠ '}
                    {value === undefined || value === null ? '–' : valueWords(value)}
                  </span>
                )}
              </button>
            </li>
          );
        })}
        <li className="px-2 pt-1">
          <Button tone="quiet" className="h-6 px-2 text-xs text-tide" onClick={make}>
            <Plus size={13} /> New binding
          </Button>
        </li>
      </ul>
      {binding && (
        <div className="min-h-0 flex-1 overflow-auto p-3">
          {notes
            .filter(({ path }) => path === binding.id)
            .map(({ message }) => (
              <p key={message} className="mb-2 text-xs text-warn">
                ⚠ {message}
              </p>
            ))}
          <div className="mb-2 flex items-center gap-2">
            <NameField
              label="Name of the binding"
              of={binding.id}
              value={binding.name}
              className="flex-1 font-semibold"
              onKeep={(name) =>
                onEdit(`Rename ${binding.name}`, (t) => {
                  const own = t.bindings.find(({ id }) => id === binding.id);
                  if (own) own.name = name;
                })
              }
            />
            <IconButton
              label={`Delete the binding ${binding.name}`}
              onClick={() => {
                onEdit(`Delete the binding ${binding.name}`, (t) => removeBinding(t, binding.id));
                onOpen(null);
              }}
            >
              <Trash2 size={14} />
            </IconButton>
          </div>
          <ChainEditor
            key={binding.id}
            show={show}
            template={template}
            binding={binding}
            use={use}
            end={<Drives template={template} binding={binding} use={use} onEdit={onEdit} />}
            onChange={(next) =>
              onEdit(`Binding ${next.name}`, (t) => {
                const at = t.bindings.findIndex(({ id }) => id === next.id);
                if (at >= 0) t.bindings[at] = next;
              })
            }
          />
        </div>
      )}
    </div>
  );
}

/** What a binding drives: properties and fields, and whether its value fits them. */
function Drives(props: {
  template: Template;
  binding: Binding;
  use: Use;
  onEdit: (label: string, recipe: (template: Template) => void) => void;
}) {
  const { template, binding, use, onEdit } = props;
  const type = useTrace(use, binding).at(-1)?.valueType ?? null;
  const ties = template.ties.filter((tie) => tie.field === binding.id);
  const bound = Object.entries(template.bound).filter(([, id]) => id === binding.id);
  const users = template.bindings.filter(
    (other) =>
      namedBy(other).includes(binding.id) ||
      (other.from.kind === 'words' && holesIn(other.from.text).some((hole) => sameName(hole, binding.name))),
  );
  const free = template.fields.filter((field) => template.bound[field.id] === undefined);
  return (
    <li className="mt-1 ml-2 flex flex-col gap-1 border-t border-line pt-2">
      <h3 className="text-xs text-ink-2">Drives</h3>
      {ties.map((tie) => {
        const element = template.elements[tie.element];
        const property = element && propertyOf(element.kind, tie.property);
        if (!element || !property) return null;
        const wrong = type && bindingProblem(property.label, property.type, type);
        return (
          <p key={`${tie.element} ${tie.property}`}>
            {element.name}, {property.label}
            {wrong && <span className="block text-xs text-warn">⚠ {wrong.message}</span>}
          </p>
        );
      })}
      {bound.map(([id]) => {
        const field = template.fields.find((one) => one.id === id);
        const wrong = field && type && bindingProblem(field.name, field.kind, type);
        return (
          field && (
            <p key={id} className="flex items-center gap-2">
              <span>Field {field.name}</span>
              <button
                type="button"
                className="text-xs text-tide hover:underline"
                onClick={() => onEdit(`Untie ${field.name}`, (t) => void delete t.bound[id])}
              >
                untie
              </button>
              {wrong && <span className="text-xs text-warn">⚠ {wrong.message}</span>}
            </p>
          )
        );
      })}
      {users.map(({ id, name }) => (
        <p key={id}>The binding {name}</p>
      ))}
      {ties.length + bound.length + users.length === 0 && (
        <p className="text-xs text-ink-3">
          Nothing yet: tie it with the knot of a property in Build, or to a field here.
        </p>
      )}
      {free.length > 0 && (
        <SelectField
          bare
          label="Let it fill a field"
          className="max-w-56"
          value=""
          choices={[
            { value: '', label: '+ Fill a field…' },
            ...free.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(id) =>
            id !== '' &&
            onEdit(
              `Bind ${free.find((field) => field.id === id)?.name}`,
              (t) => void (t.bound[String(id)] = binding.id),
            )
          }
        />
      )}
    </li>
  );
}
