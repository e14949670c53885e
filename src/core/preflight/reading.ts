import { blend, parse, wcagContrast, type Rgb } from 'culori';
import { layOut } from '../layout';
import {
  coloursOf,
  paintOrder,
  type Box,
  type Element,
  type Look,
  type Template,
  type Values,
} from '../show';
import type { TextMeasure } from '../text';
import type { Finding } from './filling';

/** How well a text can be read. */
export interface Reading {
  readonly element: string;
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

/** Whether an element's area has all of a box in it, as it leans or is round. */
function covers(element: Element, outer: Box, inner: Box): boolean {
  const [left, top, right, bottom] = [inner.x + 1, inner.y + 1, inner.x + inner.w - 1, inner.y + inner.h - 1];
  const isAround =
    outer.x <= left && outer.y <= top && outer.x + outer.w >= right && outer.y + outer.h >= bottom;
  if (!isAround) return false;
  if (element.kind === 'ellipse')
    return [left, right].every((x) =>
      [top, bottom].every(
        (y) => ((2 * (x - outer.x)) / outer.w - 1) ** 2 + ((2 * (y - outer.y)) / outer.h - 1) ** 2 <= 1,
      ),
    );
  if (element.kind !== 'rect') return true;
  const { slantLeft, slantRight } = element;
  return [top, bottom].every((y) => {
    const down = (y - outer.y) / outer.h;
    const from = slantLeft > 0 ? slantLeft * (1 - down) : -slantLeft * down;
    const to = slantRight > 0 ? slantRight * down : -slantRight * (1 - down);
    return outer.x + from <= left && outer.x + outer.w - to >= right;
  });
}

const withAlpha = (colour: string, opacity: number): Rgb => {
  const read = parse(colour) as Rgb | undefined;
  return { ...(read ?? { mode: 'rgb', r: 0, g: 0, b: 0 }), alpha: (read?.alpha ?? 1) * opacity };
};

/** The colours of an element's area, or null where they are those of a picture. */
function areaOf(element: Element): readonly string[] | null {
  if (element.kind === 'picture' || element.kind === 'video' || element.kind === 'camera') return null;
  if (!('fill' in element) || element.kind === 'line') return [];
  return typeof element.fill === 'object' && element.fill.kind === 'picture' ? null : coloursOf(element.fill);
}

/** How well the texts of a filling can be read, at rest. */
export function readings(template: Template, values: Values, measure: TextMeasure, look?: Look): Reading[] {
  const { elements, boxes, texts } = layOut(template, values, measure, look);
  const opacityOf = new Map<string, number>();
  const order = paintOrder(template).map(({ id }) => id);
  for (const id of order) {
    const element = elements[id];
    if (!element) continue;
    const own = (opacityOf.get(id) ?? 1) * (element.hidden ? 0 : element.opacity);
    opacityOf.set(id, own);
    if (element.kind === 'group') for (const child of element.children) opacityOf.set(child, own);
  }
  const factor = 1080 / Math.min(template.width, template.height);
  return order.flatMap((id, at): Reading[] => {
    const element = elements[id];
    const box = boxes.get(id);
    const layout = texts.get(id);
    if (!element || !box || !layout || (element.kind !== 'text' && element.kind !== 'clock')) return [];
    if (opacityOf.get(id) === 0 || layout.lines.every(({ text }) => text.trim() === '')) return [];
    const size = Math.round(layout.face.size * factor * 10) / 10;
    const behind = order.slice(0, at).flatMap((other) => {
      const own = elements[other];
      const around = boxes.get(other);
      const opacity = opacityOf.get(other) ?? 0;
      return own && around && opacity > 0 && own.kind !== 'group' && covers(own, around, box)
        ? [{ colours: areaOf(own), opacity }]
        : [];
    });
    const shade = [{ colours: [element.shade], opacity: opacityOf.get(id) ?? 1 }];
    const over = (ground: string): number | null => {
      let grounds: readonly Rgb[] | null = [withAlpha(ground, 1)];
      for (const { colours, opacity } of [...behind, ...shade]) {
        if (colours === null) grounds = null;
        else if (colours.length > 0) {
          const laid: Rgb[] = [];
          for (const under of grounds ?? [])
            for (const colour of colours)
              laid.push(blend([under, withAlpha(colour, opacity)], 'normal', 'rgb') as Rgb);
          // A plate that lets nothing through hides the picture behind it.
          const isSolid = colours.every((colour) => (withAlpha(colour, opacity).alpha ?? 1) >= 0.999);
          if (grounds) grounds = laid;
          else if (isSolid) grounds = colours.map((colour) => withAlpha(colour, 1));
        }
      }
      return (
        grounds && Math.min(...grounds.map((under) => wcagContrast(withAlpha(element.colour, 1), under)))
      );
    };
    return [{ element: id, size, overWhite: over('#ffffff'), overBlack: over('#000000') }];
  });
}

const ratio = (value: number): string => `${(Math.floor(value * 10) / 10).toFixed(1)}:1`;

/** A reading in words. */
export const readingWords = ({ size, overWhite, overBlack }: Reading): string =>
  overWhite === null || overBlack === null
    ? `${size} px at 1080 lines, on a picture`
    : `${size} px at 1080 lines, contrast ${ratio(overWhite)} over white, ${ratio(overBlack)} over black`;

/** What of a filling cannot be read well. */
export function readingFindings(template: Template, list: readonly Reading[]): Finding[] {
  return list.flatMap((reading): Finding[] => {
    const { element, size, overWhite, overBlack } = reading;
    const name = template.elements[element]?.name ?? '';
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
}
