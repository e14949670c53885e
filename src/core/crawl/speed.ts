/** Px a frame at so many frames a second. */
export const pixelsAFrame = (speed: number, rate: number): number => speed / rate;

/**
 * The speed, px/s, at which something moves by whole px a frame: the nearest there is, one px a frame at least. Motion
 * by whole px shows the same shape in every frame, so that thin strokes do not shimmer.
 */
export const steadySpeed = (speed: number, rate: number): number =>
  Math.max(1, Math.round(speed / rate)) * rate;

const figure = (value: number): string => String(Math.round(value * 100) / 100);

/** A speed as it is told beside the form: px a frame at each of some rates, and what comes of whole px. */
export function speedWords(speed: number, isWhole: boolean, rates: readonly number[]): string {
  return [...new Set(rates)]
    .map((rate) => {
      const name = `${figure(rate)} frames a second`;
      if (!isWhole) return `${figure(pixelsAFrame(speed, rate))} px a frame at ${name}`;
      const steady = steadySpeed(speed, rate);
      return `${figure(pixelsAFrame(steady, rate))} px a frame at ${name}: ${figure(steady)} px a second`;
    })
    .join('; ');
}
