import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import {
  allowedPattern,
  fieldKindFor,
  fieldKinds,
  freshName,
  isPicture,
  mapKeys,
  moveField,
  propertyOf,
  removeField,
  untieProperty,
  type Field,
  type FieldValue,
  type Property,
  type Show,
  type Template,
  type Tie,
} from '../../core/show';
import {
  Button,
  CheckField,
  ColourField,
  IconButton,
  Knot,
  NameField,
  NumberField,
  SelectField,
  TextField,
} from '../ui';
import { newId } from '../state/ids';
import { PictureField } from '../card-form/card-form';
import { editTemplate, sealEdit } from './build-store';
import { FontField } from './font-field';
import { namedColours } from './paint-field';

/** The template's fields in the order of the operator's form. */
export function FieldsPanel({ show, template }: { show: Show; template: Template }) {
  const { assets } = show;
  const [openId, setOpenId] = useState<string | null>(null);
  if (template.fields.length === 0) {
    return (
      <p className="p-4 text-ink-3">
        No fields yet. The knot beside any property makes a field of it; the operator can then change it, and
        columns of data of its name fill it.
      </p>
    );
  }
  return (
    <ol aria-label="Fields" className="flex flex-col">
      {template.fields.map((field, index) => (
        <li key={field.id} className="border-b border-line">
          <div className="flex items-center gap-1 px-2 py-1">
            <Knot isTied label={`${fieldKinds[field.kind].label} field`} />
            <NameField
              label={`Name of field ${index + 1}`}
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
            label="Only these characters (empty: all)"
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
              label="In capitals"
              value={field.upper}
              onChange={(v) => put('Capitals', (f) => void (f.kind === 'text' && (f.upper = v)))}
            />
            <CheckField
              label="Trimmed"
              value={field.trim}
              onChange={(v) => put('Trimming', (f) => void (f.kind === 'text' && (f.trim = v)))}
            />
            <CheckField
              label="Many lines"
              value={field.lines}
              onChange={(v) => put('Lines', (f) => void (f.kind === 'text' && (f.lines = v)))}
            />
          </div>
          <NumberField
            label="Most characters (0: any)"
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
                label={end === 'min' ? 'At least' : 'At most'}
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

/** The choices of a field: their words, their order, and a picture for each where it helps. */
function Choices(props: {
  field: Extract<Field, { kind: 'choice' }>;
  assets: Show['assets'];
  put: (label: string, recipe: (field: Field) => void) => void;
}) {
  const { field, assets, put } = props;
  const edit = (label: string, recipe: (field: Extract<Field, { kind: 'choice' }>) => void): void =>
    put(label, (f) => f.kind === 'choice' && recipe(f));
  return (
    <div className="flex flex-col gap-1.5">
      <SelectField
        label="Default"
        value={field.default}
        choices={field.choices}
        onChange={(value) => edit('Default', (f) => void (f.default = value))}
      />
      <span className="text-xs text-ink-2">Choices</span>
      {field.choices.map((choice, index) => (
        <span key={choice.value} className="flex items-center gap-1">
          <NameField
            label={`Words of choice ${index + 1}`}
            value={choice.label}
            className="min-w-0 flex-1"
            onKeep={(label) =>
              edit('Choice', (f) => {
                const own = f.choices[index];
                if (own) own.label = label;
              })
            }
          />
          <SelectField
            bare
            label={`Picture of choice ${index + 1}`}
            className="max-w-20"
            value={choice.picture ?? ''}
            choices={[
              { value: '', label: 'No picture' },
              ...Object.values(assets)
                .filter(isPicture)
                .map((asset) => ({ value: asset.id, label: asset.name })),
            ]}
            onChange={(id) =>
              edit('Choice', (f) => {
                const own = f.choices[index];
                if (own) own.picture = id === '' ? null : String(id);
              })
            }
          />
          <IconButton
            label={`Remove the choice ${choice.label}`}
            className="size-6"
            disabled={field.choices.length === 1}
            onClick={() =>
              edit('Choices', (f) => {
                f.choices.splice(index, 1);
                if (f.default === choice.value) f.default = f.choices[0]?.value ?? '';
              })
            }
          >
            <Trash2 size={13} />
          </IconButton>
        </span>
      ))}
      <Button
        className="self-start"
        onClick={() =>
          edit('Choices', (f) => {
            const label = freshName(
              'Choice',
              f.choices.map((c) => c.label),
            );
            f.choices.push({ value: newId(), label, picture: null });
          })
        }
      >
        <Plus size={13} /> Add a choice
      </Button>
    </div>
  );
}

/** What the field drives, and how its value becomes the property's: by a factor, or by a map. */
function FieldTies({ show, template, field }: { show: Show; template: Template; field: Field }) {
  const keys = mapKeys(field);
  const ties = template.ties.filter((tie) => tie.field === field.id);
  const edit = (tie: Tie, label: string, recipe: (tie: Tie) => void, key?: string): void =>
    editTemplate(
      label,
      (t) => {
        const own = t.ties.find((o) => o.element === tie.element && o.property === tie.property);
        if (own) recipe(own);
      },
      key,
    );
  const labelOf = (key: string): string =>
    field.kind === 'choice'
      ? (field.choices.find((choice) => String(choice.value) === key)?.label ?? key)
      : key === 'true'
        ? 'Yes'
        : 'No';
  return (
    <div className="flex flex-col gap-2 px-2 pb-3 pl-8">
      {ties.map((tie) => {
        const element = template.elements[tie.element];
        const property = element && propertyOf(element.kind, tie.property);
        if (!element || !property) return null;
        const words = `${element.name} ${property.label.toLowerCase()}`;
        const canDirect = field.kind === fieldKindFor(property.type);
        return (
          <div
            key={`${tie.element} ${tie.property}`}
            className="flex flex-col gap-1 border-l-2 border-tide/50 pl-2"
          >
            <span className="flex items-center justify-between text-xs text-ink-2">
              {words}
              <IconButton
                label={`Untie ${words}`}
                className="size-5"
                onClick={() =>
                  editTemplate(`Untie ${words}`, (t) => untieProperty(t, tie.element, tie.property))
                }
              >
                ×
              </IconButton>
            </span>
            {field.kind === 'number' && (
              <span className="grid grid-cols-2 gap-1.5">
                <NumberField
                  label="Times"
                  value={tie.factor}
                  step={0.1}
                  onChange={(v) =>
                    edit(tie, `Factor of ${words}`, (t) => void (t.factor = v), `tie ${words}`)
                  }
                  onDone={sealEdit}
                />
                <NumberField
                  label="Plus"
                  value={tie.shift}
                  onChange={(v) => edit(tie, `Shift of ${words}`, (t) => void (t.shift = v), `tie ${words}`)}
                  onDone={sealEdit}
                />
              </span>
            )}
            {keys && canDirect && (
              <CheckField
                label="By a map"
                value={tie.map !== null}
                onChange={(on) =>
                  edit(tie, `Map of ${words}`, (t) => {
                    t.map = on ? Object.fromEntries(keys.map((key) => [key, key])) : null;
                  })
                }
              />
            )}
            {keys &&
              tie.map &&
              keys.map((key) => (
                <span key={key} className="flex items-center gap-2">
                  <span className="w-16 shrink-0 truncate text-xs text-ink-2">{labelOf(key)}</span>
                  <MapValue
                    show={show}
                    property={property}
                    label={`${words} for ${labelOf(key)}`}
                    value={tie.map?.[key] ?? null}
                    onSet={(value) =>
                      edit(
                        tie,
                        `Map of ${words}`,
                        (t) => void (t.map = { ...t.map, [key]: value }),
                        `map ${words} ${key}`,
                      )
                    }
                  />
                </span>
              ))}
          </div>
        );
      })}
    </div>
  );
}

function MapValue(props: {
  show: Show;
  property: Property;
  label: string;
  value: FieldValue;
  onSet: (value: FieldValue) => void;
}) {
  const { show, property, label, value, onSet } = props;
  switch (property.type) {
    case 'number':
      return (
        <NumberField
          bare
          label={label}
          value={Number(value ?? 0)}
          min={property.min}
          max={property.max}
          step={property.step}
          unit={property.unit}
          onChange={onSet}
          onDone={sealEdit}
        />
      );
    case 'colour':
    case 'paint':
      return (
        <ColourField
          bare
          label={label}
          value={typeof value === 'string' && value !== '' ? value : '#808080'}
          named={namedColours(show.look)}
          onChange={onSet}
          onDone={sealEdit}
        />
      );
    case 'picture':
    case 'video':
      return (
        <PictureField
          bare
          isVideo={property.type === 'video'}
          label={label}
          value={value === null ? null : String(value)}
          assets={show.assets}
          onSet={onSet}
        />
      );
    case 'yes-no':
      return <CheckField label="Yes" value={Boolean(value)} onChange={onSet} />;
    case 'choice':
      return (
        <SelectField
          bare
          label={label}
          value={(value ?? '') as string | number}
          choices={property.choices ?? []}
          onChange={onSet}
        />
      );
    case 'font':
      return <FontField label="" value={String(value ?? '')} show={show} onChange={onSet} />;
    case 'text':
      return <TextField bare label={label} value={String(value ?? '')} onChange={onSet} onDone={sealEdit} />;
  }
}
