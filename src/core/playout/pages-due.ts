import { exactRate, pagingOf, type Paging, type Template, type Values } from '../show';
import type { Graphic } from './state';

// When a page of rows that is up is to be turned.

/** Whether pages turn by themselves. */
export const turnsByTime = ({ turns }: Paging): boolean => turns === 'by-time' || turns === 'once';

/** When the page that values show is to be turned, if it came up at `at` and its coming takes so many seconds. */
export function turnTime(template: Template, values: Values, at: number, seconds: number): number | null {
  const paging = pagingOf(template, values);
  return paging && turnsByTime(paging) ? at + seconds + paging.after : null;
}

/** What new values say of when the page turns: another page stays its whole time. */
export function afterNewValues(graphic: Graphic, template: Template, before: Values, at: number): void {
  const paging = pagingOf(template, graphic.values);
  if (!paging || !turnsByTime(paging)) {
    graphic.turnAt = null;
    return;
  }
  const was = pagingOf(template, before);
  if (graphic.turnAt === null || was?.page !== paging.page || was.pages !== paging.pages)
    graphic.turnAt = Math.max(at, graphic.enterAt + graphic.enterFrames / exactRate(graphic.rate)) + paging.after;
} // prettier-ignore
