import type { Box, CellLook, Paint, PoseKey } from '../show';

/** A point of a line, px, by the key of its row; `begins` where a gap lies before it. */
export interface TracePoint {
  readonly key: string;
  readonly x: number;
  readonly y: number;
  readonly begins: boolean;
}

/** A line through points, or the area between it and another line over the same points. */
export interface Trace {
  readonly curve: 'straight' | 'smooth' | 'stepped';
  readonly points: readonly TracePoint[];
  /** For an area: y of its other side at each point; null: a line. */
  readonly base: readonly number[] | null;
}

/** Where a mark is before it has grown: a factor goes from 0, an offset from `by`. */
export interface Growth {
  readonly property: PoseKey | 'start' | 'sweep';
  readonly by: number | null;
}

/** What a part of a chart is drawn as. */
export type PartShape =
  | { readonly is: 'rect'; readonly radii: readonly [number, number, number, number]; readonly fill: Paint }
  | {
      readonly is: 'ellipse';
      readonly hole: number;
      readonly start: number;
      readonly sweep: number;
      readonly fill: Paint;
    }
  | {
      readonly is: 'trace';
      readonly trace: Trace;
      readonly fill: Paint;
      readonly lineW: number;
      readonly line: string;
      readonly dash: number;
    }
  | {
      readonly is: 'words';
      readonly words: string;
      readonly look: CellLook;
      /** Behind its letters, where what they lie on may have any colour; null: nothing. */
      readonly shade: string | null;
    }
  | {
      /** Lines of straight edges, px; closed ones are areas. Drawn as geometry. */
      readonly is: 'area';
      readonly lines: readonly (readonly (readonly [number, number])[])[];
      readonly closed: boolean;
      readonly fill: Paint;
      readonly stroke: { readonly width: number; readonly colour: string } | null;
      /** The shadow that it casts, px down; left out: none. */
      readonly cast?: { readonly y: number; readonly blur: number; readonly colour: string };
    }
  | {
      readonly is: 'picture';
      readonly asset: string;
      readonly fit: 'cover' | 'contain' | 'stretch';
      readonly radius: number;
    };

/** Something that a chart draws, by a key that stays its own through changes. Px. */
export interface ChartPart {
  readonly key: string;
  readonly name: string;
  /** Behind the marks, among them, or before them. */
  readonly layer: 'back' | 'marks' | 'front';
  readonly box: Box;
  readonly shape: PartShape;
  readonly edge: { readonly width: number; readonly colour: string } | null;
  /** How much of its opacity is taken, 0 to 1: of what one end of a zoom alone shows. */
  readonly veil: number;
  /** Where it falls in cascades: the place of its row, and of its series. */
  readonly row: number;
  readonly series: number;
  /** Whether it is of that row, of that series: what is of none stands for all of them. */
  readonly isOfRow: boolean;
  readonly isOfSeries: boolean;
  /** About which it grows, in parts of its box. */
  readonly pivotX: number;
  readonly pivotY: number;
  readonly grows: readonly Growth[];
  /** Whether its number counts to a new one. */
  readonly counts: boolean;
  /** How it goes on where the window of the chart moves; null: it stands. */
  readonly moves: PartMove | null;
  /** How it goes on as the chart zooms to its stretch; null: it stands. */
  readonly zooms: PartZoom | null;
}

/**
 * What a zoom from all of an axis to its stretch moves a part by, px: its left edge and its width; and whether it comes
 * or goes with it.
 */
export interface PartZoom {
  readonly x: number;
  readonly w: number;
  readonly opacity: -1 | 0 | 1;
}

/** With the window, along; or up and down, with the height of a line at the end of the window. */
export type PartMove = { readonly along: true } | { readonly along: false; readonly line: Trace };

/** A window onto the end of a line, that moves on with the clock. */
export interface Drift {
  /** Where what moves is seen. */
  readonly plot: Box;
  /** The last of its rows, in seconds since 1970; seconds from one row to the next. */
  readonly to: number;
  readonly every: number;
  /** Px. */
  readonly perSecond: number;
}

/** What could not be shown as wanted, as sentences. */
export interface ChartNote {
  readonly code: string;
  readonly message: string;
}
