import { X } from 'lucide-react';
import { toast } from 'sonner';
import { siblingsOf, type Edge, type Element, type Template } from '../../core/show';
import { Button, IconButton, SelectField } from '../ui';
import { editTemplate, templateNow } from './build-store';
import { pointAt } from './pointing';
import { boxesAtRest } from './stage/rest-boxes';

const edges: readonly Edge[] = ['left', 'top', 'right', 'bottom'];

/** The edge of another that lies nearest to an element at rest. */
function nearestEdge(template: Template, id: string, on: string): Edge {
  const boxes = boxesAtRest(template);
  const [own, other] = [boxes.get(id), boxes.get(on)];
  if (!own || !other) return 'right';
  const [x, y] = [own.x + own.w / 2, own.y + own.h / 2];
  const away: Record<Edge, number> = {
    left: Math.abs(x - other.x),
    right: Math.abs(x - other.x - other.w),
    top: Math.abs(y - other.y),
    bottom: Math.abs(y - other.y - other.h),
  };
  return edges.reduce((best, edge) => (away[edge] < away[best] ? edge : best));
}

/** The edge of another element that this one rides on while that is wiped, moved and grown. */
export function RideRow({ template, element }: { template: Template; element: Element }) {
  const { rides } = element;
  const set = (label: string, next: Element['rides']): void =>
    editTemplate(label, (t) => {
      const own = t.elements[element.id];
      if (own) own.rides = next;
    });
  const add = (): void =>
    pointAt(`the element on whose edge ${element.name} rides`, {
      takesCanvas: false,
      refuses: (id) => {
        const now = templateNow();
        if (!now?.elements[id]) return 'That one is gone.';
        if (id === element.id) return 'It cannot ride on itself.';
        if (now.elements[id].rides?.on === element.id) return `${now.elements[id].name} rides on it already.`;
        return siblingsOf(now, id).parent === siblingsOf(now, element.id).parent
          ? null
          : 'Both must be in the same group.';
      },
      onPick: (id) => {
        const now = templateNow();
        if (!now || id === null) return;
        const edge = nearestEdge(now, element.id, id);
        set(`${element.name} rides on an edge`, { on: id, edge });
        toast(
          `${element.name} rides on the ${edge} edge of ${now.elements[id]?.name ?? ''}, as it is shown.`,
        );
      },
    });
  if (!rides)
    return (
      <Button tone="quiet" className="h-7 justify-start px-0 text-xs" onClick={add}>
        Ride on an edge…
      </Button>
    );
  return (
    <span className="flex items-center gap-1 text-xs text-ink-2">
      Rides on the
      <SelectField
        bare
        label="Edge that it rides on"
        className="w-20"
        value={rides.edge}
        choices={edges.map((edge) => ({ value: edge, label: edge }))}
        onChange={(edge) => set(`${element.name} rides on another edge`, { ...rides, edge: edge as Edge })}
      />
      <span className="min-w-0 flex-1 truncate">of {template.elements[rides.on]?.name}</span>
      <IconButton label="Stop riding" onClick={() => set(`${element.name} rides no more`, null)}>
        <X size={14} />
      </IconButton>
    </span>
  );
}
