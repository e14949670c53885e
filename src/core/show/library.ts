import { z } from 'zod';
import { isForRows } from '../element';
import { assetSchema } from './asset';
import { showClockSchema, showScoreSchema } from './clock';
import { followMotionStyle } from './operations/motion-styles';
import { freshName } from './operations/names';
import type { Show } from './show';
import { renameShown, shownWithin } from './inset';
import { lookSchema } from './style';
import { templateSchema, type Template } from './template';
import { assetIdSchema, idSchema, type NewId } from '../value';

/** What a shipped template is for. */
export const libraryKinds = [
  'name line',
  'bug',
  'full frame',
  'table',
  'chart',
  'map',
  'score',
  'ticker',
  'post',
  'poll',
  'countdown',
  'credits',
  'opener',
] as const;
export type LibraryKind = (typeof libraryKinds)[number];

export const libraryItemSchema = z.object({
  kind: z.enum(libraryKinds),
  /** When one takes it, in a sentence. */
  use: z.string().max(300),
  template: templateSchema,
});
export type LibraryItem = z.infer<typeof libraryItemSchema>;

export const libraryPackageSchema = z.object({
  id: idSchema,
  name: z.string().min(1).max(100),
  /** What it looks like, in a sentence. */
  words: z.string().max(400),
  look: lookSchema,
  assets: z.array(assetSchema),
  /** Vector art by asset id. */
  files: z.record(assetIdSchema, z.string()),
  /** Clocks and scores that its templates show. */
  clocks: z.array(showClockSchema),
  scores: z.array(showScoreSchema),
  items: z.array(libraryItemSchema).min(1),
});
export type LibraryPackage = z.infer<typeof libraryPackageSchema>;
export const librarySchema = z.object({ packages: z.array(libraryPackageSchema) });

export type Shape = 'wide' | 'tall' | 'square';
export const shapeOf = ({ width, height }: { readonly width: number; readonly height: number }): Shape =>
  width > height * 1.05 ? 'wide' : height > width * 1.05 ? 'tall' : 'square';

/** What data a template eats: one value, one row of several, rows, a clock or scores of the show. */
export const libraryFoods = ['value', 'row', 'rows', 'clock', 'scores'] as const;
export type LibraryFood = (typeof libraryFoods)[number];

export function eatenBy({
  elements,
  fields,
  bindings,
}: Pick<Template, 'elements' | 'fields' | 'bindings'>): Set<LibraryFood> {
  const eaten = new Set<LibraryFood>();
  const all = Object.values(elements);
  // Colours and what stays as it is are the look, not the data.
  const filled = fields.filter(({ kind }) => kind === 'text' || kind === 'number' || kind === 'picture');
  if (filled.length === 1) eaten.add('value');
  if (filled.length > 1) eaten.add('row');
  if (all.some(isForRows) || fields.some(({ kind }) => kind === 'rows')) eaten.add('rows');
  if (all.some((element) => 'clock' in element && element.shows !== 'time')) eaten.add('clock');
  if (bindings.some(({ from }) => from.kind === 'score')) eaten.add('scores');
  return eaten;
}

export interface LibraryFilter {
  readonly search: string;
  readonly kind: LibraryKind | null;
  readonly shape: Shape | null;
  readonly package: string | null;
  /** A kind of field that it must have. */
  readonly field: string | null;
  /** The data that it must take. */
  readonly food: LibraryFood | null;
}
export const anyOfLibrary: LibraryFilter = {
  search: '',
  kind: null,
  shape: null,
  package: null,
  field: null,
  food: null,
};

/** What else people call the kinds of templates. */
const alsoCalled: Readonly<Record<LibraryKind, string>> = {
  'name line':
    'lower third lower-third strap super caption title name person guest presenter speaker reporter',
  bug: 'logo ident corner clock time live on-screen station',
  'full frame': 'full screen full-screen fullscreen page panel quote quotation',
  table: 'standings ranking league results list leaderboard grid',
  chart: 'graph diagram bars statistics data',
  map: 'geography region district constituency choropleth cartogram locator election results tiles',
  score: 'scoreboard scorebug result match game duel versus head-to-head team',
  ticker: 'crawl crawler news headline scroll strip breaking',
  post: 'social message comment viewer quote',
  poll: 'vote voting survey question answer result election percent',
  countdown: 'clock timer time remaining start',
  credits: 'roll end cast crew closing',
  opener: 'title intro opening start sting',
};

