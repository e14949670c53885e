import { fallbackFamilies, familyNamed, stretches } from '../../core/show';
import type { Face } from '../../core/text';

const families = fallbackFamilies.map((family) => `"${family.css}"`).join(', ');
let fallback = families;
let renewals = 0;

/**
 * Fonts are looked for anew: canvases of workers keep for good what they once found under the same words, also where a font
 * had failed that has come since.
 */
export function renewFonts(): void {
  renewals += 1;
  fallback = `${families}, "renewed ${renewals}"`;
}

/** The CSS font shorthand of a face. Widths snap to the keywords that a canvas understands. */
export function cssFont(face: Face, scale = 1): string {
  const family = familyNamed(face.family);
  const weight = Math.min(family.weights[1], Math.max(family.weights[0], face.weight));
  let keyword = 'normal';
  if (family.hasWidth) {
    let nearest = Infinity;
    for (const stretch of stretches) {
      const distance = Math.abs(stretch.value - face.stretch);
      if (distance < nearest) {
        nearest = distance;
        keyword = stretch.keyword;
      }
    }
  }
  return `${keyword} ${weight} ${face.size * scale}px "${family.css}", ${fallback}, sans-serif`;
}
