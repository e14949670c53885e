import { dayWords, spanWords } from '../clock';
import type { RundownRow } from '../show';

/** When a row goes, as a mark and in words. */
export function startMark(row: RundownRow): { mark: string; words: string } {
  const { start } = row;
  if (start.by === 'time') return { mark: dayWords(start.time), words: `Goes at ${dayWords(start.time)}` };
  switch (start.by) {
    case 'hand':
      return { mark: 'hand', words: 'Goes when it is taken by hand' };
    case 'with':
      return { mark: 'with', words: 'Goes with the row before' };
    case 'after':
      return {
        mark: `+${spanWords(start.seconds)}`,
        words: `Goes ${spanWords(start.seconds)} after the row before has gone`,
      };
    case 'end':
      return { mark: 'end', words: 'Goes when the row before ends' };
  }
}
