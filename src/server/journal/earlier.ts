import { airEventSchema, commandSchema, openAirState, type AirState } from '../../core/playout';
import type { Disk } from '../disk';
import { renamed, type JournalEntry } from './entry';

/** Files as the journal wrote them before its lines had checksums. */
export const earlierSegment = /^journal-(\d{12})\.jsonl$/;
const earlierSnapshot = 'snapshot.json';

/** What such a journal holds: its state, and what came after. Their entries have no patches. */
export async function readEarlier(
  disk: Disk,
  folder: string,
): Promise<{ state: AirState | null; entries: JournalEntry[] }> {
  const bytes = await disk.read(`${folder}/${earlierSnapshot}`);
  let state: AirState | null = null;
  try {
    state = bytes && openAirState(JSON.parse(bytes.toString('utf8')));
  } catch {
    // Everything is read from the beginning then.
  }
  const from = state?.sequence ?? 0;
  const names = (await disk.list(folder)).filter((name) => earlierSegment.test(name)).sort();
  const first = names.findLastIndex((name) => Number(earlierSegment.exec(name)?.[1]) <= from + 1);
  const entries: JournalEntry[] = [];
  for (const name of names.slice(Math.max(0, first)))
    for (const entry of readEarlierLines(await disk.read(`${folder}/${name}`)))
      if (entry.sequence > from) entries.push(entry);
  return { state, entries };
}

export function readEarlierLines(bytes: Buffer | null): JournalEntry[] {
  return (bytes?.toString('utf8') ?? '').split('\n').flatMap((line) => {
    try {
      const { sequence, at, command, events } = JSON.parse(line) as Record<string, unknown>;
      const parsed = commandSchema.safeParse(renamed(command));
      if (typeof sequence !== 'number' || typeof at !== 'number' || !parsed.success) return [];
      const told = airEventSchema.array().safeParse(events ?? []);
      return [
        {
          sequence,
          at,
          dayOffset: 0,
          command: parsed.data,
          events: told.success ? told.data : [],
          patches: [],
        },
      ];
    } catch {
      return [];
    }
  });
}
