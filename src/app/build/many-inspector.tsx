import { useState } from 'react';
import { toast } from 'sonner';
import {
  clipElements,
  elementKinds,
  elementParts,
  giveParts,
  propertyOf,
  propertyValue,
  setProperty,
  type Element,
  type ElementPart,
  type Property,
  type PropertySection,
  type Show,
  type Template,
  isPropertyShown,
} from '../../core/show';
import { newId } from '../state/ids';
import { Button, Section } from '../ui';
import { partWords } from './actions';
import { editElements, editTemplate } from './build-store';
import { PropertyControl } from './property-row';

const isShown = (property: Property, element: Element): boolean => isPropertyShown(property, element);

/** The properties that all of some elements have. */
function commonProperties(elements: readonly Element[]): Property[] {
  const [first, ...others] = elements;
  if (!first) return [];
  return elementKinds[first.kind].properties.filter(
    (property) =>
      elements.every((element) => isShown(property, element)) &&
      others.every((other) => propertyOf(other.kind, property.key)?.type === property.type),
  );
}

/** Several elements at once: what they have in common, and what the first of them can give to the others. */
export function ManyProperties(props: {
  show: Show;
  template: Template;
  elements: readonly Element[];
  sections: readonly PropertySection[];
}) {
  const { show, template, elements, sections } = props;
  const [first, ...others] = elements;
  const common = commonProperties(elements);
  const ids = elements.map(({ id }) => id);
  if (!first) return null;
  const give = (part: ElementPart): void => {
    const clip = clipElements(show, template, [first.id]);
    let left: string[] = [];
    editTemplate(`${partWords[part]} of ${first.name} for ${others.length} more`, (t) => {
      left = giveParts(t, clip, ids.slice(1), part, newId);
    });
    if (left.length > 0)
      toast.warning(
        `${left.map((id) => template.elements[id]?.name).join(', ')} took nothing: ${first.name} has no ${part} that fits.`,
      );
  };
  return (
    <>
      <Section title={`Copy from ${first.name} to the others`}>
        <div className="grid grid-cols-2 gap-1.5">
          {elementParts.map((part) => (
            <Button key={part} onClick={() => give(part)}>
              {partWords[part]}
            </Button>
          ))}
        </div>
      </Section>
      {sections.map((section) => {
        const own = common.filter((property) => property.section === section);
        if (own.length === 0) return null;
        return (
          <Section
            key={section}
            title={section}
            isFolded={section !== 'Position' && section !== 'Type' && section !== 'Appearance'}
          >
            <div className="grid grid-cols-2 gap-x-2 gap-y-1.5">
              {own.map((property) => (
                <CommonRow
                  key={property.key}
                  show={show}
                  template={template}
                  elements={elements}
                  property={property}
                />
              ))}
            </div>
          </Section>
        );
      })}
    </>
  );
}

function CommonRow(props: {
  show: Show;
  template: Template;
  elements: readonly Element[];
  property: Property;
}) {
  const { show, template, elements, property } = props;
  const [first] = elements as [Element];
  const values = elements.map((element) => propertyValue(template, element, property.key));
  const isMixed = values.some((value) => JSON.stringify(value) !== JSON.stringify(values[0]));
  const [isOpen, setIsOpen] = useState(false);
  const ids = elements.map(({ id }) => id);
  if (isMixed && !isOpen && property.type !== 'number')
    return (
      <button
        type="button"
        className={`flex h-7 min-w-0 items-center gap-2 rounded border border-dashed border-line px-2 text-left text-xs text-ink-2 hover:text-ink ${property.wide ? 'col-span-2' : ''}`}
        title="They differ: set one for all"
        onClick={() => setIsOpen(true)}
      >
        {property.label} <span className="text-ink-3">mixed</span>
      </button>
    );
  return (
    <div className={`flex min-w-0 items-center gap-1 ${property.wide ? 'col-span-2' : ''}`}>
      <fieldset className="m-0 min-w-0 flex-1 border-0 p-0">
        <PropertyControl
          show={show}
          property={property}
          value={isMixed && property.type === 'number' ? NaN : propertyValue(template, first, property.key)}
          disabled={false}
          onSet={(next) =>
            editElements(
              `${property.label} of ${ids.length} elements`,
              (t) => ids.forEach((id) => setProperty(t, id, property.key, next)),
              `${ids.join()} ${property.key}`,
            )
          }
        />
      </fieldset>
    </div>
  );
}
