import type { MapElement } from '../show';
import type { RegionRow } from './data';
import type { FlatRegion } from './flat';

/** A number that depends on words alone (FNV-1a, Fowler, Noll and Vo). */
function chanceOf(words: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < words.length; i += 1) hash = Math.imul(hash ^ words.charCodeAt(i), 0x01000193) >>> 0;
  return hash;
}

/** The place of each region in the order in which they come and turn, by its key. */
export function sequenceOf(
  map: Pick<MapElement, 'sequence' | 'fromX' | 'fromY' | 'w' | 'h'>,
  regions: readonly FlatRegion[],
  rows: ReadonlyMap<string, RegionRow>,
): ReadonlyMap<string, number> {
  const last = Number.MAX_SAFE_INTEGER;
  const value = (own: FlatRegion): number | null => rows.get(own.key)?.value ?? null;
  const by = (own: FlatRegion): number => {
    switch (map.sequence) {
      case 'as-given':
        return rows.get(own.key)?.at ?? last;
      case 'left':
        return own.centre.x;
      case 'top':
        return own.centre.y;
      case 'largest':
        return -(value(own) ?? -last);
      case 'smallest':
        return value(own) ?? last;
      case 'near':
        return Math.hypot(own.centre.x - map.fromX * map.w, own.centre.y - map.fromY * map.h);
      case 'random':
        return chanceOf(own.key);
    }
  };
  const order = regions.map((own, at) => ({ own, at, by: by(own) })).sort((a, b) => a.by - b.by || a.at - b.at);
  return new Map(order.map(({ own }, place) => [own.key, place]));
} // prettier-ignore
