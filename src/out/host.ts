import { setMapLayout } from '../core/layout';
import { ReleaseShelf } from '../air';
import {
  canvasMeasure,
  createRenderer,
  fontsFor,
  loadFonts,
  onLateFonts,
  type Movers,
  type PictureSource,
  type Renderer,
} from '../render';
import type { TemplateContext, Template, Values } from '../core/show';

/** Why nothing is drawn. */
export type Trouble = 'none' | 'no-webgl' | 'lost-webgl';

const retryMs = 3000;

export interface HostPorts {
  readonly canvas: HTMLCanvasElement;
  /** Another canvas in the place of one that has failed: it gives nothing more. */
  readonly another: () => HTMLCanvasElement | Promise<HTMLCanvasElement>;
  /** `savedAs` says what is shown in the place of an asset that was saved anew. */
  readonly movers: (source: PictureSource, onCome: () => void, savedAs: (asset: string) => string) => Movers;
  readonly onNeed: () => void;
  /** Called when the graphics of the canvas are lost. */
  readonly onLost?: () => void;
  /** Called after fonts have come that something was drawn without. */
  readonly onFonts?: () => void;
}

/**
 * What draws stands on this, on a page or in a worker: a renderer on a canvas, the server's pictures, fonts, releases.
 * Where the browser gives no WebGL it is tried again now and then; meanwhile there is no renderer.
 */
export function openHost(ports: HostPorts) {
  const { canvas, another, movers, onNeed, onFonts = onNeed, onLost } = ports;
  const measure = canvasMeasure();
  /** Ids of what the server could not give. */
  const missing = new Set<string>();
  /** What is drawn in the place of pictures that were saved anew. */
  let pictures: Readonly<Record<string, string>> = {};
  const savedAs = (asset: string): string => pictures[asset] ?? asset;
  const picture = async (asset: string): Promise<Blob | null> => {
    const own = pictures[asset];
    let response = await fetch(`/api/assets/${own ?? asset}`);
    // What was released is better than a hole where what was saved since is gone.
    if (!response.ok && own !== undefined) response = await fetch(`/api/assets/${asset}`);
    if (response.ok) missing.delete(asset);
    else missing.add(asset);
    return response.ok ? response.blob() : null;
  };
  let renderer: Renderer | null = null;
  let trouble: Trouble = 'none';
  const watch = (own: HTMLCanvasElement): void => {
    own.addEventListener('webglcontextlost', () => {
      trouble = 'lost-webgl';
      onLost?.();
      onNeed();
    });
    own.addEventListener('webglcontextrestored', () => {
      trouble = 'none';
      renderer?.refresh();
      onNeed();
    });
  };
  const open = (own: HTMLCanvasElement): void => {
    try {
      renderer = createRenderer(own, picture, onNeed, movers(picture, onNeed, savedAs));
      trouble = 'none';
      watch(own);
    } catch {
      trouble = 'no-webgl';
      setTimeout(() => void Promise.resolve(another()).then(open), retryMs);
    }
    onNeed();
  };
  const releases = new ReleaseShelf(async (hash) => {
    const response = await fetch(`/api/releases/${hash}`);
    if (!response.ok) throw new Error(`release ${hash}: ${response.status}`);
    const release = (await response.json()) as { look?: { maps?: object } };
    // What lays maps out comes along where a show has one.
    if (Object.keys(release.look?.maps ?? {}).length > 0)
      setMapLayout((await import('../core/cartography')).layMap);
    return release;
  }, onNeed);
  const fonts = (template: Template, values: Values, of: TemplateContext): Promise<void> | null => {
    const coming = loadFonts(fontsFor(template, values, of), picture);
    return coming && coming.then(() => measure.forget());
  };
  // What was drawn in another font is drawn anew.
  onLateFonts(() => {
    measure.forget();
    renderer?.refresh();
    onFonts();
  });
  open(canvas);
  return {
    measure,
    releases,
    fonts,
    missing,
    takePictures: (next: Readonly<Record<string, string>>): void => {
      const before = pictures;
      if (next === before) return;
      pictures = next;
      for (const asset of new Set([...Object.keys(before), ...Object.keys(next)]))
        if (before[asset] !== next[asset]) renderer?.reload(asset);
    },
    renderer: (): Renderer | null => renderer,
    trouble: (): Trouble => trouble,
  };
}
