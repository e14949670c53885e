/** The canvas of a page. */
export function pageCanvas(): HTMLCanvasElement {
  const canvas = document.querySelector('canvas');
  if (!canvas) throw new Error('pageCanvas: the page has no canvas');
  return canvas;
}

/** Another canvas in the place of the page's. */
export function freshCanvas(): HTMLCanvasElement {
  const before = pageCanvas();
  const after = before.cloneNode() as HTMLCanvasElement;
  before.replaceWith(after);
  return after;
}
