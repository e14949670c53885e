/** The picture with its transparency; the fill over black; the key alone in black and white. */
export type OutputMode = 'full' | 'fill' | 'key';

/**
 * What is left out where a machine cannot keep up, each with what comes before it: 0 nothing; 1 insets are drawn anew in every other
 * picture; 2 they are drawn at half their size; 3 nothing is blurred.
 */
export type Relief = 0 | 1 | 2 | 3;

/** One picture's place on the drawing surface, and its canvas. */
export interface Target {
  /** The canvas of the template or channel, px. */
  readonly width: number;
  readonly height: number;
  /** Device px. */
  readonly pixelWidth: number;
  readonly pixelHeight: number;
  readonly mode: OutputMode;
  readonly placeholders: boolean;
  /** Default: nothing is left out. */
  readonly relief?: Relief;
}
