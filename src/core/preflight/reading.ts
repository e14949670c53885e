import { blend, parse, wcagContrast, type Rgb } from 'culori';
import { layOut } from '../layout';
import {
  type Box,
  type Element,
  type Look,
  type Template,
  type Values,
  isWords,
  holds,
  kindOf,
} from '../show';
import type { TextMeasure } from '../text';
import type { Finding } from './filling';

/** How well a text can be read. */
export interface Reading {
  /** The element of the template that it belongs to: of words in a cell, the table. */
  readonly element: string;
  readonly name: string;
  /** Its size as it is fitted, px at 1080 lines (of a tall picture: at 1080 columns). */
  readonly size: number;
  /**
   * The contrast (WCAG 2.2, relative luminance) of its words to what the template puts behind them, where the picture
   * behind that is white, and where it is black; the worst of all colours there. Null: they stand on a picture or video.
   */
  readonly overWhite: number | null;
  readonly overBlack: number | null;
}

/** Below these a text is told of. */
export const leastSize = 30;
export const leastContrast = 4.5;

/** Where in a box it is asked what stands behind: so many columns and rows of points. */
const columns = 13;
const rows = 3;

/** Whether a point lies in an element's area, as it leans or is round. */
function isIn(element: Element, { x, y, w, h }: Box, px: number, py: number): boolean {
  if (px < x || py < y || px > x + w || py > y + h) return false;
  return kindOf(element).covers(element, (px - x) / w, (py - y) / h, { w, h });
}

const withAlpha = (colour: string, opacity: number): Rgb => {
  const read = parse(colour) as Rgb | undefined;
  return { ...(read ?? { mode: 'rgb', r: 0, g: 0, b: 0 }), alpha: (read?.alpha ?? 1) * opacity };
};

interface Area {
  readonly colours: readonly string[] | null;
  readonly opacity: number;
}

/** The least contrast of a colour to areas that lie on one another over a ground; null: they are those of a picture. */
function contrastOn(pile: readonly Area[], ground: string, colour: string): number | null {
  let grounds: readonly Rgb[] | null = [withAlpha(ground, 1)];
  for (const { colours, opacity } of pile) {
    if (colours === null) grounds = null;
    else if (colours.length > 0) {
      const laid: Rgb[] = [];
      for (const under of grounds ?? [])
        for (const own of colours) laid.push(blend([under, withAlpha(own, opacity)], 'normal', 'rgb') as Rgb);
      // A plate that lets nothing through hides the picture behind it.
      const isSolid = colours.every((own) => (withAlpha(own, opacity).alpha ?? 1) >= 0.999);
      if (grounds) grounds = laid;
      else if (isSolid) grounds = colours.map((own) => withAlpha(own, 1));
    }
  }
  return grounds && Math.min(...grounds.map((under) => wcagContrast(withAlpha(colour, 1), under)));
}

/** The part of a box that lies in another. */
function within(box: Box, other: Box | undefined): Box {
  if (!other) return box;
  const [x, y] = [Math.max(box.x, other.x), Math.max(box.y, other.y)];
  return {
    x,
    y,
    w: Math.min(box.x + box.w, other.x + other.w) - x,
    h: Math.min(box.y + box.h, other.y + other.h) - y,
  };
}

