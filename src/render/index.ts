// Rendering: a display tree becomes pixels. Knows nothing of shows, playout or React.
export { layCopy, type CopiedPicture } from './picture-copy';
export { createRenderer, type Limits, type Renderer, type View } from './renderer';
export type { OutputMode, Relief, Target } from './target';
export { canvasMeasure } from './text/canvas-measure';
export { cssFont } from './text/css-font';
export { fontsFor, loadFonts, type FontNeeds } from './text/fonts';
export { knowScripts, takeFaces, type Face } from './text/late-faces';
export { pageFaces } from './page-faces';
export { onLateFonts } from './text/late-fonts';
export { missingGlyphs, type MissingGlyphs } from './text/glyphs';
export type { PictureSource } from './textures';
export { Players, standInAlone, type Movers, type MovingImage, type StandIn } from './players';
export { drawVectorsBy, fontSet, newCanvas, vectorOnPage, type VectorArt } from './platform';
