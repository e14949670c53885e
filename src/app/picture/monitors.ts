import { create } from 'zustand';
import { layMap } from '../../core/cartography';
import type { GroupNode } from '../../core/display';
import { setMapLayout } from '../../core/layout';
import type { TemplateContext, Template, Values } from '../../core/show';
import {
  canvasMeasure,
  createRenderer,
  cssFont,
  fontsFor,
  loadFonts,
  onLateFonts,
  Players,
  type OutputMode,
  type Renderer,
  type View,
} from '../../render';
import { standInCamera } from '../../standins';
import { useAir } from '../state/air-store';
import { assetBlob } from '../state/assets';

/** Counts the times that fonts have come, so that what was measured without them is measured again. */
export const useFonts = create<{ arrivals: number }>(() => ({ arrivals: 0 }));

export const measure = canvasMeasure();
// Every area of the application may show a map.
setMapLayout(layMap);

/** The CSS font of a face, for words that are typed over a picture. */
export const cssFontOf = cssFont;

/** Asks for the fonts of a filling; null when they are there. */
export function fontsOf(template: Template, values: Values, of: TemplateContext): Promise<void> | null {
  const coming = loadFonts(fontsFor(template, values, of), assetBlob);
  return coming && coming.then(fontsCame);
}

function fontsCame(): void {
  measure.forget();
  renderer?.refresh();
  useFonts.setState((store) => ({ arrivals: store.arrivals + 1 }));
}
onLateFonts(fontsCame);

/** What a monitor shows, asked for each frame. */
export interface Shown {
  readonly roots: readonly GroupNode[];
  /** False where it is the picture of the time before. */
  readonly isNew: boolean;
  readonly width: number;
  readonly height: number;
}
export interface MonitorSource {
  readonly canvas: HTMLCanvasElement;
  readonly mode: OutputMode;
  readonly placeholders: boolean;
  readonly shown: () => Shown | null;
}

interface Monitor extends MonitorSource {
  /** Null while there is nothing to draw with. */
  view: View | null;
  isStale: boolean;
}

/** Why the monitors of this page show nothing, and what to do; null while they draw. */
export const useGraphics = create<{ trouble: string | null }>(() => ({ trouble: null }));

const noWebGl =
  'No pictures here: this browser gives no WebGL. Everything else works; watch an output, or open the page in a browser with WebGL.';
const lostWebGl =
  'The browser has lost its graphics. Everything else works; the pictures come back by themselves.';
const retryMs = 4000;

// One WebGL surface for all monitors of the page: browsers give only a few.
let renderer: Renderer | null = null;
const monitors = new Set<Monitor>();
let turn = 0;
let drawMs = 0;

let lastTry = -Infinity;

/** The bytes of a picture as it is drawn: of one that was saved anew since its release, the new ones. */
const drawnBlob = (asset: string): Promise<Blob | null> =>
  assetBlob(useAir.getState().state.pictures[asset] ?? asset);

useAir.subscribe((now, before) => {
  const [next, was] = [now.state.pictures, before.state.pictures];
  if (next === was) return;
  for (const asset of new Set([...Object.keys(next), ...Object.keys(was)]))
    if (next[asset] !== was[asset]) renderer?.reload(asset);
});

/** The surface, made when first needed; null where the browser gives none. It is tried again now and then. */
function surface(): Renderer | null {
  if (renderer || performance.now() - lastTry < retryMs) return renderer;
  lastTry = performance.now();
  const canvas = document.createElement('canvas');
  const onCome = (): void => {
    for (const monitor of monitors) monitor.isStale = true;
  };
  try {
    renderer = createRenderer(canvas, drawnBlob, onCome, new Players(drawnBlob, onCome, standInCamera));
  } catch {
    useGraphics.setState({ trouble: noWebGl });
    return null;
  }
  canvas.addEventListener('webglcontextlost', () => {
    useGraphics.setState({ trouble: lostWebGl });
    // Where it does not come back, another is made in its place.
    setTimeout(() => useGraphics.getState().trouble === lostWebGl && forgetSurface(), retryMs);
  });
  canvas.addEventListener('webglcontextrestored', () => {
    useGraphics.setState({ trouble: null });
    redrawAll();
  });
  useGraphics.setState({ trouble: null });
  return renderer;
}

/** Brings pictures before they are seen. */
export const bringPictures = (wanted: ReadonlyMap<string, number>): void => renderer?.bring(wanted);

function forgetSurface(): void {
  renderer = null;
  lastTry = -Infinity;
  for (const monitor of monitors) monitor.view = null;
}

/** Draws a source on its canvas whenever it is new, until the returned function is called. */
export function watch(source: MonitorSource): () => void {
  const monitor: Monitor = { ...source, view: surface()?.newView() ?? null, isStale: true };
  monitors.add(monitor);
  if (monitors.size === 1) requestAnimationFrame(tick);
  return () => {
    monitors.delete(monitor);
    monitor.view?.dispose();
  };
}

/** Asks every monitor for its next picture, as after pictures have been added. */
export function redrawAll(): void {
  renderer?.refresh();
  for (const monitor of monitors) monitor.isStale = true;
}

function tick(): void {
  if (monitors.size === 0) return;
  requestAnimationFrame(tick);
  turn += 1;
  // Without a graphics processor drawing is slow: then every other frame is enough for a monitor.
  if (drawMs > 8 && turn % 2 === 1) return;
  const from = performance.now();
  let drew = false;
  for (const monitor of monitors) drew = draw(monitor) || drew;
  if (drew) drawMs += (performance.now() - from - drawMs) * 0.1;
}

function draw(monitor: Monitor): boolean {
  const { canvas } = monitor;
  const drawn = surface();
  if (!drawn || useGraphics.getState().trouble) return false;
  monitor.view ??= drawn.newView();
  const shown = monitor.shown();
  if (!shown || canvas.clientWidth === 0) return false;
  const ratio = devicePixelRatio;
  const pixelWidth = Math.max(1, Math.round(canvas.clientWidth * ratio));
  const pixelHeight = Math.max(1, Math.round(canvas.clientHeight * ratio));
  const isResized = canvas.width !== pixelWidth || canvas.height !== pixelHeight;
  if (!shown.isNew && !isResized && !monitor.isStale) return false;
  monitor.isStale = false;
  if (isResized) {
    canvas.width = pixelWidth;
    canvas.height = pixelHeight;
  }
  const { width, height } = shown;
  monitor.view.draw(shown.roots, {
    width,
    height,
    pixelWidth,
    pixelHeight,
    mode: monitor.mode,
    placeholders: monitor.placeholders,
  });
  const context = canvas.getContext('2d');
  context?.clearRect(0, 0, pixelWidth, pixelHeight);
  context?.drawImage(drawn.canvas, 0, 0, pixelWidth, pixelHeight, 0, 0, pixelWidth, pixelHeight);
  canvas.dataset['drawn'] = String(Number(canvas.dataset['drawn'] ?? 0) + 1);
  return true;
}
