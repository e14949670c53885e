import type { PhaseRef, Template } from '../show';
import type { Moment } from './evaluate';

/**
 * The moment of a template at a frame of one of its phases, by itself. At `hold` it is the rest pose, whole, so that all
 * of it is seen; with `isLive` steps that have not been taken are left out, as on air.
 */
export function momentIn(
  template: Pick<Template, 'steps' | 'changes' | 'moves'>,
  ref: PhaseRef | 'hold',
  frame: number,
  time: number,
  isLive: boolean,
): Moment {
  const hold = { phase: 'hold', frame: 0, enterFrame: null, time } as const;
  const { steps } = template;
  /** The steps before `index` are done, and that one has come to `at`. */
  const taken = (index: number, at: number): { steps?: number[] } =>
    steps.length === 0 ? {} : { steps: steps.map((_, i) => (i < index ? Infinity : i === index ? at : -1)) };
  const step = steps.findIndex(({ id }) => id === ref);
  if (step >= 0) return { ...hold, ...taken(step, frame) };
  if (ref === 'enter') return { ...hold, phase: 'enter', frame, ...taken(-1, 0) };
  if (ref === 'exit') return { ...hold, phase: 'exit', frame, ...taken(steps.length, 0) };
  if (template.changes.some(({ id }) => id === ref)) return { ...hold, change: frame };
  if (template.moves.some(({ id }) => id === ref)) return { ...hold, moves: [{ ref, frame }] };
  return {
    ...hold,
    ...(ref === 'idle' ? { held: frame } : {}),
    ...(isLive ? taken(-1, 0) : {}),
  };
}
