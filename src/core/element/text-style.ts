import { z } from 'zod';
import { nodeOf, type DisplayNode, type Shade } from '../display';
import { colourSchema, idSchema } from '../value';
import { baseOf, fraction, type ElementBase } from './base';
import { stretches } from './fonts';
import { usualKind, type ElementKind, type NodePlace } from './kind';
import type { Property } from './property';

export const letterCases = ['as-typed', 'upper', 'lower', 'title', 'small-caps'] as const;
export type LetterCase = (typeof letterCases)[number];

/** The signs that may stand around words to give them a span's style: *so*, _so_, ~so~. */
export const spanSigns = ['*', '_', '~'] as const;
export type SpanSign = (typeof spanSigns)[number];

/** How words between two signs differ from the text around them; null is alike. */
export const spanSchema = z.object({
  sign: z.enum(spanSigns),
  family: z.string().min(1).max(100).nullable(),
  weight: z.number().int().min(1).max(1000).nullable(),
  stretch: z.number().min(50).max(200).nullable(),
  colour: colourSchema.nullable(),
  /** Factor on the size. */
  size: z.number().min(0.2).max(3),
  /** Up from the baseline, in parts of the text's size. */
  raise: z.number().min(-2).max(2),
});
export type Span = z.infer<typeof spanSchema>;

/** The shape of type that texts and clocks share. Sizes in px, tracking in thousandths of the size. */
export const textStyleShape = {
  /** The named text style whose cut, size, spacing and colour it takes; null: its own. */
  typeStyle: idSchema.nullable(),
  /** A shipped family, one of the show's font files, or `@id` of a named font. */
  family: z.string().min(1).max(100),
  weight: z.number().int().min(1).max(1000),
  /** Width of the letters in per cent, for families with a width axis. */
  stretch: z.number().min(50).max(200),
  size: z.number().min(1).max(2000),
  tracking: z.number().min(-500).max(2000),
  colour: colourSchema,
  align: z.enum(['left', 'centre', 'right']),
  vertical: z.enum(['top', 'middle', 'bottom']),
  letters: z.enum(letterCases),
  figures: z.enum(['proportional', 'tabular']),
  /** Which way a line runs; auto: as its first letter that has a direction. */
  direction: z.enum(['auto', 'ltr', 'rtl']),
  /** Line spacing in parts of the height of a line. */
  leading: z.number().min(0.5).max(3),
  fit: z.enum(['as-is', 'shrink', 'squeeze', 'wrap', 'clip']),
  /** The smallest part of its size a text may shrink to. */
  minScale: fraction.min(0.1),
  /** Wrapped text: the most lines; 0: as many as the box holds. */
  maxLines: z.number().int().min(0).max(100),
  /** A plate behind each line, so that words can be read on any picture; transparent: none. */
  shade: colourSchema,
  /** Px that it reaches beyond the words, and over which its edge fades. */
  shadeSpread: z.number().min(0).max(300),
  shadeSoft: z.number().min(0).max(300),
};

export const textStyleDefaults = {
  typeStyle: null,
  family: 'Archivo',
  weight: 700,
  stretch: 100,
  size: 56,
  tracking: 0,
  leading: 1,
  colour: '#f4efe2',
  align: 'left',
  vertical: 'middle',
  letters: 'as-typed',
  figures: 'proportional',
  direction: 'auto',
  fit: 'shrink',
  minScale: 0.25,
  maxLines: 0,
  shade: '#00000000',
  shadeSpread: 18,
  shadeSoft: 24,
};

/** The properties that a named text style decides. */
export const typeStyleKeys = [
  'family',
  'weight',
  'stretch',
  'size',
  'tracking',
  'leading',
  'letters',
  'figures',
  'colour',
] as const;

