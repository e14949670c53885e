import { endsAtRest, roundOf, phaseEnd } from '../motion';
import { movableOf, neutralOf, phasesOf, type PhaseRef, type Template } from '../show';

/** Something about a template's motion that will surprise on air. */
export interface MotionFinding {
  readonly code:
    | 'keys-past-end'
    | 'does-nothing'
    | 'nothing-to-move'
    | 'doubled-keys'
    | 'never-at-rest'
    | 'no-length'
    | 'stays-at-exit'
    | 'flash';
  /** One plain sentence: what, where, and what to do. */
  readonly message: string;
  readonly phase: PhaseRef;
  readonly element: string | null;
  readonly track: string | null;
}

/** What the tracks alone tell; the frames themselves are looked at by `flashes`. */
export function motionFindings(template: Template): MotionFinding[] {
  const found: MotionFinding[] = [];
  for (const { ref, kind, name, phase } of phasesOf(template)) {
    if (phase.tracks.length > 0 && phase.frames === 0 && phaseEnd(phase) === 0)
      found.push({
        code: 'no-length',
        message: `${name} has no length: what should move in it cuts. Give it some frames.`,
        phase: ref,
        element: null,
        track: null,
      });
    for (const track of phase.tracks) {
      const element = template.elements[track.element];
      if (!element) continue;
      const put = (code: MotionFinding['code'], message: string): void =>
        void found.push({ code, message, phase: ref, element: track.element, track: track.id });
      const movable = movableOf(element, track.property);
      if (!movable) {
        put(
          'nothing-to-move',
          `${name}: “${element.name}” has no ${track.property} any more, so its keys move nothing. Delete them, or give it back what they moved.`,
        );
        continue;
      }
      const words = `${name}: ${movable.label} of “${element.name}”`;
      const frames = track.keys.map((key) => key.frame);
      if (new Set(frames).size < frames.length)
        put('doubled-keys', `${words} has two keys on one frame: the later one holds. Delete one of them.`);
      const last = frames.at(-1) ?? 0;
      if (last > phase.frames)
        put(
          'keys-past-end',
          `${words} has keys up to frame ${last}, behind the end at ${phase.frames}. Lengthen ${name} or move them.`,
        );
      const neutral = neutralOf(track.mode);
      const values = new Set(track.keys.map((key) => key.value));
      const [only] = values;
      if (values.size === 1 && (only === neutral || kind === 'idle' || kind === 'enter'))
        put('does-nothing', `${words} never differs from rest: its keys do nothing. Delete them.`);
      const ends = track.keys.at(-1)?.value;
      const round = roundOf(track.property, kind);
      const isRound = round !== null && typeof ends === 'number' && ends % round === 0;
      if (
        (kind === 'enter' || kind === 'idle') &&
        neutral !== null &&
        ends !== neutral &&
        !isRound &&
        values.size > 1
      )
        put(
          'never-at-rest',
          `${words} does not come to rest: its last key is ${String(ends)}, and it is brought to ${neutral} at frame ${phase.frames}. Set its last key to ${neutral}.`,
        );
    }
    if (
      kind === 'change' &&
      !endsAtRest({ tracks: phase.tracks.filter((track) => track.side !== 'old' && track.mode !== 'value') })
    )
      found.push({
        code: 'never-at-rest',
        message: `${name}: something in it does not end at rest; it is brought there at its last frame. Set its last keys to rest.`,
        phase: ref,
        element: null,
        track: null,
      });
  }
  return found;
}
