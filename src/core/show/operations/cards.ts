import { compareNumbers, type Card } from '../card';
import { newRundownRow, type RundownRow, type Rundown } from '../rundown';
import { cardByNumber, type Show } from '../show';

// Changes to a show's cards, for use inside an edit.

/** Keeps a card under its number: a card that has the number is replaced and gives up its place in the rundown. */
export function keepCard(show: Show, card: Card): void {
  const rundown = show.rundowns[0];
  const holder = cardByNumber(show.cards, card.number);
  if (holder && holder.id !== card.id) removeCard(show, holder.id);
  show.cards[card.id] = card;
  if (rundown && !show.rundowns.some(({ rows }) => rows.some((row) => row.card === card.id))) {
    const after = rundown.rows.findIndex(
      (row) => compareNumbers(show.cards[row.card]?.number ?? '0', card.number) > 0,
    );
    rundown.rows.splice(after < 0 ? rundown.rows.length : after, 0, newRundownRow(`row-${card.id}`, card.id));
  }
}

const rowOf = (rundown: Rundown, id: string): RundownRow | undefined =>
  rundown.rows.find((row) => row.id === id);

export function removeCard(show: Show, id: string): void {
  delete show.cards[id];
  for (const rundown of show.rundowns) {
    if (rundown.loop && [rundown.loop.from, rundown.loop.to].some((row) => rowOf(rundown, row)?.card === id))
      rundown.loop = null;
    rundown.rows = rundown.rows.filter((row) => row.card !== id);
  }
}

/**
 * Brings what was changed at a Desk into the draft: cards as they were kept, cards that were taken out, and rundowns
 * whose rows were changed. A card of the draft whose number was given to one of them gives way.
 */
export function bringFromAir(
  show: Show,
  air: {
    readonly kept: readonly Card[];
    readonly dropped: readonly string[];
    readonly rundowns: readonly Rundown[];
  },
): void {
  for (const id of air.dropped) if (show.cards[id]) removeCard(show, id);
  const brought = air.kept.filter((card) => show.templates[card.template]);
  const ids = new Set(brought.map(({ id }) => id));
  for (const card of brought) {
    const holder = Object.values(show.cards).find(
      (own) => !ids.has(own.id) && Number(own.number) === Number(card.number),
    );
    if (holder) removeCard(show, holder.id);
    show.cards[card.id] = structuredClone(card);
  }
  for (const rundown of air.rundowns) {
    const at = show.rundowns.findIndex(({ id }) => id === rundown.id);
    const rows = rundown.rows.filter((row) => show.cards[row.card]);
    if (at >= 0) show.rundowns[at] = structuredClone({ ...rundown, rows });
  }
  for (const card of brought)
    if (!show.rundowns.some(({ rows }) => rows.some((row) => row.card === card.id))) keepCard(show, card);
}
