import { DropdownMenu } from 'radix-ui';
import { Undo2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { posedValue, type PosedValue } from '../../core/frame';
import { plainOrigin } from '../../core/binding';
import { counted } from '../../core/problem';
import {
  addBinding,
  bindProperty,
  decidedByTethers,
  makeField,
  movableOf,
  propertyValue,
  setProperty,
  tieOf,
  tiedValue,
  tieProperty,
  isForRows,
  isRowList,
  letTurn,
  rowsFigures,
  takeColumn,
  untieProperty,
  type Element,
  fieldKindFor,
  type Paint,
  type Property,
  type PropertyValue,
  type Show,
  type TableElement,
  type Template,
  type TypeStyle,
} from '../../core/show';
import { PictureField } from '../field-forms/picture-field';
import { ClockField, PatternField } from './clock-field';
import { DeviceField } from './device-field';
import { FontField } from './font-field';
import { PaintField } from './paint-field';
import { PickField, templateChoices } from './pick-field';
import { namedColours } from './named-colours';
import {
  CheckField,
  ColourField,
  IconButton,
  Knot,
  Labelled,
  NumberField,
  SelectField,
  TextField,
  menuItem,
} from '../ui';
import { newId } from '../state/ids';
import { keyTo, worthOf } from './auto-key';
import { editTemplate, sealEdit, useBuild, type Playhead } from './build-store';
import { sceneNow } from './pose-now';
import { useColumns } from './rows-section';
import { boxesAtRest } from './stage/rest-boxes';

/** One property of an element: its control, and the knot that ties it to a field. */
export function PropertyRow(props: {
  show: Show;
  template: Template;
  element: Element;
  property: Property;
  /** What it is where the element does not say it. */
  usual?: PropertyValue;
}) {
  const { show, template, element, property } = props;
  const tie = tieOf(template, element.id, property.key);
  const field = tie && template.fields.find((f) => f.id === tie.field);
  const binding = tie && !field ? template.bindings.find((b) => b.id === tie.field) : undefined;
  const byHand = useBuild((store) => (binding ? store.byHand[binding.id] : undefined));
  const isDecided = decidedByTethers(template.tethers, element.id).has(property.key as 'x');
  const box = isDecided ? boxesAtRest(template).get(element.id) : undefined;
  const style = isStyled(show, element, property.key);
  const value = box
    ? box[property.key as 'x']
    : tie && byHand !== undefined
      ? tiedValue(tie, byHand)
      : (style?.value ?? propertyValue(template, element, property.key) ?? props.usual ?? null);
  const why = isDecided
    ? 'Decided by its tethers, below'
    : style
      ? `From the text style “${style.name}”`
      : field
        ? `From the field “${field.name}”: this is its default`
        : binding
          ? `From the binding “${binding.name}”: what is set here is tried and not kept`
          : undefined;
  // With auto-key the value at the playhead is seen, and becomes a key there.
  const playhead = useBuild((store) => store.playhead);
  const isKeying = useBuild((store) => store.isAutoKey) && playhead.phase !== 'hold';
  const movable = isKeying ? movableOf(element, property.key) : undefined;
  const posed = movable?.type === 'number' ? poseAt(template, playhead, element.id, property.key) : null;
  const set = (next: PropertyValue): void => {
    if (binding && tie && (typeof next !== 'object' || next === null)) {
      // Tried on the stage in the place of what data brings; the binding itself stays.
      const back =
        typeof next === 'number' && tie.factor !== 0 && !tie.map ? (next - tie.shift) / tie.factor : next;
      const { byHand: all } = useBuild.getState();
      useBuild.getState().set({ byHand: { ...all, [binding.id]: back } });
      return;
    }
    if (movable && !tie && (typeof next === 'number' || (typeof next === 'string' && next.startsWith('#')))) {
      const scene = sceneNow(template, playhead);
      editTemplate(
        `Key ${property.label} of ${element.name}`,
        (t) =>
          keyTo(
            t,
            playhead,
            element.id,
            property.key,
            posed?.rest ?? String(value),
            next,
            worthOf(scene, element.id),
          ),
        `key ${element.id} ${property.key}`,
      );
      return;
    }
    editTemplate(
      `${property.label} of ${element.name}`,
      (t) =>
        isForRows(element) && property.key === 'turns'
          ? letTurn(t, element.id, next as TableElement['turns'], newId)
          : setProperty(t, element.id, property.key, next),
      `${element.id} ${property.key}`,
    );
  };
  return (
    <div className={`flex min-w-0 items-center gap-1 ${property.wide ? 'col-span-2' : ''}`}>
      {/* What a tether or a text style decides is seen here, and changed there. */}
      <fieldset
        className="m-0 min-w-0 flex-1 border-0 p-0 disabled:opacity-60"
        title={why}
        disabled={(isDecided && !movable) || style !== null}
      >
        <PropertyControl
          show={show}
          of={{ template, element: element.id }}
          property={property}
          value={posed && !tie ? Math.round(posed.now * 1000) / 1000 : value}
          disabled={(isDecided && !movable) || style !== null}
          setsSame={movable !== undefined && !tie}
          from={binding && `From “${binding.name}”`}
          onSet={set}
        />
      </fieldset>
      {binding && byHand !== undefined && (
        <IconButton
          label={`Give ${property.label} back to its binding ${binding.name}`}
          onClick={() => {
            const { [binding.id]: _tried, ...rest } = useBuild.getState().byHand;
            useBuild.getState().set({ byHand: rest });
          }}
        >
          <Undo2 size={14} />
        </IconButton>
      )}
      <KnotMenu show={show} template={template} element={element} property={property} />
    </div>
  );
}

/** A number of an element at the playhead. */
function poseAt(template: Template, playhead: Playhead, id: string, key: string): PosedValue | null {
  const scene = sceneNow(template, playhead);
  return scene && posedValue(scene, id, key);
}

/** What a named text style decides of an element; null where none does. */
function isStyled(show: Show, element: Element, key: string): { name: string; value: PropertyValue } | null {
  if (!('typeStyle' in element) || element.typeStyle === null) return null;
  const style = show.look.styles[element.typeStyle];
  return style?.kind === 'type' && key in style.value
    ? { name: style.name, value: style.value[key as keyof TypeStyle] }
    : null;
}

/** The control of a property, by its type. */
export function PropertyControl(props: {
  show: Show;
  /** The element that it is of, where it is of one. */
  of?: { readonly template: Template; readonly element: string };
  property: Property;
  value: PropertyValue;
  disabled: boolean;
  /** Enter at the value that stands there sets it too: it becomes a key. */
  setsSame?: boolean;
  /** What gives it its value, where that is not seen here. */
  from?: string | undefined;
  onSet: (value: PropertyValue) => void;
}) {
  const { show, of, property, value, disabled, setsSame, from, onSet } = props;
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
          setsSame={setsSame}
          onChange={onSet}
          onDone={sealEdit}
        />
      );
    case 'text':
      if (property.key === 'pattern') return <PatternField value={String(value ?? '')} onSet={onSet} />;
      if (property.key === 'clock')
        return <ClockField show={show} value={String(value ?? '')} onSet={onSet} />;
      if (property.key === 'device') return <DeviceField value={String(value ?? '')} onSet={onSet} />;
      return (
        <TextField
          beside
          label={label}
          value={String(value ?? '')}
          onChange={onSet}
          onDone={sealEdit}
          maxLength={10_000}
          lines={property.multiline && String(value ?? '').includes('\n')}
        />
      );
    case 'colour':
      return (
        <ColourField
          label={label}
          value={String(value)}
          named={namedColours(show.look)}
          onChange={onSet}
          onDone={sealEdit}
        />
      );
    case 'paint':
      return (
        <PaintField label={label} value={value as Paint} show={show} onChange={onSet} onDone={sealEdit} />
      );
    case 'font':
      return <FontField label={label} value={String(value)} show={show} onChange={onSet} />;
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
    case 'rows':
      return (
        <Labelled beside label={label}>
          <output className="field flex min-w-0 flex-1 items-center truncate text-ink-2" aria-label={label}>
            {isRowList(value)
              ? `${counted(value.order.length, 'row')} · ${value.columns.map(({ name }) => name).join(', ')}`
              : (from ?? 'None yet: bind them with the knot')}
          </output>
        </Labelled>
      );
    case 'template':
    case 'channel':
    case 'element':
    case 'phase':
      return of ? <PickField {...of} show={show} property={property} value={value} onSet={onSet} /> : null;
    case 'any':
      return null;
    case 'video':
    case 'picture':
      return (
        <PictureField
          isVideo={property.type === 'video'}
          bare
          label={label}
          value={value === null ? null : String(value)}
          assets={show.assets}
          onSet={onSet}
        />
      );
  }
}

