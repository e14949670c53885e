import { z } from 'zod';
import { idSchema } from '../value';
import { isPlayable, type TickerItem } from './item';

/** A strand in the round. */
export interface RoundStrand {
  readonly id: string;
  /** Whether it is in the round at all. */
  readonly isIn: boolean;
  /** So many items at each visit; null: all of them. */
  readonly gives: number | null;
}

/** Where a ticker is in its round. */
export const placeSchema = z.object({
  /** The strand that is visited, and what of it was given at this visit, in order. */
  strand: idSchema.nullable(),
  given: z.array(idSchema),
  /** By strand: the item after which it goes on at its next visit. */
  after: z.record(idSchema, idSchema),
  /** Rounds that are over. */
  rounds: z.number().int().min(0),
});
export type Place = z.infer<typeof placeSchema>;
export const newPlace: Place = { strand: null, given: [], after: {}, rounds: 0 };

/** The items of a round by strand, in their order. */
export type ByStrand = ReadonlyMap<string, readonly TickerItem[]>;
export function byStrand(items: readonly TickerItem[]): ByStrand {
  const found = new Map<string, TickerItem[]>();
  for (const item of items) {
    const own = found.get(item.strand);
    if (own) own.push(item);
    else found.set(item.strand, [item]);
  }
  return found;
}

export interface Next {
  readonly item: TickerItem;
  readonly place: Place;
}

/** The next of a strand at a visit: what is pinned first, then on from where it stood last, each once. */
function ofStrand(items: readonly TickerItem[], strand: RoundStrand, given: readonly string[], after: string | undefined, at: number): TickerItem | null {
  const was = new Set(given);
  const isOpen = (item: TickerItem): boolean => !was.has(item.id) && isPlayable(item, at);
  const pinned = items.find((item) => item.pinned && isOpen(item));
  if (pinned) return pinned;
  const free = items.filter((item) => !item.pinned);
  const isPinned = new Set(items.flatMap((item) => (item.pinned ? [item.id] : [])));
  const count = given.filter((id) => !isPinned.has(id)).length;
  if (strand.gives !== null && count >= Math.max(0, strand.gives - (given.length - count))) return null;
  // All of them go from the top; a few go on where the visit before ended.
  const last = [...given].reverse().find((id) => free.some((item) => item.id === id)) ?? (strand.gives === null ? undefined : after);
  const from = free.findIndex((item) => item.id === last) + 1;
  const onward = free.slice(from).find(isOpen);
  return onward ?? (strand.gives === null ? null : (free.slice(0, from).find(isOpen) ?? null));
} // prettier-ignore

/** The item that comes next at a moment; null where nothing may be played. */
export function nextItem(strands: readonly RoundStrand[], items: ByStrand, place: Place, at: number): Next | null {
  const open = strands.filter(({ isIn }) => isIn);
  // What is urgent breaks in, once.
  for (const { id } of open) {
    const urgent = items.get(id)?.find((item) => item.urgent !== 'no' && isPlayable(item, at));
    if (urgent) return { item: urgent, place };
  }
  const began = open.findIndex(({ id }) => id === place.strand);
  for (let k = 0; k <= open.length; k += 1) {
    const index = ((began < 0 ? 0 : began) + k) % Math.max(1, open.length);
    const strand = open[index];
    if (!strand) return null;
    const isSame = k === 0 && began >= 0;
    const given = isSame ? place.given : [];
    const item = ofStrand(items.get(strand.id) ?? [], strand, given, place.after[strand.id], at);
    if (!item) continue;
    const wraps = !isSame && began >= 0 && index <= began;
    return {
      item,
      place: {
        strand: strand.id,
        given: [...given, item.id],
        after: item.pinned ? place.after : { ...place.after, [strand.id]: item.id },
        rounds: place.rounds + (wraps ? 1 : 0),
      },
    };
  }
  return null;
} // prettier-ignore

/** What a round will bring: an item, and the seconds of the air clock between which it is on air. */
export interface Planned {
  readonly item: TickerItem;
  readonly from: number;
  readonly to: number;
}

/** What comes from a moment on for some seconds, as it is now; an item that drops after some rounds drops here too. */
export function planRound(
  strands: readonly RoundStrand[],
  items: ByStrand,
  place: Place,
  from: number,
  seconds: number,
  dwell: (item: TickerItem) => number,
): Planned[] {
  const shown = new Map<string, TickerItem>();
  let own = items;
  const planned: Planned[] = [];
  let [now, at] = [place, from];
  while (at < from + seconds) {
    const next = nextItem(strands, own, now, at);
    if (!next) break;
    const to = at + Math.max(0.1, dwell(next.item));
    planned.push({ item: next.item, from: at, to });
    const counted = { ...next.item, shown: next.item.shown + 1, urgent: 'no' as const };
    shown.set(counted.id, counted);
    own = new Map(own).set(counted.strand, (own.get(counted.strand) ?? []).map((item) => shown.get(item.id) ?? item)); // prettier-ignore
    now = next.place;
    at = to;
  }
  return planned;
}
