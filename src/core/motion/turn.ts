import { paintOrder, type Box, type Template } from '../show';

export const turnOrders = ['depth', 'left', 'right', 'top', 'bottom', 'middle', 'given'] as const;
/** Whose turn it is first: what lies behind, on a side or in the middle, or as the elements were given. */
export type TurnOrder = (typeof turnOrders)[number];

/**
 * Elements in the order in which their turn comes. `boxes` are those at rest, px; what has none comes last. Elements
 * that lie alike come from back to front.
 */
export function inTurn(
  template: Template,
  ids: readonly string[],
  order: TurnOrder,
  boxes: ReadonlyMap<string, Box>,
): string[] {
  if (order === 'given') return [...ids];
  const depth = paintOrder(template)
    .map(({ id }) => id)
    .filter((id) => ids.includes(id));
  if (order === 'depth') return depth;
  const far = (id: string): number => {
    const box = boxes.get(id);
    if (!box) return Infinity;
    const [x, y] = [box.x + box.w / 2, box.y + box.h / 2];
    switch (order) {
      case 'left':
        return x;
      case 'right':
        return -x;
      case 'top':
        return y;
      case 'bottom':
        return -y;
      case 'middle':
        return Math.abs(x - template.width / 2);
    }
  };
  return depth.sort((a, b) => far(a) - far(b));
}
