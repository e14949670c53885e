// What is made of the elements in hand in one step: a plate behind them, a row, fields, the other side.
import { wcagContrast } from 'culori';
import { toast } from 'sonner';
import {
  coloursOf,
  makeFieldsOf,
  mirrorAcross,
  newElement,
  outermost,
  paintOrder,
  plateBehind,
  repeatForRows,
  setInRow,
  StyleReader,
  wipeAlong,
  type Paint,
  type RowWay,
  type Show,
  type Template,
} from '../../core/show';
import { unionOf } from '../../core/layout';
import { dataName } from '../data/data-choices';
import { rowsOnce } from '../state/data';
import { useDraft } from '../state/draft-store';
import { newId } from '../state/ids';
import { editTemplate, templateNow, useBuild } from './build-store';
import { editTethers } from './follow';
import { boxesAtRest } from './stage/rest-boxes';

const inHand = (template: Template): string[] =>
  useBuild.getState().selection.filter((id) => template.elements[id] && !template.elements[id].locked);

const words = (template: Template, ids: readonly string[]): string =>
  ids.length === 1 ? (template.elements[ids[0] as string]?.name ?? '') : `${ids.length} elements`;

/** The least contrast of words to what is behind them (WCAG 2.2, 1.4.3). */
const leastContrast = 4.5;

/** The fill of a plate: that of the template's last plate, else what the show's plates have most, if its words can be read on it. */
function plateFill(show: Show, template: Template, ids: readonly string[]): Paint {
  const reader = new StyleReader(show.look);
  const inks = paintOrder(template)
    .filter(({ id }) => ids.includes(id))
    .flatMap((element) => ('colour' in element ? [reader.colour(element.colour)] : []));
  const isReadable = (fill: Paint): boolean => {
    const colours = coloursOf(reader.paint(fill)).map((colour) => colour.slice(0, 7));
    return (
      colours.length > 0 &&
      inks.every((ink) => colours.every((colour) => wcagContrast(ink, colour) >= leastContrast))
    );
  };
  const own = paintOrder(template).flatMap((element) =>
    element.kind === 'rect' && element.w * element.h > 4000 ? [element.fill] : [],
  );
  const counts = new Map<string, { fill: Paint; count: number }>();
  for (const other of Object.values(show.templates))
    for (const element of Object.values(other.elements))
      if (element.kind === 'rect') {
        const key = JSON.stringify(element.fill);
        counts.set(key, { fill: element.fill, count: (counts.get(key)?.count ?? 0) + 1 });
      }
  const usual = [...counts.values()].sort((a, b) => b.count - a.count).map(({ fill }) => fill);
  const named = Object.values(show.look.styles).flatMap((style) =>
    style.kind === 'colour' ? [`@${style.id}`] : [],
  );
  return [...own.reverse(), ...usual, '#1d4e5a', ...named, '#000000'].find(isReadable) ?? '#1d4e5a';
}

/** A rectangle behind what is chosen, as large as that is. */
export function makePlate(): void {
  const template = templateNow();
  const show = useDraft.getState().draft?.show;
  if (!template || !show) return;
  const ids = inHand(template);
  const fill = plateFill(show, template, ids);
  let made: string | null = null;
  editTemplate(`Plate behind ${words(template, ids)}`, (t) => {
    made = plateBehind(t, ids, boxesAtRest(template), fill, newId);
  });
  if (made !== null) useBuild.getState().select([made]);
}

/** What is chosen once for each row of some data; null: of rows that are bound later. */
export async function makeRepeated(data: string | null): Promise<void> {
  const template = templateNow();
  const show = useDraft.getState().draft?.show;
  if (!template || !show) return;
  const ids = inHand(template);
  const seen = data === null ? null : await rowsOnce(data);
  const taken = data === null ? null : { data, name: dataName(show, data), columns: seen?.columns ?? [] };
  let made: string | null = null;
  editTemplate(`${words(template, ids)} for each row`, (t) => {
    const boxes = ids.flatMap((id) => boxesAtRest(template).get(id) ?? []);
    const across = unionOf(boxes);
    made = repeatForRows(t, ids, newElement('rows', newId(), 'Rows', { gapY: across ? Math.round(across.h / 6) : 8 }), taken, newId, show.templates); // prettier-ignore
  });
  if (made !== null) useBuild.getState().select([made]);
}

/** A wipe of what is chosen along a path that can be bent. */
export function makeWipeAlong(): void {
  const template = templateNow();
  if (!template) return;
  const ids = inHand(template);
  let made: string | null = null;
  editTemplate(`Wipe of ${words(template, ids)} along a path`, (t) => {
    made = wipeAlong(t, ids, boxesAtRest(template), newId);
  });
  if (made === null) return;
  useBuild.getState().select([made]);
  toast('Enter draws the path and Exit takes it up again. Its points on the stage bend it.');
}

/** What is chosen side by side, or one under another. */
export function makeRow(way: RowWay): void {
  const template = templateNow();
  if (!template) return;
  // A place in a group is that of the group.
  const ids = outermost(template, inHand(template));
  const chosen = inHand(template).filter((id) => ids.includes(id));
  const isRow = way === 'from-left' || way === 'from-right';
  const isDone = editTethers(`${isRow ? 'Row' : 'Column'} of ${words(template, chosen)}`, (t) => {
    setInRow(t, chosen, boxesAtRest(template), way, newId);
  });
  const last = { 'from-left': 'left', 'from-right': 'right', 'from-top': 'top', 'from-bottom': 'bottom' }[
    way
  ];
  if (isDone)
    toast(`The one at the ${last} stands still; the others follow it by tethers, whatever the text is.`);
}

/** Fields of what is in the elements that are chosen. */
export function makeFields(): void {
  const template = templateNow();
  if (!template) return;
  const ids = inHand(template);
  let made: string[] = [];
  editTemplate(`Fields of ${words(template, ids)}`, (t) => {
    made = makeFieldsOf(t, ids, newId);
  });
  const names =
    templateNow()
      ?.fields.filter(({ id }) => made.includes(id))
      .map(({ name }) => `“${name}”`) ?? [];
  if (names.length === 0) toast('All of these come from fields or data already.');
  else toast(`${names.length === 1 ? 'New field' : 'New fields'}: ${names.join(', ')}.`);
}

/** Copies of what is chosen on the other side of the canvas, with fields of their own. */
export function makeOtherSide(): void {
  const template = templateNow();
  if (!template) return;
  const ids = inHand(template);
  let made: string[] = [];
  editTemplate(`${words(template, ids)} on the other side`, (t) => {
    made = mirrorAcross(t, ids, newId);
  });
  useBuild.getState().select(made);
}
