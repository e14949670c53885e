// The parts of opentype.js that are used.
declare module 'opentype.js' {
  export class Path {}
  export class Glyph {
    constructor(of: { name: string; unicode: number; advanceWidth: number; path: Path });
  }
  export class Font {
    constructor(of: {
      familyName: string;
      styleName: string;
      unitsPerEm: number;
      ascender: number;
      descender: number;
      glyphs: Glyph[];
    });
    /** By platform, then by kind of name, then by language. */
    readonly names: unknown;
    toArrayBuffer(): ArrayBuffer;
  }
  export function parse(bytes: ArrayBuffer): Font;
}
