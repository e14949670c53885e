import { newElement } from '../../element';
import type { PathPoint } from '../../shape';
import { makeTrack } from '../track';
import { siblingsOf, type Template } from '../template';
import { newTether } from '../tether';
import type { NewId } from '../../value';
import { outermost, placeElement, type Box } from './elements';
import { freshName } from './names';

const point = (x: number, y: number): PathPoint => ({ x, y, inX: x - 0.1, inY: y, outX: x + 0.1, outY: y });

/** Frames that the way takes in Enter, and in Exit. */
const usual = { enter: 34, exit: 22 };

/**
 * Wipes elements along a path: a broad stroke through their middle masks them, and is drawn in Enter and taken up again
 * from its start in Exit. Bent by hand, the wipe goes the way it is bent. Returns the path's id, or null where the
 * elements have no boxes.
 */
export function wipeAlong(
  template: Template,
  ids: readonly string[],
  boxes: ReadonlyMap<string, Box>,
  newId: NewId,
): string | null {
  const members = outermost(template, ids).filter((id) => boxes.has(id));
  const [rear] = members;
  if (rear === undefined) return null;
  const own = members.map((id) => boxes.get(id) as Box);
  const x = Math.min(...own.map((box) => box.x));
  const y = Math.min(...own.map((box) => box.y));
  const w = Math.max(...own.map((box) => box.x + box.w)) - x;
  const h = Math.max(...own.map((box) => box.y + box.h)) - y;
  const id = newId();
  const names = Object.values(template.elements).map(({ name }) => name);
  template.elements[id] = newElement('path', id, freshName('Way of the wipe', names), {
    x,
    y,
    w,
    h,
    fill: '#ffffff00',
    outline: '#ffffff',
    outlinePlace: 'centre',
    // Broad enough that a bend leaves nothing uncovered.
    outlineWidth: Math.min(500, Math.ceil(h * 1.5)),
    drawSoft: Math.min(1000, Math.round(w / 12)),
    subpaths: [{ closed: false, points: [point(0, 0.5), point(0.5, 0.5), point(1, 0.5)] }],
  });
  const { list, parent } = siblingsOf(template, rear);
  placeElement(template, id, parent, list.indexOf(rear));
  for (const member of members) template.elements[member]?.masks.push({ by: id, inverted: false, soft: 0 });
  // What grows with its words is uncovered to its end.
  const [only] = members;
  if (members.length === 1 && only !== undefined)
    for (const edge of ['left', 'right'] as const)
      template.tethers.push(newTether(newId(), id, edge, only, edge, 0));
  const { enter, exit } = template.phases;
  enter.tracks.push(
    makeTrack(newId(), id, 'drawEnd', [
      [0, 0, 'gentle'],
      [usual.enter, 1, 'linear'],
    ]),
  );
  enter.frames = Math.max(enter.frames, usual.enter);
  exit.tracks.push(
    makeTrack(newId(), id, 'drawStart', [
      [Math.max(0, exit.frames - usual.exit), 0, 'gentle'],
      [Math.max(exit.frames, usual.exit), 1, 'linear'],
    ]),
  );
  exit.frames = Math.max(exit.frames, usual.exit);
  return id;
}
