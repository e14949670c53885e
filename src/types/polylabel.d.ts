declare module 'polylabel' {
  /** The point of a polygon that is farthest from its outlines, with how far it is (`distance`). */
  export default function polylabel(
    polygon: readonly (readonly (readonly [number, number])[])[],
    precision?: number,
  ): [number, number] & { distance: number };
}
