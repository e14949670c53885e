import { useEffect, useRef } from 'react';
import { bringFromAir, type Rundown } from '../../core/show';
import { releases, useAir } from '../state/air-store';
import { useDraft } from '../state/draft-store';
import { useKeeper } from '../state/windows';

/** Brings what was changed at any Desk (cards and rows) into the draft of its show, so that the next release has it. */
export function KeptCards() {
  const cards = useAir((store) => store.state.cards);
  const rundowns = useAir((store) => store.state.rundowns);
  const changed = useAir((store) => store.state.changedRundowns);
  const hash = useAir((store) => store.state.release);
  const arrivals = useAir((store) => store.arrivals);
  const showOnAir = useAir((store) => store.state.show?.id);
  const draftId = useDraft((store) => store.draft?.show.id);
  const keeps = useKeeper((store) => store.keeps);
  const broughtCards = useRef(new Map<string, unknown>());
  const broughtRundowns = useRef(new Map<string, Rundown>());
  const broughtDrops = useRef(new Set<string>());
  useEffect(() => {
    if (!draftId || draftId !== showOnAir || !keeps) return;
    const kept = Object.values(cards).filter(
      (card) => card.kept && broughtCards.current.get(card.id) !== card,
    );
    const moved = rundowns.filter(
      (own) => changed.includes(own.id) && broughtRundowns.current.get(own.id) !== own,
    );
    const dropped = Object.keys(releases.get(hash)?.cards ?? {}).filter(
      (id) => !cards[id] && !broughtDrops.current.has(id),
    );
    if (kept.length + moved.length + dropped.length === 0) return;
    for (const card of kept) broughtCards.current.set(card.id, card);
    for (const rundown of moved) broughtRundowns.current.set(rundown.id, rundown);
    for (const id of dropped) broughtDrops.current.add(id);
    const plain = kept.map(({ kept: _, ...card }) => card);
    const now = useDraft.getState().draft?.show;
    const differs =
      dropped.some((id) => now?.cards[id]) ||
      plain.some((card) => JSON.stringify(now?.cards[card.id]) !== JSON.stringify(card)) ||
      moved.some(
        (own) => JSON.stringify(now?.rundowns.find(({ id }) => id === own.id)) !== JSON.stringify(own),
      );
    if (!differs) return;
    const [first] = plain;
    const label = first && plain.length === 1 ? `Keep ${first.number} at the Desk` : 'Changes at the Desk';
    useDraft.getState().edit(label, (show) => bringFromAir(show, { kept: plain, dropped, rundowns: moved }));
  }, [cards, rundowns, changed, hash, arrivals, showOnAir, draftId, keeps]);
  return null;
}
