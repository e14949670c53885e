import { bareName, nearNames } from '../likeness';

/** What a region is called: by its name, its code, or any of its properties. */
export interface Named {
  readonly key: string;
  readonly name: string;
  readonly code: string;
}
/** A row as it names a region. */
export interface NamingRow {
  readonly key: string;
  readonly words: string;
}

export interface Matched {
  /** By the region's key: the row's. */
  readonly rows: ReadonlyMap<string, string>;
  /** Regions that no row names, each with rows that are spelt most like it. */
  readonly regions: readonly { readonly region: Named; readonly near: readonly NamingRow[] }[];
  /** Rows that name no region, each with regions that are spelt most like it. */
  readonly left: readonly { readonly row: NamingRow; readonly near: readonly Named[] }[];
  /** Rows that name a region that another names before them. */
  readonly doubled: readonly NamingRow[];
}

/**
 * Which row is about which region: those given by hand, then by name or code whatever the case, accents and spaces. A row
 * is of one region and a region of one row; the first that names it counts.
 */
export function matchRegions(regions: readonly Named[], rows: readonly NamingRow[], byHand: Readonly<Record<string, string>> = {}): Matched {
  const found = new Map<string, string>();
  const taken = new Set<string>();
  const known = new Set(rows.map(({ key }) => key));
  for (const { key } of regions) {
    const row = byHand[key];
    if (row === undefined || !known.has(row) || taken.has(row)) continue;
    found.set(key, row);
    taken.add(row);
  }
  const byName = new Map<string, string>();
  // Names before codes: a code may be what another is called.
  for (const { key, code } of regions) if (bareName(code) !== '') byName.set(bareName(code), key);
  for (const { key, name } of [...regions].reverse()) if (bareName(name) !== '') byName.set(bareName(name), key);
  const doubled: NamingRow[] = [];
  for (const row of rows) {
    if (taken.has(row.key)) continue;
    const region = byName.get(bareName(row.words));
    if (region === undefined) continue;
    if (found.has(region)) {
      doubled.push(row);
      continue;
    }
    found.set(region, row.key);
    taken.add(row.key);
  }
  const openRegions = regions.filter(({ key }) => !found.has(key));
  const openRows = rows.filter((row) => !taken.has(row.key) && !doubled.includes(row));
  const rowsNamed = (words: string): NamingRow[] => openRows.filter((row) => row.words === words).slice(0, 1);
  const regionsNamed = (name: string): Named[] => openRegions.filter((region) => region.name === name).slice(0, 1);
  return {
    rows: found,
    regions: openRegions.map((region) => ({ region, near: nearNames(region.name, [...new Set(openRows.map(({ words }) => words))]).flatMap(rowsNamed) })),
    left: openRows.map((row) => ({ row, near: nearNames(row.words, [...new Set(openRegions.map(({ name }) => name))]).flatMap(regionsNamed) })),
    doubled,
  };
} // prettier-ignore
