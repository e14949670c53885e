import { pieceLength, type Pieces } from '../display';
import { poseLength, spanOf, timingOf, type CompiledColour, type CompiledTrack } from '../motion';
import { pivotOfPart, type Box, type Cascade, type Element, type Track } from '../show';
import { piecesOf, type TextLayout, type TextMeasure, type TextPiece } from '../text';

/** A track over the pieces of a text. */
export interface PieceTrack {
  readonly track: CompiledTrack;
  readonly shifts: Float64Array;
  readonly pace: number;
  /** Whether 1 is worth the width, or the height, of each piece. */
  readonly worth: 'px' | 'w' | 'h';
  /** From what scale and turn go about to the middle of each piece, px. */
  readonly dx: Float64Array;
  readonly dy: Float64Array;
}

/** A track of the colour of the pieces of a text. */
export interface PieceColour {
  readonly track: CompiledColour;
  readonly shifts: Float64Array;
  readonly pace: number;
}

/** What the pieces of a text need to be moved. */
export interface PieceMotion {
  readonly pieces: Pieces;
  readonly tracks: readonly (readonly PieceTrack[])[];
  readonly colours: readonly (readonly PieceColour[])[];
  /** A pose for each piece, one behind another. */
  readonly pose: Float64Array;
  /** Which each piece is on its line, counted from where the line is aligned. */
  readonly along: Float64Array;
}

/** What moves the pieces of a text. */
export interface PiecesGiven {
  readonly element: Element;
  readonly box: Box;
  readonly tracks: readonly { phase: number; track: Track; compiled: CompiledTrack }[];
  readonly tints: readonly { phase: number; track: Track; compiled: CompiledColour }[];
  /** Whether its letters part, so that each is a piece. */
  readonly spreads: boolean;
}

const none: readonly never[] = [];
/** A list for each of so many phases. */
export const byPhase = <T>(lists: readonly (T[] | undefined)[], phases: number): readonly (readonly T[])[] =>
  Array.from({ length: phases }, (_, phase) => lists[phase] ?? none);

/** A text cut into the finest pieces that its tracks ask for, with each track spread over them. */
export function pieceMotion(
  layout: TextLayout,
  measure: TextMeasure,
  phases: number,
  { element, box, tracks: given, tints, spreads }: PiecesGiven,
): PieceMotion {
  const by = (part: Cascade['by']): boolean =>
    [...given, ...tints].some(({ track }) => track.cascade?.by === part);
  const finest = spreads || by('character') ? 'character' : by('word') ? 'word' : 'line';
  const list = piecesOf(layout, finest, measure);
  const unitIn =
    (cascade: Cascade) =>
    (piece: TextPiece): number =>
      cascade.by === 'line' ? piece.line : cascade.by === 'word' ? piece.word : piece.character;
  const timed = (cascade: Cascade, span: number) => {
    const unitOf = unitIn(cascade);
    const count = list.reduce((most, piece) => Math.max(most, unitOf(piece) + 1), 0);
    const { shifts, pace } = timingOf(cascade, count, span);
    return { unitOf, count, pace, shifts: Float64Array.from(list, (piece) => shifts[unitOf(piece)] ?? 0) };
  };
  const tracks: PieceTrack[][] = [];
  const colours: PieceColour[][] = [];
  for (const { phase, track, compiled } of tints) {
    const { shifts, pace } = timed(track.cascade as Cascade, spanOf(compiled));
    (colours[phase] ??= []).push({ track: compiled, shifts, pace });
  }
  for (const { phase, track, compiled } of given) {
    const cascade = track.cascade as Cascade;
    const { unitOf, count, pace, shifts } = timed(cascade, spanOf(compiled));
    const own = pivotOfPart(cascade.pivot);
    const whole = { x: box.w * element.pivotX, y: box.h * element.pivotY };
    const pivots = own ? pivotsOf(list, unitOf, count, own) : [];
    const pivot = (piece: TextPiece): { x: number; y: number } => pivots[unitOf(piece)] ?? whole;
    (tracks[phase] ??= []).push({
      track: compiled,
      shifts,
      pace,
      worth: track.unit !== 'own' || track.mode !== 'offset' ? 'px' : track.property === 'x' ? 'w' : 'h',
      dx: Float64Array.from(list, (piece) => piece.x + piece.w / 2 - pivot(piece).x),
      dy: Float64Array.from(list, (piece) => piece.y + piece.h / 2 - pivot(piece).y),
    });
  }
  return {
    pieces: { list, state: new Float64Array(list.length * pieceLength) },
    tracks: byPhase(tracks, phases),
    colours: byPhase(colours, phases),
    pose: new Float64Array(list.length * poseLength),
    along: alongOf(list, element),
  };
}

/** What each unit of a text is turned about: (u, v) in parts of its box. */
function pivotsOf(
  list: readonly TextPiece[],
  unitOf: (piece: TextPiece) => number,
  count: number,
  { u, v }: { readonly u: number; readonly v: number },
) {
  const boxes = Array.from({ length: count }, () => ({
    l: Infinity,
    t: Infinity,
    r: -Infinity,
    b: -Infinity,
  }));
  for (const piece of list) {
    const own = boxes[unitOf(piece)];
    if (!own) continue;
    own.l = Math.min(own.l, piece.x);
    own.t = Math.min(own.t, piece.y);
    own.r = Math.max(own.r, piece.x + piece.w);
    own.b = Math.max(own.b, piece.y + piece.h);
  }
  return boxes.map(({ l, t, r, b }) => ({ x: l + (r - l) * u, y: t + (b - t) * v }));
}

function alongOf(list: readonly TextPiece[], element: Element): Float64Array {
  const align = 'align' in element ? { left: 0, centre: 0.5, right: 1 }[element.align] : 0;
  const along = new Float64Array(list.length);
  const lines = new Map<number, number[]>();
  list.forEach((piece, i) => lines.set(piece.line, [...(lines.get(piece.line) ?? []), i]));
  for (const indices of lines.values()) {
    indices.sort((a, b) => (list[a]?.x ?? 0) - (list[b]?.x ?? 0));
    indices.forEach((index, place) => (along[index] = place - align * (indices.length - 1)));
  }
  return along;
}