/** How well the texts of a filling can be read, at rest: the worst of all places of their boxes. */
export function readings(template: Template, values: Values, measure: TextMeasure, look?: Look): Reading[] {
  const { instances, elements, boxes, texts } = layOut(template, values, measure, look);
  const opacityOf = new Map<string, number>();
  /** By what runs along: the box that it is seen in. */
  const seenIn = new Map<string, Box>();
  const owners = new Map<string, string>();
  const order: string[] = [];
  for (const { path, element, parent, mark } of instances.all.values()) {
    const around = parent === null ? 1 : (opacityOf.get(parent) ?? 1);
    opacityOf.set(path, around * (element.hidden ? 0 : element.opacity * (1 - (mark?.veil ?? 0))));
    owners.set(path, template.elements[element.id] ? element.id : ((parent && owners.get(parent)) ?? path));
    const seen =
      element.kind === 'crawl' ? boxes.get(path) : parent === null ? undefined : seenIn.get(parent);
    if (seen) seenIn.set(path, seen);
    // Of what runs along, one of each sort stands for all.
    if (!seenIn.has(path) || instances.of.get(element.id)?.[0] === path) order.push(path);
  }
  const factor = 1080 / Math.min(template.width, template.height);
  return order.flatMap((id, at): Reading[] => {
    const element = elements[id];
    const whole = boxes.get(id);
    const layout = texts.get(id);
    if (!element || !whole || !layout || !isWords(element)) return [];
    const box = within(whole, seenIn.get(id));
    if (box.w <= 0 || box.h <= 0) return [];
    if (opacityOf.get(id) === 0 || layout.lines.every(({ text }) => text.trim() === '')) return [];
    const size = Math.round(layout.face.size * factor * 10) / 10;
    const below = order.slice(0, at).flatMap((other) => {
      const own = elements[other];
      const around = boxes.get(other);
      const opacity = opacityOf.get(other) ?? 0;
      const isBelow =
        own &&
        around &&
        opacity > 0 &&
        !holds(own) &&
        around.x < box.x + box.w &&
        around.x + around.w > box.x &&
        around.y < box.y + box.h &&
        around.y + around.h > box.y;
      return isBelow ? [{ own, around, area: { colours: kindOf(own).ground(own), opacity } }] : [];
    });
    const shade = { colours: [element.shade], opacity: opacityOf.get(id) ?? 1 };
    // What stands behind it may differ from place to place: each such pile is looked at once.
    const piles = new Map<string, readonly Area[]>();
    for (let i = 0; i < columns * rows; i += 1) {
      const x = box.x + 1 + ((box.w - 2) * (i % columns)) / (columns - 1);
      const y = box.y + 1 + ((box.h - 2) * Math.floor(i / columns)) / (rows - 1);
      const here = below.map(({ own, around }) => isIn(own, around, x, y));
      piles.set(here.join(), [...below.flatMap(({ area }, k) => (here[k] ? [area] : [])), shade]);
    }
    const over = (ground: string): number | null => {
      const known = [...piles.values()].flatMap((pile) => contrastOn(pile, ground, element.colour) ?? []);
      return known.length > 0 ? Math.min(...known) : null;
    };
    return [
      {
        element: owners.get(id) ?? id,
        name: element.name,
        size,
        overWhite: over('#ffffff'),
        overBlack: over('#000000'),
      },
    ];
  });
}

const ratio = (value: number): string => `${(Math.floor(value * 10) / 10).toFixed(1)}:1`;

/** A reading in words. */
export const readingWords = ({ size, overWhite, overBlack }: Reading): string =>
  overWhite === null || overBlack === null
    ? `${size} px at 1080 lines, on a picture`
    : `${size} px at 1080 lines, contrast ${ratio(overWhite)} over white, ${ratio(overBlack)} over black`;

/** What of a filling cannot be read well. */
export function readingFindings(list: readonly Reading[]): Finding[] {
  const found = list.flatMap((reading): Finding[] => {
    const { element, name, size, overWhite, overBlack } = reading;
    const worst = Math.min(overWhite ?? Infinity, overBlack ?? Infinity);
    return [
      ...(size < leastSize
        ? [
            {
              code: 'tiny' as const,
              element,
              message: `${name} is ${size} px at 1080 lines; below ${leastSize} it is hard to read`,
            },
          ]
        : []),
      ...(worst < leastContrast
        ? [
            {
              code: 'contrast' as const,
              element,
              message: `${name} has a contrast of ${ratio(worst)} over ${worst === overWhite ? 'white' : 'black'}; put a plate or a shade behind it (${leastContrast}:1)`,
            },
          ]
        : []),
    ];
  });
  // What is so in many rows is said once.
  return found.filter(
    (one, at) =>
      found.findIndex((other) => other.element === one.element && other.message === one.message) === at,
  );
}
