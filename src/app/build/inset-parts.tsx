import { ArrowLeft, CornerDownRight, Undo2 } from 'lucide-react';
import { useNavigate } from 'react-router';
import {
  insetFieldKey,
  makeField,
  templateOfInset,
  tieOf,
  type Field,
  type InsetElement,
  type Property,
  type PropertyType,
  type Show,
  type Template,
} from '../../core/show';
import { Button, IconButton, Section } from '../ui';
import { newId } from '../state/ids';
import { editTemplate, useBuild } from './build-store';
import { PropertyRow } from './property-row';

const typeOfField: Readonly<Record<Field['kind'], PropertyType>> = {
  text: 'text',
  number: 'number',
  colour: 'colour',
  picture: 'picture',
  video: 'video',
  choice: 'choice',
  'yes-no': 'yes-no',
  rows: 'rows',
};

/** A field of an inset's template as a property of the inset. */
const propertyFor = (field: Field): Property => ({
  key: insetFieldKey(field.id, field.kind === 'rows'),
  label: field.name,
  type: typeOfField[field.kind],
  section: 'Inset',
  wide: true,
  ...(field.kind === 'choice' ? { choices: field.choices } : {}),
  ...(field.kind === 'number' && field.min !== null ? { min: field.min } : {}),
  ...(field.kind === 'number' && field.max !== null ? { max: field.max } : {}),
});

/** Opens the template that an inset shows; the stage leads back. */
export function useStepInto(): (element: InsetElement) => void {
  const navigate = useNavigate();
  return ({ template }) => {
    const { templateId, trail, set } = useBuild.getState();
    if (template === null || templateId === null) return;
    set({ trail: [...trail, { from: templateId, to: template }] });
    void navigate(`/build/${template}`);
  };
}

/** Back to the template that one has stepped in from. */
export function StepBack({ show }: { show: Show }) {
  const navigate = useNavigate();
  const last = useBuild((store) => store.trail.at(-1));
  const from = last && show.templates[last.from];
  if (!from) return null;
  return (
    <Button
      tone="quiet"
      className="max-w-48 px-1.5 text-brass"
      aria-label={`Back to ${from.name}`}
      title={`Back to ${from.name}, which shows this template`}
      onClick={() => {
        useBuild.getState().set({ trail: useBuild.getState().trail.slice(0, -1) });
        void navigate(`/build/${from.id}`);
      }}
    >
      <ArrowLeft size={15} className="shrink-0" /> <span className="truncate">{from.name}</span>
    </Button>
  );
}

/** The fields of the template that an inset shows: what they are here, or what of this template they take. */
export function InsetParts({
  show,
  template,
  element,
}: {
  show: Show;
  template: Template;
  element: InsetElement;
}) {
  const stepInto = useStepInto();
  const shown = templateOfInset(element, show.templates);
  if (element.source !== 'template') return null;
  if (!shown)
    return (
      <p className="border-b border-line p-3 text-xs text-ink-2">
        {element.template === null
          ? 'Choose the template that it shows.'
          : 'The template that it showed is not in the show any more. Choose another.'}
      </p>
    );
  const open = shown.fields.filter(
    (field) => !tieOf(template, element.id, propertyFor(field).key) && shown.bound[field.id] === undefined,
  );
  return (
    <Section title={`Fields of ${shown.name}`}>
      <div className="flex flex-wrap gap-1">
        <Button onClick={() => stepInto(element)}>
          <CornerDownRight size={14} /> Edit {shown.name}
        </Button>
        {open.length > 0 && (
          <Button
            title="Makes a field of this template out of each that is not tied yet"
            onClick={() =>
              editTemplate(`Pass the fields of ${element.name} through`, (t) => {
                for (const field of open) makeInsetField(t, element, field);
              })
            }
          >
            Pass all through
          </Button>
        )}
      </div>
      {shown.fields.length === 0 && <p className="text-xs text-ink-3">It has no fields.</p>}
      <div className="grid grid-cols-2 gap-x-2 gap-y-1.5">
        {shown.fields.map((field) => {
          const property = propertyFor(field);
          const isSet = Object.hasOwn(element.values, field.id);
          const isTied = tieOf(template, element.id, property.key) !== undefined;
          const bound = shown.bindings.find(({ id }) => id === shown.bound[field.id]);
          return (
            <div key={field.id} className="col-span-2 flex flex-col">
              <div className="flex items-center gap-1">
                <div className="min-w-0 flex-1">
                  <PropertyRow
                    show={show}
                    template={template}
                    element={element}
                    property={property}
                    usual={field.default}
                  />
                </div>
                {isSet && !isTied && (
                  <IconButton
                    label={`${field.name} as ${shown.name} has it`}
                    onClick={() =>
                      editTemplate(`${field.name} of ${element.name} as its template has it`, (t) => {
                        const own = t.elements[element.id];
                        if (own?.kind === 'inset') delete own.values[field.id];
                      })
                    }
                  >
                    <Undo2 size={14} />
                  </IconButton>
                )}
              </div>
              {bound && !isSet && !isTied && (
                <p className="text-xs text-tide">From its binding “{bound.name}”</p>
              )}
            </div>
          );
        })}
      </div>
    </Section>
  );
}

function makeInsetField(template: Template, element: InsetElement, field: Field): void {
  const own = template.elements[element.id];
  if (own?.kind !== 'inset') return;
  own.values[field.id] ??= field.default;
  makeField(template, element.id, propertyFor(field), newId());
}
