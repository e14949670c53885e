import { problem, type Problem } from '../../../core/problem';
import type { Asset } from '../../../core/show';
import { addAsset, assetBlob } from '../../state/assets';

/** A picture that was cut out of another, under the name that a set gives it. */
export interface CutPicture {
  readonly name: string;
  readonly asset: Asset;
}

async function kept(files: readonly { name: string; file: File }[]): Promise<CutPicture[] | { problem: Problem }> {
  const made: CutPicture[] = [];
  for (const { name, file } of files) {
    const added = await addAsset(file);
    if ('problem' in added) return added;
    made.push({ name, asset: added.asset });
  }
  return made;
} // prettier-ignore

/**
 * Every named group, symbol or shape at the top of an SVG file as a picture of its own, cut to what it draws. What is
 * named further in belongs to what is around it.
 */
export async function cutVector(id: string): Promise<CutPicture[] | { problem: Problem }> {
  const blob = await assetBlob(id);
  const text = blob ? await blob.text() : '';
  const host = document.createElement('div');
  host.style.cssText = 'position:absolute;left:-99999px;top:0;width:2000px;height:2000px';
  const parsed = new DOMParser().parseFromString(text, 'image/svg+xml');
  const root = document.importNode(parsed.documentElement, true) as unknown as SVGSVGElement;
  host.append(root);
  document.body.append(host);
  try {
    const shared = [...root.querySelectorAll(':scope > defs, :scope > style')]
      .map((one) => one.outerHTML)
      .join('');
    const named = [...root.querySelectorAll<SVGGraphicsElement>(':scope > [id], :scope > defs > symbol[id]')];
    // A single group around all of them is looked into.
    const inner = named.length === 1 && named[0] ? [...named[0].querySelectorAll<SVGGraphicsElement>(':scope > [id]')] : []; // prettier-ignore
    const files = (inner.length > 1 ? inner : named).flatMap((one) => {
      if (['defs', 'style', 'title', 'desc', 'metadata'].includes(one.localName)) return [];
      const isSymbol = one.localName === 'symbol';
      const box = isSymbol ? null : one.getBBox();
      if (box && (box.width <= 0 || box.height <= 0)) return [];
      const view = isSymbol
        ? (one.getAttribute('viewBox') ?? root.getAttribute('viewBox') ?? '0 0 100 100')
        : box
          ? `${box.x} ${box.y} ${box.width} ${box.height}`
          : '';
      const [, , w = 100, h = 100] = view.split(/[\s,]+/).map(Number);
      const body = isSymbol ? one.innerHTML : one.outerHTML;
      // What moves it as a whole would move it out of the view that is cut for it.
      const still = isSymbol ? body : body.replace(/^(<[^>]*?)\stransform="[^"]*"/, '$1');
      const svg = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="${view}" width="${w}" height="${h}">${shared}${still}</svg>`;
      return [{ name: one.id, file: new File([svg], `${one.id}.svg`, { type: 'image/svg+xml' }) }];
    });
    if (files.length === 0)
      return {
        problem: problem(
          'no-named-parts',
          'This SVG file has no named groups or symbols at its top. Give each picture an id in the program that it was drawn with.',
        ),
      };
    return await kept(files);
  } finally {
    host.remove();
  }
}

/** A picture cut into a grid, row by row; places without a name are left out. */
export async function cutGrid(
  id: string,
  columns: number,
  rows: number,
  names: readonly string[],
): Promise<CutPicture[] | { problem: Problem }> {
  const blob = await assetBlob(id);
  const url = blob ? URL.createObjectURL(blob) : '';
  try {
    const image = new Image();
    image.src = url;
    await image.decode();
    const [w, h] = [image.naturalWidth / columns, image.naturalHeight / rows];
    const files: { name: string; file: File }[] = [];
    for (let at = 0; at < columns * rows; at += 1) {
      const name = (names[at] ?? '').trim();
      if (name === '') continue;
      const canvas = new OffscreenCanvas(Math.max(1, Math.round(w)), Math.max(1, Math.round(h)));
      const [x, y] = [(at % columns) * w, Math.floor(at / columns) * h];
      canvas.getContext('2d')?.drawImage(image, x, y, w, h, 0, 0, canvas.width, canvas.height);
      const cut = await canvas.convertToBlob({ type: 'image/png' });
      files.push({ name, file: new File([cut], `${name}.png`, { type: 'image/png' }) });
    }
    return await kept(files);
  } catch {
    return { problem: problem('damaged', 'This picture cannot be read, so it was not cut.') };
  } finally {
    URL.revokeObjectURL(url);
  }
}