export const textStyleProperties: readonly Property[] = [
  { key: 'family', label: 'Font', type: 'font', section: 'Type', wide: true },
  { key: 'weight', label: 'Weight', type: 'number', section: 'Type', min: 100, max: 900, step: 50 },
  { key: 'size', label: 'Size', type: 'number', section: 'Type', unit: 'px', min: 1, max: 2000 },
  {
    key: 'tracking',
    label: 'Tracking',
    type: 'number',
    section: 'Type',
    unit: '‰',
    min: -500,
    max: 2000,
    step: 5,
  },
  { key: 'leading', label: 'Line height', type: 'number', section: 'Type', min: 0.5, max: 3, step: 0.05 },
  { key: 'stretch', label: 'Width', type: 'choice', section: 'Type', wide: true, choices: stretches },
  { key: 'colour', label: 'Colour', type: 'colour', section: 'Type', wide: true },
  {
    key: 'align',
    label: 'Align',
    type: 'choice',
    section: 'Type',
    choices: [
      { value: 'left', label: 'Left' },
      { value: 'centre', label: 'Centre' },
      { value: 'right', label: 'Right' },
    ],
  },
  {
    key: 'vertical',
    label: 'Vertical align',
    wide: true,
    type: 'choice',
    section: 'Type',
    choices: [
      { value: 'top', label: 'Top' },
      { value: 'middle', label: 'Middle' },
      { value: 'bottom', label: 'Bottom' },
    ],
  },
  {
    key: 'letters',
    label: 'Case',
    type: 'choice',
    section: 'Type',
    wide: true,
    choices: [
      { value: 'as-typed', label: 'As typed' },
      { value: 'upper', label: 'All caps' },
      { value: 'lower', label: 'Lowercase' },
      { value: 'title', label: 'Title case' },
      { value: 'small-caps', label: 'Small caps' },
    ],
  },
  {
    key: 'figures',
    label: 'Figures',
    type: 'choice',
    section: 'Type',
    wide: true,
    choices: [
      { value: 'proportional', label: 'Proportional' },
      { value: 'tabular', label: 'Tabular' },
    ],
  },
  {
    key: 'direction',
    label: 'Direction',
    type: 'choice',
    section: 'Type',
    wide: true,
    choices: [
      { value: 'auto', label: 'Auto' },
      { value: 'ltr', label: 'Left to right' },
      { value: 'rtl', label: 'Right to left' },
    ],
  },
  {
    key: 'fit',
    label: 'Fit',
    type: 'choice',
    section: 'Type',
    wide: true,
    choices: [
      { value: 'shrink', label: 'Shrink to width' },
      { value: 'squeeze', label: 'Squeeze to width' },
      { value: 'wrap', label: 'Wrap, then shrink' },
      { value: 'clip', label: 'Clip to the box' },
      { value: 'as-is', label: 'As is' },
    ],
  },
  {
    key: 'minScale',
    label: 'Min scale',
    type: 'number',
    section: 'Type',
    min: 0.1,
    max: 1,
    step: 0.05,
    when: { key: 'fit', is: ['shrink', 'squeeze', 'wrap'] },
  },
  {
    key: 'maxLines',
    label: 'Max lines',
    type: 'number',
    section: 'Type',
    min: 0,
    max: 100,
    when: { key: 'fit', is: ['wrap'] },
  },
  { key: 'shade', label: 'Shade', type: 'colour', section: 'Effects', wide: true },
  {
    key: 'shadeSpread',
    label: 'Shade spread',
    mark: 'Spread',
    type: 'number',
    section: 'Effects',
    unit: 'px',
    min: 0,
    max: 300,
  },
  {
    key: 'shadeSoft',
    label: 'Shade softness',
    mark: 'Soft',
    type: 'number',
    section: 'Effects',
    unit: 'px',
    min: 0,
    max: 300,
  },
];

/** An element with the type that texts and clocks share. */
export type Typed = ElementBase & z.infer<z.ZodObject<typeof textStyleShape>>;

/** What moves of type that words must be fitted anew for. */
export const fittingKeys: ReadonlySet<string> = new Set(['size', 'weight', 'leading']);

/** What stands behind the lines of a text, or null where it cannot be seen. */
export const shadeOf = (element: Pick<Typed, 'shade' | 'shadeSpread' | 'shadeSoft'>): Shade | null =>
  element.shade.length === 9 && element.shade.endsWith('00')
    ? null
    : { colour: element.shade, spread: element.shadeSpread, soft: element.shadeSoft };

/** How kinds behave that are fitted words. */
export const typedKind = {
  ...usualKind,
  nature: 'words',
  node(element: Typed, at: NodePlace): DisplayNode {
    if (!at.layout) throw new Error(`node: no layout for ${element.id}`);
    return nodeOf(baseOf(element, at), {
      kind: 'text',
      layout: at.layout,
      colour: element.colour,
      shade: shadeOf(element),
      pieces: null,
      isLive: false,
    });
  },
  applyAppearance(node: DisplayNode, element: Typed): void {
    if (node.kind !== 'text') return;
    node.colour = element.colour;
    if (element.shade !== node.shade?.colour) node.shade = shadeOf(element);
  },
  ground: () => [],
} as const satisfies Partial<ElementKind<Typed>>;
