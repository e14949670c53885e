import { phaseEnd } from '../../../core/motion';
import { phasesOf, type PhaseKind, type PhaseRef, type Template } from '../../../core/show';
import type { Playhead } from '../build-store';

/** One phase on the ruler. Px from the left of the lanes. */
export interface RulerSection {
  readonly ref: PhaseRef | 'hold';
  readonly kind: PhaseKind | 'hold';
  readonly name: string;
  readonly start: number;
  readonly width: number;
  /** Its length, and that of what moves in it where that is longer. */
  readonly frames: number;
  readonly isFolded: boolean;
}

/** Where the phases lie, side by side. */
export interface Ruler {
  /** Px to a frame. */
  readonly scale: number;
  readonly sections: readonly RulerSection[];
  readonly end: number;
}

export const lead = 14;
const gap = 18;
const holdWidth = 64;
const foldedWidth = 26;
const leastFrames = 10;

/**
 * Lays the phases out over a width; `zoom` 1 shows them whole where frames have room. `held` keeps the px to a frame,
 * while something is dragged that makes a phase longer.
 */
export function rulerOf(
  template: Template,
  width: number,
  zoom = 1,
  folded: readonly string[] = [],
  held: number | null = null,
): Ruler {
  const places = phasesOf(template).flatMap(({ ref, kind, name, phase }) => {
    const own = { ref, kind, name, frames: phaseEnd(phase), isFolded: folded.includes(ref) };
    if (kind !== 'idle') return [own];
    const hold = { ref: 'hold', kind: 'hold' as const, name: 'Hold', frames: 0, isFolded: false };
    return phase.frames > 0 ? [hold, { ...own, name: 'Idle loop' }] : [hold];
  });
  const open = places.filter((place) => place.kind !== 'hold' && !place.isFolded);
  const frames = open.reduce((sum, place) => sum + Math.max(leastFrames, place.frames), 0);
  const fixed =
    2 * lead +
    gap * (places.length - 1) +
    holdWidth +
    foldedWidth * places.filter((place) => place.isFolded).length;
  const whole = Math.max(2, Math.min(14, (width - fixed) / Math.max(1, frames)));
  const scale = held ?? Math.max(0.5, Math.min(40, whole * zoom));
  let x = lead;
  const sections = places.map((place): RulerSection => {
    const own =
      place.kind === 'hold'
        ? holdWidth
        : place.isFolded
          ? foldedWidth
          : Math.max(leastFrames, place.frames) * scale;
    const section = { ...place, start: x, width: own };
    x += own + gap;
    return section;
  });
  return { scale, sections, end: x - gap };
}

export const sectionOf = (ruler: Ruler, ref: string): RulerSection | undefined =>
  ruler.sections.find((section) => section.ref === ref);

/** Where a frame of a phase is shown. */
export function xOf(ruler: Ruler, ref: string, frame: number): number {
  const section = sectionOf(ruler, ref);
  if (!section) return lead;
  return section.isFolded || section.kind === 'hold'
    ? section.start + section.width / 2
    : section.start + frame * ruler.scale;
}

export const playheadX = (ruler: Ruler, { phase, frame }: Playhead): number =>
  xOf(ruler, phase, Math.floor(frame));

/** The phase and whole frame at a place of the ruler; the nearest where it lies between two. */
export function playheadAt(ruler: Ruler, x: number): Playhead {
  let best: RulerSection | undefined;
  let least = Infinity;
  for (const section of ruler.sections) {
    const away = Math.max(section.start - x, x - section.start - section.width, 0);
    if (away < least) [best, least] = [section, away];
  }
  if (!best || best.kind === 'hold') return { phase: 'hold', frame: 0 };
  const frame = best.isFolded ? 0 : Math.round((x - best.start) / ruler.scale);
  return { phase: best.ref, frame: Math.max(0, Math.min(best.frames, frame)) };
}

/** The frame nearest to `frame` that something stands at within reach, px; else the frame itself. */
export function snappedFrame(frame: number, stops: readonly number[], ruler: Ruler, reach = 6): number {
  let best = frame;
  let least = reach / ruler.scale;
  for (const stop of stops) {
    const away = Math.abs(stop - frame);
    if (away > 0 && away <= least) [best, least] = [stop, away];
  }
  return best;
}
