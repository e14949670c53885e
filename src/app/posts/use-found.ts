import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { FoundPost, PostSearch } from '../../core/post';
import { findPosts, usePosts } from '../state/posts';

const step = 200;

export interface FoundPosts {
  readonly rows: readonly FoundPost[];
  /** How many there are in all. */
  readonly total: number;
  /** How many have come that are not shown yet: what is being looked at does not move. */
  readonly waiting: number;
  readonly isReady: boolean;
  /** Shows what has come. */
  refresh: () => void;
  more: () => void;
}

/**
 * What a search finds, kept up with what comes. While `isHeld`, rows stay where they are, with what has become of them:
 * new ones wait, and what the search finds no more is not taken away.
 */
export function useFound(search: PostSearch, isHeld: boolean): FoundPosts {
  const revision = usePosts((store) => store.revision);
  const [most, setMost] = useState(step);
  const [shown, setShown] = useState<{ search: string; rows: readonly FoundPost[]; total: number; waiting: number }>({ search: '', rows: [], total: 0, waiting: 0 });
  const [asked, setAsked] = useState(0);
  const held = useRef(isHeld);
  held.current = isHeld;
  const words = useMemo(() => JSON.stringify(search), [search]);
  const last = useRef({ shown, asked: -1 });
  last.current.shown = shown;
  useEffect(() => setMost(step), [words]);
  useEffect(() => {
    let isOver = false;
    const before = last.current.shown;
    // What was asked for by hand is shown at once.
    const stays = held.current && before.search === words && last.current.asked === asked && before.rows.length > 0;
    void findPosts(search, most, stays ? before.rows.map(({ seen }) => seen.post.key) : []).then(({ posts, total, others }) => {
      if (isOver) return;
      last.current.asked = asked;
      if (!stays) return setShown({ search: words, rows: posts, total, waiting: 0 });
      const byKey = new Map(posts.map((found) => [found.seen.post.key, found]));
      const byOther = new Map(others.map((seen) => [seen.post.key, seen]));
      const rows = before.rows.flatMap((row): FoundPost[] => {
        const { key } = row.seen.post;
        const seen = byOther.get(key);
        const found = byKey.get(key) ?? (seen ? { seen, alike: row.alike } : null);
        return found ? [found] : [];
      });
      const keys = new Set(rows.map(({ seen }) => seen.post.key));
      const fresh = posts.filter(({ seen }) => !keys.has(seen.post.key));
      // More of the same list comes at its end.
      const isGrown = most > before.rows.length && before.rows.length % step === 0;
      const end = rows.at(-1)?.seen.post.at ?? 0;
      const added = isGrown ? fresh.filter(({ seen }) => seen.post.at <= end) : [];
      setShown({ search: words, rows: [...rows, ...added], total, waiting: fresh.length - added.length });
    });
    return () => {
      isOver = true;
    };
  }, [words, search, most, revision, asked, isHeld]);
  const refresh = useCallback(() => setAsked((n) => n + 1), []);
  const more = useCallback(() => setMost((n) => n + step), []);
  return { rows: shown.rows, total: shown.total, waiting: shown.waiting, isReady: shown.search === words, refresh, more };
} // prettier-ignore
