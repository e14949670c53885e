import { z } from 'zod';
import { idSchema } from '../value';
import { isPlayable, itemsOf, type StrandItems, type TickerItem } from './item';

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

/** What breaks into the round: once, next or at once; `holds`: the ticker stands still on it. */
export const pressingSchema = z.object({ item: idSchema, how: z.enum(['next', 'now']), holds: z.boolean() });
export type Pressing = z.infer<typeof pressingSchema>;

/** The items of a strand as a round looks at them. */
interface Ready {
  readonly pinned: readonly TickerItem[];
  readonly free: readonly TickerItem[];
  /** Where each free one stands among them. */
  readonly at: ReadonlyMap<string, number>;
}
const ready = new WeakMap<StrandItems, Ready>();
function readyOf(strand: StrandItems): Ready {
  const known = ready.get(strand);
  if (known) return known;
  const items = itemsOf(strand);
  const free = items.filter(({ pinned }) => !pinned);
  const made = { pinned: items.filter(({ pinned }) => pinned), free, at: new Map(free.map(({ id }, i) => [id, i])) };
  ready.set(strand, made);
  return made;
} // prettier-ignore

/** All that a round is worked out of. */
export interface Round {
  readonly strands: readonly RoundStrand[];
  readonly items: Readonly<Record<string, StrandItems>>;
  /** How often an item was shown. */
  readonly shown: (id: string) => number;
}

export interface Next {
  readonly item: TickerItem;
  readonly place: Place;
  readonly pressing: readonly Pressing[];
  /** What of it broke in; null: it came in its turn. */
  readonly pressed: Pressing | null;
}

/** The next of a strand at a visit: what is pinned first, then on from where it stood last, each once. */
function ofStrand(round: Round, strand: RoundStrand, given: readonly string[], after: string | undefined, at: number): TickerItem | null {
  const own = round.items[strand.id];
  if (!own) return null;
  const { pinned, free, at: places } = readyOf(own);
  const was = new Set(given);
  const isOpen = (item: TickerItem): boolean => !was.has(item.id) && isPlayable(item, at, round.shown(item.id));
  const first = pinned.find(isOpen);
  if (first) return first;
  // What is pinned counts among those that a strand gives, and always comes.
  if (strand.gives !== null && given.length >= strand.gives) return null;
  // All of them go from the top; a few go on where the visit before ended.
  const last = [...given].reverse().find((id) => places.has(id)) ?? (strand.gives === null ? undefined : after);
  const from = last === undefined ? 0 : (places.get(last) ?? -1) + 1;
  for (let i = from; i < free.length; i += 1) if (isOpen(free[i] as TickerItem)) return free[i] as TickerItem;
  if (strand.gives === null) return null;
  for (let i = 0; i < from; i += 1) if (isOpen(free[i] as TickerItem)) return free[i] as TickerItem;
  return null;
} // prettier-ignore

const itemIn = ({ items }: Round, id: string): TickerItem | undefined =>
  Object.values(items).find((own) => Object.hasOwn(own.items, id))?.items[id];

/** The item that comes next at a moment; null where nothing may be played. */
export function nextItem(round: Round, place: Place, pressing: readonly Pressing[], at: number): Next | null {
  const open = round.strands.filter(({ isIn }) => isIn);
  // What is urgent breaks in, once.
  for (const [i, pressed] of pressing.entries()) {
    const item = itemIn(round, pressed.item);
    if (item && open.some(({ id }) => id === item.strand) && isPlayable(item, at, round.shown(item.id)))
      return { item, place, pressing: pressing.filter((_, k) => k !== i), pressed };
  }
  const began = open.findIndex(({ id }) => id === place.strand);
  for (let k = 0; k <= open.length; k += 1) {
    const index = ((began < 0 ? 0 : began) + k) % Math.max(1, open.length);
    const strand = open[index];
    if (!strand) return null;
    const isSame = k === 0 && began >= 0;
    const given = isSame ? place.given : [];
    const item = ofStrand(round, strand, given, place.after[strand.id], at);
    if (!item) continue;
    const wraps = !isSame && began >= 0 && index <= began;
    return {
      item,
      pressing,
      pressed: null,
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
  /** The round that it belongs to, counted as in `Place`. */
  readonly round: number;
}

/** What comes from a moment on for some seconds, as it is now; what drops after some times drops here too. It ends where `goesOn` says so of what would come next. */
export function planRound(
  round: Round,
  place: Place,
  pressing: readonly Pressing[],
  from: number,
  seconds: number,
  dwell: (item: TickerItem) => number,
  goesOn: (planned: readonly Planned[], place: Place) => boolean = () => true,
): Planned[] {
  const more = new Map<string, number>();
  const counted: Round = { ...round, shown: (id) => round.shown(id) + (more.get(id) ?? 0) };
  const planned: Planned[] = [];
  let [now, presses, at] = [place, pressing, from];
  while (at < from + seconds) {
    const next = nextItem(counted, now, presses, at);
    if (!next || !goesOn(planned, next.place)) break;
    const to = at + Math.max(0.1, dwell(next.item));
    planned.push({ item: next.item, from: at, to, round: next.place.rounds });
    more.set(next.item.id, (more.get(next.item.id) ?? 0) + 1);
    [now, presses, at] = [next.place, next.pressing, to];
  }
  return planned;
}
