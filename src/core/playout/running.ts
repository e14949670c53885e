import { isRowList, runningLists, sameList, type Template, type Values } from '../show';
import type { Graphic } from './state';

// What runs through the crawls of a graphic: the short history of their lists, of which every output works out alike
// where each item stands.

/** More lists than this are not kept of a crawl; the oldest goes first. */
export const mostLists = 240;

/** The lists that run in a graphic that comes up at a moment. */
export function listsFrom(template: Template, values: Values, at: number): Graphic['lists'] {
  const lists: Graphic['lists'] = {};
  for (const id of runningLists(template)) {
    const list = values[id] ?? template.fields.find((field) => field.id === id)?.default;
    if (isRowList(list)) lists[id] = [{ at, list }];
  }
  return lists;
}

/** Keeps what new values bring to the lists that run; what has not come up yet begins with the last of them. */
export function keepLists(graphic: Graphic, template: Template, values: Values, at: number): void {
  for (const id of runningLists(template)) {
    const list = values[id];
    if (!isRowList(list)) continue;
    const own = (graphic.lists[id] ??= []);
    const last = own.at(-1);
    if (last && sameList(last.list, list)) continue;
    if (!last || graphic.enterAt >= at - 1e-6) own.splice(0, own.length, { at: graphic.enterAt, list });
    else if (last.at >= at - 1e-6) last.list = list;
    else own.push({ at, list });
    if (own.length > mostLists) own.shift();
  }
}
