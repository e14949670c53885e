import { turnedEase, type Ease } from '../ease';
import type { PhaseKind, PhaseRef } from '../phase';
import type { Show } from '../show';
import type { MotionStyle } from '../style';
import { phasesOf, type Template } from '../template';
import type { Key, Track } from '../track';

// Motion styles: curves and delays under a name. Tracks hold what their style says, so that air needs to look nothing
// up; a change of the style is a change of them all.

/** Keys that hold or go evenly do so by purpose: a style leaves them. */
const isShaped = ({ ease }: Key): boolean => ease !== 'hold' && ease !== 'linear';

/** What leads in these begins at their start, and what follows it is late by its delay. */
const waits = (kind: PhaseKind): boolean => kind === 'enter' || kind === 'change' || kind === 'step';

function takeCurve(track: Track, kind: PhaseKind, ease: Ease): void {
  const own = kind === 'exit' ? turnedEase(ease) : ease;
  for (const key of track.keys) if (isShaped(key)) key.ease = own;
}

/** Gives tracks a motion style: its curve; they begin when they did. Null: they keep what they have as their own. */
export function takeMotionStyle(
  template: Template,
  tracks: readonly { readonly phase: PhaseRef; readonly track: string }[],
  style: { readonly id: string; readonly value: MotionStyle } | null,
): void {
  for (const { ref, kind, phase } of phasesOf(template))
    for (const track of phase.tracks) {
      if (!tracks.some((own) => own.phase === ref && own.track === track.id)) continue;
      delete track.style;
      if (!style) continue;
      track.style = style.id;
      takeCurve(track, kind, style.value.ease);
    }
}

/**
 * Brings a track of a phase of some kind from what its style was to what it is: its curve, and, where it waits for what
 * leads, its keys by as many frames as the delay has grown, but never before the start of the phase.
 */
export function restyle(track: Track, kind: PhaseKind, from: MotionStyle, to: MotionStyle): void {
  takeCurve(track, kind, to.ease);
  if (!waits(kind)) return;
  const shift = Math.max(to.delay - from.delay, -(track.keys[0]?.frame ?? 0));
  for (const key of track.keys) key.frame += shift;
}

const lastKey = (tracks: readonly Track[]): number =>
  tracks.reduce((end, { keys }) => Math.max(end, keys.at(-1)?.frame ?? 0), 0);

/** The same for all tracks of a style in a template. A phase grows with its last key, and shrinks where that was its end. */
export function followMotionStyle(template: Template, id: string, from: MotionStyle, to: MotionStyle): void {
  for (const { kind, phase } of phasesOf(template)) {
    const own = phase.tracks.filter(({ style }) => style === id);
    if (own.length === 0) continue;
    const before = lastKey(phase.tracks);
    for (const track of own) restyle(track, kind, from, to);
    const after = lastKey(phase.tracks);
    if (after > phase.frames || before === phase.frames) phase.frames = after;
  }
}

/** Changes a motion style of the show, and with it all that moves by it. */
export function changeMotionStyle(show: Show, id: string, value: MotionStyle): void {
  const style = show.look.styles[id];
  if (style?.kind !== 'motion') return;
  for (const template of Object.values(show.templates)) followMotionStyle(template, id, style.value, value);
  style.value = value;
}
