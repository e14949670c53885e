// What breaks in a template with its worst values: for the tests of the library and of the demo show.
import { extremeValues } from '../src/core/data';
import { layMap } from '../src/core/cartography';
import { layOut, setMapLayout } from '../src/core/layout';
import { checkFilling, readingFindings, readings } from '../src/core/preflight';
import { laidOut, type Look, type Show, type Template } from '../src/core/show';
import type { TextMeasure } from '../src/core/text';

setMapLayout(layMap);

/** Mean widths of the letters of the shipped families, in parts of the size; what is drawn is measured in the browser. */
const letters: Readonly<Record<string, number>> = {
  'Barlow Condensed': 0.4,
  'Spline Sans Mono': 0.6,
  Fraunces: 0.51,
  'Hanken Grotesk': 0.53,
  'Bricolage Grotesque': 0.53,
};
export const measure: TextMeasure = {
  width: (text, face) => [...text].length * face.size * (letters[face.family] ?? 0.56 * (face.stretch / 100)),
  metrics: (face) => ({ ascent: face.size * 0.9, descent: face.size * 0.22 }),
};

const layouts = (template: Template): Template[] => [template, ...template.layouts.map((layout) => laidOut(template, layout))];

/** What breaks, or cannot be read, in a sentence each: with the shortest and the longest words, in every layout. */
export function breaksIn(template: Template, tables: Show['tables'], look: Look, pictures: ReadonlySet<string> = new Set()): string[] {
  const found = new Set<string>();
  for (const laid of layouts(template))
    for (const which of ['shortest', 'longest'] as const) {
      const values = extremeValues(template, tables, which);
      const all = [
        ...checkFilling(laid, values, measure, pictures, look).filter(({ code }) => code !== 'small' && code !== 'missing-picture'),
        ...readingFindings(readings(laid, values, measure, look)),
      ];
      for (const { message } of all) found.add(`${laid.width > laid.height ? 'wide' : 'tall'}, ${which}: ${message}`);
    }
  return [...found];
}

/** What stands partly beyond the canvas at rest though it is no sheet that bleeds off it. */
export function offIn(template: Template, look: Look): string[] {
  return layouts(template).flatMap((laid) => {
    const { boxes } = layOut(laid, {}, measure, look);
    return laid.order.filter((id) => {
      const box = boxes.get(id);
      const bleeds = box && (box.h >= laid.height || box.w >= laid.width);
      return box && !bleeds && laid.elements[id]?.kind === 'text' && (box.x < -1 || box.x + box.w > laid.width + 1);
    });
  });
}
