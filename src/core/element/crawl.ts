import { z } from 'zod';
import { idSchema, rowListSchema } from '../value';
import { baseDefaults, elementBase, lookProperties, pixels, placeProperties, size } from './base';
import { holderKind } from './group';
import type { ElementKind } from './kind';

export const crawlDirections = ['left', 'right', 'up'] as const;

/** What is drawn for rows of one sort. */
export const crawlLookSchema = z.object({
  id: idSchema,
  /** The value of the cell by which it is chosen. */
  value: z.string().max(200),
  /** The child that is drawn; it takes columns of the row in hand. */
  child: idSchema,
  /** How many rows stand side by side, one under another in a roll. */
  across: z.number().int().min(1).max(6),
  /** Px kept free before it and behind it. */
  before: size,
  after: size,
});
export type CrawlLook = z.infer<typeof crawlLookSchema>;

const schema = elementBase.extend({
  kind: z.literal('crawl'),
  children: z.array(idSchema),
  clip: z.boolean(),
  list: rowListSchema.nullable(),
  /** Where items run to. */
  direction: z.enum(crawlDirections),
  /** The first is that of rows for which no other is meant. */
  looks: z.array(crawlLookSchema).max(20),
  /** The column by whose value looks are chosen; empty: the first look for all. */
  lookColumn: z.string().max(200),
  /** The child that stands between two items; null: nothing does. */
  separator: idSchema.nullable(),
  /** Px before and behind what stands between two items; between them where nothing does. */
  gap: pixels,
  by: z.enum(['speed', 'total', 'pages']),
  /** Page by page: seconds that a page stands, and that the way to the next takes. */
  pageStays: z.number().min(0.2).max(3600),
  pageMoves: z.number().min(0).max(60),
  /** Px a second. */
  speed: z.number().min(1).max(5000),
  /** Seconds that one round takes. */
  total: z.number().min(1).max(36_000),
  /** Speeds are rounded to whole px a frame. */
  isWhole: z.boolean(),
  loops: z.boolean(),
  holdsLast: z.boolean(),
  /** Px over which items fade at both ends. */
  fade: size,
});
export type CrawlElement = z.infer<typeof schema>;

const number = (key: string, label: string, given: object) =>
  ({ key, label, type: 'number', section: 'Crawl', ...given }) as const;

/** A line of items that runs through its box: along, or up as a roll of credits. */
export const crawl = {
  ...holderKind,
  kind: 'crawl',
  label: 'Crawl or roll',
  content: 'list',
  schema,
  clips: () => true,
  lives: () => 'picture',
  defaults: {
    ...baseDefaults,
    wipeEdge: 'line',
    w: 1920,
    h: 72,
    children: [],
    clip: true,
    list: null,
    direction: 'left',
    looks: [],
    lookColumn: '',
    separator: null,
    gap: 40,
    by: 'speed',
    speed: 200,
    total: 60,
    pageStays: 6,
    pageMoves: 0.6,
    isWhole: true,
    loops: true,
    holdsLast: false,
    fade: 0,
  },
  properties: [
    ...placeProperties,
    { key: 'list', label: 'Rows', type: 'rows', section: 'Crawl', wide: true },
    {
      key: 'direction',
      label: 'Direction',
      type: 'choice',
      section: 'Crawl',
      wide: true,
      choices: [
        { value: 'left', label: 'To the left' },
        { value: 'right', label: 'To the right' },
        { value: 'up', label: 'Up' },
      ],
    },
    {
      key: 'by',
      label: 'Runs by',
      type: 'choice',
      section: 'Crawl',
      wide: true,
      choices: [
        { value: 'speed', label: 'Speed' },
        { value: 'total', label: 'Total time' },
        { value: 'pages', label: 'Page by page' },
      ],
    },
    number('speed', 'Speed', { unit: 'px/s', min: 1, max: 5000, step: 10, wide: true, when: { key: 'by', is: ['speed'] } }),
    number('total', 'Time of a round', { unit: 's', min: 1, max: 36_000, wide: true, when: { key: 'by', is: ['total'] } }),
    number('pageStays', 'A page stands', { unit: 's', min: 0.2, max: 3600, step: 0.5, wide: true, when: { key: 'by', is: ['pages'] } }),
    number('pageMoves', 'To the next in', { unit: 's', min: 0, max: 60, step: 0.1, wide: true, when: { key: 'by', is: ['pages'] } }),
    { key: 'isWhole', label: 'Whole pixels a frame', type: 'yes-no', section: 'Crawl', wide: true, when: { key: 'by', is: ['speed', 'total'] } },
    number('gap', 'Gap', { unit: 'px' }),
    number('fade', 'Fade', { unit: 'px', min: 0 }),
    { key: 'loops', label: 'Begins again', type: 'yes-no', section: 'Crawl', wide: true },
    { key: 'holdsLast', label: 'Stands at the last', type: 'yes-no', section: 'Crawl', wide: true, when: { key: 'loops', is: [false] } },
    ...lookProperties,
  ],
} as const satisfies ElementKind<CrawlElement>; // prettier-ignore
