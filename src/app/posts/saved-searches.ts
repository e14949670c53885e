import { useMemo } from 'react';
import { create } from 'zustand';
import { searchSchema, type PostSearch } from '../../core/post';
import { newId } from '../state/ids';
import { usePosts } from '../state/posts';

export interface SavedSearch {
  readonly id: string;
  readonly name: string;
  readonly search: PostSearch;
  /** Kept in this browser; else it is the show's. */
  readonly isOwn: boolean;
}

const keptName = 'jorvan.posts.searches';
function kept(): SavedSearch[] {
  try {
    const found = JSON.parse(localStorage.getItem(keptName) ?? '[]') as { id: string; name: string; search: unknown }[];
    return found.map(({ id, name, search }) => ({ id, name, search: searchSchema.parse(search), isOwn: true }));
  } catch {
    return [];
  }
} // prettier-ignore

const useOwn = create<{ own: readonly SavedSearch[] }>(() => ({ own: kept() }));
const set = (own: readonly SavedSearch[]): void => {
  localStorage.setItem(keptName, JSON.stringify(own));
  useOwn.setState({ own });
};

/** Searches of the show, and those that were kept in this browser. */
export function useSavedSearches() {
  const own = useOwn((store) => store.own);
  const given = usePosts((store) => store.common?.settings.searches);
  const searches = useMemo(
    (): readonly SavedSearch[] => [...(given ?? []).map((one) => ({ ...one, isOwn: false })), ...own],
    [given, own],
  );
  return {
    searches,
    keep: (name: string, search: PostSearch): void =>
      set([
        ...own.filter((one) => one.name !== name),
        { id: newId(), name, search: { ...search, state: null }, isOwn: true },
      ]),
    drop: (id: string): void => set(own.filter((one) => one.id !== id)),
  };
}
