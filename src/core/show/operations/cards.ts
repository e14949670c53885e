import { compareNumbers, type Card } from '../card';
import { cardByNumber, type Show } from '../show';

// Changes to a show's cards, for use inside an edit.

/** Keeps a card under its number: a card that has the number is replaced and gives up its place in the rundown. */
export function keepCard(show: Show, card: Card): void {
  const rundown = show.rundowns[0];
  const holder = cardByNumber(show.cards, card.number);
  if (holder && holder.id !== card.id) {
    delete show.cards[holder.id];
    if (rundown) rundown.cards = rundown.cards.filter((id) => id !== holder.id);
  }
  show.cards[card.id] = card;
  if (rundown && !rundown.cards.includes(card.id)) {
    const after = rundown.cards.findIndex(
      (id) => compareNumbers(show.cards[id]?.number ?? '0', card.number) > 0,
    );
    rundown.cards.splice(after < 0 ? rundown.cards.length : after, 0, card.id);
  }
}

export function removeCard(show: Show, id: string): void {
  delete show.cards[id];
  for (const rundown of show.rundowns) rundown.cards = rundown.cards.filter((card) => card !== id);
}
