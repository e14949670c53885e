import { z } from 'zod';
import {
  fits,
  nodeOf,
  type CameraNode,
  type DisplayNode,
  type PictureNode,
  type VideoNode,
} from '../display';
import { assetIdSchema } from '../value';
import {
  baseDefaults,
  baseOf,
  elementBase,
  fraction,
  lookProperties,
  placeProperties,
  size,
  wipeEdgeProperty,
  type ElementBase,
} from './base';
import { usualKind, type ElementKind, type NodePlace, type Appearance } from './kind';

/** How pictures, videos and cameras lie in their box. Cut and focus in parts of the picture. */
export const framingShape = {
  fit: z.enum(fits),
  focusX: fraction,
  focusY: fraction,
  cutLeft: fraction.max(0.95),
  cutTop: fraction.max(0.95),
  cutRight: fraction.max(0.95),
  cutBottom: fraction.max(0.95),
  radius: size,
};

export const framingDefaults = {
  fit: 'contain',
  focusX: 0.5,
  focusY: 0.5,
  cutLeft: 0,
  cutTop: 0,
  cutRight: 0,
  cutBottom: 0,
  radius: 0,
};

const cut = (key: string, label: string) =>
  ({ key, label, type: 'number', section: 'Picture', min: 0, max: 0.95, step: 0.01 }) as const;

export const framingProperties = [
  {
    key: 'fit',
    label: 'Fit',
    type: 'choice',
    section: 'Picture',
    wide: true,
    choices: [
      { value: 'contain', label: 'Contain' },
      { value: 'cover', label: 'Cover' },
      { value: 'stretch', label: 'Stretch' },
      { value: 'width', label: 'Fit width' },
      { value: 'height', label: 'Fit height' },
    ],
  },
  { key: 'focusX', label: 'Focus X', type: 'number', section: 'Picture', min: 0, max: 1, step: 0.05 },
  { key: 'focusY', label: 'Focus Y', type: 'number', section: 'Picture', min: 0, max: 1, step: 0.05 },
  cut('cutLeft', 'Cut left'),
  cut('cutRight', 'Cut right'),
  cut('cutTop', 'Cut top'),
  cut('cutBottom', 'Cut foot'),
  {
    key: 'radius',
    label: 'Corner radius',
    type: 'number',
    section: 'Appearance',
    unit: 'px',
    min: 0,
    wide: true,
  },
] as const;

type Framed = ElementBase & z.infer<z.ZodObject<typeof framingShape>>;

const isFramed = (node: DisplayNode): node is PictureNode | VideoNode | CameraNode => 'framing' in node;

/** What the node of a picture, whatever moves in it, has. */
export const framedNode = (element: Framed, at: NodePlace) =>
  nodeOf(baseOf(element, at), {
    w: at.w,
    h: at.h,
    radius: Math.min(element.radius, at.w / 2, at.h / 2),
    framing: element,
  });

/** How kinds behave that lie as a picture in their box. */
export const framedKind = {
  ...usualKind,
  applyAppearance(node: DisplayNode, element: Framed, { w, h }: Appearance): void {
    if (!isFramed(node)) return;
    node.w = w;
    node.h = h;
    node.framing = element;
    node.radius = Math.min(element.radius, w / 2, h / 2);
  },
  content: 'asset',
  poses: ['w', 'h'],
  words: null,
  ground: () => null,
} as const satisfies Partial<ElementKind<Framed>>;

const schema = elementBase.extend({
  kind: z.literal('picture'),
  asset: assetIdSchema.nullable(),
  ...framingShape,
});

export type PictureElement = z.infer<typeof schema>;

export const picture = {
  kind: 'picture',
  label: 'Picture',
  nature: 'picture',
  ...framedKind,
  node: (element, at) => nodeOf(framedNode(element, at), { kind: 'picture', asset: element.asset }),
  schema,
  defaults: { ...baseDefaults, w: 320, h: 320, asset: null, ...framingDefaults },
  properties: [
    ...placeProperties,
    { key: 'asset', label: 'Picture', type: 'picture', section: 'Picture', wide: true },
    ...framingProperties,
    wipeEdgeProperty,
    ...lookProperties,
  ],
} as const satisfies ElementKind<PictureElement>;
