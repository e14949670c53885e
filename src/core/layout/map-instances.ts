import type { LaidMap, MapPart } from '../cartography';
import { newElement, type Element, type MapElement, type RowList, type ShowMap } from '../show';
import type { ChartPort } from '../chart';
import type { TextMeasure } from '../text';
import { chartPort } from './chart-instances';
import { drawParts, type ChartMark, type DrawnPart } from './drawn-parts';
import { mapLayout } from './map-layout';

export interface DrawnMap {
  readonly laid: LaidMap;
  readonly parts: readonly DrawnPart<MapPart>[];
}

/** What a part of a map is to those who move it. */
export const mapMark = ({ grows, row, series, isOfRow, isOfSeries, view, turns }: MapPart): ChartMark => ({
  grows,
  trace: null,
  row,
  series,
  isOfRow,
  isOfSeries,
  moves: null,
  zooms: null,
  veil: 0,
  view,
  turns,
});

interface Laid {
  readonly map: MapElement;
  readonly kept: ShowMap | null;
  readonly list: RowList;
  readonly drawn: DrawnMap;
}
/** What a map was laid out to of late, by what was measured with and the map in its template. */
const laidOf = new WeakMap<object, WeakMap<Element, readonly Laid[]>>();
const mostLaid = 2;

const still = { x: 0, y: 0, w: 1 };
const nothing: DrawnMap = { laid: { parts: [], notes: [], count: 0, whole: still, focus: still, locator: null }, parts: [] }; // prettier-ignore

/** A filled map as elements; `source` is the map as it stands in the template. */
export function drawMap(map: MapElement, source: Element, kept: ShowMap | null, list: RowList, measure: TextMeasure, picture: ChartPort['picture']): DrawnMap {
  const lay = mapLayout();
  if (!lay) return nothing;
  const { revision } = measure;
  const byRevision = revision ? (laidOf.get(revision) ?? new WeakMap<Element, readonly Laid[]>()) : null;
  if (revision && byRevision) laidOf.set(revision, byRevision);
  const before = byRevision?.get(source) ?? [];
  // Sets of pictures may have changed without a difference for the map.
  const known = map.symbols === 'pictures' ? undefined : before.find((one) => one.map === map && one.kept === kept && one.list === list);
  if (known) return known.drawn;
  const laid = lay(map, kept, list, chartPort(measure, picture));
  const drawn = { laid, parts: drawParts(map, source, laid.parts) };
  byRevision?.set(source, [{ map, kept, list, drawn }, ...before].slice(0, mostLaid));
  return drawn;
} // prettier-ignore

/** The groups of a map: the window, what is zoomed in it, and the frame of the locator. */
export type MapGroup = 'window' | 'ground';
const groups = new WeakMap<Element, Map<MapGroup, Element>>();
/** A group of a map; always the same. */
export function mapGroup(map: MapElement, source: Element, which: MapGroup): Element {
  const own = groups.get(source) ?? new Map<MapGroup, Element>();
  groups.set(source, own);
  const known = own.get(which);
  if (known && (which !== 'window' || (known as { clip?: boolean }).clip === map.clip)) return known;
  const made = newElement('group', `${map.id}/~${which}`, `${map.name} ${which}`, { clip: which === 'window' && map.clip });
  own.set(which, made);
  return made;
} // prettier-ignore
