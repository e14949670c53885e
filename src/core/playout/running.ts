import { isRowList, runningLists, sameList, type Template, type Values } from '../show';
import type { Command } from './command';
import { channelOf } from './lookup';
import type { Graphic } from './state';
import { refuse, type Work } from './work';

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
    // What comes late begins when it comes, and not in the middle of its way.
    if (!last) own.push({ at: Math.max(graphic.enterAt, at), list });
    else if (graphic.enterAt >= at - 1e-6) own.splice(0, own.length, { at: graphic.enterAt, list });
    else if (last.at >= at - 1e-6) last.list = list;
    else own.push({ at, list });
    if (own.length > mostLists) {
      own.shift();
      // It spoke of the list that went.
      delete graphic.anchors[id];
    }
  }
}

/** Forgets the lists before the one that ran at an anchor. What it says of keys must hold of that list. */
export function anchor(work: Work, command: Extract<Command, { do: 'anchor' }>): void {
  const { air } = channelOf(work.state, command.channel);
  const graphic = air.graphics.find(({ id }) => id === command.graphic);
  const lists = graphic?.lists[command.list];
  const { at, live, last } = command.anchor;
  const own = lists?.findLastIndex((one) => one.at <= at + 1e-6) ?? -1;
  const list = lists?.[own]?.list;
  const isKnown =
    list && [last, ...live.map(({ key }) => key)].every((key) => Object.hasOwn(list.cells, key));
  const isOlder = (graphic?.anchors[command.list]?.at ?? -Infinity) >= at;
  if (!graphic || !lists || !isKnown || isOlder || at > work.now + 1)
    return refuse('not-there', 'What runs is not as it was told. Nothing was changed.', 'anchor');
  lists.splice(0, own);
  graphic.anchors[command.list] = command.anchor;
  // What it was told before is behind it: it ran at the anchor.
  graphic.stops = graphic.stops.filter((stop) => stop.at > at);
}
