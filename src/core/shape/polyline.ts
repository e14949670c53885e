import svgpath from 'svgpath';

/** A line as points, and how far each of them is along it, px. */
export interface Polyline {
  readonly x: readonly number[];
  readonly y: readonly number[];
  readonly along: readonly number[];
  readonly length: number;
}

const pieces = 16;

/** The longest line of SVG path data as points, curves by chords; null where there is none. */
export function longestLine(path: string): Polyline | null {
  const lines: { x: number[]; y: number[]; along: number[] }[] = [];
  svgpath(path)
    .abs()
    .unarc()
    .unshort()
    .iterate(([kind, ...n], _index, x, y) => {
      if (kind === 'M') {
        lines.push({ x: [n[0] as number], y: [n[1] as number], along: [0] });
        return;
      }
      const line = lines.at(-1);
      if (!line) return;
      const to = (px: number, py: number): void => {
        const last = line.along.length - 1;
        const step = Math.hypot(px - (line.x[last] as number), py - (line.y[last] as number));
        // Nearer than can be seen is nowhere.
        if (step < 1e-6) return;
        line.x.push(px);
        line.y.push(py);
        line.along.push((line.along[last] as number) + step);
      };
      const at = n as number[];
      if (kind === 'Z' || kind === 'z') to(line.x[0] as number, line.y[0] as number);
      else if (kind === 'H') to(at[0] as number, y);
      else if (kind === 'V') to(x, at[0] as number);
      else if (kind === 'C' || kind === 'Q') {
        const [ax, ay] = [at[0] as number, at[1] as number];
        const [ex, ey] = [at[at.length - 2] as number, at[at.length - 1] as number];
        const [bx, by] = kind === 'C' ? [at[2] as number, at[3] as number] : [ax, ay];
        for (let i = 1; i <= pieces; i += 1) {
          const t = i / pieces;
          const u = 1 - t;
          // A quadratic curve is the mean of a cubic one's inner terms (SVG 2, 9.3.7).
          const [p, q, r, s] =
            kind === 'C'
              ? [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t]
              : [u * u, 2 * u * t, 0, t * t];
          to(p * x + q * ax + r * bx + s * ex, p * y + q * ay + r * by + s * ey);
        }
      } else to(at[at.length - 2] as number, at[at.length - 1] as number);
    });
  let best: Polyline | null = null;
  for (const line of lines) {
    const length = line.along.at(-1) ?? 0;
    if (length > (best?.length ?? 0)) best = { ...line, length };
  }
  return best;
}

/** The point of a line at a length along it, in px; before its start and after its end those of the ends. */
export function pointAlong({ x, y, along }: Polyline, at: number): { x: number; y: number } {
  let i = 1;
  while (i < along.length - 1 && (along[i] as number) < at) i += 1;
  const [from, to] = [along[i - 1] as number, along[i] as number];
  const part = Math.max(0, Math.min(1, (at - from) / (to - from)));
  return {
    x: (x[i - 1] as number) + ((x[i] as number) - (x[i - 1] as number)) * part,
    y: (y[i - 1] as number) + ((y[i] as number) - (y[i - 1] as number)) * part,
  };
}
