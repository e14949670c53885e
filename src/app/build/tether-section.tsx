import { Trash2 } from 'lucide-react';
import {
  paintOrder,
  tetherEdges,
  type Element,
  type Template,
  type Tether,
  type TetherEdge,
  newTether,
  holds,
} from '../../core/show';
import { Button, IconButton, NumberField, Section, SelectField } from '../ui';
import { newId } from '../state/ids';
import { editTemplate, sealEdit, templateNow } from './build-store';
import { canFollow, editTethers, followByPointing, isSize, offsetNow } from './follow';
import { pointAt } from './pointing';
import { RideRow } from './ride-row';

const words = (edge: TetherEdge): string => edge;

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
  const edges = tetherEdges.filter((edge) => !holds(element) || !isSize(edge));
  const point = (onPick: (to: string | null) => void): void =>
    pointAt(`what ${element.name} follows`, {
      takesCanvas: true,
      refuses: (id) => (id === element.id ? 'It cannot follow itself.' : null),
      onPick,
    });
  const add = (): void => followByPointing([element.id]);
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
    void editTethers(
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
                    ...(canFollow(edge as TetherEdge, tether.toEdge) ? {} : { toEdge: edge as TetherEdge }),
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
                .filter((edge) => canFollow(tether.edge, edge))
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
            <LimitField label="Minimum" value={tether.min} onSet={(min) => change(tether, { min })} />
            <LimitField label="Maximum" value={tether.max} onSet={(max) => change(tether, { max })} />
          </div>
        </div>
      ))}
    </Section>
  );
}
