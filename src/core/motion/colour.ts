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
  const whole = Math.round(Math.max(0, Math.min(1, part)) * 255);
  return (whole < 16 ? '0' : '') + whole.toString(16);
};

/** The colour between two entries of a list of OKLab colours, as #rrggbb, with its opacity where it has one. */
export function mixLab(list: Float64Array, from: number, to: number, part: number): string {
  const mix = (i: number): number =>
    (list[from + i] as number) + ((list[to + i] as number) - (list[from + i] as number)) * part;
  const [L, a, b, alpha] = [mix(0), mix(1), mix(2), mix(3)];
  const l = (L + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (L - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (L - 0.0894841775 * a - 1.291485548 * b) ** 3;
  const rgb =
    byte(display(4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s)) +
    byte(display(-1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s)) +
    byte(display(-0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s));
  return alpha >= 0.9995 ? `#${rgb}` : `#${rgb}${byte(alpha)}`;
}
