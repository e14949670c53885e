// Motions that several packages have in common, each by a motion style of the package that uses it.
import type { Key } from '../src/core/show';
import { cascade, type Move } from './make';

type Keys = readonly (readonly [frame: number, value: Key['value'], ease?: Key['ease']])[];

/** One track by a motion style. */
export const move = (element: string, property: string, style: string, keys: Keys, given: object = {}): Move => [
  element,
  property,
  { style, ...given },
  ...keys.map((key) => [...key] as [number, Key['value'], Key['ease']?]),
];

/** Words that roll: up into their own line when they come, out of it when they go; all by one motion style. */
export function rolling(style: string) {
  return {
    /** From `at` on; word by word where they are many. */
    rise(id: string, at: number, long = 26, words = false): Move[] {
      const given = words ? { cascade: cascade('word', 0.7) } : {};
      return [
        move(id, 'y', style, [[at, 0.9], [at + long, 0]], { ...given, unit: 'own' }),
        move(id, 'wipeBottom', style, [[at, 0.9], [at + long, 0]], given),
        move(id, 'opacity', style, [[at, 0, 'hold'], [at + 2, 1, 'linear'], ...(words ? [[at + long, 1] as const] : [])], given),
      ]; // prettier-ignore
    },
    /** Over at `end`. */
    sink(id: string, end: number, long = 11): Move[] {
      const from = Math.max(0, end - long);
      return [
        move(id, 'y', style, [[from, 0, 'strong-in'], [end, 0.9]], { unit: 'own' }),
        move(id, 'wipeBottom', style, [[from, 0, 'strong-in'], [end, 0.9]]),
        move(id, 'opacity', style, [[from, 1, 'hold'], [end, 0]]),
      ]; // prettier-ignore
    },
    /** In a Change: the old go up and out, and the new roll up where they were. */
    turnOver(id: string, at = 0, long = 26): Move[] {
      return [
        move(id, 'y', style, [[at, 0, 'strong-in'], [at + 12, -0.9]], { side: 'old', unit: 'own' }),
        move(id, 'wipeTop', style, [[at, 0, 'strong-in'], [at + 12, 0.9]], { side: 'old' }),
        move(id, 'opacity', style, [[at, 1, 'hold'], [at + 12, 0]], { side: 'old' }),
        move(id, 'y', style, [[at + 8, 0.9], [at + long, 0]], { side: 'new', unit: 'own' }),
        move(id, 'wipeBottom', style, [[at + 8, 0.9], [at + long, 0]], { side: 'new' }),
        move(id, 'opacity', style, [[at, 0, 'hold'], [at + 8, 1, 'linear']], { side: 'new' }),
      ]; // prettier-ignore
    },
  };
}

/** The same from behind an edge at the left (1) or at the right (-1): they slide out of it, and back behind it. */
export function sliding(style: string) {
  const wipe = (way: 1 | -1): string => (way === 1 ? 'wipeLeft' : 'wipeRight');
  const far = 0.35;
  return {
    slideIn(id: string, at: number, long = 22, way: 1 | -1 = 1): Move[] {
      return [
        move(id, 'x', style, [[at, -way * far], [at + long, 0]], { unit: 'own' }),
        move(id, wipe(way), style, [[at, far], [at + long, 0]]),
        move(id, 'opacity', style, [[at, 0, 'linear'], [at + 6, 1, 'linear']]),
      ]; // prettier-ignore
    },
    slideOut(id: string, end: number, long = 11, way: 1 | -1 = 1): Move[] {
      const from = Math.max(0, end - long);
      return [
        move(id, 'x', style, [[from, 0, 'strong-in'], [end, -way * far]], { unit: 'own' }),
        move(id, wipe(way), style, [[from, 0, 'strong-in'], [end, far]]),
        move(id, 'opacity', style, [[end - 6, 1, 'linear'], [end, 0]]),
      ]; // prettier-ignore
    },
    slideOver(id: string, at = 0, long = 26, way: 1 | -1 = 1): Move[] {
      return [
        move(id, 'x', style, [[at, 0, 'strong-in'], [at + 11, way * far]], { side: 'old', unit: 'own' }),
        move(id, wipe(way === 1 ? -1 : 1), style, [[at, 0, 'strong-in'], [at + 11, far]], { side: 'old' }),
        move(id, 'opacity', style, [[at + 4, 1, 'linear'], [at + 11, 0]], { side: 'old' }),
        move(id, 'x', style, [[at + 8, -way * far], [at + long, 0]], { side: 'new', unit: 'own' }),
        move(id, wipe(way), style, [[at + 8, far], [at + long, 0]], { side: 'new' }),
        move(id, 'opacity', style, [[at + 8, 0, 'linear'], [at + 14, 1, 'linear']], { side: 'new' }),
      ]; // prettier-ignore
    },
  };
}

/** Words that warm up: dim first, then slowly full; and cool again. */
export function warming(style: string) {
  return {
    warm: (id: string, at: number, long = 30): Move[] => [
      move(id, 'opacity', style, [[at, 0, 'linear'], [at + 6, 0.3, 'gentle'], [at + long, 1]]),
    ],
    cool: (id: string, end: number, long = 14): Move[] => [
      move(id, 'opacity', style, [[Math.max(0, end - long), 1, 'gentle'], [end, 0]]),
    ],
    rekindle: (id: string, at = 0, long = 34): Move[] => [
      move(id, 'opacity', style, [[at, 1, 'gentle'], [at + 12, 0]], { side: 'old' }),
      move(id, 'opacity', style, [[at + 10, 0, 'linear'], [at + 16, 0.3, 'gentle'], [at + long, 1]], { side: 'new' }),
    ],
  }; // prettier-ignore
}
