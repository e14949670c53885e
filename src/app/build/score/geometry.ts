import type { MovingPhase, Template } from '../../../core/show';
import type { Playhead } from '../build-store';

/** Where the phases lie on the ruler, in px: Enter, Hold as a band, Exit. */
export interface Ruler {
  readonly scale: number;
  readonly enter: number;
  readonly hold: number;
  readonly exit: number;
  readonly end: number;
}

const lead = 14;
const holdWidth = 72;

export function rulerOf(template: Template, width: number): Ruler {
  const { enter, exit } = template.phases;
  const frames = Math.max(10, enter.frames) + Math.max(10, exit.frames);
  const scale = Math.max(2, Math.min(14, (width - 2 * lead - holdWidth) / frames));
  const hold = lead + Math.max(10, enter.frames) * scale;
  const start = hold + holdWidth;
  return { scale, enter: lead, hold, exit: start, end: start + Math.max(10, exit.frames) * scale };
}

export const xOf = (ruler: Ruler, phase: MovingPhase, frame: number): number =>
  ruler[phase] + frame * ruler.scale;

export const playheadX = (ruler: Ruler, { phase, frame }: Playhead): number =>
  phase === 'hold' ? (ruler.hold + ruler.exit) / 2 : xOf(ruler, phase, Math.floor(frame));

/** The phase and whole frame at a place of the ruler. */
export function playheadAt(ruler: Ruler, template: Template, x: number): Playhead {
  const { enter, exit } = template.phases;
  if (x < ruler.hold + 2)
    return {
      phase: 'enter',
      frame: Math.min(enter.frames, Math.max(0, Math.round((x - ruler.enter) / ruler.scale))),
    };
  if (x < ruler.exit - 2) return { phase: 'hold', frame: 0 };
  return {
    phase: 'exit',
    frame: Math.min(exit.frames, Math.max(0, Math.round((x - ruler.exit) / ruler.scale))),
  };
}
