import type { ChartNote, ChartPart } from '../chart';
import type { MapView } from '../map';
import type { Box } from '../show';

/** How a part goes with what is seen of a map. */
export interface ViewPlace {
  /** What it stands at, px as the map lies whole: it moves there and keeps its size; null: it lies on the map itself. */
  readonly anchor: { readonly x: number; readonly y: number } | null;
  /** How much of it is seen where all of the map is, and where the focus is: 0 to 1. */
  readonly whole: number;
  readonly focus: number;
  /** Px by which it stands elsewhere about its anchor where the focus is seen. */
  readonly dx: number;
  readonly dy: number;
}

/** Something that a map draws, by a key that stays its own through changes. Px from the top left of the element. */
export interface MapPart extends Omit<ChartPart, 'layer' | 'moves' | 'zooms' | 'veil'> {
  /**
   * Where it lies: on the map that is zoomed (`ground`), over it in the same window (`view`), beside both (`fixed`); or it is
   * the frame in the locator that shows what is seen.
   */
  readonly sits: 'ground' | 'view' | 'fixed' | 'frame';
  readonly view: ViewPlace | null;
  /** Whether it turns as regions do where its fill becomes another. */
  readonly turns: boolean;
}

/** A map laid out: its parts, back to front within where they lie, and what could not be shown as wanted. */
export interface LaidMap {
  readonly parts: readonly MapPart[];
  readonly notes: readonly ChartNote[];
  /** How many regions come one after another. */
  readonly count: number;
  readonly whole: MapView;
  readonly focus: MapView;
  /** Where the whole map lies in the locator; null: there is none. */
  readonly locator: Box | null;
}
