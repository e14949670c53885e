import {
  fieldKindFor,
  mapKeys,
  propertyOf,
  untieProperty,
  type Field,
  type Scalar,
  type Property,
  type Show,
  type Template,
  type Tie,
} from '../../core/show';
import { PictureField } from '../field-forms/picture-field';
import { CheckField, ColourField, IconButton, NumberField, SelectField, TextField } from '../ui';
import { editTemplate, sealEdit } from './build-store';
import { FontField } from './font-field';
import { namedColours } from './named-colours';

/** What the field drives, and how its value becomes the property's: by a factor, or by a map. */
export function FieldTies({ show, template, field }: { show: Show; template: Template; field: Field }) {
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
                  label="Multiply by"
                  value={tie.factor}
                  step={0.1}
                  onChange={(v) =>
                    edit(tie, `Factor of ${words}`, (t) => void (t.factor = v), `tie ${words}`)
                  }
                  onDone={sealEdit}
                />
                <NumberField
                  label="Add"
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
  value: Scalar;
  onSet: (value: Scalar) => void;
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
    case 'rows':
      return null;
    case 'text':
      return <TextField bare label={label} value={String(value ?? '')} onChange={onSet} onDone={sealEdit} />;
  }
}
