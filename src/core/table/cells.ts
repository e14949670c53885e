import {
  elementKinds,
  surfaceKeys,
  wordsKeys,
  type Box,
  type CellLook,
  type Element,
  type RectElement,
  type TableColumn,
  type TextElement,
} from '../show';
import type { Movement } from './words';

// What a cell is drawn as: elements of the usual kinds, so that all that is known of them holds in tables too.

type Given<K extends Element['kind']> = Partial<Extract<Element, { kind: K }>>;

/** By look, then by what is drawn: elements that have all but their place and their words. */
const bases = new WeakMap<CellLook, Map<string, Element>>();

/**
 * An element of a cell. All that it has of its look is put together once for all cells of that look: those differ by
 * their places alone.
 */
export function made<K extends Element['kind']>(
  kind: K,
  id: string,
  name: string,
  { x, y, w, h }: Box,
  look: CellLook,
  given: () => Given<K>,
): Extract<Element, { kind: K }> {
  let own = bases.get(look);
  if (!own) {
    own = new Map();
    bases.set(look, own);
  }
  const key = `${kind} ${id} ${name}`;
  let base = own.get(key);
  if (!base) {
    base = { ...elementKinds[kind].defaults, id, kind, name, ...given() } as unknown as Element;
    own.set(key, base);
  }
  return { ...(base as Extract<Element, { kind: K }>), x, y, w, h };
}

const picked = <K extends keyof CellLook>(look: CellLook, keys: readonly K[]): Pick<CellLook, K> => {
  const own: Partial<Pick<CellLook, K>> = {};
  for (const key of keys) own[key] = look[key];
  return own as Pick<CellLook, K>;
};

const isSeen = (paint: CellLook['fill']): boolean =>
  typeof paint !== 'string' || paint.length !== 9 || !paint.endsWith('00');

/** What lies under what is in a cell; null where nothing of it can be seen. */
export function surfaceOf(id: string, name: string, cell: Box, look: CellLook): RectElement | null {
  const { spread } = look;
  if (!isSeen(look.fill) && look.outlineWidth === 0) return null;
  const box = {
    x: cell.x - spread,
    y: cell.y - spread,
    w: Math.max(0, cell.w + 2 * spread),
    h: Math.max(0, cell.h + 2 * spread),
  };
  return made('rect', `${id}/surface`, `${name} cell`, box, look, () => ({
    ...picked(look, surfaceKeys),
    opacity: look.opacity,
  }));
}

/** What lights up when a value changes: of the colour of the flash, and not to be seen at rest. */
export const flashOf = (id: string, name: string, cell: Box, look: CellLook, colour: string): RectElement =>
  made('rect', `${id}/flash`, `${name} flash ${colour}`, cell, look, () => ({
    ...picked(look, ['radiusTopLeft', 'radiusTopRight', 'radiusBottomRight', 'radiusBottomLeft']),
    ...picked(look, ['slantLeft', 'slantRight']),
    fill: `${colour.slice(0, 7)}00`,
  }));

/** The room of a cell within its padding. */
export const insideOf = ({ x, y, w, h }: Box, { padX, padY }: CellLook): Box => ({
  x: x + padX,
  y: y + padY,
  w: Math.max(0, w - 2 * padX),
  h: Math.max(0, h - 2 * padY),
});

export const textOf = (id: string, name: string, box: Box, look: CellLook, words: string): TextElement => ({
  ...made('text', `${id}/words`, name, box, look, () => ({
    ...picked(look, wordsKeys),
    typeStyle: null,
    opacity: look.opacity,
  })),
  text: words,
});

export const pictureOf = (
  id: string,
  name: string,
  box: Box,
  look: CellLook,
  content: Extract<TableColumn['content'], { kind: 'picture' }>,
  asset: string,
): Element => ({
  ...made('picture', `${id}/picture`, name, box, look, () => ({ opacity: look.opacity })),
  asset,
  fit: content.fit,
  radius: content.radius,
});

/** A bar, `part` of its room long, 0 to 1. */
export function barOf(
  id: string,
  name: string,
  room: Box,
  look: CellLook,
  content: Extract<TableColumn['content'], { kind: 'bar' }>,
  part: number,
): Element {
  const h = room.h * content.thickness;
  const w = room.w * part;
  const box = {
    x: content.from === 'right' ? room.x + room.w - w : room.x,
    y: room.y + (room.h - h) / 2,
    w,
    h,
  };
  return {
    ...made('rect', `${id}/bar`, name, box, look, () => ({ opacity: look.opacity })),
    fill: content.colour,
    radiusTopLeft: content.radius,
    radiusTopRight: content.radius,
    radiusBottomRight: content.radius,
    radiusBottomLeft: content.radius,
  };
}

/** The arrow of a change of place, as high as figures of the look: up, down, a dash, or a dot for what is new. */
export function arrowOf(
  id: string,
  name: string,
  room: Box,
  look: CellLook,
  content: Extract<TableColumn['content'], { kind: 'movement' }>,
  { way }: Movement,
  /** Px beside it that its count takes. */
  beside: number,
): Element {
  const size = Math.min(look.size * 0.56, room.h, room.w);
  const whole = size + beside;
  const x =
    look.align === 'left'
      ? room.x
      : look.align === 'right'
        ? room.x + room.w - whole
        : room.x + (room.w - whole) / 2;
  const middle = room.y + room.h / 2;
  const fill = way === 'up' || way === 'new' ? content.up : way === 'down' ? content.down : content.same;
  const { opacity } = look;
  const box = (w: number, h: number): Box => ({ x: x + (size - w) / 2, y: middle - h / 2, w, h });
  const lookOnly = () => ({ opacity });
  if (way === 'same')
    return {
      ...made('rect', `${id}/same`, name, box(size * 0.8, Math.max(2, size * 0.2)), look, lookOnly),
      fill,
    };
  if (way === 'new')
    return { ...made('ellipse', `${id}/new`, name, box(size * 0.6, size * 0.6), look, lookOnly), fill };
  return {
    ...made('polygon', `${id}/${way}`, name, box(size, size * 0.86), look, () => ({ opacity, corners: 3 })),
    fill,
    rotation: way === 'down' ? 180 : 0,
  };
}
