// Draws small pictures of templates at rest, off the interface's thread, one after the other.
import '../core/no-eval';
import { expose, transfer } from 'comlink';
import { layMap } from '../core/cartography';
import { setMapLayout } from '../core/layout';
import { evaluate, holdMoment, prepareScene, type Moment } from '../core/frame';
import { ProblemError } from '../core/problem';
import { rowsAsDrawn, type Change, type TemplateContext, type Template, type Values } from '../core/show';
import {
  canvasMeasure,
  createRenderer,
  drawVectorsBy,
  fontsFor,
  loadFonts,
  newCanvas,
  standInAlone,
  takeFaces,
  type Face,
  type PictureSource,
  type Renderer,
  type VectorArt,
} from '../render';
import { standInCamera } from '../standins';

setMapLayout(layMap);

/** The time that clocks in thumbnails show: 09:41 UTC. */
const stillTime = 9 * 3600 + 41 * 60;
const longestWaitMs = 3000;

const measure = canvasMeasure();
let source: PictureSource = () => Promise.resolve(null);
let renderer: Renderer | null = null;
let onNeed: (() => void) | null = null;
let line: Promise<unknown> = Promise.resolve();

/** Whether what is drawn now would be blank: the next renderer gets a canvas of its own. */
const isLost = ({ canvas }: Renderer): boolean => canvas.getContext('webgl2')?.isContextLost() ?? false;

async function draw(
  template: Template,
  values: Values,
  of: TemplateContext,
  width: number,
): Promise<ImageBitmap | null> {
  const coming = loadFonts(fontsFor(template, values, of), source);
  if (coming) {
    await coming;
    measure.forget();
    renderer?.refresh();
  }
  renderer ??= createRenderer(newCanvas(16, 16), source, () => onNeed?.(), standInAlone(standInCamera));
  const height = Math.max(1, Math.round((width * template.height) / template.width));
  const target = {
    width: template.width,
    height: template.height,
    pixelWidth: width,
    pixelHeight: height,
    mode: 'full',
    placeholders: true,
  } as const;
  try {
    const shown = { ...rowsAsDrawn(template), ...values };
    const scene = prepareScene(template, shown, measure, of);
    const roots = [evaluate(scene, holdMoment(stillTime))];
    const view = renderer.newView();
    view.draw(roots, target);
    const until = performance.now() + longestWaitMs;
    while (renderer.isWaiting() && performance.now() < until) {
      await new Promise<void>((resolve) => {
        onNeed = resolve;
        setTimeout(resolve, 250);
      });
      view.draw(roots, target);
    }
    if (isLost(renderer)) {
      renderer = null;
      throw new Error('thumbnail: the graphics were lost');
    }
    const bitmap = await createImageBitmap(renderer.canvas, 0, 0, width, height);
    view.dispose();
    return bitmap;
  } catch (error) {
    // Tethers in a circle: there is no rest pose to be seen.
    if (error instanceof ProblemError) return null;
    throw error;
  }
}

/** How many frames are drawn between two looks at what else is asked. */
const framesAtOnce = 8;

/** The pictures of a template at moments, each as RGBA bytes of a grid; null where it was stopped or cannot be laid out. */
async function drawFrames(
  template: Template,
  values: Values,
  of: TemplateContext,
  run: FrameRun,
  onFrame: (count: number) => boolean | Promise<boolean>,
): Promise<Uint8ClampedArray[] | null> {
  const coming = loadFonts(fontsFor(template, values, of), source);
  if (coming) {
    await coming;
    measure.forget();
    renderer?.refresh();
  }
  renderer ??= createRenderer(newCanvas(16, 16), source, () => onNeed?.(), standInAlone(standInCamera));
  const [width, height] = [run.columns * 8, run.rows * 8];
  const target = {
    width: template.width,
    height: template.height,
    pixelWidth: width,
    pixelHeight: height,
    mode: 'full',
    placeholders: false,
  } as const;
  const view = renderer.newView();
  try {
    const scene = prepareScene(template, run.to ?? values, measure, {
      look: of.look,
      templates: of.templates,
      change: run.change && run.from ? { change: run.change, from: run.from } : undefined,
    });
    const frames: Uint8ClampedArray[] = [];
    for (const moment of run.moments) {
      view.draw([evaluate(scene, moment)], target);
      frames.push(renderer.readCells(width, height, run.columns, run.rows));
      if (frames.length % framesAtOnce === 0 && !(await onFrame(framesAtOnce))) return null;
    }
    return frames;
  } catch (error) {
    if (error instanceof ProblemError) return null;
    throw error;
  } finally {
    view.dispose();
  }
}

/** A run of moments to be drawn, of the template's own values or of a Change from some to others. */
export interface FrameRun {
  readonly moments: readonly Moment[];
  readonly columns: number;
  readonly rows: number;
  readonly change?: Change;
  readonly from?: Values;
  readonly to?: Values;
}

const api = {
  /** Tells of the page's fonts, and of where the bytes of pictures are to be had. */
  open(faces: readonly Face[], pictures: PictureSource, vectors: VectorArt): void {
    source = pictures;
    drawVectorsBy(vectors);
    takeFaces(faces);
  },
  /** A template filled with values, so many px wide; null where it cannot be laid out. */
  draw(template: Template, values: Values, of: TemplateContext, width: number): Promise<ImageBitmap | null> {
    const next = line.then(() => draw(template, values, of, width));
    line = next.catch(() => undefined);
    return next.then((bitmap) => (bitmap ? transfer(bitmap, [bitmap]) : null));
  },
  /** See `drawFrames`; `onFrame` is told how many have been drawn since, and says whether to go on. */
  frames(
    template: Template,
    values: Values,
    of: TemplateContext,
    run: FrameRun,
    onFrame: (count: number) => boolean | Promise<boolean>,
  ): Promise<Uint8ClampedArray[] | null> {
    const next = line.then(() => drawFrames(template, values, of, run, onFrame));
    line = next.catch(() => undefined);
    return next;
  },
};
export type ThumbnailWorker = typeof api;
expose(api);
