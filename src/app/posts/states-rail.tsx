import { BookmarkPlus, Trash2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { anyPost, type PostSearch, type PostState } from '../../core/post';
import { countPosts, usePosts } from '../state/posts';
import { IconButton } from '../ui';
import { Polls } from './polls';
import { stateNames } from './post-words';
import { useSavedSearches, type SavedSearch } from './saved-searches';

const states: readonly (PostState | null)[] = [
  'found',
  'wanted',
  'cleared',
  'on-air',
  'was-on-air',
  'refused',
  null,
];
const fewestMs = 700;

/** How many posts searches find, counted again when something has come. */
function useCounts(searches: readonly PostSearch[]): readonly { total: number; unseen: number }[] {
  const revision = usePosts((store) => store.revision);
  const [counts, setCounts] = useState<readonly { total: number; unseen: number }[]>([]);
  useEffect(() => {
    let isOver = false;
    const timer = setTimeout(() => void countPosts(searches).then((found) => !isOver && setCounts(found)), revision === 0 ? 0 : fewestMs / 2);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [searches, revision]);
  return counts;
} // prettier-ignore

/** Posts by what became of them, and searches that are kept, with how many are new. */
export function StatesRail(props: { search: PostSearch; onSearch: (search: PostSearch) => void }) {
  const { search, onSearch } = props;
  const { searches, keep, drop } = useSavedSearches();
  const asked = useMemo(() => [...states.map((state) => ({ ...anyPost, state })), ...searches.map((own) => own.search)], [searches]);
  const counts = useCounts(asked);
  const isPlain = JSON.stringify({ ...search, state: null, sort: 'newest' }) === JSON.stringify(anyPost);
  const isSaved = searches.some((own) => JSON.stringify(own.search) === JSON.stringify(search));
  const row = (key: string, name: string, of: PostSearch, at: number, isOn: boolean, showsNew: boolean, own?: SavedSearch) => (
    <li key={key} className="group flex items-center">
      <button
        type="button"
        aria-pressed={isOn}
        className={`flex h-7 min-w-0 flex-1 items-center gap-2 rounded px-2 text-left ${isOn ? 'bg-raised font-semibold text-brass' : 'hover:bg-panel'}`}
        onClick={() => onSearch(of)}
      >
        <span className="min-w-0 flex-1 truncate" title={name}>{name}</span>
        {showsNew && (counts[at]?.unseen ?? 0) > 0 ? (
          <span className="number text-xs text-tide" title={`${counts[at]?.unseen} not yet seen here, of ${counts[at]?.total}`}>{counts[at]?.unseen} new</span>
        ) : (
          <span className="number text-xs text-ink-3">{counts[at]?.total ?? ''}</span>
        )}
      </button>
      {own?.isOwn && <IconButton label={`Forget “${own.name}”`} className="size-5 opacity-0 group-hover:opacity-100 focus-visible:opacity-100" onClick={() => drop(own.id)}><Trash2 size={12} /></IconButton>}
    </li>
  );
  return (
    <nav aria-label="Posts by state, and saved searches" className="flex w-52 shrink-0 flex-col gap-3 overflow-y-auto border-r border-line bg-deck p-2 max-lg:w-44">
      <ul className="flex flex-col">
        {states.map((state, at) => row(state ?? 'all', state === null ? 'All' : stateNames[state], { ...search, state }, at, search.state === state, state === 'found'))}
      </ul>
      <div className="flex flex-col">
        <h2 className="flex h-7 items-center px-2 text-xs font-semibold text-ink-2">Saved searches</h2>
        <ul className="flex flex-col">
          {searches.map((own, i) => row(own.id, own.name, own.search, states.length + i, JSON.stringify(own.search) === JSON.stringify(search), true, own))}
        </ul>
        {searches.length === 0 && isPlain && <p className="px-2 text-xs text-ink-3">Search or filter, then keep it here.</p>}
        {!isPlain && !isSaved && (
          <form
            className="mt-1 flex gap-1"
            onSubmit={(event) => {
              event.preventDefault();
              const name = String(new FormData(event.currentTarget).get('name') ?? '').trim();
              if (name !== '') keep(name, search);
            }}
          >
            <input name="name" aria-label="Name of this search" placeholder="Keep as…" maxLength={60} className="field h-7 min-w-0 flex-1" />
            <IconButton label="Keep this search" type="submit"><BookmarkPlus size={15} /></IconButton>
          </form>
        )}
      </div>
      <Polls />
    </nav>
  );
} // prettier-ignore
