import type { Release } from '../show';
import { sourceKinds } from '../source';
import type { AirState, Cue } from './state';

// Rows that go to air once: a viewer's post is not shown twice unless someone asks for it.

/** The source of a row, also through views, where its rows go to air once; else null. */
export function onceOf(release: Pick<Release, 'sources' | 'views'>, row: Cue['row']): string | null {
  let of = row?.of;
  for (let depth = 0; of !== undefined && depth < 50; depth += 1) {
    const source = release.sources[of];
    if (source) return sourceKinds[source.kind].airsOnce ? source.id : null;
    of = release.views[of]?.of;
  }
  return null;
}

/** Whether a row that goes to air once was there, and is so no more: it goes there again only when that is asked for. */
export function wasShown(
  state: Pick<AirState, 'rowsAired' | 'air'>,
  release: Pick<Release, 'sources' | 'views'>,
  row: Cue['row'],
): boolean {
  const source = onceOf(release, row);
  if (source === null || row === null || state.rowsAired[source]?.[row.key] === undefined) return false;
  return !Object.values(state.air).some(({ graphics }) =>
    graphics.some(
      (graphic) =>
        graphic.exitAt === null && graphic.row?.key === row.key && onceOf(release, graphic.row) === source,
    ),
  );
}
