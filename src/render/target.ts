/** The picture with its transparency; the fill over black; the key alone in black and white. */
export type OutputMode = 'full' | 'fill' | 'key';

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
}
