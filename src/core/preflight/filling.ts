import { mapFindings } from '../cartography';
import { chartFindings } from '../chart';
import { chartPort, hasSafeAreas, layOut, safeAreas } from '../layout';
import {
  emptyList,
  holds,
  isWords,
  plainLook,
  StyleReader,
  type Look,
  type Template,
  type Values,
} from '../show';
import { tableFindings } from '../table';
import type { TextMeasure } from '../text';

/** One thing that breaks when a template is filled with certain values. */
export interface Finding {
  readonly code:
    | 'rows'
    | 'overflow'
    | 'small'
    | 'off'
    | 'unsafe'
    | 'cut'
    | 'missing-picture'
    | 'tiny'
    | 'contrast'
    | 'clock'
    | 'inset'
    | 'nowhere'
    | 'slow';
  readonly element: string;
  /** A plain sentence. */
  readonly message: string;
}

/** Below this part of its size a shrunk text is told of. */
const smallScale = 0.6;
/** Elements that cover so much of the canvas are meant to reach its edges. */
const backgroundPart = 0.9;

/** Whether the page of a table, or the round of a chart, is a number that can be turned. */
const pagedBy = ({ ties, fields }: Template, table: string, key: 'page' | 'round'): boolean =>
  ties.some(
    ({ element, property, field }) =>
      element === table &&
      property === key &&
      fields.some(({ id, kind }) => id === field && kind === 'number'),
  );

/**
 * What breaks in the rest pose of a filling: words that do not fit, shrank much or run off the picture, visible elements outside
 * the graphics safe area (EBU R 95), pictures that are empty or not among `pictures`. In paint order.
 */
export function checkFilling(
  template: Template,
  values: Values,
  measure: TextMeasure,
  pictures: ReadonlySet<string>,
  look?: Look,
): Finding[] {
  const { instances, boxes, texts } = layOut(template, values, measure, look);
  const found: Finding[] = instances.cuts.map(({ element, shown, of }) => ({
    code: 'cut',
    element: element.id,
    message: `${element.name} shows ${shown} of its ${of} rows: a picture has no more room for elements`,
  }));
  const filler = new StyleReader(look ?? plainLook);
  const picture = (set: string | null, name: string): string | null =>
    set === null ? (pictures.has(name) ? name : null) : filler.picture(set, name);
  const port = chartPort(measure, picture);
  for (const { element } of instances.all.values())
    if (element.kind === 'table')
      for (const { message } of tableFindings(element, element.list ?? emptyList, picture))
        found.push({ code: 'rows', element: element.id, message });
    else if (element.kind === 'chart')
      for (const { message } of chartFindings(element, element.list ?? emptyList, port).problems)
        found.push({ code: 'rows', element: element.id, message });
    else if (element.kind === 'map')
      for (const { message } of mapFindings(
        element,
        element.map === null ? null : filler.map(element.map),
        element.list ?? emptyList,
        port,
      ).problems)
        found.push({ code: 'rows', element: element.id, message });
  for (const element of Object.values(template.elements))
    if (element.kind === 'table' && element.turns !== 'none' && !pagedBy(template, element.id, 'page'))
      found.push({
        code: 'rows',
        element: element.id,
        message: `${element.name} is to turn its pages and stands at one: make a field of its Page with the knot, or let it not turn`,
      });
    else if (element.kind === 'chart' && element.turns !== 'none' && !pagedBy(template, element.id, 'round'))
      found.push({
        code: 'rows',
        element: element.id,
        message: `${element.name} is to turn its rounds and stands at one: make a field of its Round with the knot, or let it not turn`,
      });
  const said = new Set<string>();
  const isRunning = (path: string): boolean => {
    let up = instances.all.get(path)?.parent ?? null;
    while (up !== null && instances.all.get(up)?.element.kind !== 'crawl')
      up = instances.all.get(up)?.parent ?? null;
    return up !== null;
  };
  /** The element of the template that an instance belongs to: of what is in a cell, the table. */
  const ownerOf = (path: string): string => {
    let own = instances.all.get(path);
    while (own && !template.elements[own.element.id] && own.parent !== null)
      own = instances.all.get(own.parent);
    return own?.element.id ?? path;
  };
  const { width, height } = template;
  const part = hasSafeAreas(template) ? safeAreas.graphics : 0;
  const margin = { x: width * part, y: height * part };
  for (const [path, { element }] of instances.all) {
    const box = boxes.get(path);
    if (!box || element.hidden || holds(element)) continue;
    // What is so in many rows is said once.
    const add = (code: Finding['code'], words: string): void => {
      const message = `${element.name} ${words}`;
      const owner = ownerOf(path);
      if (said.has(`${owner} ${message}`)) return;
      said.add(`${owner} ${message}`);
      found.push({ code, element: owner, message });
    };
    const runs = isRunning(path);
    const text = isWords(element) && element.kind !== 'clock' ? texts.get(path) : undefined;
    // What runs along has all the room that it takes.
    if (isWords(element) && text && !text.fits && !(runs && element.fit === 'as-is')) {
      add(
        'overflow',
        element.fit === 'clip'
          ? 'is cut off at its box'
          : element.fit === 'as-is'
            ? 'is wider than its box'
            : 'does not fit its box even at its smallest',
      );
    } else if (text && text.scale < smallScale)
      add('small', `shrinks to ${Math.round(text.scale * 100)} % of its size`);
    if (element.kind === 'picture' && (element.asset === null || !pictures.has(element.asset))) {
      add(
        'missing-picture',
        element.asset === null ? 'has no picture' : 'has a picture that this show lacks',
      );
    }
    const isBackground = box.w >= width * backgroundPart && box.h >= height * backgroundPart;
    const isSeen = box.w > 0 && box.h > 0;
    // What is no text and runs off the picture's edge is meant to: only what ends before it may be cut by a screen.
    const bleeds = !text && (box.x <= 0 || box.y <= 0 || box.x + box.w >= width || box.y + box.h >= height);
    const isOut =
      !bleeds &&
      (box.x < margin.x - 1 ||
        box.y < margin.y - 1 ||
        box.x + box.w > width - margin.x + 1 ||
        box.y + box.h > height - margin.y + 1);
    const isOff = box.x < -1 || box.y < -1 || box.x + box.w > width + 1 || box.y + box.h > height + 1;
    if (isSeen && !isBackground && !runs) {
      if (text && isOff) add('off', 'runs off the picture');
      else if (isOut) add('unsafe', 'reaches out of the graphics safe area');
    }
  }
  return found;
}
