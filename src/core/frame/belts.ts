import { Belt, steadySpeed, type BeltItem, type BeltVersion, type OnBelt } from '../crawl';
import type { BeltPlan, OnBeltPlan, Rest } from '../layout';
import type { Part } from './part';

/** A crawl of a scene: its belt, and the parts that are moved along by it. */
export interface RunningBelt {
  readonly belt: Belt;
  /** What gives it its list; null: nothing does. */
  readonly list: string | null;
  readonly direction: BeltPlan['element']['direction'];
  readonly room: number;
  /** Whether it goes by the air clock; else by the age of its graphic. */
  readonly isOnAir: boolean;
  /** By the id of an item: the parts of its copies, and px behind its beginning at which what separates it begins. */
  readonly parts: ReadonlyMap<string, { readonly items: readonly Part[]; readonly separators: readonly Part[]; readonly behind: number }>;
  /** By the key of a row: how long it is along the way, px. */
  readonly sizes: ReadonlyMap<string, number>;
  /** Sizes of what separates, px. */
  readonly separator: number;
  /** The parts that were seen at the moment before: the first `count` hold. */
  readonly seen: Part[];
  count: number;
} // prettier-ignore

const none: readonly Part[] = [];

/** Makes ready what runs: sizes along the way are whole px, so that places can be. */
export function newBelt(plan: BeltPlan, rest: Rest, rate: number, parts: readonly Part[]): RunningBelt {
  const { element } = plan;
  const isUp = element.direction === 'up';
  const along = (path: string | undefined): number => {
    const box = path === undefined ? undefined : rest.boxes.get(path);
    return box ? Math.ceil(isUp ? box.h : box.w) : 0;
  };
  const byPath = new Map(parts.map((part) => [part.path, part]));
  const units = new Map<string, OnBeltPlan>();
  for (const version of plan.versions) for (const unit of version.units) units.set(unit.id, unit);
  const [some] = [...units.values()].flatMap((unit) => unit.separators);
  const separator = along(some);
  const gap = separator > 0 ? 2 * element.gap + separator : element.gap;
  const items = new Map<string, BeltItem>();
  const partsOf = new Map<string, { items: readonly Part[]; separators: readonly Part[]; behind: number }>();
  const partsIn = (paths: readonly string[]): readonly Part[] => {
    const found = paths.flatMap((path) => byPath.get(path) ?? []);
    return found.length > 0 ? found : none;
  };
  for (const unit of units.values()) {
    const { look } = unit;
    const size = along(unit.copies[0]);
    const after = look?.after ?? 0;
    items.set(unit.id, { id: unit.id, key: unit.key, size, before: look?.before ?? 0, after });
    partsOf.set(unit.id, {
      items: partsIn(unit.copies),
      separators: partsIn(unit.separators),
      behind: size + after + element.gap,
    });
  }
  const room = Math.round(isUp ? element.h : element.w);
  const versions = plan.versions.map(({ at, units: own }): BeltVersion => {
    const list = own.flatMap((unit) => (unit.copies.length > 0 ? (items.get(unit.id) ?? []) : []));
    const round = list.reduce((sum, { size, before, after }) => sum + size + before + after + gap, 0);
    // Once through, the way is as long as what there is, with the box that it has to cross.
    const way = element.loops ? round : round - gap + (element.holdsLast ? room / 2 : room);
    const speed = element.by === 'speed' ? element.speed : Math.max(1, way) / element.total;
    return { at, items: list, speed: element.isWhole ? steadySpeed(speed, rate) : speed };
  });
  const belt = new Belt(
    {
      room,
      gap,
      loops: element.loops,
      holdsLast: element.holdsLast,
      start: plan.isOnAir ? 0 : room,
      isWhole: element.by === 'pages' || element.isWhole,
      ...(element.by === 'pages' ? { pages: { stays: element.pageStays, moves: element.pageMoves } } : {}),
    },
    versions,
    plan.stops,
    plan.anchor,
  );
  const isOnAir = plan.isOnAir;
  return {
    belt,
    list: plan.list,
    direction: element.direction,
    room,
    isOnAir,
    parts: partsOf,
    sizes: new Map([...items.values()].map(({ key, size }) => [key, size])),
    separator,
    seen: [],
    count: 0,
  };
}

function show(running: RunningBelt, part: Part | undefined, come: number, size: number, moved: Uint8Array): void {
  if (!part) return;
  const { direction, room } = running;
  const along = direction === 'right' ? come - size : room - come;
  part.isOff = false;
  if (direction === 'up') part.alongY = along;
  else part.alongX = along;
  moved[part.index] = 1;
  running.seen[running.count] = part;
  running.count += 1;
} // prettier-ignore

/** Brings what runs to a moment: places what is seen, and hides what is not any more. */
export function runBelt(running: RunningBelt, time: number, moved: Uint8Array): void {
  for (let i = 0; i < running.count; i += 1) {
    const part = running.seen[i] as Part;
    part.isOff = true;
    moved[part.index] = 1;
  }
  running.count = 0;
  const list = running.belt.at(time);
  for (let i = 0; i < list.length; i += 1) {
    const { item, copy, come } = list[i] as OnBelt;
    const own = running.parts.get(item.id);
    if (!own) continue;
    if (come > 0 && come < running.room + item.size) show(running, own.items[copy], come, item.size, moved);
    const behind = come - own.behind;
    if (behind > 0 && behind < running.room + running.separator)
      show(running, own.separators[copy], behind, running.separator, moved);
  }
}
