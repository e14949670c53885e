import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import {
  allowedPattern,
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
import {
  CheckField,
  ColourField,
  IconButton,
  Knot,
  NameField,
  nameNext,
  NumberField,
  SelectField,
  TextField,
} from '../ui';
import { newId } from '../state/ids';
import { PictureField } from '../card-form/card-form';
import { editTemplate, sealEdit } from './build-store';
import { Choices } from './field-choices';
import { Offers } from './field-offers';
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
  const put = (label: string, recipe: (field: Field) => void): void =>
    change(id, `${label} of ${field.name}`, recipe, `field ${id} ${label}`);
  return (
    <div className="flex flex-col gap-2 px-2 pb-3 pl-8">
      {field.kind === 'text' && (
        <>
          <TextField
            label="Default"
            value={field.default}
            onChange={(v) => put('Default', (f) => void (f.kind === 'text' && (f.default = v)))}
            onDone={sealEdit}
          />
          <TextField
            label="Allowed characters (empty: all)"
            value={field.allowed}
            placeholder="A-Z0-9 -"
            maxLength={200}
            onChange={(v) => put('Characters', (f) => void (f.kind === 'text' && (f.allowed = v)))}
            onDone={() => {
              sealEdit();
              if (field.allowed !== '' && !allowedPattern(field.allowed)) {
                toast.error(
                  `“${field.allowed}” cannot be read as characters, such as A-Z0-9. All are taken.`,
                );
                put('Characters', (f) => void (f.kind === 'text' && (f.allowed = '')));
              }
            }}
          />
          <div className="grid grid-cols-2">
            <CheckField
              label="All caps"
              value={field.upper}
              onChange={(v) => put('Capitals', (f) => void (f.kind === 'text' && (f.upper = v)))}
            />
            <CheckField
              label="Trim spaces"
              value={field.trim}
              onChange={(v) => put('Trimming', (f) => void (f.kind === 'text' && (f.trim = v)))}
            />
            <CheckField
              label="Several lines"
              value={field.lines}
              onChange={(v) => put('Lines', (f) => void (f.kind === 'text' && (f.lines = v)))}
            />
          </div>
          <NumberField
            label="Maximum length (0: any)"
            value={field.maxLength ?? 0}
            min={0}
            max={10_000}
            onChange={(v) =>
              put('Limit', (f) => void (f.kind === 'text' && (f.maxLength = v === 0 ? null : Math.round(v))))
            }
            onDone={sealEdit}
          />
        </>
      )}
      {field.kind === 'number' && (
        <>
          <NumberField
            label="Default"
            value={field.default}
            onChange={(v) => put('Default', (f) => void (f.kind === 'number' && (f.default = v)))}
            onDone={sealEdit}
          />
          {(['min', 'max'] as const).map((end) => (
            <span key={end} className="flex items-center gap-2">
              <CheckField
                label={end === 'min' ? 'Minimum' : 'Maximum'}
                value={field[end] !== null}
                onChange={(on) =>
                  put('Limit', (f) => void (f.kind === 'number' && (f[end] = on ? f.default : null)))
                }
              />
              {field[end] !== null && (
                <NumberField
                  bare
                  label={end === 'min' ? 'The least' : 'The most'}
                  value={field[end]}
                  onChange={(v) => put('Limit', (f) => void (f.kind === 'number' && (f[end] = v)))}
                  onDone={sealEdit}
                />
              )}
            </span>
          ))}
        </>
      )}
      {field.kind === 'colour' && (
        <ColourField
          label="Default"
          value={field.default}
          onChange={(v) => put('Default', (f) => void (f.kind === 'colour' && (f.default = v)))}
          onDone={sealEdit}
        />
      )}
      {(field.kind === 'picture' || field.kind === 'video') && (
        <PictureField
          isVideo={field.kind === 'video'}
          label="Default"
          value={field.default}
          assets={assets}
          onSet={(v) =>
            put('Default', (f) => void ((f.kind === 'picture' || f.kind === 'video') && (f.default = v)))
          }
        />
      )}
      {field.kind === 'yes-no' && (
        <CheckField
          label="Default"
          value={field.default}
          onChange={(v) => put('Default', (f) => void (f.kind === 'yes-no' && (f.default = v)))}
        />
      )}
      {(field.kind === 'text' || field.kind === 'colour') && <Offers field={field} put={put} />}
      {field.kind === 'choice' && <Choices field={field} assets={assets} put={put} />}
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
