import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import {
  decidedByTethers,
  makeField,
  propertyValue,
  setProperty,
  tieOf,
  tieProperty,
  untieProperty,
  type Element,
  type FieldValue,
  type Property,
  type Show,
  type Template,
} from '../../core/show';
import { PictureField } from '../card-form/card-form';
import { CheckField, ColourField, Knot, NumberField, SelectField, TextField } from '../ui';
import { newId } from '../state/ids';
import { editTemplate, sealEdit } from './build-store';
import { boxesAtRest } from './stage/rest-boxes';

const wide = (property: Property): boolean =>
  property.type === 'text' ||
  property.type === 'colour' ||
  property.type === 'picture' ||
  property.key === 'family' ||
  property.key === 'stretch' ||
  property.key === 'fit' ||
  property.key === 'format';

/** One property of an element: its control, and the knot that ties it to a field. */
export function PropertyRow(props: { show: Show; template: Template; element: Element; property: Property }) {
  const { show, template, element, property } = props;
  const tie = tieOf(template, element.id, property.key);
  const field = tie && template.fields.find((f) => f.id === tie.field);
  const isDecided = decidedByTethers(template.tethers, element.id).has(property.key as 'x');
  const box = isDecided ? boxesAtRest(template).get(element.id) : undefined;
  const value = box ? box[property.key as 'x'] : propertyValue(template, element, property.key);
  const why = isDecided
    ? 'Decided by its tethers, below'
    : field
      ? `From the field “${field.name}”: this is its default`
      : undefined;
  const set = (next: FieldValue): void =>
    editTemplate(
      `${property.label} of ${element.name}`,
      (t) => setProperty(t, element.id, property.key, next),
      `${element.id} ${property.key}`,
    );
  return (
    <div className={`flex min-w-0 items-center gap-1 ${wide(property) ? 'col-span-2' : ''}`}>
      <div className="min-w-0 flex-1" title={why}>
        <Control property={property} value={value} assets={show.assets} disabled={isDecided} onSet={set} />
      </div>
      <KnotMenu template={template} element={element} property={property} />
    </div>
  );
}

function Control(props: {
  property: Property;
  value: FieldValue;
  assets: Show['assets'];
  disabled: boolean;
  onSet: (value: FieldValue) => void;
}) {
  const { property, value, assets, disabled, onSet } = props;
  const { label } = property;
  switch (property.type) {
    case 'number':
      return (
        <NumberField
          label={label}
          mark={property.mark}
          disabled={disabled}
          value={Number(value)}
          min={property.min}
          max={property.max}
          step={property.step}
          unit={property.unit}
          onChange={onSet}
          onDone={sealEdit}
        />
      );
    case 'text':
      return (
        <TextField
          beside
          label={label}
          value={String(value ?? '')}
          onChange={onSet}
          onDone={sealEdit}
          maxLength={10_000}
        />
      );
    case 'colour':
      return <ColourField label={label} value={String(value)} onChange={onSet} onDone={sealEdit} />;
    case 'choice':
      return (
        <SelectField
          beside
          label={label}
          value={value as string | number}
          choices={property.choices ?? []}
          onChange={onSet}
        />
      );
    case 'yes-no':
      return <CheckField label={label} value={Boolean(value)} onChange={onSet} />;
    case 'picture':
      return (
        <PictureField
          bare
          label={label}
          value={value === null ? null : String(value)}
          assets={assets}
          onSet={onSet}
        />
      );
  }
}

const item = 'flex h-7 cursor-default items-center rounded px-2 outline-none data-[highlighted]:bg-raised';

function KnotMenu(props: { template: Template; element: Element; property: Property }) {
  const { template, element, property } = props;
  const tie = tieOf(template, element.id, property.key);
  const field = tie && template.fields.find((f) => f.id === tie.field);
  const others = template.fields.filter((f) => f.kind === property.type && f.id !== field?.id);
  const name = `${element.name} ${property.label}`;
  const entry = (words: ReactNode, action: () => void): ReactNode => (
    <DropdownMenu.Item className={item} onSelect={action}>
      {words}
    </DropdownMenu.Item>
  );
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger asChild>
        <span>
          <Knot
            isTied={field !== undefined}
            label={field ? `${name}: from the field ${field.name}` : `${name}: make a field`}
            onClick={() => undefined}
          />
        </span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 min-w-48 rounded border border-line bg-panel p-1"
        >
          {field ? (
            <>
              <DropdownMenu.Label className="px-2 py-1 text-xs text-tide">
                From the field “{field.name}”
              </DropdownMenu.Label>
              {entry('Untie', () =>
                editTemplate(`Untie ${name}`, (t) => untieProperty(t, element.id, property.key)),
              )}
            </>
          ) : (
            entry('Make a field', () => {
              const id = newId();
              editTemplate(`Make a field of ${name}`, (t) => void makeField(t, element.id, property, id));
            })
          )}
          {others.length > 0 && <DropdownMenu.Separator className="my-1 h-px bg-line" />}
          {others.map((other) => (
            <DropdownMenu.Item
              key={other.id}
              className={item}
              onSelect={() =>
                editTemplate(
                  `Tie ${name} to ${other.name}`,
                  (t) => void tieProperty(t, element.id, property, other),
                )
              }
            >
              Take it from “{other.name}”
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
