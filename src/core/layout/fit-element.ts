import { wordsOf, type Box, type Element, type WordsElement } from '../show';
import { fitText, type TextLayout, type TextMeasure } from '../text';

/** Fits the words of a text or a clock into a box; `words` in place of its own. */
export function fitElement(
  element: WordsElement,
  box: Box,
  measure: TextMeasure,
  words?: string,
): TextLayout {
  const wording = wordsOf(element).wording(element);
  return fitText(
    {
      ...wording,
      text: words ?? wording.text,
      face: {
        family: element.family,
        weight: element.weight,
        stretch: element.stretch,
        size: element.size,
      },
      tracking: element.tracking,
      leading: element.leading,
      align: element.align,
      vertical: element.vertical,
      letters: element.letters,
      direction: element.direction,
      fit: element.fit,
      minScale: element.minScale,
      maxLines: element.maxLines,
    },
    box,
    measure,
  );
}

/** The words of an element as they were last fitted into a box. */
interface Fitted extends Box {
  readonly layout: TextLayout;
}
/** By what is measured with, then by element: an element that has not changed is not fitted again. */
const fitsByRevision = new WeakMap<object, WeakMap<Element, Fitted>>();

/** An element's own words fitted into a box; known while neither it, the box nor the fonts change. */
export function fitOwn(element: WordsElement, box: Box, measure: TextMeasure): TextLayout {
  const { revision } = measure;
  if (!revision) return fitElement(element, box, measure);
  let fits = fitsByRevision.get(revision);
  if (!fits) {
    fits = new WeakMap();
    fitsByRevision.set(revision, fits);
  }
  const before = fits.get(element);
  if (before && before.x === box.x && before.w === box.w && before.y === box.y && before.h === box.h)
    return before.layout;
  const layout = fitElement(element, box, measure);
  // The box may be an element: of that only its place is kept.
  const { x, y, w, h } = box;
  fits.set(element, { x, y, w, h, layout });
  return layout;
}