/** A word of a search, and without the ending of a plural. */
const forms = (word: string): string[] =>
  word.length > 3 && word.endsWith('s') ? [word, word.slice(0, -1)] : [word];

/** The items of a package that pass a filter; every word of the search must stand somewhere in what is told of one. */
export function filterLibrary(pack: LibraryPackage, filter: LibraryFilter): LibraryItem[] {
  if (filter.package !== null && filter.package !== pack.id) return [];
  const words = filter.search.toLowerCase().split(/\s+/).filter(Boolean);
  return pack.items.filter(({ kind, use, template }) => {
    const told = [
      template.name,
      kind,
      use,
      pack.name,
      pack.words,
      alsoCalled[kind],
      ...template.tags,
      ...template.fields.flatMap((field) => [field.name, field.kind, field.help]),
      ...Object.values(template.elements).map((element) => element.name),
    ]
      .join(' ')
      .toLowerCase();
    return (
      (filter.kind === null || filter.kind === kind) &&
      (filter.shape === null ||
        [template, ...template.layouts].some((layout) => shapeOf(layout) === filter.shape)) &&
      (filter.field === null || template.fields.some((field) => field.kind === filter.field)) &&
      (filter.food === null || eatenBy(template).has(filter.food)) &&
      words.every((word) => forms(word).some((form) => told.includes(form)))
    );
  });
}

/**
 * Copies templates of a package into a show, with the clocks, scores and maps that they show, and the package's styles, palettes and art; styles that the show has
 * keep the show's values. A lane that the show lacks is added behind the others of each channel. Returns the new templates' ids.
 */
export function addFromLibrary(
  show: Show,
  pack: LibraryPackage,
  templates: readonly string[],
  newId: NewId,
): string[] {
  for (const [id, style] of Object.entries(pack.look.styles)) show.look.styles[id] ??= structuredClone(style);
  for (const palette of pack.look.palettes) {
    if (!show.look.palettes.some((own) => own.id === palette.id))
      show.look.palettes.push(structuredClone(palette));
  }
  for (const set of pack.look.sets)
    if (!show.look.sets.some((own) => own.id === set.id)) show.look.sets.push(structuredClone(set));
  const inPack = Object.fromEntries(pack.items.map(({ template }) => [template.id, template]));
  // What their insets show comes along.
  const wanted = new Set(
    templates.flatMap((id) => [id, ...(inPack[id] ? Object.keys(shownWithin(inPack[id], inPack)) : [])]),
  );
  const taken = pack.items.map(({ template }) => template).filter(({ id }) => wanted.has(id));
  const named = JSON.stringify(taken.map(({ elements, bindings }) => [elements, bindings]));
  for (const clock of pack.clocks)
    if (named.includes(`"${clock.id}"`)) show.clocks[clock.id] ??= structuredClone(clock);
  for (const score of pack.scores)
    if (named.includes(`"${score.id}"`)) show.scores[score.id] ??= structuredClone(score);
  for (const map of Object.values(pack.look.maps))
    if (named.includes(`"${map.id}"`)) show.look.maps[map.id] ??= structuredClone(map);
  for (const asset of pack.assets) show.assets[asset.id] ??= { ...asset };
  for (const lane of taken.map((own) => own.lane))
    for (const { lanes } of show.channels)
      if (!lanes.some(({ id }) => id === lane))
        lanes.unshift({ id: lane, name: lane.replace(/^./, (letter) => letter.toUpperCase()) });
  const idOf = new Map(taken.map(({ id }) => [id, newId()]));
  const made = taken.map((template) => {
    const id = idOf.get(template.id) as string;
    const name = freshName(
      template.name,
      Object.values(show.templates).map((other) => other.name),
    );
    const own = { ...structuredClone(template), id, name };
    show.templates[id] = own;
    for (const style of Object.values(pack.look.styles)) {
      const kept = show.look.styles[style.id];
      if (style.kind === 'motion' && kept?.kind === 'motion')
        followMotionStyle(own, style.id, style.value, kept.value);
    }
    renameShown(own, idOf);
    return { id, isChosen: templates.includes(template.id) };
  });
  return made.filter(({ isChosen }) => isChosen).map(({ id }) => id);
}
