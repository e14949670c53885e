// What of a part tracks may move, so that what stands still is not worked out anew.
import type { Part } from './part';
import { poseIndex, type CompiledTrack } from '../motion';
import { type Element } from '../show';
import type { PieceMotion } from './pieces';

/** What can move of a part, as bits of its `moves`. */
export const moving = {
  turn: 1,
  scale: 2,
  size: 4,
  wipe: 8,
  iris: 16,
  mask: 32,
  light: 64,
  opacity: 128,
} as const;
const bits = new Map<number, number>([
  [poseIndex.rotation, moving.turn],
  [poseIndex.scale, moving.scale],
  [poseIndex.scaleX, moving.scale],
  [poseIndex.scaleY, moving.scale],
  [poseIndex.w, moving.size],
  [poseIndex.h, moving.size],
  [poseIndex.wipeLeft, moving.wipe],
  [poseIndex.wipeTop, moving.wipe],
  [poseIndex.wipeRight, moving.wipe],
  [poseIndex.wipeBottom, moving.wipe],
  [poseIndex.iris, moving.iris],
  [poseIndex.maskSoft, moving.mask],
  [poseIndex.light, moving.light],
  [poseIndex.opacity, moving.opacity],
  [poseIndex.veil, moving.opacity],
]);
export const movesOf = (touched: readonly number[]): number =>
  touched.reduce((all: number, index) => all | (bits.get(index) ?? 0), 0);

/** The places of a pose that tracks write to, each once. */
export const touchedBy = (tracks: readonly (readonly CompiledTrack[])[]): number[] => {
  const touched = new Set<number>();
  for (const list of tracks)
    for (const { index, dx, dy } of list) {
      touched.add(index);
      if (dx !== 0 || dy !== 0) touched.add(poseIndex.x).add(poseIndex.y).add(poseIndex.z);
    }
  return [...touched];
};

/** Whether an element stands in space, or may be moved there. */
export const standsInSpace = (element: Element, touched: readonly number[]): boolean =>
  element.z !== 0 ||
  element.rotationX !== 0 ||
  element.rotationY !== 0 ||
  element.perspective !== 0 ||
  touched.some((index) => spatial.has(index));
const spatial: ReadonlySet<number> = new Set([
  poseIndex.z,
  poseIndex.rotationX,
  poseIndex.rotationY,
  poseIndex.perspective,
]);

export const movedInPieces = ({ tracks }: PieceMotion): number[] =>
  tracks.flatMap((list) => list.map(({ track }) => track.index));

/** What holds something that stands in space, and what is held by it, is in space too. */
export function spreadSpace(parts: readonly Part[]): void {
  for (let i = parts.length - 1; i >= 0; i -= 1) {
    const around = parts[(parts[i] as Part).parent];
    if ((parts[i] as Part).isInSpace && around) around.isInSpace = true;
  }
  for (const part of parts) {
    const around = parts[part.parent];
    if (around?.isInSpace) part.isInSpace = true;
  }
}
