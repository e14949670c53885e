// How an element comes to follow an edge of another: by pointing, from where it stands.
import { toast } from 'sonner';
import { tetherCycle } from '../../core/layout';
import {
  axisOf,
  newTether,
  tetherEdges,
  type Box,
  type Template,
  type Tether,
  type TetherEdge,
} from '../../core/show';
import { newId } from '../state/ids';
import { editTemplate, templateNow } from './build-store';
import { pointAt } from './pointing';
import { boxesAtRest } from './stage/rest-boxes';

export const isSize = (edge: TetherEdge): boolean => edge === 'width' || edge === 'height';
/** Whether one edge or size can follow another. */
export const canFollow = (edge: TetherEdge, other: TetherEdge): boolean =>
  axisOf(edge) === axisOf(other) && isSize(edge) === isSize(other);
const places = tetherEdges.filter((edge) => !isSize(edge));

/** Where an edge of a box lies, or how large a side is, px. */
export const edgeOf = (box: Box, edge: TetherEdge): number =>
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

const boxOf = (template: Template, boxes: ReadonlyMap<string, Box>, id: string | null): Box | undefined =>
  id === null ? { x: 0, y: 0, w: template.width, h: template.height } : boxes.get(id);

/** The offset with which a tether leaves an element where it stands. */
export function offsetNow(
  template: Template,
  id: string,
  edge: TetherEdge,
  to: string | null,
  toEdge: TetherEdge,
  factor = 1,
): number {
  const boxes = boxesAtRest(template);
  const [own, other] = [boxes.get(id), boxOf(template, boxes, to)];
  if (!own || !other) return 0;
  const followed = edgeOf(other, toEdge);
  return roundPx(edgeOf(own, edge) - (isSize(edge) ? followed * factor : followed));
}

/** An edge of an element at a point of the canvas, px; a middle only where no outer edge is as near. */
export function edgeAt(box: Box, at: { x: number; y: number }, reach: number): TetherEdge | null {
  const isBeside = {
    x: at.y >= box.y - reach && at.y <= box.y + box.h + reach,
    y: at.x >= box.x - reach && at.x <= box.x + box.w + reach,
  };
  const near = places
    .filter((edge) => isBeside[axisOf(edge)])
    .map((edge) => ({ edge, far: Math.abs(edgeOf(box, edge) - (axisOf(edge) === 'x' ? at.x : at.y)) }))
    .filter(({ far }) => far <= reach)
    .sort((a, b) => Number(isMiddle(a.edge)) - Number(isMiddle(b.edge)) || a.far - b.far);
  return near[0]?.edge ?? null;
}
const isMiddle = (edge: TetherEdge): boolean => edge === 'centre' || edge === 'middle';

interface Pair {
  readonly edge: TetherEdge;
  readonly toEdge: TetherEdge;
  readonly offset: number;
}

/**
 * The edge of an element and the edge of another that lie nearest: of its own those that are not tethered yet, or,
 * where it is known which edge is followed, any.
 */
function nearestEdges(
  template: Template,
  boxes: ReadonlyMap<string, Box>,
  id: string,
  to: string | null,
  toEdge: TetherEdge | null,
): Pair | null {
  const used = new Set(template.tethers.filter(({ element }) => element === id).map(({ edge }) => edge));
  const [own, other] = [boxes.get(id), boxOf(template, boxes, to)];
  if (!own || !other) return null;
  const pairs = places
    .filter((edge) => toEdge !== null || !used.has(edge))
    .flatMap((edge) =>
      (toEdge === null ? places : [toEdge])
        .filter((followed) => canFollow(edge, followed))
        .map((followed) => ({
          edge,
          toEdge: followed,
          offset: roundPx(edgeOf(own, edge) - edgeOf(other, followed)),
        })),
    );
  return pairs.reduce<Pair | null>(
    (best, pair) => (best && Math.abs(best.offset) <= Math.abs(pair.offset) ? best : pair),
    null,
  );
}

/** Changes the template unless its tethers would then run in a circle; says so where they would, and returns false. */
export function editTethers(label: string, recipe: (template: Template) => void, merge?: string): boolean {
  const template = templateNow();
  if (!template) return false;
  const tried = structuredClone(template);
  recipe(tried);
  const circle = tetherCycle(tried);
  if (circle) toast.error(circle.message, { duration: 10_000 });
  else editTemplate(label, recipe, merge);
  return circle === null;
}

/** Asks for an edge and lets elements follow it, each with its nearest edge and from where it stands. */
export function followByPointing(ids: readonly string[]): void {
  const template = templateNow();
  if (!template) return;
  const words =
    ids.length === 1 ? (template.elements[ids[0] as string]?.name ?? '') : `${ids.length} elements`;
  pointAt(`an edge that ${words} ${ids.length === 1 ? 'follows' : 'follow'}`, {
    takesCanvas: true,
    takesEdges: true,
    refuses: (id) => (ids.includes(id) ? 'It cannot follow itself.' : null),
    onPick(to, toEdge) {
      const now = templateNow();
      if (!now) return;
      const boxes = boxesAtRest(now);
      const pairs = ids.flatMap((id) => {
        const pair = nearestEdges(now, boxes, id, to, toEdge);
        return pair ? [{ id, ...pair }] : [];
      });
      const isDone = editTethers(`Tether ${words}`, (t) => {
        const isReplaced = (tether: Tether): boolean =>
          pairs.some(({ id, edge }) => tether.element === id && tether.edge === edge);
        t.tethers = t.tethers.filter((tether) => !isReplaced(tether));
        for (const { id, edge, toEdge: followed, offset } of pairs)
          t.tethers.push(newTether(newId(), id, edge, to, followed, offset));
      });
      if (!isDone) return;
      const name = to === null ? 'the canvas' : (now.elements[to]?.name ?? '');
      const [first] = pairs;
      if (first && pairs.length === 1)
        toast(
          `The ${first.edge} of ${words} follows the ${first.toEdge} of ${name}, ${first.offset} px from it.`,
        );
      else
        toast(
          `${pairs.length} elements follow ${toEdge ? `the ${toEdge} of ` : ''}${name} from where they stand.`,
        );
    },
  });
}
