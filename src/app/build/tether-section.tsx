import { Trash2 } from 'lucide-react';
import { toast } from 'sonner';
import { tetherCycle } from '../../core/layout';
import {
  axisOf,
  paintOrder,
  tetherEdges,
  type Box,
  type Element,
  type Template,
  type Tether,
  type TetherEdge,
  newTether,
} from '../../core/show';
import { Button, IconButton, NumberField, Section, SelectField } from '../ui';
import { newId } from '../state/ids';
import { editTemplate, sealEdit, templateNow } from './build-store';
import { pointAt } from './pointing';
import { RideRow } from './ride-row';
import { boxesAtRest } from './stage/rest-boxes';

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

/** Where an edge of a box lies, or how large a side is, px. */
const edgeOf = (box: Box, edge: TetherEdge): number =>
  ({
    left: box.x,
    centre: box.x + box.w / 2,
    right: box.x + box.w,
    top: box.y,
    middle: box.y + box.h / 2,
    bottom: box.y + box.h,
    width: box.w,
    height: box.h,
  })[edge];

const roundPx = (value: number): number => Math.round(value * 100) / 100;

/** The offset with which a tether leaves an element where it stands. */
function offsetNow(
  template: Template,
  id: string,
  edge: TetherEdge,
  to: string | null,
  toEdge: TetherEdge,
  factor = 1,
): number {
  const boxes = boxesAtRest(template);
  const canvas = { x: 0, y: 0, w: template.width, h: template.height };
  const [own, other] = [boxes.get(id), to === null ? canvas : boxes.get(to)];
  if (!own || !other) return 0;
  const followed = edgeOf(other, toEdge);
  return roundPx(edgeOf(own, edge) - (isSize(edge) ? followed * factor : followed));
}

/** The edge of an element that is not tethered yet and the edge of another that lie nearest to one another. */
function nearestEdges(
  template: Template,
  id: string,
  to: string | null,
  used: ReadonlySet<TetherEdge>,
): { edge: TetherEdge; toEdge: TetherEdge; offset: number } | null {
  const places = tetherEdges.filter((edge) => !isSize(edge));
  const pairs = places
    .filter((edge) => !used.has(edge))
    .flatMap((edge) =>
      places
        .filter((toEdge) => fits(edge, toEdge))
        .map((toEdge) => ({ edge, toEdge, offset: offsetNow(template, id, edge, to, toEdge) })),
    );
  return pairs.reduce<(typeof pairs)[number] | null>(
    (best, pair) => (best && Math.abs(best.offset) <= Math.abs(pair.offset) ? best : pair),
    null,
  );
}

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
  const point = (onPick: (to: string | null) => void): void =>
    pointAt(`what ${element.name} follows`, {
      takesCanvas: true,
      refuses: (id) => (id === element.id ? 'It cannot follow itself.' : null),
      onPick,
    });
  const add = (): void =>
    point((to) => {
      const now = templateNow();
      const used = new Set(own.map((tether) => tether.edge));
      const pair = now && nearestEdges(now, element.id, to, used);
      if (!pair) return;
      const { edge, toEdge, offset } = pair;
      editTethers(
        `Tether ${element.name}`,
        (t) => void t.tethers.push(newTether(newId(), element.id, edge, to, toEdge, offset)),
      );
      const name = to === null ? 'the canvas' : (now.elements[to]?.name ?? '');
      toast(`The ${edge} of ${element.name} follows the ${toEdge} of ${name}, ${offset} px from it.`);
    });
  /** A corner is two edges that follow the same two edges of another, from where it stands. */
  const addCorner = (index: number): void =>
    point((to) => {
      const now = templateNow();
      if (!now) return;
      const [, x, y] = corners[index] ?? corners[0];
      editTethers(`Tether a corner of ${element.name}`, (t) => {
        t.tethers = t.tethers.filter(
          (tether) => tether.element !== element.id || (tether.edge !== x && tether.edge !== y),
        );
        for (const edge of [x, y])
          t.tethers.push(
            newTether(newId(), element.id, edge, to, edge, offsetNow(now, element.id, edge, to, edge)),
          );
      });
    });
  /** Another edge or element is followed from where the element stands. */
  const standing = (tether: Tether, next: Partial<Tether>): Partial<Tether> => {
    const { edge, to, toEdge, factor } = { ...tether, ...next };
    const now = templateNow();
    return now ? { ...next, offset: offsetNow(now, element.id, edge, to, toEdge, factor) } : next;
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
          Add a tether…
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
      <RideRow template={template} element={element} />
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
                change(
                  tether,
                  standing(tether, {
                    edge: edge as TetherEdge,
                    ...(fits(edge as TetherEdge, tether.toEdge) ? {} : { toEdge: edge as TetherEdge }),
                  }),
                )
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
              onChange={(to) => change(tether, standing(tether, { to: to === '' ? null : String(to) }))}
            />
            <SelectField
              bare
              label="Followed edge"
              className="max-w-20"
              value={tether.toEdge}
              choices={tetherEdges
                .filter((edge) => fits(tether.edge, edge))
                .map((edge) => ({ value: edge, label: words(edge) }))}
              onChange={(toEdge) => change(tether, standing(tether, { toEdge: toEdge as TetherEdge }))}
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
