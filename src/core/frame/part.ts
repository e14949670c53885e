// A template filled, laid out and ready for any moment: what it is made of. How it is made is in `scene.ts`, what a moment
// writes into it in `evaluate.ts`.
import type { Rest } from '../layout';
import type { CompiledColour, Sizes, TrackTable } from '../motion';
import {
  type Change,
  type Element,
  type Movable,
  type PhaseKind,
  type PhaseRef,
  type Template,
  type TrackUnit,
  type ElementKind,
  type Running,
} from '../show';
import type { TextLayout } from '../text';
import type { Clip, DisplayNode, Effects, GroupNode, Matrix, Standing } from '../display';
import type { PieceMotion } from './pieces';
import type { RunningBelt } from './belts';
import type { RunningInset } from './insets';
import type { RunningDrift } from './drift';
import type { RunningView } from './map-view';
import type { Morph } from './morph';
import type { CountMotion } from './count';
import type { Mirror } from './mirror';
import type { Eye, View } from './viewpoint';

/** In a Change: what shows the old values, what shows the new ones, and what stays through it. */
export type Side = 'both' | 'old' | 'new';

/** An element made ready for motion: its rest, its tracks by phase, and the node it writes to. */
export interface Part {
  /** The path of the instance that it shows. */
  readonly path: string;
  readonly element: Element;
  /** Index of the group around it, or -1. Parts stand in paint order, groups before their children. */
  readonly parent: number;
  readonly node: DisplayNode;
  readonly side: Side;
  /** In a Change: what its element was. */
  readonly before: Element | null;
  /** In a Change: has motion for the old or the new alone, itself or by a group around it. */
  readonly isSided: boolean;
  /** In a Change: a region of a map whose new fill covers the old one. */
  readonly isTurning: boolean;
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  /** Px, in the template's space. */
  readonly pivotX: number;
  readonly pivotY: number;
  /** In parts of its box. */
  readonly ownPivotX: number;
  readonly ownPivotY: number;
  readonly rotation: number;
  readonly opacity: number;
  /** How much of its opacity is taken at rest. */
  readonly veil: number;
  readonly isGroup: boolean;
  /** Whether its box cuts what is in it. */
  readonly clipsBox: boolean;
  /** Writes what is new of it by itself. */
  readonly run: ElementKind<Element>['run'];
  readonly says: ElementKind<Element>['says'];
  /** Px by which its widest line is narrower than its box, and that both its sides lean left. */
  readonly narrow: number;
  readonly lean: number;
  readonly cos: number;
  readonly sin: number;
  /** Whether it, something around it or something in it may stand in space; all else stays on the quick plane. */
  isInSpace: boolean;
  /** How it stands now: written by `evaluate`, read at once. */
  readonly standing: Standing;
  /** Whether it may look another at any moment though no track moves it: a count, pieces, a side, properties of its own. */
  readonly isRestless: boolean;
  readonly colours: readonly (readonly CompiledColour[])[];
  /** Properties of its own that tracks move; their offsets stand behind the pose, in this order. */
  readonly extras: readonly Movable[];
  /** The element as it is now, where properties of its own move; written by `evaluate`. */
  readonly live: Element | null;
  /** Its effects as they are now, where they move. */
  /** Its effects with the blur of what the camera is not sharp at; null before it has had any. */
  focused: { -readonly [K in keyof Effects]: Effects[K] } | null;
  readonly ownEffects: Effects | null;
  readonly liveEffects: { -readonly [K in keyof Effects]: Effects[K] } | null;
  readonly pieces: PieceMotion | null;
  readonly count: CountMotion | null;
  /** The way of its outline in a Change; null: it has none. */
  readonly morph: Morph | null;
  /** The clip of its box, and that of its wipe, written when it has them. */
  readonly clip: Clip;
  readonly wipe: Clip;
  readonly iris: Clip;
  /** The part on whose shown edge it rides. */
  rides: Part | null;
  readonly plane: Matrix;
  /** Its numbers among the poses of the scene. */
  pose: Float64Array;
  /** The places of its pose that tracks move; all others are at rest always. */
  readonly touched: readonly number[];
  /** What can move of it: see `moving`. */
  readonly moves: number;
  /** At rest: its map about the pivot, and where that lies. */
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly restX: number;
  readonly restY: number;
  readonly index: number;
  /** What was last applied, so that it is not applied the same again. */
  readonly applied: Float64Array;
  /** Groups: how many leaves they show. */
  readonly leaves: number;
  /** Whether colours were moving when it was last applied. */
  tinted: boolean;
  /** The words that a count has come to, or that it says by itself; null before it has been looked at. */
  said: string | null;
  /** Its size now, px. */
  nowW: number;
  nowH: number;
  /** What runs along brings it: px from where it is at rest, and whether it is not on its way now. */
  alongX: number;
  alongY: number;
  /** What is seen of a map scales it by, about the template's corner, and leaves of its opacity. */
  alongScale: number;
  alongFade: number;
  /** Degrees by which it is turned by itself now. */
  turned: number;
  isOff: boolean;
  /** Px over which what is in it fades at its two ends. */
  readonly fade: number;
  apart: boolean;
  effectiveOpacity: number;
}

