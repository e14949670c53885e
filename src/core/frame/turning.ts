import type { Rest, ViewPlan } from '../layout';
import type { MapView } from '../map';
import type { Change, Element, MapElement, Track } from '../show';
import type { Side } from './part';

interface Stage {
  readonly rest: Rest;
  readonly before: Rest | null;
  readonly change: Change | null;
}
const fillOf = (element: Element | undefined): unknown => (element as { readonly fill?: unknown } | undefined)?.fill; // prettier-ignore

/** How regions of maps go to new fills in a Change, and what is seen of the map to what is seen next. */
export class MapTurns {
  constructor(
    private readonly stage: Stage,
    private readonly sideOf: (path: string) => Side,
  ) {}

  private readonly found = new Map<string, MapElement | null>();
  /** The map that an instance is a region of, where its fill or its lines are others now; null: it does not turn. */
  private of(path: string): MapElement | null {
    const known = this.found.get(path);
    if (known !== undefined) return known;
    const made = this.find(path);
    this.found.set(path, made);
    return made;
  }

  private find(path: string): MapElement | null {
    const { before, rest, change } = this.stage;
    const instance = rest.instances.all.get(path);
    if (!before || !change || !instance?.mark?.turns || this.sideOf(path) !== 'both') return null;
    const map = rest.elements[instance.row?.of ?? ''];
    if (map?.kind !== 'map') return null;
    const [was, is] = [fillOf(before.elements[path]), fillOf(instance.element)];
    const isSame = was === is || JSON.stringify(was) === JSON.stringify(is);
    return isSame && !this.isOtherShape(path) ? null : map;
  }

  /** Whether the new fill of a region comes over the old one, which is seen until then: both are in the tree. */
  covers(path: string): boolean {
    const map = this.of(path);
    return map !== null && (map.turnBy !== 'fade' || this.isPainted(path) || this.isOtherShape(path));
  }

  /** Whether something of a map is drawn by other lines now. */
  isOtherShape(path: string): boolean {
    const [was, is] = [this.stage.before, this.stage.rest].map((one) => one?.elements[path]);
    return was?.kind === 'path' && is?.kind === 'path' && is.isGeometry === true && was.subpaths !== is.subpaths; // prettier-ignore
  }

  /** Whether a fill is no plain colour, before or now, so that it cannot go to the other by degrees. */
  private isPainted(path: string): boolean {
    return [this.stage.before, this.stage.rest].some(
      (one) => typeof fillOf(one?.elements[path]) !== 'string',
    );
  }

  private readonly orders = new Map<string, ReadonlyMap<number, number>>();
  /** The places of the rows of a map that turn, come or go, among one another. */
  private orderOf(map: string): ReadonlyMap<number, number> {
    const known = this.orders.get(map);
    if (known) return known;
    const lines = new Set<number>();
    for (const [path, { row, mark }] of this.stage.rest.instances.all)
      if (row?.of === map && mark?.turns && (this.of(path) || this.sideOf(path) !== 'both'))
        lines.add(row.line);
    const order = new Map([...lines].sort((a, b) => a - b).map((line, at) => [line, at]));
    this.orders.set(map, order);
    return order;
  }

  /** Frames at which what is of a row of a map begins and ends its way in a Change: rows that turn wait for one another. */
  frames(path: string): readonly [number, number] {
    const { rest, before, change } = this.stage;
    if (!change) return [0, 0];
    const from = Math.min(change.carryFrom, change.frames);
    const to = Math.max(from, Math.min(change.carryTo, change.frames));
    const instance = rest.instances.all.get(path) ?? before?.instances.all.get(path);
    const map = rest.elements[instance?.row?.of ?? ''];
    if (map?.kind !== 'map' || map.stagger === 0 || !instance?.row || !instance.mark?.isOfRow)
      return [from, to];
    const order = this.orderOf(instance.row.of);
    const at = order.get(instance.row.line);
    if (at === undefined || order.size < 2) return [from, to];
    const length = (to - from) * Math.max(1 / order.size, 1 - map.stagger);
    const begin = from + ((to - from - length) * at) / (order.size - 1);
    return [begin, begin + length];
  }

  /** The motion with which the new fill of a region comes over the old one; null: it does not. */
  track(path: string, element: Element): Track & { readonly property: 'wipeTop' | 'wipeRight' | 'opacity' } | null {
    const { change } = this.stage;
    const map = this.of(path);
    if (!change || !map || !this.covers(path)) return null;
    const property = map.turnBy === 'rise' ? 'wipeTop' : map.turnBy === 'wipe' ? 'wipeRight' : 'opacity';
    const isFade = property === 'opacity';
    const [from, to] = this.frames(path);
    return {
      id: property,
      element: element.id,
      property,
      mode: isFade ? 'factor' : 'offset',
      unit: 'px',
      side: 'new',
      cascade: null,
      keys: [
        { frame: from, value: isFade ? 0 : 1, ease: change.carryEase },
        { frame: to, value: isFade ? 1 : 0, ease: 'linear' },
      ],
    };
  } // prettier-ignore

  /** The way of a region's colour through that in which it lights up; null: its colour is the same. */
  lit(path: string, flash: string, plain: (property: string, value: string, rest: string) => Track): Track | null {
    const { before, rest, change } = this.stage;
    const [was, is] = [String(fillOf(before?.elements[path])), String(fillOf(rest.elements[path]))];
    const track = plain('fill', was, is);
    const [first, last] = track.keys;
    if (was === is || !change || !first || !last) return null;
    const middle = { frame: first.frame + (last.frame - first.frame) * litAt, value: flash, ease: change.carryEase };
    return { ...track, keys: [first, middle, last] };
  } // prettier-ignore

  /** Whether what is seen of a map is other than before. */
  isOtherView(path: string): boolean {
    const [was, is] = [this.stage.before, this.stage.rest].map((one) => one?.instances.views.find((own) => own.path === path)); // prettier-ignore
    if (!was || !is) return false;
    const same = (a: MapView, b: MapView): boolean => a.x === b.x && a.y === b.y && a.w === b.w;
    const dims = (own: ViewPlan): string => `${own.map.dim} ${own.map.focus} ${own.map.zoomed}`;
    return !same(was.focus, is.focus) || !same(was.whole, is.whole) || dims(was) !== dims(is);
  }
}

/** Of its way, a region lights up after this part. */
const litAt = 0.35;
