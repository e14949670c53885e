import { oneLine } from './words';
import { newItem, type Came, type TickerItem } from './item';
import { barredBy, takesIn, type StrandRules } from './rules';

/** What a strand is told with: its rules, the moment, and names for what is new. */
export interface Taking {
  readonly strand: string;
  readonly source: string;
  readonly rules: StrandRules;
  /** Seconds of the air clock; ms since 1970. */
  readonly at: number;
  readonly nowMs: number;
  readonly newId: () => string;
}

/** What came with words as they may stand in a band; of several with one key each its own. */
function read(came: readonly Came[]): Came[] {
  const times = new Map<string, number>();
  return came.map((own) => {
    const count = (times.get(own.key) ?? 0) + 1;
    times.set(own.key, count);
    return { ...own, key: count === 1 ? own.key : `${own.key} #${count}`, words: oneLine(own.words) };
  });
}

/**
 * The items of a strand when a source has been read anew: what it knew is told its new words, what is new stands at the
 * top as incoming, or in or out by the rules. One that comes under another key with its words unchanged is the same. What
 * the source has no more goes, unless a person took it in or left it out; what was left out never comes in by a rule.
 */
export function takeCame(items: readonly TickerItem[], given: readonly Came[], taking: Taking): TickerItem[] {
  const { strand, source, rules, at, nowMs, newId } = taking;
  const came = read(given);
  const isOwn = (item: TickerItem): boolean => item.strand === strand && item.source === source;
  const known = new Map(items.flatMap((item) => (isOwn(item) ? [[item.came.key, item] as const] : [])));
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
  const stays = items.flatMap((item): TickerItem[] => {
    if (!isOwn(item)) return [item];
    const own = now.get(item.id);
    if (own) return [{ ...item, came: own, isGone: false }];
    return item.by === 'hand' || item.pinned || item.edit !== null ? [{ ...item, isGone: true }] : [];
  });
  // The newest last, so that of two that say the same the older one stays.
  const judged = [...stays];
  for (const item of fresh.reverse()) {
    const others = judged.filter((other) => other.strand === strand || other.state === 'in');
    const isBarred = barredBy(rules, item, others, nowMs) !== null;
    const count = judged.filter((other) => other.strand === strand && other.state === 'in').length;
    const state = isBarred ? 'out' : takesIn(rules, item, count, nowMs) ? 'in' : 'incoming';
    judged.unshift({ ...item, state });
  }
  return judged;
} // prettier-ignore
