import { moveElements, resizeElements, type Element, type Template } from '../../core/show';
import { NumberField } from '../ui';
import { editElements, sealEdit } from './build-store';
import { boxesAtRest } from './stage/rest-boxes';

const sides = ['x', 'y', 'w', 'h'] as const;
const names = { x: 'X', y: 'Y', w: 'W', h: 'H' } as const;

/** The place and the size of a group: those of all that is in it. */
export function GroupPlace({ template, element }: { template: Template; element: Element }) {
  const box = boxesAtRest(template).get(element.id);
  if (!box) return null;
  const set = (side: (typeof sides)[number], next: number): void =>
    editElements(
      `${names[side]} of ${element.name}`,
      (t) => {
        if (side === 'x') moveElements(t, [element.id], next - box.x, 0);
        else if (side === 'y') moveElements(t, [element.id], 0, next - box.y);
        else resizeElements(t, [element.id], box, { ...box, [side]: next });
      },
      `${element.id} ${side}`,
    );
  return (
    <div className="grid grid-cols-2 gap-x-2 gap-y-1.5">
      {sides.map((side) => (
        <NumberField
          key={side}
          label={names[side]}
          unit="px"
          value={Math.round(box[side] * 100) / 100}
          min={side === 'w' || side === 'h' ? 1 : undefined}
          onChange={(next) => set(side, next)}
          onDone={sealEdit}
        />
      ))}
    </div>
  );
}
