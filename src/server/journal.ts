import { mkdir, open, readdir, readFile, rename, writeFile, type FileHandle } from 'node:fs/promises';
import { join } from 'node:path';
import {
  airEventSchema,
  commandSchema,
  openAirState,
  type AirEvent,
  type AirState,
  type Command,
} from '../core/playout';

/** One command as it was carried out: where in the order, when by the air clock (seconds), and what. */
export interface JournalEntry {
  readonly sequence: number;
  readonly at: number;
  readonly command: Command;
  /** What came of it. */
  readonly events?: readonly AirEvent[];
}

export interface Recovered {
  readonly snapshot: AirState | null;
  /** In order, those after the snapshot. */
  readonly entries: readonly JournalEntry[];
  /** Lines that could not be read: the last one when the machine went down while it was written. */
  readonly unreadable: number;
}

const snapshotName = 'snapshot.json';
const segmentPattern = /^journal-\d{12}\.jsonl$/;
const segmentName = (sequence: number): string => `journal-${String(sequence).padStart(12, '0')}.jsonl`;

/**
 * Commands on disk, one JSON line each, only ever appended to. A snapshot of the state closes a file and starts the
 * next, so that a start reads little; older files stay for the log.
 */
export class Journal {
  private constructor(
    private readonly folder: string,
    private file: FileHandle,
  ) {}

  static async open(folder: string): Promise<{ journal: Journal; recovered: Recovered }> {
    await mkdir(folder, { recursive: true });
    const snapshot = await readSnapshot(folder);
    const from = snapshot?.sequence ?? 0;
    const names = (await readdir(folder)).filter((name) => segmentPattern.test(name)).sort();
    const entries: JournalEntry[] = [];
    let unreadable = 0;
    // Files before the one that the snapshot started hold nothing newer than the snapshot.
    const first = snapshot ? names.indexOf(segmentName(from + 1)) : 0;
    for (const name of names.slice(Math.max(0, first))) {
      const text = await readFile(join(folder, name), 'utf8');
      for (const line of text.split('\n')) {
        if (line === '') continue;
        const entry = readEntry(line);
        if (!entry) unreadable += 1;
        else if (entry.sequence > from) entries.push(entry);
      }
      // A torn last line must not swallow the next one written.
      if (text !== '' && !text.endsWith('\n')) await writeFile(join(folder, name), '\n', { flag: 'a' });
    }
    const current = names.at(-1) ?? segmentName(from + 1);
    const journal = new Journal(folder, await open(join(folder, current), 'a'));
    return { journal, recovered: { snapshot, entries, unreadable } };
  }

  /** What the journal has kept from its beginning, line by line, oldest first; what cannot be read is passed over. */
  async *history(): AsyncGenerator<JournalEntry> {
    const names = (await readdir(this.folder)).filter((name) => segmentPattern.test(name)).sort();
    for (const name of names)
      for (const line of (await readFile(join(this.folder, name), 'utf8')).split('\n')) {
        const entry = line === '' ? null : readEntry(line);
        if (entry) yield entry;
      }
  }

  /** Resolves when the entries are on disk; throws where the disk refuses. */
  async append(entries: readonly JournalEntry[]): Promise<void> {
    await this.file.appendFile(entries.map((entry) => `${JSON.stringify(entry)}\n`).join(''));
    await this.file.datasync();
  }

  /** Writes the state whole and starts a new file behind it. */
  async snapshot(state: AirState): Promise<void> {
    const path = join(this.folder, snapshotName);
    await writeFile(`${path}.new`, JSON.stringify(state));
    const next = await open(join(this.folder, segmentName(state.sequence + 1)), 'a');
    await rename(`${path}.new`, path);
    await this.file.close();
    this.file = next;
  }

  async close(): Promise<void> {
    await this.file.close();
  }
}

async function readSnapshot(folder: string): Promise<AirState | null> {
  try {
    return openAirState(JSON.parse(await readFile(join(folder, snapshotName), 'utf8')));
  } catch {
    return null;
  }
}

function readEntry(line: string): JournalEntry | null {
  try {
    const { sequence, at, command, events } = JSON.parse(line) as {
      events?: unknown;
      sequence: unknown;
      at: unknown;
      command: unknown;
    };
    const parsed = commandSchema.safeParse(command);
    if (typeof sequence !== 'number' || typeof at !== 'number' || !parsed.success) return null;
    const told = airEventSchema.array().safeParse(events ?? []);
    return { sequence, at, command: parsed.data, events: told.success ? told.data : [] };
  } catch {
    return null;
  }
}
