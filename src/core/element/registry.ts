import { z } from 'zod';
import type { Property } from './property';
import type { ElementKind, Nature, WordsKind } from './kind';
import { camera } from './camera';
import { chart } from './chart';
import { clock } from './clock';
import { crawl } from './crawl';
import { ellipse } from './ellipse';
import { floor } from './floor';
import { group } from './group';
import { hand } from './hand';
import { inset, insetField } from './inset';
import { line } from './line';
import { map } from './map';
import { path } from './path';
import { picture } from './picture';
import { polygon } from './polygon';
import { rect } from './rect';
import { rows } from './rows';
import { table } from './table';
import { cellContents } from './table-content';
import { text } from './text';
import { video } from './video';
import { viewpoint } from './viewpoint';

export const elementSchema = z.discriminatedUnion('kind', [
  group.schema,
  rect.schema,
  ellipse.schema,
  polygon.schema,
  line.schema,
  path.schema,
  text.schema,
  picture.schema,
  clock.schema,
  video.schema,
  camera.schema,
  rows.schema,
  table.schema,
  crawl.schema,
  hand.schema,
  chart.schema,
  map.schema,
  inset.schema,
  viewpoint.schema,
  floor.schema,
]);
export type Element = z.infer<typeof elementSchema>;
export type ElementKindName = Element['kind'];

const kinds = {
  group,
  rect,
  ellipse,
  polygon,
  line,
  path,
  text,
  picture,
  clock,
  video,
  camera,
  rows,
  table,
  crawl,
  hand,
  chart,
  map,
  inset,
  viewpoint,
  floor,
} as const satisfies { [K in ElementKindName]: ElementKind<Extract<Element, { kind: K }>> };
/** Every kind of element, by name: the one table a new kind is added to. */
export const elementKinds: Readonly<Record<ElementKindName, ElementKind>> = kinds;
/** The kind of an element, as it speaks of that element. */
export const kindOf = (element: Element): ElementKind<Element> =>
  kinds[element.kind] as unknown as ElementKind<Element>;

type Of<N extends Nature> = Extract<
  Element,
  { kind: { [K in ElementKindName]: (typeof kinds)[K]['nature'] extends N ? K : never }[ElementKindName] }
>;
/** An element that holds others. */
export type Holder = Of<'holder'>;
/** An element that is fitted words. */
export type WordsElement = Of<'words'>;

const isOf = <N extends Nature>(element: Element | undefined, nature: N): element is Of<N> =>
  element !== undefined && elementKinds[element.kind].nature === nature;
export const holds = (element: Element | undefined): element is Holder => isOf(element, 'holder');
/** Whether others can be put into an element; a chart draws its rows and holds nothing else. */
export const takesChildren = (element: Element | undefined): element is Holder =>
  holds(element) && !elementKinds[element.kind].grows;
export const isWords = (element: Element | undefined): element is WordsElement => isOf(element, 'words');
/** How the words of an element are said and fitted. */
export const wordsOf = (element: WordsElement): WordsKind<Element> =>
  kindOf(element).words as WordsKind<Element>;
/** Whether it is a new picture at every frame. */
export const isMoving = (element: Element | undefined): element is Of<'moving'> => isOf(element, 'moving');
/** An element that stands for the rows of a list, so that what is in it may take columns of the row in hand. */
export type ForRows = Extract<Element, { list: unknown }>;
export const isForRows = (element: Element | undefined): element is ForRows =>
  element !== undefined && 'list' in element;

/** Whether an element has no place of its own: its box is that of what it holds. */
export const isUnion = (element: Element | undefined): element is Holder =>
  holds(element) && propertyOf(element.kind, 'x') === undefined;

/** Whether the box of an element is its own, whatever is in it. */
export const hasOwnBox = (element: Element): boolean => propertyOf(element.kind, 'h') !== undefined;

/** What an element holds, back to front; of most: nothing. */
export const childrenOf = (element: Element | undefined): readonly string[] =>
  holds(element) ? element.children : [];

/** An element with the ids of others that it names changed: `idOf` gives null for one that it shall not name any more. */
export function withIds<E extends Element>(element: E, idOf: (id: string) => string | null): E {
  const copy: Element = { ...element };
  copy.masks = copy.masks.flatMap((mask) => {
    const by = idOf(mask.by);
    return by === null ? [] : [{ ...mask, by }];
  });
  copy.filledBy = copy.filledBy && idOf(copy.filledBy);
  const on = copy.rides && idOf(copy.rides.on);
  copy.rides = copy.rides && on !== null ? { ...copy.rides, on } : null;
  if (holds(copy)) copy.children = copy.children.flatMap((child) => idOf(child) ?? []);
  if (copy.kind === 'rows') copy.standIn = copy.standIn && idOf(copy.standIn);
  if (copy.kind === 'crawl') {
    copy.separator = copy.separator && idOf(copy.separator);
    copy.looks = copy.looks.flatMap((look) => {
      const child = idOf(look.child);
      return child === null ? [] : [{ ...look, child }];
    });
  }
  if (copy.kind === 'table')
    copy.columns = copy.columns.map((column) => {
      if (column.content.kind !== 'drawn') return column;
      const child = idOf(column.content.child);
      return { ...column, content: child === null ? cellContents.text.plain : { kind: 'drawn', child } };
    });
  return copy as E;
}

/** The property of that key, or undefined where the kind has none. */
export const propertyOf = (kind: ElementKindName, key: string): Property | undefined =>
  elementKinds[kind].properties.find((property) => property.key === key) ??
  (kind === 'inset' ? insetField(key) : undefined);

/** A new element of a kind; `given` overrides the kind's defaults. */
export const newElement = <K extends ElementKindName>(
  kind: K,
  id: string,
  name: string,
  given: Partial<Extract<Element, { kind: K }>> = {},
): Extract<Element, { kind: K }> =>
  ({ ...structuredClone(elementKinds[kind].defaults), id, kind, name, ...given }) as unknown as Extract<
    Element,
    { kind: K }
  >;
