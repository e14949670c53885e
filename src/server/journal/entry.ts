import type { Patch } from 'immer';
import type { AirEvent, Command } from '../../core/playout';

/** One command as it was carried out. */
export interface JournalEntry {
  /** Where in the order. */
  readonly sequence: number;
  /** When, in air clock seconds. */
  readonly at: number;
  /** What the time of day was ahead of the air clock then, in seconds. */
  readonly dayOffset: number;
  readonly command: Command;
  /** What came of it. */
  readonly events: readonly AirEvent[];
  /** What it changed in the state before it. */
  readonly patches: readonly Patch[];
}

/** What the log needs of an entry. */
export type EntryHead = Omit<JournalEntry, 'patches'>;

/** Between what the log reads and what only a start needs; JSON never holds it. */
const seam = '\t';

/** `patches` as JSON, where the caller has it already. */
export const writeEntry = ({ patches, ...head }: JournalEntry, written = JSON.stringify(patches)): string =>
  `${JSON.stringify(head)}${seam}${written}`;

/** A command by the name that it has now. */
export const renamed = (command: unknown): unknown =>
  (command as { do?: unknown } | null)?.do === 'unrow'
    ? { ...(command as object), do: 'remove-row' }
    : command;

export function readHead(text: string): EntryHead {
  const head = JSON.parse(text.slice(0, text.indexOf(seam))) as EntryHead;
  return { ...head, command: renamed(head.command) as Command };
}

export const readEntry = (text: string): JournalEntry => ({
  ...readHead(text),
  patches: JSON.parse(text.slice(text.indexOf(seam) + 1)) as Patch[],
});
