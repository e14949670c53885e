import type { Command } from './command';
import { refuse, type Work } from './work';

/** The time of day is so far ahead of the air clock from now on. */
export function setClock(work: Work, { dayOffset }: Extract<Command, { do: 'clock' }>): void {
  if (dayOffset === undefined)
    return refuse('no-target', 'Only the server can say what its clock shows.', 'dayOffset');
  work.state.dayOffset = dayOffset;
}
