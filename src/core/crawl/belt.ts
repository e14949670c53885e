/** An item of a list as it comes along; sizes in px along the way. */
export interface BeltItem {
  /** Tells what is drawn: items of one id look the same. */
  readonly id: string;
  /** Tells which row it is, whatever it says. */
  readonly key: string;
  readonly size: number;
  /** Room that it keeps from what comes before it, and from what comes behind it. */
  readonly before: number;
  readonly after: number;
}

/** A list as it is from a moment on, until the next one is. */
export interface BeltVersion {
  /** Seconds. */
  readonly at: number;
  readonly items: readonly BeltItem[];
  /** Px a second. */
  readonly speed: number;
}

/** From a moment on: it stops where it next stands clean, goes on, or takes nothing more in. */
export interface Stop {
  readonly at: number;
  readonly act: 'stop' | 'go' | 'out';
}

export interface BeltSpec {
  /** Px from where items come in to where they go out. */
  readonly room: number;
  /** Px between one item and the next, what separates them included. */
  readonly gap: number;
  /** Whether it begins again behind its last item. */
  readonly loops: boolean;
  /** One that does not loop: whether its last item stays in the middle. */
  readonly holdsLast: boolean;
  /** Px that it has come already at its first version: the room, for one that begins filled. */
  readonly start: number;
  /** Whether places are whole px. */
  readonly isWhole: boolean;
  /** Page by page, whatever the speed: seconds that a page stands, and that it takes to the next; left out: it runs. */
  readonly pages?: { readonly stays: number; readonly moves: number };
}

/** Where a belt is at a moment, so that what came before need not be known any more. */
export interface Anchor {
  /** Seconds. */
  readonly at: number;
  /** Px until the next item comes in. */
  readonly next: number;
  /** The row that came in last. */
  readonly last: string;
  /** What is on its way, in the order in which it came in; px that its leading edge has come. */
  readonly live: readonly { readonly key: string; readonly come: number }[];
}

/** An item that is on its way through. */
export interface OnBelt {
  readonly item: BeltItem;
  /** Which of those of one id it is that are on their way together, from 0. */
  readonly copy: number;
  /** Px of the belt at which it begins. */
  readonly from: number;
  /** Px that its leading edge has come since it came in; written by `at`. */
  come: number;
}

/** Px. */
const pageHair = 0.01;
/** So many may come in at one look; more would be a list without any size. */
const mostAtOnce = 5000;

interface Moving {
  time: number;
  /** Px that the belt has come. */
  way: number;
  /** Seconds that it has run. */
  ran: number;
  version: number;
  stop: number;
  state: 'runs' | 'stopping' | 'stands';
  takesIn: boolean;
  /** Px of the belt at which the next item begins. */
  next: number;
  /** The row that came in last, and the list that it was in. */
  last: { readonly key: string; readonly items: readonly BeltItem[] } | null;
}

/**
 * A line of items that runs. What is where at a moment depends on the versions of its list, the stops and the moment
 * alone: what has come in keeps its place and its words until it has gone, whatever happens to the list, and what comes
 * in next is what stands behind it in the list of then. Moments may come in any order; those that go forward cost what
 * has come in since.
 */
export class Belt {
  private moving: Moving;
  private readonly live: OnBelt[] = [];

  constructor(
    private readonly spec: BeltSpec,
    private readonly versions: readonly BeltVersion[],
    private readonly stops: readonly Stop[] = [],
    /** Where it was at a moment of its first version; null: it begins there. */
    private readonly anchor: Anchor | null = null,
  ) {
    this.moving = this.beginning();
  }

  private beginning(): Moving {
    this.live.length = 0;
    const { anchor } = this;
    if (anchor) {
      const items = this.versions[0]?.items ?? [];
      for (const { key, come } of anchor.live) {
        const item = items[places(items).get(key) ?? -1];
        if (item) this.live.push({ item, copy: this.freeCopy(item), from: -come, come });
      }
      const last = { key: anchor.last, items };
      return { time: anchor.at, way: 0, ran: 0, version: 0, stop: 0, state: 'runs', takesIn: true, next: anchor.next, last };
    }
    const time = this.versions[0]?.at ?? 0;
    const way = this.spec.pages ? this.spec.room - pageHair : this.spec.start;
    return { time, way, ran: 0, version: 0, stop: 0, state: 'runs', takesIn: true, next: 0, last: null };
  } // prettier-ignore

