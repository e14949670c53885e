import { Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import { tetherCycle } from '../../core/layout';
import {
  axisOf,
  paintOrder,
  tetherEdges,
  type Element,
  type Template,
  type Tether,
  type TetherEdge,
  newTether,
} from '../../core/show';
import { Button, IconButton, NumberField, Section, SelectField } from '../ui';
import { newId } from '../state/ids';
import { editTemplate, sealEdit, templateNow } from './build-store';

const isSize = (edge: TetherEdge): boolean => edge === 'width' || edge === 'height';
const fits = (edge: TetherEdge, other: TetherEdge): boolean =>
  axisOf(edge) === axisOf(other) && isSize(edge) === isSize(other);
const words = (edge: TetherEdge): string => edge;

/** Changes the tethers unless they would then run in a circle; says so where they would. */
function editTethers(label: string, recipe: (template: Template) => void, merge?: string): void {
  const template = templateNow();
  if (!template) return;
  const tried = structuredClone(template);
  recipe(tried);
  const circle = tetherCycle(tried);
  if (circle) toast.error(circle.message, { duration: 10_000 });
  else editTemplate(label, recipe, merge);
}

/** A limit in px, or none. */
function LimitField(props: { label: string; value: number | null; onSet: (value: number | null) => void }) {
  const { label, value, onSet } = props;
  return value === null ? (
    <button
      type="button"
      className="h-7 rounded border border-dashed border-line px-2 text-left text-xs text-ink-3 hover:text-ink"
      onClick={() => onSet(0)}
    >
      {label}: no limit
    </button>
  ) : (
    <span className="flex items-center gap-1">
      <NumberField label={label} unit="px" value={value} onChange={onSet} onDone={sealEdit} />
      <IconButton label={`${label}: no limit`} className="size-5" onClick={() => onSet(null)}>
        ×
      </IconButton>
    </span>
  );
}

const corners = [
  ['top left', 'left', 'top'],
  ['top right', 'right', 'top'],
  ['bottom left', 'left', 'bottom'],
  ['bottom right', 'right', 'bottom'],
  ['centre', 'centre', 'middle'],
] as const;

/** What ties the element to others: its edges or sizes to theirs. */
export function TetherSection({ template, element }: { template: Template; element: Element }) {
  const own = template.tethers.filter((tether) => tether.element === element.id);
  const targets = [
    { value: '', label: 'Canvas' },
    ...paintOrder(template)
      .filter((other) => other.id !== element.id)
      .map((other) => ({ value: other.id, label: other.name })),
  ];
  // Groups are moved by a tether, never stretched.
  const edges = tetherEdges.filter((edge) => element.kind !== 'group' || !isSize(edge));
  const add = (): void => {
    const used = new Set(own.map((tether) => tether.edge));
    const edge =
      (['left', 'right', 'top', 'bottom', 'centre', 'middle'] as const).find((e) => !used.has(e)) ?? 'left';
    const tether = newTether(newId(), element.id, edge, null, edge);
    editTethers(`Tether ${element.name}`, (t) => void t.tethers.push(tether));
  };
  /** A corner is two edges that follow the same two edges of another. */
  const addCorner = (index: number): void => {
    const [, x, y] = corners[index] ?? corners[0];
    const to = paintOrder(template).find((other) => other.id !== element.id)?.id ?? null;
    editTethers(`Tether a corner of ${element.name}`, (t) => {
      t.tethers = t.tethers.filter(
        (tether) => tether.element !== element.id || (tether.edge !== x && tether.edge !== y),
      );
      t.tethers.push(newTether(newId(), element.id, x, to, x), newTether(newId(), element.id, y, to, y));
    });
  };
  const change = (tether: Tether, next: Partial<Tether>, merge?: string): void =>
    editTethers(
      `Tether ${element.name}`,
      (t) => {
        const kept = t.tethers.find((other) => other.id === tether.id);
        if (kept) Object.assign(kept, next);
      },
      merge,
    );
  return (
    <Section
      title="Tethers"
      extra={
        <Button tone="quiet" className="h-6 px-2 text-xs" onClick={add}>
          Add a tether
        </Button>
      }
    >
      {own.length === 0 && (
        <p className="text-xs text-ink-3">
          Tie an edge to another element, and it follows it whatever the words are.
        </p>
      )}
      <SelectField
        bare
        label="Tether a corner"
        value=""
        choices={[
          { value: '', label: 'Tie a corner…' },
          ...corners.map(([label], index) => ({ value: index, label: `${label} to the same of another` })),
        ]}
        onChange={(index) => index !== '' && addCorner(Number(index))}
      />
      {own.map((tether, index) => (
        <div
          key={tether.id}
          className="flex flex-col gap-1 border-l-2 border-line pl-2"
          role="group"
          aria-label={`Tether ${index + 1}`}
        >
          <div className="flex items-center gap-1">
            <SelectField
              bare
              label="Own edge"
              value={tether.edge}
              choices={edges.map((edge) => ({ value: edge, label: words(edge) }))}
              onChange={(edge) =>
                change(tether, {
                  edge: edge as TetherEdge,
                  ...(fits(edge as TetherEdge, tether.toEdge) ? {} : { toEdge: edge as TetherEdge }),
                })
              }
            />
            <span className="shrink-0 text-xs text-ink-3">follows</span>
            <IconButton
              label="Remove the tether"
              onClick={() =>
                editTemplate(
                  `Untether ${element.name}`,
                  (t) => void (t.tethers = t.tethers.filter((other) => other.id !== tether.id)),
                )
              }
            >
              <Trash2 size={14} />
            </IconButton>
          </div>
          <div className="flex items-center gap-1">
            <SelectField
              bare
              label="Followed element"
              value={tether.to ?? ''}
              choices={targets}
              onChange={(to) => change(tether, { to: to === '' ? null : String(to) })}
            />
            <SelectField
              bare
              label="Followed edge"
              className="max-w-20"
              value={tether.toEdge}
              choices={tetherEdges
                .filter((edge) => fits(tether.edge, edge))
                .map((edge) => ({ value: edge, label: words(edge) }))}
              onChange={(toEdge) => change(tether, { toEdge: toEdge as TetherEdge })}
            />
          </div>
          <div className="grid grid-cols-2 gap-1.5">
            <NumberField
              label="Offset"
              unit="px"
              value={tether.offset}
              onChange={(offset) => change(tether, { offset }, `tether ${tether.id}`)}
              onDone={sealEdit}
            />
            <NumberField
              label="Factor"
              unit="×"
              value={tether.factor}
              min={-100}
              max={100}
              step={0.05}
              onChange={(factor) => change(tether, { factor }, `tether ${tether.id}`)}
              onDone={sealEdit}
            />
            <LimitField label="Least" value={tether.min} onSet={(min) => change(tether, { min })} />
            <LimitField label="Most" value={tether.max} onSet={(max) => change(tether, { max })} />
          </div>
        </div>
      ))}
    </Section>
  );
}
