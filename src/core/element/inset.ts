import { z } from 'zod';
import { groupNode, nodeOf, type DisplayNode } from '../display';
import { colourSchema, fieldValueSchema, idSchema } from '../value';
import {
  baseDefaults,
  baseOf,
  elementBase,
  lookProperties,
  ownOf,
  placeProperties,
  size,
  wipeEdgeProperty,
} from './base';
import { usualKind, type ElementKind } from './kind';
import { framingDefaults, framingProperties, framingShape } from './picture';
import type { Property } from './property';

const frames = z.number().finite().min(-100_000).max(100_000);

const schema = elementBase.extend({
  kind: z.literal('inset'),
  /** What it shows: a template of the show, or what a channel has on air. */
  source: z.enum(['template', 'channel']),
  template: idSchema.nullable(),
  channel: idSchema.nullable(),
  /** Values of the template's fields, by their ids; a field that is not among them has its default. */
  values: z.record(idSchema, fieldValueSchema),
  ...framingShape,
  /** What its picture lies on; see through where it is. */
  ground: colourSchema,
  /** Seen by its own camera, as a flat picture; or all in it stands in the space around it. */
  seenBy: z.enum(['own', 'outer']),
  /** Its phases run by themselves, or go with those of the graphic that it stands in. */
  runsBy: z.enum(['own', 'outer']),
  /** What it enters with: the graphic, or, by its id, a step or a move of it. */
  begins: idSchema,
  /** Frames of the graphic by which it is later than that. */
  delay: frames,
  /** After Hold of so many frames it leaves, and begins again. */
  loops: z.boolean(),
  holdFrames: z.number().finite().min(0).max(1_000_000),
  /** Stands at a frame of its life and does not run. */
  still: z.boolean(),
  /** Frames of its life at which it stands still, or by which it is ahead of where it would be. */
  frame: frames,
  pace: z.number().min(0).max(16),
  /** It plays its own Exit while the graphic leaves; else it goes as it holds. */
  leaves: z.boolean(),
  /** Px that it is drawn with, for each px that it is seen at. */
  resolution: size.min(0.05).max(4),
});

export type InsetElement = z.infer<typeof schema>;

/** The word by which an inset begins with the graphic itself. */
export const withGraphic = 'enter';

const own = { key: 'source', is: ['template'] };
const runs = { key: 'runsBy', is: ['own'] };

/** A field of an inset's template as a property of the inset: of one value, or of rows. */
export const insetFieldKey = (field: string, isRows: boolean): string =>
  `${isRows ? 'lists' : 'values'}.${field}`;
/** The field that a property of an inset stands for; null: it is one of its own. */
export const insetFieldOf = (key: string): string | null => /^(?:values|lists)\.(.+)$/.exec(key)?.[1] ?? null;

/** The property that stands for a field of an inset's template, where its key says so. */
export function insetField(key: string): Property | undefined {
  if (insetFieldOf(key) === null) return undefined;
  return { key, label: 'Field', type: key.startsWith('lists.') ? 'rows' : 'any', section: 'Inset' };
}

/** A template of the show in another, with a life of its own; or the picture of a channel. */
export const inset = {
  kind: 'inset',
  label: 'Inset',
  nature: 'moving',
  ...usualKind,
  content: 'template',
  poses: ['w', 'h'],
  words: null,
  clips: ({ seenBy }) => seenBy === 'outer',
  ground: ({ ground }) => (ground.length > 7 && !ground.endsWith('ff') ? null : [ground]),
  node: (element, at) =>
    element.seenBy === 'outer'
      ? groupNode(at.key, ownOf(element), at.matrix)
      : nodeOf(baseOf(element, at), {
          kind: 'surface',
          w: at.w,
          h: at.h,
          shown: { x: 0, y: 0, w: at.w, h: at.h, radius: 0 },
          ground: element.ground,
          resolution: element.resolution,
          version: null,
          inDepth: false,
          children: [] as DisplayNode[],
        }),
  applyAppearance(node, element, { w, h }) {
    if (node.kind !== 'surface') return;
    node.w = w;
    node.h = h;
    node.ground = element.ground;
    node.resolution = element.resolution;
  },
  schema,
  defaults: {
    ...baseDefaults,
    w: 640,
    h: 360,
    source: 'template',
    template: null,
    channel: null,
    values: {},
    ...framingDefaults,
    ground: '#00000000',
    seenBy: 'own',
    runsBy: 'own',
    begins: withGraphic,
    delay: 0,
    loops: false,
    holdFrames: 100,
    still: false,
    frame: 0,
    pace: 1,
    leaves: false,
    resolution: 1,
  },
  properties: [
    ...placeProperties,
    {
      key: 'source',
      label: 'Shows',
      type: 'choice',
      section: 'Inset',
      wide: true,
      choices: [
        { value: 'template', label: 'A template' },
        { value: 'channel', label: 'A channel' },
      ],
    },
    { key: 'template', label: 'Template', type: 'template', section: 'Inset', wide: true, when: own },
    {
      key: 'channel',
      label: 'Channel',
      type: 'channel',
      section: 'Inset',
      wide: true,
      when: { key: 'source', is: ['channel'] },
    },
    {
      key: 'seenBy',
      label: 'Seen by',
      type: 'choice',
      section: 'Inset',
      wide: true,
      choices: [
        { value: 'own', label: 'Its own camera' },
        { value: 'outer', label: 'The camera around it' },
      ],
      when: own,
    },
    { key: 'ground', label: 'Ground', type: 'colour', section: 'Inset', wide: true },
    {
      key: 'resolution',
      label: 'Resolution',
      type: 'number',
      section: 'Inset',
      unit: '×',
      min: 0.05,
      max: 4,
      step: 0.25,
      wide: true,
    },
    {
      key: 'runsBy',
      label: 'Clock',
      type: 'choice',
      section: 'Life',
      wide: true,
      choices: [
        { value: 'own', label: 'Its own' },
        { value: 'outer', label: 'The graphic’s' },
      ],
      when: own,
    },
    { key: 'begins', label: 'Enters with', type: 'phase', section: 'Life', wide: true, when: [own, runs] },
    { key: 'delay', label: 'Later by', type: 'number', section: 'Life', unit: 'f', when: [own, runs] },
    {
      key: 'pace',
      label: 'Speed',
      type: 'number',
      section: 'Life',
      unit: '×',
      min: 0,
      max: 16,
      step: 0.1,
      when: [own, runs],
    },
    {
      key: 'still',
      label: 'Holds at a frame',
      type: 'yes-no',
      section: 'Life',
      wide: true,
      when: [own, runs],
    },
    { key: 'frame', label: 'Frame', type: 'number', section: 'Life', unit: 'f', when: [own, runs] },
    { key: 'loops', label: 'Loops', type: 'yes-no', section: 'Life', when: [own, runs] },
    {
      key: 'holdFrames',
      label: 'Hold',
      type: 'number',
      section: 'Life',
      unit: 'f',
      min: 0,
      when: [own, runs, { key: 'loops', is: [true] }],
    },
    {
      key: 'leaves',
      label: 'Exit with the graphic',
      type: 'yes-no',
      section: 'Life',
      wide: true,
      when: [own, runs],
    },
    ...framingProperties,
    wipeEdgeProperty,
    ...lookProperties,
  ],
} as const satisfies ElementKind<InsetElement>;
