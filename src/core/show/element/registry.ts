import { z } from 'zod';
import type { Property } from '../property';
import type { ElementKind } from './base';
import { camera } from './camera';
import { clock } from './clock';
import { ellipse } from './ellipse';
import { group } from './group';
import { line } from './line';
import { path } from './path';
import { picture } from './picture';
import { polygon } from './polygon';
import { rect } from './rect';
import { text } from './text';
import { video } from './video';

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
]);
export type Element = z.infer<typeof elementSchema>;
export type ElementKindName = Element['kind'];

/** Every kind of element, by name: the one table a new kind is added to. */
export const elementKinds: Readonly<Record<ElementKindName, ElementKind>> = {
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
};

/** The property of that key, or undefined where the kind has none. */
export const propertyOf = (kind: ElementKindName, key: string): Property | undefined =>
  elementKinds[kind].properties.find((property) => property.key === key);

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
