import { exactRate } from './rate';

const two = (value: number): string => String(value).padStart(2, '0');

/**
 * The time code of a moment of the day: HH:MM:SS:FF, or with a semicolon before the frames where numbers are dropped.
 * At 29.97 and 59.94 frames a second the first two (four) numbers of every minute but each tenth are left out, so that
 * the code keeps pace with the clock (SMPTE ST 12-1). `seconds` counts from midnight; `rate` is as it is written.
 */
export function timecode(seconds: number, rate: number): string {
  const nominal = Math.round(rate);
  const dropped = rate === 29.97 ? 2 : rate === 59.94 ? 4 : 0;
  let frame = Math.floor(seconds * exactRate(rate) + 1e-4);
  if (dropped > 0) {
    const perMinute = nominal * 60 - dropped;
    const perTen = nominal * 600 - dropped * 9;
    const tens = Math.floor(frame / perTen);
    const rest = frame % perTen;
    frame +=
      dropped * 9 * tens +
      (rest >= nominal * 60 ? dropped * (1 + Math.floor((rest - nominal * 60) / perMinute)) : 0);
  }
  const whole = Math.floor(frame / nominal);
  const hours = Math.floor(whole / 3600) % 24;
  return `${two(hours)}:${two(Math.floor(whole / 60) % 60)}:${two(whole % 60)}${dropped > 0 ? ';' : ':'}${two(frame % nominal)}`;
}
