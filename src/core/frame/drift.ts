import type { Drift, Trace } from '../chart';
import type { DriftPlan } from '../layout';
import type { Part } from './part';

/** A chart whose window moves on with the clock: what goes along with it, and what goes up and down with a line. */
export interface RunningDrift {
  readonly drift: Drift;
  readonly along: readonly Part[];
  readonly up: readonly { readonly part: Part; readonly line: Trace }[];
}

/** Rows may come so many of their steps late before the window stands and waits for them. */
const mostLate = 3;
/** The window is so many steps behind the clock, so that its rows come before it shows them. */
const behind = 1.5;

export function newDrift({ drift, parts: paths }: DriftPlan, parts: readonly Part[], moves: (path: string) => { readonly along: boolean; readonly line?: Trace } | null): RunningDrift {
  const wanted = new Set(paths);
  const along: Part[] = [];
  const up: { part: Part; line: Trace }[] = [];
  for (const part of parts) {
    if (!wanted.has(part.path)) continue;
    const own = moves(part.path);
    if (own?.along) along.push(part);
    else if (own?.line) up.push({ part, line: own.line });
  }
  return { drift, along, up };
} // prettier-ignore

/** Px by which what is in the window stands left of where it is laid at a moment, in seconds since 1970. */
export function driftAt({ to, every, perSecond }: Drift, time: number): number {
  if (!Number.isFinite(time)) return 0;
  return Math.min(time - to - behind * every, mostLate * every) * perSecond;
}

/** The height of a line at a place along it, px; where it has no point there, that of its end. */
export function heightAt({ points, curve }: Trace, x: number): number {
  let [low, high] = [0, points.length - 1];
  if (high < 0) return 0;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((points[middle]?.x ?? 0) <= x) low = middle;
    else high = middle;
  }
  const [a, b] = [points[low], points[high]];
  if (!a || !b) return 0;
  if (x <= a.x || b.begins) return x < b.x ? a.y : b.y;
  if (x >= b.x) return b.y;
  return curve === 'stepped' ? a.y : a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x);
}

/** Moves what goes on in a chart to where it is at a moment. */
export function runDrift(own: RunningDrift, time: number, moved: Uint8Array): void {
  const { drift, along, up } = own;
  const shift = driftAt(drift, time);
  for (let i = 0; i < along.length; i += 1) {
    const part = along[i] as Part;
    if (part.alongX === -shift) continue;
    part.alongX = -shift;
    moved[part.index] = 1;
  }
  const end = drift.plot.x + drift.plot.w;
  for (let i = 0; i < up.length; i += 1) {
    const { part, line } = up[i] as (typeof up)[number];
    const rest = line.points[line.points.length - 1]?.y ?? 0;
    const by = heightAt(line, end + shift) - rest;
    if (part.alongY === by) continue;
    part.alongY = by;
    moved[part.index] = 1;
  }
}
