import { cellIn, emptyList, type CrawlElement, type CrawlLook, type RowList } from '../show';

/** What comes along together: one row, or as many as stand side by side in a line of credits. */
export interface CrawlUnit {
  /** The key of its first row. */
  readonly key: string;
  readonly rows: readonly string[];
  /** Null where the crawl has no look for it: it takes no room. */
  readonly look: CrawlLook | null;
  /** Tells units of one key that say something else from one another. */
  readonly says: string;
}

/** The look of a row: the one whose value its cell has, else the first. */
function lookOf(crawl: CrawlElement, list: RowList, key: string): CrawlLook | null {
  const { looks, lookColumn } = crawl;
  if (lookColumn === '') return looks[0] ?? null;
  const value = String(cellIn(list, key, lookColumn) ?? '')
    .trim()
    .toLowerCase();
  return looks.find((look) => look.value.trim().toLowerCase() === value) ?? looks[0] ?? null;
}

/** What a crawl shows of a list, in order: neighbours of one look that stand side by side are one unit. */
export function crawlUnits(crawl: CrawlElement, given: RowList | null): readonly CrawlUnit[] {
  const list = given ?? emptyList;
  const units: { key: string; rows: string[]; look: CrawlLook | null }[] = [];
  for (const key of list.order) {
    const look = lookOf(crawl, list, key);
    const last = units.at(-1);
    if (last && look && look.across > 1 && last.look === look && last.rows.length < look.across) last.rows.push(key);
    else units.push({ key, rows: [key], look });
  }
  return units.map((unit) => ({
    ...unit,
    says: JSON.stringify([unit.look?.child, unit.rows.map((key) => list.cells[key])]),
  }));
} // prettier-ignore
