/**
 * A count as a text holds it: the seconds at which it stands, such as `83.4`, or while it runs the moment of the air
 * clock at which it was zero, such as `>1763920000.5`.
 */
export type Count = { readonly isRunning: boolean; readonly seconds: number };

export function readCount(text: string): Count {
  const match = /^\s*(>)?(-?\d+(?:\.\d+)?)\s*$/.exec(text);
  return match
    ? { isRunning: match[1] === '>', seconds: Number(match[2]) }
    : { isRunning: false, seconds: 0 };
}

/** Seconds that a count shows at a moment of the air clock. */
export function countAt(text: string, time: number): number {
  const { isRunning, seconds } = readCount(text);
  return isRunning ? Math.max(0, time - seconds) : seconds;
}

const thousandths = (seconds: number): string => String(Number(seconds.toFixed(3)));

/** A count once it is started, stopped or set back at a moment. */
export function countAfter(text: string, act: 'start' | 'stop' | 'reset', time: number): string {
  const { isRunning, seconds } = readCount(text);
  if (act === 'reset') return isRunning ? `>${thousandths(time)}` : '0';
  if (act === 'start') return isRunning ? text : `>${thousandths(time - seconds)}`;
  return isRunning ? thousandths(Math.max(0, time - seconds)) : text;
}
