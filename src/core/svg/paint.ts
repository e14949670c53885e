import { formatHex, formatHex8, parse } from 'culori';
import { mostStops, type Gradient, type Paint, type Stop } from '../show';
import { apply, join, readTransform, type Plane } from './matrix';
import { length, styleOf, type Rule, type Style } from './style';
import type { SvgNode } from './tree';

interface Box {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

export const clear = '#00000000';

/** A CSS colour as a plain one, with an opacity laid over its own. */
export function readColour(text: string, opacity: number, current: string): string {
  if (text === 'none' || text === 'transparent') return clear;
  const colour = parse(text.toLowerCase() === 'currentcolor' ? current : text);
  if (!colour) return clear;
  const alpha = (colour.alpha ?? 1) * opacity;
  return (alpha < 1 ? formatHex8({ ...colour, alpha }) : formatHex(colour)) ?? clear;
}

const part = (text: string | undefined, otherwise: number): number => {
  const value = text?.trim().endsWith('%') ? Number.parseFloat(text) / 100 : Number.parseFloat(text ?? '');
  return Number.isFinite(value) ? Math.max(0, Math.min(1, value)) : otherwise;
};
export const opacityOf = (text: string | undefined): number => part(text, 1);

/**
 * The paint of a fill or stroke on something that covers `box` px of the canvas under `map`. Patterns become clear;
 * what of a gradient cannot be drawn is named.
 */
export function readPaint(
  value: string | undefined,
  style: Style,
  opacity: number,
  box: Box,
  map: Plane,
  ids: ReadonlyMap<string, SvgNode>,
  rules: readonly Rule[],
  /** Where what cannot be drawn is named. */
  left: Set<string> = new Set(),
): Paint {
  const reference = /^url\(\s*['"]?#([^'")]+)['"]?\s*\)\s*(.*)$/.exec(value ?? '');
  if (!reference) return readColour(value ?? 'none', opacity, style['color'] ?? '#000');
  const node = ids.get(reference[1] ?? '');
  if (node?.name === 'pattern') left.add('patterns');
  const gradient = node && readGradient(node, opacity, box, map, ids, rules, left);
  return gradient ?? readColour(reference[2] || 'none', opacity, style['color'] ?? '#000');
}

function readGradient(
  node: SvgNode,
  opacity: number,
  box: Box,
  map: Plane,
  ids: ReadonlyMap<string, SvgNode>,
  rules: readonly Rule[],
  left: Set<string>,
): Paint | null {
  const isLinear = node.name === 'linearGradient';
  if (!isLinear && node.name !== 'radialGradient') return null;
  // What a gradient does not say, the one it refers to says.
  const chain = [node];
  for (let next = followed(node, ids); next && !chain.includes(next); next = followed(next, ids))
    chain.push(next);
  const said = (name: string): string | undefined =>
    chain.find((n) => n.attributes[name] !== undefined)?.attributes[name];
  const stops = chain
    .map((n) => n.children.filter((c): c is SvgNode => typeof c === 'object' && c.name === 'stop'))
    .find((list) => list.length > 0);
  if (!stops) return null;
  const read = stops.map((stop): Stop => {
    const own = styleOf(stop, {}, rules);
    return {
      at: part(stop.attributes['offset'], 0),
      colour: readColour(
        own['stop-color'] ?? '#000',
        opacityOf(own['stop-opacity']) * opacity,
        own['color'] ?? '#000',
      ),
    };
  });
  const [first] = read;
  if (!first) return null;
  if (read.length === 1) return first.colour;
  const method = said('spreadMethod');
  const spread: Spread = method === 'reflect' || method === 'repeat' ? method : 'pad';
  const byBox = said('gradientUnits') !== 'userSpaceOnUse';
  const inner = readTransform(said('gradientTransform'));
  const space: Plane = byBox ? join([box.w, 0, 0, box.h, box.x, box.y], inner) : join(map, inner);
  const coordinate = (name: string, otherwise: string): number => {
    const text = said(name) ?? otherwise;
    if (byBox)
      return text.trim().endsWith('%') ? Number.parseFloat(text) / 100 : Number.parseFloat(text) || 0;
    return length(text) ?? 0;
  };
  if (isLinear) {
    const from = apply(space, coordinate('x1', '0%'), coordinate('y1', '0%'));
    const to = apply(space, coordinate('x2', '100%'), coordinate('y2', '0%'));
    return alongLine(from, to, box, read, spread, left);
  }
  const [cx, cy] = [coordinate('cx', '50%'), coordinate('cy', '50%')];
  const centre = apply(space, cx, cy);
  const r = coordinate('r', '50%');
  const half = Math.hypot(box.w, box.h) / 2 || 1;
  // The circle under the map is an ellipse: its longer half and that one's angle, by the map's singular values.
  const [a, b, c, d] = space;
  const [e, f, g, h] = [(a + d) / 2, (a - d) / 2, (b + c) / 2, (b - c) / 2];
  const [q, s] = [Math.hypot(e, h), Math.hypot(f, g)];
  const [longer, shorter] = [(q + s) * r, Math.abs(q - s) * r];
  const angle = ((Math.atan2(g, f) + Math.atan2(h, e)) / 2) * (180 / Math.PI);
  const focusAt = apply(space, coordinate('fx', said('cx') ?? '50%'), coordinate('fy', said('cy') ?? '50%'));
  const away = Math.hypot(focusAt.x - centre.x, focusAt.y - centre.y);
  const isRound = longer - shorter < longer * 0.005;
  if (!isRound && away > longer * 0.005) left.add('the focus of elliptical gradients');
  let rings = ordered(read);
  let radius = longer;
  if (spread !== 'pad' && longer > 0) {
    // So many rings that the box is covered.
    const reach = Math.max(
      ...[0, 1, 2, 3].map((corner) =>
        Math.hypot(box.x + box.w * (corner & 1) - centre.x, box.y + box.h * (corner >> 1) - centre.y),
      ),
    );
    const count = Math.ceil(reach / Math.max(1e-6, shorter));
    const repeated = repeat(rings, 0, count, spread);
    if (repeated.length > mostStops || (longer * count) / half > 4) left.add('gradients of many rings');
    else {
      rings = repeated.map((stop) => ({ ...stop, at: stop.at / count }));
      radius = longer * count;
    }
  }
  return {
    kind: 'radial',
    x: clampTo((centre.x - box.x) / (box.w || 1), -2, 3),
    y: clampTo((centre.y - box.y) / (box.h || 1), -2, 3),
    radius: clampTo(radius / half, 0.01, 4),
    ...(isRound && away < radius * 0.005
      ? {}
      : isRound
        ? {
            ratio: 1,
            angle: round((Math.atan2(focusAt.y - centre.y, focusAt.x - centre.x) * 180) / Math.PI),
            focus: clampTo(away / radius, 0, 1),
          }
        : { ratio: clampTo(shorter / longer, 0.01, 1), angle: round(angle) }),
    stops: rings,
  };
}

const round = (value: number): number => Math.round(value * 100) / 100;
type Spread = 'pad' | 'reflect' | 'repeat';

/** Stops of 0 to 1 said again for every whole part between two: as they are, or, of `reflect`, every second time turned round. */
function repeat(stops: readonly Stop[], from: number, to: number, spread: Spread): Stop[] {
  const all: Stop[] = [];
  for (let n = Math.floor(from); n < to; n += 1) {
    const isTurned = spread === 'reflect' && Math.abs(n) % 2 === 1;
    const own = isTurned ? [...stops].reverse().map((stop) => ({ ...stop, at: 1 - stop.at })) : stops;
    const [first, last] = [own[0] as Stop, own.at(-1) as Stop];
    const whole = [
      ...(first.at > 0 ? [{ ...first, at: 0 }] : []),
      ...own,
      ...(last.at < 1 ? [{ ...last, at: 1 }] : []),
    ];
    all.push(...whole.map((stop) => ({ ...stop, at: stop.at + n })));
  }
  return all;
}

const followed = (node: SvgNode, ids: ReadonlyMap<string, SvgNode>): SvgNode | undefined =>
  ids.get((node.attributes['href'] ?? '').replace(/^#/, ''));

const clampTo = (value: number, low: number, high: number): number => Math.max(low, Math.min(high, value));
const ordered = (stops: readonly Stop[]): Stop[] =>
  [...stops].sort((a, b) => a.at - b.at).slice(0, mostStops);

/**
 * A gradient between two points of the canvas as one that runs from corner to corner of a box at the same angle: the
 * places of its stops move so that the colours lie where they lay.
 */
function alongLine(
  from: { x: number; y: number },
  to: { x: number; y: number },
  box: Box,
  stops: readonly Stop[],
  spread: Spread,
  left: Set<string>,
): Gradient {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const size = Math.hypot(dx, dy) || 1;
  const [cos, sin] = [dx / size, dy / size];
  const half = (Math.abs(box.w * cos) + Math.abs(box.h * sin)) / 2 || 1;
  const [cx, cy] = [box.x + box.w / 2, box.y + box.h / 2];
  const place = (p: { x: number; y: number }): number =>
    ((p.x - cx) * cos + (p.y - cy) * sin + half) / (2 * half);
  const [start, end] = [place(from), place(to)];
  let run = ordered(stops);
  if (spread !== 'pad' && Math.abs(end - start) > 1e-6) {
    // The parts of the gradient between which the box begins and ends.
    const ends = [(0 - start) / (end - start), (1 - start) / (end - start)];
    const repeated = repeat(run, Math.min(...ends), Math.max(...ends), spread);
    if (repeated.length > mostStops - 2) left.add('gradients of many bands');
    else run = repeated;
  }
  const moved = run.map((stop) => ({ ...stop, at: start + (end - start) * stop.at }));
  return {
    kind: 'linear',
    angle: Math.round(((Math.atan2(dy, dx) * 180) / Math.PI) * 100) / 100,
    stops: within(moved),
  };
}

/** Stops outside 0 to 1 cut off at the ends, with the colour that lies there. */
function within(stops: readonly Stop[]): Stop[] {
  const colourAt = (at: number): string => {
    const after = stops.findIndex((stop) => stop.at >= at);
    const next = stops[after];
    const before = stops[after - 1];
    if (!next) return (stops.at(-1) as Stop).colour;
    if (!before || next.at === before.at) return next.colour;
    return between(before.colour, next.colour, (at - before.at) / (next.at - before.at));
  };
  const kept = stops.filter((stop) => stop.at > 0 && stop.at < 1);
  return [{ at: 0, colour: colourAt(0) }, ...kept.slice(0, mostStops - 2), { at: 1, colour: colourAt(1) }];
}

function between(a: string, b: string, at: number): string {
  const read = (text: string): number[] =>
    [1, 3, 5, 7].map((i) => (text.length > i ? parseInt(text.slice(i, i + 2), 16) : 255));
  const [p, q] = [read(a), read(b)];
  const mixed = p.map((value, i) => Math.round(value + ((q[i] ?? 0) - value) * at));
  const hex = mixed.map((value) => value.toString(16).padStart(2, '0')).join('');
  return `#${hex.endsWith('ff') ? hex.slice(0, 6) : hex}`;
}