  /** What is on its way at a moment, in the order in which it came in. The list is the belt's own. */
  at(time: number): readonly OnBelt[] {
    if (this.versions.length === 0) return this.live;
    if (time < this.moving.time - 1e-9) this.moving = this.beginning();
    const now = this.moving;
    if (now.time === this.begins) this.takeIn();
    while (now.time < time) {
      const version = this.versions[now.version + 1]?.at ?? Infinity;
      const stop = this.stops[now.stop]?.at ?? Infinity;
      const until = Math.min(time, Math.max(now.time, Math.min(version, stop)));
      this.run(until);
      if (until < time || version <= time || stop <= time) {
        if (version <= until) this.turnTo(now.version + 1);
        else if (stop <= until) this.obey(this.stops[now.stop] as Stop);
        else break;
      }
    }
    const way = this.spec.isWhole ? Math.round(now.way) : now.way;
    for (const one of this.live) one.come = way - one.from;
    return this.live;
  }

  private get begins(): number {
    return this.anchor?.at ?? this.versions[0]?.at ?? 0;
  }

  /**
   * Where it is at a moment; null where that cannot be told by its last list alone: something older is still on its way,
   * or it stands or runs out.
   */
  anchorAt(time: number): Anchor | null {
    const live = this.at(time);
    const { state, takesIn, last, next, way } = this.moving;
    const known = new Set(this.items);
    // How long a page has stood is no place.
    if (this.spec.pages) return null;
    if (
      state !== 'runs' ||
      !takesIn ||
      !last ||
      !known.has(last.items[places(last.items).get(last.key) ?? -1] as BeltItem)
    )
      return null;
    if (this.moving.version < this.versions.length - 1 || live.some(({ item }) => !known.has(item)))
      return null;
    const shown = this.spec.isWhole ? Math.round(way) : way;
    return {
      at: time,
      next: next - shown,
      last: last.key,
      live: live.map(({ item, come }) => ({ key: item.key, come })),
    };
  }

  private freeCopy(item: BeltItem): number {
    const taken = new Set(this.live.filter((one) => one.item.id === item.id).map(({ copy }) => copy));
    let copy = 0;
    while (taken.has(copy)) copy += 1;
    return copy;
  }

  private get items(): readonly BeltItem[] {
    return this.versions[this.moving.version]?.items ?? [];
  }

  private turnTo(version: number): void {
    this.moving.version = version;
    this.takeIn();
  }

  private obey({ act }: Stop): void {
    const now = this.moving;
    now.stop += 1;
    if (act === 'out') now.takesIn = false;
    else if (act === 'go') {
      now.state = 'runs';
      now.takesIn = true;
      this.takeIn();
    } else if (now.state === 'runs') now.state = 'stopping';
  }

  /** Runs to a moment; nothing but running happens on the way. */
  private run(until: number): void {
    const now = this.moving;
    const speed = this.versions[now.version]?.speed ?? 0;
    const { pages } = this.spec;
    if (now.state !== 'stands') now.ran += until - now.time;
    const far =
      now.state === 'stands'
        ? now.way
        : pages
          ? this.pageWay(now.ran, pages)
          : now.way + speed * (until - now.time);
    now.time = until;
    this.advance(far);
  }

  /** Px that pages have come once they have run for some seconds. */
  private pageWay(ran: number, { stays, moves }: NonNullable<BeltSpec['pages']>): number {
    const { room } = this.spec;
    const turn = stays + moves;
    const page = Math.floor(ran / turn + 1e-9);
    const into = ran - page * turn - stays;
    const part = into <= 0 || moves <= 0 ? 0 : Math.min(1, into / moves);
    // Slow at both ends (a smooth step of the third degree).
    // A hair before its end, so that a page that stands takes in nothing of the next.
    return room * (page + 1 + part * part * (3 - 2 * part)) - pageHair;
  }

  /** Where an item of a size begins, page by page: on this page if it has room, else at the top of the next. */
  private onPage(from: number, size: number, isFirst: boolean): number {
    const { room } = this.spec;
    const top = Math.floor(from / room + 1e-9) * room;
    const begins = from <= top + 1e-6;
    if (begins) return top;
    return isFirst || from + size > top + room + 1e-6 ? top + room : from;
  }

