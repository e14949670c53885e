import { z } from 'zod';

/** When the next one enters a lane that another leaves: so many frames from the begin or the end of that one's exit. */
export const handoverSchema = z.object({
  of: z.enum(['begin', 'end']),
  /** Of the rate of what enters; below 0 before that moment. */
  frames: z.number().int().min(-10_000).max(10_000),
});
export type Handover = z.infer<typeof handoverSchema>;
export const afterExit: Handover = { of: 'end', frames: 0 };
/** The next one comes in while the one before goes out. */
export const withExit: Handover = { of: 'begin', frames: 0 };

/** The time at which the next one may enter, in seconds, by the times at which an exit begins and ends. */
export const entersAt = (
  { of, frames }: Handover,
  rate: number,
  exit: { readonly begin: number; readonly end: number },
): number => exit[of] + frames / rate;

/** When the next one enters, as “… of the one before” goes on. */
export function handoverInWords({ of, frames }: Handover): string {
  if (frames === 0) return of === 'begin' ? 'with the exit' : 'after the exit';
  const count = `${Math.abs(frames)} frame${Math.abs(frames) === 1 ? '' : 's'}`;
  return of === 'begin'
    ? `${count} ${frames > 0 ? 'into' : 'before'} the exit`
    : `${count} ${frames < 0 ? 'before' : 'after'} the end of the exit`;
}

/**
 * The handover that begins at a frame along an exit of a length: told from the end that is nearer, so that it holds for
 * exits of other lengths too.
 */
export const handoverAt = (frame: number, length: number): Handover =>
  frame <= length / 2 && frame < length
    ? { of: 'begin', frames: frame }
    : { of: 'end', frames: frame - length };

/** The frame along an exit of a length at which the next one begins. */
export const handoverFrame = ({ of, frames }: Handover, length: number): number =>
  Math.max(0, of === 'begin' ? frames : length + frames);
