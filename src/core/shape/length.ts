import svgpath from 'svgpath';

/** One line of a path, from where the pen is set down to where it is lifted. */
export interface PathLine {
  readonly path: string;
  /** Px. */
  readonly length: number;
}

const pieces = 24;

/** The length of a cubic curve, by chords. */
function cubic(p: readonly number[]): number {
  let length = 0;
  let [x, y] = [p[0] as number, p[1] as number];
  for (let i = 1; i <= pieces; i += 1) {
    const t = i / pieces;
    const u = 1 - t;
    const at = (k: number): number =>
      u * u * u * (p[k] as number) +
      3 * u * u * t * (p[k + 2] as number) +
      3 * u * t * t * (p[k + 4] as number) +
      t * t * t * (p[k + 6] as number);
    length += Math.hypot(at(0) - x, at(1) - y);
    [x, y] = [at(0), at(1)];
  }
  return length;
}

/** SVG path data as its single lines, with their lengths. */
export function linesOf(path: string): PathLine[] {
  const lines: { path: string; length: number }[] = [];
  let [startX, startY] = [0, 0];
  svgpath(path)
    .abs()
    .unarc()
    .unshort()
    .iterate(([kind, ...n], _index, x, y) => {
      if (kind === 'M') {
        [startX, startY] = [n[0] as number, n[1] as number];
        lines.push({ path: `M${n.join(' ')}`, length: 0 });
        return;
      }
      const line = lines.at(-1);
      if (!line) return;
      line.path += `${kind}${n.join(' ')}`;
      if (kind === 'Z' || kind === 'z') line.length += Math.hypot(startX - x, startY - y);
      else if (kind === 'C') line.length += cubic([x, y, ...(n as number[])]);
      else {
        const [tx, ty] =
          kind === 'H'
            ? [n[0] as number, y]
            : kind === 'V'
              ? [x, n[0] as number]
              : (n.slice(-2) as [number, number]);
        line.length += Math.hypot(tx - x, ty - y);
      }
    });
  return lines;
}

/**
 * The dashes, as canvases and SVG take them, of the part of a line from `from` to `to` (0 to 1 of its length), itself
 * dashed where `dash` is over 0. All lengths in px.
 */
export function dashesOf(length: number, from: number, to: number, dash: number, gap: number): number[] {
  const [start, end] = [length * from, length * to];
  const list = [0, start];
  if (dash <= 0) list.push(end - start);
  else {
    const whole = Math.max(1, dash + gap);
    for (let at = start; at < end; at += whole) {
      list.push(Math.min(dash, end - at));
      if (at + whole < end) list.push(gap);
    }
    if (list.length % 2 === 0) list.push(0);
  }
  list.push(length * 2 + 10);
  return list;
}