export interface ScenePhase {
  readonly ref: PhaseRef;
  readonly kind: PhaseKind;
  readonly frames: number;
}

/** The phases that move at a moment, and the frame that each has come to: the first `count` hold. */
export interface Active {
  readonly phases: number[];
  readonly frames: number[];
  count: number;
}

/** A template filled with values, laid out, and ready to be evaluated at any moment. */
export interface Scene {
  readonly template: Template;
  readonly rest: Rest;
  readonly parts: readonly Part[];
  readonly phases: readonly ScenePhase[];
  /** The tracks of each phase. */
  readonly tables: readonly TrackTable[];
  /** The poses of all parts, one behind another. */
  readonly poses: Float64Array;
  /** By part: moved by a track at the moment, or at the one before it. */
  readonly moved: Uint8Array;
  readonly wasMoved: Uint8Array;
  /** By part: placed anew at the moment. */
  readonly placed: Uint8Array;
  /** Whether it has been evaluated. */
  isFresh: boolean;
  /** Written anew by `evaluate`, which keeps nothing of a moment elsewhere. */
  readonly active: Active;
  /** The moment, for what is new by itself; written anew by `evaluate`. */
  readonly running: Running;
  /** The Change that it is on its way through; null where it has one set of values only. */
  readonly change: Change | null;
  /** The display tree; `evaluate` writes the moment into it. */
  readonly root: GroupNode;
  /** From the template's canvas onto that of the picture. */
  readonly onCanvas: Matrix;
  /** The cameras that stand in it, and what they see now; null: it is seen by that of its canvas. */
  readonly viewpoints: readonly Part[];
  /** Floors, and what they reflect. */
  readonly mirrors: readonly Mirror[];
  readonly view: { now: View | null };
  /** An eye from which its space is looked at, in place of its own camera, and the size of what that sees. */
  eye: Eye | null;
  /** From the template's own space onto the canvas of the picture, as its camera sees it. */
  readonly base: Matrix;
  /** Whether it has a clock, so that holding it does not make it still. */
  readonly hasClock: boolean;
  /** Whether it has a clock whose seconds do not turn with those of the day. */
  readonly hasCount: boolean;
  /** Whether it has a video or a camera, so that every frame of it is new. */
  readonly isLive: boolean;
  /** What runs through its crawls. */
  readonly belts: readonly RunningBelt[];
  /** The charts whose windows move. */
  readonly drifts: readonly RunningDrift[];
  /** The maps of which more or less may be seen. */
  readonly views: readonly RunningView[];
  /** The templates that stand in it. */
  readonly insets: readonly RunningInset[];
  /** Insets that show a channel, those of the templates within it too. */
  readonly screens: readonly Part[];
  /** The inset in whose space it stands, seen by the camera around that; null: it is a picture by itself. */
  readonly within: Part | null;
  /** What is turned by itself. */
  readonly hands: readonly Part[];
  /** Whether something keeps moving while it holds. */
  readonly idles: boolean;
  /** The words of a part of it fitted anew. */
  readonly refit: (part: Part, words?: string) => TextLayout;
  /** What 1 of a track's unit is worth for a part, px, above 0 and below it. */
  readonly worth: (part: Part, unit: TrackUnit, property: string) => Sizes;
}
