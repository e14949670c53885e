import type { Rundown, RundownRow } from '../show';
import type { Run } from './run-state';
import type { AirState } from './state';

/** The row after another, round the loop where there is one; null at the end. */
export function rowAfter(rundown: Rundown, id: string): string | null {
  if (rundown.loop?.to === id) return rundown.loop.from;
  const at = placeOf(rundown, id);
  return at < 0 ? null : (rundown.rows[at + 1]?.id ?? null);
}

/** The row that comes next: of a run that one; where none runs, the one after what went up last on the channel. */
export function rowToCome(state: AirState, rundown: Rundown, channel: string): RundownRow | undefined {
  const run = state.runs[rundown.id];
  if (run) return rowOf(rundown, run.next);
  const last = [...(state.air[channel]?.graphics ?? [])]
    .sort((a, b) => b.enterAt - a.enterAt)
    .find((g) => rundown.rows.some(({ card }) => card === g.card));
  return rundown.rows[rundown.rows.findIndex(({ card }) => card === last?.card) + 1];
}

const places = new WeakMap<readonly RundownRow[], Map<string, number>>();

/** The place of a row, found at once also among many. */
export function placeOf(rundown: Rundown, id: string): number {
  const { rows } = rundown;
  if (!Object.isFrozen(rows)) return rows.findIndex((row) => row.id === id);
  let index = places.get(rows);
  if (!index) {
    index = new Map(rows.map((row, i) => [row.id, i]));
    places.set(rows, index);
  }
  return index.get(id) ?? -1;
}

export const rowOf = (rundown: Rundown, id: string | null): RundownRow | undefined =>
  id === null ? undefined : rundown.rows[placeOf(rundown, id)];

const day = 86_400;

/** Minutes that the time of day in a zone (minutes east of UTC) is ahead of the air clock. */
export const zoneOn = ({ dayOffset }: Pick<AirState, 'dayOffset'>, zone: number): number =>
  zone + dayOffset / 60;

/**
 * The moment of a time of day that is meant at a moment: that of the same day, or of the next where it is more than
 * twelve hours gone. `zone`: minutes that the time of day there is ahead of the air clock, see `zoneOn`.
 */
export function momentOfDay(time: number, now: number, zone: number): number {
  const midnight = Math.floor((now + zone * 60) / day) * day - zone * 60;
  const moment = midnight + time;
  if (now - moment > day / 2) return moment + day;
  return moment - now > day / 2 ? moment - day : moment;
}

/** When the row in place ends: when the last of what it put up leaves; Infinity where nothing says so. */
export function endOfRow(state: AirState, run: Run): number {
  let end = run.at;
  for (const { channel, graphic } of run.graphics) {
    const up = state.air[channel]?.graphics.find((g) => g.id === graphic);
    if (!up) continue;
    end = Math.max(end, up.exitAt ?? up.leaveAt ?? Infinity);
  }
  return end;
}

/** When the next row of a run goes to air by itself; Infinity where it waits for a hand. */
export function nextDue(state: AirState, rundown: Rundown, run: Run): number {
  const row = rowOf(rundown, run.next);
  if (!row || run.pausedAt !== null || run.isByHand) return Infinity;
  const { start } = row;
  const zone = zoneOn(state, run.zone);
  // The first row goes as soon as it is started, unless it has its time.
  if (run.row === null) return start.by === 'time' ? momentOfDay(start.time, run.at, zone) : run.at;
  if (run.isHeld) return Infinity;
  switch (start.by) {
    case 'hand':
      return Infinity;
    case 'with':
      return run.at;
    case 'after':
      return run.at + start.seconds;
    case 'end':
      return endOfRow(state, run);
    case 'time':
      return momentOfDay(start.time, run.at, zone);
  }
}

/** A row on the time line. */
export interface Planned {
  readonly row: string;
  /** When it goes to air; null where that waits for a hand. */
  readonly at: number | null;
  /** When it ends; null where nothing says so. */
  readonly until: number | null;
  /** Seconds by which what comes before runs over its time of day; 0 where it fits. */
  readonly late: number;
}

/**
 * What is to come, and when: from the row in place, or from the first where nothing runs. Times in air clock seconds;
 * `rounds` bounds how often a loop is gone round; `zone` as `zoneOn` has it.
 */
export function timeline(
  rundown: Rundown,
  run: Run | null,
  now: number,
  zone: number,
  most = 500,
): Planned[] {
  const planned: Planned[] = [];
  const shift = run?.pausedAt != null ? now - run.pausedAt : 0;
  let at: number | null = null;
  let until: number | null = null;
  let id: string | null = rundown.rows[0]?.id ?? null;
  if (run) {
    const current = rowOf(rundown, run.row);
    if (current) {
      at = run.at + shift;
      const lasts = current.lasts;
      until = lasts === null ? null : at + lasts;
      planned.push({ row: current.id, at, until, late: 0 });
      id = run.next;
    } else {
      id = run.next;
    }
  }
  while (id !== null && planned.length < most) {
    const row = rowOf(rundown, id);
    if (!row) break;
    const { start } = row;
    let late = 0;
    let begins: number | null;
    if (start.by === 'time') {
      begins = momentOfDay(start.time, at ?? now, zone);
      const before = until ?? at;
      if (before !== null && before > begins + 1e-6) late = before - begins;
    } else if (planned.length === 0) begins = run ? run.at : now;
    else if (start.by === 'hand') begins = null;
    else if (start.by === 'with') begins = at;
    else if (start.by === 'after') begins = at === null ? null : at + start.seconds;
    else begins = until;
    at = begins;
    until = begins === null || row.lasts === null ? null : begins + row.lasts;
    planned.push({ row: row.id, at, until, late });
    // Once round the loop is enough to see it.
    const next = rowAfter(rundown, id);
    if (rundown.loop?.to === id && planned.some((own) => own.row === next) && planned.length > 1) break;
    id = next;
  }
  return planned;
}

/** Seconds that the rows of a rundown last together, and how many say nothing of it. */
export function sumOfTimes(rows: readonly RundownRow[]): { seconds: number; open: number } {
  let seconds = 0;
  let open = 0;
  for (const [index, row] of rows.entries()) {
    const next = rows[index + 1];
    // A row beside which the next one begins takes no time of its own.
    if (next?.start.by === 'with') continue;
    if (next?.start.by === 'after') seconds += next.start.seconds;
    else if (row.lasts === null) open += 1;
    else seconds += row.lasts;
  }
  return { seconds, open };
}
