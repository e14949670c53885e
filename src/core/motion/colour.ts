// Colours in OKLab (Björn Ottosson, "A perceptual color space for image processing", 2020): halfway between two of
// them looks halfway. Four numbers for a colour: L, a, b, and the opacity.

const linear = (part: number): number => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4);
const display = (part: number): number =>
  part <= 0.0031308 ? part * 12.92 : 1.055 * Math.max(0, part) ** (1 / 2.4) - 0.055;

/** Writes #rrggbb or #rrggbbaa (sRGB, IEC 61966-2-1) as OKLab at a place of a list. */
export function writeLab(out: Float64Array, at: number, colour: string): void {
  const part = (from: number): number => (parseInt(colour.slice(from, from + 2), 16) || 0) / 255;
  const [r, g, b] = [linear(part(1)), linear(part(3)), linear(part(5))];
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  out[at] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  out[at + 1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  out[at + 2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
  out[at + 3] = colour.length === 9 ? part(7) : 1;
}

const byte = (part: number): string => {
  const whole = Math.round(part * 255);
  return (whole < 16 ? '0' : '') + whole.toString(16);
};

/** Writes the colour between two entries of a list of OKLab colours, as red, green, blue and opacity from 0 to 1. */
export function mixInto(
  out: Float64Array,
  at: number,
  list: Float64Array,
  from: number,
  to: number,
  part: number,
): void {
  const L = between(list, from, to, part);
  const a = between(list, from + 1, to + 1, part);
  const b = between(list, from + 2, to + 2, part);
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3;
  out[at] = unit(display(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s));
  out[at + 1] = unit(display(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s));
  out[at + 2] = unit(display(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s));
  out[at + 3] = unit(between(list, from + 3, to + 3, part));
}

const between = (list: Float64Array, from: number, to: number, part: number): number =>
  (list[from] as number) + ((list[to] as number) - (list[from] as number)) * part;
const unit = (part: number): number => Math.max(0, Math.min(1, part));
const mixed = new Float64Array(4);

/** The same as #rrggbb, with its opacity where it has one. */
export function mixLab(list: Float64Array, from: number, to: number, part: number): string {
  mixInto(mixed, 0, list, from, to, part);
  const rgb = byte(mixed[0] as number) + byte(mixed[1] as number) + byte(mixed[2] as number);
  const alpha = mixed[3] as number;
  return alpha >= 0.9995 ? `#${rgb}` : `#${rgb}${byte(alpha)}`;
}