function KnotMenu(props: { show: Show; template: Template; element: Element; property: Property }) {
  const { show, template, element, property } = props;
  const [firstData] = Object.keys({ ...show.tables, ...show.views, ...show.sources });
  const tie = tieOf(template, element.id, property.key);
  const field = tie && template.fields.find((f) => f.id === tie.field);
  const binding = tie && template.bindings.find((b) => b.id === tie.field);
  const kind = fieldKindFor(property.type);
  const open = (id: string): void => useBuild.getState().set({ binding: id });
  const [isOpen, setOpen] = useState(false);
  const columns = useColumns(template, isOpen ? element.id : null);
  const rows = tie?.column === undefined ? undefined : template.elements[tie.field];
  const figures = Object.values(template.elements).filter(
    (own) =>
      isForRows(own) && (property.type === 'text' || property.type === 'number') && own.id !== element.id,
  );
  const others = template.fields.filter(
    (f) =>
      f.id !== field?.id &&
      (f.kind === kind ||
        f.kind === 'choice' ||
        f.kind === 'yes-no' ||
        (f.kind === 'number' && property.type === 'text')),
  );
  const name = `${element.name} ${property.label}`;
  const entry = (words: ReactNode, action: () => void): ReactNode => (
    <DropdownMenu.Item className={menuItem} onSelect={action}>
      {words}
    </DropdownMenu.Item>
  );
  return (
    <DropdownMenu.Root onOpenChange={setOpen}>
      <DropdownMenu.Trigger asChild>
        <Knot
          isTied={tie !== undefined}
          label={
            field
              ? `${name}: from the field ${field.name}`
              : binding
                ? `${name}: from the binding ${binding.name}`
                : rows && tie
                  ? `${name}: from the column ${tie.column} of ${rows.name}`
                  : `${name}: make a field`
          }
          onClick={() => undefined}
        />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-50 min-w-48 rounded border border-line bg-panel p-1"
        >
          {binding ? (
            <>
              <DropdownMenu.Label className="px-2 py-1 text-xs text-tide">
                From the binding “{binding.name}”
              </DropdownMenu.Label>
              {entry('Open its steps', () => open(binding.id))}
              {entry('Untie', () =>
                editTemplate(`Untie ${name}`, (t) => untieProperty(t, element.id, property.key)),
              )}
            </>
          ) : rows && tie ? (
            <>
              <DropdownMenu.Label className="px-2 py-1 text-xs text-tide">
                From the column “{tie.column}” of {rows.name}
              </DropdownMenu.Label>
              {entry('Untie', () =>
                editTemplate(`Untie ${name}`, (t) => untieProperty(t, element.id, property.key)),
              )}
            </>
          ) : field ? (
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
              const choices = property.type === 'template' ? templateChoices(show, template) : property.choices; // prettier-ignore
              const own = choices ? { ...property, choices } : property;
              editTemplate(`Make a field of ${name}`, (t) => void makeField(t, element.id, own, id));
            })
          )}
          {columns.map(({ rows: around, columns: own }) => (
            <DropdownMenu.Group key={around.id}>
              <DropdownMenu.Label className="px-2 py-1 text-xs text-ink-3">
                {own.length > 0 ? `Column of ${around.name}` : `${around.name} has no rows bound yet`}
              </DropdownMenu.Label>
              {own.map((column) => (
                <DropdownMenu.Item
                  key={column.key}
                  className={menuItem}
                  onSelect={() =>
                    editTemplate(`Take ${name} from ${column.name}`, (t) =>
                      takeColumn(t, element.id, property.key, around.id, column.key),
                    )
                  }
                >
                  {column.name}
                </DropdownMenu.Item>
              ))}
              <DropdownMenu.Separator className="my-1 h-px bg-line" />
            </DropdownMenu.Group>
          ))}
          {figures.map((own) => (
            <DropdownMenu.Group key={own.id}>
              <DropdownMenu.Label className="px-2 py-1 text-xs text-ink-3">Of {own.name}</DropdownMenu.Label>
              {rowsFigures
                .filter(({ of }) => isForRows(own) && of.includes(own.kind))
                .map(({ key, name: words }) => (
                  <DropdownMenu.Item
                    key={key}
                    className={menuItem}
                    onSelect={() =>
                      editTemplate(`Take ${name} from ${own.name}`, (t) =>
                        takeColumn(t, element.id, property.key, own.id, key),
                      )
                    }
                  >
                    {words}
                  </DropdownMenu.Item>
                ))}
              <DropdownMenu.Separator className="my-1 h-px bg-line" />
            </DropdownMenu.Group>
          ))}
          {!binding &&
            entry('Bind to data…', () => {
              const id = newId();
              const present = propertyValue(template, element, property.key);
              editTemplate(`Bind ${name}`, (t) => {
                addBinding(
                  t,
                  id,
                  name,
                  property.type === 'rows'
                    ? plainOrigin('rows', firstData ?? '')
                    : firstData
                      ? plainOrigin('cell', firstData)
                      : { kind: 'words', text: typeof present === 'object' ? '' : String(present ?? '') },
                );
                bindProperty(t, element.id, property, id);
              });
              open(id);
            })}
          {template.bindings
            .filter((b) => b.id !== binding?.id)
            .map((b) => (
              <DropdownMenu.Item
                key={b.id}
                className={menuItem}
                onSelect={() =>
                  editTemplate(`Bind ${name} to ${b.name}`, (t) =>
                    bindProperty(t, element.id, property, b.id),
                  )
                }
              >
                Take it from the binding “{b.name}”
              </DropdownMenu.Item>
            ))}
          {others.length > 0 && <DropdownMenu.Separator className="my-1 h-px bg-line" />}
          {others.map((other) => (
            <DropdownMenu.Item
              key={other.id}
              className={menuItem}
              onSelect={() =>
                editTemplate(
                  `Tie ${name} to ${other.name}`,
                  (t) => void tieProperty(t, element.id, property, other),
                )
              }
            >
              Take it from “{other.name}”{other.kind === kind || other.kind === 'number' ? '' : ', by a map'}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
