import { newElement, type Element, isWords } from '../../element';
import type { Paint } from '../../value';
import { paintOrder, siblingsOf, type Template } from '../template';
import { newTether, type TetherEdge } from '../tether';
import type { NewId } from '../../value';
import { groupElements, outermost, placeElement, type Box } from './elements';
import { freshName } from './names';

/** Room between words and the plate behind them, px: by the size of the largest type. */
export function roomAround(elements: readonly (Element | undefined)[]): { x: number; y: number } {
  const sizes = elements.flatMap((element) => (element && 'size' in element ? [element.size] : []));
  const size = Math.max(0, ...sizes);
  return size > 0 ? { x: Math.round(size * 0.5), y: Math.round(size * 0.25) } : { x: 24, y: 16 };
}

const sides: readonly (readonly [edge: TetherEdge, way: -1 | 1])[] = [
  ['left', -1],
  ['right', 1],
  ['top', -1],
  ['bottom', 1],
];
const edgeOf = (box: Box, edge: TetherEdge): number =>
  ({ left: box.x, right: box.x + box.w, top: box.y, bottom: box.y + box.h })[edge as 'left'];

/**
 * Puts a rectangle right behind elements that is as large as they are, whatever their words: each of its edges follows
 * the outermost of them, with room for its words. Words that lie one over another may each be the longest; they become
 * a group, which the plate follows. What stood beside them stands beside the plate. Returns the plate's id, or null where the elements have no boxes.
 */
export function plateBehind(
  template: Template,
  ids: readonly string[],
  boxes: ReadonlyMap<string, Box>,
  fill: Paint,
  newId: NewId,
): string | null {
  const members = outermost(template, ids).filter((id) => boxes.has(id));
  const [rear] = members;
  if (rear === undefined) return null;
  const box = (id: string): Box => boxes.get(id) as Box;
  const room = roomAround(
    members
      .map((id) => template.elements[id])
      .concat(paintOrder(template).filter(({ id }) => ids.includes(id))),
  );
  const isOver = (a: string, b: string): boolean =>
    a !== b &&
    isWords(template.elements[a]) &&
    box(a).x < box(b).x + box(b).w &&
    box(b).x < box(a).x + box(a).w;
  const id = newId();
  const names = Object.values(template.elements).map(({ name }) => name);
  const edges = sides.map(([edge, way]) => {
    const outer = members.reduce((best, own) =>
      (edgeOf(box(own), edge) - edgeOf(box(best), edge)) * way > 0 ? own : best,
    );
    return { edge, way, at: edgeOf(box(outer), edge), outer };
  });
  let followed: string | null = null;
  if (members.some((a) => members.some((b) => isOver(a, b)))) {
    followed = newId();
    groupElements(template, members, newElement('group', followed, 'Content'));
  }
  const [left, right, top, bottom] = edges.map(({ at, way, edge }) =>
    edge === 'left' || edge === 'right' ? at + way * room.x : at + way * room.y,
  ) as [number, number, number, number];
  template.elements[id] = newElement('rect', id, freshName('Plate', names), {
    x: left,
    y: top,
    w: right - left,
    h: bottom - top,
    fill,
  });
  const { list, parent } = siblingsOf(template, followed ?? rear);
  placeElement(template, id, parent, list.indexOf(followed ?? rear));
  for (const { edge, way, outer } of edges)
    template.tethers.push(
      newTether(
        newId(),
        id,
        edge,
        followed ?? outer,
        edge,
        way * (edge === 'left' || edge === 'right' ? room.x : room.y),
      ),
    );
  // What stood beside the words now stands beside the plate.
  for (const { edge, outer } of edges) {
    const away = opposite[edge];
    for (const tether of template.tethers)
      if (
        tether.to === outer &&
        tether.toEdge === edge &&
        tether.edge === away &&
        !ids.includes(tether.element)
      )
        tether.to = id;
  }
  return id;
}

const opposite: Partial<Record<TetherEdge, TetherEdge>> = {
  left: 'right',
  right: 'left',
  top: 'bottom',
  bottom: 'top',
};
