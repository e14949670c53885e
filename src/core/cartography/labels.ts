import { readableOn, placeAll, type ChartPort, type Wanted } from '../chart';
import { roomFor, type MapView } from '../map';
import type { Box, CellLook } from '../show';
import type { FlatMap, FlatRegion } from './flat';
import { isOnLand } from './land';

/** A line of what is said at a region. */
export interface SaidLine {
  readonly of: 'name' | 'value';
  readonly words: string;
  readonly look: CellLook;
}
/** What a region is to say, and what it stands on. */
export interface Saying {
  readonly region: FlatRegion;
  /** Without words where it says nothing. */
  readonly name: string;
  readonly value: string;
  readonly ground: string;
  /** Whether its ground is a pattern, on which words need a plate. */
  readonly isPatterned: boolean;
  /** Half of what a symbol at its middle takes, px. */
  readonly symbol: { readonly w: number; readonly h: number };
  /** The colour of that symbol where words may lie on it; null: they may not. */
  readonly plate: string | null;
}
/** What is said at a region, where: px of the element as it is seen. */
export interface PlacedSaying {
  readonly saying: Saying;
  readonly box: Box;
  readonly lines: readonly (SaidLine & { readonly box: Box })[];
  /** Whether it stands beside its region and is led to it. */
  readonly isLed: boolean;
}

interface Looks {
  readonly name: CellLook;
  readonly value: CellLook;
}

const scales = [1, 0.85, 0.72, 0.6];
const light = '#ffffff';
const dark = '#10181c';
/** Px between a region's words and its edges, in parts of their size. */
const margin = 0.28;

/** Words broken at the space nearest to their middle; null where they have none. */
function inTwo(words: string): string | null {
  const spaces = [...words].flatMap((sign, at) => (sign === ' ' ? [at] : []));
  const middle = words.length / 2;
  const at = spaces.sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))[0];
  return at === undefined ? null : `${words.slice(0, at)}\n${words.slice(at + 1)}`;
}

interface Variant {
  readonly w: number;
  readonly h: number;
  readonly lines: readonly (SaidLine & { readonly w: number; readonly h: number })[];
}

function variantOf({ name, value }: { readonly name: string; readonly value: string }, looks: Looks, scale: number, port: ChartPort): Variant {
  const made: (SaidLine & { w: number; h: number })[] = [];
  const put = (of: 'name' | 'value', words: string, own: CellLook): void => {
    if (words === '') return;
    const look: CellLook = { ...own, size: Math.round(own.size * scale * 10) / 10, align: 'centre', vertical: 'middle' };
    const lines = words.split('\n');
    made.push({ of, words, look, w: Math.max(...lines.map((line) => port.width(line, look))), h: port.height(look) * lines.length });
  };
  put('name', name, looks.name);
  put('value', value, looks.value);
  return { w: Math.max(0, ...made.map(({ w }) => w)), h: made.reduce((sum, { h }) => sum + h, 0), lines: made };
} // prettier-ignore

/** All ways in which words may be set, the one that is read best first. */
function variantsOf(saying: Saying, looks: Looks, port: ChartPort): Variant[] {
  const two = inTwo(saying.name);
  const least = Math.min(1, Math.max(0.4, looks.name.minScale));
  return scales
    .filter((scale) => scale >= least - 1e-6)
    .flatMap((scale) =>
      [saying.name, ...(two === null ? [] : [two])].map((name) =>
        variantOf({ name, value: saying.value }, looks, scale, port),
      ),
    );
}

const grown = ({ x, y, w, h }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  w: w + 2 * by,
  h: h + 2 * by,
});
const within = (a: Box, b: Box): boolean =>
  a.x >= b.x - 0.5 && a.y >= b.y - 0.5 && a.x + a.w <= b.x + b.w + 0.5 && a.y + a.h <= b.y + b.h + 0.5;

/** From px of the whole map to px of the element where a view is seen. */
export const seenAt = (view: MapView, frame: { readonly w: number; readonly h: number }) => {
  const k = frame.w / view.w;
  return { k, x: (x: number) => (x - view.x) * k + frame.w / 2, y: (y: number) => (y - view.y) * k + frame.h / 2 };
}; // prettier-ignore

/** Directions and ways, in parts of their height, in which words stand beside a small region. */
const ways = [0.9, 1.8, 3, 4.5];
const turns = 16;
const mostBeside = 24;
/** Words lie on a symbol where they are no longer than so much of half of it. */
const onSymbol = 1.7;

