import '../render/font-faces';
import { ReleaseShelf } from '../air';
import { canvasMeasure, createRenderer, fontsFor, loadFonts, type Renderer } from '../render';
import { standInCamera } from '../standins';
import type { Dressing, Template, Values } from '../core/show';

/** What both pages of this folder stand on: a renderer on the page's canvas, the server's pictures, fonts, releases. */
export function openHost(onNeed: () => void) {
  const canvas = document.querySelector('canvas');
  if (!canvas) throw new Error('openHost: the page has no canvas');
  const measure = canvasMeasure();
  /** Ids of what the server could not give. */
  const missing = new Set<string>();
  const picture = async (asset: string): Promise<Blob | null> => {
    const response = await fetch(`/api/assets/${asset}`);
    if (response.ok) missing.delete(asset);
    else missing.add(asset);
    return response.ok ? response.blob() : null;
  };
  const renderer: Renderer = createRenderer(canvas, picture, onNeed, standInCamera);
  const releases = new ReleaseShelf(async (hash) => {
    const response = await fetch(`/api/releases/${hash}`);
    if (!response.ok) throw new Error(`release ${hash}: ${response.status}`);
    return response.json();
  }, onNeed);
  const fonts = (template: Template, values: Values, of: Dressing): Promise<void> | null => {
    const coming = loadFonts(fontsFor(template, values, of), picture);
    return coming && coming.then(() => measure.forget());
  };
  return { canvas, measure, renderer, releases, fonts, missing };
}
