import { isDraft, original } from 'immer';
import { problem, ProblemError } from '../problem';
import { exactRate, isRowList, valueWords, type Channel, type Release, type Values } from '../show';
import type { AirEvent } from './event';
import { endOf } from './on-air';
import type { AirState, ChannelAir, Graphic } from './state';

/** Finds a release by its hash. Releases never change, so that this is as good as an argument. */
export type Releases = (hash: string) => Release | undefined;

/** What a part of the reducer works with. Times in air clock seconds. */
export interface Work {
  /** A draft of the next state. */
  readonly state: AirState;
  /** When it happens; may lie a little ahead of `now`. */
  readonly at: number;
  /** When the command came. */
  readonly now: number;
  readonly releases: Releases;
  readonly by: string;
  readonly why: AirEvent['why'];
  readonly planned: number | null;
  readonly events: AirEvent[];
  /** What data brings to cards that rows take. */
  readonly lives?: Readonly<Record<string, Values>> | undefined;
  /** Ids for what comes into being. */
  readonly newId: (channel: string) => string;
}

export const refuse = (code: string, message: string, path = ''): never => {
  throw new ProblemError(problem(code, message, path));
};

/** What stood before this step, to be read quickly. */
export const plain = <T extends object>(value: T): T =>
  isDraft(value) ? (original(value as never) as T) : value;

/** The first frame boundary of the channel at or after a time. */
export const nextFrame = (at: number, channel: Channel): number => {
  const rate = exactRate(channel.format.rate);
  return Math.ceil(at * rate - 1e-4) / rate;
};

/** Forgets what has left. */
export const prune = (air: ChannelAir, now: number): void => {
  if (air.graphics.some((g) => endOf(g) <= now)) air.graphics = air.graphics.filter((g) => endOf(g) > now);
};

/** Notes what has happened to a graphic. */
export function note(
  work: Work,
  what: AirEvent['what'],
  channel: string,
  of: Partial<Pick<Graphic, 'id' | 'lane' | 'card' | 'number' | 'name' | 'values'>>,
  at: number,
  detail = '',
): void {
  work.events.push({
    what,
    why: work.why,
    by: work.by,
    at,
    asked: work.at,
    planned: work.planned,
    channel,
    lane: of.lane ?? '',
    graphic: of.id ?? '',
    card: of.card ?? '',
    number: of.number ?? '',
    name: of.name ?? '',
    detail,
    // Of rows the log says how many there were.
    values: Object.fromEntries(
      Object.entries(of.values ?? {}).map(([id, value]) => [
        id,
        isRowList(value) ? valueWords(value) : value,
      ]),
    ),
  });
}
