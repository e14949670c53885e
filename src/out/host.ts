import { setMapLayout } from '../core/layout';
import '../render/font-faces';
import { ReleaseShelf } from '../air';
import { canvasMeasure, createRenderer, fontsFor, loadFonts, onLateFonts, type Renderer } from '../render';
import { standInCamera } from '../standins';
import type { Dressing, Template, Values } from '../core/show';

/** Why a page draws nothing. */
export type Trouble = 'none' | 'no-webgl' | 'lost-webgl';

const retryMs = 3000;

/**
 * What both pages of this folder stand on: a renderer on the page's canvas, the server's pictures, fonts, releases.
 * Where the browser gives no WebGL it is tried again now and then; meanwhile there is no renderer.
 */
export function openHost(onNeed: () => void, onFonts: () => void = onNeed) {
  const canvas = document.querySelector('canvas');
  if (!canvas) throw new Error('openHost: the page has no canvas');
  const measure = canvasMeasure();
  /** Ids of what the server could not give. */
  const missing = new Set<string>();
  /** What is drawn in the place of pictures that were saved anew. */
  let pictures: Readonly<Record<string, string>> = {};
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
  const watch = (page: HTMLCanvasElement): void => {
    page.addEventListener('webglcontextlost', () => {
      trouble = 'lost-webgl';
      onNeed();
    });
    page.addEventListener('webglcontextrestored', () => {
      trouble = 'none';
      renderer?.refresh();
      onNeed();
    });
  };
  const open = (): void => {
    // A canvas that has failed once gives nothing more: another takes its place.
    const page = trouble === 'none' ? canvas : (canvas.cloneNode() as HTMLCanvasElement);
    try {
      renderer = createRenderer(page, picture, onNeed, standInCamera);
      if (page !== canvas) document.querySelector('canvas')?.replaceWith(page);
      trouble = 'none';
      watch(page);
      onNeed();
    } catch {
      trouble = 'no-webgl';
      setTimeout(open, retryMs);
    }
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
  const fonts = (template: Template, values: Values, of: Dressing): Promise<void> | null => {
    const coming = loadFonts(fontsFor(template, values, of), picture);
    return coming && coming.then(() => measure.forget());
  };
  // What was drawn in another font is drawn anew.
  onLateFonts(() => {
    measure.forget();
    renderer?.refresh();
    onFonts();
  });
  open();
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
    /** The canvas that is drawn on. */
    canvas: (): HTMLCanvasElement => renderer?.canvas ?? canvas,
    renderer: (): Renderer | null => renderer,
    trouble: (): Trouble => trouble,
  };
}
