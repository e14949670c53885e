/** A cut of a family at a size in px; `weight` as in CSS, `stretch` in per cent. */
export interface Face {
  readonly family: string;
  readonly weight: number;
  readonly stretch: number;
  readonly size: number;
  /** Small letters are drawn as small capitals. */
  readonly smallCaps?: boolean;
}

/** Above and below the baseline, in px, both positive. */
export interface Metrics {
  readonly ascent: number;
  readonly descent: number;
}

/** The one port through which text is measured: a canvas in browsers, a font engine in Node. */
export interface TextMeasure {
  /** Advance width in px of one line, shaped, without tracking. */
  width(text: string, face: Face): number;
  metrics(face: Face): Metrics;
  /** Another object whenever what is measured may come out otherwise, as after fonts have come; none: nothing is kept. */
  readonly revision?: object;
}
