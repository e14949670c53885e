import { useNavigate } from 'react-router';
import { dataOf, originNames, stepKind } from '../../core/binding';
import { matchRows } from '../../core/data';
import type { Show } from '../../core/show';

export interface UsedPlace {
  readonly words: string;
  readonly to: string;
}

/** Where a column of a table, view or source reaches something: bindings, fields it fills, views, and other columns. */
export function usedWhere(show: Show, data: string, column: { id: string; name: string }): UsedPlace[] {
  const found: UsedPlace[] = [];
  const isIt = (key: unknown): boolean => key === column.id || key === column.name;
  const ids = new Set([data]);
  // A view shows the columns of what it looks at.
  for (let grew = true; grew;) {
    grew = false;
    for (const view of Object.values(show.views))
      if (ids.has(view.of) && !ids.has(view.id)) grew = Boolean(ids.add(view.id));
  }
  for (const view of Object.values(show.views)) {
    if (!ids.has(view.id)) continue;
    const text = JSON.stringify([view.filter, view.rank, view.group, view.sort]);
    if (text.includes(JSON.stringify(column.id)) || text.includes(JSON.stringify(column.name)))
      found.push({ words: `View ${view.name}`, to: `/data/${view.id}` });
  }
  for (const table of Object.values(show.tables))
    for (const other of table.columns) {
      const uses =
        (other.type === 'pick' && other.table === data && (isIt(other.shown) || isIt(other.sent))) ||
        (other.type === 'follows' &&
          isIt(other.column) &&
          table.columns.some((c) => c.id === other.pick && c.type === 'pick' && c.table === data));
      if (uses) found.push({ words: `${table.name}, column ${other.name}`, to: `/data/${table.id}` });
    }
  for (const template of Object.values(show.templates)) {
    for (const binding of template.bindings) {
      const { from } = binding;
      const isHand = from.kind === 'cell' && from.row.by === 'hand';
      if (!isHand && !dataOf(binding).some((id) => ids.has(id))) continue;
      const cell =
        from.kind === 'cell' && (isIt(from.column) || (from.row.by === 'name' && isIt(from.row.column)));
      const step = binding.steps.find(
        (one) =>
          (one.kind === 'column' && isIt(one.column)) ||
          (one.kind === 'look-up' && (isIt(one.by) || isIt(one.take))),
      );
      if (cell || step)
        found.push({
          words: `${template.name}, binding ${binding.name} (${cell ? originNames.cell : stepKind((step as NonNullable<typeof step>).kind).label})`,
          to: `/data/checker/${template.id}`,
        });
    }
    const cards = Object.values(show.cards).filter(
      (card) => card.template === template.id && card.row && ids.has(card.row.of),
    );
    if (cards.length > 0) {
      const of = cards[0]?.row?.of ?? data;
      const match = matchRows(template, of, [{ key: column.id, name: column.name }]).find(
        (one) => one.column !== null,
      );
      const field = match && template.fields.find(({ id }) => id === match.field);
      if (field)
        found.push({
          words: `${template.name}, field ${field.name}: ${cards.length} ${cards.length === 1 ? 'card' : 'cards'} kept in step`,
          to: `/build/${template.id}`,
        });
    }
  }
  for (const { id, name, strands } of Object.values(show.tickers))
    for (const strand of strands)
      for (const from of strand.from)
        if (
          ids.has(from.data) &&
          [from.words, from.more, from.category, from.kind, from.key, from.at].some(isIt)
        )
          found.push({ words: `Ticker ${name}, strand ${strand.name}`, to: `/ticker/${id}` });
  return found;
}

/** What takes from a table, view or source as a whole, in words, each once. */
export function usesOf(show: Show, data: string): string[] {
  const found: string[] = [];
  for (const view of Object.values(show.views)) if (view.of === data) found.push(`View ${view.name}`);
  for (const table of Object.values(show.tables))
    for (const column of table.columns)
      if (column.type === 'pick' && column.table === data) found.push(`${table.name}, column ${column.name}`);
  for (const template of Object.values(show.templates)) {
    for (const binding of template.bindings)
      if (dataOf(binding).includes(data)) found.push(`${template.name}, binding ${binding.name}`);
    const cards = Object.values(show.cards).filter(
      (card) => card.template === template.id && card.row?.of === data,
    );
    if (cards.length > 0)
      found.push(`${template.name}: ${cards.length} ${cards.length === 1 ? 'card' : 'cards'} kept in step`);
  }
  for (const { name, strands } of Object.values(show.tickers))
    for (const strand of strands)
      if (strand.from.some((from) => from.data === data)) found.push(`Ticker ${name}, strand ${strand.name}`);
  return [...new Set(found)];
}

export function UsedWhere({ places, what }: { places: readonly UsedPlace[]; what: string }) {
  const navigate = useNavigate();
  return (
    <section aria-label={`Where ${what} is used`} className="border-t border-line pt-3">
      <h3 className="mb-1 text-xs text-ink-2">Where it is used</h3>
      {places.length === 0 ? (
        <p className="text-ink-3">Nowhere yet.</p>
      ) : (
        <ul className="flex max-h-32 flex-col gap-0.5 overflow-auto">
          {places.map((place, i) => (
            <li key={i}>
              <button
                type="button"
                className="text-tide hover:underline"
                onClick={() => void navigate(place.to)}
              >
                {place.words}
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
