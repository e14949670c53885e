import type { Template } from '../template';
import { newTether, type TetherEdge } from '../tether';
import type { NewId } from '../../value';
import type { Box } from './elements';
import { roomAround } from './plate';

export const rowWays = ['from-left', 'from-right', 'from-top', 'from-bottom'] as const;
/** The end of a row or column that stands still; the others follow it. */
export type RowWay = (typeof rowWays)[number];

const edgesOf: Readonly<
  Record<RowWay, readonly [own: TetherEdge, followed: TetherEdge, across: TetherEdge]>
> = {
  'from-left': ['left', 'right', 'middle'],
  'from-right': ['right', 'left', 'middle'],
  'from-top': ['top', 'bottom', 'left'],
  'from-bottom': ['bottom', 'top', 'left'],
};

/**
 * Sets elements in a row or a column by tethers, each beside the one before it, from the end that stands still: whatever
 * the words are, they neither overlap nor part. They come in the order in which they lie, or, where they lie over one
 * another, as given. A gap that is there already is kept (the mean, px), else it is the room that a plate leaves around
 * such words. Their earlier tethers go.
 */
export function setInRow(
  template: Template,
  ids: readonly string[],
  boxes: ReadonlyMap<string, Box>,
  way: RowWay,
  newId: NewId,
): string[] {
  const isRow = way === 'from-left' || way === 'from-right';
  const start = (box: Box): number => (isRow ? box.x : box.y);
  const size = (box: Box): number => (isRow ? box.w : box.h);
  const given = ids.flatMap((id) => {
    const box = boxes.get(id);
    return box ? [{ id, box }] : [];
  });
  const lying = [...given].sort((a, b) => start(a.box) - start(b.box));
  const gaps = lying.slice(1).map(({ box }, index) => {
    const last = (lying[index] as (typeof lying)[number]).box;
    return start(box) - start(last) - size(last);
  });
  const isApart = gaps.every((gap) => gap >= 0);
  const gap =
    isApart && gaps.length > 0
      ? Math.round(gaps.reduce((sum, one) => sum + one, 0) / gaps.length)
      : roomAround(ids.map((id) => template.elements[id])).x;
  const placed = isApart ? lying : given;
  const [own, followed, across] = edgesOf[way];
  const isBack = way === 'from-right' || way === 'from-bottom';
  const order = (isBack ? placed.reverse() : placed).map(({ id }) => id);
  const followers = new Set(order.slice(1));
  // The one that stands still must not follow what follows it now.
  template.tethers = template.tethers.filter(
    ({ element, to }) =>
      !followers.has(element) && (element !== order[0] || to === null || !followers.has(to)),
  );
  order.forEach((id, index) => {
    const last = order[index - 1];
    if (last === undefined) return;
    template.tethers.push(
      newTether(newId(), id, own, last, followed, isBack ? -gap : gap),
      newTether(newId(), id, across, last, across),
    );
  });
  return order;
}
