import type { Show } from '../../core/show';

/** Tables, views and sources to choose from, without what would look at itself. */
export function dataChoices(
  show: Pick<Show, 'tables' | 'views' | 'sources'>,
  self: string | null = null,
): { value: string; label: string }[] {
  const looksAtSelf = (id: string): boolean =>
    id === self || (show.views[id] !== undefined && looksAtSelf(show.views[id].of));
  return [
    ...Object.values(show.tables).map(({ id, name }) => ({ value: id, label: name })),
    ...Object.values(show.views).filter(({ id }) => !looksAtSelf(id)).map(({ id, name }) => ({ value: id, label: `${name} (view)` })),
    ...Object.values(show.sources).map(({ id, name }) => ({ value: id, label: `${name} (source)` })),
  ]; // prettier-ignore
}

export const dataName = (show: Pick<Show, 'tables' | 'views' | 'sources'>, id: string): string =>
  show.tables[id]?.name ?? show.views[id]?.name ?? show.sources[id]?.name ?? 'something that is gone';
