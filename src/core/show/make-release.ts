import { sourceKinds } from '../source';
import { dataOf } from '../binding';
import { isPicture } from './asset';
import { assetsOfTemplate, fontFiles } from './references';
import { shownWithin } from './inset';
import type { Release } from './release';
import { showFormat, type Show } from './show';
import type { Table } from './table';

// Releases out of shows, and back. Who only plays them needs none of this.

/** What air needs of a show: of its data and assets only what its templates and cards can use. */
export function makeRelease(show: Show): Release {
  const used = new Set<string>();
  const fonts = fontFiles(show);
  for (const template of Object.values(show.templates))
    for (const id of assetsOfTemplate(template, fonts)) used.add(id);
  for (const style of Object.values(show.look.styles)) {
    const family = style.kind === 'font' ? style.value : style.kind === 'type' ? style.value.family : '';
    const file = fonts.get(family);
    if (file) used.add(file);
  }
  for (const card of Object.values(show.cards)) {
    for (const value of Object.values(card.values))
      if (typeof value === 'string' && show.assets[value]) used.add(value);
  }
  for (const set of show.look.sets) for (const { asset } of set.pictures) used.add(asset);
  const data = dataUsed(show);
  for (const source of Object.values(data.sources)) if (source.kind === 'file') used.add(source.asset);
  // Pictures that rows name can come up at any time.
  if (Object.keys(data.sources).length + Object.keys(data.tables).length > 0)
    for (const asset of Object.values(show.assets)) if (isPicture(asset)) used.add(asset.id);
  const assets = Object.fromEntries(Object.entries(show.assets).filter(([id]) => used.has(id)));
  return {
    show: { id: show.id, name: show.name },
    channels: show.channels,
    look: show.look,
    templates: show.templates,
    cards: show.cards,
    rundowns: show.rundowns,
    pads: show.pads,
    clocks: show.clocks,
    tickers: show.tickers,
    scores: show.scores,
    assets,
    ...data,
    ...(show.typed ? { typed: show.typed } : {}),
  };
}

/** The release on air with some templates as the draft has them, and what they need; all else stays as it is on air. */
export function releaseOf(onAir: Release, show: Show, templates: readonly string[]): Release {
  const whole = makeRelease(show);
  // What their insets show comes along where air does not have it yet.
  const within = templates.flatMap((id) =>
    whole.templates[id] ? Object.values(shownWithin(whole.templates[id], whole.templates)) : [],
  );
  const chosen = Object.fromEntries(
    templates.flatMap((id) => (whole.templates[id] ? [[id, whole.templates[id]]] : [])),
  );
  const gone = templates.filter((id) => !whole.templates[id]);
  const kept = Object.fromEntries(Object.entries(onAir.templates).filter(([id]) => !gone.includes(id)));
  return {
    ...onAir,
    templates: { ...Object.fromEntries(within.map((own) => [own.id, own])), ...kept, ...chosen },
    // Styles that air does not know yet come along; those that it has stay as they are there.
    look: {
      ...onAir.look,
      styles: { ...whole.look.styles, ...onAir.look.styles },
      maps: { ...whole.look.maps, ...onAir.look.maps },
      sets: [
        ...onAir.look.sets,
        ...whole.look.sets.filter(({ id }) => !onAir.look.sets.some((set) => set.id === id)),
      ],
    },
    cards: Object.fromEntries(
      Object.entries(onAir.cards).filter(([, card]) => !gone.includes(card.template)),
    ),
    assets: { ...whole.assets, ...onAir.assets },
    clocks: { ...whole.clocks, ...onAir.clocks },
    tickers: { ...whole.tickers, ...onAir.tickers },
    scores: { ...whole.scores, ...onAir.scores },
    sources: { ...whole.sources, ...onAir.sources },
    tables: { ...whole.tables, ...onAir.tables },
    views: { ...whole.views, ...onAir.views },
  };
}

/** A table of more rows goes to air only where something takes values from it. */
const mostIdleRows = 5000;

/** Whether cards may be made of a table's rows: a column has the name of a field, or is matched with one by hand. */
function fillsTemplates(table: Table, show: Show): boolean {
  const bare = (name: string): string => name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '');
  const columns = new Set(table.columns.map(({ name }) => bare(name)));
  return Object.values(show.templates).some(
    (template) =>
      template.matches[table.id] !== undefined ||
      template.fields.some((field) => columns.has(bare(field.name))),
  );
}

/**
 * The tables, sources and views that templates and cards take values from, and all that those look at in turn; of
 * tables also those that cards may be made from while the release is on air, and those that typists type into.
 */
function dataUsed(show: Show): Pick<Release, 'sources' | 'tables' | 'views'> {
  const used = new Set<string>();
  const use = (id: string): void => {
    if (used.has(id)) return;
    used.add(id);
    const view = show.views[id];
    if (view) use(view.of);
    for (const column of show.tables[id]?.columns ?? []) if (column.type === 'pick') use(column.table);
  };
  for (const template of Object.values(show.templates))
    for (const binding of template.bindings) dataOf(binding).forEach(use);
  for (const card of Object.values(show.cards)) if (card.row) use(card.row.of);
  for (const { counts } of Object.values(show.clocks)) if (counts.by === 'rows') use(counts.data);
  for (const { strands } of Object.values(show.tickers))
    for (const { from } of strands) for (const { data } of from) use(data);
  for (const source of Object.values(show.sources))
    if (sourceKinds[source.kind].isAlwaysOnAir) use(source.id);
  for (const table of Object.values(show.tables))
    if (table.typing !== null || (table.rows.length <= mostIdleRows && fillsTemplates(table, show)))
      use(table.id);
  const kept = <T>(all: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.entries(all).filter(([id]) => used.has(id)));
  return { sources: kept(show.sources), tables: kept(show.tables), views: kept(show.views) };
}

/** A release as a draft again, that began from it. Cards and rundowns may have gone on from there. */
export const showOfRelease = (
  release: Release,
  hash: string,
  live: Pick<Release, 'cards' | 'rundowns'> = release,
): Show => ({
  format: showFormat,
  id: release.show.id,
  name: release.show.name,
  channels: release.channels,
  templates: release.templates,
  assets: release.assets,
  look: release.look,
  sources: release.sources,
  tables: release.tables,
  views: release.views,
  clocks: release.clocks,
  tickers: release.tickers,
  scores: release.scores,
  cards: live.cards,
  rundowns: [...live.rundowns],
  pads: release.pads,
  ...(release.typed ? { typed: release.typed } : {}),
  base: hash,
});
