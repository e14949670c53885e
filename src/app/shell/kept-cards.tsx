import { useEffect, useRef } from 'react';
import { keepCard } from '../../core/show';
import { useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';

/** Brings cards that were kept at any Desk into the draft of their show, so that the next release has them. */
export function KeptCards() {
  const cards = useAir((store) => store.state.cards);
  const showOnAir = useAir((store) => store.state.show?.id);
  const draftId = useDraft((store) => store.draft?.show.id);
  const brought = useRef(new Map<string, unknown>());
  useEffect(() => {
    if (!draftId || draftId !== showOnAir) return;
    for (const card of Object.values(cards)) {
      if (!card.kept || brought.current.get(card.id) === card) continue;
      brought.current.set(card.id, card);
      const { kept: _, ...plain } = card;
      useDraft.getState().edit(`Keep ${card.number} at the Desk`, (show) => {
        if (!show.templates[plain.template]) return;
        if (JSON.stringify(show.cards[plain.id]) !== JSON.stringify(plain))
          keepCard(show, structuredClone(plain));
      });
    }
  }, [cards, showOnAir, draftId]);
  return null;
}
