// The parts of opentype.js that are used.
declare module 'opentype.js' {
  export interface Font {
    readonly names: Readonly<Record<string, Readonly<Record<string, string>> | undefined>>;
  }
  export function parse(bytes: ArrayBuffer): Font;
}
