import { Search } from 'lucide-react';
import { useMemo } from 'react';
import { cardWords } from '../../core/playout';
import { compareNumbers, templatesByName } from '../../core/show';
import { releases, useAir } from '../state/air-store';
import { inHand, useDesk } from './desk-store';

interface Hit {
  readonly key: string;
  readonly number: string;
  readonly words: string;
  readonly place: string;
  readonly go: () => void;
}

const mostHits = 200;

/** All that the words are found in: rows of every rundown, cards that are in none, templates to be filled. */
function useHits(wanted: string): { hits: readonly Hit[]; isCut: boolean } {
  const cards = useAir((store) => store.state.cards);
  const rundowns = useAir((store) => store.state.rundowns);
  const hash = useAir((store) => store.state.release);
  const chosen = useDesk((store) => store.rundown);
  const release = releases.get(hash);
  return useMemo(() => {
    const words = wanted.trim().toLowerCase();
    if (words === '') return { hits: [], isCut: false };
    const found: Hit[] = [];
    const isIn = (...texts: (string | undefined)[]): boolean =>
      texts.filter(Boolean).join(' ').toLowerCase().includes(words);
    const placed = new Set<string>();
    const own = rundowns.find(({ id }) => id === chosen) ?? rundowns[0];
    for (const rundown of [...(own ? [own] : []), ...rundowns.filter((other) => other !== own)])
      for (const row of rundown.rows) {
        const card = cards[row.card];
        placed.add(row.card);
        const template = card && release?.templates[card.template]?.name;
        const said = card ? card.name || cardWords(release, card) : '';
        if (!card || !isIn(card.number, said, template, card.note)) continue;
        found.push({
          key: `${rundown.id} ${row.id}`,
          number: card.number,
          words: said || (template ?? ''),
          place: rundown.name,
          go: () => useDesk.setState({ rundown: rundown.id, row: row.id, blockFrom: null }),
        });
      }
    for (const card of Object.values(cards).sort((a, b) => compareNumbers(a.number, b.number))) {
      const template = release?.templates[card.template]?.name;
      const said = card.name || cardWords(release, card);
      if (placed.has(card.id) || !isIn(card.number, said, template, card.note)) continue;
      found.push({
        key: card.id,
        number: card.number,
        words: said || (template ?? ''),
        place: 'in no rundown',
        go: () => useDesk.setState({ typed: card.number }),
      });
    }
    for (const template of release ? templatesByName(release) : [])
      if (isIn(template.name, ...template.tags))
        found.push({
          key: `template ${template.id}`,
          number: '',
          words: template.name,
          place: 'template, to fill in',
          go: () => inHand({ template: template.id }),
        });
    return { hits: found.slice(0, mostHits), isCut: found.length > mostHits };
  }, [wanted, cards, rundowns, release, chosen]);
}

export function Find(props: { wanted: string; onWanted: (wanted: string) => void }) {
  const { wanted, onWanted } = props;
  const { hits } = useHits(wanted);
  return (
    <label className="flex h-9 shrink-0 items-center gap-2 border-b border-line px-3 text-ink-3">
      <Search size={14} aria-hidden />
      <input
        aria-label="Find a card or template"
        placeholder="Find in all rundowns ( / )"
        data-find
        className="min-w-0 flex-1 bg-transparent text-ink outline-none"
        value={wanted}
        onChange={(event) => onWanted(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') onWanted('');
          if (event.key !== 'Enter' || !hits[0]) return;
          const field = event.currentTarget;
          hits[0].go();
          onWanted('');
          field.blur();
        }}
      />
    </label>
  );
}

/** What was found; a click takes it in hand. */
export function Found(props: { wanted: string; onDone: () => void }) {
  const { hits, isCut } = useHits(props.wanted);
  if (hits.length === 0) return <p className="p-4 text-center text-ink-3">No card or template matches.</p>;
  return (
    <ul className="min-h-0 flex-1 overflow-auto" aria-label="Found">
      {hits.map((hit, i) => (
        <li key={hit.key}>
          <button
            type="button"
            className={`flex h-10 w-full items-center gap-2 border-b border-line/50 px-3 text-left row-hover ${i === 0 ? 'bg-raised' : ''}`}
            onClick={() => {
              hit.go();
              props.onDone();
            }}
          >
            <span className="number w-14 shrink-0 truncate">{hit.number}</span>
            <span className="min-w-0 flex-1">
              <span className="block truncate" dir="auto">
                {hit.words}
              </span>
              <span className="block truncate text-xs text-ink-3">{hit.place}</span>
            </span>
          </button>
        </li>
      ))}
      {isCut && <li className="p-2 text-xs text-ink-3">More were found: type more.</li>}
    </ul>
  );
}