/** Where words stand, whatever colours they have. */
interface Place {
  readonly key: string;
  readonly box: Box;
  readonly variant: Variant;
  readonly isLed: boolean;
  /** Whether it lies on its symbol. */
  readonly isOnSymbol: boolean;
}
const placesOf = new WeakMap<FlatMap, Map<string, readonly Place[]>>();
const mostKept = 8;

/** Where sayings are seen at all: those whose region is in the frame. */
interface Where {
  readonly flat: FlatMap;
  readonly view: MapView;
  readonly frame: { readonly w: number; readonly h: number };
}
const flatScale = { k: 1, x: (x: number) => x, y: (y: number) => y };

/**
 * Places what regions say where a view is seen: inside, as large as fits; else beside with a line, or left out. None lies
 * over another, over a symbol, or over what is taken. What was placed before stands while the words stay the same.
 */
export function placeSayings(sayings: readonly Saying[], looks: Looks, port: ChartPort, where: Where, small: 'led' | 'none', taken: readonly Box[]): { readonly placed: readonly PlacedSaying[]; readonly left: readonly Saying[] } {
  const { flat, view, frame } = where;
  const seenBy = seenAt(view, frame);
  const seen = sayings.filter(({ name, value, region: { bounds, inset } }) => {
    const at = inset >= 0 ? flatScale : seenBy;
    return (name !== '' || value !== '') && at.x(bounds.x + bounds.w) > 0 && at.x(bounds.x) < frame.w && at.y(bounds.y + bounds.h) > 0 && at.y(bounds.y) < frame.h;
  });
  const key = JSON.stringify([view, frame, small, taken, looks, sayings.map(({ region, name, value, symbol, plate }) => [region.key, name, value, symbol.w, symbol.h, plate !== null])]);
  const kept = placesOf.get(flat) ?? new Map<string, readonly Place[]>();
  placesOf.set(flat, kept);
  let places = kept.get(key);
  if (!places) {
    places = placed(seen, sayings, looks, port, where, small, taken);
    kept.set(key, places);
    for (const old of kept.keys()) if (kept.size > mostKept) kept.delete(old);
  }
  const byKey = new Map(places.map((place) => [place.key, place]));
  const left: Saying[] = [];
  const put = seen.flatMap((saying): PlacedSaying[] => {
    const place = byKey.get(saying.region.key);
    if (!place) {
      left.push(saying);
      return [];
    }
    const { box, variant, isLed, isOnSymbol } = place;
    const own = isOnSymbol ? { ...saying, isPatterned: false, ground: saying.plate ?? saying.ground } : saying;
    let y = box.y;
    const lines = variant.lines.map((line) => {
      const look = isLed ? line.look : inkOn(own, line.look);
      const made = { of: line.of, words: line.words, look, box: { x: box.x, y, w: box.w, h: line.h } };
      y += line.h;
      return made;
    });
    return [{ saying: own, box, lines, isLed }];
  });
  return { placed: put, left };
} // prettier-ignore

/** Where a box of words lies inside a region; the first way of setting them that has room. */
function inside({ region, symbol }: Saying, variants: readonly Variant[], at: typeof flatScale, all: Box): readonly { readonly box: Box; readonly variant: Variant }[] {
  for (const variant of variants) {
    const pad = (variant.lines[0]?.look.size ?? 0) * margin;
    const room = { w: (variant.w + 2 * pad) / at.k, h: (variant.h + pad) / at.k };
    const offsets = symbol.h > 0 ? [symbol.h + variant.h / 2 + 2, -symbol.h - variant.h / 2 - 2] : [0];
    const found = offsets.flatMap((dy) => {
      const place = roomFor(region.rings, region.bounds, room, { x: region.centre.x, y: region.centre.y + dy / at.k });
      if (!place) return [];
      const box = { x: at.x(place.x) - variant.w / 2, y: at.y(place.y) - variant.h / 2, w: variant.w, h: variant.h };
      return within(box, all) ? [{ box, variant }] : [];
    });
    if (found.length > 0) return found;
  }
  return [];
} // prettier-ignore

