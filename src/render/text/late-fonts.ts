import { fontSet } from '../platform';
import { renewFonts } from './css-font';
import { knowSource, lateSource } from './late-faces';

// Fonts that could not be had when they were asked for, as while the server is away, are asked for again until they come.

const firstMs = 500;
const longestMs = 15_000;

const listeners = new Set<() => void>();
/** Told when a font has come after what needs it was drawn without. */
export const onLateFonts = (listener: () => void): void => void listeners.add(listener);

const retried = new Set<unknown>();

/** Does something again and again, more and more slowly, until it gives true; then all who listen are told. */
export function untilDone(key: unknown, again: () => Promise<boolean>): void {
  if (retried.has(key)) return;
  retried.add(key);
  let ms = firstMs;
  const next = (): void => {
    setTimeout(() => {
      void again()
        .catch(() => false)
        .then((isDone) => {
          if (!isDone) return next();
          retried.delete(key);
          renewFonts();
          for (const listener of listeners) listener();
        });
    }, ms);
    ms = Math.min(longestMs, ms * 2);
  };
  next();
}

/** Asks again for the faces of the page’s style sheets that have failed. A face fails once and for all: another takes its place. */
export function retryFaces(): void {
  fontSet().forEach((face) => {
    if (face.status !== 'error') return;
    const source = sourceOf(face);
    if (source === null) return;
    const { style, weight, stretch, unicodeRange } = face;
    // Browsers tell some names in the quotes of a style sheet, which are no part of them.
    const family = face.family.replace(/^["']|["']$/g, '');
    untilDone(`${family} ${style} ${weight} ${stretch} ${unicodeRange}`, async () => {
      const fresh = new FontFace(family, source, { style, weight, stretch, unicodeRange });
      await fresh.load();
      // Of a style sheet's own faces none can be taken out.
      if (lateSource(face) !== undefined) fontSet().delete(face);
      knowSource(fresh, source);
      fontSet().add(fresh);
      return true;
    });
  });
}

const bare = (words: string): string => words.replace(/["'\s]/g, '').toLowerCase();

/** Where a face of a style sheet comes from; null where no rule is its own. */
function sourceOf(face: FontFace): string | null {
  const late = lateSource(face);
  if (late !== undefined || typeof document === 'undefined') return late ?? null;
  for (const sheet of document.styleSheets)
    for (const rule of rulesOf(sheet)) {
      if (!(rule instanceof CSSFontFaceRule)) continue;
      const says = (name: string, usual: string): string => bare(rule.style.getPropertyValue(name) || usual);
      if (
        says('font-family', '') === bare(face.family) &&
        says('font-weight', 'normal') === bare(face.weight) &&
        says('font-style', 'normal') === bare(face.style) &&
        says('unicode-range', 'U+0-10FFFF') === bare(face.unicodeRange)
      )
        return rule.style.getPropertyValue('src');
    }
  return null;
}

const rulesOf = (sheet: CSSStyleSheet): Iterable<CSSRule> => {
  try {
    return sheet.cssRules;
  } catch {
    // A sheet of another origin keeps its rules to itself.
    return [];
  }
};
