import { assetsOfTemplate, fontFiles } from '../references';
import { kindOf } from '../../element';
import type { Show } from '../show';

// What a show does with its assets, and changes to that, for use inside an edit.

/** Where an asset is used: names of templates, and how many cards have it among their values. */
export interface AssetUse {
  readonly templates: readonly string[];
  readonly cards: number;
}

/** The uses of every asset of a show, worked out in one pass. */
export function assetUses(show: Show): Map<string, AssetUse> {
  const templates = new Map<string, string[]>();
  const cards = new Map<string, number>();
  const fonts = fontFiles(show);
  for (const template of Object.values(show.templates)) {
    for (const id of assetsOfTemplate(template, fonts))
      templates.set(id, [...(templates.get(id) ?? []), template.name]);
  }
  for (const card of Object.values(show.cards)) {
    for (const value of new Set(Object.values(card.values)))
      if (typeof value === 'string' && show.assets[value]) cards.set(value, (cards.get(value) ?? 0) + 1);
  }
  for (const style of Object.values(show.look.styles)) {
    const family = style.kind === 'font' ? style.value : style.kind === 'type' ? style.value.family : '';
    const file = fonts.get(family);
    if (file) templates.set(file, [...(templates.get(file) ?? []), `style ${style.name}`]);
  }
  for (const set of show.look.sets)
    for (const { asset } of set.pictures)
      templates.set(asset, [...(templates.get(asset) ?? []), `set ${set.name}`]);
  return new Map(
    Object.keys(show.assets).map((id) => [
      id,
      { templates: templates.get(id) ?? [], cards: cards.get(id) ?? 0 },
    ]),
  );
}

const isUsed = (use: AssetUse | undefined): boolean =>
  use !== undefined && use.templates.length + use.cards > 0;

/** The assets that nothing in the show uses. */
export function unusedAssets(show: Show): string[] {
  const uses = assetUses(show);
  return Object.keys(show.assets).filter((id) => !isUsed(uses.get(id)));
}

/** Changes every value below `at` that is `from`, in place. */
function swap(at: unknown, from: string, to: string): void {
  if (typeof at !== 'object' || at === null) return;
  const bag = at as Record<string, unknown>;
  for (const [key, value] of Object.entries(bag)) {
    if (value === from) bag[key] = to;
    else swap(value, from, to);
  }
}

/** Puts another asset in the place of one everywhere: elements, fills, defaults, choices, maps, cards. The old one goes. */
export function replaceAsset(show: Show, from: string, to: string): void {
  const before = show.assets[from];
  const after = show.assets[to];
  if (!before || !after || from === to) return;
  for (const template of Object.values(show.templates)) swap(template, from, to);
  for (const card of Object.values(show.cards)) swap(card.values, from, to);
  swap(show.look.sets, from, to);
  // Fonts are named by their family.
  if (before.family && after.family && before.family !== after.family)
    renameFamily(show, before.family, after.family);
  if (before.folder && !after.folder) after.folder = before.folder;
  delete show.assets[from];
}

/** Every text, span, style and choice of one family takes another. */
export function renameFamily(show: Show, from: string, to: string): void {
  for (const template of Object.values(show.templates)) {
    for (const element of Object.values(template.elements)) {
      if ('family' in element && element.family === from) element.family = to;
      for (const look of kindOf(element).within?.(element).looks ?? [])
        if (look.family === from) look.family = to;
      if ('spans' in element) for (const span of element.spans) if (span.family === from) span.family = to;
    }
    for (const tie of template.ties) if (tie.property === 'family' && tie.map) swap(tie.map, from, to);
  }
  for (const style of Object.values(show.look.styles)) {
    if (style.kind === 'font' && style.value === from) style.value = to;
    if (style.kind === 'type' && style.value.family === from) style.value.family = to;
  }
}
