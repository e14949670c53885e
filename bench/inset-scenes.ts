// What insets and space are measured on: a wall of 24 insets, each of some elements that move, and a table of 40 cells that turn.
import type { Element, InsetElement, Template } from '../src/core/show';
import { makeTrack, newCascade, newElement, newPhase, newTemplate } from '../src/core/show';

export const insetCount = 24;

/** A panel with a plate, a bar that runs and words; it moves for as long as it holds, or stands. */
function panel(isMoving: boolean): Template {
  const elements: Element[] = [
    newElement('rect', 'plate', 'Plate', { x: 0, y: 0, w: 300, h: 160, fill: '#0b2630' }),
    newElement('rect', 'bar', 'Bar', { x: 20, y: 100, w: 200, h: 20, fill: '#f2b632' }),
    newElement('text', 'words', 'Words', { x: 20, y: 20, w: 260, h: 60, text: 'Heat', size: 40, colour: '#ffffff' }), // prettier-ignore
  ];
  const made = newTemplate('panel', 'Panel', {
    width: 300,
    height: 160,
    elements: Object.fromEntries(elements.map((own) => [own.id, own])),
    order: elements.map(({ id }) => id),
  });
  const loop = makeTrack('run', 'bar', 'x', [[0, 0, 'linear'], [25, 60, 'linear'], [50, 0]]); // prettier-ignore
  return {
    ...made,
    phases: { ...made.phases, idle: isMoving ? { ...newPhase(50), tracks: [loop] } : newPhase(0) },
  };
}

export function insetWall(isMoving: boolean): { wall: Template; templates: Record<string, Template> } {
  const insets = Array.from(
    { length: insetCount },
    (_, i): InsetElement =>
      newElement('inset', `i${i}`, `Inset ${i + 1}`, {
        template: 'panel',
        x: 20 + (i % 6) * 315,
        y: 20 + Math.floor(i / 6) * 260,
        w: 300,
        h: 160,
      }) as InsetElement,
  );
  const wall = newTemplate('wall', 'Wall', {
    elements: Object.fromEntries(insets.map((own) => [own.id, own])),
    order: insets.map(({ id }) => id),
  });
  return { wall, templates: { panel: panel(isMoving) } };
}

/** Forty cells that turn up one after another, each about its upper edge. */
export function turningCells(): Template {
  const cells = Array.from(
    { length: 40 },
    (_, i) =>
    newElement('rect', `c${i}`, `Cell ${i + 1}`, { x: (i % 8) * 230, y: Math.floor(i / 8) * 200, w: 200, h: 160 }), // prettier-ignore
  );
  const group = newElement('group', 'cells', 'Cells', { children: cells.map(({ id }) => id) });
  const made = newTemplate('cells', 'Cells', {
    elements: Object.fromEntries([group, ...cells].map((own) => [own.id, own])),
    order: ['cells'],
  });
  const cascade = { ...newCascade('child'), pivot: 'top' as const };
  const turn = makeTrack('turn', 'cells', 'rotationX', [[0, -90], [50, 0]], { cascade }); // prettier-ignore
  return { ...made, phases: { ...made.phases, enter: { ...newPhase(50), tracks: [turn] } } };
}
