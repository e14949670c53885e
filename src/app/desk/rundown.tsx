import { Search } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { cardWords, type AirCard } from '../../core/playout';
import { Empty, Pennant } from '../ui';
import { releases, useAir } from '../state/air-store';
import { cueNumber, useDesk } from './desk-store';

/** The cards of the show in their order: call number, words, template, and which are next or on air. */
export function Rundown() {
  const state = useAir((store) => store.state);
  useAir((store) => store.arrivals);
  const channel = useDesk((store) => store.channel);
  const row = useDesk((store) => store.row);
  const set = useDesk((store) => store.set);
  const [wanted, setWanted] = useState('');
  const list = useRef<HTMLUListElement>(null);
  const release = releases.get(state.release);
  const cards = useMemo(() => {
    const words = wanted.trim().toLowerCase();
    return state.rundown
      .map((id) => state.cards[id])
      .filter((card): card is AirCard => card !== undefined)
      .map((card) => ({
        card,
        words: cardWords(release, card),
        template: release?.templates[card.template]?.name ?? 'template gone',
      }))
      .filter(
        (item) =>
          words === '' || `${item.card.number} ${item.words} ${item.template}`.toLowerCase().includes(words),
      );
  }, [state.rundown, state.cards, release, wanted]);
  const air = state.air[channel];
  const onAir = new Set(air?.graphics.filter((g) => g.exitAt === null).map((g) => g.card));
  useEffect(() => {
    list.current?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  }, [row]);

  return (
    <aside className="flex min-h-0 flex-col border-r border-line bg-deck" aria-label="Rundown">
      <label className="flex h-9 shrink-0 items-center gap-2 border-b border-line px-3 text-ink-3">
        <Search size={14} aria-hidden />
        <input
          aria-label="Find a card"
          placeholder="Find by number, words, template ( / )"
          data-find
          className="min-w-0 flex-1 bg-transparent text-ink outline-none"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Escape') setWanted('');
            if (event.key === 'Escape' || event.key === 'Enter') event.currentTarget.blur();
            if (event.key === 'Enter' && cards[0]) set({ row: cards[0].card.id });
          }}
        />
      </label>
      {cards.length === 0 ? (
        <Empty title={wanted ? 'No card matches' : 'No cards'}>
          {!wanted && <p>Keep rows as cards in Data, or fill a template on the right and keep it.</p>}
        </Empty>
      ) : (
        <ul ref={list} className="min-h-0 flex-1 overflow-auto" role="listbox" aria-label="Cards">
          {cards.map(({ card, words, template }) => (
            <li
              key={card.id}
              role="option"
              aria-selected={card.id === row}
              className={`flex h-11 cursor-default items-center gap-2 border-b border-line/50 px-3 ${card.id === row ? 'bg-raised shadow-[inset_2px_0_0_#d8a748]' : 'row-hover'}`}
              onClick={() => set({ row: card.id })}
              onDoubleClick={() => void cueNumber(card.number)}
            >
              <span className="number w-12 shrink-0 text-[14px]">{card.number}</span>
              <span className="min-w-0 flex-1">
                <span className="block truncate" dir="auto">
                  {words || template}
                </span>
                <span className="block truncate text-xs text-ink-3">{template}</span>
              </span>
              {onAir.has(card.id) ? (
                <Pennant state="air" />
              ) : air?.preview?.card === card.id ? (
                <Pennant state="next" />
              ) : null}
            </li>
          ))}
        </ul>
      )}
    </aside>
  );
}
