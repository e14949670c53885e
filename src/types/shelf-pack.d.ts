declare module '@mapbox/shelf-pack' {
  export interface Bin {
    readonly x: number;
    readonly y: number;
    readonly w: number;
    readonly h: number;
  }
  /** Rectangles on shelves of one sheet; a bin that is given back is used again. */
  export default class ShelfPack {
    constructor(width: number, height: number, options?: { autoResize?: boolean });
    packOne(width: number, height: number): Bin | null;
    unref(bin: Bin): number;
    clear(): void;
  }
}
