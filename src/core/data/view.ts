import { filterRows, groupRows, pageRows, rankRows, sortRows, takeRows, type Rowset } from '../binding';
import type { View } from '../show';

export interface Viewed {
  readonly rows: Rowset;
  /** Rows before they were cut to the top and to a page. */
  readonly total: number;
  readonly pages: number;
}

/** What a view makes of the rows it looks at, words by the rules of a language: filter, places, groups, sort, top, page, in that order. */
export function viewRows(of: Rowset, view: View, locale: string): Viewed {
  let now = filterRows(of, view.filter, locale);
  if (view.rank) now = rankRows(now, view.rank, locale);
  if (view.group) now = groupRows(now, view.group);
  // Places are looked at in their order, unless another is wanted.
  const wanted =
    view.sort.length === 0 && view.rank && !view.group
      ? [{ column: view.rank.name, down: false }]
      : view.sort;
  now = sortRows(now, wanted, locale);
  const total = now.count;
  if (view.top !== null && now.count > view.top) now = takeRows(now, 0, view.top);
  const { rows, pages } = view.page ? pageRows(now, view.page.size, view.page.at) : { rows: now, pages: 1 };
  return { rows: { ...rows, name: view.name }, total, pages };
}
