import { dataOf, stepNames } from '../binding';
import { problem, type Problem } from '../problem';
import type { FilterNode, Release, Template, View } from '../show';
import type { Read, Source } from '../source';
import { sameName } from './match';

/** What air needs of a source. */
export interface Needs {
  /** Columns that bindings, views and matches by hand name. */
  readonly columns: readonly string[];
  /** Fields that rows of it fill by the names of its columns. */
  readonly fields: readonly string[];
}

const filtered = (node: FilterNode | View['filter']): string[] =>
  'join' in node ? node.parts.flatMap(filtered) : [node.column];

/** What the templates, cards and views of a release take from a source, also through views on it. */
export function needsOf(release: Pick<Release, 'templates' | 'views' | 'cards'>, source: string): Needs {
  const ids = new Set([source]);
  for (let grew = true; grew;) {
    grew = false;
    for (const view of Object.values(release.views))
      if (ids.has(view.of) && !ids.has(view.id)) grew = Boolean(ids.add(view.id));
  }
  const columns = new Set<string>();
  // Columns that a view makes itself are not the source's.
  const made = new Set<string>();
  for (const view of Object.values(release.views)) {
    if (!ids.has(view.id)) continue;
    if (view.rank) made.add(view.rank.name);
    for (const total of view.group?.totals ?? []) made.add(total.name);
    for (const column of [
      ...filtered(view.filter),
      ...(view.rank ? [view.rank.by] : []),
      ...(view.group?.by ?? []),
      ...(view.group?.totals ?? []).map((total) => total.column),
      ...view.sort.map((sort) => sort.column),
    ])
      columns.add(column);
  }
  const fields = new Set<string>();
  for (const template of Object.values(release.templates)) {
    for (const { from, steps } of template.bindings) {
      if (!dataOf({ from, steps }).some((id) => ids.has(id))) continue;
      if (from.kind === 'cell' && ids.has(from.data)) {
        columns.add(from.column);
        if (from.row.by === 'name') columns.add(from.row.column);
      }
      for (const step of steps)
        for (const { of, column } of stepNames(step, 'data' in from ? from.data : null).columns)
          if (ids.has(of)) columns.add(column);
    }
    for (const [of, matches] of Object.entries(template.matches))
      if (ids.has(of)) for (const column of Object.values(matches)) if (column !== null) columns.add(column);
    const fills = Object.values(release.cards).some(
      (card) => card.template === template.id && card.row && ids.has(card.row.of),
    );
    if (fills) for (const field of template.fields) fields.add(field.name);
  }
  columns.delete('');
  return { columns: [...columns].filter((column) => !made.has(column)), fields: [...fields] };
}

/** The sources that a template takes from, with the row that fills it, also through views. */
export function sourcesFeeding(
  release: Pick<Release, 'views' | 'sources'>,
  template: Pick<Template, 'bindings'>,
  row: { readonly of: string } | null,
): Source[] {
  const found = new Set<string>();
  const follow = (id: string, depth = 0): void => {
    const view = release.views[id];
    if (view && depth < 50) follow(view.of, depth + 1);
    else found.add(id);
  };
  for (const binding of template.bindings) dataOf(binding).forEach((id) => follow(id));
  if (row) follow(row.of);
  return [...found].flatMap((id) => release.sources[id] ?? []);
}

/** What may be gone of what a source brought. */
export interface ReadCheck extends Needs {
  /** Percent of its rows; null: any. */
  readonly mostLost: number | null;
  /** Someone has seen that rows are gone, and said yes. */
  readonly isAccepted: boolean;
}

/** Fewer rows than this come and go by themselves. */
const fewRows = 4;

/** Why what came of a source does not take the place of what came before, or null. */
export function lostOf(before: Read | null, now: Read, check: ReadCheck, name: string): Problem | null {
  const has = (read: Read, column: string): boolean => read.columns.some((one) => one.name === column);
  const lost = [
    ...check.columns.filter((column) => !has(now, column)),
    ...check.fields.flatMap((field) => {
      const was = before?.columns.find((one) => sameName(one.name, field));
      return was && !now.columns.some((one) => sameName(one.name, field)) ? [was.name] : [];
    }),
  ];
  if (lost.length > 0) {
    const unique = [...new Set(lost)];
    return problem(
      'column-lost',
      `${name} has no column ${unique.map((one) => `“${one}”`).join(', ')} any more, which air needs; it has ${now.columns
        .slice(0, 8)
        .map((one) => one.name)
        .join(', ')}. Name it as it was, or bind it and release again. What came before stands whole.`,
      unique[0],
    );
  }
  const { mostLost, isAccepted } = check;
  if (before && mostLost !== null && !isAccepted && before.rows.length >= fewRows) {
    const share = ((before.rows.length - now.rows.length) / before.rows.length) * 100;
    if (share > mostLost)
      return problem(
        'rows-lost',
        `${name} has ${now.rows.length} of the ${before.rows.length} rows that it had: it may be cut. What came before stands until someone says that it is right.`,
        name,
      );
  }
  return null;
}
