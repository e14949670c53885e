import { fallbackFamilies, familyNamed, stretches } from '../../core/show';
import type { Face } from '../../core/text';

const fallback = fallbackFamilies.map((family) => `"${family.css}"`).join(', ');

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
