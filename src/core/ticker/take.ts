import { oneLine } from './words';
import { Headlines, takeApart } from '../likeness';
import {
  itemsOf,
  newItem,
  noItems,
  strandItems,
  wordsOf,
  type Came,
  type StrandItems,
  type TickerItem,
} from './item';
import { barredBy, oldAtMs, takesIn, type Around, type StrandRules } from './rules';

/** What a strand judges by: its rules, and the moment in seconds of the air clock and in ms since 1970. */
export interface Judging {
  readonly strand: string;
  readonly rules: StrandRules;
  readonly at: number;
  readonly nowMs: number;
  /** Why the template does not take the words of an item, as the end of a sentence; null: it does. */
  readonly unfit: (item: TickerItem) => string | null;
}
export interface Taking extends Judging {
  readonly source: string;
  readonly newId: () => string;
}
type All = Readonly<Record<string, StrandItems>>;

/** So many of those that were left out and are gone are remembered, so that they do not come again. */
const mostRemembered = 300;

/** What came with words as they may stand in a band; of several with one key each its own. */
function read(came: readonly Came[]): Came[] {
  const times = new Map<string, number>();
  return came.map((own) => {
    const count = (times.get(own.key) ?? 0) + 1;
    times.set(own.key, count);
    return { ...own, key: count === 1 ? own.key : `${own.key} #${count}`, words: oneLine(own.words), more: oneLine(own.more) };
  });
} // prettier-ignore

const indexed = new WeakMap<StrandItems, Headlines>();
/** The headlines of a strand; made once as long as nothing of it has changed. */
function headlinesOf(strand: StrandItems): Headlines {
  const known = indexed.get(strand);
  if (known) return known;
  const made = new Headlines();
  for (const item of itemsOf(strand)) if (wordsOf(item) !== '') made.add(item.id, wordsOf(item));
  indexed.set(strand, made);
  return made;
}

/** What an item is compared with: all of its strand, what is in elsewhere, and what a person left out. */
class Surroundings implements Around {
  /** What has come or changed in this step, and what of before does not count any more. */
  private readonly fresh = new Headlines();
  private readonly changed = new Map<string, TickerItem | null>();
  count: number;

  constructor(
    private readonly all: All,
    private readonly own: string,
    readonly nowMs: number,
    readonly unfit: Judging['unfit'],
  ) {
    this.count = itemsOf(all[own] ?? noItems).filter(({ state }) => state === 'in').length;
  }

  private find(id: string): TickerItem | null {
    const changed = this.changed.get(id);
    if (changed !== undefined) return changed;
    for (const { items } of Object.values(this.all)) if (Object.hasOwn(items, id)) return items[id] ?? null;
    return null;
  }

  add(item: TickerItem): void {
    this.remove(item.id);
    this.changed.set(item.id, item);
    if (item.strand === this.own && item.state === 'in') this.count += 1;
    if (wordsOf(item) !== '') this.fresh.add(item.id, wordsOf(item));
  }

  remove(id: string): void {
    const item = this.find(id);
    if (item?.strand === this.own && item.state === 'in') this.count -= 1;
    this.changed.set(id, null);
    this.fresh.remove(id);
  }

  private isMet(item: TickerItem | null): boolean {
    if (item?.state === 'out') return item.by === 'hand';
    return item !== null && (item.state === 'in' || item.strand === this.own);
  }

  like = (item: TickerItem): { words: string; isLeftOut: boolean } | null => {
    const taken = takeApart(wordsOf(item));
    const found = (headlines: Headlines, isFresh: boolean): string | null =>
      headlines.like(taken, (id) => id === item.id || (!isFresh && this.changed.has(id)) || !this.isMet(this.find(id)));
    let same = found(this.fresh, true);
    for (const strand of Object.values(this.all)) same ??= found(headlinesOf(strand), false);
    const other = same === null ? null : this.find(same);
    return other && { words: wordsOf(other), isLeftOut: other.state === 'out' };
  };
} // prettier-ignore

/** An item as the rules of its strand would have it. */
function judged(item: TickerItem, { rules, at, nowMs }: Judging, around: Surroundings): TickerItem {
  const barred = barredBy(rules, item, around);
  const state = barred !== null ? 'out' : takesIn(rules, item, around.count, nowMs) ? 'in' : 'incoming';
  const old = oldAtMs(rules, item);
  return { ...item, state, by: 'rule', barred: barred ?? '', oldAt: old === null ? null : at + (old - nowMs) / 1000 };
} // prettier-ignore

/** An item whose source has other words for it now. */
function retold(item: TickerItem, came: Came, judging: Judging, around: Surroundings): TickerItem {
  const now = { ...item, came, isGone: false };
  if (item.came.words === came.words || item.edit !== null) return now;
  if (item.by === 'rule') return judged(now, judging, around);
  if (item.state !== 'in') return now;
  // A person took in other words than these.
  const barred = barredBy(judging.rules, now, around);
  return barred === null ? now : { ...now, state: 'incoming', by: 'rule', barred: `its words have changed, and ${barred}` };
} // prettier-ignore

