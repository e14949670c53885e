import {
  elementKinds,
  movableOf,
  movablesOf,
  paintOrder,
  phasesOf,
  trackSides,
  type Element,
  type Movable,
  type Template,
  type Track,
  type TrackSide,
} from '../../../core/show';
import type { ScoreView } from '../build-store';

/** One row of the score: an element, or one of its properties with its tracks by phase. */
export type ScoreRow =
  | {
      readonly kind: 'element';
      readonly key: string;
      readonly element: Element;
      readonly isOpen: boolean;
      /** All its tracks, for what is seen of them while they are folded. */
      readonly tracks: readonly PlacedTrack[];
    }
  | {
      readonly kind: 'property';
      readonly key: string;
      readonly element: Element;
      readonly property: string;
      readonly side: TrackSide;
      readonly label: string;
      readonly movable: Movable | undefined;
      readonly tracks: readonly PlacedTrack[];
    };

export interface PlacedTrack {
  readonly phase: string;
  readonly track: Track;
}

const sideWords: Readonly<Record<TrackSide, string>> = { whole: '', old: ' · old', new: ' · new' };

/** Whether a row's words hold what is searched. */
const matches = (search: string, ...words: string[]): boolean =>
  search === '' || words.join(' ').toLowerCase().includes(search.trim().toLowerCase());

/** The rows of a template, front elements first: of what moves, or of everything that could. */
export function rowsOf(
  template: Template,
  view: Pick<ScoreView, 'closed' | 'showsAll' | 'search'>,
): ScoreRow[] {
  const byElement = new Map<string, PlacedTrack[]>();
  for (const { ref, phase } of phasesOf(template)) {
    for (const track of phase.tracks) {
      const list = byElement.get(track.element);
      if (list) list.push({ phase: ref, track });
      else byElement.set(track.element, [{ phase: ref, track }]);
    }
  }
  return paintOrder(template)
    .reverse()
    .flatMap((element): ScoreRow[] => {
      const tracks = byElement.get(element.id) ?? [];
      if (tracks.length === 0 && !view.showsAll) return [];
      const order = movablesOf(element).map(({ key }) => key);
      const named = matches(view.search, element.name, elementKinds[element.kind].label);
      const wanted = new Map<string, { property: string; side: TrackSide }>();
      for (const { track } of tracks)
        wanted.set(`${track.property}|${track.side}`, { property: track.property, side: track.side });
      if (view.showsAll)
        for (const key of order)
          if (!wanted.has(`${key}|whole`)) wanted.set(`${key}|whole`, { property: key, side: 'whole' });
      const rank = (property: string): number => order.indexOf(property) + 1 || order.length + 1;
      const properties = [...wanted.values()]
        .sort(
          (a, b) =>
            rank(a.property) - rank(b.property) || trackSides.indexOf(a.side) - trackSides.indexOf(b.side),
        )
        .flatMap(({ property, side }): ScoreRow[] => {
          const movable = movableOf(element, property);
          const label = `${movable?.label ?? property}${sideWords[side]}`;
          if (!named && !matches(view.search, element.name, label)) return [];
          return [
            {
              kind: 'property',
              key: `${element.id}|${property}|${side}`,
              element,
              property,
              side,
              label,
              movable,
              tracks: tracks.filter(({ track }) => track.property === property && track.side === side),
            },
          ];
        });
      if (!named && properties.length === 0) return [];
      // All that could move would be a long list: elements that stand still are folded until they are opened.
      const isStill = tracks.length === 0;
      const isOpen = isStill ? view.closed.includes(`${element.id}+`) : !view.closed.includes(element.id);
      return [
        { kind: 'element', key: element.id, element, isOpen, tracks },
        ...(isOpen || view.search !== '' ? properties : []),
      ];
    });
}
