import { Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import { maskProblem, mostMasks, paintOrder, type Element, type Mask, type Template } from '../../core/show';
import { Button, CheckField, IconButton, NumberField, Section, SelectField } from '../ui';
import { editTemplate, sealEdit, templateNow } from './build-store';
import { pointAt } from './pointing';

/** What the element is masked by: it is seen only where all of these are. */
export function MasksSection({ template, element }: { template: Template; element: Element }) {
  const others = paintOrder(template).filter((other) => maskProblem(template, element.id, other.id) === null);
  const users = Object.values(template.elements).filter((other) =>
    other.masks.some((mask) => mask.by === element.id),
  );
  const edit = (label: string, recipe: (masks: Mask[]) => Mask[], merge?: string): void =>
    editTemplate(
      label,
      (t) => {
        const own = t.elements[element.id];
        if (own) own.masks = recipe(own.masks);
      },
      merge,
    );
  const change = (index: number, next: Partial<Mask>, merge?: string): void => {
    const wrong = next.by === undefined ? null : maskProblem(template, element.id, next.by);
    if (wrong) toast.error(wrong.message);
    else
      edit(
        `Mask of ${element.name}`,
        (masks) => masks.map((m, i) => (i === index ? { ...m, ...next } : m)),
        merge,
      );
  };
  const add = (): void =>
    pointAt(`what masks ${element.name}`, {
      takesCanvas: false,
      refuses: (id) => {
        const now = templateNow();
        const name = now?.elements[id]?.name ?? '';
        if (!now || id === element.id) return `${element.name} cannot mask itself.`;
        if (element.masks.some((mask) => mask.by === id)) return `${name} masks it already.`;
        return maskProblem(now, element.id, id)?.message ?? null;
      },
      onPick: (id) => {
        if (id === null) return;
        edit(`Mask ${element.name}`, (masks) => [...masks, { by: id, inverted: false, soft: 0 }]);
        const name = templateNow()?.elements[id]?.name ?? '';
        toast(`${element.name} is seen only where ${name} is. ${name} is not drawn itself any more.`);
      },
    });
  return (
    <Section
      title="Masks"
      isFolded
      extra={
        <Button
          tone="quiet"
          className="h-6 px-2 text-xs"
          disabled={others.length === 0 || element.masks.length >= mostMasks}
          onClick={add}
        >
          Add a mask…
        </Button>
      }
    >
      {users.length > 0 && (
        <p className="text-xs text-ink-2">
          Masks {users.map((user) => user.name).join(', ')}, and is not drawn itself.
        </p>
      )}
      {element.masks.length === 0 && users.length === 0 && (
        <p className="text-xs text-ink-3">
          Seen only where another element or group is. That one moves, wipes and fades as it likes.
        </p>
      )}
      {element.masks.map((mask, index) => (
        <div
          key={index}
          role="group"
          aria-label={`Mask ${index + 1}`}
          className="flex flex-col gap-1 border-l-2 border-line pl-2"
        >
          <span className="flex items-center gap-1">
            <SelectField
              bare
              label="Masked by"
              value={mask.by}
              choices={paintOrder(template)
                .filter((other) => other.id === mask.by || others.includes(other))
                .map((other) => ({ value: other.id, label: other.name }))}
              onChange={(by) => change(index, { by: String(by) })}
            />
            <IconButton
              label="Remove the mask"
              onClick={() => edit(`Unmask ${element.name}`, (masks) => masks.filter((_, i) => i !== index))}
            >
              <Trash2 size={14} />
            </IconButton>
          </span>
          <span className="grid grid-cols-2 gap-2">
            <NumberField
              label="Softness"
              unit="px"
              value={mask.soft}
              min={0}
              max={500}
              onChange={(soft) => change(index, { soft }, `mask ${element.id} ${index}`)}
              onDone={sealEdit}
            />
            <CheckField
              label="Inverted"
              value={mask.inverted}
              onChange={(inverted) => change(index, { inverted })}
            />
          </span>
        </div>
      ))}
    </Section>
  );
}