const sameCame = (a: Came, b: Came): boolean =>
  a.key === b.key &&
  a.words === b.words &&
  a.more === b.more &&
  a.category === b.category &&
  a.kind === b.kind &&
  a.at === b.at;

/** Of what is gone and was left out by hand the oldest are forgotten. */
function remembered(items: readonly TickerItem[]): readonly TickerItem[] {
  const gone = items.filter((item) => item.isGone && item.state === 'out');
  if (gone.length <= mostRemembered) return items;
  const old = new Set([...gone].sort((a, b) => a.since - b.since).slice(0, gone.length - mostRemembered));
  return items.filter((item) => !old.has(item));
}

/**
 * The items of a strand when a source has been read anew: what it knew is told its new words, what is new stands at the
 * top as incoming, or in or out by the rules. One that comes under another key with its words unchanged is the same. What
 * the source has no more goes, unless a person decided something of it; what was left out never comes in by a rule. What
 * has nothing new is the same object.
 */
export function takeCame(all: All, given: readonly Came[], taking: Taking): StrandItems {
  const { strand, source, at, nowMs, newId } = taking;
  const before = all[strand] ?? noItems;
  const items = itemsOf(before);
  const came = read(given);
  const known = new Map(items.flatMap((item) => (item.source === source ? [[item.came.key, item] as const] : [])));
  const here = new Set(came.map(({ key }) => key));
  // Of those whose key is gone, by their words: a source that gives new keys to old items.
  const lost = new Map<string, TickerItem[]>();
  for (const item of known.values())
    if (!here.has(item.came.key)) lost.set(item.came.words, [...(lost.get(item.came.words) ?? []), item]);
  const now = new Map<string, Came>();
  const fresh: TickerItem[] = [];
  for (const own of came) {
    const item = known.get(own.key) ?? lost.get(own.words)?.shift();
    if (item) now.set(item.id, own);
    else fresh.push(newItem({ id: newId(), strand, source, came: own, since: at }));
  }
  let around: Surroundings | null = null;
  const surroundings = (): Surroundings => (around ??= new Surroundings(all, strand, nowMs, taking.unfit));
  const stays = items.flatMap((item): TickerItem[] => {
    if (item.source !== source) return [item];
    const own = now.get(item.id);
    if (own && sameCame(own, item.came) && !item.isGone) return [item];
    if (own) {
      const next = retold(item, own, taking, surroundings());
      surroundings().add(next);
      return [next];
    }
    if (item.by === 'hand' || item.pinned || item.edit !== null) return [item.isGone ? item : { ...item, isGone: true }];
    if (around || fresh.length > 0) surroundings().remove(item.id);
    return [];
  });
  // The newest last, so that of two that say the same the older one stays.
  const arrived: TickerItem[] = [];
  for (const item of fresh.reverse()) {
    const next = judged(item, taking, surroundings());
    surroundings().add(next);
    arrived.unshift(next);
  }
  // Where others went there may be room for what has waited.
  const { rules } = taking;
  const waits = (item: TickerItem): boolean => item.state === 'incoming' && item.by === 'rule' && item.barred === '';
  const next = [...arrived, ...stays];
  if (rules.takes !== 'by-hand' && rules.most !== null && next.some(waits)) {
    const own = surroundings();
    for (let i = next.length - 1; i >= 0; i -= 1) {
      const item = next[i] as TickerItem;
      if (!waits(item) || !takesIn(rules, item, own.count, nowMs)) continue;
      next[i] = { ...item, state: 'in' };
      own.add(next[i] as TickerItem);
    }
  }
  const kept = remembered(next);
  const isSame = kept.length === items.length && kept.every((item, i) => item === items[i]);
  return isSame ? before : strandItems(kept);
} // prettier-ignore

/** The items of a strand under other rules: what rules decided is decided anew, what persons did stands. */
export function rejudge(all: All, judging: Judging): StrandItems {
  const before = all[judging.strand] ?? noItems;
  const items = itemsOf(before);
  if (!items.some(({ by }) => by === 'rule')) return before;
  const around = new Surroundings(all, judging.strand, judging.nowMs, judging.unfit);
  const next = [...items];
  for (const { by, id } of items) if (by === 'rule') around.remove(id);
  for (let i = items.length - 1; i >= 0; i -= 1) {
    const item = items[i] as TickerItem;
    if (item.by !== 'rule' || item.edit !== null) continue;
    next[i] = judged(item, judging, around);
    around.add(next[i] as TickerItem);
  }
  return strandItems(next);
}
