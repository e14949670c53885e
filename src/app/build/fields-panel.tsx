import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useState } from 'react';
import {
  blankField,
  freshName,
  fieldKinds,
  isSample,
  moveField,
  propertyOf,
  removeField,
  type Field,
  type FieldKindName,
  type Show,
  type Template,
} from '../../core/show';
import { CheckField, IconButton, Knot, NameField, nameNext, SelectField, TextField } from '../ui';
import { newId } from '../state/ids';
import { formOf } from '../field-forms/registry';
import { editTemplate, sealEdit } from './build-store';
import { FieldTies } from './field-ties';

/** The template's fields in the order of the operator's form. */
export function FieldsPanel({ show, template }: { show: Show; template: Template }) {
  const { assets } = show;
  const [openId, setOpenId] = useState<string | null>(null);
  const add = (kind: FieldKindName): void => {
    const id = newId();
    const name = freshName(
      fieldKinds[kind].label,
      template.fields.map((field) => field.name),
    );
    editTemplate(`Add the field ${name}`, (t) => void t.fields.push(blankField(kind, id, name)));
    setOpenId(id);
    nameNext(id);
  };
  const adder = (
    <SelectField
      bare
      label="Add a field"
      className="m-2"
      value=""
      choices={[
        { value: '', label: 'Add a field…' },
        ...Object.values(fieldKinds).map(({ kind, label }) => ({ value: kind, label })),
      ]}
      onChange={(kind) => kind !== '' && add(kind as FieldKindName)}
    />
  );
  if (template.fields.length === 0) {
    return (
      <>
        <p className="p-4 text-ink-3">
          No fields yet. The knot beside any property makes a field of it; the operator can then change it,
          and columns of data of its name fill it. A field that drives nothing yet can be read by bindings and
          rules.
        </p>
        <span className="flex">{adder}</span>
      </>
    );
  }
  return (
    <>
      <ol aria-label="Fields" className="flex flex-col">
        {template.fields.map((field, index) => (
          <li key={field.id} className="border-b border-line">
            <div className="flex items-center gap-1 px-2 py-1">
              <Knot isTied label={`${fieldKinds[field.kind].label} field`} />
              <NameField
                label={`Name of field ${index + 1}`}
                of={field.id}
                value={field.name}
                className="flex-1"
                onKeep={(name) => change(field.id, `Rename ${field.name}`, (f) => void (f.name = name))}
              />
              <IconButton
                label={`Move ${field.name} up`}
                disabled={index === 0}
                onClick={() => editTemplate(`Order ${field.name}`, (t) => moveField(t, field.id, index - 1))}
              >
                <ArrowUp size={14} />
              </IconButton>
              <IconButton
                label={`Move ${field.name} down`}
                disabled={index === template.fields.length - 1}
                onClick={() => editTemplate(`Order ${field.name}`, (t) => moveField(t, field.id, index + 1))}
              >
                <ArrowDown size={14} />
              </IconButton>
            </div>
            <button
              type="button"
              aria-expanded={openId === field.id}
              className="block w-full px-2 pb-2 pl-8 text-left text-xs text-ink-3 hover:text-ink-2"
              onClick={() => setOpenId(openId === field.id ? null : field.id)}
            >
              {fieldKinds[field.kind].label} · {drives(template, field)} {openId === field.id ? '▴' : '▾'}
            </button>
            {openId === field.id && (
              <>
                <FieldDetails field={field} assets={assets} />
                <FieldTies show={show} template={template} field={field} />
              </>
            )}
          </li>
        ))}
      </ol>
      <span className="flex">{adder}</span>
    </>
  );
}

function drives(template: Template, field: Field): string {
  const words = template.ties
    .filter((tie) => tie.field === field.id)
    .map((tie) => {
      const element = template.elements[tie.element];
      return element
        ? `${element.name} ${propertyOf(element.kind, tie.property)?.label.toLowerCase() ?? ''}`
        : '';
    });
  return words.length === 0 ? 'drives nothing' : words.join(', ');
}

function change(id: string, label: string, recipe: (field: Field) => void, merge?: string): void {
  editTemplate(
    label,
    (template) => {
      const field = template.fields.find((f) => f.id === id);
      if (field) recipe(field);
    },
    merge,
  );
}

function FieldDetails({ field, assets }: { field: Field; assets: Show['assets'] }) {
  const { id } = field;
  const { Details } = formOf(field);
  const put = (label: string, recipe: (field: Field) => void): void =>
    change(id, `${label} of ${field.name}`, recipe, `field ${id} ${label}`);
  return (
    <div className="flex flex-col gap-2 px-2 pb-3 pl-8">
      <Details
        field={field}
        assets={assets}
        put={put as (label: string, recipe: (field: never) => void) => void}
        onDone={sealEdit}
      />
      <TextField
        label="Group"
        value={field.group}
        onChange={(v) => put('Group', (f) => void (f.group = v))}
        onDone={sealEdit}
        maxLength={100}
      />
      <TextField
        label="Help for the operator"
        value={field.help}
        onChange={(v) => put('Help', (f) => void (f.help = v))}
        onDone={sealEdit}
        maxLength={500}
      />
      <CheckField
        label="The default is a sample: ask before air"
        value={isSample(field)}
        onChange={(v) => put('Sample', (f) => void (f.sample = v))}
      />
      <button
        type="button"
        className="inline-flex items-center gap-1 self-start text-xs text-ink-2 hover:text-ink"
        onClick={() => editTemplate(`Delete field ${field.name}`, (t) => removeField(t, id))}
      >
        <Trash2 size={13} /> Delete the field; its properties keep the default
      </button>
    </div>
  );
}
