/** Red, green, blue, premultiplied, and opacity: 0 to 1, in display space. */
export type Colour = readonly [number, number, number, number];

const known = new Map<string, Colour>();
const most = 4000;

/** A colour of `#rrggbb` or `#rrggbbaa`. */
export function colourOf(colour: string): Colour {
  const kept = known.get(colour);
  if (kept) return kept;
  const part = (at: number): number => parseInt(colour.slice(at, at + 2), 16) / 255;
  const alpha = colour.length === 9 ? part(7) : 1;
  const made: Colour = [part(1) * alpha, part(3) * alpha, part(5) * alpha, alpha];
  if (known.size >= most) known.clear();
  known.set(colour, made);
  return made;
}
