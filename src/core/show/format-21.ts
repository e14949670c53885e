// From format 20 to 21: what a clock's mark has a graphic do is called its action.
import type { Json } from './format-elements';

const isObject = (value: unknown): value is Json => typeof value === 'object' && value !== null;

function markToFormat21(mark: unknown): unknown {
  if (!isObject(mark) || !isObject(mark['does']) || !('deed' in mark['does'])) return mark;
  const { deed, ...does } = mark['does'];
  return { ...mark, does: { ...does, action: deed } };
}

/** The clocks of a show, a release or of air; those of format 21 stay as they are. */
export const clocksToFormat21 = (clocks: unknown): unknown =>
  isObject(clocks)
    ? Object.fromEntries(
        Object.entries(clocks).map(([id, clock]) => [
          id,
          isObject(clock) && Array.isArray(clock['marks'])
            ? { ...clock, marks: clock['marks'].map(markToFormat21) }
            : clock,
        ]),
      )
    : clocks;

export const toFormat21 = (document: Json): Json => ({
  ...document,
  clocks: clocksToFormat21(document['clocks']),
});
