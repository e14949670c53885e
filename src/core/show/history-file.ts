// The way back and forth of a draft as a part of its show file.
import { z } from 'zod';
import { goTo, type Draft, type Edit } from './edit';
import { showFormat, showSchema, type Show } from './show';

export const historyEntry = 'history.json';

/** The way back and forth of a draft: the steps that can be undone, the latest last, and those that can be done again. */
export type Way = Pick<Draft, 'undo' | 'redo'>;

const patchSchema = z.strictObject({
  op: z.enum(['add', 'replace', 'remove']),
  path: z.array(z.union([z.string(), z.int().min(0)])).min(1),
  value: z.json().optional(),
});
const editSchema = z.strictObject({
  id: z.string().optional(),
  label: z.string(),
  patches: z.array(patchSchema),
  inverse: z.array(patchSchema),
  merge: z.string().nullable(),
});
const waySchema = z.strictObject({
  format: z.int(),
  undo: z.array(editSchema),
  redo: z.array(editSchema),
});

export const historyText = ({ undo, redo }: Way): string =>
  JSON.stringify({ format: showFormat, undo, redo });

/**
 * The way back that came with a show; null where it is not of today's format (its steps say nothing of the show as it
 * was migrated), or does not lead where it should: from the show to its beginning, to its last step and to the show again.
 */
export function readHistory(text: string, show: Show): Way | null {
  try {
    const { format, undo, redo } = waySchema.parse(JSON.parse(text));
    if (format !== showFormat) return null;
    const way = { undo: undo as Edit[], redo: redo as Edit[] };
    const ends = [0, undo.length + redo.length].map((count) => goTo({ show, ...way }, count).show);
    return ends.every((end) => showSchema.safeParse(end).success) ? way : null;
  } catch {
    return null;
  }
}
