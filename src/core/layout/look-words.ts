import type { Box, CellLook } from '../show';
import type { TextSpec } from '../text';

const noSpans: readonly never[] = [];

/** More room than words need: they are measured in it. */
export const wideBox: Box = { x: 0, y: 0, w: 1e6, h: 1e6 };

/** Words in the look of a cell, or of a part of a chart, to be fitted. */
export const lookWords = (text: string, look: CellLook, fit: CellLook['fit']): TextSpec => ({
  text,
  spans: noSpans,
  evenFigures: look.figures === 'tabular',
  face: { family: look.family, weight: look.weight, stretch: look.stretch, size: look.size },
  tracking: look.tracking,
  leading: look.leading,
  align: look.align,
  vertical: look.vertical,
  letters: look.letters,
  direction: look.direction,
  fit,
  minScale: look.minScale,
  maxLines: look.maxLines,
});
