import type { Rest } from '../layout';
import { elementKinds, isWords, type Element } from '../show';

const bag = (element: Element): Record<string, unknown> => element as unknown as Record<string, unknown>;
const isColour = (value: unknown): boolean => typeof value === 'string' && value.startsWith('#');

/** Whether an element shows something else under new values that cannot go there by degrees: words, a picture, a shape. */
export function differs(id: string, before: Rest, after: Rest): boolean {
  const [a, b] = [before.elements[id], after.elements[id]];
  if (!a || !b || a === b) return false;
  if (isWords(a) && before.texts.get(id)?.scale !== after.texts.get(id)?.scale) return true;
  return elementKinds[a.kind].properties.some(({ key, type }) => {
    const [from, to] = [bag(a)[key], bag(b)[key]];
    if (from === to || type === 'number' || type === 'colour') return false;
    if (type === 'paint' && isColour(from) && isColour(to)) return false;
    return typeof from === 'object' || typeof to === 'object'
      ? JSON.stringify(from) !== JSON.stringify(to)
      : true;
  });
}

/** The numbers and colours of an element that differ under new values, by key. */
export function goingKeys(before: Element, after: Element): { numbers: string[]; colours: string[] } {
  const numbers: string[] = [];
  const colours: string[] = [];
  if (before === after) return { numbers, colours };
  for (const { key, type } of elementKinds[after.kind].properties) {
    const [from, to] = [bag(before)[key], bag(after)[key]];
    if (from === to) continue;
    if (typeof from === 'number' && typeof to === 'number') numbers.push(key);
    else if ((type === 'colour' || type === 'paint') && isColour(from) && isColour(to)) colours.push(key);
  }
  return { numbers, colours };
}