  private advance(far: number): void {
    const now = this.moving;
    for (let turns = 0; turns < mostAtOnce; turns += 1) {
      const halt = this.halt();
      const next = this.comesNext() ? now.next : Infinity;
      if (halt !== null && halt <= far && halt <= next) {
        now.way = Math.max(now.way, halt);
        now.state = 'stands';
        const { pages, room } = this.spec;
        // From there it goes on with a page that has just come.
        if (pages) now.ran = (Math.round(now.way / room) - 1) * (pages.stays + pages.moves);
        break;
      }
      if (next > far) {
        now.way = far;
        break;
      }
      now.way = Math.max(now.way, next);
      this.takeIn();
    }
    this.letGo();
  }

  /** Where it comes to stand if nothing happens; null: it does not. */
  private halt(): number | null {
    const now = this.moving;
    const { room, holdsLast, loops } = this.spec;
    if (now.state === 'stopping' && this.spec.pages)
      return Math.ceil(now.way / room - 1e-9) * room - pageHair;
    if (now.state === 'stopping') {
      // Clean between two: the next that has not yet come all the way stands at the far end.
      const first = this.live.find(({ from }) => from + room >= now.way - 1e-6);
      return first ? first.from + room : now.way;
    }
    const last = this.live.at(-1);
    if (loops || !holdsLast || !last || this.comesNext() || now.state !== 'runs') return null;
    if (this.spec.pages) return Math.floor(last.from / room + 1e-9) * room + room - pageHair;
    return last.from + (room + last.item.size) / 2;
  }

  private comesNext(): boolean {
    return this.moving.takesIn && this.following() !== null;
  }

  /** The item that comes in next: behind the last one, or behind what stood before that and is still there. */
  private following(): BeltItem | null {
    const { items } = this;
    const { last } = this.moving;
    if (items.length === 0) return null;
    if (!last) return items[0] ?? null;
    let at = places(items).get(last.key);
    if (at === undefined) {
      const before = places(last.items).get(last.key) ?? 0;
      for (let i = before - 1; i >= 0 && at === undefined; i -= 1)
        at = places(items).get((last.items[i] as BeltItem).key);
      // None of those before it is left: the new list begins.
      at ??= -1;
    }
    const next = items[at + 1];
    if (next) return next;
    return this.spec.loops ? (items[0] ?? null) : null;
  }

  private takeIn(): void {
    const now = this.moving;
    for (let count = 0; count < mostAtOnce && now.takesIn; count += 1) {
      const item = this.following();
      if (!item) return;
      // Behind a time without anything to come it comes in where others do, and never on its way.
      if (now.time > this.begins) now.next = Math.max(now.next, now.way);
      if (this.spec.isWhole) now.next = Math.ceil(now.next - 1e-9);
      // A round begins at the top of a page.
      const isFirst = now.last !== null && item === this.items[0];
      if (this.spec.pages) now.next = this.onPage(now.next, item.before + item.size, isFirst);
      if (now.next > now.way + 1e-9) return;
      // At the top of a page nothing is kept free before an item.
      const isTop = this.spec.pages !== undefined && Math.abs(now.next % this.spec.room) < 1e-6;
      const from = now.next + (isTop ? 0 : item.before);
      // What has gone by now leaves its copy free, whether or not anyone looked since.
      this.letGo();
      this.live.push({ item, copy: this.freeCopy(item), from, come: 0 });
      now.last = { key: item.key, items: this.items };
      now.next = from + Math.max(1, item.size) + item.after + this.spec.gap;
      this.letGo();
    }
  }

  private letGo(): void {
    const { way } = this.moving;
    const { room, gap } = this.spec;
    // What separates an item from the next one goes with it.
    while (this.live[0] && way - this.live[0].from > room + this.live[0].item.size + gap) this.live.shift();
  }
}

const known = new WeakMap<readonly BeltItem[], ReadonlyMap<string, number>>();
function places(items: readonly BeltItem[]): ReadonlyMap<string, number> {
  const before = known.get(items);
  if (before) return before;
  const made = new Map(items.map(({ key }, at) => [key, at]));
  known.set(items, made);
  return made;
}