/** Boxes beside a region, those that lie on no region and are nearest to it first. */
function beside({ region }: Saying, variant: Variant, at: typeof flatScale, { flat, frame }: Where, all: Box): Box[] {
  const [cx, cy] = [at.x(region.centre.x), at.y(region.centre.y)];
  if (cx < 0 || cx > frame.w || cy < 0 || cy > frame.h) return [];
  const [rx, ry] = [(region.bounds.w * at.k) / 2, (region.bounds.h * at.k) / 2];
  const found: { box: Box; cost: number }[] = [];
  const [x0, y0] = [at.x(0), at.y(0)];
  for (const way of ways)
    for (let turn = 0; turn < turns; turn += 1) {
      const angle = (turn / turns) * 2 * Math.PI;
      const out = way * variant.h;
      const x = cx + Math.cos(angle) * (Math.min(rx, 400) + out) + (Math.cos(angle) * variant.w) / 2 - variant.w / 2;
      const y = cy + Math.sin(angle) * (Math.min(ry, 400) + out) - variant.h / 2;
      const box = { x, y, w: variant.w, h: variant.h };
      if (!within(box, all)) continue;
      const onLand = [[0, 0], [1, 0], [0.5, 0.5], [0, 1], [1, 1]].some(([u = 0, v = 0]) => isOnLand(flat, frame, (x + box.w * u - x0) / at.k, (y + box.h * v - y0) / at.k));
      found.push({ box, cost: (onLand ? 1e5 : 0) + Math.hypot(x + box.w / 2 - cx, y + box.h / 2 - cy) });
    }
  return found.sort((a, b) => a.cost - b.cost).slice(0, mostBeside).map(({ box }) => box);
} // prettier-ignore

function placed(seen: readonly Saying[], all: readonly Saying[], looks: Looks, port: ChartPort, where: Where, small: 'led' | 'none', taken: readonly Box[]): Place[] {
  const { view, frame } = where;
  const whole: Box = { x: 0, y: 0, w: frame.w, h: frame.h };
  const seenBy = seenAt(view, frame);
  const scaleOf = ({ inset }: FlatRegion): typeof flatScale => (inset >= 0 ? flatScale : seenBy);
  const symbols = all.flatMap(({ region, symbol }): Box[] => {
    const at = scaleOf(region);
    return symbol.w === 0 ? [] : [{ x: at.x(region.centre.x) - symbol.w, y: at.y(region.centre.y) - symbol.h, w: 2 * symbol.w, h: 2 * symbol.h }];
  });
  const wanted: Wanted[] = [];
  const of = new Map<Box, Omit<Place, 'box' | 'key' | 'isOnSymbol'>>();
  const found: Place[] = [];
  for (const saying of seen) {
    const { region, symbol, plate } = saying;
    const at = scaleOf(region);
    const variants = variantsOf(saying, looks, port);
    const onPlate = plate === null ? undefined : variants.find(({ w, h }) => Math.hypot(w / symbol.w, h / symbol.h) < onSymbol);
    if (onPlate) {
      const box = { x: at.x(region.centre.x) - onPlate.w / 2, y: at.y(region.centre.y) - onPlate.h / 2, w: onPlate.w, h: onPlate.h };
      if (within(box, whole)) found.push({ key: region.key, box, variant: onPlate, isLed: false, isOnSymbol: true });
      continue;
    }
    const places: Box[] = [];
    for (const { box, variant } of inside(saying, variants, at, whole)) {
      of.set(box, { variant, isLed: false });
      places.push(box);
    }
    // As large as they may be: beside their region there is room.
    const variant = variants.at(Math.min(2, variants.length - 1));
    if (small === 'led' && variant)
      for (const box of beside(saying, variant, at, where, whole)) {
        of.set(box, { variant, isLed: true });
        places.push(box);
      }
    wanted.push({ key: region.key, places, weight: region.size });
  }
  for (const [key, box] of placeAll(wanted, [...taken, ...symbols], grown(whole, 0.5))) {
    const own = of.get(box);
    if (own) found.push({ key, box, ...own, isOnSymbol: false });
  }
  return found;
} // prettier-ignore

const inks = new WeakMap<CellLook, Map<string, CellLook>>();
/** A look in the colour that is read on a ground; the same for the same look and colour. */
function inkOn({ ground, isPatterned }: Pick<Saying, 'ground' | 'isPatterned'>, look: CellLook): CellLook {
  const colour = isPatterned ? light : readableOn(ground, [look.colour, light, dark, '#000000']);
  if (colour === look.colour) return look;
  const own = inks.get(look) ?? new Map<string, CellLook>();
  inks.set(look, own);
  const known = own.get(colour) ?? { ...look, colour };
  own.set(colour, known);
  return known;
}
