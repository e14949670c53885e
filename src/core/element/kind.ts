import type { z } from 'zod';
import type { DisplayNode, Matrix } from '../display';
import type { Clock } from '../clock';
import type { TextLayout, Wording } from '../text';
import type { Paint } from '../value';
import type { CellLookPart } from './cell-look';
import type { PoseKey } from './movable';
import type { Property } from './property';
import type { Typed } from './text-style';

/**
 * What an element is to those who need not know its kind: it holds others (`children`, its box worked out from theirs),
 * is fitted words (`TextStyle`), an outline that is filled and stroked, a picture, a picture that is new at every frame,
 * or nothing that is seen.
 */
export type Nature = 'holder' | 'words' | 'drawn' | 'picture' | 'moving' | 'unseen';

interface Size {
  readonly w: number;
  readonly h: number;
}

/** Where a node comes to be. */
export interface NodePlace extends Size {
  readonly key: string;
  /** Where it keeps its place. */
  readonly matrix: Matrix;
  /** The fitted words of an element that is words. */
  readonly layout: TextLayout | undefined;
  /** Whether more of it than its place, size, corners and fill will move. */
  readonly movesShape: boolean;
}

/** How much of an element's stroke is drawn now, from 0 to 1 along each of its lines, and its size, px. */
export interface Appearance extends Size {
  readonly from: number;
  readonly to: number;
}

/** A moment, as far as what is new by itself depends on it; all in seconds. */
export interface Running {
  /** The air clock, since 1970-01-01 UTC. */
  time: number;
  /** What the time of day is ahead of it. */
  dayOffset: number;
  /** Since the graphic entered. */
  age: number;
  /** The clocks of the show, by their ids; null where none are known: a sample is shown. */
  clocks: Clocks | null;
}

/** Clocks of the show, ready to be read, by their ids. */
export type Clocks = Readonly<Record<string, Clock & { readonly name: string }>>;

/** What of an element is new by itself while it holds: a clock that turns with the day's seconds, a count, a picture. */
export type Life = 'clock' | 'count' | 'picture';

/** How the sides of an element lean: px by which its widest line is narrower than its box, and px that both lean left. */
export interface Lean {
  readonly narrow: number;
  readonly lean: number;
}
export const upright: Lean = { narrow: 0, lean: 0 };

/** The cut, size and spacing of type that a named text style says, with its colour. */
export type NamedType = Readonly<
  Pick<
    Typed,
    'family' | 'weight' | 'stretch' | 'size' | 'tracking' | 'leading' | 'letters' | 'figures' | 'colour'
  >
>;

/** What is asked of named styles: what stands behind a name. */
export interface StyleNames {
  readonly colour: (value: string) => string;
  readonly paint: (value: Paint) => Paint;
  readonly family: (value: string) => string;
  /** Null where there is no such text style. */
  readonly type: (id: string) => NamedType | null;
}

/** The words of an element, for those who fit them and who bring its fonts. */
export interface WordsKind<E> {
  readonly wording: (element: E) => Wording;
  /** The characters that it may show by itself. */
  readonly signs: (element: E) => string;
  /** Families that it names besides that of its text style. */
  readonly families: (element: E) => readonly string[];
}

/** What is said of parts of an element that are no elements: the cells of a table. */
export interface Within {
  readonly looks: readonly CellLookPart[];
  readonly signs: string;
}

/** All that one kind of element says of itself. Its file is the one place where a kind is told from others. */
export interface ElementKind<E = never, S extends z.ZodType = z.ZodType> {
  readonly kind: string;
  readonly label: string;
  readonly nature: Nature;
  readonly schema: S;
  /** Everything but id, kind and name, as a newly drawn one has it. */
  readonly defaults: Readonly<Record<string, unknown>>;
  readonly properties: readonly Property[];
  /** The property that an operator would fill in; null where there is none. */
  readonly content: string | null;
  /** The node that draws it, as it is at rest. */
  readonly node: (element: E, at: NodePlace) => DisplayNode;
  /** Brings its node up to its own properties as they are now; places, scales and opacities are not among them. */
  readonly applyAppearance: (node: DisplayNode, element: E, now: Appearance) => void;
  /** What of a pose it has besides that of every box. */
  readonly poses: readonly PoseKey[];
  /** Null where it shows no words. */
  readonly words: WordsKind<E> | null;
  /** A copy of what its properties do not name by themselves with named styles read; null where it names none. */
  readonly restyled: ((element: E, names: StyleNames) => Readonly<Record<string, unknown>> | null) | null;
  /** Looks that parts of it have, and the characters that they may show by themselves; null where it has no such parts. */
  readonly within: ((element: E) => Within) | null;
  /** Px that it reaches beyond its box, effects left out. */
  readonly reach: (element: E) => number;
  /** Whether its box cuts what is in it. */
  readonly clips: (element: E) => boolean;
  readonly lives: (element: E) => Life | null;
  /** Writes into its node what is new of it by itself; null where nothing is. */
  readonly run: ((node: DisplayNode, element: E, now: Running) => void) | null;
  /** The words that it says by itself at a moment; null: it says what it holds. */
  readonly says: ((element: E, now: Running) => string) | null;
  /** Degrees by which it is turned by itself about its pivot at a moment; null: never. */
  readonly turns: ((element: E, now: Running) => number) | null;
  /** Whether it is drawn as marks that grow. */
  readonly grows: boolean;
  readonly leans: (element: E) => Lean;
  /** Whether a point, in parts of its box, lies in its outline. */
  readonly covers: (element: E, u: number, v: number, box: Size) => boolean;
  /** The colours that lie behind what stands over it: null where they are those of a picture, none where it covers nothing. */
  readonly ground: (element: E) => readonly string[] | null;
}

/** What most kinds say of the rest: nothing reaches out, cuts, leans, or is new by itself, and its box is covered whole. */
export const usualKind = {
  restyled: null,
  within: null,
  reach: () => 0,
  clips: () => false,
  lives: () => null,
  run: null,
  says: null,
  turns: null,
  grows: false,
  leans: () => upright,
  covers: () => true,
} as const satisfies Partial<ElementKind>;
